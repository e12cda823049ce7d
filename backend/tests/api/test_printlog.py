"""The log over the wire: begun by itself, answered, searched, brought in and out, made again."""

from __future__ import annotations

import json
import subprocess
from pathlib import Path
from typing import Any

import pytest
from django.contrib.auth.models import User
from django.db import connection
from django.test.utils import CaptureQueriesContext

from tests.api.caller import Caller, ready_print
from tests.pictures import chart, save
from zollstock.printlog.keeping import begin_row
from zollstock.printlog.models import LogRow
from zollstock.renders.models import OrderLine
from zollstock.renders.tasks import make

pytestmark = [pytest.mark.django_db(transaction=True), pytest.mark.usefixtures("empty_broker")]


@pytest.fixture
def held(caller: Caller, tmp_path: Path) -> dict[str, Any]:
    medium = {"name": "satin photo paper", "factor": 1.0}
    return ready_print(
        caller, save(chart(600, 400), tmp_path / "a.png"), title="Fog", medium=medium
    )


def rows(caller: Caller, **asked: Any) -> list[dict[str, Any]]:
    query = "&".join(f"{name}={value}" for name, value in asked.items())
    return caller.listed(f"log?{query}" if query else "log")


def test_a_file_that_is_fetched_begins_a_row_once(caller: Caller, held: dict[str, Any]) -> None:
    caller("POST", f"prints/{held['id']}/orders", {"version": held["version"]})
    line = OrderLine.objects.get()
    make(str(line.id))
    for _ in range(2):
        assert caller.client.get(f"/api/order-lines/{line.id}/files/1").status_code == 200
    (row,) = rows(caller)
    assert (
        row["open"]
        and row["entry"]["title"] == "Fog"
        and row["entry"]["medium"] == "satin photo paper"
    )
    assert row["entry"]["file_sha256"] == line.files.get().sha256
    answered = caller("PUT", f"log/{row['id']}", {"entry": row["entry"] | {"result": "kept"}})
    assert not answered["open"] and rows(caller, result="open") == []


def test_the_sheets_of_a_layout_are_one_row(caller: Caller, held: dict[str, Any]) -> None:
    poster = {"kind": "tiles", "print": held["id"]}
    layout = caller("POST", f"jobs/{held['job']}/layouts", poster)
    caller("POST", f"layouts/{layout['id']}/orders", {"version": layout["version"]})
    line = OrderLine.objects.get()
    make(str(line.id))
    for _ in range(2):
        assert caller.client.get(f"/api/order-lines/{line.id}/files/1").status_code == 200
    (row,) = rows(caller)
    assert row["open"] and not row["again"] and row["entry"]["medium"] == "satin photo paper"
    assert "sheet" in row["entry"]["size"] and row["entry"]["recipe"]
    by_hand = caller("POST", f"layouts/{layout['id']}/log")
    assert by_hand["entry"]["size"] == row["entry"]["size"]


def test_a_booking_is_the_row_that_the_file_began_or_a_new_one(
    caller: Caller, account: User
) -> None:
    begin_row(account, design=7, version=2, title="Gang")
    begin_row(account, anew=True, design=7, version=2, title="Gang", note="Booked off the stock.")
    (row,) = rows(caller)
    assert row["entry"]["note"] == "Booked off the stock."
    caller("PUT", f"log/{row['id']}", {"entry": row["entry"] | {"result": "kept"}})
    begin_row(account, design=7, version=2, title="Gang")
    assert len(rows(caller)) == 1, "fetched once more is no new print"
    begin_row(account, anew=True, design=7, version=2, title="Gang")
    assert len(rows(caller)) == 2, "booked once more is one"


def test_the_contact_sheet_shows_what_the_list_shows(
    caller: Caller, other: Caller, account: User, held: dict[str, Any], tmp_path: Path
) -> None:
    caller("POST", f"prints/{held['id']}/log")
    for number in range(24):
        caller("POST", "log", {"entry": {"title": f"Brought in {number}", "result": "kept"}})
    made = tmp_path / "log.pdf"

    def sheet(by: Caller, query: str) -> str:
        answer = by.client.get(f"/api/log.pdf{query}")
        assert answer.status_code == 200, answer.content
        made.write_bytes(answer.content)
        return subprocess.run(["pdftotext", "-layout", made, "-"], capture_output=True, text=True, check=True).stdout  # fmt: skip

    words = sheet(caller, "")
    assert "page 2 of 2" in words and "Fog" in words and "Brought in 23" in words
    images = subprocess.run(["pdfimages", "-list", made], capture_output=True, text=True, check=True).stdout  # fmt: skip
    assert images.count("image") >= 1
    assert "Fog" not in sheet(caller, "?result=kept") and "24 prints, kept" in sheet(
        caller, "?result=kept"
    )
    assert "0 prints" in sheet(other, "")
    LogRow.objects.bulk_create(LogRow(account=account) for _ in range(200))
    assert "200 prints at most" in caller("GET", "log.pdf", expect=422)["message"]


def test_a_print_is_logged_and_made_again_with_all_of_it(
    caller: Caller, held: dict[str, Any]
) -> None:
    row = caller("POST", f"prints/{held['id']}/log")
    changed = held["plan"] | {"target": {"width": "50 cm", "height": "40 cm"}}
    caller("PUT", f"prints/{held['id']}/plan", {"plan": changed, "version": held["version"]})
    again = caller("POST", f"log/{row['id']}/again")["print"]
    made = caller("GET", f"prints/{again}")
    assert again != held["id"] and made["job"] == held["job"]
    assert made["plan"]["target"] == held["plan"]["target"], "as it was when it was printed"


def test_a_fault_is_told_to_the_next_print_on_the_medium(
    caller: Caller, held: dict[str, Any]
) -> None:
    row = caller("POST", f"prints/{held['id']}/log")
    entry = row["entry"] | {
        "result": "thrown",
        "faults": ["banding", "own words"],
        "device": "wide printer",
    }
    caller("PUT", f"log/{row['id']}", {"entry": entry})
    told = caller("POST", "reckon", {"plan": held["plan"]})["reckoning"]["findings"]
    assert "banding and own words" in next(
        one["text"] for one in told if one["id"] == "logged-fault"
    )
    assert "own words" in caller("GET", "log/words")["faults"], "the list grows"
    after = {"device": "wide printer", "medium": "satin photo paper", "result": "kept"}
    caller("POST", "log", {"entry": after})
    told = caller("POST", "reckon", {"plan": held["plan"]})["reckoning"]["findings"]
    assert next(one["level"] for one in told if one["id"] == "logged-fault") == "note"


def test_it_is_searched_and_filtered(caller: Caller) -> None:
    for number, (title, device, result) in enumerate(
        (("Fog", "desk", "kept"), ("Gears", "wide", "thrown"), ("Fog", "wide", "again"))
    ):
        caller(
            "POST",
            "log",
            {
                "entry": {
                    "title": title,
                    "device": device,
                    "result": result,
                    "made_on": f"2026-11-0{number + 1}",
                }
            },
        )
    assert [row["entry"]["made_on"] for row in rows(caller, search="fog")] == [
        "2026-11-03",
        "2026-11-01",
    ]
    assert (
        len(rows(caller, result="failed")) == 2
        and len(rows(caller, device="wide", search="fog")) == 1
    )
    assert caller("GET", "log/words")["devices"] == ["desk", "wide"]


def test_it_goes_out_and_comes_in_as_table_and_as_document(caller: Caller, other: Caller) -> None:
    entry = {
        "title": "=Fog",
        "cost": "18.40",
        "faults": ["dust"],
        "result": "again",
        "distance": "1.5 m",
    }
    caller("POST", "log", {"entry": entry})
    for ending in ("csv", "json"):
        text = caller.client.get(f"/api/log.{ending}").content.decode()
        assert other("POST", "log/import", {"text": text})["rows"] == 1
    came = [row["entry"] for row in rows(other)]
    assert len(came) == 2 and all(
        one["title"] == "=Fog" and one["faults"] == ["dust"] for one in came
    )
    assert "'=Fog" in caller.client.get("/api/log.csv").content.decode()
    half = "title,copies\nFog,1\nGears,none\n"
    assert "line 3" in other("POST", "log/import", {"text": half}, expect=422)["message"]
    assert "not JSON" in other("POST", "log/import", {"text": "{"}, expect=422)["message"]
    assert len(rows(other)) == 2, "all of a table, or nothing of it"


def test_what_is_no_row_is_told(caller: Caller) -> None:
    told = caller("POST", "log", {"entry": {"copies": 0, "made_on": "soon"}}, expect=422)
    assert {one["path"] for one in told["problems"]} == {"copies", "made_on"}
    caller("POST", "log", {"entry": {"document": {}}}, expect=422)


def test_a_log_is_its_owners_alone(caller: Caller, other: Caller, held: dict[str, Any]) -> None:
    row = caller("POST", f"prints/{held['id']}/log")
    assert rows(other) == []
    for way, at, body in (
        ("PUT", "", {"entry": {}}),
        ("DELETE", "", None),
        ("POST", "/again", None),
    ):
        other(way, f"log/{row['id']}{at}", body, expect=404)
    other("POST", f"prints/{held['id']}/log", expect=404)
    assert json.loads(other.client.get("/api/log.json").content)["rows"] == []
    caller("DELETE", f"log/{row['id']}", expect=204)


def test_a_page_takes_as_many_queries_for_three_rows_as_for_many(caller: Caller) -> None:
    counts = []
    for more in (3, 17):
        for number in range(more):
            caller("POST", "log", {"entry": {"title": f"Print {number}"}})
        with CaptureQueriesContext(
            connection,
        ) as asked:
            caller("GET", "log")
        counts.append(len(asked))
    assert counts[0] == counts[1] and LogRow.objects.count() == 20
