"""Settings of a print for many others, looked at, given and undone at once."""

from __future__ import annotations

from collections.abc import Callable
from pathlib import Path
from typing import Any

import pytest
from django.contrib.auth.models import User

from tests.api.caller import Caller
from tests.api.counted import another, rows
from zollstock.jobs import settings_api
from zollstock.jobs.models import Job

pytestmark = [pytest.mark.django_db(transaction=True), pytest.mark.usefixtures("empty_broker")]


def test_settings_are_looked_at_given_and_undone_at_once(
    caller: Caller, held: dict[str, Any]
) -> None:
    others = [
        another(caller, held, title=f"Salt {number}", target={"width": "10 cm", "height": "10 cm"})
        for number in range(4)
    ]
    wanted = {"of": held["id"], "which": ["size", "edge"], "ids": [one["id"] for one in others]}
    preview = caller("POST", f"jobs/{held['job']}/settings/preview", wanted)
    assert (
        preview["name"] == "Fog"
        and [one["after"] for one in preview["items"]] == ["30 × 20 cm"] * 4
    )
    assert {row["size_text"] for row in rows(caller, held)} == {"30 × 20 cm", "10 × 10 cm"}, (
        "nothing is changed yet"
    )
    change = caller("POST", f"jobs/{held['job']}/settings", wanted)
    assert change["count"] == 4 and change["words"] == "size, edge of Fog for 4 prints"
    assert {row["size_text"] for row in rows(caller, held)} == {"30 × 20 cm"}
    touched = caller("GET", f"prints/{others[0]['id']}")
    caller("PUT", f"prints/{touched['id']}/plan", {"plan": touched["plan"] | {"title": "Mine"}, "version": touched["version"]})  # fmt: skip
    back = caller("POST", f"jobs/{held['job']}/changes/{change['id']}/undo", {})
    assert back["stayed"] == ["Mine"] and back["undone"]
    assert [row["size_text"] for row in rows(caller, held)].count("10 × 10 cm") == 3
    assert caller("POST", f"jobs/{held['job']}/changes/{change['id']}/undo", {})["stayed"] == [], (
        "once"
    )


def test_new_prints_begin_with_the_standard_of_their_job_or_account(caller: Caller, held: dict[str, Any], photo: Callable[[], Path]) -> None:  # fmt: skip
    source = another(
        caller,
        held,
        target={"width": "50 cm", "height": "40 cm"},
        medium={"name": "canvas", "factor": 0.6},
    )

    def new() -> dict[str, Any]:
        plan: dict[str, Any] = caller(
            "POST", f"jobs/{held['job']}/prints", {"picture": held["picture"]["id"]}
        )["plan"]
        return plan

    usual = new()
    caller(
        "PUT",
        f"jobs/{held['job']}/standard",
        {"of": source["id"], "which": ["size", "medium"], "where": "account"},
    )
    plan = new()
    assert (
        plan["target"]["width"] == "50 cm"
        and plan["medium"]["name"] == "canvas"
        and plan["title"] == usual["title"]
    )
    own = caller(
        "PUT", f"jobs/{held['job']}/standard", {"of": held["id"], "which": ["size"], "where": "job"}
    )
    assert own == {"which": ["size"], "text": "30 cm × 20 cm", "own": True}
    assert new()["target"]["width"] == "30 cm"
    caller("PUT", f"jobs/{held['job']}/standard", {"where": "job"})
    assert new()["target"]["width"] == "50 cm", "the account's again"
    caller("PUT", f"jobs/{held['job']}/standard", {"where": "account"})
    assert new()["target"] == usual["target"]


def test_nobody_else_gives_settings_here(
    caller: Caller, other: Caller, held: dict[str, Any], account: User
) -> None:
    wanted = {"of": held["id"], "which": ["size"]}
    other("POST", f"jobs/{held['job']}/settings", wanted, expect=404)
    theirs = other("POST", "jobs", {"title": "Theirs"})
    other("POST", f"jobs/{theirs['id']}/settings", wanted, expect=404)
    refused = caller("POST", f"jobs/{held['job']}/settings", {"which": ["size"]}, expect=409)
    assert "standard" in refused["message"]


def test_the_next_delivery_has_the_same_settings_and_no_pictures(
    caller: Caller, other: Caller, held: dict[str, Any]
) -> None:
    caller("PUT", f"jobs/{held['job']}/counter", {"prices": "museum", "note": "the hall"})
    fresh = caller("POST", f"jobs/{held['job']}/next", {})
    assert (fresh["prints"], fresh["title"][-2:]) == (0, " 2")
    assert Job.objects.get(id=fresh["id"]).prices == "museum"
    made = caller("POST", f"jobs/{fresh['id']}/prints", {"picture": held["picture"]["id"]})
    assert made["plan"]["target"]["width"] == "30 cm", (
        "as large as the first print of the one before"
    )
    again = caller("POST", f"jobs/{fresh['id']}/next", {})
    assert again["title"][-2:] == " 3"
    other("POST", f"jobs/{held['job']}/next", {}, expect=404)


def test_what_would_become_of_many_is_told_page_by_page_to_the_last(
    caller: Caller, held: dict[str, Any], monkeypatch: pytest.MonkeyPatch
) -> None:
    monkeypatch.setattr(settings_api, "MOST_SHOWN", 2)
    for title in ("Salt", "Mill", "Sluice"):
        another(caller, held, title=title)
    wanted = {"of": held["id"], "which": ["size"], "ids": None}
    seen, offset = [], 0
    while offset is not None:
        page = caller("POST", f"jobs/{held['job']}/settings/preview", wanted | {"offset": offset})
        assert page["total"] == 3 and len(page["items"]) <= 2
        seen += [one["title"] for one in page["items"]]
        offset = page["next"]
    assert seen == ["Salt", "Mill", "Sluice"]
