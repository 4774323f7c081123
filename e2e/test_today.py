"""The day as a line: hours, a helper, the heat, who comes; started in one tap; what runs elsewhere."""

from __future__ import annotations

import time
from datetime import UTC, datetime
from typing import Any
from uuid import uuid4

import pytest
from selenium.webdriver.chrome.webdriver import WebDriver

from e2e.browser import DESKTOP, PHONE, set_size
from e2e.conftest import Places
from e2e.server import Server


def hours(today: Any) -> tuple[str, str]:
    """Of the only horse's row: its time and what is said of it."""
    today.see("main ol li")
    return today.see("main ol li > div p").text, today.see("main ol li").text


@pytest.mark.parametrize("size", [DESKTOP, PHONE], ids=["desk", "phone"])
def test_the_day_is_set_and_the_horse_has_its_hours(
    signed_in: Places, driver: WebDriver, server: Server, size: tuple[int, int]
) -> None:
    today = signed_in.today
    set_size(driver, size)
    today.open("/")
    assert hours(today)[0].startswith("9:2")  # the clock of the journeys; nothing is planned before now
    assert today.all("[data-bar='Quill']")[0].is_displayed() is (size == DESKTOP)

    today.button("Hours, helper, weather").click()
    times = {"From": "11:00", "Until": "18:00", "Helper from": "13:00", "Helper until": "15:00"}
    for label, at in times.items():
        today.set_time(label, at)
    today.type_in("Warmest air °C", "37")
    today.type_in("Humidity % then", "60")
    today.button("Save the day").click()
    today.wait_for_text("main header", "Helper from 13 to 15")
    at, text = hours(today)
    assert at == "11:00"
    assert "no cooler hour is free" in text
    assert "Heat" in text

    today.button("Start a session with Quill").click()
    signed_in.ring.see("main")
    assert "air_c=" in driver.current_url
    signed_in.ring.begin()
    signed_in.ring.wait_until_saved()
    today.open("/")
    assert today.button("Go on with the session of Quill")


def test_a_session_that_runs_on_another_device_is_said(signed_in: Places, server: Server) -> None:
    today = signed_in.today
    today.open("/")
    today.horses()
    now = datetime.fromtimestamp(time.time() + server.shift_s, UTC)
    session = {
        "type": "session", "id": str(uuid4()), "horse": server.horses["Quill"], "revision": 1,
        "body": {"date": today.told("/api/today")["on"], "kind": "ridden", "started": now.isoformat()},
    }  # fmt: skip
    today.send("/api/sync", {"items": [session]})
    today.open("/")
    today.wait_for_text("main ol li", "Its session runs on another device since")
    assert "runs now" in today.see("main ol li").text


def test_who_comes_makes_an_easy_day_and_can_be_cancelled(signed_in: Places, server: Server) -> None:
    today = signed_in.today
    today.open("/")
    today.take("Horse", "Quill")
    today.take("Who comes", "farrier")
    today.button("Note it").click()
    today.wait_for_text("main", "Farrier today")
    today.wait_for_text("main ol li", "farrier today: nothing hard, nothing new")
    signed_in.plan.open(f"/horses/{server.horses['Quill']}/plan")
    signed_in.plan.wait_for_text("[data-body-lines]", "farrier today")
    today.open("/")
    today.button("Cancel").click()
    today.wait().until(lambda _: "Farrier today" not in today.see("main").text)


def test_a_rider_who_is_too_heavy_does_not_ride(signed_in: Places, server: Server) -> None:
    plan = signed_in.plan
    plan.open(f"/horses/{server.horses['Quill']}/plan")
    before = plan.steps()
    plan.type_in("Rider, kg", "120\t")
    plan.wait_for_text("[data-part=weight]", "nothing ridden")
    plan.wait().until(lambda _: plan.steps() != before)
    assert not [step for _, step in plan.steps() if step.startswith(("up-wt", "down-tw", "walk-on"))]
