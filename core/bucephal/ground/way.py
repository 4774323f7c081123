"""A way that is ridden, piece by piece, each going on where the last one ended and in its direction."""

from __future__ import annotations

from dataclasses import dataclass, field
from typing import NamedTuple, Self

from bucephal.ground.geometry import TOUCHING_M, Line, Piece, Point, Turn, turning
from bucephal.ladder import Gait


class Leg(NamedTuple):
    piece: Piece
    gait: Gait


@dataclass
class WayBuilder:
    """Built like it is ridden: straight on, round a bend, in another gait from here."""

    at: Point
    heading: float
    gait: Gait
    legs: list[Leg] = field(default_factory=list)

    def straight(self, metres: float) -> Self:
        if metres > TOUCHING_M:
            self._go(Line(self.at, self.at.towards(self.heading, metres)))
        return self

    def to(self, point: Point) -> Self:
        """Straight to a point, wherever it lies."""
        if self.at.distance(point) > TOUCHING_M:
            self._go(Line(self.at, point))
        return self

    def bend(self, radius: float, degrees: float, turn: Turn = Turn.LEFT) -> Self:
        if degrees > 0 and radius > 0:
            self._go(turning(self.at, self.heading, radius, degrees, turn))
        return self

    def follow(self, *pieces: Piece) -> Self:
        for piece in pieces:
            self._go(piece)
        return self

    def change(self, gait: Gait) -> Self:
        self.gait = gait
        return self

    def _go(self, piece: Piece) -> None:
        self.legs.append(Leg(piece, self.gait))
        self.at, self.heading = piece.end, piece.heading_out

    @property
    def length(self) -> float:
        return sum(leg.piece.length for leg in self.legs)

    @property
    def done(self) -> tuple[Leg, ...]:
        return tuple(self.legs)
