"""Resampling on encoded values against linear light: the choice of `pixels/resample.py`, measured.

On the museum's painted scenes, or on the pictures of the folder in ZOLLSTOCK_PICTURES. The baseline is
the encoded way; docs/pixels.md tells what was found on photographs.
"""

from __future__ import annotations

import os
import statistics
from collections.abc import Iterator
from math import log10
from pathlib import Path

import pyvips

SIDE = 1200


def pictures() -> Iterator[tuple[str, pyvips.Image]]:
    folder = os.environ.get("ZOLLSTOCK_PICTURES")
    if folder:
        for path in sorted(Path(folder).iterdir()):
            yield path.stem, pyvips.Image.thumbnail(str(path), SIDE)[0:3]
        return
    from zollstock.demo.scenes import fog, gears, keeper, lowtide, seaweed, stars

    for scene in (fog, gears, keeper, lowtide, seaweed, stars):
        yield scene.__name__, scene(SIDE, SIDE * 2 // 3)[0:3]


def light(image: pyvips.Image) -> pyvips.Image:
    share = image / 255
    return (share <= 0.04045).ifthenelse(share / 12.92, ((share + 0.055) / 1.055) ** 2.4)


def encoded(image: pyvips.Image) -> pyvips.Image:
    held = (image > 0).ifthenelse(image, 0)
    held = (held < 1).ifthenelse(held, 1)
    return (held <= 0.0031308).ifthenelse(held * 12.92, held ** (1 / 2.4) * 1.055 - 0.055) * 255


def doubled(image: pyvips.Image) -> pyvips.Image:
    large = image.affine(
        [2, 0, 0, 2],
        interpolate=pyvips.Interpolate.new("bicubic"),
        odx=0.5,
        ody=0.5,
        oarea=[0, 0, 2 * image.width, 2 * image.height],
        extend="copy",
    )
    return large.copy(xoffset=0, yoffset=0)


def enlarging(image: pyvips.Image) -> tuple[float, float]:
    """PSNR, dB, of a picture that a camera averaged to half and that is made as large again."""
    small = encoded(light(image).shrink(2, 2)).rint()
    ways = (doubled(small), encoded(doubled(light(small))))
    first, second = (
        10 * log10(255**2 / max(1e-9, ((way.rint() - image) ** 2).avg())) for way in ways
    )
    return first, second


def reducing(image: pyvips.Image) -> tuple[float, float]:
    """How much the lightness of blocks is off, levels (rms), when it is made a third as wide."""
    truth = encoded(light(image).shrink(12, 12))
    ways = (image.reduce(3, 3), encoded(light(image).reduce(3, 3)))
    first, second = (
        ((encoded(light(way.rint()).shrink(4, 4)) - truth) ** 2).avg() ** 0.5 for way in ways
    )
    return first, second


def main() -> None:
    rows = []
    for name, picture in pictures():
        image = picture.crop(0, 0, picture.width // 12 * 12, picture.height // 12 * 12).cast(
            "float"
        )
        image = image.copy_memory()
        rows.append((*enlarging(image), *reducing(image)))
        a, b, c, d = rows[-1]
        print(
            f"  {name:<10} enlarged 2 ×: {a:5.1f} dB, in light {b:5.1f} dB   "
            f"reduced 3 ×: off {c:4.2f} levels, in light {d:4.2f}",
            flush=True,
        )
    means = [statistics.mean(column) for column in zip(*rows, strict=True)]
    print(
        f"  encoded values (baseline) {means[0]:.1f} dB, {means[2]:.2f} levels; linear light "
        f"{means[1] - means[0]:+.1f} dB, {means[3] / means[2]:.2f} × the error"
    )


if __name__ == "__main__":
    main()
