"""`bucephal entry`: lines as they are typed, as asks of the record."""

from __future__ import annotations

import argparse
from datetime import date
from typing import Any

from bucephal.cli.commands import OWN_HELP, Add
from bucephal.cli.inputs import bytes_of, day_of, text_of
from bucephal.entry import last_asked, read_entry
from bucephal.ladder import Catalogue, under
from bucephal.record import read_record, with_bands, with_lead_faults


def add_to(add: Add) -> None:
    command = add("entry", _entry)
    command.add_argument("file", metavar="FILE", help="the text, or - for stdin")
    command.add_argument("--on", help="the day it is of, where it names none, YYYY-MM-DD (today)")
    command.add_argument("--record", metavar="RECORD", help="the horse: stages asked last, and its bands")
    command.add_argument("--own", metavar="FILE", help=OWN_HELP)


def _entry(options: argparse.Namespace, catalogue: Catalogue) -> Any:
    """With a record, a step without a stage is the one asked last, and each ask has the band in force."""
    on, today = day_of(options.on), date.today()
    record, last = None, {}
    if options.record is not None:
        record = read_record(bytes_of(options.record), catalogue, max(on, today))
        catalogue = under(catalogue, record.horse.school)
        last = last_asked(record, catalogue, on)
    sessions = read_entry(text_of(options.file), catalogue, on, today=today, last=last).sessions
    sessions = tuple(with_lead_faults(one, catalogue) for one in sessions)
    if record is not None:
        sessions = tuple(with_bands(one, record.horse, catalogue) for one in sessions)
    return {"asks": [ask for one in sessions for ask in one.asks], "sessions": sessions}
