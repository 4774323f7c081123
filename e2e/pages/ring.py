"""The ring, as a person uses it: the wedge, the knots, what went wrong, the day."""

from __future__ import annotations

import time

from selenium.webdriver.common.by import By
from selenium.webdriver.remote.webdriver import WebDriver
from selenium.webdriver.remote.webelement import WebElement

from e2e.pages.places import Place

FEW_FOUND = 30
"""Of all exercises: what was typed has been looked for."""


class Ring(Place):
    def begin(self) -> None:
        def begun(_: WebDriver) -> bool:
            self.button("All seen to").click()
            return True

        self.wait().until(begun)
        self.see("footer button")

    def go_to(self, name: str, stage: str = "") -> None:
        """Goes on to the knot of that name, knot by knot."""
        for _ in range(12):
            heading = self.see("main h1").text
            if heading == name and stage in self.see("main section").text:
                return
            self.next()
        raise AssertionError(f"no knot {name!r} in this session")

    def next(self) -> None:
        before = self.see("header").text
        self.see("footer button:last-of-type").click()
        self.wait().until(lambda _: self.driver.find_element(By.TAG_NAME, "header").text != before)

    def bars(self) -> list[WebElement]:
        return self.all("fieldset button[title]")

    def to_wedge(self) -> None:
        """Goes on to the next knot that is answered with a level, 1 to 10."""
        while len(self.bars()) != 10:
            self.next()

    def is_last(self) -> bool:
        return self.see("footer button:last-of-type").text == "Save and debrief"

    def finish(self) -> None:
        """Through the knots that are left to the debrief."""
        while not self.is_last():
            self.next()
        self.see("footer button:last-of-type").click()
        self.wait().until(lambda driver: "/debrief/" in driver.current_url)

    def tap(self, bar: int) -> None:
        """Taps a bar of the wedge, counted from 1; no faster than a hand, as nearer taps are one."""
        self.bars()[bar - 1].click()
        time.sleep(0.2)

    def back(self) -> None:
        before = self.see("header").text
        self.button("↑").click()
        self.wait().until(lambda _: self.driver.find_element(By.TAG_NAME, "header").text != before)

    def said(self) -> str:
        return self.see("[data-advice]").text

    def open_sheet(self, words: str = "More …") -> None:
        """Opens the sheet of what went wrong, and waits until it stands still."""
        self.button(words).click()
        self._until_it_stands()

    def open_day(self) -> None:
        self.see("header button[data-open=day]").click()
        self._until_it_stands()

    def open_knots(self) -> None:
        self.see("header button[data-open=knots]").click()
        self._until_it_stands()

    def _until_it_stands(self) -> None:
        self.wait_until_it_stands(self.see(".MuiDrawer-paper"))

    def faults(self) -> list[str]:
        """The words of what can go wrong here, in the open sheet."""
        self.wait().until(lambda _: len(self.all("[role=presentation] button[aria-pressed]")) > 0)
        return [button.text for button in self.all("[role=presentation] button[aria-pressed]")]

    def fault(self, words: str) -> None:
        found = [one for one in self.all("[role=presentation] button[aria-pressed]") if one.text == words]
        found[0].click()

    def close_sheet(self) -> None:
        self.button("Close").click()
        self.wait().until(lambda _: not self.all("[role=presentation] button"))

    def lengthen_title(self) -> None:
        """As the longest of names would be: two lines."""
        self.driver.execute_script(
            "document.querySelector('main h1').textContent = 'Turn on the haunches, one step at a time'"
        )

    def chips_in_sight(self) -> int:
        """How many of the chips can be tapped where they stand."""
        return int(
            self.driver.execute_script(
                """
                const chips = [...document.querySelectorAll("main section:last-of-type > div > button")];
                return chips.filter((chip) => {
                  const { left, top, width, height } = chip.getBoundingClientRect();
                  const there = document.elementFromPoint(left + width / 2, top + height / 2);
                  return height >= 48 && chip === there;
                }).length;
                """
            )
        )

    def advice(self) -> str:
        return self.see("[data-advice]").get_attribute("data-advice") or ""

    def side(self) -> str:
        return self.see("fieldset[aria-label=Sides] button[aria-pressed=true]").text.lower()

    def just_log(self, typed: str) -> None:
        """A session without a plan that begins with the first exercise that is called so."""
        self.button("Just log").click()
        self._take(typed)

    def add(self, typed: str, how: str = "Add an exercise") -> None:
        """Any exercise into the running session."""
        self.open_knots()
        self.button(how).click()
        self._take(typed)

    def _take(self, typed: str) -> None:
        self.see("input[type=search]").send_keys(typed)
        self.wait().until(lambda _: 0 < len(self.all(".MuiDrawer-paper ul li")) < FEW_FOUND)
        self._until_it_stands()
        self.see(".MuiDrawer-paper ul li button").click()
        self.wait().until(lambda _: not self.all(".MuiDrawer-paper"))

    def drop(self, name: str) -> None:
        self.open_knots()
        self.see(f"button[aria-label='Drop {name}']").click()
        self.close_sheet()

    def knots(self) -> str:
        """Where in the session one is: 'knot 2 of 9'."""
        return self.see("header button[data-open=knots]").text.split(" ▾")[0]

    def choose(self, name: str) -> None:
        """A choice beside the bar, by its whole name."""
        self.see(f"button[aria-label='{name}']").click()
