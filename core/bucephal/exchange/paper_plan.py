"""The next session on one page of paper: a document that any browser prints, with nothing to load."""

from __future__ import annotations

from collections.abc import Iterable, Iterator
from datetime import date
from html import escape
from typing import IO

from bucephal.exchange.horse_export import Leaving
from bucephal.ladder import Side
from bucephal.planning import ItemKind, PlanItem, PlanRequest, SessionPlan, plan_day
from bucephal.words import export_words
from bucephal.words.figures import date_in_full
from bucephal.words.plan_words import ADVICE_NOT_ORDERS, minutes

_STYLE = """
@page { size: A4; margin: 14mm }
body { font: 12pt/1.35 system-ui, sans-serif; color: #1c2b2d; margin: 0 auto; max-width: 180mm }
section { break-after: page }
section:last-child { break-after: auto }
header { display: flex; align-items: baseline; gap: 1em; border-bottom: 2pt solid #17505a }
h1 { font-size: 22pt; margin: 0 }
header p:last-child { margin-left: auto }
table { border-collapse: collapse; width: 100% }
td { vertical-align: top; padding: 2.5mm 1mm; border-bottom: .5pt solid #9aa5a5 }
td p { margin: 0 }
.box { display: inline-block; width: 4mm; height: 4mm; border: 1pt solid; margin-top: 1mm }
.line { border-bottom: .5pt dotted; min-height: 8mm; padding-top: 3mm }
.time { white-space: nowrap; text-align: right }
li { font-size: 10pt }
"""
_LETTER = {Side.LEFT: " L", Side.RIGHT: " R", Side.NONE: ""}


def write_plans(horses: Iterable[Leaving], on: date, out: IO[bytes]) -> None:
    """A page for each horse."""
    title = f"<title>{escape(export_words.PLAN)}</title><style>{_STYLE}</style>"
    out.write(f'<!doctype html><html lang="en"><head><meta charset="utf-8">{title}</head><body>'.encode())
    for horse in horses:
        plan = plan_day(horse.standing, PlanRequest(on=on, minutes=horse.minutes))
        out.write("\n".join(_page(horse.as_kept.horse.name, plan)).encode())
    out.write(b"</body></html>\n")


def _page(name: str, plan: SessionPlan) -> Iterator[str]:
    yield "<section><header>"
    yield f"<h1>{escape(name)}</h1><p>{date_in_full(plan.on)}</p><p>{minutes(plan.minutes)}</p></header>"
    yield f"<p>{escape(plan.headline)}</p>"
    yield f'<table aria-label="{escape(export_words.TO_TICK)}">'
    for item in plan.items:
        yield from _row(item)
    yield "</table><ul>"
    body = [line.words for line in plan.body]
    yield from (f"<li>{escape(one)}</li>" for one in (*body, *plan.cautions, ADVICE_NOT_ORDERS))
    yield "</ul></section>"


def _row(item: PlanItem) -> Iterator[str]:
    stage = f", {item.stage}" if item.stage else ""
    yield '<tr><td><span class="box"></span></td><td>'
    yield f"<p>{escape(item.kind_words)}: <strong>{escape(item.name)}</strong>{escape(stage)}</p>"
    if item.dose:
        yield f"<p>{escape(item.dose)}</p>"
    yield from (f'<p class="line">{escape(one)}</p>' for one in _to_fill_in(item))
    yield f'</td><td class="time">{minutes(item.minutes)}</td></tr>'


def _to_fill_in(item: PlanItem) -> list[str]:
    """Where the answers are written as they are typed in later: the step and the side."""
    if item.step is not None:
        return [f"{item.step}{_LETTER[one.side]}" for one in item.sides]
    return [export_words.SETTLED_AFTER] if item.kind is ItemKind.SETTLE else []
