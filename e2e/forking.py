"""One process that has loaded what every server loads, and forks a server for each journey.

What is forked runs the server's own `main`, with an environment, a clock and data of its own; only the
loading was done before. Whoever wants one says so on a socket and is told its pid.

python e2e/forking.py SOCKET
"""

from __future__ import annotations

import ctypes
import gc
import importlib
import json
import os
import pkgutil
import signal
import socket
import subprocess
import sys
import time
import traceback
from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path

ROOT = Path(__file__).resolve().parent.parent
SOCKET = "BUCEPHAL_TEST_FORKS"
"""Where the one that runs listens."""
_LIBRARIES = (
    "numpy", "scipy.stats", "scipy.special", "django.db.models", "django.http", "django.core.handlers.wsgi",
    "waitress", "PIL.Image", "argon2", "pydantic", "icalendar", "reportlab.pdfgen.canvas",
)  # fmt: skip
_PR_SET_PDEATHSIG = 1


@contextmanager
def forking(at: Path) -> Iterator[None]:
    """While it lasts a process forks at this socket; with it goes whatever it forked."""
    process = subprocess.Popen([sys.executable, str(Path(__file__)), str(at)], cwd=ROOT)
    os.environ[SOCKET] = str(at)
    try:
        yield
    finally:
        del os.environ[SOCKET]
        process.kill()
        process.wait()


def fork_server(environment: dict[str, str]) -> int:
    """The pid of a new server in this environment."""
    path = os.environ[SOCKET]
    with socket.socket(socket.AF_UNIX) as asking:
        _connect(asking, path)
        asking.sendall(json.dumps(environment).encode() + b"\n")
        return int(asking.makefile().readline())


def _connect(asking: socket.socket, path: str) -> None:
    """However long the loading takes."""
    for _ in range(1200):
        try:
            asking.connect(path)
        except (FileNotFoundError, ConnectionRefusedError):
            time.sleep(0.05)
        else:
            return
    raise RuntimeError("nobody forks")


def main() -> None:
    _end_with_parent()
    sys.path[:0] = [str(ROOT), str(ROOT / "server")]
    _load()
    # Nobody waits for what is forked: it is gone as soon as it ends.
    signal.signal(signal.SIGCHLD, signal.SIG_IGN)
    listening = socket.socket(socket.AF_UNIX)
    listening.bind(sys.argv[1])
    listening.listen(16)
    while True:
        asking, _ = listening.accept()
        with asking:
            environment = json.loads(asking.makefile().readline())
            pid = os.fork()
            if pid == 0:
                _become_server(environment, listening, asking)
            asking.sendall(f"{pid}\n".encode())


def _load() -> None:
    """All that is the same in every server: not what reads its settings when it is loaded."""
    for name in _LIBRARIES:
        importlib.import_module(name)
    import bucephal

    for module in pkgutil.walk_packages(bucephal.__path__, "bucephal."):
        importlib.import_module(module.name)
    _compile_coaches()
    gc.collect()
    gc.freeze()


def _compile_coaches() -> None:
    """Those of every exercise, as a phone takes them along."""
    from bucephal.ladder import load_catalogue
    from bucephal.pages import horse_facts, spare_pack
    from bucephal.planning import PlanRequest
    from bucephal.progress import Standing

    from e2e.calendar import TODAY
    from e2e.seed import RECORDS, seeded_record

    catalogue = load_catalogue()
    for seed in RECORDS:
        standing = Standing(seeded_record(seed, TODAY), catalogue, TODAY)
        request = PlanRequest(on=TODAY, minutes=40)
        spare_pack(horse_facts(standing), standing, request)


def _become_server(environment: dict[str, str], *sockets: socket.socket) -> None:
    try:
        for one in sockets:
            one.close()
        _end_with_parent()
        signal.signal(signal.SIGCHLD, signal.SIG_DFL)
        os.environ.clear()
        os.environ.update(environment)
        time.tzset()
        nowhere = os.open(os.devnull, os.O_RDWR)
        for stream in (0, 1, 2):
            os.dup2(nowhere, stream)
        os.chdir(ROOT / "server")
        from e2e.calendar import move_clock

        move_clock()
        import serve

        serve.main()
    except BaseException:
        traceback.print_exc()
    finally:
        os._exit(1)


def _end_with_parent() -> None:
    """However the one that forked this ends."""
    ctypes.CDLL(None).prctl(_PR_SET_PDEATHSIG, signal.SIGKILL)


if __name__ == "__main__":
    main()
