"""The size library, sets, leave room, surveys and variants over the wire."""

from __future__ import annotations

import csv
import io
import subprocess
from pathlib import Path

import pytest

from tests.api.caller import Caller, ready_print
from tests.pictures import chart, save
from zollstock.pixels.vips import pyvips

pytestmark = pytest.mark.django_db
ZONE = {"name": "hand", "x": 0.8, "y": 0.4, "w": 0.18, "h": 0.3}


@pytest.fixture
def held(caller: Caller, tmp_path: Path) -> dict:
    return ready_print(caller, save(chart(1200, 800), tmp_path / "fog.jpg", Q=90))


def keys(answer: list[dict]) -> list[str]:
    return [size["key"] for size in answer]


def test_sizes_are_found_and_described(caller: Caller, other: Caller) -> None:
    assert len(caller("GET", "sizes")) > 140
    assert keys(caller("GET", "sizes?find=30x45"))[0] == "cm-30x45"
    said = caller(
        "PATCH", "sizes/cm-30x45", {"frames": "common", "note": "the shop round the corner"}
    )
    assert (said["frames"], said["note"], said["own"]) == (
        "common",
        "the shop round the corner",
        False,
    )
    assert caller("GET", "sizes?find=corner")[0]["key"] == "cm-30x45"
    assert other("GET", "sizes?find=30x45")[0]["frames"] == "seldom"
    caller("DELETE", "sizes/cm-30x45", expect=204)
    assert caller("GET", "sizes?find=30x45")[0]["frames"] == "seldom"


def test_a_size_of_ones_own(caller: Caller, other: Caller) -> None:
    made = caller(
        "POST", "sizes", {"width": "11 1/2", "height": "40", "unit": "in", "group": "Attic"}
    )
    assert made["name"] == "11 1/2 × 40 in" and made["own"] and made["width"] == "11 1/2 in"
    changed = caller(
        "PUT", f"sizes/{made['key']}", {"name": "Oak", "width": "30 cm", "height": "1 m"}
    )
    assert (changed["name"], changed["shown"]) == ("Oak", "30 × 100 cm")
    assert caller("GET", "sizes?find=oak")[0]["key"] == made["key"]
    other("PUT", f"sizes/{made['key']}", {"width": "1", "height": "1"}, expect=404)
    other("DELETE", f"sizes/{made['key']}", expect=204)
    assert keys(caller("GET", "sizes?find=oak")) == [made["key"]]
    bad = caller("POST", "sizes", {"width": "11 1/", "height": "3", "unit": "in"}, expect=422)
    assert "half a fraction" in bad["message"]
    caller("POST", "sizes", {"width": "0", "height": "3"}, expect=422)
    caller("PUT", "sizes/iso-a4", {"width": "1", "height": "1"}, expect=404)
    screen = caller(
        "POST", "sizes", {"name": "Kiosk", "width": "1080", "height": "1920", "unit": "px"}
    )
    assert screen["in_pixels"] and screen["shown"] == "1080 × 1920 px"


def test_csv_in_and_out(caller: Caller, other: Caller) -> None:
    table = "name;width;height;unit;frames;note\nHall;30;45;cm;common;=1+1\nKiosk;1080;1920;px;;\n"
    answer = caller.send("POST", "sizes.csv", table.encode(), "text/csv").json()
    assert answer == {"added": 2, "known": 0}
    again = caller.send("POST", "sizes.csv", table.encode(), "text/csv").json()
    assert again == {"added": 0, "known": 2}
    own = caller.client.get("/api/sizes.csv?which=own").content.decode()
    rows = list(csv.DictReader(io.StringIO(own)))
    assert [row["name"] for row in rows] == ["Hall", "Kiosk"] and rows[0]["note"] == "'=1+1"
    assert other.send("POST", "sizes.csv", own.encode(), "text/csv").json()["added"] == 2
    for body, said in (
        (b"size\nlarge\n", "line 2: \u201clarge\u201d is not a size"),
        (b"\xff\xfe\x00", "UTF-8"),
        (b"", "nothing in this"),
    ):
        refused = caller.send("POST", "sizes.csv", body, "text/csv")
        assert refused.status_code == 422 and said in refused.json()["message"]
        assert "Nothing was added" in refused.json()["message"]
    assert (
        len(list(csv.DictReader(io.StringIO(caller.client.get("/api/sizes.csv").content.decode()))))
        > 140
    )


def test_sets(caller: Caller, other: Caller) -> None:
    made = caller(
        "POST", "size-sets", {"name": "Hall", "keys": ["iso-a3", "cm-30x40", "gone", "iso-a3"]}
    )
    assert made["keys"] == ["iso-a3", "cm-30x40"]
    caller("PUT", f"size-sets/{made['id']}", {"name": "Hall", "keys": ["iso-a2"]})
    assert caller("GET", "size-sets")[0]["keys"] == ["iso-a2"]
    assert other("GET", "size-sets") == []
    other("DELETE", f"size-sets/{made['id']}", expect=404)
    caller("POST", "size-sets", {"name": "None", "keys": ["gone"]}, expect=404)
    other("GET", f"leave-room?ratio=3:2&set=set:{made['id']}", expect=404)
    caller("DELETE", f"size-sets/{made['id']}", expect=204)


def test_leave_room(caller: Caller, tmp_path: Path) -> None:
    room = caller("GET", "leave-room?ratio=3:2&set=keys:in-8x10,cm-30x30")
    assert room["safe"] == pytest.approx([1 / 6, 0, 2 / 3, 1]) and len(room["sizes"]) == 2
    bad = caller("GET", "leave-room?ratio=wide&set=all", expect=422)
    assert "not a camera's ratio" in bad["message"]
    caller("GET", "leave-room?ratio=3:2&set=group:None", expect=404)
    png = tmp_path / "room.png"
    png.write_bytes(
        caller.client.get("/api/leave-room.png?ratio=3:2&set=all&pixels=1500x1000").content
    )
    image = pyvips.Image.new_from_file(str(png))
    assert (image.width, image.height, image.bands) == (1500, 1000, 4)
    for pixels, said in (
        ("60000x40000", "megapixels"),
        ("600x600", "not a frame of"),
        ("many", "no pixel count"),
    ):
        assert (
            said
            in caller("GET", f"leave-room.png?ratio=3:2&set=all&pixels={pixels}", expect=422)[
                "message"
            ]
        )
    pdf = tmp_path / "room.pdf"
    pdf.write_bytes(caller.client.get("/api/leave-room.pdf?ratio=4:3&set=all&both=true").content)
    said = subprocess.run(
        ["pdftotext", str(pdf), "-"], capture_output=True, text=True, check=True
    ).stdout
    assert "lying and standing" in said


def test_a_survey_of_a_print(caller: Caller, other: Caller, held: dict, tmp_path: Path) -> None:
    where = f"prints/{held['id']}/sizes"
    answer = caller("GET", f"{where}?set=keys:cm-30x45,cm-30x30,iso-a3&unit=cm")
    assert keys(answer["sizes"]) == ["cm-30x45", "iso-a3", "cm-30x30"]
    assert answer["words"].startswith("Nothing is lost on 45 × 30 cm.")
    rows = list(
        csv.DictReader(
            io.StringIO(caller.client.get(f"/api/{where}.csv?set=group:ISO A").content.decode())
        )
    )
    assert len(rows) == 11 and float(rows[0]["loss"]) > 0
    pdf = tmp_path / "sizes.pdf"
    pdf.write_bytes(caller.client.get(f"/api/{where}.pdf?set=group:ISO A&order=area").content)
    assert (
        "largest first"
        in subprocess.run(
            ["pdftotext", str(pdf), "-"], capture_output=True, text=True, check=True
        ).stdout
    )
    for ending in ("", ".csv", ".pdf"):
        other("GET", f"{where}{ending}?set=all", expect=404)
    caller("GET", f"{where}?set=all&order=beauty", expect=422)
    caller("GET", f"{where}?set=keys:none", expect=404)


def test_variants_are_prints_of_the_one_file(caller: Caller, other: Caller, held: dict) -> None:
    plan = held["plan"] | {"fit": {"keep": [ZONE]}, "medium": {"name": "canvas", "factor": 0.6}}
    held = caller("PUT", f"prints/{held['id']}/plan", {"plan": plan, "version": held["version"]})
    made = caller(
        "POST", f"prints/{held['id']}/variants", {"set": "keys:cm-30x30,px-1920x1080,iso-a4"}
    )
    assert len(made["prints"]) == 3
    first, screen, _ = (caller("GET", f"prints/{number}") for number in made["prints"])
    assert first["plan"]["target"] == {"width": "30 cm", "height": "30 cm", "ppi": None}
    assert first["plan"]["fit"]["auto"] and first["plan"]["fit"]["keep"][0]["name"] == "hand"
    assert (
        first["plan"]["medium"]["name"] == "canvas"
        and screen["plan"]["target"]["width"] == "1920 px"
    )
    assert (first["position"], first["count"], first["before"]) == (2, 4, held["id"]) and first[
        "picture"
    ]["id"] == held["picture"]["id"]
    assert len(caller.listed(f"pictures/{held['picture']['id']}/prints")) == 4
    assert caller("GET", f"pictures/{held['picture']['id']}")["keep"] == [ZONE]
    other("GET", f"pictures/{held['picture']['id']}/prints", expect=404)
    other("POST", f"prints/{held['id']}/variants", {"set": "all"}, expect=404)
    assert (
        "At most 60"
        in caller("POST", f"prints/{held['id']}/variants", {"set": "all"}, expect=422)["message"]
    )


def test_a_variant_that_cannot_be_makes_none(caller: Caller, held: dict) -> None:
    edge = {"kind": "border", "left": "6 cm", "top": "6 cm", "right": "6 cm", "bottom": "6 cm"}
    held = caller(
        "PUT",
        f"prints/{held['id']}/plan",
        {"plan": held["plan"] | {"edge": edge}, "version": held["version"]},
    )
    refused = caller(
        "POST",
        f"prints/{held['id']}/variants",
        {"set": "keys:cm-30x40,cm-9x13", "along": "same"},
        expect=422,
    )
    assert "13 × 9 cm" in refused["message"] or "9 × 13 cm" in refused["message"]
    assert "No print was made" in refused["message"]
    assert caller("GET", f"prints/{held['id']}")["count"] == 1


def test_what_goes_along_is_told_and_a_size_is_made_as_the_page_shows_it(
    caller: Caller, held: dict
) -> None:
    edge = {"kind": "border", "left": "6 cm", "top": "6 cm", "right": "6 cm", "bottom": "6 cm"}
    plan = held["plan"] | {"target": {"width": "60 cm", "height": "40 cm"}, "edge": edge}
    held = caller("PUT", f"prints/{held['id']}/plan", {"plan": plan, "version": held["version"]})
    path, query = f"prints/{held['id']}/sizes", "set=keys:cm-20x30&unit=cm"
    shown = caller("GET", f"{path}?{query}")
    assert shown["kept"] == {"edge": "Border 6 cm", "ways": ["scaled", "same", "left"]}
    assert [size["edge_text"] for size in shown["sizes"]] == ["Border 3 cm"]
    same = caller("GET", f"{path}?{query}&along=same")
    assert "more than a third" in same["sizes"][0]["edge_trouble"]
    made = caller("POST", f"prints/{held['id']}/variants", {"set": "keys:cm-20x30"})
    begun = caller("GET", f"prints/{made['prints'][0]}")["plan"]
    assert begun["edge"]["left"] == "3 cm"


def test_zones_belong_to_the_picture_whatever_its_turn(caller: Caller, held: dict) -> None:
    turned = held["plan"] | {"fit": {"turn": 90, "keep": [ZONE]}}
    caller("PUT", f"prints/{held['id']}/plan", {"plan": turned, "version": held["version"]})
    kept = caller("GET", f"pictures/{held['picture']['id']}")["keep"][0]
    # At the right of the turned picture is the top of the upright one.
    assert (kept["x"], kept["y"], kept["w"], kept["h"]) == pytest.approx((0.4, 0.02, 0.3, 0.18))
    fresh = caller("POST", f"jobs/{held['job']}/prints", {"picture": held["picture"]["id"]})
    assert fresh["plan"]["fit"]["keep"][0]["name"] == "hand" and fresh["plan"]["fit"]["auto"]


def test_a_typed_offset_over_the_wire(caller: Caller, held: dict) -> None:
    plan = held["plan"] | {"target": {"width": "20 cm", "height": "20 cm"}}
    asked = {"plan": plan, "side": "left", "text": "100 px", "unit": "cm"}
    assert caller("POST", "fit/crop", asked)["fix"]["fit.anchor"] == [0.25, 0.5]
    refused = caller("POST", "fit/crop", asked | {"text": "900 px"})
    assert refused["unread"] == "only 400 px of the width are to spare here"


def test_a_print_without_zones_takes_none_from_the_picture(caller: Caller, held: dict) -> None:
    """Only redrawn zones reach the picture; changing another print's size does not undo them."""
    older = caller("POST", f"jobs/{held['job']}/prints", {"picture": held["picture"]["id"]})
    drawn = held["plan"] | {"fit": {"keep": [ZONE]}}
    held = caller("PUT", f"prints/{held['id']}/plan", {"plan": drawn, "version": held["version"]})
    larger = older["plan"] | {"target": {"width": "60 cm", "height": "40 cm"}}
    caller("PUT", f"prints/{older['id']}/plan", {"plan": larger, "version": older["version"]})
    where = f"pictures/{held['picture']['id']}"
    assert caller("GET", where)["keep"] == [ZONE]
    bare = held["plan"] | {"fit": {"keep": []}}
    caller("PUT", f"prints/{held['id']}/plan", {"plan": bare, "version": held["version"]})
    assert caller("GET", where)["keep"] == []


def test_sizes_are_typed_where_a_set_is_wanted(caller, photo) -> None:
    held = ready_print(caller, photo())
    found = caller("GET", f"prints/{held['id']}/sizes?set=typed:30 x 40; 13 x 17 cm; A3")["sizes"]
    assert {one["name"] for one in found} == {"30 × 40 cm", "13 × 17 cm", "A3"}
    keys = ",".join(one["key"] for one in found)
    made = caller("POST", f"prints/{held['id']}/variants", {"set": f"keys:{keys}", "along": "left"})
    assert len(made["prints"]) == 3
    for wrong, words in (
        ("typed:", "No size is typed yet"),
        ("typed:30 x 40; 11 1/ in", "half a fraction"),
    ):
        refused = caller(
            "GET",
            f"prints/{held['id']}/sizes?set={wrong}",
            expect=404 if wrong == "typed:" else 422,
        )
        assert words in refused["message"]
