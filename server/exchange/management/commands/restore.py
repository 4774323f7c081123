"""Puts an archive in the place of everything that is there; what was there is archived first.

Stop the server before, and start it afterwards: it keeps in memory what it has read.
"""

from __future__ import annotations

from pathlib import Path
from typing import Any

from django.core.management import call_command
from django.core.management.base import BaseCommand, CommandError, CommandParser

from exchange.archives import NoArchive, restore


class Command(BaseCommand):
    help = __doc__
    requires_migrations_checks = False

    def add_arguments(self, parser: CommandParser) -> None:
        parser.add_argument("archive", type=Path)

    def handle(self, *args: Any, **options: Any) -> None:
        path: Path = options["archive"]
        try:
            manifest = restore(path)
        except FileNotFoundError as error:
            raise CommandError(f"{path}: is not there") from error
        except NoArchive as error:
            raise CommandError(str(error)) from error
        call_command("migrate", verbosity=0)
        self.stdout.write(f"restored what was archived on {manifest.made:%d %B %Y at %H:%M} UTC")
