"""Measures against truths that the tests make: noise of a known σ, saves of a known quality, greys."""

from __future__ import annotations

from pathlib import Path

import numpy as np
import pytest
from PIL import Image

from making.degrade import averaged, blurred
from tests.lengthy import spread
from tests.pictures import chart, save
from zollstock.core.ground.rational import Fraction
from zollstock.core.shapes.box import Box
from zollstock.pixels.errors import PictureError
from zollstock.pixels.measures import measure
from zollstock.pixels.vips import pyvips


def scene(sigma: float, width: int = 900, height: int = 600, bits: int = 8) -> pyvips.Image:
    """Soft hills of light with fine stripes in a third of it, and grey noise of σ levels over all."""
    rng = np.random.default_rng(7)
    y, x = np.mgrid[0:height, 0:width]
    light = 120 + 50 * np.sin(x / 170) * np.cos(y / 140) + 30 * (x > 600) * np.sin(x * 1.1)
    grey = np.repeat((light + rng.normal(0, sigma, light.shape))[:, :, None], 3, axis=2)
    full, kind = (255, np.uint8) if bits == 8 else (65535, np.uint16)
    return pyvips.Image.new_from_array(np.clip(grey / 255 * full, 0, full).round().astype(kind))


@pytest.mark.parametrize(("sigma", "bits"), spread(2, (1.0, 2.0, 3.0, 5.0, 8.0, 12.0), (8, 16)))
def test_noise_is_read_within_a_fifth(sigma: float, bits: int, tmp_path: Path) -> None:
    path = save(scene(sigma, bits=bits), tmp_path / "scene.png")
    assert measure(path).noise_sigma == pytest.approx(sigma, rel=0.2)


def test_a_clean_picture_has_next_to_none(tmp_path: Path) -> None:
    read = measure(save(scene(0), tmp_path / "scene.png")).noise_sigma
    assert read is not None and read < 0.5


def grown(finest: float, strength: float) -> np.ndarray:
    """Texture all over, 900 × 600 px: nothing is flat, and it is as fine as a lens of `finest` px lets through."""
    rng = np.random.default_rng(11)
    large = blurred(rng.normal(0, 1, (1200, 1800)).astype(np.float32), 2 * finest)
    small = averaged(large, 2)
    return 120 + small * (strength / small.std())


def with_noise(grey: np.ndarray, sigma: float) -> pyvips.Image:
    noisy = grey + np.random.default_rng(3).normal(0, sigma, grey.shape)
    return pyvips.Image.new_from_array(np.clip(noisy, 0, 255).round().astype(np.uint8))


@pytest.mark.parametrize("finest", [0.5, 0.7])
def test_texture_is_not_taken_for_noise(finest: float, tmp_path: Path) -> None:
    read = measure(save(with_noise(grown(finest, 25), 0), tmp_path / "grass.png")).noise_sigma
    assert read is not None and read < 0.5


@pytest.mark.parametrize("sigma", [3.0, 8.0])
def test_noise_over_fur_is_read_though_nothing_is_flat(sigma: float, tmp_path: Path) -> None:
    path = save(with_noise(grown(1.5, 20), sigma), tmp_path / "fur.png")
    assert measure(path).noise_sigma == pytest.approx(sigma, rel=0.25)


def test_what_is_clipped_is_not_taken_for_clean(tmp_path: Path) -> None:
    """Half the picture is burnt out: its flat white says nothing about the noise of the rest."""
    burnt = scene(6).insert(pyvips.Image.black(450, 600, bands=3) + 255, 0, 0).cast("uchar")
    path = save(burnt.copy(interpretation="srgb"), tmp_path / "burnt.png")
    assert measure(path).noise_sigma == pytest.approx(6, rel=0.25)


@pytest.mark.parametrize("size", [(1, 1), (30, 20), (5, 400)])
def test_too_small_to_tell_is_said_by_nothing(size: tuple[int, int], tmp_path: Path) -> None:
    found = measure(save(chart(*size), tmp_path / "small.png"))
    assert found.noise_sigma is None
    assert found.lightness is not None and len(found.lightness.means) > 0


@pytest.mark.parametrize("quality", [10, 35, 50, 75, 88, 95, 100])
def test_the_quality_of_a_jpeg_is_found_exactly(quality: int, tmp_path: Path) -> None:
    path = save(scene(1, 300, 200), tmp_path / "scene.jpg", Q=quality)
    found = measure(path)
    assert (found.jpeg_quality, found.jpeg_standard) == (quality, True)


def test_foreign_tables_are_told_as_the_nearest(tmp_path: Path) -> None:
    path = tmp_path / "foreign.jpg"
    tables = [[max(1, round(4 + at / 3)) for at in range(64)]] * 2
    Image.fromarray(scene(1).numpy()).save(path, qtables=tables)
    found = measure(path)
    assert not found.jpeg_standard and found.jpeg_quality is not None
    assert 75 <= found.jpeg_quality <= 92


def test_other_formats_have_no_jpeg_quality(tmp_path: Path) -> None:
    found = measure(save(scene(1), tmp_path / "scene.tif"))
    assert found.jpeg_quality is None


def test_lightness_is_that_of_the_picture_as_it_stands_upright(tmp_path: Path) -> None:
    """Black above, mid grey (L* 53.6) below; stored on its side, orientation 6."""
    upright = pyvips.Image.black(300, 200, bands=3)
    upright = upright.insert(pyvips.Image.black(300, 100, bands=3) + 128, 0, 100)
    lying = upright.cast("uchar").copy(interpretation="srgb").rot270()
    lightness = measure(save(lying, tmp_path / "lying.png", orientation=6)).lightness
    assert lightness is not None
    half = Fraction(1, 2)
    assert lightness.within(Box(Fraction(0), Fraction(0), Fraction(1), half)) == (0.0, 0.0)
    mean, deviation = lightness.within(Box(Fraction(0), half, Fraction(1), half))
    assert mean == pytest.approx(53.6, abs=0.1) and deviation < 0.1
    assert lightness.within(Box(Fraction(0), Fraction(0), Fraction(1), Fraction(1)))[1] == (
        pytest.approx(26.8, abs=0.2)
    )


@pytest.mark.parametrize("name", ["grey.png", "cmyk.tif", "clear.png"])
def test_every_kind_of_picture_is_measured(name: str, tmp_path: Path) -> None:
    made = {
        "grey.png": lambda: scene(3)[0].copy(interpretation="b-w"),
        "cmyk.tif": lambda: scene(3).bandjoin(20).copy(interpretation="cmyk"),
        "clear.png": lambda: scene(3).bandjoin(scene(0)[0]),
    }[name]()
    found = measure(save(made, tmp_path / name))
    assert found.noise_sigma is not None and found.lightness is not None


def test_a_cut_file_is_told(tmp_path: Path) -> None:
    whole = save(scene(3), tmp_path / "scene.png")
    cut = tmp_path / "cut.png"
    cut.write_bytes(whole.read_bytes()[: whole.stat().st_size // 2])
    with pytest.raises((PictureError, pyvips.Error)):
        measure(cut)
