"""States that server tests begin from: two yards, their people, a horse with some work."""

from __future__ import annotations

import os
from collections.abc import Callable
from datetime import date
from pathlib import Path
from typing import Any

import pytest
from accounts.models import User, Yard
from django.test import Client
from django.utils import timezone
from horses.models import Horse
from hypothesis import settings
from testing import forget_all, person, some_work
from training.record_storage import store_record

# The same examples on every run and machine: what is found is found before it is merged.
settings.register_profile("fixed", derandomize=True, deadline=None)
settings.register_profile("quick", derandomize=True, deadline=None, max_examples=15)
settings.load_profile("quick" if os.environ.get("BUCEPHAL_TESTS") == "quick" else "fixed")


@pytest.fixture(autouse=True)
def fast_settings(settings: Any) -> None:
    settings.PASSWORD_HASHERS = ["django.contrib.auth.hashers.MD5PasswordHasher"]
    # Each test's client begins a server of its own, which would go through all built files first.
    settings.WHITENOISE_AUTOREFRESH = True


@pytest.fixture(autouse=True)
def nothing_kept() -> None:
    """Every test has a database of its own, and horses of the same names."""
    forget_all()


@pytest.fixture(autouse=True)
def own_folder(settings: Any, tmp_path: Path) -> Path:
    """What is written beside the database, mail among it, is each test's own."""
    settings.DATA_DIR = tmp_path
    settings.EMAIL_BACKEND = "accounts.mailbox.EmailBackend"
    settings.EMAIL_FILE_PATH = tmp_path / "mail"
    return tmp_path


@pytest.fixture
def today() -> date:
    return timezone.localdate()


@pytest.fixture
def yard(db: None) -> Yard:
    return Yard.objects.create(name="Home yard")


@pytest.fixture
def other_yard(db: None) -> Yard:
    return Yard.objects.create(name="Other yard")


@pytest.fixture
def trainer(yard: Yard) -> User:
    return person(yard, "trainer")


@pytest.fixture
def horse(yard: Yard, today: date) -> Horse:
    return store_record(yard, some_work(today))


@pytest.fixture
def fresh_horse(yard: Yard) -> Horse:
    return Horse.objects.create(yard=yard, profile={"name": "Fresh", "born": "2018-05-01"})


@pytest.fixture
def others_horse(other_yard: Yard) -> Horse:
    return Horse.objects.create(yard=other_yard, profile={"name": "Theirs", "born": "2018-05-01"})


@pytest.fixture
def client_of() -> Callable[[User], Client]:
    def sign_in(user: User) -> Client:
        client = Client()
        client.force_login(user, backend="django.contrib.auth.backends.ModelBackend")
        return client

    return sign_in


@pytest.fixture
def client(trainer: User, client_of: Callable[[User], Client]) -> Client:
    return client_of(trainer)
