"""What a session still needs to raise a flag at the ring agrees with what the record would then hold.

Common practice, no source: the thresholds.
"""

from __future__ import annotations

from datetime import date, timedelta
from typing import Any

import pytest
from bucephal.answers import HeardEntry
from bucephal.base.errors import InvalidInput
from bucephal.ladder import Side, load_catalogue
from bucephal.pages import flag_page
from bucephal.progress import Standing
from bucephal.record import FlagCode, HorseRecord
from bucephal.welfare import RingSign, clear_flags, notice, raise_by_hand, ring_signs, with_flags
from tests import telling
from tests.telling import TODAY, ask

STEPS = [("up-wt.2", Side.LEFT), ("up-wt.2", Side.RIGHT), ("walk-on.2", Side.NONE), ("mount.2", Side.LEFT),
         ("saddle.2", Side.LEFT), ("canter.2", Side.LEFT)]  # fmt: skip
Tapped = list[dict[str, Any]]


def record_with(tapped: list[tuple[int, Tapped]], **lists: Any) -> HorseRecord:
    """Sessions as (days ago, what was tapped); an entry with a ``kind`` is an event."""
    told = [
        (ago, [one for one in each if "kind" not in one], [one for one in each if "kind" in one])
        for ago, each in tapped
    ]
    return telling.record_with(told, **lists)


def raised_at_the_ring(record: HorseRecord, tapped: Tapped) -> list[FlagCode]:
    """As the device counts: conditions, steps, sides and numbers alone."""
    day = Standing(record, load_catalogue(), TODAY)
    signs = ring_signs(record, day.tracks, notice(record, day.tracks, TODAY), TODAY, STEPS)
    return [one.code for one in signs if any(_reached(sign, tapped) for sign in one.any_of)]


def _reached(sign: RingSign, tapped: Tapped) -> bool:
    concerned = [
        one for one in tapped
        if sign.step in (None, one.get("step")) and sign.side in (None, one.get("side"))
    ]  # fmt: skip
    asks = [one for one in concerned if "kind" not in one]
    among = asks[:1] if sign.first_only else concerned
    fitting = [one for one in among if _fits(sign, one)]
    if sign.share is not None:
        return len(asks) >= sign.at_least and len(fitting) >= sign.share * len(asks)
    return len(fitting) >= sign.at_least


def _fits(sign: RingSign, one: dict[str, Any]) -> bool:
    fields = {key: value for key, value in one.items() if key not in ("step", "side", "kind")}
    heard = HeardEntry.model_validate({**fields, "event": one.get("kind")}).model_dump()
    return any(all(condition.holds(heard) for condition in group) for group in sign.when_any)


STUMBLE = {"kind": "stumble"}
KICK = ask("walk-on.2", faults=["kicks-at-aid"])
TIGHT, CALM = ask("walk-on.2", tension="tight"), ask("walk-on.2")
DISUNITED = ask("canter.2", "left", 3, faults=["disunited"])
LIGHT = [
    (10 + 2 * n, [ask("up-wt.2", side) for side in ("left", "right") for _ in range(2)]) for n in range(12)
]
NONE = ask("up-wt.2", "right", 10, answered=False)


def lost(level: int) -> Tapped:
    return [ask("up-wt.2", "left"), ask("up-wt.2", "right", level)]


# (before today, tapped today, the flag that today raises)
TODAYS: list[tuple[list[tuple[int, Tapped]], Tapped, str | None]] = [
    ([], [STUMBLE], None),
    ([], [STUMBLE, STUMBLE], "stumbles"),
    ([(3, [STUMBLE])], [STUMBLE], "stumbles"),
    ([(9, [STUMBLE]), *((ago, [CALM]) for ago in (8, 7, 6, 5))], [STUMBLE], None),
    ([(9, [STUMBLE]), *((ago, [CALM]) for ago in (8, 7, 6))], [STUMBLE], "stumbles"),
    ([], [{"kind": "uneven"}], "uneven"),
    ([], [{"kind": "bolt"}], None),
    ([], [{"kind": "bolt"}, {"kind": "kick"}], "dangers"),
    ([(6, [{"kind": "bolt"}])], [{"kind": "buck"}], "dangers"),
    ([(7, [{"kind": "bolt"}])], [{"kind": "buck"}], None),
    ([], [{"kind": "fall"}], "dangers"),
    ([], [KICK], None),
    ([(28, [KICK])], [KICK], "refusal"),
    ([(29, [KICK])], [KICK], None),
    ([(3, [KICK])], [ask("walk-on.2", level=9, faults=["kicks-at-aid"])], None),
    ([(3, [KICK])], [ask("mount.2", "left", None, faults=["walks-off"])], "refusal"),
    ([(3, [KICK])], [ask("saddle.2", "left", None, tension="alarmed")], "refusal"),
    ([*LIGHT, (3, [KICK])], [NONE, NONE], "refusal"),
    ([*LIGHT, (3, [KICK])], [NONE], None),
    ([(3, [KICK])], [NONE, NONE], None),
    ([(5, [DISUNITED]), (3, [DISUNITED])], [DISUNITED], "disunited"),
    ([(3, [DISUNITED])], [DISUNITED], None),
    ([(3, [TIGHT] * 3 + [CALM] * 3)], [TIGHT] * 3 + [CALM] * 3, "tense-work"),
    ([(3, [TIGHT] * 3 + [CALM] * 3)], [TIGHT] * 5, None),
    ([(3, [TIGHT] * 3 + [CALM] * 3)], [TIGHT] * 3 + [CALM] * 4, None),
    ([(3, [TIGHT] * 2 + [CALM] * 4)], [TIGHT] * 6, None),
    ([*LIGHT, (3, lost(6))], lost(6), "one-sided-loss"),
    ([*LIGHT, (3, lost(6))], lost(5), None),
    ([*LIGHT, (3, lost(5))], lost(6), None),
]


@pytest.mark.parametrize(("before", "tapped", "code"), TODAYS)
def test_the_ring_raises_what_the_record_then_holds(
    before: list[tuple[int, Tapped]], tapped: Tapped, code: str | None
) -> None:
    record = record_with(before)
    assert raised_at_the_ring(record, tapped) == ([] if code is None else [code])
    after = record_with([*before, (0, tapped)])
    assert list(Standing(after, load_catalogue(), TODAY).open_flags) == ([] if code is None else [code])


def test_what_was_cleared_no_longer_counts_at_the_ring() -> None:
    seen = {"code": "stumbles", "raised_on": "2026-06-12", "cleared_on": "2026-06-13", "cleared_by": "farrier",
            "found": "a loose shoe"}  # fmt: skip
    record = record_with([(3, [STUMBLE])], flags=[seen])
    assert raised_at_the_ring(record, [STUMBLE]) == []
    assert raised_at_the_ring(record, [STUMBLE, STUMBLE]) == ["stumbles"]


def test_a_clearing_begins_anew_though_nothing_was_raised_yet() -> None:
    # One stumble; somebody raised the flag by hand and had it cleared; one stumble again.
    by_hand = {"code": "stumbles", "raised_on": "2026-06-11", "by_hand": True, "note": "trips",
               "cleared_on": "2026-06-12", "cleared_by": "vet", "found": "nothing"}  # fmt: skip
    before = [(5, [STUMBLE])]
    assert raised_at_the_ring(record_with(before, flags=[by_hand]), [STUMBLE]) == []
    after = record_with([*before, (0, [STUMBLE])], flags=[by_hand])
    assert list(Standing(after, load_catalogue(), TODAY).open_flags) == []
    plain = record_with([*before, (0, [STUMBLE])])
    assert list(Standing(plain, load_catalogue(), TODAY).open_flags) == ["stumbles"]


def test_a_clearing_whose_answers_were_undone_is_kept_as_such() -> None:
    looked = {"code": "stumbles", "raised_on": "2026-06-11", "cleared_by": "farrier", "found": "a loose shoe"}
    (flag,) = Standing(
        record_with([], flags=[{**looked, "cleared_on": "2026-06-12"}]), load_catalogue(), TODAY
    ).flags
    assert (flag.open, flag.by_hand, flag.found) == (False, False, "a loose shoe")
    assert "not in this record" in flag.why


# --- raised and cleared ------------------------------------------------------------------------------------


def test_raised_by_hand_with_what_was_seen() -> None:
    flag = raise_by_hand({"code": "injury", "note": "left eye closed"}, TODAY)
    assert (flag.code, flag.by_hand, flag.raised_on, flag.note) == ("injury", True, TODAY, "left eye closed")


@pytest.mark.parametrize(
    ("raw", "path"),
    [({"code": "injury"}, "note"), ({"code": "injury", "note": "  "}, "note"), ({"note": "lame"}, "code")],
)
def test_raising_refuses_by_name(raw: dict[str, Any], path: str) -> None:
    with pytest.raises(InvalidInput) as refused:
        raise_by_hand(raw, TODAY)
    assert path in [problem.path for problem in refused.value.problems]


def test_clearing_ends_what_was_raised_by_hand_and_by_what_was_tapped() -> None:
    by_hand = raise_by_hand({"code": "stumbles", "note": "trips on the way in"}, TODAY - timedelta(days=1))
    other = raise_by_hand({"code": "injury", "note": "left eye closed"}, TODAY)
    record = record_with([(4, [STUMBLE, STUMBLE])]).model_copy(update={"flags": (by_hand, other)})
    looked = {"code": "stumbles", "raised_on": "2026-06-11", "cleared_by": "farrier", "found": "a loose shoe"}
    cleared = record.model_copy(update={"flags": clear_flags(record.flags, looked, TODAY)})
    day = Standing(cleared, load_catalogue(), TODAY)
    assert list(day.open_flags) == ["injury"]
    history = [(flag.code, flag.since, flag.found) for flag in day.flags if not flag.open]
    assert history == [
        ("stumbles", date(2026, 6, 14), "a loose shoe"),
        ("stumbles", date(2026, 6, 11), "a loose shoe"),
    ]


@pytest.mark.parametrize(
    ("raw", "path"),
    [
        ({"code": "stumbles", "cleared_by": "vet", "found": ""}, "found"),
        ({"code": "stumbles", "cleared_by": None, "found": "fine"}, "cleared_by"),
        ({"code": "uneven", "cleared_by": "trainer", "found": "fine"}, "cleared_by"),
        ({"code": "stumbles", "cleared_by": "vet", "found": "fine", "raised_on": "2026-06-16"}, "cleared_on"),
    ],
)
def test_clearing_refuses_by_name(raw: dict[str, Any], path: str) -> None:
    with pytest.raises(InvalidInput) as refused:
        clear_flags([], {"raised_on": "2026-06-11", **raw}, TODAY)
    assert [problem.path for problem in refused.value.problems] == [path]


def test_a_record_handed_on_names_what_its_asks_raised() -> None:
    record = record_with([(4, [STUMBLE, STUMBLE])])
    day = Standing(record, load_catalogue(), TODAY)
    handed = with_flags(record, day.tracks, TODAY)
    (flag,) = handed.flags
    assert (flag.code, flag.raised_on, flag.by_hand) == ("stumbles", date(2026, 6, 11), False)
    assert flag.note
    # Read again it is one flag, not two; and it holds where the asks are not handed on.
    again = Standing(handed, load_catalogue(), TODAY)
    assert len(again.flags) == 1
    alone = handed.model_copy(update={"sessions": ()})
    assert list(Standing(alone, load_catalogue(), TODAY).open_flags) == ["stumbles"]


def test_the_page_says_who_may_clear_and_what_was_seen() -> None:
    record = record_with([(4, [{"kind": "uneven"}, STUMBLE, STUMBLE])])
    page = flag_page(Standing(record, load_catalogue(), TODAY))
    whom = {flag.code: [by.value for by in flag.cleared_by_whom] for flag in page.flags}
    assert whom[FlagCode.UNEVEN] == ["vet"]
    assert "trainer" in whom[FlagCode.STUMBLES]
    assert [flag.only_a_vet != "" for flag in page.flags if flag.code == "uneven"] == [True]
    assert {kind.code for kind in page.kinds} == set(FlagCode)
