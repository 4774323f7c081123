"""The places of the application, as a person uses them."""

from __future__ import annotations

import json
from typing import Any

from selenium.common.exceptions import StaleElementReferenceException
from selenium.webdriver.common.action_chains import ActionChains
from selenium.webdriver.common.by import By
from selenium.webdriver.common.keys import Keys
from selenium.webdriver.remote.webdriver import WebDriver
from selenium.webdriver.remote.webelement import WebElement
from selenium.webdriver.support import expected_conditions as expect
from selenium.webdriver.support.ui import WebDriverWait

PATIENCE_S = 60
POLL_S = 0.05
_SAVE_STATE = (By.CSS_SELECTOR, "[data-testid=save-state]")


class Place:
    """What every place has: a browser, an address, and waiting for what comes."""

    def __init__(self, driver: WebDriver, base: str) -> None:
        self.driver = driver
        self.base = base

    def open(self, path: str) -> None:
        self.driver.get(self.base + path)

    def wait(self) -> WebDriverWait[WebDriver]:
        """However often the page is drawn anew meanwhile."""
        return WebDriverWait(
            self.driver, PATIENCE_S, POLL_S, ignored_exceptions=[StaleElementReferenceException]
        )

    def see(self, css: str) -> WebElement:
        return self.wait().until(expect.visibility_of_element_located((By.CSS_SELECTOR, css)))

    def wait_until_it_stands(self, element: WebElement) -> None:
        """What comes in moving would be tapped where another is by then."""
        seen: list[object] = [None]

        def stands(driver: WebDriver) -> bool:
            box = "const {x, y, width, height} = arguments[0].getBoundingClientRect();"
            seen.append(driver.execute_script(f"{box} return [x, y, width, height];", element))
            return seen[-1] == seen[-2]

        self.wait().until(stands)

    def wait_for_text(self, css: str, words: str) -> None:
        """Until an element says so; one that is replaced meanwhile is looked for again."""
        self.wait().until(expect.text_to_be_present_in_element((By.CSS_SELECTOR, css), words))

    def all(self, css: str) -> list[WebElement]:
        return self.driver.find_elements(By.CSS_SELECTOR, css)

    def button(self, words: str) -> WebElement:
        """A button or link by its accessible name or its text."""
        xpath = (
            f"//*[self::button or self::a][@aria-label={words!r} or contains(normalize-space(.), {words!r})]"
        )
        return self.wait().until(expect.element_to_be_clickable((By.XPATH, xpath)))

    def press(self, *keys: str) -> None:
        ActionChains(self.driver).send_keys(*keys).perform()

    def press_named(self, name: str, *keys: str) -> None:
        """Goes on by the tab key to what is called so, and presses it, or some other keys there."""
        script = (
            "const one = document.activeElement;"
            "return (one.getAttribute('aria-label') || one.textContent || '').trim();"
        )
        for _ in range(200):
            if str(self.driver.execute_script(script)).startswith(name):
                self.press(*(keys or (Keys.ENTER,)))
                return
            self.press(Keys.TAB)
        raise AssertionError(f"the tab key does not come to {name!r}")

    def told(self, path: str) -> Any:
        """What the server answers to whoever is signed in here."""
        script = "const done = arguments[1]; fetch(arguments[0]).then((one) => one.text()).then(done);"
        return json.loads(self.driver.execute_async_script(script, path))

    def send(self, path: str, body: Any) -> None:
        """Says something to the server in the name of whoever is signed in here, as another device would."""
        script = (
            "const [path, body, done] = arguments;"
            "const token = /csrftoken=([^;]+)/.exec(document.cookie)[1];"
            "const headers = {'Content-Type': 'application/json', 'X-CSRFToken': token};"
            "fetch(path, {method: 'POST', headers, body: JSON.stringify(body)}).then(() => done());"
        )
        self.driver.execute_async_script(script, path, body)

    def field(self, label: str) -> WebElement:
        """A field by its label."""
        xpath = f"//*[@id=//label[normalize-space(.)={label!r}]/@for]"
        return self.wait().until(expect.element_to_be_clickable((By.XPATH, xpath)))

    def type_in(self, label: str, words: str) -> None:
        """In place of what was there."""
        self.field(label).send_keys(Keys.CONTROL + "a" + Keys.NULL, words)

    def take(self, label: str, option: str) -> None:
        """An option of a list to choose from."""
        named = f"//*[contains(@class, 'MuiInputLabel-root')][normalize-space(.)={label!r}]"
        box = f"{named}/..//*[@role='combobox']"
        self.wait().until(expect.element_to_be_clickable((By.XPATH, box))).click()
        xpath = f"//li[@role='option'][normalize-space(.)={option!r}]"
        chosen = self.wait().until(expect.visibility_of_element_located((By.XPATH, xpath)))
        chosen.send_keys(Keys.ENTER)  # it moves while the list opens
        self.wait().until(lambda _: not self.all("[role=listbox]"))

    def saved(self) -> str:
        """What the state of saving says, wherever this window shows it."""
        shown = self.wait().until(expect.visibility_of_any_elements_located(_SAVE_STATE))
        return shown[0].text

    def wait_until_saved(self) -> None:
        self.wait().until(lambda _: self.saved() == "All saved")


class SignIn(Place):
    def as_(self, name: str, password: str) -> None:
        self.open("/")
        self.try_(name, password)
        self.see("nav ul a")

    def try_(self, name: str, password: str) -> None:
        self.see("input[name=name]").send_keys(name)
        self.see("input[name=password]").send_keys(password + Keys.ENTER)


class Today(Place):
    def horses(self) -> list[str]:
        self.see("main ol li")
        return [link.text for link in self.all("main ol li a[href$='/plan']") if link.text != "Plan"]

    def start(self, horse: str) -> None:
        """However often the page is drawn anew while it is told what is kept, and what has changed."""

        def started(_: WebDriver) -> bool:
            self.button(f"Start a session with {horse}").click()
            return True

        self.wait().until(started)

    def set_time(self, label: str, at: str) -> None:
        """A time as HH:MM: how it is typed differs from browser to browser."""
        script = (
            "const [field, value] = arguments;"
            "Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value').set.call(field, value);"
            "field.dispatchEvent(new Event('input', {bubbles: true}));"
        )
        self.driver.execute_script(script, self.field(label), at)

    def wait_for_packs(self) -> None:
        self.wait().until(lambda _: "You can go without signal" in self.driver.page_source)


class Plan(Place):
    def steps(self) -> list[tuple[str, str]]:
        """(kind, step) of every knot, from top to bottom; at one moment, for the plan may be coming anew."""
        self.see("li[data-kind]")
        script = (
            "return [...document.querySelectorAll('li[data-kind]')]"
            ".map((one) => [one.dataset.kind, one.dataset.step ?? ''])"
        )
        return [(kind, step) for kind, step in self.driver.execute_script(script)]

    def text(self) -> str:
        self.see("li[data-kind]")
        return self.see("main").text

    def day(self) -> str:
        """As the page on paper has it; on screen that page is not shown."""
        day = self.driver.find_element(By.CSS_SELECTOR, "[data-sheet] header p:nth-of-type(2)")
        return str(day.get_property("textContent"))

    def two_sided(self) -> str:
        """The step of the first knot that is gone on with, or new, with a left and a right."""
        self.see("li[data-kind]")
        knots = self.all("li[data-kind=practice], li[data-kind=new], li[data-kind=repair]")
        knot = next(one for one in knots if "left first" in one.text or "right first" in one.text)
        return knot.get_attribute("data-step") or ""

    def _knot(self, step: str) -> WebElement:
        return self.see(f"li[data-step='{step}']")

    def dose(self, step: str) -> str:
        return self._knot(step).text

    def lock(self, step: str) -> None:
        self._knot(step).find_element(By.CSS_SELECTOR, "button[aria-label^=Lock]").click()
        locked = (By.CSS_SELECTOR, f"li[data-step='{step}'] button[aria-pressed=true]")
        self.wait().until(expect.presence_of_element_located(locked))

    def change(self, step: str, *buttons: str) -> None:
        """Opens what can be changed of a knot, and presses some of it by what it says."""
        opener = self._knot(step).find_element(By.CSS_SELECTOR, "button[aria-label^=Change]")
        if opener.get_attribute("aria-expanded") != "true":
            opener.click()
        for words in buttons:
            self.see(f"li[data-step='{step}'] [data-change]")
            found = self.all(f"li[data-step='{step}'] [data-change] button")
            named = (one for one in found if words in (one.get_attribute("aria-label") or one.text))
            next(named).click()

    def choose(self, typed: str) -> None:
        """Finds an exercise by typing and takes the first."""
        field = self.see("[role=dialog] input")
        field.send_keys(typed)
        self.see("[role=dialog] li[role=option]")
        field.send_keys(Keys.ENTER)
        self.wait().until(lambda _: not self.all("[role=dialog]"))


class Flags(Place):
    def clear(self, by: str, found: str) -> None:
        self.see("[data-flag] form [role=combobox]").click()
        self.wait().until(
            expect.element_to_be_clickable((By.XPATH, f"//li[@role='option'][.={by!r}]"))
        ).click()
        self.see("[data-flag] form textarea").send_keys(found)
        self.button("clear it").click()

    def of_the_record(self, horse: str) -> list[dict[str, Any]]:
        """The flags in the record as it is handed on."""
        return list(self.told(f"/api/horses/{horse}/record")["flags"])


class Debrief(Place):
    def beside(self) -> list[str]:
        """What else was said of the answers."""
        self.see("article")
        return [one.text for one in self.all("ul[aria-label='More of these answers'] li")]

    def rows(self) -> dict[tuple[str, str], str]:
        """(step, side) of every row, with its words."""
        self.see("article li[data-step]")
        return {
            (row.get_attribute("data-step") or "", row.get_attribute("data-side") or ""): row.text
            for row in self.all("article li[data-step]")
        }

    def to_plan(self) -> None:
        self.button("See the whole plan").click()

    # --- quick entry, and a session put right --------------------------------------------------

    def write(self, words: str) -> None:
        """Types on in the text that is open, until it has been read."""
        self.see("textarea").send_keys(words)
        self.read()

    def read(self) -> str:
        """What is said of the text as it stands."""
        self.wait().until(lambda _: self.see("#entry-words").get_attribute("data-current") == "true")
        return self.see("#entry-words").text

    def typed(self) -> str:
        return self.see("textarea").get_attribute("value") or ""

    def write_anew(self, was: str, now: str) -> None:
        """Takes other words in place of some of the text, as a hand does: marks them, and types."""
        text = self.typed()
        start = text.index(was)
        area = self.see("textarea")
        self.driver.execute_script(
            "arguments[0].focus(); arguments[0].setSelectionRange(arguments[1], arguments[2])",
            area, start, start + len(was),
        )  # fmt: skip
        self.press(now) if now else self.press(Keys.DELETE)
        self.read()

    def dots(self) -> list[str]:
        """The answers that are drawn, as they are said."""
        return [one.get_attribute("aria-label") or "" for one in self.all("[data-row] svg[role=img]")]

    def offered(self) -> list[str]:
        """What could stand where the cursor is."""
        self.wait().until(lambda _: self.all("[role=option]"))
        return [one.text for one in self.all("[role=option] code")]

    def marked(self) -> list[str]:
        """The characters that are marked as wrong."""
        return [one.get_attribute("textContent") or "" for one in self.all("pre mark")]

    def put_right(self) -> None:
        self.see("a[href$='/correct']").click()
        self.read()

    def history(self) -> list[str]:
        """What was put right since, line by line, the last time first."""
        lines = "ol[class*=history] li li"
        self.see(lines)
        return [one.text for one in self.all(lines)]


class Sheet(Place):
    def board(self) -> str:
        """What the rows of the sides board say to whoever cannot see it."""
        self.see("main svg a")
        return "; ".join(link.get_attribute("aria-label") or "" for link in self.all("main svg a"))

    def to_step(self, name: str) -> None:
        """Goes to a row's own page, as a keyboard does."""
        self.see(f'main svg a[aria-label^="{name}"]').send_keys(Keys.ENTER)


class Step(Place):
    """A step's own page."""

    def trail(self, side: str) -> str:
        """What the picture of a side says."""
        picture = self.see(f"section[data-side={side}] svg[role=img]")
        return picture.get_attribute("aria-label") or ""

    def table_rows(self, side: str) -> list[str]:
        self.see(f"section[data-side={side}] button").click()
        self.see(f"section[data-side={side}] table")
        return [row.text for row in self.all(f"section[data-side={side}] tbody tr")]

    def how_soon(self) -> str:
        return self.see("main article").text.split("How soon")[-1]


class Ladder(Place):
    """The ladder of a horse and a step's page in it."""

    def knot(self, exercise: str) -> WebElement:
        return self.see(f"#knot-{exercise}")

    def state(self) -> str:
        """What a step's page says of where the step stands."""
        return self.see("article > p strong").text

    def decide(self, state: str, reason: str) -> None:
        self.see("article details summary").click()
        self.see("form [role=combobox]").click()
        self.see(f"li[data-value={state}]").send_keys(Keys.ENTER)
        self.see("form textarea").send_keys(reason)
        self.button("Keep the decision").click()


class Yard(Place):
    """What the yard agrees on, and the forms of horses and exercises."""

    def field(self, name: str) -> WebElement:
        return self.see(f"input[name={name}]")

    def labelled(self, label: str) -> WebElement:
        """The first field under a label."""
        xpath = (
            f"(//div[label[starts-with(normalize-space(.), {label!r})]]//*[self::input or self::textarea])[1]"
        )
        return self.wait().until(expect.visibility_of_element_located((By.XPATH, xpath)))

    def pick(self, label: str, value: str) -> None:
        """Chooses from the list under a label."""
        head = f"contains(@id, '-label') and normalize-space(.)={label!r}"
        xpath = f"//div[*[{head}]]//*[@role='combobox']"
        self.wait().until(expect.element_to_be_clickable((By.XPATH, xpath))).click()
        self.see(f"li[data-value={value}]").send_keys(Keys.ENTER)  # it moves while the list opens

    def choose(self, question: str, option: str) -> None:
        xpath = (
            f"//fieldset[legend[normalize-space(.)={question!r}]]"
            f"//label[.//strong[normalize-space(.)={option!r}]]//input"
        )
        self.wait().until(expect.element_to_be_clickable((By.XPATH, xpath))).click()

    def alert(self) -> str:
        return self.see("[role=alert]").text
