"""Conversions against the definitions of the units."""

from __future__ import annotations

from datetime import time

import pytest
from bucephal.base import units
from bucephal.base.errors import InvalidInput
from bucephal.base.units import ClockFace, UnitSystem
from bucephal.words.amounts import Amounts
from hypothesis import given
from hypothesis import strategies as st


def test_exact_definitions() -> None:
    # International yard and pound agreement, 1959.
    assert units.feet_to_metres(1) == 0.3048
    assert units.pounds_to_kilograms(1) == 0.45359237
    assert units.feet_to_metres(90) == pytest.approx(27.432, abs=1e-12)


def test_hands_are_hands_and_inches() -> None:
    # Common practice, no source: 14.2 hh means 14 hands 2 inches.
    assert units.hands_to_centimetres("14.2") == pytest.approx(147.32, abs=1e-9)
    assert units.hands_to_centimetres("15 hh") == pytest.approx(152.4, abs=1e-9)
    assert units.centimetres_to_hands(147.32) == "14.2"


@pytest.mark.parametrize("text", ["14.5", "tall", "-3", ""])
def test_what_is_not_a_height_is_refused_with_the_range(text: str) -> None:
    with pytest.raises(InvalidInput) as refusal:
        units.hands_to_centimetres(text)
    (problem,) = refusal.value.problems
    assert problem.value == text
    assert "0 to 3" in problem.allowed


def test_water_freezes_and_boils() -> None:
    assert units.celsius_to_fahrenheit(0) == 32
    assert units.celsius_to_fahrenheit(100) == 212
    assert units.celsius_to_fahrenheit(-40) == -40


@given(st.floats(-1e6, 1e6))
def test_there_and_back_is_the_same(value: float) -> None:
    for there, back in (
        (units.feet_to_metres, units.metres_to_feet),
        (units.pounds_to_kilograms, units.kilograms_to_pounds),
        (units.celsius_to_fahrenheit, units.fahrenheit_to_celsius),
    ):
        assert back(there(value)) == pytest.approx(value, rel=1e-12, abs=1e-9)


@given(st.integers(40, 80))
def test_whole_inches_survive_the_way_over_hands(inches: int) -> None:
    hands = units.centimetres_to_hands(inches * 2.54)
    assert units.hands_to_centimetres(hands) == pytest.approx(inches * 2.54)


@pytest.mark.parametrize(
    ("text", "centimetres"),
    [
        ("14.2 hh", 147.32),
        ("14.2", 147.32),
        ("15 hands", 152.4),
        ("147 cm", 147),
        ("147", 147),
        ("146,5 cm", 146.5),
    ],
)
def test_a_height_is_read_as_it_is_said(text: str, centimetres: float) -> None:
    assert units.height_to_centimetres(text) == pytest.approx(centimetres, abs=1e-9)


@pytest.mark.parametrize("text", ["14.7 hh", "tall", "", "9000"])
def test_what_is_no_height_is_refused_with_both_ways_to_say_it(text: str) -> None:
    with pytest.raises(InvalidInput) as refusal:
        units.height_to_centimetres(text)
    (problem,) = refusal.value.problems
    assert "hands" in problem.allowed
    assert "cm" in problem.allowed


# --- as somebody reads them ---------------------------------------------------------------------


def test_amounts_are_said_in_the_reader_s_units() -> None:
    """Exact by definition: pound, foot and mile of 1959; the Fahrenheit scale."""
    metric, imperial = Amounts(), Amounts(UnitSystem.IMPERIAL)
    assert (metric.weight(63), imperial.weight(63)) == ("63 kg", "139 lb")
    assert (metric.length(2.1), imperial.length(2.1)) == ("2.1 m", "6.9 ft")
    assert (metric.temperature(21), imperial.temperature(21)) == ("21 °C", "70 °F")
    assert (metric.wind(7), imperial.wind(7)) == ("7 m/s", "16 mph")
    assert (metric.height(147.32), imperial.height(147.32)) == ("14.2 hh (147 cm)", "14.2 hh")


def test_times_of_day_are_said_on_the_reader_s_clock() -> None:
    day, half = Amounts(), Amounts(clock=ClockFace.OF_12)
    times = [time(0, 5), time(8, 30), time(12), time(14, 5), time(10)]
    assert [day.clock_time(one) for one in times] == ["0:05", "8:30", "12:00", "14:05", "10:00"]
    assert [half.clock_time(one) for one in times] == ["12:05 am", "8:30 am", "12 pm", "2:05 pm", "10 am"]
    assert (day.hours(time(10), time(12)), half.hours(time(10), time(12))) == ("10 to 12", "10 am to 12 pm")
