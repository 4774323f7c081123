"""The horse record: models of the open format, reading, checking, writing, putting in order."""

from bucephal.record.checks import check_flag
from bucephal.record.history import (
    DatedAsk,
    asks_in_order,
    asks_of,
    band_for,
    days_off,
    first_assessment,
    kind_of_session,
    ride_number,
    sessions_in_order,
    with_band,
    with_bands,
)
from bucephal.record.horse_form import TEMPERAMENTS, height_text, horse_from_form
from bucephal.record.lead_faults import lead_fault, with_lead_fault, with_lead_faults
from bucephal.record.models import (
    NEEDS_A_VET,
    Ask,
    Background,
    Band,
    Busy,
    ClearedBy,
    Coarse,
    Conditions,
    ConditionScore,
    Correct,
    DidBefore,
    Event,
    EventKind,
    Flag,
    FlagCode,
    FrozenModel,
    GaitShown,
    Goal,
    Horse,
    HorseRecord,
    Lead,
    Overridden,
    Override,
    PainCheck,
    PainSign,
    Planned,
    PlannedStep,
    Session,
    SessionHeader,
    SessionKind,
    Settle,
    Sex,
    Tension,
    Visit,
)
from bucephal.record.record_reader import (
    parse_json,
    read_day,
    read_model,
    read_record,
    record_from,
    record_schema,
    write_record,
)
from bucephal.record.yard_defaults import (
    AlsoAsked,
    YardDefaults,
    check_defaults,
    with_defaults,
    with_everything_named,
)

__all__ = [
    "NEEDS_A_VET", "TEMPERAMENTS", "AlsoAsked", "Ask", "Background", "Band", "Busy", "ClearedBy", "Coarse",
    "ConditionScore", "Conditions", "Correct", "DatedAsk", "DidBefore", "Event", "EventKind", "Flag",
    "FlagCode", "FrozenModel", "GaitShown", "Goal", "Horse", "HorseRecord", "Lead", "Overridden", "Override",
    "PainCheck", "PainSign", "Planned", "PlannedStep", "Session", "SessionHeader", "SessionKind", "Settle",
    "Sex", "Tension", "Visit", "YardDefaults", "asks_in_order", "asks_of", "band_for", "check_defaults",
    "check_flag", "days_off", "first_assessment", "height_text", "horse_from_form", "kind_of_session",
    "lead_fault", "parse_json", "read_day", "read_model", "read_record", "record_from", "record_schema",
    "ride_number", "sessions_in_order", "with_band", "with_bands", "with_defaults", "with_everything_named",
    "with_lead_fault", "with_lead_faults", "write_record",
]  # fmt: skip
