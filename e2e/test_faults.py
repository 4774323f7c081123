"""What goes wrong on a machine, done on purpose to the product as it is served: nothing that was logged is
lost, and whoever asks meanwhile is told in the one shape.
"""

from __future__ import annotations

import shutil
import socket
import sqlite3
import zipfile
from collections.abc import Iterator
from concurrent.futures import ThreadPoolExecutor
from contextlib import closing
from datetime import date
from pathlib import Path

import pytest
from bucephal.lab.virtual_horse import simulate_record
from bucephal.ladder import load_catalogue
from bucephal.record import write_record

from e2e import attacks
from e2e.conftest import Seed
from e2e.server import Server, free_port

TEN = 10
LONG_AGO = date(2026, 6, 15)


def test_no_power_cut_in_a_sync_loses_an_ask(server: Server) -> None:
    came = attacks.kills(server, rounds=5, asks=500)
    assert (came.said, came.lost, came.doubled) == (2500, 0, 0)


def test_fifty_devices_at_once_lose_nothing(server: Server) -> None:
    came = attacks.at_once(server, devices=50, batches=2, asks=40)
    assert (came.said, came.lost, came.doubled, came.worst) == (4000, 0, 0, ())


def test_ten_who_change_the_same_at_once_lose_nothing(server: Server) -> None:
    """Not one after the other, as in the server's own tests, but truly at once."""
    first = attacks.device_at(server)
    quill = f"/api/horses/{server.horses['Quill']}"
    shown = first.get(f"{quill}/profile").json()
    schools = [one["key"] for one in first.get("/api/yard").json()["schools"]][:TEN]
    steps = [
        f"{exercise}.{stage}" for exercise in ("halt", "up-wt", "canter", "steer", "send") for stage in (1, 2)
    ]

    def change(number: int) -> list[int]:
        one = attacks.device_like(first)
        decision = {"step": steps[number], "state": "open", "reason": f"seen by {number}"}
        form = {"horse": {"name": f"Quill {number}"}, "usual_minutes": 30, "edition": shown["edition"]}
        answers = (
            one.post(f"{quill}/overrides", decision),
            one.put(f"{quill}/goals", {"step": steps[number]}),
            one.put("/api/yard/school", {"school": {schools[number]: "b"}}),
            one.put(f"{quill}/busy", {"date": f"2030-06-{number + 10}", "what": "farrier"}),
            one.put(f"{quill}/profile", form),
        )
        return [answer.status_code for answer in answers]

    with ThreadPoolExecutor(TEN) as pool:
        statuses = list(pool.map(change, range(TEN)))
    assert {tuple(one[:4]) for one in statuses} == {(204, 200, 200, 204)}
    # Of ten that wrote the same form one was first, and nine were told.
    assert sorted(one[4] for one in statuses) == [200] + [409] * (TEN - 1)
    record = first.get(f"{quill}/record").json()
    assert {one["reason"] for one in record["overrides"]} >= {f"seen by {number}" for number in range(TEN)}
    assert {one["step"] for one in record["goals"]} >= set(steps)
    assert len([one for one in record["busy"] if one["date"].startswith("2030-06")]) == TEN
    assert set(first.get("/api/yard").json()["school"]) == set(schools)


def test_a_database_that_somebody_else_holds_says_so_and_loses_nothing(server: Server) -> None:
    came, answer, _, reading = attacks.locked(server)
    assert answer.status_code == 503
    assert answer.json()["errors"][0]["reason"].startswith("cannot be saved just now")
    assert reading.status_code == 200
    assert (came.said, came.lost) == (50, 0)


@pytest.fixture
def server_on_a_small_disk(seed: Seed, tmp_path: Path) -> Iterator[Server]:
    with attacks.small_disk(tmp_path / "disk", 5) as disk:
        for path in seed.data.iterdir():
            if path.is_file():
                shutil.copy(path, disk / path.name)
        running = Server(disk, free_port(), seed.horses)
        running.start()
        yield running
        running.kill()


def test_a_full_disk_is_said_reads_go_on_and_nothing_is_lost(server_on_a_small_disk: Server) -> None:
    came, while_full = attacks.full_disk(server_on_a_small_disk)
    assert {one.headers["Content-Type"].partition(";")[0] for one in while_full} == {"application/json"}
    assert {one.status_code for one in while_full if one.request.method == "GET"} == {200}
    assert {one.status_code for one in while_full if one.request.method == "POST"} <= {422, 503}
    assert [one.status_code for one in while_full[:3]] == [503] * 3
    assert came.said > 400
    assert came.lost == 0


@pytest.fixture
def closed(seed: Seed, tmp_path: Path) -> Server:
    """A yard that nobody serves at this moment."""
    data = tmp_path / "data"
    shutil.copytree(seed.data, data)
    return Server(data, free_port(), seed.horses)


def shares(steps: int, many: int) -> list[int]:
    """So many of these steps, to nearly the last: how many it takes differs a little each time."""
    last = steps - steps // 50
    return sorted({1 + (last - 1) * number // (many - 1) for number in range(many)})


def test_an_archive_is_whole_or_not_there_whenever_it_is_killed(closed: Server) -> None:
    folder = closed.data / "archives"
    steps = attacks.steps_of(closed, "archive", folder)
    for step in shares(steps, 8):
        attacks.killed_at(closed, "archive", folder, step)
    for path in folder.glob("*.zip"):
        with zipfile.ZipFile(path) as archive:
            assert archive.testzip() is None
    # The next one clears away what a killed one left behind.
    assert attacks.manage(closed, "archive").returncode == 0
    assert [path.name for path in folder.iterdir() if path.name.startswith(".")] == []


def test_a_restore_is_done_or_not_done_whenever_it_is_killed(closed: Server) -> None:
    before = attacks.stored(closed)
    assert attacks.manage(closed, "archive").returncode == 0
    (path,) = (closed.data / "archives").glob("bucephal-*.zip")
    strike_out_everything(closed)
    after = attacks.stored(closed)
    assert after != before
    # Told to its end, it is as it was archived.
    steps = attacks.steps_of(closed, "restore", path)
    assert attacks.stored(closed) == before
    seen = set()
    for step in shares(steps, 10):
        strike_out_everything(closed)
        attacks.killed_at(closed, "restore", path, step)
        now = attacks.stored(closed)
        assert now in (before, after)
        seen.add(now == before)
    assert False in seen


@pytest.fixture
def record(tmp_path: Path) -> Path:
    """One of a horse that comes from elsewhere."""
    path = tmp_path / "from-elsewhere.json"
    made = simulate_record(77, load_catalogue(), sessions=6, end=LONG_AGO)
    path.write_text(write_record(made))
    return path


def test_an_import_is_done_or_not_done_whenever_it_is_killed(
    closed: Server, record: Path, tmp_path: Path
) -> None:
    before = attacks.everything(closed)
    kept = tmp_path / "kept"
    shutil.copytree(closed.data, kept)
    steps = attacks.steps_of(closed, "import", record)
    added = {table: len(rows) - len(before[table]) for table, rows in attacks.everything(closed).items()}
    assert added["horses_horse"] == added["exchange_import"] == added["accounts_deed"] == 1
    assert added["training_storedask"] > 50
    seen = set()
    for step in shares(steps, 10):
        shutil.rmtree(closed.data)
        shutil.copytree(kept, closed.data)
        attacks.killed_at(closed, "import", record, step)
        now = attacks.everything(closed)
        is_done = now != before
        if is_done:
            assert {table: len(rows) - len(before[table]) for table, rows in now.items()} == added
        seen.add(is_done)
    assert False in seen


def test_on_a_full_disk_an_import_and_a_restore_leave_what_was_there(
    server_on_a_small_disk: Server, closed: Server, tmp_path: Path
) -> None:
    """Both are larger than the disk: what there is stays, and goes on."""
    server = server_on_a_small_disk
    large = tmp_path / "large.json"
    made = simulate_record(78, load_catalogue(), sessions=700, end=LONG_AGO)
    large.write_text(write_record(made))
    before, asks = attacks.exported(server), attacks.stored(server)
    answer = attacks.device_at(server).send_file("/api/imports/record", large.read_bytes())
    assert (answer.status_code, attacks.stored(server)) == (503, asks)
    assert attacks.exported(server) == before
    assert attacks.manage(closed, "take_in", str(large), "--by", "wren").returncode == 0
    assert attacks.manage(closed, "archive").returncode == 0
    (archive,) = (closed.data / "archives").glob("bucephal-*.zip")
    server.kill()
    assert attacks.manage(server, "restore", "--yes", str(archive)).returncode != 0
    assert attacks.stored(server) == asks
    server.start()
    assert attacks.exported(server) == before


def strike_out_everything(server: Server) -> None:
    with closing(sqlite3.connect(server.data / "bucephal.sqlite3")) as database:
        database.execute("UPDATE training_storedask SET deleted = 1")
        database.commit()


def test_a_yard_is_restored_after_a_crash_and_served_as_it_was(server: Server) -> None:
    before = attacks.exported(server)
    assert attacks.manage(server, "archive").returncode == 0
    (path,) = (server.data / "archives").glob("bucephal-*.zip")
    device = attacks.device_at(server)
    device.log(server.horses["Quill"], 500)
    device.send_all()
    assert attacks.exported(server) != before
    server.kill()
    assert attacks.manage(server, "restore", "--yes", str(path)).returncode == 0
    server.start()
    assert attacks.exported(server) == before


@pytest.mark.parametrize(
    "started", [b"", b"POST /api/sync HTTP/1.1\r\nHost: localhost\r\nContent-Length: 9000\r\n\r\n{"]
)
def test_whoever_begins_to_ask_and_does_not_go_on_holds_nobody_up(server: Server, started: bytes) -> None:
    half_open = [socket.create_connection(("127.0.0.1", server.port)) for _ in range(110)]
    try:
        for one in half_open:
            one.sendall(started or b"GET /api/health HTTP/1.1\r\nHost: local")
        device = attacks.device_at(server)
        assert device.get("/api/health").status_code == 200
        device.log(server.horses["Quill"], 10)
        device.send_all()
        assert device.get("/api/today").status_code == 200
    finally:
        for one in half_open:
            one.close()


def test_many_that_sign_in_at_once_do_not_keep_the_others_waiting(server: Server) -> None:
    """Twenty-four at once: a few are hashed, the others are asked to come again, and nobody else waits for
    them.
    """
    inside = attacks.device_at(server)
    came = attacks.many_sign_in(server, inside, 24)
    assert set(came.statuses) <= {200, 422, 429, 503}
    assert 503 in came.statuses
    assert all(came.said_when)
    assert came.health == [200] * len(came.health)
    assert came.health
