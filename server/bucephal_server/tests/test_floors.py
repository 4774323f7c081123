"""Every app of ours stands on a floor, so that the linter holds it there."""

from __future__ import annotations

from configparser import ConfigParser
from pathlib import Path

from django.apps import apps
from django.conf import settings

FLOORS = Path(settings.BASE_DIR).parent / ".importlinter-server"


def test_every_app_of_ours_is_on_a_floor() -> None:
    written = ConfigParser()
    written.read(FLOORS)
    floors = written["importlinter:contract:floors"]["layers"].split()
    ours = {app.name for app in apps.get_app_configs() if Path(app.path).parent == Path(settings.BASE_DIR)}
    assert ours
    assert ours <= set(floors)
    assert ours <= set(written["importlinter"]["root_packages"].split())
