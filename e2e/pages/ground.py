"""The Ground place, as a person uses it: the drawing, its numbers, the tape measure, places drawn."""

from __future__ import annotations

import json
from urllib.parse import urlencode

from selenium.webdriver.common.action_chains import ActionChains
from selenium.webdriver.common.by import By
from selenium.webdriver.remote.webelement import WebElement

from e2e.pages.places import Place


class Ground(Place):
    def lay_out(self, setup: str, place: str = "30x60", **values: str) -> None:
        search = {"place": place, "setup": setup} | ({"values": json.dumps(values)} if values else {})
        self.open(f"/ground?{urlencode(search)}")
        self.see("[data-drawing]")

    def marker(self, name: str) -> WebElement:
        return self.see(f"[data-movable={name}]")

    def stands(self, name: str) -> str:
        """What a marker says of where it is."""
        return self.marker(name).get_attribute("aria-label") or ""

    def wait_until_moved(self, name: str, before: str) -> str:
        self.wait().until(lambda _: self.stands(name) != before)
        return self.stands(name)

    def drag(self, name: str, dx: int, dy: int) -> None:
        """By the mouse, in a few steps, as a hand does."""
        hand = ActionChains(self.driver).click_and_hold(self.marker(name))
        for _ in range(4):
            hand = hand.move_by_offset(dx // 4, dy // 4)
        hand.release().perform()

    def touch(self, name: str, dx: float, dy: float) -> None:
        """By a finger."""
        box = self.marker(name).rect
        x, y = box["x"] + box["width"] / 2, box["y"] + box["height"] / 2
        scrolled = float(self.driver.execute_script("return scrollY"))
        steps = [("touchStart", 0.0), *(("touchMove", n / 4) for n in range(1, 5)), ("touchEnd", 1.0)]
        for kind, part in steps:
            at = [] if kind == "touchEnd" else [{"x": x + dx * part, "y": y - scrolled + dy * part}]
            self.driver.execute_cdp_cmd("Input.dispatchTouchEvent", {"type": kind, "touchPoints": at})

    def tape(self, marker: str) -> str:
        return self.see(f"tr[data-row={marker}]").text

    def way(self) -> list[str]:
        """The pieces of the way as they are drawn."""
        return [one.get_attribute("d") or "" for one in self.all("[data-gait]")]

    def fits(self) -> bool:
        return self.see("[data-fits]").get_attribute("data-fits") == "true"

    def wait_until_fits(self) -> None:
        self.see("[data-fits=true]")

    def number(self, label: str) -> WebElement:
        """The field of a number, by how its label begins."""
        xpath = f"//*[@id=//label[starts-with(normalize-space(.), {label!r})]/@for]"
        return self.wait().until(lambda driver: driver.find_element(By.XPATH, xpath))

    def value(self, label: str) -> str:
        return self.number(label).get_attribute("value") or ""

    def choose(self, label: str, value: str) -> None:
        """Of a list of the page's own."""
        field = self.number(label)
        self.driver.execute_script("arguments[0].scrollIntoView({block: 'center'})", field)
        option = field.find_element(By.CSS_SELECTOR, f"option[value='{value}']")
        option.click()

    def tick(self, marker: str) -> None:
        box = self.wait().until(lambda d: d.find_element(By.CSS_SELECTOR, f"tr[data-row={marker}] input"))
        box.click()
        self.see(f"tr[data-row={marker}][data-done=true]")

    def begins_with(self, link: str) -> str:
        """The first letters of what a link hands out."""
        address = self.button(link).get_attribute("href")
        script = (
            "const done = arguments[1];"
            "fetch(arguments[0]).then((one) => one.text()).then((text) => done(text.slice(0, 40)));"
        )
        return str(self.driver.execute_async_script(script, address))

    def turn(self, switch: str) -> None:
        """A switch by its words."""
        xpath = f"//label[normalize-space(.)={switch!r}]"
        self.wait().until(lambda driver: driver.find_element(By.XPATH, xpath)).click()
