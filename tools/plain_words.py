"""The demo on days of every kind, and whether any page of it says what must never be said.

What the demo holds follows from the day on which it is built: its dates, its weather, its sessions. So each
sentence of each page of each horse is read as it would be on 24 days, and `make demo` is good on any day.

python tools/plain_words.py [DATE ...]
"""

from __future__ import annotations

import re
import sys
from collections.abc import Iterator, Sequence
from concurrent.futures import ProcessPoolExecutor
from datetime import date
from enum import Enum
from itertools import product
from pathlib import Path
from typing import Any

from pydantic import BaseModel

ROOT = Path(__file__).resolve().parent.parent
sys.path[:0] = [str(ROOT)]

NOT_SAID = {
    "a bare chance": re.compile(r"(?<![\w.])[01]\.\d+(?!( of [\d.]+)? ?(m|s|min|kg|cm)\b)"),
    "a p-value": re.compile(r"\bp[- ]?(under|value|first|next)\b|\(p \d", re.I),
    "an interval": re.compile(r"\binterval\b|\bconfidence\b|\bprobab(ility|ilities)\b", re.I),
    "a share in per cent": re.compile(r"\d ?%(?! humidity)"),
    "a raw date": re.compile(r"\b20\d\d-\d\d-\d\d\b"),
    "a framework's words": re.compile(r"(?i:input should|string should)|\bge \d|\[object|undefined|NaN"),
}
"""What no sentence for a trainer holds, by what it is called."""
DAYS = tuple(
    date.fromisoformat(one)
    for one in (
        # The turn of the year, in and out.
        "2026-12-30", "2026-12-31", "2027-01-01", "2027-01-02",
        # 29 February, with the days round it, and the year before's last.
        "2028-02-28", "2028-02-29", "2028-03-01", "2027-02-28",
        # Clocks go forward on the last Sunday of March, back on that of October (Europe/London).
        "2027-03-27", "2027-03-28", "2027-03-29", "2026-10-24", "2026-10-25", "2026-10-26",
        # Every weekday, in summer and winter.
        "2026-07-06", "2026-07-07", "2026-07-08", "2026-07-09", "2026-07-10", "2026-07-11", "2026-07-12",
        "2027-01-27", "2027-05-21", "2026-12-02",
    )
)  # fmt: skip
FIGURES = frozenset({"exact", "exact_columns"})
"""Fields that only who opens the figures reads."""
NOT_WORDS = frozenset({"id", "step", "last_on", "bars", "choices"})
"""Fields that nobody reads as they are: names for the machine, and amounts to choose from."""


def said_on(number: int, today: date) -> list[str]:
    """What must not be said, as it is said by the pages of one of the demo's horses.

    Args:
        number: which of the demo's horses, from 0.
        today: the day on which the demo is built.
    """
    from bucephal.ladder import load_catalogue

    from demo.diary import sallowfen_record
    from demo.horses import HORSES

    catalogue = load_catalogue()
    record = sallowfen_record(HORSES[number], catalogue, today)
    return [
        f"{today} {record.horse.name} {place}: {what}: {text}"
        for place, page in _pages(record, catalogue, today)
        for text in sentences(page)
        for what, words in NOT_SAID.items()
        if words.search(text)
    ]


def _pages(record: Any, catalogue: Any, on: date) -> Iterator[tuple[str, Any]]:
    """Every page of a horse, with what it is called."""
    from bucephal import pages
    from bucephal.planning import PlanRequest, plan_day
    from bucephal.progress import Standing
    from bucephal.response import hear

    heard = hear(record, catalogue)
    standing = Standing(record, catalogue, on, heard.tracks)
    facts = pages.horse_facts(standing)
    yield "facts", facts
    for minutes, helper, air_c in product((12, 40), (False, True), (9.0, 31.0)):
        request = PlanRequest(on=on, minutes=minutes, helper=helper, air_c=air_c, humidity_pct=70)
        plan = plan_day(standing, request)
        yield "plan", pages.plan_page(facts, plan, request.changes)
        yield "ring", pages.ring_pack(facts, plan, standing, request)
    yield "sheet", pages.horse_sheet(record, catalogue, on, standing.tracks)
    yield "history", pages.history(standing, pages.HistoryWish())
    yield "ladder", pages.horse_ladder(standing)
    yield "arrival", pages.arrival(standing)
    yield "flags", pages.flag_page(standing)
    yield "look", pages.look_page(standing)
    yield "sessions", pages.session_lines(record, catalogue)
    yield "comparison", pages.comparison(standing, pages.CompareWish(by=pages.CompareBy.SIDES))
    span = pages.usual_span(record, on)
    yield (
        "report",
        pages.owner_report(record, catalogue, pages.ReportWish(first=span.first, last=span.last), on),
    )
    for session in record.sessions:
        yield f"debrief of {session.date:%d %B}", pages.debrief(record, catalogue, session, heard)
    for step in sorted({ask.step for session in record.sessions for ask in session.asks}):
        yield f"chart {step}", pages.step_chart(standing, step)
        yield f"guide {step}", pages.step_guide(standing, step)


def sentences(page: Any, field: str = "") -> Iterator[str]:
    """Every text of a page that is read without opening the figures."""
    if field in FIGURES or field in NOT_WORDS:
        return
    if isinstance(page, str) and not isinstance(page, Enum):
        yield page
    elif isinstance(page, BaseModel):
        for name in type(page).model_fields:
            yield from sentences(getattr(page, name), name)
    elif isinstance(page, dict):
        for one in page.values():
            yield from sentences(one, field)
    elif isinstance(page, tuple | list):
        for one in page:
            yield from sentences(one, field)


def main(arguments: Sequence[str]) -> int:
    from demo.horses import HORSES

    days = [date.fromisoformat(one) for one in arguments] or DAYS
    told = []
    with ProcessPoolExecutor() as pool:
        for day in days:
            found = list(pool.map(said_on, range(len(HORSES)), [day] * len(HORSES)))
            told += [line for lines in found for line in lines]
            print(f"{day:%a %d %b %Y}: {sum(map(len, found))}", flush=True)
    print("\n".join(told) or f"Nothing on {len(days)} days.")
    return 1 if told else 0


if __name__ == "__main__":
    sys.exit(main(sys.argv[1:]))
