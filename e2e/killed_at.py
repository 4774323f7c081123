"""Runs an archive or a restore and pulls the plug at its n-th step; without a number it says how many there
are.

python e2e/killed_at.py archive|restore PATH [N]

A step is a call of a function, of Python or of C, so that every moment between two of them can be chosen.
"""

from __future__ import annotations

import os
import signal
import sys
from pathlib import Path
from typing import Any

ROOT = Path(__file__).resolve().parent.parent
sys.path[:0] = [str(ROOT), str(ROOT / "server")]
os.environ.setdefault("DJANGO_SETTINGS_MODULE", "bucephal_server.settings")


def main() -> None:
    import django

    django.setup()
    from exchange.archives import make_archive, restore

    what, path, *at = sys.argv[1:]
    last, steps = int(at[0]) if at else None, 0

    def step(_frame: Any, event: str, _argument: Any) -> None:
        nonlocal steps
        if event in ("call", "c_call"):
            steps += 1
            if steps == last:
                os.kill(os.getpid(), signal.SIGKILL)

    sys.setprofile(step)
    made = make_archive() if what == "archive" else restore(Path(path))
    sys.setprofile(None)
    print(steps, made if what == "archive" else "")


if __name__ == "__main__":
    main()
