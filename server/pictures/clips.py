"""Clips as a telephone makes them (MP4, QuickTime): looked through, and freed of where they were taken.

A clip is a tree of boxes. What says where it was taken stands in boxes of their own (user data, metadata,
Adobe's XMP), and in tracks of samples that are neither picture nor sound. Such boxes become free space of the
same size, and such samples zeros, so that everything else stays where the tables say it is.

Source: ISO/IEC 14496-12, ISO base media file format (from memory); the place's box '(c)xyz' is Apple's.
"""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from struct import unpack_from
from typing import NamedTuple

HOLDERS = (b"moov", b"trak", b"mdia", b"minf", b"stbl", b"edts")
TELLING = (b"udta", b"meta", b"uuid", b"free", b"skip", b"wide")
"""What may say where, or hold what once did."""
SHOWN = (b"vide", b"soun")
DEEPEST = 8


class NotAClip(ValueError):
    """It is none, or none that we can free of its place."""


class Box(NamedTuple):
    """``inside``: where its content begins; ``end``: behind it."""

    kind: bytes
    start: int
    inside: int
    end: int


@dataclass(frozen=True)
class Clip:
    content: bytes
    seconds: float
    width: int
    height: int


def freed_of_its_place(content: bytes) -> Clip:
    """
    Raises:
        NotAClip: with the reason, as it is told to whoever sent it.
    """
    data = bytearray(content)
    top = list(_boxes(data, 0, len(data)))
    kinds = [one.kind for one in top]
    if not kinds or kinds[0] != b"ftyp" or b"moov" not in kinds:
        raise NotAClip("is no MP4 or QuickTime clip, or only a part of one")
    if b"moof" in kinds:
        raise NotAClip("is cut in pieces (fragmented): save it as an ordinary MP4")
    moov = top[kinds.index(b"moov")]
    tracks = [_track(data, one) for one in _boxes(data, moov.inside, moov.end) if one.kind == b"trak"]
    shown = [one for one in tracks if one.handler == b"vide"]
    if not shown:
        raise NotAClip("has no picture in it")
    for track in tracks:
        if track.handler not in SHOWN:
            for start, end in track.samples(data):
                data[start:end] = bytes(max(min(end, len(data)) - start, 0))
            _free(data, track.box)
    for box in top:
        _clean(data, box, 0)
    return Clip(bytes(data), _seconds(data, moov), *shown[0].size(data))


def _boxes(data: bytearray, start: int, end: int) -> Iterator[Box]:
    at = start
    while at + 8 <= end:
        size, kind = unpack_from(">I4s", data, at)
        inside = at + 8
        if size == 1 and at + 16 <= end:
            (size,) = unpack_from(">Q", data, at + 8)
            inside = at + 16
        elif size == 0:
            size = end - at
        if size < inside - at or at + size > end:
            raise NotAClip("is broken: a part of it is missing")
        yield Box(bytes(kind), at, inside, at + size)
        at += size


def _clean(data: bytearray, box: Box, depth: int) -> None:
    if box.kind in TELLING:
        _free(data, box)
    elif box.kind in HOLDERS and depth < DEEPEST:
        for one in _boxes(data, box.inside, box.end):
            _clean(data, one, depth + 1)


def _free(data: bytearray, box: Box) -> None:
    """Free space of the same size, with nothing in it."""
    data[box.start + 4 : box.start + 8] = b"free"
    data[box.inside : box.end] = bytes(box.end - box.inside)


@dataclass(frozen=True)
class _Track:
    box: Box
    handler: bytes
    tables: dict[bytes, Box]

    def size(self, data: bytearray) -> tuple[int, int]:
        """Width and height stand at the end of the track's header, in sixteenths of a bit each side."""
        header = self.tables.get(b"tkhd")
        if header is None or header.end - header.inside < 8:
            return 0, 0
        width, height = unpack_from(">II", data, header.end - 8)
        return width >> 16, height >> 16

    def samples(self, data: bytearray) -> Iterator[tuple[int, int]]:
        """Where its samples lie, chunk by chunk."""
        sizes, chunks = list(self._sizes(data)), list(self._chunks(data))
        sample = 0
        for number, offset in enumerate(chunks, 1):
            count = self._samples_in(data, number)
            own = sizes[sample : sample + count]
            sample += count
            yield offset, offset + sum(own)

    def _sizes(self, data: bytearray) -> Iterator[int]:
        box = self.tables.get(b"stsz")
        if box is None:
            return
        each, count = unpack_from(">II", data, box.inside + 4)
        most = min(count, (box.end - box.inside - 12) // 4) if each == 0 else min(count, len(data))
        for n in range(most):
            yield each or unpack_from(">I", data, box.inside + 12 + 4 * n)[0]

    def _chunks(self, data: bytearray) -> Iterator[int]:
        for kind, form, size in ((b"stco", ">I", 4), (b"co64", ">Q", 8)):
            box = self.tables.get(kind)
            if box is not None:
                (count,) = unpack_from(">I", data, box.inside + 4)
                for n in range(min(count, (box.end - box.inside - 8) // size)):
                    yield unpack_from(form, data, box.inside + 8 + size * n)[0]

    def _samples_in(self, data: bytearray, chunk: int) -> int:
        box = self.tables.get(b"stsc")
        if box is None:
            return 0
        (count,) = unpack_from(">I", data, box.inside + 4)
        found = 0
        for n in range(min(count, (box.end - box.inside - 8) // 12)):
            first, samples = unpack_from(">II", data, box.inside + 8 + 12 * n)
            if first > chunk:
                break
            found = samples
        return found


def _track(data: bytearray, box: Box) -> _Track:
    tables: dict[bytes, Box] = {}
    _gather(data, box, tables, 0)
    handler = tables.get(b"hdlr")
    kind = bytes(data[handler.inside + 8 : handler.inside + 12]) if handler is not None else b""
    return _Track(box, kind, tables)


def _gather(data: bytearray, box: Box, tables: dict[bytes, Box], depth: int) -> None:
    for one in _boxes(data, box.inside, box.end):
        if one.kind in HOLDERS and depth < DEEPEST:
            _gather(data, one, tables, depth + 1)
        else:
            tables.setdefault(one.kind, one)


def _seconds(data: bytearray, moov: Box) -> float:
    header = next((one for one in _boxes(data, moov.inside, moov.end) if one.kind == b"mvhd"), None)
    if header is None or header.end - header.inside < 20:
        raise NotAClip("does not say how long it is")
    if data[header.inside] == 1:
        scale, length = unpack_from(">IQ", data, header.inside + 20)
    else:
        scale, length = unpack_from(">II", data, header.inside + 12)
    return float(length / scale) if scale else 0.0
