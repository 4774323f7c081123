"""What went better in a session than it ever had before."""

from __future__ import annotations

from collections.abc import Iterable, Iterator

from bucephal.answers import Meaning, StepRule, answer_in_words
from bucephal.ladder import Catalogue, Compare, Side, StepKind
from bucephal.record import Ask
from bucephal.record.models import GRADES
from bucephal.response import CueTrack
from bucephal.words import debrief_words

EARLIER_DAYS = 3
"""Before so many days nothing is called better than ever: the coach's best-so-far goes by the same."""
Told = tuple[Ask, Meaning]


def bests(
    key: tuple[str, Side], today: Iterable[Told], before: CueTrack | None, catalogue: Catalogue
) -> Iterator[str]:
    """Of one step and side, in words: an answer lighter, longer or sooner than any before; the first grade 5.

    Args:
        today: its asks of the session with what they meant.
        before: the track as it was that morning; None: it had never been asked.
    """
    if before is None or len(before.days) < EARLIER_DAYS:
        return
    name = catalogue.name_in_text(key[0])
    earlier = [(row.ask, one) for row, one in zip(before.asks, before.meanings, strict=True)]
    best, was = _best(today := list(today), before.rule), _best(earlier, before.rule)
    if best is not None and was is not None and _value(best, before.rule) < _value(was, before.rule):
        said, before_said = (answer_in_words(one, before.rule) for one in (best, was))
        yield debrief_words.best(name, key[1], said, before_said)
    top = GRADES[-1]
    if any(ask.grade == top for ask, _ in today) and not any(ask.grade == top for ask, _ in earlier):
        yield debrief_words.best_grade(name, key[1], top)


def _best(told: Iterable[Told], rule: StepRule) -> Ask | None:
    accepted = [ask for ask, meaning in told if meaning.accepted and _is_measured(ask, rule)]
    return min(accepted, key=lambda ask: _value(ask, rule), default=None)


def _is_measured(ask: Ask, rule: StepRule) -> bool:
    values = {StepKind.LIGHTNESS: ask.level, StepKind.TOLERANCE: ask.let_go_s, StepKind.MEASURE: ask.extent}
    return values[rule.kind] is not None


def _value(ask: Ask, rule: StepRule) -> float:
    """The less the better."""
    if rule.kind is StepKind.LIGHTNESS:
        return ask.level or 0
    if rule.kind is StepKind.TOLERANCE:
        return ask.let_go_s or 0
    return (ask.extent or 0) * (1 if rule.exercise.compare is Compare.AT_MOST else -1)
