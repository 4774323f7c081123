"""The coach's words, read from texts.toml; filled in with figures here and on the device alike."""

from __future__ import annotations

import re
import tomllib
from collections.abc import Mapping
from functools import lru_cache
from importlib import resources

from bucephal.coach.signals import SignalKind
from bucephal.record import FrozenModel

Figures = dict[str, str]
_PLACE = re.compile(r"\{(\w+)\}")


class AdviceText(FrozenModel):
    say: str
    why: str


class CoachTexts(FrozenModel):
    advice: dict[str, AdviceText]
    settling: dict[str, str]
    said: dict[str, str]
    said_without_level: dict[str, str]

    def of(self, text_id: str, school: Mapping[str, str]) -> AdviceText:
        """The text of a verdict as a school words it: ``id@question.option`` goes before ``id``."""
        worded = (self.advice.get(f"{text_id}@{key}.{code}") for key, code in school.items())
        return next((text for text in worded if text is not None), self.advice[text_id])


@lru_cache(maxsize=1)
def load_texts() -> CoachTexts:
    path = resources.files("bucephal.coach") / "texts.toml"
    raw = tomllib.loads(path.read_text(encoding="utf-8"))
    tables = {name: raw.pop(name) for name in ("said", "said_without_level", "settling")}
    return CoachTexts(advice=raw, **tables)


def fill(template: str, figures: Figures) -> str:
    """Puts figures into their places; a place without a figure is left empty."""
    return _PLACE.sub(lambda match: figures.get(match[1], ""), template)


def said(kind: SignalKind, level: int | None, texts: CoachTexts) -> str:
    """An answer in words."""
    without = texts.said_without_level.get(kind)
    if level is None and without is not None:
        return without
    return fill(texts.said[kind], {"level": str(level)})


def band_text(band: tuple[int, int]) -> str:
    low, high = band
    return str(low) if low == high else f"{low}–{high}"
