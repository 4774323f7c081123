"""What a developer runs between commits: lint of what changed, tests of its rooms and of those above.

python tools/quick_tests.py [--since REV] [--list]

Rooms of the core and apps of the server are read from their imports. Property tests try fewer examples
than in `make test`; the golden checks run under one hash seed; journeys are left to `make test`.
"""

from __future__ import annotations

import argparse
import os
import subprocess
import sys
import time
from collections.abc import Iterable, Iterator, Sequence
from pathlib import Path

import grimp

ROOT = Path(__file__).resolve().parent.parent
sys.path[:0] = [str(ROOT / "core"), str(ROOT / "server")]
BIN = Path(sys.executable).parent
APPS = (
    "accounts", "yards", "ground", "horses", "training", "pictures", "derived", "reading", "exchange",
    "bucephal_server",
)  # fmt: skip
Command = tuple[str, list[str], Path]
"""What it is called, the command, and where it runs."""


def changed_files(since: str) -> list[str]:
    """Paths below the root that differ from a revision, new ones among them."""
    differ = _git("diff", "--name-only", since)
    new = _git("ls-files", "--others", "--exclude-standard")
    return sorted({one for one in (*differ, *new) if (ROOT / one).exists()})


def _git(*arguments: str) -> list[str]:
    said = subprocess.run(["git", *arguments], cwd=ROOT, check=True, capture_output=True, text=True)
    return said.stdout.split()


def rooms_to_test(files: Iterable[str]) -> list[str]:
    """Rooms of the core of which a module or a test changed, and those that know such a room."""
    return _with_those_above(files, "core/bucephal/", "core/tests/", "bucephal", ("bucephal",))


def apps_to_test(files: Iterable[str]) -> list[str]:
    """The same of the server's apps."""
    return _with_those_above(files, "server/", "server/", "", APPS)


def _with_those_above(
    files: Iterable[str], sources: str, tests: str, package: str, roots: Sequence[str]
) -> list[str]:
    graph = grimp.build_graph(*roots)
    found: set[str] = set()
    for file in files:
        below = sources if file.startswith(sources) else tests
        room, _, rest = file.removeprefix(below).partition("/")
        if not file.startswith((sources, tests)) or not rest.endswith(".py"):
            continue
        found.add(room)
        module = f"{package}.{room}" if package else room
        if file.startswith(sources) and "tests/" not in rest and module in graph.modules:
            above = graph.find_downstream_modules(module, as_package=True)
            found |= {one.removeprefix(f"{package}.").split(".")[0] for one in above}
    return sorted(found)


def commands_for(files: Sequence[str]) -> Iterator[Command]:
    """What is run, the quickest first."""
    python = [one for one in files if one.endswith(".py")]
    web = [
        one.removeprefix("web/")
        for one in files
        if one.startswith("web/") and one.endswith((".ts", ".tsx", ".css"))
    ]
    if python:
        yield "ruff", [str(BIN / "ruff"), "check", *python], ROOT
        yield "format", [str(BIN / "ruff"), "format", "--check", *python], ROOT
        yield "floors of the core", [str(BIN / "lint-imports"), "--config", "../.importlinter"], ROOT / "core"
        yield (
            "floors of the server",
            [str(BIN / "lint-imports"), "--config", "../.importlinter-server"],
            ROOT / "server",
        )
        yield (
            "types",
            [str(BIN / "mypy"), "core/bucephal", "core/tests", "server", "demo", "tools", "e2e"],
            ROOT,
        )
    if web:
        yield "web: types", ["npx", "tsc", "--noEmit"], ROOT / "web"
        yield "web: lint", ["npx", "biome", "check", *web], ROOT / "web"
        yield "web: tests", ["npx", "vitest", "related", "--run", *web], ROOT / "web"
    pytest = [str(BIN / "pytest"), "-q", "-n", "2", "--dist", "worksteal"]
    rooms = [f"core/tests/{one}" for one in rooms_to_test(files) if (ROOT / "core/tests" / one).exists()]
    if rooms:
        yield "core", [*pytest, *dict.fromkeys((*rooms, "core/tests/golden"))], ROOT
    apps = [f"server/{one}" for one in apps_to_test(files) if (ROOT / "server" / one / "tests").exists()]
    others = [one for one in ("demo", "tools") if any(file.startswith(f"{one}/") for file in files)]
    if apps or others:
        yield "server, demo, tools", [*pytest, *apps, *others], ROOT


def main() -> int:
    parser = argparse.ArgumentParser(
        description=__doc__, formatter_class=argparse.RawDescriptionHelpFormatter
    )
    parser.add_argument(
        "--since", default="HEAD", help="what counts as changed is all since this revision (HEAD)"
    )
    parser.add_argument("--list", action="store_true", help="only say what would be run")
    options = parser.parse_args()
    began, failed = time.monotonic(), []
    for name, command, folder in commands_for(changed_files(options.since)):
        print(f"== {name}: {' '.join(command)[:200]}", flush=True)
        environment = {**os.environ, "BUCEPHAL_TESTS": "quick", "PYTHONHASHSEED": "1"}
        if not options.list and subprocess.run(command, cwd=folder, check=False, env=environment).returncode:
            failed.append(name)
    print(f"== {time.monotonic() - began:.0f} s; failed: {', '.join(failed) or 'nothing'}")
    return 1 if failed else 0


if __name__ == "__main__":
    sys.exit(main())
