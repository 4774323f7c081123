"""Serves the demo and says how to sign in."""

from __future__ import annotations

import os
import sys
from pathlib import Path

ROOT = Path(__file__).resolve().parent.parent
sys.path[:0] = [str(ROOT), str(ROOT / "server")]


def main() -> None:
    from demo.load import PASSWORD, PEOPLE, YARD

    name = PEOPLE[0][0]
    port = os.environ.get("BUCEPHAL_PORT", "8000")
    print(f"\n  {YARD} is open:  http://localhost:{port}")
    print(f"  Sign in as '{name}' with the password '{PASSWORD}'. Ctrl-C closes it.\n", flush=True)
    from serve import main as serve

    serve()


if __name__ == "__main__":
    main()
