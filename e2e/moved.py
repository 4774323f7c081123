"""Runs a script of the product with its clock moved to the day of the journeys.

python e2e/moved.py SCRIPT [ARGUMENT ...]
"""

from __future__ import annotations

import runpy
import sys
from pathlib import Path

sys.path.insert(0, str(Path(__file__).resolve().parent.parent))

from e2e.clock import move_clock

if __name__ == "__main__":
    move_clock()
    sys.argv = sys.argv[1:]
    sys.path[0] = str(Path(sys.argv[0]).resolve().parent)
    runpy.run_path(sys.argv[0], run_name="__main__")
