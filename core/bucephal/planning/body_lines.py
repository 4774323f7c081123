"""What is said of the horse's body beside a plan, with the figures behind it."""

from __future__ import annotations

from collections.abc import Iterator

from bucephal.planning.body_load import Bearing
from bucephal.planning.day import RIDDEN_FROM_MONTHS
from bucephal.planning.models import BodyLine, BodyPart, BodyVerdict
from bucephal.welfare import (
    GROWN_MONTHS,
    THIN_BELOW,
    Heat,
    LoadVerdict,
    WeightVerdict,
    condition_words,
    session_minutes_range,
)
from bucephal.welfare.heat import CARE_FROM
from bucephal.welfare.load import RISING_PCT
from bucephal.welfare.weight import EASY_PCT, MOST_PCT
from bucephal.words import body_words
from bucephal.words.amounts import Amounts
from bucephal.words.figures import exact

CARRIES_FROM_MONTHS = 30
"""Younger ones carry nobody."""
_NAMES = {
    BodyPart.VISIT: body_words.VISIT,
    BodyPart.LOAD: body_words.LOAD,
    BodyPart.WEIGHT: body_words.WEIGHT,
    BodyPart.HEAT: body_words.HEAT,
    BodyPart.CONDITION: body_words.CONDITION,
    BodyPart.LONG_REST: body_words.LONG_REST,
    BodyPart.GROWTH: body_words.GROWTH,
}
_FINE, _CARE, _HOLDS = BodyVerdict.FINE, BodyVerdict.CARE, BodyVerdict.HOLDS
_WEIGHTIEST_FIRST = (_HOLDS, _CARE, _FINE)


def body_lines(bearing: Bearing, age_months: int | None, amounts: Amounts) -> tuple[BodyLine, ...]:
    """What there is to say of the body today; the weightiest first."""
    told = [
        *_visit(bearing), _load(bearing), *_weight(bearing, age_months, amounts), *_heat(bearing),
        *_condition(bearing), *_growth(age_months),
    ]  # fmt: skip
    return tuple(sorted(told, key=lambda line: _WEIGHTIEST_FIRST.index(line.verdict)))


def _visit(bearing: Bearing) -> Iterator[BodyLine]:
    if bearing.visit is not None:
        what, today = bearing.visit
        text = body_words.NOT_HERE if bearing.is_away else body_words.visit(what, today=today)
        yield _line(BodyPart.VISIT, text, _HOLDS)


def _load(bearing: Bearing) -> BodyLine:
    load = bearing.load
    if not load.compared or load.change_pct is None:
        return _line(BodyPart.LOAD, body_words.NO_USUAL_WEEK, _FINE)
    worse = _HOLDS if bearing.load_jumps else _CARE
    short = body_words.load_short(load.change_pct, load.verdict, green=bearing.is_green)
    return _line(
        BodyPart.LOAD, body_words.load(load.last_7, load.average_28),
        _FINE if load.verdict is LoadVerdict.FINE else worse, short=short,
        of_fine=(100 + load.change_pct) / (100 + RISING_PCT),
        load_week=load.last_7, load_usual=load.average_28, change_pct=load.change_pct,
    )  # fmt: skip


def _weight(bearing: Bearing, age_months: int | None, amounts: Amounts) -> Iterator[BodyLine]:
    if age_months is not None and age_months < CARRIES_FROM_MONTHS:
        return
    weight, carried = bearing.weight, bearing.carried_kg
    if weight is None or carried is None:
        missing = body_words.RIDER_NOT_KNOWN if carried is None else body_words.HORSE_NOT_KNOWN
        yield _line(BodyPart.WEIGHT, missing, _FINE)
        return
    easy_kg, most_pct = EASY_PCT / 100 * weight.horse_kg, EASY_PCT if bearing.first_year else MOST_PCT
    match weight.verdict:
        case WeightVerdict.EASY:
            short, verdict = body_words.easily_carried(amounts.weight(easy_kg)), _FINE
        case WeightVerdict.CARE:
            short, verdict = body_words.carried_with_care(amounts.weight(easy_kg)), _CARE
        case WeightVerdict.TOO_MUCH:
            held, most_kg = bearing.too_heavy, most_pct / 100 * weight.horse_kg
            short = body_words.carried_over(amounts.weight(most_kg), first_year=bearing.first_year, held=held)
            verdict = _HOLDS if held else _CARE
    text = body_words.weight(amounts.weight(carried), amounts.weight(weight.horse_kg))
    yield _line(
        BodyPart.WEIGHT, text, verdict, short=short,
        of_fine=weight.share_pct / EASY_PCT,
        carried_kg=carried, horse_kg=weight.horse_kg, share_pct=weight.share_pct,
    )  # fmt: skip


def _heat(bearing: Bearing) -> Iterator[BodyLine]:
    if bearing.heat_total is None:
        return
    verdict = {Heat.FINE: _FINE, Heat.CARE: _CARE}.get(bearing.heat, _HOLDS)
    text = body_words.heat(bearing.heat_total, bearing.heat)
    share = bearing.heat_total / CARE_FROM if bearing.is_warm else None
    yield _line(BodyPart.HEAT, text, verdict, of_fine=share, heat_sum=round(bearing.heat_total, 1))


def _condition(bearing: Bearing) -> Iterator[BodyLine]:
    score, week = bearing.condition, bearing.building_up_week
    if score is not None:
        leaner = _CARE if score.score < THIN_BELOW else _FINE
        yield _line(BodyPart.CONDITION, condition_words(score), _HOLDS if bearing.is_fat else leaner)
    if week is not None:
        yield _line(BodyPart.LONG_REST, body_words.building_up(week), _HOLDS)


def _growth(age_months: int | None) -> Iterator[BodyLine]:
    if age_months is not None and age_months < GROWN_MONTHS:
        low, high = session_minutes_range(age_months)
        text = body_words.growth(age_months, low, high, in_all=age_months < RIDDEN_FROM_MONTHS)
        yield _line(BodyPart.GROWTH, text, _FINE)


def _line(
    part: BodyPart,
    text: str,
    verdict: BodyVerdict,
    *,
    short: str = "",
    of_fine: float | None = None,
    **figures: float,
) -> BodyLine:
    """``short``: what the text comes to, where that is not the text itself."""
    share = None if of_fine is None else round(of_fine, 2)
    return BodyLine(
        part=part, name=_NAMES[part], words=f"{text}; {short}" if short else text, short=short or text,
        verdict=verdict, exact=exact(figures, {}), of_fine=share,
    )  # fmt: skip
