"""The tape-measure table: each marker's distance from two points, which two people with one tape can lay out.

Where there are corners, from the two next to each other from which the distances cross most squarely; and,
for a field without corners, from the two markers that stand farthest apart.

Source: plane geometry: two circles meet in a point on each side of the line between their centres; the
flatter they cross, the more a centimetre on the tape moves the point.
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from itertools import combinations

from bucephal.ground.areas import Fenced, Round
from bucephal.ground.frames import Frame
from bucephal.ground.geometry import Point, angle_between
from bucephal.ground.layout import Hand, Marker, TapeEntry, TapePoint, TapeRow, TapeTable
from bucephal.ground.places import Shape, ThingKind
from bucephal.words import ground_words
from bucephal.words.ground_words import Lengths

ON_THE_LINE_M = 0.005


def from_corners(frame: Frame, markers: Sequence[Marker], lengths: Lengths) -> TapeTable | None:
    """From two corners of the place, or two points of a round pen's fence; None: nothing is set up."""
    if not markers:
        return None
    tables = [
        _table(first, second, markers, lengths, ground_words.TAPE_FROM_CORNERS)
        for first, second in _bases(frame)
    ]
    return max(tables, key=lambda table: round(table.sharp_deg, 3))


def from_markers(markers: Sequence[Marker], lengths: Lengths) -> TapeTable | None:
    """From the two markers farthest apart; None: there are fewer than two."""
    if len(markers) < 2:
        return None
    first, second = max(
        combinations(markers, 2), key=lambda pair: round(_at(pair[0]).distance(_at(pair[1])), 6)
    )
    others = [one for one in markers if one not in (first, second)]
    return _table(_held_at(first), _held_at(second), others, lengths, ground_words.TAPE_FROM_MARKERS)


def entries(*tables: TapeTable | None) -> Iterator[TapeEntry]:
    """Every distance of some tables, one after the other."""
    for table in tables:
        if table is None:
            continue
        if not table.rows:
            yield TapeEntry(marker=table.second.id, from_=table.first.id, m=table.apart_m)
        for row in table.rows:
            yield TapeEntry(marker=row.marker, from_=table.first.id, m=row.first_m)
            yield TapeEntry(marker=row.marker, from_=table.second.id, m=row.second_m)


def _bases(frame: Frame) -> Iterator[tuple[TapePoint, TapePoint]]:
    area = frame.area
    if isinstance(area, Round):
        yield from _pen_points(frame, area)
        return
    assert isinstance(area, Fenced)
    lettered = bool(frame.letters) and frame.place.shape is Shape.RECTANGLE
    points = [
        TapePoint(id=f"corner-{n + 1}", name=ground_words.corner(n, lettered=lettered), x_m=at.x, y_m=at.y)
        for n, at in enumerate(area.corners)
    ]
    yield from zip(points, (*points[1:], points[0]), strict=True)


def _pen_points(frame: Frame, area: Round) -> Iterator[tuple[TapePoint, TapePoint]]:
    """The fence at the gate, else at the lowest point, and a quarter round from it, to either hand."""
    gate = next((one.at for one in frame.place.things if one.kind is ThingKind.GATE), Point(area.radius, 0))
    angle = area.centre.angle_to(gate) if gate != area.centre else -90.0
    spots = [area.centre.towards(angle + off, area.radius) for off in (0, -90, 90)]
    gate_point, left, right = (
        TapePoint(id=f"fence-{n}", name=name, x_m=at.x, y_m=at.y)
        for n, (name, at) in enumerate(zip(ground_words.PEN_POINTS, spots, strict=True), 1)
    )
    yield from ((gate_point, left), (gate_point, right))


def _table(
    first: TapePoint, second: TapePoint, markers: Sequence[Marker], lengths: Lengths, how: str
) -> TapeTable:
    one, other = Point(first.x_m, first.y_m), Point(second.x_m, second.y_m)
    rows = tuple(_row(one, other, marker, lengths) for marker in markers)
    flattest = min((_sharp(one, other, _at(marker)) for marker in markers), default=90.0)
    apart = one.distance(other)
    return TapeTable(
        first=first, second=second, apart_m=apart, apart_said=lengths.taped(apart), how=how, rows=rows,
        sharp_deg=flattest,
    )  # fmt: skip


def _row(first: Point, second: Point, marker: Marker, lengths: Lengths) -> TapeRow:
    one, other = first.distance(_at(marker)), second.distance(_at(marker))
    return TapeRow(
        marker=marker.id, name=marker.name, first_m=one, second_m=other, first_said=lengths.taped(one),
        second_said=lengths.taped(other), hand=_hand(first, second, _at(marker)),
    )  # fmt: skip


def _sharp(first: Point, second: Point, at: Point) -> float:
    """How squarely the two distances cross there: 90 at best."""
    angle = angle_between(at, first, second)
    return min(angle, 180 - angle)


def _hand(first: Point, second: Point, at: Point) -> Hand:
    along, out = second.less(first), at.less(first)
    aside = (along.x * out.y - along.y * out.x) / first.distance(second)
    if abs(aside) <= ON_THE_LINE_M:
        return Hand.ON_IT
    return Hand.LEFT if aside > 0 else Hand.RIGHT


def _held_at(marker: Marker) -> TapePoint:
    return TapePoint(id=marker.id, name=marker.name, x_m=marker.x_m, y_m=marker.y_m)


def _at(marker: Marker) -> Point:
    return Point(marker.x_m, marker.y_m)
