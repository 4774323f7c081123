"""Commands run as a person or a script runs them."""

from __future__ import annotations

import json
from collections.abc import Callable
from pathlib import Path
from typing import Any

import pytest
from bucephal.cli.main import main

Run = Callable[..., tuple[int, Any, Any]]


@pytest.fixture
def run(capsys: pytest.CaptureFixture[str], tmp_path: Path) -> Run:
    """Runs a command; a dict among the arguments becomes a file. Gives (exit code, out, errors)."""

    def call(*arguments: Any) -> tuple[int, Any, Any]:
        words = []
        for number, argument in enumerate(arguments):
            if isinstance(argument, dict):
                path = tmp_path / f"{number}.json"
                path.write_text(json.dumps(argument))
                argument = str(path)
            words.append(argument)
        code = main(words)
        out, err = capsys.readouterr()
        return code, json.loads(out) if out else None, json.loads(err)["errors"] if err else None

    return call
