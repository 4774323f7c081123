"""Reads, validates and writes horse records; finds every problem of an input at once."""

from __future__ import annotations

import json
from collections.abc import Iterable, Mapping
from datetime import date
from typing import Any, TypeVar

from pydantic import BaseModel, ValidationError

from bucephal.base.errors import InvalidInput, Problem
from bucephal.base.problems import problems_of, shorten
from bucephal.ladder import Catalogue
from bucephal.record.checks import check_record
from bucephal.record.models import FORMAT, VERSION, Day, FrozenModel, HorseRecord

Model = TypeVar("Model", bound=BaseModel)


MOST_NESTED = 64
"""Lists and objects within each other; a record has six. Deeper ones would break whoever walks them."""


def parse_json(text: str | bytes) -> Any:
    """Strict JSON: no NaN, no repeated keys, no truncated document, no nests without end.

    Raises:
        InvalidInput: saying where reading stopped.
    """
    try:
        parsed = json.loads(text, parse_constant=_refuse_constant, object_pairs_hook=_unique_keys)
        return _refuse_nests(parsed)
    except json.JSONDecodeError as error:
        where = f"line {error.lineno}, column {error.colno}"
        reason = f"is not complete JSON: it makes no sense from {where} on"
        near = error.doc[max(0, error.pos - 20) : error.pos + 20]
        problem = Problem("$", near, reason, "a complete JSON document")
    except UnicodeDecodeError as error:
        reason = f"is not UTF-8 text: byte {error.start}"
        problem = Problem("$", None, reason, "a JSON document in UTF-8")
    except RecursionError:
        problem = _TOO_DEEP
    except InvalidInput:
        raise
    except ValueError as error:  # a number of thousands of digits
        problem = Problem(
            "$", None, f"holds what cannot be read ({str(error).partition(':')[0]})", "plain JSON"
        )
    raise InvalidInput([problem])


_TOO_DEEP = Problem("$", None, "is nested too deeply", f"a JSON document, {MOST_NESTED} levels deep at most")


def _refuse_nests(parsed: Any) -> Any:
    """Level by level, so that the check itself cannot run out of stack."""
    inner: list[Any] = [parsed]
    for _ in range(MOST_NESTED):
        values = [
            one.values() if isinstance(one, dict) else one for one in inner if isinstance(one, dict | list)
        ]
        inner = [each for one in values for each in one]
        if not inner:
            return parsed
    raise InvalidInput([_TOO_DEEP])


def _refuse_constant(name: str) -> float:
    problem = Problem("$", name, "is not a number that JSON knows", "a finite number")
    raise InvalidInput([problem])


def _unique_keys(pairs: list[tuple[str, Any]]) -> dict[str, Any]:
    keys = dict(pairs)
    if len(keys) < len(pairs):
        names = [key for key, _ in pairs]
        twice = next(key for key in names if names.count(key) > 1)
        raise InvalidInput([Problem(twice, twice, "stands twice in one object", "each key once")])
    return keys


def read_model(raw: Any, model: type[Model], extra: Iterable[Problem] = (), base: str = "") -> Model:
    """Builds a model from parsed JSON, with further problems of the caller's added.

    Raises:
        InvalidInput: with the problems of the shape and ``extra``, each path once.
    """
    problems = {problem.path: problem for problem in extra}
    try:
        built = model.model_validate_json(json.dumps(raw))
    except ValidationError as error:
        for problem in problems_of(error, model, base):
            problems.setdefault(problem.path, problem)
        raise InvalidInput(problems.values()) from None
    except (TypeError, ValueError) as error:
        raise InvalidInput([Problem("$", shorten(raw), str(error), "plain JSON")]) from None
    if problems:
        raise InvalidInput(problems.values())
    return built


class _DayAsked(FrozenModel):
    on: Day


def read_day(raw: Any) -> date:
    """A day that is asked about.

    Raises:
        InvalidInput: if it is no date, or none on which a horse of today could live.
    """
    return read_model({"on": raw}, _DayAsked).on


def read_record(text: str | bytes, catalogue: Catalogue, today: date) -> HorseRecord:
    """A horse record from JSON text.

    Args:
        text: the document.
        catalogue: the ladder its steps belong to.
        today: the day of reading; nothing in the record may have happened after it.

    Raises:
        InvalidInput: with every problem at once, each with path, value and allowed range.
    """
    return record_from(parse_json(text), catalogue, today)


def record_from(raw: Any, catalogue: Catalogue, today: date) -> HorseRecord:
    """Like `read_record`, from parsed JSON."""
    if not isinstance(raw, Mapping):
        allowed = f'an object with "format": "{FORMAT}", "version": {VERSION}'
        raise InvalidInput([Problem("$", shorten(raw), "is not a horse record", allowed)])
    return read_model(raw, HorseRecord, check_record(raw, catalogue, today))


def write_record(record: HorseRecord) -> str:
    """The record as JSON text; the same record always gives the same bytes."""
    return record.model_dump_json(indent=2, exclude_defaults=False) + "\n"


def record_schema() -> dict[str, Any]:
    """JSON Schema (2020-12) of the record, generated from the models."""
    schema = HorseRecord.model_json_schema(mode="validation")
    return {"$schema": "https://json-schema.org/draft/2020-12/schema", **schema}
