"""Each set-up against what the trade says of it: sizes, where it lies, what it comes to.

Common practice, no source, where nothing else is named.
"""

from __future__ import annotations

from itertools import pairwise
from math import hypot, pi, radians, sin, sqrt

import pytest
from bucephal.ground import SET_UPS, GroundPlace, Layout, Spot, arena_from, lay_out
from bucephal.ground.geometry import Piece
from bucephal.ground.set_up_parameters import Number, Unit
from bucephal.ladder import Gait, load_library
from bucephal.sheets.set_up_drawing import piece_of
from bucephal.words import ground_words
from tests.ground.shapes import total, way_of

ARENAS = ("20x60", "20x40", "30x60", "100x200ft")


def layout(
    code: str, arena: str = "20x60", *, mirrored: bool = False, in_feet: bool = False, **given: object
) -> Layout:
    return lay_out(code, arena_from(arena), given, mirrored=mirrored, in_feet=in_feet)


def figure(found: Layout, key: str) -> float:
    return next(one.value for one in found.figures if one.key == key)


def at(found: Layout, marker: str) -> tuple[float, float]:
    one = next(each for each in found.markers if each.id == marker)
    return round(one.x_m, 4), round(one.y_m, 4)


def test_every_set_up_of_the_ladder_can_be_laid_out() -> None:
    of_the_ladder = set(load_library().set_ups)
    assert of_the_ladder <= set(SET_UPS)
    assert {code for code, plan in SET_UPS.items() if not plan.is_figure} == of_the_ladder


@pytest.mark.parametrize("code", SET_UPS)
@pytest.mark.parametrize("arena", ARENAS)
@pytest.mark.parametrize("in_feet", [False, True])
def test_every_set_up_fits_a_usual_arena_as_it_comes(code: str, arena: str, in_feet: bool) -> None:
    found = layout(code, arena, in_feet=in_feet)
    assert found.fits, found.problems
    assert found.largest is None


@pytest.mark.parametrize("code", SET_UPS)
@pytest.mark.parametrize("mirrored", [False, True])
def test_a_way_goes_on_without_a_gap_or_a_jerk(code: str, mirrored: bool) -> None:
    """Each piece begins where the last ended; its length is what a general geometry library measures."""
    found = layout(code, mirrored=mirrored)
    pieces = found.path.pieces
    for one, on in pairwise(pieces):
        assert hypot(one.to[0] - on.from_[0], one.to[1] - on.from_[1]) < 1e-6
    assert found.path.length_m == pytest.approx(total(way_of(found)), rel=1e-4)
    for one, line in zip(pieces, way_of(found), strict=True):
        assert hypot(one.to[0] - line.coords[-1][0], one.to[1] - line.coords[-1][1]) < 1e-6


@pytest.mark.parametrize("code", SET_UPS)
def test_everything_that_can_be_set_has_a_name_and_a_range(code: str) -> None:
    found = layout(code)
    for one in found.parameters:
        assert one.name == ground_words.PARAMETERS[one.key]
        if one.unit is not None:
            assert one.low is not None
            assert one.high is not None
            assert one.low <= float(one.value) <= one.high
    assert [one.key for one in found.parameters if one.is_size] == [SET_UPS[code].size]


@pytest.mark.parametrize("code", SET_UPS)
def test_lengths_end_in_their_unit(code: str) -> None:
    ends = {Unit.METRES: "_m", Unit.CENTIMETRES: "_cm", Unit.SPEED: "_ms", Unit.SECONDS: "_s"}
    for one in SET_UPS[code].parameters:
        if isinstance(one, Number) and one.unit in ends:
            assert one.key.endswith(ends[one.unit])


@pytest.mark.parametrize("code", SET_UPS)
def test_seconds_and_strides_come_from_metres_speed_and_stride(code: str) -> None:
    found = layout(code)
    whole = [gait for gait, s in found.times_s.items()
             if s * float(found.values[f"{gait}_ms"]) == pytest.approx(found.path.length_m)]  # fmt: skip
    by_gait = {
        gait: sum(one.length_m for one in found.path.pieces if one.gait == gait) for gait in found.times_s
    }
    for gait, seconds in found.times_s.items():
        metres = found.path.length_m if gait in whole else by_gait[gait]
        assert seconds == pytest.approx(metres / float(found.values[f"{gait}_ms"]))
        assert found.strides[gait] == pytest.approx(metres / float(found.values[f"{gait}_stride_m"]))


def test_two_markers_at_the_customary_ninety_feet() -> None:
    """90 ft between the barrels, a gate of 20 ft, turns of 6 m: a crossed belt of 97.9 m."""
    found = layout("two-marker", "30x60", between_m="27.43", gate_m=6.10, radius_m=6)
    assert found.path.length_m == pytest.approx(97.9, abs=0.05)
    assert at(found, "barrel-1") == (15, 30 - 13.715)
    assert at(found, "barrel-2") == (15, 30 + 13.715)
    assert at(found, "cone-1") == (15 - 3.05, 30)
    assert at(found, "cone-2") == (15 + 3.05, 30)
    assert found.fits
    assert found.verdict == ground_words.FITS


def test_two_markers_leave_a_turn_and_two_metres_outside_each_barrel() -> None:
    found = layout("two-marker", "20x40", between_m=27.43, gate_m=6.10, radius_m=6)
    assert not found.fits
    [problem] = found.problems
    assert problem.by_m == pytest.approx(6 + 2 - (40 - 27.43) / 2)
    assert found.largest == {"between_m": 24.0}
    assert layout("two-marker", "20x40").values["between_m"] == 24
    assert layout("two-marker", "20x40", between_m=24.0).fits
    assert not layout("two-marker", "20x40", between_m=24.01).fits


def test_two_markers_in_feet_are_the_customary_ones() -> None:
    found = layout("two-marker", "30x60", in_feet=True)
    assert found.values["between_m"] == pytest.approx(27.432)
    assert found.values["gate_m"] == pytest.approx(6.096)


def test_the_diagonal_or_the_lead_changes_in_the_gate() -> None:
    for gait, call in (("trot", "change-diagonal"), ("canter", "change-lead")):
        found = layout("two-marker", gait=gait)
        [change] = [one for one in found.ask_at if one.call == call]
        assert (change.x_m, change.y_m) == (10, 30)
    assert found.rounds.words == ground_words.BOTH_REINS


def test_barrels_too_near_for_their_turns_are_named() -> None:
    found = layout("two-marker", between_m=11, radius_m=6)
    assert not found.fits
    assert any("overlap" in one.what and one.by_m == pytest.approx(1) for one in found.problems)


def test_the_gate_leaves_room_for_a_knee() -> None:
    assert layout("two-marker", gate_m=3.05).fits
    narrow = layout("two-marker", gate_m=1.5, between_m=13)
    assert any(one.kind == "near-marker" for one in narrow.problems)


@pytest.mark.parametrize(("line", "sideways"), [("quarter", 4), ("three-quarter", 4), ("centre", 9)])
def test_a_leg_yield_goes_from_its_line_to_the_track(line: str, sideways: float) -> None:
    """In 20 m: quarter lines 5 m in, the track 1 m in; between two letters."""
    found = lay_out("leg-yield-line", arena_from("20x60"), {"from": line})
    assert figure(found, "sideways_m") == pytest.approx(sideways)
    begin, end = at(found, "mark-1"), at(found, "mark-2")
    assert abs(end[0] - begin[0]) == pytest.approx(sideways)
    assert begin[1] == 6, "at the first letter"
    assert end[1] in (18, 30, 42, 54), "to a letter"


@pytest.mark.parametrize(("forward", "degrees", "said"), [
    (15.0, 14.93, None), (14.5, 15.42, "for a schooled horse"), (8.6, 24.94, "for a schooled horse"),
    (8.5, 25.2, "steeper than the 25"),
])  # fmt: skip
def test_steepness_is_marked(forward: float, degrees: float, said: str | None) -> None:
    """Up to 15 degrees for a green horse, up to 25 for a schooled one [own]."""
    found = layout("leg-yield-line", forward_m=forward)
    assert figure(found, "angle_deg") == pytest.approx(degrees, abs=0.01)
    steep = [one for one in found.cautions if "schooled" in one]
    assert (said in steep[0]) if said else not steep


def test_sideways_with_each_stride_is_the_strides_part_of_the_line() -> None:
    found = layout("leg-yield-line", forward_m=24.0, walk_stride_m=1.6)
    assert figure(found, "sideways_a_stride_m") == pytest.approx(
        1.6 * sin(radians(figure(found, "angle_deg")))
    )


def test_the_canter_side_leads_away_from_home() -> None:
    """Home at A's end: it heads for C; home at C's end: for A. On the left rein along F, B, M or H, E, K."""
    for y, first, last in ((-20, 10, 50), (80, 50, 10)):
        place = GroundPlace(width_m=20, length_m=60, home=Spot(x_m=10, y_m=y))
        found = lay_out("canter-long-side", place, {})
        [canter] = [one for one in found.path.pieces if one.gait is Gait.CANTER]
        assert (canter.to[1] - canter.from_[1] > 0) == (y < 0)
        assert canter.from_[1] == pytest.approx(first + (2 if y < 0 else -2))
        assert canter.to[1] == pytest.approx(last)
        mirrored = lay_out("canter-long-side", place, {}, mirrored=True)
        [other] = [one for one in mirrored.path.pieces if one.gait is Gait.CANTER]
        assert other.from_[0] == pytest.approx(20 - canter.from_[0])
        assert (other.to[1] > other.from_[1]) == (canter.to[1] > canter.from_[1])


def test_where_home_is_has_to_be_said() -> None:
    assert ground_words.HOME_NOT_SAID in layout("canter-long-side").notes
    placed = GroundPlace(width_m=20, length_m=60, home=Spot(x_m=0, y_m=0))
    assert lay_out("canter-long-side", placed, {}).notes == (ground_words.NEXT["canter-long-side"],)


def test_canter_on_the_long_side_counts_its_metres() -> None:
    found = layout("canter-long-side", radius_m=9.0, ask_after_m=2)
    assert figure(found, "canter_m") == 60 - 2 * 10 - 2
    assert found.times_s[Gait.CANTER] == pytest.approx(38 / float(found.values["canter_ms"]))
    short = layout("canter-long-side", "20x24", radius_m=9)
    assert any("too short" in one.what and one.by_m == pytest.approx(20 + 12 - 24) for one in short.problems)


def test_the_longer_trot_is_asked_seconds_before_the_corner() -> None:
    """Even acceleration from 3.5 to 5 m/s over 46 m: 10.8 s; in the last second it goes 4.93 m (v^2 = v0^2 + 2as)."""
    found = layout("extended-trot-corner", trot_ms=3.5, to_ms=5, ask_s=1, corner_m=6)
    assert figure(found, "side_s") == pytest.approx(46 / 4.25)
    gain = (25 - 3.5**2) / (2 * 46)
    assert figure(found, "ask_before_m") == pytest.approx(5 - gain / 2)
    [ask] = [one for one in found.ask_at if one.call == "ask-canter"]
    assert ask.y_m == pytest.approx(60 - 7 - figure(found, "ask_before_m"))


@pytest.mark.parametrize("schooled", [3.0, 6.0, 7.0])
def test_corners_of_green_and_schooled_horses_can_be_ridden(schooled: float) -> None:
    """A green horse's corner has a radius of 6 to 7 m, a schooled one's 3 m."""
    assert layout("extended-trot-corner", corner_m=schooled).fits


def test_off_the_leg_begins_five_metres_inside() -> None:
    found = layout("off-leg-fence")
    assert at(found, "mark-1")[0] == 15
    assert figure(found, "before_fence_m") == 5
    assert figure(found, "after_turn_m") == 1
    assert not layout("off-leg-fence", turn_m=2.4).fits


def test_the_turn_at_the_fence_is_made_towards_it() -> None:
    found = layout("turn-haunch-fence")
    line, turn, back = found.path.pieces
    assert line.to[0] == pytest.approx(18.5), "1.5 m from the fence"
    assert turn.turn == "right"
    assert back.from_[0] > line.to[0]


def test_the_rollback_circle_is_twenty_to_thirty_feet_across() -> None:
    """6.1 to 9.1 m."""
    for feet in (20, 30):
        found = layout("rollback-circle", across_the_circle_ft=feet)
        assert 2 * figure(found, "radius_m") == pytest.approx(feet * 0.3048)
        assert found.fits
    assert 6.1 <= 2 * figure(layout("rollback-circle"), "radius_m") <= 9.1
    assert 6.1 <= 2 * figure(layout("rollback-circle", in_feet=True), "radius_m") <= 9.1


def test_corner_marks_stand_a_metre_apart_before_the_corner() -> None:
    one = layout("corner-check")
    ys = [at(one, f"mark-1-{n}")[1] for n in range(1, 7)]
    assert ys == [pytest.approx(60 - 0.1 - n) for n in range(1, 7)]
    assert len(layout("corner-check", corners="four").markers) == 24


def test_the_circle_round_the_poles_tip() -> None:
    """About 3.5 m with a pole of 4 m; at 4.5 m/s it leans 31 degrees: no canter on it."""
    found = layout("circle-long-pole", pole_m=4, hand_m=1.9, canter_ms=4.5)
    radius = figure(found, "radius_m")
    assert radius == pytest.approx(3.5, abs=0.05)
    assert radius == pytest.approx(sqrt(4**2 - 1.9**2))
    assert found.lean_deg[Gait.CANTER] == pytest.approx(30.4, abs=0.6)
    assert any(one.startswith("no canter") for one in found.cautions)


def test_station_is_sixty_centimetres_beside_the_hip() -> None:
    found = layout("station")
    mark, hip = at(found, "mark-1"), at(found, "target-hip")
    assert mark[0] == pytest.approx(hip[0] - 0.6), "to the left"
    assert mark[1] == hip[1]
    assert at(layout("station", mirrored=True), "mark-1")[0] == pytest.approx(20 - mark[0])


@pytest.mark.parametrize(
    ("gait", "low", "high"), [("walk", 0.8, 0.9), ("trot", 1.2, 1.4), ("canter", 2.8, 3.3)]
)
def test_poles_lie_at_the_distance_of_the_gait(gait: str, low: float, high: float) -> None:
    found = layout("poles", gait=gait, count=4, withers_cm=160)
    first, second = at(found, "pole-1-left"), at(found, "pole-2-left")
    assert low <= second[1] - first[1] <= high
    assert figure(found, "row_m") == pytest.approx(3 * (second[1] - first[1]))
    assert figure(found, "total_m") == pytest.approx(
        figure(found, "row_m") + 2 * float(found.values["run_in_m"])
    )
    pony = layout("poles", gait=gait, withers_cm=125)
    assert figure(pony, "apart_m") < low


def test_poles_in_a_fan_are_as_far_apart_where_the_horse_steps() -> None:
    """Measured along the circle through the middle of the poles."""
    found = layout("poles", on="circle", radius_m=7.5, count=3, apart_m=1.3)
    middles = []
    for n in (1, 2, 3):
        (ax, ay), (bx, by) = at(found, f"pole-{n}-left"), at(found, f"pole-{n}-right")
        middles.append(((ax + bx) / 2, (ay + by) / 2))
        assert hypot(ax - bx, ay - by) == pytest.approx(3, abs=1e-3)
    chord = hypot(middles[1][0] - middles[0][0], middles[1][1] - middles[0][1])
    assert chord == pytest.approx(2 * 7.5 * sin(1.3 / 7.5 / 2), abs=1e-3)


def test_lunge_laps_are_minutes_by_speed_by_circumference() -> None:
    """15 to 20 m across."""
    found = layout("lunge-circle", radius_m=8, minutes=5, trot_ms=3.5)
    assert 15 <= 2 * float(layout("lunge-circle").values["radius_m"]) <= 20
    assert found.path.length_m == pytest.approx(2 * pi * 8)
    assert found.rounds.left == found.rounds.right == round(5 * 60 * 3.5 / (2 * pi * 8))


def test_a_lunge_circle_keeps_off_the_fence_of_a_round_pen() -> None:
    found = layout("lunge-circle", "round:18")
    assert found.values["radius_m"] == 8
    assert found.fits
    tight = layout("lunge-circle", "round:18", radius_m=8.5)
    assert [round(one.by_m, 6) for one in tight.problems] == [0.5]
    assert tight.largest == {"radius_m": 8.0}


def test_the_spiral_grows_from_ten_to_twenty_metres_and_back() -> None:
    found = layout("spiral", "30x60")
    radii = [one.radius_m for one in found.path.pieces]
    assert radii[0] == 5
    assert max(r for r in radii if r) == 10
    assert radii[1:] == radii[1:][::-1], "as it grows so it shrinks"
    assert all(one.turn == "left" for one in found.path.pieces)
    assert any(
        "larger than the large one" in one.what for one in layout("spiral", small_m=9, radius_m=6).problems
    )


def test_canter_from_the_circle_is_asked_on_the_half_that_leads_to_the_fence() -> None:
    found = layout("canter-circle", "30x60", radius_m=10)
    [ask] = [one for one in found.ask_at if one.call == "ask-canter"]
    [canter] = [one for one in found.path.pieces if one.gait is Gait.CANTER]
    assert canter.from_ == pytest.approx((ask.x_m, ask.y_m))
    assert canter.sweep_deg == 180
    assert max(x for x, _ in way_of(found)[1].coords) == pytest.approx(25), (
        "it passes the side's nearest point"
    )


def test_the_pole_before_canter_has_room_to_trot_on_both_sides() -> None:
    found = layout("canter-pole", canter_m=9)
    trot = [one.length_m for one in found.path.pieces if one.gait is Gait.TROT]
    assert trot == [15, 6]
    assert figure(found, "canter_m") == 9


@pytest.mark.parametrize("loops", [3, 4, 5])
def test_loops_go_from_track_to_track(loops: int) -> None:
    found = layout("figure-serpentine", loops=loops)
    xs = [x for line in way_of(found) for x, _ in line.coords]
    assert (min(xs), max(xs)) == (pytest.approx(1), pytest.approx(19))
    assert len([one for one in found.ask_at if one.call == "change-rein"]) == loops - 1


def test_round_the_track_is_the_ring_less_its_corners() -> None:
    """A ring of 18 x 58 m with corners of 6 m: less 8 r, and a circle more."""
    assert layout("figure-track", corner_m=6).path.length_m == pytest.approx(2 * (18 + 58) - 48 + 2 * pi * 6)


def test_an_eight_turns_as_much_to_each_hand() -> None:
    found = layout("figure-eight")
    turned = {
        hand: sum(one.sweep_deg or 0 for one in found.path.pieces if one.turn == hand)
        for hand in ("left", "right")
    }
    assert turned["left"] == turned["right"] == 360


def test_a_square_has_four_equal_sides() -> None:
    found = layout("figure-square", side_m=12, corner_m=2)
    straight = sum(one.length_m for one in found.path.pieces if one.centre is None)
    assert straight == pytest.approx(4 * (12 - 4))
    assert not layout("figure-square", side_m=4, corner_m=3).fits


def test_across_the_diagonal_ends_on_the_other_rein() -> None:
    """Round the corner, off the side, on to the other side the other way, round the corner."""
    found = layout("figure-diagonal")
    turned = [(one.turn, round(one.sweep_deg or 0)) for one in found.path.pieces if one.turn]
    assert [hand for hand, _ in turned] == ["left", "left", "right", "right"]
    assert turned[0][1] == turned[-1][1] == 90
    assert turned[1][1] == turned[2][1]


SMOOTH = [code for code, plan in SET_UPS.items() if plan.is_figure] + [
    "two-marker", "canter-long-side", "extended-trot-corner", "spiral", "lunge-circle", "canter-circle", "corner-check",
]  # fmt: skip


@pytest.mark.parametrize("code", SMOOTH)
@pytest.mark.parametrize("arena", [*ARENAS, "12x20"])
def test_no_horse_is_asked_to_turn_on_a_point(code: str, arena: str) -> None:
    """Where it is ridden on, each piece leads the way that the last one led."""
    for one, on in pairwise(drawn(layout(code, arena))):
        off = (one.heading_out - on.heading_in + 180) % 360 - 180
        assert abs(off) < 1e-4, (one, on)


def drawn(found: Layout) -> list[Piece]:
    return [piece_of(one) for one in found.path.pieces]


def test_a_too_fast_gait_is_warned_of_with_the_circle_it_wants() -> None:
    """Above 20 degrees; from 30 on not at all [own]."""
    assert not any("leans" in one for one in layout("figure-circle", radius_m=9, gait="canter").cautions)
    assert any(
        "leans 20" in one
        for one in layout("figure-circle", radius_m=6.9, gait="canter", canter_ms=5).cautions
    )
    assert any(
        "no canter" in one for one in layout("figure-circle", radius_m=4, gait="canter", canter_ms=5).cautions
    )
    edge = layout("figure-circle", radius_m=5, gait="canter", canter_ms=5)
    assert edge.lean_deg[Gait.CANTER] == pytest.approx(27.0, abs=0.1)
    assert any(one.startswith("canter leans 27") for one in edge.cautions)


def test_what_it_comes_to_says_lean_and_the_least_circle_of_each_gait() -> None:
    """5 m/s at 7 m: 20 degrees, and 7 m are the least."""
    lines = layout("figure-circle", radius_m=7.005, gait="canter", canter_ms=5, trot_ms=3.5).comes_to
    assert any(line.startswith("canter: 9 s") and line.endswith("leans 20 degrees") for line in lines)
    assert any("trot 3.4 m" in line and "canter 7 m" in line for line in lines)
    assert not any("leans" in line for line in layout("poles").comes_to)


@pytest.mark.parametrize(("turn", "fits"), [(2.25, True), (2.26, False)])
def test_a_way_along_a_fence_keeps_half_a_metre(turn: float, fits: bool) -> None:
    """A line 5 m in, a turn of 2.25 m: 0.5 m are left [own]."""
    assert layout("off-leg-fence", turn_m=turn).fits is fits


@pytest.mark.parametrize(("run_in", "fits"), [(28.0, True), (28.1, False)])
def test_a_way_towards_a_fence_keeps_a_metre(run_in: float, fits: bool) -> None:
    """Two poles 2 m apart in 60 m: 28 m on each side leave one [own]."""
    assert layout("poles", count=2, apart_m=2.0, run_in_m=run_in).fits is fits


@pytest.mark.parametrize(("gate", "fits"), [(1.5, False), (1.6, True)])
def test_a_knee_passes_a_cone_at_six_tenths(gate: float, fits: bool) -> None:
    """On a crossing of 40.5 degrees (24 m, turns of 7.8 m) a cone 0.79 m off the middle is 0.6 m from the way [own]."""
    found = layout("two-marker", "30x60", between_m=24, radius_m=7.8, gate_m=gate)
    assert figure(found, "crossing_deg") == pytest.approx(40.5, abs=0.1)
    assert found.fits is fits


def test_the_pivot_of_a_turn_is_no_circle_that_it_leans_on() -> None:
    assert layout("turn-haunch-fence").lean_deg == {}
    assert Gait.WALK in layout("off-leg-fence").lean_deg


@pytest.mark.parametrize(("length", "short"), [(24, None), (23.5, 0.5)])
def test_a_side_to_lengthen_on_has_ten_metres(length: float, short: float | None) -> None:
    """Corners of 6 m and the track a metre in leave length less 14 m [own]."""
    found = layout("extended-trot-corner", f"20x{length}", corner_m=6)
    too_short = [one.by_m for one in found.problems if "too short" in one.what]
    assert too_short == ([] if short is None else [pytest.approx(short)])


@pytest.mark.parametrize(("arena", "wants"), [("20x32", None), ("20x31", 1.0)])
def test_a_canter_side_has_twelve_metres(arena: str, wants: float | None) -> None:
    """Half circles of 9 m leave length less 20 m [own]."""
    found = layout("canter-long-side", arena, radius_m=9)
    assert [one.by_m for one in found.problems] == ([] if wants is None else [pytest.approx(wants)])


def test_a_side_of_a_trot_grows_by_four_tenths_up_to_six_metres_a_second() -> None:
    """[own]"""
    assert layout("extended-trot-corner", trot_ms=3.0).values["to_ms"] == pytest.approx(4.2)
    assert layout("extended-trot-corner", trot_ms=5.0).values["to_ms"] == 6.0


@pytest.mark.parametrize(
    ("metres", "said"), [(0.004, "0 m"), (0.285, "0.28 m"), (1.715, "1.7 m"), (12.0, "12 m")]
)
def test_lengths_are_said_as_finely_as_they_matter(metres: float, said: str) -> None:
    assert ground_words.Lengths(in_feet=False).said(metres) == said


@pytest.mark.parametrize(
    ("metres", "said"), [(1.257, "1.26 m"), (9.994, "9.99 m"), (10.0, "10 m"), (22.62, "22.6 m")]
)
def test_what_is_set_up_by_the_centimetre_is_said_so(metres: float, said: str) -> None:
    assert ground_words.Lengths(in_feet=False).figure(metres, "m") == said
