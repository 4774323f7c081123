"""What riders and handlers were seen to do, each by name."""

from __future__ import annotations

from collections import Counter

from bucephal.charts import Chart, ChartRow, ChartTable
from bucephal.pages.history_wish import HistoryWish
from bucephal.pages.parts.part import PartCode, SheetPart, Span, sessions_within
from bucephal.progress import Standing
from bucephal.words import part_words


def riders(standing: Standing, span: Span | None = None) -> SheetPart | None:
    """None while nothing was seen of them."""
    known = standing.catalogue.rider_faults
    times, sessions, asks = Counter[tuple[str, str]](), Counter[tuple[str, str]](), Counter[str]()
    for session in sessions_within(standing, span):
        who = session.rider or part_words.NOBODY_NAMED
        seen = [code for ask in session.asks for code in ask.faults if code in known]
        asks[who] += len(session.asks)
        times.update((who, code) for code in seen)
        sessions.update((who, code) for code in set(seen))
    if not times:
        return None
    rows = tuple(
        ChartRow(
            cells=(who, known[code].looks, str(count), part_words.in_hundred(count, asks[who]),
                   str(sessions[who, code]))
        )
        for (who, code), count in times.most_common()
    )  # fmt: skip
    chart = Chart(
        code=PartCode.RIDERS, title=part_words.RIDERS, words=part_words.RIDERS_HELP, drawing=None,
        table=ChartTable(columns=part_words.RIDER_COLUMNS, rows=rows),
    )  # fmt: skip
    return SheetPart(
        code=PartCode.RIDERS, title=part_words.RIDERS, group=part_words.WORK_AND_DAYS,
        words=(part_words.RIDERS_HELP,), charts=(chart,),
        behind=HistoryWish(),
    )  # fmt: skip
