"""Set-ups set for a step and a horse, and where something is by the letters."""

from __future__ import annotations

import pytest
from bucephal.ground import SET_UPS, Point, arena_from, lay_out, letters_of, set_by_step, set_for
from bucephal.ground.nearest_letter import where
from bucephal.ladder import Catalogue, Gait


def test_every_step_that_is_named_uses_the_set_up_that_is_set(catalogue: Catalogue) -> None:
    for step, set_ups in set_by_step().items():
        of_the_stage = {one.code for one in catalogue.stage(step).set_ups}
        assert set(set_ups) <= of_the_stage, step
        for code, given in set_ups.items():
            assert set(given) <= {one.key for one in SET_UPS[code].parameters}
            assert lay_out(code, arena_from("20x60"), given).fits


def test_every_step_with_a_set_up_fits_a_usual_arena(catalogue: Catalogue) -> None:
    for exercise in catalogue.exercises:
        for stage in exercise.stages:
            for one in stage.set_ups:
                given = set_for(one.code, stage.step, stage.gait, 155)
                assert lay_out(one.code, arena_from("20x60"), given).fits, (stage.step, one.code)


def test_the_stages_gait_is_ridden_where_the_set_up_can_be() -> None:
    assert set_for("two-marker", "markers.1", Gait.TROT, None) == {"gait": "trot"}
    assert set_for("two-marker", "markers.3", Gait.CANTER, None) == {"gait": "canter", "gate_m": 3.0}
    assert "gait" not in set_for("leg-yield-line", "leg-yield.1", Gait.CANTER, None)
    assert "gait" not in set_for("canter-pole", "canter.1", Gait.CANTER, None)


def test_the_horses_height_sets_its_poles() -> None:
    """A pony of 125 cm: 1.3 m by its height over 160 cm, about 1 m."""
    pony = lay_out("poles", arena_from("20x60"), set_for("poles", "poles-r.3", Gait.TROT, 125))
    assert pony.values["apart_m"] == pytest.approx(1.3 * 125 / 160, abs=0.01)
    assert set_for("poles", None, None, 300)["withers_cm"] == 200


@pytest.mark.parametrize(
    ("x", "y", "said"),
    [
        (20, 30, "at B"), (19, 31, "at B"), (19, 12, "between F and P"), (1, 50, "between S and H"), (10, 31, "at X"),
        (10, 0.5, "at A"), (10, 20, ""), (18.9, 58, ""), (15, 42, ""), (19, 32.5, "at B"), (19, 32.6, "between B and R"),
        (16.4, 42, ""), (16.6, 42, "at R"),
    ],
)  # fmt: skip
def test_where_it_is_by_the_letters(x: float, y: float, said: str) -> None:
    place = arena_from("20x60")
    assert where(Point(x, y), letters_of(place), 20, 60) == said


def test_with_no_letters_none_say_it() -> None:
    assert where(Point(1, 1), (), 20, 60) == ""
