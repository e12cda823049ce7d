"""Two prints beside each other, over the wire."""

from __future__ import annotations

from pathlib import Path

import pytest

from tests.api.caller import Caller, ready_print
from tests.pictures import chart, save

pytestmark = pytest.mark.django_db
SEAT = "px_per_mm=4&eyes=600"
SMALL = {"width": "20 cm", "height": "13.3 cm"}


def held(caller: Caller, folder: Path, width: int, **plan: object) -> int:
    file = save(chart(width, width * 2 // 3), folder / f"chart-{width}.png")
    return int(ready_print(caller, file, **{"target": SMALL, **plan})["id"])


def test_a_tenth_of_the_pixels_is_shown_ten_times_as_large_and_seen_to_be_coarse(
    caller: Caller, tmp_path: Path
) -> None:
    many, few = held(caller, tmp_path, 900), held(caller, tmp_path, 90)
    found = caller("GET", f"prints/{many}/beside/{few}?{SEAT}")
    fine, coarse = found["sides"]
    assert coarse["there"]["scale"] == pytest.approx(10 * fine["there"]["scale"])
    assert "a clear difference" in found["text"]
    assert (fine["print"], coarse["print"]) == (many, few)
    same = caller("GET", f"prints/{many}/beside/{many}?{SEAT}")
    assert "0 just-noticeable steps apart: no difference" in same["text"]


def test_a_screens_print_is_not_seen_from_a_distance(caller: Caller, tmp_path: Path) -> None:
    screen = held(caller, tmp_path, 900, target={"width": "300 px", "height": "200 px"})
    assert caller("GET", f"prints/{screen}/beside/{screen}?{SEAT}")["text"] is None


def test_a_strangers_print_and_what_no_screen_has_are_refused(
    caller: Caller, other: Caller, tmp_path: Path
) -> None:
    own, strangers = held(caller, tmp_path, 90), held(other, tmp_path, 60)
    caller("GET", f"prints/{own}/beside/{strangers}?{SEAT}", expect=404)
    caller("GET", f"prints/{strangers}/beside/{own}?{SEAT}", expect=404)
    for wrong in ("px_per_mm=0&eyes=600", "px_per_mm=4&eyes=nan", "px_per_mm=4"):
        caller("GET", f"prints/{own}/beside/{own}?{wrong}", expect=422)
