"""A horse as a person enters it: the record's horse, with the height as it is said."""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from datetime import date
from typing import Any

from bucephal.base.errors import InvalidInput, Problem
from bucephal.base.problems import shorten
from bucephal.base.units import HEIGHT_ALLOWED, height_to_centimetres
from bucephal.ladder import Catalogue
from bucephal.record.checks import check_horse
from bucephal.record.models import Horse
from bucephal.record.record_reader import read_model
from bucephal.words.amounts import METRIC

_EMPTY = (None, "")
NOT_IN_THE_FORM = ("id", "bands", "temperament", "did_before")
"""What a form may leave out: it stays as it was."""
TEMPERAMENTS = {"go": ("lazy", "sharp"), "nerve": ("bold", "wary")}
"""What is asked of a temperament; in between: nothing is said."""
FIRST_BANDS = {"lazy": (1, 6), "sharp": (1, 4)}
"""The first band of a horse that is lazy or sharp, where none is typed [own]: it says what counts as light
for this horse to begin with, and can be changed.
"""


def horse_from_form(raw: Mapping[str, Any], catalogue: Catalogue, today: date) -> Horse:
    """The horse of a form; what was left empty is not known.

    Args:
        raw: the fields of ``Horse``, and ``height`` ('14.2 hh', '147 cm') instead of ``height_cm``.
        catalogue: the ladder that its bands and schools are for.
        today: no date may lie after it.

    Raises:
        InvalidInput: with every problem, each with its field.
    """
    fields = {key: value for key, value in raw.items() if value not in _EMPTY and key != "height"}
    problems: list[Problem] = [*_temperament_problems(fields.get("temperament"))]
    height = raw.get("height")
    if isinstance(height, str | int | float):
        fields["height_cm"] = _height(str(height), problems)
    elif height is not None:
        problems.append(Problem("horse.height", shorten(height), "is not a height", HEIGHT_ALLOWED))
    problems += check_horse(fields, catalogue, today)
    return read_model(fields, Horse, problems, "horse")


def first_bands(horse: Horse) -> Horse:
    """A horse that has just come, with the band that its temperament speaks for if it has none of its own."""
    band = FIRST_BANDS.get(horse.temperament.get("go", ""))
    if band is None or "default" in horse.bands:
        return horse
    return horse.model_copy(update={"bands": {"default": band, **horse.bands}})


def _temperament_problems(temperament: Any) -> Iterator[Problem]:
    if not isinstance(temperament, Mapping):
        return
    for key, options in TEMPERAMENTS.items():
        if key in temperament and temperament[key] not in options:
            allowed = " or ".join(options)
            yield Problem(f"horse.temperament.{key}", shorten(temperament[key]), "is none of these", allowed)


def _height(text: str, problems: list[Problem]) -> float | None:
    if not text.strip():
        return None
    try:
        return height_to_centimetres(text)
    except InvalidInput as error:
        problems += [Problem("horse.height", text, one.reason, one.allowed) for one in error.problems]
        return None


def height_text(height_cm: float | None) -> str:
    """'14.2 hh (147 cm)'; empty if it is not known."""
    if height_cm is None:
        return ""
    return METRIC.height(height_cm)
