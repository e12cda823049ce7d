"""Letters of a rescue: their outlines against the true edges, on the wire, in the files made."""

from __future__ import annotations

import re
import subprocess
from pathlib import Path
from typing import Any

import numpy as np
import pikepdf
import pytest
from PIL import Image, ImageDraw, ImageFont
from scipy.ndimage import distance_transform_edt, gaussian_filter

from tests.pixels.scene import LETTERS, bench, saved
from zollstock.core.documents.plan import parse_plan, plan_document
from zollstock.core.layouts import parse_layout
from zollstock.core.layouts.files import layout_files
from zollstock.core.letters import FILES
from zollstock.pixels.layouts import make_files, sound
from zollstock.pixels.render import render
from zollstock.pixels.rescue.coverage import coverage
from zollstock.pixels.rescue.outlines import Contour, Lettering, Segment
from zollstock.pixels.rescue.picking import PickProblem, picked
from zollstock.pixels.rescue.tracing import NoTracer, traced
from zollstock.pixels.rescue.wire import lettering_document, letterings_of


def test_coverage_is_the_area_to_the_last_corner() -> None:
    triangle = np.array([[1.3, 0.2], [7.9, 3.1], [2.2, 6.7]])
    area = abs(np.cross(triangle[1] - triangle[0], triangle[2] - triangle[0])) / 2
    assert float(coverage([triangle], 10, 8).sum()) == pytest.approx(area, rel=1e-5)
    # Cut into parts it is the same, pixel for pixel: no seam.
    whole = coverage([triangle], 10, 8)
    right = coverage([triangle - [4, 0]], 6, 8)
    assert np.abs(whole[:, 4:] - right).max() < 1e-5
    square = np.array([[0.0, 0.0], [6.0, 0.0], [6.0, 6.0], [0.0, 6.0]])
    hole = np.array([[2.0, 2.0], [2.0, 4.0], [4.0, 4.0], [4.0, 2.0]])
    assert float(coverage([square, hole], 6, 6).sum()) == pytest.approx(32)


def edges(height: int, quality: int | None, tmp_path: Path) -> np.ndarray:
    """How far (px) traced edges are from the true ones, of capitals so high."""
    fine = 16
    big = Image.new("L", (height * 4 * fine, int(height * 1.8) * fine), 200)
    font = ImageFont.truetype(str(FILES["text"]), int(height * fine * 1.4))
    ImageDraw.Draw(big).text((height * fine // 3, height * fine // 3), "AGR", fill=40, font=font)
    values = np.asarray(big, np.float32)
    inside = values < 120
    small = values.reshape(big.height // fine, fine, big.width // fine, fine).mean(axis=(1, 3))
    image = Image.fromarray(np.rint(gaussian_filter(small, 0.6)).astype(np.uint8)).convert("RGB")
    path = tmp_path / ("l.png" if quality is None else "l.jpg")
    image.save(path, **({} if quality is None else {"quality": quality}))
    planes = np.asarray(Image.open(path), np.float32)
    contours = traced(picked(planes, planes, "#282828", 18, None).alpha, "drawn")
    away = np.where(inside, distance_transform_edt(inside), distance_transform_edt(~inside)) / fine
    return np.array(
        [
            away[
                min(max(round(y * fine), 0), big.height - 1),
                min(max(round(x * fine), 0), big.width - 1),
            ]
            for one in contours
            for x, y in one.flattened()
        ]
    )


@pytest.mark.parametrize(
    ("height", "quality", "most"),
    [(60, 75, 0.3), (60, None, 0.3), (40, None, 0.33), (30, None, 0.4), (14, 75, 0.6)],
)
def test_outlines_lie_near_the_true_edges(
    tmp_path: Path, height: int, quality: int | None, most: float
) -> None:
    assert np.percentile(edges(height, quality, tmp_path), 95) < most


def test_letters_are_outlined_with_their_holes_and_grow_by_a_true_length(tmp_path: Path) -> None:
    taken = bench(saved(tmp_path / "s.jpg", 60), {"kind": "clean"}, LETTERS).taken
    (lettering,) = taken.letterings
    assert len(lettering.letters) == 4
    before = [one[2] for one in lettering.letters]
    after = [one[2] for one in lettering.thicker(1.0).letters]
    for narrow, wide in zip(sorted(before), sorted(after), strict=True):
        assert wide - narrow == pytest.approx(2, abs=0.15)
    ring = Lettering("#000000", (square(0, 0, 20), square(6, 6, 8, hole=True)))
    assert len(ring.letters) == 1
    thick = ring.thicker(1.0)
    assert sorted(round(one.box[2]) for one in thick.contours) == [6, 22]


def square(x: float, y: float, side: float, hole: bool = False) -> Contour:
    corners = [(x + side, y), (x + side, y + side), (x, y + side), (x, y)]
    if hole:
        corners = [(x, y + side), (x + side, y + side), (x + side, y), (x, y)]
    return Contour((x, y), tuple(Segment(corner) for corner in corners))


def test_outlines_go_over_the_wire_and_come_back(tmp_path: Path) -> None:
    (lettering,) = bench(saved(tmp_path / "s.jpg", 60), LETTERS).taken.letterings
    (back,) = letterings_of(lettering_document((lettering,)))
    assert back.nodes == lettering.nodes
    assert back.contours[0].box == pytest.approx(lettering.contours[0].box, abs=0.01)


def test_a_node_that_is_moved_by_hand_is_there_after_every_tracing(tmp_path: Path) -> None:
    path = saved(tmp_path / "s.jpg", 60)
    (before,) = bench(path, LETTERS).taken.letterings
    x, y = before.contours[0].segments[0].end
    moved = {"at": [x / 240, y / 160], "to": [(x + 3) / 240, y / 160]}
    pick = LETTERS["picks"][0] | {"moved": [moved], "smoothed": []}  # type: ignore[index]
    (after,) = bench(path, LETTERS | {"picks": [pick]}).taken.letterings
    assert (
        min(abs(px - x - 3) + abs(py - y) for one in after.contours for px, py in one.points())
        < 0.05
    )
    assert before.nodes == after.nodes
    smooth = LETTERS["picks"][0] | {"smoothed": [[x / 240, y / 160]]}  # type: ignore[index]
    (soft,) = bench(path, LETTERS | {"picks": [smooth]}).taken.letterings
    assert soft.nodes == before.nodes


def test_picks_that_find_nothing_everything_or_specks_are_told() -> None:
    planes = np.full((200, 200, 3), 200, np.float32)
    with pytest.raises(PickProblem, match="Nothing there"):
        picked(planes, planes, "#000000", 10, None)
    with pytest.raises(PickProblem, match="that is the ground"):
        picked(planes, planes, "#c8c8c8", 10, None)
    specks = np.zeros((400, 400), np.float32)
    specks[::5, ::5] = 1
    with pytest.raises(PickProblem, match="specks"):
        traced(specks, "drawn")
    with pytest.raises(PickProblem, match="large enough"):
        traced(np.zeros((40, 40), np.float32), "drawn")


def test_without_potrace_it_is_said(monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setattr("shutil.which", lambda name: None)
    block = np.zeros((40, 40), np.float32)
    block[10:30, 10:30] = 1
    with pytest.raises(NoTracer, match="potrace is not installed"):
        traced(block, "drawn")


def plan(path: Path, form: str, **more: Any) -> Any:
    with Image.open(path) as opened:
        size = {"width_px": opened.width, "height_px": opened.height}
    document = {
        "format": "zollstock.plan/1",
        "picture": size,
        "target": {"width": "12 cm", "height": "8 cm"},
        "pixels": {"mode": "fixed", "ppi": 300},
        "output": {"format": form},
    }
    return parse_plan(document | more)


def test_in_a_pdf_letters_are_outlines_and_in_a_tiff_they_are_drawn_at_its_own_grid(
    tmp_path: Path,
) -> None:
    path = saved(tmp_path / "s.png", None)
    letterings = bench(path, LETTERS).taken.letterings
    render(plan(path, "pdf"), path, tmp_path / "p.pdf", lettering=letterings)
    render(plan(path, "tiff"), path, tmp_path / "p.tif", lettering=letterings)
    render(plan(path, "tiff"), path, tmp_path / "plain.tif")
    subprocess.run(
        [
            "pdftoppm",
            "-r",
            "1200",
            "-gray",
            "-x",
            "1900",
            "-y",
            "1400",
            "-W",
            "1900",
            "-H",
            "900",
            str(tmp_path / "p.pdf"),
            str(tmp_path / "p"),
        ],
        check=True,
    )
    (page,) = tmp_path.glob("p-*.pgm")
    seen = np.asarray(Image.open(page), np.float32)
    # At 1200 ppi the edge of an outline takes a pixel or two, one made of 240 px for 12 cm would take twenty.
    row = seen[450]
    steep = np.abs(np.diff(row)).max()
    assert steep > 60
    drawn, plain = (
        np.asarray(Image.open(tmp_path / name).convert("L"), np.float32)
        for name in ("p.tif", "plain.tif")
    )

    def steepest(image: np.ndarray) -> float:
        return float(np.abs(np.diff(image[480:620, 400:1050], axis=1)).max())

    assert steepest(drawn) > 2 * steepest(plain)


def test_turned_and_leaning_the_letters_lie_on_their_pixels(tmp_path: Path) -> None:
    path = saved(tmp_path / "s.png", None)
    letterings = bench(path, LETTERS).taken.letterings
    for fit in ({"turn": 90}, {"turn": 180}, {"angle": 4.0}, {"turn": 270, "angle": -3.0}):
        size = (
            {"width": "8 cm", "height": "12 cm"}
            if fit.get("turn") in (90, 270)
            else {"width": "12 cm", "height": "8 cm"}
        )
        held = plan(path, "png", fit={"mode": "fill"} | fit, target=size)
        name = re.sub(r"\W", "", str(fit))
        render(held, path, tmp_path / f"{name}.png", lettering=letterings)
        render(held, path, tmp_path / f"{name}-plain.png")
        drawn, plain = (
            np.asarray(Image.open(tmp_path / f"{name}{end}.png").convert("L"), np.float32)
            for end in ("", "-plain")
        )
        # Dark is where it was dark before; only edges are steeper.
        assert np.abs(gaussian_filter(drawn, 6) - gaussian_filter(plain, 6)).max() < 30
        assert (drawn < 70).sum() > 0.8 * (plain < 70).sum()


def test_through_a_layout_letters_stay_outlines_on_every_sheet_they_lie_on(tmp_path: Path) -> None:
    path = saved(tmp_path / "s.png", None)
    letterings = bench(path, LETTERS).taken.letterings
    document = {
        "format": "zollstock.layout/1",
        "kind": "tiles",
        "plans": [plan_document(plan(path, "pdf", target={"width": "30 cm", "height": "20 cm"}))],
    }
    layout = parse_layout(document)
    laid = sound(layout, 1)
    files = layout_files(layout, laid)
    for name, known in (("with", {0: letterings}), ("without", {})):
        folder = tmp_path / name
        folder.mkdir()
        make_files(layout, laid, [path], files[:1], [folder / "sheets.pdf"], None, known)
    curves, plain = (_curves(tmp_path / name / "sheets.pdf") for name in ("with", "without"))
    assert len(curves) == len(laid.sheets) > 1
    # Each sheet that shows a part of the picture has the outlines, cut to that part.
    assert all(more > less + 40 for more, less in zip(curves, plain, strict=True))


def _curves(pdf: Path) -> list[int]:
    """How many curves and lines each page draws."""
    with pikepdf.open(pdf) as opened:
        found = []
        for page in opened.pages:
            forms = [one for one in page.Resources.XObject.values() if one.Subtype == "/Form"]
            drawn = [
                str(token.operator)
                for one in [*forms, page]
                for token in pikepdf.parse_content_stream(one)
            ]
            found.append(sum(operator in ("c", "l") for operator in drawn))
        return found
