"""A new canvas against sums done by hand: pixels, layers, the least ppi, limits, several products."""

from __future__ import annotations

from math import floor
from typing import Any

import pytest

from zollstock.core.documents.plan import parse_plan, patched
from zollstock.core.questions.canvas.fromprint import canvas_of_print
from zollstock.core.questions.canvas.guides import guide_sheet
from zollstock.core.questions.canvas.report import CanvasReport, reckon_canvas
from zollstock.core.questions.canvas.request import LIMITS, CanvasError, parse_canvas

A0 = {"finished": {"width": "841 mm", "height": "1189 mm"}, "bleed": "10 mm", "ppi": 150}
A4 = {"finished": {"width": "210 mm", "height": "297 mm"}, "bleed": "3 mm"}


def limit(most_px: int, gigabytes: float, overhead: float = 0.0) -> dict[str, Any]:
    return {"most_px": most_px, "memory_bytes": int(gigabytes * 10**9), "overhead": overhead}


def reckoned(document: dict[str, Any], **changes: Any) -> CanvasReport:
    return reckon_canvas(parse_canvas(document | changes))


@pytest.mark.parametrize(
    ("document", "width", "height", "layer"),
    [
        # 861 mm ÷ 25.4 × 150 = 5084.6; 1209 ÷ 25.4 × 150 = 7139.8; × 4 channels.
        (A0, 5085, 7140, 145_227_600),
        (A0 | {"channels": 3}, 5085, 7140, 108_920_700),
        (A0 | {"bits": 16}, 5085, 7140, 290_455_200),
        # 216 ÷ 25.4 × 300 = 2551.2; 303 ÷ 25.4 × 300 = 3578.7.
        (A4 | {"press": "offset"}, 2551, 3579, 36_520_116),
        # Digital presses want 300 as well, large format 150.
        (A4 | {"press": "digital", "channels": 1}, 2551, 3579, 9_130_029),
        (A4 | {"press": "large", "channels": 3}, 1276, 1789, 6_848_292),
        # 11 in and twice an eighth, at 72.
        ({"finished": {"width": "11 in", "height": "17 in"}, "bleed": "1/8 in", "ppi": 72, "channels": 3}, 810, 1242, 3_018_060),
        ({"finished": {"width": "1 m", "height": "2 m"}, "bleed": "0 mm", "ppi": 100, "channels": 1}, 3937, 7874, 30_999_938),
    ],
)  # fmt: skip
def test_pixels_and_layers_by_hand(
    document: dict[str, Any], width: int, height: int, layer: int
) -> None:
    made = reckoned(document)
    assert made.figure("canvas_width_px").value == width
    assert made.figure("canvas_height_px").value == height
    assert made.figure("layer_bytes").value == layer


@pytest.mark.parametrize(
    ("held", "layers", "possible"),
    [
        # Two of four gigabytes: 13 layers of 145 MB; 20 of them at √(2·10⁹ ÷ 20 ÷ 4) px a side.
        (limit(16_000, 4, 0.5), 13, 124.4),
        # The side decides: 5000 px on 1209 mm.
        (limit(5000, 64), 440, 105.0),
        (limit(7140, 64), 440, 150.0),
        (limit(100_000, 0.1), 0, 27.8),
    ],
)
def test_limits_by_hand(held: dict[str, Any], layers: int, possible: float) -> None:
    made = reckoned(A0, limit=held)
    assert made.figure("layers_most").value == layers
    assert made.figure("ppi_possible").value == pytest.approx(possible, abs=0.1)
    # What is possible is: with so many ppi both the side and the layers fit.
    at_most = reckoned(A0, limit=held, ppi=float(floor(made.figure("ppi_possible").value)))
    assert not [one for one in at_most.findings if one.id in ("canvas-too-long", "canvas-memory")]


def test_what_does_not_fit_is_told_with_the_ppi_that_does() -> None:
    document = A0 | {"limit": limit(16_000, 4, 0.5), "distance": "2 m"}
    made = reckoned(document)
    (told,) = made.findings
    assert told.id == "canvas-memory" and "13 fit" in told.text
    assert told.fix == {"ppi": 124.0}
    assert not reckoned(patched(document, told.fix)).findings
    # Where that would be too coarse, nothing is offered.
    (told,) = [
        one for one in reckoned(document, distance="20 cm").findings if one.id == "canvas-memory"
    ]
    assert told.fix is None
    (told,) = reckoned(A0, limit=limit(6000, 64)).findings
    assert told.id == "canvas-too-long" and "7140 px" in told.text and told.fix == {"ppi": 126.0}


def test_the_least_ppi_and_why() -> None:
    by_press = reckoned(A4, press="digital").figure("least_ppi")
    assert (by_press.value, by_press.working) == (150, "Digital press = 150 ppi")
    # 60 cm: 25.4 ÷ (600 × tan 1′) = 145.5, fewer than the press asks for; 20 cm: 436.5, more.
    assert reckoned(A4, press="digital", distance="60 cm").figure("least_ppi").value == 150
    near = reckoned(A4, press="digital", distance="20 cm").figure("least_ppi")
    assert near.value == pytest.approx(436.6, abs=0.2) and near.source == "acuity"
    assert reckoned(A4, distance="60 cm").figure("canvas_ppi").value == 146
    coarse = reckoned(A4, press="offset", ppi=200)
    assert [one.id for one in coarse.findings] == ["canvas-coarse"]


def test_one_canvas_for_several_products() -> None:
    """A poster of 50 × 70, a card of 30 × 20 and a banner of 90 × 30 lie on 90 × 70."""
    also = [
        {"width": "30 cm", "height": "20 cm"},
        {"width": "90 cm", "height": "30 cm", "name": "banner"},
    ]
    document = {
        "finished": {"width": "50 cm", "height": "70 cm"},
        "bleed": "0 mm",
        "ppi": 254,
        "also": also,
    }
    made = reckoned(document)
    assert (made.figure("canvas_width_px").value, made.figure("canvas_height_px").value) == (
        9000,
        7000,
    )
    kept = [made.figure(f"keeps_{number}").value for number in (1, 2, 3)]
    assert kept == pytest.approx([3500 / 6300, 600 / 6300, 2700 / 6300])
    assert [(one.width_px, one.height_px) for one in made.products] == [
        (5000, 7000),
        (3000, 2000),
        (9000, 3000),
    ]
    # Each lies on it whole, in its middle.
    for one in made.products:
        x, y, w, h = one.box
        assert (
            x >= 0
            and y >= 0
            and x + w / 2 == pytest.approx(450)
            and y + h / 2 == pytest.approx(350)
        )


def test_guides_lie_where_the_trim_is() -> None:
    sheet = guide_sheet(parse_canvas(A0 | {"safe": "5 mm", "folds": ["30 cm"]}))
    assert [outline.box.as_floats() for outline in sheet.outlines] == [
        (10.0, 10.0, 841.0, 1189.0),
        (15.0, 15.0, 831.0, 1179.0),
    ]
    assert float(sheet.strokes[0].start[0]) == 310


def test_from_a_print_back_to_its_canvas() -> None:
    plan = {"picture": {"width_px": 900, "height_px": 600}, "target": {"width": "24 in", "height": "16 in"},
            "edge": {"kind": "border", "left": "2 in", "top": "2 in", "right": "2 in", "bottom": "2 in"}}  # fmt: skip
    made = parse_canvas(canvas_of_print(parse_plan(plan)))
    # A border is no part of the drawing.
    assert (made.finished.width.typed, made.finished.height.typed) == ("20 in", "12 in")
    assert made.bleed.mm == 0 and made.distance is not None
    wrap = plan | {"edge": {"kind": "wrap", "depth": "38 mm", "turn": "12 mm", "fill": "mirror"}}
    assert float(parse_canvas(canvas_of_print(parse_plan(wrap))).bleed.mm) >= 0


@pytest.mark.parametrize(
    ("changes", "where", "word"),
    [
        ({"finished": {"width": "0 mm", "height": "5 cm"}}, "finished.width", "has a size"),
        ({"finished": {"width": "11 1/ in", "height": "5 cm"}}, "finished.width", "11 1/"),
        ({"safe": "20 cm"}, "safe", "leaves nothing"),
        ({"folds": ["2 m"]}, "folds[0]", "within"),
        ({"distance": "0 m"}, "distance", "nothing is seen"),
        ({"limit": {"most_px": 5, "memory_bytes": 10**9}}, "limit.most_px", "100"),
        ({"channels": 2}, "channels", "1"),
    ],
)
def test_wrong_canvases_are_refused_in_words(
    changes: dict[str, Any], where: str, word: str
) -> None:
    with pytest.raises(CanvasError) as refused:
        parse_canvas(A4 | changes)
    assert any(where in path and word in text for path, text in refused.value.problems)


def test_rows_to_begin_with_have_keys_of_their_own() -> None:
    assert len({one.key for one in LIMITS}) == len(LIMITS)
    for one in LIMITS:
        assert reckoned(A4, limit=one.model_dump()).figure("layers_most").value > 0
