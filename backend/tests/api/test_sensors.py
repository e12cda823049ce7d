"""The table of sensors over the wire: kept, guarded against a stale window, as CSV and as a leaf."""

from __future__ import annotations

import subprocess
from pathlib import Path

import pytest

from tests.api.caller import Caller

pytestmark = pytest.mark.django_db
OWN = {
    "columns": ["clean", "240"],
    "sensors": [{"name": "Own box", "width_px": 6000, "height_px": 4000}],
}


def test_kept_for_its_account_alone_and_taken_back(caller: Caller, other: Caller) -> None:
    shipped = caller("GET", "sensors")
    assert shipped["version"] == 0 and len(shipped["table"]["sensors"]) == 7
    kept = caller("PUT", "sensors", {"version": 0, "table": OWN})
    assert kept["version"] == 1 and kept["table"]["columns"] == ["clean", "240 ppi"]
    assert kept["table"]["sensors"][0]["key"] == "c1"
    found = caller("GET", "sensors/found?distance=1 m")
    assert found["headings"] == ["clean from 1 m", "240 ppi"]
    beside = caller("GET", "how-big?pixels=6000x4000")["sensors"]
    assert [one["label"] for one in beside] == ["Own box"]
    assert other("GET", "sensors")["version"] == 0
    assert caller("DELETE", "sensors?version=1")["version"] == 0


def test_a_table_whose_answer_was_lost_can_be_sent_again(caller: Caller) -> None:
    sent = {"version": 0, "table": OWN}
    first, again = (caller("PUT", "sensors", sent) for _ in range(2))
    assert first == again and again["version"] == 1
    text = "name,width_px,height_px\nOnly box,6000,4000\n"
    taken = [caller("POST", "sensors/csv", {"version": 1, "text": text}) for _ in range(2)]
    assert [one["version"] for one in taken] == [2, 2]
    back = [caller("DELETE", "sensors?version=2") for _ in range(2)]
    assert [one["version"] for one in back] == [0, 0]


def test_a_stale_window_changes_nothing(caller: Caller) -> None:
    caller("PUT", "sensors", {"version": 0, "table": OWN})
    for version in (0, 2):
        other = {"version": version, "table": OWN | {"columns": ["240 ppi"]}}
        answer = caller("PUT", "sensors", other, expect=409)
        assert "another window" in answer["message"]
    caller("DELETE", "sensors?version=7", expect=409)
    assert caller("GET", "sensors")["version"] == 1


@pytest.mark.parametrize(
    ("table", "says"),
    [
        ({"columns": ["fine"]}, "neither a ppi"),
        ({"columns": []}, "columns"),
        ({"sensors": [{"name": " ", "width_px": 1, "height_px": 1}]}, "name"),
        ({"sensors": [{"name": "A", "width_px": 0, "height_px": 1}]}, "width_px"),
    ],
)
def test_a_wrong_table_is_refused_in_words(caller: Caller, table: dict, says: str) -> None:
    answer = caller("PUT", "sensors", {"version": 0, "table": OWN | table}, expect=422)
    assert says in str(answer) and "value error" not in str(answer).lower()
    assert caller("GET", "sensors")["version"] == 0


def test_csv_goes_out_and_in(caller: Caller) -> None:
    text = caller("GET", "sensors.csv").decode()
    assert text.startswith("name,width_px,height_px,clean from 60 cm")
    changed = text.replace("Turnstone, 24 MP", "Own, 24 MP")
    kept = caller("POST", "sensors/csv", {"version": 0, "text": changed})
    assert "Own, 24 MP" in [one["name"] for one in kept["table"]["sensors"]]
    before = {one["key"]: one["name"] for one in caller("GET", "sensors")["table"]["sensors"]}
    assert before["c3"] == "Own, 24 MP"
    far = caller("GET", "sensors/sizes.csv?distance=2 m").decode()
    assert "clean from 2 m" in far
    answer = caller("POST", "sensors/csv", {"version": 1, "text": "name\nfog"}, expect=422)
    assert "line 1" in answer["message"]


def test_the_leaf_has_every_sensor(caller: Caller, tmp_path: Path) -> None:
    many = [{"name": f"Box {number}", "width_px": 6000, "height_px": 4000} for number in range(30)]
    caller("PUT", "sensors", {"version": 0, "table": OWN | {"sensors": many}})
    file = tmp_path / "leaf.pdf"
    file.write_bytes(caller("GET", "sensors.pdf"))
    text = subprocess.run(
        ["pdftotext", "-layout", file, "-"], check=True, capture_output=True, text=True
    ).stdout
    assert all(f"Box {number} " in text or f"Box {number}\n" in text for number in range(30))
    assert "enlarged 1.8 ×" in text and "240 ppi" in text and text.count("\f") == 3
