"""Takes something out of the database: what the interface offers, for whoever runs the machine.

Without an id it lists what there is.
"""

from __future__ import annotations

from pathlib import Path
from typing import Any

from bucephal.base.errors import BucephalError
from bucephal.exchange import EXPORTERS
from django.core.management.base import BaseCommand, CommandError, CommandParser
from django.utils import timezone

from exchange.export_files import of_the_machine


class Command(BaseCommand):
    help = __doc__

    def add_arguments(self, parser: CommandParser) -> None:
        parser.add_argument("export", nargs="?", help="its id")
        parser.add_argument("--yard", help="the name of a yard; all of them if left out")
        parser.add_argument("--horse", help="the name of a horse; all of them if left out")
        parser.add_argument("--out", type=Path, help="the file that is written")

    def handle(self, *args: Any, **options: Any) -> None:
        if options["export"] is None:
            for told in (one.told for one in EXPORTERS):
                self.stdout.write(f"{told.id:10} {told.format:5} {told.what}, for {told.for_whom}")
            return
        if options["out"] is None:
            raise CommandError("--out: name the file that is to be written")
        try:
            count = of_the_machine(
                options["export"], options["out"], timezone.localdate(), options["yard"], options["horse"]
            )
        except BucephalError as error:
            raise CommandError(str(error)) from error
        except OSError as error:
            raise CommandError(f"{options['out']}: {error.strerror}") from error
        self.stdout.write(f"{options['out']}: {options['export']} of {count} horses")
