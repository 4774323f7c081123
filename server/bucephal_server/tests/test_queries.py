"""A query for horses starts from the person who asks, so that nobody sees what is not theirs.

Read from the code itself: whatever asks ``Horse.objects`` goes on with ``of(person)`` (``ever_of``: those that left too), and no yard's horses are
asked for past it. What works for nobody in particular is named here.
"""

from __future__ import annotations

import ast
from collections.abc import Iterator
from pathlib import Path

from django.conf import settings

ROOT = Path(settings.BASE_DIR)
FOR_NOBODY = {
    ("horses/services.py", "create"),  # a horse is added to the yard of whoever adds it
    ("horses/services.py", "select_for_update"),  # a horse that is at hand already, held while it is changed
    ("horses/services.py", "filter"),  # what has changed is noted by its key
    ("training/services.py", "filter"),  # of sessions that were changed: in which version
    ("training/record_storage.py", "create"),  # a whole record is stored
    ("exchange/export_files.py", "filter"),  # all of them, by whoever runs the machine
    (
        "exchange/import_preview.py",
        "filter",
    ),  # whose id a record carries: what is another yard's is passed over
    ("exchange/imports.py", "update_or_create"),  # of the yard of whoever takes it in
    ("derived/management/commands/rebuild.py", "select_related"),  # all of them, by whoever runs the machine
}


def _sources() -> Iterator[tuple[str, ast.AST]]:
    for path in sorted(ROOT.rglob("*.py")):
        name = path.relative_to(ROOT).as_posix()
        if "tests" not in path.parts and "migrations" not in path.parts and "/" in name:
            yield name, ast.parse(path.read_text(encoding="utf-8"))


def _after(tree: ast.AST, owner: str, attribute: str) -> Iterator[str]:
    """What is called next on ``owner.attribute``."""
    for node in ast.walk(tree):
        if (
            isinstance(node, ast.Attribute)
            and isinstance(node.value, ast.Attribute)
            and node.value.attr == attribute
            and isinstance(node.value.value, ast.Name)
            and node.value.value.id == owner
        ):
            yield node.attr


def test_a_query_for_horses_starts_from_a_person() -> None:
    found = {(name, called) for name, tree in _sources() for called in _after(tree, "Horse", "objects")}
    assert any(called == "of" for _, called in found)
    assert {one for one in found if one[1] not in ("of", "ever_of")} <= FOR_NOBODY


def test_no_query_goes_round_the_person_by_the_yard() -> None:
    """Counting them, for the place of a new one, tells nobody anything."""
    found = {(name, called) for name, tree in _sources() for called in _after(tree, "yard", "horses")}
    assert found <= {("horses/services.py", "count")}
