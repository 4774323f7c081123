"""What the documents point at is there."""

from __future__ import annotations

import re
from pathlib import Path

import pytest
from bucephal.words.entry_words import NOTATION

ROOT = Path(__file__).resolve().parent.parent.parent
DOCUMENTS = sorted([*ROOT.glob("*.md"), *(ROOT / "docs").rglob("*.md")])
LINK = re.compile(r"\[[^\]]*\]\(([^)#\s]+)(?:#[^)]*)?\)")
NAMED_PATH = re.compile(r"`((?:core|server|web|docs|tools|demo|e2e)/[\w./@-]+\.(?:py|tsx?|toml|md|json))`")
# The rooms of the core that an answer goes through, from the ground up.
THREAD = (
    "words",
    "record",
    "ladder",
    "answers",
    "response",
    "welfare",
    "progress",
    "planning",
    "coach",
    "pages",
)
"""In the order in which the program goes from a tap to the next plan."""


@pytest.mark.parametrize("document", DOCUMENTS, ids=lambda path: str(path.relative_to(ROOT)))
def test_every_link_and_every_path_leads_somewhere(document: Path) -> None:
    text = document.read_text(encoding="utf-8")
    links = [document.parent / link for link in LINK.findall(text) if "://" not in link]
    named = [ROOT / path for path in NAMED_PATH.findall(text)]
    assert [str(path) for path in (*links, *named) if not path.exists()] == []


@pytest.mark.parametrize("document", DOCUMENTS, ids=lambda path: str(path.relative_to(ROOT)))
def test_no_table_is_cut(document: Path) -> None:
    # A row after a line that is no row begins a table, and its second line rules off the head.
    lines = document.read_text(encoding="utf-8").splitlines()
    heads = [
        number
        for number, line in enumerate(lines)
        if line.startswith("|") and (number == 0 or not lines[number - 1].startswith("|"))
    ]
    assert [lines[n] for n in heads if not re.match(r"^\|[ :|-]+\|$", lines[n + 1])] == []


def test_the_notation_is_told_whole() -> None:
    """Every form that the help beside the text names stands in the document too."""
    text = (ROOT / "docs/quick-entry.md").read_text(encoding="utf-8")
    assert [form for form, _ in NOTATION if form not in text] == []


def test_the_first_hour_follows_an_answer_through_each_room_once() -> None:
    text = (ROOT / "docs/first-hour.md").read_text(encoding="utf-8")
    thread = text[text.index("**Read one thread**") : text.index("**Let a horse arrive**")]
    rooms = [link.split("/")[3] for link in LINK.findall(thread) if link.startswith("../core/bucephal/")]
    assert list(dict.fromkeys(rooms)) == list(THREAD)
    assert (
        thread.index("ringSession.ts")
        < thread.index("sync.py")
        < thread.index("records.py")
        < thread.index("standing.py")
    )


def test_running_a_yard_names_what_is_there() -> None:
    """Commands and files of docs/run.md; what they do is tried in e2e/test_served.py and test_faults.py."""
    words = (ROOT / "docs/run.md").read_text()
    files = set(re.findall(r"server/deploy/[\w-]+\.[a-z]+", words))
    assert {"server/deploy/site_files.py", "server/deploy/bucephal-archive.service"} <= files
    for name in files:
        assert (ROOT / name).exists(), name
    commands = set(re.findall(r"manage\.py (\w+)", words))
    assert {"createyard", "restore", "passwordlink", "check", "export", "take_in"} == commands
    ours = {path.stem for path in (ROOT / "server").rglob("management/commands/*.py")}
    assert commands - {"check"} <= ours
    makefile = (ROOT / "Makefile").read_text()
    for target in re.findall(r"(?:^|`|&& )make (\w+)", words, re.MULTILINE):
        assert f"\n{target}:" in makefile, target


def test_what_is_promised_is_tested_where_it_says() -> None:
    words = (ROOT / "docs/security.md").read_text()
    named = set(re.findall(r"test_\w+\.py", words))
    assert len(named) > 10
    there = {path.name for path in ROOT.glob("*/**/test_*.py") if "node_modules" not in path.parts}
    assert named <= there
