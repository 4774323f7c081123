"""A file with a million asks, served as it is: what each page costs, first after a change and unchanged.

The file is made once and kept under var/bench; delete it to have it made anew. Every figure stands beside a
bare SQLite read of the same horse's rows in the same run.
"""

from __future__ import annotations

import json
import os
import sqlite3
import subprocess
import sys
import time
from collections.abc import Callable, Iterator
from contextlib import contextmanager
from datetime import date
from http.client import HTTPConnection
from http.cookies import SimpleCookie
from pathlib import Path
from statistics import median, quantiles
from typing import Any
from uuid import uuid4

from bucephal.ladder import load_catalogue

ROOT = Path(__file__).resolve().parent.parent
DATA = ROOT / "var" / "bench"
PORT = 8421
YARDS, HORSES = 20, 10
ASKS = 5_000
"""Of a horse: a year of much work."""
KINDS = 20
"""So many different histories; the others have the same under other ids."""
PASSWORD = "a-bench-of-oak"  # noqa: S105 - of invented people in an invented file
PAGES = {
    "today": "today",
    "plan": "horses/{horse}/plan",
    "pack": "horses/{horse}/pack",
    "sheet": "horses/{horse}/sheet",
    "ladder": "horses/{horse}/ladder",
    "step": "horses/{horse}/steps/{step}",
    "sessions": "horses/{horse}/sessions",
    "debrief": "horses/{horse}/sessions/{session}",
}
STEPS = ["halt.2", "steer.1", "up-wt.2", "down-tw.1", "walk-on.2", "off-leg.1", "disengage.3"]
Answer = tuple[int, dict[str, str], bytes]
"""Status, headers, body."""
Line = Callable[[str, float, float, str, str], None]


def environment() -> dict[str, str]:
    return {**os.environ, "BUCEPHAL_DATA": str(DATA), "BUCEPHAL_PORT": str(PORT)}


# --- the file -----------------------------------------------------------------------------------


def made_file() -> Path:
    """The file, made where it is not there yet."""
    path = DATA / "bucephal.sqlite3"
    if not (DATA / ".done").exists():
        DATA.mkdir(parents=True, exist_ok=True)
        for old in DATA.glob("bucephal.sqlite3*"):
            old.unlink()
        print(f"making a file of {YARDS * HORSES * ASKS:,} asks, once ...", flush=True)
        subprocess.run([sys.executable, __file__, "make"], check=True, env=environment())
        (DATA / ".done").touch()
    return path


def make() -> None:
    """Yards, people, horses, and their asks up to today."""
    sys.path[:0] = [str(ROOT), str(ROOT / "server")]
    os.environ.setdefault("DJANGO_SETTINGS_MODULE", "bucephal_server.settings")
    import django

    django.setup()
    from accounts.models import Role, User, Yard
    from bucephal.lab.virtual_horse import simulate_record
    from django.core.management import call_command
    from django.db import transaction
    from training.record_storage import store_record

    call_command("migrate", verbosity=0)
    today = date.today()
    records = [
        simulate_record(seed, load_catalogue(), sessions=ASKS // 39, steps=STEPS, end=today)
        for seed in range(KINDS)
    ]
    for number in range(YARDS):
        with transaction.atomic():
            yard = Yard.objects.create(name=f"Yard {number + 1}")
            User.objects.create_user(f"trainer-{number + 1}", password=PASSWORD, role=Role.TRAINER, yard=yard)
            for position in range(HORSES):
                own = with_own_ids(records[(number * HORSES + position) % KINDS])
                store_record(yard, own, position=position)
        print(f"  yard {number + 1} of {YARDS}", flush=True)


def with_own_ids(record: Any) -> Any:
    """The same history as another horse's."""
    sessions = tuple(
        session.model_copy(
            update={
                "id": str(uuid4()),
                "asks": tuple(ask.model_copy(update={"id": str(uuid4())}) for ask in session.asks),
                "events": tuple(one.model_copy(update={"id": str(uuid4())}) for one in session.events),
            }
        )
        for session in record.sessions
    )
    horse = record.horse.model_copy(update={"id": str(uuid4())})
    return record.model_copy(update={"horse": horse, "sessions": sessions})


# --- reading it as a browser does ---------------------------------------------------------------


class Reader:
    """A signed-in person at the server's door."""

    def __init__(self) -> None:
        self._connection = HTTPConnection("127.0.0.1", PORT, timeout=60)
        self._cookies: dict[str, str] = {}

    def ask(self, method: str, path: str, body: Any = None, **headers: str) -> Answer:
        headers["Cookie"] = "; ".join(f"{name}={value}" for name, value in self._cookies.items())
        headers["X-CSRFToken"] = self._cookies.get("csrftoken", "")
        headers["Content-Type"] = "application/json"
        text = None if body is None else json.dumps(body)
        self._connection.request(method, path if path == "/" else f"/api/{path}", text, headers)
        answer = self._connection.getresponse()
        content = answer.read()
        for header in answer.headers.get_all("Set-Cookie") or ():
            self._cookies |= {name: one.value for name, one in SimpleCookie(header).items()}
        return answer.status, dict(answer.headers), content

    def sign_in(self, name: str) -> None:
        self.ask("GET", "/")  # brings the token against forged requests
        status, _, content = self.ask("POST", "sign-in", {"name": name, "password": PASSWORD})
        assert status == 200, content


def timed(run: Callable[[], Any]) -> tuple[float, Any]:
    start = time.perf_counter()
    value = run()
    return time.perf_counter() - start, value


@contextmanager
def served() -> Iterator[float]:
    """The server on the file; gives the seconds from its start to its first answer."""
    start = time.perf_counter()
    server = subprocess.Popen([sys.executable, "serve.py"], cwd=ROOT / "server", env=environment())
    try:
        while True:
            try:
                status, _, _ = Reader().ask("GET", "health")
            except OSError:
                assert time.perf_counter() - start < 60, "the server does not start"
                time.sleep(0.02)
                continue
            assert status == 200
            break
        yield time.perf_counter() - start
    finally:
        server.terminate()
        server.wait(20)


def one_more_ask(reader: Reader, horse: str, on: str, session: str, number: int) -> None:
    step = STEPS[number % len(STEPS)]
    ask = {"step": step, "level": 3, "side": str(load_catalogue().exercise(step).side_names[0])}
    items = [
        {"type": "session", "id": session, "horse": horse, "body": {"date": on, "kind": "ridden"}},
        {"type": "ask", "id": str(uuid4()), "session": session, "position": number, "body": ask},
    ]
    status, _, content = reader.ask("POST", "sync", {"items": items})
    assert status == 200, content
    assert all(one["status"] == "saved" for one in json.loads(content)["answers"]), content


def bare_read(path: Path, horse: str) -> float:
    """Seconds in which SQLite alone reads the rows of one horse."""
    with sqlite3.connect(path) as database:
        key = horse.replace("-", "")
        query = (
            "SELECT a.id, a.session_id, a.body FROM training_storedask a JOIN training_storedsession s"
            " ON a.session_id = s.id WHERE s.horse_id = ?"
        )
        seconds, rows = timed(lambda: database.execute(query, (key,)).fetchall())
        assert len(rows) >= ASKS * 0.9
        return seconds


# --- the figures --------------------------------------------------------------------------------


def pages_of_a_million_asks(line: Line) -> None:
    path = made_file()
    with served() as to_the_first_answer:
        line("start of the server to its first answer", to_the_first_answer, 2.5, "s", "")
        reader = Reader()
        reader.sign_in("trainer-1")
        horses = [row["id"] for row in json.loads(reader.ask("GET", "horses")[2])["horses"]]
        bare = median(bare_read(path, horse) for horse in horses for _ in range(3))
        health = [timed(lambda: reader.ask("GET", "health"))[0] for _ in range(200)]
        line("health, p95", p95(health) * 1e3, 20, "ms", "")
        first, changed, unchanged, sizes = read_all(reader, horses)
    for page in PAGES:
        for when, times, limit in (
            ("first in this process", first, 1000),
            ("first after a change", changed, 150),
            ("unchanged", unchanged, 20),
        ):
            line(f"{page}, {when}, p50", median(times[page]) * 1e3, limit, "ms", beside(times[page], bare))
            line(f"{page}, {when}, p95", p95(times[page]) * 1e3, limit, "ms", "")
    line("size of the pack on its way", sizes["pack"] / 1000, 60, "kB", "gzipped")


def beside(times: list[float], bare: float) -> str:
    return f"{median(times) / bare:.1f} x a bare read of the rows ({bare * 1e3:.1f} ms)"


def p95(times: list[float]) -> float:
    return quantiles(times, n=20)[-1]


Times = dict[str, list[float]]


def read_all(reader: Reader, horses: list[str]) -> tuple[Times, Times, Times, dict[str, int]]:
    """Every page of every horse: the first time, after one more ask each time, and twice unchanged."""
    first: Times = {page: [] for page in PAGES}
    changed: Times = {page: [] for page in PAGES}
    unchanged: Times = {page: [] for page in PAGES}
    sizes: dict[str, int] = {}
    on = date.today().isoformat()
    for horse in horses:
        session, number = str(uuid4()), 1
        one_more_ask(reader, horse, on, session, 0)
        for times in (first, changed, changed, changed):
            for page, address in PAGES.items():
                if times is changed:
                    one_more_ask(reader, horse, on, session, number)
                    number += 1
                address = address.format(horse=horse, step=STEPS[number % len(STEPS)], session=session)
                seconds, (status, headers, content) = timed(lambda: reader.ask("GET", address))  # noqa: B023
                assert status == 200, content
                times[page].append(seconds)
                if times is changed:
                    tag = {"If-None-Match": headers["ETag"]} if "ETag" in headers else {}
                    seconds, (status, _, _) = timed(lambda: reader.ask("GET", address, **tag))  # noqa: B023
                    assert status in (200, 304)
                    unchanged[page].append(seconds)
                elif page == "pack":
                    sizes[page] = len(reader.ask("GET", address, **{"Accept-Encoding": "gzip"})[2])
    return first, changed, unchanged, sizes


if __name__ == "__main__":
    make()
