"""Writes an archive of everything into the data folder, while people work."""

from __future__ import annotations

from typing import Any

from django.core.management.base import BaseCommand, CommandParser

from exchange.archives import make_archive


class Command(BaseCommand):
    help = __doc__

    def add_arguments(self, parser: CommandParser) -> None:
        parser.add_argument(
            "--keep", type=int, help="so many of the latest stay, older ones go; all stay if left out"
        )

    def handle(self, *args: Any, **options: Any) -> None:
        self.stdout.write(str(make_archive(options["keep"])))
