"""Who works today, in which order, and why."""

from __future__ import annotations

from collections.abc import Sequence
from datetime import date, timedelta

from bucephal.planning.models import ItemKind, SessionPlan
from bucephal.progress import HorseFacts
from bucephal.record import FrozenModel

WEEK_DAYS = 7
MOST_DAYS_IN_WEEK = 6  # at least one full rest day in seven (handbook 05)
MOST_DAYS_RUNNING = 4
MOST_DAYS_UNDER_TWO = 4  # 12 to 24 months: three to four times a week (handbook 08)


class WorkedDays(FrozenModel):
    """A horse's days of work, as far as today's choice needs them."""

    facts: HorseFacts
    plan: SessionPlan
    days: tuple[date, ...]
    age_months: int | None


class TodayRow(FrozenModel):
    facts: HorseFacts
    works: bool
    done: bool
    headline: str
    why: str
    minutes: int
    wants_helper: bool


class TodayPlan(FrozenModel):
    on: date
    rows: tuple[TodayRow, ...]
    minutes: int
    working: int


def plan_today(horses: Sequence[WorkedDays], on: date) -> TodayPlan:
    """Rows in working order: what needs putting right, then longest off; resting horses last."""
    rows = [(_urgency(horse), _row(horse, on)) for horse in horses]
    rows.sort(key=lambda pair: (not pair[1].works, pair[1].done, pair[0]))
    ordered = tuple(row for _, row in rows)
    return TodayPlan(
        on=on,
        rows=ordered,
        minutes=sum(row.minutes for row in ordered if row.works),
        working=sum(row.works for row in ordered),
    )


def _urgency(horse: WorkedDays) -> tuple[bool, int]:
    repairs = any(item.kind is ItemKind.REPAIR for item in horse.plan.items)
    return not repairs, -(horse.facts.days_off or 0)


def _row(horse: WorkedDays, on: date) -> TodayRow:
    rest, done = _rest_because(horse, on), on in horse.days
    helper = any(left.reason == "helper" for left in horse.plan.left_out)
    works = rest is None and not done and bool(horse.plan.items)
    return TodayRow(
        facts=horse.facts,
        works=works,
        done=done,
        headline="Worked today" if done else "Rest" if rest is not None else horse.plan.headline,
        why=rest or _why(horse),
        minutes=horse.plan.minutes if works else 0,
        wants_helper=helper and works,
    )


def _rest_because(horse: WorkedDays, on: date) -> str | None:
    if on in horse.days:
        return None
    lately = {day for day in horse.days if on - timedelta(days=WEEK_DAYS) < day < on}
    running = 0
    while on - timedelta(days=running + 1) in lately:
        running += 1
    if running >= MOST_DAYS_RUNNING:
        return f"worked {running} days running: a full rest day is due"
    if len(lately) >= MOST_DAYS_IN_WEEK:
        return f"worked on {len(lately)} of the last six days: one full rest day in seven"
    young = horse.age_months is not None and horse.age_months < 24
    if young and len(lately) >= MOST_DAYS_UNDER_TWO:
        return f"{horse.facts.age}: at most {MOST_DAYS_UNDER_TWO} times a week, and {len(lately)} are done"
    return None


def _why(horse: WorkedDays) -> str:
    items = horse.plan.items
    for kind in (ItemKind.REPAIR, ItemKind.NEW, ItemKind.PRACTICE, ItemKind.CHECK):
        item = next((item for item in items if item.kind is kind), None)
        if item is not None:
            return item.why.text
    return horse.plan.nothing_new or ""
