"""How pages and assets are delivered: headers, policy, health, cookies."""

from __future__ import annotations

import importlib
from pathlib import Path
from typing import Any

import pytest
from bucephal_server import settings as settings_module
from bucephal_server.assets import Assets
from django.test import Client

pytestmark = pytest.mark.django_db


def test_health_answers_without_signing_in() -> None:
    assert Client().get("/api/health").json() == {"status": "ok"}


@pytest.mark.parametrize("path", ["/", "/horses/x/plan", "/api/health"])
def test_the_policy_allows_no_inline_script_and_no_third_party(path: str) -> None:
    policy = Client().get(path).headers["Content-Security-Policy"]
    directives = dict(part.strip().split(" ", 1) for part in policy.split(";") if " " in part.strip())
    assert directives["script-src"] == "'self'"
    assert directives["default-src"] == "'self'"
    assert "unsafe" not in policy
    assert "http" not in policy


def test_pages_are_not_framed_nor_sniffed() -> None:
    headers = Client().get("/").headers
    assert (headers["X-Frame-Options"], headers["X-Content-Type-Options"]) == ("DENY", "nosniff")


def test_any_place_is_the_one_page_and_says_so_when_it_is_not_built(settings: Any, tmp_path: Path) -> None:
    settings.WEB_DIST = tmp_path
    assert Client().get("/horses/1/ring").status_code == 503
    (tmp_path / "index.html").write_text("<!doctype html>page")
    answer = Client().get("/horses/1/ring")
    assert (answer.status_code, answer.headers["Cache-Control"]) == (200, "no-cache")


def test_an_unknown_api_address_is_not_the_page() -> None:
    assert Client().get("/api/nothing").status_code == 404


@pytest.mark.parametrize(("hosts", "secure"), [("", False), ("localhost", False), ("horses.example", True)])
def test_cookies_are_secure_wherever_it_is_not_localhost(
    hosts: str, secure: bool, monkeypatch: pytest.MonkeyPatch
) -> None:
    monkeypatch.setenv("BUCEPHAL_HOSTS", hosts)
    try:
        loaded = importlib.reload(settings_module)
        assert (secure,) * 3 == (
            loaded.SESSION_COOKIE_SECURE,
            loaded.CSRF_COOKIE_SECURE,
            loaded.SECURE_SSL_REDIRECT,
        )
    finally:
        monkeypatch.delenv("BUCEPHAL_HOSTS")
        importlib.reload(settings_module)


def test_what_was_only_needed_to_build_the_page_is_not_served(settings: Any, tmp_path: Path) -> None:
    settings.WHITENOISE_ROOT = None
    (tmp_path / ".vite").mkdir()
    for name in (".done", ".vite/manifest.json", "icon.svg"):
        (tmp_path / name).write_text("{}")
    served = Assets(lambda _: None)
    served.add_files(str(tmp_path), prefix="/")
    assert set(served.files) == {"/icon.svg"}
    assert served.find_file("/.vite/manifest.json") is None


def test_the_description_of_the_api_is_not_public() -> None:
    assert Client().get("/api/openapi.json").status_code == 404


def test_no_answer_of_the_api_is_kept_on_the_way(client: Client) -> None:
    for path in ("/api/health", "/api/me", "/api/yard", "/api/nowhere"):
        assert client.get(path)["Cache-Control"] == "no-store", path
    # The reader's own device may keep a page, and asks about it each time.
    assert client.get("/api/today")["Cache-Control"] == "private, no-cache"
