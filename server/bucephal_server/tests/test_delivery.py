"""How pages and assets are delivered: headers, policy, health, cookies."""

from __future__ import annotations

import importlib
import os
import shutil
import stat
import subprocess
import sys
from concurrent.futures import ThreadPoolExecutor
from importlib.metadata import version
from pathlib import Path
from typing import Any

import pytest
from bucephal_server import health
from bucephal_server import settings as settings_module
from bucephal_server.assets import Assets
from data_folder import secret_key, write_whole
from django.db import connection
from django.db.migrations.recorder import MigrationRecorder
from django.test import Client

pytestmark = pytest.mark.django_db


def test_health_tells_how_the_machine_is(
    settings: Any, tmp_path: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    settings.DATA_DIR = tmp_path
    told = Client().get("/api/health").json()
    room = shutil.disk_usage(tmp_path).free // 1024**2
    assert abs(told.pop("free_mb") - room) < 200
    assert told == {
        "status": "ok", "version": version("bucephal"), "migrations_waiting": 0, "last_archive": None, "care": [],
    }  # fmt: skip
    (tmp_path / "archives").mkdir()
    (tmp_path / "archives" / "bucephal-20260615-023000-250000.zip").touch()
    (tmp_path / "archives" / "bucephal-copy-of-june.zip").touch()
    assert Client().get("/api/health").json()["last_archive"] == "2026-06-15T02:30:00.250Z"
    little = shutil.disk_usage(tmp_path)._replace(free=(health.LITTLE_ROOM_MB - 1) * 1024**2)
    monkeypatch.setattr(shutil, "disk_usage", lambda _: little)
    assert Client().get("/api/health").json()["care"] == ["disk"]


def test_health_tells_of_migrations_that_wait(monkeypatch: pytest.MonkeyPatch) -> None:
    health._none_waiting.cache_clear()
    MigrationRecorder(connection).record_unapplied("training", "0006_corrections_and_sources")
    told = Client().get("/api/health").json()
    assert (told["status"], told["migrations_waiting"], told["care"]) == ("care", 1, ["migrations"])
    MigrationRecorder(connection).record_applied("training", "0006_corrections_and_sources")
    assert Client().get("/api/health").json()["status"] == "ok"


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


@pytest.mark.parametrize(
    ("environment", "secure"),
    [
        ({}, False),
        ({"BUCEPHAL_HOSTS": "localhost"}, False),
        ({"BUCEPHAL_HOSTS": "yard.example", "BUCEPHAL_PROXY": "127.0.0.1"}, True),
        ({"BUCEPHAL_HOSTS": "yard.example", "BUCEPHAL_PLAIN_HTTP": "1"}, False),
    ],
)
def test_cookies_are_secure_wherever_tls_is_in_front(
    environment: dict[str, str], secure: bool, monkeypatch: pytest.MonkeyPatch
) -> None:
    for name, value in environment.items():
        monkeypatch.setenv(name, value)
    try:
        loaded = importlib.reload(settings_module)
        assert (secure,) * 4 == (
            loaded.SESSION_COOKIE_SECURE,
            loaded.CSRF_COOKIE_SECURE,
            loaded.SECURE_SSL_REDIRECT,
            loaded.SECURE_HSTS_SECONDS > 0,
        )
    finally:
        monkeypatch.undo()
        importlib.reload(settings_module)


def manage(*arguments: str, **environment: str) -> subprocess.CompletedProcess[str]:
    command = [sys.executable, "manage.py", *arguments]
    where = settings_module.BASE_DIR
    return subprocess.run(
        command, cwd=where, env={**os.environ, **environment}, capture_output=True, text=True
    )


def test_a_name_without_tls_and_without_saying_so_does_not_start(tmp_path: Path) -> None:
    started = manage("check", BUCEPHAL_DATA=str(tmp_path), BUCEPHAL_HOSTS="yard.example")
    assert started.returncode != 0
    assert "BUCEPHAL_PROXY" in started.stderr
    assert "yard.example" in started.stderr


def test_djangos_own_check_of_a_deployment_finds_nothing(tmp_path: Path) -> None:
    served = {"BUCEPHAL_DATA": str(tmp_path), "BUCEPHAL_HOSTS": "yard.example", "BUCEPHAL_PROXY": "127.0.0.1"}
    checked = manage("check", "--deploy", "--fail-level", "WARNING", **served)
    assert checked.returncode == 0, checked.stderr
    assert "no issues" in checked.stdout


def test_the_data_folder_is_ours_alone(tmp_path: Path) -> None:
    data = tmp_path / "data"
    data.mkdir(mode=0o755)
    (data / "old.sqlite3").touch(mode=0o644)
    assert manage("migrate", "--verbosity", "0", BUCEPHAL_DATA=str(data)).returncode == 0
    modes = {path.name: stat.S_IMODE(path.stat().st_mode) for path in (data, *data.iterdir())}
    assert modes.pop("data") == 0o700
    assert {"bucephal.sqlite3", "secret-key", "old.sqlite3"} <= set(modes)
    assert set(modes.values()) == {0o600}


def test_of_many_that_make_the_secret_key_at_once_all_have_the_same(tmp_path: Path) -> None:
    with ThreadPoolExecutor(16) as pool:
        made = set(pool.map(lambda _: secret_key(tmp_path), range(64)))
    assert len(made) == 1
    assert len(made.pop()) >= 50
    assert [path.name for path in tmp_path.iterdir()] == ["secret-key"]


def test_a_secret_key_that_a_power_cut_left_empty_is_made_anew(tmp_path: Path) -> None:
    (tmp_path / "secret-key").touch()
    assert len(secret_key(tmp_path)) >= 50


def test_what_is_written_whole_is_not_there_where_there_is_no_room(tmp_path: Path, monkeypatch: Any) -> None:
    def full(_: int) -> None:
        raise OSError(28, "No space left on device")

    monkeypatch.setattr(os, "fsync", full)
    with pytest.raises(OSError, match="No space"):
        write_whole(tmp_path / "secret-key", b"x" * 50)
    assert list(tmp_path.iterdir()) == []


def test_what_is_too_large_is_refused_in_the_one_shape(client: Client, settings: Any) -> None:
    body = b'{"items": [' + b" " * settings.DATA_UPLOAD_MAX_MEMORY_SIZE + b"]}"
    answer = client.post("/api/sync", body, content_type="application/json")
    assert answer.status_code == 413
    assert answer.json()["errors"][0]["allowed"] == "5 MB at most"


def test_what_was_only_needed_to_build_the_page_is_not_served(settings: Any, tmp_path: Path) -> None:
    settings.WHITENOISE_ROOT, settings.WHITENOISE_AUTOREFRESH = None, False
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
