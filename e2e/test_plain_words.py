"""The whole demo, read as a trainer reads it who never heard of a chance of 0.58."""

from __future__ import annotations

import shutil
from collections.abc import Iterator
from pathlib import Path

import pytest
from selenium.webdriver.chrome.webdriver import WebDriver
from selenium.webdriver.common.by import By
from selenium.webdriver.support import expected_conditions as expect

from demo.load import PASSWORD, PEOPLE
from e2e.browser import DESKTOP, PHONE, open_browser, set_dark, set_size
from e2e.pages.places import Plan, SignIn
from e2e.pages.ring import Ring
from e2e.server import Server, free_port
from tools.plain_words import NOT_SAID

OF_A_HORSE = (
    "plan", "debrief", "sheet", "history", "report", "compare?by=sides", "pictures", "arrival", "flags",
    "look", "edit", "ladder?as=list", "ladder?at=up-wt",
    "ladder/up-wt.2", "ladder/lead.2", "sheet/up-wt.2", "sheet/lead.2", "sheet/canter.1",
)  # fmt: skip
OF_THE_YARD = (
    "/", "/yard/schools", "/yard/exercises", "/yard/scales", "/yard/kit", "/yard/exercises/steer",
    "/new-horse",
)  # fmt: skip
READ = """
const main = document.querySelector('main').cloneNode(true);
const opened = [...main.querySelectorAll('[data-figures]')];
const exact = opened.map((one) => one.textContent).join('\\n');
opened.forEach((one) => one.remove());
// The bars of a measure carry its amounts, and so do the choices beside them: metres, seconds.
main.querySelectorAll('style, input, textarea, fieldset button[title], fieldset[data-row] button')
  .forEach((one) => one.remove());
const named = [...main.querySelectorAll('[aria-label], [title]')]
  .flatMap((one) => [one.getAttribute('aria-label'), one.getAttribute('title')]);
const blocks = 'p,li,td,th,dt,dd,h1,h2,h3,figcaption,summary,button,a,div,span,text,title,option,label';
main.querySelectorAll(blocks).forEach((one) => one.append('\\n'));
return [main.textContent + '\\n' + named.filter(Boolean).join('\\n'), exact, document.title];
"""
LINES = """
return [...document.querySelectorAll(arguments[0])].map((one) => {
  const style = getComputedStyle(one);
  const line = parseFloat(style.lineHeight) || 1.2 * parseFloat(style.fontSize);
  return [Math.round(one.getBoundingClientRect().height / line), one.textContent];
});
"""


@pytest.fixture(scope="module")
def demo(demo_data: Path, tmp_path_factory: pytest.TempPathFactory) -> Iterator[Server]:
    data = tmp_path_factory.mktemp("demo") / "data"
    shutil.copytree(demo_data, data)
    running = Server(data, free_port(), {}, is_forked=True)
    running.start()
    yield running
    running.kill()


@pytest.fixture(scope="module")
def reader(demo: Server) -> Iterator[WebDriver]:
    browser = open_browser(shift=demo.shift_s)
    page = SignIn(browser, demo.base)
    page.as_(PEOPLE[0][0], PASSWORD)
    for link in page.all("nav ul a"):
        demo.horses[link.text.split("\n")[0]] = (link.get_attribute("href") or "").split("/")[-1]
    yield browser
    browser.quit()


def read(place: Plan, path: str) -> tuple[str, str, str]:
    """What a place says, what its opened Figures say, and what the tab says."""
    # Two frames on, the page has begun to follow its address.
    go = (
        "history.pushState({}, '', arguments[0]); dispatchEvent(new PopStateEvent('popstate'));"
        "requestAnimationFrame(() => requestAnimationFrame(arguments[1]));"
    )
    place.driver.execute_async_script(go, path)
    place.wait().until(lambda _: len(place.see("main").text) > 20 and not place.all("main [role=status] svg"))
    said, exact, title = place.driver.execute_script(READ)
    return said, exact, title


def test_no_place_speaks_like_a_page_of_statistics(demo: Server, reader: WebDriver) -> None:
    place = Plan(reader, demo.base)
    told, opened = [], ""
    paths = [f"/horses/{horse}/{one}" for horse in demo.horses.values() for one in OF_A_HORSE]
    for path in (*OF_THE_YARD, *paths):
        said, exact, _ = read(place, path)
        opened += exact
        told += [
            f"{path}: {what}: {line.strip()}"
            for line in said.splitlines()
            for what, words in NOT_SAID.items()
            if words.search(line)
        ]
    assert told == [], "\n".join(told)
    # The figures are there, for whoever opens them.
    assert len(NOT_SAID["a bare chance"].findall(opened)) > 100


def test_the_ring_speaks_as_plainly(demo: Server, reader: WebDriver) -> None:
    ring = Ring(reader, demo.base)
    set_size(reader, PHONE)
    told, knots = [], 0
    for name in ("Domino", "Pipit"):
        ring.open(f"/horses/{demo.horses[name]}/ring")
        ring.begin()
        while True:
            said, _, title = reader.execute_script(READ)
            assert title == f"{name} · Ring · Bucephal"
            told += [line for line in said.splitlines() for words in NOT_SAID.values() if words.search(line)]
            knots += 1
            if ring.is_last():
                break
            ring.next()
    set_size(reader, DESKTOP)
    assert told == []
    assert knots > 6


def test_the_tab_says_which_horse_and_which_place(demo: Server, reader: WebDriver) -> None:
    place = Plan(reader, demo.base)
    for name in ("Quill", "Harrow"):
        for path, said in (
            ("plan", "Plan"),
            ("sheet/up-wt.2", "Sheet"),
            ("ladder", "Ladder"),
            ("flags", "Flags"),
        ):
            read(place, f"/horses/{demo.horses[name]}/{path}")
            place.wait().until(expect.title_is(f"{name} · {said} · Bucephal"))
    read(place, "/")
    place.wait().until(expect.title_is("Today · Bucephal"))


def test_what_is_not_there_is_named(demo: Server, reader: WebDriver) -> None:
    place = Plan(reader, demo.base)
    quill = demo.horses["Quill"]
    for path, named in (
        (f"/horses/{quill}/sheet/up-wt.9", "There is no step up-wt.9."),
        (f"/horses/{quill}/ladder/fly.1", "There is no step fly.1."),
        ("/yard/exercises/fly", "There is no exercise fly."),
        ("/horses/11111111-1111-4111-8111-111111111111/plan", "There is no such horse in this yard."),
    ):
        place.open(path)
        place.wait().until(expect.text_to_be_present_in_element((By.CSS_SELECTOR, "main"), named))


def test_a_reason_takes_two_lines_of_a_phone_a_headline_under_ten_words(
    demo: Server, reader: WebDriver
) -> None:
    set_dark(reader, False)
    set_size(reader, PHONE)
    place = Plan(reader, demo.base)
    read(place, "/")
    rows = reader.execute_script(LINES, "[data-why]")
    for horse in demo.horses.values():
        read(place, f"/horses/{horse}/plan")
        rows += reader.execute_script(LINES, "[data-why]")
        headline = place.see("main h1, main h2").text
        assert len(headline.split()) < 10, headline
    assert len(rows) > 30
    # Two exercises' long names in one reason take a third.
    assert [words for lines, words in rows if lines > 3] == []
    assert sum(lines <= 2 for lines, _ in rows) >= 0.9 * len(rows)


def test_the_longest_reason_at_the_ring_is_not_cut(demo: Server, reader: WebDriver) -> None:
    ring = Ring(reader, demo.base)
    set_size(reader, PHONE)
    ring.open(f"/horses/{demo.horses['Quill']}/ring")
    ring.begin()
    ring.to_wedge()
    ring.tap(10)
    longest = (
        "No answer up to 10, above the band 1 to 5. Do not finish on a heavy answer. Try 3 of at most 8. "
        "Stop, step off the leg, go on; or turn to the outside several times until it waits, then ride "
        "through."
    )
    height = reader.execute_script(
        "const told = document.querySelector('[data-advice] > p'); told.textContent = arguments[0];"
        "return told.scrollHeight - told.clientHeight;",
        longest,
    )
    assert height <= 0
    assert ring.chips_in_sight() == 6
