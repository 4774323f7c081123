"""Puts the response model to the test on virtual horses; prints the tables and writes them down."""

from __future__ import annotations

import argparse
import sys
from datetime import date
from pathlib import Path

ROOT = Path(__file__).resolve().parent.parent
sys.path[:0] = [str(ROOT)]

from bucephal.lab.calibration import as_markdown, calibrate_herd  # noqa: E402
from bucephal.ladder import load_catalogue  # noqa: E402

PAGE = ROOT / "docs/calibration.md"
PACE = ROOT / "docs/pace.md"


def planners_pace(page: str) -> str:
    """Of the page of the planner's pace its own row of each kind of horse.

    Args:
        page: as ``make pace`` writes it.
    """
    kept = [line for line in page.splitlines() if line.startswith(("## ", "| way ", "| --- ", "| **"))]
    lines = [f"\n#{line}\n" if line.startswith("## ") else line for line in kept]
    return "\n".join(["", "## How fast, and how safely?", "", "The planner on virtual horses that come as",
                      "five kinds; beside hand-made ways: [pace.md](pace.md).", *lines]) + "\n"  # fmt: skip


def main() -> None:
    parser = argparse.ArgumentParser(description=__doc__)
    parser.add_argument("--horses", type=int, default=1000)
    parser.add_argument("--seed", type=int, default=20261125, help="a herd that nothing was tuned on")
    parser.add_argument("--no-write", action="store_true", help="print only")
    options = parser.parse_args()
    found = calibrate_herd(options.seed, options.horses, load_catalogue())
    command = f"make calibrate (tools/calibrate.py --horses {options.horses} --seed {options.seed})"
    page = as_markdown(found, "Can the figures be trusted?", f"Made on {date.today()} by `{command}`.\n")
    page += planners_pace(PACE.read_text(encoding="utf-8"))
    print(page)
    if not options.no_write:
        PAGE.write_text(page)


if __name__ == "__main__":
    main()
