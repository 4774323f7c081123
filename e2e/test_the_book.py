"""In the evening: a ride is written in, a session put right, two phones logged one."""

from __future__ import annotations

from collections.abc import Iterator
from datetime import date, timedelta
from typing import Any

import pytest
from selenium.webdriver.chrome.webdriver import WebDriver
from selenium.webdriver.common.keys import Keys

from e2e import attacks
from e2e.browser import PHONE, Browsers, set_size
from e2e.clock import TODAY
from e2e.conftest import Places
from e2e.pages.places import Debrief, SignIn
from e2e.pages.ring import Ring
from e2e.seed import PASSWORD
from e2e.server import Server

DAY_S = 24 * 60 * 60
KEYS_A_MINUTE = 200
"""Of whoever types neither fast nor slowly: common practice, no source."""


def rebuilt(server: Server) -> str:
    """Whether what is kept is what is worked out anew."""
    return attacks.manage(server, "rebuild", "--check").stdout


def sessions(places: Places, horse: str) -> dict[str, Any]:
    return {one["id"]: one for one in places.debrief.told(f"/api/horses/{horse}/record")["sessions"]}


def estimate(places: Places, horse: str, step: str, side: str) -> dict[str, Any]:
    told = places.debrief.told(f"/api/horses/{horse}/estimates")["estimates"]
    found: dict[str, Any] = next(one for one in told if (one["step"], one["side"]) == (step, side))
    return found


def test_yesterdays_ride_is_written_in_with_a_slip_mended_in_place(signed_in: Places, server: Server) -> None:
    places, quill = signed_in, server.horses["Quill"]
    before = sessions(places, quill)
    places.debrief.open(f"/horses/{quill}/debrief")
    places.debrief.button("Write a session in").click()
    text = "up-wt L 8 6 5! 4 2 2 3\nup-wt R 5 12 4\nhalt.2 3x 3\nnote Windy."
    assert len(text) < KEYS_A_MINUTE
    places.debrief.write(text)
    assert places.debrief.marked() == ["12"]
    assert "1 place to mend" in places.debrief.read()
    # The others are drawn all the same.
    assert len(places.debrief.dots()) == 3
    places.debrief.write_anew("12", "1")
    assert places.debrief.marked() == []
    assert "1 session, 12 asks" in places.debrief.read()
    places.debrief.button("Save it").click()
    rows = places.debrief.rows()
    assert ("up-wt.2", "left") in rows
    (new,) = [one for key, one in sessions(places, quill).items() if key not in before]
    assert new["date"] == str(TODAY - timedelta(days=1))
    assert [one["level"] for one in new["asks"]] == [8, 6, 5, 4, 2, 2, 3, 5, 1, 4, 3, 3]
    assert new["note"] == "Windy."
    assert rebuilt(server)


def test_names_are_completed_and_nothing_typed_is_lost(
    signed_in: Places, driver: WebDriver, server: Server
) -> None:
    places, quill = signed_in, server.horses["Quill"]
    places.debrief.open(f"/horses/{quill}/debrief/write")
    places.debrief.write("walk to t")
    assert places.debrief.offered()[0] == "up-wt.2"
    places.debrief.press(Keys.TAB)
    assert places.debrief.typed() == "up-wt.2 "
    places.debrief.write("L 5sl")
    assert places.debrief.offered() == ["slow"]
    places.debrief.press(Keys.TAB)
    places.debrief.write("4")
    typed = places.debrief.typed()
    assert typed == "up-wt.2 L 5slow 4"
    # The lid is shut, and opened again.
    driver.refresh()
    assert places.debrief.typed() == typed
    assert "Not saved yet" in places.debrief.see("[class*=draft]").text
    places.debrief.button("Let go what I typed").click()
    assert places.debrief.typed() == ""


def test_a_session_is_put_right_moved_discarded_and_restored(signed_in: Places, server: Server) -> None:
    places, quill = signed_in, server.horses["Quill"]
    places.debrief.open(f"/horses/{quill}/debrief")
    places.debrief.rows()
    last = max(sessions(places, quill).values(), key=lambda one: one["date"])
    step, side = "up-wt.2", "left"
    was = estimate(places, quill, step, side)
    asked = [one for one in last["asks"] if (one["step"], one["side"]) == (step, side)]

    # An ask struck out and made again: told as one change.
    places.debrief.put_right()
    begun = f"{step} L {asked[0]['level']}"
    places.debrief.write_anew(begun, f"{step} L 10")
    assert any(", now 10" in one.text for one in places.debrief.all("main li"))
    places.debrief.button("Put it right").click()
    (line,) = places.debrief.history()
    assert line.startswith("Walk to trot, ")
    assert line.endswith(", now 10")
    now = sessions(places, quill)[last["id"]]["asks"]
    assert len(now) == len(last["asks"])
    assert estimate(places, quill, step, side) != was
    assert rebuilt(server)

    # Moved to an earlier day.
    earlier = str(date.fromisoformat(last["date"]) - timedelta(days=1))
    places.debrief.put_right()
    places.debrief.write_anew(last["date"], earlier)
    places.debrief.button("Put it right").click()
    places.debrief.wait_for_text("ol[class*=history]", "Date: ")
    assert sessions(places, quill)[last["id"]]["date"] == earlier
    assert rebuilt(server)

    # Discarded, and restored.
    kept = estimate(places, quill, step, side)
    places.debrief.button("Strike it out").click()
    places.debrief.button("surely").click()
    places.debrief.wait().until(lambda _: last["id"] not in sessions(places, quill))
    assert estimate(places, quill, step, side) != kept
    assert rebuilt(server)
    places.debrief.see("details[class*=struck] summary").click()
    places.debrief.see("details[class*=struck] button").click()
    places.debrief.wait().until(lambda _: last["id"] in sessions(places, quill))
    assert estimate(places, quill, step, side) == kept
    assert rebuilt(server)


@pytest.fixture
def another(server: Server, browsers: Browsers) -> Iterator[WebDriver]:
    """Another phone of the same yard, four days ahead of the time."""
    with browsers.one(server.base, server.shift_s + 4 * DAY_S) as phone:
        yield phone


def test_two_phones_log_one_session_and_one_does_not_know_the_day(
    signed_in: Places, driver: WebDriver, server: Server, another: WebDriver
) -> None:
    quill = server.horses["Quill"]
    set_size(driver, PHONE)
    signed_in.ring.open(f"/horses/{quill}/ring")
    signed_in.ring.begin()
    signed_in.ring.to_wedge()
    signed_in.ring.tap(8)
    signed_in.ring.tap(6)
    signed_in.ring.wait().until(lambda _: len(server.asks()) == 2)

    SignIn(another, server.base).as_("wren", PASSWORD)
    set_size(another, PHONE)
    ring, debrief = Ring(another, server.base), Debrief(another, server.base)
    ring.open(f"/horses/{quill}/ring")
    assert "has a session running since" in ring.see("[class*=running]").text
    ring.button("Log in that session").click()
    ring.to_wedge()
    ring.tap(4)
    ring.wait().until(lambda _: len(server.asks()) == 3)

    # Each shows what the other logged, and says on what.
    assert "8 6" in ring.see("[aria-label='Logged by others']").text
    signed_in.ring.tap(5)
    assert "4" in signed_in.ring.see("[aria-label='Logged by others']").text
    signed_in.ring.wait().until(lambda _: len(server.asks()) == 4)

    running = max(sessions(signed_in, quill).values(), key=lambda one: one["date"])
    assert running["date"] == str(TODAY)
    assert [one["level"] for one in running["asks"]] == [8, 6, 4, 5]
    debrief.open(f"/horses/{quill}/debrief/{running['id']}")
    debrief.wait().until(lambda _: debrief.all("[data-device]"))
    told = [one.text for one in debrief.all("[data-device]")]
    assert len(told) == 2
    assert "4 days ahead" in told[1]
