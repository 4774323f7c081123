"""Who works today, in which order, and why."""

from __future__ import annotations

import math
from collections.abc import Sequence
from datetime import date

from pydantic import Field

from bucephal.pages.facts import HorseFacts
from bucephal.planning import ItemKind, SessionPlan, rest_because
from bucephal.record import FrozenModel
from bucephal.words import days as words


class WorkedDays(FrozenModel):
    """A horse's days of work, as far as today's choice needs them."""

    facts: HorseFacts
    plan: SessionPlan
    days: tuple[date, ...]
    age_months: int | None


class TodayRow(FrozenModel):
    facts: HorseFacts
    works: bool
    done: bool
    headline: str
    why: str
    minutes: int
    wants_helper: str | None = Field(description="Said where a helper would make more possible.")


class TodayPlan(FrozenModel):
    on: date
    rows: tuple[TodayRow, ...]
    minutes: int
    working: int
    words: str
    order: str = Field(description="How the rows are ordered, in words.")


def plan_today(horses: Sequence[WorkedDays], on: date) -> TodayPlan:
    """Rows in working order: what needs putting right, then longest off; resting horses last."""
    rows = [(_urgency(horse), _row(horse, on)) for horse in horses]
    rows.sort(key=lambda pair: (not pair[1].works, pair[1].done, pair[0]))
    ordered = tuple(row for _, row in rows)
    minutes = sum(row.minutes for row in ordered if row.works)
    working = sum(row.works for row in ordered)
    return TodayPlan(
        on=on, rows=ordered, minutes=minutes, working=working,
        words=words.summary(working, minutes), order=words.ORDER,
    )  # fmt: skip


def _urgency(horse: WorkedDays) -> tuple[bool, int]:
    repairs = any(item.kind is ItemKind.REPAIR for item in horse.plan.items)
    return not repairs, -(horse.facts.days_off or 0)


def _row(horse: WorkedDays, on: date) -> TodayRow:
    done = on in horse.days
    rest = None if done else rest_because(horse.days, on, horse.age_months)
    helper = any(left.reason == "helper" for left in horse.plan.left_out)
    works = rest is None and not done and bool(horse.plan.items)
    return TodayRow(
        facts=horse.facts,
        works=works,
        done=done,
        headline=words.WORKED_TODAY if done else words.REST if rest is not None else horse.plan.headline,
        why=rest or _why(horse),
        minutes=math.ceil(horse.plan.minutes) if works else 0,
        wants_helper=words.MORE_WITH_HELPER if helper and works else None,
    )


def _why(horse: WorkedDays) -> str:
    items = horse.plan.items
    of_kind = {kind: next((item for item in items if item.kind is kind), None) for kind in ItemKind}
    for kind in (ItemKind.REPAIR, ItemKind.NEW, ItemKind.PRACTICE):
        item = of_kind[kind]
        if item is not None:
            return item.why.text
    check = of_kind[ItemKind.CHECK]
    return horse.plan.nothing_new or (check.why.text if check is not None else "")
