"""Room on disk: what takes it up, and made files that go by rules that were seen before they act."""

from __future__ import annotations

from collections.abc import Callable
from datetime import timedelta
from pathlib import Path
from typing import Any

import pytest
from django.core.files.storage import default_storage

from tests.api.caller import Caller, ready_print
from tests.api.counted import another, made, rows
from zollstock.jobs.models import Design, JobEvent
from zollstock.pictures.tidying import clear_orphans
from zollstock.renders.models import OrderFile, OrderLine
from zollstock.room import tidying
from zollstock.room.models import TidyingRules
from zollstock.room.tidying import tidy_due

pytestmark = [pytest.mark.django_db(transaction=True), pytest.mark.usefixtures("empty_broker")]


def later(days: float) -> None:
    """So many days pass: everything that was written down is older."""
    by = timedelta(days=days)
    for line in OrderLine.objects.exclude(finished=None):
        OrderLine.objects.filter(id=line.id).update(finished=line.finished - by)
    for event in JobEvent.objects.all():
        JobEvent.objects.filter(id=event.id).update(at=event.at - by)
    for rules in TidyingRules.objects.all():
        TidyingRules.objects.filter(id=rules.id).update(acts_from=rules.acts_from - by)


def set_rules(caller: Caller, **days: int) -> dict[str, Any]:
    version = caller("GET", "room")["version"]
    kept: dict[str, Any] = caller("PUT", "room/rules", {"version": version, "days": days})
    return kept


def collect(caller: Caller, held: dict[str, Any]) -> None:
    caller("POST", f"jobs/{held['job']}/step", {"ids": [held["id"]], "step": "collected"})


def stored() -> list[str]:
    return [name for name in OrderFile.objects.values_list("file", flat=True) if name]


def test_the_file_of_a_delivered_print_goes_after_its_days_and_the_print_says_so(caller: Caller, other: Caller, held: dict[str, Any]) -> None:  # fmt: skip
    made(caller, held)
    (name,) = stored()
    before = OrderFile.objects.get()
    collect(caller, held)
    kept = set_rules(caller, delivered=30)
    assert kept["going"]["files"] == 0, "it was collected today"
    later(29)
    assert tidy_due() == 0 and default_storage.exists(name)
    later(1.1)
    going = caller("GET", "room")["going"]
    assert (going["files"], [job["title"] for job in going["jobs"]]) == (1, [caller("GET", f"jobs/{held['job']}")["title"]])  # fmt: skip
    assert other("GET", "room")["going"]["files"] == 0
    assert tidy_due() == 1
    assert not default_storage.exists(name)
    line = caller.listed(f"prints/{held['id']}/order-lines")[0]
    assert (line["state"], line["files"][0]["name"]) == ("tidied", before.name)
    assert OrderFile.objects.get().sha256 == before.sha256, "what was known of it stays"
    (row,) = rows(caller, held)
    assert (row["state"], row["file"]) == ("collected", "none")
    files = caller("GET", f"jobs/{held['job']}/files")
    assert (files["current"], files["wanting"]) == (0, 0), "what was handed over needs no file"
    caller("GET", f"jobs/{held['job']}/files.zip", expect=409)
    made(caller, held)
    newest = OrderFile.objects.order_by("-line__created")[0]
    assert (newest.sha256, newest.file != "") == (before.sha256, True), "made again it is the same"


def test_nothing_goes_in_the_first_day_of_a_rule(caller: Caller, held: dict[str, Any]) -> None:
    made(caller, held)
    collect(caller, held)
    later(40)
    kept = set_rules(caller, delivered=30)
    assert kept["going"]["files"] == 1
    assert tidy_due() == 0 and stored()
    later(1)
    set_rules(caller, delivered=20)
    assert tidy_due() == 0, "changed, it begins anew"
    later(1)
    assert tidy_due() == 1


def test_what_a_rule_would_do_is_seen_before_it_is_set_and_is_what_it_does(caller: Caller, held: dict[str, Any]) -> None:  # fmt: skip
    made(caller, held)
    second = another(caller, held, title="Salt")
    made(caller, second)
    collect(caller, held)
    later(10)
    seen = caller("GET", "room/going?delivered=5")
    assert seen["files"] == 1 and not TidyingRules.objects.exists()
    later_on = caller("GET", "room/going?delivered=15")
    assert (later_on["files"], [ahead["files"] for ahead in later_on["ahead"]]) == (0, [1, 1])
    assert caller("GET", "room/going")["files"] == 0, "no rule lets nothing go"
    caller("GET", "room/going?delivered=0", expect=422)
    set_rules(caller, delivered=5)
    later(1)
    assert tidy_due() == seen["files"]
    assert len(stored()) == 1


def test_earlier_files_go_and_the_newest_stays(caller: Caller, held: dict[str, Any]) -> None:
    made(caller, held)
    plan = held["plan"] | {"title": "Fog II"}
    held = caller("PUT", f"prints/{held['id']}/plan", {"plan": plan, "version": held["version"]})
    made(caller, held)
    set_rules(caller, earlier=7)
    later(8)
    assert tidy_due() == 1
    states = [line["state"] for line in caller.listed(f"prints/{held['id']}/order-lines")]
    assert states == ["done", "tidied"]
    assert rows(caller, held)[0]["file"] == "current"
    assert tidy_due() == 0


def test_a_job_that_is_spared_keeps_its_files(caller: Caller, other: Caller, held: dict[str, Any]) -> None:  # fmt: skip
    made(caller, held)
    collect(caller, held)
    other("PUT", f"jobs/{held['job']}/room", {"spared": True}, expect=404)
    assert caller("PUT", f"jobs/{held['job']}/room", {"spared": True})["spared"]
    set_rules(caller, delivered=1, earlier=1, batches=1)
    later(5)
    assert caller("GET", "room")["going"]["files"] == 0
    assert tidy_due() == 0
    caller("PUT", f"jobs/{held['job']}/room", {"spared": False})
    assert tidy_due() == 1


def test_what_is_written_down_of_a_print_puts_it_off(caller: Caller, held: dict[str, Any]) -> None:
    made(caller, held)
    collect(caller, held)
    set_rules(caller, delivered=3)
    later(5)
    design = Design.objects.get(id=held["id"])
    JobEvent.objects.create(account=design.account, job=design.job, design=design.id, what="note")
    assert tidy_due() == 0


def test_rules_of_two_windows(caller: Caller) -> None:
    first = set_rules(caller, delivered=30)
    caller("PUT", "room/rules", {"version": first["version"], "days": {"delivered": 60}})
    told = caller("PUT", "room/rules", {"version": first["version"], "days": {"earlier": 1}}, expect=409)  # fmt: skip
    assert "Another window" in told["message"]
    assert TidyingRules.objects.get().days == {"delivered": 60}
    same = caller("PUT", "room/rules", {"version": 0, "days": {"delivered": 60}})
    assert same["version"] == 2, "what is so already is no conflict"


def test_a_worker_that_dies_before_the_disk_was_told_leaves_nothing(caller: Caller, held: dict[str, Any], monkeypatch: pytest.MonkeyPatch) -> None:  # fmt: skip
    made(caller, held)
    (name,) = stored()
    collect(caller, held)
    set_rules(caller, delivered=1)
    later(2)
    monkeypatch.setattr(tidying, "discard", lambda *names: None)
    assert tidy_due() == 1 and default_storage.exists(name)
    clear_orphans(settled=-1)
    assert not default_storage.exists(name)


def test_room_is_told_by_job_and_what_others_use_too(caller: Caller, held: dict[str, Any], photo: Callable[..., Path]) -> None:  # fmt: skip
    made(caller, held)
    first = caller("GET", f"jobs/{held['job']}/room")
    assert (first["empty"], first["shared_text"], first["files"]) == (False, "", 1)
    bare = caller("POST", "jobs", {"title": "Bare"})
    assert caller("GET", f"jobs/{bare['id']}/room")["empty"] is True
    picture = OrderFile.objects.get()
    kept = caller("GET", "room")
    assert [(job["job"], job["files"]) for job in caller("GET", "room/jobs")["items"]] == [
        (held["job"], 1)
    ]
    assert {"pictures", "made files"} <= {part["name"] for part in kept["parts"]}
    elsewhere = ready_print(caller, photo(), title="Fog again")  # the same picture, another job
    assert elsewhere["job"] != held["job"]
    assert caller("GET", f"jobs/{held['job']}/room")["shared_text"] == first["pictures_text"]
    assert picture.bytes > 0


def test_a_batch_that_was_tidied_can_be_made_again(caller: Caller, held: dict[str, Any]) -> None:
    made(caller, held)
    line = OrderLine.objects.get()
    OrderLine.objects.filter(id=line.id).update(design=None)
    line.order.planner, line.order.state = "batch", "going"
    line.order.save()
    set_rules(caller, batches=14)
    assert caller("GET", "room/jobs")["items"][0]["title"] == "Batches"
    later(15)
    assert tidy_due() == 1
    run = caller("GET", f"orders/{line.order_id}")
    assert (run["done"], run["tidied"]) == (0, 1)
    assert caller("POST", f"orders/{line.order_id}/again", {})["queued"] == 1
