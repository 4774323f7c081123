"""Changes the core in small ways and looks whether a test notices: the share killed, room by room.

python tools/mutate.py [--rooms answers coach ...] [--each 40] [--seed 1] [--workers 2]

The changes are those of cosmic-ray, a sample of them drawn with a seed; what only changes a type hint or
a docstring is passed over. Each is tried against its room's own tests and then, if it lives, against all
of the core's. Nothing in the work tree is touched: each worker has a copy.
"""

from __future__ import annotations

import argparse
import ast
import os
import random
import shutil
import subprocess
import sys
import tempfile
from collections.abc import Iterator
from concurrent.futures import ThreadPoolExecutor
from dataclasses import dataclass
from pathlib import Path
from queue import SimpleQueue

from cosmic_ray.ast import ast_nodes, get_ast
from cosmic_ray.mutating import mutate_code
from cosmic_ray.plugins import get_operator, operator_names

ROOT = Path(__file__).resolve().parent.parent
ROOMS = ("answers", "coach", "response", "welfare", "planning")
WANTED = 0.85
LONGEST_S = 300
"""A change that makes a test run for ever is noticed too."""


@dataclass(frozen=True)
class Mutant:
    room: str
    module: str
    """Path below the core."""
    line: int
    operator: str
    code: str


def sample(room: str, most: int, chance: random.Random) -> list[Mutant]:
    """Some of the changes that could be made of a room's modules, of those that change what they do."""
    every = list(_places(room))
    chance.shuffle(every)
    found = list[Mutant]()
    for path, name, occurrence, line in every:
        mutant = _changed(room, path, name, occurrence, line)
        if mutant is not None:
            found.append(mutant)
        if len(found) == most:
            break
    return found


def _places(room: str) -> Iterator[tuple[Path, str, int, int]]:
    """Module, operator, which of its occurrences, line."""
    for path in sorted((ROOT / "core/bucephal" / room).glob("*.py")):
        nodes = list(ast_nodes(get_ast(path.read_text(encoding="utf-8"))))
        for name in operator_names():
            operator = get_operator(name)
            if operator.arguments():
                continue
            at = [start for node in nodes for start, _ in operator().mutation_positions(node)]
            yield from ((path, name, number, line) for number, (line, _) in enumerate(at))


def _changed(room: str, path: Path, name: str, occurrence: int, line: int) -> Mutant | None:
    source = path.read_text(encoding="utf-8")
    code = mutate_code(source, get_operator(name)(), occurrence)
    if code is None or _meaning(code) in (_meaning(source), None):
        return None
    return Mutant(room, str(path.relative_to(ROOT / "core")), line, name, code)


def _meaning(source: str) -> str | None:
    """A module without what never runs: hints of types, docstrings. None: it cannot be read."""
    try:
        tree = ast.parse(source)
    except SyntaxError:
        return None
    for node in ast.walk(tree):
        if isinstance(node, ast.FunctionDef):
            node.returns = None
            for one in (*node.args.args, *node.args.kwonlyargs):
                one.annotation = None
        if isinstance(node, ast.AnnAssign) and not any(isinstance(n, ast.Call) for n in ast.walk(node)):
            node.annotation = ast.Constant(None)
        if isinstance(node, ast.Expr) and isinstance(node.value, ast.Constant):
            node.value = ast.Constant(None)
    return ast.dump(tree)


def is_noticed(mutant: Mutant, copy: Path) -> bool:
    """Does a test fail, in this copy of the core, once the change is made?"""
    path = copy / "core" / mutant.module
    before = path.read_text(encoding="utf-8")
    path.write_text(mutant.code, encoding="utf-8")
    try:
        return any(not _passes(copy, tests) for tests in (f"core/tests/{mutant.room}", "core/tests"))
    finally:
        path.write_text(before, encoding="utf-8")


def _passes(copy: Path, tests: str) -> bool:
    command = [sys.executable, "-m", "pytest", "-x", "-q", "-p", "no:django", "-p", "no:cacheprovider", tests]
    env = os.environ | {"PYTHONDONTWRITEBYTECODE": "1", "PYTHONHASHSEED": "1"}
    try:
        run = subprocess.run(command, cwd=copy, env=env, capture_output=True, timeout=LONGEST_S, check=False)
    except subprocess.TimeoutExpired:
        return False
    return run.returncode == 0


def copies(number: int, folder: Path) -> SimpleQueue[Path]:
    """Copies of what the core's tests need, one a worker."""
    waiting: SimpleQueue[Path] = SimpleQueue()
    for n in range(number):
        shutil.copytree(ROOT / "core", folder / str(n) / "core", ignore=shutil.ignore_patterns("__pycache__"))
        shutil.copy(ROOT / "pyproject.toml", folder / str(n) / "pyproject.toml")
        waiting.put(folder / str(n))
    return waiting


def tried(mutants: list[Mutant], workers: int) -> list[tuple[Mutant, bool]]:
    with tempfile.TemporaryDirectory() as folder, ThreadPoolExecutor(workers) as pool:
        free = copies(workers, Path(folder))
        if not _passes(Path(folder) / "0", "core/tests"):
            sys.exit("the core's tests fail as they are: nothing can be told of changes")

        def attempt(mutant: Mutant) -> bool:
            copy = free.get()
            try:
                return is_noticed(mutant, copy)
            finally:
                free.put(copy)

        return list(zip(mutants, pool.map(attempt, mutants), strict=True))


def main() -> None:
    parser = argparse.ArgumentParser(description=__doc__)
    parser.add_argument("--rooms", nargs="+", default=list(ROOMS))
    parser.add_argument("--each", type=int, default=40, help="changes tried a room (40)")
    parser.add_argument("--seed", type=int, default=1)
    parser.add_argument("--workers", type=int, default=os.cpu_count() or 1)
    options = parser.parse_args()
    for room in options.rooms:
        chosen = sample(room, options.each, random.Random(options.seed))
        results = tried(chosen, options.workers)
        killed = sum(noticed for _, noticed in results)
        share = killed / len(results)
        mark = "" if share >= WANTED else f"   under {WANTED:.0%}"
        print(f"{room:<10} {killed} of {len(results)} noticed, {share:.0%}{mark}", flush=True)
        for mutant, noticed in results:
            if not noticed:
                print(f"    lives: {mutant.module}:{mutant.line} {mutant.operator.removeprefix('core/')}")


if __name__ == "__main__":
    main()
