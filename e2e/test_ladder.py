"""Journeys of the ladder: a horse arrives, a step is decided about, the yard bends and adds."""

from __future__ import annotations

from selenium.webdriver.chrome.webdriver import WebDriver
from selenium.webdriver.common.keys import Keys

from e2e.browser import DESKTOP, PHONE, set_size
from e2e.conftest import Places
from e2e.server import Server


def test_a_horse_from_racing_arrives_is_tried_and_placed(signed_in: Places) -> None:
    places = signed_in
    places.yard.button("+ Add a horse").click()
    places.yard.field("name").send_keys("Sedge")
    places.yard.field("height").send_keys("15.3 hh")
    places.yard.field("girth_cm").send_keys("186")
    places.yard.field("length_cm").send_keys("165")
    places.yard.wait().until(lambda _: "about 481 kg by tape" in places.yard.see("form").text)
    places.yard.pick("Where it comes from", "from-racing")
    places.yard.button("Add it, and see what to try").click()

    page = places.ladder.see("main article").text
    assert "From racing" in page
    assert "brakes are not guessed" in page
    places.ladder.button("Plan the session").click()
    assert {kind for kind, step in places.plan.steps() if step} == {"assess"}

    places.plan.button("Take it to the ring").click()
    places.ring.begin()
    places.ring.to_wedge()
    places.ring.press("2")
    if places.ring.all("fieldset[aria-label=Sides]"):
        places.ring.press("s", "7")
    places.ring.wait_until_saved()
    places.ring.finish()
    assert places.debrief.rows()
    assert "assessment" in places.debrief.see("main").text.lower()
    horse = places.debrief.driver.current_url.split("/horses/")[1].split("/")[0]
    places.ladder.open(f"/horses/{horse}/arrival")
    page = places.ladder.see("main table").text
    assert "at 2" in page
    text = places.ladder.see("main article").text
    assert "Where it stands by its answers" in text
    assert "Begin here" in text


def test_what_does_not_fit_is_said_and_nothing_typed_is_lost(signed_in: Places, driver: WebDriver) -> None:
    places = signed_in
    places.yard.open("/new-horse")
    places.yard.field("name").send_keys("Sedge")
    places.yard.field("height").send_keys("very tall")
    places.yard.field("girth_cm").send_keys("18")
    places.yard.button("Add it, and see what to try").click()
    said = places.yard.alert()
    assert "horse.height" in said
    assert "14.2 hh" in said
    assert "did you mean 180" in said
    driver.refresh()
    assert places.yard.field("height").get_attribute("value") == "very tall"


def test_the_ladder_is_taken_in_at_once_and_walked_by_keyboard(
    signed_in: Places, driver: WebDriver, server: Server
) -> None:
    places = signed_in
    places.ladder.open(f"/horses/{server.horses['Quill']}/ladder")
    knot = places.ladder.knot("up-wt")
    below = driver.execute_script(
        "return Math.max(...[...document.querySelectorAll('main svg a')]"
        ".map(one => one.getBoundingClientRect().bottom))"
    )
    assert below <= DESKTOP[1]
    assert len(places.ladder.all("main svg a[id^=knot]")) == 61
    driver.execute_script("arguments[0].focus()", knot)
    places.ladder.press(Keys.ARROW_RIGHT)
    assert driver.switch_to.active_element.get_attribute("id") == "knot-down-tw"
    places.ladder.press(Keys.ARROW_LEFT, Keys.ENTER)
    places.ladder.wait().until(lambda _: "at=up-wt" in driver.current_url)
    places.ladder.see("main svg a[href$='ladder/up-wt.2']").send_keys(Keys.ENTER)
    places.ladder.wait_for_text("h1", "Walk to trot: in the green band")
    places.ladder.open(f"/horses/{server.horses['Quill']}/ladder?at=up-wt")
    places.ladder.see("main svg a")
    places.ladder.press(Keys.ESCAPE)
    # The address is there before the picture is: the next key is heard where one is by then.
    places.ladder.wait_for_text("main article nav [aria-current=page]", "P4")
    assert "at=P4" in driver.current_url
    places.ladder.press("-")
    places.ladder.knot("up-wt")


def test_on_the_phone_it_is_a_list_that_can_be_searched(
    signed_in: Places, driver: WebDriver, server: Server
) -> None:
    places = signed_in
    set_size(driver, PHONE)
    places.ladder.open(f"/horses/{server.horses['Quill']}/ladder")
    places.ladder.see("main details")
    places.ladder.see("main input[type=search]").send_keys("one-rein")
    places.ladder.wait().until(lambda _: "3 of 245 steps fit" in places.ladder.see("main").text)
    assert len(places.ladder.all("main details")) == 1


def test_a_decision_changes_the_state_and_is_lifted_again(signed_in: Places, server: Server) -> None:
    places = signed_in
    places.ladder.open(f"/horses/{server.horses['Quill']}/ladder/canter.1")
    assert places.ladder.state() == "closed"
    places.ladder.decide("resting", "not before the ground is dry")
    places.ladder.wait().until(lambda _: places.ladder.state() == "resting")
    places.ladder.button("Lift it").click()
    places.ladder.wait().until(lambda _: places.ladder.state() == "closed")
    assert "not before the ground is dry" in places.ladder.see("article").text


def test_a_school_of_the_yard_changes_what_is_said_at_the_ring(signed_in: Places, server: Server) -> None:
    places = signed_in
    places.yard.open("/yard/schools")
    places.yard.choose("How to get louder", "match and hold")
    places.yard.wait().until(lambda _: "Saved" in places.yard.see("main").text)
    places.ring.open(f"/horses/{server.horses['Quill']}/ring")
    places.ring.begin()
    places.ring.to_wedge()
    places.ring.tap(8)
    assert "Match, hold, wait" in places.ring.see("[data-advice]").text


def test_an_own_exercise_is_refused_where_it_is_wrong_then_taken(signed_in: Places, server: Server) -> None:
    places = signed_in
    places.yard.open("/yard/exercises/new")
    places.yard.labelled("Short name").send_keys("gate-g")
    places.yard.labelled("Name").send_keys("Open a gate on foot")
    needs = places.yard.labelled("Needs")
    needs.send_keys("gate-g.1", Keys.ENTER)
    places.yard.button("Save").click()
    said = places.yard.alert()
    assert "stages[0]" in said
    assert places.yard.labelled("Name").get_attribute("value") == "Open a gate on foot"
    needs = places.yard.labelled("Needs")
    needs.send_keys(Keys.BACKSPACE)
    needs.send_keys("hip-g.2", Keys.ENTER)
    places.yard.see("main fieldset input").send_keys("stands at the post")
    places.yard.button("Save").click()
    places.yard.wait().until(lambda driver: driver.current_url.endswith("/yard/exercises"))
    places.ladder.open(f"/horses/{server.horses['Quill']}/ladder/gate-g.1")
    assert "stands at the post" in places.ladder.see("h1").text
