"""What is wrong with an input is said in our words, never in those of the library that found it."""

from __future__ import annotations

from datetime import date
from typing import Annotated, Any, Literal, get_args
from uuid import UUID

import pytest
from bucephal.base.errors import unknown_step
from bucephal.base.problems import _REASONS, problem_alone, problems_of
from pydantic import BaseModel, Field, ValidationError
from pydantic_core.core_schema import ErrorType


class Everything(BaseModel):
    number: Annotated[float, Field(ge=0, le=10)] = 1
    whole: Annotated[int, Field(ge=1, le=9)] = 1
    told: bool = False
    word: Annotated[str, Field(min_length=1, max_length=4)] = "a"
    code: Annotated[str, Field(pattern="^[a-z]+$", description="a-z")] = "a"
    choice: Literal["one", "two"] = "one"
    on: date = date(2026, 6, 1)
    key: UUID | None = None
    rows: list[int] = []
    group: dict[str, int] = {}


@pytest.mark.parametrize(
    ("field", "value", "reason", "allowed"),
    [
        ("number", "tall", "is not a number", "0 to 10"),
        ("number", -1, "is too small", "0 to 10"),
        ("number", 11, "is too large", "0 to 10"),
        ("whole", 3.5, "is not a whole number", "a whole number 1 to 9"),
        ("whole", "x", "is not a whole number", "a whole number 1 to 9"),
        ("told", "maybe", "is neither true nor false", "true or false"),
        ("word", 5, "is not text", "1 to 4 characters"),
        ("word", "", "is empty", "1 to 4 characters"),
        ("word", "abcde", "is too long", "1 to 4 characters"),
        ("code", "A 1", "is not written like that", "a-z"),
        ("choice", "three", "is not one of these", "one of: one, two"),
        ("on", "1 May", "is not a date", "a date, YYYY-MM-DD"),
        ("key", "x", "is not an id", "text"),
        ("rows", 5, "is not a list", "a list of: a whole number"),
        ("group", 5, "is not a group of keys", "a group of keys"),
    ],
)
def test_a_finding_names_field_value_reason_and_range(
    field: str, value: Any, reason: str, allowed: str
) -> None:
    with pytest.raises(ValidationError) as refusal:
        Everything.model_validate({field: value})
    (found,) = problems_of(refusal.value, Everything)
    assert (found.path, found.value, found.reason, found.allowed) == (field, value, reason, allowed)
    (detail,) = refusal.value.errors()
    assert problem_alone(detail, field).reason == reason


@pytest.mark.parametrize(
    ("context", "allowed"),
    [
        ({"ge": 5}, "from 5"),
        ({"le": 180}, "up to 180"),
        ({"expected": "'a' or 'b'"}, "one of: 'a' or 'b'"),
        ({}, ""),
    ],
)
def test_a_finding_without_its_model_still_says_its_range(context: dict[str, Any], allowed: str) -> None:
    detail = {"type": "greater_than_equal", "loc": ("query", "n"), "input": 1, "ctx": context}
    assert problem_alone(detail, "n").allowed == allowed


def test_no_words_of_the_library_are_passed_on() -> None:
    """Every type of error that pydantic has: ours, or a plain fallback."""
    kinds = set(get_args(ErrorType)) - {"value_error"}
    assert len(kinds) > 80
    for kind in kinds:
        reason = problem_alone({"type": kind, "input": 1, "msg": "Input should be otherwise"}, "x").reason
        assert reason == _REASONS.get(kind, "is not what belongs here")
    assert set(_REASONS) <= kinds


def test_an_unknown_step_is_named_with_those_of_its_exercise() -> None:
    found = unknown_step("step", "up-wt.9", ["up-wt.1", "up-wt.2", "halt.1"])
    assert (found.reason, found.allowed) == ("there is no step up-wt.9", "up-wt.1, up-wt.2")
    assert unknown_step("step", "fly.1", ["halt.1"]).allowed == "halt.1"
