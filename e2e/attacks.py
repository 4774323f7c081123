"""What is done to a yard that is served, and what is left of what was logged. Small in the tests, large by
hand (`python tools/attack.py`).
"""

from __future__ import annotations

import sqlite3
import subprocess
import tempfile
import threading
import time
from collections.abc import Iterator
from concurrent.futures import ThreadPoolExecutor
from contextlib import closing, contextmanager, suppress
from dataclasses import dataclass
from pathlib import Path

import requests

from e2e.device import Device
from e2e.forking import ROOT, is_there, run_forked
from e2e.seed import PASSWORD
from e2e.server import Server, run_moved

NAME = "wren"


@dataclass(frozen=True)
class Kept:
    """What came of it.

    Fields:
        said: asks that devices logged.
        lost: of these, not in the file.
        doubled: in the file more than once; ids are keys, so that this is none by construction, and looked
            at. worst: statuses other than those that say 'saved' or 'not now'. p95_s: of the syncs that were
            answered.
    """

    said: int
    lost: int
    doubled: int
    worst: tuple[int, ...]
    p95_s: float


def kept(server: Server, devices: list[Device], statuses: list[int]) -> Kept:
    """Read from the file itself."""
    with closing(sqlite3.connect(server.data / "bucephal.sqlite3")) as database:
        rows = [row for (row,) in database.execute("SELECT id FROM training_storedask WHERE deleted = 0")]
    there = {str(row).replace("-", "") for row in rows}
    said = {one.replace("-", "") for device in devices for one in device.said}
    took = sorted(second for device in devices for second in device.took_s)
    return Kept(
        said=len(said),
        lost=len(said - there),
        doubled=len(rows) - len(set(rows)),
        worst=tuple(sorted({one for one in statuses if one not in (200, 503)})),
        p95_s=took[int(len(took) * 0.95)] if took else 0.0,
    )


def device_at(server: Server) -> Device:
    device = Device(server.base)
    device.sign_in(NAME, PASSWORD)
    return device


def kills(server: Server, rounds: int, asks: int) -> Kept:
    """The power goes in the middle of a sync, each time a little later; what waits is sent afterwards."""
    device = device_at(server)
    for number in range(rounds):
        device.log(server.horses["Quill"], asks)
        sending = threading.Thread(target=_quietly, args=(device,))
        sending.start()
        time.sleep(0.02 * (number % 12))
        server.kill()
        sending.join()
        server.start()
        device.send_all()
    return kept(server, [device], [])


def _quietly(device: Device) -> None:
    with suppress(requests.RequestException):
        device.send(at_once=2000)


def at_once(server: Server, devices: int, batches: int, asks: int) -> Kept:
    """So many devices send at the same time, a batch after the other."""
    first = device_at(server)
    others = [Device(server.base) for _ in range(devices - 1)]
    for one in others:
        # All of them are the same person: signing fifty in is no part of this.
        one.web.cookies.update(first.web.cookies)
    all_of_them = [first, *others]
    statuses: list[int] = []

    def work(device: Device) -> None:
        for _ in range(batches):
            device.log(server.horses["Quill"], asks)
            while (answer := device.send(at_once=asks + 1)) is not None:
                statuses.append(answer.status_code)

    with ThreadPoolExecutor(devices) as pool:
        list(pool.map(work, all_of_them))
    return kept(server, all_of_them, statuses)


@contextmanager
def small_disk(at: Path, megabytes: int) -> Iterator[Path]:
    """A disk of its own, so small."""
    at.mkdir(parents=True, exist_ok=True)
    subprocess.run(["mount", "-t", "tmpfs", "-o", f"size={megabytes}m", "tmpfs", str(at)], check=True)
    try:
        yield at
    finally:
        subprocess.run(["umount", "-l", str(at)], check=True)


def full_disk(server: Server, most: int = 60) -> tuple[Kept, list[requests.Response]]:
    """Logs until nothing more can be written, reads meanwhile, and sends again when there is room.

    Args:
        server: its data on a small disk.

    Returns:
        What was kept in the end; every answer of the time when the disk was full.
    """
    device = device_at(server)
    filler = server.data / "filler"
    while_full: list[requests.Response] = []
    quill = server.horses["Quill"]
    device.get(f"/api/horses/{quill}/plan")
    _fill(filler)
    for _ in range(most):
        device.log(quill, 400)
        answer = device.send(at_once=401)
        assert answer is not None
        if answer.status_code != 200:
            while_full.append(answer)
            if len(while_full) == 3:
                break
    assert while_full, "the disk was never full"
    while_full += [device.get(f"/api/horses/{quill}/{page}") for page in ("sessions", "plan", "sheet")]
    while_full += [device.get(path) for path in ("/api/today", "/api/me", "/api/health")]
    while_full.append(device.post("/api/sign-in", {"name": NAME, "password": "wrong-password"}))
    filler.unlink()
    device.send_all(at_once=401)
    return kept(server, [device], []), while_full


def _fill(path: Path) -> None:
    """Takes the room but for half a megabyte."""
    with suppress(OSError), path.open("wb", buffering=0) as file:
        while True:
            file.write(b"\0" * 65536)
    size = path.stat().st_size
    with path.open("rb+") as file:
        file.truncate(max(0, size - 512 * 1024))


def locked(server: Server) -> tuple[Kept, requests.Response, float, requests.Response]:
    """Somebody else holds the database for longer than one waits.

    Returns:
        What was kept in the end; the answer to a sync meanwhile, how long it took; that to a read meanwhile.
    """
    device = device_at(server)
    device.log(server.horses["Quill"], 50)
    with closing(sqlite3.connect(server.data / "bucephal.sqlite3", isolation_level=None)) as other:
        other.execute("BEGIN IMMEDIATE")
        began = time.perf_counter()
        with ThreadPoolExecutor(2) as pool:
            syncing = pool.submit(device.send)
            reading = pool.submit(device_like(device).get, "/api/today").result()
            answer = syncing.result()
        took = time.perf_counter() - began
        other.execute("ROLLBACK")
    assert answer is not None
    device.send_all()
    return kept(server, [device], []), answer, took, reading


def device_like(device: Device) -> Device:
    """The same person on a second connection."""
    other = Device(device.base)
    other.web.cookies.update(device.web.cookies)
    return other


def manage(server: Server, *arguments: str) -> subprocess.CompletedProcess[str]:
    """A command on the yard's data."""
    return _run(server, "server/manage.py", *arguments)


def steps_of(server: Server, what: str, path: Path) -> int:
    """How many steps an archive or a restore takes; it is done then."""
    done = _run(server, "e2e/killed_at.py", what, str(path))
    assert done.returncode == 0, done.stderr
    return int(done.stdout.split()[0])


def killed_at(server: Server, what: str, path: Path, step: int) -> None:
    """The same, with the plug pulled at one of them."""
    done = _run(server, "e2e/killed_at.py", what, str(path), str(step))
    assert done.returncode == -9, done.stderr


def _run(server: Server, *command: str) -> subprocess.CompletedProcess[str]:
    if not is_there():
        return subprocess.run(
            run_moved(*command), cwd=ROOT / "server", env=server.env(), capture_output=True, text=True
        )
    script, *arguments = command
    with tempfile.NamedTemporaryFile("r") as said:
        code = run_forked(ROOT / script, arguments, server.env(), Path(said.name))
        text = said.read()
    return subprocess.CompletedProcess(command, code, text, text)


def everything(server: Server) -> dict[str, list[tuple[object, ...]]]:
    """Whatever stands in the tables that an import writes, read from the file itself."""
    tables = (
        "horses_horse", "training_storedsession", "training_storedask", "training_storedevent",
        "exchange_import", "accounts_deed",
    )  # fmt: skip
    with closing(sqlite3.connect(server.data / "bucephal.sqlite3")) as database:
        assert database.execute("PRAGMA integrity_check").fetchone() == ("ok",)
        return {one: database.execute(f"SELECT * FROM {one} ORDER BY 1").fetchall() for one in tables}  # noqa: S608


def stored(server: Server) -> list[tuple[object, ...]]:
    """Everything that was logged, read from the file itself."""
    with closing(sqlite3.connect(server.data / "bucephal.sqlite3")) as database:
        assert database.execute("PRAGMA integrity_check").fetchone() == ("ok",)
        return database.execute("SELECT * FROM training_storedask ORDER BY id").fetchall()


def exported(server: Server) -> dict[str, bytes]:
    """Every horse's record as it is handed on."""
    device = device_at(server)
    horses = [one["id"] for one in device.get("/api/horses").json()["horses"]]
    return {horse: device.get(f"/api/horses/{horse}/record").content for horse in horses}


@dataclass
class SignedIn:
    """What came of many that signed in at once.

    Fields:
        said_when: of those that were turned away, were they told when to come again?
        health: statuses of what was asked meanwhile.
        slowest_s: the longest that one of these took.
    """

    statuses: list[int]
    said_when: list[bool]
    health: list[int]
    slowest_s: float


def many_sign_in(server: Server, inside: Device, many: int) -> SignedIn:
    devices = [device_like(inside) for _ in range(many)]
    health: list[int] = []
    took: list[float] = []
    with ThreadPoolExecutor(many) as pool:
        body = {"name": NAME, "password": "not the password"}
        coming = [pool.submit(one.post, "/api/sign-in", body) for one in devices]
        while not all(one.done() for one in coming):
            began = time.perf_counter()
            health.append(inside.get("/api/health").status_code)
            took.append(time.perf_counter() - began)
    answers = [one.result() for one in coming]
    turned_away = [one for one in answers if one.status_code in (429, 503)]
    return SignedIn(
        statuses=[one.status_code for one in answers],
        said_when=["Retry-After" in one.headers for one in turned_away],
        health=health,
        slowest_s=max(took, default=0.0),
    )
