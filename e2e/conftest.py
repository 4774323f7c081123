"""The real server in its own process, and a real browser, for each journey."""

from __future__ import annotations

import os
import shutil
import socket
import sqlite3
import subprocess
import sys
import time
from collections.abc import Iterator
from dataclasses import dataclass
from pathlib import Path
from typing import Any
from urllib.error import URLError
from urllib.request import urlopen

import pytest
from selenium.webdriver.chrome.webdriver import WebDriver

from e2e.browser import open_browser
from e2e.pages.places import Debrief, Flags, Ladder, Plan, Ring, Sheet, SignIn, Step, Today, Yard
from e2e.seed import PASSWORD

ROOT = Path(__file__).resolve().parent.parent


@dataclass
class Server:
    """The product as it is served, on data of its own."""

    data: Path
    port: int
    horses: dict[str, str]
    process: subprocess.Popen[bytes] | None = None

    @property
    def base(self) -> str:
        return f"http://localhost:{self.port}"

    def start(self) -> None:
        env = os.environ | {"BUCEPHAL_DATA": str(self.data), "BUCEPHAL_PORT": str(self.port)}
        env |= {"BUCEPHAL_FIXED_HOUR": "09:20"}
        command = [sys.executable, str(ROOT / "server/serve.py")]
        self.process = subprocess.Popen(command, env=env, cwd=ROOT / "server", stderr=subprocess.DEVNULL)
        for _ in range(200):
            try:
                urlopen(f"{self.base}/api/health").close()
                return
            except (URLError, ConnectionError):
                time.sleep(0.1)
        raise RuntimeError("the server did not start")

    def kill(self) -> None:
        """As a power cut would."""
        assert self.process is not None
        self.process.kill()
        self.process.wait()

    def asks(self) -> list[tuple[str, int]]:
        """(id, deleted) of every ask of today's sessions, read from the file itself."""
        query = (
            "SELECT a.id, a.deleted FROM training_storedask a JOIN training_storedsession s "
            "ON s.id = a.session_id WHERE s.revision > 0 ORDER BY a.position"
        )
        return self._read(query)

    def steps(self) -> list[str]:
        """The step of every ask of today's sessions that stands, in order."""
        query = (
            "SELECT json_extract(a.body, '$.step') FROM training_storedask a JOIN training_storedsession s "
            "ON s.id = a.session_id WHERE s.revision > 0 AND a.deleted = 0 ORDER BY a.position"
        )
        return [step for (step,) in self._read(query)]

    def _read(self, query: str) -> list[Any]:
        with sqlite3.connect(self.data / "bucephal.sqlite3") as database:
            return database.execute(query).fetchall()


def free_port() -> int:
    with socket.socket() as probe:
        probe.bind(("127.0.0.1", 0))
        return int(probe.getsockname()[1])


@dataclass(frozen=True)
class Seed:
    data: Path
    horses: dict[str, str]


@pytest.fixture(scope="session")
def seed(tmp_path_factory: pytest.TempPathFactory) -> Seed:
    """Two yards in a database, made once; every journey gets a copy."""
    data = tmp_path_factory.mktemp("seed")
    made = subprocess.run(
        [sys.executable, str(ROOT / "e2e/seed.py")],
        env=os.environ | {"BUCEPHAL_DATA": str(data)}, check=True, capture_output=True, text=True,
    )  # fmt: skip
    return Seed(data, dict(line.split() for line in made.stdout.splitlines()))


@pytest.fixture
def server(seed: Seed, tmp_path: Path) -> Iterator[Server]:
    data = tmp_path / "data"
    shutil.copytree(seed.data, data)
    running = Server(data, free_port(), seed.horses)
    running.start()
    yield running
    running.kill()


@pytest.fixture
def driver(server: Server) -> Iterator[WebDriver]:
    browser = open_browser()
    yield browser
    browser.quit()


@dataclass
class Places:
    sign_in: SignIn
    today: Today
    plan: Plan
    ring: Ring
    debrief: Debrief
    flags: Flags
    sheet: Sheet
    step: Step
    ladder: Ladder
    yard: Yard


@pytest.fixture
def places(driver: WebDriver, server: Server) -> Places:
    at = driver, server.base
    return Places(
        sign_in=SignIn(*at), today=Today(*at), plan=Plan(*at), ring=Ring(*at), debrief=Debrief(*at),
        flags=Flags(*at),
        sheet=Sheet(*at), step=Step(*at), ladder=Ladder(*at), yard=Yard(*at),
    )  # fmt: skip


@pytest.fixture
def signed_in(places: Places) -> Places:
    places.sign_in.as_("wren", PASSWORD)
    return places
