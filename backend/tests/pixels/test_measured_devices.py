"""A device that prints too small, measured by its bar, corrected, and measured again in the file."""

from __future__ import annotations

import subprocess
from pathlib import Path
from typing import Any

import numpy as np
import pytest
from PIL import Image

from tests.pictures import chart, save
from zollstock.core.devices.trialsheet import trial_sheets
from zollstock.core.documents.plan import parse_plan
from zollstock.core.studio.devices import SHIPPED
from zollstock.pixels.errors import RenderError
from zollstock.pixels.render import render
from zollstock.pixels.trialsheet import trial_sheet_pdf

#: What the bar of 100 mm was measured as.
SCALE = 0.964


def plan_of(
    corrects: bool, kind: str, scale: tuple[float, float] = (SCALE, SCALE)
) -> dict[str, Any]:
    chosen = SHIPPED.chosen("desk", "a4")
    assert chosen is not None
    document = chosen.model_dump(mode="json")
    document["used"]["corrects"] = corrects
    document["used"]["feed"] |= {"scale_x": scale[0], "scale_y": scale[1], "measured": "2026-11-20"}
    return {
        "picture": {"width_px": 600, "height_px": 400},
        "target": {"width": "15 cm", "height": "10 cm"},
        "output": {"format": kind},
        "device": document,
    }


def made(tmp_path: Path, kind: str, **more: Any) -> Path:
    out = tmp_path / f"out.{kind}"
    render(parse_plan(plan_of(True, kind, **more)), save(chart(600, 400), tmp_path / "p.png"), out)
    return out


def pages(path: Path) -> tuple[float, float]:
    said = subprocess.run(["pdfinfo", str(path)], capture_output=True, text=True, check=True).stdout
    line = next(line for line in said.splitlines() if line.startswith("Page size"))
    w, h = line.split(":")[1].split("pts")[0].split(" x ")
    return float(w) / 72 * 25.4, float(h) / 72 * 25.4


@pytest.mark.parametrize("kind", ["tiff", "jpeg", "png"])
def test_a_file_says_that_it_is_larger_by_as_much_as_the_device_prints_small(
    tmp_path: Path, kind: str
) -> None:
    image = Image.open(made(tmp_path, kind))
    assert image.size == (600, 400), "no pixel changes"
    across, along = (float(one) for one in image.info["dpi"])
    # On paper: as large as it says, times what the device makes of it.
    assert 600 / across * 25.4 * SCALE == pytest.approx(150, abs=0.2)
    assert 400 / along * 25.4 * SCALE == pytest.approx(100, abs=0.2)


def test_both_ways_are_made_good_each_by_its_own(tmp_path: Path) -> None:
    """Across 98 %, along 96.4 % of the paper; the print lies as it stands."""
    image = Image.open(made(tmp_path, "tiff", scale=(0.98, SCALE)))
    across, along = (float(one) for one in image.info["dpi"])
    assert 600 / across * 25.4 * 0.98 == pytest.approx(150, abs=0.2)
    assert 400 / along * 25.4 * SCALE == pytest.approx(100, abs=0.2)


def test_a_pdf_is_a_larger_page_with_all_that_is_on_it(tmp_path: Path) -> None:
    path = made(tmp_path, "pdf")
    w, h = pages(path)
    assert (w * SCALE, h * SCALE) == (pytest.approx(150, abs=0.1), pytest.approx(100, abs=0.1))
    subprocess.run(["pdftoppm", "-r", "50", "-png", str(path), str(tmp_path / "page")], check=True)
    seen = np.asarray(Image.open(next(tmp_path.glob("page*.png"))).convert("L"))
    # The picture reaches into all four corners of the larger page.
    plain = np.asarray(Image.open(tmp_path / "p.png").convert("L").resize(seen.shape[::-1]))
    assert np.abs(seen.astype(int) - plain.astype(int)).mean() < 12


def test_what_is_not_corrected_is_refused(tmp_path: Path) -> None:
    with pytest.raises(RenderError, match=r"96\.4 %"):
        render(parse_plan(plan_of(False, "tiff")), save(chart(600, 400), tmp_path / "p.png"), tmp_path / "o.tif")  # fmt: skip


def test_the_bars_of_the_trial_sheet_are_100_mm_in_the_file(tmp_path: Path) -> None:
    device = SHIPPED.devices[0]
    path = tmp_path / "sheet.pdf"
    trial_sheet_pdf(trial_sheets(device.name, device.feeds[0]), path)
    w, h = pages(path)
    assert (w, h) == (pytest.approx(210, abs=0.1), pytest.approx(297, abs=0.1))
    subprocess.run(["pdftoppm", "-r", "254", "-f", "1", "-l", "1", "-gray", str(path), str(tmp_path / "s")], check=True)  # fmt: skip
    dark = np.asarray(Image.open(next(tmp_path.glob("s*.pgm")))) < 128
    row = np.flatnonzero(dark[round((148.5 + 56) * 10)])
    assert (row[-1] - row[0]) / 10 == pytest.approx(100, abs=0.3)
    column = np.flatnonzero(dark[400:2005, 1400])  # of the bar alone, no other line
    assert (column[-1] - column[0]) / 10 == pytest.approx(100, abs=0.3)
