"""Works out again everything that is derived from the asks; with --check only compares."""

from __future__ import annotations

from typing import Any

from accounts.models import Yard
from django.core.management.base import BaseCommand, CommandError, CommandParser
from django.utils import timezone
from horses.models import Horse
from training.services import measure_ask_clock

from derived import services
from derived.models import Derived


class Command(BaseCommand):
    help = __doc__

    def add_arguments(self, parser: CommandParser) -> None:
        parser.add_argument("--check", action="store_true", help="compare, change nothing")

    def handle(self, *args: Any, **options: Any) -> None:
        today, differing = timezone.localdate(), []
        if not options["check"]:
            for yard in Yard.objects.all():
                measure_ask_clock(yard)
        horses = Horse.objects.select_related("derived", "yard")
        for horse in horses:
            if not options["check"]:
                services.rebuild(horse, today)
            elif not _equals_cache(horse):
                differing.append(str(horse))
        if differing:
            raise CommandError(f"cached and rebuilt differ for: {', '.join(differing)}")
        self.stdout.write(f"{horses.count()} horses {'compared' if options['check'] else 'rebuilt'}")


def _equals_cache(horse: Horse) -> bool:
    """A cache of older asks or of other rules is no error: it is not used."""
    cached: Derived | None = getattr(horse, "derived", None)
    if cached is None or cached.data_version != horse.data_version:
        return True
    if cached.recipe != services.recipe(horse.yard):
        return True
    again = services.derive(horse, cached.on)
    return (again.estimates, again.day) == (cached.estimates, cached.day)
