"""A rescue against known truth: a scene painted by code, saved small, and what each step makes of it."""

from __future__ import annotations

import json
import subprocess
from pathlib import Path
from typing import Any

import numpy as np
import pytest
from PIL import Image
from scipy.ndimage import gaussian_filter

from tests.pixels.scene import LETTERS, LUMA, bench, psnr, result, saved, truth
from zollstock.pixels.errors import Cancelled, RenderError
from zollstock.pixels.rescue.blocks import coded, deblocked, deblocked_without_grid
from zollstock.pixels.rescue.cleaning import dust, without_screen
from zollstock.pixels.rescue.cli import main
from zollstock.pixels.rescue.fill import diffused, filled
from zollstock.pixels.rescue.lab import delta_e00, lab
from zollstock.pixels.rescue.loading import loaded
from zollstock.pixels.rescue.looking import Part, view
from zollstock.pixels.rescue.making import made
from zollstock.pixels.rescue.rimming import with_rim
from zollstock.pixels.rescue.smoothing import evened
from zollstock.pixels.rescue.stages import Stages
from zollstock.pixels.rescue.toning import ToneCurve, tone_curve
from zollstock.pixels.rights import rights_of


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
