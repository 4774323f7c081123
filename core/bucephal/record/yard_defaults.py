"""What a yard agrees on for all its horses: schools, bands, and what it adds to the ladder.

A horse's own entry goes before the yard's, everywhere.
"""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from enum import StrEnum
from typing import Any

from pydantic import Field

from bucephal.base.errors import Problem
from bucephal.ladder import Catalogue, OptionCode, YardLadder
from bucephal.record.checks import band_problems, school_problems
from bucephal.record.history import DEFAULT_BANDS
from bucephal.record.models import Band, FrozenModel, Horse, HorseRecord, Key


class AlsoAsked(StrEnum):
    """What a yard may want to be asked of every answer, by its field in the record."""

    SECOND_AID = "second_aid"
    OFFERED = "offered"
    ATTENTIVE = "attentive"
    GAIT_SHOWN = "gait_shown"


class YardDefaults(FrozenModel):
    """The yard's side of every horse's record."""

    school: dict[Key, OptionCode] = Field(default_factory=dict)
    bands: dict[Key, Band] = Field(default_factory=dict)
    ladder: YardLadder = YardLadder()
    also: tuple[AlsoAsked, ...] = Field(
        (), description="What is asked of an answer beside the usual; nothing, until a yard wants it."
    )


def check_defaults(raw: Any, catalogue: Catalogue) -> Iterator[Problem]:
    """Schools that do not exist, bands upside down or for nothing; ``raw`` may be of any shape."""
    fields = raw if isinstance(raw, Mapping) else {}
    yield from school_problems(fields.get("school"), catalogue, "school")
    yield from band_problems(fields.get("bands"), catalogue, "bands")


def with_everything_named(record: HorseRecord, school: Mapping[str, str]) -> HorseRecord:
    """The record as it is handed on: wherever it is read, the horse is worked as it is here.

    Args:
        school: the option in force for every question.
    """
    own = record.horse.bands
    bands = {key: own.get(key, band) for key, band in DEFAULT_BANDS.items()}
    bands |= {key: own[key] for key in sorted(own) if key not in bands}
    horse = record.horse.model_copy(update={"school": dict(school), "bands": bands})
    return record.model_copy(update={"horse": horse})


def with_defaults(record: HorseRecord, defaults: YardDefaults) -> HorseRecord:
    """The record as it is worked by: the yard's schools and bands where the horse has none."""
    horse = record.horse
    school = {**defaults.school, **horse.school}
    bands = {**defaults.bands, **horse.bands}
    if school == horse.school and bands == horse.bands:
        return record
    merged = Horse(**{**dict(horse), "school": school, "bands": bands})
    return record.model_copy(update={"horse": merged})
