"""The type of what is printed, and what it has letters for."""

from __future__ import annotations

from functools import lru_cache
from importlib import resources

REGULAR, BOLD = "sheet", "sheet-bold"


@lru_cache(maxsize=1)
def load_fonts() -> None:
    """Tells reportlab of them, once."""
    from reportlab.lib.fonts import addMapping
    from reportlab.pdfbase import pdfmetrics
    from reportlab.pdfbase.ttfonts import TTFont

    folder = resources.files("bucephal.sheets") / "fonts"
    for name, file in ((REGULAR, "regular"), (BOLD, "bold")):
        with resources.as_file(folder / f"atkinson-hyperlegible-next-{file}.ttf") as path:
            pdfmetrics.registerFont(TTFont(name, str(path)))
    for is_italic in (0, 1):
        addMapping(REGULAR, 0, is_italic, REGULAR)
        addMapping(REGULAR, 1, is_italic, BOLD)


@lru_cache(maxsize=1)
def _known_letters() -> frozenset[str]:
    from reportlab.pdfbase import pdfmetrics

    load_fonts()
    return frozenset(map(chr, pdfmetrics.getFont(REGULAR).face.charToGlyph))


def printable(text: str) -> str:
    """With a question mark for what the type has no letter for."""
    return "".join(letter if letter in _known_letters() else "?" for letter in text)
