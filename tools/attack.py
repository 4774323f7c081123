"""Attacks a yard that is served, with a hundred thousand asks, and prints what was kept: `make attack` (ten
minutes).

The tests do the same in small (e2e/test_faults.py).
"""

from __future__ import annotations

import shutil
import sys
import tempfile
import time
from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path

ROOT = Path(__file__).resolve().parent.parent
sys.path.insert(0, str(ROOT))

from e2e import attacks  # noqa: E402
from e2e.server import Server, build, free_port  # noqa: E402

MS = 1000


def seeded(folder: Path) -> tuple[Path, dict[str, str]]:
    """The journeys' yards, made once."""
    data = folder / "seed"
    data.mkdir()
    made = build("e2e/seed.py", data)
    return data, dict(line.split() for line in made.splitlines())


@contextmanager
def served(data: Path, horses: dict[str, str]) -> Iterator[Server]:
    server = Server(data, free_port(), horses)
    server.start()
    try:
        yield server
    finally:
        server.kill()


@contextmanager
def copied(seed: Path, horses: dict[str, str], folder: Path) -> Iterator[Server]:
    data = folder / "data"
    shutil.copytree(seed, data)
    with served(data, horses) as server:
        yield server
    shutil.rmtree(data)


def say(what: str, came: attacks.Kept, more: str = "") -> None:
    lost = f"{came.lost} lost, {came.doubled} doubled"
    print(f"{what:44} {came.said:>7} asks  {lost}  sync p95 {came.p95_s * MS:.0f} ms  {more}", flush=True)


def main() -> None:
    with tempfile.TemporaryDirectory() as name:
        folder = Path(name)
        seed, horses = seeded(folder)
        total = 0
        with copied(seed, horses, folder) as server:
            came = attacks.kills(server, rounds=20, asks=500)
            total += came.said
            say("20 power cuts in a sync of 500", came)
        with copied(seed, horses, folder) as server:
            came = attacks.at_once(server, devices=50, batches=26, asks=70)
            total += came.said
            say("50 devices at once", came, f"other answers: {list(came.worst)}")
        with copied(seed, horses, folder) as server:
            came, answer, took, reading = attacks.locked(server)
            total += came.said
            say(
                "database held by another",
                came,
                f"{answer.status_code} after {took:.0f} s, reads {reading.status_code}",
            )
        with attacks.small_disk(folder / "disk", 5) as disk:
            for path in seed.iterdir():
                if path.is_file():
                    shutil.copy(path, disk / path.name)
            with served(disk, horses) as server:
                came, while_full = attacks.full_disk(server)
                total += came.said
                say("5 MB disk full", came, f"answers while full: {[one.status_code for one in while_full]}")
        with copied(seed, horses, folder) as server:
            inside = attacks.device_at(server)
            began = time.perf_counter()
            signed = attacks.many_sign_in(server, inside, 24)
            took = time.perf_counter() - began
            counted = {one: signed.statuses.count(one) for one in sorted(set(signed.statuses))}
            slowest = f"health meanwhile at most {signed.slowest_s * MS:.0f} ms"
            print(f"24 sign in at once: {counted} in {took:.1f} s; {slowest}")
        print(f"{total} asks in all")


if __name__ == "__main__":
    main()
