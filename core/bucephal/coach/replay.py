"""What the coach said after each answer of a past session, and where something else was done.

The coach is a function of what was asked: from the asks of a session it says again what it said then. What
only the plan of that day knew (the best so far, whether it might go up a stage) is left aside.
"""

from __future__ import annotations

from collections import Counter as Counted
from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass, field

from pydantic import Field

from bucephal.answers import HeardEntry
from bucephal.coach.advice import NEW_AIM, Advice, Coach
from bucephal.coach.counters import SoFar
from bucephal.coach.machine import AdviceCode
from bucephal.coach.settings import CoachSettings
from bucephal.ladder import Catalogue, Side
from bucephal.progress import Standing
from bucephal.record import Ask, Event, FrozenModel, Session, SessionKind, band_for
from bucephal.record.models import moment_key
from bucephal.words import debrief_words

Key = tuple[str, Side]
_GOES_ON = frozenset(
    {
        AdviceCode.REPEAT_FROM_LIGHT, AdviceCode.HELPING_AID, AdviceCode.REMEDY, AdviceCode.PRAISE_WAIT,
        AdviceCode.REST_REPEAT, AdviceCode.GO_EASIER,
    }
)  # fmt: skip
"""Advice that asks for another answer of the same, or of a smaller one."""
_LEAVES = frozenset({AdviceCode.STOP_DANGER, AdviceCode.BODY_FLAG})
"""Advice after which the same is not asked again at once."""
_HEARD = tuple(name for name in HeardEntry.model_fields if name not in ("event", "step"))
_OF_THE_EXERCISE = ("alarms", "tights", "stops", "tries")


class ReplayedAdvice(FrozenModel):
    """What was said after an answer; and, where that was something else, what was done."""

    after: int = Field(description="The place of the answer among those of its step and side, from 1.")
    said: str
    why: str
    instead: str = Field(description="What was done instead; empty: what was said, or it cannot be told.")


@dataclass
class _Told:
    """One piece of advice, and after which ask of the session it came."""

    key: Key
    number: int
    after: int
    advice: Advice


@dataclass
class _Replay:
    """The coaches of a session, one for each step and side, and what they have counted together."""

    session: Session
    before: Standing
    catalogue: Catalogue
    coaches: dict[Key, Coach] = field(default_factory=dict)
    last: dict[Key, Advice] = field(default_factory=dict)
    anywhere: Counted[str] = field(default_factory=Counted)
    in_exercise: dict[str, Counted[str]] = field(default_factory=dict)

    def hear(self, entry: Ask | Event, key: Key) -> Advice:
        coach = self.coaches.get(key) or self._begin(key)
        counted = dict(coach.counts.total)
        tries = coach.tries
        advice = coach.hear(_heard(entry, key))
        self._count(
            key, {one: coach.counts.total[one] - counted[one] for one in counted}, coach.tries - tries
        )
        self.last[key] = advice
        return advice

    def key_of(self, ask: Ask) -> Key:
        """Whose answer it is: of a smaller step that the coach has asked for it is the larger one's."""
        for (step, side), advice in self.last.items():
            waits = advice.code is AdviceCode.GO_EASIER and side is ask.side
            if waits and self.catalogue.previous(step) == ask.step:
                return step, side
        return ask.step, ask.side

    def _begin(self, key: Key) -> Coach:
        step, side = key
        exercise = self.catalogue.exercise(step)
        so_far = {**self.anywhere, **self.in_exercise.get(exercise.id, {})}
        settings = CoachSettings(
            step=step,
            side=side,
            band=band_for(self.before.record.horse, self.catalogue, step),
            green=self.before.is_green(step),
            school=self.before.record.horse.school,
            aim=self._aim(step),
            cap=exercise.cap,
            other_side_done=any(one == step and other is not side for one, other in self.coaches),
            sessions_before=len(self.before.tracks.days_of(exercise.id)),
            so_far=SoFar.model_validate({one: so_far.get(one, 0) for one in SoFar.model_fields}),
        )
        self.coaches[key] = Coach(settings, self.catalogue)
        return self.coaches[key]

    def _aim(self, step: str) -> int:
        """Answers a side, as it was planned; else those of something new."""
        planned = self.session.planned
        items = (planned.made if planned.changed is None else planned.changed) if planned is not None else ()
        asks = next((one.asks for one in items if one.step == step), 0)
        sides = len(self.catalogue.exercise(step).side_names)
        return max(1, min(asks // sides, 10)) if asks else NEW_AIM

    def _count(self, key: Key, added: Mapping[str, int], tries: int) -> None:
        exercise = self.in_exercise.setdefault(self.catalogue.exercise(key[0]).id, Counted())
        exercise["tries"] += tries
        for one, more in added.items():
            (exercise if one in _OF_THE_EXERCISE else self.anywhere)[one] += more


@dataclass(frozen=True)
class SessionReplay:
    """A session heard again.

    Fields:
        lines: by step and side what was said after each answer.
        left: steps and sides that the coach said to leave for that day.
    """

    lines: Mapping[Key, tuple[ReplayedAdvice, ...]]
    left: tuple[Key, ...]


def replay_session(session: Session, before: Standing, catalogue: Catalogue) -> SessionReplay:
    """What the coach said in a session; nothing of an assessment, which tries things out.

    Args:
        before: where the horse stood when the session began.
    """
    asks = [ask for ask in session.asks if ask.step in catalogue and not ask.probe]
    if session.kind is SessionKind.ASSESSMENT:
        asks = []
    told = list(_told(session, asks, before, catalogue))
    lines: dict[Key, list[ReplayedAdvice]] = {}
    for one in told:
        instead = _instead(one, asks, catalogue)
        line = ReplayedAdvice(after=one.number, said=one.advice.say, why=one.advice.reason, instead=instead)
        lines.setdefault(one.key, []).append(line)
    left = dict.fromkeys(one.key for one in told if one.advice.code is AdviceCode.LEAVE_EXERCISE)
    return SessionReplay({key: tuple(some) for key, some in lines.items()}, tuple(left))


def _told(session: Session, asks: Sequence[Ask], before: Standing, catalogue: Catalogue) -> Iterator[_Told]:
    """Asks in their order, what happened in its place in time among them."""
    replay, number = _Replay(session, before, catalogue), Counted[Key]()
    waiting = sorted(session.events, key=lambda one: moment_key(one.at, session.date))
    for place, ask in enumerate(asks):
        key = replay.key_of(ask)
        number[ask.step, ask.side] += 1
        advice = replay.hear(ask, key)
        yield _Told((ask.step, ask.side), number[ask.step, ask.side], place, advice)
        following = asks[place + 1] if place + 1 < len(asks) else None
        while waiting and _is_before(waiting[0], following, session):
            advice = replay.hear(waiting.pop(0), key)
            yield _Told((ask.step, ask.side), number[ask.step, ask.side], place, advice)


def _is_before(event: Event, ask: Ask | None, session: Session) -> bool:
    """What has no time of its own is heard at the end."""
    if ask is None:
        return True
    if event.at is None or ask.at is None:
        return False
    return moment_key(event.at, session.date) < moment_key(ask.at, session.date)


def _heard(entry: Ask | Event, key: Key) -> HeardEntry:
    if isinstance(entry, Event):
        return HeardEntry(event=entry.kind)
    said = {name: getattr(entry, name) for name in _HEARD}
    return HeardEntry(step=None if entry.step == key[0] else entry.step, **said)


def _instead(told: _Told, asks: Sequence[Ask], catalogue: Catalogue) -> str:
    """What was done where it was not what was said; empty: it was, or it cannot be told."""
    code, later = told.advice.code, asks[told.after + 1 :]
    more = sum((ask.step, ask.side) == told.key for ask in later)
    again = bool(later) and (later[0].step, later[0].side) == told.key
    if again and (told.advice.ends or code in _LEAVES):
        return debrief_words.went_on(more)
    if again and code is AdviceCode.GO_EASIER:
        return debrief_words.SAME_AGAIN
    if code in _GOES_ON and more == 0 and not _went_elsewhere(told.key, later, catalogue):
        return debrief_words.LEFT_IT
    return ""


def _went_elsewhere(key: Key, later: Sequence[Ask], catalogue: Catalogue) -> bool:
    """To a smaller or a larger step of the same: that is no leaving it."""
    exercise = catalogue.exercise(key[0]).id
    return any(ask.side is key[1] and catalogue.exercise(ask.step).id == exercise for ask in later)
