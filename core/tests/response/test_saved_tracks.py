"""What was kept and gone on from equals what all asks give from nothing, to the last bit."""

from __future__ import annotations

from datetime import date, time, timedelta

import numpy as np
import pytest
from bucephal.ladder import Catalogue, Side, load_catalogue
from bucephal.record import Ask, DatedAsk, Horse, HorseRecord, Session
from bucephal.record.models import FORMAT, VERSION
from bucephal.response import Heard, LightnessTrack, Tracks, hear, resume, save
from hypothesis import given, settings
from hypothesis import strategies as st

FIRST = date(2026, 5, 1)
STEPS = (
    ("up-wt.2", "left"),
    ("up-wt.2", "right"),
    ("up-wt.3", "left"),
    ("canter.1", "left"),
    ("halt.2", "none"),
    ("touch.1", "left"),
)
Made = tuple[int, Ask]

answers = st.fixed_dictionaries(
    {
        "level": st.integers(1, 10),
        "answered": st.booleans() | st.just(True),
        "correct": st.sampled_from(("yes", "yes", "nearly", "no")),
        "tension": st.sampled_from(("calm", "calm", "tight", "alarmed")),
        "probe": st.sampled_from((False, False, True)),
        "faults": st.sampled_from(
            ((), (), ("rhythm-lost",), ("anticipates",), ("stumbles",), ("wrong-lead",))
        ),
    }
)
diaries = st.lists(st.tuples(st.integers(0, 12), st.sampled_from(STEPS), answers), min_size=1, max_size=14)


def made_of(diary: list[tuple[int, tuple[str, str], dict[str, object]]]) -> list[Made]:
    """Asks of a diary, each with the minute at which it was made."""
    made = []
    for minute, (day, (step, side), answer) in enumerate(diary):
        facts = dict(answer)
        if step == "touch.1":
            facts.pop("level")
        made.append((day, Ask(id=str(minute), step=step, side=Side(side), at=time(9, minute), **facts)))
    return made


def record_of_made(made: list[Made]) -> HorseRecord:
    """Two devices log: odd minutes on one, even on the other, each its own session."""
    by_session: dict[tuple[int, int], list[Ask]] = {}
    for day, ask in made:
        by_session.setdefault((day, int(ask.id or 0) % 2), []).append(ask)
    sessions = [
        Session(date=FIRST + timedelta(days=day), started=time(9, device), asks=tuple(asks))
        for (day, device), asks in by_session.items()
    ]
    return HorseRecord(format=FORMAT, version=VERSION, horse=Horse(name="Test"), sessions=tuple(sessions))


def assert_same(one: Tracks, other: Tracks) -> None:
    assert one.by_key.keys() == other.by_key.keys()
    assert one.probed.keys() == other.probed.keys()
    for track, twin in zip(one.everything(), other.everything(), strict=True):
        assert track.answered_days == twin.answered_days
        assert (track.standing, track.means) == (twin.standing, twin.means)
        assert [row.ask for row in track.asks] == [row.ask for row in twin.asks]
        assert track.moods.keys() == twin.moods.keys()
        if isinstance(track.belief, LightnessTrack):
            assert isinstance(twin.belief, LightnessTrack)
            assert isinstance(twin.start, LightnessTrack)
            assert np.array_equal(track.belief.posterior, twin.belief.posterior)
            assert np.array_equal(track.start.posterior, twin.start.posterior)  # type: ignore[union-attr]
        else:
            assert track.belief == twin.belief


@settings(max_examples=120, deadline=None)
@given(diaries, st.data())
def test_any_order_in_pieces_and_with_undo(diary, data: st.DataObject) -> None:  # type: ignore[no-untyped-def]
    catalogue = load_catalogue()
    made = made_of(diary)
    arriving = data.draw(st.permutations(made))
    struck_out = data.draw(st.sets(st.sampled_from(range(len(made)))))
    here: list[Made] = []
    saved: bytes | None = None
    while arriving:
        piece = data.draw(st.integers(1, len(arriving)))
        here, arriving = here + arriving[:piece], arriving[piece:]
        record = record_of_made(here)
        tracks = resume(record, catalogue, saved)
        saved = save(tracks, record)
    for number in struck_out:
        here = [row for row in here if row[1].id != str(number)]
        record = record_of_made(here)
        saved = save(resume(record, catalogue, saved), record)
    left = [row for row in made if int(row[1].id or 0) not in struck_out]
    assert_same(resume(record_of_made(here), catalogue, saved), Tracks.of(record_of_made(left), catalogue))


def test_a_changed_ask_of_an_earlier_day_is_noticed(catalogue: Catalogue) -> None:
    made = made_of([(day, ("up-wt.2", "left"), {"level": 6}) for day in (0, 2, 4)])
    record = record_of_made(made)
    saved = save(Tracks.of(record, catalogue), record)
    changed = record_of_made([(0, made[0][1].model_copy(update={"level": 2})), *made[1:]])
    assert_same(resume(changed, catalogue, saved), Tracks.of(changed, catalogue))


def test_another_band_is_noticed(catalogue: Catalogue) -> None:
    made = made_of([(day, ("up-wt.2", "left"), {"level": 5}) for day in (0, 2, 4)])
    record = record_of_made(made)
    saved = save(Tracks.of(record, catalogue), record)
    narrower = record.model_copy(update={"horse": Horse(name="Test", bands={"default": (1, 4)})})
    assert_same(resume(narrower, catalogue, saved), Tracks.of(narrower, catalogue))


def test_one_more_ask_hears_only_its_own_day(catalogue: Catalogue, monkeypatch: pytest.MonkeyPatch) -> None:
    made = made_of([(day, ("up-wt.2", "left"), {"level": 6}) for day in range(8)])
    record = record_of_made(made)
    saved = save(Tracks.of(record, catalogue), record)
    more = record_of_made([*made, (7, Ask(id="20", step="up-wt.2", side=Side.LEFT, level=4, at=time(10)))])
    heard, hear = list[date](), Tracks.hear

    def noting(self: Tracks, row: DatedAsk) -> None:
        heard.append(row.day)
        hear(self, row)

    monkeypatch.setattr(Tracks, "hear", noting)
    resume(more, catalogue, saved)
    assert heard == [FIRST + timedelta(days=7)] * 2


@pytest.mark.parametrize("keep", [0, 1, 40, 400, -1])
def test_a_damaged_cache_is_not_used(keep: int, catalogue: Catalogue) -> None:
    made = made_of([(day, ("up-wt.2", "left"), {"level": 5}) for day in (0, 2, 4)])
    record = record_of_made(made)
    whole = save(Tracks.of(record, catalogue), record)
    damaged = whole[:keep] + b"\x00" * 8
    assert_same(resume(record, catalogue, damaged), Tracks.of(record, catalogue))


class Device:
    """Keeps its sessions as the same objects as long as nothing in them changes, as the server does."""

    def __init__(self) -> None:
        self._sessions: dict[tuple[date, time | None], Session] = {}

    def record(self, made: list[Made]) -> HorseRecord:
        fresh = record_of_made(made)
        sessions = []
        for session in fresh.sessions:
            key = session.date, session.started
            assert isinstance(key[1], time)
            kept = self._sessions.get((key[0], key[1]))
            self._sessions[key[0], key[1]] = kept if kept == session and kept is not None else session
            sessions.append(self._sessions[key[0], key[1]])
        return fresh.model_copy(update={"sessions": tuple(sessions)})


@settings(max_examples=120, deadline=None)
@given(diaries, st.data())
def test_going_on_in_memory_equals_hearing_all_of_it(diary, data: st.DataObject) -> None:  # type: ignore[no-untyped-def]
    """Asks in any order, in pieces, struck out and put back; what was given out before stays as it was."""
    catalogue, device = load_catalogue(), Device()
    made = made_of(diary)
    last: Heard | None = None
    given_out: list[tuple[HorseRecord, Heard]] = []
    for _ in range(data.draw(st.integers(1, 6))):
        here = [one for one in made if data.draw(st.booleans())]
        record = device.record(here)
        last = hear(record, catalogue, last)
        given_out.append((record, last))
    for record, heard in given_out:
        assert_same(heard.tracks, Tracks.of(record, catalogue))
        assert heard.before.saved == save(heard.tracks, record)


def test_going_on_hears_only_what_came_since(catalogue: Catalogue, monkeypatch: pytest.MonkeyPatch) -> None:
    device = Device()
    made = made_of([(day, ("up-wt.2", "left"), {"level": 6}) for day in range(8)])
    last = hear(device.record(made), catalogue)
    heard, hear_row = list[date](), Tracks.hear

    def noting(self: Tracks, row: DatedAsk) -> None:
        heard.append(row.day)
        hear_row(self, row)

    monkeypatch.setattr(Tracks, "hear", noting)
    later = [(9, Ask(id="30", step="up-wt.2", side=Side.LEFT, level=4, at=time(10)))]
    last = hear(device.record([*made, *later]), catalogue, last)
    # The day that was the last one is heard into what stands before the new last one.
    assert heard == [FIRST + timedelta(days=7), FIRST + timedelta(days=9)]
    heard.clear()
    assert hear(device.record([*made, *later]), catalogue, last) is last
    assert heard == []
    later.append((9, Ask(id="32", step="up-wt.2", side=Side.LEFT, level=4, at=time(11))))
    hear(device.record([*made, *later]), catalogue, last)
    assert heard == [FIRST + timedelta(days=9)] * 2


def test_after_a_change_of_school_nothing_is_gone_on_from(catalogue: Catalogue) -> None:
    """The tracks belong to the ladder under the horse's school."""
    made = made_of([(day, ("up-wt.2", "left"), {"level": 5}) for day in (0, 2, 4)])
    record = record_of_made(made)
    first = hear(record, catalogue)
    schooled = record.model_copy(update={"horse": Horse(name="Test", school={"leg-meaning": "b"})})
    again = hear(schooled, catalogue, first)
    assert again.before is not first.before
    assert "steady-leg.4" in {need.step for need in again.tracks.catalogue.stage("up-wt.2").needs}
