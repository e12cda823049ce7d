"""Orders at labs: written down before the first try, sent once whatever dies, watched, called off, come back."""

from __future__ import annotations

import hashlib
import io
import json
import random
import time
from datetime import timedelta
from pathlib import Path
from typing import Any

import httpx
import pytest
from django.contrib.auth.models import User
from django.core.files.storage import default_storage
from django.utils import timezone
from PIL import Image

from standins import returned
from tests.api.batches import batch_of, brought, run_of
from tests.api.batches import worked_off as worked_off_run
from tests.api.caller import Caller, ready_print
from tests.api.lab import LabProcess, book_of, lab_here
from tests.api.workers import nursery
from tests.lengthy import LONG
from tests.pictures import chart, save
from zollstock.core.ground.refusal import Refusal
from zollstock.core.studio.labs import SHIPPED
from zollstock.labs import tasks
from zollstock.labs.models import LabItem, LabOrder
from zollstock.labs.ordering import Wanted, begin, call_off
from zollstock.labs.tasks import take_up, work
from zollstock.longwork import queue
from zollstock.longwork.events import log_of
from zollstock.pictures.storage import store
from zollstock.printlog.models import LogRow
from zollstock.renders.models import OrderLine
from zollstock.renders.tasks import make

pytestmark = [pytest.mark.django_db(transaction=True), pytest.mark.usefixtures("empty_broker")]


@pytest.fixture
def lab(settings, tmp_path: Path):
    """A lab without faults, where everything is sent at once."""
    with lab_here(tmp_path / "lab") as address:
        settings.LAB_SERVICES = {"simulated": address}
        yield address


@pytest.fixture
def held(caller: Caller, tmp_path: Path) -> dict[str, Any]:
    """A print of 15 × 10 cm for the harbour lab, its file made."""
    print_ = ready_print(caller, save(chart(600, 400), tmp_path / "a.png"), title="Fog")
    plan = print_["plan"] | {
        "target": {"width": "15 cm", "height": "10 cm"}, "output": print_["plan"]["output"] | {"format": "jpeg"},
        "lab": {"key": "harbour", "size": "10x15"},
    }  # fmt: skip
    saved: dict[str, Any] = caller("PUT", f"prints/{print_['id']}/plan", {"plan": plan, "version": print_["version"]})  # fmt: skip
    caller("POST", f"prints/{saved['id']}/orders", {"version": saved["version"]})
    make(str(OrderLine.objects.get().id))
    return saved


def worked_off(order: str, steps: int = 12) -> LabOrder:
    """As a worker would, without waiting."""
    for _ in range(steps):
        LabOrder.objects.filter(id=order).update(next_try=None)
        work(order)
    return LabOrder.objects.get(id=order)


def wanted_of(content: bytes, number: int, folder: Path) -> Wanted:
    """A made file in the storage, in the smallest of the harbour lab's sizes."""
    path = folder / f"file-{number}.jpg"
    path.write_bytes(content)
    used = SHIPPED.chosen("harbour", "10x15")
    assert used is not None and used.used is not None
    return Wanted(title=f"Print {number}", used=used.used, copies=1, file=store(path, f"made/{number}/file.jpg"),
                  name="file.jpg", format="jpeg", sha256=hashlib.sha256(content).hexdigest(), bytes=len(content))  # fmt: skip


def jpeg(number: int, size: tuple[int, int] = (60, 40)) -> bytes:
    out = io.BytesIO()
    Image.new("RGB", size, (number * 37 % 256, number * 91 % 256, 120)).save(out, "JPEG")
    return out.getvalue()


def test_what_it_costs_and_what_is_against_it_is_said_before_it_is_sent(caller: Caller, held: dict[str, Any]) -> None:  # fmt: skip
    offer = caller("GET", f"prints/{held['id']}/lab-offer")
    assert (offer["lab"], offer["cost"], offer["days"], offer["against"]) == ("Harbour Lab", "0.35 €", 4, "")  # fmt: skip
    plan = held["plan"] | {"title": "Fog, later"}
    caller("PUT", f"prints/{held['id']}/plan", {"plan": plan, "version": held["version"]})
    assert "Make its file first" in caller("GET", f"prints/{held['id']}/lab-offer")["against"]
    refused = caller("POST", f"prints/{held['id']}/lab-orders", {"copies": 1}, expect=422)
    assert "Make its file first" in refused["message"]


def test_what_a_job_or_a_run_costs_is_said_before_it_is_sent(
    caller: Caller, other: Caller, held: dict[str, Any], lab: str, tmp_path: Path
) -> None:
    offer = caller("GET", f"jobs/{held['job']}/lab-offer?lab=harbour")
    assert offer == {"prints": 1, "copies": 1, "cost": "0.35 €", "days": 4, "against": ""}
    none = caller("GET", f"jobs/{held['job']}/lab-offer?lab=lantern")
    assert none["prints"] == 0 and "No print of this job is planned for" in none["against"]
    other("GET", f"jobs/{held['job']}/lab-offer?lab=harbour", expect=404)
    sent = caller("POST", f"jobs/{held['job']}/lab-orders", {"lab": "harbour"})
    assert sent["cost"] == offer["cost"], "it costs what was said"


def test_an_order_is_sent_watched_and_comes_back_with_a_row_of_the_log(
    caller: Caller, held: dict[str, Any], lab: str
) -> None:
    order = caller("POST", f"prints/{held['id']}/lab-orders", {"copies": 3})
    assert (order["words"], order["cost"], order["may_cancel"]) == ("waits to be sent", "1.05 €", True)  # fmt: skip
    done = worked_off(order["id"])
    (told,) = book_of(lab)
    assert told["id"] == order["id"] and told["submits"] == 1 and told["body"]["items"][0]["copies"] == 3  # fmt: skip
    state = caller("GET", f"lab-orders/{order['id']}")
    assert (state["words"], state["state"], state["may_cancel"]) == ("sent back", "done", False)
    assert state["items"][0]["back"] and done.problem == ""
    picture = caller.client.get(f"/api/lab-orders/{order['id']}/returned/1.jpg")
    back = Image.open(io.BytesIO(b"".join(picture.streaming_content) if picture.streaming else picture.content))  # fmt: skip
    assert back.width / back.height == pytest.approx(1.5, abs=0.01)
    row = LogRow.objects.get(open=True, lab="Harbour Lab")
    assert (row.title, row.copies, str(row.cost)) == ("Fog", 3, "1.05")
    assert not LabItem.objects.get().file, "the copy is gone once the lab has it"
    assert [event.what for event in log_of(done)][:2] == ["ordered", "begun"]


def test_a_lab_that_is_not_allowed_here_is_never_asked(caller: Caller, held: dict[str, Any], settings) -> None:  # fmt: skip
    settings.LAB_SERVICES = {}
    refused = caller("POST", f"prints/{held['id']}/lab-orders", {"copies": 1}, expect=422)
    assert "no service here" in refused["message"] and not LabOrder.objects.exists()


def test_an_order_on_its_way_waits_where_the_service_is_not_set_up_for_a_while(
    caller: Caller, held: dict[str, Any], lab: str, settings
) -> None:
    order = caller("POST", f"prints/{held['id']}/lab-orders", {"copies": 1})
    work(order["id"])
    settings.LAB_SERVICES = {}
    assert worked_off(order["id"], 2).state == "waiting"
    assert "no service here just now" in caller("GET", f"lab-orders/{order['id']}")["problem"]
    settings.LAB_SERVICES = {"simulated": lab}
    assert worked_off(order["id"]).state == "done"


@pytest.mark.parametrize("address", ["http://127.0.0.1:1/x", "simulated/../book", "simulated/", "other/harbour"])  # fmt: skip
def test_no_address_leads_elsewhere(address: str, settings) -> None:
    settings.LAB_SERVICES = {"simulated": "http://127.0.0.1:9"}
    with pytest.raises(Refusal, match="no service here"):
        tasks.Lab(address, "Harbour Lab")


def test_a_job_goes_to_its_lab_in_one_order(caller: Caller, held: dict[str, Any], lab: str, tmp_path: Path) -> None:  # fmt: skip
    other = ready_print(caller, save(chart(60, 40), tmp_path / "b.png"), title="Not for a lab")  # fmt: skip
    order = caller("POST", f"jobs/{held['job']}/lab-orders", {"lab": "harbour"})
    assert [item["title"] for item in order["items"]] == ["Fog"]
    nothing = caller("POST", f"jobs/{held['job']}/lab-orders", {"lab": "lantern"}, expect=409)
    assert "No print of this job is planned for Lantern Prints" in nothing["message"]
    assert other["id"] != held["id"]


def test_orders_are_nobody_elses(caller: Caller, other: Caller, held: dict[str, Any], lab: str) -> None:  # fmt: skip
    order = caller("POST", f"prints/{held['id']}/lab-orders", {"copies": 1})
    other("GET", f"lab-orders/{order['id']}", expect=404)
    other("POST", f"lab-orders/{order['id']}/cancel", expect=404)
    assert other.listed("lab-orders") == [] and len(caller.listed("lab-orders")) == 1
    other("POST", f"prints/{held['id']}/lab-orders", {"copies": 1}, expect=404)


def test_it_is_called_off_before_it_is_sent_and_never_comes_to_be(
    caller: Caller, held: dict[str, Any], lab: str
) -> None:
    order = caller("POST", f"prints/{held['id']}/lab-orders", {"copies": 1})
    assert caller("POST", f"lab-orders/{order['id']}/cancel")["words"] == "is being cancelled"
    worked_off(order["id"])
    assert caller("GET", f"lab-orders/{order['id']}")["words"] == "cancelled"
    (told,) = book_of(lab)
    assert told["state"] == "cancelled" and told["submits"] == 0
    # A worker that was only asleep comes too late: what it asks for now is not granted.
    late = httpx.post(f"{lab}/harbour/orders/{order['id']}/submit")
    assert late.status_code == 409


def test_what_is_printing_is_not_called_off_and_says_so(caller: Caller, held: dict[str, Any], settings, tmp_path: Path) -> None:  # fmt: skip
    with lab_here(tmp_path / "slow", pace=0.2) as address:
        settings.LAB_SERVICES = {"simulated": address}
        order = caller("POST", f"prints/{held['id']}/lab-orders", {"copies": 1})
        work(order["id"])
        time.sleep(0.45)  # received, checked, printing
        call_off(LabOrder.objects.get())
        work(order["id"])
        state = caller("GET", f"lab-orders/{order['id']}")
        assert "printing it already" in state["problem"] and state["state"] == "waiting"


def test_a_lab_that_refuses_says_why(caller: Caller, account: User, lab: str, settings, tmp_path: Path) -> None:  # fmt: skip
    one = wanted_of(jpeg(1), 1, tmp_path)
    order = begin(account, "harbour", "simulated/harbour", "Wrong", [Wanted(**{**{name: getattr(one, name) for name in one.__slots__}, "format": "png"})], None)  # fmt: skip
    done = worked_off(str(order.id))
    assert done.state == "refused" and "png is not taken" in done.problem


def test_what_fails_at_the_lab_is_tried_later_and_told(account: User, settings, tmp_path: Path) -> None:  # fmt: skip
    settings.LAB_SERVICES = {"simulated": "http://127.0.0.1:9"}
    order = begin(account, "harbour", "simulated/harbour", "Away", [wanted_of(jpeg(1), 1, tmp_path)], None)  # fmt: skip
    work(str(order.id))
    waits = LabOrder.objects.get()
    assert waits.state == "waiting" and waits.next_try is not None and "does not answer" in waits.problem  # fmt: skip


def test_a_file_that_is_deleted_meanwhile_is_sent_all_the_same(caller: Caller, held: dict[str, Any], lab: str) -> None:  # fmt: skip
    order = caller("POST", f"prints/{held['id']}/lab-orders", {"copies": 1})
    caller("DELETE", f"prints/{held['id']}", expect=204)
    for file in OrderLine.objects.get().files.all():
        file.file.delete()
    assert worked_off(order["id"]).state == "done"


def test_the_same_order_asked_twice_is_one(lab: str) -> None:
    body = json.dumps({"items": [{"n": 1, "size": "10x15", "copies": 1, "format": "jpeg"}]})
    put = f"{lab}/harbour/orders/one"
    assert [httpx.put(put, content=body).status_code for _ in range(2)] == [201, 200]
    assert httpx.put(put, content=body.replace("15", "16")).status_code == 409
    assert httpx.post(f"{put}/submit").status_code == 409, "its file is missing"
    content = jpeg(1)
    digest = {"Digest": f"sha-256={hashlib.sha256(content).hexdigest()}"}
    assert httpx.put(f"{put}/files/1", content=content[:-9], headers=digest).status_code == 422
    assert httpx.put(f"{put}/files/1", content=content, headers=digest).status_code == 200
    assert [httpx.post(f"{put}/submit").status_code for _ in range(2)] == [200, 200]
    assert book_of(lab)[0]["submits"] == 1
    assert httpx.get(f"{lab}/nobody/orders/one").status_code == 404


def test_every_order_is_sent_once_while_workers_and_lab_are_killed(
    account: User, settings, tmp_path: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    """A lab with a seeded plan of faults, in a process that is killed, as the workers are."""
    count = 200 if LONG else 40
    lab = LabProcess(tmp_path / "lab", seed=1884, pace=0.3)
    settings.LAB_SERVICES = {"simulated": lab.address}
    chance = random.Random(35)
    monkeypatch.setattr(queue, "LOST_AFTER", timedelta(seconds=5))
    try:
        with nursery({"ZOLLSTOCK_LABS": f"simulated={lab.address}"}) as workers:
            running = [workers.worker(f"lab{number}", "quick,render") for number in range(2)]
            orders = [
                begin(account, "harbour", "simulated/harbour", f"Order {number}", [wanted_of(jpeg(number), number, tmp_path)], None)
                for number in range(count)
            ]  # fmt: skip
            cancelled = {str(order.id) for order in orders[::10]}
            for order in orders[::10]:
                call_off(order)
            until, kill = time.monotonic() + 600, time.monotonic() + 2
            while _open_orders() and time.monotonic() < until:
                # What the clock would do, sooner than it does.
                LabOrder.objects.filter(state="waiting").update(next_try=timezone.now())
                take_up()
                if time.monotonic() > kill and len(running) < 12:
                    kill = time.monotonic() + 3
                    running.pop(chance.randrange(len(running))).kill()
                    running.append(workers.worker(f"lab{chance.random()}", "quick,render"))
                    if chance.random() < 0.5:
                        lab.kill()
                        lab.start()
                time.sleep(0.5)
            for one in running:
                one.kill()
        book = {one["id"]: one for one in lab.book()}
    finally:
        lab.kill()
    assert _open_orders() == 0
    assert set(book) == {str(order.id) for order in orders}, "none is lost, none is doubled"
    for order in LabOrder.objects.all():
        told = book[str(order.id)]
        assert told["submits"] == (
            0 if told["state"] == "cancelled" and order.submitted is None else 1
        )
        assert {"done": "sent", "cancelled": "cancelled"}[order.state] == told["state"]
        if str(order.id) not in cancelled:
            assert order.state == "done"


def _open_orders() -> int:
    return LabOrder.objects.filter(state__in=("waiting", "running")).count()


def test_a_run_of_a_batch_goes_to_a_lab_each_file_in_the_size_that_it_has(
    caller: Caller, account: User, lab: str, tmp_path: Path
) -> None:
    batch = batch_of(caller, brought(account, tmp_path, 2), "keys:cm-10x15,cm-20x30", shared={"format": "jpeg"})  # fmt: skip
    run = run_of(caller, batch)
    refused = caller("POST", f"orders/{run['id']}/lab-orders", {"lab": "harbour"}, expect=409)
    assert "Not all files" in refused["message"]
    worked_off_run(run)
    order = caller("POST", f"orders/{run['id']}/lab-orders", {"lab": "harbour"})
    assert (
        sorted(item["size"] for item in order["items"]) == ["10 × 15 cm"] * 2 + ["20 × 30 cm"] * 2
    )
    assert order["cost"] == "5.50 €"
    assert worked_off(order["id"]).state == "done"
    nothing = caller("POST", f"orders/{run['id']}/lab-orders", {"lab": "saltworks"}, expect=409)
    assert "has no size for" in nothing["message"]


def test_a_large_file_is_ordered_at_once_by_a_second_name(account: User, lab: str, tmp_path: Path) -> None:  # fmt: skip
    one = wanted_of(jpeg(1), 1, tmp_path)
    order = begin(account, "harbour", "simulated/harbour", "Linked", [one], None)
    item = order.items.get()
    assert Path(item.file.path).stat().st_nlink == 2
    assert worked_off(str(order.id)).state == "done"
    assert not (Path(item.file.path)).exists() and default_storage.exists(one.file)


def test_a_lost_answer_makes_no_second_order(caller: Caller, held: dict[str, Any], lab: str) -> None:  # fmt: skip
    path, body = f"/api/prints/{held['id']}/lab-orders", json.dumps({"copies": 1})
    token = caller.client.cookies["csrftoken"].value
    headers = {"X-CSRFToken": token, "Idempotency-Key": "pressed-once-and-again"}
    answers = [
        caller.client.post(path, body, content_type="application/json", headers=headers).json()
        for _ in range(2)
    ]
    assert answers[0]["id"] == answers[1]["id"] and LabOrder.objects.count() == 1
    assert LabItem.objects.count() == 1


def test_two_windows_cancel_one_order_once(caller: Caller, held: dict[str, Any], lab: str) -> None:
    order = caller("POST", f"prints/{held['id']}/lab-orders", {"copies": 1})
    first = caller("POST", f"lab-orders/{order['id']}/cancel")
    second = caller("POST", f"lab-orders/{order['id']}/cancel")
    assert first["words"] == second["words"] == "is being cancelled"
    assert worked_off(order["id"]).state == "cancelled"
    late = caller("POST", f"lab-orders/{order['id']}/cancel")
    assert late["words"] == "cancelled" and not late["may_cancel"]
    assert [told["submits"] for told in book_of(lab)] in ([], [0]), "nothing is printed"


def test_an_order_of_300_prints_is_sent_in_one(
    account: User, lab: str, tmp_path: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    # How what comes back is drawn is not what this is about, and would take most of its time.
    monkeypatch.setattr(returned, "_LONGEST", 60)
    wanted = [wanted_of(jpeg(number), number, tmp_path) for number in range(300)]
    order = begin(account, "harbour", "simulated/harbour", "The whole hall", wanted, None)
    assert str(order.cost) == "105.00"
    assert worked_off(str(order.id), 40).state == "done"
    (told,) = book_of(lab)
    assert told["submits"] == 1 and len(told["body"]["items"]) == 300
    assert (
        not order.items.exclude(file="").exists()
        and order.items.exclude(returned="").count() == 300
    )
