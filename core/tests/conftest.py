"""States that many tests begin from."""

from __future__ import annotations

import os
from collections.abc import Callable, Sequence
from datetime import date, timedelta
from typing import Any

import pytest
from bucephal.ladder import Catalogue, load_catalogue
from bucephal.record import HorseRecord, record_from
from hypothesis import settings

# The same examples on every run and machine: what is found is found before it is merged.
settings.register_profile("fixed", derandomize=True, deadline=None)
settings.register_profile("quick", derandomize=True, deadline=None, max_examples=15)
settings.load_profile("quick" if os.environ.get("BUCEPHAL_TESTS") == "quick" else "fixed")

TODAY = date(2026, 6, 15)


@pytest.fixture
def today() -> date:
    return TODAY


@pytest.fixture(scope="session")
def catalogue() -> Catalogue:
    return load_catalogue()


Asks = Sequence[tuple[int, str, str, Sequence[int | None]]]
"""(days before today, step, side, levels): None in the levels is no answer up to 10."""


@pytest.fixture(scope="session")
def record_of(catalogue: Catalogue) -> Callable[..., HorseRecord]:
    """Builds a record from a few lines; extra keys go into the record's horse."""

    def build(asks: Asks, *, goals: Sequence[str] = (), **horse: Any) -> HorseRecord:
        days: dict[int, list[dict[str, Any]]] = {}
        for ago, step, side, levels in asks:
            days.setdefault(ago, []).extend(ask(step, side, level) for level in levels)
        raw = {
            "format": "bucephal.horse-record",
            "version": 1,
            "horse": {"name": "Test", "born": "2018-05-01", **horse},
            "sessions": [
                {"date": str(TODAY - timedelta(days=ago)), "kind": "ridden", "asks": rows}
                for ago, rows in sorted(days.items(), reverse=True)
            ],
            "goals": [{"step": step} for step in goals],
        }
        return record_from(raw, catalogue, TODAY)

    return build


def ask(step: str, side: str, level: int | None) -> dict[str, Any]:
    answered = level is not None
    return {"step": step, "side": side, "level": level or 10, "answered": answered}
