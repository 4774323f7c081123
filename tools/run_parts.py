"""Runs parts of `make test` one after another, all of them even where one fails, and prints the time of each.

python tools/run_parts.py PART [PART ...]
"""

from __future__ import annotations

import subprocess
import sys
import time
from collections.abc import Sequence


def run_parts(parts: Sequence[str]) -> int:
    """How many parts failed. Each is a target of the Makefile."""
    lines, failed = [], 0
    began = time.monotonic()
    for part in parts:
        start = time.monotonic()
        print(f"== {part}", flush=True)
        ok = subprocess.run(["make", "--no-print-directory", part], check=False).returncode == 0
        lines.append(f"{part:<14} {_minutes(time.monotonic() - start)}{'' if ok else '  failed'}")
        failed += not ok
    print("\n".join(["== time of each part", *lines, f"{'all':<14} {_minutes(time.monotonic() - began)}"]))
    return failed


def _minutes(seconds: float) -> str:
    return f"{int(seconds // 60):>3}:{int(seconds % 60):02}"


if __name__ == "__main__":
    sys.exit(1 if run_parts(sys.argv[1:]) else 0)
