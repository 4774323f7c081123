"""The coach's rules in their order (docs/coach.md). Common practice, no source."""

from __future__ import annotations

from typing import Any

import pytest
from bucephal.answers import HeardEntry
from bucephal.coach import Advice, CoachSettings, advise, check_coach_file
from bucephal.ladder import Catalogue, CountsAs, load_catalogue
from hypothesis import given
from hypothesis import strategies as st


def hear(catalogue: Catalogue, entries: list[Any], **settings: Any) -> list[Advice]:
    """Advice after each entry; a number is an answer at that level, a negative one none up to it."""
    chosen = {"step": "up-wt.3", "band": (1, 3), "aim": 3, "cap": 8, "side": "left", **settings}
    asks = [HeardEntry.model_validate(as_entry(one)) for one in entries]
    return advise(CoachSettings.model_validate(chosen), asks, catalogue)


def as_entry(one: int | dict[str, Any]) -> dict[str, Any]:
    if isinstance(one, dict):
        return one
    return {"level": abs(one), "answered": one > 0}


def codes(advice: list[Advice]) -> list[str]:
    return [one.code for one in advice]


ALARM = {"tension": "alarmed"}
OVER = {"level": 5, "over": True}
TIGHT = {"level": 2, "tension": "tight"}
WRONG = {"level": 2, "correct": "no"}


def test_the_worked_example_with_the_schooled_band(catalogue: Catalogue) -> None:
    # Common practice, no source; a check value: 8 6 5 4 heavy, 2 2 3 accepted.
    advice = hear(catalogue, [8, 6, 5, 4, 2, 2, 3])
    assert codes(advice)[:4] == ["repeat-from-light"] * 4
    assert [one.heavy for one in advice] == [True] * 4 + [False] * 3
    assert [one.accepted for one in advice] == [False] * 4 + [True] * 3
    assert codes(advice)[4:] == ["rest-repeat", "rest-repeat", "change-side"]


def test_the_worked_example_with_the_wider_band(catalogue: Catalogue) -> None:
    advice = hear(catalogue, [8, 6, 5, 4, 2, 2, 3], band=(1, 4))
    assert [one.heavy for one in advice] == [True] * 3 + [False] * 4
    assert codes(advice)[5] == "change-side"


@pytest.mark.parametrize(
    ("entries", "settings", "expected"),
    [
        # 1 and 2: danger and body are events, and come before everything.
        ([{"event": "buck"}], {}, "stop-danger"),
        ([{"event": "stumble"}], {}, "body-flag"),
        ([{"event": "spook"}], {}, "calm-down"),
        # 3: alarm, twice in one exercise.
        ([ALARM], {}, "calm-down"),
        ([ALARM, 2, ALARM], {}, "leave-exercise"),
        # 4: over-reaction, three in a row.
        ([OVER, OVER], {}, "praise-wait"),
        ([OVER, OVER, OVER], {}, "calm-down"),
        ([OVER, OVER, 2, OVER], {}, "praise-wait"),
        # 5: wrong movement, and a fault that is never let be.
        ([WRONG], {}, "remedy"),
        ([{"level": 2, "faults": ["slow"]}], {}, "rest-repeat"),
        ([{"level": 2, "faults": ["draws-home"]}], {}, "remedy"),
        ([{"level": 2, "faults": ["rhythm-lost"]}], {"green": True}, "rest-repeat"),
        ([{"level": 2, "faults": ["rhythm-lost"]}], {"green": False}, "remedy"),
        ([{"level": 2, "faults": ["late-release"]}], {}, "rest-repeat"),
        ([{"level": 2, "correct": "nearly"}], {}, "remedy"),
        ([{"level": 2, "correct": "nearly"}], {"green": True}, "rest-repeat"),
        # 6: anticipation.
        ([{"level": 2, "faults": ["anticipates"]}], {}, "vary"),
        # 7a: the cap; one stage easier, at most two such asks.
        ([4, 4, 4, 5], {"cap": 4}, "go-easier"),
        ([6, 5, 6, 5, 4, 2], {"cap": 5}, "dose-reached"),
        ([6, 5, 6, 5, 4, 5], {"cap": 5}, "go-easier"),
        ([6, 5, 6, 5, 4, 5, 5], {"cap": 5}, "dose-reached"),
        # 7b: never a third at the top; from the first stage the exercise is left.
        ([9, 10], {}, "go-easier"),
        ([-6, 4, -5], {}, "go-easier"),
        ([9, 9], {"step": "up-wt.1"}, "leave-exercise"),
        # 7c: not getting lighter (response model, Q6): a helping aid once.
        ([7, 7], {}, "helping-aid"),
        ([4, 4, 4], {}, "repeat-from-light"),
        ([4, 4, 4, 4], {}, "helping-aid"),
        ([7, 7, 7], {}, "go-easier"),
        ([7, 7, 5], {}, "repeat-from-light"),
        # 8: best so far.
        ([1], {"best_below": 2}, "best-so-far"),
        ([2], {"best_below": 2}, "rest-repeat"),
        ([{"level": 3, "grade": 5}], {}, "best-so-far"),
        # 9: enough.
        ([2, 2, 2], {"other_side_done": True}, "next-exercise"),
        ([2], {"aim": 1}, "change-side"),
        ([2], {"aim": 1, "step": "halt.3", "side": "none"}, "next-exercise"),
        # A row: tight adds none and does not break it; heavy breaks it.
        ([2, TIGHT, 2, 2], {}, "change-side"),
        ([2, 2, TIGHT], {}, "rest-repeat"),
        ([2, 2, 5, 2], {}, "rest-repeat"),
        # 10 and 11: dose and time.
        ([2, TIGHT, 2], {"cap": 3}, "dose-reached"),
        ([2], {"minutes_left": 0}, "time-up"),
        ([5], {"minutes_left": 0}, "repeat-from-light"),
    ],
)  # fmt: skip
def test_what_is_said_after(
    entries: list[Any], settings: dict[str, Any], expected: str, catalogue: Catalogue
) -> None:
    assert codes(hear(catalogue, entries, **settings))[-1] == expected


def test_a_second_danger_finishes_on_the_ground(catalogue: Catalogue) -> None:
    advice = hear(catalogue, [{"event": "rear"}, {"event": "buck"}])
    assert "ground" in advice[1].say
    assert "ground" not in advice[0].say


def test_tolerance_and_measure_steps_are_heard_by_success(catalogue: Catalogue) -> None:
    touch = {"step": "touch.2", "band": (1, 10), "side": "left"}
    assert codes(hear(catalogue, [{"let_go_s": 20}, {"let_go_s": 45}], **touch)) == [
        "rest-repeat",
        "repeat-from-light",
    ]
    stand = {"step": "stand.2", "band": (1, 10), "side": "none", "aim": 1}
    assert codes(hear(catalogue, [{"extent": 12}, {"extent": 31}], **stand)) == [
        "repeat-from-light",
        "next-exercise",
    ]
    line = {"step": "line.1", "band": (1, 10), "side": "left", "aim": 1}
    assert codes(hear(catalogue, [{"extent": 3}, {"extent": 0.8}], **line)) == [
        "repeat-from-light",
        "change-side",
    ]


def test_what_was_measured_is_said(catalogue: Catalogue) -> None:
    touch = hear(catalogue, [{"let_go_s": 50.0}, {"let_go_s": 12.0}, {}], step="touch.2", band=(1, 10))
    assert [one.reason.partition(")")[0] for one in touch[:2]] == [
        "Not yet (let go in 50 s", "Done (let go in 12 s",
    ]  # fmt: skip
    assert touch[2].reason.startswith("Done: accepted")
    stand = hear(catalogue, [{"extent": 20.0}, {"extent": 30.0}], step="stand.2", band=(1, 10), side="none")
    assert stand[0].reason.startswith("Not yet (20 of 30 s).")
    assert stand[1].reason.startswith("Done (30 of 30 s): accepted")


def test_reasons_carry_their_figures(catalogue: Catalogue) -> None:
    (advice,) = hear(catalogue, [6])
    assert "6" in advice.reason
    assert "1 to 3" in advice.reason
    assert "1 of at most 8" in advice.reason


entries = st.one_of(
    st.integers(1, 10).map(as_entry),
    st.integers(-10, -1).map(as_entry),
    st.sampled_from([ALARM, OVER, TIGHT, WRONG, {"event": "buck"}, {"event": "stumble"}, {"coarse": "heavy"},
                     {"coarse": "light"}, {"level": 2, "faults": ["anticipates"]}]),
    st.fixed_dictionaries(
        {"level": st.integers(1, 10), "answered": st.booleans(),
         "faults": st.lists(st.sampled_from(["stuck", "shoulder-out", "draws-home", "runs-through"]), max_size=2)},
        optional={"tension": st.just("tight"), "correct": st.sampled_from(["nearly", "no"])},
    ),
)  # fmt: skip
some_settings = st.fixed_dictionaries(
    {
        "step": st.sampled_from(["up-wt.1", "up-wt.3", "halt.3", "lunge.2", "leg-yield.2", "canter.2"]),
        "band": st.sampled_from([(1, 3), (1, 5), (1, 10)]),
        "aim": st.integers(1, 4),
        "cap": st.one_of(st.none(), st.integers(1, 9)),
        "green": st.booleans(),
        "other_side_done": st.booleans(),
        "best_below": st.one_of(st.none(), st.integers(1, 5)),
        "minutes_left": st.sampled_from([None, -1.0, 5.0]),
        "side": st.just("none"),
    }
)


@given(st.lists(entries, max_size=14), some_settings)
def test_never_ends_on_a_heavy_answer_without_saying_so(asks: list[Any], settings: dict[str, Any]) -> None:
    for advice in hear(load_catalogue(), asks, **settings):
        if advice.ends and advice.heavy:
            assert advice.ended_heavy
            assert "heavy" in advice.reason


@given(st.lists(entries, max_size=14), some_settings)
def test_after_two_answers_at_the_top_there_is_no_third(asks: list[Any], settings: dict[str, Any]) -> None:
    # Common practice, no source: whatever the fault.
    advice = hear(load_catalogue(), asks, **settings)
    for index in range(1, len(asks)):
        if all(_is_loud(asks[at], advice[at]) for at in (index - 1, index)):
            assert advice[index].code not in ("repeat-from-light", "helping-aid", "rest-repeat")
            assert not (advice[index].code == "remedy" and not advice[index].say.startswith("Good try"))


def _is_loud(entry: dict[str, Any], advice: Advice) -> bool:
    """At 9 or 10, or none up to there, and above the band."""
    failed = advice.heavy or not entry.get("answered", True) or entry.get("correct") == "no"
    return failed and (entry.get("level") or 0) >= 9 and "over" not in entry


@given(st.lists(entries, max_size=14), some_settings)
def test_a_wrong_answer_is_never_called_good(asks: list[Any], settings: dict[str, Any]) -> None:
    catalogue = load_catalogue()
    exercise = catalogue.exercise(settings["step"])
    wrong = {fault.code for fault in exercise.faults if fault.counts_as is CountsAs.WRONG}
    for entry, advice in zip(asks, hear(catalogue, asks, **settings), strict=True):
        if entry.get("correct") == "no" or wrong & set(entry.get("faults", ())):
            assert not advice.accepted
            assert advice.code not in ("rest-repeat", "change-side", "next-exercise", "best-so-far")
            assert "good" not in advice.say.lower()


@given(st.lists(entries, max_size=10), some_settings)
def test_same_input_same_answer_and_no_look_ahead(asks: list[Any], settings: dict[str, Any]) -> None:
    whole = hear(load_catalogue(), asks, **settings)
    assert hear(load_catalogue(), asks, **settings) == whole
    assert hear(load_catalogue(), asks[:-1], **settings) == whole[: max(len(asks) - 1, 0)]


# --- going up a stage ---------------------------------------------------------------------------

UP = {"step": "up-wt.2", "climb_to": "up-wt.3", "other_side_done": True, "most_tries": 12}


@pytest.mark.parametrize(
    ("entries", "settings", "last"),
    [
        ([2, 2, 2], {}, "go-up"),
        ([2, 2, 2], {"climb_to": None}, "next-exercise"),
        ([2, 2, 2], {"other_side_done": False}, "change-side"),
        ([2, 2, 2], {"minutes_left": 0}, "next-exercise"),
        # At most one heavy answer on a side.
        ([5, 2, 2, 2], {}, "go-up"),
        ([5, 4, 2, 2, 2], {}, "next-exercise"),
        # No alarm and no stop, on whichever side.
        ([ALARM, 2, 2, 2], {}, "next-exercise"),
        ([2, 2, 2], {"so_far": {"alarms": 1}}, "next-exercise"),
        ([2, 2, 2], {"so_far": {"stops": 1}}, "next-exercise"),
        # Two tries must be left of the whole exercise.
        ([2, 2, 2], {"so_far": {"tries": 7}}, "go-up"),
        ([2, 2, 2], {"so_far": {"tries": 8}}, "next-exercise"),
        # Of canter two a side must be left of those on both.
        ([2, 2], {"step": "canter.2", "climb_to": "canter.3", "most_tries": 8, "aim": 2, "so_far": {"tries": 2}}, "go-up"),
        ([2, 2], {"step": "canter.2", "climb_to": "canter.3", "most_tries": 8, "aim": 2, "so_far": {"tries": 3}}, "next-exercise"),
    ],
)  # fmt: skip
def test_up_a_stage_only_where_it_went_light_and_calm(
    catalogue: Catalogue, entries: list[Any], settings: dict[str, Any], last: str
) -> None:
    advice = hear(catalogue, entries, **{**UP, **settings})
    assert advice[-1].code == last
    assert "go-up" not in codes(advice[:-1])


def test_going_up_names_the_stage_and_leaves_this_one(catalogue: Catalogue) -> None:
    last = hear(catalogue, [2, 2, 2], **UP)[-1]
    assert catalogue.stage("up-wt.3").name in last.reason
    assert last.ends
    assert not last.finishes
    assert last.may_climb


def test_the_whole_exercise_has_a_cap_however_far_it_goes_up(catalogue: Catalogue) -> None:
    two_left = hear(catalogue, [5, 5], step="up-wt.2", cap=8, most_tries=12, so_far={"tries": 10})
    assert codes(two_left) == ["repeat-from-light", "go-easier"]


def test_a_climb_goes_to_the_next_stage_only(catalogue: Catalogue) -> None:
    wrong = {"step": "up-wt.2", "band": [1, 3], "climb_to": "up-wt.1"}
    (problem,) = check_coach_file(wrong, catalogue)
    assert (problem.path, problem.allowed) == ("climb_to", "up-wt.3")
    assert check_coach_file({**wrong, "climb_to": "up-wt.3"}, catalogue) == []


# --- round and round, where, and what then --------------------------------------------------------


def test_three_rounds_of_the_same_ask_for_a_stop_or_the_other_way(catalogue: Catalogue) -> None:
    # Common practice, no source: on the circle nothing is learned from a fourth round of the same.
    loud = {"level": 6}
    round_and_round = hear(catalogue, [2, 2, 2, 2], step="lunge.2", band=(1, 5), aim=5, cap=None)
    assert [one.say.startswith("Stop, or change") for one in round_and_round] == [False, False, True, True]
    changed = hear(catalogue, [2, 2, loud, 2], step="lunge.2", band=(1, 5), aim=5, cap=None)
    assert not any("change direction" in one.say for one in changed)
    straight = hear(catalogue, [2, 2, 2, 2], step="up-wt.2", band=(1, 5), aim=5)
    assert not any("change direction" in one.say for one in straight)


def test_a_remedy_names_the_side_and_the_place_where_it_is_known(catalogue: Catalogue) -> None:
    shoulder = {"level": 2, "faults": ["shoulder-out"]}
    side = hear(catalogue, [shoulder], step="leg-yield.2", side="right")[0]
    assert " on the right." in side.reason
    place = hear(catalogue, [{**shoulder, "spot": "C"}], step="leg-yield.2", side="right")[0]
    assert " on the right, at C." in place.reason


def test_what_ends_an_item_names_what_comes_next(catalogue: Catalogue) -> None:
    for entries, settings in (([2, 2, 2], {}), ([9, 9], {"step": "up-wt.1"}), ([2], {"minutes_left": 0})):
        said = hear(catalogue, entries, other_side_done=True, comes_next="Back up", **settings)[-1]
        assert said.ends
        assert "Next: Back up." in said.reason
        unknown = hear(catalogue, entries, other_side_done=True, **settings)[-1]
        assert "Next" not in unknown.reason


@pytest.mark.parametrize(
    ("entry", "code", "finishes"),
    [
        (2, "dose-reached", False), (8, "dose-reached", False), (-9, "dose-reached", False),
        (WRONG, "dose-reached", False), (OVER, "dose-reached", False), (TIGHT, "dose-reached", False),
        (ALARM, "calm-down", False), ({"event": "buck"}, "stop-danger", False),
        ({"level": 3, "faults": ["tired"]}, "leave-exercise", False),
    ],
)  # fmt: skip
def test_a_probe_is_asked_once_whatever_comes(
    entry: Any, code: str, finishes: bool, catalogue: Catalogue
) -> None:
    (said,) = hear(catalogue, [entry], step="hip-g.3", aim=1, cap=6, probe=True, other_side_done=True)
    assert (said.code, said.finishes) == (code, finishes)
    assert said.ends is (code != "stop-danger")
    assert said.accepted is (entry == 2)
    assert not said.ended_heavy, "what was asked to see is not left heavy"
    (in_earnest,) = hear(catalogue, [entry], step="hip-g.3", aim=2, cap=6, other_side_done=True)
    assert in_earnest.ends is (code == "leave-exercise")


@pytest.mark.parametrize(
    ("event", "code"),
    [("buck", "stop-danger"), ("stumble", "body-flag"), ("uneven", "body-flag"), ("spook", "calm-down")],
)
def test_what_goes_wrong_in_a_probe_is_said_as_anywhere(event: str, code: str, catalogue: Catalogue) -> None:
    told = {
        probe: hear(catalogue, [{"event": event}], step="hip-g.3", aim=1, cap=6, probe=probe)[0]
        for probe in (True, False)
    }
    assert told[True].code == code
    assert told[True] == told[False]


def test_alarmed_in_a_probe_after_an_alarm_before_it_is_enough(catalogue: Catalogue) -> None:
    (said,) = hear(catalogue, [ALARM], step="hip-g.3", aim=1, probe=True, so_far={"alarms": 1})
    assert (said.code, said.finishes) == ("leave-exercise", True)


def test_after_an_answer_before_the_ask_it_stands_ten_seconds(catalogue: Catalogue) -> None:
    """Common practice, no source; where anticipation is used, it is let offer at once."""
    before = {"level": 2, "faults": ["anticipates"]}
    (vary,) = hear(catalogue, [before])
    (used,) = hear(catalogue, [before], school={"anticipation": "b"})
    assert (vary.code, vary.wait_s) == ("vary", 10)
    assert (used.code, used.wait_s) == ("vary", None)
    assert {one.wait_s for one in hear(catalogue, [2, 8, ALARM])} == {None}
