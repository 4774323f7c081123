"""Every fault of the trade's table: what is said, what becomes of row, tries, estimate and gates.

One answer inside the band with that fault tapped, while learning and after. Common practice, no source.
"""

from __future__ import annotations

from typing import Any, NamedTuple

import pytest
from bucephal.answers import HeardEntry, ItemRule, Meaning, Observation, meaning_of
from bucephal.coach import Advice, CoachSettings, advise
from bucephal.ladder import Catalogue, StepKind
from bucephal.record import Ask
from tests.ladder.tables import rows, split
from tests.ladder.test_catalogue import FAMILY_ROWS

BAND = (1, 5)
LEVEL, NO_ANSWER, NOT_HEARD = "level as given", "no answer up to that level", "not heard"
PRACTISED = 3
"""Sessions of the exercise after which the other lead is no longer let be."""


class Effect(NamedTuple):
    """A row of the table of what faults count as."""

    says: str
    row: int
    """Of accepted answers, after one accepted answer and then this one."""
    uses_a_try: bool
    hears: str
    accepted: bool
    is_answer: bool
    calm: bool
    right: bool


GOOD = Effect("rest-repeat", 2, True, LEVEL, True, True, True, True)
EFFECTS = {
    "let-be": GOOD,
    "shape": Effect("remedy", 1, True, LEVEL, False, True, True, True),
    "wrong": Effect("remedy", 0, True, NO_ANSWER, False, True, True, False),
    "free": Effect("remedy", 1, False, NOT_HEARD, False, False, True, True),
    "stop": Effect("leave-exercise", 1, True, LEVEL, False, True, False, False),
    "body": Effect("body-flag", 1, True, NOT_HEARD, False, False, True, True),
    # What is not in that table: the level, far more than asked, tension and anticipation speak.
    "by its level": GOOD,
    "no fault": GOOD,
    "as `over`": Effect("praise-wait", 0, True, LEVEL, False, True, True, True),
    "as tension tight": Effect("rest-repeat", 1, True, LEVEL, False, True, False, False),
    "own rule (vary)": Effect("vary", 1, True, NOT_HEARD, False, False, True, True),
}
EFFECTS["stop, but not 'not calm'"] = EFFECTS["stop"]._replace(calm=True)
EFFECTS["wrong (a) / no fault (b)"] = EFFECTS["wrong"]


def cases() -> list[tuple[str, str, str, str]]:
    """Step, fault, what it counts as while learning, and once the step has been ready."""
    found = []
    for where, code, _, _, _, counts_as in rows("04"):
        for name in split(FAMILY_ROWS.get(where, where), ","):
            if counts_as == "let-be in stages 1 and 2, then shape":
                found += [(f"{name}.2", code, "let-be", "shape"), (f"{name}.3", code, "shape", "shape")]
            elif counts_as.startswith("let-be three"):
                found += [(f"{name}.2", code, "let-be", "shape"), (f"{name}.5", code, "wrong", "wrong")]
            else:
                found.append((f"{name}.1", code, counts_as, "shape" if counts_as == "let-be" else counts_as))
    return found


def in_the_band(step: str, catalogue: Catalogue) -> dict[str, Any]:
    """A light answer, a thing let go of in time, a target met."""
    exercise, stage = catalogue.exercise(step), catalogue.stage(step)
    if exercise.kind is StepKind.LIGHTNESS:
        return {"level": 3}
    if exercise.kind is StepKind.TOLERANCE:
        return {"let_go_s": 1.0}
    return {"extent": stage.target} if stage.target is not None else {}


def heard_as(meaning: Meaning) -> str:
    if meaning.heard is None:
        return NOT_HEARD
    return LEVEL if meaning.heard == Observation.answered_at(3) else NO_ANSWER


def counted_in_the_share(meaning: Meaning) -> str:
    """A share has no level to hear: a success stands for it."""
    if not meaning.is_answer:
        return NOT_HEARD
    return LEVEL if meaning.success else NO_ANSWER


def effect(step: str, code: str, catalogue: Catalogue, *, green: bool, before: int = 0) -> Effect:
    good = in_the_band(step, catalogue)
    entries = [HeardEntry(**good), HeardEntry(**good, faults=(code,))]
    settings = CoachSettings(step=step, band=BAND, green=green, aim=5, cap=9, sessions_before=before)
    first, second = advise(settings, entries, catalogue)
    rule = ItemRule(
        catalogue.exercise(step), catalogue.stage(step), BAND, school=catalogue.school, green=green
    )
    meaning = meaning_of(Ask(step=step, **good, faults=(code,)), rule, learning=green, sessions_before=before)
    return Effect(
        says=second.code,
        row=second.row,
        uses_a_try=second.tries > first.tries,
        hears=heard_as(meaning) if rule.kind is StepKind.LIGHTNESS else counted_in_the_share(meaning),
        accepted=meaning.accepted,
        is_answer=meaning.is_answer,
        calm=meaning.calm,
        right=meaning.right,
    )


@pytest.mark.parametrize(("step", "code", "learning", "after"), cases())
def test_every_fault_does_what_it_counts_as(
    step: str, code: str, learning: str, after: str, catalogue: Catalogue
) -> None:
    assert effect(step, code, catalogue, green=True) == EFFECTS[learning]
    assert effect(step, code, catalogue, green=False) == EFFECTS[after]


def test_the_other_lead_is_let_be_three_canter_sessions(catalogue: Catalogue) -> None:
    for before in range(PRACTISED):
        assert effect("canter.2", "wrong-lead", catalogue, green=True, before=before) == EFFECTS["let-be"]
    late = effect("canter.2", "wrong-lead", catalogue, green=True, before=PRACTISED)
    assert late == EFFECTS["wrong"]


def said(step: str, entries: list[dict[str, Any]], catalogue: Catalogue, **more: Any) -> list[Advice]:
    settings = CoachSettings.model_validate(
        {"step": step, "band": BAND, "green": True, "aim": 3, "cap": 9, "side": "left"} | more
    )
    return advise(settings, [HeardEntry.model_validate(one) for one in entries], catalogue)


# --- several faults, and what else was tapped -------------------------------------------------------


@pytest.mark.parametrize(
    ("answer", "code"),
    [
        # Danger, body, stop, alarm, wrong, over, free, shape, let-be: each before all that follow.
        ({"faults": ["stumbles", "rushes", "wrong-lead"], "tension": "alarmed"}, "body-flag"),
        ({"faults": ["rushes", "disunited"], "tension": "alarmed"}, "leave-exercise"),
        ({"faults": ["disunited"], "tension": "alarmed", "correct": "no"}, "calm-down"),
        ({"faults": ["disunited"], "correct": "no"}, "remedy"),
        ({"faults": ["disunited", "crooked"], "over": True}, "praise-wait"),
        ({"faults": ["crooked"], "tension": "tight"}, "rest-repeat"),
    ],
)
def test_which_speaks_where_several_fit(answer: dict[str, Any], code: str, catalogue: Catalogue) -> None:
    assert said("canter.2", [{"level": 3, **answer}], catalogue)[0].code == code


def test_far_more_than_asked_comes_before_wrong_for_a_forward_cue_alone(catalogue: Catalogue) -> None:
    both = {"level": 3, "over": True, "correct": "no"}
    assert said("up-wt.2", [both], catalogue)[0].code == "praise-wait"
    assert said("hip-g.1", [both], catalogue)[0].code == "remedy"


def test_every_stop_ends_the_exercise_and_every_body_fault_is_counted(catalogue: Catalogue) -> None:
    both = {"level": 3, "faults": ["stumbles", "rushes"]}
    assert said("canter.2", [both], catalogue)[0].ends
    again = said("canter.2", [{"event": "stumble"}, both], catalogue)
    assert [one.code for one in again] == ["body-flag", "body-flag"]
    assert again[0].say != again[1].say


def test_shape_and_let_be_soften_only_inside_the_band(catalogue: Catalogue) -> None:
    for code in ("shoulder-out", "quarters-trail"):
        inside, above = (
            said("leg-yield.2", [{"level": level, "faults": [code]}], catalogue)[0] for level in (5, 6)
        )
        assert not inside.heavy
        assert above.heavy
        assert above.code == "repeat-from-light"
        fault = catalogue.exercise("leg-yield").fault(code)
        assert fault is not None
        assert fault.first in above.reason  # the remedy is named with it


@pytest.mark.parametrize("fault", ["stuck", "shoulder-out", None])
def test_two_loud_answers_are_never_followed_by_a_third(fault: str | None, catalogue: Catalogue) -> None:
    faults = [fault] if fault else []
    for level in (9, 10):
        loud = {"level": level, "faults": faults}
        none = {**loud, "answered": False}
        for pair in ([loud, loud], [none, none], [loud, none]):
            assert said("leg-yield.2", pair, catalogue)[-1].code == "go-easier"
        assert said("leg-yield.1", [none, none], catalogue)[-1].code == "leave-exercise"
    none_at_all = [{"level": 4, "answered": False, "faults": faults}] * 2
    assert said("leg-yield.2", none_at_all, catalogue)[-1].code == "go-easier"


def test_at_the_cap_wrong_goes_easier_and_shape_is_the_dose(catalogue: Catalogue) -> None:
    good = {"level": 3, "tension": "tight"}
    wrong, shape = (
        said("leg-yield.2", [{"level": 3}, {"level": 3, "faults": [code]}], catalogue, cap=2)[-1]
        for code in ("stuck", "shoulder-out")
    )
    assert (wrong.code, shape.code) == ("go-easier", "dose-reached")
    assert said("leg-yield.2", [{"level": 3}, good], catalogue, cap=2)[-1].code == "dose-reached"


def test_a_riders_fault_changes_nothing(catalogue: Catalogue) -> None:
    plain = said("leg-yield.2", [{"level": 3}], catalogue)
    for code in catalogue.rider_faults:
        assert said("leg-yield.2", [{"level": 3, "faults": [code]}], catalogue) == plain
        assert effect("leg-yield.2", code, catalogue, green=True) == GOOD


# --- as the trainer meets them ----------------------------------------------------------------------


def test_shoulder_out_at_level_two_three_times_is_never_enough(catalogue: Catalogue) -> None:
    fault = catalogue.exercise("leg-yield").fault("shoulder-out")
    assert fault is not None
    advice = said("leg-yield.2", [{"level": 2, "faults": ["shoulder-out"]}] * 4, catalogue)
    assert [one.code for one in advice] == ["remedy"] * 4
    second = fault.second or ""
    assert [fault.first in one.say for one in advice] == [True, True, False, False]
    assert [second in one.say for one in advice] == [False, False, True, True]
    assert not any(one.accepted or one.ends for one in advice)


def test_the_second_remedy_is_of_that_fault_only(catalogue: Catalogue) -> None:
    entries = [{"level": 2, "faults": [code]} for code in ("shoulder-out", "quarters-lead", "shoulder-out")]
    advice = said("leg-yield.2", [*entries, *entries], catalogue)
    fault = catalogue.exercise("leg-yield").fault("quarters-lead")
    assert fault is not None
    assert fault.first in advice[1].say
    assert fault.first in advice[4].say


def test_a_rushing_canter_is_left_and_not_asked_again(catalogue: Catalogue) -> None:
    found = said("canter.2", [{"level": 2, "faults": ["rushes"]}], catalogue)[0]
    assert found.code == "leave-exercise"
    assert found.ends
    assert "again" not in found.say.lower()


def test_a_horse_that_runs_out_twice_and_then_jumps(catalogue: Catalogue) -> None:
    out = {"level": 3, "faults": ["runs-out"]}
    advice = said("jump.1", [out, out, {"level": 3}], catalogue)
    assert [one.code for one in advice] == ["remedy", "remedy", "rest-repeat"]
    assert [one.accepted for one in advice] == [False, False, True]


def test_a_trot_that_breaks_four_times_has_used_no_try(catalogue: Catalogue) -> None:
    advice = said("trot-range.1", [{"extent": 2.0, "faults": ["breaks"]}] * 4, catalogue, cap=3)
    assert [one.tries for one in advice] == [0, 0, 0, 0]
    assert {one.code for one in advice} == {"remedy"}


def test_two_stumbles_ask_for_the_body_first(catalogue: Catalogue) -> None:
    first, second = said("up-wt.2", [{"event": "stumble"}] * 2, catalogue)
    assert first.code == second.code == "body-flag"
    assert not first.ends
    assert second.ends
    # Over the whole session: the first may have been in another exercise.
    assert said("up-wt.2", [{"event": "stumble"}], catalogue, so_far={"stumbles": 1})[0].ends


def test_a_hind_leg_that_stays_is_not_accepted(catalogue: Catalogue) -> None:
    found = said("disengage.1", [{"level": 2, "faults": ["hind-stays"]}], catalogue)[0]
    assert not found.accepted
    assert found.code == "remedy"


def test_the_whole_sessions_dangers_alarms_and_tiredness_are_counted(catalogue: Catalogue) -> None:
    buck, alarm, tired = {"event": "buck"}, {"tension": "alarmed"}, {"level": 3, "faults": ["tired"]}
    once = said("up-wt.2", [buck], catalogue)[0].say
    assert said("up-wt.2", [buck], catalogue, so_far={"dangers": 1})[0].say != once
    assert said("up-wt.2", [alarm], catalogue, so_far={"alarms": 1})[0].code == "leave-exercise"
    assert said("up-wt.2", [tired], catalogue)[0].code == "leave-exercise"
    assert said("up-wt.2", [tired], catalogue, so_far={"tired": 1})[0].code == "time-up"


def test_nerves_are_three_tight_ones_running_or_two_in_an_exciting_exercise(catalogue: Catalogue) -> None:
    tight = {"level": 3, "tension": "tight"}
    plain = said("up-wt.2", [tight, tight, tight, tight], catalogue, cap=None)
    assert [one.code for one in plain[1:]] == ["rest-repeat", "calm-down", "leave-exercise"]
    broken = said("up-wt.2", [tight, tight, {"level": 3}, tight], catalogue, cap=None)
    assert broken[-1].code == "rest-repeat"
    exciting = said("canter.2", [tight, tight, tight], catalogue, cap=None)
    assert [one.code for one in exciting] == ["rest-repeat", "calm-down", "leave-exercise"]
    other_side = said("canter.2", [tight], catalogue, so_far={"tights": 1})
    assert other_side[0].code == "calm-down"
