"""Orders for files, with real workers on a real broker."""

from __future__ import annotations

from datetime import timedelta
from pathlib import Path

import pytest
from django.conf import settings as django_settings
from django.utils import timezone

from tests.api.caller import Caller, ready_print
from tests.api.removing import a_day_after_removing
from tests.api.workers import until
from tests.lengthy import in_a_long_round
from tests.pictures import chart, noise, save
from tests.pixels.measure import exif
from zollstock.pixels.vips import pyvips
from zollstock.renders.models import OrderLine
from zollstock.renders.tasks import make, take_up
from zollstock.site.celery import app

pytestmark = [pytest.mark.django_db(transaction=True), pytest.mark.usefixtures("empty_broker")]
LARGE = {"pixels": {"mode": "fixed", "ppi": 600, "method": "cubic"}}


@pytest.fixture
def held(caller: Caller, tmp_path: Path) -> dict:
    return ready_print(caller, save(noise(1200, 800), tmp_path / "noise.jpg"))


def line(caller: Caller, held: dict) -> dict:
    return caller("POST", f"prints/{held['id']}/orders", {"version": held["version"]})


def change(caller: Caller, held: dict, **plan) -> dict:
    wanted = {"plan": held["plan"] | plan, "version": held["version"]}
    return caller("PUT", f"prints/{held['id']}/plan", wanted)


def name(line: dict) -> str:
    (file,) = line["files"]
    return file["name"]


def state(render: dict) -> str:
    return OrderLine.objects.get(id=render["id"]).state


def leftovers() -> list[Path]:
    root = Path(django_settings.MEDIA_ROOT)
    scratch = [path for path in (root / "scratch").rglob("*") if path.is_file()]
    return scratch + [path for path in (root / "renders").rglob("*") if path.is_file()]


def test_an_order_becomes_a_file_of_the_reckoned_size(caller, held, workers, tmp_path) -> None:
    workers("one")
    held = change(caller, held, title="Fög / über ../pans")
    render = line(caller, held)
    until(lambda: state(render) == "done")
    told = caller("GET", f"order-lines/{render['id']}")
    assert (
        told["percent"] == 100 and told["files"][0]["name"] == "foeg-ueber-pans_30x20cm_102ppi.tif"
    )
    response = caller.client.get(f"/api/order-lines/{render['id']}/files/1")
    assert told["files"][0]["name"] in response.headers["Content-Disposition"]
    out = tmp_path / "out.tif"
    out.write_bytes(b"".join(response.streaming_content))
    facts = exif(out)
    assert (facts["ImageWidth"], facts["ImageHeight"]) == (1200, 800)
    assert facts["XResolution"] == pytest.approx(101.6)


def test_the_same_plan_is_not_ordered_twice(caller, held) -> None:
    assert line(caller, held)["id"] == line(caller, held)["id"]
    caller("POST", f"prints/{held['id']}/orders", {"version": 99}, expect=409)


def test_a_stop_is_told_instead_of_ordered(caller, held) -> None:
    held = change(caller, held, viewing={"school": "trials"})
    answer = caller("POST", f"prints/{held['id']}/orders", {"version": held["version"]}, expect=422)
    assert "no trials yet" in answer["message"]
    assert not OrderLine.objects.exists()


def test_called_off_in_the_middle_leaves_nothing(caller, held, workers) -> None:
    workers("one")
    render = line(caller, change(caller, held, **LARGE))
    until(lambda: OrderLine.objects.get(id=render["id"]).percent > 3)
    assert caller("POST", f"order-lines/{render['id']}/cancel")["state"] == "cancelled"
    until(lambda: leftovers() == [])
    caller("GET", f"order-lines/{render['id']}/file", expect=404)
    assert state(render) == "cancelled"


# In a short round one is killed in test_batches.
@in_a_long_round
def test_a_killed_workers_order_is_taken_up_by_another(caller, held, workers) -> None:
    first = workers("one")
    render = line(caller, change(caller, held, **LARGE))
    until(lambda: OrderLine.objects.get(id=render["id"]).percent > 3)
    first.kill()
    workers("two")
    # As if the waiting time had passed; the clock of the running application does the rest.
    OrderLine.objects.update(pulse=timezone.now() - timedelta(minutes=1))
    take_up()
    until(lambda: state(render) == "done", 120)
    row = OrderLine.objects.get(id=render["id"])
    file = row.files.get()
    assert row.tries == 2 and file.bytes == Path(file.file.path).stat().st_size


def test_an_order_that_kills_three_workers_is_given_up(caller, held) -> None:
    render = line(caller, held)
    OrderLine.objects.update(state="running", tries=3, pulse=timezone.now() - timedelta(minutes=1))
    take_up()
    assert state(render) == "failed"
    assert "interrupted three times" in caller("GET", f"order-lines/{render['id']}")["problem"]


def test_what_the_broker_forgot_is_told_again(caller, held, workers) -> None:
    render = line(caller, held)
    app.control.purge()
    OrderLine.objects.update(pulse=timezone.now() - timedelta(minutes=1))
    workers("one")
    take_up()
    until(lambda: state(render) == "done")


# In a short round two workers share a run in test_batches, where a third is killed besides.
@in_a_long_round
def test_two_workers_share_the_orders_and_do_each_once(caller, held, workers) -> None:
    renders = []
    for ppi in range(100, 106):
        held = change(caller, held, pixels={"mode": "fixed", "ppi": ppi})
        renders.append(line(caller, held))
    workers("one")
    workers("two")
    until(lambda: all(state(render) == "done" for render in renders), 120)
    rows = OrderLine.objects.all()
    assert all(row.tries == 1 for row in rows)
    assert len({row.worker for row in rows}) == len(renders)
    assert len(leftovers()) == len(renders)


def test_a_second_messenger_for_the_same_order_finds_nothing_to_do(caller, held) -> None:
    render = line(caller, held)
    make(render["id"])
    done = OrderLine.objects.get(id=render["id"]).files.get()
    make(render["id"])
    again = OrderLine.objects.get(id=render["id"])
    assert (again.state, again.tries, again.files.get().sha256) == ("done", 1, done.sha256)


def test_a_master_that_went_missing_fails_in_words(caller, held) -> None:
    render = line(caller, held)
    picture = OrderLine.objects.get(id=render["id"]).pictures.get()
    Path(picture.file.path).unlink()
    make(render["id"])
    failed = caller("GET", f"order-lines/{render['id']}")
    assert failed["state"] == "failed" and "missing from the storage" in failed["problem"]
    assert str(django_settings.MEDIA_ROOT) not in failed["problem"]


def test_files_go_with_their_print(caller, held) -> None:
    render = line(caller, held)
    make(render["id"])
    assert len(leftovers()) == 1
    caller("DELETE", f"prints/{held['id']}", expect=204)
    a_day_after_removing()
    assert leftovers() == []


def test_two_prints_of_one_title_have_files_of_two_names(caller, held) -> None:
    twin = caller(
        "POST",
        f"jobs/{held['job']}/prints",
        {"picture": held["picture"]["id"], "plan": held["plan"]},
    )
    first, second = line(caller, held), line(caller, twin)
    assert name(second) == name(first).replace(".tif", "-2.tif")
    # A later file of the same print keeps its name.
    held = change(caller, held, output={"compression": "none"})
    assert name(line(caller, held)) == name(first)


def test_a_fault_nobody_thought_of_ends_the_order_at_once_and_is_written_down(
    caller, held, monkeypatch, caplog
) -> None:
    render = line(caller, held)

    def broken(*given: object) -> None:
        raise ZeroDivisionError("the cause")

    monkeypatch.setattr("zollstock.renders.makers.render", broken)
    make(render["id"])
    row = OrderLine.objects.get(id=render["id"])
    assert (row.state, row.tries) == ("failed", 1)
    assert "written down" in row.problem and "the cause" not in row.problem
    assert "the cause" in caplog.text


def test_a_picture_of_16_bits_keeps_them(caller, tmp_path) -> None:
    held = ready_print(caller, save(chart(600, 400, 16), tmp_path / "deep.tif"))
    assert held["plan"]["picture"]["bits"] == 16 and held["plan"]["output"]["bits"] == 16
    render = line(caller, held)
    make(render["id"])
    made = pyvips.Image.new_from_file(OrderLine.objects.get(id=render["id"]).files.get().file.path)
    assert made.format == "ushort"
    plan = held["plan"] | {"output": {"bits": 8}}
    found = caller("POST", "reckon", {"plan": plan})["reckoning"]["findings"]
    assert [item["fix"] for item in found if item["id"] == "depth-lost"] == [{"output.bits": 16}]
