"""Runs a horse's asks through the filters: one track a step and side, and how it stands.

The asks are the truth: tracks are derived and can always be built again from them.
"""

from __future__ import annotations

from dataclasses import dataclass, field
from datetime import date

from bucephal.ladder import Catalogue, Kind, Side
from bucephal.record import Ask, DatedAsk, HorseRecord, asks_in_order, band_for
from bucephal.response.judging import StepRule, is_accepted, is_success, observation_of
from bucephal.response.lightness import LightnessTrack
from bucephal.response.parameters import DEFAULT, FIRST_ASK_BREAK_DAYS, ResponseParameters
from bucephal.response.share import ShareTrack
from bucephal.response.standing import TrackStanding
from bucephal.response.tables import Array, ResponseTables, tables_for

TrackKey = tuple[str, Side]


@dataclass
class Track:
    """One step on one side: its belief, its asks and how it stands after each day."""

    rule: StepRule
    side: Side
    belief: LightnessTrack | ShareTrack
    asks: list[DatedAsk] = field(default_factory=list)
    standing: TrackStanding = field(default_factory=TrackStanding)
    day_starts: list[int] = field(default_factory=list)
    """Where each day's asks begin in ``asks``."""
    mean_at: list[tuple[date, float]] = field(default_factory=list)
    """Mean after each day with asks, for the tail on the sides board."""

    @property
    def days(self) -> list[date]:
        return [self.asks[start].day for start in self.day_starts]

    @property
    def basis(self) -> str:
        """What a figure of this track rests on: '9 asks on 2 days'."""
        asks, days = len(self.asks), len(self.days)
        return f"{asks} ask{'s' * (asks != 1)} on {days} day{'s' * (days != 1)}"

    @property
    def last_day(self) -> date:
        return self.asks[-1].day

    @property
    def mean(self) -> float:
        return self.belief.mean

    @property
    def sure(self) -> float:
        if isinstance(self.belief, LightnessTrack):
            return self.belief.sure(self.rule.band_top)
        return self.belief.sure

    def p_first(self, on: date | None = None) -> float:
        """P(the first try of ``on`` is light, or succeeds); two days after the last if None."""
        if isinstance(self.belief, ShareTrack):
            return self.belief.mean
        days = FIRST_ASK_BREAK_DAYS if on is None else max((on - self.last_day).days, 1)
        return self.belief.p_first(days, self.rule.band_top)

    def p_next(self, on: date) -> float | None:
        """P(the next try is light) if ``on`` is the day of the last one."""
        if on != self.last_day:
            return None
        if isinstance(self.belief, ShareTrack):
            return self.belief.mean
        return self.belief.p_next(self.rule.band_top)

    def add(self, row: DatedAsk) -> None:
        if not self.asks or self.last_day != row.day:
            self.day_starts.append(len(self.asks))
        self.asks.append(row)

    def asks_on(self, day: date) -> list[Ask]:
        return [row.ask for row in self.asks if row.day == day]

    def close_day(self) -> None:
        """Judges the day that ends: is the track confirmed, is it slipping?"""
        if not self.asks or self.standing.judged_on == self.last_day:
            return
        first = self.asks[self.day_starts[-1]].ask
        self.standing = self.standing.after_day(
            day=self.last_day,
            first_accepted=is_accepted(first, self.rule),
            first_light=is_success(first, self.rule),
            sure=self.sure,
            p_first=self.p_first(),
            safety=self.rule.exercise.safety,
            is_share=isinstance(self.belief, ShareTrack),
        )
        self.mean_at.append((self.last_day, self.mean))

    def is_ready(self) -> bool:
        """Asked on two days, the last two accepted, likely to be light again (design notes)."""
        last_two = [is_accepted(row.ask, self.rule) for row in self.asks[-2:]]
        return (
            len(self.day_starts) >= READY_DAYS
            and len(last_two) == 2
            and all(last_two)
            and self.p_first() >= READY_CHANCE
        )


READY_DAYS = 2
READY_CHANCE = 0.60


class Tracks:
    """All tracks of a horse, built by hearing its asks in order."""

    def __init__(
        self,
        record: HorseRecord,
        catalogue: Catalogue,
        parameters: ResponseParameters = DEFAULT,
    ) -> None:
        self.catalogue = catalogue
        self._horse = record.horse
        self._tables: ResponseTables = tables_for(parameters)
        self._rules: dict[str, StepRule] = {}
        self.by_key: dict[TrackKey, Track] = {}
        self._asked_last: Track | None = None
        for row in asks_in_order(record, catalogue):
            self._hear(row)
        for track in self.by_key.values():
            track.close_day()

    def rule(self, step: str) -> StepRule:
        """How asks of a step are judged for this horse."""
        if step not in self._rules:
            band = band_for(self._horse, self.catalogue, step)
            rule = StepRule(self.catalogue.exercise(step), self.catalogue.stage(step), band)
            self._rules[step] = rule
        return self._rules[step]

    def get(self, step: str, side: Side) -> Track | None:
        return self.by_key.get((step, side))

    def sides_of(self, step: str) -> list[tuple[Side, Track | None]]:
        """Every side that a step has, with its track if it was ever asked."""
        return [(side, self.get(step, side)) for side in self.rule(step).exercise.side_names]

    def _hear(self, row: DatedAsk) -> None:
        track = self.by_key.get(row.track) or self._new_track(row)
        if track.asks and track.last_day != row.day:
            track.close_day()
        if isinstance(track.belief, ShareTrack):
            success = is_success(row.ask, track.rule)
            track.belief = track.belief.hear(success, row.day.toordinal())
        else:
            self._hear_lightness(track, track.belief, row)
        track.add(row)

    def _hear_lightness(self, track: Track, belief: LightnessTrack, row: DatedAsk) -> None:
        observation = observation_of(row.ask, track.rule)
        if observation is None:
            return
        day = row.day.toordinal()
        track.belief = belief.open_day(day, self._mood_of(day)).hear(observation)
        self._asked_last = track

    def _mood_of(self, day: int) -> Array | None:
        last = self._asked_last.belief if self._asked_last is not None else None
        return last.mood if isinstance(last, LightnessTrack) and last.day == day else None

    def _new_track(self, row: DatedAsk) -> Track:
        step, side = row.track
        rule = self.rule(step)
        belief: LightnessTrack | ShareTrack = (
            self._first_belief(step, side) if rule.kind is Kind.LIGHTNESS else ShareTrack()
        )
        track = Track(rule, side, belief)
        self.by_key[row.track] = track
        return track

    def _first_belief(self, step: str, side: Side) -> LightnessTrack:
        """From the other side, else from the stage before on this side, else the prior."""
        parameters = self._tables.parameters
        other = self.get(step, side.other) if side is not Side.NONE else None
        if other is not None and isinstance(other.belief, LightnessTrack):
            return other.belief.related(parameters.side_blur)
        earlier = self.catalogue.previous(step)
        before = self.get(earlier, side) if earlier is not None else None
        if before is not None and isinstance(before.belief, LightnessTrack):
            return before.belief.related(parameters.stage_blur)
        return LightnessTrack.unknown(self._tables)
