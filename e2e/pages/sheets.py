"""What stands behind the sheet: charts as files, sessions, comparisons, the owner's report."""

from __future__ import annotations

import base64
from typing import NamedTuple

from selenium.webdriver.common.by import By
from selenium.webdriver.remote.webelement import WebElement

from e2e.pages.places import Place

_CATCH = """
window.handedOut = [];
URL.createObjectURL = (blob) => { window.handedOut.push(blob); return 'data:,'; };
"""
_CAUGHT = """
const [done] = arguments;
const blob = window.handedOut.at(-1);
if (!blob) { done(null); return; }
const reader = new FileReader();
reader.onload = () => done([blob.type, reader.result.split(',')[1]]);
reader.readAsDataURL(blob);
"""


class HandedOut(NamedTuple):
    media_type: str
    content: bytes


class Sheets(Place):
    """The sheet's parts, and the pages that it leads to."""

    def part(self, code: str) -> WebElement:
        return self.see(f"section[data-part={code}]")

    def save(self, title: str, what: str) -> HandedOut:
        """Saves a chart as a file, and gives what is handed out."""
        self.driver.execute_script(_CATCH)
        button = self.button(f"Save: {title}")
        self.driver.execute_script("arguments[0].scrollIntoView({block: 'center'})", button)
        button.click()
        xpath = f"//li[@role='menuitem'][normalize-space(.)={what!r}]"
        item = self.wait().until(lambda driver: driver.find_element(By.XPATH, xpath))
        self.wait_until_it_stands(item)
        item.click()
        caught = self.wait().until(lambda driver: driver.execute_async_script(_CAUGHT))
        return HandedOut(str(caught[0]), base64.b64decode(str(caught[1])))

    def choose(self, label: str, option: str) -> None:
        """An option of one of the browser's own lists."""
        field = self.field(label)
        field.find_element(By.XPATH, f"./option[normalize-space(.)={option!r}]").click()

    def wait_for_pictures(self, count: int) -> None:
        self.wait().until(lambda _: len(self.all("main figure img")) == count)

    def strips(self) -> list[str]:
        self.see("main ol li article")
        return [one.text for one in self.all("main ol li article")]
