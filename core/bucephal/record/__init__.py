"""The horse record: models of the open format, reading, checking, writing, putting in order."""

from bucephal.record.history import (
    DatedAsk,
    asks_in_order,
    band_for,
    days_off,
    ride_number,
    sessions_in_order,
)
from bucephal.record.models import (
    Ask,
    Background,
    Band,
    Coarse,
    Conditions,
    Correct,
    Event,
    EventKind,
    Flag,
    FrozenModel,
    Goal,
    Horse,
    HorseRecord,
    Lead,
    Overridden,
    Override,
    Session,
    SessionHeader,
    SessionKind,
    Settle,
    Sex,
    Tension,
)
from bucephal.record.reading import (
    parse_json,
    read_model,
    read_record,
    record_from,
    record_schema,
    write_record,
)

__all__ = [
    "Ask", "Background", "Band", "Coarse", "Conditions", "Correct", "DatedAsk", "Event",
    "EventKind", "Flag", "FrozenModel", "Goal", "Horse", "HorseRecord", "Lead", "Overridden", "Override",
    "Session", "SessionHeader", "SessionKind", "Settle", "Sex", "Tension", "asks_in_order",
    "band_for", "days_off", "parse_json", "read_model", "read_record", "record_from",
    "record_schema", "ride_number", "sessions_in_order", "write_record",
]  # fmt: skip
