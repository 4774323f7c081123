"""Claims and what came of them: reliability, Brier score, log loss, coverage, false alarms.

Sources: Brier (1950), Verification of forecasts expressed in terms of probability, Monthly
Weather Review 78, 1-3; Good (1952), Rational decisions, J. R. Stat. Soc. B 14, 107-114, for the
logarithmic score.
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass, field
from itertools import pairwise

import numpy as np
from pydantic import Field

from bucephal.record import FrozenModel
from bucephal.words.figures import (
    CANNOT_TELL,
    FAIRLY_SURE,
    FAIRLY_SURE_FROM,
    SURE,
    SURE_FROM,
    how_sure,
)

MODEL, ORACLE = "this model", "oracle"
ASK_RANGES = ((3, 10), (11, 99), (100, None))
"""Asks of the track before the claim: the issue is whether few asks are as honest as many."""
SAID_EDGES = (0.0, 0.15, 0.25, 0.35, 0.45, 0.55, 0.65, 0.75, 0.85, 0.95, 1.0)
EIGHTY = (0.75, 0.85)
LONG_OFF = 21


@dataclass(frozen=True)
class AskClaim:
    """What each way said of one ask, and what happened."""

    said: dict[str, float]
    happened: bool
    first_of_day: bool
    asks_before: int
    days_off: int | None = None
    """Days since the track's last ask, at the first ask of a day; None otherwise."""


class Sureness(FrozenModel):
    """Something of which it is said how sure it is, the chance behind it, and whether it was so."""

    what: str
    chance: float
    true: bool


@dataclass
class Findings:
    """Everything that was said and came true or not; the kinds beside asks need a known truth."""

    asks: list[AskClaim] = field(default_factory=list)
    level_intervals: list[tuple[int, bool]] = field(default_factory=list)
    """(asks so far, did the 80 % interval hold the true level?)"""
    forecast_chances: list[tuple[float, bool]] = field(default_factory=list)
    forecast_intervals: list[bool] = field(default_factory=list)
    confirmed: list[float] = field(default_factory=list)
    """Of steps when they were first called confirmed: the true chance of a light first ask."""
    side_claims: list[bool] = field(default_factory=list)
    """Did a claim of one-sidedness hold?"""
    sureness: list[Sureness] = field(default_factory=list)
    even_hinted: list[bool] = field(default_factory=list)
    even_claimed: list[bool] = field(default_factory=list)
    """On sides truly alike: was a hint, a claim made?"""


class WayScore(FrozenModel):
    way: str
    log_loss: float
    log_loss_first: float
    brier: float
    brier_first: float


class Reliability(FrozenModel):
    """Claims between two limits: how many, what was said on average, how often it happened."""

    what: str
    said_low: float
    said_high: float
    claims: int
    said: float | None
    happened: float | None


class Rate(FrozenModel):
    """A share of cases, and where it should lie."""

    what: str
    cases: int
    share: float | None
    wanted: str
    met: bool | None


class SaidSure(FrozenModel):
    """What was said in one of the three words, and how often it was so."""

    what: str
    said: str = Field(description="sure, fairly sure, cannot tell yet")
    cases: int
    was_so: float | None
    wanted: float | None = Field(description="At least so often; null: nothing was claimed.")
    met: bool | None


class Calibration(FrozenModel):
    """The whole table."""

    of: str
    horses: int
    asks: int
    ways: tuple[WayScore, ...]
    reliability: tuple[Reliability, ...]
    rates: tuple[Rate, ...]
    said_sure: tuple[SaidSure, ...]


def score(findings: Findings, of: str, horses: int) -> Calibration:
    """Turns findings into tables."""
    return Calibration(
        of=of,
        horses=horses,
        asks=len(findings.asks),
        ways=tuple(_ways(findings.asks)),
        reliability=tuple(_reliability(findings)),
        rates=tuple(_rates(findings)),
        said_sure=tuple(_said_sure(findings.sureness)),
    )


def _said_sure(found: list[Sureness]) -> Iterator[SaidSure]:
    for what in dict.fromkeys(one.what for one in found):
        for said, wanted in ((SURE, SURE_FROM), (FAIRLY_SURE, FAIRLY_SURE_FROM), (CANNOT_TELL, None)):
            true = [one.true for one in found if one.what == what and how_sure(one.chance) == said]
            was_so = float(np.mean(true)) if true else None
            met = None if was_so is None or wanted is None else was_so >= wanted
            yield SaidSure(what=what, said=said, cases=len(true), was_so=was_so, wanted=wanted, met=met)


def log_loss(said: Sequence[float], happened: Sequence[bool]) -> float:
    """Mean of minus the logarithm of the chance given to what happened."""
    chances = np.clip(np.asarray(said), 1e-9, 1 - 1e-9)
    true = np.asarray(happened)
    return float(-np.log(np.where(true, chances, 1 - chances)).mean())


def brier_score(said: Sequence[float], happened: Sequence[bool]) -> float:
    """Mean squared difference between chance and what happened (0 or 1)."""
    return float(((np.asarray(said) - np.asarray(happened)) ** 2).mean())


def _ways(asks: list[AskClaim]) -> list[WayScore]:
    if not asks:
        return []
    firsts = [one for one in asks if one.first_of_day] or asks
    scores = []
    for way in asks[0].said:
        of_all, of_first = ([one.said[way] for one in group] for group in (asks, firsts))
        scores.append(
            WayScore(
                way=way,
                log_loss=log_loss(of_all, [one.happened for one in asks]),
                log_loss_first=log_loss(of_first, [one.happened for one in firsts]),
                brier=brier_score(of_all, [one.happened for one in asks]),
                brier_first=brier_score(of_first, [one.happened for one in firsts]),
            )
        )
    return sorted(scores, key=lambda one: -one.log_loss)


def _reliability(findings: Findings) -> list[Reliability]:
    rows = []
    for what, group in (
        ("any ask", findings.asks),
        ("first ask of a day", [one for one in findings.asks if one.first_of_day]),
    ):
        claims = [(one.said[MODEL], one.happened) for one in group]
        for low, high in pairwise(SAID_EDGES):
            rows.append(_row(what, claims, low, high))
    rested = [one for one in findings.asks if one.days_off is not None and one.days_off > LONG_OFF]
    rows.append(
        _row(
            "first ask after three weeks off",
            [(one.said[MODEL], one.happened) for one in rested],
            0,
            1,
        )
    )
    if findings.forecast_chances:
        for low, high in pairwise(SAID_EDGES):
            rows.append(_row("forecast", findings.forecast_chances, low, high))
    return rows


def _row(what: str, claims: list[tuple[float, bool]], low: float, high: float) -> Reliability:
    inside = [(said, true) for said, true in claims if low <= said < high or said == high == 1.0]
    return Reliability(
        what=what,
        said_low=low,
        said_high=high,
        claims=len(inside),
        said=float(np.mean([said for said, _ in inside])) if inside else None,
        happened=float(np.mean([true for _, true in inside])) if inside else None,
    )


def _rates(findings: Findings) -> list[Rate]:
    rates = []
    for low, high in ASK_RANGES:
        name = f"{low} to {high} asks" if high is not None else f"{low} asks and more"
        for what, group in (
            (f"said 80 %, {name}", findings.asks),
            (f"said 80 %, first ask of a day, {name}", [one for one in findings.asks if one.first_of_day]),
        ):
            inside = [
                one.happened for one in group
                if low <= one.asks_before <= (high or one.asks_before)
                and EIGHTY[0] <= one.said[MODEL] < EIGHTY[1]
            ]  # fmt: skip
            rates.append(_rate(what, inside, EIGHTY))
        held = [hit for asks, hit in findings.level_intervals if low <= asks <= (high or asks)]
        if held:
            rates.append(_rate(f"80 % interval of the level, {name}", held, EIGHTY))
    if findings.forecast_chances:
        said_80 = [true for said, true in findings.forecast_chances if EIGHTY[0] <= said < EIGHTY[1]]
        rates.append(_rate("forecast said 80 %", said_80, EIGHTY))
        rates.append(_rate("forecast interval, if within 40", findings.forecast_intervals, EIGHTY))
    if findings.confirmed:
        for limit, wanted in ((0.8, (0.0, 0.11)), (0.7, None)):
            wrong = [true < limit for true in findings.confirmed]
            rates.append(_rate(f"confirmed, truly light under {limit:.0%} of the time", wrong, wanted))
    if findings.side_claims:
        false = [not true for true in findings.side_claims]
        rates.append(_rate("claimed one-sided, and it was not by 0.5", false, (0.0, 0.10)))
    if findings.even_claimed:
        rates.append(_rate("sides alike, hint made", findings.even_hinted, (0.0, 0.09)))
        rates.append(_rate("sides alike, claim made", findings.even_claimed, (0.0, 0.04)))
    return rates


def _rate(what: str, cases: list[bool], wanted: tuple[float, float] | None) -> Rate:
    share = float(np.mean(cases)) if cases else None
    if wanted is None:
        return Rate(what=what, cases=len(cases), share=share, wanted="–", met=None)
    low, high = wanted
    words = f"{low:.0%} to {high:.0%}" if low else f"at most {high:.0%}"
    return Rate(
        what=what, cases=len(cases), share=share, wanted=words,
        met=low <= share <= high if share is not None else None,
    )  # fmt: skip
