"""Where a horse stands on the ladder on a day: every step's state, from estimates and needs.

Source: common practice, no source (needs, worst side decides, a later stage vouches for an earlier one);
own decision rules of the response model (docs/how-it-estimates.md).
"""

from __future__ import annotations

from collections.abc import Iterator
from datetime import date, timedelta
from functools import cached_property

from bucephal.answers import Meaning, rule_for
from bucephal.ladder import Catalogue, Gate, Need, Side, Stage, StartAge, StepKind, under
from bucephal.progress.riding_history import ONE_REIN, UP_TO_LEVEL, RiddenBefore
from bucephal.progress.shortfall import lacks, manner_short, passes
from bucephal.progress.step_states import GOOD, MissingNeed, StepStanding, StepState, TrackEstimate
from bucephal.record import FlagCode, HorseRecord, Overridden, Override
from bucephal.response import (
    READY_CHANCE,
    SURE_ENOUGH,
    SURE_ENOUGH_SAFETY,
    CueTrack,
    LightnessTrack,
    Tracks,
)
from bucephal.welfare import Noticed, RaisedFlag, age_months, flag_history, holds_back, notice
from bucephal.words import estimate_words, flag_words, standing_words
from bucephal.words.plain import first_of, on_side

FOUR_WEEKS = timedelta(days=28)
LONG_OFF_WEEKS = 3
"""From there on the model was too hopeful on virtual horses: .31 said, .25 happened."""
FEW_ASKS = 3
_ORDER = {
    StepState.OPEN: 0,
    StepState.LEARNING: 1,
    StepState.SLIPPING: 2,
    StepState.READY: 3,
    StepState.CONFIRMED: 4,
}


class Standing:
    """Every step's state for one horse on one day.

    Args:
        record: the horse and its asks; those after ``on`` should not be in it.
        catalogue: the ladder.
        on: the day in question; chances are for its first ask.
        tracks: of this record, where they are at hand already.
    """

    def __init__(
        self, record: HorseRecord, catalogue: Catalogue, on: date, tracks: Tracks | None = None
    ) -> None:
        self.record = record
        self.catalogue = catalogue = under(catalogue, record.horse.school)
        self.on = on
        self.tracks = tracks or Tracks.of(record, catalogue)
        # Worked out once each: neither the record nor the day of a standing ever changes.
        self._states: dict[str, StepState] = {}
        self._own_states: dict[str, StepState] = {}
        self._met: dict[Need, bool] = {}
        self._missing: dict[str, tuple[MissingNeed, ...]] = {}

    @cached_property
    def age_months(self) -> int | None:
        born = self.record.horse.born
        return age_months(born, self.on) if born is not None else None

    @cached_property
    def _overrides(self) -> dict[str, Override]:
        """The latest override of each step that holds on the day."""
        holding = [
            one
            for one in self.record.overrides
            if one.on <= self.on and (one.until is None or self.on <= one.until)
        ]
        return {one.step: one for one in sorted(holding, key=lambda one: one.on)}

    @property
    def overrides_in_force(self) -> tuple[Override, ...]:
        """The trainer's decisions that hold on the day, one a step."""
        return tuple(self._overrides.values())

    # --- one side -------------------------------------------------------------------------

    def side_state(self, track: CueTrack | None) -> StepState:
        """The state of one step on one side, from its asks alone."""
        if track is None or track.is_only_probed:
            return StepState.OPEN
        if track.standing.confirmed:
            return StepState.CONFIRMED
        if track.standing.slipping:
            return StepState.SLIPPING
        return StepState.READY if track.is_ready() else StepState.LEARNING

    def estimate(self, track: CueTrack) -> TrackEstimate:
        belief, step = track.belief, track.rule.stage.step
        low = high = mean = sd = share = share_low = share_high = level = None
        if isinstance(belief, LightnessTrack):
            mean, sd = belief.mean, belief.sd
            low, high = belief.interval()
            level = mean, low, high
        else:
            share = belief.mean
            share_low, share_high = belief.interval()
        return TrackEstimate(
            step=step,
            name=self.catalogue.full_name(step),
            side=track.side,
            kind=track.rule.kind,
            band=track.rule.band,
            asks=len(track.asks),
            days=len(track.days),
            mean=mean, sd=sd, low=low, high=high,
            share=share, share_low=share_low, share_high=share_high,
            p_first=track.p_first(self.on),
            p_next=track.p_next(self.on),
            sure=track.sure,
            state=self.side_state(track),
            state_all_sides=self.state(step),
            last_on=track.last_day.isoformat(),
            mean_four_weeks_ago=self._mean_before(track, self.on - FOUR_WEEKS),
            words=estimate_words.stands(
                track.p_first(self.on), track.rule.good_answer,
                level,
            ),
            caution=self._caution(track),
        )  # fmt: skip

    def _caution(self, track: CueTrack) -> str | None:
        if len(track.asks) < FEW_ASKS or len(track.days) == 1:
            return estimate_words.too_few(track.basis)
        weeks = (self.on - track.last_day) // timedelta(weeks=1)
        if weeks >= LONG_OFF_WEEKS:
            return estimate_words.long_unasked(weeks)
        return None

    def estimates(self) -> list[TrackEstimate]:
        """Every track that was ever asked, in the order of the ladder."""
        order = {step: index for index, step in enumerate(self.catalogue.steps)}
        tracks = sorted(
            self.tracks.by_key.values(),
            key=lambda track: (order[track.rule.stage.step], track.side != Side.LEFT, track.side),
        )
        return [self.estimate(track) for track in tracks]

    def _mean_before(self, track: CueTrack, day: date) -> float | None:
        earlier = [mean for on, mean in track.means if on <= day]
        return earlier[-1] if earlier and track.rule.kind is StepKind.LIGHTNESS else None

    # --- all sides ------------------------------------------------------------------------

    def own_state(self, step: str) -> StepState:
        """The state of a step on all its sides, from its own asks: the worst side decides."""
        if step not in self._own_states:
            self._own_states[step] = self._work_out_own(step)
        return self._own_states[step]

    def _work_out_own(self, step: str) -> StepState:
        sides = self.tracks.sides_of(step)
        if all(track is None for _, track in sides):
            return StepState.OPEN
        states = [self.side_state(track) for _, track in sides]
        if StepState.SLIPPING in states:
            return StepState.SLIPPING
        worst = min(states, key=lambda state: _ORDER[state])
        return StepState.LEARNING if worst is StepState.OPEN else worst

    def vouched_by(self, step: str) -> tuple[StepState, str] | None:
        """The best that a later stage of the exercise says for a step, and which stage."""
        best: tuple[StepState, str] | None = None
        for later in self.catalogue.this_and_later(step)[1:]:
            state = self._overridden_state(later) or self.own_state(later)
            if state in GOOD:
                if best is None or _ORDER[state] > _ORDER[best[0]]:
                    best = state, later
        return best

    def is_green(self, step: str) -> bool:
        """Is it learned still: was it never ready? Then the coach lets be what is let be while learning."""
        return self.state(step) not in GOOD and not self.tracks.has_been_ready(step)

    def state(self, step: str) -> StepState:
        """Where the step stands, everything considered."""
        if step not in self._states:
            self._states[step] = self._work_out(step)
        return self._states[step]

    def _overridden_state(self, step: str) -> StepState | None:
        override = self._overrides.get(step)
        states = {
            Overridden.READY: StepState.READY,
            Overridden.CONFIRMED: StepState.CONFIRMED,
            Overridden.RESTING: StepState.RESTING,
        }
        return states.get(override.state) if override is not None else None

    def _work_out(self, step: str) -> StepState:
        if self.held_back_by(step) is not None:
            return StepState.RESTING
        forced = self._overridden_state(step)
        if forced is not None:
            return forced
        if self.rest_because(step) is not None:
            return StepState.RESTING
        return self.worked_state(step)

    def worked_state(self, step: str) -> StepState:
        """Where the step stands by its work alone, were nothing keeping it at rest."""
        own = self.own_state(step)
        vouched = self.vouched_by(step)
        if vouched is not None and own is not StepState.SLIPPING and _ORDER[vouched[0]] > _ORDER[own]:
            return vouched[0]
        if own is not StepState.OPEN:
            return own
        override = self._overrides.get(step)
        opened = override is not None and override.state is Overridden.OPEN
        return StepState.OPEN if opened or not self.missing(step) else StepState.CLOSED

    @cached_property
    def there(self) -> frozenset[str]:
        """Steps that are good, and those under them, even if nobody asked them by themselves."""
        good = [
            step for step in self.catalogue.steps
            if (self._overridden_state(step) or self.worked_state(step)) in GOOD
        ]  # fmt: skip
        return frozenset(below for step in good for below in self.catalogue.path_to(step))

    def rest_because(self, step: str) -> tuple[str, str] | None:
        """Why a step is left alone on this day (code, words); None if nothing keeps it at rest."""
        override, stage = self._overrides.get(step), self.catalogue.stage(step)
        flag = self.held_back_by(step)
        if flag is not None:
            return "flag", flag_words.resting(flag.code)
        if override is not None and override.state is Overridden.RESTING:
            return "resting", standing_words.decided(override.on, override.reason)
        if stage.archived:
            return "archived", standing_words.ARCHIVED
        if self.is_too_young(step):
            return "age", self._too_young_words(stage)
        missing = [thing for thing in stage.kit if thing in self.catalogue.missing_kit]
        if missing:
            return "kit", standing_words.kit_missing(missing)
        return None

    def _too_young_words(self, stage: Stage) -> str:
        demand = max(stage.demands, key=lambda one: one.months, default=None)
        own = demand is not None and demand.months == stage.least_age_months
        early = StartAge.in_force(self.catalogue.school) is StartAge.LATE_IN_THE_THIRD_YEAR
        return standing_words.too_young(
            self.age_months,
            stage.least_age_months,
            demand.words if own and demand is not None else None,
            RIDING_NEVER_BELOW if stage.ridden and early else None,
        )

    @cached_property
    def flags(self) -> tuple[RaisedFlag, ...]:
        """Every flag up to the day, the open ones first."""
        return flag_history(self.record, self.noticed, self.on)

    @cached_property
    def noticed(self) -> Noticed:
        """What the record holds of every sign of a flag."""
        return notice(self.record, self.tracks, self.on)

    @cached_property
    def open_flags(self) -> tuple[FlagCode, ...]:
        """Codes of the flags that are open on the day, each once."""
        return tuple(dict.fromkeys(flag.code for flag in self.flags if flag.open))

    def held_back_by(self, step: str) -> RaisedFlag | None:
        """The open flag that holds a step back, if one does; no decision lifts it."""
        if not self.open_flags:
            return None
        return next((one for one in self.flags if one.open and self.is_held_back(step, one.code)), None)

    def is_held_back(self, step: str, code: FlagCode) -> bool:
        """Does such a flag hold a step back? After tense work what is new waits as well."""
        if holds_back(code, self.catalogue.stage(step), self.catalogue.exercise(step)):
            return True
        return code is FlagCode.TENSE_WORK and self.is_new(step)

    def is_new(self, step: str) -> bool:
        """Never asked, and no later stage that is good by its own asks speaks for it."""
        asked = any(track is not None for _, track in self.tracks.sides_of(step))
        return not asked and all(
            self.own_state(one) not in GOOD for one in self.catalogue.this_and_later(step)
        )

    def is_too_young(self, step: str) -> bool:
        """Below the least age of the step, unless the trainer opened it with a reason."""
        stage = self.catalogue.stage(step)
        override = self._overrides.get(step)
        if override is not None and override.state is Overridden.OPEN and not self.never_ridden(step):
            return False
        return self.age_months is not None and self.age_months < stage.least_age_months

    def never_ridden(self, step: str) -> bool:
        """Under 30 months ridden work cannot be planned, whatever the trainer decides."""
        return (
            self.catalogue.stage(step).ridden
            and self.age_months is not None
            and self.age_months < RIDING_NEVER_BELOW
        )

    # --- needs ----------------------------------------------------------------------------

    def meets(self, need: Need) -> bool:
        """Is a need met, by the step itself or a later stage of its exercise?"""
        if need not in self._met:
            self._met[need] = self._is_met(need)
        return self._met[need]

    def _is_met(self, need: Need) -> bool:
        for step in self.catalogue.this_and_later(need.step):
            state = self._overridden_state(step) or self.own_state(step)
            if state is StepState.CONFIRMED:
                return True
            if need.gate is Gate.READY and (state is StepState.READY or self._ready_everywhere(step)):
                return True
        return need.gate is Gate.READY and need.step in self.vouched_under

    @cached_property
    def vouched_under(self) -> frozenset[str]:
        """What the light and calm answers of a horse that was ridden before rest on: no need to go through it
        from the bottom. What is for safety nothing vouches for.
        """
        if not self.riding.walks:
            return frozenset()
        answered = [step for step in self.catalogue.steps if self._answered_lightly(step)]
        under = {below for step in answered for below in self.catalogue.path_to(step)}
        return frozenset(step for step in under if not self.catalogue.exercise(step).safety)

    def _answered_lightly(self, step: str) -> bool:
        """On every side, on its last day: at least half of the answers light and calm, the last one too."""
        return all(
            track is not None and _is_light_day([one for _, one in track.told_on(track.last_day)])
            for _, track in self.tracks.sides_of(step)
        )

    def _ready_everywhere(self, step: str) -> bool:
        """A slipping step can still be good enough for a 'ready' gate."""
        return all(track is not None and track.is_ready() for _, track in self.tracks.sides_of(step))

    def missing(self, step: str) -> tuple[MissingNeed, ...]:
        """Needs of a step that are not met, each with the figure that is short."""
        if step not in self._missing:
            self._missing[step] = tuple(self._waits_for(step))
        return self._missing[step]

    def _waits_for(self, step: str) -> Iterator[MissingNeed]:
        needs = self.catalogue.stage(step).needs
        if self.riding.replaces(step):
            yield from (self._first(*one) for one in self.riding.waits_for(step))
            # Within an exercise that is begun each stage still needs the one before it; not so the brake that
            # is proved in its own order.
            before = self.catalogue.previous(step) if step not in ONE_REIN else None
            asked = before is not None and any(track for _, track in self.tracks.sides_of(before))
            needs = tuple(need for need in needs if asked and need.step == before)
        yield from (self.short_of(need) for need in needs if not self.meets(need))

    @cached_property
    def riding(self) -> RiddenBefore:
        """What goes before the ladder's gates for a horse that was ridden before."""
        return RiddenBefore(self.record, self.tracks, self.on)

    def _first(self, step: str, side: Side, times: int) -> MissingNeed:
        """What has to come before riding goes further."""
        lacks = (
            standing_words.must_come(times, UP_TO_LEVEL, on_side(side))
            if times
            else standing_words.CALM_TROT_FIRST
        )
        return MissingNeed(
            step=step,
            name=self.catalogue.full_name(step),
            gate=Gate.READY,
            state=self.own_state(step),
            side=None if side is Side.NONE else side,
            figure=None,
            wanted=float(times),
            accepted_lately=None,
            lacks=lacks,
            words=standing_words.needed(self.catalogue.name_in_text(step), lacks),
        )

    def short_of(self, need: Need) -> MissingNeed:
        """The one thing that is missing for a gate, on the side that is furthest from it."""
        sides = self.tracks.sides_of(need.step)
        wanted, asked = self._wanted(need), any(track is not None for _, track in sides)
        never = next((side for side, track in sides if track is None), None)
        track = None if never is not None else self._furthest_from(need)
        if track is None:
            missing, side = (
                standing_words.not_asked(on_side(never) if asked else ""),
                never if asked else None,
            )
        else:
            missing, side = self._lacks(track, need, wanted), track.side
        return MissingNeed(
            step=need.step,
            name=self.catalogue.full_name(need.step),
            gate=need.gate,
            state=self.own_state(need.step) if asked else StepState.OPEN,
            side=side,
            figure=_figure(track, need.gate) if track is not None else None,
            wanted=wanted,
            accepted_lately=all(one.accepted for one in track.answers[-2:]) if track is not None else None,
            lacks=missing,
            words=standing_words.needed(self.catalogue.name_in_text(need.step), missing),
        )

    def _furthest_from(self, need: Need) -> CueTrack | None:
        """Of the sides that do not pass: what is not calm or right before what is not light."""
        tracks = [track for _, track in self.tracks.sides_of(need.step) if track is not None]
        failing = [track for track in tracks if not passes(track, need.gate)] or tracks
        return min(failing, key=lambda one: (not manner_short(one), _figure(one, need.gate)), default=None)

    def _lacks(self, track: CueTrack, need: Need, wanted: float) -> str:
        if self._overridden_state(need.step) is StepState.RESTING:
            return standing_words.LEFT_ALONE
        return lacks(track, need.gate, wanted)

    def _wanted(self, need: Need) -> float:
        if need.gate is Gate.READY:
            return READY_CHANCE
        safety = self.catalogue.exercise(need.step).safety
        return SURE_ENOUGH_SAFETY if safety else SURE_ENOUGH

    # --- the whole ------------------------------------------------------------------------

    def step(self, step: str) -> StepStanding:
        """The standing of one step with everything behind it."""
        state, vouched = self.state(step), self.vouched_by(step)
        override = self._overrides.get(step)
        tracks = [track for _, track in self.tracks.sides_of(step) if track is not None]
        return StepStanding(
            step=step,
            name=self.catalogue.full_name(step),
            phase=self.catalogue.exercise(step).phase,
            state=state,
            why=self.why(step),
            sides=tuple(self.estimate(track) for track in tracks),
            missing=self.missing(step) if state is StepState.CLOSED else (),
            vouched_by=vouched[1] if vouched is not None else None,
            overridden=override.reason if override is not None else None,
        )

    def good_answer(self, step: str) -> str:
        """What a good answer to a step is called."""
        return rule_for(step, self.record.horse, self.catalogue).good_answer

    def why(self, step: str) -> str:
        """Why a step stands where it stands, in a line: what it has, or the one thing that is missing."""
        state, override = self.state(step), self._overrides.get(step)
        if override is not None:
            return standing_words.decided(override.on, override.reason)
        resting = self.rest_because(step)
        if state is StepState.RESTING and resting is not None:
            return resting[1]
        if state is StepState.CLOSED:
            return first_of([need.words for need in self.missing(step)])
        if state is StepState.OPEN:
            return standing_words.NOTHING_MISSING
        if self.own_state(step) not in GOOD:
            vouched = self.vouched_by(step)
            if vouched is not None and state in GOOD:
                return standing_words.vouched(self.catalogue.name_in_text(vouched[1]), vouched[0])
            gate = Gate.CONFIRMED if state is StepState.SLIPPING else Gate.READY
            return self.short_of(Need(step=step, gate=gate)).lacks
        sides = [(side, track.p_first()) for side, track in self.tracks.sides_of(step) if track is not None]
        return standing_words.sides_stand(sides, self.good_answer(step))

    def steps(self) -> list[StepStanding]:
        return [self.step(step) for step in self.catalogue.steps]


def standing_on(record: HorseRecord, catalogue: Catalogue, on: date) -> Standing:
    """Where a horse stood in the evening of a day: later sessions are left aside."""
    past = tuple(one for one in record.sessions if one.date <= on)
    return Standing(record.model_copy(update={"sessions": past}), catalogue, on)


RIDING_NEVER_BELOW = 30
"""Months. A cautious default: growth plates close over years, the spine's last (from memory); a vet's word
goes first.
"""


def _is_light_day(meanings: list[Meaning]) -> bool:
    answers = [one for one in meanings if one.is_answer]
    light = sum(one.accepted for one in answers)
    return bool(answers) and answers[-1].accepted and 2 * light >= len(answers)


def _figure(track: CueTrack, gate: Gate) -> float:
    return track.sure if gate is Gate.CONFIRMED else track.p_first()
