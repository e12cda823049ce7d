"""Every operation of the API's own description, asked anything that it allows, and much that it does not.

No answer may be a 500, none may be one that the description does not declare, and each has its shape.
Half of the numbers in addresses are those of things that exist.
"""

from __future__ import annotations

import os
from collections.abc import Iterator
from uuid import UUID

import hypothesis
import pytest
import schemathesis
from django.contrib.auth.models import User
from django.core.signals import request_finished, request_started
from django.db import close_old_connections
from django.test import Client
from schemathesis.checks import not_a_server_error
from schemathesis.specs.openapi.checks import (
    content_type_conformance,
    response_schema_conformance,
    status_code_conformance,
)

from tests.api.caller import Caller, ready_print
from tests.lengthy import LONG
from zollstock.site.api import api
from zollstock.site.wsgi import application

#: Examples for each operation: about half a minute in all. More by the environment, for a night.
EXAMPLES = int(os.environ.get("ZOLLSTOCK_FUZZ", "80" if LONG else "3"))
CHECKS = (
    not_a_server_error,
    status_code_conformance,
    content_type_conformance,
    response_schema_conformance,
)

schema = schemathesis.openapi.from_dict(dict(api.get_openapi_schema()))
schema.app = application
_there: dict[str, object] = {}


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


@pytest.fixture
def signed_in(account: User, photo, settings) -> Iterator[dict[str, dict[str, str]]]:
    """Cookies and headers of somebody with a job, a print, a picture, an order, a size and a set."""
    settings.AXES_ENABLED = False
    settings.PASSWORD_HASHERS = ["django.contrib.auth.hashers.MD5PasswordHasher"]
    caller = Caller(account)
    held = ready_print(caller, photo())
    render = caller("POST", f"prints/{held['id']}/orders", {"version": held["version"]})
    size = caller("POST", "sizes", {"name": "Ours", "width": "31 cm", "height": "20 cm"})
    kept = caller("POST", "size-sets", {"name": "Hall", "keys": [size["key"], "iso-a3"]})
    _there.clear()
    _there.update(job_id=held["job"], print_id=held["id"], picture_id=held["picture"]["id"],
                  order_id=render["id"], key=size["key"], set_id=kept["id"])  # fmt: skip
    client: Client = caller.client
    cookies = {name: client.cookies[name].value for name in ("sessionid", "csrftoken")}
    # The test's own transaction outlives the requests, as with Django's test client (which puts this
    # back after each of its own).
    for signal in (request_started, request_finished):
        signal.disconnect(close_old_connections)
    yield {"cookies": cookies, "headers": {"X-CSRFToken": cookies["csrftoken"]}}
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
    case.call_and_validate(**signed_in, checks=list(CHECKS))
