"""Speed figures, one a line: name, value, limit, ratio to a baseline taken in the same run.

A figure over its limit is marked; nothing fails for being slow.
"""

from __future__ import annotations

import gzip
import sys
import time
from collections.abc import Callable
from datetime import date, timedelta
from pathlib import Path

import numpy as np

ROOT = Path(__file__).resolve().parent.parent
sys.path[:0] = [str(ROOT)]

from bucephal.coach import CoachSettings, compile_coach  # noqa: E402
from bucephal.ladder import load_catalogue  # noqa: E402
from bucephal.planning import PlanRequest, plan_session  # noqa: E402
from bucephal.progress import Standing  # noqa: E402
from bucephal.response import LightnessTrack, Observation, tables_for  # noqa: E402
from bucephal.simulate import simulate_record  # noqa: E402

TODAY = date(2026, 6, 15)


def seconds(run: Callable[[], object], times: int = 3) -> float:
    """The best of a few runs."""
    best = float("inf")
    for _ in range(times):
        start = time.perf_counter()
        run()
        best = min(best, time.perf_counter() - start)
    return best


def line(name: str, value: float, limit: float, unit: str, ratio: str = "") -> None:
    mark = "" if value <= limit else "   over the limit"
    print(f"{name:<58} {value:>9.2f} {unit:<3} limit {limit:>7.1f}  {ratio}{mark}")


def filter_updates() -> None:
    tables, rng = tables_for(), np.random.default_rng(1)
    levels = [Observation.answered_at(int(level)) for level in rng.integers(1, 11, 3000)]

    def hear() -> None:
        track = LightnessTrack.unknown(tables)
        for number, seen in enumerate(levels):
            track = track.open_day(number // 5 * 2, None).hear(seen)

    grid, other = rng.random((3, 53, 7)), rng.random((3, 53, 7))

    def multiply() -> None:
        for _ in levels:
            _ = grid * other

    hear()
    taken, plain = seconds(hear) / len(levels), seconds(multiply) / len(levels)
    line(
        "one filter update, amortised",
        taken * 1e6,
        40,
        "us",
        f"{taken / plain:.0f} x a bare product of the grid",
    )


def horse_with_5000_asks() -> None:
    catalogue = load_catalogue()
    steps = ["halt.2", "steer.1", "up-wt.2", "down-tw.1", "walk-on.2", "off-leg.1", "disengage.3"]
    record = simulate_record(3, catalogue, sessions=130, steps=steps, end=TODAY)
    asks = sum(len(session.asks) for session in record.sessions)
    request = PlanRequest(on=TODAY + timedelta(days=1), minutes=40)
    plan_session(record, catalogue, request)
    standing = seconds(lambda: Standing(record, catalogue, TODAY).estimates())
    planned = seconds(lambda: plan_session(record, catalogue, request))
    line(f"all estimates of a horse from nothing ({asks} asks)", standing * 1e3, 300, "ms")
    line(f"next plan ({asks} asks)", planned * 1e3, 150, "ms", f"{planned / standing:.1f} x its estimates")


def compiled_coach() -> None:
    catalogue = load_catalogue()
    settings = CoachSettings(step="up-wt.2", band=(1, 5), aim=3, cap=8)
    start = time.perf_counter()
    coach = compile_coach(settings, catalogue)
    cold = time.perf_counter() - start
    warm = seconds(lambda: compile_coach(settings, catalogue))
    packed = len(gzip.compress(coach.model_dump_json().encode())) / 1000
    line("compile a coach, first of its kind", cold * 1e3, 1000, "ms")
    line("compile a coach, like one before", warm * 1e3, 50, "ms")
    line(f"its size gzipped ({coach.states} states)", packed, 11, "kB")


def main() -> None:
    filter_updates()
    horse_with_5000_asks()
    compiled_coach()


if __name__ == "__main__":
    main()
