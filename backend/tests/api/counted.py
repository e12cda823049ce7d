"""A print at the counter, for tests: its rows, others beside it, its file."""

from __future__ import annotations

from typing import Any

from tests.api.caller import Caller
from zollstock.renders.models import OrderLine
from zollstock.renders.tasks import make

ONE = {"copies": 1, "printed": 0, "spoiled": 0, "checked": 0, "collected": 0}


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
