"""What a text that somebody types may hold: no control characters, and a name is not blank.

Nobody types them; stores, printers and other programs trip over them (a NUL ends a text for some, and others
refuse the whole batch that it is in).
"""

from __future__ import annotations

from typing import Any

PLAIN = r"^[^\x00-\x08\x0b\x0c\x0e-\x1f\x7f]*$"
"""Several lines: tab and line ends are no control characters here."""
ONE_LINE = r"^[^\x00-\x1f\x7f]*[^\x00-\x1f\x7f\s][^\x00-\x1f\x7f]*$"
"""One line that is not all blank."""


def text_of(low: int, high: int) -> dict[str, Any]:
    """A text of so many characters: how it is checked and what is said of it, as arguments of ``Field``."""
    said = f"{low} to {high} characters, none of them a control character"
    return {"min_length": low, "max_length": high, "pattern": PLAIN, "description": said}


def line_of(high: int) -> dict[str, Any]:
    """The same of one line that has to say something."""
    said = f"1 to {high} characters on one line, not all of them blank"
    return {"min_length": 1, "max_length": high, "pattern": ONE_LINE, "description": said}
