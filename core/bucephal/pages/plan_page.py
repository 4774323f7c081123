"""The plan of a session as it is shown: the horse, the day in a line, what goes before all of it."""

from __future__ import annotations

from pydantic import Field

from bucephal.pages.horse_facts import HorseFacts
from bucephal.planning import (
    FEWEST_ASKS,
    MOST_ASKS,
    WANTED_AS,
    ItemKind,
    PlanChanges,
    SessionPlan,
)
from bucephal.record import FrozenModel, SessionKind
from bucephal.words import plan_words


class PlanPage(FrozenModel):
    facts: HorseFacts
    plan: SessionPlan
    lead: str = Field(description="The day and the days off before it.")
    assessing: str | None = Field(description="Said of a horse that has just come.")
    disclaimer: str
    changes: PlanChanges = Field(description="The trainer's, that it was worked out around.")
    changeable: tuple[ItemKind, ...] = Field(description="Items of which side and asks may be changed.")
    asks_range: tuple[int, int] = Field(description="Fewest and most asks a side that may be wanted.")


def plan_page(facts: HorseFacts, plan: SessionPlan, changes: PlanChanges) -> PlanPage:
    return PlanPage(
        facts=facts,
        plan=plan,
        lead=plan_words.lead(plan.on, plan.days_off),
        assessing=plan_words.JUST_COME if plan.kind is SessionKind.ASSESSMENT else None,
        disclaimer=plan_words.ADVICE_NOT_ORDERS,
        changes=changes,
        changeable=WANTED_AS,
        asks_range=(FEWEST_ASKS, MOST_ASKS),
    )
