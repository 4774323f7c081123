"""What goes out: each in its own format, readable by others, the same each time."""

from __future__ import annotations

import io
import zipfile
from datetime import UTC, date, datetime
from html.parser import HTMLParser
from typing import Any

import pytest
from bucephal.base.errors import InvalidInput
from bucephal.exchange import EXPORTERS, EXPORTS, Leaving, Reach, asks_from, exporter, read_foreign
from bucephal.lab.virtual_horse import simulate_record
from bucephal.ladder import load_catalogue
from bucephal.progress import Standing
from bucephal.record import HorseRecord, read_record, record_from
from bucephal.record.merge import Novelty, merge
from icalendar import Calendar

TODAY = date(2026, 6, 15)
CATALOGUE = load_catalogue()


def out(name: str, *records: HorseRecord) -> bytes:
    file = io.BytesIO()
    exporter(name).write([left(one) for one in records], TODAY, file)
    return file.getvalue()


def left(record: HorseRecord) -> Leaving:
    return Leaving(record, lambda: Standing(record, CATALOGUE, TODAY))


@pytest.fixture(scope="module")
def worked() -> HorseRecord:
    return simulate_record(3, CATALOGUE, sessions=8, end=TODAY)


@pytest.fixture(scope="module")
def busy() -> HorseRecord:
    raw: dict[str, Any] = {
        "format": "bucephal.horse-record", "version": 1, "horse": {"id": "quill", "name": "Quill, <b>; the mare"},
        "sessions": [
            {"id": "one", "date": "2026-06-01", "started": "2026-06-01T10:00:00+02:00", "ended": "2026-06-01T10:40:00+02:00",
             "kind": "ground", "asks": [{"step": "halt.1", "level": 3}]},
            {"id": "two", "date": "2026-06-02", "started": "10:00:00", "kind": "hack"},
            {"id": "three", "date": "2026-06-03"},
        ],
        "goals": [{"step": "halt.2", "by": "2026-12-24"}, {"step": "halt.3"}],
        "busy": [{"date": "2026-06-20", "what": "farrier"}],
    }  # fmt: skip
    return record_from(raw, CATALOGUE, TODAY)


def test_every_export_is_listed_once_and_says_for_whom() -> None:
    ids = [one.id for one in EXPORTS]
    assert len(ids) == len(set(ids))
    assert {one.told.id for one in EXPORTERS} <= set(ids)
    assert all(one.what and one.for_whom for one in EXPORTS)


@pytest.mark.parametrize("name", [one.told.id for one in EXPORTERS])
def test_the_same_horses_are_the_same_bytes(name: str, worked: HorseRecord, busy: HorseRecord) -> None:
    records = [worked] if exporter(name).told.of is Reach.HORSE else [worked, busy]
    assert out(name, *records) == out(name, *records) != b""


def test_what_is_no_export_is_refused_with_what_there_is() -> None:
    with pytest.raises(InvalidInput, match="record, package, asks, plan, calendar"):
        exporter("everything")


# --- the record ---------------------------------------------------------------------------------


def test_a_record_that_is_handed_on_names_its_school_and_comes_back_the_same(worked: HorseRecord) -> None:
    written = out("record", worked)
    again = read_record(written, CATALOGUE, TODAY)
    assert set(again.horse.school) == {school.key for school in CATALOGUE.schools}
    assert dict(again.horse.bands) == {"default": (1, 5), "schooled": (1, 3)}
    assert out("record", again) == written


# --- the table of asks ---------------------------------------------------------------------------


def test_the_table_of_asks_comes_in_again_as_what_it_was(worked: HorseRecord, busy: HorseRecord) -> None:
    told, record = asks_from(read_foreign(out("asks", worked, busy)), worked.horse, CATALOGUE, TODAY)
    assert record is not None, told.problems
    assert told.others == 1
    came = merge(worked, record).coming
    assert {one.came for one in came if ".asks[" in one.path} == {Novelty.EQUAL}


def test_the_asks_of_a_package_come_in_as_a_table_too(worked: HorseRecord, busy: HorseRecord) -> None:
    with zipfile.ZipFile(io.BytesIO(out("package", busy, worked))) as package:
        table = read_foreign(package.read("asks.csv"))
    told, record = asks_from(table, worked.horse, CATALOGUE, TODAY)
    assert record is not None, told.problems
    came = merge(worked, record).coming
    assert {one.came for one in came if ".asks[" in one.path} == {Novelty.EQUAL}


# --- the calendar: RFC 5545, read back by the library that is known for it -----------------------


def entries(content: bytes) -> dict[str, Any]:
    return {str(one["summary"]): one for one in Calendar.from_ical(content).walk("VEVENT")}


def test_a_calendar_holds_visits_goals_with_a_day_and_sessions(busy: HorseRecord) -> None:
    found = entries(out("calendar", busy))
    assert set(found) == {
        "Quill, <b>; the mare: farrier",
        "Quill, <b>; the mare, goal: halt, " + CATALOGUE.stage("halt.2").name,
        "Quill, <b>; the mare: ground, 1 ask",
        "Quill, <b>; the mare: hack, 0 asks",
        "Quill, <b>; the mare: ridden, 0 asks",
    }
    assert found["Quill, <b>; the mare: farrier"].decoded("dtstart") == date(2026, 6, 20)
    worked = found["Quill, <b>; the mare: ground, 1 ask"]
    assert worked.decoded("dtstart") == datetime(2026, 6, 1, 8, tzinfo=UTC)
    assert (worked.decoded("dtend") - worked.decoded("dtstart")).seconds == 40 * 60
    assert found["Quill, <b>; the mare: hack, 0 asks"].decoded("dtstart").isoformat() == "2026-06-02T10:00:00"
    assert found["Quill, <b>; the mare: ridden, 0 asks"].decoded("dtstart") == date(2026, 6, 3)


def test_entries_keep_their_names_so_that_none_is_shown_twice(busy: HorseRecord) -> None:
    later = io.BytesIO()
    exporter("calendar").write([left(busy)], date(2026, 6, 16), later)
    names = [
        [str(one["uid"]) for one in entries(each).values()]
        for each in (out("calendar", busy), later.getvalue())
    ]
    assert names[0] == names[1]
    assert len(set(names[0])) == len(names[0])


def test_lines_of_a_calendar_are_no_longer_than_others_read(busy: HorseRecord) -> None:
    """RFC 5545, 3.1: lines end with CRLF and are folded at 75 octets."""
    long = busy.horse.model_copy(update={"name": "Ü" * 80})
    lines = out("calendar", busy.model_copy(update={"horse": long})).split(b"\r\n")
    assert all(len(line) <= 75 for line in lines)
    assert b"\n" not in b"".join(lines)


# --- the page -------------------------------------------------------------------------------------


class Page(HTMLParser):
    """Which elements there are, and what is loaded from elsewhere."""

    def __init__(self, content: bytes) -> None:
        super().__init__()
        self.elements: list[str] = []
        self.loaded: list[str] = []
        self.said: list[str] = []
        self.feed(content.decode())

    def handle_starttag(self, tag: str, attrs: list[tuple[str, str | None]]) -> None:
        self.elements.append(tag)
        self.loaded += [value or "" for name, value in attrs if name in ("src", "href")]

    def handle_data(self, data: str) -> None:
        self.said.append(data.strip())


def test_the_next_session_is_a_page_a_horse_with_nothing_to_load(
    worked: HorseRecord, busy: HorseRecord
) -> None:
    page = Page(out("plan", worked, busy))
    assert page.elements.count("section") == 2
    assert page.loaded == []
    assert "script" not in page.elements
    assert "b" not in page.elements, "a name is text, whatever is in it"
    assert busy.horse.name in page.said
    assert any(one.startswith("halt.") for one in page.said) or any(" L" in one for one in page.said)


def test_the_page_has_what_the_plan_has(worked: HorseRecord) -> None:
    from bucephal.planning import PlanRequest, plan_day
    from bucephal.words.plan_words import ADVICE_NOT_ORDERS

    plan = plan_day(Standing(worked, CATALOGUE, TODAY), PlanRequest(on=TODAY, minutes=left(worked).minutes))
    said = Page(out("plan", worked)).said
    for item in plan.items:
        assert item.name in said
        assert not item.dose or item.dose in said
    assert {plan.headline, ADVICE_NOT_ORDERS, *plan.cautions} <= set(said)
