"""A headless Chromium for the journeys and for the pictures."""

from __future__ import annotations

import base64
import subprocess
import tempfile
import time
from pathlib import Path

from selenium import webdriver
from selenium.webdriver.chrome.service import Service

_FLAGS = (
    "--headless=new", "--no-sandbox", "--disable-gpu", "--disable-quic", "--no-first-run",
    "--disable-background-networking", "--disable-component-update", "--disable-sync",
    "--disable-dev-shm-usage",
    "--host-resolver-rules=MAP yard.test 127.0.0.1", "--hide-scrollbars", "--force-color-profile=srgb",
)  # fmt: skip

DESKTOP = (1280, 800)
PHONE = (390, 844)


def open_browser(
    size: tuple[int, int] = DESKTOP, *, trusting: bool = False, profile: str | None = None
) -> webdriver.Chrome:
    """A browser with a page of exactly ``size`` pixels.

    Args:
        profile: where it keeps what it knows; None: it knows nothing.
        trusting: takes a certificate that a yard has made itself, as a phone does that it was put on.
    """
    options = webdriver.ChromeOptions()
    options.binary_location = "/usr/bin/chromium"
    for flag in _FLAGS:
        options.add_argument(flag)
    options.add_argument(f"--user-data-dir={profile or tempfile.mkdtemp(prefix='bucephal-chrome-')}")
    options.set_capability("acceptInsecureCerts", trusting)
    options.set_capability("goog:loggingPrefs", {"browser": "ALL"})
    driver = webdriver.Chrome(options=options, service=Service("/usr/bin/chromedriver"))
    set_size(driver, size)
    return driver


def kill(driver: webdriver.Chrome, profile: str) -> None:
    """As a phone does that needs the room: nothing is said to the page before."""
    subprocess.run(["pkill", "-9", "-f", "--", f"user-data-dir={profile}"], check=False)
    driver.service.process.kill()
    driver.service.process.wait()
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
