"""The compiled coach says the same as the function, on every path; played here by a plain reader.

The reader below is written from the table's documentation alone; the browser's player is
checked against the same vectors (web/src/features/ring/coachVectors.generated.json).
"""

from __future__ import annotations

import gzip
from typing import Any

import pytest
from bucephal.answers import HeardEntry, StepRule, came
from bucephal.coach import Advice, CoachSettings, CompiledCoach, SoFar, advise, compile_coach
from bucephal.ladder import Catalogue, load_catalogue
from bucephal.record import Ask
from bucephal.words.coach_words import fill
from hypothesis import given, settings
from hypothesis import strategies as st

SETTINGS: list[dict[str, Any]] = [
    {"step": "up-wt.3", "band": (1, 3), "aim": 3, "cap": 4},
    {"step": "up-wt.1", "band": (1, 10), "aim": 2, "cap": 5, "green": True},
    {"step": "up-wt.2", "band": (1, 5), "aim": 3, "cap": 8, "green": True, "best_below": 3},
    {
        "step": "lunge.2",
        "band": (1, 5),
        "aim": 3,
        "cap": None,
        "climb_to": "lunge.3",
        "comes_next": "Back up",
    },
    {"step": "touch.2", "band": (1, 10), "aim": 1, "cap": 8, "green": True},
    {"step": "stand.2", "band": (1, 10), "aim": 1, "cap": 5},
    {
        "step": "canter.2",
        "band": (1, 5),
        "aim": 2,
        "cap": 4,
        "green": True,
        "sessions_before": 2,
        "climb_to": "canter.3",
        "most_tries": 8,
    },
    {
        "step": "leg-yield.2",
        "band": (1, 5),
        "aim": 3,
        "cap": 8,
        "green": True,
        "climb_to": "leg-yield.3",
        "most_tries": 8,
        "side": "left",
    },
    {"step": "leg-yield.2", "band": (1, 3), "aim": 2, "cap": 8, "school": {"resistance": "b"}},
    {"step": "trot-range.2", "band": (1, 10), "aim": 3, "cap": 6, "green": True},
    {"step": "jump.1", "band": (1, 5), "aim": 2, "cap": 4, "green": True},
    {"step": "hip-g.3", "band": (1, 5), "aim": 1, "cap": 6, "green": True, "probe": True},
    {"step": "touch.3", "band": (1, 10), "aim": 1, "cap": 6, "green": True, "probe": True},
]
# A player keeps the longest ride well below this; 3 to 14 kB an item.
MOST_BYTES = 11_500


def play(
    coach: CompiledCoach, entries: list[HeardEntry], item: CoachSettings, other_waits: bool
) -> list[tuple[Any, ...]]:
    """What is said after each entry, by the table, its conditions and its limits alone."""
    so_far, time_up = item.so_far, item.minutes_left is not None
    state, tries, row, said = coach.start, 0, 0, []
    counters: dict[str, Any] = {str(name): each for name, each in coach.counters.items()}
    total: dict[str, int] = {name: getattr(so_far, name) for name in counters}
    limits = coach.limits
    tight_run, nerves_said = 0, limits.tights is not None and total["tights"] >= limits.tights
    remedies: dict[str, int] = {}
    heavies, last, same = 0, None, 0
    whole = coach.exercise_tries
    for entry in entries:
        fields = entry.model_dump()
        rule = next(rule for rule in coach.rules if all(one.holds(fields) for one in rule.when))
        number = rule.by_level[entry.level or 0]
        signal = coach.signals[number]
        tries += signal.is_ask
        adds = {name: any(one.holds(fields) for one in each.when_any) for name, each in counters.items()}
        total = {name: total[name] + adds[name] for name in total}
        tight = adds["tights"]
        tight_run = tight_run + 1 if tight else 0 if signal.is_ask else tight_run
        often = limits.tights is not None and total["tights"] >= limits.tights
        nervous = tight and (nerves_said or often or tight_run >= limits.tight_run)
        if signal.is_ask:
            same, last = (same + 1 if number == last else 1), number
        left = 99 if whole.most is None else whole.most - so_far.tries - tries
        table = coach.tables[(coach.cap is not None and tries >= coach.cap) or left <= 0]
        cell = state * len(coach.signals) + number
        state, verdict = table.next[cell], coach.verdicts[table.verdict[cell]]
        heavies += verdict.heavy
        upset = total["alarms"] + total["stops"]
        may_climb = heavies <= limits.heavies_to_climb and not upset and left >= whole.of_a_climb
        row = min(row + 1, coach.aim) if verdict.row == "adds" else row if verdict.row == "keeps" else 0
        fault = next((code for code in coach.faults if code in entry.faults), "")
        holding = {
            "danger-again": total["dangers"] >= limits.dangers,
            "body-again": total["stumbles"] >= limits.stumbles,
            "tired-again": total["tired"] >= limits.tired,
            "alarm-again": total["alarms"] >= limits.alarms,
            "nerves": nervous and not nerves_said, "nerves-again": nervous and nerves_said,
            "remedy-again": remedies.get(fault, 0) >= limits.remedies,
            "row-full": row >= coach.aim, "other-side-waits": other_waits, "time-up": time_up,
            "climb": item.climb_to is not None and may_climb,
            "same-rounds": limits.same_rounds is not None and same >= limits.same_rounds,
        }  # fmt: skip
        nerves_said = nerves_said or nervous
        for swap in coach.swaps:
            if holding[swap] and swap in verdict.swaps:
                verdict = coach.verdicts[verdict.swaps[swap]]
        if verdict.code == "remedy":
            remedies[fault] = remedies.get(fault, 0) + 1
        figures = {
            **coach.figures,
            "tries": str(tries),
            "row": str(row),
            **_of_fault(coach, fault, verdict.text),
            "where": coach.where[item.side]
            + (fill(coach.at_spot, {"spot": entry.spot}) if entry.spot else ""),
            "next": fill(coach.comes_next, {"next": item.comes_next}) if item.comes_next else "",
        }
        words = fill(
            signal.said_without_level if entry.level is None else signal.said,
            {"level": str(entry.level), "measured": _measured(coach, entry)},
        )
        text = coach.texts[verdict.text]
        why, say = fill(text.why, {**figures, "said": words}), fill(text.say, {**figures, "said": words})
        came = signal.came
        said.append(
            (
                verdict.code,
                verdict.accepted,
                verdict.heavy,
                came,
                row,
                tries,
                verdict.ends,
                verdict.finishes,
                verdict.aim_met and may_climb,
                say,
                why,
            )
        )
    return said


def _measured(coach: CompiledCoach, entry: HeardEntry) -> str:
    if entry.let_go_s is not None:
        return coach.measured.let_go.replace("{let_go_s}", f"{entry.let_go_s:g}")
    if entry.extent is not None:
        return coach.measured.extent.replace("{extent}", f"{entry.extent:g}")
    return ""


def _of_fault(coach: CompiledCoach, fault: str, text: str) -> dict[str, str]:
    named = coach.remedies[fault] if fault else coach.no_fault
    remedy = named if fault else coach.default_remedy
    return {
        "remedy": remedy.second if text.endswith(".second") else remedy.first,
        "fault": named.looks,
        "with_remedy": f" {named.first}" if fault else "",
    }


def as_said(advice: Advice) -> tuple[Any, ...]:
    return (
        advice.code, advice.accepted, advice.heavy, advice.came, advice.row, advice.tries, advice.ends,
        advice.finishes, advice.may_climb, advice.say, advice.reason,
    )  # fmt: skip


EVERY_FAULT = sorted({fault.code for exercise in load_catalogue().exercises for fault in exercise.faults})

with_faults = st.fixed_dictionaries(
    {"level": st.integers(1, 10), "faults": st.lists(st.sampled_from(EVERY_FAULT), min_size=1, max_size=3)},
    optional={
        "answered": st.booleans(), "tension": st.sampled_from(["calm", "tight", "alarmed"]), "over": st.booleans(),
        "correct": st.sampled_from(["yes", "nearly", "no"]),
    },
)  # fmt: skip
answers = st.one_of(
    with_faults,
    st.integers(1, 10).map(lambda level: {"level": level}),
    st.integers(1, 2).map(lambda level: {"level": level, "spot": "C"}),
    st.integers(1, 10).map(lambda level: {"level": level, "answered": False}),
    st.integers(1, 10).map(lambda level: {"level": level, "tension": "tight"}),
    st.sampled_from(
        [{"tension": "alarmed"}, {"over": True, "level": 4}, {"correct": "no", "level": 3}, {"event": "buck"},
         {"event": "uneven"}, {"event": "spook"}, {"coarse": "light"}, {"coarse": "heavy"}, {"level": 2, "grade": 5},
         {"level": 2, "correct": "nearly"}, {"faults": ["anticipates"], "level": 2}, {"faults": ["tired"], "level": 2},
         {"let_go_s": 50.0}, {"let_go_s": 5.0}, {"extent": 3.0}, {"extent": 40.0}, {"answered": False}]
    ),
)  # fmt: skip


so_fars = st.builds(
    SoFar, dangers=st.integers(0, 1), alarms=st.integers(0, 1), tired=st.integers(0, 1),
    stumbles=st.integers(0, 1), tights=st.integers(0, 2), stops=st.integers(0, 1), tries=st.integers(0, 6),
)  # fmt: skip


@settings(max_examples=400, deadline=None)
@given(
    chosen=st.sampled_from(SETTINGS),
    so_far=so_fars,
    asks=st.lists(answers, max_size=14),
    other_done=st.booleans(),
    minutes_left=st.sampled_from([None, 0.0]),
)
def test_table_and_function_agree(
    chosen: dict[str, Any], so_far: SoFar, asks: list[Any], other_done: bool, minutes_left: float | None
) -> None:
    catalogue = load_catalogue()
    item = CoachSettings.model_validate(
        {**chosen, "other_side_done": other_done, "minutes_left": minutes_left, "so_far": so_far}
    )
    entries = [HeardEntry.model_validate(one) for one in asks]
    two_sided = len(catalogue.exercise(item.step).side_names) > 1
    table = play(
        compile_coach(item, catalogue),
        entries,
        item,
        two_sided and not other_done,
    )
    assert table == [as_said(one) for one in advise(item, entries, catalogue)]


@pytest.mark.parametrize("chosen", SETTINGS, ids=lambda chosen: chosen["step"])
def test_a_compiled_coach_is_small_and_whole(chosen: dict[str, Any], catalogue: Catalogue) -> None:
    coach = compile_coach(CoachSettings.model_validate(chosen), catalogue)
    for table in coach.tables:
        assert len(table.next) == len(table.verdict) == coach.states * len(coach.signals)
        assert max(table.next) < coach.states
        assert max(table.verdict) < len(coach.verdicts)
    assert all(verdict.text in coach.texts for verdict in coach.verdicts)
    assert len(gzip.compress(coach.model_dump_json().encode())) < MOST_BYTES


@pytest.mark.parametrize("step", ["up-wt.2", "touch.2", "stand.2"])
@given(entry=answers)
@settings(max_examples=40, deadline=None)
def test_what_came_is_the_same_to_the_coach_and_to_the_record(step: str, entry: dict[str, Any]) -> None:
    # The ring opens what waits for a step by the coach's word, the next plan by the record's.
    catalogue = load_catalogue()
    heard = HeardEntry.model_validate(entry)
    if heard.event is not None or heard.faults:
        return
    item = CoachSettings(step=step, band=(1, 5), green=True)
    rule = StepRule(catalogue.exercise(step), catalogue.stage(step), (1, 5))
    ask = Ask(step=step, **heard.model_dump(exclude={"event", "step"}))
    assert advise(item, [heard], catalogue)[-1].came is came(ask, rule)


@pytest.mark.parametrize("step", ["touch.1", "touch.2", "stand.2", "trot-range.1", "line.1"])
def test_where_nothing_is_light_the_coach_speaks_of_no_band(step: str, catalogue: Catalogue) -> None:
    coach = compile_coach(CoachSettings(step=step, band=(1, 10), cap=4, green=True), catalogue)
    words = " ".join(f"{text.say} {text.why}" for text in coach.texts.values())
    for of_lightness in ("lightest", "heavy", "{band}", " light"):
        assert of_lightness not in words
    by_level = compile_coach(CoachSettings(step="up-wt.2", band=(1, 5), cap=4), catalogue)
    assert any("from the lightest" in text.say for text in by_level.texts.values())
