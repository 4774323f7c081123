"""Runs the golden checks under several hash seeds side by side: no choice may hang on the order of a set.

python tools/under_hash_seeds.py SEED [SEED ...]
"""

from __future__ import annotations

import os
import subprocess
import sys
from collections.abc import Sequence

GOLDEN = "core/tests/golden"


def run_under(seeds: Sequence[str]) -> bool:
    """Whether the golden checks pass under every seed. Prints the output of each as it ends."""
    runs = [
        subprocess.Popen(
            [sys.executable, "-m", "pytest", "-q", GOLDEN],
            env={**os.environ, "PYTHONHASHSEED": seed},
            stdout=subprocess.PIPE,
            stderr=subprocess.STDOUT,
            text=True,
        )
        for seed in seeds
    ]
    for seed, run in zip(seeds, runs, strict=True):
        print(f"hash seed {seed}:\n{run.communicate()[0]}", flush=True)
    return all(run.returncode == 0 for run in runs)


if __name__ == "__main__":
    sys.exit(0 if run_under(sys.argv[1:]) else 1)
