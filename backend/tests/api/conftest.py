"""Fixtures of the API tests: an empty broker, and real workers that end with the test."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from pathlib import Path
from typing import Any

import pytest
from django.conf import settings
from django.core.management.commands import flush

from tests.api.caller import Caller, ready_print
from tests.api.workers import Nursery, Worker, nursery
from zollstock.accounts.untilchanged import UntilChanged
from zollstock.site.celery import app


@pytest.fixture(scope="session", autouse=True)
def _emptied_tables_stay_empty() -> Iterator[None]:
    """Without this, whenever a test has emptied the tables, Django notes again which models there are and
    who might change them: nobody here asks for that, and it takes longer than most tests."""
    with pytest.MonkeyPatch.context() as patch:
        patch.setattr(flush, "emit_post_migrate_signal", lambda *_, **__: None)
        yield


@pytest.fixture(scope="session", autouse=True)
def _a_place_for_static_files() -> None:
    """The interface is not built for these; that it has no folder would be said at every request."""
    Path(settings.STATIC_ROOT).mkdir(parents=True, exist_ok=True)


@pytest.fixture(autouse=True)
def _nothing_held() -> None:
    """Tables are emptied between tests, and accounts have the numbers of others before."""
    for each in UntilChanged.every:
        each.forget_all()


@pytest.fixture
def empty_broker() -> Iterator[None]:
    app.control.purge()
    yield
    app.control.purge()


@pytest.fixture(scope="session")
def worker_nursery(django_db_setup: None) -> Iterator[Nursery]:
    with nursery() as made:
        yield made


@pytest.fixture
def workers(worker_nursery: Nursery) -> Iterator[Callable[..., Worker]]:
    """Starts one by its name, for the queue of files or another: workers("reader", "quick")."""
    started: list[Worker] = []

    def start(name: str, queue: str = "render") -> Worker:
        started.append(worker_nursery.worker(name, queue))
        return started[-1]

    yield start
    for worker in started:
        worker.kill()


@pytest.fixture
def held(caller: Caller, photo: Callable[[], Path]) -> dict[str, Any]:
    """A print of 30 × 20 cm whose picture was read, in a job of its own; files that need another have their own."""
    return ready_print(caller, photo(), title="Fog", target={"width": "30 cm", "height": "20 cm"})
