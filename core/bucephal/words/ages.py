"""How old a horse is, as one says it."""

from __future__ import annotations

from bucephal.words.plain import counted


def age_text(months: int | None) -> str:
    """'15 months', '2 years', '4 years 6 months'."""
    if months is None:
        return "age unknown"
    if months < 24:
        return f"{months} months"
    years, rest = divmod(months, 12)
    return f"{years} years" + (f" {counted(rest, 'month')}" if rest else "")


def age_short(months: int | None) -> str:
    """'15 mo', '4 y': where there is little room."""
    if months is None:
        return ""
    return f"{months} mo" if months < 24 else f"{months // 12} y"
