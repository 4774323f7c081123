"""Runs a horse's asks through the filters: one track a step and side, and how it stands.

The asks are the truth: tracks are derived and can always be built again from them.
"""

from __future__ import annotations

from bisect import bisect_left
from collections.abc import Iterator
from dataclasses import dataclass, field, replace
from datetime import date
from typing import NamedTuple

from bucephal.answers import Meaning, Observation, StepRule, meaning_of, rule_for
from bucephal.ladder import Catalogue, Side, StepKind
from bucephal.record import Ask, DatedAsk, Horse, HorseRecord, Tension, asks_in_order
from bucephal.response.calmness import Calmness
from bucephal.response.confirmation import TrackStanding
from bucephal.response.lightness import LightnessTrack
from bucephal.response.model_parameters import DEFAULT, FIRST_ASK_BREAK_DAYS, ResponseParameters
from bucephal.response.success_share import ShareTrack
from bucephal.response.tables import Array, ResponseTables, tables_for
from bucephal.words.plain import basis

TrackKey = tuple[str, Side]
Belief = LightnessTrack | ShareTrack


class Morning(NamedTuple):
    """How a side stood before a day on which it was asked."""

    confirmed: bool = False
    ready: bool = False
    mean: float | None = None
    """Its level; None: never asked before, or not judged by lightness."""


@dataclass
class CueTrack:
    """One step on one side: its belief, its asks and how it stands after each day."""

    rule: StepRule
    side: Side
    start: Belief
    """What was believed before its first ask."""
    belief: Belief
    asks: list[DatedAsk] = field(default_factory=list)
    meanings: list[Meaning] = field(default_factory=list)
    """What each of ``asks`` meant when it was made."""
    manner: Calmness = field(default_factory=Calmness)
    """How calm its answers are."""
    days: list[date] = field(default_factory=list)
    """On which it was asked."""
    day_starts: list[int] = field(default_factory=list)
    """Where each day's asks begin in ``asks``."""
    unusual: list[int] = field(default_factory=list)
    """Which of ``asks`` were not simply calm and answered without a fault: what a sign may be found in."""
    moods: dict[int, Array | None] = field(default_factory=dict)
    """By day (ordinal): the mood carried over from the track asked just before, if any."""
    earlier: Belief | None = None
    """The belief before its last day; None while it has only one."""
    earlier_standing: TrackStanding = field(default_factory=TrackStanding)
    """How it stood before its last day."""
    earlier_means: list[tuple[date, float]] = field(default_factory=list)
    """Mean after each day but the last."""
    mornings: list[Morning] = field(default_factory=list)
    """How it stood before each of its days."""
    answered_days: int = 0
    """Days on which it was asked, and not only probed."""
    _standing: TrackStanding | None = None

    @property
    def basis(self) -> str:
        """What a figure of this track rests on: '9 asks on 2 days'."""
        return basis(len(self.asks), len(self.day_starts))

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

    def open_day(self, day: date) -> None:
        """Keeps how it stood, when the ask that comes next is the first of a new day."""
        if not self.asks:
            self.mornings.append(Morning())
        if not self.asks or self.last_day == day:
            return
        mean = self.mean if isinstance(self.belief, LightnessTrack) else None
        self.mornings.append(Morning(self.standing.confirmed, self.is_ready(), mean))
        self.earlier_means.append((self.last_day, self.mean))
        self.earlier, self.earlier_standing = self.belief, self.standing

    def add(self, row: DatedAsk, meaning: Meaning) -> None:
        if not self.asks or self.last_day != row.day:
            self.day_starts.append(len(self.asks))
            self.days.append(row.day)
        if not _is_usual(row.ask):
            self.unusual.append(len(self.asks))
        today = self.asks[self.day_starts[-1] :]
        self.answered_days += not row.ask.probe and all(one.ask.probe for one in today)
        self.asks.append(row)
        self.meanings.append(meaning)
        self.manner = self.manner.hear(meaning, row.day.toordinal())
        self._standing = None

    def branch(self) -> CueTrack:
        """The same, to go on from: what it hears the first does not."""
        return replace(
            self,
            asks=[*self.asks],
            meanings=[*self.meanings],
            days=[*self.days],
            day_starts=[*self.day_starts],
            unusual=[*self.unusual],
            moods={**self.moods},
            earlier_means=[*self.earlier_means],
            mornings=[*self.mornings],
        )

    def take_up(
        self, standing: TrackStanding, means: list[tuple[date, float]], mornings: list[Morning]
    ) -> None:
        """Goes on from a saved state: as if its last day had been judged just now."""
        self._standing, self.earlier_means, self.mornings = standing, means[:-1], mornings

    def morning(self, day: date) -> Morning:
        """How it stood before a day on which it was asked."""
        return self.mornings[bisect_left(self.days, day)]

    def asks_on(self, day: date) -> list[Ask]:
        return [row.ask for row in self.asks[self._of_day(day)]]

    def told_on(self, day: date) -> list[tuple[Ask, Meaning]]:
        """A day's asks with what they meant."""
        today = self._of_day(day)
        return [(row.ask, one) for row, one in zip(self.asks[today], self.meanings[today], strict=True)]

    def _of_day(self, day: date) -> slice:
        """Where a day's asks are; nowhere if it was not asked on it."""
        number = bisect_left(self.days, day)
        if number == len(self.days) or self.days[number] != day:
            return slice(0, 0)
        following = self.day_starts[number + 1] if number + 1 < len(self.days) else len(self.asks)
        return slice(self.day_starts[number], following)

    @property
    def is_only_probed(self) -> bool:
        """To see what comes; it is no less new for that."""
        return self.answered_days == 0

    @property
    def answers(self) -> list[Meaning]:
        """Those that are answers, in order: not a gait lost on the way, the body, or before the ask."""
        return [meaning for meaning in self.meanings if meaning.is_answer]

    @property
    def good_manners(self) -> bool:
        """Calm enough, and right enough, to be built on."""
        return self.manner.is_good(exciting=self.rule.stage.exciting)

    @property
    def standing(self) -> TrackStanding:
        """Confirmed, slipping or neither, its last day included."""
        if self._standing is None:
            self._standing = self._judge() if self.asks else self.earlier_standing
        return self._standing

    def _judge(self) -> TrackStanding:
        today = [one for one in self.meanings[self.day_starts[-1] :] if one.is_answer]
        if not today:
            return self.earlier_standing
        return self.earlier_standing.after_day(
            first_accepted=today[0].accepted,
            first_light=today[0].success,
            sure=self.sure,
            p_first=self.p_first(),
            safety=self.rule.exercise.safety,
            is_share=isinstance(self.belief, ShareTrack),
            good_manners=self.good_manners,
            manners_lost=self.manner.is_lost,
        )

    @property
    def means(self) -> list[tuple[date, float]]:
        """Mean after each day with asks."""
        return [*self.earlier_means, (self.last_day, self.mean)] if self.asks else []

    def is_ready(self) -> bool:
        """Asked on two days, the last two accepted, calm and right often enough, likely to be light again
        (docs/how-it-estimates.md).
        """
        last_two = [one.accepted for one in self.answers[-2:]]
        return (
            self.answered_days >= READY_DAYS
            and len(last_two) == 2
            and all(last_two)
            and self.p_first() >= READY_CHANCE
            and self.good_manners
        )


def _is_usual(ask: Ask) -> bool:
    return ask.answered and ask.tension is Tension.CALM and not ask.faults and ask.lead_front is None


READY_DAYS = 2
READY_CHANCE = 0.60


class Tracks:
    """All tracks of a horse. Each ask heard is one update of its own track."""

    def __init__(self, horse: Horse, catalogue: Catalogue, parameters: ResponseParameters = DEFAULT) -> None:
        self.catalogue = catalogue
        self.tables: ResponseTables = tables_for(parameters)
        self._horse = horse
        self._rules: dict[str, StepRule] = {}
        self.by_key: dict[TrackKey, CueTrack] = {}
        self.probed: dict[TrackKey, CueTrack] = {}
        """What came when a step was probed before it was ever begun: only where its track starts from."""
        self.ready_on: dict[str, int] = {}
        """By step: the day (ordinal) from which on it had been ready; what was let be is shape since."""
        self._days_of: dict[str, set[int]] = {}
        """By exercise: the days on which it was asked."""
        self._asked_last: CueTrack | None = None
        self._lent: set[int] = set()
        """Tracks (by ``id``) that belong to what this is a branch of, until they hear something here."""

    def branch(self) -> Tracks:
        """The same, to go on from: what it hears the first does not. A track is copied when it hears."""
        branch = Tracks(self._horse, self.catalogue, self.tables.parameters)
        branch._rules = self._rules
        branch.by_key, branch.probed = {**self.by_key}, {**self.probed}
        branch.ready_on = {**self.ready_on}
        branch._days_of = {exercise: {*days} for exercise, days in self._days_of.items()}
        branch._asked_last = self._asked_last
        branch._lent = {id(track) for track in self.everything()}
        return branch

    @staticmethod
    def of(record: HorseRecord, catalogue: Catalogue, parameters: ResponseParameters = DEFAULT) -> Tracks:
        """The tracks of a record, from nothing."""
        tracks = Tracks(record.horse, catalogue, parameters)
        for row in asks_in_order(record, catalogue):
            tracks.hear(row)
        return tracks

    def rule(self, step: str) -> StepRule:
        """How asks of a step are judged for this horse."""
        if step not in self._rules:
            self._rules[step] = rule_for(step, self._horse, self.catalogue)
        return self._rules[step]

    def get(self, step: str, side: Side) -> CueTrack | None:
        return self.by_key.get((step, side))

    def asked(self, step: str, side: Side) -> CueTrack | None:
        """The track that holds what was asked, if only as a probe."""
        return self.by_key.get((step, side)) or self.probed.get((step, side))

    def everything(self) -> Iterator[CueTrack]:
        """Every track, and what was only ever probed."""
        yield from self.by_key.values()
        yield from self.probed.values()

    def told_on(self, key: TrackKey, day: date) -> list[tuple[Ask, Meaning]]:
        """A day's asks of a step and side with what they meant, probes first."""
        tracks = (self.probed.get(key), self.by_key.get(key))
        return [told for track in tracks if track is not None for told in track.told_on(day)]

    def sides_of(self, step: str) -> list[tuple[Side, CueTrack | None]]:
        """Every side that a step has, with its track if it was ever asked."""
        return [(side, self.get(step, side)) for side in self.rule(step).exercise.side_names]

    def hear(self, row: DatedAsk) -> None:
        """One more ask; asks are to be heard in the order of ``asks_in_order``."""
        self._look_in_the_morning(row.ask.step, row.day.toordinal())
        meaning = self._meaning(row)
        track = self._track_of(row)
        track.open_day(row.day)
        if isinstance(track.belief, ShareTrack):
            if meaning.told:
                track.belief = track.belief.hear(meaning.success, row.day.toordinal())
        elif meaning.heard is not None:
            self._hear_lightness(track, track.belief, meaning.heard, row.day.toordinal())
        track.add(row, meaning)

    def recall(self, row: DatedAsk) -> None:
        """An ask that its track's belief holds already, since it was saved; ``ready_on`` is known."""
        self._track_of(row).add(row, self._meaning(row))

    def _track_of(self, row: DatedAsk) -> CueTrack:
        """A probe of what was not begun yet is kept apart: the step is asked no less for the first time."""
        begun = self.by_key.get(row.track)
        among = self.probed if row.ask.probe and not (begun is not None and begun.asks) else self.by_key
        track = among.get(row.track)
        if track is None:
            return self._new_track(row, among)
        if id(track) in self._lent:
            self._lent.discard(id(track))
            track = among[row.track] = track.branch()
        return track

    def _meaning(self, row: DatedAsk) -> Meaning:
        """What an ask means for this horse on its day: learning is what the step was that morning."""
        step, day = row.ask.step, row.day.toordinal()
        days = self._days_of.setdefault(step.rpartition(".")[0], set())
        before = len(days - {day})
        days.add(day)
        learning = day < self.ready_on.get(step, day + 1)
        return meaning_of(row.ask, self.rule(step), learning=learning, sessions_before=before)

    def _look_in_the_morning(self, step: str, day: int) -> None:
        """Was it ready on every side when the day began? Looked at once, before the day's first ask of it."""
        if step in self.ready_on:
            return
        sides = [track for _, track in self.sides_of(step)]
        begun = any(track is not None and track.last_day.toordinal() == day for track in sides)
        if not begun and self._is_ready(step):
            self.ready_on[step] = day

    def days_of(self, exercise: str) -> set[date]:
        """The days on which an exercise was asked, in whichever stage."""
        return {
            on
            for (step, _), track in self.by_key.items()
            if step.rpartition(".")[0] == exercise
            for on in track.days
        }

    def has_been_ready(self, step: str) -> bool:
        """Is it ready on every side by all that was asked, or was it on an earlier morning?"""
        return step in self.ready_on or self._is_ready(step)

    def _is_ready(self, step: str) -> bool:
        return all(track is not None and track.is_ready() for _, track in self.sides_of(step))

    def chance_light(self, step: str, side: Side, day: date) -> float:
        """P(the next ask of a step and side, if asked now on ``day``, is in the band)."""
        track = self.get(step, side)
        belief = track.belief if track is not None else self.first_belief(step, side)
        if isinstance(belief, ShareTrack):
            return belief.mean
        ordinal = day.toordinal()
        chance = belief.open_day(ordinal, self._mood_of(ordinal)).p_next(self.rule(step).band_top)
        assert chance is not None
        return chance

    def _hear_lightness(self, track: CueTrack, belief: LightnessTrack, heard: Observation, day: int) -> None:
        if belief.day != day:
            track.moods[day] = self._mood_of(day)
            belief = belief.open_day(day, track.moods[day])
        track.belief = belief.hear(heard)
        self._asked_last = track

    def _mood_of(self, day: int) -> Array | None:
        last = self._asked_last.belief if self._asked_last is not None else None
        return last.mood if isinstance(last, LightnessTrack) and last.day == day else None

    def _new_track(self, row: DatedAsk, among: dict[TrackKey, CueTrack]) -> CueTrack:
        step, side = row.track
        start = self.first_belief(step, side)
        track = among[row.track] = CueTrack(self.rule(step), side, start, start)
        return track

    def first_belief(self, step: str, side: Side) -> Belief:
        """What is believed of a step and side before its first ask.

        From what a probe told, else from the other side, else from the stage before on this side, else what
        is known of any horse.
        """
        probed = self.probed.get((step, side))
        if probed is not None:
            return probed.belief.as_start()
        if self.rule(step).kind is not StepKind.LIGHTNESS:
            return ShareTrack()
        source = self.start_of(step, side)
        if source is None or not isinstance(source.belief, LightnessTrack):
            return LightnessTrack.unknown(self.tables)
        p = self.tables.parameters
        return source.belief.related(p.side_blur if source.side is not side else p.stage_blur)

    def start_of(self, step: str, side: Side) -> CueTrack | None:
        """The track from which a new one starts; None if there is none like it."""
        other = self.get(step, side.other) if side is not Side.NONE else None
        if other is not None:
            return other
        earlier = self.catalogue.previous(step)
        return self.get(earlier, side) if earlier is not None else None
