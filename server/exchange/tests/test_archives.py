"""Archives: what is put back is what was archived, and what is damaged is not put back at all."""

from __future__ import annotations

import hashlib
import io
import json
import sqlite3
import stat
import zipfile
from collections.abc import Callable
from contextlib import closing
from datetime import date, datetime, timedelta
from pathlib import Path
from typing import Any

import pytest
from accounts.models import Device, User
from django.core.management import CommandError, call_command
from django.test import Client
from django.utils import timezone
from exchange.archive_files import MAKING, Busy, NoArchive, archives, beside, folder, last_made
from exchange.archives import DATABASE, MANIFEST, inside, make_archive, restore
from exchange.nightly import is_due, make_if_due
from horses.models import Horse
from testing import ask_item, forget_all, new_id, send, session_item
from training.models import StoredAsk

pytestmark = pytest.mark.django_db(transaction=True)


def export(trainer: User, horse: Horse) -> bytes:
    """Signed in anew each time: what is put back knows nobody who is signed in."""
    forget_all()
    client = Client()
    client.force_login(trainer)
    answer = client.get(f"/api/horses/{horse.pk}/record")
    assert answer.status_code == 200
    content: bytes = answer.content
    return content


def test_what_is_restored_is_what_was_archived_byte_for_byte(
    client: Client, trainer: User, horse: Horse, today: date
) -> None:
    before = export(trainer, horse)
    made = make_archive()
    session = new_id()
    send(client, [session_item(horse, session, today), ask_item(session)])
    assert export(trainer, horse) != before
    restore(made)
    assert export(trainer, horse) == before


def test_what_was_there_before_a_restore_is_archived_first(
    client: Client, trainer: User, horse: Horse, today: date
) -> None:
    made = make_archive()
    send(client, [session_item(horse, new_id(), today)])
    changed = export(trainer, horse)
    restore(made)
    newest = archives()[0]
    assert newest != made
    restore(newest)
    assert export(trainer, horse) == changed


def test_nobody_is_signed_in_by_an_archive_that_was_put_back(
    client: Client, trainer: User, horse: Horse
) -> None:
    assert client.get("/api/me").status_code == 200
    made = make_archive()
    keys = [one.session_key.encode() for one in Device.objects.all()]
    assert client.get("/api/me").status_code == 200, "of those who work meanwhile nobody is sent away"
    with zipfile.ZipFile(made) as archive:
        copy = archive.read(DATABASE)
    assert keys
    assert not any(key in copy for key in keys), "not even in what the database has let go"
    restore(made)
    assert client.get("/api/me").status_code == 401


def test_two_at_once_do_not_get_into_each_others_way(horse: Horse) -> None:
    folder().mkdir()
    with beside(MAKING), pytest.raises(Busy, match="is busy already"):
        make_archive()
    assert make_archive().exists()


def test_before_it_is_put_back_it_is_said_what_replaces_what(
    client: Client,
    horse: Horse,
    today: date,
    capsys: pytest.CaptureFixture[str],
    monkeypatch: pytest.MonkeyPatch,
) -> None:
    made = make_archive()
    session = new_id()
    send(client, [session_item(horse, session, today), ask_item(session)])
    asks = StoredAsk.objects.count()
    with pytest.raises(CommandError, match="add --yes"):
        call_command("restore", str(made))
    said = capsys.readouterr().out
    assert f"1 yards, 1 people, 1 horses, 8 sessions, {asks - 1} asks" in said.splitlines()[0]
    assert f"It replaces what is here: 1 yards, 1 people, 1 horses, 9 sessions, {asks} asks" in said
    assert f"the last session on {today}." in said.splitlines()[1]
    monkeypatch.setattr("sys.stdin", io.StringIO("no\n"))
    monkeypatch.setattr("sys.stdin.isatty", lambda: True, raising=False)
    with pytest.raises(CommandError, match="nothing was changed"):
        call_command("restore", str(made))
    assert StoredAsk.objects.count() == asks
    call_command("restore", "--yes", str(made))
    assert StoredAsk.objects.count() == asks - 1


def test_what_an_older_version_has_not_holds_no_archive_up(horse: Horse, tmp_path: Path) -> None:
    made = make_archive()

    def without(files: dict[str, bytes]) -> None:
        path = tmp_path / "older.sqlite3"
        path.write_bytes(files[DATABASE])
        with closing(sqlite3.connect(path)) as database:
            database.execute(f"DROP TABLE {Device._meta.db_table}")
            database.execute(f"DROP TABLE {StoredAsk._meta.db_table}")
            database.commit()
        files[DATABASE] = path.read_bytes()
        told = json.loads(files[MANIFEST])
        sum_ = hashlib.sha256(files[DATABASE]).hexdigest()
        files[MANIFEST] = json.dumps({**told, "bytes": len(files[DATABASE]), "sha256": sum_}).encode()

    _, contents = inside(rewritten(made, without))
    assert (contents.horses, contents.asks) == (1, 0)


def test_each_night_one_is_made_and_so_many_stay(horse: Horse, settings: Any) -> None:
    settings.ARCHIVES_KEPT = 2
    now = timezone.now()
    for days in (0, 2, 3, 4):
        assert make_if_due(now + timedelta(days=days))
        assert len(archives()) == min(days + 1, 2)
    assert not make_if_due(now)
    settings.ARCHIVES_KEPT = 0
    assert not make_if_due(now + timedelta(days=9))


@pytest.mark.parametrize(
    ("now", "last", "due"),
    [
        ("2026-06-02T02:29", "2026-06-01T02:31", False),
        ("2026-06-02T02:30", "2026-06-01T02:31", True),
        ("2026-06-02T12:00", "2026-06-02T02:30", False),
        ("2026-06-02T12:00", "2026-06-01T23:00", True),
        ("2026-06-02T01:00", "2026-05-31T12:00", True),
        ("2026-06-02T01:00", None, True),
    ],
)
def test_one_is_due_when_a_night_has_gone_by(now: str, last: str | None, due: bool) -> None:
    def moment(written: str) -> datetime:
        return timezone.make_aware(datetime.fromisoformat(written))

    assert is_due(moment(now), None if last is None else moment(last)) is due


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
    damage: Callable[[dict[str, bytes]], None], said: str, trainer: User, horse: Horse
) -> None:
    other = rewritten(make_archive(), damage)
    before = export(trainer, horse)
    with pytest.raises(NoArchive, match=said):
        restore(other)
    assert export(trainer, horse) == before


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
    call_command("restore", "--yes", str(path))
    assert "restored" in capsys.readouterr().out
    assert Horse.objects.count() == 1
    with pytest.raises(CommandError, match="is not there"):
        call_command("restore", "--yes", str(tmp_path / "none.zip"))


def test_no_half_of_an_archive_is_left_where_there_is_no_room(
    horse: Horse, tmp_path: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    def full(*_: Any, **__: Any) -> None:
        raise OSError(28, "No space left on device")

    monkeypatch.setattr(zipfile.ZipFile, "write", full)
    with pytest.raises(OSError, match="No space"):
        make_archive()
    assert list((tmp_path / "archives").iterdir()) == []
