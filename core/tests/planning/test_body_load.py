"""What the body bears: for each rule a pair of cases, one on each side of it, and what the plan says.

Published sources stand with the formulas (`welfare`): Powell et al. (2008) for weight, Henneke et al. (1983) for
condition, extension leaflets for heat, all from memory. Load, growth, visits and a long rest: common practice, no
source.
"""

from __future__ import annotations

from datetime import timedelta
from typing import Any

import pytest
from bucephal.ladder import Gait, load_catalogue
from bucephal.pages import WorkedDays, horse_facts, plan_today
from bucephal.planning import BodyLine, BodyPart, BodyVerdict, PlanRequest, SessionPlan, plan_session
from bucephal.planning.day import Day
from bucephal.progress import Standing
from bucephal.record import HorseRecord
from bucephal.welfare import LoadVerdict, is_fast, load_ahead
from bucephal.words.body_words import against_usual
from bucephal.yard_day import YardDay
from tests.telling import BOTH, TODAY, Told, ask, day, good, light, record_with, sides_of

CATALOGUE = load_catalogue()
RIDING = ("walk-on.2", "halt.2", "steer.2", "disengage.3", "up-wt.2", "down-tw.2", "lead.5", "backup-g.3")
CANTERS = (*RIDING, "up-wt.3", "down-tw.3", "canter.1", "canter.2")


def plan(record: HorseRecord, **wishes: Any) -> SessionPlan:
    request = {"on": TODAY, "minutes": 45, "helper": True, "assess": False, **wishes}
    return plan_session(record, CATALOGUE, PlanRequest.model_validate(request))


def line(made: SessionPlan, part: BodyPart) -> BodyLine:
    (found,) = (one for one in made.body if one.part is part)
    return found


def changed(record: HorseRecord, **horse: Any) -> HorseRecord:
    return record.model_copy(update={"horse": record.horse.model_copy(update=horse)})


def steps(made: SessionPlan) -> list[str]:
    return [item.step for item in made.items if item.step is not None]


def fast(made: SessionPlan) -> list[str]:
    return [step for step in steps(made) if is_fast(CATALOGUE.stage(step))]


def left_for(made: SessionPlan, reason: str) -> set[str | None]:
    return {left.step for left in made.left_out if left.reason == reason}


# --- the week's load -----------------------------------------------------------------------------------------


def weeks(*minutes_a_session: int, sessions: int = 4, steps: tuple[str, ...] = RIDING) -> HorseRecord:
    """So many minutes a session, week by week up to this one, whose last session is still to come."""
    asks = [good(step, side) for step in steps for side in sides_of(step)]
    raw = record_with([]).model_dump(mode="json")
    for ago, minutes in enumerate(reversed(minutes_a_session)):
        for n in range(sessions):
            on = day(7 * ago + n * (6 // (sessions - 1)))
            if on < TODAY:
                began = f"{on}T09:00:00Z"
                ended = f"{on}T{9 + minutes // 60:02d}:{minutes % 60:02d}:00Z"
                raw["sessions"].append(
                    {"date": str(on), "started": began, "ended": ended, "kind": "ridden", "asks": asks}
                )
    return HorseRecord.model_validate(raw)


def test_a_week_like_the_others_has_not_changed() -> None:
    load = load_ahead(weeks(30, 30, 30, 30, 30), CATALOGUE, TODAY)
    assert load.compared
    assert abs(load.change_pct or 0.0) < 3  # sessions on days 0, 2, 4 and 6 of each week
    assert load.verdict is LoadVerdict.FINE


def test_a_tenth_more_each_week_is_never_too_fast() -> None:
    """1.1 to the fourth against the mean of the four weeks before is a quarter more."""
    load = load_ahead(weeks(30, 33, 36, 40, 44), CATALOGUE, TODAY)
    assert load.verdict is LoadVerdict.RISING


@pytest.mark.parametrize(("every", "verdict"), [(2, LoadVerdict.FINE), (1, LoadVerdict.TOO_FAST)])
def test_worked_every_second_day_a_week_has_three_sessions_or_four(every: int, verdict: LoadVerdict) -> None:
    steady: list[Told] = [(ago, [good("walk-on.2")], []) for ago in range(8, 36, 2)]
    week: list[Told] = [(ago, [good("walk-on.2")], []) for ago in range(every, 8, every)]
    assert load_ahead(record_with([*steady, *week]), CATALOGUE, TODAY).verdict is verdict


GREEN, GROWN = "2022-06-01", "2014-06-01"


@pytest.mark.parametrize(
    ("minutes", "born", "verdict"),
    [
        ((20, 20, 20, 20, 20), GREEN, BodyVerdict.FINE),
        ((20, 20, 20, 20, 26), GREEN, BodyVerdict.CARE),
        ((20, 20, 20, 20, 45), GREEN, BodyVerdict.HOLDS),
        ((20, 20, 20, 20, 45), GROWN, BodyVerdict.CARE),
    ],
)
def test_a_jump_in_load_makes_an_easy_day_of_a_green_horse(
    minutes: tuple[int, ...], born: str, verdict: BodyVerdict
) -> None:
    record = changed(weeks(*minutes, sessions=7, steps=CANTERS), born=born)
    record = HorseRecord.model_validate_json(record.model_dump_json())
    made = plan(record)
    told = line(made, BodyPart.LOAD)
    assert told.verdict is verdict
    assert "a usual one to" in told.words
    assert "change in per cent" in told.exact
    limit, _ = Day.of(record, CATALOGUE, PlanRequest(on=TODAY, minutes=45)).schooling_limit
    if verdict is BodyVerdict.HOLDS:
        assert (limit, fast(made)) == (12, [])  # half of 25
        assert made.nothing_new is not None
        assert "load has jumped" in made.nothing_new
    else:
        assert limit > 12


@pytest.mark.parametrize(
    ("change", "said"),
    [(5.0, "like a usual week"), (-5.1, "about a tenth under a usual week"),
     (13, "about a sixth over a usual week"), (20, "about a fifth over a usual week"),
     (25, "about a quarter over a usual week"), (33, "about a third over a usual week"),
     (-50, "about half under a usual week"), (75, "about three quarters over a usual week"),
     (100, "twice a usual week, or near it"), (-100, "next to nothing of a usual week")],
)  # fmt: skip
def test_a_change_is_said_as_people_say_it(change: float, said: str) -> None:
    assert against_usual(change) == said


def test_under_four_weeks_there_is_no_usual_week() -> None:
    made = plan(changed(weeks(20, 60), born=None))
    assert line(made, BodyPart.LOAD).verdict is BodyVerdict.FINE
    assert "under four weeks" in line(made, BodyPart.LOAD).words


# --- rider and tack ------------------------------------------------------------------------------------------

OF_450_KG = {"girth_cm": 180.0, "length_cm": 165.0}  # 180 * 180 * 165 / 11877 = 450.1 kg


def ridden_for(years: float, *, born: str = GROWN) -> HorseRecord:
    """Ridden since so long, and these days too."""
    first: Told = (round(365 * years) + 5, [ask("walk-on.2")], [])
    record = record_with([*light(*RIDING, until=2, days=16), first])
    return HorseRecord.model_validate(
        {**record.model_dump(mode="json"), "horse": {"name": "Test", "born": born, **OF_450_KG}}
    )


@pytest.mark.parametrize(
    ("years", "born", "rider_kg", "verdict", "ridden"),
    [
        (0.5, GROWN, 66.0, BodyVerdict.FINE, True),
        (0.5, GROWN, 69.0, BodyVerdict.HOLDS, False),
        (2.0, GROWN, 69.0, BodyVerdict.CARE, True),
        (2.0, GROWN, 89.0, BodyVerdict.CARE, True),
        (2.0, GROWN, 92.0, BodyVerdict.CARE, True),
        (1.5, GREEN, 89.0, BodyVerdict.CARE, True),
        (1.5, GREEN, 92.0, BodyVerdict.HOLDS, False),
    ],
)
def test_rider_and_tack_against_the_horse(
    years: float, born: str, rider_kg: float, verdict: BodyVerdict, ridden: bool
) -> None:
    """15 % in its first year, 20 % for a young one; a grown horse is spared too, and its rider told."""
    made = plan(ridden_for(years, born=born), rider_kg=rider_kg, tack_kg=1)
    told = line(made, BodyPart.WEIGHT)
    assert told.verdict is verdict
    assert any(item.ridden for item in made.items) is ridden
    assert f"share in per cent {(rider_kg + 1) / 4.501:.1f}" in told.exact
    if not ridden:
        assert "nothing ridden" in told.words


@pytest.mark.parametrize(
    ("background", "did", "most_kg"),
    [("long-rest", None, 90), ("from-racing", None, 90), ("long-rest", [], 68), ("started", None, 68),
     ("from-harness", None, 68), (None, None, 68)],
)  # fmt: skip
def test_the_first_year_lies_behind_a_horse_that_was_ridden_for_long(
    background: str | None, did: list[str] | None, most_kg: int
) -> None:
    raw = ridden_for(0.1, born=GREEN).model_dump(mode="json")
    raw["horse"] |= {"background": background, "did_before": did}
    made = plan(HorseRecord.model_validate(raw), rider_kg=95, tack_kg=1)
    assert f"{most_kg} kg is the most" in line(made, BodyPart.WEIGHT).words


@pytest.mark.parametrize(("off", "ridden"), [(20, True), (40, False)])
def test_one_that_was_not_ridden_for_four_weeks_carries_no_heavy_rider(off: int, ridden: bool) -> None:
    record = ridden_for(3.0)
    later = TODAY + timedelta(days=off)
    made = plan(record, on=later, rider_kg=92, tack_kg=1)
    assert (line(made, BodyPart.WEIGHT).verdict is BodyVerdict.CARE) is ridden


def test_the_rider_of_last_time_is_taken_for_todays() -> None:
    raw = ridden_for(0.5).model_dump(mode="json")
    raw["sessions"][-1] |= {"rider_kg": 64.0, "tack": {"kg": 9.0}}
    made = plan(HorseRecord.model_validate(raw))
    assert "rider and tack 73 kg" in line(made, BodyPart.WEIGHT).words
    assert line(plan(ridden_for(0.5)), BodyPart.WEIGHT).words.startswith("the rider's weight is not known")


# --- heat ----------------------------------------------------------------------------------------------------


@pytest.mark.parametrize(
    ("air_c", "verdict", "says"),
    [
        (20.0, BodyVerdict.FINE, "fine"),
        (25.0, BodyVerdict.CARE, "with care"),
        (34.0, BodyVerdict.HOLDS, "short and easy"),
        (51.0, BodyVerdict.HOLDS, "do not work"),
    ],
)
def test_heat(air_c: float, verdict: BodyVerdict, says: str) -> None:
    """At 60 %: 128, 137, 153 and 184 of degrees Fahrenheit and per cent."""
    made = plan(ridden_for(2.0), air_c=air_c, humidity_pct=60)
    told = line(made, BodyPart.HEAT)
    assert told.verdict is verdict
    assert says in told.words
    assert bool(made.items) is (says != "do not work")
    assert not [line for line in plan(ridden_for(2.0)).body if line.part is BodyPart.HEAT]


# --- growth --------------------------------------------------------------------------------------------------


@pytest.mark.parametrize(
    ("months", "says", "most"),
    [(11, "5 to 10 min in all", 10), (13, "10 to 15 min in all", 15), (23, "10 to 15 min in all", 15),
     (25, "20 min in all", 20)],
)  # fmt: skip
def test_a_youngster_is_kept_short(months: int, says: str, most: int) -> None:
    born = TODAY - timedelta(days=round(months * 30.44) + 2)
    record = changed(record_with([(2, [good("lead.1", side) for side in BOTH], [])]), born=born)
    made = plan(record)
    assert says in line(made, BodyPart.GROWTH).words
    assert made.minutes <= most
    assert all(CATALOGUE.stage(step).least_age_months <= months for step in steps(made))


def test_from_five_years_on_growth_is_not_spoken_of() -> None:
    grown, young = (
        {one.part for one in plan(ridden_for(2.0, born=born)).body} for born in ("2021-06-15", "2021-06-16")
    )
    assert BodyPart.GROWTH in young
    assert BodyPart.GROWTH not in grown


# --- condition and a long rest -------------------------------------------------------------------------------


def scored(record: HorseRecord, score: int, ago: int = 5) -> HorseRecord:
    raw = record.model_dump(mode="json")
    return HorseRecord.model_validate({**raw, "condition_scores": [{"on": str(day(ago)), "score": score}]})


def cantering() -> HorseRecord:
    return record_with(light(*CANTERS, until=2, days=16), goals=[{"step": "canter.3"}])


def cantered(made: SessionPlan) -> bool:
    items = (*made.items, *(one.item for one in (*made.climbs, *made.probes)))
    return any(CATALOGUE.stage(item.step).gait is Gait.CANTER for item in items if item.step)


@pytest.mark.parametrize(
    ("score", "ago", "verdict"),
    [(3, 5, BodyVerdict.CARE), (4, 5, BodyVerdict.FINE), (7, 5, BodyVerdict.FINE), (8, 5, BodyVerdict.HOLDS),
     (8, 90, BodyVerdict.HOLDS), (8, 91, None)],
)  # fmt: skip
def test_a_fat_horse_walks_and_trots(score: int, ago: int, verdict: BodyVerdict | None) -> None:
    made = plan(scored(cantering(), score, ago))
    told = next((one.verdict for one in made.body if one.part is BodyPart.CONDITION), None)
    assert told is verdict
    if verdict is BodyVerdict.HOLDS:
        assert not cantered(made)
        assert left_for(made, "condition")
    else:
        assert cantered(made)


@pytest.mark.parametrize(
    ("rest", "back_for", "week"), [(92, 0, 1), (91, 0, None), (92, 20, 3), (92, 21, None)]
)
def test_after_three_months_it_is_built_up_for_three_weeks(
    rest: int, back_for: int, week: int | None
) -> None:
    before = light(*CANTERS, until=rest + back_for, days=16)
    since: list[Told] = [(ago, [good("walk-on.2")], []) for ago in range(back_for, 0, -4)]
    record = record_with([*before, *since])
    request = PlanRequest(on=TODAY, minutes=45)
    bearing = Day.of(record, CATALOGUE, request).bearing
    assert bearing.building_up_week == week
    obstacle = bearing.obstacle(CATALOGUE.stage("canter.1"))
    assert (obstacle is not None and obstacle[0] == "long-rest") is (week is not None)
    raised, flat = (bearing.obstacle(CATALOGUE.stage(step)) for step in ("lunge-poles.3", "lunge-poles.1"))
    if week is not None:
        assert raised is not None
        assert flat is None or flat[0] != "long-rest"
        assert f"week {week} back" in line(plan(record), BodyPart.LONG_REST).words


# --- visits --------------------------------------------------------------------------------------------------


@pytest.mark.parametrize("what", ["farrier", "vaccination", "dental", "vet"])
@pytest.mark.parametrize(("ago", "holds"), [(-1, False), (0, True), (1, True), (2, False)])
def test_nothing_hard_on_the_day_of_a_visit_and_the_day_after(what: str, ago: int, holds: bool) -> None:
    raw = cantering().model_dump(mode="json")
    made = plan(HorseRecord.model_validate({**raw, "busy": [{"date": str(day(ago)), "what": what}]}))
    assert bool([one for one in made.body if one.part is BodyPart.VISIT]) is holds
    assert cantered(made) is not holds
    if holds:
        assert made.items
        assert made.nothing_new is not None
        assert "nothing hard" in made.nothing_new


@pytest.mark.parametrize(("ago", "works"), [(0, False), (1, True)])
def test_whoever_is_away_is_not_worked(ago: int, works: bool) -> None:
    raw = cantering().model_dump(mode="json")
    made = plan(HorseRecord.model_validate({**raw, "busy": [{"date": str(day(ago)), "what": "away"}]}))
    assert bool(made.items) is works


# --- the trainer's wishes ------------------------------------------------------------------------------------


def wished(record: HorseRecord, step: str) -> SessionPlan:
    return plan(record, changes={"wanted": [{"step": step}]})


def test_a_wish_does_not_go_before_weight_condition_or_a_long_rest() -> None:
    heavy = plan(ridden_for(0.5), rider_kg=90, tack_kg=1, changes={"wanted": [{"step": "walk-on.2"}]})
    assert "walk-on.2" in left_for(heavy, "weight")
    assert "canter.2" in left_for(wished(scored(cantering(), 9), "canter.2"), "condition")


def test_on_the_day_after_the_farrier_a_wish_is_warned_of_and_had() -> None:
    raw = cantering().model_dump(mode="json")
    record = HorseRecord.model_validate({**raw, "busy": [{"date": str(day(1)), "what": "farrier"}]})
    (item,) = (one for one in wished(record, "canter.2").items if one.step == "canter.2")
    assert item.unwise == "farrier yesterday: nothing hard, nothing new"


# --- what Today says of it -----------------------------------------------------------------------------------


def today_says(record: HorseRecord, months: int = 120, **weather: float) -> tuple[str | None, int]:
    """The line beside the horse on Today, and the minutes of its session."""

    def worked_out(request: PlanRequest) -> SessionPlan:
        return plan_session(record, CATALOGUE, request)

    alone = PlanRequest(on=TODAY, minutes=45, assess=False)
    horse = WorkedDays(
        facts=horse_facts(Standing(record, CATALOGUE, TODAY)), plan=worked_out(alone),
        helped=worked_out(alone), days=(), age_months=months, busy=record.busy,
    )  # fmt: skip
    day = YardDay.model_validate({"on": TODAY, "starts": "13:00", "ends": "16:00", **weather})
    (row,) = plan_today([horse], day, replan=lambda _, request: worked_out(request)).rows
    return None if row.body is None else f"{row.body.name}: {row.body.short}", row.minutes


def test_today_says_the_same_of_load_weight_heat_and_growth() -> None:
    loads = (
        HorseRecord.model_validate_json(
            changed(weeks(20, 20, 20, 20, n, sessions=7), born=GREEN).model_dump_json()
        )
        for n in (20, 45)
    )
    (said, usual), (jumped, easy) = (today_says(one) for one in loads)
    assert said is None
    assert jumped is not None
    assert jumped.startswith("Load: ")
    assert "an easy day" in jumped
    assert easy < usual

    def with_rider(kg: float) -> HorseRecord:
        raw = ridden_for(0.5).model_dump(mode="json")
        raw["sessions"][-1] |= {"rider_kg": kg, "tack": {"kg": 1.0}}
        return HorseRecord.model_validate(raw)

    assert today_says(with_rider(66))[0] is None
    assert today_says(with_rider(69))[0] == (
        "Weight: 68 kg is the most in its first year under saddle: nothing ridden"
    )

    grown = ridden_for(2.0)
    assert today_says(grown, air_c=19.0, humidity_pct=90.0)[0] is None
    warm, hot = (today_says(grown, air_c=air, humidity_pct=60.0) for air in (25.0, 38.0))
    assert warm[0] is not None
    assert "with care" in warm[0]
    assert hot[0] is not None
    assert "short and easy" in hot[0]
    assert hot[1] < warm[1]

    for months, most in ((13, 15), (25, 20)):
        born = TODAY - timedelta(days=round(months * 30.44) + 2)
        young = record_with([(2, [good("lead.1", side) for side in BOTH], [])])
        record = HorseRecord.model_validate_json(changed(young, born=born).model_dump_json())
        assert today_says(record, months)[1] <= most
