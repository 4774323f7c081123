"""A horse as a person enters it: the record's horse, with the height as it is said."""

from __future__ import annotations

from collections.abc import Mapping
from datetime import date
from typing import Any

from bucephal.errors import InvalidInput, Problem
from bucephal.ladder import Catalogue
from bucephal.record.checks import check_horse
from bucephal.record.models import Horse
from bucephal.record.reading import read_model
from bucephal.units import centimetres_to_hands, height_to_centimetres
from bucephal.words import sheets as words

_EMPTY = (None, "")
NOT_IN_THE_FORM = ("id", "bands", "temperament")
"""What the form does not ask for: it stays as it was."""


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
    problems: list[Problem] = []
    height = raw.get("height")
    if height not in _EMPTY:
        try:
            fields["height_cm"] = height_to_centimetres(str(height))
        except InvalidInput as error:
            problems += [Problem("horse.height", height, p.reason, p.allowed) for p in error.problems]
    problems += check_horse(fields, catalogue, today)
    return read_model(fields, Horse, problems, "horse")


def height_text(height_cm: float | None) -> str:
    """'14.2 hh (147 cm)'; empty if it is not known."""
    if height_cm is None:
        return ""
    return words.height(centimetres_to_hands(height_cm), height_cm)
