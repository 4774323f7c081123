"""The first assessment against today: what did not come light then and does now, and the other way.

Source: common practice, no source: what a horse could not do when it came, and now can, is the best
line that its owner is shown.
"""

from __future__ import annotations

from dataclasses import dataclass

from bucephal.answers import meaning_of
from bucephal.ladder import Side
from bucephal.progress.standing import Standing
from bucephal.record import Ask, first_assessment
from bucephal.response import READY_CHANCE, CueTrack

UNLIKELY = 0.5
"""What came light then and is less likely than this to do so now is heavier [own]."""


@dataclass(frozen=True)
class AssessmentChange:
    """One step on one side, as it was first tried and now."""

    track: CueTrack
    first: tuple[Ask, ...]
    """Its answers in the assessment, in order."""
    then_light: bool
    asked_since: bool
    chance: float
    """That the first answer of the day in question is light."""

    @property
    def gained(self) -> bool:
        return self.asked_since and not self.then_light and self.chance >= READY_CHANCE

    @property
    def lost(self) -> bool:
        return self.asked_since and self.then_light and self.chance < UNLIKELY


def assessment_changes(standing: Standing) -> list[AssessmentChange]:
    """Every step and side of the first assessment, in the order of the ladder; left before right."""
    first: dict[tuple[str, Side], list[Ask]] = {}
    for session in first_assessment(standing.record):
        for ask in session.asks:
            first.setdefault((ask.step, ask.side), []).append(ask)
    tracks = [(key, standing.tracks.get(*key)) for key in first]
    rows = [_row(standing, track, tuple(first[key])) for key, track in tracks if track is not None]
    order = {step: index for index, step in enumerate(standing.catalogue.steps)}
    return sorted(
        rows,
        key=lambda row: (
            order[row.track.rule.stage.step],
            row.track.side is not Side.LEFT,
            row.track.side,
        ),
    )


def _row(standing: Standing, track: CueTrack, asks: tuple[Ask, ...]) -> AssessmentChange:
    return AssessmentChange(
        track=track,
        first=asks,
        then_light=any(meaning_of(ask, track.rule).accepted for ask in asks),
        asked_since=len(track.asks) > len(asks),
        chance=track.p_first(standing.on),
    )
