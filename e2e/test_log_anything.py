"""Whatever is done can be logged: any exercise, each kind of answer by an input of its own, the day itself.

Each is found again in the record, in the debrief and on the sheet.
"""

from __future__ import annotations

import time
from typing import Any

import pytest
from selenium.webdriver.chrome.webdriver import WebDriver
from selenium.webdriver.common.keys import Keys

from e2e.browser import PHONE, set_size
from e2e.conftest import Places
from e2e.server import Server


@pytest.fixture
def logging(signed_in: Places, driver: WebDriver, server: Server) -> Places:
    """On the phone, before a session."""
    set_size(driver, PHONE)
    signed_in.ring.open(f"/horses/{server.horses['Quill']}/ring")
    return signed_in


def last_session(places: Places, server: Server) -> dict[str, Any]:
    """As the record hands it on, once all of it has been sent."""
    places.debrief.wait_until_saved()
    record = places.debrief.told(f"/api/horses/{server.horses['Quill']}/record")
    return dict(record["sessions"][-1])


def asked(session: dict[str, Any], step: str) -> list[dict[str, Any]]:
    return [ask for ask in session["asks"] if ask["step"] == step]


def test_each_kind_of_answer_is_taken_down_and_found_again(logging: Places, server: Server) -> None:
    ring = logging.ring
    ring.just_log("stand.2")
    ring.button("Start the clock").click()
    time.sleep(1.1)
    ring.button("It moved").click()

    ring.add("object.1")
    ring.choose("How near it was: 2 m")
    ring.tap(3)
    ring.button("Presented").click()
    ring.button("Let go ·").click()
    time.sleep(0.2)
    ring.button("Presented").click()
    ring.button("Not let go").click()

    ring.add("hold line.2")
    ring.choose("the corner by M")
    ring.choose("The inside leg: with")
    ring.tap(4)

    ring.add("trot-range.1")
    for _ in range(10):
        ring.button("stride").click()
    ring.button("This was the working side").click()
    for _ in range(9):
        ring.button("working side 10").click()
    ring.button("Log 10 in a hundred fewer").click()

    ring.add("station.1")
    ring.choose("Off the mark: 0.3 m")
    ring.choose("0.6 m to the side")
    ring.button("At the mark").click()
    ring.button("Left · 0:").click()

    ring.add("hack.1")
    ring.button("Start the clock").click()
    ring.button("Log it").click()

    ring.add("turn-haunch.2")
    ring.tap(3)
    ring.open_sheet()
    ring.choose("grade 4 of 5")
    for _ in range(6):
        ring.choose("More: Degrees turned")
    ring.see("input[aria-label='Note on this answer']").send_keys("stepped behind once")
    ring.close_sheet()

    ring.wait_until_saved()
    ring.finish()
    session = last_session(logging, server)
    assert (session["kind"], session.get("planned")) == ("ridden", None)
    (stood,) = asked(session, "stand.2")
    assert 1 <= stood["extent"] < 30
    tapped, let_go, not_yet = asked(session, "object.1")
    assert {one["distance_m"] for one in (tapped, let_go, not_yet)} == {2}
    assert (tapped["strength"], tapped.get("let_go_s")) == (3, None)
    assert let_go["strength"] == 3
    assert 0 <= let_go["let_go_s"] < 30
    assert (not_yet["answered"], not_yet.get("let_go_s")) == (False, None)
    (corner,) = asked(session, "line.2")
    assert (corner["spot"], corner["second_aid"], corner["extent"]) == ("the corner by M", 1, 2)
    (longer,) = asked(session, "trot-range.1")
    assert longer["extent"] == 10
    (beside,) = asked(session, "station.1")
    assert (beside["distance_m"], beside["spot"]) == (0.3, "0.6 m to the side")
    assert asked(session, "hack.1")[0]["extent"] == 100
    (turned,) = asked(session, "turn-haunch.2")
    assert (turned["grade"], turned["extent"], turned["note"]) == (4, 90, "stepped behind once")

    said = logging.debrief.beside()
    assert "at 3: 90 degrees turned · grade 4 of 5 · ‘stepped behind once’" in said
    assert "2 m: other aid still needed: a little · the corner by M" in said
    assert any("strength 3 of 5 · 2 m" in one for one in said)
    assert any(one.endswith("0.3 m · 0.6 m to the side") for one in said)
    logging.sheet.open(f"/horses/{server.horses['Quill']}/sheet/turn-haunch.2")
    logging.sheet.wait_for_text("main article", "‘stepped behind once’")


def test_what_a_yard_asks_too_is_one_tap_and_three_buttons_are_enough(
    logging: Places, server: Server
) -> None:
    logging.yard.open("/yard/scales")
    logging.yard.wait_for_text("main", "Asked of every answer")
    for name in ("Other aid still needed", "With you before the ask", "The gait that came"):
        box = logging.yard.driver.find_element("xpath", f"//label[contains(., '{name}')]/input")
        logging.yard.driver.execute_script("arguments[0].scrollIntoView({block: 'center'})", box)
        box.click()
        time.sleep(0.5)
        assert box.is_selected()
    ring = logging.ring
    ring.open(f"/horses/{server.horses['Quill']}/ring")
    ring.just_log("halt.2")
    ring.see("button[data-row=attentive]").click()
    ring.tap(2)
    ring.see("button[data-row=second_aid]").click()
    ring.see("button[data-row=gait_shown]").click()
    ring.open_sheet()
    ring.button("Three buttons").click()
    ring.close_sheet()
    for words in ("Heavy", "No answer", "Light"):
        ring.button(words).click()
        time.sleep(0.2)
    ring.wait_until_saved()
    ring.finish()
    first, *coarse = asked(last_session(logging, server), "halt.2")
    assert (first["attentive"], first["second_aid"], first["gait_shown"]) == (True, 1, "walk")
    assert [(one["coarse"], one["answered"]) for one in coarse] == [
        ("heavy", True), ("heavy", False), ("light", True),
    ]  # fmt: skip
    assert any("with you before the ask: yes" in one for one in logging.debrief.beside())


def test_a_plan_is_added_to_swapped_and_dropped_from_and_stands_beside_what_was_done(
    logging: Places, server: Server
) -> None:
    ring = logging.ring
    ring.begin()
    knots = int(ring.knots().split(" of ")[1])
    ring.to_wedge()
    planned = ring.see("main h1").text
    ring.tap(2)
    ring.add("backup-g.1")
    assert ring.knots().endswith(f"of {knots + 1}")
    ring.tap(2)
    ring.next()
    swapped = ring.see("main h1").text
    ring.add("lead.2", how="Swap this knot")
    assert ring.see("main h1").text == "Leading"
    ring.tap(3)
    ring.add(planned.split()[0].lower())
    assert ring.see("main h1").text == planned, "back to its knot, not to another of the same"
    ring.wait_until_saved()
    ring.finish()
    page = logging.debrief.see("article").text
    assert "not in the plan; 1 asked" in page
    assert swapped in page


def test_the_day_is_said_with_two_taps(logging: Places, server: Server) -> None:
    ring = logging.ring
    ring.just_log("settle")
    ring.button("Start the clock").click()
    ring.button("Head came up").click()
    ring.button("Head came up").click()
    ring.button("Whole circle").click()
    ring.open_day()
    for words in ("Insects", "Windy", "A new place", "Wren", "saddle"):
        ring.button(words).click()
    ring.see("input[aria-label='Somewhere else']").send_keys("the far sands")
    ring.close_sheet()
    ring.add("halt.2")
    ring.tap(2)
    ring.wait_until_saved()
    ring.finish()
    session = last_session(logging, server)
    assert (session["rider"], session["place"], session["tack"]["saddle"]) == ("Wren", "the far sands", True)
    conditions = session["conditions"]
    assert (conditions["wind"], conditions["insects"], conditions["new_place"]) == ("windy", True, True)
    assert session["settle"]["head_ups"] == 2
    # The next session offers what was said of this one.
    ring.open(f"/horses/{server.horses['Quill']}/ring")
    ring.just_log("halt.2")
    ring.open_day()
    saddle = ring.button("saddle")
    assert saddle.get_attribute("aria-pressed") == "true"
    assert ring.button("the far sands").is_displayed()


def test_the_keyboard_alone_goes_from_today_to_the_debrief(signed_in: Places, server: Server) -> None:
    ring = signed_in.ring
    signed_in.today.open("/")
    signed_in.today.horses()
    ring.press_named("Start a session with Quill")
    ring.see("main ul")
    ring.press_named("All seen to")
    ring.see("footer button")
    for _ in range(12):
        if len(ring.bars()) == 10:
            break
        ring.press(Keys.ENTER)
    for key in "842":
        ring.press(key)
    assert ring.advice() != "begin"
    ring.press_named("knot ")
    ring.press_named("Add an exercise")
    ring.see("input[type=search]")
    ring.press_named("Search all exercises", "backup-g.1", Keys.TAB, Keys.ENTER)
    ring.wait().until(lambda _: not ring.all(".MuiDrawer-paper"))
    assert ring.see("main h1").text == "Back up, from the ground"
    ring.press("3")
    ring.wait_until_saved()
    for _ in range(12):
        if ring.is_last():
            break
        ring.press_named("Next knot")
    ring.press_named("Save and debrief")
    signed_in.debrief.wait().until(lambda driver: "/debrief/" in driver.current_url)
    assert signed_in.debrief.rows()
    assert len(server.asks()) == 4
