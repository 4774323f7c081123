"""Records told in a few lines: days ago, what was asked, what happened."""

from __future__ import annotations

from collections.abc import Iterable
from datetime import date, timedelta
from typing import Any

from bucephal.ladder import StepKind, load_catalogue
from bucephal.record import HorseRecord, record_from

TODAY = date(2026, 6, 15)
BOTH = ("left", "right")

Told = tuple[int, list[dict[str, Any]], list[dict[str, Any]]]
"""(days ago, asks, events)."""


def day(ago: int) -> date:
    return TODAY - timedelta(days=ago)


def ask(step: str, side: str = "none", level: int | None = 2, **more: Any) -> dict[str, Any]:
    return {"step": step, "side": side, **({} if level is None else {"level": level}), **more}


def record_with(told: Iterable[Told], **lists: Any) -> HorseRecord:
    """A grown horse with these sessions, in whichever order they are told; ``lists`` beside them."""
    raw = {
        "format": "bucephal.horse-record",
        "version": 1,
        "horse": {"name": "Test", "born": "2018-05-01"},
        "sessions": [
            {"date": str(day(ago)), "kind": "ridden", "asks": asks, "events": events}
            for ago, asks, events in sorted(told, key=lambda one: -one[0])
        ],
        **lists,
    }
    return record_from(raw, load_catalogue(), TODAY)


def sides_of(step: str) -> tuple[str, ...]:
    return tuple(side.value for side in load_catalogue().exercise(step).side_names)


def good(step: str, side: str = "none") -> dict[str, Any]:
    """A good answer of its kind: light, let go at once, or the target reached."""
    catalogue = load_catalogue()
    match catalogue.exercise(step).kind:
        case StepKind.LIGHTNESS:
            return ask(step, side)
        case StepKind.TOLERANCE:
            return ask(step, side, None, let_go_s=1)
    return ask(step, side, None, extent=catalogue.stage(step).target)


def light(*steps: str, until: int = 10, days: int = 12) -> list[Told]:
    """Good on every side, every second day: after three weeks confirmed."""
    asks = [good(step, side) for step in steps for side in sides_of(step) for _ in range(2)]
    return [(until + 2 * n, asks, []) for n in range(days)]
