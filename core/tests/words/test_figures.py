"""A table of figures and what is said of each; read and found natural by whoever changes it."""

from __future__ import annotations

from datetime import date

import pytest
from bucephal.ladder import Side, StepKind
from bucephal.words import (
    debrief_words,
    estimate_words,
    figures,
    forecast_words,
    guide_words,
    plain,
    plan_words,
    report_words,
    sheet_words,
    standing_words,
)
from hypothesis import given
from hypothesis import strategies as st

L, T, M = StepKind.LIGHTNESS, StepKind.TOLERANCE, StepKind.MEASURE
GREEN, ANY = (1, 5), (1, 10)
ON_THE_LEFT = plain.on_side(Side.LEFT)

SAID = [
    # how often: tenths of times, never 'never' and never 'always'
    (figures.how_often(0.0), "hardly ever light"),
    (figures.how_often(0.049), "hardly ever light"),
    (figures.how_often(0.05), "light 1 time in 10"),
    (figures.how_often(0.149), "light 1 time in 10"),
    (figures.how_often(0.15), "light 2 times in 10"),
    (figures.how_often(0.25), "light 3 times in 10"),
    (figures.how_often(0.35), "light 4 times in 10"),
    (figures.how_often(0.5), "light 5 times in 10"),
    (figures.how_often(0.58), "light 6 times in 10"),
    (figures.how_often(0.83), "light 8 times in 10"),
    (figures.how_often(0.949), "light 9 times in 10"),
    (figures.how_often(0.95), "nearly always light"),
    (figures.how_often(1.0), "nearly always light"),
    (figures.how_often(0.6, figures.LETS_GO), "lets go in time 6 times in 10"),
    (figures.how_often(0.97, figures.AS_WANTED), "nearly always as wanted"),
    (figures.how_often(0.02, figures.ANSWERS), "hardly ever answers"),
    # what a good answer is called
    (figures.good_answer(L, GREEN), "light"),
    (figures.good_answer(L, ANY), "answers"),
    (figures.good_answer(T, GREEN), "lets go in time"),
    (figures.good_answer(M, ANY), "as wanted"),
    # what is short: the one thing, with its side
    (figures.falls_short(0.5, 0.6), "light 5 times in 10; wants 6"),
    (figures.falls_short(0.49, 0.6, where=ON_THE_LEFT), "light 5 times in 10 on the left; wants 6"),
    (figures.falls_short(0.58, 0.6), "light not quite 6 times in 10"),
    (figures.falls_short(0.599, 0.6, where=ON_THE_LEFT), "light not quite 6 times in 10 on the left"),
    (figures.falls_short(0.01, 0.6), "hardly ever light; wants 6 times in 10"),
    (figures.falls_short(0.0, 0.9, figures.CALM), "hardly ever calm; wants 9 times in 10"),
    (figures.falls_short(0.7, 0.75, figures.CALM), "calm 7 times in 10; wants 8"),
    (figures.falls_short(0.5, 2 / 3, figures.RIGHT_AND_CALM), "right and calm 5 times in 10; wants 7"),
    (figures.falls_short(0.05, 0.7), "light 1 time in 10; wants 7"),
    # changes
    (figures.moved(0.6, 0.8), "light 8 times in 10, was 6"),
    (figures.moved(0.61, 0.59), "light 6 times in 10, as before"),
    (figures.moved(0.97, 0.9), "light 9 times in 10, was nearly always"),
    (figures.moved(0.01, 0.1), "light 1 time in 10, was hardly ever"),
    (figures.moved(0.3, 0.99), "nearly always light, was 3 times in 10"),
    (figures.moved(0.2, 0.4, figures.LETS_GO), "lets go in time 4 times in 10, was 2"),
    # shares in the long run
    (figures.span_in_ten(0.58, 0.91), "between 6 and 9 times in 10"),
    (figures.span_in_ten(0.58, 0.62), "6 times in 10"),
    (figures.span_in_ten(0.0, 0.04), "hardly ever"),
    (figures.span_in_ten(0.96, 1.0), "nearly always"),
    (figures.span_in_ten(0.0, 1.0), "between 0 and 10 times in 10"),
    # how sure
    (figures.how_sure(1.0), "sure"),
    (figures.how_sure(0.9), "sure"),
    (figures.how_sure(0.899), "fairly sure"),
    (figures.how_sure(0.8), "fairly sure"),
    (figures.how_sure(0.799), "cannot tell yet"),
    (figures.how_sure(0.0), "cannot tell yet"),
    (figures.surely(0.0001), "surely"),
    (figures.surely(0.01), "probably"),
    # how much
    (figures.about(0.1, "minute"), "less than half a minute"),
    (figures.about(0.5, "minute"), "about half a minute"),
    (figures.about(1.2, "minute"), "about a minute"),
    (figures.about(1.5, "week"), "about 1½ weeks"),
    (figures.about(2.6, "week"), "about 3 weeks"),
    (figures.per_week(-1.2, "minute", 0.0004), "about a minute a week shorter, surely"),
    (figures.per_week(0.6, "minute", 0.03), "about half a minute a week longer, probably"),
    (figures.by_levels(-2.2), "about 2 levels"),
    (figures.by_levels(0.6), "about half a level"),
    # spans
    (figures.span(2, 5, 12, "ride"), "between 2 and 12 rides, most likely 5"),
    (figures.span(1, 1, 1, "ride"), "1 ride"),
    (figures.span(3, 3, 3, "ride"), "3 rides"),
    # levels: whole ones, on the scale
    (figures.at_level(3.1, 2.0, 4.2), "at about 3, between 2 and 4"),
    (figures.at_level(0.4, 0.1, 1.2), "at about 1"),
    (figures.at_level(10.8, 9.6, 11.7), "at about 10"),
    (figures.whole(0.2), 1),
    (figures.measured(20, "s"), "20 s"),
    (figures.measured(0.6, "m"), "0.6 m"),
    (figures.measured(90, "% calm"), "calm 9 minutes in 10"),
    (figures.measured(5, "% calm"), "calm 1 minute in 10"),
    (figures.measured(100, "% calm"), "calm all the way"),
    (figures.measured(99, "% calm"), "calm nearly all the way"),
    (figures.measured(4, "% calm"), "hardly calm"),
    (figures.whole(9.5), 10),
    # days
    (figures.day(date(2026, 6, 12)), "12 June"),
    (figures.date_in_full(date(2024, 1, 2)), "2 January 2024"),
    # whole sentences made of them
    (estimate_words.stands(0.83, "light", (3.1, 2.0, 4.2)), "light 8 times in 10, at about 3, between 2 and 4"),
    (estimate_words.stands(0.83, "as wanted", None), "as wanted 8 times in 10"),
    (estimate_words.stands_today(Side.NONE, "light 5 times in 10", "1 ask on 1 day"), "light 5 times in 10; 1 ask on 1 day"),
    (estimate_words.light_share(2, 3, 0.31, 0.92, "light"), "Light in 2 of 3 asks; in the long run between 3 and 9 times in 10."),
    (estimate_words.influence("at 7", 2, -0.12, "light"), "at 7, ask 2 of that day: light 1 time in 10 less"),
    (estimate_words.influence("at 2", 1, 0.03, "light"), "at 2, ask 1 of that day: light a little more often"),
    (estimate_words.side_gap("Halt", 1.9, heavier=Side.LEFT, chance=0.93), "Halt: the left is heavier by about 2 levels, sure"),
    (estimate_words.side_gap("Halt", 0.9, heavier=Side.RIGHT, chance=0.84), "Halt: the right is heavier by about a level, fairly sure"),
    (estimate_words.side_gap("Halt", 0.1, heavier=None, chance=0.4), "Halt: neither side is shown to be heavier"),
    (forecast_words.ahead(0.97, 40, (2, 5, 12), 1.7), "between 2 and 12 rides, most likely 5 (about 1½ weeks)"),
    (forecast_words.ahead(0.7, 40, (5, 11, 26), 3.7), "7 times in 10 within 40 rides: between 5 and 26 rides, most likely 11 (about 4 weeks)"),
    (forecast_words.ahead(0.0, 40, None, None), "not within 40 rides"),
    (debrief_words.chance_moved(None, 0.4), "light 4 times in 10"),
    (debrief_words.lighter_at_end(0.91), "lighter at the end, sure; most of it is ordinary warming up"),
    (sheet_words.settling(8, 1, 9.8, -1.4, 0.002), "Settled by 10 min on half of the days; never settled on 1 of 8 days; about 1½ minutes a week shorter, surely."),
    (sheet_words.settling(3, 0, 4.0, None, 0.4), "Settled by 4 min on half of the days; no trend to see in 3 days."),
    (sheet_words.leads(Side.RIGHT, 0.0004), "The right rein gets the right lead less often, surely."),
    (sheet_words.leads(None, 0.6), "Neither rein is shown to be worse."),
    (standing_words.more_days(1, 2, ON_THE_LEFT), "wants a second day on the left"),
    (standing_words.more_good_days(1, ""), "wants one more day that begins well"),
    (standing_words.more_good_days(3, ON_THE_LEFT), "wants 3 more days in a row that begin well on the left"),
    (standing_words.not_sure_yet(0.9, "light", ON_THE_LEFT), "light 9 times in 10 on the left, too little to be sure"),
    (standing_words.not_asked(ON_THE_LEFT), "not asked yet on the left"),
    (standing_words.sides_stand([(Side.LEFT, 0.7), (Side.RIGHT, 0.9)], "light"), "light 7 times in 10 on the left, 9 on the right"),
    (standing_words.sides_stand([(Side.LEFT, 0.71), (Side.RIGHT, 0.68)], "light"), "light 7 times in 10 on both sides"),
    (standing_words.sides_stand([(Side.LEFT, 0.99), (Side.RIGHT, 0.68)], "light"), "nearly always light on the left, 7 times in 10 on the right"),
    (standing_words.sides_stand([(Side.RIGHT, 0.68)], "light"), "light 7 times in 10 on the right"),
    (standing_words.sides_stand([(Side.NONE, 0.68)], "light"), "light 7 times in 10"),
    (plan_words.done_when("light and calm", [(Side.NONE, 1)], in_a_row=False), "once: light and calm"),
    (plan_words.done_when("light and calm", [(Side.LEFT, 3), (Side.RIGHT, 3)], in_a_row=True), "3 in a row on each side: light and calm"),
    (plan_words.done_when("light and calm", [(Side.RIGHT, 2), (Side.LEFT, 3)], in_a_row=True), "2 in a row on the right, 3 on the left: light and calm"),
    (guide_words.out_of_ten(0.6), "6 times in 10"),
    (guide_words.out_of_ten(0.99), "nearly always"),
]  # fmt: skip


@pytest.mark.parametrize(("said", "natural"), SAID, ids=[str(natural) for _, natural in SAID])
def test_a_figure_is_said_as_people_say_it(said: object, natural: object) -> None:
    assert said == natural


def test_the_table_is_a_table() -> None:
    assert len(SAID) >= 80


chances = st.floats(0, 1)


@given(chances, chances)
def test_what_is_oftener_is_never_said_to_be_rarer(one: float, other: float) -> None:
    scale = ["hardly ever", *(figures.times_in_ten(n) for n in range(1, 10)), "nearly always"]
    low, high = sorted((one, other))
    assert scale.index(guide_words.out_of_ten(low)) <= scale.index(guide_words.out_of_ten(high))


@given(chances, st.floats(0.1, 0.9))
def test_what_falls_short_is_never_said_to_be_as_wanted(chance: float, wanted: float) -> None:
    """The figure that is said lies under the one that is wanted, or 'not quite' says so."""
    if chance >= wanted:
        return
    said = figures.falls_short(chance, wanted)
    assert (
        "not quite" in said or figures.is_extreme(chance) or figures.tenths(chance) < figures.tenths(wanted)
    )


@given(chances, chances, st.floats(1, 11), st.floats(1, 11))
def test_no_decimal_is_left_in_a_sentence(one: float, other: float, level: float, end: float) -> None:
    low, high = sorted((level, end))
    for said in (
        figures.how_often(one),
        figures.falls_short(one, other),
        figures.moved(one, other),
        figures.span_in_ten(*sorted((one, other))),
        figures.at_level((low + high) / 2, low, high),
        figures.by_levels(high - low),
        estimate_words.influence("at 3", 1, one - other, "light"),
    ):
        assert "." not in said


@pytest.mark.parametrize(
    ("parts", "headline"),
    [
        ([], "The basics, and an easy finish"),
        ([["go on: halt, from seat and breath", "go on: halt"]], "Go on: halt, from seat and breath"),
        # Under ten words: the last part is said shorter first, and left out last.
        (
            [["put right: walk to trot, left", "put right: walk to trot"], ["new: halt, from seat and breath", "new: halt"]],
            "Put right: walk to trot, left; new: halt",
        ),
        (
            [["put right: move the hindquarters over, left", "put right: move the hindquarters over"],
             ["new: send out around the handler, change through the hip", "new: send out around the handler"]],
            "Put right: move the hindquarters over",
        ),
    ],
)  # fmt: skip
def test_a_headline_stays_under_ten_words(parts: list[list[str]], headline: str) -> None:
    assert plan_words.headline(parts) == headline
    assert len(headline.split()) < 10


def test_new_is_only_what_was_never_asked() -> None:
    assert plan_words.kind_said("new", is_begun=True) == "go on"
    assert plan_words.kind_said("new", is_begun=False) == "new"
    assert plan_words.kind_said("repair", is_begun=True) == "put right"


def test_every_figure_behind_a_reason_has_a_name() -> None:
    shown = figures.exact({"p_first_left": 0.58, "asks_left": 9, "hip-g.1": 0.9}, {"hip-g.1": "move over"})
    assert shown == "chance of a light first answer, left 0.58 · asks, left 9 · move over 0.9"
    assert figures.exact({"days_since": 3}, {}) == "days since it was asked 3"


@pytest.mark.parametrize(
    ("names", "said"),
    [
        (["halt"], "halt"),
        (["halt", "walk on"], "halt and walk on"),
        (["halt", "walk on", "leg yield"], "halt, walk on and leg yield"),
        # Names with commas of their own: one would not know where one ends.
        (["halt", "lower the head, ridden"], "halt; and lower the head, ridden"),
        (["hacking, alone", "halt", "walk on"], "hacking, alone; halt; and walk on"),
    ],
)
def test_one_hears_where_each_name_of_a_list_ends(names: list[str], said: str) -> None:
    assert report_words.in_work(names) == f"Most of the time went to: {said}."
    assert report_words.aims(names) == f"It is on its way to: {said}."
    assert report_words.new_things(names, len(names)) == f"New in this time: {said}."


def test_of_a_list_that_is_cut_it_is_said_how_many_more() -> None:
    assert (
        report_words.new_things(["halt", "walk on"], 4)
        == "New in this time: halt, walk on and 2 more things."
    )
    assert (
        report_words.new_things(["halt, in hand"], 2) == "New in this time: halt, in hand; and 1 more thing."
    )
