"""Commands of one horse's record: is it sound, what is known of it, what comes next."""

from __future__ import annotations

import argparse
from typing import Any

from bucephal.base.errors import InvalidInput, Problem
from bucephal.cli.commands import Add
from bucephal.cli.inputs import as_number, bytes_of, day_of, record_of, standing_of
from bucephal.ladder import Catalogue
from bucephal.pages import WelfareRequest, arrival, horse_welfare
from bucephal.planning import PlanPlace, plan_request, plan_session
from bucephal.progress import FEWEST_A_WEEK, MOST_A_WEEK, goal_forecast
from bucephal.record import parse_json, read_model, read_record, record_schema


def add_to(add: Add) -> None:
    add("validate", _validate, record=True)
    add("estimate", _estimate, record=True, words=True)
    ahead = add("forecast", _forecast, record=True, words=True)
    ahead.add_argument("--goal", required=True, metavar="STEP", help="the step that is wanted")
    ahead.add_argument("--per-week", default="3", metavar="N", help="rides a week (3)")
    plan = add("plan", _plan, record=True, words=True)
    plan.add_argument("--no-assess", action="store_true", help="ordinary work, though it has just come")
    plan.add_argument("--minutes", default="30", help="minutes there are (30)")
    plan.add_argument("--helper", action="store_true", help="a helper is there")
    plan.add_argument("--place", help='JSON: {"name": ..., "kit": [...]}')
    plan.add_argument("--air-c", help="air temperature in degrees Celsius")
    plan.add_argument("--humidity", help="relative humidity in per cent")
    plan.add_argument("--wind-ms", help="wind in metres a second")
    plan.add_argument("--rider-kg", help="the rider's weight in kilograms (as the last time)")
    plan.add_argument("--tack-kg", help="the tack's weight in kilograms (as the last time)")
    plan.add_argument("--changes", help='JSON: {"wanted": [{"step": ...}], "without": [step]}')
    welfare = add("welfare", _welfare, record=True, words=True)
    welfare.add_argument("--air-c", help="air temperature in degrees Celsius")
    welfare.add_argument("--humidity-pct", help="relative humidity in per cent")
    welfare.add_argument("--rider-kg", help="the rider's weight in kilograms")
    welfare.add_argument("--tack-kg", help="the tack's weight in kilograms")
    add("assess", _assess, record=True, words=True)
    add("schema", _schema)


def _validate(options: argparse.Namespace, catalogue: Catalogue) -> Any:
    record = read_record(bytes_of(options.file), catalogue, day_of(options.on))
    asks = sum(len(session.asks) for session in record.sessions)
    return {"valid": True, "horse": record.horse.name, "sessions": len(record.sessions), "asks": asks}


def _estimate(options: argparse.Namespace, catalogue: Catalogue) -> Any:
    return standing_of(options, catalogue).estimates()


def _forecast(options: argparse.Namespace, catalogue: Catalogue) -> Any:
    per_week = as_number(options.per_week)
    if not isinstance(per_week, int | float):
        allowed = f"{FEWEST_A_WEEK} to {MOST_A_WEEK:g} rides a week"
        raise InvalidInput([Problem("per_week", per_week, "is not a number", allowed)])
    return goal_forecast(standing_of(options, catalogue), options.goal, float(per_week))


def _plan(options: argparse.Namespace, catalogue: Catalogue) -> Any:
    raw = {
        "on": day_of(options.on).isoformat(),
        "minutes": as_number(options.minutes),
        "helper": options.helper,
        "assess": not options.no_assess,
        "place": parse_json(options.place) if options.place is not None else PlanPlace().model_dump(),
        "air_c": as_number(options.air_c),
        "humidity_pct": as_number(options.humidity),
        "wind_ms": as_number(options.wind_ms),
        "rider_kg": as_number(options.rider_kg),
        "tack_kg": as_number(options.tack_kg),
        "changes": parse_json(options.changes) if options.changes is not None else {},
    }
    request = plan_request(raw, catalogue)
    return plan_session(record_of(options, catalogue), catalogue, request)


def _welfare(options: argparse.Namespace, catalogue: Catalogue) -> Any:
    fields = WelfareRequest.model_fields
    raw = {name: as_number(getattr(options, name)) for name in fields}
    return horse_welfare(standing_of(options, catalogue), read_model(raw, WelfareRequest))


def _assess(options: argparse.Namespace, catalogue: Catalogue) -> Any:
    return arrival(standing_of(options, catalogue))


def _schema(options: argparse.Namespace, catalogue: Catalogue) -> Any:
    return record_schema()
