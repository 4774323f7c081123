"""A horse that was ridden before: riding goes on while the ground is made good.

For what its background has done before, brakes stand in place of the ladder's own gates: at halt one rein and
hips over, then walk and halt; trot when halt and the one-rein stop have come twice on every side; canter when
trot and the way back to walk were calm in so many sessions. They lapse after a danger, or when two first
answers of a brake running were heavier than level 8: then every gate of the ladder holds again.

Source: common practice, no source.
"""

from __future__ import annotations

from collections.abc import Iterable, Iterator
from datetime import date, timedelta

from bucephal.answers import DANGER_EVENTS, Meaning
from bucephal.ladder import Gait, Side, Stage
from bucephal.record import Ask, Background, DidBefore, Horse, HorseRecord, Tension
from bucephal.response import CueTrack, Tracks

MOUNTING = "mount"
BRAKES = ("halt", "disengage")
FROM_THE_GROUND = ("disengage.1", "disengage.2", "disengage.3")
"""Proved on the ground before anyone gets on: a safety step, which nothing vouches for."""
ONE_REIN, AT_WALK, BACK_TO_WALK = ("disengage.2", "disengage.3"), ("walk-on", "halt", "steer"), "down-tw"
TROT, CANTER = "up-wt", "canter.1"
TWICE, UP_TO_LEVEL = 2, 8
CALM_SESSIONS_WAIT = 0
"""Stands in place of how often something has to come, where calm sessions are what is missing."""
CALM_SESSIONS = {Background.STARTED: 3}
USUAL_CALM_SESSIONS = 2
FOURTH_WEEK = timedelta(weeks=3)
"""After a long rest: regular work before canter."""
_ALL = frozenset({DidBefore.WALK, DidBefore.TROT, DidBefore.CANTER})
_DID = {
    Background.FROM_RACING: _ALL, Background.STARTED: _ALL, Background.SPOILED: _ALL,
    Background.LONG_REST: _ALL, Background.GAITED: frozenset({DidBefore.WALK}),
}  # fmt: skip
"""What a horse of this background did under a rider, where nobody says what this one did."""
_GAITS = {
    Gait.HALT: DidBefore.WALK, Gait.WALK: DidBefore.WALK, Gait.TROT: DidBefore.TROT,
    Gait.CANTER: DidBefore.CANTER,
}  # fmt: skip
_HEAVY_RUNNING = 2


def did_before(horse: Horse) -> frozenset[DidBefore]:
    """What it did under a rider: what its background speaks for, and of that what is told, if anything is."""
    usual = _DID.get(horse.background, frozenset()) if horse.background else frozenset()
    return usual if horse.did_before is None else usual & set(horse.did_before)


def never_did(horse: Horse, stage: Stage) -> bool:
    """Is it told that it was never ridden so, or never sat on? Then it is taught, not tried."""
    if horse.did_before is None or horse.background not in _DID:
        return False
    if stage.step.rpartition(".")[0] == MOUNTING:
        return DidBefore.WALK not in did_before(horse)
    return stage.ridden and _GAITS[stage.gait] not in did_before(horse)


class RiddenBefore:
    """What riding this horse goes on by, on a day.

    Args:
        tracks: of the record up to that day.
    """

    def __init__(self, record: HorseRecord, tracks: Tracks, on: date) -> None:
        self._record, self._tracks, self._on = record, tracks, on
        did = did_before(record.horse)
        self.walks = DidBefore.WALK in did and not self._lapsed()
        self.trots = self.walks and DidBefore.TROT in did
        self.canters = self.trots and DidBefore.CANTER in did

    def replaces(self, step: str) -> bool:
        """Do the brakes stand in place of the ladder's gates for this step?"""
        exercise = step.rpartition(".")[0]
        if step in ONE_REIN or exercise in AT_WALK:
            return self.walks
        if step == CANTER:
            return self.canters
        return self.trots and exercise in (TROT, BACK_TO_WALK)

    def waits_for(self, step: str) -> Iterator[tuple[str, Side, int]]:
        """What has still to come first: step, side, and how often, or that calm sessions are short."""
        exercise = step.rpartition(".")[0]
        if step == ONE_REIN[0]:
            yield from self._one_rein(1, FROM_THE_GROUND)
            return
        if step in ONE_REIN or exercise in AT_WALK:
            yield from self._one_rein(1)
            return
        yield from self._one_rein(TWICE)
        if self._came(self._of("halt"), Side.NONE) < TWICE:
            yield "halt.2", Side.NONE, TWICE
        if step == CANTER:
            yield from self._calm_trot()

    def _one_rein(self, times: int, steps: tuple[str, ...] = ONE_REIN) -> Iterator[tuple[str, Side, int]]:
        for side in (Side.LEFT, Side.RIGHT):
            if self._came((self._tracks.get(one, side) for one in steps), side) < times:
                yield steps[0], side, times
                return

    def _calm_trot(self) -> Iterator[tuple[str, Side, int]]:
        background = self._record.horse.background
        wanted = CALM_SESSIONS.get(background, USUAL_CALM_SESSIONS) if background else USUAL_CALM_SESSIONS
        for exercise in (TROT, BACK_TO_WALK):
            if len(self._calm_days(exercise)) < wanted:
                yield f"{exercise}.1", Side.NONE, CALM_SESSIONS_WAIT
                return
        first = min((session.date for session in self._record.sessions), default=self._on)
        if background is Background.LONG_REST and self._on - first < FOURTH_WEEK:
            yield f"{TROT}.1", Side.NONE, CALM_SESSIONS_WAIT

    def _calm_days(self, exercise: str) -> set[date]:
        """Days on which it ended calm on every side that was asked, and none of it alarmed."""
        ended: dict[tuple[date, str, Side], bool] = {}
        alarmed = set[date]()
        for track in self._of(exercise):
            for row, meaning in zip(track.asks, track.meanings, strict=True):
                ended[row.day, row.ask.step, track.side] = meaning.calm and meaning.came
                if row.ask.tension is Tension.ALARMED:
                    alarmed.add(row.day)
        days = {day for day, _, _ in ended} - alarmed
        return {day for day in days if all(calm for (on, _, _), calm in ended.items() if on == day)}

    def _of(self, exercise: str) -> list[CueTrack]:
        tracks = self._tracks.by_key.values()
        return [track for track in tracks if track.rule.exercise.id == exercise]

    def _came(self, tracks: Iterable[CueTrack | None], side: Side) -> int:
        """Answers up to level 8, without alarm."""
        rows = (
            (row.ask, meaning)
            for track in tracks if track is not None and track.side is side
            for row, meaning in zip(track.asks, track.meanings, strict=True)
        )  # fmt: skip
        return sum(map(_is_brake, rows))

    def _lapsed(self) -> bool:
        if any(event.kind in DANGER_EVENTS for session in self._record.sessions for event in session.events):
            return True
        return any(
            track.rule.stage.ridden and self._is_lost(track)
            for exercise in BRAKES
            for track in self._of(exercise)
        )

    def _is_lost(self, track: CueTrack) -> bool:
        """Were its last two first answers of a day heavier than a brake may be?"""
        firsts = [(track.asks[n].ask, track.meanings[n]) for n in track.day_starts[-_HEAVY_RUNNING:]]
        return len(firsts) == _HEAVY_RUNNING and not any(map(_is_brake, firsts))


def _is_brake(answer: tuple[Ask, Meaning]) -> bool:
    """It came, without alarm, and not heavier than level 8."""
    ask, meaning = answer
    return meaning.came and (ask.level or 1) <= UP_TO_LEVEL
