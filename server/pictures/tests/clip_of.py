"""A clip as a telephone makes it, box by box: a picture track, a track of places, user data with the place."""

from __future__ import annotations

from struct import pack

PLACE = b"+57.1234-007.4321/"
SAMPLE = b"picture-data-here"
TRACK_PLACES = b"GPS 57.1234 -7.4321 "


def box(kind: bytes, *parts: bytes) -> bytes:
    content = b"".join(parts)
    return pack(">I4s", 8 + len(content), kind) + content


def full(kind: bytes, *parts: bytes) -> bytes:
    return box(kind, bytes(4), *parts)


def track(handler: bytes, offset: int, size: int) -> bytes:
    header = full(b"tkhd", bytes(72), pack(">II", 640 << 16, 360 << 16))
    tables = box(
        b"stbl",
        full(b"stsz", pack(">II", 0, 1), pack(">I", size)),
        full(b"stsc", pack(">I", 1), pack(">III", 1, 1, 1)),
        full(b"stco", pack(">II", 1, offset)),
    )
    told = full(b"hdlr", bytes(4), handler, bytes(12), b"\0")
    return box(b"trak", header, box(b"mdia", told, box(b"minf", tables)), box(b"udta", PLACE))


def clip(seconds: int = 12, *, pieces: bool = False, track_of: bytes = b"vide") -> bytes:
    """``pieces``: cut in pieces; ``track_of``: what the first track is of."""
    kind = box(b"ftyp", b"isom", bytes(4), b"isommp42")
    media = SAMPLE + TRACK_PLACES
    first = len(kind) + 8
    length = full(b"mvhd", bytes(8), pack(">II", 1000, seconds * 1000), bytes(80))
    moov = box(
        b"moov",
        length,
        track(track_of, first, len(SAMPLE)),
        track(b"meta", first + len(SAMPLE), len(TRACK_PLACES)),
        box(b"udta", box(b"\xa9xyz", PLACE)),
        box(b"meta", PLACE),
    )
    more = box(b"moof", bytes(8)) if pieces else b""
    return b"".join((kind, box(b"mdat", media), moov, box(b"uuid", bytes(16), PLACE), more))
