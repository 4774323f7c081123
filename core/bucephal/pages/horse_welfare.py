"""What the horse's body allows on a day: age, heat, load, weight, and the flags with what they hold back."""

from __future__ import annotations

from typing import Annotated

from pydantic import Field

from bucephal.progress import Standing
from bucephal.record import FrozenModel
from bucephal.welfare import (
    Heat,
    Load,
    RaisedFlag,
    Weight,
    heat_sum,
    heat_verdict,
    in_first_year,
    rider_weight,
    session_minutes_range,
    tape_weight_kg,
    week_load,
)


class WelfareRequest(FrozenModel):
    """What only somebody on the spot knows."""

    air_c: Annotated[float, Field(ge=-40, le=55)] | None = None
    humidity_pct: Annotated[float, Field(ge=0, le=100)] | None = None
    rider_kg: Annotated[float, Field(ge=10, le=250)] | None = None
    tack_kg: Annotated[float, Field(ge=0, le=80)] | None = None


class AgeLimits(FrozenModel):
    minutes: tuple[int, int] = Field(description="Shortest and longest session for its age.")
    steps: tuple[str, ...] = Field(description="Steps that its age allows.")


class HeatToday(FrozenModel):
    sum_f: float = Field(description="Degrees Fahrenheit plus per cent humidity.")
    verdict: Heat


class WelfareFlag(RaisedFlag):
    holds_back: tuple[str, ...] = Field(description="Steps that it holds back.")


class HorseWelfare(FrozenModel):
    age_months: int | None
    limits: AgeLimits
    heat: HeatToday | None = Field(description="Null: the weather is not known.")
    load: Load
    weight: Weight | None = Field(description="Null: horse or rider is not known.")
    flags: tuple[WelfareFlag, ...]


def horse_welfare(standing: Standing, request: WelfareRequest) -> HorseWelfare:
    """The welfare of a horse on the day of its standing."""
    return HorseWelfare(
        age_months=standing.age_months,
        limits=AgeLimits(
            minutes=session_minutes_range(standing.age_months),
            steps=tuple(step for step in standing.catalogue.steps if not standing.is_too_young(step)),
        ),
        heat=_heat(request),
        load=week_load(standing.record, standing.catalogue, standing.on),
        weight=_weight(standing, request),
        flags=tuple(welfare_flag(standing, flag) for flag in standing.flags),
    )


def welfare_flag(standing: Standing, flag: RaisedFlag) -> WelfareFlag:
    held = tuple(step for step in standing.catalogue.steps if standing.is_held_back(step, flag.code))
    return WelfareFlag(**dict(flag), holds_back=held)


def _heat(request: WelfareRequest) -> HeatToday | None:
    if request.air_c is None or request.humidity_pct is None:
        return None
    total = heat_sum(request.air_c, request.humidity_pct)
    verdict = heat_verdict(request.air_c, request.humidity_pct)
    return HeatToday(sum_f=round(total, 1), verdict=verdict)


def _weight(standing: Standing, request: WelfareRequest) -> Weight | None:
    horse = standing.record.horse
    if horse.girth_cm is None or horse.length_cm is None or request.rider_kg is None:
        return None
    carried = request.rider_kg + (request.tack_kg or 0.0)
    horse_kg = tape_weight_kg(horse.girth_cm, horse.length_cm)
    return rider_weight(horse_kg, carried, first_year=in_first_year(standing.record, standing.on))
