"""Places that many tests begin from; all made up."""

from __future__ import annotations

import pytest
from bucephal.ground import GroundPlace, Shape, Spot, arena_from


@pytest.fixture
def long_arena() -> GroundPlace:
    return arena_from("20x60")


@pytest.fixture
def short_arena() -> GroundPlace:
    return arena_from("20x40")


@pytest.fixture
def pen() -> GroundPlace:
    return arena_from("round:18")


@pytest.fixture
def patch() -> GroundPlace:
    """Five corners, one of them juts in."""
    corners = ((0, 0), (45, 6), (52, 40), (26, 30), (4, 44))
    return GroundPlace(
        name="Patch", shape=Shape.PATCH, letters=False, corners=tuple(Spot(x_m=x, y_m=y) for x, y in corners)
    )
