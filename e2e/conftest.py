"""The real server in its own process, and a real browser, for each journey."""

from __future__ import annotations

import os
import shutil
import subprocess
import sys
from collections.abc import Iterator
from dataclasses import dataclass
from pathlib import Path

import pytest
from selenium.webdriver.chrome.webdriver import WebDriver

from e2e.browser import open_browser
from e2e.pages.places import Debrief, Flags, Ladder, Plan, Sheet, SignIn, Step, Today, Yard
from e2e.pages.ring import Ring
from e2e.seed import PASSWORD
from e2e.server import ROOT, Server, free_port


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
