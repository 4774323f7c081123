"""Puts an archive in the place of everything that is there; what was there is archived first.

Stop the server before, and start it afterwards: it keeps in memory what it has read.
"""

from __future__ import annotations

import sys
from pathlib import Path
from typing import Any

from django.core.management import call_command
from django.core.management.base import BaseCommand, CommandError, CommandParser

from exchange.archive_files import NoArchive
from exchange.archives import here, inside, restore


class Command(BaseCommand):
    help = __doc__
    requires_migrations_checks = False

    def add_arguments(self, parser: CommandParser) -> None:
        parser.add_argument("archive", type=Path)
        parser.add_argument("--yes", action="store_true", help="do not ask before it replaces what is there")

    def handle(self, *args: Any, **options: Any) -> None:
        path: Path = options["archive"]
        try:
            manifest, contents = inside(path)
            made = f"{manifest.made:%d %B %Y at %H:%M} UTC"
            self.stdout.write(f"In the archive of {made}: {contents}.")
            self._ask(options["yes"])
            restore(path)
        except FileNotFoundError as error:
            raise CommandError(f"{path}: is not there") from error
        except NoArchive as error:
            raise CommandError(str(error)) from error
        call_command("migrate", verbosity=0)
        self.stdout.write(f"restored what was archived on {made}")

    def _ask(self, is_sure: bool) -> None:
        """Says what would be replaced, and asks."""
        replaced = here()
        if replaced is None:
            self.stdout.write("Nothing is here yet.")
            return
        self.stdout.write(f"It replaces what is here: {replaced}.")
        if is_sure:
            return
        if not sys.stdin.isatty():
            raise CommandError("nothing was changed: add --yes to replace what is here")
        if input("Archive what is here, and replace it? Type yes: ").strip() != "yes":
            raise CommandError("nothing was changed")
