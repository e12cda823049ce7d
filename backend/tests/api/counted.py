"""A print at the counter, for tests: its rows, others beside it, its file."""

from __future__ import annotations

from collections.abc import Callable
from pathlib import Path
from typing import Any

import pytest

from tests.api.caller import Caller, ready_print
from zollstock.renders.models import OrderLine
from zollstock.renders.tasks import make

ONE = {"copies": 1, "printed": 0, "spoiled": 0, "checked": 0, "collected": 0}


@pytest.fixture
def held(caller: Caller, photo: Callable[[], Path]) -> dict[str, Any]:
    return ready_print(caller, photo(), title="Fog", target={"width": "30 cm", "height": "20 cm"})


def another(caller: Caller, held: dict[str, Any], **plan: Any) -> dict[str, Any]:
    made: dict[str, Any] = caller("POST", f"jobs/{held['job']}/prints", {"picture": held["picture"]["id"], "plan": held["plan"] | plan})  # fmt: skip
    return made


def rows(caller: Caller, held: dict[str, Any], query: str = "") -> list[dict[str, Any]]:
    found: dict[str, Any] = caller("GET", f"jobs/{held['job']}/rows{query}")
    assert found["total"] >= len(found["items"])
    return list(found["items"])


def made(caller: Caller, held: dict[str, Any]) -> None:
    caller("POST", f"prints/{held['id']}/orders", {"version": held["version"]})
    make(str(OrderLine.objects.order_by("-created")[0].id))
