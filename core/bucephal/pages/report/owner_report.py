"""An owner's report: what was worked on in a span of days, what came of it, and what is next.

It is made of what was asked and answered; what a trainer noted for themselves never goes in.

Source: common practice, no source: what a horse could not do when it came, and now can, is what its owner is
shown first.
"""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterator
from datetime import date, timedelta

from pydantic import Field

from bucephal.charts import Chart
from bucephal.ladder import Catalogue, Exercise
from bucephal.pages.horse_sheet import GoalLine, goal_lines
from bucephal.pages.parts.calm_part import calm as calm_part
from bucephal.pages.parts.part import Span, sessions_within
from bucephal.pages.parts.settling_part import settling as settling_part
from bucephal.pages.parts.spooks_part import spooks as spooks_part
from bucephal.pages.parts.work_part import work as work_part
from bucephal.pages.report.report_charts import goals_chart, sides_chart, sides_words
from bucephal.pages.report.report_wish import ReportPart, ReportWish, check_wish
from bucephal.pages.sheet_head import HeadFact, sheet_head
from bucephal.progress import GOOD, Standing, StepState, assessment_changes, standing_on, way_to
from bucephal.record import Busy, FrozenModel, HorseRecord, Visit
from bucephal.welfare import RaisedFlag, session_minutes
from bucephal.words import report_words, sheet_words
from bucephal.words.amounts import METRIC, Amounts
from bucephal.words.plain import lower_first, upper_first

MOST_WORKED_ON, MOST_NEW, MOST_BEGUN, MOST_NEXT = 6, 10, 5, 3
"""So many lines of each [own]: more is not read, and the whole has to stay on four pages."""


class ReportSection(FrozenModel):
    code: ReportPart
    title: str
    sentences: tuple[str, ...]
    items: tuple[str, ...] = Field((), description="A list below the sentences.")
    charts: tuple[Chart, ...] = ()


class OwnerReport(FrozenModel):
    """The same for screen, paper and file."""

    horse: str
    title: str
    made: str
    head: tuple[HeadFact, ...]
    first: date
    last: date
    paragraph: str
    sections: tuple[ReportSection, ...]
    closing: tuple[str, ...]


def owner_report(
    record: HorseRecord, catalogue: Catalogue, wish: ReportWish, on: date, amounts: Amounts = METRIC
) -> OwnerReport:
    """
    Args:
        on: the day on which it is written.

    Raises:
        InvalidInput: if there is no report of such days.
    """
    check_wish(wish, on)
    report = _Report(record, catalogue, wish)
    makers = {
        ReportPart.IN_SHORT: report.in_short,
        ReportPart.WORKED_ON: report.worked_on,
        ReportPart.CAN_NOW: report.can_now,
        ReportPart.LIGHT_AND_EVEN: report.light_and_even,
        ReportPart.CALM: report.calm,
        ReportPart.WORK: report.work,
        ReportPart.LOOKED_AT: report.looked_at,
        ReportPart.NEXT: report.next,
    }
    sections = [makers[part]() for part in ReportPart if part not in wish.without]
    return OwnerReport(
        horse=record.horse.name,
        title=report_words.title(record.horse.name, wish.first, wish.last),
        made=report_words.made_on(on),
        head=tuple(one for one in sheet_head(report.now, amounts) if one.name in _FOR_AN_OWNER),
        first=wish.first,
        last=wish.last,
        paragraph=wish.paragraph.strip(),
        sections=tuple(one for one in sections if one is not None),
        closing=(report.rests_on(), report_words.ESTIMATED, report_words.NO_VET),
    )


_FOR_AN_OWNER = (
    sheet_words.AGE, sheet_words.HERE, sheet_words.RIDES, sheet_words.HEIGHT, sheet_words.WEIGHT,
    sheet_words.BACKGROUND,
)  # fmt: skip


class _Report:
    """The horse before the span and at its end."""

    def __init__(self, record: HorseRecord, catalogue: Catalogue, wish: ReportWish) -> None:
        self.span = Span(wish.first, wish.last)
        self.before = standing_on(record, catalogue, wish.first - timedelta(days=1))
        self.now = standing_on(record, catalogue, wish.last)
        self.sessions = sessions_within(self.now, self.span)
        self.asked: Counter[str] = Counter(
            exercise
            for session in self.sessions
            for exercise in dict.fromkeys(_exercise(ask.step) for ask in session.asks)
        )
        self.minutes = sum(session_minutes(one) for one in self.sessions)
        self.gained = list(self._gained())
        self.goals = goal_lines(self.now)

    def rests_on(self) -> str:
        return report_words.rests_on(sum(len(one.asks) for one in self.sessions), len(self.sessions))

    # --- the sections

    def in_short(self) -> ReportSection:
        if not self.sessions:
            return _section(ReportPart.IN_SHORT, report_words.IN_SHORT, [report_words.NOTHING_WORKED])
        days = len({one.date for one in self.sessions})
        length = (self.span.last - self.span.first).days + 1
        said = [report_words.worked(len(self.sessions), days, self.minutes, length)]
        said.append(report_words.gained(len(self.gained)) if self.gained else report_words.NOTHING_NEW)
        open_flags = [flag.name for flag in self._flags() if flag.open]
        open_names = [lower_first(one) for one in open_flags]
        said.append(report_words.still_open(open_names) if open_flags else report_words.NOTHING_OPEN)
        if self.goals:
            said.append(report_words.aims([self._in_text(one.step) for one in self.goals]))
        return _section(ReportPart.IN_SHORT, report_words.IN_SHORT, said)

    def worked_on(self) -> ReportSection | None:
        named = [(one, self.asked[one.id]) for one in self.now.catalogue.exercises if self.asked[one.id]]
        named.sort(key=lambda pair: -pair[1])  # of equally many the first on the ladder stays first
        if not named:
            return None
        begun = [one for one, _ in named if self._is_begun(one)] if self.before.tracks.by_key else []
        said = [report_words.in_work([lower_first(one.name) for one, _ in named[:3]])]
        if begun:
            said.append(
                report_words.new_things([lower_first(one.name) for one in begun[:MOST_BEGUN]], len(begun))
            )
        items = [report_words.worked_on(one.name, days, one.good_for) for one, days in named[:MOST_WORKED_ON]]
        return _section(ReportPart.WORKED_ON, report_words.WORKED_ON, said, items)

    def can_now(self) -> ReportSection:
        lost = [lower_first(one.name) for one in self._lost()]
        order = sorted(self.gained, key=lambda one: not one[2])
        items = [
            report_words.can_now(exercise.name, stage, sure=sure)
            for exercise, stage, sure in order[:MOST_NEW]
        ]
        said = [] if items else [report_words.NOTHING_NEW]
        if any(report_words.BAND in one for one in items):
            said.append(report_words.BANDS_HELP)
        if len(order) > MOST_NEW:
            items.append(report_words.and_more(len(order) - MOST_NEW))
        if lost:
            said.append(report_words.lost(lost))
        return _section(ReportPart.CAN_NOW, report_words.CAN_NOW, said, items)

    def light_and_even(self) -> ReportSection | None:
        chart = sides_chart(self.before, self.now, self.span, self.asked)
        if chart is None:
            return None
        said = [*sides_words(self.before, self.now, self.span, self.asked), report_words.BOARD_HELP]
        return _section(ReportPart.LIGHT_AND_EVEN, report_words.LIGHT_AND_EVEN, said, charts=[chart])

    def calm(self) -> ReportSection | None:
        parts = [make(self.now, self.span) for make in (calm_part, settling_part, spooks_part)]
        found = [part for part in parts if part is not None]
        if not found:
            return None
        said = [sentence for part in found for sentence in part.words]
        charts = [chart for part in found for chart in part.charts if chart.drawing is not None]
        return _section(ReportPart.CALM, report_words.CALM, said, charts=charts[:2])

    def work(self) -> ReportSection | None:
        part = work_part(self.now, self.span)
        if part is None:
            return None
        return _section(
            ReportPart.WORK,
            report_words.WORK,
            [report_words.minutes_in_all(self.minutes), *part.words],
            charts=[*part.charts],
        )

    def looked_at(self) -> ReportSection:
        items = [*(_flag_words(flag) for flag in self._flags()), *map(_visit_words, self._visits())]
        said = [] if items else [report_words.NOTHING_CAME_UP]
        return _section(ReportPart.LOOKED_AT, report_words.LOOKED_AT, said, items)

    def next(self) -> ReportSection:
        if not self.goals:
            return _section(ReportPart.NEXT, report_words.NEXT, [report_words.NO_GOAL])
        items = [" ".join(self._goal_words(goal)) for goal in self.goals]
        return _section(ReportPart.NEXT, report_words.NEXT, [], items, [goals_chart(self.goals)])

    # --- what is found for them

    def _in_text(self, step: str) -> str:
        return self.now.catalogue.name_in_text(step)

    def _goal_words(self, goal: GoalLine) -> Iterator[str]:
        name, waiting = upper_first(self._in_text(goal.step)), way_to(self.now, goal.step).waiting
        if not waiting:
            yield report_words.goal_there(name)
            return
        if waiting == (goal.step,):
            yield report_words.goal_begun(name)
        else:
            yield report_words.goal(name, goal.good, goal.steps)
            yield report_words.next_steps([self._in_text(one) for one in waiting[:MOST_NEXT]])
        if goal.forecast.within is not None:
            yield report_words.how_soon(goal.forecast.words)

    def _is_begun(self, exercise: Exercise) -> bool:
        """Asked in these days, and never before them."""
        steps = {stage.step for stage in exercise.stages}
        return not any(step in steps for step, _ in self.before.tracks.by_key)

    def _gained(self) -> Iterator[tuple[Exercise, str, bool]]:
        """Exercises of which more is good than was, what is farthest on the ladder first: the farthest stage
        that is, and whether it is sure. What came light when it was first tried it could before.
        """
        came_light, lost = self._came_light(), {one.id for one in self._lost()}
        for exercise in reversed(self.now.catalogue.exercises):
            if exercise.id in lost:
                continue
            now, before = (_farthest_good(standing, exercise) for standing in (self.now, self.before))
            tried = [n for n, stage in enumerate(exercise.stages) if stage.step in came_light]
            if now > max([before, *tried]):
                stage = exercise.stages[now]
                yield exercise, stage.name, self.now.own_state(stage.step) is StepState.CONFIRMED

    def _came_light(self) -> frozenset[str]:
        """Steps that came light on every side that was tried in the first assessment."""
        light: dict[str, bool] = {}
        for one in assessment_changes(self.now):
            step = one.track.rule.stage.step
            light[step] = light.get(step, True) and one.then_light
        return frozenset(step for step, came in light.items() if came)

    def _lost(self) -> Iterator[Exercise]:
        for exercise in self.now.catalogue.exercises:
            if any(self.now.state(stage.step) is StepState.SLIPPING for stage in exercise.stages):
                yield exercise

    def _flags(self) -> list[RaisedFlag]:
        """Raised, open or cleared in these days; the oldest first."""
        found = [
            flag
            for flag in self.now.flags
            if flag.open or flag.since in self.span or flag.cleared_on in self.span
        ]
        return sorted(found, key=lambda flag: flag.since)

    def _visits(self) -> list[Busy]:
        seen = [one for one in self.now.record.busy if one.date in self.span and one.what is not Visit.AWAY]
        return sorted(seen, key=lambda one: one.date)


def _farthest_good(standing: Standing, exercise: Exercise) -> int:
    """The place of the farthest stage that is good by its own asks; -1: none."""
    good = [n for n, stage in enumerate(exercise.stages) if standing.own_state(stage.step) in GOOD]
    return max(good, default=-1)


def _exercise(step: str) -> str:
    return step.rpartition(".")[0]


def _flag_words(flag: RaisedFlag) -> str:
    """What somebody noted who raised it by hand is their own; what was found is the owner's to know."""
    seen = report_words.flag_seen(flag.name, flag.since, "" if flag.by_hand else flag.why.rstrip("."))
    if flag.open or flag.cleared_on is None:
        return f"{seen} {report_words.FLAG_OPEN}"
    return f"{seen} {report_words.flag_found(flag.cleared_on, str(flag.cleared_by), flag.found.rstrip('.'))}"


def _visit_words(visit: Busy) -> str:
    return report_words.visited(report_words.VISITS[visit.what], visit.date)


def _section(
    code: ReportPart,
    title: str,
    said: list[str],
    items: list[str] | None = None,
    charts: list[Chart] | None = None,
) -> ReportSection:
    return ReportSection(
        code=code, title=title, sentences=tuple(said), items=tuple(items or ()), charts=tuple(charts or ())
    )
