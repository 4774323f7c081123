"""What comes from elsewhere gets ids that can be stored, and the same ones when it comes again."""

from __future__ import annotations

from datetime import date
from typing import Any
from uuid import UUID, uuid4

from bucephal.record import Ask, Horse, HorseRecord, Session
from bucephal.record.merge import Novelty, merge
from bucephal.record.models import FORMAT, VERSION, Event, EventKind
from bucephal.record.new_ids import at_home, ids_in, uuid_in, with_ids
from hypothesis import given
from hypothesis import strategies as st

HERE = UUID("8d0c8a1e-2a3a-4a54-9d0e-0c4f5d3b7a10")
levels = st.lists(st.integers(1, 10), max_size=8)


def record(*sessions: Session, name: str = "Quill") -> HorseRecord:
    return HorseRecord(format=FORMAT, version=VERSION, horse=Horse(id="quill", name=name), sessions=sessions)


def session(*asks: Any, **more: Any) -> Session:
    events = more.pop("events", ())
    return Session(date=date(2026, 6, 15), asks=asks, events=events, **more)


def ask(level: int, name: str | None = None) -> Ask:
    return Ask(id=name, step="up-wt.2", level=level)


@given(levels)
def test_everything_gets_a_uuid_and_nothing_gets_the_same(given_levels: list[int]) -> None:
    stumbles = (Event(kind=EventKind.STUMBLE), Event(kind=EventKind.STUMBLE))
    came = with_ids(record(session(*map(ask, given_levels), events=stumbles), session(id="second")), HERE)
    ids = ids_in(came)
    assert len(ids) == len(set(ids)) == len(given_levels) + 4
    assert all(uuid_in(one) is not None for one in ids)
    assert came.horse.id == str(HERE)


@given(levels, st.integers(0, 8), st.integers(1, 10))
def test_a_line_that_comes_in_between_is_the_only_new_one(
    given_levels: list[int], at: int, level: int
) -> None:
    longer = [*given_levels[:at], level, *given_levels[at:]]
    before, after = (with_ids(record(session(*map(ask, one))), HERE) for one in (given_levels, longer))
    came = [one.came for one in merge(before, after).coming if ".asks" in one.path]
    assert came.count(Novelty.NEW) == 1
    assert came.count(Novelty.EQUAL) == len(given_levels)


def test_an_id_that_can_be_stored_stays() -> None:
    known = str(uuid4())
    came = with_ids(record(session(ask(3, known), id=known.upper())), HERE)
    assert ids_in(came) == [known, known]


def test_an_id_that_names_something_else_here_becomes_another_and_the_same_one_each_time() -> None:
    known = str(uuid4())
    theirs = record(session(ask(3, known)))
    once, again = (with_ids(theirs, HERE, {UUID(known)}) for _ in range(2))
    assert known not in ids_in(once)
    assert once == again
    assert ids_in(once) != ids_in(with_ids(theirs, uuid4(), {UUID(known)}))


def test_asks_that_are_known_bring_a_session_without_an_id_home() -> None:
    mine = record(session(ask(3, "a"), id="s1"), session(ask(4, "b"), id="s2"))
    theirs = record(session(ask(5), ask(4, "b")), session(ask(6)), session(ask(3, "a"), id="own"))
    assert [one.id for one in at_home(theirs, mine).sessions] == ["s2", None, "own"]
