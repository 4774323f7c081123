"""The one moment at which every journey begins, for the server and for the browser.

What a journey sees hangs on the day: ages, days off, the demo's own sessions. So all of them are played on
the same one: a Wednesday in summer time, so that a clock that is read in the wrong zone shows.
"""

from __future__ import annotations

import os
import time
from datetime import UTC, date, datetime
from zoneinfo import ZoneInfo

ZONE = "Europe/London"
BEGINS = datetime(2026, 10, 14, 9, 20, tzinfo=ZoneInfo(ZONE))
TODAY: date = BEGINS.date()
SHIFT = "BUCEPHAL_TEST_SHIFT_S"
"""By how many seconds the clock of a process of the journeys is moved."""

_PAGE_CLOCK = """
(() => {
  const RealDate = Date;
  const now = () => RealDate.now() + %d;
  globalThis.Date = new Proxy(RealDate, {
    construct: (target, given) => given.length ? new target(...given) : new target(now()),
    apply: () => new RealDate(now()).toString(),
    get: (target, name) => name === "now" ? now : Reflect.get(target, name),
  });
})();
"""


def shift_s() -> float:
    """By how much a clock has to be moved so that it is the beginning now."""
    return BEGINS.timestamp() - time.time()


def shifted(seconds: float) -> dict[str, str]:
    """The environment that tells a process of ours by how much its clock is moved."""
    return {SHIFT: str(seconds), "TZ": ZONE}


def page_clock(seconds: float) -> str:
    """The script by which a page's clock is moved; it keeps going."""
    return _PAGE_CLOCK % round(seconds * 1000)


def move_clock() -> None:
    """Moves this process's clock as its environment says; where it says nothing, nothing is moved."""
    seconds = float(os.environ.get(SHIFT, "0"))
    if seconds:
        import time_machine

        time_machine.travel(datetime.fromtimestamp(time.time() + seconds, tz=UTC)).start()
