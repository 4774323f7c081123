"""A yard as it is served for real: TLS ended by nginx, as docs/run.md says, from an empty folder on."""

from __future__ import annotations

import json
import os
import shutil
import socket
import subprocess
import sys
from collections.abc import Iterator
from contextlib import closing
from dataclasses import dataclass
from pathlib import Path

import pytest
import requests
from selenium.webdriver.chrome.webdriver import WebDriver
from urllib3.connection import HTTPSConnection

from e2e import attacks
from e2e.browser import PHONE, open_browser
from e2e.conftest import Seed
from e2e.forking import ROOT
from e2e.pages.places import Debrief, Place, SignIn
from e2e.pages.ring import Ring
from e2e.seed import PASSWORD as SEED_PASSWORD
from e2e.server import Server, free_port, wait_for

sys.path.append(str(ROOT / "server" / "deploy"))
import local_network  # type: ignore[import-not-found]
from site_files import NGINX, Certificate, nginx_main, site  # type: ignore[import-not-found]

PASSWORD = "barley-straw-and-rain"


@dataclass
class Served:
    """nginx in front of a server whose data began empty."""

    server: Server
    port: int
    http_port: int
    certificate: Certificate

    @property
    def base(self) -> str:
        return f"https://localhost:{self.port}"

    def get(self, path: str) -> requests.Response:
        trusted = str(self.certificate.authority)
        return requests.get(f"{self.base}{path}", verify=trusted, timeout=30, allow_redirects=False)


@pytest.fixture
def served(tmp_path: Path) -> Iterator[Served]:
    data = tmp_path / "data"
    behind = {"BUCEPHAL_PROXY": "127.0.0.1", "BUCEPHAL_HOSTS": "localhost"}
    server = Server(data, free_port(), {}, environment=behind)
    assert attacks.manage(server, "migrate", "--no-input").returncode == 0
    server.start()
    port, http_port = free_port(), free_port()
    certificate = Certificate.of(tmp_path / "tls", ["localhost"])
    config = nginx_main(
        tmp_path / "nginx",
        "localhost",
        certificate,
        upstream_port=server.port,
        http_port=http_port,
        https_port=port,
    )
    nginx = subprocess.Popen([NGINX, "-c", str(config), "-g", "daemon off;"], stderr=subprocess.DEVNULL)
    try:
        wait_for(port)
        yield Served(server, port, http_port, certificate)
    finally:
        nginx.terminate()
        nginx.wait()
        server.kill()


@pytest.fixture
def laptop(served: Served) -> Iterator[WebDriver]:
    browser = open_browser(trusting=True, shift=served.server.shift_s)
    yield browser
    browser.quit()


@pytest.fixture
def phone(served: Served) -> Iterator[WebDriver]:
    browser = open_browser(PHONE, trusting=True, shift=served.server.shift_s)
    yield browser
    browser.quit()


def fill(place: Place, **fields: str) -> None:
    for name, value in fields.items():
        place.see(f"input[name={name}]").send_keys(value)


def begin_yard(place: Place, served: Served) -> None:
    """The first page of an empty machine, with the code that lies in its data folder."""
    place.open("/")
    code = (served.server.data / "first-run-code").read_text()
    fill(place, code=code, yard="Low Meadow", shown="Wren", name="wren", password=PASSWORD)
    place.button("Make the yard").click()
    place.see("nav")


def test_from_an_empty_folder_to_a_session_logged_on_the_phone_of_an_invited_helper(
    served: Served, laptop: WebDriver, phone: WebDriver
) -> None:
    desk = Place(laptop, served.base)
    begin_yard(desk, served)

    desk.open("/new-horse")
    fill(desk, name="Merle")
    desk.button("Add it, and see what to try").click()
    desk.wait().until(lambda driver: "/arrival" in driver.current_url)
    horse = laptop.current_url.split("/horses/")[1].split("/")[0]

    desk.open("/yard/people")
    desk.see("form input[name=name]").send_keys("Ash")
    desk.button("Make the link").click()
    link = desk.see("section[role=status] input").get_attribute("value") or ""
    assert link.startswith(f"{served.base}/join#")

    helper = Place(phone, served.base)
    phone.get(link)
    fill(helper, name="ash", password=PASSWORD)
    helper.button("Join").click()
    helper.wait().until(lambda driver: "/join" not in driver.current_url)
    assert helper.told("/api/me")["role"] == "helper"

    ring = Ring(phone, served.base)
    ring.open(f"/horses/{horse}/ring")
    ring.begin()
    logged = 0
    while not ring.is_last():
        if ring.bars():
            ring.tap(1)
            logged += 1
        ring.next()
    ring.wait_until_saved()
    ring.finish()
    assert logged >= 2
    assert len(Debrief(phone, served.base).rows()) >= 1
    assert len(served.server.asks()) == logged

    # The trainer reads who came, and what was done to the yard.
    told = [(one["who"], one["what"]) for one in desk.told("/api/yard/trail")["deeds"]]
    assert told == [("Ash", "joined as"), ("Wren", "invited"), ("Wren", "added"), ("Wren", "made the yard")]


def test_whoever_comes_without_tls_is_sent_to_it(served: Served) -> None:
    plain = requests.get(f"http://localhost:{served.http_port}/yard?x=1", allow_redirects=False, timeout=30)
    assert (plain.status_code, plain.headers["Location"]) == (308, f"{served.base}/yard?x=1")
    answer = served.get("/")
    assert answer.status_code == 200
    # RFC 6797, 6265.
    assert "max-age=31536000" in answer.headers["Strict-Transport-Security"]
    assert "Secure" in answer.headers["Set-Cookie"]
    # Asked past the proxy it sends there too; only how it is may be asked directly.
    direct = requests.get(f"{served.server.base}/today", allow_redirects=False, timeout=30)
    assert (direct.status_code, direct.headers["Location"][:8]) == (301, "https://")
    assert requests.get(f"{served.server.base}/api/health", timeout=30).json()["status"] in ("ok", "care")


def wrong(served: Served, source: str, **headers: str) -> int:
    """A wrong password from an address of this machine, past a browser; the status."""
    opened = served.get("/api/first-run")
    token = str(opened.cookies["csrftoken"])
    connection = HTTPSConnection(
        "localhost", served.port, ca_certs=str(served.certificate.authority), source_address=(source, 0)
    )
    body = json.dumps({"name": "wren", "password": "not the password"})
    own = {"Content-Type": "application/json", "X-CSRFToken": token, "Cookie": f"csrftoken={token}"}
    with closing(connection):
        connection.request(
            "POST", "/api/sign-in", body=body, headers=own | {"Referer": served.base} | headers
        )
        return int(connection.getresponse().status)


def test_the_proxy_says_where_somebody_comes_from_and_nobody_else_does(served: Served) -> None:
    for number in range(5):
        assert wrong(served, "127.0.0.2", **{"X-Forwarded-For": f"203.0.113.{number}"}) == 422
    assert (
        wrong(served, "127.0.0.2", **{"X-Forwarded-For": "203.0.113.77", "Forwarded": "for=203.0.113.78"})
        == 429
    )
    # Somebody else, at another address, is not kept waiting by them.
    assert wrong(served, "127.0.0.3") == 422


def test_what_is_large_is_refused_in_the_one_shape_by_the_server_itself(served: Served) -> None:
    token = str(served.get("/api/first-run").cookies["csrftoken"])
    headers = {"X-CSRFToken": token, "Cookie": f"csrftoken={token}", "Referer": served.base}
    headers |= {"Content-Type": "application/json"}
    answer = requests.post(
        f"{served.base}/api/sign-in", data=b" " * (5 * 1024**2 + 1), headers=headers, timeout=30,
        verify=str(served.certificate.authority),
    )  # fmt: skip
    assert answer.status_code == 413
    assert answer.json()["errors"][0]["allowed"] == "5 MB at most"


def test_half_open_requests_at_the_proxy_hold_nobody_up(served: Served) -> None:
    half_open = [socket.create_connection(("127.0.0.1", served.port)) for _ in range(110)]
    try:
        for one in half_open:
            one.sendall(b"\x16\x03\x01")
        assert served.get("/api/health").status_code == 200
    finally:
        for one in half_open:
            one.close()


def test_the_files_for_the_proxy_are_ones_that_it_takes(tmp_path: Path) -> None:
    """nginx's own check of the site file, openssl's of the certificate."""
    certificate = Certificate.of(tmp_path / "tls", ["yard.example"])
    written = site("yard.example", certificate.certificate, certificate.key)
    main = tmp_path / "nginx.conf"
    main.write_text(f"pid {tmp_path}/pid;\nevents {{}}\nhttp {{\n{written}\n}}\n")
    assert subprocess.run([NGINX, "-t", "-c", str(main)], capture_output=True).returncode == 0
    with pytest.raises(ValueError, match="host"):
        site("yard.example; evil", certificate.certificate, certificate.key)
    said = subprocess.run(["openssl", "x509", "-in", str(certificate.certificate), "-noout", "-text"],
                          capture_output=True, text=True, check=True).stdout  # fmt: skip
    assert "DNS:yard.example" in said
    assert "CA:FALSE" in said


def test_make_serve_opens_a_yard_to_its_network(tmp_path: Path) -> None:
    port = free_port()
    env = os.environ | {
        "BUCEPHAL_DATA": str(tmp_path / "yard"), "BUCEPHAL_HOSTS": "localhost", "BUCEPHAL_PORT": str(port),
    }  # fmt: skip
    command = [sys.executable, str(ROOT / "server/deploy/local_network.py")]
    serving = subprocess.Popen(command, env=env, stdout=subprocess.PIPE, stderr=subprocess.DEVNULL, text=True)
    try:
        wait_for(port)
        wait_for(port + 2)
        authority = tmp_path / "yard/tls/authority.crt"
        told = requests.get(f"https://localhost:{port}/api/first-run", verify=str(authority), timeout=30)
        assert told.json() == {"open": True}
        # The certificate is the yard's own: a browser that heard of HSTS could not go back.
        assert "Strict-Transport-Security" not in told.headers
    finally:
        serving.terminate()
        said, _ = serving.communicate(timeout=60)
    assert f"https://localhost:{port}" in said
    assert str(authority) in said
    assert "make it with this code" in said
    # Nothing is left behind.
    for one in (port, port + 2):
        with socket.socket() as probe:
            assert probe.connect_ex(("127.0.0.1", one)) != 0


def test_over_plain_http_the_ring_logs_too(seed: Seed, tmp_path: Path) -> None:
    """Under a name that is not localhost browsers give less without TLS: no ready-made ids, no clipboard."""
    shutil.copytree(seed.data, tmp_path / "data")
    plain = {"BUCEPHAL_HOSTS": "yard.test,localhost", "BUCEPHAL_PLAIN_HTTP": "1"}
    server = Server(tmp_path / "data", free_port(), seed.horses, environment=plain)
    server.start()
    browser = open_browser(PHONE, shift=server.shift_s)
    try:
        base = f"http://yard.test:{server.port}"
        sign_in = SignIn(browser, base)
        sign_in.open("/")
        sign_in.try_("wren", SEED_PASSWORD)
        sign_in.see("main ol li")
        assert browser.execute_script("return isSecureContext") is False
        ring = Ring(browser, base)
        ring.open(f"/horses/{server.horses['Quill']}/ring")
        ring.begin()
        ring.to_wedge()
        ring.tap(3)
        ring.wait_until_saved()
        assert len(server.asks()) == 1
    finally:
        browser.quit()
        server.kill()


def test_without_nginx_it_is_plain_http_and_says_so(
    tmp_path: Path, monkeypatch: pytest.MonkeyPatch, capsys: pytest.CaptureFixture[str]
) -> None:
    started: list[dict[str, str]] = []
    monkeypatch.setattr(local_network.shutil, "which", lambda _: None)
    monkeypatch.setattr(local_network, "migrate", lambda _: None)
    monkeypatch.setattr(local_network, "together", lambda _, env: started.append(env))
    monkeypatch.setenv("BUCEPHAL_DATA", str(tmp_path / "yard"))
    monkeypatch.setenv("BUCEPHAL_HOSTS", "yard.local")
    local_network.main()
    (env,) = started
    assert env["BUCEPHAL_PLAIN_HTTP"] == "1"
    assert "BUCEPHAL_PROXY" not in env
    said = capsys.readouterr().out
    assert "http://yard.local:8080" in said
    assert "can read along, passwords too" in said
