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
from typing import Any, NoReturn

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


def fork_server(environment: dict[str, str], at: Path | None = None) -> int:
    """The pid of a new server.

    Args:
        at: where one listens that has settled in this environment; None: the one that knows none.
    """
    return _ask({"environment": environment}, at)


def settle(environment: dict[str, str], at: Path) -> int:
    """The pid of a process that has loaded its settings too, and forks at this socket: always the same data,
    always the same port. It goes with the one that loaded the rest.
    """
    return _ask({"environment": environment, "settle": str(at)})


def run_forked(script: Path, arguments: list[str], environment: dict[str, str], said: Path) -> int:
    """Runs a script of ours to its end; its exit code, below 0 where a signal ended it.

    Args:
        said: the file into which it writes what it says, and what went wrong.
    """
    run = {"script": str(script), "arguments": arguments, "said": str(said)}
    return _ask({"environment": environment, "run": run})


def is_there() -> bool:
    """Does anybody fork? Not where a tool uses what the journeys use."""
    return SOCKET in os.environ


def _ask(wanted: dict[str, object], at: Path | None = None) -> int:
    with socket.socket(socket.AF_UNIX) as asking:
        _connect(asking, str(at or os.environ[SOCKET]))
        asking.sendall(json.dumps(wanted).encode() + b"\n")
        return int(asking.makefile().readline())


def _connect(asking: socket.socket, path: str) -> None:
    """However long the loading takes."""
    for _ in range(2400):
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
    _fork_at(sys.argv[1])


def _fork_at(path: str) -> NoReturn:
    """Forks whatever it is asked for."""
    # Nobody waits for what is forked: it is gone as soon as it ends.
    signal.signal(signal.SIGCHLD, signal.SIG_IGN)
    gc.collect()
    gc.freeze()
    listening = socket.socket(socket.AF_UNIX)
    listening.bind(path)
    listening.listen(16)
    while True:
        asking, _ = listening.accept()
        with asking:
            wanted = json.loads(asking.makefile().readline())
            pid = os.fork()
            if pid == 0:
                listening.close()
                _become(wanted, asking)
            if "run" not in wanted:
                asking.sendall(f"{pid}\n".encode())


def _become(wanted: dict[str, Any], asking: socket.socket) -> NoReturn:
    """What was asked for, in this process."""
    try:
        _end_with_parent()
        signal.signal(signal.SIGCHLD, signal.SIG_DFL)
        os.environ.clear()
        os.environ.update(wanted["environment"])
        time.tzset()
        os.chdir(ROOT / "server")
        if "run" in wanted:
            asking.sendall(f"{_run_to_its_end(wanted['run'])}\n".encode())
            os._exit(0)
        asking.close()
        if "settle" in wanted:
            importlib.import_module("bucephal_server.wsgi")
            _load_api()
            _fork_at(wanted["settle"])
        _serve()
    except BaseException:
        traceback.print_exc()
    finally:
        os._exit(1)


def _load_api() -> None:
    """What Django loads with the first request, and what a phone takes along, under the yard's own ladder."""
    importlib.import_module("bucephal_server.urls")
    importlib.import_module("exchange.nightly")
    from bucephal.pages import compact_pack
    from bucephal.planning import PlanRequest
    from django.db import connections
    from horses.models import Horse
    from reading.services import spares_of

    from e2e.clock import TODAY

    for horse in Horse.objects.select_related("yard"):
        compact_pack(spares_of(horse, PlanRequest(on=TODAY, minutes=horse.usual_minutes)))
    connections.close_all()


def _run_to_its_end(run: dict[str, Any]) -> int:
    pid = os.fork()
    if pid:
        return os.waitstatus_to_exitcode(os.waitpid(pid, 0)[1])
    try:
        _end_with_parent()
        _speak_into(run["said"])
        from e2e.moved import run_script

        run_script([run["script"], *run["arguments"]])
    except SystemExit as ended:
        os._exit(ended.code if isinstance(ended.code, int) else int(ended.code is not None))
    except BaseException:
        traceback.print_exc()
        os._exit(1)
    finally:
        sys.stdout.flush()
        sys.stderr.flush()
    os._exit(0)


def _speak_into(path: str) -> None:
    into = os.open(path, os.O_RDWR | os.O_CREAT)
    for stream in (0, 1, 2):
        os.dup2(into, stream)


def _serve() -> None:
    _speak_into(os.devnull)
    from e2e.clock import move_clock

    move_clock()
    import serve

    serve.main()


def _load() -> None:
    """All that is the same in every server: not what reads its settings when it is loaded."""
    for name in _LIBRARIES:
        importlib.import_module(name)
    import bucephal

    for module in pkgutil.walk_packages(bucephal.__path__, "bucephal."):
        importlib.import_module(module.name)
    _compile_coaches()


def _compile_coaches() -> None:
    """Those of every exercise, as a phone takes them along."""
    from bucephal.ladder import load_catalogue
    from bucephal.pages import compact_pack, horse_facts, spare_pack
    from bucephal.planning import PlanRequest
    from bucephal.progress import Standing

    from e2e.clock import TODAY
    from e2e.seed import RECORDS, seeded_record

    catalogue = load_catalogue()
    for seed in RECORDS:
        standing = Standing(seeded_record(seed, TODAY), catalogue, TODAY)
        request = PlanRequest(on=TODAY, minutes=40)
        compact_pack(spare_pack(horse_facts(standing), standing, request))


def _end_with_parent() -> None:
    """However the one that forked this ends."""
    ctypes.CDLL(None).prctl(_PR_SET_PDEATHSIG, signal.SIGKILL)


if __name__ == "__main__":
    main()
