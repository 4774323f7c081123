"""The coach's words, read from coach.toml; filled in with figures here and on the device alike."""

from __future__ import annotations

import re
import tomllib
from collections.abc import Mapping
from functools import lru_cache
from importlib import resources
from typing import Annotated

from pydantic import BaseModel, ConfigDict, Field

from bucephal.ladder import Settling
from bucephal.words.figures import is_share
from bucephal.words.plain import on_side

Figures = dict[str, str]
_PLACE = re.compile(r"\{(\w+)\}")


class _Texts(BaseModel):
    model_config = ConfigDict(frozen=True, extra="forbid")


class AdviceText(_Texts):
    say: str
    why: str
    wait_s: Annotated[int, Field(ge=1, le=600)] | None = Field(
        None, description="Seconds to stand before anything else is asked."
    )


class CoachTexts(_Texts):
    advice: dict[str, AdviceText]
    settling: dict[Settling, str]
    remedy_of_no_fault: str
    looks_of_no_fault: str

    def of(self, text_id: str, school: Mapping[str, str], *, by_level: bool) -> AdviceText:
        """The text of a verdict as a school words it: ``id@question.option`` goes before ``id``.

        Args:
            by_level: the step is judged by lightness; else ``id:success`` goes before both.
        """
        keys = [f"{text_id}@{key}.{code}" for key, code in school.items()]
        if not by_level:
            keys.insert(0, f"{text_id}:success")
        return next((self.advice[key] for key in keys if key in self.advice), self.advice[text_id])


SPOT = ", at {spot}"
COMES_NEXT = " Next: {next}."
where = on_side


def at_spot(spot: str | None) -> str:
    """', at C'; nothing where the place is not known."""
    return "" if spot is None else fill(SPOT, {"spot": spot})


def next_words(name: str | None) -> str:
    """' Next: back up.'; nothing where it is not known."""
    return "" if not name else fill(COMES_NEXT, {"next": name})


LET_GO = " (let go in {let_go_s} s)"


def of_target(target: float | None, unit: str | None) -> str:
    """' (20 of 30 s)', the measured figure still to be filled in; of a share nothing, for a device would fill
    in a percentage.
    """
    if is_share(unit):
        return ""
    aim = "" if target is None else f" of {target:g}"
    return f" ({{extent}}{aim} {unit or ''})"


@lru_cache(maxsize=1)
def load_texts() -> CoachTexts:
    raw = tomllib.loads((resources.files("bucephal.words") / "coach.toml").read_text(encoding="utf-8"))
    apart = {name: raw.pop(name) for name in ("settling", "remedy_of_no_fault", "looks_of_no_fault")}
    return CoachTexts(advice=raw, **apart)


def fill(template: str, figures: Figures) -> str:
    """Puts figures into their places; a place without a figure is left empty."""
    return _PLACE.sub(lambda match: figures.get(match[1], ""), template)


def of_cap(cap: int | None) -> str:
    """What follows 'Try 3': nothing while tries are not counted."""
    return "" if cap is None else f" of at most {cap}"
