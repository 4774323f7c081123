"""A headless Chromium for the journeys and for the pictures."""

from __future__ import annotations

import base64
import os
import signal
import tempfile
import time
from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path

from selenium import webdriver
from selenium.webdriver.chrome.service import Service

from e2e.clock import ZONE, page_clock, shift_s
from e2e.device import Device

_FLAGS = (
    "--headless=new", "--no-sandbox", "--disable-gpu", "--disable-quic", "--no-first-run",
    "--disable-background-networking", "--disable-component-update", "--disable-sync",
    "--disable-dev-shm-usage",
    "--host-resolver-rules=MAP yard.test 127.0.0.1", "--hide-scrollbars", "--force-color-profile=srgb",
)  # fmt: skip

DESKTOP = (1280, 800)
PHONE = (390, 844)


def open_browser(
    size: tuple[int, int] = DESKTOP,
    *,
    trusting: bool = False,
    profile: str | None = None,
    shift: float | None = None,
) -> webdriver.Chrome:
    """A browser with a page of exactly ``size`` pixels, its clock moved to the day of the journeys.

    Args:
        profile: where it keeps what it knows; None: it knows nothing.
        shift: by how many seconds its clock is moved; None: so that the day of the journeys begins now.
        trusting: takes a certificate that a yard has made itself, as a phone does that it was put on.
    """
    options = webdriver.ChromeOptions()
    options.binary_location = "/usr/bin/chromium"
    for flag in _FLAGS:
        options.add_argument(flag)
    options.add_argument(f"--user-data-dir={profile or tempfile.mkdtemp(prefix='bucephal-chrome-')}")
    options.set_capability("acceptInsecureCerts", trusting)
    options.set_capability("goog:loggingPrefs", {"browser": "ALL"})
    service = Service("/usr/bin/chromedriver", env=os.environ | {"TZ": ZONE})
    driver = webdriver.Chrome(options=options, service=service)
    set_size(driver, size)
    move_page_clock(driver, shift_s() if shift is None else shift)
    return driver


def move_page_clock(driver: webdriver.Chrome, seconds: float) -> None:
    """In every page that this window opens from now on."""
    driver.execute_cdp_cmd("Page.addScriptToEvaluateOnNewDocument", {"source": page_clock(seconds)})


class Browsers:
    """Browsers that are used again: each is emptied of what the one before left in it."""

    def __init__(self) -> None:
        self._idle: list[webdriver.Chrome] = []
        self._all: list[webdriver.Chrome] = []

    @contextmanager
    def one(self, origin: str, shift_s: float) -> Iterator[webdriver.Chrome]:
        """One that knows nothing, with one empty window.

        Args:
            origin: the only place of which it may keep something.
            shift_s: by how much its pages' clock is moved.
        """
        if not self._idle:
            self._idle.append(open_browser())
            self._all.append(self._idle[-1])
        driver = self._idle.pop()
        _open_empty_window(driver)
        set_size(driver, DESKTOP)
        move_page_clock(driver, shift_s)
        try:
            yield driver
        finally:
            _open_empty_window(driver)
            _forget(driver, origin)
            self._idle.append(driver)

    def quit(self) -> None:
        for driver in self._all:
            driver.quit()


def _open_empty_window(driver: webdriver.Chrome) -> None:
    """In place of all others: what was emulated in these went with them."""
    others = driver.window_handles
    driver.switch_to.new_window("tab")
    empty = driver.current_window_handle
    for one in others:
        driver.switch_to.window(one)
        driver.close()
    driver.switch_to.window(empty)


def _forget(driver: webdriver.Chrome, origin: str) -> None:
    driver.execute_cdp_cmd("Storage.clearDataForOrigin", {"origin": origin, "storageTypes": "all"})
    driver.execute_cdp_cmd("Network.clearBrowserCookies", {})
    driver.get_log("browser")  # type: ignore[no-untyped-call]


def hand_cookies(driver: webdriver.Chrome, device: Device) -> None:
    """Signs the browser in as a device is that has no page."""
    for cookie in device.web.cookies:
        rest = {"httpOnly": cookie.has_nonstandard_attr("HttpOnly")}
        wanted = {"name": cookie.name, "value": cookie.value, "url": device.base, **rest}
        driver.execute_cdp_cmd("Network.setCookie", wanted)


def kill(driver: webdriver.Chrome, profile: str) -> None:
    """As a phone does that needs the room: nothing is said to the page before."""
    driver.service.process.kill()
    driver.service.process.wait()
    # The browser's own process holds the profile, and names itself in it.
    holder = Path(profile, "SingletonLock").readlink()
    os.kill(int(str(holder).rpartition("-")[2]), signal.SIGKILL)
    # By which another browser would be told that this one still runs.
    for lock in Path(profile).glob("Singleton*"):
        lock.unlink()
    (Path(profile) / "DevToolsActivePort").unlink(missing_ok=True)
    time.sleep(1)


def set_size(driver: webdriver.Chrome, size: tuple[int, int]) -> None:
    width, height = size
    driver.execute_cdp_cmd(
        "Emulation.setDeviceMetricsOverride",
        {"width": width, "height": height, "deviceScaleFactor": 1, "mobile": width < 600},
    )


def set_offline(driver: webdriver.Chrome, offline: bool) -> None:
    """Cuts or restores the page's network; `navigator.onLine` follows."""
    driver.execute_cdp_cmd("Network.enable", {})
    driver.execute_cdp_cmd(
        "Network.emulateNetworkConditions",
        {"offline": offline, "latency": 0, "downloadThroughput": -1, "uploadThroughput": -1},
    )


def set_dark(driver: webdriver.Chrome, dark: bool) -> None:
    value = "dark" if dark else "light"
    driver.execute_cdp_cmd(
        "Emulation.setEmulatedMedia",
        {"features": [{"name": "prefers-color-scheme", "value": value}]},
    )


def save_picture(driver: webdriver.Chrome, path: Path) -> None:
    taken = driver.execute_cdp_cmd("Page.captureScreenshot", {"format": "png"})
    path.parent.mkdir(parents=True, exist_ok=True)
    path.write_bytes(base64.b64decode(taken["data"]))
