"""What a record must hold beyond its shape: dates that can be, steps that exist, fields that fit.

The checks read the raw JSON, so that they find their problems even where the shape is broken
elsewhere, and a person gets all of them at once.
"""

from __future__ import annotations

from collections.abc import Callable, Iterable, Iterator, Mapping
from datetime import date, datetime
from typing import Any, TypeGuard, TypeVar

from bucephal.base.errors import Problem, unknown_step
from bucephal.base.problems import shorten
from bucephal.ladder import Catalogue, Exercise, Gait, Side, Sides, StepKind
from bucephal.record.models import NEEDS_A_VET, ClearedBy

Raw = Mapping[str, Any]
_Parsed = TypeVar("_Parsed")
_LEAD_FIELDS = ("lead_front", "lead_hind")


def check_record(raw: Raw, catalogue: Catalogue, today: date) -> Iterator[Problem]:
    """Problems of a whole record against the ladder and the calendar.

    Args:
        raw: the record as parsed from JSON, of any shape.
        catalogue: the ladder its steps and faults must be in.
        today: no date may lie after it (goals and rests excepted).
    """
    horse = _dict(raw.get("horse"))
    yield from check_horse(horse, catalogue, today)
    born = _date(horse.get("born"))
    sessions = _list(raw.get("sessions"))
    for index, session in enumerate(sessions):
        yield from check_session(_dict(session), catalogue, today, born, f"sessions[{index}]")
    yield from _repeated_ids(sessions)
    for key in ("flags", "overrides"):
        for index, row in enumerate(_list(raw.get(key))):
            for field in ("raised_on", "cleared_on", "on"):
                yield from _not_future(_dict(row).get(field), f"{key}[{index}].{field}", today)
    for key in ("pain_checks", "condition_scores"):
        for index, row in enumerate(_list(raw.get(key))):
            yield from _not_future(_dict(row).get("on"), f"{key}[{index}].on", today)
    for index, row in enumerate(_list(raw.get("flags"))):
        yield from check_flag(_dict(row), f"flags[{index}].")
    for key in ("overrides", "goals"):
        for index, row in enumerate(_list(raw.get(key))):
            yield from _known_step(_dict(row).get("step"), f"{key}[{index}].step", catalogue)


def check_flag(flag: Raw, path: str) -> Iterator[Problem]:
    """Cleared means: not before it was raised, by somebody who looked, with what was found.

    Args:
        path: before each field: 'flags[0].', or nothing.
    """
    cleared_on, raised_on = _date(flag.get("cleared_on")), _date(flag.get("raised_on"))
    if cleared_on is None:
        return
    if raised_on is not None and cleared_on < raised_on:
        yield Problem(
            f"{path}cleared_on", str(cleared_on), "is before it was raised", f"{raised_on} or later"
        )
    code, by, found = flag.get("code"), flag.get("cleared_by"), flag.get("found")
    if code in list(NEEDS_A_VET) and by != ClearedBy.VET:
        yield Problem(f"{path}cleared_by", by, f"{code} is cleared only with what a vet found", ClearedBy.VET)
    elif by is None:
        yield Problem(f"{path}cleared_by", by, "says who looked", ", ".join(ClearedBy))
    if not isinstance(found, str) or not found.strip():
        yield Problem(f"{path}found", found, "says what was found when it was cleared", "some words")


def check_horse(horse: Raw, catalogue: Catalogue, today: date) -> Iterator[Problem]:
    """Dates in the past, bands the right way round and for something that exists."""
    yield from _not_future(horse.get("born"), "horse.born", today)
    yield from _not_future(horse.get("arrived"), "horse.arrived", today)
    for field, wanted in (("girth_cm", (60, 280)), ("length_cm", (50, 260)), ("height_cm", (50, 220))):
        value = horse.get(field)
        if _is_number(value) and value < wanted[0] and wanted[0] <= value * 10 <= wanted[1]:
            reason = f"is too small: did you mean {value * 10:g}?"
            yield Problem(f"horse.{field}", value, reason, f"{wanted[0]} to {wanted[1]} cm")
    yield from school_problems(horse.get("school"), catalogue, "horse.school")
    yield from band_problems(horse.get("bands"), catalogue, "horse.bands")


def band_problems(bands: Any, catalogue: Catalogue, path: str) -> Iterator[Problem]:
    """Bands for what does not exist, and bands that are upside down."""
    names = {"default", "schooled", *catalogue.families, *(ex.id for ex in catalogue.exercises)}
    for key, band in _dict(bands).items():
        if key not in names and key not in catalogue:
            allowed = "default, schooled, a cue family, an exercise or a step"
            yield Problem(f"{path}.{key}", key, "is not something a band can be set for", allowed)
        if _is_pair(band) and band[0] > band[1]:
            yield Problem(f"{path}.{key}", list(band), "is upside down", "lowest level first")


def school_problems(chosen: Any, catalogue: Catalogue, path: str) -> Iterator[Problem]:
    """Questions and options that the schools do not have."""
    schools = {school.key: school for school in catalogue.schools}
    for key, code in _dict(chosen).items():
        school = schools.get(key)
        if school is None:
            yield Problem(f"{path}.{key}", key, "is not a question of the schools", ", ".join(schools))
        elif code not in [option.code for option in school.options]:
            allowed = ", ".join(f"{option.code} ({option.name})" for option in school.options)
            yield Problem(f"{path}.{key}", shorten(code), "is not an option of this question", allowed)


def check_session(
    session: Raw, catalogue: Catalogue, today: date, born: date | None, base: str
) -> Iterator[Problem]:
    """A session's dates and settle time, and each of its asks."""
    day = _date(session.get("date"))
    yield from _not_future(session.get("date"), f"{base}.date", today)
    if day is not None and born is not None and day < born:
        yield Problem(f"{base}.date", str(day), "is before the horse was born", f"{born} or later")
    yield from _check_times(session, base)
    for index, ask in enumerate(_list(session.get("asks"))):
        yield from check_ask(_dict(ask), catalogue, f"{base}.asks[{index}]")


def check_ask(ask: Raw, catalogue: Catalogue, base: str) -> Iterator[Problem]:
    """One ask against its step: side, level, lead, faults."""
    step = ask.get("step")
    if not isinstance(step, str):
        return
    unknown = list(_known_step(step, f"{base}.step", catalogue))
    yield from unknown
    if unknown:
        return
    exercise, stage = catalogue.exercise(step), catalogue.stage(step)
    yield from _check_side(ask, exercise, base)
    yield from _check_level(ask, exercise, base)
    extent = ask.get("extent")
    if _is_number(extent) and extent > exercise.most:
        reason = f"is more than there is: {exercise.id} is measured in {exercise.unit}"
        yield Problem(f"{base}.extent", extent, reason, f"0 to {exercise.most:g}")
    for field in _LEAD_FIELDS:
        if ask.get(field) is not None and stage.gait is not Gait.CANTER:
            reason = f"a lead is recorded in canter only; {step} is asked in {stage.gait}"
            yield Problem(f"{base}.{field}", shorten(ask[field]), reason, "nothing here")
    known = [fault.code for fault in exercise.faults] + list(catalogue.rider_fault_codes)
    for index, code in enumerate(_list(ask.get("faults"))):
        if isinstance(code, str) and code not in known:
            reason = f"is not a fault of {exercise.id} or of the rider"
            yield Problem(f"{base}.faults[{index}]", code, reason, ", ".join(known))


def _check_side(ask: Raw, exercise: Exercise, base: str) -> Iterator[Problem]:
    side = ask.get("side", "none")
    if side in list(Side):
        problem = side_problem(Side(side), exercise)
        if problem is not None:
            reason, allowed = problem
            yield Problem(f"{base}.side", side, reason, allowed)


def side_problem(side: Side, exercise: Exercise) -> tuple[str, str] | None:
    """Why an exercise is not asked on a side, and on which it is; None: it is asked on this one."""
    if side in exercise.side_names:
        return None
    reason = (
        f"{exercise.id} has no sides"
        if exercise.sides is Sides.NONE
        else f"{exercise.id} is asked on a side ({exercise.sides})"
    )
    return reason, " or ".join(exercise.side_names)


def _check_level(ask: Raw, exercise: Exercise, base: str) -> Iterator[Problem]:
    level, coarse = ask.get("level"), ask.get("coarse")
    if exercise.kind is not StepKind.LIGHTNESS:
        if level is not None:
            reason = f"{exercise.id} is not judged by lightness: it has no level"
            yield Problem(f"{base}.level", shorten(level), reason, "empty")
        return
    if level is None and coarse is None and not _alarmed(ask):
        yield Problem(f"{base}.level", None, "is missing", "a whole number 1 to 10, or coarse")
    if level is not None and coarse is not None:
        reason = "a coarse answer has no level of its own"
        yield Problem(f"{base}.level", shorten(level), reason, "empty, or no coarse")


def _alarmed(ask: Raw) -> bool:
    return ask.get("tension") == "alarmed"


def _check_times(session: Raw, base: str) -> Iterator[Problem]:
    started, ended = _instant(session.get("started")), _instant(session.get("ended"))
    if started is None or ended is None or (started.tzinfo is None) != (ended.tzinfo is None):
        return
    if ended < started:
        yield Problem(f"{base}.ended", str(session["ended"]), "is before the start", f"{started} or later")
        return
    length_min = (ended - started).total_seconds() / 60
    for field in ("first_min", "whole_min"):
        value = _dict(session.get("settle")).get(field)
        if _is_number(value) and value > length_min:
            reason = f"is longer than the session of {length_min:.0f} min"
            yield Problem(f"{base}.settle.{field}", value, reason, f"0 to {length_min:.0f} min")


def _repeated_ids(sessions: Iterable[Any]) -> Iterator[Problem]:
    seen: dict[str, str] = {}
    for index, session in enumerate(map(_dict, sessions)):
        rows = [(f"sessions[{index}]", session)]
        for key in ("asks", "events"):
            rows += [
                (f"sessions[{index}].{key}[{n}]", _dict(row)) for n, row in enumerate(_list(session.get(key)))
            ]
        for path, row in rows:
            key_id = row.get("id")
            if not isinstance(key_id, str):
                continue
            if key_id in seen:
                yield Problem(f"{path}.id", key_id, f"is used already at {seen[key_id]}", "a new id")
            seen.setdefault(key_id, path)


def _known_step(step: Any, path: str, catalogue: Catalogue) -> Iterator[Problem]:
    if isinstance(step, str) and step not in catalogue:
        yield unknown_step(path, shorten(step), catalogue.steps)


def _not_future(value: Any, path: str, today: date) -> Iterator[Problem]:
    day = _date(value)
    if day is not None and day > today:
        yield Problem(path, str(value), "lies in the future", f"{today} or earlier")


def _parse(value: Any, parse: Callable[[str], _Parsed]) -> _Parsed | None:
    if not isinstance(value, str):
        return None
    try:
        return parse(value)
    except ValueError:
        return None


def _date(value: Any) -> date | None:
    return _parse(value, date.fromisoformat)


def _instant(value: Any) -> datetime | None:
    return _parse(value, datetime.fromisoformat)


def _dict(value: Any) -> Raw:
    return value if isinstance(value, Mapping) else {}


def _list(value: Any) -> list[Any]:
    return list(value) if isinstance(value, list | tuple) else []


def _is_number(value: Any) -> TypeGuard[float]:
    return isinstance(value, int | float) and not isinstance(value, bool)


def _is_pair(band: Any) -> bool:
    return isinstance(band, list | tuple) and len(band) == 2 and all(map(_is_number, band))
