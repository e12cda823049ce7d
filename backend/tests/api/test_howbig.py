"""How big, over the wire: from a picture or from pixels; hostile questions are answered in words."""

from __future__ import annotations

from pathlib import Path
from urllib.parse import urlencode

import pytest

from tests.api.caller import Caller
from tests.pictures import chart, save

pytestmark = pytest.mark.django_db


def asked(caller: Caller, expect: int = 200, **query: str) -> dict:
    return caller("GET", f"how-big?{urlencode(query)}", expect=expect)


def test_from_typed_pixels(caller: Caller) -> None:
    found = asked(caller, pixels="7952 x 5304", distance="60 cm", size="2 x 3 m")
    assert found["headline"].startswith("Clean to 138 × 92 cm from 60 cm.")
    assert [one["grade"] for one in found["largest"]] == ["surplus", "clean", "near", "soft"]
    assert found["reverse"]["clean_text"] == "1.3 m" and len(found["sensors"]) == 7


def test_from_a_picture_as_it_stands_upright(caller: Caller, tmp_path: Path) -> None:
    file = save(chart(300, 200), tmp_path / "chart.jpg", orientation=6)
    picture = caller.upload(file)["picture"]
    assert asked(caller, picture=picture["id"])["crop"] == [200, 300]


def test_a_strangers_picture_is_none(caller: Caller, other: Caller, tmp_path: Path) -> None:
    picture = caller.upload(save(chart(300, 200), tmp_path / "chart.jpg"))["picture"]
    asked(other, picture=picture["id"], expect=404)


@pytest.mark.parametrize(
    ("query", "says"),
    [
        ({"pixels": "many"}, "is no pixel count"),
        ({"pixels": "0 x 100"}, "is no pixel count"),
        ({"pixels": "6000 x 4000", "distance": "11 1/ in"}, "11 1/"),
        ({"pixels": "6000 x 4000", "distance": "0 cm"}, "more than nothing"),
        ({"pixels": "6000 x 4000", "ratio": "1:0"}, "ratio"),
        ({"pixels": "6000 x 4000", "size": "fog"}, "fog"),
        ({"pixels": "6000 x 4000", "factor": "nan"}, "factor"),
        ({"pixels": "6000 x 4000", "unit": "ell"}, "unit"),
    ],
)
def test_what_cannot_be_answered_is_refused_in_words(
    caller: Caller, query: dict[str, str], says: str
) -> None:
    assert says in asked(caller, expect=422, **query)["message"]


def test_from_there_and_what_no_screen_has(caller: Caller) -> None:
    screen = {"ppi": "250", "distance": "1100", "px_per_mm": "4", "eyes": "600"}
    found = caller("GET", f"from-there?{urlencode(screen)}")
    assert found["scale"] == pytest.approx(25.4 / 250 * 4 * 600 / 1100) and "60 cm" in found["note"]
    for wrong in ({"ppi": "0"}, {"distance": "-3"}, {"px_per_mm": "inf"}, {"eyes": "nan"}):
        caller("GET", f"from-there?{urlencode(screen | wrong)}", expect=422)


def test_as_a_table(caller: Caller) -> None:
    text = caller("GET", f"how-big.csv?{urlencode({'pixels': '7952 x 5304'})}").decode()
    lines = text.splitlines()
    assert lines[0] == "what,at this distance,as a whole print"
    assert lines[2] == "clean,138 × 92 cm,any size" and len(lines) == 12


def test_a_cameras_name_starts_nothing_in_a_spreadsheet(caller: Caller) -> None:
    text = 'name,width_px,height_px\n"Heron, =HYPERLINK(0)",6000,4000\n'
    caller("POST", "sensors/csv", {"version": 0, "text": text})
    table = caller("GET", f"how-big.csv?{urlencode({'pixels': '7952 x 5304'})}").decode()
    assert "HYPERLINK" in table and "Heron, =" not in table
