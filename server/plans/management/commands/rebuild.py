"""Works out again everything that is derived from the asks; with --check only compares."""

from __future__ import annotations

from typing import Any

from django.core.management.base import BaseCommand, CommandError, CommandParser
from django.utils import timezone
from horses.models import Horse

from plans import services
from plans.models import Derived


class Command(BaseCommand):
    help = __doc__

    def add_arguments(self, parser: CommandParser) -> None:
        parser.add_argument("--check", action="store_true", help="compare, change nothing")

    def handle(self, *args: Any, **options: Any) -> None:
        today, differing = timezone.localdate(), []
        horses = Horse.objects.select_related("derived")
        for horse in horses:
            if not options["check"]:
                services.rebuild(horse, today)
            elif not _equals_cache(horse):
                differing.append(str(horse))
        if differing:
            raise CommandError(f"cached and rebuilt differ for: {', '.join(differing)}")
        self.stdout.write(f"{horses.count()} horses {'compared' if options['check'] else 'rebuilt'}")


def _equals_cache(horse: Horse) -> bool:
    """A cache of older asks is no error: it is not used."""
    cached: Derived | None = getattr(horse, "derived", None)
    if cached is None or cached.data_version != horse.data_version:
        return True
    again = services.derive(horse, cached.on)
    return (again.estimates, again.day) == (cached.estimates, cached.day)
