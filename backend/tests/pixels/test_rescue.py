"""A rescue against known truth: a scene painted by code, saved small, and what each step makes of it."""

from __future__ import annotations

import json
import re
import subprocess
from functools import cache
from pathlib import Path
from typing import Any

import numpy as np
import pikepdf
import pytest
from PIL import Image, ImageDraw, ImageFont
from scipy.ndimage import distance_transform_edt, gaussian_filter

from zollstock.core.documents.plan import parse_plan, plan_document
from zollstock.core.layouts import parse_layout
from zollstock.core.layouts.files import layout_files
from zollstock.core.letters import FILES
from zollstock.core.rescue.chain import parse_rescue
from zollstock.core.rescue.worked import work_out_rescue
from zollstock.pixels.errors import Cancelled, RenderError
from zollstock.pixels.layouts import make_files, sound
from zollstock.pixels.measures import measure
from zollstock.pixels.render import render
from zollstock.pixels.rescue.blocks import coded, deblocked, deblocked_without_grid
from zollstock.pixels.rescue.cleaning import dust, without_screen
from zollstock.pixels.rescue.cli import main
from zollstock.pixels.rescue.coverage import coverage
from zollstock.pixels.rescue.fill import diffused, filled
from zollstock.pixels.rescue.lab import delta_e00, lab
from zollstock.pixels.rescue.loading import loaded
from zollstock.pixels.rescue.looking import Part, view
from zollstock.pixels.rescue.making import made
from zollstock.pixels.rescue.outlines import Contour, Lettering, Segment
from zollstock.pixels.rescue.picking import PickProblem, picked
from zollstock.pixels.rescue.rimming import with_rim
from zollstock.pixels.rescue.smoothing import evened
from zollstock.pixels.rescue.stages import Stages
from zollstock.pixels.rescue.toning import ToneCurve, tone_curve
from zollstock.pixels.rescue.tracing import NoTracer, traced
from zollstock.pixels.rescue.wire import lettering_document, letterings_of
from zollstock.pixels.rights import rights_of

LUMA = np.array([0.299, 0.587, 0.114])
FINE = 8


def psnr(one: np.ndarray, other: np.ndarray) -> float:
    return float(10 * np.log10(255**2 / np.mean((one - other) ** 2)))


@cache
def truth(times: int = 1) -> np.ndarray:
    """A scene of 240 × 160 px, so many times as fine: a sky, a hill, a wall, a wheel, four letters."""
    side = FINE * 240, FINE * 160
    image = Image.new("RGB", side)
    draw = ImageDraw.Draw(image)
    for row in range(side[1]):
        share = row / side[1]
        draw.line(
            [(0, row), (side[0], row)],
            fill=(int(180 + 50 * share), int(200 + 10 * share), int(195 - 30 * share)),
        )
    draw.polygon(
        [(0, 1000), (600, 860), (1300, 980), (1920, 880), (1920, 1280), (0, 1280)],
        fill=(150, 168, 128),
    )
    draw.rectangle([500, 240, 1500, 1100], fill=(217, 199, 162))
    draw.ellipse([120, 640, 560, 1080], outline=(74, 59, 46), width=40)
    font = ImageFont.truetype(str(FILES["text"]), 48 * FINE)
    draw.text((1000, 700), "MILL", fill=(58, 42, 34), font=font, anchor="ms")
    fine = np.asarray(image, np.float32)
    by = FINE // times
    high, wide = fine.shape[0] // by, fine.shape[1] // by
    return fine.reshape(high, by, wide, by, 3).mean(axis=(1, 3))


def saved(path: Path, quality: int | None, blur: float = 0.6) -> Path:
    """The scene as a lens and a file leave it."""
    soft = gaussian_filter(truth(), (blur, blur, 0))
    image = Image.fromarray(np.rint(soft).astype(np.uint8))
    image.save(path, **({} if quality is None else {"quality": quality}))
    return path


def bench(path: Path, *steps: dict[str, Any], wide: str | None = "24 cm") -> Stages:
    with Image.open(path) as opened:
        size = {
            "width_px": opened.width,
            "height_px": opened.height,
            "bits": 16 if "16" in opened.mode else 8,
        }
        size["channels"] = 1 if opened.mode in ("L", "I;16") else 3
    held = {"picture": size, "steps": list(steps)} | ({"print": {"width": wide}} if wide else {})
    return Stages(work_out_rescue(parse_rescue(held), measure(path)), loaded(path))


def result(stages: Stages) -> np.ndarray:
    image = made(stages.work, stages.ground, stages.source)
    return image.numpy().reshape(image.height, image.width, image.bands).astype(np.float32)


LETTERS = {
    "kind": "lettering",
    "picks": [{"colour": "#3a2a22", "area": [[0.3, 0.3], [0.75, 0.3], [0.75, 0.62], [0.3, 0.62]]}],
}


@pytest.mark.parametrize(("quality", "gain"), [(20, 0.6), (40, 0.4), (60, 0.2)])
def test_blocks_go_and_the_truth_comes_nearer(tmp_path: Path, quality: int, gain: float) -> None:
    path = saved(tmp_path / "s.jpg", quality)
    held = coded(path)
    assert held is not None
    as_it_is = np.asarray(Image.open(path), np.float32)
    soft = gaussian_filter(truth(), (0.6, 0.6, 0))
    assert psnr(deblocked(held) @ LUMA, soft @ LUMA) > psnr(as_it_is @ LUMA, soft @ LUMA) + gain
    without_grid = deblocked_without_grid(as_it_is, quality)
    assert psnr(without_grid @ LUMA, soft @ LUMA) > psnr(as_it_is @ LUMA, soft @ LUMA)


@pytest.mark.parametrize("orientation", range(1, 9))
def test_blocks_are_taken_out_of_a_picture_that_lies_on_its_side(
    tmp_path: Path, orientation: int
) -> None:
    image = Image.open(saved(tmp_path / "up.jpg", 95))
    exif = Image.Exif()
    exif[0x0112] = orientation
    image.save(tmp_path / "side.jpg", quality=30, exif=exif)
    source = loaded(tmp_path / "side.jpg")
    free = source.without_blocks(30, True)
    assert free.shape == source.planes.shape
    assert psnr(free, source.planes) > 28


def test_grey_and_png_and_16_bits_go_through(tmp_path: Path) -> None:
    grey = Image.open(saved(tmp_path / "c.jpg", 40)).convert("L")
    grey.save(tmp_path / "g.jpg", quality=40)
    assert result(bench(tmp_path / "g.jpg", {"kind": "clean"})).shape == (160, 240, 1)
    saved(tmp_path / "p.png", None)
    assert result(bench(tmp_path / "p.png", {"kind": "clean", "blocks": 1.0})).shape == (
        160,
        240,
        3,
    )
    wide = Image.fromarray(np.asarray(grey, np.uint16) * 257)
    wide.save(tmp_path / "w.tif")
    stages = bench(tmp_path / "w.tif", {"kind": "tone", "black": 10, "white": 240})
    assert made(stages.work, stages.ground, stages.source).format == "ushort"


def test_a_printed_screen_is_found_and_notched(tmp_path: Path) -> None:
    rows, columns = np.mgrid[0:256, 0:320]
    dots = 40 * np.sin(2 * np.pi * (columns + rows) / 6) * np.sin(2 * np.pi * (columns - rows) / 6)
    plain = np.repeat(
        (120 + 60 * np.sin(columns / 70) * np.cos(rows / 50))[:, :, None], 3, axis=2
    ).astype(np.float32)
    free, found = without_screen(plain + dots[:, :, None].astype(np.float32))
    assert found is not None and 2.2 < found.period < 7
    assert psnr(free, plain) > psnr(plain + dots[:, :, None], plain) + 8
    same, nothing = without_screen(plain)
    assert nothing is None and same is plain


def test_dust_goes_and_nothing_else_is_touched() -> None:
    plane = np.full((60, 80, 3), 120, np.float32)
    spots = dust((60, 80), [(0.5, 0.5, 0.03)])
    assert 15 < spots.sum() < 40
    dirty = plane.copy()
    dirty[spots] = 10
    clean = filled(dirty, spots)
    assert np.abs(clean - plane).max() < 2
    assert (clean[~spots] == dirty[~spots]).all()


def test_a_hole_is_filled_with_grain_not_with_fog() -> None:
    rng = np.random.default_rng(3)
    grain = (128 + 18 * rng.standard_normal((120, 160, 1))).astype(np.float32)
    hole = np.zeros((120, 160), bool)
    hole[40:80, 60:110] = True
    patches, fog = filled(grain, hole), diffused(grain, hole)
    assert float(patches[hole].std()) > 0.6 * float(grain[~hole].std())
    assert float(fog[hole].std()) < 0.5 * float(grain[~hole].std())
    assert (filled(grain, hole) == patches).all()  # the same every time


@pytest.mark.parametrize("by", ["patches", "mirror", "stretch", "blur"])
def test_a_rim_is_as_wide_as_asked_and_the_picture_stays(by: Any) -> None:
    planes = truth().astype(np.float32)
    wide, invented = with_rim(planes, (20, 8, 0, 12), by)
    assert wide.shape == (180, 260, 3)
    assert (wide[8:168, 20:] == planes).all()
    assert not invented[8:168, 20:].any() and invented[:8].all() and invented[:, :20].all()
    # What is at the height of the sky goes on as sky.
    assert abs(float(wide[30, 5].mean()) - float(planes[22, 0].mean())) < 25


def test_even_ground_is_smoothed_and_edges_are_kept() -> None:
    rng = np.random.default_rng(1)
    step = np.zeros((80, 80, 1), np.float32)
    step[:, 40:] = 120
    noisy = step + (5 * rng.standard_normal(step.shape)).astype(np.float32)
    everywhere = np.ones((80, 80), bool)
    kept, lost = evened(noisy, everywhere, 5, True), evened(noisy, everywhere, 5, False)
    assert float(kept[:, :30].std()) < 0.5 * float(noisy[:, :30].std())
    assert abs(float(kept[:, 42].mean()) - 120) < 12 < abs(float(lost[:, 42].mean()) - 120)
    left = np.zeros((80, 80), bool)
    left[:, :40] = True
    half = evened(noisy, left, 5, False)
    assert (half[:, 40:] == noisy[:, 40:]).all()
    assert abs(float(half[:, 39].mean())) < 2.5  # nothing of the other side is mixed in


def test_tones_end_where_the_histogram_does() -> None:
    curve = ToneCurve(10, 240, 1.5)
    assert curve.of(np.array([10, 240], np.float32)).tolist() == [0, 255]
    assert float(curve.of(np.array([125], np.float32))[0]) > 127.5
    assert curve.colour("#0a0a0a") == "#000000"
    flat = np.linspace(30, 200, 5000, dtype=np.float32).reshape(50, 100, 1)
    found = tone_curve(flat, None, None, 1.0)
    assert abs(found.black - 30) < 2 and abs(found.white - 215) < 2  # never farther in than 40


def test_colours_differ_as_the_published_pairs_do() -> None:
    pairs = [
        ((50, 2.6772, -79.7751), (50, 0, -82.7485), 2.0425),
        ((50, -1.3802, -84.2814), (50, 0, -82.7485), 1.0000),
        ((22.7233, 20.0904, -46.6940), (23.0331, 14.9730, -42.5619), 2.0373),
        ((90.8027, -2.0831, 1.4410), (91.1528, -1.6435, 0.0447), 1.4441),
        ((2.0776, 0.0795, -1.1350), (0.9033, -0.0636, -0.5514), 0.9082),
    ]  # Sharma, Wu, Dalal 2005
    for one, other, apart in pairs:
        assert float(delta_e00(np.array(one), np.array(other))) == pytest.approx(apart, abs=1e-4)
    assert lab(np.array([[255.0, 255.0, 255.0]], np.float32))[0] == pytest.approx(
        [100, 0, 0], abs=0.05
    )


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


def test_the_chain_beats_plain_enlarging_and_the_wrong_order(tmp_path: Path) -> None:
    path = saved(tmp_path / "s.jpg", 34)
    wanted = truth(4)
    plain = result(bench(path, {"kind": "enlarge", "factor": 4}))
    whole = result(bench(path, {"kind": "clean"}, LETTERS, {"kind": "enlarge", "factor": 4}))
    assert psnr(whole, wanted) > psnr(plain, wanted) + 1.0
    # Wrong order: enlarged first, its blocks with it, and only then cleaned.
    Image.fromarray(np.rint(plain).astype(np.uint8)).save(tmp_path / "large.png")
    wrong = result(bench(tmp_path / "large.png", {"kind": "clean", "blocks": 1.0}))
    assert psnr(whole, wanted) > psnr(wrong, wanted) + 1.0


def test_what_is_larger_than_the_bench_takes_is_refused_before_it_is_read(tmp_path: Path) -> None:
    Image.new("L", (5000, 4000)).save(tmp_path / "large.png")
    with pytest.raises(RenderError, match="up to 16 megapixels"):
        loaded(tmp_path / "large.png")


def test_it_stops_between_two_steps_when_it_is_called_off(tmp_path: Path) -> None:
    stages = bench(saved(tmp_path / "s.jpg", 60), {"kind": "clean"})
    called_off = Stages(stages.work, stages.source, lambda percent: False)
    with pytest.raises(Cancelled):
        _ = called_off.ground


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


@pytest.mark.parametrize("scale", [0.3, 1, 2, 3, 4, 7.5])
@pytest.mark.parametrize(
    "at", [(-300.0, -200.0), (-2.5, -1.5), (0.0, 0.0), (230.2, 150.7), (500.0, 0.0)]
)
def test_a_view_may_be_larger_than_the_picture_at_any_scale(
    tmp_path: Path, scale: float, at: tuple[float, float]
) -> None:
    stages = bench(
        saved(tmp_path / "s.png", None),
        {"kind": "enlarge", "factor": 2},
        {"kind": "rim", "left": 0.1},
    )
    where = Part(*at, scale, 900, 620)
    seen = view(stages.work, stages.ground, stages.source.like, where, True)
    assert (seen.width, seen.height) == (900, 620)
    left, top = max(0, round((-24 - at[0]) * scale)), max(0, round(-at[1] * scale))
    right, bottom = min(900, round((240 - at[0]) * scale)), min(620, round((160 - at[1]) * scale))
    shown = max(0, right - left) * max(0, bottom - top)
    there = seen.numpy()[:, :, 3] > 0 if seen.bands == 4 else np.ones((620, 900), bool)
    assert int(there.sum()) == shown


@pytest.mark.parametrize("size", [(1, 1), (1, 300), (300, 1), (2, 900), (7, 9), (40, 40)])
def test_the_smallest_and_thinnest_pictures_go_through_every_step(
    tmp_path: Path, size: tuple[int, int]
) -> None:
    values = np.random.default_rng(1).integers(0, 255, (size[1], size[0], 3)).astype(np.uint8)
    Image.fromarray(values).save(tmp_path / "odd.png")
    everything: list[dict[str, Any]] = [
        {
            "kind": "clean",
            "blocks": 1.0,
            "noise": 1.0,
            "screen": True,
            "dabs": [{"x": 0.5, "y": 0.5, "r": 0.05}],
        },
        {"kind": "smooth"},
        {"kind": "lettering", "picks": [{"colour": "#101010", "near": 30}]},
        {"kind": "enlarge", "factor": 3},
        {"kind": "rim", "left": 0.3, "top": 0.2, "bottom": 0.5},
        {"kind": "tone"},
        {"kind": "sharpen"},
    ]
    stages = bench(tmp_path / "odd.png", *everything)
    assert result(stages).shape[:2] == (stages.work.made_height, stages.work.made_width)
    stages.found()


def test_whose_the_picture_is_stays_with_what_is_made_of_it(tmp_path: Path) -> None:
    path = saved(tmp_path / "s.jpg", 60)
    words = ["-EXIF:Copyright=© Ilse Varn 2026", "-EXIF:SerialNumber=SN-4711"]
    subprocess.run(["exiftool", "-q", "-overwrite_original", *words, str(path)], check=True)
    chain = tmp_path / "chain.json"
    facts = {"width_px": 240, "height_px": 160, "bits": 8, "channels": 3}
    chain.write_text(json.dumps({"picture": facts, "steps": [{"kind": "clean"}]}))
    assert main([str(chain), str(path), "-o", str(tmp_path / "out.tif")]) == 0
    assert rights_of(tmp_path / "out.tif").copyright == "© Ilse Varn 2026"
    assert b"4711" not in (tmp_path / "out.tif").read_bytes()
