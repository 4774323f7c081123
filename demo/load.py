"""Builds the Sallowfen demo in the database, once; a second run keeps what was entered since.

python demo/load.py [--reset]
"""

from __future__ import annotations

import argparse
import os
import sys
from concurrent.futures import ProcessPoolExecutor
from datetime import date
from functools import partial
from pathlib import Path

ROOT = Path(__file__).resolve().parent.parent
sys.path[:0] = [str(ROOT), str(ROOT / "server")]
os.environ.setdefault("DJANGO_SETTINGS_MODULE", "bucephal_server.settings")

YARD = "Sallowfen"
PEOPLE = (
    # (name to sign in with, first name, role); one password for all of them, it is a demo.
    ("wren", "Wren", "trainer"),
    ("tam", "Tam", "helper"),
    ("marsh", "Marsh", "instructor"),
    ("olive", "Olive", "owner"),
)
OWNED = {"olive": "Vesper"}
PASSWORD = "sands-at-low-tide"
TODAY = {
    "starts": "08:30", "ends": "16:00", "helper": {"starts": "10:00", "ends": "12:00"},
    "air_c": 9.0, "humidity_pct": 78, "wind_ms": 7,
}  # fmt: skip
OTHER_YARD = "Eastmere"
OTHER_PERSON = ("isla", "Isla", "trainer")


def records(today: date) -> list[str]:
    """The six horses' records as JSON, worked out on all cores."""
    from demo.horses import HORSES

    with ProcessPoolExecutor() as pool:
        return list(pool.map(partial(_record, today=today), range(len(HORSES))))


def _record(number: int, today: date) -> str:
    from bucephal.ladder import load_catalogue
    from bucephal.record import write_record

    from demo.diary import sallowfen_record
    from demo.horses import HORSES

    return write_record(sallowfen_record(HORSES[number], load_catalogue(), today))


def load(today: date, written: list[str]) -> None:
    """Stores the scenario: two yards, their people, the horses; then works out what is derived."""
    from accounts.models import Role, User, Yard
    from bucephal.ladder import load_catalogue
    from bucephal.record import read_record
    from derived.services import rebuild
    from django.db import transaction
    from ground.services import add_place
    from training.record_storage import store_record
    from training.services import measure_ask_clock
    from yards.services import save_day

    from demo.horses import HORSES
    from demo.places import PLACES

    with transaction.atomic():
        yard, other = Yard.objects.create(name=YARD), Yard.objects.create(name=OTHER_YARD)
        people = {
            name: User.objects.create_user(name, password=PASSWORD, first_name=first, role=role, yard=yard)
            for name, first, role in PEOPLE
        }
        name, first, role = OTHER_PERSON
        User.objects.create_user(name, password=PASSWORD, first_name=first, role=Role(role), yard=other)
        horses = []
        for position, (spec, text) in enumerate(zip(HORSES, written, strict=True)):
            record = read_record(text, load_catalogue(), today)
            horses.append(store_record(yard, record, position=position, usual_minutes=spec.minutes))
        for name, owned in OWNED.items():
            people[name].horses.set(horse for horse in horses if str(horse) == owned)
        save_day(yard, TODAY, today)
        for place in PLACES:
            add_place(yard, place)
        measure_ask_clock(yard)
        for horse in horses:
            rebuild(horse, today)


def main() -> None:
    parser = argparse.ArgumentParser(description=__doc__)
    parser.add_argument("--reset", action="store_true", help="throw away and build anew")
    options = parser.parse_args()

    import django

    django.setup()
    from accounts.models import Yard
    from bucephal_server.settings import DATA_DIR
    from django.core.management import call_command
    from django.utils import timezone

    DATA_DIR.mkdir(parents=True, exist_ok=True)
    if options.reset:
        for path in DATA_DIR.glob("bucephal.sqlite3*"):
            path.unlink()
    call_command("migrate", verbosity=0)
    if Yard.objects.filter(name=YARD).exists():
        print(f"{YARD} is there already; kept as it is (make demo-reset starts over).")
        return
    print(f"Building {YARD}: six virtual horses, some weeks of work each ...", flush=True)
    today = timezone.localdate()
    load(today, records(today))


if __name__ == "__main__":
    main()
