"""Pictures as a camera makes them: drawn anew, so that nothing is left of them but what is seen."""

from __future__ import annotations

from dataclasses import dataclass
from io import BytesIO

from PIL import Image, ImageOps, UnidentifiedImageError

LARGEST_SIDE, SMALL_SIDE = 2400, 480
MOST_PIXELS = 60_000_000
FORMATS = ("JPEG", "PNG", "WEBP")
QUALITY = 86


class NotAPicture(ValueError):
    """It is none that we can read."""


@dataclass(frozen=True)
class Still:
    """``small`` is for lists."""

    content: bytes
    small: bytes
    width: int
    height: int


def drawn_anew(content: bytes) -> Still:
    """Without what the camera wrote beside it: place, time, its own name.

    Raises:
        NotAPicture: with the reason, as it is told to whoever sent it.
    """
    try:
        with Image.open(BytesIO(content), formats=FORMATS) as opened:
            if opened.width * opened.height > MOST_PIXELS:
                raise NotAPicture("has too many points")
            # It is turned as it is looked at, since what says so goes.
            upright = ImageOps.exif_transpose(opened).convert("RGB")
    except (UnidentifiedImageError, Image.DecompressionBombError, OSError, SyntaxError, ValueError) as error:
        if isinstance(error, NotAPicture):
            raise
        raise NotAPicture("is no picture that can be read, or only a part of one") from None
    large = _within(upright, LARGEST_SIDE)
    return Still(_written(large), _written(_within(upright, SMALL_SIDE)), large.width, large.height)


def _within(image: Image.Image, side: int) -> Image.Image:
    copy = image.copy()
    copy.thumbnail((side, side))
    return copy


def _written(image: Image.Image) -> bytes:
    """A new image of its points alone: of one that was read Pillow would write what stood beside them."""
    bare = Image.frombytes("RGB", image.size, image.tobytes())
    out = BytesIO()
    bare.save(out, "JPEG", quality=QUALITY, optimize=True)
    return out.getvalue()
