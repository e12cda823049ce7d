"""Captions, measured in the file: how high their capitals are, and where their ink begins and ends."""

from __future__ import annotations

from pathlib import Path

import numpy as np
import pytest

from tests.pictures import chart, save
from zollstock.core.documents.plan import parse_plan
from zollstock.pixels.render import render
from zollstock.pixels.vips import pyvips

BORDER, WIDTH, HEIGHT = 30, 200, 150


def ink_of(tmp_path: Path, ppi: float, text: str, **caption: object) -> np.ndarray:
    """How dark the paper is below the picture, 0 to 1, of a print with a caption there: row × column."""
    picture = save(chart(400, 300), tmp_path / "chart.png")
    sides = dict.fromkeys(("left", "top", "right", "bottom"), f"{BORDER} mm")
    plan = parse_plan(
        {
            "picture": {"width_px": 400, "height_px": 300},
            "target": {"width": f"{WIDTH} mm", "height": f"{HEIGHT} mm"},
            "edge": {"kind": "border", **sides}
            | {"caption": {"text": text, "colour": "#000000", "offset": "8 mm"} | caption},
            "pixels": {"mode": "fixed", "ppi": ppi, "method": "cubic"},
        }
    )
    out = tmp_path / f"{ppi}-{len(list(tmp_path.iterdir()))}.tif"
    render(plan, picture, out)
    file = pyvips.Image.new_from_file(str(out))
    below = round((HEIGHT - BORDER + 2) / 25.4 * ppi)
    grey = file.crop(0, below, file.width, file.height - below).numpy()[:, :, 1]
    return 1 - grey.astype(float) / 255


@pytest.mark.parametrize("ppi", [72, 100, 150, 240, 300, 360])
@pytest.mark.parametrize("height", [2, 3, 5.5])
@pytest.mark.parametrize("font", ["text", "condensed"])
def test_capitals_are_as_high_as_was_typed(
    tmp_path: Path, ppi: float, height: float, font: str
) -> None:
    """By how much of a stem is inked down its middle: to a twentieth of a millimetre."""
    ink = ink_of(tmp_path, ppi, "I", height=f"{height} mm", font=font)
    # A stem that is narrower than a pixel is never black: what it has in its middle rows counts as all.
    down = ink.sum(axis=1)
    rows = np.flatnonzero(down > 0.2)
    full = np.median(down[rows[len(rows) // 4 : -len(rows) // 4 or None]])
    assert down.sum() / full / ppi * 25.4 == pytest.approx(height, abs=0.05)


@pytest.mark.parametrize("ppi", [72, 150, 300])
@pytest.mark.parametrize("text", ["Salt pans", "Hall", "Tide mill", "“Fog” by A. V.", "jetty"])
def test_lines_set_to_a_side_are_flush_with_the_picture(
    tmp_path: Path, ppi: float, text: str
) -> None:
    """Their ink, not the room around their letters: to a tenth of a millimetre."""
    for align in ("left", "right"):
        across = ink_of(tmp_path, ppi, text, height="6 mm", align=align).max(axis=0)
        if align == "right":
            across = across[::-1]
        first = int(np.flatnonzero(across > 0.03)[0])
        begins = first + 1 - across[first] / max(across[first + 1], across[first])
        assert begins / ppi * 25.4 == pytest.approx(BORDER, abs=0.1)


def test_letters_on_a_small_screen_are_not_drawn_forever_finer(tmp_path: Path) -> None:
    """A hall's banner at a few ppi: as fine as its letters need, and no more than memory has."""
    ink = ink_of(tmp_path, 10, "Tide", height="9 mm", offset="4 mm")
    assert ink.max() > 0.3
