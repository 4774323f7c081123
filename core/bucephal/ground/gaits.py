"""How fast a horse goes, how long its strides are, how far apart its poles lie, and how far it leans.

Speeds and strides are those of a horse of 160 cm at the withers, in the middle of what is usual; a smaller
one's strides shorten with its height, its speed with the square root of it: it goes in the same manner.

Source: bands of speeds and distances of poles: common practice, no source. Scaling with height: dynamic
similarity at equal Froude number (Alexander and Jayes 1983, J. Zool. 201; from memory). Lean: balance of
weight and centripetal force, tan(angle) = v^2 / (g r).
Limits: one figure a gait; a horse's own speed differs by a quarter either way, so every figure can be set.
"""

from __future__ import annotations

from math import atan, degrees, radians, sqrt, tan

from bucephal.ladder import Gait

GRAVITY = 9.80665
"""Metres a second squared: standard gravity (3rd CGPM 1901)."""
REFERENCE_CM = 160.0
LEAST_CM, MOST_CM = 60.0, 200.0

GAITS = (Gait.WALK, Gait.TROT, Gait.CANTER)
USUAL_SPEED_MS = {Gait.WALK: 1.6, Gait.TROT: 3.5, Gait.CANTER: 5.0}
"""[own] In the middle of the bands, canter at its quiet end: with the strides below some 56, 81 and 98 a
minute, which is what is counted in horses of that height (common practice, no source)."""
SPEED_BAND_MS = {Gait.WALK: (0.8, 2.2), Gait.TROT: (1.8, 6.0), Gait.CANTER: (3.0, 9.0)}
"""What can be set: the usual bands of 1.2 to 1.9, 2.4 to 5 and 4 to 8, with room for ponies and extension."""
POLE_BAND_M = {Gait.WALK: (0.8, 0.9), Gait.TROT: (1.2, 1.4), Gait.CANTER: (2.8, 3.3)}
"""From pole to pole, of a horse; ponies shorter. A step of walk or trot, a stride of canter."""
STEPS_A_STRIDE = {Gait.WALK: 2, Gait.TROT: 2, Gait.CANTER: 1}

LEAN_LIMIT_DEG = 20.0
"""[own] How far a horse in training should have to lean: at a canter of 6 m/s that is the circle of
20 m across on which canter is begun by common practice."""
STEEP_DEG = 30.0
"""[own] From here on a slip is near: said as a warning of its own."""


def pole_distance_m(gait: Gait, withers_cm: float = REFERENCE_CM) -> float:
    """From pole to pole: the middle of the band, scaled with height."""
    low, high = POLE_BAND_M[gait]
    return (low + high) / 2 * withers_cm / REFERENCE_CM


def stride_m(gait: Gait, withers_cm: float = REFERENCE_CM) -> float:
    """A whole stride: two steps of walk or trot, which is what two gaps between poles take."""
    return pole_distance_m(gait, withers_cm) * STEPS_A_STRIDE[gait]


def speed_ms(gait: Gait, withers_cm: float = REFERENCE_CM) -> float:
    return USUAL_SPEED_MS[gait] * sqrt(withers_cm / REFERENCE_CM)


def lean_deg(speed: float, radius_m: float) -> float:
    """From upright on a circle; 90 on none at all.

    Source: tan(angle) = v^2 / (g r); e.g. 3.5 m/s at 7.5 m: 9.5 degrees, 6 m/s at 10 m: 20.2 degrees.
    """
    return degrees(atan(speed**2 / (GRAVITY * radius_m))) if radius_m > 0 else 90.0


def smallest_radius_m(speed: float, limit_deg: float = LEAN_LIMIT_DEG) -> float:
    """Of the circle on which it leans no further than the limit."""
    return speed**2 / (GRAVITY * tan(radians(limit_deg)))
