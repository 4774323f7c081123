"""Exact conversions between metric units, feet, hands, pounds and degrees.

Source: the international yard and pound agreement of 1959 (1 ft = 0.3048 m exactly,
1 lb = 0.45359237 kg exactly); one hand is four inches. Bucephal stores SI and shows
the user's units.
"""

from __future__ import annotations

import re
from enum import StrEnum
from fractions import Fraction

from bucephal.base.errors import InvalidInput, Problem


class UnitSystem(StrEnum):
    """The units in which somebody reads lengths and weights; a horse's height is in hands in both."""

    METRIC = "metric"
    IMPERIAL = "imperial"


class ClockFace(StrEnum):
    """How somebody reads the time of day."""

    OF_24 = "24"
    OF_12 = "12"


METRES_PER_MILE = Fraction("1609.344")
METRES_PER_FOOT = Fraction("0.3048")
CENTIMETRES_PER_INCH = Fraction("2.54")
KILOGRAMS_PER_POUND = Fraction("0.45359237")
INCHES_PER_HAND = 4

_HANDS = re.compile(r"^\s*(\d{1,2})(?:\.([0-3]))?\s*(?:hh|hands?)?\s*$")
_CENTIMETRES = re.compile(r"^\s*(\d{1,3}(?:[.,]\d+)?)\s*(cm)?\s*$")
LEAST_BARE_CM = 25
HEIGHT_ALLOWED = "hands and inches, e.g. 14.2 hh (0 to 3 after the point), or centimetres, e.g. 147 cm"


def feet_to_metres(feet: float) -> float:
    return float(Fraction(feet) * METRES_PER_FOOT)


def metres_to_feet(metres: float) -> float:
    return float(Fraction(metres) / METRES_PER_FOOT)


def metres_a_second_to_miles_an_hour(speed: float) -> float:
    return float(Fraction(speed) * 3600 / METRES_PER_MILE)


def pounds_to_kilograms(pounds: float) -> float:
    return float(Fraction(pounds) * KILOGRAMS_PER_POUND)


def kilograms_to_pounds(kilograms: float) -> float:
    return float(Fraction(kilograms) / KILOGRAMS_PER_POUND)


def celsius_to_fahrenheit(celsius: float) -> float:
    return float(Fraction(celsius) * Fraction(9, 5) + 32)


def fahrenheit_to_celsius(fahrenheit: float) -> float:
    return float((Fraction(fahrenheit) - 32) * Fraction(5, 9))


def hands_to_centimetres(hands: str) -> float:
    """Height in hands and inches, '14.2' or '14.2 hh', to centimetres.

    The figure after the point is inches (0 to 3), not a decimal: 14.2 hh = 58 in = 147.32 cm.

    Raises:
        InvalidInput: if the text is not hands and inches.
    """
    match = _HANDS.match(hands)
    if match is None:
        allowed = "hands and inches, e.g. 14.2 (0 to 3 after the point)"
        raise InvalidInput([Problem("height", hands, "is not a height in hands", allowed)])
    inches = int(match[1]) * INCHES_PER_HAND + int(match[2] or 0)
    return float(inches * CENTIMETRES_PER_INCH)


def height_to_centimetres(text: str) -> float:
    """A height as it is said, in hands ('14.2 hh', '14.2') or centimetres ('147 cm', '147').

    A bare number under 25 is hands and inches; no horse is that few centimetres high.

    Raises:
        InvalidInput: if it is neither.
    """
    match = _CENTIMETRES.match(text)
    if match is not None and (match[2] or float(match[1].replace(",", ".")) >= LEAST_BARE_CM):
        return float(match[1].replace(",", "."))
    if _HANDS.match(text) is None:
        raise InvalidInput([Problem("height", text, "is not a height", HEIGHT_ALLOWED)])
    return hands_to_centimetres(text)


def centimetres_to_hands(centimetres: float) -> str:
    """Centimetres to hands and whole inches, rounded to the nearest inch: 147.32 -> '14.2'."""
    inches = round(Fraction(centimetres) / CENTIMETRES_PER_INCH)
    hands, rest = divmod(inches, INCHES_PER_HAND)
    return f"{hands}.{rest}"
