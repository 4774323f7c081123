"""Takes the pictures of docs/screenshots from the demo data: one a place.

make shots            all of them
python tools/shots.py NAME ...   some, e.g. plan ring-phone
SHOTS_DIR=/tmp/x      somewhere else
"""

from __future__ import annotations

import json
import os
import sys
import tempfile
import time
from collections.abc import Callable, Iterator
from contextlib import contextmanager
from pathlib import Path

ROOT = Path(__file__).resolve().parent.parent
sys.path.insert(0, str(ROOT))

from selenium.webdriver.chrome.webdriver import WebDriver  # noqa: E402

from demo.load import PASSWORD, PEOPLE  # noqa: E402
from e2e.browser import DESKTOP, PHONE, open_browser, save_picture, set_dark, set_size  # noqa: E402
from e2e.pages.places import Debrief, Plan, SignIn, Today  # noqa: E402
from e2e.pages.ring import Ring  # noqa: E402
from e2e.server import Server, build  # noqa: E402

PORT = 8765
BASE = f"http://localhost:{PORT}"
FOLDER = Path(os.environ.get("SHOTS_DIR", ROOT / "docs" / "screenshots"))


@contextmanager
def demo_server() -> Iterator[None]:
    """The demo on data of its own, so that what is tapped here is not kept."""
    with tempfile.TemporaryDirectory() as data:
        build("demo/load.py", Path(data))
        server = Server(Path(data), PORT, {})
        server.start()
        try:
            yield
        finally:
            server.kill()


class Camera:
    def __init__(self, driver: WebDriver) -> None:
        self.driver = driver
        self.today = Today(driver, BASE)
        self.horses: dict[str, str] = {}

    def sign_in(self) -> None:
        SignIn(self.driver, BASE).as_(PEOPLE[0][0], PASSWORD)
        self.today.see("nav ul a")
        for link in self.today.all("nav ul a"):
            name = link.text.split("\n")[0]
            self.horses[name] = (link.get_attribute("href") or "").split("/horses/")[1].split("/")[0]

    def at(self, horse: str, place: str) -> str:
        return f"/horses/{self.horses[horse]}/{place}"

    def shoot(self, name: str) -> None:
        time.sleep(0.6)  # fonts and the last transition
        save_picture(self.driver, FOLDER / f"{name}.png")
        print(f"{name}.png")


def today(camera: Camera) -> None:
    camera.today.open("/")
    camera.today.wait_for_packs()


def plan(camera: Camera) -> None:
    page = Plan(camera.driver, BASE)
    page.open(camera.at("Quill", "plan"))
    page.steps()


def plan_dark(camera: Camera) -> None:
    set_dark(camera.driver, True)
    plan(camera)


def ring(camera: Camera) -> None:
    page = Ring(camera.driver, BASE)
    page.open(camera.at("Domino", "ring"))
    page.begin()
    page.to_wedge()
    # One of each mark: heavy, accepted, light but tight, no answer, heavy.
    for key in "64t3n76":
        page.press(key)


def ring_phone(camera: Camera) -> None:
    set_size(camera.driver, PHONE)
    ring(camera)


def debrief(camera: Camera) -> None:
    camera.today.open(camera.at("Quill", "debrief"))
    camera.today.see("article section a")


def entry(camera: Camera) -> None:
    """Half a week of Quill's, with a slip in it."""
    page = Debrief(camera.driver, BASE)
    page.open(camera.at("Quill", "debrief/write"))
    page.write(
        'mon ridden 18:30-19:10 place="the sands" first_min=4\nup-wt L 8 6 5! 4 2 2 3\nup-wt R 5 12 4\n'
        'canter.1 R 5x 4RL 4\n! spook "gulls" @C recovered_s=20\nnote Windy; he looked at everything.\nhal'
    )
    page.offered()


def correct(camera: Camera) -> None:
    page = Debrief(camera.driver, BASE)
    page.open(camera.at("Quill", "debrief"))
    page.rows()
    page.put_right()


def sheet(camera: Camera) -> None:
    camera.today.open(camera.at("Quill", "sheet"))
    camera.today.see("main svg a")


def step(camera: Camera) -> None:
    camera.today.open(camera.at("Quill", "sheet/up-wt.2"))
    camera.today.see("main figure svg[role=img]")


def ladder(camera: Camera) -> None:
    camera.today.open(camera.at("Quill", "ladder"))
    camera.today.see("main svg #knot-up-wt")
    camera.driver.execute_script("document.getElementById('knot-up-wt').focus()")


def ladder_dark(camera: Camera) -> None:
    set_dark(camera.driver, True)
    ladder(camera)


def ladder_phase(camera: Camera) -> None:
    camera.today.open(camera.at("Quill", "ladder?at=P4"))
    camera.today.see("main ol li a")


def ladder_exercise(camera: Camera) -> None:
    camera.today.open(camera.at("Quill", "ladder?at=up-wt"))
    camera.today.see("main svg a")


def ladder_phone(camera: Camera) -> None:
    set_size(camera.driver, PHONE)
    camera.today.open(camera.at("Quill", "ladder?state=learning"))
    camera.today.see("main details")


def guide(camera: Camera) -> None:
    camera.today.open(camera.at("Quill", "ladder/up-wt.3"))
    camera.today.see("main table")


def flags(camera: Camera) -> None:
    camera.today.open(camera.at("Domino", "flags"))
    camera.today.see("[data-flag] form")


def look(camera: Camera) -> None:
    camera.today.open(camera.at("Domino", "look"))
    camera.today.see("main form")


def arrival(camera: Camera) -> None:
    camera.today.open(camera.at("Harrow", "arrival"))
    camera.today.see("main table")


def new_horse(camera: Camera) -> None:
    camera.today.open("/new-horse")
    camera.today.see("input[name=name]").send_keys("Sedge")
    for field, value in (("girth_cm", "172"), ("length_cm", "146"), ("height", "14.2 hh")):
        camera.today.see(f"input[name={field}]").send_keys(value)


def yard(camera: Camera) -> None:
    camera.today.open("/yard/schools")
    camera.today.see("main fieldset")


def yard_exercises(camera: Camera) -> None:
    camera.today.open("/yard/exercises")
    camera.today.see("main table")


def yard_scales(camera: Camera) -> None:
    camera.today.open("/yard/scales")
    camera.today.see("main details").click()


def yard_kit(camera: Camera) -> None:
    camera.today.open("/yard/kit")
    camera.today.see("main input[type=checkbox]")


def exercise(camera: Camera) -> None:
    camera.today.open("/yard/exercises/steer")
    camera.today.see("main fieldset")


def history(camera: Camera) -> None:
    camera.today.open(camera.at("Quill", "history"))
    camera.today.see("main ol li svg")


def compare(camera: Camera) -> None:
    camera.today.open(camera.at("Vesper", "compare?by=sides"))
    camera.today.see("main table")


def report(camera: Camera) -> None:
    camera.today.open(camera.at("Harrow", "report"))
    camera.today.see("main section[data-part=in-short]")
    words = "Harrow has been a pleasure. He waits at the block now, and goes out alone along the shore."
    camera.today.type_in("Your own words (nobody else's notes are in it)", words)


def sheet_parts(camera: Camera) -> None:
    sheet(camera)
    camera.driver.execute_script("document.querySelector('[data-part=settling]').scrollIntoView()")


def sheet_phone(camera: Camera) -> None:
    set_size(camera.driver, PHONE)
    sheet(camera)


def sheet_dark(camera: Camera) -> None:
    set_dark(camera.driver, True)
    sheet(camera)


def sign_in(camera: Camera) -> None:
    camera.driver.delete_all_cookies()
    camera.today.open("/")
    camera.today.see("input[name=password]")


def people(camera: Camera) -> None:
    camera.today.open("/yard/people")
    camera.today.see("form input[name=name]").send_keys("Ash")
    camera.today.button("Make the link").click()
    camera.today.see("section[role=status] input")


def exchange(camera: Camera) -> None:
    """A record of Quill that has grown elsewhere, looked at."""
    record = camera.today.told(f"/api/horses/{camera.horses['Quill']}/record")
    record["horse"]["home"] = "the winter field"
    record["sessions"][-1]["note"] = "ridden by somebody else"
    ask = {"step": "lead.1", "side": "left"}
    asks = [{**ask, "level": level} for level in (4, 3, 3, 2)]
    record["sessions"].append({"date": record["sessions"][-1]["date"], "kind": "ground", "asks": asks})
    with tempfile.TemporaryDirectory() as folder:
        path = Path(folder, "quill-from-the-winter-yard.json")
        path.write_text(json.dumps(record))
        camera.today.open("/yard/exchange")
        camera.today.see("main ul li a")
        (field,) = camera.today.all("input[type=file]")
        field.send_keys(str(path))
        camera.today.see("td[data-came]")
    camera.driver.execute_script("document.querySelectorAll('h2')[1].scrollIntoView()")


def ground(camera: Camera) -> None:
    camera.today.open(f"/ground?setup=two-marker&horse={camera.horses['Quill']}")
    camera.today.see("[data-seen]")
    camera.shoot("ground")


def ground_phone(camera: Camera) -> None:
    set_size(camera.driver, PHONE)
    camera.today.open("/ground?setup=poles")
    tape = camera.today.see("tr[data-row]")
    camera.driver.execute_script("arguments[0].closest('section').scrollIntoView()", tape)
    for box in camera.today.all("tr[data-row] input")[:2]:
        box.click()
    camera.shoot("ground-phone")


def place(camera: Camera) -> None:
    camera.today.open("/ground")
    camera.today.button("Change it").click()
    camera.today.see("main form fieldset")
    camera.shoot("place")


SHOTS: dict[str, Callable[[Camera], None]] = {
    "today": today, "plan": plan, "debrief": debrief, "sheet": sheet,
    "step": step, "ladder": ladder, "ladder-exercise": ladder_exercise,
    "guide": guide, "arrival": arrival, "entry": entry, "yard": yard, "exchange": exchange,
    "ground": ground, "history": history, "compare": compare, "report": report,
    "ring": ring, "ring-phone": ring_phone, "flags": flags,
}  # fmt: skip
EXTRA: dict[str, Callable[[Camera], None]] = {
    "ground-phone": ground_phone, "look": look, "people": people,
    "sheet-dark": sheet_dark, "sheet-parts": sheet_parts, "sheet-phone": sheet_phone,
    "ladder-phone": ladder_phone, "place": place,
    "plan-dark": plan_dark, "ladder-dark": ladder_dark, "ladder-phase": ladder_phase,
    "yard-exercises": yard_exercises, "yard-scales": yard_scales, "yard-kit": yard_kit, "sign-in": sign_in,
    "exercise": exercise, "new-horse": new_horse, "correct": correct,
}  # fmt: skip


def main() -> None:
    wanted = sys.argv[1:] or list(SHOTS)
    with demo_server():
        for name in wanted:
            driver = open_browser(DESKTOP)
            try:
                camera = Camera(driver)
                camera.sign_in()
                (SHOTS | EXTRA)[name](camera)
                camera.shoot(name)
            finally:
                driver.quit()


if __name__ == "__main__":
    main()
