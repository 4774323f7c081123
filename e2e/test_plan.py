"""A plan changed by its trainer: worked at the ring as it was changed, and read on paper."""

from __future__ import annotations

import base64
from io import BytesIO

import pdfplumber
import pytest
from selenium.webdriver.chrome.webdriver import WebDriver
from selenium.webdriver.common.by import By
from selenium.webdriver.common.keys import Keys

from e2e.browser import DESKTOP, PHONE, set_size
from e2e.conftest import Places
from e2e.pages.places import Plan
from e2e.server import Server

MM = 72 / 25.4


def easy_yes(plan: Plan) -> str:
    return next((step for kind, step in plan.steps() if kind == "easy-yes"), "")


@pytest.mark.parametrize("size", [DESKTOP, PHONE], ids=["desk", "phone"])
def test_the_ring_plays_the_plan_as_it_was_changed(
    signed_in: Places, driver: WebDriver, server: Server, size: tuple[int, int]
) -> None:
    places, plan = signed_in, signed_in.plan
    set_size(driver, size)
    plan.open(f"/horses/{server.horses['Quill']}/plan")
    made, ended_on = plan.steps(), easy_yes(plan)
    two_sided = plan.two_sided()

    plan.lock(two_sided)
    before = plan.dose(two_sided)
    plan.change(two_sided, "Right" if "left first" in before else "Left", "More asks")
    plan.wait().until(lambda _: plan.dose(two_sided) != before and "4 asks a side" in plan.dose(two_sided))
    assert ("right first" in plan.dose(two_sided)) is ("left first" in before)

    plan.change(ended_on, "Swap")
    plan.choose("Back up")
    plan.wait().until(lambda _: easy_yes(plan).startswith("backup"))
    plan.button("Add an exercise").click()
    plan.choose("wide gap")  # what it rests on was never asked
    plan.wait().until(lambda _: any(step == "gaps.1" for _, step in plan.steps()))
    assert "Unwise: first " in plan.text()
    changed = plan.steps()
    assert changed[0][0] == "settle"
    assert changed[-1][0] == "loosen"
    assert {two_sided} <= {step for _, step in changed} & {step for _, step in made}
    assert ended_on not in {step for _, step in changed}

    plan.button("Take it to the ring").click()
    places.ring.begin()
    knots = len(changed)
    assert f"of {knots}" in places.ring.see("header").text
    places.ring.to_wedge()
    places.ring.tap(2)
    places.ring.wait_until_saved()
    places.ring.finish()
    planned = {
        row.get_attribute("data-planned"): row.text for row in places.debrief.all("[data-planned]")
    } or {
        row.get_attribute("data-planned"): row.text
        for row in places.debrief.wait().until(lambda _: places.debrief.all("[data-planned]"))
    }
    assert "you left it out" in planned[ended_on]
    assert any("you put it in" in words for step, words in planned.items() if step == "gaps.1")
    assert "planned 8 asks" in planned[two_sided]


def test_the_plan_is_one_page_of_paper(signed_in: Places, driver: WebDriver, server: Server) -> None:
    plan = signed_in.plan
    plan.open(f"/horses/{server.horses['Quill']}/plan")
    steps = [step for _, step in plan.steps() if step]
    names = [one.text.split(",")[0] for one in plan.all("li[data-kind] h2")]
    made = driver.execute_cdp_cmd("Page.printToPDF", {"preferCSSPageSize": True})
    with pdfplumber.open(BytesIO(base64.b64decode(made["data"]))) as pdf:
        (page,) = pdf.pages
        assert (round(page.width / MM), round(page.height / MM)) == (210, 297)
        words = page.extract_text()
        assert "Quill" in words
        assert plan.day() in words
        for told in (*steps, *names):
            assert told in words, told
        # A box to tick before every knot, in a column of its own; minutes in theirs, at the right edge.
        boxes = [one for one in page.rects + page.curves if 6 < one["width"] / MM < 8]
        knots = {round(one["top"]) for one in boxes}
        assert len(knots) == len(names)
        left = min(one["x0"] for one in boxes) / MM
        assert left == pytest.approx(12, abs=0.5)
        top = min(one["top"] for one in boxes)
        named = [word for word in page.extract_words() if word["text"].endswith(":") and word["top"] > top]
        assert min(word["x0"] for word in named) / MM == pytest.approx(12 + 14, abs=0.5)
        minutes = [word for word in page.extract_words() if word["text"] == "min"]
        assert len(minutes) >= len(names)
        assert max(word["x1"] for word in minutes) / MM == pytest.approx(210 - 12, abs=0.7)
        # Read at arm's length: names at 12 points or more, nothing under 10.
        sizes = [char["size"] for char in page.chars if char["text"].strip()]
        assert min(sizes) >= 10
        # A line to write on for each side, as it is typed in later.
        for step in steps:
            assert any(f"{step} {side}".strip() in words for side in ("L", "R", ""))


def test_a_wish_that_safety_forbids_is_named_and_can_be_let_go(
    signed_in: Places, driver: WebDriver, server: Server
) -> None:
    plan = signed_in.plan
    plan.open(f"/horses/{server.horses['Quill']}/plan")
    before = plan.steps()
    plan.button("Add an exercise").click()
    plan.choose("Canter departs")  # wants a helper the first time, and nobody is there
    plan.see("[data-refused]")
    assert "helper" in plan.see("[data-refused]").text
    plan.button("Let it go").click()
    plan.wait().until(lambda _: not plan.all("[data-refused]"))
    assert plan.steps() == before
    driver.find_element(By.TAG_NAME, "body").send_keys(Keys.ESCAPE)
