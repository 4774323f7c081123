"""What a process keeps is made once, however many ask, and let go in the order in which it was asked for."""

from __future__ import annotations

from concurrent.futures import ThreadPoolExecutor
from functools import partial
from threading import Event

import pytest
from version_cache import VersionCache


def test_ten_who_ask_at_once_have_it_made_once() -> None:
    kept: VersionCache[int] = VersionCache(4)
    made, go = [], Event()

    def make() -> int:
        made.append(1)
        go.wait(5)
        return 42

    with ThreadPoolExecutor(10) as pool:
        asking = [pool.submit(kept.get, "one", make) for _ in range(10)]
        go.set()
        assert [one.result(5) for one in asking] == [42] * 10
    assert len(made) == 1


def test_two_different_ones_do_not_wait_for_each_other() -> None:
    kept: VersionCache[str] = VersionCache(4)
    inside, go = Event(), Event()

    def slow() -> str:
        inside.set()
        assert go.wait(5)
        return "slow"

    with ThreadPoolExecutor(2) as pool:
        waiting = pool.submit(kept.get, "slow", slow)
        assert inside.wait(5)
        assert kept.get("quick", lambda: "quick") == "quick"
        go.set()
        assert waiting.result(5) == "slow"


def test_what_was_not_asked_for_longest_goes_first() -> None:
    kept: VersionCache[str] = VersionCache(2)
    for key in ("a", "b", "a", "c"):
        kept.get(key, partial(str, key))
    assert kept.get("a", lambda: "made again") == "a"
    assert kept.get("b", lambda: "made again") == "made again"


def test_what_could_not_be_made_is_made_by_the_next() -> None:
    kept: VersionCache[str] = VersionCache(2)

    def broken() -> str:
        raise OSError("no")

    with pytest.raises(OSError, match="no"):
        kept.get("a", broken)
    assert kept.get("a", lambda: "made") == "made"
