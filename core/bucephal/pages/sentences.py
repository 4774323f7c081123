"""What a command found, read out: one line a sentence, the same sentences as on screen."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from functools import singledispatch
from typing import Any

from bucephal.coach import Advice
from bucephal.pages.arrival import Arrival
from bucephal.pages.horse_welfare import HorseWelfare
from bucephal.pages.report.owner_report import OwnerReport
from bucephal.planning import SessionPlan
from bucephal.progress import GoalForecast, TrackEstimate
from bucephal.words.ages import age_text
from bucephal.words.body_words import HEAT
from bucephal.words.body_words import heat as heat_words
from bucephal.words.flag_words import NONE_YET, raised
from bucephal.words.plain import after_comma
from bucephal.words.plan_words import minutes


@singledispatch
def read_out(found: Any) -> Iterator[str]:
    """The lines of an answer of the core.

    Raises:
        TypeError: of something that has no words.
    """
    raise TypeError(f"{type(found).__name__} has no words")


@read_out.register
def _rows(found: list) -> Iterator[str]:  # type: ignore[type-arg]
    for one in found:
        yield from read_out(one)


@read_out.register
def _estimate(found: TrackEstimate) -> Iterator[str]:
    yield f"{found.name}{after_comma(found.side)}: {found.words}"
    if found.caution is not None:
        yield f"  {found.caution}"


@read_out.register
def _advice(found: Advice) -> Iterator[str]:
    yield f"{found.say} {found.reason}"


@read_out.register
def _forecast(found: GoalForecast) -> Iterator[str]:
    yield f"{found.name}: {found.words}"
    yield from (f"  {side.words}" for side in found.sides)
    yield from (f"  {caution}" for caution in found.cautions)


@read_out.register
def _plan(found: SessionPlan) -> Iterator[str]:
    yield found.headline
    if found.nothing_new is not None:
        yield found.nothing_new
    for item in found.items:
        stage = f", {item.stage}" if item.stage else ""
        yield f"{item.kind_words}: {item.name}{stage}, {minutes(item.minutes)}"
        yield from (f"  {line}" for line in (item.dose, item.why.text, item.done_when) if line)
        yield from (f"  {here.words}" for here in item.laid)
    for left in found.left_out:
        yield f"- {left.name}"
        yield f"  {left.why.text}"
    yield from (f"{line.name}: {line.words}" for line in found.body)
    yield from found.cautions


@read_out.register
def _arrival(found: Arrival) -> Iterator[str]:
    yield found.assessment.words
    for session in found.assessment.sessions:
        for one in session.tries:
            yield f"{session.number}. {one.name}"
            yield f"  {one.because}"
    yield found.placement.words
    for steps in (found.placement.has, found.placement.half, found.placement.not_yet, found.placement.begin):
        yield from _placed([(step.name, step.why.text) for step in steps])
    yield found.limits


def _placed(steps: Sequence[tuple[str, str]]) -> Iterator[str]:
    for name, why in steps:
        yield name
        yield f"  {why}"


@read_out.register
def _welfare(found: HorseWelfare) -> Iterator[str]:
    yield age_text(found.age_months)
    if found.heat is not None:
        yield f"{HEAT}: {heat_words(found.heat.sum_f, found.heat.verdict)}"
    shown = [flag for flag in found.flags if flag.open]
    for flag in shown:
        yield raised(flag.code, flag.since, flag.why)
        yield f"  {flag.say} {flag.holds_back_words}"
    if not found.flags:
        yield NONE_YET


@read_out.register
def _report(found: OwnerReport) -> Iterator[str]:
    yield found.title
    yield from (f"{one.name}: {one.words}" for one in found.head)
    yield from (found.paragraph,) if found.paragraph else ()
    for section in found.sections:
        yield section.title
        yield from (f"  {one}" for one in (*section.sentences, *section.items))
    yield from found.closing
