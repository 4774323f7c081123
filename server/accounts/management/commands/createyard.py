"""Makes a yard and its first trainer; the password comes from BUCEPHAL_PASSWORD, or is asked for."""

from __future__ import annotations

import os
from getpass import getpass
from typing import Any

from bucephal.base.errors import InvalidInput
from django.core.management.base import BaseCommand, CommandError, CommandParser

from accounts.first_run import make_yard


class Command(BaseCommand):
    help = __doc__

    def add_arguments(self, parser: CommandParser) -> None:
        parser.add_argument("yard", help="its name")
        parser.add_argument("name", help="with which the trainer signs in")
        parser.add_argument("--shown", help="the trainer's name as others see it; the same if left out")

    def handle(self, *args: Any, **options: Any) -> None:
        password = os.environ.get("BUCEPHAL_PASSWORD") or getpass("Password: ")
        try:
            make_yard(options["yard"], options["name"], options["shown"] or options["name"], password)
        except InvalidInput as error:
            raise CommandError("; ".join(f"{one.path}: {one.reason}" for one in error.problems)) from error
        self.stdout.write(f"{options['yard']} is made; {options['name']} can sign in.")
