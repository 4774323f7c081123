"""What is worked out of six horses' records, as one JSON document each: kept so that a change which
is not meant to change behaviour can show that it does not.

The records are those of the demo's six horses as they were on one day (invented data, frozen). What is
worked out of them is not true of any horse; it is only what this product said at the time.
``tools/golden.py`` writes the files anew where a change is meant.
"""

from __future__ import annotations

import hashlib
import json
from collections.abc import Iterator
from datetime import timedelta
from itertools import groupby
from pathlib import Path
from typing import Any

from bucephal.answers import HeardEntry
from bucephal.coach import CoachSettings, advise
from bucephal.ladder import Catalogue
from bucephal.planning import PlanRequest, plan_session
from bucephal.progress import Standing
from bucephal.record import HorseRecord, Session, band_for, write_record
from bucephal.response import hear

FOLDER = Path(__file__).parent / "horses"
NAMES = ("quill", "harrow", "pipit", "domino", "vesper", "thimble")
AIM = 3
DAYS: dict[str, dict[str, Any]] = {
    "alone": {"minutes": 35},
    "with a helper": {"minutes": 35, "helper": True},
    "ten minutes": {"minutes": 10, "helper": True},
    "hot": {"minutes": 35, "helper": True, "air_c": 30.0, "humidity_pct": 70.0},
}


def record_file(name: str) -> Path:
    return FOLDER / f"{name}.record.json"


def golden_file(name: str) -> Path:
    return FOLDER / f"{name}.golden.json"


def golden_of(record: HorseRecord, catalogue: Catalogue) -> dict[str, Any]:
    """Estimates and plans in full for the day after the last session; a print of all the others."""
    on = record.sessions[-1].date + timedelta(days=1)
    plans = {
        name: plan_session(record, catalogue, PlanRequest.model_validate({"on": on, **day}))
        for name, day in DAYS.items()
    }
    return {
        "on": str(on),
        "export": fingerprint(write_record(record)),
        "estimates": rounded(
            [one.model_dump(mode="json") for one in Standing(record, catalogue, on).estimates()]
        ),
        "plans": {name: rounded(plan.model_dump(mode="json")) for name, plan in plans.items()},
        "earlier plans": dict(_earlier_plans(record, catalogue)),
        "advice": dict(_advice(record, catalogue)),
    }


def _earlier_plans(record: HorseRecord, catalogue: Catalogue) -> Iterator[tuple[str, str]]:
    """Day by day as the record grew: what would have been planned for it."""
    heard = None
    for index, session in enumerate(record.sessions):
        before = record.model_copy(update={"sessions": record.sessions[:index]})
        request = PlanRequest(on=session.date, minutes=35, helper=index % 2 == 0)
        heard = hear(before, catalogue, heard)
        plan = plan_session(before, catalogue, request, heard.tracks)
        steps = " ".join(item.id for item in plan.items)
        yield str(session.date), f"{fingerprint(plan.model_dump(mode='json'))} {steps}"


def _advice(record: HorseRecord, catalogue: Catalogue) -> Iterator[tuple[str, list[str]]]:
    """What the coach says to every answer that was ever given, knot by knot."""
    for session in record.sessions:
        yield str(session.date), list(_advice_on(session, record, catalogue))


def _advice_on(session: Session, record: HorseRecord, catalogue: Catalogue) -> Iterator[str]:
    fields = set(HeardEntry.model_fields)
    for (step, side), asks in groupby(session.asks, key=lambda ask: (ask.step, ask.side)):
        band = band_for(record.horse, catalogue, step)
        cap = catalogue.exercise(step).cap
        item = CoachSettings(step=step, band=band, green=True, aim=AIM, cap=cap, side=side)
        heard = [HeardEntry.model_validate(ask.model_dump(include=fields)) for ask in asks]
        advice = advise(item, heard, catalogue)
        codes = " ".join(one.code for one in advice)
        yield f"{step} {side} {fingerprint([one.model_dump(mode='json') for one in advice])} {codes}"


def fingerprint(data: Any) -> str:
    text = data if isinstance(data, str) else json.dumps(rounded(data), sort_keys=True)
    return hashlib.sha256(text.encode()).hexdigest()[:16]


def rounded(data: Any) -> Any:
    """Six decimals: the last bits of a figure may differ from machine to machine."""
    if isinstance(data, float):
        return round(data, 6)
    if isinstance(data, list):
        return [rounded(one) for one in data]
    if isinstance(data, dict):
        return {name: rounded(one) for name, one in data.items()}
    return data


def as_text(golden: dict[str, Any]) -> str:
    return json.dumps(golden, indent=1, ensure_ascii=False) + "\n"
