"""All files of a job in one order."""

from __future__ import annotations

import io
import zipfile
from datetime import timedelta
from typing import Any

import pytest
from django.utils import timezone

from tests.api.caller import Caller
from tests.api.counted import another, made, rows
from zollstock.jobs.models import Job
from zollstock.renders import jobfiles_api
from zollstock.renders.models import OrderLine

pytestmark = [pytest.mark.django_db(transaction=True), pytest.mark.usefixtures("empty_broker")]


def work_all(order: Any) -> None:
    """As workers would: lay it out, then make file by file."""
    from zollstock.renders.tasks import lay_out_job, work_off

    lay_out_job(str(order["id"]))
    for _ in range(20):
        work_off(str(order["id"]))


def test_an_order_that_is_over_leaves_no_file_uncounted(
    caller: Caller, held: dict[str, Any], monkeypatch: pytest.MonkeyPatch
) -> None:
    """The last file is done while it is asked: nobody asks again once the order is over."""
    another(caller, held, title="Salt")
    ordered = caller("POST", f"jobs/{held['job']}/files", {})["order"]
    states = jobfiles_api.order_states

    def done_meanwhile(orders: Any) -> Any:
        work_all(ordered)
        return states(orders)

    monkeypatch.setattr(jobfiles_api, "order_states", done_meanwhile)
    told = caller("GET", f"jobs/{held['job']}/files")
    assert told["order"]["over"] and (told["current"], told["wanting"]) == (2, 0)


def test_all_files_of_a_job_are_made_at_once_and_only_what_changed_again(caller: Caller, other: Caller, held: dict[str, Any]) -> None:  # fmt: skip
    made(caller, held)
    second = another(caller, held, title="Salt", edge={"kind": "border", "left": "1 cm"})
    broken = another(
        caller,
        held,
        title="Mill",
        target={"width": "3 m", "height": "2 m"},
        pixels={"mode": "fixed", "ppi": 10000},
    )
    state = caller("POST", f"jobs/{held['job']}/files", {})
    assert (state["total"], state["current"], state["order"]["total"]) == (3, 1, 2)
    again = caller("POST", f"jobs/{held['job']}/files", {})
    assert again["order"]["id"] == state["order"]["id"], "asked twice, made once"
    work_all(state["order"])
    done = caller("GET", f"jobs/{held['job']}/files")
    assert (done["current"], done["order"]["done"], done["order"]["failed"]) == (2, 1, 1)
    assert done["order"]["problems"][0].startswith("Mill: ")
    assert {row["title"]: row["file"] for row in rows(caller, held)} == {
        "Fog": "current",
        "Salt": "current",
        "Mill": "none",
    }
    bag = zipfile.ZipFile(io.BytesIO(caller("GET", f"jobs/{held['job']}/files.zip")))
    assert bag.testzip() is None
    names = bag.namelist()
    assert len([name for name in names if name.endswith(".tif")]) == 2 and {
        "files.csv",
        "ticket.pdf",
    } <= set(names)
    table = bag.read("files.csv").decode("utf-8-sig").splitlines()
    assert (
        table[0].startswith("number,file,title,size,width_px")
        and "Salt" in table[2]
        and ",made," in table[1]
    )
    saved = caller("PUT", f"prints/{second['id']}/plan", {"plan": second["plan"] | {"title": "Salt 2"}, "version": second["version"]})  # fmt: skip
    caller("DELETE", f"prints/{broken['id']}", expect=204)
    state = caller("POST", f"jobs/{held['job']}/files", {})
    assert (state["order"]["total"], saved["version"]) == (1, second["version"] + 1), (
        "only what changed"
    )
    work_all(state["order"])
    assert caller("POST", f"jobs/{held['job']}/files", {}, expect=422)["message"].startswith(
        "Every print and layout has"
    )
    other("GET", f"jobs/{held['job']}/files.zip", expect=404)
    other("POST", f"jobs/{held['job']}/files", {}, expect=404)


def test_a_worker_that_dies_over_the_files_of_a_job_loses_none(
    caller: Caller, held: dict[str, Any]
) -> None:
    for number in range(3):
        another(caller, held, title=f"Salt {number}")
    from zollstock.renders.tasks import lay_out_job, take_up, work_off

    order = caller("POST", f"jobs/{held['job']}/files", {})["order"]
    lay_out_job(order["id"])
    OrderLine.objects.filter(order=order["id"], position=1).update(state="running", worker="gone", pulse=timezone.now() - timedelta(hours=1), tries=1)  # fmt: skip
    paused = caller("POST", f"orders/{order['id']}/pause", {})
    assert paused["state"] == "paused"
    work_off(order["id"])
    take_up()
    assert OrderLine.objects.filter(order=order["id"], state="done").count() == 0, (
        "a pause holds for all of them"
    )
    caller("POST", f"orders/{order['id']}/resume", {})
    for _ in range(20):
        work_off(order["id"])
    assert caller("GET", f"jobs/{held['job']}/files")["current"] == 4


def test_files_are_called_by_the_pattern_of_the_job(caller: Caller, held: dict[str, Any]) -> None:
    another(caller, held)
    shown = caller("GET", f"jobs/{held['job']}/names?pattern={{number}}_{{copies}}_{{medium}}")
    job = Job.objects.get(id=held["job"])
    assert shown["names"] == [f"{job.number}-{n}_1x_satin-photo-paper.tif" for n in (1, 2)]
    same = caller("GET", f"jobs/{held['job']}/names?pattern={{job}}")
    assert same["names"] == ["hall.tif", "hall-2.tif"], "no two alike"
    refused = caller("GET", f"jobs/{held['job']}/names?pattern={{colour}}", expect=422)
    assert "is no field" in refused["message"]
    caller("PUT", f"jobs/{held['job']}/names", {"pattern": "{number} {title}"})
    made(caller, held)
    files = caller("GET", f"prints/{held['id']}/order-lines")
    assert str(files).count(f"{job.number}-1-fog.tif")
