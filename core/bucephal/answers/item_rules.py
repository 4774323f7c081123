"""What an answer is measured against: the step and its band; in a session also how the item stands."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass

from bucephal.ladder import Catalogue, Compare, Exercise, Stage, StepKind
from bucephal.record import Horse, band_for
from bucephal.words.figures import good_answer


@dataclass(frozen=True)
class StepRule:
    """All that is needed to judge an ask of a step: the step itself and the band in force."""

    exercise: Exercise
    stage: Stage
    band: tuple[int, int]

    @property
    def band_top(self) -> int:
        return self.band[1]

    @property
    def kind(self) -> StepKind:
        return self.exercise.kind

    @property
    def good_answer(self) -> str:
        """What a good answer is called."""
        return good_answer(self.kind, self.band)

    def meets_target(self, extent: float | None) -> bool:
        """Does a measure reach its target? What was not measured is taken at its word."""
        target = self.stage.target
        if extent is None or target is None:
            return extent is None
        return extent <= target if self.exercise.compare is Compare.AT_MOST else extent >= target


@dataclass(frozen=True)
class ItemRule(StepRule):
    """The same for an item of a session, with how it stood that morning."""

    school: Mapping[str, str]
    """The option in force for every question of the schools."""
    green: bool
    """It had not been ready up to that morning: what is let be while learning is let be."""
    best_below: int | None = None
    """A calm answer below this level is the best so far; None: no such."""
    sessions_before: int | None = None
    """Sessions in which the exercise was asked before; None: not known."""


def rule_for(step: str, horse: Horse, catalogue: Catalogue) -> StepRule:
    """How asks of a step are judged for a horse, by the ladder and the bands that hold for it.

    Raises:
        UnknownStep: if the ladder has no such step.
    """
    band = band_for(horse, catalogue, step)
    return StepRule(catalogue.exercise(step), catalogue.stage(step), band)
