"""That what is run between commits is what a change can break."""

from __future__ import annotations

import pytest

from tools.quick_tests import apps_to_test, commands_for, rooms_to_test


@pytest.mark.parametrize(
    ("file", "among", "not_among"),
    [
        ("core/bucephal/welfare/heat.py", {"welfare", "planning", "pages"}, {"record", "ladder", "words"}),
        ("core/bucephal/base/errors.py", {"ladder", "record", "cli"}, set()),
        ("core/tests/words/test_figures.py", {"words"}, {"pages", "record"}),
        ("docs/ring.md", set(), {"words", "pages"}),
    ],
)
def test_a_room_is_tested_with_those_that_know_it(file: str, among: set[str], not_among: set[str]) -> None:
    rooms = set(rooms_to_test([file]))
    assert rooms >= among
    assert not rooms & not_among


def test_an_app_too() -> None:
    assert set(apps_to_test(["server/training/sync.py"])) >= {"training", "reading", "exchange"}
    assert "accounts" not in apps_to_test(["server/training/sync.py"])
    assert apps_to_test(["server/horses/tests/test_horses.py"]) == ["horses"]


def test_only_what_changed_is_run() -> None:
    assert [name for name, *_ in commands_for(["docs/ring.md"])] == []
    assert {"web: types", "web: tests"} <= {name for name, *_ in commands_for(["web/src/App.tsx"])}
    assert "core" in {name for name, *_ in commands_for(["core/bucephal/welfare/heat.py"])}
