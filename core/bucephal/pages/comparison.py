"""Two dates, sides, riders, conditions or horses beside each other: what is different, how sure, by what.

Source: own rules; the tests behind them are named where they are made (`measures`, `response`).
"""

from __future__ import annotations

from collections.abc import Callable, Iterator, Sequence
from datetime import date, timedelta
from enum import StrEnum
from math import sqrt
from statistics import NormalDist, median

from pydantic import Field

from bucephal.base.errors import InvalidInput, Problem
from bucephal.ladder import Side
from bucephal.measures import GroupDifference, group_difference, holm
from bucephal.pages.side_gap_words import described_gap
from bucephal.pages.step_chart import unusual_on
from bucephal.progress import FirstAnswer, Standing, first_answers, standing_on
from bucephal.record import FrozenModel, HorseRecord, Session, sessions_in_order
from bucephal.record.models import Day, ShortText
from bucephal.response import CueTrack, Difference, LightnessTrack
from bucephal.words import comparison_words
from bucephal.words.estimate_words import heavier_by, stands
from bucephal.words.figures import how_sure
from bucephal.words.plain import upper_first

DIFFERS_BY = 0.5
"""Levels: what is less makes no difference to a rider [own]."""
SETTLED_OVER = timedelta(weeks=4)
LEAST_TIMED = 3
SHOWN_BELOW = 0.05


class CompareBy(StrEnum):
    DATES = "dates"
    SIDES = "sides"
    RIDERS = "riders"
    CONDITION = "condition"
    HORSES = "horses"


class CompareWish(FrozenModel):
    """``first`` and ``second`` are of dates; ``one`` and ``other`` are riders, or a condition alone."""

    by: CompareBy
    first: Day | None = None
    second: Day | None = None
    one: ShortText | None = None
    other: ShortText | None = None


class ComparedRow(FrozenModel):
    step: str | None = Field(description="Null: of the horse, and of no step.")
    name: str
    side: Side
    first: str
    second: str
    difference: str
    sure: str
    rests_on: str
    shown: bool = Field(description="Is a difference shown?")
    exact: str


class Comparison(FrozenModel):
    title: str
    columns: tuple[str, ...] = Field(description="Step, side, the two, the difference, how sure, by what.")
    words: str
    help: str
    rows: tuple[ComparedRow, ...]


class CompareChoices(FrozenModel):
    """What there is to compare."""

    riders: tuple[str, ...]
    conditions: tuple[str, ...]
    first_day: date | None
    last_day: date | None


def compare_choices(standing: Standing) -> CompareChoices:
    sessions = sessions_in_order(standing.record)
    riders = dict.fromkeys(one.rider for one in sessions if one.rider)
    conditions = dict.fromkeys(what for one in sessions for what in conditions_of(one))
    return CompareChoices(
        riders=tuple(riders), conditions=tuple(conditions),
        first_day=sessions[0].date if sessions else None, last_day=sessions[-1].date if sessions else None,
    )  # fmt: skip


def conditions_of(session: Session) -> Iterator[str]:
    """Everything about a session that another one may be without: what was unusual, its place, the tack."""
    yield from (str(one) for one in unusual_on([session]))
    if session.place:
        yield session.place
    for name, what in session.tack.items():
        if isinstance(what, str) and what:
            yield f"{name}: {what}"
        elif what is True:
            yield name
    if session.helper:
        yield "helper"


def comparison(standing: Standing, wish: CompareWish, other: Standing | None = None) -> Comparison:
    """
    Args:
        other: the other horse, where two are compared.

    Raises:
        InvalidInput: if what is needed for it is not said, or is not there.
    """
    match wish.by:
        case CompareBy.DATES:
            return _of_dates(standing, wish)
        case CompareBy.SIDES:
            return _of_sides(standing)
        case CompareBy.HORSES:
            if other is None:
                raise InvalidInput([Problem("other", None, "names no horse", "another horse of the yard")])
            return _of_horses(standing, other)
        case CompareBy.RIDERS:
            names = _said(wish, compare_choices(standing).riders)
            one, two = (_rode(name) for name in names)
            return _of_groups(standing, comparison_words.against(*names), names, one, two)
        case CompareBy.CONDITION:
            (what,) = _said_one(wish, compare_choices(standing).conditions)
            return _of_groups(
                standing,
                comparison_words.with_and_without(what),
                (comparison_words.WITHOUT, comparison_words.with_it(what)),
                lambda one: what not in conditions_of(one),
                lambda one: what in conditions_of(one),
            )


def _rode(name: str) -> Callable[[Session], bool]:
    return lambda session: session.rider == name


def _said(wish: CompareWish, known: Sequence[str]) -> tuple[str, str]:
    allowed = ", ".join(known) or comparison_words.NOBODY_NAMED
    problems = [
        Problem(path, name, "is nobody who was named in a session", allowed)
        for path, name in (("one", wish.one), ("other", wish.other))
        if name not in known
    ]
    if problems:
        raise InvalidInput(problems)
    assert wish.one is not None
    assert wish.other is not None
    return wish.one, wish.other


def _said_one(wish: CompareWish, known: Sequence[str]) -> tuple[str]:
    if wish.one not in known:
        raise InvalidInput([Problem("one", wish.one, "was never noted of a session", ", ".join(known))])
    assert wish.one is not None
    return (wish.one,)


# --- two dates ---------------------------------------------------------------------------------


def _of_dates(standing: Standing, wish: CompareWish) -> Comparison:
    if wish.first is None or wish.second is None or wish.first >= wish.second:
        raise InvalidInput(
            [Problem("first", str(wish.first), "has to come before the second day", "an earlier day than it")]
        )
    if wish.second > standing.on:
        raise InvalidInput(
            [Problem("second", str(wish.second), "lies in the future", f"up to {standing.on}")]
        )
    then, now = (standing_on(standing.record, standing.catalogue, day) for day in (wish.first, wish.second))
    rows = [
        row
        for key, track in now.tracks.by_key.items()
        if (before := then.tracks.by_key.get(key)) is not None and track.last_day > before.last_day
        for row in [_of_beliefs(standing, before, track)]
    ]
    spans = [(day - SETTLED_OVER, day) for day in (wish.first, wish.second)]
    rows += _of_the_horse(*(_within(standing.record, *span) for span in spans))
    return _compared(
        comparison_words.title_of_dates(wish.first, wish.second),
        (comparison_words.EARLIER, comparison_words.LATER),
        rows,
        comparison_words.DATES_HELP,
        standing,
    )


def _within(record: HorseRecord, after: date, upto: date) -> list[Session]:
    return [one for one in record.sessions if after < one.date <= upto]


def _of_beliefs(standing: Standing, first: CueTrack, second: CueTrack) -> ComparedRow:
    """The doubts of both count in full, though they are of one horse: rather too careful than not."""
    step, side = second.rule.stage.step, second.side
    what = second.rule.good_answer
    one, two = first.belief, second.belief
    if isinstance(one, LightnessTrack) and isinstance(two, LightnessTrack):
        found = Difference(two.mean - one.mean, sqrt(one.sd**2 + two.sd**2))
        chance = max(found.p_below(-DIFFERS_BY), found.p_above(DIFFERS_BY))
        said = comparison_words.levels_moved(found.mean, chance)
        exact = comparison_words.exact_levels(one.mean, two.mean, found.sd, chance)
    else:
        chance = _shares_differ(first, second)
        said = comparison_words.share_moved(one.mean, two.mean, chance, what)
        exact = comparison_words.exact_shares(one.mean, two.mean, chance)
    return ComparedRow(
        step=step, name=standing.catalogue.full_name(step), side=side,
        first=_stands(first), second=_stands(second), difference=said, sure=how_sure(chance),
        rests_on=comparison_words.rests_on_asks(first.basis, second.basis),
        shown=said != comparison_words.NO_DIFFERENCE, exact=exact,
    )  # fmt: skip


def _stands(track: CueTrack) -> str:
    level = None
    if isinstance(track.belief, LightnessTrack):
        level = track.mean, *track.belief.interval()
    return stands(track.p_first(), track.rule.good_answer, level)


def _shares_differ(first: CueTrack, second: CueTrack) -> float:
    """P(the one is larger than the other), whichever is likelier, their doubts taken as normal."""
    means, sds = [], []
    for track in (first, second):
        low, high = track.belief.interval()
        means.append(track.mean)
        sds.append((high - low) / (2 * NormalDist().inv_cdf(0.9)))
    sd = sqrt(sum(one**2 for one in sds))
    return NormalDist().cdf(abs(means[1] - means[0]) / sd) if sd else 0.5


# --- two sides ---------------------------------------------------------------------------------


def _of_sides(standing: Standing) -> Comparison:
    rows = []
    for step in standing.catalogue.steps:
        tracks = dict(standing.tracks.sides_of(step))
        left, right = tracks.get(Side.LEFT), tracks.get(Side.RIGHT)
        gap = described_gap(standing, step, standing.catalogue.full_name(step))
        if left is None or right is None or gap is None:
            continue
        heavier = gap.heavier
        said = comparison_words.NO_DIFFERENCE if heavier is None else heavier_by(heavier, gap.mean)
        rows.append(
            ComparedRow(
                step=step,
                name=standing.catalogue.full_name(step),
                side=Side.NONE,
                first=_stands(left),
                second=_stands(right),
                difference=said,
                sure=how_sure(gap.chance),
                rests_on=comparison_words.rests_on_asks(left.basis, right.basis),
                shown=gap.heavier is not None,
                exact=comparison_words.exact_levels(
                    left.mean, right.mean, (gap.high - gap.low) / _INTERVAL, gap.chance
                ),
            )
        )
    return _compared(
        comparison_words.against(Side.LEFT, Side.RIGHT),
        (Side.LEFT, Side.RIGHT),
        rows,
        comparison_words.SIDES_HELP,
        standing,
    )


_INTERVAL = 2 * NormalDist().inv_cdf(0.9)


# --- two horses --------------------------------------------------------------------------------


def _of_horses(standing: Standing, other: Standing) -> Comparison:
    rows = [
        _of_beliefs(standing, track, theirs)
        for key, track in standing.tracks.by_key.items()
        if (theirs := other.tracks.by_key.get(key)) is not None
    ]
    rows += _of_the_horse(
        *(_within(one.record, one.on - SETTLED_OVER, one.on) for one in (standing, other))
    )  # fmt: skip
    names = standing.record.horse.name, other.record.horse.name
    return _compared(comparison_words.against(*names), names, rows, comparison_words.HORSES_HELP, standing)


# --- two groups of sessions --------------------------------------------------------------------

Chosen = Callable[[Session], bool]


def _of_groups(
    standing: Standing, title: str, names: tuple[str, str], first: Chosen, second: Chosen
) -> Comparison:
    answers = list(first_answers(standing))
    groups = [[one for one in answers if chosen(one.session)] for chosen in (first, second)]
    together = _differ(*groups)
    rows = [_of_tries(None, comparison_words.ALL_TOGETHER, Side.NONE, together, together.p_value)]
    rows += _step_by_step(standing, *groups)
    sessions = standing.record.sessions
    rows += _of_the_horse(*([one for one in sessions if chosen(one)] for chosen in (first, second)))
    return _compared(title, names, rows, comparison_words.EXPECTED_HELP, standing)


def _step_by_step(
    standing: Standing, first: list[FirstAnswer], second: list[FirstAnswer]
) -> Iterator[ComparedRow]:
    """Where many are looked at, more is wanted of each."""
    found = {}
    for key in dict.fromkeys((one.step, one.side) for one in first):
        own = [[one for one in group if (one.step, one.side) == key] for group in (first, second)]
        if all(own):
            found[key] = _differ(*own)
    adjusted = holm({key: one.p_value for key, one in found.items() if one.p_value is not None})
    for (step, side), one in found.items():
        name = standing.catalogue.full_name(step)
        yield _of_tries(step, name, side, one, adjusted.get((step, side)))


def _differ(first: list[FirstAnswer], second: list[FirstAnswer]) -> GroupDifference:
    return group_difference([one.tried for one in first], [one.tried for one in second])


def _of_tries(
    step: str | None, name: str, side: Side, found: GroupDifference, p_value: float | None
) -> ComparedRow:
    shown = p_value is not None and p_value < SHOWN_BELOW
    shares = [comparison_words.good_of(one.good, one.expected) for one in (found.first, found.second)]
    said = comparison_words.better_than_expected(found.difference, p_value)
    return ComparedRow(
        step=step, name=name, side=side, first=shares[0], second=shares[1],
        difference=said if shown or p_value is None else comparison_words.NO_DIFFERENCE,
        sure=comparison_words.sure_of(p_value, shown=shown),
        rests_on=comparison_words.rests_on_tries(found.first.tries, found.second.tries), shown=shown,
        exact=comparison_words.exact_tries(found.difference, p_value),
    )  # fmt: skip


# --- what is of the horse, and of no step ------------------------------------------------------


def _of_the_horse(first: Sequence[Session], second: Sequence[Session]) -> Iterator[ComparedRow]:
    """Minutes to settle in two groups of sessions: by their medians, and the Mann-Whitney test.

    Source: Mann and Whitney (1947), On a test of whether one of two random variables is stochastically larger
    than the other, Ann. Math. Stat. 18, 50-60.
    """
    groups = [_minutes(one) for one in (first, second)]
    usual = [median(one) if one else None for one in groups]
    p_value = None
    if min(map(len, groups)) >= LEAST_TIMED:
        from scipy.stats import mannwhitneyu  # where it is used: half of a server's start

        p_value = float(mannwhitneyu(*groups).pvalue)
    shown = p_value is not None and p_value < SHOWN_BELOW
    yield ComparedRow(
        step=None,
        name=comparison_words.SETTLING,
        side=Side.NONE,
        first=comparison_words.minutes_usual(usual[0]),
        second=comparison_words.minutes_usual(usual[1]),
        difference=comparison_words.minutes_moved(*usual, shown=shown),
        sure=comparison_words.sure_of(p_value, shown=shown),
        rests_on=comparison_words.rests_on_days(*map(len, groups)),
        shown=shown,
        exact=comparison_words.exact_p(p_value),
    )


def _minutes(sessions: Sequence[Session]) -> list[float]:
    settles = [one.settle for one in sessions if one.settle is not None]
    return [one.minutes for one in settles if one.minutes is not None]


def _compared(
    title: str, names: tuple[str, str], rows: list[ComparedRow], help_: str, standing: Standing
) -> Comparison:
    """What is shown to be different first, then in the order of the ladder."""
    order = {step: n for n, step in enumerate(standing.catalogue.steps)}
    rows = sorted(
        rows, key=lambda row: (not row.shown, row.step is not None, order.get(row.step or "", 0), row.side)
    )
    steps = [row for row in rows if row.step is not None]
    return Comparison(
        title=upper_first(title),
        columns=(
            *comparison_words.COLUMNS,
            *map(upper_first, names),
            comparison_words.CHANGED,
            comparison_words.SURE,
            comparison_words.RESTS_ON,
        ),
        words=comparison_words.found(sum(row.shown for row in steps), len(steps)),
        help=help_,
        rows=tuple(rows),
    )
