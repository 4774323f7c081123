"""A machine with a million asks: archived, put back on an empty one, taken out of both, and compared.

Uses the file of `make bench`, which is made once; prints a line for each figure.
"""

from __future__ import annotations

import os
import subprocess
import sys
import tempfile
import time
from hashlib import file_digest
from pathlib import Path

ROOT = Path(__file__).resolve().parent.parent
sys.path.insert(0, str(ROOT))

from tools.bench_yard import DATA, made_file  # noqa: E402

MANAGE = [sys.executable, "manage.py"]


def main() -> None:
    made_file()
    run(DATA, "migrate", "-v", "0")
    with tempfile.TemporaryDirectory(dir=ROOT / "var") as folder:
        empty = Path(folder)
        database = DATA / "bucephal.sqlite3"
        print(f"database: {database.stat().st_size / 1e6:.0f} MB", flush=True)
        said = timed("archive", DATA, "archive")
        archive = Path(said.split()[-1])
        print(f"archive: {archive.stat().st_size / 1e6:.0f} MB")
        print(timed("restore", empty, "restore", "--yes", str(archive)).splitlines()[0])
        archive.unlink()
        for name in ("asks", "package"):
            digests = []
            for data in (DATA, empty):
                out = empty / f"{name}.out"
                timed(f"{name} out", data, "export", name, "--out", str(out))
                with out.open("rb") as file:
                    digests.append(file_digest(file, "sha256").hexdigest())
                size = out.stat().st_size / 1e6
                out.unlink()
            print(
                f"{name}: {size:.0f} MB, {'equal' if digests[0] == digests[1] else 'DIFFERENT'}", flush=True
            )


def timed(name: str, data: Path, *command: str) -> str:
    started = time.perf_counter()
    said, most = run(data, *command)
    print(f"{name}: {time.perf_counter() - started:.1f} s, {most:.0f} MB of memory at most", flush=True)
    return said


def run(data: Path, *command: str) -> tuple[str, float]:
    """What a command says, and how much memory it took (MB)."""
    env = {**os.environ, "BUCEPHAL_DATA": str(data)}
    done = subprocess.Popen(
        [*MANAGE, *command], cwd=ROOT / "server", env=env, stdout=subprocess.PIPE, text=True
    )
    assert done.stdout is not None
    said = done.stdout.read()
    _, status, used = os.wait4(done.pid, 0)
    if status:
        raise SystemExit(f"{' '.join(command)} failed")
    return said, used.ru_maxrss / 1024


if __name__ == "__main__":
    main()
