"""What a client sees of a print: the paper and what is printed on it, nothing that is cropped away."""

from __future__ import annotations

import io
from typing import Any

import numpy as np
import pytest
from PIL import Image

from tests.plans import document
from zollstock.core.documents.plan import parse_plan
from zollstock.core.studio.studio import DEFAULT_STUDIO
from zollstock.pixels.clientview import LARGEST, client_view, sides_of


def seen(picture: np.ndarray, **plan: Any) -> np.ndarray:
    preview = io.BytesIO()
    Image.fromarray(picture).save(preview, "JPEG", quality=95)
    rows, columns = picture.shape[:2]
    wanted = document(picture={"width_px": columns * 4, "height_px": rows * 4}, **plan)
    made = client_view(preview.getvalue(), parse_plan(wanted), DEFAULT_STUDIO)
    return np.asarray(Image.open(io.BytesIO(made)))


def halves() -> np.ndarray:
    """Left red, right blue."""
    held = np.zeros((400, 600, 3), np.uint8)
    held[:, :300, 0], held[:, 300:, 2] = 220, 220
    return held


def test_what_is_cropped_away_is_not_in_it() -> None:
    left = {
        "target": {"width": "20 cm", "height": "20 cm"},
        "fit": {"zoom": 2.0, "anchor": [0.0, 0.5]},
    }
    found = seen(halves(), **left)
    assert found.shape[0] == pytest.approx(found.shape[1], abs=1)
    assert found[..., 2].max() < 90, "no blue of the other half"


def test_a_border_has_its_colour() -> None:
    sides = dict.fromkeys(("left", "top", "right", "bottom"), "4 cm")
    edge = {"kind": "border", "colour": "#204060", **sides}
    found = seen(halves(), target={"width": "30 cm", "height": "20 cm"}, edge=edge)
    assert np.abs(found[4:20, 4:-4].astype(int) - (0x20, 0x40, 0x60)).max() < 12


def test_padding_has_its_colour_inside_the_border() -> None:
    sides = dict.fromkeys(("left", "top", "right", "bottom"), "2 cm")
    found = seen(
        halves(), target={"width": "30 cm", "height": "30 cm"}, edge={"kind": "border", **sides},
        fit={"mode": "contain", "colour": "#208020"},
    )  # fmt: skip
    high, wide = found.shape[:2]
    assert (found[4 : high // 20, 4:-4] > 245).all(), "paper"
    assert np.abs(found[high // 8, wide // 2].astype(int) - (0x20, 0x80, 0x20)).max() < 12


def test_of_a_canvas_its_face_is_seen_and_of_a_mat_the_mat() -> None:
    wrap = {"kind": "wrap", "depth": "4 cm", "turn": "1 cm", "fill": "mirror"}
    canvas = parse_plan(document(target={"width": "60 cm", "height": "40 cm"}, edge=wrap))
    assert sides_of(canvas, DEFAULT_STUDIO) == pytest.approx((600, 400))
    found = seen(halves(), target={"width": "60 cm", "height": "40 cm"}, edge=wrap)
    high, wide = found.shape[:2]
    assert wide / high == pytest.approx(1.5, abs=0.01)
    # The red half ends in the middle of the face, with no mirrored side before it.
    assert found[high // 2, wide // 2 - 8, 0] > 150 and found[high // 2, wide // 2 + 8, 2] > 150


def test_a_print_in_pixels_is_seen_too() -> None:
    found = seen(halves(), target={"width": "1200 px", "height": "800 px"})
    assert found.shape[1] / found.shape[0] == pytest.approx(1.5, abs=0.01)


def test_a_border_is_paper_and_a_turn_turns() -> None:
    sides = dict.fromkeys(("left", "top", "right", "bottom"), "4 cm")
    found = seen(halves(), target={"width": "20 cm", "height": "30 cm"}, edge={"kind": "border", **sides}, fit={"turn": 90})  # fmt: skip
    high, wide = found.shape[:2]
    assert high / wide == pytest.approx(1.5, abs=0.02)
    assert (found[: high // 12] > 245).all() and (found[:, : wide // 8] > 245).all()
    assert found[high // 4, wide // 2, 0] > 180 and found[3 * high // 4, wide // 2, 2] > 180


def test_it_is_never_larger_than_a_screen() -> None:
    found = seen(np.full((1500, 3000, 3), 120, np.uint8), target={"width": "2 m", "height": "1 m"})
    assert max(found.shape) <= LARGEST


def test_a_straightened_picture_stays_in_its_window() -> None:
    found = seen(halves(), target={"width": "30 cm", "height": "20 cm"}, fit={"angle": 4.0})
    assert found.shape[1] / found.shape[0] == pytest.approx(1.5, abs=0.02)
    assert found[..., 1].max() < 60, "no paper shows in its corners"
