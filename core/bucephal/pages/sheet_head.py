"""A horse at the head of its sheet: age, work, days off, size, background, school."""

from __future__ import annotations

from collections.abc import Iterator

from bucephal.ladder.schools import DEFAULT_OPTION
from bucephal.progress import Standing
from bucephal.record import FrozenModel, days_off, ride_number
from bucephal.welfare import tape_weight
from bucephal.words import sheet_words
from bucephal.words.ages import age_text
from bucephal.words.amounts import Amounts
from bucephal.words.arrival_words import BACKGROUNDS


class HeadFact(FrozenModel):
    name: str
    words: str


def sheet_head(standing: Standing, amounts: Amounts) -> tuple[HeadFact, ...]:
    """What is not known is left out."""
    return tuple(HeadFact(name=name, words=said) for name, said in _facts(standing, amounts) if said)


def _facts(standing: Standing, amounts: Amounts) -> Iterator[tuple[str, str]]:
    record, on = standing.record, standing.on
    horse = record.horse
    days = [one.date for one in record.sessions if one.date <= on]
    yield sheet_words.AGE, sheet_words.age_and_sex(age_text(standing.age_months), horse.sex)
    if horse.arrived is not None:
        yield sheet_words.HERE, sheet_words.since_week((on - horse.arrived).days // 7 + 1)
    if days:
        yield sheet_words.AT_WORK, sheet_words.weeks_in_work((on - min(days)).days // 7 + 1, len(days))
        yield sheet_words.RIDES, str(ride_number(record))
    yield (
        sheet_words.DAYS_OFF,
        sheet_words.days_off(days_off(record, on), worked_today=bool(days) and max(days) == on),
    )
    if horse.height_cm is not None:
        yield sheet_words.HEIGHT, amounts.height(horse.height_cm)
    if horse.girth_cm is not None and horse.length_cm is not None:
        weight = tape_weight(horse.girth_cm, horse.length_cm, standing.age_months, amounts)
        yield sheet_words.WEIGHT, weight.words
    scores = [one for one in record.condition_scores if one.on <= on]
    if scores:
        last = max(scores, key=lambda one: one.on)
        yield sheet_words.CONDITION, sheet_words.condition_scored(last.score, last.on)
    if horse.background is not None:
        yield sheet_words.BACKGROUND, BACKGROUNDS[horse.background]
    yield sheet_words.SCHOOL, sheet_words.school(_chosen(standing))


def _chosen(standing: Standing) -> list[str]:
    """The options that are not the ladder's usual ones."""
    chosen = standing.record.horse.school
    return [
        option.name
        for school in standing.catalogue.schools
        for option in school.options
        if option.code == chosen.get(school.key, DEFAULT_OPTION) != DEFAULT_OPTION
    ]
