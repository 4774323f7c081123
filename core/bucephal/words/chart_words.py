"""What is written on charts: days, units, what their marks mean, heads of their tables."""

from __future__ import annotations

from datetime import date


def short_day(on: date) -> str:
    """'3 Jun'."""
    return f"{on.day} {on:%b}"
