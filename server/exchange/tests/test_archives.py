"""Archives: what is put back is what was archived, and what is damaged is not put back at all."""

from __future__ import annotations

import json
import sqlite3
import stat
import zipfile
from collections.abc import Callable
from contextlib import closing
from datetime import date
from pathlib import Path
from typing import Any

import pytest
from django.core.management import CommandError, call_command
from django.test import Client
from exchange.archives import DATABASE, MANIFEST, NoArchive, archives, last_made, make_archive, restore
from horses.models import Horse
from testing import ask_item, new_id, send, session_item
from training.records import forget as forget_records

pytestmark = pytest.mark.django_db(transaction=True)


def export(client: Client, horse: Horse) -> bytes:
    forget_records()
    content: bytes = client.get(f"/api/horses/{horse.pk}/record").content
    return content


def test_what_is_restored_is_what_was_archived_byte_for_byte(
    client: Client, horse: Horse, today: date, nothing_kept: None
) -> None:
    before = export(client, horse)
    made = make_archive()
    session = new_id()
    send(client, [session_item(horse, session, today), ask_item(session)])
    assert export(client, horse) != before
    restore(made)
    assert export(client, horse) == before


def test_what_was_there_before_a_restore_is_archived_first(client: Client, horse: Horse, today: date) -> None:
    made = make_archive()
    send(client, [session_item(horse, new_id(), today)])
    changed = export(client, horse)
    restore(made)
    newest = archives()[0]
    assert newest != made
    restore(newest)
    assert export(client, horse) == changed


def test_an_archive_is_a_zip_with_a_database_that_any_sqlite_opens(horse: Horse, tmp_path: Path) -> None:
    made = make_archive()
    assert stat.S_IMODE(made.stat().st_mode) == 0o600
    with zipfile.ZipFile(made) as archive:
        assert archive.testzip() is None
        assert sorted(archive.namelist()) == [DATABASE, MANIFEST]
        manifest = json.loads(archive.read(MANIFEST))
        archive.extract(DATABASE, tmp_path)
    assert (manifest["format"], manifest["version"]) == ("bucephal.archive", 1)
    with closing(sqlite3.connect(tmp_path / DATABASE)) as database:
        assert database.execute("PRAGMA integrity_check").fetchone() == ("ok",)
        assert database.execute("SELECT count(*) FROM horses_horse").fetchone() == (1,)
    assert last_made() is not None


def test_so_many_are_kept(db: None) -> None:
    made = [make_archive() for _ in range(5)]
    kept = make_archive(keep=3)
    assert archives() == [kept, made[4], made[3]]


def rewritten(made: Path, change: Callable[[dict[str, bytes]], None]) -> Path:
    with zipfile.ZipFile(made) as archive:
        files = {name: archive.read(name) for name in archive.namelist()}
    change(files)
    other = made.with_name("other.zip")
    with zipfile.ZipFile(other, "w", zipfile.ZIP_DEFLATED) as archive:
        for name, content in files.items():
            archive.writestr(name, content)
    return other


def _newer(files: dict[str, bytes]) -> None:
    manifest = json.loads(files[MANIFEST])
    manifest["migrations"]["training"] = "9999_of_next_year"
    files[MANIFEST] = json.dumps(manifest).encode()


def _other_format(files: dict[str, bytes]) -> None:
    files[MANIFEST] = json.dumps({**json.loads(files[MANIFEST]), "format": "something.else"}).encode()


def _longer(files: dict[str, bytes]) -> None:
    files[DATABASE] += b"\0" * 10_000_000


def _flipped(files: dict[str, bytes]) -> None:
    middle = len(files[DATABASE]) // 2
    files[DATABASE] = files[DATABASE][:middle] + b"\xff" + files[DATABASE][middle + 1 :]


@pytest.mark.parametrize(
    ("damage", "said"),
    [
        (_newer, "newer"),
        (_other_format, "manifest.json.format"),
        (_longer, "damaged"),
        (_flipped, "damaged"),
        (lambda files: files.pop(DATABASE), "no archive"),
        (lambda files: files.pop(MANIFEST), "no archive"),
        (lambda files: files.update({MANIFEST: b"{" * 70_000}), "too long"),
        (lambda files: files.update({MANIFEST: b"[]"}), "manifest.json"),
    ],
)
def test_what_is_damaged_or_of_another_kind_is_not_put_back(
    damage: Callable[[dict[str, bytes]], None], said: str, client: Client, horse: Horse
) -> None:
    other = rewritten(make_archive(), damage)
    before = export(client, horse)
    with pytest.raises(NoArchive, match=said):
        restore(other)
    assert export(client, horse) == before


@pytest.mark.parametrize("share", [0, 1, 50, 99])
def test_a_truncated_archive_is_not_put_back(share: int, horse: Horse) -> None:
    made = make_archive()
    content = made.read_bytes()
    made.write_bytes(content[: len(content) * share // 100])
    with pytest.raises(NoArchive, match="damaged"):
        restore(made)
    assert Horse.objects.filter(pk=horse.pk).exists()


def test_the_commands_say_what_they_did(
    horse: Horse, capsys: pytest.CaptureFixture[str], tmp_path: Path
) -> None:
    call_command("archive", "--keep", "2")
    path = Path(capsys.readouterr().out.strip())
    assert path.exists()
    Horse.objects.all().delete()
    call_command("restore", str(path))
    assert "restored" in capsys.readouterr().out
    assert Horse.objects.count() == 1
    with pytest.raises(CommandError, match="is not there"):
        call_command("restore", str(tmp_path / "none.zip"))


def test_no_half_of_an_archive_is_left_where_there_is_no_room(
    horse: Horse, tmp_path: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    def full(*_: Any, **__: Any) -> None:
        raise OSError(28, "No space left on device")

    monkeypatch.setattr(zipfile.ZipFile, "write", full)
    with pytest.raises(OSError, match="No space"):
        make_archive()
    assert list((tmp_path / "archives").iterdir()) == []
