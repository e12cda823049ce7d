"""Runs of batches: laid out, paused, called off, made by real workers, one of them killed."""

from __future__ import annotations

import csv
import hashlib
import io
import json
import subprocess
import zipfile
from collections import Counter
from datetime import timedelta
from pathlib import Path

import pytest
from django.contrib.auth.models import User
from django.utils import timezone

from tests.api.batches import batch_of, brought, over, run_of, worked_off
from tests.api.caller import Caller, ready_print
from tests.api.workers import until
from tests.lengthy import LONG
from tests.pictures import chart, noise, save
from zollstock.batches.orders import lines_of_batch
from zollstock.batches.tasks import lay_out
from zollstock.pictures.intake import take_in
from zollstock.pictures.models import Picture
from zollstock.pictures.tasks import read
from zollstock.pixels.errors import Cancelled
from zollstock.pixels.shipping import shipped
from zollstock.renders import removing
from zollstock.renders.models import Order, OrderLine
from zollstock.renders.tasks import clear_order, take_up, work_off

pytestmark = [pytest.mark.django_db(transaction=True), pytest.mark.usefixtures("empty_broker")]

#: Two hundred in a long round; enough that a worker dies in the middle in a short one.
PICTURES = 200 if LONG else 6


def test_many_pictures_in_four_sizes_though_a_worker_is_killed(
    caller: Caller, other: Caller, account: User, workers, tmp_path: Path
) -> None:
    """Nothing missing, nothing twice; every file measured by exiftool against its line of the table."""
    sources = tmp_path / "sources"
    sources.mkdir()
    pictures = brought(account, sources, PICTURES)
    batch = batch_of(
        caller,
        pictures,
        "keys:cm-10x15,cm-20x20,in-8x10,px-1280x720",
        shared={"format": "jpeg"},
        pattern="{number}_{picture}_{width}x{height}{unit}",
    )
    order = run_of(caller, batch)
    assert (order["total"], order["state"], order["over"]) == (4 * PICTURES, "going", False)
    first = workers("one")
    until(
        lambda: (
            OrderLine.objects.filter(order_id=order["id"], state="done").count() > PICTURES // 5
        ),
        90,
    )
    until(lambda: OrderLine.objects.filter(order_id=order["id"], state="running").exists())
    first.kill()
    workers("two")
    workers("three")
    # As if the waiting time had passed; the clock of the running application does the rest.
    OrderLine.objects.filter(state="running").update(pulse=timezone.now() - timedelta(minutes=1))
    Order.objects.update(pulse=timezone.now() - timedelta(minutes=1))
    take_up()
    until(lambda: over(order), 240)
    told = caller("GET", f"orders/{order['id']}")
    assert (told["done"], told["failed"], told["cancelled"], told["percent"]) == (
        4 * PICTURES,
        0,
        0,
        100,
    )

    unpacked = tmp_path / "unpacked"
    with zipfile.ZipFile(io.BytesIO(caller("GET", f"orders/{order['id']}/files.zip"))) as bag:
        assert bag.testzip() is None
        names = bag.namelist()
        bag.extractall(unpacked)
    rows = list(csv.DictReader(io.StringIO((unpacked / "files.csv").read_text("utf-8-sig"))))
    assert len(rows) == 4 * PICTURES and sorted(names) == sorted(
        [*(row["file"] for row in rows), "files.csv"]
    )
    assert max(Counter(names).values()) == 1
    assert {name.split("/")[0] for name in names} == {
        "10-x-15-cm",
        "20-x-20-cm",
        "8-x-10-in",
        "1280-x-720-px",
        "files.csv",
    }
    said = subprocess.run(["exiftool", "-json", "-n", "-r", "-ImageWidth", "-ImageHeight", "-XResolution", "-FileType", "-FileSize", str(unpacked)],
                          capture_output=True, text=True, check=False)  # fmt: skip
    measured = {
        Path(item["SourceFile"]).relative_to(unpacked).as_posix(): item
        for item in json.loads(said.stdout)
    }
    for row in rows:
        file = measured[row["file"]]
        assert (file["ImageWidth"], file["ImageHeight"]) == (
            int(row["width_px"]),
            int(row["height_px"]),
        ), row
        assert file["FileType"] == "JPEG" and file["FileSize"] == int(row["bytes"])
        assert file["XResolution"] == pytest.approx(float(row["ppi"]), abs=0.51)
        assert hashlib.sha256((unpacked / row["file"]).read_bytes()).hexdigest() == row["sha256"]
        assert row["state"] == "done"
    screens = [row for row in rows if row["file"].startswith("1280")]
    assert {(row["width_px"], row["height_px"]) for row in screens} == {
        ("1280", "720"),
        ("720", "1280"),
    }
    # What the killed worker had half made is gone; there is one file for each order.
    stored = [path for path in (Path(tmp_path) / "media" / "renders").rglob("*") if path.is_file()]
    assert len(stored) == 4 * PICTURES
    for path in ("", "/files.zip", "/files.csv"):
        other("GET", f"orders/{order['id']}{path}", expect=404)
    caller("DELETE", f"batches/{batch['id']}", expect=204)
    caller("GET", f"orders/{order['id']}", expect=404)  # at once; its rows and files follow
    clear_order(order["id"])  # or one of the workers
    until(lambda: not Order.objects.exists(), 30)
    assert not OrderLine.objects.exists()
    assert not [
        path for path in (Path(tmp_path) / "media" / "renders").rglob("*") if path.is_file()
    ]


def test_pause_go_on_and_call_off(caller: Caller, account: User, tmp_path: Path) -> None:
    pictures = brought(account, tmp_path, 3)
    batch = batch_of(caller, pictures)
    order = run_of(
        caller,
        batch,
        cells=[[str(picture.id), "cm-20x20"] for picture in pictures],
        pattern="{picture}",
    )
    assert order["total"] == 3
    assert caller("POST", f"orders/{order['id']}/pause")["state"] == "paused"
    work_off(order["id"])
    assert caller("GET", f"orders/{order['id']}")["done"] == 0
    caller("GET", f"orders/{order['id']}/files.zip", expect=409)
    caller("POST", f"orders/{order['id']}/resume")
    worked_off(order)
    assert caller("GET", f"orders/{order['id']}")["done"] == 3
    second = run_of(caller, batch)
    told = caller("POST", f"orders/{second['id']}/cancel")
    assert (told["state"], told["cancelled"], told["over"]) == ("cancelled", 6, True)
    work_off(second["id"])
    assert caller("GET", f"orders/{second['id']}")["done"] == 0
    caller("POST", f"orders/{second['id']}/again")
    worked_off(second)
    assert caller("GET", f"orders/{second['id']}")["done"] == 6
    assert [state["done"] for state in caller("GET", f"batches/{batch['id']}")["orders"]] == [6, 3]


def test_files_of_one_name_and_a_picture_that_is_gone(
    caller: Caller, account: User, tmp_path: Path
) -> None:
    pictures = brought(account, tmp_path, 3)
    Picture.objects.filter(id=pictures[2].id).update(name="plate 000.png")
    Path(pictures[1].file.path).unlink()
    batch = batch_of(caller, pictures, "keys:cm-20x20")
    order = run_of(caller, batch, pattern="{picture}")
    worked_off(order)
    told = caller("GET", f"orders/{order['id']}")
    assert (told["done"], told["failed"]) == (2, 1) and "missing" in told["problems"][0]
    table = caller("GET", f"orders/{order['id']}/files.csv").decode()
    rows = list(csv.DictReader(io.StringIO(table)))
    assert [row["file"] for row in rows] == [
        "20-x-20-cm/plate-000.jpg",
        "20-x-20-cm/plate-001.jpg",
        "20-x-20-cm/plate-000-2.jpg",
    ]
    assert [row["state"] for row in rows] == ["done", "failed", "done"]
    with zipfile.ZipFile(io.BytesIO(caller("GET", f"orders/{order['id']}/files.zip"))) as bag:
        assert sorted(bag.namelist()) == [
            "20-x-20-cm/plate-000-2.jpg",
            "20-x-20-cm/plate-000.jpg",
            "files.csv",
        ]


def test_edits_reach_the_files(caller: Caller, account: User, tmp_path: Path) -> None:
    """The chart's red grows to the right: a crop pushed to the right is redder than one at the left."""
    path = save(chart(240, 160), tmp_path / "chart.png")
    picture, _ = take_in(account, "chart.png", [path.read_bytes()])
    read(str(picture.id))
    batch = batch_of(caller, [picture], "keys:cm-20x20", shared={"format": "png"})
    reds = []
    for share in (0, 1):
        caller(
            "PUT",
            f"batches/{batch['id']}/cells",
            {"picture": str(picture.id), "size": "cm-20x20", "anchor": [share, 0.5]},
        )
        order = run_of(caller, batch)
        worked_off(order)
        from zollstock.pixels.vips import pyvips

        made = OrderLine.objects.get(order_id=order["id"]).files.get()
        reds.append(pyvips.Image.new_from_file(made.file.path)[0].avg())
    assert reds[0] == pytest.approx(255 / 3, abs=2) and reds[1] == pytest.approx(255 * 2 / 3, abs=2)


def test_every_print_of_a_batch_has_its_edge_and_its_padding(
    caller: Caller, account: User, tmp_path: Path
) -> None:
    """A blue border of 1 cm, a green padding, as a PDF; then laid out again, as a wrapped TIFF."""
    from zollstock.pixels.vips import pyvips

    path = save(chart(240, 160), tmp_path / "chart.png")
    picture, _ = take_in(account, "chart.png", [path.read_bytes()])
    read(str(picture.id))
    sides = dict.fromkeys(("left", "top", "right", "bottom"), "1 cm")
    edge = {"kind": "border", "colour": "#0000ff"} | sides
    shared = {"format": "pdf", "edge": edge, "padding": "#00ff00"}
    batch = batch_of(caller, [picture], "keys:cm-20x20", shared=shared)
    assert batch["shared"]["edge"]["keyline"] is None and batch["shared"]["padding"] == "#00ff00"
    whole = {"picture": str(picture.id), "size": "cm-20x20", "mode": "contain"}
    caller("PUT", f"batches/{batch['id']}/cells", whole)

    order = run_of(caller, batch)
    worked_off(order)
    made = OrderLine.objects.get(order_id=order["id"]).files.get()
    assert (made.type, made.name[-4:]) == ("pdf", ".pdf")
    page = tmp_path / "page"
    subprocess.run(
        ["pdftoppm", "-png", "-r", "50", "-singlefile", made.file.path, page], check=True
    )
    seen = pyvips.Image.new_from_file(f"{page}.png")
    assert [round(part) for part in seen(8, 200)] == [0, 0, 255]
    assert [round(part) for part in seen(200, 40)] == [0, 255, 0]

    wrap = {"kind": "wrap", "depth": "2 cm", "turn": "1 cm", "fill": "mirror"}
    change = {"shared": {"format": "tiff", "edge": wrap}, "set": "keys:cm-10x15,cm-20x20"}
    changed = caller("PATCH", f"batches/{batch['id']}", change)
    assert [size["key"] for size in changed["sizes"]] == ["cm-10x15", "cm-20x20"]
    order = run_of(caller, batch)
    worked_off(order)
    lines = OrderLine.objects.filter(order_id=order["id"])
    widths = sorted(line.files.get().facts["width_px"] for line in lines)
    square = next(o for o in lines if o.files.get().facts["width"] == "20 cm").files.get()
    assert len(widths) == 2 and square.facts["mode"] == "contain"
    assert square.facts["width_px"] / square.facts["ppi"] * 2.54 == pytest.approx(26, abs=0.1)


def test_a_run_is_told_before_it_is_laid_out(caller: Caller, account: User, tmp_path: Path) -> None:
    batch = batch_of(caller, brought(account, tmp_path, 3))
    order = caller("POST", f"batches/{batch['id']}/orders", {})
    assert (order["state"], order["total"], order["queued"], order["over"]) == (
        "waiting",
        6,
        6,
        False,
    )
    assert not OrderLine.objects.exists()
    # What is changed meanwhile is no part of it.
    caller(
        "PUT",
        f"batches/{batch['id']}/cells",
        {"picture": batch["pictures"][0]["id"], "size": "cm-20x20", "anchor": [1, 0.5]},
    )
    lay_out(order["id"])
    order = caller("GET", f"orders/{order['id']}")
    assert (order["state"], order["total"], order["queued"]) == ("going", 6, 6)
    lay_out(order["id"])
    assert OrderLine.objects.count() == 6, "a second messenger finds nothing to do"
    anchors = {tuple(line.document["fit"]["anchor"]) for line in OrderLine.objects.all()}
    assert (1, 0.5) not in anchors


def test_a_run_whose_layer_was_killed_is_laid_out_once(
    caller: Caller, account: User, tmp_path: Path, monkeypatch
) -> None:
    from zollstock.renders import laying, tasks

    monkeypatch.setattr(laying, "AT_ONCE", 2)
    batch = batch_of(caller, brought(account, tmp_path, 3))
    order = caller("POST", f"batches/{batch['id']}/orders", {})
    first = laying.LAYING.claim(order["id"])
    assert first is not None
    part = list(lines_of_batch(first))[:2]
    laying._write_mine(first, part)
    Order.objects.update(pulse=timezone.now() - timedelta(minutes=1))
    tasks.take_up()
    lay_out(order["id"])
    assert OrderLine.objects.count() == 6 and caller("GET", f"orders/{order['id']}")["queued"] == 6
    # The first, come back from the dead, adds nothing.
    with pytest.raises(Cancelled):
        laying._write_mine(first, list(lines_of_batch(first))[2:4])
    assert OrderLine.objects.count() == 6


def test_a_removed_run_is_gone_at_once_and_cleared_away_though_its_worker_is_killed(
    caller: Caller, account: User, tmp_path: Path, monkeypatch
) -> None:
    monkeypatch.setattr(removing, "AT_ONCE", 4)
    batch = batch_of(caller, brought(account, tmp_path, 3))
    order = run_of(caller, batch)
    other = run_of(caller, batch)
    caller("DELETE", f"orders/{order['id']}", expect=204)
    caller("DELETE", f"orders/{order['id']}", expect=404)
    shown = caller("GET", f"batches/{batch['id']}")["orders"]
    assert [one["id"] for one in shown] == [other["id"]]
    work_off(order["id"])
    assert OrderLine.objects.filter(order=order["id"], state="queued").count() == 6, (
        "nothing is made of it"
    )
    assert removing.REMOVED.claim(order["id"]) is not None
    Order.objects.filter(id=order["id"]).update(pulse=timezone.now() - timedelta(minutes=1))
    take_up()
    clear_order(order["id"])
    assert [str(kept.id) for kept in Order.objects.all()] == [other["id"]]
    assert OrderLine.objects.count() == 6


def test_a_run_called_off_before_it_is_laid_out_can_be_made_after_all(
    caller: Caller, account: User, tmp_path: Path
) -> None:
    batch = batch_of(caller, brought(account, tmp_path, 2))
    order = caller("POST", f"batches/{batch['id']}/orders", {})
    off = caller("POST", f"orders/{order['id']}/cancel")
    assert (off["over"], off["cancelled"], off["total"]) == (True, 4, 4)
    lay_out(order["id"])
    assert not OrderLine.objects.exists()
    again = caller("POST", f"orders/{order['id']}/again")
    assert (again["state"], again["queued"]) == ("waiting", 4)
    lay_out(order["id"])
    assert (
        caller("GET", f"orders/{order['id']}")["state"] == "going"
        and OrderLine.objects.count() == 4
    )


def test_a_layout_that_fails_says_so(
    caller: Caller, account: User, tmp_path: Path, monkeypatch
) -> None:
    order = caller(
        "POST", f"batches/{batch_of(caller, brought(account, tmp_path, 1))['id']}/orders", {}
    )

    def broken(order: Order) -> None:
        raise ZeroDivisionError("the cause")

    monkeypatch.setattr("zollstock.batches.tasks.lines_of_batch", broken)
    lay_out(order["id"])
    told = caller("GET", f"orders/{order['id']}")
    assert (told["state"], told["failed"], told["over"]) == ("failed", 2, True)
    assert "written down" in told["problems"][0]


def test_single_orders_are_not_stuck_behind_a_run(
    caller: Caller, account: User, workers, tmp_path: Path
) -> None:
    folder = tmp_path / "many"
    folder.mkdir()
    order = run_of(
        caller,
        batch_of(
            caller,
            brought(account, folder, 10, ((750, 500),)),
            "keys:cm-10x15,cm-20x20,in-8x10,cm-13x18,iso-a4,cm-20x30,cm-30x40",
        ),
    )
    held = ready_print(caller, save(noise(600, 400, seed=9999), tmp_path / "single.jpg"))
    workers("only")
    until(lambda: OrderLine.objects.filter(order_id=order["id"], state="done").count() > 5)
    single = caller("POST", f"prints/{held['id']}/orders", {"version": held["version"]})
    until(lambda: OrderLine.objects.get(id=single["id"]).state == "done", 60)
    assert not over(order)


def test_all_files_of_a_batch_are_in_its_print_profile(
    caller: Caller, account: User, tmp_path: Path
) -> None:
    from zollstock.pixels.vips import pyvips

    path = save(chart(240, 160), tmp_path / "chart.png")
    picture, _ = take_in(account, "chart.png", [path.read_bytes()])
    read(str(picture.id))
    one = next(row for row in shipped() if row.key == "press-coated")
    profile = {"key": one.key, "name": one.name, "hash": one.hash, "space": one.space}
    wanted = {"format": "png", "profile": profile, "intent": "relative", "black_point": False}
    batch = batch_of(caller, [picture], "keys:cm-20x20", shared=wanted)
    shared = batch["shared"]
    assert (shared["profile"]["key"], shared["intent"], shared["black_point"]) == (
        "press-coated",
        "relative",
        False,
    )
    (row,) = caller("GET", f"batches/{batch['id']}/cells?first=0&count=1")
    assert "holds no CMYK" in row["cells"][0]["problem"]
    caller("PATCH", f"batches/{batch['id']}", {"shared": shared | {"format": "tiff"}})
    order = run_of(caller, batch)
    worked_off(order)
    made = OrderLine.objects.get(order_id=order["id"]).files.get()
    assert pyvips.Image.new_from_file(made.file.path).bands == 4
    plain = caller("PATCH", f"batches/{batch['id']}", {"shared": shared | {"profile": None}})
    assert plain["shared"]["profile"] is None
