"""Runs a script of the product with its clock moved to the day of the journeys.

python e2e/moved.py SCRIPT [ARGUMENT ...]
"""

from __future__ import annotations

import runpy
import sys
from pathlib import Path

sys.path.insert(0, str(Path(__file__).resolve().parent.parent))

from e2e.clock import move_clock


def run_script(command: list[str]) -> None:
    """As python does that is given the script."""
    move_clock()
    sys.argv = command
    sys.path[0] = str(Path(command[0]).resolve().parent)
    runpy.run_path(command[0], run_name="__main__")


if __name__ == "__main__":
    run_script(sys.argv[1:])
