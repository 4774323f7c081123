"""The two readings of an answer, side by side: they agree on what it was, whoever asks.

Common practice, no source: the light-answer rule; what a fault counts as.
"""

from __future__ import annotations

from typing import Any

import pytest
from bucephal.answers import (
    AnswerMark,
    HeardEntry,
    ItemRule,
    Observation,
    SignalKind,
    classify,
    drawn,
    mark_at_the_ring,
    meaning_of,
    signal_rules,
    signal_words,
)
from bucephal.ladder import Catalogue, load_catalogue
from bucephal.record import Ask
from hypothesis import given, settings
from hypothesis import strategies as st

BAND = (1, 5)


def rule(step: str, *, green: bool = True, catalogue: Catalogue | None = None) -> ItemRule:
    catalogue = catalogue or load_catalogue()
    return ItemRule(
        catalogue.exercise(step), catalogue.stage(step), BAND, school=catalogue.school, green=green
    )


def at_the_ring(step: str, answer: dict[str, Any], *, green: bool = True) -> SignalKind:
    return classify(HeardEntry.model_validate(answer), signal_rules(rule(step, green=green))).kind


def readings(step: str, answer: dict[str, Any], *, green: bool = True) -> tuple[SignalKind, bool, bool, bool]:
    """The ring's word; then in the record: a success, accepted, came."""
    found = meaning_of(Ask(step=step, **answer), rule(step, green=green), learning=green)
    return at_the_ring(step, answer, green=green), found.success, found.accepted, found.came


# (answer, the ring's word, in the record: success, accepted, came)
AGREED = [
    ({"level": 5}, SignalKind.LIGHT, True, True, True),
    ({"level": 6}, SignalKind.HEAVY, False, False, True),
    ({"level": 9, "answered": False}, SignalKind.NONE, False, False, False),
    ({"level": 3, "tension": "tight"}, SignalKind.TIGHT, True, False, True),
    ({"level": 3, "tension": "alarmed"}, SignalKind.ALARMED, True, False, False),
    ({"level": 3, "over": True}, SignalKind.OVER, True, False, True),
    ({"level": 3, "correct": "no"}, SignalKind.WRONG, False, False, False),
    ({"level": None, "coarse": "light"}, SignalKind.LIGHT, True, True, True),
    ({"level": None, "coarse": "heavy"}, SignalKind.HEAVY, False, False, True),
]


@pytest.mark.parametrize(("answer", "ring", "success", "accepted", "came"), AGREED)
def test_a_plain_answer_is_read_alike(
    answer: dict[str, Any], ring: SignalKind, success: bool, accepted: bool, came: bool
) -> None:
    assert readings("up-wt.2", answer) == (ring, success, accepted, came)


def test_nearly_is_let_be_while_learning_and_wrong_after() -> None:
    nearly = {"level": 3, "correct": "nearly"}
    assert readings("up-wt.2", nearly) == (SignalKind.LET_BE, True, True, True)
    assert readings("up-wt.2", nearly, green=False) == (SignalKind.WRONG, False, False, False)


def test_a_fault_of_another_part_is_wrong_to_both() -> None:
    answer = {"level": 3, "faults": ("wrong-part",)}
    for green in (True, False):
        assert readings("leg-yield.1", answer, green=green) == (SignalKind.WRONG, False, False, False)


def test_an_answer_before_the_ask_is_no_answer_to_either() -> None:
    answer = {"level": 3, "faults": ("anticipates",)}
    assert readings("up-wt.2", answer)[0] is SignalKind.ANTICIPATED
    meaning = meaning_of(Ask(step="up-wt.2", level=3, faults=("anticipates",)), rule("up-wt.2"))
    assert not meaning.is_answer
    assert not meaning.accepted
    assert meaning.heard is None


def test_too_much_is_no_silence_to_a_cue_but_lets_go_of_nothing() -> None:
    leapt = {"over": True, "answered": False}
    assert readings("up-wt.2", {"level": 3, **leapt}) == (SignalKind.OVER, True, False, True)
    assert readings("touch.2", leapt) == (SignalKind.OVER, False, False, False)


def test_too_much_of_a_forward_cue_is_no_other_movement() -> None:
    answer = {"level": 3, "over": True, "correct": "no"}
    assert readings("up-wt.2", answer) == (SignalKind.OVER, True, False, True)
    assert readings("hip-g.1", answer) == (SignalKind.WRONG, False, False, False)


@pytest.mark.parametrize(
    ("answer", "told"),
    [
        ({"level": 4}, Observation(3, 4)),
        ({"level": 7, "answered": False}, Observation(7, None)),
        # The wrong movement is no answer up to that level; nearly counts at its level.
        ({"level": 4, "correct": "no"}, Observation(4, None)),
        ({"level": 4, "correct": "nearly"}, Observation(3, 4)),
        ({"level": 4, "tension": "tight"}, Observation(3, 4)),
        # An alarmed answer tells nothing about lightness.
        ({"level": 4, "tension": "alarmed"}, None),
        # Three buttons: inside or above the band that was in force, of which nothing lies above 10.
        ({"coarse": "light", "band_top": 3}, Observation(0, 3)),
        ({"coarse": "heavy", "band_top": 3}, Observation(3, 10)),
        ({"coarse": "heavy"}, Observation(5, 10)),
        ({"coarse": "heavy", "band_top": 10}, Observation(10, None)),
        ({"coarse": "light", "correct": "no"}, Observation(5, None)),
        ({"coarse": "heavy", "answered": False}, Observation(5, None)),
    ],
)
def test_what_an_answer_tells_the_filter(answer: dict[str, Any], told: Observation | None) -> None:
    assert meaning_of(Ask(step="up-wt.2", **answer), rule("up-wt.2")).heard == told


@pytest.mark.parametrize(
    ("step", "answer", "mark", "written", "words"),
    [
        ("up-wt.2", {"level": 5}, "accepted", "5", "at 5"),
        ("up-wt.2", {"level": 5, "tension": "tight"}, "in-band", "5!", "at 5, tight"),
        ("up-wt.2", {"level": 2, "over": True}, "in-band", "2^", "at 2"),
        ("up-wt.2", {"level": 6}, "heavy", "6", "at 6"),
        ("up-wt.2", {"level": 3, "correct": "no"}, "heavy", "3x", "another movement"),
        ("up-wt.2", {"level": 3, "correct": "nearly"}, "accepted", "3n", "at 3"),
        ("up-wt.2", {"level": 7, "answered": False}, "none", "-7", "no answer up to 7"),
        ("up-wt.2", {"level": 4, "tension": "alarmed"}, "apart", "4!!", "alarmed"),
        ("up-wt.2", {"coarse": "heavy"}, "heavy", "heavy", "heavy"),
        ("touch.2", {"let_go_s": 12.0}, "accepted", "12 s", "let go in 12 s"),
        ("touch.2", {"let_go_s": 31.0}, "heavy", "31 s", "not yet"),
        ("touch.2", {"let_go_s": 30.0}, "accepted", "30 s", "let go in 30 s"),
        ("touch.2", {"answered": False}, "none", "-·", "not yet"),
        ("touch.2", {"let_go_s": 9.0, "tension": "tight"}, "in-band", "9 s!", "let go in 9 s, tight"),
        ("stand.2", {"extent": 29.0}, "heavy", "29 s", "29 s"),
        ("stand.2", {"extent": 30.0}, "accepted", "30 s", "30 s"),
        ("stand.2", {}, "accepted", "·", "not yet"),
        ("line.1", {"extent": 1.0}, "accepted", "1 m", "1 m"),
        ("line.1", {"extent": 1.5}, "heavy", "1.5 m", "1.5 m"),
        ("trot-range.1", {"extent": 12.5}, "accepted", "12.5", "12.5 in a hundred"),
        ("trot-range.1", {"extent": 9.5}, "heavy", "9.5", "9.5 in a hundred"),
    ],
)
def test_an_answer_is_drawn_written_and_said(
    step: str, answer: dict[str, Any], mark: str, written: str, words: str
) -> None:
    ask = Ask(step=step, **answer)
    found = drawn(ask, rule(step), meaning_of(ask, rule(step)))
    assert (found.mark, found.written, found.words) == (mark, written, words)


def test_the_ring_draws_what_it_heard() -> None:
    marks = {
        1: AnswerMark.ACCEPTED, 5: AnswerMark.ACCEPTED, 6: AnswerMark.HEAVY, 10: AnswerMark.HEAVY,
    }  # fmt: skip
    rules = signal_rules(rule("up-wt.2"))
    for level, mark in marks.items():
        assert mark_at_the_ring(classify(HeardEntry(level=level), rules)) is mark
    others = {
        AnswerMark.NONE: {"level": 4, "answered": False},
        AnswerMark.IN_BAND: {"level": 4, "tension": "tight"},
        AnswerMark.HEAVY: {"level": 4, "correct": "no"},
        AnswerMark.APART: {"event": "stumble"},
    }
    for mark, answer in others.items():
        assert mark_at_the_ring(classify(HeardEntry.model_validate(answer), rules)) is mark
    leapt = HeardEntry.model_validate({"level": 4, "over": True})
    assert mark_at_the_ring(classify(leapt, rules)) is AnswerMark.IN_BAND
    for answer in ({"tension": "alarmed"}, {"level": 4, "faults": ("anticipates",)}):
        assert mark_at_the_ring(classify(HeardEntry.model_validate(answer), rules)) is AnswerMark.APART


def test_every_kind_of_answer_has_a_name() -> None:
    names = {kind: signal_words(kind, with_level=False).removesuffix("{measured}") for kind in SignalKind}
    assert all(name[:1].isupper() and "{" not in name for kind, name in names.items() if kind != "none")
    assert signal_words(SignalKind.HEAVY, with_level=True) == "Answered at {level}"
    assert signal_words(SignalKind.NONE, with_level=True) == "No answer up to {level}"
    assert (names[SignalKind.HEAVY], names[SignalKind.NONE], names[SignalKind.LIGHT]) == (
        "Above the band", "Not yet", "Done",
    )  # fmt: skip


EVERY_FAULT = sorted({fault.code for exercise in load_catalogue().exercises for fault in exercise.faults})
ANSWERS = st.fixed_dictionaries(
    {"level": st.integers(1, 10)},
    optional={
        "faults": st.lists(st.sampled_from(EVERY_FAULT), max_size=2),
        "answered": st.booleans(),
        "tension": st.sampled_from(["calm", "tight", "alarmed"]),
        "over": st.booleans(),
        "correct": st.sampled_from(["yes", "nearly", "no"]),
    },
)


@pytest.mark.parametrize("step", ["up-wt.2", "leg-yield.2", "canter.2", "hip-g.1", "touch.2", "stand.2"])
@given(answer=ANSWERS, green=st.booleans())
@settings(max_examples=150, deadline=None)
def test_the_ring_and_the_record_call_an_answer_the_same(
    step: str, answer: dict[str, Any], green: bool
) -> None:
    catalogue = load_catalogue()
    exercise, stage = catalogue.exercise(step), catalogue.stage(step)
    if stage.step.startswith(("touch", "stand")):
        answer = {key: value for key, value in answer.items() if key != "level"}
    rule = ItemRule(exercise, stage, (1, 5), school=catalogue.school, green=green)
    signal = classify(HeardEntry.model_validate(answer), signal_rules(rule))
    ask = Ask.model_validate({"step": step, **answer})
    meaning = meaning_of(ask, rule, learning=green)
    assert drawn(ask, rule, meaning).mark is mark_at_the_ring(signal)
    assert meaning.came is signal.came
    accepted = (SignalKind.LIGHT, SignalKind.LET_BE, SignalKind.BEST)
    assert meaning.accepted is (signal.kind in accepted)
