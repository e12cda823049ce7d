"""True detail, sharp parts, earlier enlargement, blocks and clipping, of pictures whose truth is made here."""

from __future__ import annotations

import json
from functools import lru_cache
from pathlib import Path

import numpy as np
import pytest

from making.degrade import blurred, noisy
from tests.commandline import Command
from tests.pictures import save
from tests.pixels.test_enlarging import image_of
from zollstock.pixels.inspect_cli import main
from zollstock.pixels.measures import measure
from zollstock.pixels.measures.blocking import blocking
from zollstock.pixels.measures.clipping import clipped
from zollstock.pixels.measures.detail import detail_share
from zollstock.pixels.measures.resampling import resampled_by
from zollstock.pixels.measures.sharpness import TILE, sharpness_map, tiles_of
from zollstock.pixels.vips import pyvips

Pixels = np.ndarray


@lru_cache(maxsize=8)
def fractal(width: int = 900, height: int = 700, seed: int = 1) -> Pixels:
    """A picture with detail of every size alike, as landscapes have it: power falls as 1 ÷ f².

    Not to be written to.
    """
    rng = np.random.default_rng(seed)
    f = np.hypot(np.fft.fftfreq(height)[:, None], np.fft.fftfreq(width)[None, :])
    f[0, 0] = 1
    plane = np.fft.ifft2(np.fft.fft2(rng.normal(size=(height, width))) / f).real
    plane = plane / plane.std() * 40 + 120
    drawn = np.repeat(plane[:, :, None], 3, axis=2).astype(np.float32)
    drawn.flags.writeable = False
    return drawn


def share_of(values: Pixels, sigma: float = 0.0) -> float:
    image = image_of(values)
    found = detail_share(image, tiles_of(image, sigma), sigma)
    assert found is not None
    return found


def truth(blur: float) -> float:
    """Where a Gaussian of σ `blur` px leaves a fiftieth of the power: f = √(ln 50) ÷ (2 π σ)."""
    return float(min(1.0, (np.sqrt(np.log(50)) / (2 * np.pi * blur) / 0.5) ** 2))


@pytest.mark.parametrize("blur", [0.8, 1.0, 1.5, 2.0, 3.0])
def test_true_detail_of_a_known_blur(blur: float) -> None:
    """A strong blur read 1.3 to 1.7 times too high."""
    assert share_of(blurred(fractal(), blur)) == pytest.approx(truth(blur), rel=0.12)


def test_a_picture_sharp_to_the_pixel_has_all_its_detail() -> None:
    assert share_of(fractal()) > 0.9


def test_noise_is_no_detail() -> None:
    rng = np.random.default_rng(3)
    grainy = noisy(blurred(fractal(), 1.5), 6, rng)
    # Noise hides what is fainter than itself: it may only make less of it.
    assert share_of(grainy, 6 * 0.67) < 1.2 * truth(1.5)


@pytest.mark.parametrize("factor", [1.25, 1.4, 1.7, 2.3, 3.3])
def test_an_earlier_enlargement_is_found_with_its_factor(factor: float) -> None:
    image = image_of(fractal(400, 340)).affine(
        [factor, 0, 0, factor], interpolate=pyvips.Interpolate.new("bicubic")
    )
    image = image.copy(interpretation="srgb")
    share = detail_share(image, tiles_of(image, 0), 0)
    found = resampled_by(image, share)
    # A peak speaks of two factors; over two it is the other one that is taken now and then.
    twin = factor if factor < 2 else factor / (factor - 1)
    assert found is not None
    assert min(abs(found / factor - 1), abs(found / twin - 1)) < 0.03


@pytest.mark.parametrize("seed", range(4))
def test_a_picture_as_it_came_is_not_said_to_be_enlarged(seed: int) -> None:
    image = image_of(fractal(seed=seed))
    assert resampled_by(image, 1.0) is None
    saved = pyvips.Image.new_from_buffer(image.jpegsave_buffer(Q=90), "")
    assert resampled_by(saved, 1.0) is None


def test_what_was_enlarged_holds_no_more_than_it_began_with(tmp_path: Path) -> None:
    large = image_of(fractal(400, 340)).affine(
        [1.7, 0, 0, 1.7], interpolate=pyvips.Interpolate.new("bicubic")
    )
    found = measure(save(large.copy(interpretation="srgb"), tmp_path / "large.png"))
    assert found.true_detail is not None
    low, high = found.true_detail
    assert high <= large.width * large.height / 1.69**2
    # It is known no better for that: the range keeps its width.
    assert high / low == pytest.approx(1.3 / 0.6, rel=0.01)


@pytest.mark.parametrize("bits", [8, 16])
def test_the_sharpest_parts_are_where_it_is_sharp(bits: int) -> None:
    sharp = fractal(1280, 896)
    soft = blurred(sharp, 3)
    soft[256:512, 640:896] = sharp[256:512, 640:896]
    tiles = tiles_of(image_of(soft, bits), 0)
    assert tiles is not None
    for row, column in tiles.best(1):
        assert 2 <= row <= 3 and 5 <= column <= 6
    shares = sharpness_map(tiles)
    assert (shares.columns, shares.rows) == (1280 // TILE, 896 // TILE)
    assert max(shares.shares) == 1.0 and sorted(shares.shares)[len(shares.shares) // 2] < 0.3


def test_loud_noise_is_not_taken_for_sharpness() -> None:
    rng = np.random.default_rng(5)
    soft = blurred(fractal(1024, 768), 3)
    soft[:, :512] = fractal(1024, 768)[:, :512]
    tiles = tiles_of(image_of(noisy(soft, 12, rng)), 12 * 0.67)
    assert tiles is not None
    assert all(column < 4 for _, column in tiles.best(5))


@pytest.mark.parametrize(("quality", "least"), [(30, 0.2), (60, 0.05)])
def test_blocks_of_a_rough_jpeg_are_found_wherever_they_begin(quality: int, least: float) -> None:
    saved = pyvips.Image.new_from_buffer(image_of(fractal()).jpegsave_buffer(Q=quality), "")
    whole, cut = blocking(saved), blocking(saved.crop(3, 5, 800, 600))
    assert whole is not None and cut is not None
    assert whole > least and cut == pytest.approx(whole, rel=0.25)


def test_a_picture_without_blocks_has_none() -> None:
    found = blocking(image_of(fractal()))
    assert found is not None and found < 0.02


@pytest.mark.parametrize("bits", [8, 16])
def test_what_is_clipped_is_counted(bits: int) -> None:
    values = np.full((100, 200, 3), 128.0)
    values[:10] = 255  # a tenth burnt out
    values[10:30, :, 0] = 255  # a fifth with a full red
    values[95:] = 0  # a twentieth black
    assert clipped(image_of(values, bits)) == pytest.approx((0.3, 0.1, 0.05))


def test_mean_and_median_lightness(tmp_path: Path) -> None:
    """A third of black, the rest mid grey: L* 53.6."""
    values = np.full((90, 120, 3), 128.0)
    values[:30] = 0
    found = measure(save(image_of(values), tmp_path / "grey.png"))
    assert found.lightness_mean == pytest.approx(53.6 * 2 / 3, abs=0.1)
    assert found.lightness_median == pytest.approx(53.6, abs=0.1)


def test_a_picture_on_its_side_is_measured_as_it_stands(tmp_path: Path) -> None:
    soft = blurred(fractal(768, 512), 3)
    soft[:256, 512:] = fractal(768, 512)[:256, 512:]
    lying = image_of(soft).rot270()
    found = measure(save(lying, tmp_path / "lying.png", orientation=6))
    x, y, _, _ = found.sharpest[0]
    assert x >= 512 and y < 256


def test_inspect_prints_for_people_and_for_programs(tmp_path: Path, capsys) -> None:
    path = save(image_of(blurred(fractal(), 1.5)), tmp_path / "soft.jpg", Q=95)
    assert main([str(path)]) == 0
    said = capsys.readouterr().out
    assert "900 × 700 px, JPEG" in said and "softer than its pixels" in said
    assert main([str(path), "--json"]) == 0
    document = json.loads(capsys.readouterr().out)
    assert document["format"] == "zollstock.inspection/1"
    assert (document["picture"]["width_px"], document["picture"]["upright_px"]) == (900, [900, 700])
    measures = {one["id"]: one for one in document["measures"]}
    assert {"true_detail_low", "true_detail_high", "noise_sigma", "jpeg_quality", "blocking",
            "clipped_lights", "clipped_shadows", "lightness_mean", "lightness_median",
            "sharpest"} == set(measures)  # fmt: skip
    assert (
        measures["jpeg_quality"]["value"] == 95 and measures["jpeg_quality"]["sure"] == "measured"
    )
    assert (
        measures["true_detail_low"]["value"] < measures["true_detail_high"]["value"] < 0.4 * 630_000
    )
    assert all(len(box) == 4 for box in measures["sharpest"]["value"])


@pytest.mark.parametrize("content", [b"not a picture", b"\xff\xd8\xff\xe0 cut", b""])
def test_inspect_refuses_in_one_line(command: Command, content: bytes, tmp_path: Path) -> None:
    path = tmp_path / "picture.tif"
    path.write_bytes(content)
    for wanted in (path, tmp_path / "nothing.jpg", tmp_path):
        done = command(main, str(wanted))
        assert done.returncode == 2 and done.stdout == ""
        assert done.stderr.startswith("zollstock: ") and done.stderr.count("\n") == 1
