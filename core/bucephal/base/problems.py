"""Turns what pydantic finds into problems with a path, the value, a reason and the allowed range.

The allowed range is read from the model's own JSON Schema, so that it is written only once.
"""

from __future__ import annotations

from collections.abc import Iterator, Mapping, Sequence
from functools import lru_cache
from typing import Any

from pydantic import BaseModel, ValidationError

from bucephal.base.errors import Problem

_NO_NUMBER, _NO_WHOLE_NUMBER, _NO_DATE = "is not a number", "is not a whole number", "is not a date"
_NO_TIME, _NO_YES_NO, _NO_CHOICE = "is not a time", "is neither true nor false", "is not one of these"
_REASONS = {
    "missing": "is missing",
    "extra_forbidden": "is not a key of this format",
    "greater_than_equal": "is too small",
    "greater_than": "is too small",
    "less_than_equal": "is too large",
    "less_than": "is too large",
    "too_short": "is too short",
    "too_long": "is too long",
    "string_too_short": "is empty",
    "string_too_long": "is too long",
    "string_type": "is not text",
    "string_pattern_mismatch": "is not written like that",
    "finite_number": "is not a finite number",
    "float_type": _NO_NUMBER,
    "float_parsing": _NO_NUMBER,
    "int_type": _NO_WHOLE_NUMBER,
    "int_parsing": _NO_WHOLE_NUMBER,
    "int_from_float": _NO_WHOLE_NUMBER,
    "bool_type": _NO_YES_NO,
    "bool_parsing": _NO_YES_NO,
    "enum": _NO_CHOICE,
    "literal_error": _NO_CHOICE,
    "date_type": _NO_DATE,
    "date_parsing": _NO_DATE,
    "date_from_datetime_parsing": _NO_DATE,
    "datetime_type": _NO_TIME,
    "datetime_parsing": _NO_TIME,
    "datetime_from_date_parsing": _NO_TIME,
    "time_type": _NO_TIME,
    "time_parsing": _NO_TIME,
    "uuid_type": "is not an id",
    "uuid_parsing": "is not an id",
    "list_type": "is not a list",
    "tuple_type": "is not a list",
    "dict_type": "is not a group of keys",
    "model_type": "is not a group of keys",
    "model_attributes_type": "is not a group of keys",
}
"""What pydantic finds, in the words of a person; its own are never shown."""
_NOT_THIS = "is not what belongs here"
_LONGEST_SHOWN = 120
_OF_OUR_OWN = "value_error"


def path_text(location: Sequence[int | str], base: str = "") -> str:
    """``('sessions', 0, 'asks', 3, 'level')`` -> ``'sessions[0].asks[3].level'``."""
    text = base
    for part in location:
        text += f"[{part}]" if isinstance(part, int) else f".{part}" if text else str(part)
    return text or "$"


def problems_of(error: ValidationError, model: type[BaseModel], base: str = "") -> list[Problem]:
    """Every finding of pydantic, once per place, in the order of the input."""
    schema = _schema_of(model)
    found: dict[str, Problem] = {}
    for detail in error.errors(include_url=False):
        location = [part for part, _ in _walk(schema, detail["loc"])]
        path = path_text(location, base)
        # Of a value that fits none of several shapes, what a rule of ours says is said.
        if path not in found or detail["type"] == _OF_OUR_OWN:
            found[path] = _problem(path, location, detail, schema)
    return list(found.values())


def _problem(
    path: str, location: list[int | str], detail: Mapping[str, Any], schema: dict[str, Any]
) -> Problem:
    kind = detail["type"]
    missing = kind == "missing"
    at = location[:-1] if kind == "extra_forbidden" else location
    value = None if missing else shorten(detail["input"])
    return Problem(path, value, _reason(detail), _allowed(schema, at))


def _reason(detail: Mapping[str, Any]) -> str:
    if detail["type"] == _OF_OUR_OWN:
        message: str = detail["msg"].removeprefix("Value error, ")
        return message[:1].lower() + message[1:]
    return _REASONS.get(detail["type"], _NOT_THIS)


def problem_alone(detail: Mapping[str, Any], path: str) -> Problem:
    """A finding of pydantic about a value whose model is not at hand: its range is what the finding says."""
    context = detail.get("ctx", {})
    ends = [f"{words} {context[end]}" for end, words in _ENDS.items() if end in context]
    value = None if detail["type"] == "missing" else shorten(detail.get("input"))
    return Problem(path, value, _reason(detail), " and ".join(ends))


_ENDS = {"ge": "from", "gt": "above", "le": "up to", "lt": "below", "expected": "one of:"}


def shorten(value: Any) -> Any:
    """Keeps what is shown of an offending value small; scalars are kept as they are."""
    if isinstance(value, bool | int | float) or value is None:
        return value if value == value and value not in (float("inf"), float("-inf")) else str(value)
    text = value if isinstance(value, str) else repr(value)
    return text if len(text) <= _LONGEST_SHOWN else text[: _LONGEST_SHOWN - 1] + "…"


@lru_cache(maxsize=64)
def _schema_of(model: type[BaseModel]) -> dict[str, Any]:
    return model.model_json_schema()


def _resolve(schema: dict[str, Any], node: dict[str, Any]) -> dict[str, Any]:
    while "$ref" in node:
        node = schema["$defs"][node["$ref"].rpartition("/")[2]]
    return node


def _options(schema: dict[str, Any], node: dict[str, Any]) -> Iterator[dict[str, Any]]:
    """The ways a node may be filled: its own, or those of its ``anyOf``, without null."""
    node = _resolve(schema, node)
    for option in node.get("anyOf", [node]):
        resolved = _resolve(schema, option)
        if resolved.get("type") != "null":
            yield resolved


def _child(schema: dict[str, Any], node: dict[str, Any], part: int | str) -> dict[str, Any] | None:
    for option in _options(schema, node):
        if isinstance(part, int):
            prefix = option.get("prefixItems", [])
            item = prefix[part] if part < len(prefix) else option.get("items")
            if item is not None:
                return dict(item)
        elif part in option.get("properties", {}):
            return dict(option["properties"][part])
        elif isinstance(option.get("additionalProperties"), dict):
            return dict(option["additionalProperties"])
    return None


def _walk(
    schema: dict[str, Any], location: Sequence[int | str]
) -> Iterator[tuple[int | str, dict[str, Any] | None]]:
    """The parts of a location that are in the input, each with its schema.

    Pydantic adds the names of union members to a location; they are not part of the path.
    """
    node: dict[str, Any] | None = schema
    for index, part in enumerate(location):
        child = _child(schema, node, part) if node is not None else None
        is_last = index == len(location) - 1
        if child is None and not isinstance(part, int):
            fits_object = node is not None and any(
                "properties" in option for option in _options(schema, node)
            )
            if not (fits_object and is_last):
                continue
        yield part, child
        node = child


def _allowed(schema: dict[str, Any], location: Sequence[int | str]) -> str:
    node: dict[str, Any] | None = schema
    for _, child in _walk(schema, location):
        node = child
    if node is None:
        return ""
    return " or ".join(dict.fromkeys(_words(schema, option) for option in _options(schema, node)))


def _words(schema: dict[str, Any], node: dict[str, Any]) -> str:
    if "const" in node:
        return str(node["const"])
    if "enum" in node:
        return "one of: " + ", ".join(str(value) for value in node["enum"])
    if "properties" in node:
        return "keys: " + ", ".join(node["properties"])
    if node.get("type") == "array":
        items: dict[str, Any] = node.get("items") or next(iter(node.get("prefixItems", [])), {})
        inner = " or ".join(_words(schema, option) for option in _options(schema, items))
        count = node.get("minItems") if node.get("minItems") == node.get("maxItems") else None
        return f"a list of {count} of: {inner}" if count else f"a list of: {inner}"
    if "minimum" in node or "maximum" in node:
        whole = "a whole number " if node.get("type") == "integer" else ""
        return f"{whole}{node.get('minimum', 'any')} to {node.get('maximum', 'any')}"
    if "pattern" in node:
        return str(node.get("description", _NOT_THIS))
    if "maxLength" in node:
        return f"{node.get('minLength', 0)} to {node['maxLength']} characters"
    formats = {
        "date": _date_words(node),
        "date-time": "an ISO 8601 date and time",
        "time": "a time of day, HH:MM, without an offset",
    }
    return formats.get(node.get("format", "")) or _TYPES.get(node.get("type", ""), "")


_TYPES = {
    "boolean": "true or false",
    "string": "text",
    "number": "a number",
    "integer": "a whole number",
    "object": "a group of keys",
}


def _date_words(node: dict[str, Any]) -> str:
    earliest, latest = node.get("formatMinimum"), node.get("formatMaximum")
    return "a date, YYYY-MM-DD" if earliest is None else f"a date, {earliest} to {latest}"
