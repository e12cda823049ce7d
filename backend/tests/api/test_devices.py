"""Devices over the wire: rows, what new prints go to, the recipe that is ticked, the trial before paper."""

from __future__ import annotations

import subprocess
from pathlib import Path
from typing import Any

import pytest
from django.contrib.auth.models import User
from django.db import connection
from django.test.utils import CaptureQueriesContext

from tests.api.batches import batch_of
from tests.api.caller import Caller, ready_print
from tests.pictures import chart, save
from zollstock.devices.models import TickedRecipe
from zollstock.pictures.models import Picture
from zollstock.pixels.prooftable import POINTS
from zollstock.pixels.shipping import chosen
from zollstock.printlog.models import LogRow

pytestmark = [pytest.mark.django_db(transaction=True), pytest.mark.usefixtures("empty_broker")]


@pytest.fixture
def held(caller: Caller, tmp_path: Path) -> dict[str, Any]:
    """A print of 15 × 10 cm on satin for the desk printer."""
    print_ = ready_print(
        caller, save(chart(600, 400), tmp_path / "a.png"), title="Fog",
        medium={"name": "satin photo paper", "key": "satin", "factor": 1.0},
    )  # fmt: skip
    return planned(caller, print_, target={"width": "15 cm", "height": "10 cm"})


def planned(
    caller: Caller, print_: dict[str, Any], feed: str = "a4", **parts: Any
) -> dict[str, Any]:
    devices = {one["key"]: one for one in caller("GET", "devices")["table"]["devices"]}
    desk = devices["desk"]
    row = next(one for one in desk["feeds"] if one["key"] == feed)
    used = {name: desk[name] for name in ("name", "kind", "native_ppi", "media", "corrects")}
    plan = print_["plan"] | {"device": {"key": "desk", "feed": feed, "used": used | {"feed": row}}} | parts  # fmt: skip
    saved: dict[str, Any] = caller("PUT", f"prints/{print_['id']}/plan", {"plan": plan, "version": print_["version"]})  # fmt: skip
    return saved


def tick_all(caller: Caller, print_: dict[str, Any]) -> dict[str, Any]:
    state: dict[str, Any] = caller("GET", f"prints/{print_['id']}/recipe")
    return tick(caller, print_, {line["id"]: line["value"] for line in state["recipe"]["lines"]})


def tick(
    caller: Caller,
    print_: dict[str, Any],
    lines: dict[str, str],
    on: bool = True,
    expect: int = 200,
) -> dict[str, Any]:
    ticks = [{"line": line, "value": value, "on": on} for line, value in lines.items()]
    state: dict[str, Any] = caller("POST", f"prints/{print_['id']}/recipe/ticks", {"ticks": ticks}, expect=expect)  # fmt: skip
    return state


def test_devices_ship_are_changed_and_are_nobody_elses(caller: Caller, other: Caller) -> None:
    kept = caller("GET", "devices")
    assert kept["version"] == 0 and len(kept["table"]["devices"]) == 3
    kept["table"]["devices"][0]["name"] = "Cellar"
    saved = caller("PUT", "devices", kept)
    assert saved["version"] == 1
    assert other("GET", "devices")["table"]["devices"][0]["name"] == "Desk printer"
    stale = caller("PUT", "devices", {"version": 0, "table": {"devices": []}}, expect=409)
    assert "another window" in stale["message"]


def test_a_table_that_is_wrong_names_the_place(caller: Caller) -> None:
    kept = caller("GET", "devices")
    kept["table"]["devices"][0]["feeds"][0]["margins"]["left"] = "11 1/ in"
    refused = caller("PUT", "devices", kept, expect=422)
    assert refused["problems"][0]["path"] == "devices[0].feeds[0].margins.left"


def test_new_prints_go_to_what_is_standard(caller: Caller, held: dict[str, Any]) -> None:
    def new_print() -> dict[str, Any]:
        made: dict[str, Any] = caller("POST", f"jobs/{held['job']}/prints", {"picture": held["picture"]["id"]})  # fmt: skip
        return made

    assert new_print()["plan"]["device"] is None
    kept = caller("GET", "devices")
    kept["table"]["standard"] = {"key": "wide", "feed": "roll-61"}
    caller("PUT", "devices", kept)
    assert new_print()["plan"]["device"]["used"]["name"] == "Wide printer"
    job = {"title": "Hall", "device": {"key": "desk", "feed": "a3"}}
    assert caller("PUT", f"jobs/{held['job']}", job)["device"] == {"key": "desk", "feed": "a3"}
    assert new_print()["plan"]["device"]["feed"] == "a3"


def test_a_row_that_changes_is_told_to_the_print(caller: Caller, held: dict[str, Any]) -> None:
    kept = caller("GET", "devices")
    kept["table"]["devices"][0]["feeds"][0]["margins"]["left"] = "9 mm"
    caller("PUT", "devices", kept)
    asked = {"plan": held["plan"], "step": "handover"}
    found = caller("POST", "reckon", asked)["reckoning"]["findings"]
    assert "device-changed" in {one["id"] for one in found}


def test_a_recipe_is_ticked_to_its_end_and_begins_a_row_of_the_log(
    caller: Caller, held: dict[str, Any]
) -> None:
    state = caller("GET", f"prints/{held['id']}/recipe")
    lines = {line["id"]: line for line in state["recipe"]["lines"]}
    assert lines["size"]["value"] == "15 × 10 cm" and lines["size"]["key"]
    assert lines["medium"]["value"] == "Photo, satin" and state["ticked"] == []
    done = tick_all(caller, held)
    assert len(done["ticked"]) == len(lines)
    (row,) = LogRow.objects.all()
    assert (row.device, row.device_key, row.feed, row.open) == ("Desk printer", "desk", "A4", True)
    assert "Print size to enter: 15 × 10 cm" in row.recipe
    tick(caller, held, {"size": "15 × 10 cm"}, on=False)
    tick_all(caller, held)
    assert LogRow.objects.count() == 1, "ticked once more it is the same printing"


def test_a_tick_counts_for_the_setting_that_was_read(caller: Caller, held: dict[str, Any]) -> None:
    tick_all(caller, held)
    larger = planned(caller, held, target={"width": "16 cm", "height": "10 cm"})
    state = caller("GET", f"prints/{larger['id']}/recipe")
    assert "size" not in state["ticked"] and "device" in state["ticked"]


def test_a_line_that_was_otherwise_the_last_time_says_so(
    caller: Caller, held: dict[str, Any], tmp_path: Path
) -> None:
    tick_all(caller, held)
    again = ready_print(
        caller, save(chart(600, 400), tmp_path / "b.png"), title="Fog again",
        medium={"name": "satin photo paper", "key": "satin", "factor": 1.0},
    )  # fmt: skip
    again = planned(caller, again, feed="a3", target={"width": "15 cm", "height": "10 cm"})
    state = caller("GET", f"prints/{again['id']}/recipe")
    assert state["before"]["feed"] == "A4, one sheet" and "size" not in state["before"]
    assert state["before_day"]


def test_two_windows_tick_each_their_own_line(caller: Caller, held: dict[str, Any]) -> None:
    for line, value in (("scale", "100 %, nothing fitted to the page"), ("place", "centred")):
        tick(caller, held, {line: value})
    assert set(caller("GET", f"prints/{held['id']}/recipe")["ticked"]) == {"scale", "place"}
    gone = tick(caller, held, {"feed": "A4, one sheet", "tray": "2"}, expect=409)
    assert "no such line" in gone["message"]
    assert set(caller("GET", f"prints/{held['id']}/recipe")["ticked"]) == {"scale", "place"}


def test_without_a_device_it_is_said_what_is_missing(caller: Caller, held: dict[str, Any]) -> None:
    plan = held["plan"] | {"device": None}
    caller("PUT", f"prints/{held['id']}/plan", {"plan": plan, "version": held["version"]})
    state = caller("GET", f"prints/{held['id']}/recipe")
    assert state["recipe"] is None and "which device" in state["missing"]
    assert "which device" in caller("GET", f"prints/{held['id']}/tray", expect=409)["message"]


def test_what_does_not_fit_the_feed_has_no_recipe(caller: Caller, held: dict[str, Any]) -> None:
    large = planned(caller, held, target={"width": "50 cm", "height": "40 cm"})
    state = caller("GET", f"prints/{large['id']}/recipe")
    assert state["recipe"] is None and "shrink" in state["missing"]


def test_before_paper_everything_is_as_planned_until_something_is_set(
    caller: Caller, held: dict[str, Any]
) -> None:
    tray = caller("GET", f"prints/{held['id']}/tray")
    assert tray["differences"] == [] and tray["file"] == tray["planned"]
    assert tray["dialog"]["scaling"] == "fit" and tray["recipe"]["scaling"] == "100"
    set_ = caller("GET", f"prints/{held['id']}/tray?scaling=96&quality=draft")
    assert {one["id"] for one in set_["differences"]} == {"scaled", "regridded"}
    assert "10 to 400" in caller("GET", f"prints/{held['id']}/tray?scaling=much", expect=422)["message"]  # fmt: skip


def test_a_file_in_a_profile_that_the_driver_converts_again_is_found(
    caller: Caller, held: dict[str, Any]
) -> None:
    output = held["plan"]["output"] | {"profile": chosen("desk-satin")}
    changed = planned(caller, held, output=output)
    (told,) = caller("GET", f"prints/{changed['id']}/tray?driver_colour=true")["differences"]
    assert told["id"] == "twice-managed" and told["delta_e"] > 1 and "greys" in told["text"]
    right = caller.client.get(f"/api/prints/{changed['id']}/tray/table").content
    wrong = caller.client.get(f"/api/prints/{changed['id']}/tray/table?driver_colour=true").content
    assert len(right) == len(wrong) == POINTS**3 * 4 and right != wrong


def test_recipe_and_tray_are_nobody_elses(
    caller: Caller, other: Caller, held: dict[str, Any]
) -> None:
    for path in ("recipe", "tray", "tray/table"):
        assert other.client.get(f"/api/prints/{held['id']}/{path}").status_code == 404
    tick(other, held, {"size": "15 × 10 cm"}, expect=404)
    assert not TickedRecipe.objects.exists()


def test_rows_in_words_are_joined_where_the_names_agree(caller: Caller, account: User) -> None:
    LogRow.objects.create(account=account, device="desk printer", title="In words")
    LogRow.objects.create(account=account, device="Old name", device_key="desk", title="By key")
    LogRow.objects.create(account=account, device="Wide printer", title="Another")
    found = caller.listed("log?device=Desk printer")
    assert {one["entry"]["title"] for one in found} == {"In words", "By key"}


def test_a_fault_is_told_under_the_name_that_the_device_has_now(
    caller: Caller, account: User, held: dict[str, Any]
) -> None:
    LogRow.objects.create(account=account, device="Old name", device_key="desk", medium="satin photo paper",
                          medium_key="satin", result="again", faults=["scaled by the driver"])  # fmt: skip
    state = caller("GET", f"prints/{held['id']}/recipe")
    assert "scaled by the driver" in state["recipe"]["logged"]


def test_the_recipe_stands_on_the_job_sheet(caller: Caller, held: dict[str, Any], tmp_path: Path) -> None:  # fmt: skip
    sheet = tmp_path / "sheet.pdf"
    sheet.write_bytes(caller.client.get(f"/api/prints/{held['id']}/workshop.pdf").content)
    text = subprocess.run(["pdftotext", "-layout", str(sheet), "-"], capture_output=True, text=True, check=True).stdout  # fmt: skip
    assert "at the device" in text and "Print size to enter" in text and "15 × 10 cm" in text
    assert "goes in first, printed side towards you" in text


def test_a_recipe_takes_as_many_questions_of_the_database_with_a_long_log(
    caller: Caller, account: User, held: dict[str, Any]
) -> None:
    def asked() -> int:
        with CaptureQueriesContext(connection) as queries:
            caller("GET", f"prints/{held['id']}/recipe")
        return len(queries)

    asked()
    few = min(asked() for _ in range(3))
    LogRow.objects.bulk_create(LogRow(account=account, device="desk", result="again") for _ in range(300))  # fmt: skip
    # What a studio knows is read anew every two seconds, whoever asks just then.
    assert min(asked() for _ in range(3)) <= few + 2


def test_a_device_is_measured_by_its_sheet_and_its_row_is_true(caller: Caller) -> None:
    sheet = caller("GET", "devices/desk/feeds/a4/sheet")
    assert (sheet["bar"], sheet["paper"], sheet["version"]) == (100, [210, 297], 0)
    file = caller.client.get("/api/devices/desk/feeds/a4/sheet.pdf")
    assert file.content.startswith(b"%PDF")
    readings = {"bar_across": "96.4 mm", "bar_along": "96.4 mm"}
    asked = {"version": 0, "readings": readings}
    told = caller("POST", "devices/desk/feeds/a4/measured", asked)
    assert told["feed"]["scale_x"] == 0.964 and caller("GET", "devices")["version"] == 0
    kept = caller("POST", "devices/desk/feeds/a4/measured", asked | {"keep": True})
    row = caller("GET", "devices")["table"]["devices"][0]["feeds"][0]
    assert kept["version"] == 1 and row["scale_x"] == 0.964 and row["measured"]
    stale = caller("POST", "devices/desk/feeds/a4/measured", {"version": 0, "readings": {"bar_across": "99 mm"}, "keep": True}, expect=409)  # fmt: skip
    assert "another window" in stale["message"]


def test_what_cannot_have_been_read_off_is_said(caller: Caller) -> None:
    asked = {"version": 0, "readings": {"bar_across": "9 mm"}}
    refused = caller("POST", "devices/desk/feeds/a4/measured", asked, expect=422)
    assert "measure it again" in refused["problems"][0]["message"]
    caller("POST", "devices/desk/feeds/b5/measured", asked, expect=404)


def test_the_prints_of_a_batch_go_to_one_device_and_say_what_does_not_fit(
    caller: Caller, held: dict[str, Any]
) -> None:
    picture = Picture.objects.get(id=held["picture"]["id"])
    shared = {"format": "tiff", "device": {"key": "desk", "feed": "a4"}}
    batch = batch_of(caller, [picture], "keys:iso-a3,iso-a5", shared=shared)
    assert batch["shared"]["device"] == {"key": "desk", "feed": "a4", "borderless": None}
    (row,) = caller("GET", f"batches/{batch['id']}/cells?start=0&count=5")
    cells = {one["size"]: one for one in row["cells"]}
    assert "A4 in the Desk printer" in cells["iso-a3"]["problem"]
    assert not cells["iso-a5"]["problem"]
