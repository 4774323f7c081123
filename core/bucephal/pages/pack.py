"""Everything a device needs to work one session with no signal: the plan and its compiled coaches."""

from __future__ import annotations

from collections.abc import Mapping

from pydantic import Field

from bucephal.answers import is_let_be
from bucephal.coach import CoachSettings, CompiledCoach, compile_coach
from bucephal.ladder import Catalogue, Gait, Side, StepKind, under
from bucephal.pages.facts import HorseFacts
from bucephal.planning import PlanItem, SessionPlan
from bucephal.record import FrozenModel
from bucephal.record.models import LEVELS
from bucephal.words import plans as words

UNBANDED = (LEVELS[0], LEVELS[-1])
"""Steps judged without a level have no band; the coach is given the whole scale."""


class PackFault(FrozenModel):
    code: str
    looks: str
    passes: bool


class PackSide(FrozenModel):
    """One side of an item: which coach plays it."""

    side: Side
    coach: int
    begin: str = Field(description="The first instruction on this side.")


class PackItem(FrozenModel):
    """What the ring needs of one item beside the plan's own words."""

    item: str
    sides: tuple[PackSide, ...]
    faults: tuple[PackFault, ...]
    level_words: tuple[str, ...]
    easier_step: str | None
    canter: bool


class RingPack(FrozenModel):
    facts: HorseFacts
    plan: SessionPlan
    items: tuple[PackItem, ...]
    coaches: tuple[CompiledCoach, ...]
    rider_faults: dict[str, str]
    before: str = Field(description="What is seen to before riding.")
    passed_over: tuple[str, str] = Field(
        description="Said when one knot, or several ({knots}), cannot be tried."
    )


def ring_pack(
    facts: HorseFacts, plan: SessionPlan, catalogue: Catalogue, school: Mapping[str, str]
) -> RingPack:
    """The pack of a planned session; equal coaches are carried once."""
    catalogue = under(catalogue, school)
    numbers: dict[str, int] = {}
    coaches: list[CompiledCoach] = []
    items = []
    for item in plan.items:
        if item.step is None:
            continue
        sides, settings = [], None
        for dose in item.sides:
            settings = _settings(item, dose.asks, dose.best_below, school)
            key = settings.model_dump_json()
            if key not in numbers:
                numbers[key] = len(coaches)
                coaches.append(compile_coach(settings, catalogue))
            begin = words.begin(dose.side, by_lightness=item.step_kind is StepKind.LIGHTNESS)
            sides.append(PackSide(side=dose.side, coach=numbers[key], begin=begin))
        assert settings is not None
        items.append(_pack_item(item, tuple(sides), settings, catalogue))
    return RingPack(
        facts=facts, plan=plan, items=tuple(items), coaches=tuple(coaches),
        rider_faults=catalogue.rider_faults,
        before=words.BEFORE_RIDING,
        passed_over=(words.ONE_PASSED_OVER, words.SEVERAL_PASSED_OVER),
    )  # fmt: skip


def _settings(item: PlanItem, aim: int, best_below: int | None, school: Mapping[str, str]) -> CoachSettings:
    return CoachSettings.model_validate(
        {
            "step": item.step,
            "band": item.band or UNBANDED,
            "green": item.green,
            "school": dict(school),
            "aim": aim,
            "cap": item.cap,
            "best_below": best_below,
            "sessions_before": item.sessions_before,
        }
    )


def _pack_item(
    item: PlanItem, sides: tuple[PackSide, ...], settings: CoachSettings, catalogue: Catalogue
) -> PackItem:
    assert item.step is not None
    exercise = catalogue.exercise(item.step)
    family, rule = catalogue.families.get(exercise.family or ""), settings.rule(catalogue)
    return PackItem(
        item=item.id,
        sides=sides,
        faults=tuple(
            PackFault(code=fault.code, looks=fault.looks, passes=is_let_be(fault, rule))
            for fault in exercise.faults
        ),
        level_words=tuple(family.text_for(level) for level in LEVELS)
        if family is not None and exercise.kind is StepKind.LIGHTNESS
        else (),
        easier_step=catalogue.previous(item.step),
        canter=catalogue.stage(item.step).gait is Gait.CANTER,
    )
