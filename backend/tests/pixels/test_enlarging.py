"""Enlarged pixels, measured: nothing moves, nothing shifts in colour, no seam, halos held, noise gone."""

from __future__ import annotations

import os
import subprocess
import sys
from functools import lru_cache
from pathlib import Path

import numpy as np
import pytest

from making.degrade import averaged, blurred, levels
from tests.lengthy import in_a_long_round, spread
from tests.pictures import chart, save
from zollstock.core.documents.plan import parse_plan
from zollstock.core.ground.rational import Fraction
from zollstock.core.picture.measures import Measures
from zollstock.core.rules.straighten import UPRIGHT, lean
from zollstock.core.seeing.enlarging import FACTORS
from zollstock.core.sheet.grid import PixelBox
from zollstock.core.sheet.sheets import Sampling
from zollstock.core.telling.shortways import method_ways
from zollstock.core.work.outcome import work_out
from zollstock.pixels.choose import filters_for, way_for
from zollstock.pixels.denoise import ROUNDS, denoised
from zollstock.pixels.enlarge import careful, tiles
from zollstock.pixels.enlarge.filters import filters, folded, unfolded
from zollstock.pixels.enlarge.shape import SETS
from zollstock.pixels.errors import Cancelled
from zollstock.pixels.methods import METHODS, Way, method_of
from zollstock.pixels.render import render
from zollstock.pixels.sharpen import sharpened
from zollstock.pixels.vips import pyvips


def image_of(values: np.ndarray, bits: int = 8) -> pyvips.Image:
    """Levels 0 to 255 as a picture of 8 or 16 bits."""
    scaled = np.rint(np.clip(values, 0, 255) * (257 if bits == 16 else 1))
    made = pyvips.Image.new_from_array(scaled.astype(np.uint16 if bits == 16 else np.uint8))
    grey = made.bands == 1
    kinds = {8: ("b-w", "srgb"), 16: ("grey16", "rgb16")}[bits]
    return made.copy(interpretation=kinds[0] if grey else kinds[1])


@lru_cache(maxsize=8)
def scene(width: int = 120, height: int = 90) -> np.ndarray:
    """Discs, stripes and a slope in colour, with soft edges as a lens draws them. Not to be written to."""
    y, x = np.mgrid[0 : height * 4, 0 : width * 4] / 4
    disc = (np.hypot(x - width / 3, y - height / 2) < height / 4) * 120.0
    bars = (np.sin(x * 0.9 + y * 0.4) > 0) * 60.0 * (x > width / 2)
    layers = [40 + disc + bars + x / 4, 60 + disc / 2 + bars, 90 + bars + y / 3]
    large = np.stack(layers, axis=2).astype(np.float32)
    drawn = averaged(blurred(large, 1.2), 4)
    drawn.flags.writeable = False
    return drawn


def made(
    values: np.ndarray | pyvips.Image, factor: Fraction | int, way: Way, at: float = 0.0
) -> np.ndarray:
    image = values if isinstance(values, pyvips.Image) else image_of(values)
    box = PixelBox(0, 0, int(image.width * factor), int(image.height * factor))
    sampling = Sampling(Fraction(at), Fraction(at), 1 / Fraction(factor), copies=False)
    return method_of(way)(image, sampling, UPRIGHT, box).numpy().astype(float)


ALL = [Way(name) for name in METHODS] + [Way("careful", name) for name in SETS[1:]]


def said(value: Way | Fraction | int) -> str:
    return f"{value.name} {value.filters}" if isinstance(value, Way) else str(value)


@pytest.mark.parametrize(("way", "factor"), spread(2, ALL, (2, 3, 4, Fraction(5, 2), 7)), ids=said)
def test_an_even_grey_and_a_slope_stay_what_they_are(way: Way, factor: Fraction | int) -> None:
    x = np.mgrid[0:40, 0:40][1]
    slope = np.stack([60 + 2.0 * x, np.full_like(x, 99), 200 - x], axis=2).astype(np.float32)
    found = made(image_of(slope, 16), factor, way) / 257
    inner = slice(found.shape[0] // 4, -found.shape[0] // 4)
    columns = (np.arange(found.shape[1]) + 0.5) / float(factor) - 0.5
    for band, rise, begin in ((0, 2.0, 60), (1, 0.0, 99), (2, -1.0, 200)):
        wanted = begin + rise * columns
        assert np.abs(found[inner, inner, band] - wanted[inner]).max() < 0.06


@pytest.mark.parametrize(("way", "factor"), spread(2, ALL, (2, 3, Fraction(3, 2))), ids=said)
def test_nothing_moves_whatever_way_it_is_turned(way: Way, factor: Fraction | int) -> None:
    """A picture that is turned and then enlarged is the enlarged picture turned."""
    small = scene()
    found = made(small, factor, way)
    for turns in (1, 2, 3):
        other = np.rot90(made(np.ascontiguousarray(np.rot90(small, turns)), factor, way), -turns)
        # What lies on the border between two classes may fall to either: a level or two, and seldom.
        assert np.abs(other - found).mean() < 0.25


@pytest.mark.parametrize("factor", FACTORS)
def test_tiles_have_no_seam(factor: int, monkeypatch: pytest.MonkeyPatch) -> None:
    image = image_of(scene(200, 150))
    whole = careful.enlarged(image, factor, "plain").numpy()
    monkeypatch.setattr(tiles, "TILE", 60)
    assert (careful.enlarged(image, factor, "plain").numpy() == whole).all()


def test_denoising_and_lanczos_have_none_either(monkeypatch: pytest.MonkeyPatch) -> None:
    noise = np.random.default_rng(3).normal(0, 6, (150, 200, 3))
    image = image_of(scene(200, 150) + noise)
    wholes = denoised(image, 1, 6).numpy(), made(image, Fraction(5, 2), Way("lanczos"))
    monkeypatch.setattr(tiles, "TILE", 3 * ROUNDS)
    assert (denoised(image, 1, 6).numpy() == wholes[0]).all()
    assert (made(image, Fraction(5, 2), Way("lanczos")) == wholes[1]).all()


@pytest.mark.parametrize("name", ["careful", "lanczos"])
def test_sixteen_bits_are_eight_with_more_between(name: str) -> None:
    small = levels(scene())
    eight, sixteen = (made(image_of(small, bits), 2, Way(name)) for bits in (8, 16))  # type: ignore[arg-type]
    assert np.abs(sixteen / 257 - eight).max() <= 0.502
    assert len(np.unique(sixteen)) > 4 * len(np.unique(eight))


def test_a_grey_picture_is_its_own_luma() -> None:
    grey = levels(scene()[:, :, 0])
    alone = made(grey, 2, Way("careful"))
    three = made(np.repeat(grey[:, :, None], 3, axis=2), 2, Way("careful"))
    assert np.abs(three - alone.reshape(*three.shape[:2], 1)).max() <= 1


def test_colours_do_not_stray() -> None:
    """Grey stays grey: what the filters add is added to all channels alike."""
    y, x = np.mgrid[0:60, 0:60]
    grey = np.repeat(((x + y) % 11 > 5)[:, :, None] * 150.0 + 40, 3, axis=2)
    found = made(grey, 3, Way("careful"))
    assert np.ptp(found, axis=2).max() <= 1


def without_a_lens(low: float, high: float) -> np.ndarray:
    """Hard edges at many angles, as a drawing program writes them: each px the mean of what lies under it."""
    fine = np.full((1600, 1600), low, np.float32)
    y, x = np.mgrid[0:1600, 0:1600]
    for number in range(9):
        angle = np.deg2rad(3 + 11.3 * number)
        across, down = x - 280 - number % 3 * 520, y - 280 - number // 3 * 520
        along = np.abs(across * np.cos(angle) + down * np.sin(angle)) < 180
        beside = np.abs(down * np.cos(angle) - across * np.sin(angle)) < 150
        fine[along & beside] = high
    return levels(averaged(fine, 10))


@pytest.mark.parametrize("factor", FACTORS)
@pytest.mark.parametrize(("low", "high"), [(60, 200), (100, 140), (20, 235)])
def test_a_hard_edge_gets_no_halo(factor: int, low: float, high: float) -> None:
    """What no lens softened is sharp already: on either side by under 4 % of the step."""
    found = made(without_a_lens(low, high), factor, Way("careful"))
    rounding = 0.5
    assert found.max() <= high + 0.04 * (high - low) + rounding
    assert found.min() >= low - 0.04 * (high - low) - rounding


def test_on_hard_edges_careful_is_no_worse_than_lanczos() -> None:
    large = np.kron(without_a_lens(40, 210), np.ones((2, 2), np.float32))
    small = levels(averaged(large, 4))
    wanted = averaged(large, 2)
    careful_, lanczos = (
        np.mean((made(small, 2, Way(name)).reshape(wanted.shape) - wanted)[8:-8, 8:-8] ** 2)
        for name in ("careful", "lanczos")
    )
    assert careful_ < lanczos


def test_a_thin_line_may_stand_out_from_the_pixels_it_fell_on() -> None:
    """Held to its neighbours it would become as pale as they are."""
    x = np.mgrid[0:400, 0:400][1]
    line = np.where(np.abs(x - 207) < 8, 220.0, 60.0).astype(np.float32)
    small = levels(averaged(blurred(line, 4), 10))
    assert made(small, 2, Way("careful")).max() > small.max() + 5


@pytest.mark.parametrize(
    ("factor", "lens", "gain"), [(2, 0.35, 5.0), (2, 0.5, 3.0), (3, 0.5, 1.0), (4, 0.5, 0.1)]
)
def test_careful_comes_nearer_to_what_was_there_than_cubic(
    factor: int, lens: float, gain: float
) -> None:
    """On a scene made by the test, whose stripes a quarter hardly holds; on photographs the benchmark *fidelity* says by how much."""
    large = scene(480, 360)
    small = levels(averaged(blurred(large, lens * factor), factor))

    def error(name: str) -> float:
        found = made(small, factor, Way(name))  # type: ignore[arg-type]
        return float(np.mean((found - large)[16:-16, 16:-16] ** 2))

    assert 10 * np.log10(error("cubic") / error("careful")) > gain


@pytest.mark.parametrize("scale", [Fraction(9, 8), Fraction(6, 5), Fraction(124, 100)])
def test_so_little_is_enlarged_by_lanczos_and_said_so(scale: Fraction) -> None:
    """On photographs learned filters gain under 0.3 dB over it below 1¼ × (docs/pixels.md), at four times the cost."""
    work = work_out(wanted_plan(ppi=25.4 * float(scale), method="careful"))
    assert work.scale == pytest.approx(scale)
    assert way_for(work, lambda: Measures()).name == "lanczos"
    said_of = {offer.id: offer.wording(work) for offer in method_ways(work)}
    assert "by Lanczos: up to 1.25 ×" in said_of["method-careful"]
    assert "learned from photographs" not in said_of["method-careful"]


def test_from_there_on_it_is_careful() -> None:
    work = work_out(wanted_plan(ppi=32, method="careful"))
    assert way_for(work, lambda: Measures()).name == "careful"


def test_a_leaning_picture_leans_alike_by_every_method() -> None:
    image, box = image_of(scene()), PixelBox(0, 0, 160, 120)
    at = Sampling(Fraction(20), Fraction(15), Fraction(1, 2), copies=False)
    found = [
        method_of(Way(name))(image, at, lean(7.0), box).numpy().astype(float) for name in METHODS
    ]
    assert np.abs(found[0] - found[2]).mean() < 4 and np.abs(found[1] - found[2]).mean() < 4


def test_filters_are_stored_by_half_and_come_back_whole() -> None:
    whole = filters(2, "plain")
    assert np.allclose(unfolded(folded(whole, 2), 2), whole, atol=2e-3)
    for factor in FACTORS:
        for name in SETS:
            assert np.allclose(filters(factor, name).sum(axis=2), 1, atol=1e-5)


# What suits a picture


@pytest.mark.parametrize(
    ("measures", "source", "wanted"),
    [
        (Measures(), "plain", "plain"),
        (Measures(noise_sigma=1.0), "soft", "soft"),
        (Measures(noise_sigma=3.0), "soft", "noisy"),
        (Measures(noise_sigma=8.0, jpeg_quality=60), "plain", "noisier"),
        (Measures(noise_sigma=0.5, jpeg_quality=75), "sharpened", "jpeg"),
        (Measures(jpeg_quality=95), "sharpened", "sharpened"),
    ],
)
def test_the_filters_follow_what_was_measured(measures: Measures, source, wanted: str) -> None:
    assert filters_for(measures, source) == wanted


def wanted_plan(**pixels) -> object:
    return parse_plan(
        {
            "picture": {"width_px": 300, "height_px": 200},
            "target": {"width": "30 cm", "height": "20 cm"},
            "pixels": {"mode": "fixed", "ppi": 60} | pixels,
        }
    )


def test_nothing_is_measured_where_it_decides_nothing() -> None:
    def never() -> Measures:
        raise AssertionError("measured in vain")

    for pixels in ({"method": "lanczos"}, {"mode": "keep", "ppi": None}, {"ppi": 20}):
        assert not way_for(work_out(wanted_plan(**pixels)), never).denoise  # type: ignore[arg-type]
    kept = way_for(work_out(wanted_plan(mode="keep", ppi=None)), never)  # type: ignore[arg-type]
    assert kept.streams


# Noise and sharpness


@pytest.mark.parametrize("sigma", [3.0, 8.0])
def test_denoising_brings_a_noisy_picture_nearer_to_the_clean_one(sigma: float) -> None:
    clean = scene(240, 180)
    noisy = clean + np.random.default_rng(5).normal(0, sigma, clean.shape)
    image = image_of(noisy)

    def error(found: np.ndarray) -> float:
        return float(np.sqrt(np.mean((found.astype(float) - clean) ** 2)))

    before = error(image.numpy())
    assert error(denoised(image, 1.0, sigma).numpy()) < 0.75 * before
    assert error(denoised(image, 0.4, sigma).numpy()) < 0.95 * before
    assert np.abs(denoised(image, 0.0, sigma).numpy().astype(float) - image.numpy()).max() <= 1


def test_sharpening_raises_edges_and_leaves_flats_and_colours() -> None:
    y = np.mgrid[0:60, 0:60][0]
    edge = np.stack([np.where(y < 30, 80.0, 160.0), np.where(y < 30, 90.0, 170.0), y * 0 + 50.0], 2)
    found = sharpened(image_of(edge), 1.0, 1.5).numpy().astype(float)
    assert np.abs(found[:15] - edge[:15]).max() <= 1 and np.abs(found[-15:] - edge[-15:]).max() <= 1
    added = found - edge
    assert added[30, 30, 0] > 10 and added[29, 30, 0] < -10
    assert np.ptp(added, axis=2).max() <= 1


# Files


def test_a_file_is_made_as_its_plan_says_and_again_alike(tmp_path: Path) -> None:
    source = save(chart(300, 200), tmp_path / "chart.jpg", Q=95)
    plan = wanted_plan(denoise=0.5, sharpen={"amount": 0.5})
    told: list[int] = []
    first = render(
        plan, source, tmp_path / "one.tif", lambda percent: bool(told.append(percent)) or True
    )  # type: ignore[arg-type]
    again = render(plan, source, tmp_path / "two.tif")  # type: ignore[arg-type]
    assert first.sha256 == again.sha256
    assert told == sorted(told) and told[0] >= 0 and told[-1] <= 100
    found = pyvips.Image.new_from_file(str(tmp_path / "one.tif"))
    assert (found.width, found.height) == (709, 472)


def test_called_off_in_the_middle_of_making_pixels_leaves_nothing(
    tmp_path: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    source = save(chart(300, 200), tmp_path / "chart.png")
    monkeypatch.setattr(tiles, "TILE", 120)
    asked: list[int] = []

    def enough(percent: int) -> bool:
        asked.append(percent)
        return len(asked) < 4

    with pytest.raises(Cancelled):
        render(wanted_plan(), source, tmp_path / "out.tif", enough)  # type: ignore[arg-type]
    assert {path.name for path in tmp_path.iterdir()} == {"chart.png"}


def test_a_picture_that_is_much_reduced_is_seen_as_far_as_the_filter_reaches() -> None:
    """Of a part with its surroundings the rim is made as of the whole picture, however far it is reduced."""
    picture = image_of(np.random.default_rng(4).uniform(0, 255, (900, 900, 3)))
    at = Sampling(Fraction(300), Fraction(300), Fraction(30), copies=False)
    whole, part = (
        method_of(way)(picture, at, UPRIGHT, PixelBox(0, 0, 10, 10)).numpy().astype(int)
        for way in (Way(), Way(denoise=1e-6, sigma=1e-3))
    )
    assert np.abs(whole - part).max() <= 1


def test_far_enlarging_works_on_no_more_than_it_needs(monkeypatch: pytest.MonkeyPatch) -> None:
    """A part that is enlarged sixty-fourfold: what is enlarged last is little larger than the part."""
    sizes = []
    made_of = careful.made_of

    def counted(like: pyvips.Image, width: int, height: int, *more: object) -> pyvips.Image:
        sizes.append(width * height)
        return made_of(like, width, height, *more)

    monkeypatch.setattr(careful, "made_of", counted)
    picture = image_of(scene(200, 150))
    at = Sampling(Fraction(90), Fraction(70), Fraction(1, 64), copies=False)
    box = PixelBox(0, 0, 256, 256)
    found = method_of(Way("careful"))(picture, at, UPRIGHT, box)
    assert (found.width, found.height) == (256, 256)
    assert max(sizes) < 6 * 256 * 256


@in_a_long_round
def test_what_is_compiled_once_is_only_read_by_the_next_process() -> None:
    """A loop that is compiled anew in every process makes each first picture wait for seconds."""
    ready = [sys.executable, "-m", "zollstock.pixels.enlarge"]
    subprocess.run(ready, check=True)
    environment = os.environ | {"NUMBA_DEBUG_CACHE": "1"}
    said = subprocess.run(ready, check=True, capture_output=True, text=True, env=environment)
    assert "data loaded" in said.stdout and "data saved" not in said.stdout
