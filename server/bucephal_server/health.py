"""How the machine is: which version, whether its database is up to date, how much room is left, the last
archive.
"""

from __future__ import annotations

import shutil
from datetime import datetime
from functools import lru_cache
from importlib.metadata import version

from django.conf import settings
from django.db import connection
from django.db.migrations.executor import MigrationExecutor
from exchange.archive_files import last_made
from ninja import Schema
from pydantic import Field

LITTLE_ROOM_MB = 500
"""Below it somebody should look [own]: an archive of a yard of many years wants about as much."""


class Health(Schema):
    """Answered with 200 as long as the database answers."""

    status: str = Field(description="ok, or care: something in the list below wants looking at.")
    version: str
    migrations_waiting: int
    free_mb: int = Field(description="Room left where the data stand.")
    last_archive: datetime | None
    care: list[str]


def health() -> Health:
    connection.ensure_connection()
    waiting, free_mb = migrations_waiting(), shutil.disk_usage(settings.DATA_DIR).free // 1024**2
    care = [
        *(["migrations"] if waiting else []),
        *(["disk"] if free_mb < LITTLE_ROOM_MB else []),
    ]
    return Health(
        status="care" if care else "ok", version=version("bucephal"), migrations_waiting=waiting,
        free_mb=free_mb, last_archive=last_made(), care=care,
    )  # fmt: skip


def migrations_waiting() -> int:
    """How many the database has not seen. Looked up once where it has seen all: none come while a process
    runs.
    """
    try:
        return _none_waiting()
    except _SomeWait as some:
        return some.count


class _SomeWait(Exception):
    def __init__(self, count: int) -> None:
        super().__init__(count)
        self.count = count


@lru_cache(maxsize=1)
def _none_waiting() -> int:
    """Remembered only where there is nothing to wait for: an exception is not."""
    executor = MigrationExecutor(connection)
    count = len(executor.migration_plan(executor.loader.graph.leaf_nodes()))
    if count:
        raise _SomeWait(count)
    return 0
