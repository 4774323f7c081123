"""The sheet in full, the sessions behind it, comparisons, and the report that an owner reads."""

from __future__ import annotations

from io import BytesIO
from pathlib import Path
from urllib.error import HTTPError
from urllib.request import urlopen
from xml.etree import ElementTree

import pytest
from PIL import Image
from selenium.webdriver.chrome.webdriver import WebDriver

from e2e.browser import PHONE, set_size
from e2e.conftest import Places
from e2e.pages.sheets import Sheets
from e2e.server import Server


@pytest.fixture
def sheets(signed_in: Places, driver: WebDriver, server: Server) -> Sheets:
    return Sheets(driver, server.base)


def of_quill(server: Server, place: str) -> str:
    return f"/horses/{server.horses['Quill']}/{place}"


def test_a_chart_is_handed_out_as_vectors_as_points_and_as_figures(sheets: Sheets, server: Server) -> None:
    sheets.open(of_quill(server, "sheet"))
    sheets.part("settling")
    svg = sheets.save("Settling", "Picture (SVG)")
    root = ElementTree.fromstring(svg.content)  # noqa: S314 - our own
    drawn = {one.tag.rpartition("}")[2] for one in root.iter()}
    assert {"circle", "text", "style"} <= drawn
    assert b"class=" not in svg.content
    png = sheets.save("Settling", "Picture (PNG)")
    with Image.open(BytesIO(png.content)) as picture:
        assert picture.size == (1080, 570)
        colours = picture.convert("RGB").getcolors(1 << 24) or []
        assert len(colours) > 20, "the picture has its marks and letters"
    csv = sheets.save("Settling", "Figures (CSV)").content.decode()
    assert csv.startswith("Day,First stretch,A whole circle,Head came up,Settled\r\n")


def test_a_figure_leads_to_the_sessions_behind_it_and_these_to_their_debriefs(
    sheets: Sheets, server: Server
) -> None:
    sheets.open(of_quill(server, "sheet"))
    part = sheets.part("calm")
    sheets.driver.execute_script("arguments[0].scrollIntoView()", part)
    sheets.button("The sessions behind it: Calm").click()
    all_strips = sheets.strips()
    sheets.choose("Kind", next(one.text for one in sheets.all("option") if one.text.startswith("ridden")))
    sheets.wait().until(lambda _: "kind=ridden" in sheets.driver.current_url)
    sheets.wait_for_text("main [role=status]", "session")
    sheets.type_in("Search", "no such word anywhere")
    sheets.wait_for_text("main", "No session is like that.")
    sheets.button("Clear").click()
    sheets.wait().until(lambda _: len(sheets.strips()) == len(all_strips))
    sheets.see("main ol li article h2 a").click()
    sheets.wait().until(lambda driver: "/debrief/" in driver.current_url)


def test_the_board_on_a_phone_is_legible(sheets: Sheets, driver: WebDriver, server: Server) -> None:
    """Its smallest figures are 12 px high at least, and nothing of it is cut."""
    set_size(driver, PHONE)
    sheets.open(of_quill(server, "sheet"))
    sheets.see("main svg a")
    found = sheets.driver.execute_script(
        "const svg = [...document.querySelectorAll('main svg')].find((one) => one.querySelector('a'));"
        "const scale = svg.getBoundingClientRect().width / svg.viewBox.baseVal.width;"
        "const box = svg.getBoundingClientRect();"
        "return [...svg.querySelectorAll('text')].map((one) => {"
        "  const at = one.getBoundingClientRect();"
        "  const isCut = at.left < box.left - 1 || at.right > box.right + 1;"
        "  return [parseFloat(getComputedStyle(one).fontSize) * scale, isCut];"
        "});"
    )
    assert min(height for height, _ in found) >= 12 - 0.2
    assert not any(is_cut for _, is_cut in found)


def test_two_days_are_held_against_each_other(sheets: Sheets, server: Server) -> None:
    sheets.open(of_quill(server, "compare"))
    sheets.choose("Compare", "left and right")
    sheets.wait().until(lambda driver: "by=sides" in driver.current_url)
    worked = sheets.told(f"/api{of_quill(server, 'compare')}")["choices"]
    days = f"first={worked['first_day']}&second={worked['last_day']}"
    sheets.open(of_quill(server, f"compare?by=dates&{days}"))
    sheets.see("main table tbody tr")
    assert "Minutes to settle" in [one.text for one in sheets.all("main table tbody th")]
    heads = [one.text for one in sheets.all("main table thead th")]
    assert heads[:4] == ["Step", "Side", "Earlier", "Later"]
    assert sheets.field("Earlier day").get_attribute("value") == worked["first_day"]


def test_a_report_is_written_shared_read_and_withdrawn(
    sheets: Sheets, driver: WebDriver, server: Server
) -> None:
    sheets.open(of_quill(server, "report"))
    sheets.see("main section[data-part=in-short]")
    sheets.type_in("Your own words (nobody else's notes are in it)", "She is kind.")
    checks = sheets.all("fieldset input[type=checkbox]")
    checks[-2].click()
    sheets.wait().until(lambda _: not sheets.all("main section[data-part=looked-at]"))
    sheets.button("Make an address").click()
    address = sheets.see("[role=status] input").get_attribute("value") or ""
    assert "/reports/" in address
    driver.get(address)
    sheets.wait_for_text("blockquote", "She is kind.")
    page = driver.page_source
    assert "Quill" in page
    assert "What was looked at" not in page
    assert "<script" not in page
    with urlopen(f"{address}.pdf") as answer:
        assert answer.read().startswith(b"%PDF-")
    sheets.open(of_quill(server, "report"))
    sheets.see("main section[data-part=in-short]")
    assert sheets.see("blockquote").text == "She is kind.", "what was typed is kept"
    sheets.see("button[aria-label^='Withdraw: ']").click()
    sheets.wait_for_text("main", "Nothing is shared.")
    with pytest.raises(HTTPError) as ended:
        urlopen(address)
    assert ended.value.code == 404
    driver.get(address)
    sheets.wait_for_text("body", "This address has ended, or was withdrawn.")


def test_a_picture_stands_beside_its_session_and_beside_another(
    sheets: Sheets, driver: WebDriver, server: Server, tmp_path: Path
) -> None:
    for n, colour in enumerate(((180, 40, 30), (20, 90, 100))):
        Image.new("RGB", (640, 480), colour).save(tmp_path / f"{n}.jpg")
    sheets.open(of_quill(server, "debrief"))
    sheets.see("main article")
    for n in range(2):
        sheets.wait().until(lambda _: sheets.all("main input[type=file]"))
        sheets.all("main input[type=file]")[-1].send_keys(str(tmp_path / f"{n}.jpg"))
        sheets.wait_for_pictures(n + 1)
    loaded = "return [...document.querySelectorAll('main figure img')].every((one) => one.naturalWidth > 0)"
    sheets.wait().until(lambda driver: driver.execute_script(loaded))
    sheets.button("Put two beside each other").click()
    left, right = sheets.field("At the left"), sheets.field("At the right")
    for number, list_ in enumerate((left, right), 1):
        list_.find_elements("css selector", "option")[number].click()
    sheets.wait().until(lambda _: len(sheets.all("main figure img")) == 2)


def test_who_reads_pounds_and_twelve_hours_sets_it_once(sheets: Sheets, server: Server) -> None:
    sheets.open("/account")
    sheets.choose("Units", "feet, pounds, °F")
    sheets.wait().until(lambda _: sheets.told("/api/me")["units"] == "imperial")
    sheets.choose("Time of day", "12 hours (2:30 pm)")
    sheets.wait().until(lambda _: sheets.told("/api/me")["clock"] == "12")
    sheets.open(of_quill(server, "sheet"))
    sheets.wait_for_text("main dl", "lb by tape")
