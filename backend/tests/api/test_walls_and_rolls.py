"""Panels, hangings and gangs beside the prints of a job; the stock, and what is booked off it."""

from __future__ import annotations

import io
import json
import zipfile
from pathlib import Path

import pytest

from tests.api.caller import Caller, ready_print
from tests.pictures import noise, save
from zollstock.core.layouts import parse_layout, reckon_layout
from zollstock.jobs.models import DesignPicture
from zollstock.renders.models import OrderLine
from zollstock.renders.tasks import make
from zollstock.stock.models import Booking

pytestmark = [pytest.mark.django_db(transaction=True), pytest.mark.usefixtures("empty_broker")]

STOCK = {
    "currency": "€",
    "media": [
        {"name": "Harbour satin", "factor": 1.0, "spread": 0.04, "rolls": [{"key": "r1", "width": "61 cm", "left": "3 m", "price": 20}]},
        {"name": "Salt cotton", "factor": 0.7, "sheets": [{"key": "s1", "name": "A2", "width": "42 cm", "height": "59.4 cm", "left": 2}]},
    ],
}  # fmt: skip


@pytest.fixture
def prints(caller: Caller, tmp_path: Path) -> list[dict]:
    """Two prints in two jobs, of two pictures."""
    found = []
    for number, (title, size) in enumerate(
        (("Fog", ("30 cm", "20 cm")), ("Gear", ("20 cm", "30 cm")))
    ):
        picture = save(
            noise(300, 200, number + 1) if number == 0 else noise(200, 300, 7),
            tmp_path / f"{number}.jpg",
        )
        found.append(ready_print(
            caller, picture, title=title, target={"width": size[0], "height": size[1]},
            pixels={"mode": "fixed", "ppi": 40, "method": "cubic"},
        ))  # fmt: skip
    return found


def fetched(caller: Caller, path: str):
    return caller.send("GET", path, "", "application/json")


def begun(caller: Caller, prints: list[dict], kind: str, count: int = 2) -> dict:
    body = {"kind": kind, "prints": [one["id"] for one in prints[:count]]}
    return caller("POST", f"jobs/{prints[0]['job']}/layouts", body)


def stocked(caller: Caller) -> dict:
    return caller("PUT", "stock", {"version": 0, "table": STOCK})


def saved(caller: Caller, layout: dict, **changes) -> dict:
    body = {"document": layout["document"] | changes, "version": layout["version"]}
    return caller("PUT", f"layouts/{layout['id']}/document", body)


def ordered(caller: Caller, layout: dict) -> OrderLine:
    made = caller("POST", f"layouts/{layout['id']}/orders", {"version": layout["version"]})
    make(made["id"])
    return OrderLine.objects.get(id=made["id"])


def test_panels_begin_with_a_print_cut_into_three(caller, prints) -> None:
    layout = caller(
        "POST", f"jobs/{prints[0]['job']}/layouts", {"kind": "panels", "print": prints[0]["id"]}
    )
    frames = layout["document"]["frames"]
    assert [frame["width"] for frame in frames] == ["7 cm"] * 3
    assert [frame["x"] for frame in frames] == ["0 cm", "11 cm", "22 cm"]
    assert frames[0]["ordered"] == {"width": "7 cm", "height": "20 cm"}
    assert layout["document"]["wrap"]["fill"] == "mirror"
    page = caller("POST", "layouts/reckon", {"layout": layout["document"], "unit": "cm"})
    assert [step["step"] for step in page["steps"]] == [
        "spread",
        "frames",
        "edge",
        "pixels",
        "hanging",
        "view",
    ]
    assert page["panels"]["arrangement"] == "row" and len(page["wall"]["pieces"]) == 3
    (slip,) = caller.listed(f"jobs/{prints[0]['job']}/layouts")
    assert slip["text"] == "3 frames, 29 × 20 cm"


def test_frames_are_arranged_without_anything_being_stored(caller, prints) -> None:
    layout = caller(
        "POST", f"jobs/{prints[0]['job']}/layouts", {"kind": "panels", "print": prints[0]["id"]}
    )
    asked = {
        "layout": layout["document"],
        "arrangement": "steps",
        "count": 4,
        "gap": "3",
        "unit": "cm",
    }
    frames = caller("POST", "layouts/arrange", asked)["frames"]
    assert [frame["x"] for frame in frames] == ["0 cm", "10 cm", "20 cm", "30 cm"]
    assert [frame["y"] for frame in frames] == ["15 cm", "10 cm", "5 cm", "0 cm"]
    assert caller("GET", f"layouts/{layout['id']}")["version"] == layout["version"]
    told = caller("POST", "layouts/arrange", asked | {"gap": "11 1/ in"}, expect=422)
    assert "11 1/ in" in told["message"]
    assert (
        "2 to 12 frames"
        in caller("POST", "layouts/arrange", asked | {"count": 13}, expect=422)["message"]
    )
    # Also frames that lie over each other, since that is what puts them right; but nothing else that is wrong.
    crowded = layout["document"] | {
        "frames": [frame | {"width": "12 cm"} for frame in layout["document"]["frames"]]
    }
    caller("POST", "layouts/reckon", {"layout": crowded}, expect=422)
    righted = caller(
        "POST",
        "layouts/arrange",
        {"layout": crowded, "arrangement": "row", "gap": "4 cm", "unit": "cm"},
    )
    assert [frame["x"] for frame in righted["frames"]] == ["0 cm", "16 cm", "32 cm"]
    caller(
        "POST",
        "layouts/arrange",
        {"layout": crowded | {"mode": "open"}, "arrangement": "row"},
        expect=422,
    )
    resized = caller("POST", "layouts/arrange", asked | {"size": "20x30"})["frames"]
    assert resized[0]["ordered"] == {"width": "20 cm", "height": "30 cm"}


def test_the_files_of_panels_are_made_one_a_frame(caller, prints) -> None:
    layout = caller(
        "POST", f"jobs/{prints[0]['job']}/layouts", {"kind": "panels", "print": prints[0]["id"]}
    )
    line = ordered(caller, layout)
    assert line.state == OrderLine.State.DONE, line.problem
    assert [file.name for file in line.files.all()] == [
        f"fog-{number}_face-7x20cm_file-17x30cm.tif" for number in (1, 2, 3)
    ]


def test_a_row_hangs_prints_of_several_jobs_and_has_its_plan(caller, prints) -> None:
    layout = begun(caller, prints, "hang")
    assert [plan["title"] for plan in layout["document"]["plans"]] == ["Fog", "Gear"]
    assert [picture["id"] for picture in layout["pictures"]] == [
        one["picture"]["id"] for one in prints
    ]
    plan = fetched(caller, f"layouts/{layout['id']}/hanging.pdf?unit=cm")
    assert (
        plan.status_code == 200
        and plan.content.startswith(b"%PDF")
        and "hanging-plan.pdf" in plan["Content-Disposition"]
    )
    assert b"<svg" in fetched(caller, f"layouts/{layout['id']}/hanging.svg").content
    assert fetched(caller, f"layouts/{layout['id']}/hanging.exe").status_code == 404
    line = ordered(caller, layout)
    assert [file.type for file in line.files.all()] == ["pdf"]


def test_the_wall_is_fetched_as_a_picture(caller, prints) -> None:
    layout = begun(caller, prints, "hang")
    for ending, begins in (("png", b"\x89PNG"), ("jpg", b"\xff\xd8")):
        made = fetched(caller, f"layouts/{layout['id']}/wall.{ending}?unit=cm")
        assert made.status_code == 200 and made.content.startswith(begins)
        assert f"-wall.{ending}" in made["Content-Disposition"]
    tiles = caller(
        "POST", f"jobs/{prints[0]['job']}/layouts", {"kind": "tiles", "print": prints[0]["id"]}
    )
    assert fetched(caller, f"layouts/{tiles['id']}/wall.png").status_code == 422


def test_a_photograph_of_the_wall_is_one_more_picture_of_the_layout(caller, other, prints) -> None:
    layout = begun(caller, prints, "hang", 1)
    path = f"layouts/{layout['id']}"
    assert layout["photo"] is None
    body = {"picture": prints[1]["picture"]["id"], "version": layout["version"]}
    hung = caller("POST", f"{path}/wall-photo", body)
    assert hung["photo"]["id"] == prints[1]["picture"]["id"] and len(hung["pictures"]) == 1
    assert fetched(caller, f"{path}/wall.jpg").status_code == 200
    other("POST", f"{path}/wall-photo", body, expect=404)
    # Another photograph than the one that is held cannot be spoken of.
    view = hung["document"]["view"]
    photo = view["photo"] | {"picture": view["photo"]["picture"] | {"width_px": 5}}
    told = caller(
        "PUT",
        f"{path}/document",
        {
            "document": hung["document"] | {"view": view | {"photo": photo}},
            "version": hung["version"],
        },
        expect=422,
    )
    assert told["problems"][0]["path"] == "view.photo.picture"
    undone = caller("POST", f"{path}/undo", {"version": hung["version"]})
    assert undone["photo"] is None
    bag = caller("GET", f"jobs/{prints[0]['job']}/archive")
    assert caller.send("POST", "jobs/archive", bag, "application/zip").status_code == 200


def test_prints_are_added_behind_and_an_undo_can_be_worked_on(caller, prints) -> None:
    layout = begun(caller, prints, "gang", 1)
    path = f"layouts/{layout['id']}"
    more = caller(
        "POST", f"{path}/prints", {"prints": [prints[1]["id"]], "version": layout["version"]}
    )
    assert more["document"]["copies"] == [1, 1] and len(more["pictures"]) == 2
    undone = caller("POST", f"{path}/undo", {"version": more["version"]})
    assert len(undone["document"]["plans"]) == 1 and len(undone["pictures"]) == 1
    again = caller("POST", f"{path}/redo", {"version": undone["version"]})
    assert len(again["pictures"]) == 2
    undone = caller("POST", f"{path}/undo", {"version": again["version"]})
    changed = saved(caller, undone, copies=[3])
    # The first print comes in once more, under the key that the other one had.
    third = caller(
        "POST", f"{path}/prints", {"prints": [prints[0]["id"]], "version": changed["version"]}
    )
    assert [picture["id"] for picture in third["pictures"]] == [prints[0]["picture"]["id"]] * 2
    assert DesignPicture.objects.filter(design_id=layout["id"]).count() == 2
    assert caller("POST", f"{path}/prints", {"prints": [prints[1]["id"]], "version": 1}, expect=409)


def test_a_plan_cannot_be_smuggled_in_without_its_picture(caller, prints) -> None:
    layout = begun(caller, prints, "gang", 1)
    document = layout["document"] | {"plans": [*layout["document"]["plans"], prints[1]["plan"]]}
    told = caller(
        "PUT", f"layouts/{layout['id']}/document", {"document": document, "version": 1}, expect=422
    )
    assert told["problems"][0]["path"] == "plans[1].picture"


def test_a_layout_of_one_picture_takes_no_more_prints(caller, prints) -> None:
    layout = caller(
        "POST", f"jobs/{prints[0]['job']}/layouts", {"kind": "panels", "print": prints[0]["id"]}
    )
    body = {"prints": [prints[1]["id"]], "version": 1}
    assert (
        "made of one picture"
        in caller("POST", f"layouts/{layout['id']}/prints", body, expect=422)["message"]
    )
    assert (
        "Choose the prints"
        in caller("POST", f"jobs/{prints[0]['job']}/layouts", {"kind": "gang"}, expect=422)[
            "message"
        ]
    )


def test_a_gang_is_made_and_travels_with_its_job(caller, prints) -> None:
    layout = saved(caller, begun(caller, prints, "gang"), copies=[2, 1])
    line = ordered(caller, layout)
    assert line.state == OrderLine.State.DONE, line.problem
    assert [file.name for file in line.files.all()] == [
        f"{layout['document']['title'].lower().replace(',', '').replace(' ', '-')}-length-1_61x44.5cm.tif"
    ]
    listed = fetched(caller, f"layouts/{layout['id']}/pieces.csv").content.decode()
    assert len(listed.splitlines()) == 4 and "Fog, 2 of 2" in listed
    bag = caller("GET", f"jobs/{prints[0]['job']}/archive")
    with zipfile.ZipFile(io.BytesIO(bag)) as zipped:
        entries = json.loads(zipped.read("job.json"))["designs"]
    assert {key for entry in entries for key in entry["pictures"]} >= {
        "plans[0].picture",
        "plans[1].picture",
    }
    back = caller.send("POST", "jobs/archive", bag, "application/zip").json()
    layouts = caller.listed(f"jobs/{back['id']}/layouts")
    kept = [slip for slip in layouts if slip["kind"] == "gang"]
    assert len(kept) == 1


def test_the_stock_is_kept_by_version_and_back_to_what_ships(caller) -> None:
    first = caller("GET", "stock")
    assert first["version"] == 0 and len(first["table"]["media"]) == 6
    kept = stocked(caller)
    assert kept["version"] == 1
    theirs = STOCK | {"media": STOCK["media"][:1]}
    assert caller("PUT", "stock", {"version": 0, "table": theirs}, expect=409)
    wrong = STOCK | {"media": [{"name": "Odd", "rolls": [{"width": "wide"}]}]}
    told = caller("PUT", "stock", {"version": 1, "table": wrong}, expect=422)
    assert told["problems"][0]["path"] == "media[0].rolls[0].width"
    assert [one["name"] for one in caller("GET", "reference")["media"]] == [
        "Harbour satin",
        "Salt cotton",
    ]
    assert caller("DELETE", "stock?version=1")["version"] == 0
    assert len(caller("GET", "reference")["media"]) == 6


def test_the_stock_goes_out_and_comes_in_as_csv(caller) -> None:
    stocked(caller)
    text = fetched(caller, "stock.csv").content.decode()
    assert "Harbour satin" in text and "61 cm" in text
    longer = text.replace("3 m", "7.5 m")
    taken = caller("POST", "stock/csv", {"version": 1, "text": longer})
    assert (
        taken["table"]["media"][0]["rolls"][0]["left"] == "7.5 m"
        and taken["table"]["currency"] == "€"
    )
    told = caller(
        "POST", "stock/csv", {"version": 2, "text": "medium,width\nSatin,wide\n"}, expect=422
    )
    assert told["message"].startswith("line 2: width")
    assert caller("GET", "stock")["version"] == 2


def test_what_was_printed_is_booked_off_and_taken_back(caller, prints) -> None:
    stocked(caller)
    layout = begun(caller, prints, "gang")
    assert layout["document"]["roll"]["stock"] == "r1"
    used = reckon_layout(parse_layout(layout["document"])).figure("length_used").value
    path = f"layouts/{layout['id']}/bookings"
    (booked,) = caller("POST", path, {"version": layout["version"]})
    assert booked["paper"] == "Harbour satin, roll 61 cm" and booked["text"] == f"{used:g} mm"

    def left() -> str:
        return caller("GET", "stock")["table"]["media"][0]["rolls"][0]["left"]

    assert left() == f"{(3000 - used) / 1000:g} m"
    (given,) = caller("POST", f"{path}/{booked['id']}/back", {})
    assert given["back"] and left() == "3 m"
    caller("POST", f"{path}/{booked['id']}/back", {})
    assert left() == "3 m"  # once is enough
    caller("POST", path, {"version": 99}, expect=409)
    assert Booking.objects.count() == 1


def test_no_more_is_booked_than_is_left_and_nothing_from_a_paper_that_is_gone(
    caller, prints
) -> None:
    stocked(caller)
    layout = saved(caller, begun(caller, prints, "gang"), copies=[30, 30])
    path = f"layouts/{layout['id']}/bookings"
    assert (
        "Only 3 m of this roll are left"
        in caller("POST", path, {"version": layout["version"]}, expect=422)["message"]
    )
    caller("DELETE", "stock?version=1")
    assert (
        "not in your stock"
        in caller("POST", path, {"version": layout["version"]}, expect=422)["message"]
    )
    assert not Booking.objects.exists()


def test_one_account_never_sees_anothers(caller, other, prints) -> None:
    stocked(caller)
    layout = begun(caller, prints, "gang")
    (booked,) = caller("POST", f"layouts/{layout['id']}/bookings", {"version": layout["version"]})
    mine = caller(
        "POST", f"jobs/{prints[0]['job']}/layouts", {"kind": "hang", "prints": [prints[0]["id"]]}
    )
    assert other("GET", "stock")["version"] == 0
    for call in (
        ("GET", f"layouts/{layout['id']}/bookings", None),
        ("POST", f"layouts/{layout['id']}/bookings", {"version": 1}),
        ("POST", f"layouts/{layout['id']}/bookings/{booked['id']}/back", {}),
        ("POST", f"layouts/{mine['id']}/prints", {"prints": [prints[0]["id"]], "version": 1}),
    ):
        other(*call, expect=404)
    for path in ("pieces.csv", "hanging.pdf"):
        assert fetched(other, f"layouts/{layout['id']}/{path}").status_code == 404
    theirs = other("POST", "jobs", {"title": "Theirs"})
    other(
        "POST",
        f"jobs/{theirs['id']}/layouts",
        {"kind": "gang", "prints": [prints[0]["id"]]},
        expect=404,
    )


def test_a_layout_begins_with_the_walls_width(caller, photo) -> None:
    held = ready_print(caller, photo())
    place = f"jobs/{held['job']}/layouts"
    panels = caller("POST", place, {"kind": "panels", "print": held["id"], "wall": "3 m"})
    frames = panels["document"]["frames"]
    right = max(float(one["x"].split()[0]) + float(one["width"].split()[0]) for one in frames)
    assert 190 < right <= 200  # cm: two thirds of the wall, in whole cm a frame
    row = caller("POST", place, {"kind": "hang", "prints": [held["id"]], "wall": "3 m"})
    assert row["document"]["wall"] == "3 m"
    wrong = caller(
        "POST", place, {"kind": "hang", "prints": [held["id"]], "wall": "11 1/ in"}, expect=422
    )
    assert "half a fraction" in wrong["message"]
