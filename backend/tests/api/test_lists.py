"""Lists of any length: stored summaries, page by page, in the same few queries for three rows as for three hundred."""

from __future__ import annotations

from importlib import import_module
from typing import Any

import pytest
from django.apps import apps
from django.contrib.auth.models import User
from django.db import connection
from django.test.utils import CaptureQueriesContext

from tests.api.caller import Caller, ready_print
from zollstock.jobs.models import Design, DesignPicture, Job, Revision
from zollstock.renders.tasks import make


@pytest.fixture
def held(caller: Caller, photo) -> dict[str, Any]:
    return ready_print(caller, photo(), title="Fog over the pans")


def copies(held: dict[str, Any], count: int, job: int | None = None) -> None:
    """So many more prints as that one, in its job or in another."""
    first = Design.objects.get(id=held["id"])
    fields = ("kind", "document", "title", "wide", "tall", "summary")
    made = [
        Design.objects.create(
            account_id=first.account_id,
            job_id=job or first.job_id,
            position=number,
            **{name: getattr(first, name) for name in fields},
        )
        for number in range(1, count + 1)
    ]
    DesignPicture.objects.bulk_create(
        DesignPicture(design=one, key="picture", picture=first.picture) for one in made
    )
    Revision.objects.bulk_create(
        Revision(design=one, number=1, document=first.document) for one in made
    )


def queries(caller: Caller, path: str) -> int:
    with CaptureQueriesContext(connection) as asked:
        caller("GET", path)
    return len(asked)


def test_as_many_queries_for_three_rows_as_for_three_hundred(caller: Caller, held: dict) -> None:
    account = User.objects.get(job__id=held["job"])
    copies(held, 2)
    paths = [
        "jobs", "jobs?search=fog", f"jobs/{held['job']}", f"jobs/{held['job']}/prints", f"jobs/{held['job']}/layouts",
        "pictures", f"pictures?job={held['job']}", f"pictures/{held['picture']['id']}/prints", "batches",
        f"prints/{held['id']}", f"prints/{held['id']}/order-lines",
    ]  # fmt: skip
    few = {path: queries(caller, path) for path in paths}
    copies(held, 300)
    for number in range(40):
        copies(held, 2, Job.objects.create(account=account, title=f"Hall {number}").id)
    assert {path: queries(caller, path) for path in paths} == few
    assert max(few.values()) < 15, few


def test_pages_follow_each_other_and_miss_nothing(caller: Caller, held: dict) -> None:
    copies(held, 130)
    listed = caller.listed(f"jobs/{held['job']}/prints")
    assert [one["id"] for one in listed] == list(
        Design.objects.order_by("position", "id").values_list("id", flat=True)
    )
    first = caller("GET", f"jobs/{held['job']}/prints?page_size=50")
    assert len(first["items"]) == 50
    # What is added meanwhile at the end comes at the end, and nothing comes twice.
    copies(held, 1)
    rest = caller("GET", f"jobs/{held['job']}/prints?page_size=100&cursor={first['next']}")
    assert not {one["id"] for one in first["items"]} & {one["id"] for one in rest["items"]}
    caller("GET", f"jobs/{held['job']}/prints?cursor=nonsense", expect=422)


def test_a_print_in_a_list_says_whether_its_file_is_that_of_it_as_it_is(
    caller: Caller, held: dict
) -> None:
    def state() -> str:
        (one,) = caller.listed(f"jobs/{held['job']}/prints")
        return str(one["state"])

    assert state() == ""
    made = caller("POST", f"prints/{held['id']}/orders", {"version": held["version"]})
    assert state() == ""
    make(made["id"])
    assert state() == "made"
    plan = held["plan"] | {"title": "Lamp"}
    caller("PUT", f"prints/{held['id']}/plan", {"plan": plan, "version": held["version"]})
    assert state() == "changed"


def test_the_orders_of_a_print_come_page_by_page(caller: Caller, held: dict) -> None:
    path = f"prints/{held['id']}/order-lines"
    for number in range(12):
        plan = held["plan"] | {"title": f"Fog {number}"}
        held = caller(
            "PUT", f"prints/{held['id']}/plan", {"plan": plan, "version": held["version"]}
        )
        made = caller("POST", f"prints/{held['id']}/orders", {"version": held["version"]})
    first = caller("GET", path)
    assert first["items"][0]["id"] == made["id"] and len(first["items"]) == 5 and first["next"]
    listed = caller.listed(path)
    assert [one["version"] for one in listed] == sorted(
        {one["version"] for one in listed}, reverse=True
    )
    assert len(listed) == 12


def test_no_list_reads_a_document(caller: Caller, held: dict) -> None:
    # One that nobody could read any more: what is listed was told when it was written.
    Design.objects.filter(id=held["id"]).update(document={"format": "from the future"})
    assert caller.listed("jobs")[0]["first"][0]["title"] == "Fog over the pans"
    (one,) = caller.listed(f"jobs/{held['job']}/prints")
    assert one["size_text"] and one["grade"]


def test_a_summary_follows_every_save_undo_and_redo(caller: Caller, held: dict) -> None:
    path = f"prints/{held['id']}"

    def shown() -> tuple[str, str]:
        (one,) = caller.listed(f"jobs/{held['job']}/prints")
        return one["title"], one["size_text"]

    before = shown()
    plan = held["plan"] | {"title": "Lamp", "target": {"width": "20 cm", "height": "20 cm"}}
    saved = caller("PUT", f"{path}/plan", {"plan": plan, "version": held["version"]})
    assert shown() == ("Lamp", "20 × 20 cm")
    back = caller("POST", f"{path}/undo", {"version": saved["version"]})
    assert shown() == before
    caller("POST", f"{path}/redo", {"version": back["version"]})
    assert shown() == ("Lamp", "20 × 20 cm")


def test_jobs_are_found_by_their_words_and_those_of_their_prints(
    caller: Caller, other: Caller, held: dict
) -> None:
    caller("PUT", f"jobs/{held['job']}", {"title": "Tide Mill, hall", "client": "Museum"})
    caller("POST", "jobs", {"title": "Evening class"})

    def found(words: str, by: Caller = caller) -> list[str]:
        return [job["title"] for job in by.listed(f"jobs?search={words}")]

    assert (
        found("mill")
        == found("hall%20museum")
        == found("fog")
        == found("pans%20fog")
        == ["Tide Mill, hall"]
    )
    assert found("evening") == ["Evening class"]
    assert found("fog%20evening") == found("%2B%2A%22%28") == found("nothing") == []
    assert found("fog", other) == []


def test_a_document_that_nobody_can_read_keeps_nobody_from_the_rest(
    caller: Caller, held: dict
) -> None:
    Design.objects.filter(id=held["id"]).update(document={"format": "torn", "title": "Lamp"})
    import_module("zollstock.jobs.migrations.0005_summaries").summarise_all(apps, None)
    (one,) = caller.listed(f"jobs/{held['job']}/prints")
    assert (one["title"], one["size_text"], one["grade"]) == ("Lamp", "cannot be read", None)
