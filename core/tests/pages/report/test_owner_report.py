"""An owner's report: what came of a span of days, in words for somebody who does not ride."""

from __future__ import annotations

import json
import re
from collections.abc import Callable
from datetime import date, timedelta

import pytest
from bucephal.base.errors import InvalidInput
from bucephal.base.units import UnitSystem
from bucephal.ladder import Catalogue
from bucephal.pages import OwnerReport, ReportPart, ReportSection, ReportWish, owner_report, usual_span
from bucephal.record import Busy, ClearedBy, Flag, FlagCode, HorseRecord, SessionKind, Visit, read_record
from bucephal.words.amounts import Amounts
from tests.golden.golden import NAMES, record_file

Build = Callable[..., HorseRecord]
ON = date(2026, 6, 15)
FIRST = date(2026, 4, 21)


def golden(name: str, catalogue: Catalogue) -> HorseRecord:
    return read_record(record_file(name).read_text(encoding="utf-8"), catalogue, ON)


def section(report: OwnerReport, code: ReportPart) -> ReportSection:
    return next(one for one in report.sections if one.code is code)


def text_of(report: OwnerReport) -> str:
    return json.dumps(report.model_dump(mode="json"))


def test_what_became_good_in_these_days_is_told_and_what_was_before_is_not(
    catalogue: Catalogue, record_of: Build
) -> None:
    sure = [(n, "halt.2", "none", [2, 2, 2]) for n in range(40, 60, 2)]
    learned = [(n, "walk-on.2", "none", [2, 2, 2]) for n in range(1, 20, 2)]
    record = record_of([*sure, *learned])
    wish = ReportWish(first=ON - timedelta(days=25), last=ON)
    items = section(owner_report(record, catalogue, wish, ON), ReportPart.CAN_NOW).items
    assert any(one.startswith("Walk on:") and one.endswith("sure of it") for one in items)
    assert not any(one.startswith("Halt") for one in items)
    longer = ReportWish(first=ON - timedelta(days=80), last=ON)
    both = section(owner_report(record, catalogue, longer, ON), ReportPart.CAN_NOW).items
    assert any(one.startswith("Halt") for one in both)


def test_what_came_light_when_it_was_tried_first_was_known_before(
    catalogue: Catalogue, record_of: Build
) -> None:
    record = record_of([(n, "halt.2", "none", [2, 2, 2]) for n in range(1, 20, 2)])
    first = record.sessions[0].model_copy(update={"kind": SessionKind.ASSESSMENT})
    came = record.model_copy(update={"sessions": (first, *record.sessions[1:])})
    wish = ReportWish(first=ON - timedelta(days=30), last=ON)
    gained = [
        section(owner_report(one, catalogue, wish, ON), ReportPart.CAN_NOW).items for one in (record, came)
    ]
    assert any(one.startswith("Halt") for one in gained[0])
    assert gained[1] == ()


def test_what_was_sure_and_is_not_is_said_and_is_no_gain(catalogue: Catalogue, record_of: Build) -> None:
    sure = [(n, "halt.2", "none", [2, 2, 2]) for n in range(10, 40, 2)]
    lost = [(n, "halt.2", "none", [10, 10]) for n in (1, 2, 3)]
    wish = ReportWish(first=ON - timedelta(days=50), last=ON)
    can = section(owner_report(record_of([*sure, *lost]), catalogue, wish, ON), ReportPart.CAN_NOW)
    assert any("Not as sure as it was: halt" in one for one in can.sentences)
    assert can.items == ()


def test_flags_are_told_with_what_was_found_and_visits_with_them(
    catalogue: Catalogue, record_of: Build
) -> None:
    record = record_of([(3, "halt.2", "none", [2])]).model_copy(
        update={
            "flags": (
                Flag(
                    code=FlagCode.UNEVEN, raised_on=ON - timedelta(days=20), by_hand=True, note="private note",
                    cleared_on=ON - timedelta(days=10), cleared_by=ClearedBy.VET, found="a bruised sole",
                ),
                Flag(code=FlagCode.INJURY, raised_on=ON - timedelta(days=2), by_hand=True, note="private too"),
            ),
            "busy": (Busy(date=ON - timedelta(days=5), what=Visit.FARRIER), Busy(date=ON, what=Visit.AWAY)),
        }
    )  # fmt: skip
    report = owner_report(record, catalogue, ReportWish(first=ON - timedelta(days=30), last=ON), ON)
    looked = section(report, ReportPart.LOOKED_AT)
    assert "Looked at on 5 June by the vet: a bruised sole." in looked.items[0]
    assert "It has not been looked at yet" in looked.items[1]
    assert looked.items[2] == "The farrier came on 10 June."
    assert len(looked.items) == 3
    assert "still has to look at: eye, mouth or skin injured" in " ".join(
        section(report, ReportPart.IN_SHORT).sentences
    )
    assert "private" not in text_of(report)


@pytest.mark.parametrize("name", NAMES)
def test_it_reads_well_to_somebody_who_does_not_ride(name: str, catalogue: Catalogue) -> None:
    """No code, no bare chance, no p-value, nothing empty; three to five drawings at most."""
    report = owner_report(golden(name, catalogue), catalogue, ReportWish(first=FIRST, last=ON), ON)
    for one in report.sections:
        assert one.sentences or one.items
        for said in (*one.sentences, *one.items):
            assert said[0].isupper() or said[0].isdigit() or said.startswith("and ")
            assert not re.search(r"\b0\.\d|\bP\(|p-value|None|\.\.|\bnan\b|[a-z]+-[a-z]*\.\d", said), said
    drawings = [chart for one in report.sections for chart in one.charts if chart.drawing is not None]
    assert 3 <= len(drawings) <= 5
    said = " ".join(one for part in report.sections for one in (*part.sentences, *part.items))
    assert len(said.split()) < 700


def test_minutes_and_days_are_those_of_the_sessions(catalogue: Catalogue) -> None:
    record = golden("harrow", catalogue)
    report = owner_report(record, catalogue, ReportWish(first=FIRST, last=ON), ON)
    worked = [one for one in record.sessions if FIRST <= one.date <= ON]
    days = len({one.date for one in worked})
    short = section(report, ReportPart.IN_SHORT).sentences[0]
    assert short.startswith(f"It was worked {len(worked)} times, on {days} of {(ON - FIRST).days + 1} days, ")
    asks = sum(len(one.asks) for one in worked)
    assert report.closing[0].startswith(f"{asks} answers noted in {len(worked)} sessions")


def test_a_report_of_past_days_says_what_was_known_then(catalogue: Catalogue) -> None:
    """Later sessions and the day on which it is written change nothing of it but that day."""
    record = golden("quill", catalogue)
    wish = ReportWish(first=date(2026, 4, 1), last=date(2026, 4, 30))
    past = tuple(one for one in record.sessions if one.date <= wish.last)
    then = owner_report(record.model_copy(update={"sessions": past}), catalogue, wish, wish.last)
    now = owner_report(record, catalogue, wish, ON)
    assert then.sections == now.sections
    assert then.made != now.made


def test_what_is_left_out_is_not_in_it_and_own_words_are(catalogue: Catalogue) -> None:
    record = golden("pipit", catalogue)
    wish = ReportWish(first=FIRST, last=ON, without=tuple(ReportPart)[1:], paragraph="  She is kind.\n")
    report = owner_report(record, catalogue, wish, ON)
    assert [one.code for one in report.sections] == [ReportPart.IN_SHORT]
    assert report.paragraph == "She is kind."


def test_in_pounds_and_hands_for_who_reads_those(catalogue: Catalogue) -> None:
    record = golden("harrow", catalogue)
    wish = ReportWish(first=FIRST, last=ON)
    head = {
        one.name: one.words
        for one in owner_report(record, catalogue, wish, ON, Amounts(UnitSystem.IMPERIAL)).head
    }
    assert record.horse.girth_cm is not None
    assert record.horse.length_cm is not None
    kg = record.horse.girth_cm**2 * record.horse.length_cm / 11877
    assert head["Weight"] == f"about {kg / 0.45359237:.0f} lb by tape"


def test_a_horse_that_was_not_worked_says_so(catalogue: Catalogue, record_of: Build) -> None:
    record = record_of([(300, "halt.2", "none", [2])])
    report = owner_report(record, catalogue, ReportWish(first=ON - timedelta(days=20), last=ON), ON)
    assert section(report, ReportPart.IN_SHORT).sentences == ("It was not worked in this time.",)
    assert {one.code for one in report.sections}.isdisjoint(
        {ReportPart.WORK, ReportPart.CALM, ReportPart.WORKED_ON}
    )


def test_days_that_cannot_be_are_refused_together(catalogue: Catalogue, record_of: Build) -> None:
    wish = ReportWish(first=ON + timedelta(days=9), last=ON + timedelta(days=2))
    with pytest.raises(InvalidInput) as found:
        owner_report(record_of([]), catalogue, wish, ON)
    assert [(one.path, one.reason) for one in found.value.problems] == [
        ("last", "lies in the future"), ("first", "is after the last day"),
    ]  # fmt: skip
    long = ReportWish(first=ON - timedelta(days=732), last=ON)
    with pytest.raises(InvalidInput) as found:
        owner_report(record_of([]), catalogue, long, ON)
    assert found.value.problems[0].allowed == f"{ON - timedelta(days=731)} or later"
    owner_report(record_of([]), catalogue, ReportWish(first=ON - timedelta(days=731), last=ON), ON)


def test_where_nobody_says_it_is_of_the_weeks_since_it_came_or_the_last_eight(record_of: Build) -> None:
    assert usual_span(record_of([]), ON) == (ON - timedelta(days=55), ON)
    assert usual_span(record_of([], arrived=str(ON - timedelta(days=10))), ON).first == ON - timedelta(
        days=10
    )
    assert usual_span(record_of([], arrived=str(ON - timedelta(days=300))), ON).first == ON - timedelta(
        days=55
    )
