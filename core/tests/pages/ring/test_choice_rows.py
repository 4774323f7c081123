"""What is tapped beside a bar is what the record takes, and is said again in the debrief."""

from __future__ import annotations

import json
from collections.abc import Iterator

import pytest
from bucephal.answers import drawn, meaning_of, rule_for
from bucephal.ladder import Counted, StepKind, TakenWith, load_catalogue
from bucephal.pages.ring.choice_rows import AnswerChoiceRow, also_asked
from bucephal.pages.ring.wedge import Wedge, wedge
from bucephal.planning import PlanItem, plan_request, spare_plan
from bucephal.progress import Standing
from bucephal.record import AlsoAsked, Ask, GaitShown, Horse, write_record
from tests.telling import TODAY, record_with

CATALOGUE = load_catalogue()
HORSE = Horse(name="Test")


@pytest.fixture(scope="module")
def wedges() -> dict[str, Wedge]:
    """Of every step of the ladder."""
    standing = Standing(record_with([]), CATALOGUE, TODAY)
    plan = spare_plan(standing, plan_request({"on": str(TODAY), "minutes": 40}, CATALOGUE))
    return {item.step: wedge_of(item) for item in plan.items if item.step is not None}


def wedge_of(item: PlanItem) -> Wedge:
    return wedge(item, CATALOGUE.exercise(item.step or ""), ())


def rows(found: Wedge) -> Iterator[AnswerChoiceRow]:
    yield from found.rows
    yield found.grades
    yield from also_asked(AlsoAsked)


def said_of(step: str, **fields: object) -> str:
    rule = rule_for(step, HORSE, CATALOGUE)
    ask = Ask.model_validate({"step": step, **fields})
    return drawn(ask, rule, meaning_of(ask, rule)).beside


def test_every_choice_is_a_field_of_the_ask_and_is_said_of_it_later(wedges: dict[str, Wedge]) -> None:
    for step, found in wedges.items():
        for row in rows(found):
            said = [said_of(step, **choice.sets) for choice in row.choices]
            assert all(said), (step, row.code)
            assert len(set(said)) == len(row.choices), "each is told from the others"
            assert len({choice.name for choice in row.choices}) == len(row.choices)


# Every kind of input that the ring has for a measure; the table of measures of the trade names what each is
# (common practice, no source).
@pytest.mark.parametrize(
    ("exercise", "taken_with", "codes"),
    [
        ("stand", TakenWith.CLOCK, []),
        ("line", TakenWith.CORNERS, ["corner", "leg"]),
        ("station", TakenWith.STATION, ["off-the-mark", "to-the-side"]),
        ("trot-range", TakenWith.STRIDES, []),
        ("ride-length", TakenWith.RIDE_CLOCK, []),
        ("hack", TakenWith.CALM_CLOCK, []),
    ],
)
def test_each_measure_has_an_input_of_its_own(
    exercise: str, taken_with: TakenWith, codes: list[str], wedges: dict[str, Wedge]
) -> None:
    for stage in CATALOGUE.exercise(exercise).stages:
        found = wedges[stage.step]
        assert (found.taken_with, [row.code for row in found.rows]) == (taken_with, codes)
        assert found.coarse is None
        assert not found.timed


def test_no_measure_is_left_without_one(wedges: dict[str, Wedge]) -> None:
    for step, found in wedges.items():
        kind = CATALOGUE.exercise(step).kind
        assert (found.taken_with is not None) is (kind is StepKind.MEASURE)
        assert found.timed is (kind is StepKind.TOLERANCE)
        assert (found.coarse is not None) is (kind is StepKind.LIGHTNESS)


# Common practice, no source: turns are told in degrees, backing and yields on the ground in steps, canters
# and sideways work in strides; between leads the strides of trot are counted.
@pytest.mark.parametrize(
    ("exercises", "counted"),
    [
        (("turn-fore", "turn-haunch", "rollback", "doubling", "steer"), Counted.DEGREES),
        (("leads", "markers"), Counted.TROT_STRIDES),
        (("backup-g", "backup-r", "hip-g", "shoulder-g"), Counted.STEPS),
        (("canter", "leg-yield", "side-pass", "half-pass"), Counted.STRIDES),
        (("halt", "flex", "lead"), None),
    ],
)
def test_what_is_counted_beside_lightness(exercises: tuple[str, ...], counted: Counted | None) -> None:
    assert {CATALOGUE.exercise(one).counted for one in exercises} == {counted}


def test_degrees_go_by_fifteen_and_everything_else_by_one(wedges: dict[str, Wedge]) -> None:
    turned, stepped = wedges["turn-haunch.1"].counted, wedges["backup-g.1"].counted
    assert turned is not None
    assert stepped is not None
    assert (turned.by, stepped.by) == (15, 1)
    assert turned.most % 360 == 0, "whole turns fit in"
    assert wedges["halt.1"].counted is None


@pytest.mark.parametrize(
    ("step", "labels"),
    [
        ("stand.1", ["1", "2", "3", "4", "5", "6", "7", "8", "9", "10"]),
        ("stand.4", ["15", "30", "45", "60", "75", "90", "105", "120"]),
        ("station.1", ["1", "2", "3", "4", "5", "6"]),
        ("line.1", ["0.5", "1", "1.5", "2", "3", "4", "5", "6", "8", "10"]),
        ("hack.1", ["1", "2", "3", "4", "5", "6", "7", "8", "9", "10"]),
        ("ride-length.2", ["3", "6", "9", "12", "15", "18", "21", "24", "27", "30"]),
    ],
)
def test_bars_of_a_measure_are_figures_that_a_person_would_say(
    step: str, labels: list[str], wedges: dict[str, Wedge]
) -> None:
    assert [bar.label for bar in wedges[step].bars] == labels
    target = CATALOGUE.stage(step).target
    assert target is not None
    at_most = step.startswith("line")
    for bar in wedges[step].bars:
        assert bar.extent is not None
        assert bar.in_band is (bar.extent <= target if at_most else bar.extent >= target)


def test_what_was_said_of_an_answer_stands_beside_it() -> None:
    said = said_of(
        "turn-haunch.2", level=3, side="left", grade=4, extent=90, second_aid=1, offered=2, attentive=False,
        spot="at C", note="stepped behind once",
    )  # fmt: skip
    assert said == (
        "90 degrees turned · grade 4 of 5 · other aid still needed: a little · other things offered first: 2 · "
        "with you before the ask: no · at C · ‘stepped behind once’"
    )
    assert said_of("canter.1", level=3, side="left", gait_shown="pace") == "the gait that came: pace"
    assert said_of("object.1", side="left", strength=3, distance_m=2, let_go_s=8) == "strength 3 of 5 · 2 m"
    assert said_of("halt.1", level=2, after_break=True) == "after a break"
    assert said_of("halt.1", level=2) == ""
    # Of a measure the extent is the answer itself.
    assert said_of("stand.1", extent=5) == ""


def test_attention_is_looked_at_before_the_ask_and_the_rest_after_it() -> None:
    found = {row.code: row for row in also_asked(AlsoAsked)}
    assert {code for code, row in found.items() if row.at_once} == {"attentive"}
    assert not any(row.stays for row in found.values())
    assert all(row.short for row in found.values())
    assert list(also_asked([])) == [], "nothing, until a yard wants it"


def test_the_new_fields_are_kept_in_the_record() -> None:
    fields = {"second_aid": 3, "offered": 2, "attentive": True, "gait_shown": "amble", "note": "soft"}
    written = json.loads(write_record(record_with([(1, [{"step": "halt.1", "level": 2, **fields}], [])])))
    (ask,) = written["sessions"][0]["asks"]
    assert {field: ask[field] for field in fields} == fields


@pytest.mark.parametrize(
    ("field", "value"),
    [
        ("second_aid", 4),
        ("second_aid", -1),
        ("offered", -1),
        ("attentive", "maybe"),
        ("gait_shown", "gallop"),
    ],
)
def test_what_cannot_be_is_refused(field: str, value: object) -> None:
    with pytest.raises(ValueError, match=field):
        Ask.model_validate({"step": "halt.1", "level": 2, field: value})
    assert set(GaitShown) == {"walk", "trot", "pace", "amble", "mixed", "canter"}
