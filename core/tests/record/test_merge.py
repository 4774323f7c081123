"""Two records of one horse become one: every ask once, and nothing that was there is changed."""

from __future__ import annotations

from datetime import date, timedelta
from itertools import pairwise
from typing import Any

import pytest
from bucephal.lab.virtual_horse import simulate_record
from bucephal.ladder import load_catalogue
from bucephal.record import Ask, Horse, HorseRecord, Session, read_record, write_record
from bucephal.record.merge import Novelty, Tally, merge, sessions_told
from bucephal.record.models import FORMAT, VERSION, Busy, Event, EventKind, Goal, Visit
from hypothesis import given, settings
from hypothesis import strategies as st

DAY = date(2026, 6, 15)


def record(*sessions: Session, **more: Any) -> HorseRecord:
    horse = more.pop("horse", Horse(id="quill", name="Quill"))
    return HorseRecord(format=FORMAT, version=VERSION, horse=horse, sessions=sessions, **more)


def ask(name: str | None, level: int = 3) -> Ask:
    return Ask(id=name, step="up-wt.2", level=level)


def session(name: str | None, *asks: Ask, day: int = 0, **more: Any) -> Session:
    return Session(id=name, date=DAY + timedelta(days=day), asks=asks, **more)


def came(mine: HorseRecord, theirs: HorseRecord) -> dict[str, Novelty]:
    return {one.path: one.came for one in merge(mine, theirs).coming}


def ids(one: HorseRecord) -> list[str | None]:
    found: list[str | None] = []
    for each in one.sessions:
        found += [entry.id for entry in each.asks]
        found += [entry.id for entry in each.events]
    return found


names = st.sampled_from([*"abcdefgh"])
sessions_of = st.lists(
    st.tuples(st.sampled_from(["s1", "s2", "s3"]), st.lists(names, unique=True, max_size=6)),
    unique_by=lambda one: one[0], max_size=3,
)  # fmt: skip


def drawn(parts: list[tuple[str, list[str]]]) -> HorseRecord:
    """Each ask in one session only: ids are made by devices and are never used twice."""
    seen: set[str] = set()
    made = []
    for name, asks in parts:
        own = [one for one in asks if one not in seen]
        seen |= set(own)
        made.append(session(name, *(ask(one) for one in own), day=int(name[1])))
    return record(*sorted(made, key=lambda one: one.date))


@given(sessions_of, sessions_of)
@settings(deadline=None)
def test_every_ask_is_there_once_whichever_comes_to_which(one: Any, other: Any) -> None:
    mine, theirs = drawn(one), drawn(other)
    together = merge(mine, theirs).record
    assert sorted(map(str, ids(together))) == sorted(map(str, {*ids(mine), *ids(theirs)}))
    assert {each.id for each in together.sessions} == {each.id for each in (*mine.sessions, *theirs.sessions)}
    assert set(ids(merge(theirs, mine).record)) == set(ids(together))


@given(sessions_of, sessions_of)
@settings(deadline=None)
def test_the_same_once_more_changes_nothing(one: Any, other: Any) -> None:
    mine, theirs = drawn(one), drawn(other)
    once = merge(mine, theirs).record
    again = merge(once, theirs)
    assert again.record == once
    assert {each.came for each in again.coming} <= {Novelty.EQUAL}
    assert merge(mine, mine).record == mine


def test_a_record_merged_with_itself_is_itself_to_the_byte() -> None:
    whole = simulate_record(3, load_catalogue(), sessions=12, end=DAY)
    text = write_record(whole)
    again = merge(whole, read_record(text, load_catalogue(), DAY))
    assert write_record(again.record) == text
    assert {one.came for one in again.coming} == {Novelty.EQUAL}


def test_two_halves_of_a_record_are_the_whole() -> None:
    whole = simulate_record(3, load_catalogue(), sessions=12, end=DAY)
    early, late = (
        whole.model_copy(update={"sessions": part}) for part in (whole.sessions[:7], whole.sessions[5:])
    )
    assert merge(early, late).record == whole
    assert merge(late, early).record == whole


def test_what_two_devices_logged_of_one_session_stands_in_its_order() -> None:
    mine = record(session("s", ask("a"), ask("b"), ask("d")))
    theirs = record(session("s", ask("b"), ask("c"), ask("d"), ask("e")))
    assert ids(merge(mine, theirs).record) == ["a", "b", "c", "d", "e"]


def test_what_differs_stays_as_it_was_and_is_told_with_both() -> None:
    mine = record(session("s", ask("a", 3), note="calm"), goals=(Goal(step="canter.1"),))
    theirs = record(
        session("s", ask("a", 7), note="windy"), goals=(Goal(step="canter.1", by=DAY),),
        horse=Horse(id="other", name="Quilla", sex="mare", school={"eyes": "b"}),
    )  # fmt: skip
    together = merge(mine, theirs)
    assert together.record.sessions == mine.sessions
    assert together.record.goals == mine.goals
    told = {one.path: (one.came, one.mine, one.theirs) for one in together.coming}
    assert told["sessions[0]"] == (Novelty.DIFFERENT, {"note": "calm"}, {"note": "windy"})
    assert told["sessions[0].asks[0]"] == (Novelty.DIFFERENT, {"level": 3}, {"level": 7})
    assert told["goals[0]"] == (Novelty.DIFFERENT, {"by": None}, {"by": "2026-06-15"})
    assert told["horse.name"] == (Novelty.DIFFERENT, "Quill", "Quilla")
    # What is not known yet is taken.
    assert told["horse.sex"] == (Novelty.NEW, None, "mare")
    assert (together.record.horse.sex, together.record.horse.school) == ("mare", {"eyes": "b"})
    assert (together.record.horse.id, together.record.horse.name) == ("quill", "Quill")


def test_an_ask_that_stands_in_another_session_there_is_not_doubled() -> None:
    mine, theirs = record(session("s", ask("a"))), record(session("t", ask("a"), ask("b"), day=1))
    together = merge(mine, theirs).record
    assert ids(together) == ["a", "b"]


def test_without_ids_the_same_is_the_same_and_two_alike_are_two() -> None:
    twice = record(session("s", ask(None), ask(None)))
    assert merge(twice, twice).record == twice
    three = record(session("s", ask(None), ask(None), ask(None)))
    assert len(ids(merge(twice, three).record)) == 3
    unnamed = record(session(None, ask(None)))
    assert merge(unnamed, unnamed).record == unnamed


@pytest.mark.parametrize(
    ("part", "mine", "theirs"),
    [
        ("busy", Busy(date=DAY, what=Visit.VET), Busy(date=DAY, what=Visit.FARRIER)),
        ("goals", Goal(step="halt.1"), Goal(step="halt.1", by=DAY)),
    ],
)
def test_of_a_day_or_a_step_there_is_one(part: str, mine: Any, theirs: Any) -> None:
    together = merge(record(**{part: (mine,)}), record(**{part: (theirs,)}))
    assert getattr(together.record, part) == (mine,)
    assert came(record(**{part: (mine,)}), record(**{part: (theirs,)}))[f"{part}[0]"] is Novelty.DIFFERENT


def test_events_come_together_as_asks_do() -> None:
    spook = Event(id="e", kind=EventKind.SPOOK)
    mine = record(session("s", ask("a")))
    theirs = record(session("s").model_copy(update={"events": (spook,)}))
    assert merge(mine, theirs).record.sessions[0].events == (spook,)
    assert merge(mine, theirs).record.sessions[0].asks == (ask("a"),)


def test_what_was_struck_out_here_stays_struck_out() -> None:
    mine, theirs = (
        record(session("s1", ask("a"))),
        record(session("s1", ask("a"), ask("b")), session("s2", ask("c"), day=1)),
    )
    together = merge(mine, theirs, {"b", "s2"})
    assert together.record == mine
    told = {one.path: one.came for one in together.coming if one.came is not Novelty.EQUAL}
    assert told == {"sessions[0].asks[1]": Novelty.STRUCK_OUT, "sessions[1]": Novelty.STRUCK_OUT}


@given(st.lists(names, unique=True), st.lists(names, unique=True))
@settings(deadline=None)
def test_what_is_new_stands_after_what_it_came_after(one: list[str], other: list[str]) -> None:
    mine, theirs = (record(session("s1", *map(ask, each))) for each in (one, other))
    together = [str(each) for each in ids(merge(mine, theirs).record)]
    assert [each for each in together if each in one] == one
    for before, each in pairwise(other):
        assert each in one or together.index(each) > together.index(before)


def test_what_comes_in_is_told_session_by_session() -> None:
    mine = record(session("s1", ask("a", 3)))
    theirs = record(session("s1", ask("a", 4), ask("b")), session("s2", ask("c"), ask("d"), day=1))
    first, second = sessions_told(theirs, merge(mine, theirs, {"d"}).coming)
    assert (first.came, first.inside) == (Novelty.EQUAL, Tally(new=1, different=1))
    assert (second.came, second.date, second.inside) == (
        Novelty.NEW, DAY + timedelta(days=1), Tally(new=1, struck_out=1)
    )  # fmt: skip
