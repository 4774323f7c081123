"""Signs that are not training problems: what was tapped, counted session by session, against thresholds.

Events and faults of the body count alike; an event and a fault of the same kind within half a minute are
one; signs of pain by the minute's look. What cannot be told so is raised by hand (``flags.py``).

Source: thresholds are common practice, no source.
"""

from __future__ import annotations

from collections import Counter
from collections.abc import Callable, Iterator, Mapping, Sequence
from dataclasses import dataclass, field
from datetime import date, timedelta

from bucephal.answers import DANGER_EVENTS, Meaning
from bucephal.ladder import Catalogue, CountsAs, Side
from bucephal.record import (
    DatedAsk,
    Event,
    EventKind,
    FlagCode,
    FrozenModel,
    HorseRecord,
    Session,
    Tension,
    sessions_in_order,
)
from bucephal.record.history import SETTLE_EXERCISE
from bucephal.record.models import moment_key
from bucephal.response import CueTrack, Tracks
from bucephal.welfare.looks import PAIN_LIKELY
from bucephal.words import flag_words, look_words

STUMBLES_IN_A_SESSION = 2
STUMBLE_SESSIONS, STUMBLE_LAST_SESSIONS = 2, 5
DANGERS, DANGER_DAYS = 2, 7
REFUSAL_SESSIONS = 2
UNANSWERED_TIMES = 2
DISUNITED_SESSIONS = 3
LASTING_DAYS = 28
"""A refusal or a disunited canter longer ago than this does not add up with today's [own]."""
TENSE_SHARE, TENSE_LEAST_ASKS, TENSE_SESSIONS = 0.5, 6, 2
LOSS_LEVELS, LOSS_DAYS = 2.0, 2
SAME_WITHIN = timedelta(seconds=30)

DANGER_KINDS = tuple(kind for kind in DANGER_EVENTS if kind is not EventKind.FALL)
"""Those that add up; a fall is enough by itself."""
STUMBLE_FAULT, KICK_FAULT, WALKS_OFF, DISUNITED_FAULT = "stumbles", "kicks-at-aid", "walks-off", "disunited"
GIRTHING, MOUNTING = "saddle", "mount"


class Sighting(FrozenModel):
    """One thing that was seen, in words."""

    on: date
    words: str


@dataclass(frozen=True)
class Occasion:
    """What one session (or, of a side's loss, one day) holds of a sign; nothing seen: it was looked at."""

    on: date
    seen: tuple[Sighting, ...] = ()
    count: int = 0
    asks: int = 0
    at_once: bool = False
    """One is enough."""
    levels: float = 0.0
    """Of a loss: how much heavier than usual."""
    usual: float = 0.0
    step: str = ""
    name: str = ""
    side: Side = Side.NONE


@dataclass(frozen=True)
class Reached:
    """A threshold that was reached."""

    on: date
    why: str
    figures: Mapping[str, float | int | str]
    seen: tuple[Sighting, ...]


Threshold = Callable[[Sequence[Occasion]], Reached | None]


@dataclass
class Noticed:
    """The occasions of every sign, oldest first; of a side's loss by step and side."""

    stumbles: list[Occasion] = field(default_factory=list)
    dangers: list[Occasion] = field(default_factory=list)
    uneven: list[Occasion] = field(default_factory=list)
    refusals: list[Occasion] = field(default_factory=list)
    disunited: list[Occasion] = field(default_factory=list)
    tense: list[Occasion] = field(default_factory=list)
    pain: list[Occasion] = field(default_factory=list)
    losses: list[list[Occasion]] = field(default_factory=list)

    def of(self, code: FlagCode) -> list[tuple[list[Occasion], Threshold]]:
        """Each run of occasions that may reach the threshold of a flag, and that threshold."""
        match code:
            case FlagCode.STUMBLES:
                return [(self.stumbles, stumbles_reached)]
            case FlagCode.DANGERS:
                return [(self.dangers, dangers_reached)]
            case FlagCode.UNEVEN:
                return [(self.uneven, uneven_reached)]
            case FlagCode.REFUSAL:
                return [(self.refusals, refusals_reached)]
            case FlagCode.DISUNITED:
                return [(self.disunited, disunited_reached)]
            case FlagCode.TENSE_WORK:
                return [(self.tense, tense_reached)]
            case FlagCode.PAIN_SIGNS:
                return [(self.pain, pain_reached)]
            case FlagCode.ONE_SIDED_LOSS:
                return [(side, loss_reached) for side in self.losses]
        return []


# --- thresholds: the first occasion at which enough has been seen -----------------------------------


def stumbles_reached(sessions: Sequence[Occasion]) -> Reached | None:
    """Twice in a session, or in two of the last five."""
    for index, one in enumerate(sessions):
        last = sessions[max(index + 1 - STUMBLE_LAST_SESSIONS, 0) : index + 1]
        with_some = [each for each in last if each.count]
        if one.count >= STUMBLES_IN_A_SESSION:
            figures = {"stumbles": one.count}
            return Reached(one.on, flag_words.stumbled_in_one(one.count), figures, _seen(with_some))
        if one.count and len(with_some) >= STUMBLE_SESSIONS:
            figures = {"sessions": len(with_some), "of_last": len(last)}
            why = flag_words.stumbled_in_several(len(with_some), len(last))
            return Reached(one.on, why, figures, _seen(with_some))
    return None


def dangers_reached(moments: Sequence[Occasion]) -> Reached | None:
    """Two within seven days, or a fall."""
    for index, one in enumerate(moments):
        if one.at_once:
            return Reached(one.on, flag_words.FELL, {"falls": 1}, one.seen)
        near = [each for each in moments[: index + 1] if (one.on - each.on).days < DANGER_DAYS]
        if len(near) >= DANGERS:
            figures = {"dangers": len(near), "days": DANGER_DAYS}
            return Reached(one.on, flag_words.endangered(len(near), DANGER_DAYS), figures, _seen(near))
    return None


def uneven_reached(moments: Sequence[Occasion]) -> Reached | None:
    return Reached(moments[0].on, flag_words.UNEVEN, {"times": 1}, moments[0].seen) if moments else None


def pain_reached(looks: Sequence[Occasion]) -> Reached | None:
    """As many of the list as make pain likely, in one look."""
    found = next((one for one in looks if one.count >= PAIN_LIKELY), None)
    if found is None:
        return None
    why = look_words.pain_likely(found.count, len(look_words.PAIN_SIGNS))
    return Reached(found.on, why, {"signs": found.count}, found.seen)


def refusals_reached(sessions: Sequence[Occasion]) -> Reached | None:
    return _in_sessions(sessions, REFUSAL_SESSIONS, flag_words.refused)


def disunited_reached(sessions: Sequence[Occasion]) -> Reached | None:
    return _in_sessions(sessions, DISUNITED_SESSIONS, flag_words.stayed_disunited)


def _in_sessions(sessions: Sequence[Occasion], wanted: int, why: Callable[[int], str]) -> Reached | None:
    for index, one in enumerate(sessions):
        near = [each for each in sessions[: index + 1] if (one.on - each.on).days <= LASTING_DAYS]
        if len(near) >= wanted:
            return Reached(one.on, why(len(near)), {"sessions": len(near)}, _seen(near))
    return None


def tense_reached(sessions: Sequence[Occasion]) -> Reached | None:
    """Tight or alarmed in half of the asks, two sessions running; those under six asks tell nothing."""
    running: list[Occasion] = []
    for one in sessions:
        running = [*running, one] if is_tense(one.count, one.asks) else []
        if len(running) >= TENSE_SESSIONS:
            share = round(min(each.count / each.asks for each in running), 2)
            figures = {"share": share, "sessions": len(running)}
            return Reached(one.on, flag_words.worked_tense(len(running)), figures, _seen(running))
    return None


def is_tense(tense: int, asks: int) -> bool:
    return asks >= TENSE_LEAST_ASKS and tense >= TENSE_SHARE * asks


def loss_reached(days: Sequence[Occasion]) -> Reached | None:
    """On two days running, of those on which the side was asked."""
    running: list[Occasion] = []
    for one in days:
        running = [*running, one] if one.count else []
        if len(running) >= LOSS_DAYS:
            by = min(each.levels for each in running)
            why = flag_words.lost_one_side(one.name, one.side, by, len(running))
            figures: dict[str, float | int | str] = {"step": one.step, "side": str(one.side)}
            figures |= {"levels": round(by, 1), "days": len(running)}
            return Reached(one.on, why, figures, _seen(running))
    return None


def _seen(occasions: Sequence[Occasion]) -> tuple[Sighting, ...]:
    return tuple(seen for one in occasions for seen in one.seen)


# --- what was seen -----------------------------------------------------------------------------------


def notice(record: HorseRecord, tracks: Tracks, until: date) -> Noticed:
    """What a record holds of every sign, up to and with a day.

    Args:
        tracks: of this record: what an ask meant, and how its side stood that morning.
    """
    told = _asks_by_session(record, tracks, until)
    noticed = Noticed(losses=list(_losses(tracks, until)), pain=list(_looks(record, until)))
    for session in sessions_in_order(record):
        if session.date > until:
            continue
        asked, events = told.get(id(session), _Asked()), list(session.events)
        asks = asked.remarkable
        noticed.stumbles.append(_stumbles(session, asks, tracks.catalogue))
        noticed.uneven += [_moment(session, one) for one in events if one.kind is EventKind.UNEVEN]
        noticed.dangers += _dangers(session, events)
        refusals, disunited = tuple(_refusals(asks, tracks)), tuple(_disunited(asks, tracks.catalogue))
        if refusals:
            noticed.refusals.append(Occasion(session.date, refusals, len(refusals)))
        if disunited:
            noticed.disunited.append(Occasion(session.date, disunited, len(disunited)))
        if asked.number >= TENSE_LEAST_ASKS:
            noticed.tense.append(_tense(session, asks, asked.number))
    return noticed


@dataclass(frozen=True)
class _Told:
    """One ask, what it meant, and its side's track."""

    row: DatedAsk
    meaning: Meaning
    track: CueTrack


@dataclass
class _Asked:
    """How many asks a session holds, and those of which a sign can tell something."""

    number: int = 0
    remarkable: list[_Told] = field(default_factory=list)


def _asks_by_session(record: HorseRecord, tracks: Tracks, until: date) -> dict[int, _Asked]:
    """By the identity of the record's session, which need not have an id."""
    found = {id(one): _Asked(_number_of_asks(one, tracks.catalogue)) for one in record.sessions}
    alike = {(one.id, one.date, one.started): id(one) for one in record.sessions}
    for track in tracks.everything():
        if track.rule.exercise.id == SETTLE_EXERCISE:
            continue
        for row, meaning in ((track.asks[n], track.meanings[n]) for n in track.unusual):
            if row.day > until:
                break
            own = id(row.session)
            session = own if own in found else alike[row.session.id, row.day, row.session.started]
            found[session].remarkable.append(_Told(row, meaning, track))
    return found


def _number_of_asks(session: Session, catalogue: Catalogue) -> int:
    settling = f"{SETTLE_EXERCISE}."
    return sum(ask.step in catalogue and not ask.step.startswith(settling) for ask in session.asks)


def _looks(record: HorseRecord, until: date) -> Iterator[Occasion]:
    for look in sorted(record.pain_checks, key=lambda one: one.on):
        if look.on <= until:
            signs = [code for code in look_words.PAIN_SIGNS if code in look.signs]
            seen = tuple(Sighting(on=look.on, words=look_words.PAIN_SIGNS[code]) for code in signs)
            yield Occasion(look.on, seen, len(signs))


def _stumbles(session: Session, asks: list[_Told], catalogue: Catalogue) -> Occasion:
    """Events and faults; one of each within half a minute was one stumble."""
    events = [one for one in session.events if one.kind is EventKind.STUMBLE]
    faults = [one for one in asks if STUMBLE_FAULT in one.row.ask.faults]
    apart = [one for one in faults if not any(_is_same_moment(session, one, event) for event in events)]
    seen = [
        *(Sighting(on=session.date, words=flag_words.EVENTS[one.kind]) for one in events),
        *(_fault_seen(one, STUMBLE_FAULT, catalogue) for one in apart),
    ]
    return Occasion(session.date, tuple(seen), len(seen))


def _is_same_moment(session: Session, told: _Told, event: Event) -> bool:
    at = told.row.ask.at
    if at is None or event.at is None:
        return False
    return abs(moment_key(at, session.date) - moment_key(event.at, session.date)) <= SAME_WITHIN


def _moment(session: Session, event: Event, *, at_once: bool = False) -> Occasion:
    seen = (Sighting(on=session.date, words=flag_words.EVENTS[event.kind]),)
    return Occasion(session.date, seen, 1, at_once=at_once)


def _dangers(session: Session, events: list[Event]) -> Iterator[Occasion]:
    for one in events:
        if one.kind in DANGER_EVENTS:
            yield _moment(session, one, at_once=one.kind is EventKind.FALL)


def _refusals(asks: list[_Told], tracks: Tracks) -> Iterator[Sighting]:
    """Something easy refused, girth or saddle alarming, off when mounted, a kick at a light aid."""
    unanswered: Counter[int] = Counter()
    for told in asks:
        ask, track = told.row.ask, told.track
        name, exercise = tracks.catalogue.name_in_text(ask.step), track.rule.exercise
        if not told.meaning.came and not ask.answered and track.morning(told.row.day).confirmed:
            unanswered[id(track)] += 1
            if unanswered[id(track)] == UNANSWERED_TIMES:
                yield Sighting(
                    on=told.row.day, words=flag_words.unanswered(name, track.side, UNANSWERED_TIMES)
                )
        if exercise.id == GIRTHING and ask.tension is Tension.ALARMED:
            yield Sighting(on=told.row.day, words=flag_words.alarmed_by_girth(name))
        if exercise.id == MOUNTING and WALKS_OFF in ask.faults:
            yield _fault_seen(told, WALKS_OFF, tracks.catalogue)
        if KICK_FAULT in ask.faults and _is_easy(told):
            yield _fault_seen(told, KICK_FAULT, tracks.catalogue)


def _is_easy(told: _Told) -> bool:
    """A light aid, or a step that was ready that morning."""
    level = told.row.ask.level
    in_band = level is not None and level <= told.track.rule.band_top
    return in_band or told.track.morning(told.row.day).ready


def _fault_seen(told: _Told, code: str, catalogue: Catalogue) -> Sighting:
    fault = told.track.rule.exercise.fault(code)
    looks = fault.looks if fault is not None else code
    name = catalogue.name_in_text(told.row.ask.step)
    return Sighting(on=told.row.day, words=flag_words.with_fault(name, told.track.side, looks))


def _disunited(asks: list[_Told], catalogue: Catalogue) -> Iterator[Sighting]:
    for told in asks:
        ask = told.row.ask
        differ = None not in (ask.lead_front, ask.lead_hind) and ask.lead_front != ask.lead_hind
        if differ or DISUNITED_FAULT in ask.faults:
            yield _fault_seen(told, DISUNITED_FAULT, catalogue)


def _tense(session: Session, asks: list[_Told], number: int) -> Occasion:
    tense = sum(_is_tense(told) for told in asks)
    seen = (Sighting(on=session.date, words=flag_words.tense_of(tense, number)),)
    return Occasion(session.date, seen, tense, asks=number)


def _is_tense(told: _Told) -> bool:
    if told.row.ask.tension is not Tension.CALM:
        return True
    faults = (told.track.rule.exercise.fault(code) for code in told.row.ask.faults)
    return any(fault is not None and fault.counts_as is CountsAs.TIGHT for fault in faults)


# --- a side that is suddenly heavier ---------------------------------------------------------------------


def _losses(tracks: Tracks, until: date) -> Iterator[list[Occasion]]:
    for track in tracks.by_key.values():
        other = tracks.get(track.rule.stage.step, track.side.other)
        if track.side is not Side.NONE and other is not None:
            yield list(_loss_days(track, other, tracks.catalogue, until))


def _loss_days(track: CueTrack, other: CueTrack, catalogue: Catalogue, until: date) -> Iterator[Occasion]:
    """Every day of a confirmed side, by how much its first answer was heavier than usual.

    A light answer is no loss, and a side is lost alone only where the other was asked that day and was
    not heavier: of virtual horses that had lost nothing, every one had two such days running without
    these two conditions, one in eight over sixty sessions with them. While a loss goes on, usual is what
    it was before it began: the loss itself makes it heavier.
    """
    name, usual = catalogue.name_in_text(track.rule.stage.step), None
    beside = frozenset(other.days)
    for day, morning in zip(track.days, track.mornings, strict=True):
        if day > until:
            return
        if usual is None and morning.confirmed:
            usual = morning.mean
        level = None if usual is None else first_level(track, day)
        if usual is None or level is None or not _is_loss(track, other, day, level, usual, beside):
            usual = None
            yield Occasion(day)
            continue
        seen = (Sighting(on=day, words=flag_words.first_answer(name, track.side, level, usual)),)
        step = track.rule.stage.step
        yield Occasion(day, seen, 1, levels=level - usual, usual=usual, step=step, name=name, side=track.side)


def _is_loss(
    track: CueTrack, other: CueTrack, day: date, level: int, usual: float, beside: frozenset[date]
) -> bool:
    """Heavy, and by so much; and the other side, asked that day, is not."""
    if level - usual < LOSS_LEVELS or level <= track.rule.band_top or day not in beside:
        return False
    mean, others = other.morning(day).mean, first_level(other, day)
    return mean is not None and others is not None and others - mean < LOSS_LEVELS


def first_level(track: CueTrack, day: date) -> int | None:
    """The level of a day's first answer; of none at all, the one above the highest tried."""
    for ask, meaning in track.told_on(day):
        if meaning.heard is not None and ask.level is not None:
            return ask.level + (meaning.heard.upto is None)
    return None
