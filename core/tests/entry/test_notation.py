"""Quick entry: what is typed a line an exercise is what the record holds, and what is wrong is told in place."""

from __future__ import annotations

from datetime import UTC, date, time
from typing import Any

import pytest
from bucephal.base.errors import InvalidInput
from bucephal.entry import line_begun, read_entry, write_session, write_sessions
from bucephal.ladder import Gait, Side, StepKind, load_catalogue
from bucephal.record import (
    Ask,
    Coarse,
    Conditions,
    Correct,
    Event,
    EventKind,
    GaitShown,
    Lead,
    Session,
    SessionKind,
    Settle,
    Tension,
    record_from,
    with_bands,
)
from bucephal.record.models import FORMAT, VERSION
from bucephal.words.entry_words import NOTATION
from hypothesis import given
from hypothesis import strategies as st

ON = date(2026, 6, 18)  # a Thursday
CATALOGUE = load_catalogue()
EXERCISES = {one.id for one in CATALOGUE.exercises}


def asks(text: str, **more: Any) -> list[Ask]:
    return [ask for session in read_entry(text, CATALOGUE, ON, **more).sessions for ask in session.asks]


def said(ask: Ask) -> dict[str, Any]:
    return ask.model_dump(mode="json", exclude_defaults=True)


def problems(text: str, **more: Any) -> list[tuple[str, Any, str]]:
    with pytest.raises(InvalidInput) as caught:
        _ = read_entry(text, CATALOGUE, ON, **more).sessions
    return [(one.path, one.value, one.allowed) for one in caught.value.problems]


# --- what it reads -----------------------------------------------------------------------------


def test_seven_answers_of_a_line() -> None:
    """The check value of the light-answer rule: common practice, no source."""
    found = asks("up-wt.2 L 8 6 5 4 2 2 3")
    assert [ask.level for ask in found] == [8, 6, 5, 4, 2, 2, 3]
    assert {(ask.step, ask.side, ask.answered, ask.correct, ask.tension) for ask in found} == {
        ("up-wt.2", Side.LEFT, True, Correct.YES, Tension.CALM)
    }


@pytest.mark.parametrize(
    ("typed", "means"),
    [
        ("5", {"level": 5}),
        ("5x", {"level": 5, "correct": "no"}),
        ("5n", {"level": 5, "correct": "nearly"}),
        ("4!", {"level": 4, "tension": "tight"}),
        ("4!!", {"level": 4, "tension": "alarmed"}),
        ("!!", {"tension": "alarmed"}),
        ("2^", {"level": 2, "over": True}),
        ("2?", {"level": 2, "probe": True}),
        ("-7", {"level": 7, "answered": False}),
        ("4g5", {"level": 4, "grade": 5}),
        ("3*3", {"level": 3, "extent": 3}),
        ("3*2.5", {"level": 3, "extent": 2.5}),
        ("3@C", {"level": 3, "spot": "C"}),
        ('3@"far corner"', {"level": 3, "spot": "far corner"}),
        ("light", {"coarse": "light"}),
        ("heavy!", {"coarse": "heavy", "tension": "tight"}),
        ("-heavy", {"coarse": "heavy", "answered": False}),
        ("4RL", {"level": 4, "lead_front": "right", "lead_hind": "left"}),
        ("4R", {"level": 4, "lead_front": "right"}),
        ("4_L", {"level": 4, "lead_hind": "left"}),
        ("6slow", {"level": 6, "faults": ["slow"]}),
        ("6sl", {"level": 6, "faults": ["slow"]}),
        ("6nose", {"level": 6, "faults": ["no-steering"]}),
        ("6no", {"level": 6, "faults": ["no-steering"]}),
        ("6,slow,leaps", {"level": 6, "faults": ["slow", "leaps"]}),
        ("6xwrong-l", {"level": 6, "correct": "no", "faults": ["wrong-lead"]}),
        ("6ncr!g2", {"level": 6, "correct": "nearly", "faults": ["crooked"], "tension": "tight", "grade": 2}),
        ('6(second_aid=2 offered=3 attentive=no note="he \\"saw\\" it")',
         {"level": 6, "second_aid": 2, "offered": 3, "attentive": False, "note": 'he "saw" it'}),
    ],
)  # fmt: skip
def test_what_a_mark_means(typed: str, means: dict[str, Any]) -> None:
    (ask,) = asks(f"canter.1 R {typed}") if typed != "6nose" else asks("canter.1 R 6no-st")
    assert said(ask) == {"step": "canter.1", "side": "right", **means}


@pytest.mark.parametrize(
    ("line", "means"),
    [
        ("object.1 L 20", {"let_go_s": 20}),
        ("object.1 L -", {"answered": False}),
        ("object.1 L -60s4d2.5", {"let_go_s": 60, "answered": False, "strength": 4, "distance_m": 2.5}),
        ("object.1 L ok", {}),
        ("stand.1 45", {"extent": 45}),
        ("stand.1 -20", {"extent": 20, "answered": False}),
        ("line.1 R 1.5", {"extent": 1.5}),
    ],
)
def test_a_number_is_what_the_exercise_is_measured_by(line: str, means: dict[str, Any]) -> None:
    (ask,) = asks(line)
    assert {key: value for key, value in said(ask).items() if key not in ("step", "side")} == means


def test_lines_of_the_wish_list() -> None:
    """A wrong movement, an answer, a tight one; none up to 7, a leap, a grade, an extent."""
    wrong, answer, tight = asks("canter.1 R 5x 4 4!")
    assert (wrong.correct, answer.correct, tight.tension) == (Correct.NO, Correct.YES, Tension.TIGHT)
    three, none, leap, graded, counted = asks("send.3 L 3 -7 2^ 4g5 3*3")
    assert (three.level, none.answered, none.level, leap.over) == (3, False, 7, True)
    assert (graded.grade, counted.level, counted.extent) == (5, 3, 3)


def test_a_break_goes_before_the_next_answer() -> None:
    assert [ask.after_break for ask in asks("up-wt.1 L 5 / 4 3\nup-wt.1 R 4")] == [False, True, False, False]
    assert [ask.after_break for ask in asks("up-wt.1 L 5 /\nup-wt.1 R 4 3")] == [False, True, False]
    assert problems("up-wt.1 L 5 /") == [("1.13", "/", "an answer: a number, - for none")]


def test_both_sides_in_a_line_and_words_for_them() -> None:
    found = asks("up-wt.1: left 5, 4; Right 3")
    assert [(ask.side, ask.level) for ask in found] == [("left", 5), ("left", 4), ("right", 3)]


def test_a_step_without_a_stage_is_the_one_asked_last() -> None:
    assert asks("up-wt L 5")[0].step == "up-wt.1"
    assert asks("up-wt L 5", last={"up-wt": "up-wt.3"})[0].step == "up-wt.3"
    assert [ask.step for ask in asks("up-wt.2 L 5\nup-wt R 5", last={"up-wt": "up-wt.3"})] == ["up-wt.2"] * 2


def test_a_week_of_days() -> None:
    text = """# from the tack room wall
mon ridden 18:30-19:10 place="the school" air_c=14.5 first_min=4 settled=yes tack.saddle="the old one"
up-wt.2 L 3
! spook "gulls off the slipway" @C recovered_s=20
note Windy; he looked
note at everything.

yesterday
lead.1 L 4"""
    monday, wednesday = read_entry(text, CATALOGUE, ON).sessions
    assert (monday.date, wednesday.date) == (date(2026, 6, 15), date(2026, 6, 17))
    assert (monday.kind, wednesday.kind) == (SessionKind.RIDDEN, SessionKind.GROUND)
    assert (monday.started, monday.ended, monday.place) == (time(18, 30), time(19, 10), "the school")
    assert monday.conditions.air_c == 14.5
    assert monday.settle == Settle(first_min=4, settled=True)
    assert monday.tack == {"saddle": "the old one"}
    assert monday.note == "Windy; he looked\nat everything."
    assert monday.events == (
        Event(kind=EventKind.SPOOK, thing="gulls off the slipway", spot="C", recovered_s=20),
    )


@pytest.mark.parametrize(
    ("word", "day"),
    [("2026-06-01", 1), ("today", 18), ("thu", 18), ("Friday", 12), ("wed", 17), ("sunday", 14)],
)
def test_a_day_of_the_week_is_the_last_one(word: str, day: int) -> None:
    (session,) = read_entry(f"{word}\nhalt.1 3", CATALOGUE, ON).sessions
    assert session.date == date(2026, 6, day)


def test_two_letters_name_no_day() -> None:
    assert problems("mo ridden")[0][:2] == ("1.1", "mo")


def test_where_it_is_not_told_it_was_ridden_if_anything_in_it_was() -> None:
    for lines, kind in (
        ("lead.1 L 3", "ground"),
        ("lead.1 L 3\nup-wt.1 L 3", "ridden"),
        ("today hack\nhack.1 100", "hack"),
    ):
        assert read_entry(lines, CATALOGUE, ON).sessions[0].kind == kind


# --- what it refuses ---------------------------------------------------------------------------


def test_all_problems_at_once_each_where_it_is() -> None:
    text = "up-xx.2 L 8\nup-wt 5\n\nup-wt.2 B 12 5~\nhalt.1 L 4\ncanter.1 L 4s -7x,x"
    found = problems(text)
    assert [(path, value) for path, value, _ in found] == [
        ("1.1", "up-xx.2"), ("2.7", "5"), ("4.9", "B"), ("4.11", 12), ("4.15", "~"), ("5.8", "L"),
        ("6.13", "s"), ("6.19", "x"),
    ]  # fmt: skip
    allowed = {path: allowed for path, _, allowed in found}
    assert allowed["2.7"] == allowed["4.9"] == "L or R"
    assert allowed["4.11"] == "a whole number 1 to 10"
    assert allowed["5.8"] == "no side"
    assert allowed["6.13"] == "slow, stumbles, stops-at-once, skips-prep"
    assert "x, n, !" in allowed["4.15"]
    assert "draws-home" in allowed["4.15"]


@pytest.mark.parametrize(
    ("text", "path", "value"),
    [
        ("up-wt.1 L 0", "1.11", 0),
        ("up-wt.1 L 4.5", "1.11", 4.5),
        ("up-wt.1 L 4g6", "1.13", 6),
        ("up-wt.1 L 4R", "1.12", "right"),
        ("up-wt.1 L ok", "1.11", None),
        ("up-wt.1 L 4 5(colour=red)", "1.15", "colour"),
        ('up-wt.1 L 4 5(note="x\\q")', "1.20", '"x\\q"'),
        ('up-wt.1 L 4 5(note="x"', "1.14", '(note="x"'),
        ("up-wt.1 L 4@", "1.12", "@"),
        ("up-wt.1 L 4~~&", "1.12", "~~&"),
        ('mon tack."\\q"=1', "1.5", 'tack."\\q"'),
        ("2026-06-19\nhalt.1 3", "1.1", "2026-06-19"),
        ("2026-02-30\nhalt.1 3", "1.1", "2026-02-30"),
        ("mon 19:10-18:30", "1.11", "18:30"),
        ("mon 25:00", "1.5", "25:00"),
        ("mon slowly", "1.5", "slowly"),
        ("mon air_c=90", "1.11", 90),
        ("! wind", "1.3", "wind"),
        ("! spook recovered_s=-3", "1.21", -3),
    ],
)
def test_what_cannot_be_is_told_where_it_stands(text: str, path: str, value: Any) -> None:
    assert [(one[0], one[1]) for one in problems(text)] == [(path, value)]


def test_a_cat_on_the_keyboard_is_told_in_a_line_or_two() -> None:
    for text in ("up-wt.1 L " + "9" * 5000, "up-wt.1 L 4" + "~" * 5000, "up-wt.1 L 4(note=" + "(" * 5000):
        found = problems(text)
        assert len(found) <= 2
        assert all(len(str(value)) <= 120 for _, value, _ in found)


def test_what_is_wrong_takes_nothing_from_what_is_right() -> None:
    entry = read_entry("up-wt.1 L 4 12 5\nup-zz 3\nhalt.1 3", CATALOGUE, ON)
    assert [read.ask.level for line in entry.read[0].lines for read in line.asks] == [4, 5, 3]
    assert [str(one.place) for one in entry.misplaced] == ["1.13", "2.1"]


# --- there and back ----------------------------------------------------------------------------

numbers = st.floats(0, 500, allow_nan=False)
words = st.text(st.characters(exclude_categories=("Cs", "Cc")), max_size=12)
whole = st.integers
moments = st.times() | st.datetimes(timezones=st.just(UTC))


def maybe(strategy: st.SearchStrategy[Any]) -> st.SearchStrategy[Any]:
    return st.none() | strategy


@st.composite
def any_ask(draw: st.DrawFn) -> Ask:
    step = draw(st.sampled_from(CATALOGUE.steps))
    exercise, stage = CATALOGUE.exercise(step), CATALOGUE.stage(step)
    by_level = exercise.kind is StepKind.LIGHTNESS
    leads = maybe(st.sampled_from(Lead)) if stage.gait is Gait.CANTER else st.none()
    codes = [fault.code for fault in exercise.faults] + list(CATALOGUE.rider_fault_codes)
    tension = draw(st.sampled_from(Tension))
    coarse, level = draw(st.sampled_from([(Coarse.LIGHT, None), (Coarse.HEAVY, None), (None, 1), (None, 10)]))
    if by_level and tension is Tension.ALARMED and draw(st.booleans()):
        coarse, level = None, None
    return Ask(
        step=step, side=draw(st.sampled_from(exercise.side_names)), level=level if by_level else None,
        coarse=coarse if by_level else draw(maybe(st.sampled_from(Coarse))), tension=tension,
        answered=draw(st.booleans()), correct=draw(st.sampled_from(Correct)), over=draw(st.booleans()),
        grade=draw(maybe(whole(1, 5))), extent=draw(maybe(numbers.filter(lambda one: one <= exercise.most))),
        strength=draw(maybe(whole(1, 5))),
        distance_m=draw(maybe(numbers)), let_go_s=draw(maybe(numbers)), delay=draw(maybe(numbers)),
        probe=draw(st.booleans()), second_aid=draw(maybe(whole(0, 3))), offered=draw(maybe(whole(0, 50))),
        attentive=draw(maybe(st.booleans())), gait_shown=draw(maybe(st.sampled_from(GaitShown))),
        after_break=draw(st.booleans()), band_top=draw(maybe(whole(1, 10))),
        lead_front=draw(leads), lead_hind=draw(leads), at=draw(maybe(moments)),
        faults=tuple(draw(st.lists(st.sampled_from(codes), max_size=3))),
        spot=draw(maybe(words)), note=draw(maybe(words)),
    )  # fmt: skip


events = st.builds(
    Event, id=st.none(), kind=st.sampled_from(EventKind), at=maybe(moments), thing=maybe(words),
    spot=maybe(words), recovered_s=maybe(numbers),
)  # fmt: skip
settles = st.builds(
    Settle, first_min=numbers, whole_min=maybe(numbers), head_ups=maybe(whole(0, 500)),
    settled=maybe(st.booleans()),
)  # fmt: skip
weather = st.builds(
    Conditions, air_c=maybe(st.floats(-40, 55)), humidity_pct=maybe(st.floats(0, 100)), wind=maybe(words | numbers),
    insects=maybe(st.booleans() | words), new_place=maybe(st.booleans()),
)  # fmt: skip
keys = st.text(st.characters(exclude_categories=("Cs", "Cc")), min_size=1, max_size=8)
sessions = st.builds(
    Session, id=st.none(), date=st.dates(date(2020, 1, 1), ON), started=maybe(st.times()), ended=maybe(st.times()),
    kind=st.sampled_from(SessionKind), place=maybe(words), helper=maybe(st.booleans() | words), rider=maybe(words),
    rider_kg=maybe(st.floats(10, 250)), tack=st.dictionaries(keys, words | st.booleans() | numbers, max_size=3),
    conditions=weather, settle=maybe(settles), planned=st.none(),
    note=st.text(st.characters(exclude_categories=("Cs", "Cc"), include_characters="\n\t\r"), max_size=30),
    asks=st.lists(any_ask(), max_size=6).map(tuple), events=st.lists(events, max_size=2).map(tuple),
)  # fmt: skip


@given(st.lists(sessions, min_size=1, max_size=3))
def test_what_is_written_is_read_as_the_same(given_sessions: list[Session]) -> None:
    text = write_sessions(given_sessions, CATALOGUE)
    assert list(read_entry(text, CATALOGUE, ON).sessions) == given_sessions, text


@given(sessions)
def test_without_what_a_device_notes_it_says_the_rest(session: Session) -> None:
    text = write_session(session, CATALOGUE, frozenset({"at", "band_top"}))
    (read,) = read_entry(text, CATALOGUE, ON).sessions
    bare = [ask.model_copy(update={"at": None, "band_top": None}) for ask in session.asks]
    assert list(read.asks) == bare


@given(st.text(max_size=80) | st.lists(st.sampled_from(
    ["up-wt", "up-wt.2", "L", "R", "5", "-", "!", "!!", "(", '"', ")", "@", "x", "g9", "/", "mon", "note", "=", "\n", " "]
)).map(" ".join))  # fmt: skip
def test_whatever_is_typed_is_read_or_told(text: str) -> None:
    entry = read_entry(text, CATALOGUE, ON)
    lines = text.split("\n")
    for one in entry.misplaced:
        assert 1 <= one.place.line <= len(lines)
        assert 1 <= one.place.column <= one.place.end <= len(lines[one.place.line - 1]) + 1


def test_how_a_line_begins() -> None:
    assert line_begun("up-wt.2", Side.LEFT) == "up-wt.2 L"
    assert line_begun("halt.1", Side.NONE) == "halt.1"


def test_each_ask_has_the_band_that_is_in_force() -> None:
    raw = {"format": FORMAT, "version": VERSION, "horse": {"name": "Vesper", "bands": {"up-wt": [1, 4]}}}
    horse = record_from(raw, CATALOGUE, ON).horse
    (session,) = read_entry("up-wt.2 L 5 4(band_top=2)\nobject.1 L 20", CATALOGUE, ON).sessions
    assert [ask.band_top for ask in with_bands(session, horse, CATALOGUE).asks] == [4, 2, None]


def test_every_form_that_the_help_names_can_be_typed() -> None:
    """A line is a line; an answer stands behind a step."""
    for form, _ in NOTATION:
        for one in [form] if _is_a_line(form) or "(" in form else form.split(", "):
            step = "object.1 L" if one.startswith(("20s", "ok")) else "canter.1 R"
            text = one if _is_a_line(one) else f"{step} {one} 3"
            entry = read_entry(f"{text}\nhalt.1 3", CATALOGUE, ON)
            assert entry.misplaced == (), (form, [one.problem for one in entry.misplaced])


def _is_a_line(form: str) -> bool:
    begins = form.split()[0]
    return begins.partition(".")[0] in {*EXERCISES, "note", "mon"} or begins[0] in "!#" or "place=" in begins
