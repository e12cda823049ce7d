"""Fixtures for all: a storage of its own, two accounts, pictures on disk."""

from __future__ import annotations

import gc
from collections.abc import Callable, Iterator
from pathlib import Path

import hypothesis
import pytest
from django.contrib.auth.models import User
from django.core.cache import cache

from tests.api.caller import Caller
from tests.lengthy import LONG
from tests.pictures import chart, save

pytest_plugins = ["tests.running", "tests.commandline"]

# A shared machine may pause at any time; how fast the core is, the benchmarks say.
hypothesis.settings.register_profile("short", deadline=None, derandomize=True, max_examples=30)
hypothesis.settings.register_profile("long", deadline=None, max_examples=1000)
hypothesis.settings.load_profile("long" if LONG else "short")

PASSWORD = "pans-and-fog-1884"


@pytest.fixture(autouse=True)
def _own_storage(settings, tmp_path: Path) -> None:
    # Slow hashing protects real passwords; these are in the source.
    settings.PASSWORD_HASHERS = ["django.contrib.auth.hashers.MD5PasswordHasher"]
    settings.MEDIA_ROOT = tmp_path / "media"
    settings.UNPACKED_ROOT = tmp_path / "unpacked"


@pytest.fixture
def account(db) -> User:
    return User.objects.create_user("keeper", password=PASSWORD)


@pytest.fixture
def stranger(db) -> User:
    return User.objects.create_user("stranger", password=PASSWORD)


@pytest.fixture
def caller(account: User) -> Iterator[Caller]:
    cache.clear()
    yield Caller(account)


@pytest.fixture
def other(stranger: User) -> Caller:
    return Caller(stranger)


@pytest.fixture
def photo(tmp_path: Path) -> Callable[..., Path]:
    """Makes a chart on disk: photo("a.jpg", 600, 400)."""

    def make(name: str = "fog.jpg", width: int = 600, height: int = 400, **options) -> Path:
        return save(chart(width, height), tmp_path / name, **options)

    return make


def pytest_collection_finish() -> None:
    """What is there by now stays: looking through it over and over for what may go costs a twentieth."""
    gc.collect()
    gc.freeze()
    gc.set_threshold(20_000, 20, 20)
