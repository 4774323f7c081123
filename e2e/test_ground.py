"""The ground: a set-up is laid out, dragged, typed, ticked off; a place is drawn."""

from __future__ import annotations

from collections.abc import Callable

import pytest
from selenium.webdriver.chrome.webdriver import WebDriver
from selenium.webdriver.common.keys import Keys

from e2e.browser import DESKTOP, PHONE, set_offline, set_size
from e2e.conftest import Places
from e2e.pages.ground import Ground
from e2e.server import Server


@pytest.fixture
def ground(signed_in: Places, driver: WebDriver, server: Server) -> Ground:
    return Ground(driver, server.base)


def by_mouse(ground: Ground) -> None:
    ground.drag("barrel-2", 0, -48)


def by_keys(ground: Ground) -> None:
    ground.marker("barrel-2").send_keys(Keys.ARROW_UP)


def by_finger(ground: Ground) -> None:
    ground.touch("barrel-2", 0, -40)


@pytest.mark.parametrize("move", [by_mouse, by_keys, by_finger])
def test_a_marker_that_is_moved_takes_numbers_tape_and_way_with_it(
    move: Callable[[Ground], None], ground: Ground, driver: WebDriver
) -> None:
    set_size(driver, PHONE if move is by_finger else DESKTOP)
    ground.lay_out("two-marker")
    before = ground.stands("barrel-2"), ground.stands("barrel-1"), ground.tape("barrel-1"), ground.way()
    between = float(ground.value("Between the barrels"))
    move(ground)
    ground.wait_until_moved("barrel-2", before[0])
    ground.wait().until(lambda _: float(ground.value("Between the barrels")) > between)
    assert ground.stands("barrel-1") != before[1], "the other barrel goes out as far"
    assert ground.tape("barrel-1") != before[2]
    assert ground.way() != before[3]
    # It is shown while it is on its way already; once it is let go it stands in the address.
    ground.wait().until(lambda driver: "between_m" in driver.current_url)


def test_a_small_step_is_a_tenth_of_a_metre(ground: Ground) -> None:
    ground.lay_out("lunge-circle")
    assert ground.stands("centre-1") == "centre: 15 m across, 30 m along"
    ground.marker("centre-1").send_keys(Keys.SHIFT + Keys.ARROW_RIGHT)
    assert ground.wait_until_moved("centre-1", "centre: 15 m across, 30 m along") == (
        "centre: 15.1 m across, 30 m along"
    )


def test_what_does_not_fit_says_by_how_much_and_takes_what_does(ground: Ground) -> None:
    ground.lay_out("two-marker", "20x40", between_m="27.43", radius_m="6")
    assert not ground.fits()
    assert "1.7 m too little" in ground.see("main").text
    ground.button("Take the largest").click()
    ground.wait_until_fits()
    assert ground.value("Between the barrels") == "24"


def test_what_cannot_be_is_said_beside_its_field_and_kept(ground: Ground) -> None:
    ground.lay_out("two-marker", "20x60")
    way = ground.way()
    for typed, said in (
        ("-3", "is too small (allowed: 1.5 to 20 m)"),
        ("nan", "is not a finite number"),
        ("0", "too small"),
    ):
        field = ground.number("Width of the gate")
        field.send_keys(Keys.CONTROL + "a" + Keys.NULL, typed)
        ground.wait_for_text("main", said)
        assert field.get_attribute("value") == typed
        assert ground.way() == way, "the last that could be laid out stays"
    ground.number("Between the barrels").send_keys(Keys.CONTROL + "a" + Keys.NULL, "70")
    ground.number("Width of the gate").send_keys(Keys.CONTROL + "a" + Keys.NULL, "4")
    ground.wait_for_text("main", "4 to 60 m in this place")
    ground.driver.refresh()
    ground.wait_for_text("main", "4 to 60 m in this place")


def test_mirrored_and_in_feet(ground: Ground) -> None:
    ground.lay_out("off-leg-fence", "20x60")
    before = ground.stands("mark-1")
    ground.turn("On the other rein")
    ground.wait_until_moved("mark-1", before)
    ground.turn("Feet")
    ground.wait().until(lambda _: "ft" in ground.stands("mark-1"))
    assert ground.value("Line inside the fence") == "16"
    assert "in" in ground.tape("mark-1").split()


def test_the_drawing_comes_closer_and_goes_back(ground: Ground) -> None:
    ground.lay_out("two-marker")
    box = "return document.querySelector('[data-drawing]').getAttribute('viewBox').split(' ')[2]"
    whole = float(ground.driver.execute_script(box))
    ground.button("Closer").click()
    assert float(ground.driver.execute_script(box)) == pytest.approx(whole / 1.5, abs=0.01)
    ground.button("All of it").click()
    assert float(ground.driver.execute_script(box)) == pytest.approx(whole)


def test_a_place_is_drawn_in_feet_and_laid_out_in(ground: Ground) -> None:
    ground.open("/ground/places/new")
    ground.see("input[name=name]").send_keys("Slip arena")
    ground.take("Sizes in", "feet")
    ground.type_in("Short side", "0")
    ground.type_in("Long side", "200")
    ground.button("Save the place").click()
    ground.wait_for_text("main", "is too small (allowed: 6.0 to 500.0)")
    assert ground.value("Short side") == "0"
    ground.type_in("Short side", "100")
    ground.take("Home lies", "beyond C's end")
    ground.button("Add a thing").click()
    ground.type_in("Called", "north gate")
    ground.button("Save the place").click()
    ground.see("[data-drawing]")
    [own, *_] = ground.told("/api/ground")["places"]
    assert own["place"]["name"] == "Slip arena"
    assert own["place"]["width_m"] == pytest.approx(30.48)
    assert own["place"]["home"]["y_m"] > own["place"]["length_m"]
    assert own["place"]["things"][0]["name"] == "north gate"
    assert ground.value("Place") == own["id"]
    ground.see("[data-home]")


def test_sheet_drawing_and_points_are_handed_out(ground: Ground) -> None:
    ground.lay_out("poles", "20x40")
    assert ground.begins_with("Sheet to print").startswith("%PDF-")
    assert ground.begins_with("Drawing (SVG)").startswith("<?xml")
    assert ground.begins_with("GeoJSON").startswith('{"type": "FeatureCollection"')


def test_on_the_phone_it_is_ticked_off_with_no_signal(ground: Ground, driver: WebDriver) -> None:
    set_size(driver, PHONE)
    ground.lay_out("two-marker")
    ground.tape("barrel-1")
    driver.execute_async_script("navigator.serviceWorker.ready.then(() => arguments[0]())")
    ground.lay_out("two-marker")
    ground.tape("barrel-1")
    set_offline(driver, True)
    ground.tick("barrel-1")
    driver.refresh()
    ground.see("tr[data-row=barrel-1][data-done=true]")
    assert "1 of 4 stand" in ground.see("main").text
    set_offline(driver, False)


def test_a_step_of_the_ladder_opens_its_set_up_set_for_the_horse(
    ground: Ground, signed_in: Places, server: Server
) -> None:
    quill = server.horses["Quill"]
    ground.open(f"/horses/{quill}/ladder/markers.3")
    ground.button("Lay out: Two markers and a gate").click()
    ground.see("[data-drawing]")
    ground.wait().until(lambda _: ground.value("Width of the gate") == "3")
    assert ground.value("Gait") == "canter"
    assert "What was seen of Quill here" in ground.see("main").text
