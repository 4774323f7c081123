"""An archive each night, made by the server itself: nobody has to set anything up to have one."""

from __future__ import annotations

import logging
import threading
from datetime import datetime, time, timedelta

from django.conf import settings
from django.db import close_old_connections
from django.utils import timezone

from exchange.archive_files import NoArchive, last_made
from exchange.archives import make_archive

log = logging.getLogger(__name__)

AT = time(2, 30)
LOOKS_EVERY_S = 600


def is_due(now: datetime, last: datetime | None) -> bool:
    """Has the last night's time gone by since the last one was made?"""
    local = timezone.localtime(now)
    tonight = timezone.make_aware(datetime.combine(local.date(), AT))
    return last is None or last < (tonight if tonight <= local else tonight - timedelta(days=1))


def watch(ended: threading.Event) -> None:
    """Makes one whenever it is due, until it is ended; what goes wrong is logged, and tried again later."""
    while not ended.wait(LOOKS_EVERY_S):
        try:
            make_if_due(timezone.now())
        except (NoArchive, OSError):
            log.exception("no archive was made this night")
        finally:
            close_old_connections()


def make_if_due(now: datetime) -> bool:
    """
    Raises:
        NoArchive: if the database is none of SQLite's.
        OSError: if there is no room.
    """
    if settings.ARCHIVES_KEPT == 0 or not is_due(now, last_made()):
        return False
    make_archive(keep=settings.ARCHIVES_KEPT)
    return True
