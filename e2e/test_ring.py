"""What goes wrong, logged on a phone at the ring: seen, said in words, put right."""

from __future__ import annotations

import pytest
from selenium.webdriver.chrome.webdriver import WebDriver

from e2e.browser import PHONE, set_offline, set_size
from e2e.conftest import Places
from e2e.server import Server

SMALL = ((390, 664), (360, 640), PHONE)


@pytest.fixture
def ringside(signed_in: Places, driver: WebDriver, server: Server) -> Places:
    set_size(driver, PHONE)
    signed_in.ring.open(f"/horses/{server.horses['Quill']}/ring")
    signed_in.ring.begin()
    return signed_in


def test_a_buck_while_lunging_and_marks_taken_back(ringside: Places) -> None:
    ring = ringside.ring
    ring.open_sheet("Something happened")
    ring.button("Buck").click()
    ring.wait().until(lambda _: ring.advice() == "stop-danger")
    first = ring.said()
    ring.button("Start the clock").click()
    ring.button("First stretch").click()
    ring.wait().until(lambda _: "First stretch ·" in ring.see("main").text)
    ring.button("Undo").click()
    ring.wait().until(lambda _: "First stretch ·" not in ring.see("main").text)
    ring.to_wedge()
    ring.open_sheet()
    ring.button("Buck").click()
    ring.wait().until(lambda _: ring.advice() == "stop-danger")
    assert ring.said() != first  # the second of the session
    knot = ring.see("main h1").text
    ring.back()
    assert ring.see("main h1").text != knot


def test_a_fault_is_said_in_words_and_can_be_added_to_the_answer_just_given(
    ringside: Places, server: Server
) -> None:
    ring = ringside.ring
    ring.to_wedge()
    ring.open_sheet()
    faults = ring.faults()
    assert len(faults) > 5
    assert not any("-" in words and " " not in words for words in faults)  # no codes
    ring.fault(faults[0])
    ring.close_sheet()
    assert faults[0] in ring.see("main").text
    ring.tap(2)
    ring.tap(2)
    before = ring.said()
    ring.open_sheet()
    ring.button("The answer just given").click()
    ring.fault("Wrong")
    ring.close_sheet()
    ring.wait().until(lambda _: ring.said() != before)
    assert ring.advice() in ("remedy", "go-easier")
    ring.wait_until_saved()
    asks = server.asks()
    assert (len(asks), sum(deleted for _, deleted in asks)) == (3, 1)


def test_a_stage_up_at_once_where_it_came_light(ringside: Places, server: Server) -> None:
    ring = ringside.ring
    plan = ring.told(f"/api/horses/{server.horses['Quill']}/plan")["plan"]
    climb = plan["climbs"][0]
    (begun,) = (item for item in plan["items"] if item["id"] == climb["after"])
    above = climb["item"]
    ring.go_to(begun["name"], begun["stage"])
    for dose in begun["sides"]:
        if dose is not begun["sides"][0]:
            assert ring.advice() == "change-side"
            ring.see("[data-advice] button[class*=action]").click()
        for _ in range(dose["asks"]):
            ring.tap(1)
    assert ring.advice() == "go-up"
    assert above["stage"] in ring.said()
    ring.button("Up a stage").click()
    ring.wait().until(lambda _: above["stage"] in ring.see("main section").text)
    ring.tap(1)
    ring.wait_until_saved()
    assert server.steps()[-2:] == [begun["step"], above["step"]]
    for _ in range(2):  # the answer above, and the one that let it follow
        ring.button("Undo").click()
    ring.wait().until(lambda _: begun["stage"] in ring.see("main section").text)
    ring.tap(1)
    assert ring.advice() == "go-up"


@pytest.mark.parametrize("size", SMALL, ids=lambda size: f"{size[0]}x{size[1]}")
def test_the_six_chips_are_seen_whatever_is_said(
    ringside: Places, driver: WebDriver, size: tuple[int, int]
) -> None:
    ring = ringside.ring
    set_size(driver, size)
    ring.to_wedge()
    ring.lengthen_title()
    for _ in range(2):
        ring.tap(10)  # heavy, then the longest of reasons
        assert ring.chips_in_sight() == 6
        assert driver.execute_script("return document.documentElement.scrollHeight") <= size[1]


def test_two_stumbles_with_no_signal_take_the_harder_knots_away(
    ringside: Places, driver: WebDriver, server: Server
) -> None:
    ring, flags, today = ringside.ring, ringside.flags, ringside.today
    plan = ring.told(f"/api/horses/{server.horses['Quill']}/plan")["plan"]
    new = [item["stage"] for item in plan["items"] if item["kind"] == "new"]
    assert new
    ring.to_wedge()
    set_offline(driver, True)
    for number in range(2):
        ring.open_sheet()
        ring.button("Stumble").click()
        ring.wait().until(lambda _: not ring.all(".MuiDrawer-paper"))
        assert bool(ring.all("[role=alert]")) is (number == 1)
    assert "Stumbles" in ring.see("[role=alert]").text
    assert "vet" in ring.see("main").text
    passed = []
    while not ring.is_last():
        ring.next()
        passed.append(ring.see("main section").text)
    # What was new today is left out.
    assert not any(stage in words for words in passed for stage in new)
    set_offline(driver, False)
    ring.finish()
    today.open("/")
    today.wait().until(lambda _: "Stumbles" in today.see("main ol").text)
    flags.open(f"/horses/{server.horses['Quill']}/flags")
    flags.clear("farrier", "a loose shoe")
    flags.wait().until(lambda _: "farrier: a loose shoe" in flags.see("main").text)
    today.open("/")
    today.wait().until(lambda _: today.horses() and "Stumbles" not in today.see("main ol").text)
    (kept,) = flags.of_the_record(server.horses["Quill"])
    assert (kept["code"], kept["cleared_by"], kept["found"]) == ("stumbles", "farrier", "a loose shoe")
