"""A minute's look: the short list of pain signs in ridden work, and the condition score."""

from __future__ import annotations

from pydantic import Field

from bucephal.pages.horse_facts import HorseFacts, horse_facts
from bucephal.progress import Standing
from bucephal.record import FrozenModel, PainSign
from bucephal.welfare import PAIN_LIKELY, condition_words
from bucephal.words import look_words


class SignToTick(FrozenModel):
    code: PainSign
    words: str


class ScoreToTick(FrozenModel):
    score: int
    words: str


class LookPage(FrozenModel):
    facts: HorseFacts
    signs: tuple[SignToTick, ...]
    how: str = Field(description="How one looks, and from how many signs on it is to be examined.")
    source: str
    limits: str
    scores: tuple[ScoreToTick, ...] = Field(description="Body condition, 1 to 9.")
    scores_source: str
    looks: tuple[str, ...] = Field(description="Earlier looks in words, the latest first.")
    condition: str = Field(description="The latest score and what it says; empty: none yet.")


def look_page(standing: Standing) -> LookPage:
    record, on = standing.record, standing.on
    checks = sorted((one for one in record.pain_checks if one.on <= on), key=lambda one: one.on, reverse=True)
    scores = sorted((one for one in record.condition_scores if one.on <= on), key=lambda one: one.on)
    total = len(look_words.PAIN_SIGNS)
    return LookPage(
        facts=horse_facts(standing),
        signs=tuple(SignToTick(code=code, words=look_words.PAIN_SIGNS[code]) for code in PainSign),
        how=look_words.how_to_look(PAIN_LIKELY, total),
        source=look_words.SOURCE,
        limits=look_words.LIMITS,
        scores=tuple(
            ScoreToTick(score=number, words=text)
            for number, text in enumerate(look_words.CONDITIONS, start=1)
        ),
        scores_source=look_words.CONDITION_SOURCE,
        looks=tuple(look_words.counted_signs(len(one.signs), total, one.on) for one in checks),
        condition="" if not scores else condition_words(scores[-1]),
    )
