"""Archives: the whole database in one file, made while people work, and put back.

A zip with ``manifest.json`` (what it is, when it was made, by which version, its sum) and the database as
SQLite wrote it. Each is there whole or not at all; putting one back is one transaction of the database. One
at a time is made or put back. Who is signed in on which device is not in it: put back, everybody signs in
again.
"""

from __future__ import annotations

import shutil
import sqlite3
import zipfile
import zlib
from contextlib import closing
from datetime import UTC, datetime
from importlib.metadata import version
from pathlib import Path
from typing import Any, NamedTuple

from accounts.models import Device, Failed, User, Yard
from django.db import connection
from django.db.migrations.loader import MigrationLoader
from django.db.models import Model
from horses.models import Horse
from pydantic import BaseModel, ConfigDict, Field, ValidationError
from training.models import StoredAsk, StoredSession

from exchange.archive_files import MAKING, STAMP, NoArchive, archives, beside, folder, put, sum_of

FORMAT, VERSION = "bucephal.archive", 1
DATABASE, MANIFEST = "bucephal.sqlite3", "manifest.json"
MOST_MANIFEST_BYTES = 64 * 1024
STEP_PAGES = 64


class Manifest(BaseModel):
    """What an archive says of itself.

    Fields:
        migrations: by app, the last one that its database has seen.
        bytes, sha256: of the database.
    """

    model_config = ConfigDict(frozen=True, extra="forbid")

    format: str = Field(pattern=f"^{FORMAT}$")
    version: int = Field(ge=VERSION, le=VERSION)
    made: datetime
    product: str
    migrations: dict[str, str]
    bytes: int = Field(gt=0)
    sha256: str


def make_archive(keep: int | None = None) -> Path:
    """Writes one of the database as it is now; whoever writes meanwhile is not held up.

    Args:
        keep: so many of the latest stay; None: all do.

    Raises:
        NoArchive: if the database is none of SQLite's.
        OSError: if there is no room; then there is none of it.
    """
    raw = _sqlite()
    folder().mkdir(exist_ok=True)
    made = datetime.now(UTC)
    with beside(MAKING) as (copy, zipped):
        with closing(sqlite3.connect(copy)) as target:
            raw.backup(target)
            target.execute("PRAGMA journal_mode=DELETE")
            _forget_who_is_signed_in(target)
        with zipfile.ZipFile(zipped, "w", zipfile.ZIP_DEFLATED, compresslevel=6) as archive:
            archive.writestr(MANIFEST, _manifest(copy, made).model_dump_json(indent=1))
            archive.write(copy, DATABASE)
        whole = folder() / f"bucephal-{made.strftime(STAMP)}.zip"
        put(zipped, whole)
    if keep is not None:
        for old in archives()[max(keep, 1) :]:
            old.unlink(missing_ok=True)
    return whole


def _forget_who_is_signed_in(copy: sqlite3.Connection) -> None:
    """Whoever has the file could go on as they; and devices that were ended would be back."""
    copy.execute("PRAGMA secure_delete=ON")
    for model in (Device, Failed):
        if _has_table(copy, model._meta.db_table):
            copy.execute(f"DELETE FROM {model._meta.db_table}")  # noqa: S608 - a name of ours
    copy.commit()


class Contents(NamedTuple):
    """How much there is in a database."""

    yards: int
    people: int
    horses: int
    sessions: int
    asks: int
    last_session: str | None

    def __str__(self) -> str:
        last = "" if self.last_session is None else f", the last session on {self.last_session}"
        return (
            f"{self.yards} yards, {self.people} people, {self.horses} horses, {self.sessions} sessions, "
            f"{self.asks} asks{last}"
        )


def here() -> Contents | None:
    """What there is now; None: nothing yet."""
    raw = _sqlite()
    return _contents(raw) if _has_tables(raw) else None


def inside(path: Path) -> tuple[Manifest, Contents]:
    """What an archive is, and holds.

    Raises:
        NoArchive: if it is none, or damaged, or of a newer version.
    """
    folder().mkdir(exist_ok=True)
    with beside("looking") as (copy, _):
        manifest = _unpacked(path, copy)
        try:
            with closing(sqlite3.connect(f"file:{copy}?mode=ro", uri=True)) as database:
                return manifest, _contents(database)
        except sqlite3.DatabaseError as error:
            raise NoArchive(f"{path.name}/{DATABASE}", f"is no database of ours ({error})") from error


def _contents(raw: sqlite3.Connection) -> Contents:
    def told(model: type[Model], what: str = "count(*)") -> Any:
        """Of a table that an older version has not: nothing."""
        table = model._meta.db_table
        if not _has_table(raw, table):
            return 0
        return raw.execute(f"SELECT {what} FROM {table}").fetchone()[0]  # noqa: S608

    last = told(StoredSession, "max(date)") or None
    return Contents(told(Yard), told(User), told(Horse), told(StoredSession), told(StoredAsk), last)


def _manifest(copy: Path, made: datetime) -> Manifest:
    return Manifest(
        format=FORMAT,
        version=VERSION,
        made=made,
        product=version("bucephal"),
        migrations=_last_migrations(copy),
        bytes=copy.stat().st_size,
        sha256=sum_of(copy),
    )


def restore(path: Path) -> Manifest:
    """Puts an archive in the place of what there is: all of it, or nothing.

    What was there is archived first. The shape of an older one is brought up to date by ``manage.py
    migrate``.

    Raises:
        NoArchive: if it is none, or damaged, or of a newer version.
        OSError: if there is no room; then what was there stays.
    """
    raw = _sqlite()
    folder().mkdir(exist_ok=True)
    with beside("restoring") as (copy, _):
        manifest = _unpacked(path, copy)
        if _has_tables(raw):
            make_archive()
        with closing(sqlite3.connect(f"file:{copy}?mode=ro", uri=True)) as source:
            # Step by step within one transaction: until the last of them it is as it was.
            source.backup(raw, pages=STEP_PAGES, progress=lambda *_: None)
    return manifest


def _unpacked(path: Path, copy: Path) -> Manifest:
    """The database of an archive, checked, as a file."""
    try:
        with zipfile.ZipFile(path) as archive:
            manifest = _read_manifest(archive)
            with archive.open(DATABASE) as packed, copy.open("wb") as file:
                shutil.copyfileobj(_Limited(packed, manifest.bytes), file, 1024 * 1024)
    except (zipfile.BadZipFile, EOFError, KeyError, NotImplementedError, RuntimeError, zlib.error) as error:
        raise NoArchive(path.name, f"is no archive, or a damaged one ({error})") from error
    if copy.stat().st_size != manifest.bytes or sum_of(copy) != manifest.sha256:
        raise NoArchive(f"{path.name}/{DATABASE}", "is not what was archived: it is damaged")
    _check_database(copy, path.name)
    _check_known(manifest, path.name)
    return manifest


class _Limited:
    """A stream that ends where it was said to end: what unpacks to more than that is damaged, or meant to
    hurt.
    """

    def __init__(self, stream: object, most: int) -> None:
        self.stream, self.left = stream, most + 1

    def read(self, size: int = -1) -> bytes:
        size = self.left if size < 0 else min(size, self.left)
        read: bytes = self.stream.read(size)  # type: ignore[attr-defined]
        self.left -= len(read)
        return read


def _read_manifest(archive: zipfile.ZipFile) -> Manifest:
    if archive.getinfo(MANIFEST).file_size > MOST_MANIFEST_BYTES:
        raise NoArchive(MANIFEST, "is too long for one")
    try:
        return Manifest.model_validate_json(archive.read(MANIFEST))
    except ValidationError as error:
        first = error.errors(include_url=False)[0]
        place = ".".join(str(part) for part in first["loc"])
        allowed = f"{FORMAT}, version {VERSION}"
        raise NoArchive(f"{MANIFEST}.{place}", first["msg"], allowed) from error


def _check_database(copy: Path, name: str) -> None:
    try:
        with closing(sqlite3.connect(f"file:{copy}?mode=ro", uri=True)) as database:
            said = [row[0] for row in database.execute("PRAGMA quick_check")]
    except sqlite3.DatabaseError as error:
        raise NoArchive(f"{name}/{DATABASE}", f"is no database ({error})") from error
    if said != ["ok"]:
        raise NoArchive(f"{name}/{DATABASE}", f"is damaged ({said[0]})")


def _check_known(manifest: Manifest, name: str) -> None:
    """A newer version's shape is not known here."""
    known = MigrationLoader(None, ignore_no_migrations=True).disk_migrations
    unknown = [one for one in manifest.migrations.items() if one not in known]
    if unknown:
        app, last = unknown[0]
        reason = f"was made by version {manifest.product}, which is newer ({app} {last})"
        raise NoArchive(name, reason, f"an archive of version {version('bucephal')} or older")


def _last_migrations(copy: Path) -> dict[str, str]:
    with closing(sqlite3.connect(copy)) as database:
        return dict(database.execute("SELECT app, max(name) FROM django_migrations GROUP BY app"))


def _has_tables(raw: sqlite3.Connection) -> bool:
    return _has_table(raw, "django_migrations")


def _has_table(raw: sqlite3.Connection, name: str) -> bool:
    return bool(raw.execute("SELECT 1 FROM sqlite_master WHERE name = ?", [name]).fetchone())


def _sqlite() -> sqlite3.Connection:
    """The connection itself: copying a whole database is beyond what the ORM says."""
    if connection.vendor != "sqlite":
        raise NoArchive("DATABASE_URL", f"is {connection.vendor}'s", "SQLite; others have tools of their own")
    if connection.in_atomic_block:
        # The copy would wait for ever for whoever waits for it.
        raise NoArchive("database", "is being written by whoever asks", "outside of a transaction")
    connection.ensure_connection()
    raw: sqlite3.Connection = connection.connection
    return raw
