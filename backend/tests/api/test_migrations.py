"""Databases of the versions before: everything in them is there afterwards, and goes on."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from contextlib import contextmanager
from datetime import timedelta
from typing import Any

import pytest
from django.db import connection
from django.db.migrations.executor import MigrationExecutor
from django.utils import timezone

from tests.api.caller import Caller
from zollstock.core.documents.plan import parse_plan, plan_document
from zollstock.jobs.models import Design
from zollstock.pictures.models import Picture
from zollstock.pictures.tasks import READING
from zollstock.renders.bundle import table
from zollstock.renders.models import Order, OrderLine
from zollstock.renders.tasks import LINES, take_up

pytestmark = pytest.mark.django_db(transaction=True)

Models = Callable[[str, str], Any]


def tables_at(*versions: tuple[str, str]) -> Models:
    """The tables as they were in these versions."""
    MigrationExecutor(connection).migrate(list(versions))
    project = MigrationExecutor(connection).loader.project_state(list(versions))
    return project.apps.get_model


@contextmanager
def brought_up_to_date() -> Iterator[None]:
    """Whatever became of the tables, at the end of the block they are those of today."""
    try:
        yield
    finally:
        executor = MigrationExecutor(connection)
        executor.migrate(executor.loader.graph.leaf_nodes())


def picture_of(model: Any, account: Any, **more: Any) -> Any:
    usual = {
        "sha256": "0" * 64,
        "bytes": 3,
        "file": "pictures/fog.jpg",
        "format": "JPEG",
        "width_px": 300,
        "height_px": 200,
        "bits": 8,
        "channels": 3,
        "name": "fog.jpg",
    }
    return model.objects.create(account_id=account.id, **usual | more)


def plan(width: str) -> dict:
    document = {
        "title": "Fog",
        "picture": {"width_px": 300, "height_px": 200},
        "target": {"width": width, "height": "20 cm"},
    }
    return plan_document(parse_plan(document))


@pytest.fixture
def before(account) -> dict[str, Any]:
    """Ids of what was in a database whose prints, orders and files were one row each.

    Of its pictures one was just being read, by a reader whose mark had a name of its own.
    """
    jobs = ("jobs", "0001_initial")
    with brought_up_to_date():
        pictures = tables_at(jobs, ("pictures", "0004_parcel"))("pictures", "Picture")
        reading = picture_of(pictures, account, sha256="1" * 64, reader="somebody", tries=1)
        pictures.objects.filter(id=reading.id).update(touched="2026-01-01T00:00:00Z")

        models = tables_at(jobs, ("renders", "0003_print_or_run"), ("pictures", "0006_inspection"))
        picture = picture_of(models("pictures", "Picture"), account, state="ready")
        job = models("jobs", "Job").objects.create(account_id=account.id, title="Hall")
        # Four versions, of which the last was undone.
        plans = [plan(f"{side} cm") for side in (10, 20, 30, 40)]
        held = models("jobs", "Print").objects.create(
            job=job, picture=picture, plan=plans[2], position=1, version=6, head=3
        )
        for number, document in enumerate(plans, 1):
            models("jobs", "Revision").objects.create(print=held, number=number, plan=document)
        run = models("renders", "Run").objects.create(
            account_id=account.id, title="Plates", state="paused"
        )
        given = {"account_id": account.id, "picture": picture, "version": 6, "plan": plans[2]}
        orders = {
            state: models("renders", "Render").objects.create(
                print=held, state=state, name=f"fog-{state}.tif", **given
            )
            for state in ("done", "queued", "running")
        }
        models("renders", "Render").objects.filter(state="done").update(
            file="renders/aa/fog.tif", bytes=7, sha256="f" * 64
        )
        long_ago = timezone.now() - timedelta(minutes=1)
        models("renders", "Render").objects.filter(state="running").update(
            worker="killed", tries=1, pulse=long_ago
        )
        of_run = models("renders", "Render").objects.create(
            run=run,
            name="fog.tif",
            folder="a3",
            position=0,
            facts={"picture": "fog.jpg", "size": "A3", "ppi": 250.0, "zones": "kept"},
            **given,
        )
    ids = {state: order.id for state, order in orders.items()}
    return ids | {
        "print": held.id,
        "run": run.id,
        "of_run": of_run.id,
        "plans": plans,
        "reading": reading.id,
    }


def test_a_database_of_one_row_for_everything_keeps_it_all(account, before) -> None:
    """One way there and back for all of it: the way is what takes long."""
    caller = Caller(account)
    a_print_is_a_design_with_all_its_steps(caller, before)
    orders_keep_their_files_and_go_on(caller, before)
    a_run_keeps_its_orders_and_its_table(caller, before)
    what_was_being_read_goes_on(before)


def a_print_is_a_design_with_all_its_steps(caller: Caller, before: dict[str, Any]) -> None:
    held = caller("GET", f"prints/{before['print']}")
    assert held["plan"] == before["plans"][2] and held["can_undo"] and held["can_redo"]
    assert held["picture"]["name"] == "fog.jpg"
    again = caller("POST", f"prints/{held['id']}/redo", {"version": held["version"]})
    assert again["plan"] == before["plans"][3]
    for _ in range(3):
        again = caller("POST", f"prints/{held['id']}/undo", {"version": again["version"]})
    assert again["plan"] == before["plans"][0] and not again["can_undo"]
    assert Design.objects.get().kind == "print"
    assert caller.listed("jobs")[0]["first"][0]["picture_id"] == held["picture"]["id"]


def orders_keep_their_files_and_go_on(caller: Caller, before: dict[str, Any]) -> None:
    told = {
        order["state"]: order for order in caller.listed(f"prints/{before['print']}/order-lines")
    }
    assert told.keys() == {"done", "queued", "running"}
    (file,) = told["done"]["files"]
    assert (file["name"], file["type"], file["sha256"]) == ("fog-done.tif", "tiff", "f" * 64)
    assert told["done"]["made_text"] == "TIFF 7 B"
    take_up()
    assert OrderLine.objects.get(id=before["running"]).state == "queued"
    claimed = LINES.claim(before["running"])
    assert claimed is not None and claimed.tries == 2
    assert claimed.by_key()["picture"].name == "fog.jpg"
    for line in OrderLine.objects.exclude(design=None):
        order = line.order
        assert (order.id, order.state, order.total, order.title) == (line.id, "going", 1, "Fog")
        assert (order.created, order.laid, line.copies, line.price) == (line.created, True, 1, None)


def a_run_keeps_its_orders_and_its_table(caller: Caller, before: dict[str, Any]) -> None:
    run = caller("GET", f"orders/{before['run']}")
    assert (run["state"], run["total"], run["queued"]) == ("paused", 1, 1)
    assert caller("POST", f"orders/{run['id']}/resume")["state"] == "going"
    head, line = table(Order.objects.get(id=before["run"])).strip().split("\r\n")
    row = dict(zip(head.split(","), line.split(","), strict=True))
    assert (row["file"], row["size"], row["ppi"], row["zones"]) == (
        "a3/fog.tif",
        "A3",
        "250.0",
        "kept",
    )


def what_was_being_read_goes_on(before: dict[str, Any]) -> None:
    kept = Picture.objects.get(id=before["reading"])
    assert (kept.worker, kept.tries, kept.pulse.year) == ("somebody", 1, 2026)
    assert [row.pk for row in READING.lost_rows()] == [kept.pk]
