"""The real server on data of its own, and a real browser that knows nothing yet, for each journey.

What costs time and is the same for all is done once: one process has loaded the server's code and forks a
server for each journey, one browser a worker is emptied between them, seed and demo are built once a run.
"""

from __future__ import annotations

import fcntl
import shutil
import tempfile
from collections.abc import Callable, Iterator
from contextlib import ExitStack
from dataclasses import dataclass, replace
from pathlib import Path

import pytest
from selenium.webdriver.chrome.webdriver import WebDriver

from e2e.attacks import device_at
from e2e.browser import Browsers, hand_cookies
from e2e.clock import shift_s
from e2e.forking import forking, settle
from e2e.pages.places import Debrief, Flags, Ladder, Plan, Sheet, SignIn, Step, Today, Yard
from e2e.pages.ring import Ring
from e2e.server import Server, build, free_port

_RUN = pytest.StashKey[ExitStack]()


def pytest_configure(config: pytest.Config) -> None:
    """One process forks for all workers: whoever started the workers starts it."""
    if hasattr(config, "workerinput") or config.option.collectonly:
        return
    run = config.stash[_RUN] = ExitStack()
    folder = run.enter_context(tempfile.TemporaryDirectory(prefix="bucephal-forks-"))
    run.enter_context(forking(Path(folder) / "socket"))


def pytest_unconfigure(config: pytest.Config) -> None:
    if _RUN in config.stash:
        config.stash[_RUN].close()


@pytest.fixture(scope="session")
def built_once(
    tmp_path_factory: pytest.TempPathFactory, worker_id: str
) -> Callable[[str, Callable[[Path], None]], Path]:
    """Makes a folder by its name: whichever worker wants it first builds it, the others wait for it."""
    base = tmp_path_factory.getbasetemp()
    shared = base if worker_id == "master" else base.parent

    def build_folder(name: str, build: Callable[[Path], None]) -> Path:
        folder = shared / name
        with (shared / f"{name}.lock").open("w") as lock:
            fcntl.flock(lock, fcntl.LOCK_EX)
            if not folder.exists():
                made = shared / f"{name}.new"
                shutil.rmtree(made, ignore_errors=True)
                made.mkdir()
                build(made)
                made.rename(folder)
        return folder

    return build_folder


@dataclass(frozen=True)
class Seed:
    data: Path
    horses: dict[str, str]


@pytest.fixture(scope="session")
def seed(built_once: Callable[[str, Callable[[Path], None]], Path]) -> Seed:
    """Two yards in a database, made once; every journey gets a copy."""

    def make(folder: Path) -> None:
        (folder / "horses").write_text(build("e2e/seed.py", folder / "data"))

    folder = built_once("seed", make)
    return Seed(folder / "data", dict(line.split() for line in (folder / "horses").read_text().splitlines()))


@pytest.fixture(scope="session")
def demo_data(built_once: Callable[[str, Callable[[Path], None]], Path]) -> Path:
    """The demo, as it is on the day of the journeys."""

    def make(folder: Path) -> None:
        build("demo/load.py", folder)

    return built_once("demo", make)


@pytest.fixture(scope="session")
def port() -> int:
    """Always the same one a worker: what a browser has compiled of the page's scripts is of use again."""
    return free_port()


@pytest.fixture(scope="session")
def settled(seed: Seed, port: int, tmp_path_factory: pytest.TempPathFactory) -> Server:
    """One server after the other on the same data's folder and the same port."""
    folder = tmp_path_factory.mktemp("settled")
    shutil.copytree(seed.data, folder / "data")
    one = Server(folder / "data", port, seed.horses, is_forked=True, settled=folder / "socket")
    settle(one.env(), folder / "socket")
    return one


@pytest.fixture
def server(seed: Seed, settled: Server) -> Iterator[Server]:
    shutil.rmtree(settled.data)
    shutil.copytree(seed.data, settled.data)
    running = replace(settled, shift_s=shift_s())
    running.start()
    yield running
    running.kill()


@pytest.fixture(scope="session")
def browsers() -> Iterator[Browsers]:
    kept = Browsers()
    yield kept
    kept.quit()


@pytest.fixture
def driver(server: Server, browsers: Browsers) -> Iterator[WebDriver]:
    with browsers.one(server.base, server.shift_s) as browser:
        yield browser


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
def signed_in(places: Places, driver: WebDriver, server: Server) -> Places:
    """As after signing in, which a journey of its own does on the page."""
    hand_cookies(driver, device_at(server))
    places.today.open("/")
    places.today.see("nav ul a")
    return places
