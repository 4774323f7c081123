"""Journeys through the real product in a real browser."""

from __future__ import annotations

import pytest
from selenium.webdriver.chrome.webdriver import WebDriver
from selenium.webdriver.common.keys import Keys

from e2e.browser import PHONE, set_offline, set_size
from e2e.conftest import Places
from e2e.pages.ring import Ring
from e2e.server import Server


def work_every_knot(ring: Ring) -> int:
    """Answers every knot with a wedge heavily and then lightly; how many asks were logged."""
    logged = 0
    while not ring.is_last():
        if len(ring.bars()) == 10:
            ring.tap(8)
            ring.tap(2)
            logged += 2
        ring.next()
    return logged


def test_from_signing_in_to_a_changed_plan(signed_in: Places, server: Server) -> None:
    places = signed_in
    assert places.today.horses() == ["Quill"]
    quill = server.horses["Quill"]
    places.plan.open(f"/horses/{quill}/plan")
    before = places.plan.steps()

    places.plan.button("Take it to the ring").click()
    places.ring.begin()
    places.ring.to_wedge()
    knot = places.ring.see("main h1").text
    for bar, said in ((9, "repeat-from-light"), (10, "go-easier")):
        places.ring.tap(bar)
        assert places.ring.advice() in (said, "leave-exercise")
    places.ring.wait_until_saved()
    places.ring.finish()

    rows = places.debrief.rows()
    assert len(rows) == 1
    (words,) = rows.values()
    assert knot in places.debrief.see("article").text
    assert "ended heavy" in words
    places.debrief.to_plan()

    after = places.plan.steps()
    assert after != before
    (worked,) = rows
    assert ("repair", worked[0]) in after
    assert "nothing new" in places.plan.text().lower()
    assert "put that right first" in places.plan.text()

    places.sheet.open(f"/horses/{quill}/sheet")
    board = places.sheet.board()
    assert "Walk to trot: left" in board
    assert "right" in board


def test_a_session_on_the_phone_with_no_signal_arrives_once(
    signed_in: Places, driver: WebDriver, server: Server
) -> None:
    places = signed_in
    set_size(driver, PHONE)
    places.today.open("/")
    places.today.wait_for_packs()
    places.today.start("Quill")
    places.ring.begin()
    set_offline(driver, True)
    logged = work_every_knot(places.ring)
    assert logged >= 4
    places.ring.press("u")
    assert "No signal" in places.ring.saved()
    assert server.asks() == []
    places.ring.finish()
    assert "not sent yet" in places.debrief.see("main [role=status]").text

    set_offline(driver, False)
    places.debrief.wait_until_saved()
    asks = server.asks()
    assert len(asks) == logged
    assert len({ask for ask, _ in asks}) == logged
    assert sum(deleted for _, deleted in asks) == 1
    assert places.debrief.rows()


def test_the_server_is_killed_while_asks_are_waiting(
    signed_in: Places, driver: WebDriver, server: Server
) -> None:
    places = signed_in
    places.ring.open(f"/horses/{server.horses['Quill']}/ring")
    places.ring.begin()
    places.ring.to_wedge()
    places.ring.press("4")
    places.ring.wait_until_saved()
    server.kill()
    for key in ("6", "3"):
        places.ring.press(key)
    places.ring.wait().until(lambda _: "waiting" in places.ring.saved())
    driver.refresh()
    places.ring.see("footer button")
    server.start()
    places.ring.press("2")
    places.ring.wait_until_saved()
    asks = server.asks()
    assert len(asks) == len({ask for ask, _ in asks}) == 4


def test_a_wrong_password_is_said_and_what_was_typed_stays(places: Places) -> None:
    places.sign_in.open("/")
    places.sign_in.try_("wren", "not-the-password")
    assert "not right" in places.sign_in.see("[role=alert]").text
    assert places.sign_in.see("input[name=name]").get_attribute("value") == "wren"


@pytest.mark.parametrize("place", ["plan", "ring", "debrief", "sheet"])
def test_another_yards_horse_is_not_found(place: str, signed_in: Places, server: Server) -> None:
    signed_in.plan.open(f"/horses/{server.horses['Basalt']}/{place}")
    alert = signed_in.plan.see("[role=alert]").text
    assert "no such horse" in alert
    assert "Basalt" not in signed_in.plan.driver.page_source


def test_the_keyboard_alone_works_a_session(signed_in: Places, server: Server) -> None:
    places = signed_in
    places.ring.open(f"/horses/{server.horses['Quill']}/ring")
    places.ring.begin()
    while len(places.ring.all("fieldset button[title]")) != 10:
        places.ring.press(Keys.ENTER)
    side = places.ring.side() if places.ring.all("fieldset[aria-label=Sides]") else ""
    places.ring.press("n", "7")
    assert places.ring.advice() == "repeat-from-light"
    places.ring.press("t", "2")
    assert "tight" in places.ring.see("[data-advice]").text
    places.ring.press("u", "u")
    assert places.ring.advice() == "begin"
    if side:
        places.ring.press("s")
        assert places.ring.side() != side
    places.ring.press("?")
    assert "no answer" in places.ring.see("[role=dialog]").text


def test_the_answer_to_a_tap_needs_no_server(signed_in: Places, driver: WebDriver, server: Server) -> None:
    places = signed_in
    places.ring.open(f"/horses/{server.horses['Quill']}/ring")
    places.ring.begin()
    places.ring.to_wedge()
    server.kill()
    places.ring.tap(9)
    assert places.ring.advice() == "repeat-from-light"
    took = driver.execute_script(
        "return performance.getEntriesByName('tap-to-instruction').map(e => e.duration)"
    )
    assert took  # measured by `make bench`; here only that it is measured


def test_a_figure_says_why(signed_in: Places, server: Server) -> None:
    places = signed_in
    places.sheet.open(f"/horses/{server.horses['Quill']}/sheet")
    assert "asks on" in places.sheet.board()
    places.sheet.to_step("Walk to trot")
    words = places.step.trail("left")
    assert "times in 10" in words or "nearly always" in words
    assert "asks on" in words
    page = places.step.see("main article").text
    assert "What moved it most" in page
    assert "in the long run" in page
    assert len(places.step.table_rows("left")) > 5
    assert "most likely" in places.step.how_soon()
