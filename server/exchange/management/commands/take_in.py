"""Takes a horse's record into a yard: says what it would do, then does it in one transaction.

The same as in the interface; for a day it can be undone there.
"""

from __future__ import annotations

from pathlib import Path
from typing import Any

from accounts.models import User
from bucephal.base.errors import BucephalError
from django.core.management.base import BaseCommand, CommandError, CommandParser
from django.http import Http404
from django.utils import timezone

from exchange import import_preview, imports
from exchange.import_preview import Into
from exchange.models import ImportKind


class Command(BaseCommand):
    help = __doc__

    def add_arguments(self, parser: CommandParser) -> None:
        parser.add_argument("file", type=Path, help="a horse record")
        parser.add_argument("--by", required=True, help="the trainer whose yard it is, as they sign in")
        parser.add_argument("--new", action="store_true", help="as a new horse, whatever it names")
        parser.add_argument("--look", action="store_true", help="only say what it would do")

    def handle(self, *args: Any, **options: Any) -> None:
        person = User.objects.filter(username=options["by"], is_active=True).first()
        if person is None or not person.can_manage:
            raise CommandError(f"--by: {options['by']} is no trainer of a yard")
        try:
            self._take(person, options["file"], Into(new=options["new"]), only_look=options["look"])
        except (BucephalError, Http404) as error:
            problems = getattr(error, "problems", (error,))
            raise CommandError("\n".join(str(one) for one in problems)) from error
        except OSError as error:
            raise CommandError(f"{options['file']}: {error.strerror}") from error

    def _take(self, person: User, file: Path, into: Into, *, only_look: bool) -> None:
        today = timezone.localdate()
        record = import_preview.read(person, file.read_bytes(), today)
        told = import_preview.look(person, record, into, today)
        self.stdout.write(f"{told.name}: {'a new horse' if told.horse is None else 'is here'}")
        for part in ("whole_sessions", "asks", "events", "rest"):
            counts = getattr(told, part).model_dump()
            said = ", ".join(f"{count} {came.replace('_', ' ')}" for came, count in counts.items())
            self.stdout.write(f"  {part.replace('_', ' ')}: {said}")
        for one in told.differing:
            self.stdout.write(f"  stays as it is: {one.path} {one.mine!r}, not {one.theirs!r}")
        if only_look:
            return
        imports.take(
            person, record, into, today, kind=ImportKind.RECORD, name=file.name, began_with=told.edition
        )
        self.stdout.write("taken in")
