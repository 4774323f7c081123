"""The planner's pace and safety on herds of virtual horses, beside careful hand-made ways; writes it down."""

from __future__ import annotations

import argparse
import sys
from concurrent.futures import ProcessPoolExecutor
from datetime import date
from itertools import product
from pathlib import Path

ROOT = Path(__file__).resolve().parent.parent
sys.path[:0] = [str(ROOT)]

from bucephal.lab.pace import ALL_WAYS, ARRIVALS, Pace, Run, pace_page, summed, work  # noqa: E402
from bucephal.ladder import load_catalogue  # noqa: E402

PAGE = ROOT / "docs/pace.md"
PROCESSES = 2


def one(job: tuple[int, str, int, int]) -> Run:
    kind, way, seed, number = job
    return work(ARRIVALS[kind], way, seed, number, load_catalogue())


def main() -> None:
    parser = argparse.ArgumentParser(description=__doc__)
    parser.add_argument("--horses", type=int, default=15, help="of each of five kinds")
    parser.add_argument("--seed", type=int, default=20261129, help="a herd that nothing was tuned on")
    parser.add_argument("--no-write", action="store_true", help="print only")
    options = parser.parse_args()
    pairs = list(product(range(len(ARRIVALS)), ALL_WAYS))
    jobs = [(kind, way, options.seed, n) for kind, way in pairs for n in range(options.horses)]
    with ProcessPoolExecutor(PROCESSES) as pool:
        runs = list(pool.map(one, jobs))
    of = {pair: [run for job, run in zip(jobs, runs, strict=True) if job[:2] == pair] for pair in pairs}
    rows = tuple(summed(ARRIVALS[kind], way, of[kind, way]) for kind, way in pairs)
    command = f"make pace (tools/pace.py --horses {options.horses} --seed {options.seed})"
    how = f"Made on {date.today()} by `{command}`.\n"
    page = pace_page(Pace(options.horses, options.seed, rows), how)
    print(page)
    if not options.no_write:
        PAGE.write_text(page)


if __name__ == "__main__":
    main()
