"""Every operation of the API's own description, asked anything that it allows, and much that it does not.

No answer may be a 500, none may be one that the description does not declare, and each has its shape.
Half of the numbers in addresses are those of things that exist.
"""

from __future__ import annotations

import os
from collections.abc import Iterator
from contextlib import contextmanager
from dataclasses import dataclass
from itertools import count
from pathlib import Path
from uuid import UUID

import hypothesis
import pytest
import schemathesis
from django.contrib.auth.models import User
from django.core.signals import request_finished, request_started
from django.db import close_old_connections, transaction
from django.test import override_settings
from pytest_django import DjangoDbBlocker
from schemathesis.checks import not_a_server_error
from schemathesis.generation.meta import TestPhase
from schemathesis.specs.openapi.checks import (
    content_type_conformance,
    response_schema_conformance,
    status_code_conformance,
)

from tests.api.caller import Caller, ready_print
from tests.lengthy import LONG
from tests.pictures import chart, save
from zollstock.site.api import api
from zollstock.site.wsgi import application

#: Examples drawn for each operation. More by the environment, for a night.
EXAMPLES = int(os.environ.get("ZOLLSTOCK_FUZZ", "80" if LONG else "3"))
#: Of the bounds of its fields, some thirty an operation, every so manieth is tried; all in a long round.
EVERY = 1 if LONG else 6
CHECKS = (
    not_a_server_error,
    status_code_conformance,
    content_type_conformance,
    response_schema_conformance,
)

schema = schemathesis.openapi.from_dict(dict(api.get_openapi_schema()))
schema.app = application
_there: dict[str, object] = {}
_bounds = count()


@schema.hook
def map_path_parameters(context, path_parameters):
    """Numbers of things that exist, for every other number drawn."""
    for name, drawn in (path_parameters or {}).items():
        known = _there.get(name)
        if known is not None and _even(drawn):
            path_parameters[name] = known
    return path_parameters


def _even(drawn: object) -> bool:
    try:
        return UUID(str(drawn)).int % 2 == 0
    except ValueError:
        pass
    return not isinstance(drawn, int) or drawn % 2 == 0


@dataclass(frozen=True)
class Somebody:
    """Somebody with a job, a print, a picture, an order, a size and a set, who is signed in."""

    cookies: dict[str, str]
    media: Path
    unpacked: Path


@pytest.fixture(scope="module")
def somebody(
    django_db_setup: None, django_db_blocker: DjangoDbBlocker, tmp_path_factory
) -> Iterator[Somebody]:
    """Made once: in a transaction around those of the single tests."""
    folder: Path = tmp_path_factory.mktemp("fuzz")
    places = folder / "media", folder / "unpacked"
    fast = ["django.contrib.auth.hashers.MD5PasswordHasher"]
    with (
        django_db_blocker.unblock(),
        _taken_back(),
        override_settings(MEDIA_ROOT=places[0], UNPACKED_ROOT=places[1], PASSWORD_HASHERS=fast),
    ):
        caller = Caller(User.objects.create_user("keeper", password="pans-and-fog-1884"))
        held = ready_print(caller, save(chart(600, 400), folder / "fog.jpg"))
        render = caller("POST", f"prints/{held['id']}/orders", {"version": held["version"]})
        size = caller("POST", "sizes", {"name": "Ours", "width": "31 cm", "height": "20 cm"})
        kept = caller("POST", "size-sets", {"name": "Hall", "keys": [size["key"], "iso-a3"]})
        _there.clear()
        _there.update(job_id=held["job"], print_id=held["id"], picture_id=held["picture"]["id"],
                      order_id=render["id"], key=size["key"], set_id=kept["id"])  # fmt: skip
        cookies = {name: caller.client.cookies[name].value for name in ("sessionid", "csrftoken")}
        yield Somebody(cookies, *places)


@contextmanager
def _taken_back() -> Iterator[None]:
    """A transaction of which nothing stays; what it runs may believe that its own are the outermost."""
    around = transaction.atomic()
    around._from_testcase = True  # type: ignore[attr-defined]
    with around:
        yield
        transaction.set_rollback(True)


@pytest.fixture
def signed_in(somebody: Somebody, db: None, settings) -> Iterator[dict[str, dict[str, str]]]:
    """The same person with all that was there at first."""
    settings.AXES_ENABLED = False
    settings.MEDIA_ROOT, settings.UNPACKED_ROOT = somebody.media, somebody.unpacked
    # The test's own transaction outlives the requests, as with Django's test client (which puts this
    # back after each of its own).
    for signal in (request_started, request_finished):
        signal.disconnect(close_old_connections)
    yield {"cookies": somebody.cookies, "headers": {"X-CSRFToken": somebody.cookies["csrftoken"]}}
    for signal in (request_started, request_finished):
        signal.connect(close_old_connections)


@schema.parametrize()
@hypothesis.settings(
    max_examples=EXAMPLES,
    deadline=None,
    derandomize=True,
    database=None,
    suppress_health_check=list(hypothesis.HealthCheck),
)
def test_no_operation_breaks(case, signed_in: dict[str, dict[str, str]]) -> None:
    if case.meta.phase.name is not TestPhase.COVERAGE or next(_bounds) % EVERY == 0:
        case.call_and_validate(**signed_in, checks=list(CHECKS))
