"""axe finds nothing on any place, in light and dark, on the desk and on the phone."""

from __future__ import annotations

from pathlib import Path
from typing import Any

import pytest
from selenium.common.exceptions import TimeoutException
from selenium.webdriver.chrome.webdriver import WebDriver
from selenium.webdriver.support.ui import WebDriverWait

from e2e.browser import DESKTOP, PHONE, set_dark, set_size
from e2e.conftest import Places
from e2e.pages.places import PATIENCE_S, POLL_S
from e2e.server import Server

AXE = (Path(__file__).resolve().parent.parent / "web/node_modules/axe-core/axe.min.js").read_text()
RULES = ["wcag2a", "wcag2aa", "wcag21a", "wcag21aa", "wcag22aa", "best-practice"]


OF_COLOUR = ["color-contrast", "link-in-text-block"]
_RUN_AXE = """
const [kind, values, done] = arguments;
for (const one of document.getAnimations()) {
  try { one.finish(); } catch { one.cancel(); }
}
axe.run(document, {runOnly: {type: kind, values}, resultTypes: ['violations']})
  .then((found) => done(found.violations));
"""


def findings(
    driver: WebDriver, *, tags: list[str] | None = None, rules: list[str] | None = None
) -> list[str]:
    """What axe finds by the rules of some tags, or by some rules."""
    if not driver.execute_script("return 'axe' in window"):
        driver.execute_script(AXE)
    wanted = ("rule", rules) if tags is None else ("tag", tags)
    violations: list[dict[str, Any]] = driver.execute_async_script(_RUN_AXE, *wanted)
    return [
        f"{one['id']}: {node['html'][:120]} ({node['failureSummary'][:300]})"
        for one in violations
        for node in one["nodes"]
    ]


def open_place(place: str, places: Places, server: Server) -> None:
    quill = server.horses["Quill"]
    match place:
        case "sign-in":
            places.sign_in.driver.delete_all_cookies()
            places.sign_in.open("/")
            places.sign_in.see("input[name=password]")
        case "today":
            places.today.open("/")
            places.today.horses()
        case "plan":
            places.plan.open(f"/horses/{quill}/plan")
            places.plan.steps()
        case "ring":
            places.ring.open(f"/horses/{quill}/ring")
            places.ring.begin()
            places.ring.to_wedge()
            places.ring.press("7", "3")
        case "debrief":
            places.debrief.open(f"/horses/{quill}/debrief")
            places.debrief.rows()
        case "write":
            places.debrief.open(f"/horses/{quill}/debrief/write")
            places.debrief.write("up-wt L 8 12 5\nhal")
        case "correct":
            places.debrief.open(f"/horses/{quill}/debrief")
            places.debrief.rows()
            places.debrief.put_right()
        case "sheet":
            places.sheet.open(f"/horses/{quill}/sheet")
            places.sheet.board()
        case "history" | "report" | "compare" | "pictures":
            search = {"compare": "?by=sides"}.get(place, "")
            places.sheet.open(f"/horses/{quill}/{place}{search}")
            wanted = {"history": "main ol li svg", "report": "main blockquote, main figure svg"}
            places.sheet.see(wanted.get(place, "main h2, main table, main article"))
        case "step":
            places.step.open(f"/horses/{quill}/sheet/up-wt.2")
            places.step.trail("left")
            places.step.see("figure svg[role=img]")
        case "ladder":
            places.ladder.open(f"/horses/{quill}/ladder")
            places.ladder.see("main details" if is_phone(places) else "#knot-up-wt")
        case "ladder-list":
            places.ladder.open(f"/horses/{quill}/ladder?as=list&state=learning")
            places.ladder.see("main details")
        case "phase":
            places.ladder.open(f"/horses/{quill}/ladder?at=P4")
            places.ladder.see("main ol li a, main details")
        case "exercise":
            places.ladder.open(f"/horses/{quill}/ladder?at=up-wt")
            places.ladder.see("main svg a, main details")
        case "guide":
            places.ladder.open(f"/horses/{quill}/ladder/up-wt.2")
            places.ladder.see("main table")
            places.ladder.see("article details summary").click()
        case "arrival":
            places.ladder.open(f"/horses/{quill}/arrival")
            places.ladder.see("main ol li")
        case "flags" | "look":
            places.flags.open(f"/horses/{quill}/{place}")
            places.flags.see("main details summary, main form")
        case "edit":
            places.yard.open(f"/horses/{quill}/edit")
            places.yard.field("name")
            places.yard.see("form details summary").click()
        case "schools" | "exercises" | "scales" | "kit":
            places.yard.open(f"/yard/{place}")
            places.yard.see("main fieldset, main table, main details")
        case "exchange":
            places.yard.open("/yard/exchange")
            places.yard.see("main h2")
            places.yard.see("main ul li a")
        case "people" | "trail" | "gone":
            places.yard.open(f"/yard/{place}")
            places.yard.see("main form input, main ul, main p")
        case "account":
            places.yard.open("/account")
            places.yard.see("main ul li")
        case "join":
            places.yard.open("/join#ended")
            places.yard.see("[role=alert]")
        case "ground":
            places.yard.open(f"/ground?place=20x40&setup=two-marker&horse={quill}")
            places.yard.see("[data-drawing]")
            for part in places.yard.all("main details summary"):
                part.click()
        case "place":
            places.yard.open("/ground/places/new")
            places.yard.see("main form fieldset")
            places.yard.button("Add a thing").click()
        case "own-exercise":
            places.yard.open("/yard/exercises/steer")
            places.yard.see("main fieldset")


PLACES = (
    "today", "plan", "debrief", "write", "correct", "sheet", "history", "report", "compare",
    "pictures", "step", "ladder", "ladder-list", "phase",
    "exercise", "guide", "arrival", "flags", "look", "edit", "schools", "exercises", "scales", "kit",
    "people", "trail", "gone", "exchange", "account", "own-exercise", "ground", "place", "ring",
)  # fmt: skip


def is_phone(places: Places) -> bool:
    return int(places.ladder.driver.execute_script("return innerWidth")) < DESKTOP[0]


NARROW, ENLARGED = (320, 640), (DESKTOP[0] // 2, DESKTOP[1] // 2)
"""The narrowest that has to do, and a desk at 200 %. Source: WCAG 2.2, 1.4.10 and 1.4.4."""
PARTS = 4


@pytest.mark.parametrize("part", range(PARTS))
def test_every_place_is_fit_for_everybody(
    part: int, signed_in: Places, driver: WebDriver, server: Server
) -> None:
    """In light and dark; no wider than a phone, the narrowest screen, an enlarged desk. Each place is opened
    once, for opening is what takes the time.
    """
    told = []
    for place in PLACES[part::PARTS]:
        set_dark(driver, False)
        set_size(driver, DESKTOP)
        open_place(place, signed_in, server)
        # In the ring, text has to reach the stricter contrast of AAA too.
        stricter = ["wcag2aaa"] if place == "ring" else []
        told += [f"{place}: {one}" for one in findings(driver, tags=[*RULES, *stricter])]
        in_the_dark(driver)
        # What hangs on the theme.
        stricter = ["color-contrast-enhanced"] if place == "ring" else []
        told += [f"{place}, dark: {one}" for one in findings(driver, rules=[*OF_COLOUR, *stricter])]
        for size in (PHONE, NARROW, ENLARGED):
            set_size(driver, size)
            fits(signed_in, place, size[0])
    assert not told, "\n".join(told)
    # Blocked by the policy, missing files, errors of the page: all would be in its log.
    log = driver.get_log("browser")  # type: ignore[no-untyped-call]
    assert [one["message"] for one in log if "/api/me" not in one["message"]] == []


@pytest.mark.parametrize("dark", [False, True], ids=["light", "dark"])
def test_who_is_not_signed_in_finds_nothing_in_the_way(
    dark: bool, places: Places, driver: WebDriver, server: Server
) -> None:
    set_dark(driver, dark)
    for place in ("join", "sign-in"):
        open_place(place, places, server)
        assert findings(driver, tags=RULES) == [], place


def in_the_dark(driver: WebDriver) -> None:
    paper = "return getComputedStyle(document.body).backgroundColor"
    light = driver.execute_script(paper)
    set_dark(driver, True)
    WebDriverWait(driver, PATIENCE_S, POLL_S).until(lambda _: driver.execute_script(paper) != light)


def fits(places: Places, place: str, width: int) -> None:
    """Once the page has followed its window."""
    wide = "return document.documentElement.scrollWidth"
    try:
        places.today.wait().until(lambda driver: driver.execute_script(wide) <= width)
    except TimeoutException:
        raise AssertionError(f"{place} is wider than {width}") from None


def test_enlarged_every_button_of_the_ring_can_be_reached(
    signed_in: Places, driver: WebDriver, server: Server
) -> None:
    set_size(driver, ENLARGED)
    open_place("ring", signed_in, server)
    cut = driver.execute_script(
        "return [...document.querySelectorAll('main button')].filter((one) => {"
        "  one.scrollIntoView({block: 'center'});"
        "  const {left, top, width, height} = one.getBoundingClientRect();"
        "  const at = document.elementFromPoint(left + width / 2, top + height / 2);"
        "  return !(at && (one === at || one.contains(at)));"
        "}).map((one) => one.textContent)"
    )
    assert cut == []
