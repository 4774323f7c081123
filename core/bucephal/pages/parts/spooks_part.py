"""What it spooked at, where, in front or following, and how soon it was calm again."""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterator, Sequence
from statistics import median
from typing import NamedTuple

from bucephal.charts import Chart, ChartRow, ChartTable, DayFigure, over_time
from bucephal.measures import trend_of
from bucephal.pages.history_wish import HistoryWish
from bucephal.pages.parts.part import PartCode, SheetPart, Span, sessions_within
from bucephal.progress import Standing
from bucephal.record import Event, EventKind, Session
from bucephal.words import part_words
from bucephal.words.wedge_words import PLACES

IN_FRONT, FOLLOWING = PLACES


class Spook(NamedTuple):
    event: Event
    session: Session

    @property
    def thing(self) -> str:
        return self.event.thing or part_words.SOMETHING

    @property
    def where(self) -> str:
        """Spot and place, without where it went among others."""
        spots = [one for one in (self.event.spot or "").split(", ") if one and one not in PLACES]
        return (
            ", ".join([*spots, *([self.session.place] if self.session.place else [])])
            or part_words.PLACE_NOT_SAID
        )

    @property
    def went(self) -> str | None:
        return next((one for one in PLACES if one in (self.event.spot or "").split(", ")), None)


def spooks_of(standing: Standing, span: Span | None = None) -> list[Spook]:
    return [
        Spook(event, session)
        for session in sessions_within(standing, span)
        for event in session.events
        if event.kind is EventKind.SPOOK
    ]


def spooks(standing: Standing, span: Span | None = None) -> SheetPart | None:
    """None while no spook was marked."""
    found = spooks_of(standing, span)
    if not found:
        return None
    sessions = len(sessions_within(standing, span))
    said = [part_words.spooked(len(found), len({one.session.date for one in found}), sessions)]
    (thing, times), *_ = Counter(one.thing for one in found).most_common(1)
    said.append(part_words.spooks_most(thing, times))
    went = Counter(one.went for one in found)
    if went[IN_FRONT] or went[FOLLOWING]:
        said.append(part_words.in_front_or_behind(went[IN_FRONT], went[FOLLOWING]))
    charts = (_by_thing(found, " ".join(said)), *_recovery(found))
    return SheetPart(
        code=PartCode.SPOOKS, title=part_words.SPOOKS, group=part_words.SETTLING_AND_CALM,
        words=tuple(said), charts=charts,
        behind=HistoryWish(event=EventKind.SPOOK),
    )  # fmt: skip


def _by_thing(found: Sequence[Spook], said: str) -> Chart:
    grouped: dict[tuple[str, str], list[Spook]] = {}
    for one in found:
        grouped.setdefault((one.thing, one.where), []).append(one)
    order = sorted(grouped, key=lambda key: (-len(grouped[key]), key))
    return Chart(
        code=PartCode.SPOOKS,
        title=part_words.SPOOKS,
        words=said,
        drawing=None,
        table=ChartTable(
            columns=part_words.SPOOK_COLUMNS, rows=tuple(_row(*key, grouped[key]) for key in order)
        ),
    )


def _row(thing: str, where: str, found: Sequence[Spook]) -> ChartRow:
    went, seconds = Counter(one.went for one in found), _seconds(found)
    cells = (
        thing,
        where,
        str(len(found)),
        *(part_words.times(went[one]) for one in PLACES),
        part_words.after_seconds(median(seconds) if seconds else None),
        part_words.on_day(found[-1].session.date),
    )
    return ChartRow(cells=cells, session=found[-1].session.id)


def _seconds(found: Sequence[Spook]) -> list[float]:
    return [one.event.recovered_s for one in found if one.event.recovered_s is not None]


def _recovery(found: Sequence[Spook]) -> Iterator[Chart]:
    timed = [one for one in found if one.event.recovered_s is not None]
    if not timed:
        return
    seconds, days = _seconds(timed), [one.session.date for one in timed]
    trend = trend_of(days, seconds)
    said = [part_words.calm_after(median(seconds))]
    if trend.direction and trend.per_week is not None and trend.p_value is not None:
        said.append(part_words.recovers(trend.direction, trend.per_week, trend.p_value))
    seen = [
        DayFigure(
            one.session.date, took, part_words.calm_again(one.session.date, one.thing, took),
            session=one.session.id,
        )
        for one, took in zip(timed, seconds, strict=True)
    ]  # fmt: skip
    rows = (
        ChartRow(
            cells=(part_words.on_day(one.session.date), one.thing, one.where, part_words.after_seconds(took)),
            session=one.session.id,
        )
        for one, took in reversed([*zip(timed, seconds, strict=True)])
    )
    yield Chart(
        code="recovery",
        title=part_words.RECOVERY,
        words=" ".join(said),
        drawing=over_time(
            seen, part_words.axis(part_words.SECONDS), trend=trend.ends if trend.direction else ()
        ),
        exact=part_words.exact_trend(trend.per_week, trend.p_value, part_words.SECONDS),
        table=ChartTable(columns=part_words.RECOVERY_COLUMNS, rows=tuple(rows)),
    )
