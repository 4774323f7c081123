"""The product as it is served: its own process, on data of its own."""

from __future__ import annotations

import json
import os
import signal
import socket
import sqlite3
import subprocess
import sys
import time
from contextlib import suppress
from dataclasses import dataclass, field
from pathlib import Path
from typing import Any
from urllib.error import URLError
from urllib.request import urlopen
from uuid import UUID

from e2e.clock import shift_s, shifted
from e2e.forking import ROOT, fork_server


@dataclass
class Server:
    """One that can be started, killed as a power cut would, and looked into from outside.

    Fields:
        is_forked: its loading was done before (`e2e/forking.py`); else it is a process as a yard starts it.
        settled: where one forks it that has loaded its settings too.
        shift_s: by how much its clock is moved: as long as it is the same one, through every start.
    """

    data: Path
    port: int
    horses: dict[str, str]
    environment: dict[str, str] = field(default_factory=dict)
    is_forked: bool = False
    settled: Path | None = None
    shift_s: float = field(default_factory=shift_s)
    process: subprocess.Popen[bytes] | None = None
    pid: int | None = None

    @property
    def base(self) -> str:
        return f"http://localhost:{self.port}"

    def env(self) -> dict[str, str]:
        own = {"BUCEPHAL_DATA": str(self.data), "BUCEPHAL_PORT": str(self.port)}
        return os.environ | own | shifted(self.shift_s) | self.environment

    def start(self) -> None:
        """
        Raises:
            RuntimeError: if it does not answer in time; nothing of it is left running then.
        """
        if self.is_forked:
            self.pid = fork_server(self.env(), self.settled)
        else:
            self.process = subprocess.Popen(
                run_moved("server/serve.py"), env=self.env(), cwd=ROOT / "server", stderr=subprocess.DEVNULL
            )
            self.pid = self.process.pid
        try:
            self._wait_until_healthy()
        except BaseException:
            self.kill()
            raise

    def _wait_until_healthy(self) -> None:
        for _ in range(1200):
            try:
                urlopen(f"{self.base}/api/health").close()
                return
            except (URLError, ConnectionError):
                time.sleep(0.05)
        raise RuntimeError("the server did not start")

    def kill(self) -> None:
        """As a power cut would."""
        assert self.pid is not None
        with suppress(ProcessLookupError):
            os.kill(self.pid, signal.SIGKILL)
        if self.process is not None:
            self.process.wait()
        else:
            self._wait_until_gone()

    def _wait_until_gone(self) -> None:
        assert self.pid is not None
        with suppress(ProcessLookupError):
            while True:
                os.kill(self.pid, 0)
                time.sleep(0.005)

    def asks(self) -> list[tuple[str, int]]:
        """(id, deleted) of every ask of today's sessions, read from the file itself."""
        query = (
            "SELECT a.id, a.deleted FROM training_storedask a JOIN training_storedsession s "
            "ON s.id = a.session_id WHERE s.revision > 0 ORDER BY a.position"
        )
        return self._read(query)

    def logged(self, horse: str) -> list[tuple[str, int]]:
        """(step, level) of every ask of a horse's sessions of today that stands, in order."""
        query = (
            "SELECT json_extract(a.body, '$.step'), json_extract(a.body, '$.level') "
            "FROM training_storedask a JOIN training_storedsession s ON s.id = a.session_id "
            "WHERE s.revision > 0 AND a.deleted = 0 AND s.horse_id = ? ORDER BY s.id, a.position"
        )
        return self._read(query, UUID(self.horses[horse]).hex)

    def plan_of(self, horse: str) -> Any:
        """What was planned for the last session of a horse's today; None: nothing."""
        query = (
            "SELECT json_extract(header, '$.planned') FROM training_storedsession "
            "WHERE revision > 0 AND horse_id = ?"
        )
        found = self._read(query, UUID(self.horses[horse]).hex)[-1][0]
        return None if found is None else json.loads(found)

    def steps(self) -> list[str]:
        """The step of every ask of today's sessions that stands, in order."""
        query = (
            "SELECT json_extract(a.body, '$.step') FROM training_storedask a JOIN training_storedsession s "
            "ON s.id = a.session_id WHERE s.revision > 0 AND a.deleted = 0 ORDER BY a.position"
        )
        return [step for (step,) in self._read(query)]

    def _read(self, query: str, *values: str) -> list[Any]:
        with sqlite3.connect(self.data / "bucephal.sqlite3") as database:
            return database.execute(query, values).fetchall()


def run_moved(script: str, *arguments: str) -> list[str]:
    """The command that runs a script of ours with its clock moved as its environment says."""
    return [sys.executable, str(ROOT / "e2e/moved.py"), str(ROOT / script), *arguments]


def build(script: str, data: Path) -> str:
    """Fills a folder by a script, as it is on the day of the journeys; what the script says."""
    env = os.environ | {"BUCEPHAL_DATA": str(data)} | shifted(shift_s())
    return subprocess.run(run_moved(script), env=env, check=True, stdout=subprocess.PIPE, text=True).stdout


def free_port() -> int:
    with socket.socket() as probe:
        probe.bind(("127.0.0.1", 0))
        return int(probe.getsockname()[1])


def wait_for(port: int) -> None:
    """Until somebody listens there."""
    for _ in range(200):
        with suppress(OSError), socket.create_connection(("127.0.0.1", port)):
            return
        time.sleep(0.1)
    raise RuntimeError(f"nobody listens at {port}")
