"""Layouts beside the prints of a job: saved, walked, guarded, reckoned, made, taken along, and forgotten."""

from __future__ import annotations

import io
import json
import zipfile
from datetime import timedelta
from pathlib import Path

import pikepdf
import pytest
from django.contrib.auth.models import User
from django.utils import timezone

from tests.api.caller import Caller, ready_print
from tests.api.removing import a_day_after_removing
from tests.api.test_renders import leftovers
from tests.api.workers import until
from tests.layouts import pass_document
from tests.pictures import noise, save
from zollstock.jobs.models import Design, Revision
from zollstock.pictures.models import Picture
from zollstock.pixels.vips import pyvips
from zollstock.renders.models import OrderLine
from zollstock.renders.tasks import forget, make

pytestmark = [pytest.mark.django_db(transaction=True), pytest.mark.usefixtures("empty_broker")]


@pytest.fixture
def held(caller: Caller, tmp_path: Path) -> dict:
    picture = save(noise(1200, 900), tmp_path / "noise.jpg")
    return ready_print(
        caller, picture, title="Mill gears", target={"width": "40 cm", "height": "30 cm"},
        pixels={"mode": "fixed", "ppi": 72, "method": "cubic"}, output={"format": "pdf"},
    )  # fmt: skip


def begun(caller: Caller, held: dict, kind: str = "tiles") -> dict:
    return caller("POST", f"jobs/{held['job']}/layouts", {"kind": kind, "print": held["id"]})


def saved(caller: Caller, layout: dict, **changes) -> dict:
    document = layout["document"] | changes
    body = {"document": document, "version": layout["version"]}
    return caller("PUT", f"layouts/{layout['id']}/document", body)


def test_a_layout_begins_with_its_print_as_planned(caller, held) -> None:
    layout = begun(caller, held)
    assert layout["kind"] == "tiles" and layout["version"] == 1 and not layout["can_undo"]
    assert layout["document"]["title"] == "Mill gears"
    assert layout["document"]["plans"] == [held["plan"]]
    assert layout["pictures"][0]["id"] == held["picture"]["id"]
    (job,) = caller.listed("jobs")
    assert [one["id"] for one in job["first"]] == [held["id"]]
    (slip,) = caller.listed(f"jobs/{job['id']}/layouts")
    assert slip["id"] == layout["id"] and slip["text"] == "40 × 30 cm, 4 sheets"


@pytest.mark.parametrize("kind", ["id", "life"])
def test_a_kind_that_decides_the_size_leaves_the_prints_own_behind(caller, held, kind) -> None:
    bordered = held["plan"] | {
        "edge": {"kind": "border", **dict.fromkeys(("left", "top", "right", "bottom"), "2 cm")}
    }
    caller("PUT", f"prints/{held['id']}/plan", {"plan": bordered, "version": held["version"]})
    layout = begun(caller, held, kind)
    plan = layout["document"]["plans"][0]
    assert plan["edge"]["kind"] == "none" and plan["target"] != held["plan"]["target"]
    assert plan["output"]["format"] == "pdf"
    page = caller("POST", "layouts/reckon", {"layout": layout["document"]})
    assert page["steps"] and page["sides"]
    # Nobody has marked anything on it yet: so it cannot be made.
    assert {one["id"] for one in page["findings"] if one["level"] == "stop"} == {"not-marked"}
    caller("POST", f"layouts/{layout['id']}/orders", {"version": layout["version"]}, expect=422)


def test_every_change_is_kept_and_can_be_walked(caller, held) -> None:
    layout = begun(caller, held)
    for overlap in ("2 cm", "3 cm"):
        layout = saved(caller, layout, overlap=overlap)
    path = f"layouts/{layout['id']}"
    layout = caller("POST", f"{path}/undo", {"version": layout["version"]})
    assert layout["document"]["overlap"] == "2 cm" and layout["can_redo"]
    layout = caller("POST", f"{path}/redo", {"version": layout["version"]})
    assert caller("GET", path)["document"]["overlap"] == "3 cm"  # as after a reload
    assert Revision.objects.filter(design_id=layout["id"]).count() == 3


def test_a_stale_window_is_told_and_changes_nothing(caller, held) -> None:
    layout = begun(caller, held)
    newer = saved(caller, layout, overlap="2 cm")
    body = {"document": layout["document"] | {"overlap": "3 cm"}, "version": layout["version"]}
    told = caller("PUT", f"layouts/{layout['id']}/document", body, expect=409)
    assert told["message"].startswith("This layout was changed in another window.")
    assert told["version"] == newer["version"]
    lines = f"layouts/{layout['id']}/orders"
    assert caller("POST", lines, {"version": layout["version"]}, expect=409)
    assert caller("GET", f"layouts/{layout['id']}")["document"]["overlap"] == "2 cm"


def test_a_wrong_wish_is_refused_with_its_path_and_the_saved_one_stays(caller, held) -> None:
    layout = begun(caller, held)
    body = {"document": layout["document"] | {"overlap": "11 1/ in"}, "version": 1}
    told = caller("PUT", f"layouts/{layout['id']}/document", body, expect=422)
    assert told["problems"][0]["path"] == "overlap"
    told = caller("POST", "layouts/reckon", {"layout": body["document"]}, expect=422)
    assert told["problems"][0]["path"] == "overlap"
    other = layout["document"]["plans"][0] | {"picture": {"width_px": 90, "height_px": 60}}
    body = {"document": layout["document"] | {"plans": [other]}, "version": 1}
    told = caller("PUT", f"layouts/{layout['id']}/document", body, expect=422)
    assert told["problems"][0]["path"] == "plans[0].picture"
    assert caller("GET", f"layouts/{layout['id']}")["document"] == layout["document"]


def test_a_page_counts_what_somebody_would_give(caller, held) -> None:
    layout = begun(caller, held)
    asked = {"layout": layout["document"], "unit": "cm", "on": 20, "sheet": 1}
    page = caller("POST", "layouts/reckon", asked)
    assert "20 sheets" in page["ways"][-1]["title"]
    assert page["sheets"][1]["drawing"]["labels"][0]["text"] == page["sheets"][1]["name"]


def test_sheets_as_a_pdf(caller, held, workers) -> None:
    workers("one")
    layout = saved(caller, begun(caller, held), overview=True)
    made = caller("POST", f"layouts/{layout['id']}/orders", {"version": layout["version"]})
    assert [file["name"] for file in made["files"]] == ["mill-gears.pdf"] and made["count"] == 1
    until(lambda: OrderLine.objects.get(id=made["id"]).state == "done")
    told = caller.listed(f"layouts/{layout['id']}/order-lines")[0]
    assert told["made_text"].startswith("PDF ")
    with pikepdf.open(io.BytesIO(caller("GET", f"order-lines/{made['id']}/files/1"))) as document:
        assert len(document.pages) == 5  # four tiles and the overview


def test_sheets_as_files_in_a_zip(caller, held) -> None:
    layout = begun(caller, held)
    plan = layout["document"]["plans"][0] | {"output": {"format": "png"}}
    layout = saved(caller, layout, plans=[plan])
    made = caller("POST", f"layouts/{layout['id']}/orders", {"version": layout["version"]})
    make(made["id"])
    told = caller("GET", f"order-lines/{made['id']}")
    assert told["count"] == 4 and told["made_text"].startswith("4 files, PNG ")
    with zipfile.ZipFile(io.BytesIO(caller("GET", f"order-lines/{made['id']}/files.zip"))) as bag:
        names = sorted(bag.namelist())
        assert names == [f"mill-gears-{name}_29.7x21cm.png" for name in ("a1", "a2", "b1", "b2")]
        sheet = pyvips.Image.new_from_buffer(bag.read(names[0]), "")
        assert (sheet.width, sheet.height) == (842, 595)  # an A4, lying, at 72 ppi
    assert len(leftovers()) == 4


def test_the_same_order_is_not_given_twice_and_can_be_called_off(caller, held) -> None:
    layout = begun(caller, held)
    lines = f"layouts/{layout['id']}/orders"
    one, other = (caller("POST", lines, {"version": 1}) for _ in range(2))
    assert one["id"] == other["id"]
    assert caller("POST", f"order-lines/{one['id']}/cancel")["state"] == "cancelled"
    caller("DELETE", f"layouts/{layout['id']}", expect=204)
    a_day_after_removing()
    assert not OrderLine.objects.exists() and leftovers() == []


def test_what_stops_a_photo_is_said_before_it_is_ordered(caller, held) -> None:
    layout = begun(caller, held, "id")
    layout = saved(caller, layout, face={"crown": [0.5, 0.01], "chin": [0.5, 0.99], "eyes": None})
    told = caller("POST", f"layouts/{layout['id']}/orders", {"version": 2}, expect=422)
    assert "beyond the" in told["message"]


def test_passes_come_with_their_single_file(caller, held) -> None:
    layout = begun(caller, held, "id")
    face = {"crown": [0.5, 0.4], "chin": [0.5, 0.6], "eyes": [0.5, 0.5]}
    upload = {"width_px": 350, "height_px": 450, "most_kb": 120}
    layout = saved(caller, layout, face=face, upload=upload)
    made = caller("POST", f"layouts/{layout['id']}/orders", {"version": layout["version"]})
    assert [file["type"] for file in made["files"]] == ["pdf", "jpeg"]
    make(made["id"])
    single = caller("GET", f"order-lines/{made['id']}/files/2")
    assert len(single) <= 120_000
    assert pyvips.Image.new_from_buffer(single, "").width == 350


def test_a_job_goes_along_with_its_layouts_and_comes_back(caller, held) -> None:
    layout = saved(caller, begun(caller, held), overlap="3 cm")
    begun(caller, held, "life")
    bag = caller("GET", f"jobs/{held['job']}/archive")
    again = Caller(User.objects.create_user("other", password="low-tide-1884"))
    response = again.send("POST", "jobs/archive", bag, "application/zip")
    assert response.status_code == 200, response.content
    slip = response.json()
    layouts = again.listed(f"jobs/{slip['id']}/layouts")
    assert [one["kind"] for one in layouts] == ["tiles", "life"] and slip["prints"] == 1
    back = again("GET", f"layouts/{layouts[0]['id']}")
    assert back["document"] == layout["document"]
    text = caller("GET", f"layouts/{layout['id']}/layout.json")
    assert (text if isinstance(text, dict) else json.loads(text)) == layout["document"]


def test_a_layout_of_a_stranger_is_not_there(caller, held) -> None:
    layout = begun(caller, held)
    stranger = Caller(User.objects.create_user("stranger", password="low-tide-1884"))
    path = f"layouts/{layout['id']}"
    stranger("GET", path, expect=404)
    stranger("DELETE", path, expect=404)
    stranger("PUT", f"{path}/document", {"document": layout["document"], "version": 1}, expect=404)
    stranger("POST", f"{path}/undo", {"version": 1}, expect=404)
    stranger("POST", f"{path}/orders", {"version": 1}, expect=404)
    stranger("GET", f"{path}/order-lines", expect=404)
    stranger("GET", f"{path}/layout.json", expect=404)
    stranger(
        "POST", f"jobs/{held['job']}/layouts", {"kind": "tiles", "print": held["id"]}, expect=404
    )
    own = stranger("POST", "jobs", {"title": "Mine"})
    taken = {"kind": "tiles", "picture": held["picture"]["id"]}
    stranger("POST", f"jobs/{own['id']}/layouts", taken, expect=404)
    stranger("GET", f"pictures/{held['picture']['id']}/keeping", expect=404)
    stranger("POST", f"pictures/{held['picture']['id']}/forget", expect=404)
    caller("POST", f"jobs/{held['job']}/layouts", {"kind": "tiles"}, expect=422)


def test_a_picture_goes_when_its_time_is_up_and_no_other_does(caller, held, photo) -> None:
    other = ready_print(caller, photo("other.jpg", 300, 200))
    path = f"pictures/{held['picture']['id']}/keeping"
    until_then = caller("PUT", path, {"days": 7})["forget_at"]
    assert until_then is not None
    forget()
    assert Picture.objects.count() == 2
    Picture.objects.filter(id=held["picture"]["id"]).update(
        forget_at=timezone.now() - timedelta(seconds=1)
    )
    forget()
    assert [str(one.id) for one in Picture.objects.all()] == [other["picture"]["id"]]
    assert Design.objects.count() == 1
    caller("PUT", path, {"days": None}, expect=404)
    kept = caller("PUT", f"pictures/{other['picture']['id']}/keeping", {"days": 7})
    assert kept["forget_at"]
    assert (
        caller("PUT", f"pictures/{other['picture']['id']}/keeping", {"days": None})["forget_at"]
        is None
    )
    caller("PUT", f"pictures/{other['picture']['id']}/keeping", {"days": 0}, expect=422)


def test_rules_are_rows_that_are_kept_and_guarded(caller, held) -> None:
    kept = caller("GET", "photo-rules")
    assert kept["version"] == 0 and len(kept["table"]["rules"]) == 3 and "decides" in kept["note"]
    own = pass_document()["rule"] | {"name": "Our own", "eyes": None}
    book = {"rules": [own]}
    kept = caller("PUT", "photo-rules", {"version": 0, "table": book})
    assert kept["version"] == 1 and kept["table"]["rules"][0]["name"] == "Our own"
    theirs = {"rules": [own | {"name": "Theirs"}]}
    told = caller("PUT", "photo-rules", {"version": 0, "table": theirs}, expect=409)
    assert "another window" in told["message"]
    wrong = {"rules": [own | {"head": ["36 mm", "32 mm"]}]}
    told = caller("PUT", "photo-rules", {"version": 1, "table": wrong}, expect=422)
    assert told["problems"][0]["path"] == "rules[0].head"
    assert begun(caller, held, "id")["document"]["rule"]["name"] == "Our own"
    table = caller("GET", "photo-rules.csv").decode()
    assert "Our own" in table
    taken = caller(
        "POST", "photo-rules/csv", {"version": 1, "text": table.replace("Our own", "Ours")}
    )
    assert taken["version"] == 2 and taken["table"]["rules"][0] == own | {
        "name": "Ours",
        "key": "r1",
    }
    caller("POST", "photo-rules/csv", {"version": 1, "text": table}, expect=409)
    told = caller("POST", "photo-rules/csv", {"version": 2, "text": "name\nOurs"}, expect=422)
    assert "line 1" in told["message"]
    assert caller("DELETE", "photo-rules?version=2")["version"] == 0
