"""Every text that comes in says what it may hold: read off the schemas, so that none is forgotten.

A NUL ends a text for some programs and others refuse the whole batch that it is in (common practice, no source).
"""

from __future__ import annotations

from collections.abc import Iterator
from typing import Any

import pytest
from bucephal.planning import PlanRequest
from bucephal.record import HorseRecord, YardDefaults
from pydantic import BaseModel, ValidationError

SAYS = {"pattern", "enum", "const", "format"}


def free_texts(
    schema: Any, defs: dict[str, Any], path: str = "", seen: frozenset[str] = frozenset()
) -> Iterator[str]:
    """The places of texts that may hold anything, keys among them."""
    if "$ref" in schema:
        name = schema["$ref"].rsplit("/", 1)[1]
        if name not in seen:
            yield from free_texts(defs[name], defs, path, seen | {name})
        return
    for part in ("anyOf", "oneOf", "allOf", "prefixItems"):
        for one in schema.get(part, []):
            yield from free_texts(one, defs, path, seen)
    if schema.get("type") == "string" and not SAYS & set(schema):
        yield path
    for name, one in schema.get("properties", {}).items():
        yield from free_texts(one, defs, f"{path}.{name}", seen)
    if isinstance(schema.get("items"), dict):
        yield from free_texts(schema["items"], defs, f"{path}[]", seen)
    values = schema.get("additionalProperties")
    if isinstance(values, dict):
        yield from free_texts(values, defs, f"{path}{{}}", seen)
        if "propertyNames" not in schema and "patternProperties" not in schema:
            yield f"{path} (keys)"
    for one in schema.get("patternProperties", {}).values():
        yield from free_texts(one, defs, f"{path}{{}}", seen)
    if "propertyNames" in schema and "patternProperties" not in schema:
        yield from free_texts({"type": "string", **schema["propertyNames"]}, defs, f"{path} (keys)", seen)


@pytest.mark.parametrize("model", [HorseRecord, YardDefaults, PlanRequest])
def test_no_text_may_hold_anything(model: type[BaseModel]) -> None:
    schema = model.model_json_schema()
    assert list(free_texts(schema, schema["$defs"])) == []


def test_the_walk_finds_a_free_text_wherever_it_stands() -> None:
    free = {"type": "string"}
    schema = {
        "properties": {
            "a": free,
            "b": {"items": {"anyOf": [free, {"type": "null"}]}},
            "c": {"additionalProperties": free},
            "d": {"$ref": "#/$defs/D"},
            "e": {"type": "string", "pattern": "x"},
        }
    }
    found = list(free_texts(schema, {"D": {"properties": {"f": free}}}))
    assert found == [".a", ".b[]", ".c{}", ".c (keys)", ".d.f"]


@pytest.mark.parametrize(
    "session",
    [{"tack": {"bit\0": True}}, {"tack": {"bit": "loose\0ring"}}, {"note": "a\0b"}, {"rider": "\x07"}],
)
def test_a_control_character_is_named_wherever_it_is(session: dict[str, Any]) -> None:
    record = {
        "format": "bucephal.horse-record", "version": 1, "horse": {"name": "Merle"},
        "sessions": [{"date": "2026-06-15", **session}],
    }  # fmt: skip
    with pytest.raises(ValidationError) as caught:
        HorseRecord.model_validate(record)
    assert {one["loc"][:3] for one in caught.value.errors()} == {("sessions", 0, *session)}
