"""Fixtures of the API tests: an empty broker, and real workers that end with the test."""

from __future__ import annotations

from collections.abc import Callable, Iterator

import pytest

from tests.api.workers import Worker
from zollstock.site.celery import app


@pytest.fixture
def empty_broker() -> Iterator[None]:
    app.control.purge()
    yield
    app.control.purge()


@pytest.fixture
def workers() -> Iterator[Callable[[str], Worker]]:
    started: list[Worker] = []

    def start(name: str) -> Worker:
        started.append(Worker(name))
        return started[-1]

    yield start
    for worker in started:
        worker.kill()
