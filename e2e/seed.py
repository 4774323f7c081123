"""Fills a fresh database for the journeys: two yards, two horses, one trainer in each yard."""

from __future__ import annotations

import os
import sys
from datetime import date, timedelta
from pathlib import Path
from typing import TYPE_CHECKING

if TYPE_CHECKING:
    from bucephal.record import HorseRecord

ROOT = Path(__file__).resolve().parent.parent
sys.path[:0] = [str(ROOT), str(ROOT / "server")]
os.environ.setdefault("DJANGO_SETTINGS_MODULE", "bucephal_server.settings")

PASSWORD = "low-water-at-six"
RECORDS = (28, 29)
"""By which seed each of the two horses' records is made."""


def seeded_record(seed: int, today: date) -> HorseRecord:
    from bucephal.lab.virtual_horse import simulate_record
    from bucephal.ladder import load_catalogue

    return simulate_record(seed, load_catalogue(), sessions=14, end=today - timedelta(days=2))


def main() -> None:
    import django

    django.setup()
    from django.core.management import call_command
    from django.utils import timezone

    call_command("migrate", verbosity=0)
    from accounts.models import User, Yard
    from training.record_storage import store_record

    today = timezone.localdate()
    yards = (("Home", "wren", "Quill"), ("Away", "isla", "Basalt"))
    for seed, (yard_name, person, horse) in zip(RECORDS, yards, strict=True):
        yard = Yard.objects.create(name=yard_name)
        User.objects.create_user(person, password=PASSWORD, first_name=person.title(), yard=yard)
        record = seeded_record(seed, today)
        measured = {"name": horse, "girth_cm": 178.0, "length_cm": 160.0}
        named = record.horse.model_copy(update=measured)
        stored = store_record(yard, record.model_copy(update={"horse": named}), usual_minutes=40)
        print(horse, stored.pk)


if __name__ == "__main__":
    main()
