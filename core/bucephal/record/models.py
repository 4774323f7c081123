"""The horse record, version 1: one horse, its sessions, every ask and every event.

These frozen models are the one definition of the open format. The JSON Schema, the API and
the TypeScript types are generated from them. Unknown keys are refused; optional ones may be
missing.
"""

from __future__ import annotations

import re
from contextlib import suppress
from datetime import UTC, date, datetime, time
from enum import StrEnum
from typing import Annotated, Any, Literal

from pydantic import AfterValidator, BaseModel, BeforeValidator, ConfigDict, Field, field_serializer

from bucephal.base.texts import PLAIN, line_of, text_of
from bucephal.ladder import OptionCode, Side

FORMAT = "bucephal.horse-record"
VERSION = 1

LEVELS = range(1, 11)
TOP_LEVEL = LEVELS[-1]
STRENGTHS = range(1, 6)
"""How strong a thing was that it bore: 1 the least, 5 the most."""
GRADES = range(1, 6)
"""How good a movement was, apart from how light: 5 the best."""
Level = Annotated[int, Field(ge=1, le=10, strict=True, description="Pressure level, 1 to 10.")]
Minutes = Annotated[float, Field(ge=0, le=600, description="Minutes.")]
Identifier = Annotated[str, Field(**text_of(1, 64))]
Key = Annotated[str, Field(**text_of(1, 40))]
"""A name within a record: of a question, a band, a piece of tack."""
ShortText = Annotated[str, Field(**text_of(0, 200))]
LongText = Annotated[str, Field(**text_of(0, 10_000))]
Reason = Annotated[str, Field(**text_of(1, 2000))]
Name = Annotated[str, Field(**line_of(80))]
StepId = Annotated[
    str, Field(min_length=1, max_length=40, pattern=PLAIN, description="A step, e.g. up-wt.2.")
]
EARLIEST_DAY, LATEST_DAY = date(1950, 1, 1), date(2100, 12, 31)
"""No horse that is worked today was born before the one; nothing is planned past the other."""
_ISO_DAY = re.compile(r"\d{4}-\d{2}-\d{2}")


def _written_as_a_day(raw: Any) -> Any:
    """Numbers are no days, though pydantic would count them as seconds from 1970."""
    if isinstance(raw, date):
        return raw
    if isinstance(raw, str) and _ISO_DAY.fullmatch(raw):
        with suppress(ValueError):
            return date.fromisoformat(raw)
    raise ValueError("is not a date")


def _in_our_time(day: date) -> date:
    if not EARLIEST_DAY <= day <= LATEST_DAY:
        raise ValueError("is too early" if day < EARLIEST_DAY else "is too late")
    return day


Day = Annotated[
    date,
    BeforeValidator(_written_as_a_day),
    AfterValidator(_in_our_time),
    Field(json_schema_extra={"formatMinimum": str(EARLIEST_DAY), "formatMaximum": str(LATEST_DAY)}),
]


def _without_offset(moment: time) -> time:
    """A time of day belongs to its session's date; an offset would move it to another one."""
    if moment.tzinfo is not None:
        raise ValueError("has an offset, and no date that it could belong to")
    return moment


TimeOfDay = Annotated[time, AfterValidator(_without_offset)]
Moment = Annotated[datetime | TimeOfDay, Field(union_mode="left_to_right")]

GirthCm = Annotated[float, Field(ge=60, le=280)]
LengthCm = Annotated[float, Field(ge=50, le=260)]


class FrozenModel(BaseModel):
    model_config = ConfigDict(frozen=True, extra="forbid", allow_inf_nan=False)


class Correct(StrEnum):
    YES = "yes"
    NEARLY = "nearly"
    NO = "no"


class Tension(StrEnum):
    CALM = "calm"
    TIGHT = "tight"
    ALARMED = "alarmed"


class Coarse(StrEnum):
    LIGHT = "light"
    HEAVY = "heavy"


class Lead(StrEnum):
    LEFT = "left"
    RIGHT = "right"


class GaitShown(StrEnum):
    """What came, in horses bred to pace or amble."""

    WALK = "walk"
    TROT = "trot"
    PACE = "pace"
    AMBLE = "amble"
    MIXED = "mixed"
    CANTER = "canter"


class SessionKind(StrEnum):
    ASSESSMENT = "assessment"
    GROUND = "ground"
    LUNGE = "lunge"
    RIDDEN = "ridden"
    HACK = "hack"


class EventKind(StrEnum):
    SPOOK = "spook"
    STUMBLE = "stumble"
    UNEVEN = "uneven"
    BUCK = "buck"
    REAR = "rear"
    BOLT = "bolt"
    KICK = "kick"
    FALL = "fall"


class Background(StrEnum):
    UNHANDLED = "unhandled"
    HANDLED = "handled"
    STARTED = "started"
    FROM_RACING = "from-racing"
    FROM_HARNESS = "from-harness"
    GAITED = "gaited"
    LONG_REST = "long-rest"
    SPOILED = "spoiled"


class DidBefore(StrEnum):
    """What a horse did before it came, as far as it is told."""

    WALK = "walk"
    TROT = "trot"
    CANTER = "canter"
    OWN_GAIT = "own-gait"
    HARNESS = "harness"


class Sex(StrEnum):
    MARE = "mare"
    GELDING = "gelding"
    STALLION = "stallion"


Band = Annotated[tuple[Level, Level], Field(description="Lowest and highest level that count as light.")]


class Horse(FrozenModel):
    """Who the horse is and what is agreed about it."""

    id: Identifier | None = None
    name: Name
    born: Day | None = Field(None, description="Birth date; unknown if missing.")
    sex: Sex | None = None
    height_cm: Annotated[float, Field(ge=50, le=220)] | None = None
    girth_cm: GirthCm | None = None
    length_cm: LengthCm | None = None
    background: Background | None = None
    arrived: Day | None = None
    home: ShortText | None = None
    school: dict[Key, OptionCode] = Field(default_factory=dict)
    bands: dict[Key, Band] = Field(default_factory=dict)
    temperament: dict[Key, Key] = Field(
        default_factory=dict,
        description="As the trainer sees it: go, lazy or sharp; nerve, bold or wary.",
    )
    did_before: tuple[DidBefore, ...] | None = Field(
        None, description="Under a rider, and in harness; null: not told."
    )


class Conditions(FrozenModel):
    """What the day was like; shown beside the asks, never corrected away."""

    air_c: Annotated[float, Field(ge=-40, le=55)] | None = None
    humidity_pct: Annotated[float, Field(ge=0, le=100)] | None = None
    wind: ShortText | float | None = None
    insects: bool | ShortText | None = None
    new_place: bool | None = None


class Settle(FrozenModel):
    """Minutes until the first stretch and until a whole circle stretched."""

    first_min: Minutes | None = None
    whole_min: Minutes | None = None
    head_ups: Annotated[int, Field(ge=0, le=500, strict=True)] | None = Field(
        None, description="Times the head came up."
    )
    settled: bool | None = Field(None, description="False: never settled; minutes are a floor.")

    @property
    def minutes(self) -> float | None:
        """Minutes until settled: until a whole circle stretched, else until the first stretch."""
        return self.whole_min if self.whole_min is not None else self.first_min


class Ask(FrozenModel):
    """One presentation of one cue and its answer."""

    id: Identifier | None = None
    step: StepId
    side: Side = Side.NONE
    level: Level | None = Field(
        None, description="Level at which it answered; if it did not, the highest level tried."
    )
    answered: bool = True
    coarse: Coarse | None = None
    band_top: Level | None = None
    correct: Correct = Correct.YES
    tension: Tension = Tension.CALM
    over: bool = False
    grade: Annotated[int, Field(ge=1, le=5, strict=True)] | None = None
    extent: Annotated[float, Field(ge=0, le=100_000)] | None = None
    strength: Annotated[int, Field(ge=1, le=5, strict=True)] | None = None
    distance_m: Annotated[float, Field(ge=0, le=1000)] | None = None
    let_go_s: Annotated[float, Field(ge=0, le=3600)] | None = None
    delay: Annotated[float, Field(ge=0, le=600)] | None = None
    probe: bool = Field(
        False, description="Asked once beyond today's limit to see what comes: the estimate alone hears it."
    )
    second_aid: Annotated[int, Field(ge=0, le=3, strict=True)] | None = Field(
        None,
        description="How much rein, hand or stick was still needed beside the cue taught: 0 none.",
    )
    offered: Annotated[int, Field(ge=0, le=50, strict=True)] | None = Field(
        None, description="Other things that it offered before the right one."
    )
    attentive: bool | None = Field(None, description="Was it with the rider before the ask?")
    gait_shown: GaitShown | None = Field(None, description="Of horses bred to pace or amble: what came.")
    after_break: bool = Field(False, description="A break went before it.")
    lead_front: Lead | None = None
    lead_hind: Lead | None = None
    faults: tuple[Key, ...] = ()
    at: Moment | None = None
    spot: ShortText | None = None
    note: ShortText | None = Field(None, description="In one's own words.")


class Event(FrozenModel):
    """Something that happened beside the asks: a spook, a stumble, a buck."""

    id: Identifier | None = None
    kind: EventKind
    at: Moment | None = None
    thing: ShortText | None = None
    spot: ShortText | None = None
    recovered_s: Annotated[float, Field(ge=0, le=7200)] | None = None


class PlannedStep(FrozenModel):
    """One item of a plan, as it is kept with the session that was worked by it."""

    kind: Annotated[str, Field(**text_of(1, 20))]
    step: StepId
    asks: Annotated[int, Field(ge=0, le=100)] = 0
    first_side: Side = Side.NONE


class Planned(FrozenModel):
    """What a session was planned to be: worked out, and as the trainer changed it."""

    made: Annotated[tuple[PlannedStep, ...], Field(max_length=40)] = ()
    changed: Annotated[tuple[PlannedStep, ...], Field(max_length=40)] | None = Field(
        None, description="Null: it was taken as it was."
    )


class SessionHeader(FrozenModel):
    """A session without its asks and events: when, where, who, with what, in which weather."""

    id: Identifier | None = None
    date: Day
    started: Moment | None = None
    ended: Moment | None = None
    kind: SessionKind = SessionKind.RIDDEN
    place: ShortText | None = None
    helper: bool | ShortText | None = None
    rider: ShortText | None = None
    rider_kg: Annotated[float, Field(ge=10, le=250)] | None = None
    tack: dict[Key, ShortText | bool | float] = Field(default_factory=dict, max_length=40)
    conditions: Conditions = Conditions()
    settle: Settle | None = None
    planned: Planned | None = None
    note: LongText = ""


class Session(SessionHeader):
    """A session with what was asked, in order, and what happened."""

    asks: tuple[Ask, ...] = ()
    events: tuple[Event, ...] = ()


class FlagCode(StrEnum):
    """Signs that are not training problems."""

    STUMBLES = "stumbles"
    ONE_SIDED_LOSS = "one-sided-loss"
    REFUSAL = "refusal"
    DISUNITED = "disunited"
    UNEVEN = "uneven"
    BREATHING = "breathing"
    INJURY = "injury"
    PAIN_SIGNS = "pain-signs"
    DANGERS = "dangers"
    TENSE_WORK = "tense-work"


NEEDS_A_VET = (FlagCode.UNEVEN, FlagCode.INJURY, FlagCode.BREATHING, FlagCode.PAIN_SIGNS)
"""Cleared only with what a vet found."""


class ClearedBy(StrEnum):
    """Who looked."""

    VET = "vet"
    SADDLER = "saddler"
    DENTIST = "dentist"
    FARRIER = "farrier"
    TRAINER = "trainer"


class Flag(FrozenModel):
    """A flag raised by hand, or one that was cleared; what was tapped raises flags by itself."""

    id: Identifier | None = None
    code: FlagCode
    raised_on: Day
    by_hand: bool = Field(False, description="Raised by somebody who saw it.")
    note: LongText = Field("", description="What was seen.")
    cleared_on: Day | None = None
    cleared_by: ClearedBy | None = Field(None, description="Who looked; with `cleared_on`.")
    found: LongText = Field("", description="What was found when it was cleared.")


class PainSign(StrEnum):
    """Behaviours in ridden work that can mean pain; their words are in `bucephal.words.look_words`."""

    HEAD_UP_DOWN = "head-up-down"
    HEAD_TILTED = "head-tilted"
    NOSE_OUT = "nose-out"
    NOSE_IN = "nose-in"
    HEAD_TOSSED = "head-tossed"
    EARS_BACK = "ears-back"
    EYES_CLOSING = "eyes-closing"
    WHITE_OF_EYE = "white-of-eye"
    STARE = "stare"
    MOUTH_OPEN = "mouth-open"
    TONGUE = "tongue"
    BIT_THROUGH = "bit-through"
    TAIL_CLAMPED = "tail-clamped"
    TAIL_SWISHING = "tail-swishing"
    RUSHED = "rushed"
    TOO_SLOW = "too-slow"
    THREE_TRACKS = "three-tracks"
    CANTER_CHANGES = "canter-changes"
    GAIT_CHANGES = "gait-changes"
    STUMBLES = "stumbles"
    TURNS_AWAY = "turns-away"
    UNWILLING = "unwilling"
    REARS = "rears"
    BUCKS_KICKS = "bucks-kicks"


class PainCheck(FrozenModel):
    """What was seen of the list in some minutes of ridden work; nothing: none of it."""

    on: Day
    signs: frozenset[PainSign] = frozenset()

    @field_serializer("signs")
    def _in_order(self, signs: frozenset[PainSign]) -> list[str]:
        return [sign.value for sign in PainSign if sign in signs]


class ConditionScore(FrozenModel):
    """Body condition, 1 poor to 9 very fat."""

    on: Day
    score: Annotated[int, Field(ge=1, le=9, strict=True)]


class Overridden(StrEnum):
    """The state that a trainer gives a step by hand."""

    OPEN = "open"
    READY = "ready"
    CONFIRMED = "confirmed"
    RESTING = "resting"


class Override(FrozenModel):
    """A trainer's own decision about a step; kept with its reason."""

    step: StepId
    state: Overridden
    reason: Reason
    on: Day
    until: Day | None = None


class Goal(FrozenModel):
    step: StepId
    by: Day | None = None


class Visit(StrEnum):
    """What takes a horse's day: somebody comes, or it is not there."""

    FARRIER = "farrier"
    VACCINATION = "vaccination"
    DENTAL = "dental"
    VET = "vet"
    AWAY = "away"


class Busy(FrozenModel):
    date: Day
    what: Visit


class HorseRecord(FrozenModel):
    """Everything known of one horse, as it is exchanged: the open format, version 1."""

    format: Literal["bucephal.horse-record"]
    version: Literal[1]
    horse: Horse
    sessions: tuple[Session, ...] = ()
    flags: tuple[Flag, ...] = ()
    overrides: tuple[Override, ...] = ()
    goals: tuple[Goal, ...] = ()
    pain_checks: tuple[PainCheck, ...] = ()
    condition_scores: tuple[ConditionScore, ...] = ()
    busy: tuple[Busy, ...] = Field((), description="Visits, behind and ahead.")


def moment_key(moment: datetime | time | None, day: date) -> datetime:
    """A moment as an aware instant, so that moments of one day can be put in order.

    A time without a date belongs to ``day``; one without a zone is taken as UTC, which keeps
    the order of a device that never states its zone; a missing one comes first.
    """
    if moment is None:
        return datetime.combine(day, time.min, tzinfo=UTC)
    if isinstance(moment, time):
        moment = datetime.combine(day, moment)
    return moment if moment.tzinfo is not None else moment.replace(tzinfo=UTC)
