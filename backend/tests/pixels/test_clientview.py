"""What a client sees of a print: the paper and what is printed on it, nothing that is cropped away."""

from __future__ import annotations

import io
from pathlib import Path
from typing import Any

import numpy as np
import pytest
from PIL import Image

from tests.plans import document
from zollstock.core.documents.plan import parse_plan
from zollstock.core.sheet.printdrawing import trimmed_drawing
from zollstock.core.work.outcome import work_out
from zollstock.pixels.clientview import LARGEST, client_view


def seen(tmp_path: Path, picture: np.ndarray, **plan: Any) -> np.ndarray:
    path = tmp_path / "preview.jpg"
    Image.fromarray(picture).save(path, quality=95)
    rows, columns = picture.shape[:2]
    wanted = document(picture={"width_px": columns * 4, "height_px": rows * 4}, **plan)
    drawing = trimmed_drawing(work_out(parse_plan(wanted)))
    return np.asarray(Image.open(io.BytesIO(client_view(path, drawing))))


def halves() -> np.ndarray:
    """Left red, right blue."""
    held = np.zeros((400, 600, 3), np.uint8)
    held[:, :300, 0], held[:, 300:, 2] = 220, 220
    return held


def test_what_is_cropped_away_is_not_in_it(tmp_path: Path) -> None:
    left = {
        "target": {"width": "20 cm", "height": "20 cm"},
        "fit": {"zoom": 2.0, "anchor": [0.0, 0.5]},
    }
    found = seen(tmp_path, halves(), **left)
    assert found.shape[0] == pytest.approx(found.shape[1], abs=1)
    assert found[..., 2].max() < 90, "no blue of the other half"


def test_a_border_is_paper_and_a_turn_turns(tmp_path: Path) -> None:
    sides = dict.fromkeys(("left", "top", "right", "bottom"), "4 cm")
    found = seen(tmp_path, halves(), target={"width": "20 cm", "height": "30 cm"}, edge={"kind": "border", **sides}, fit={"turn": 90})  # fmt: skip
    high, wide = found.shape[:2]
    assert high / wide == pytest.approx(1.5, abs=0.02)
    assert (found[: high // 12] > 245).all() and (found[:, : wide // 8] > 245).all()
    assert found[high // 4, wide // 2, 0] > 180 and found[3 * high // 4, wide // 2, 2] > 180


def test_it_is_never_larger_than_a_screen(tmp_path: Path) -> None:
    found = seen(
        tmp_path, np.full((1500, 3000, 3), 120, np.uint8), target={"width": "2 m", "height": "1 m"}
    )
    assert max(found.shape) <= LARGEST


def test_a_straightened_picture_stays_in_its_window(tmp_path: Path) -> None:
    found = seen(
        tmp_path, halves(), target={"width": "30 cm", "height": "20 cm"}, fit={"angle": 4.0}
    )
    assert found.shape[1] / found.shape[0] == pytest.approx(1.5, abs=0.02)
    assert found[..., 1].max() < 60, "no paper shows in its corners"
