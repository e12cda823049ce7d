"""A new canvas over the wire: figures, files, what is refused, from a print."""

from __future__ import annotations

import io
import json
from typing import Any
from urllib.parse import urlencode

import pytest
from PIL import Image

from tests.api.caller import Caller, ready_print

pytestmark = [pytest.mark.django_db(transaction=True), pytest.mark.usefixtures("empty_broker")]

CARD: dict[str, Any] = {"finished": {"width": "100 mm", "height": "50 mm"}, "bleed": "5 mm", "ppi": 254, "channels": 3}  # fmt: skip


def file(caller: Caller, ending: str, canvas: Any, **more: str) -> Any:
    text = canvas if isinstance(canvas, str) else json.dumps(canvas)
    return caller.client.get(f"/api/canvas.{ending}?{urlencode({'canvas': text} | more)}")


def test_figures_come_with_the_request_as_it_was_understood(caller: Caller) -> None:
    made = caller("POST", "canvas/reckon", {"canvas": CARD, "unit": "in"})
    assert made["canvas"]["layers"] == 20
    figures = {one["id"]: one["value"] for one in made["report"]["figures"]}
    assert (figures["canvas_width_px"], figures["canvas_height_px"]) == (1100, 600)
    rows = caller("GET", "canvas/choices")
    assert [one["id"] for one in rows["presses"]] == ["offset", "digital", "large"]
    assert len(rows["limits"]) == 4
    # The example has something to say: its layers do not fit, and a click cures it.
    told = caller("POST", "canvas/reckon", {"canvas": rows["example"]})["report"]["findings"]
    assert [one["id"] for one in told] == ["canvas-memory"] and told[0]["fix"]


def test_what_is_no_canvas_is_told_by_its_path(caller: Caller) -> None:
    wrong = CARD | {"finished": {"width": "11 1/ in", "height": "0 cm"}}
    told = caller("POST", "canvas/reckon", {"canvas": wrong}, expect=422)
    assert "finished.width" in {one["path"] for one in told["problems"]}
    assert file(caller, "png", "{").status_code == 422
    assert file(caller, "exe", CARD).status_code in (404, 422)


def test_files_are_made_and_too_large_ones_are_not(caller: Caller) -> None:
    answer = file(caller, "png", CARD)
    assert "1100x600.png" in answer.headers["Content-Disposition"]
    with Image.open(io.BytesIO(answer.content)) as image:
        assert image.size == (1100, 600)
    guides = file(caller, "png", CARD, guides="true")
    with Image.open(io.BytesIO(guides.content)) as image:
        assert image.mode == "RGBA"
    assert b"<svg" in file(caller, "svg", CARD, guides="true").content
    large = file(caller, "tif", CARD | {"finished": {"width": "9 m", "height": "9 m"}})
    assert large.status_code == 422 and "megapixels" in large.json()["message"]


def test_a_stranger_gets_no_canvas_of_a_print(caller: Caller, other: Caller, photo: Any) -> None:
    held = ready_print(caller, photo(), target={"width": "60 cm", "height": "40 cm"})
    made = caller("GET", f"prints/{held['id']}/canvas")
    assert made["finished"]["width"] == "60 cm"
    other("GET", f"prints/{held['id']}/canvas", expect=404)
