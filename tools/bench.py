"""Speed figures, one a line: name, value, limit, ratio to a baseline taken in the same run.

A figure over its limit is marked; nothing fails for being slow.
"""

from __future__ import annotations

import gzip
import sys
import time
from collections.abc import Callable
from datetime import date, timedelta
from functools import lru_cache
from pathlib import Path
from resource import RUSAGE_SELF, getrusage

import numpy as np

ROOT = Path(__file__).resolve().parent.parent
sys.path[:0] = [str(ROOT)]

from bucephal.answers import Observation  # noqa: E402
from bucephal.coach import CoachSettings, compile_coach  # noqa: E402
from bucephal.lab.virtual_horse import simulate_record  # noqa: E402
from bucephal.ladder import StepKind, load_catalogue  # noqa: E402
from bucephal.planning import PlanRequest, plan_session  # noqa: E402
from bucephal.progress import Standing  # noqa: E402
from bucephal.response import (  # noqa: E402
    LightnessTrack,
    Tracks,
    beliefs_by_day,
    forecast,
    heard_days,
    influences,
    replayed,
    resume,
    rhythm,
    save,
    tables_for,
)

from tools.bench_yard import pages_of_a_million_asks  # noqa: E402

TODAY = date(2026, 6, 15)
YEAR = 150
"""Sessions in a year: three a week, with breaks."""


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


@lru_cache
def bare_product() -> float:
    """Seconds of one numpy product of two grids of the filter's shape, in this run."""
    rng = np.random.default_rng(1)
    grid, other = rng.random((3, 53, 7)), rng.random((3, 53, 7))

    def multiply() -> None:
        for _ in range(3000):
            _ = grid * other

    return seconds(multiply) / 3000


def filter_updates() -> None:
    tables, rng = tables_for(), np.random.default_rng(1)
    levels = [Observation.answered_at(int(level)) for level in rng.integers(1, 11, 3000)]

    def hear() -> None:
        track = LightnessTrack.unknown(tables)
        for number, seen in enumerate(levels):
            track = track.open_day(number // 5 * 2, None).hear(seen)

    hear()
    taken, plain = seconds(hear) / len(levels), bare_product()
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
    bare = bare_product() * asks
    standing = seconds(lambda: Standing(record, catalogue, TODAY).estimates())
    saved = save(Tracks.of(record, catalogue), record)
    resumed = seconds(lambda: resume(record, catalogue, saved))
    planned = seconds(lambda: plan_session(record, catalogue, request, resume(record, catalogue, saved)))
    ratio = f"{standing / bare:.0f} x bare products of the grid"
    line(f"all estimates of a horse from nothing ({asks} asks)", standing * 1e3, 300, "ms", ratio)
    line("the same from what was kept, one day heard again", resumed * 1e3, 150, "ms")
    line(
        "next plan, from what was kept", planned * 1e3, 150, "ms", f"{planned / standing:.1f} x its estimates"
    )
    line(
        f"size of what is kept ({len(Tracks.of(record, catalogue).by_key)} tracks)",
        len(saved) / 1000,
        300,
        "kB",
    )


def forecast_of_a_track() -> None:
    """The longest track of a year's work, and a usual one."""
    catalogue = load_catalogue()
    record = simulate_record(3, catalogue, sessions=YEAR, end=TODAY)
    tracks = [
        one for one in Tracks.of(record, catalogue).by_key.values() if one.rule.kind is StepKind.LIGHTNESS
    ]
    longest = max(tracks, key=lambda one: len(one.asks))
    assert isinstance(longest.start, LightnessTrack)
    start, heard, top = longest.start, heard_days(longest), longest.rule.band_top
    forecast(start, heard, rhythm(3), top)
    few = seconds(lambda: forecast(start, heard[:12], rhythm(3), top))
    many = seconds(lambda: forecast(start, heard, rhythm(3), top))
    line(
        "forecast of a track, twelve days",
        few * 1e3,
        30,
        "ms",
        f"{few / bare_product():.0f} x a bare product",
    )
    line(f"forecast of a track, a year ({len(longest.asks)} asks)", many * 1e3, 30, "ms")

    def chart() -> None:
        ends = replayed(longest)
        beliefs_by_day(longest, ends)
        influences(longest, ends)

    why = seconds(chart)
    line(f"a step's chart and what moved it ({len(longest.asks)} asks)", why * 1e3, 100, "ms")


def a_year_of_a_virtual_horse() -> None:
    catalogue = load_catalogue()
    taken = seconds(lambda: simulate_record(1, catalogue, sessions=YEAR, end=TODAY))
    line(f"a year of a virtual horse ({YEAR} sessions)", taken * 1e3, 100, "ms")


def rebuild_of_a_yard() -> None:
    """A hundred thousand asks of twenty horses; a million is ten times as many, horse by horse."""
    catalogue, asks = load_catalogue(), 0
    steps = ["halt.2", "steer.1", "up-wt.2", "down-tw.1", "walk-on.2", "off-leg.1", "disengage.3"]
    taken = 0.0
    for seed in range(20):
        record = simulate_record(seed, catalogue, sessions=130, steps=steps, end=TODAY)
        asks += sum(len(session.asks) for session in record.sessions)
        taken += seconds(lambda record=record: Standing(record, catalogue, TODAY).estimates(), times=1)  # type: ignore[misc]
    million = taken / asks * 1e6
    line(f"rebuild of a yard, for a million asks (measured on {asks})", million, 90, "s")
    line("memory of this process at its highest", getrusage(RUSAGE_SELF).ru_maxrss / 1024, 500, "MB")


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
    forecast_of_a_track()
    a_year_of_a_virtual_horse()
    rebuild_of_a_yard()
    compiled_coach()
    pages_of_a_million_asks(line)


if __name__ == "__main__":
    main()
