"""How near an enlarged picture comes to the one it was reduced from, on photographs never used for tuning.

Each is reduced through a lens (Gaussian blur of a share of the small pixel) and a sensor (mean of the
pixels), rounded to 256 levels, enlarged again by each method as a print would be, and compared in luma,
rims left out. Figures are over cubic, in the same run.
"""

from __future__ import annotations

import sys
import time
from pathlib import Path

import numpy as np

from making.degrade import as_jpeg, averaged, blurred, levels, noisy
from making.photographs import PHOTOGRAPHS, fetched, luma_of, pixels_of
from zollstock.core.ground.rational import Fraction
from zollstock.core.picture.measures import Measures
from zollstock.core.rules.straighten import UPRIGHT
from zollstock.core.seeing.enlarging import METHODS, MethodName
from zollstock.core.sheet.grid import PixelBox
from zollstock.core.sheet.sheets import Sampling
from zollstock.pixels.choose import filters_for, left_after
from zollstock.pixels.measures.noise import noise_sigma
from zollstock.pixels.methods import Way, method_of
from zollstock.pixels.vips import pyvips

RIM = 16
LENS = 0.35
Pixels = np.ndarray


def psnr(one: Pixels, other: Pixels) -> float:
    """Peak signal to noise, dB, of luma 0 to 255."""
    error = np.mean((one.astype(np.float64) - other) ** 2)
    return float(10 * np.log10(255**2 / max(error, 1e-9)))


def ssim(one: Pixels, other: Pixels) -> float:
    """Structural similarity with a Gaussian window of σ 1.5 (Wang and others 2004)."""

    def mean(values: Pixels) -> Pixels:
        return blurred(values.astype(np.float32), 1.5).astype(np.float64)

    a, b = one.astype(np.float64), other.astype(np.float64)
    a, b = a - a.mean(), b - a.mean()
    mean_a, mean_b = mean(a), mean(b)
    var_a, var_b = mean(a * a) - mean_a**2, mean(b * b) - mean_b**2
    both = mean(a * b) - mean_a * mean_b
    shift = one.mean()
    c1, c2 = (0.01 * 255) ** 2, (0.03 * 255) ** 2
    light = (2 * (mean_a + shift) * (mean_b + shift) + c1) / (
        (mean_a + shift) ** 2 + (mean_b + shift) ** 2 + c1
    )
    return float((light * (2 * both + c2) / (var_a + var_b + c2)).mean())


def enlarged(small: Pixels, factor: int, way: Way) -> tuple[Pixels, float]:
    """The small picture enlarged, as luma, and the seconds that took."""
    image = pyvips.Image.new_from_array(small.astype(np.uint8)).copy(interpretation="srgb")
    box = PixelBox(0, 0, image.width * factor, image.height * factor)
    begin = time.perf_counter()
    at = Sampling(Fraction(0), Fraction(0), Fraction(1, factor), copies=False)
    made = method_of(way)(image, at, UPRIGHT, box).numpy()
    return luma_of(made.astype(np.float32)), time.perf_counter() - begin


def compared(
    large: dict[str, Pixels], factor: int, lens: float, fault: str = "", denoise: float = 0.0
) -> dict[MethodName, tuple[list[float], list[float], float]]:
    """For every method: gains over cubic in dB and in SSIM, one a picture, and its time over cubic's."""
    rng = np.random.default_rng(7)
    gains: dict[MethodName, tuple[list[float], list[float], float]] = {}
    taken = dict.fromkeys(METHODS, 0.0)
    found: dict[MethodName, list[tuple[float, float]]] = {name: [] for name in METHODS}
    for picture in large.values():
        small = averaged(blurred(picture, lens * factor), factor)
        if fault.startswith("noise"):
            small = noisy(small, float(fault.split()[1]), rng)
        if fault.startswith("JPEG"):
            small = as_jpeg(small, int(fault.split()[1]))
        small = levels(small)
        image = pyvips.Image.new_from_array(small.astype(np.uint8)).copy(interpretation="srgb")
        quality = int(fault.split()[1]) if fault.startswith("JPEG") else None
        measures = Measures(noise_sigma=noise_sigma(image), jpeg_quality=quality)
        wanted = luma_of(picture)[RIM:-RIM, RIM:-RIM]
        for name in METHODS:
            way = Way(
                name=name,
                filters=filters_for(left_after(measures, denoise), "plain"),
                denoise=0.0 if name == "cubic" else denoise,
                sigma=measures.noise_sigma or 0.0,
            )
            made, seconds = enlarged(small, factor, way)
            made = made[RIM:-RIM, RIM:-RIM]
            taken[name] += seconds
            found[name].append((psnr(made, wanted), ssim(made, wanted)))
    for name, pairs in found.items():
        over = [(p - q, r - s) for (p, r), (q, s) in zip(pairs, found["cubic"], strict=True)]
        gains[name] = ([a for a, _ in over], [b for _, b in over], taken[name] / taken["cubic"])
    return gains


def main() -> None:
    root = Path(__file__).resolve().parents[2] / "var" / "photographs"
    files = fetched(root)
    large = {
        photo.name: pixels_of(files[photo.name])
        for photo in PHOTOGRAPHS
        if photo.half == "held out"
    }
    for name in METHODS:  # so that nothing is compiled within what is timed
        enlarged(np.zeros((24, 24, 3)), 2, Way(name))
    print(f"{len(large)} photographs, held out; over cubic: dB / SSIM, worst picture dB, time")
    cases = [(factor, lens, "", 0.0) for factor in (2, 3, 4) for lens in (LENS, 0.0, 0.5)]
    cases += [(2, LENS, fault, 0.0) for fault in ("noise 3", "noise 8", "JPEG 75")]
    cases += [(2, LENS, "noise 3", 0.5), (2, LENS, "noise 8", 0.5), (2, LENS, "noise 8", 0.8)]
    for factor, lens, fault, denoise in cases:
        for name, (db, similar, ratio) in compared(large, factor, lens, fault, denoise).items():
            if name == "cubic":
                continue
            print(
                f"{factor} × lens {lens:4} {fault:8} "
                f"{f'less {denoise:.0%}' if denoise else '':8} {name:8} {np.mean(db):+5.2f} / {np.mean(similar):+.3f}"
                f"  worst {min(db):+5.2f}  {ratio:4.1f} × the time"
            )
            sys.stdout.flush()


if __name__ == "__main__":
    main()
