"""Runs an archive, a restore or an import and pulls the plug at its n-th step; without a number it says how
many there are.

python e2e/killed_at.py archive|restore|import PATH [N]

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
    work: dict[str, Any] = {
        "archive": make_archive,
        "restore": lambda: restore(Path(path)),
        "import": lambda: taken_in(path),
    }

    def step(_frame: Any, event: str, _argument: Any) -> None:
        nonlocal steps
        if event in ("call", "c_call"):
            steps += 1
            if steps == last:
                os.kill(os.getpid(), signal.SIGKILL)

    sys.setprofile(step)
    made = work[what]()
    sys.setprofile(None)
    print(steps, made if what == "archive" else "")


def taken_in(path: str) -> None:
    """A record of a horse, by a trainer of the yard."""
    from accounts.models import Role, User
    from django.utils import timezone
    from exchange import import_preview, imports
    from exchange.models import ImportKind

    trainer, today = User.objects.filter(role=Role.TRAINER).earliest("pk"), timezone.localdate()
    record = import_preview.read(trainer, Path(path).read_bytes(), today)
    into = import_preview.Into()
    imports.take(trainer, record, into, today, kind=ImportKind.RECORD, name="", began_with=None)


if __name__ == "__main__":
    main()
