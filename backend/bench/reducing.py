"""24 megapixels to 8 in linear light: the processor's time against the library's own ways.

Each in a bare process, so that nothing is shared; the baseline is libvips' own linear way (its colour space of
linear light, its `resize`). Ours besides places every pixel exactly and begins anywhere in the picture.
"""

from __future__ import annotations

import os
import statistics
import subprocess
import sys
import tempfile
from pathlib import Path

from bench.enlarging import photo

RUNS = 3
WIDE, HIGH = 3464, 2309
OPEN = """
import sys, pyvips
image = pyvips.Image.jpegload(sys.argv[1], access="sequential")
"""
OURS = """
from zollstock.core.grid import PixelBox
from zollstock.core.rational import Fraction
from zollstock.core.sheets import Sampling
from zollstock.core.straighten import UPRIGHT
from zollstock.pixels.resample import resampled
at = Sampling(Fraction({begin}), Fraction({begin}), Fraction(6000, {wide}), copies=False)
resampled(image, at, UPRIGHT, PixelBox(0, 0, {wide} - 1, {high} - 1)).write_to_memory()
"""
WAYS = {
    "libvips, linear (baseline)": f'image.colourspace("scrgb").resize({WIDE} / 6000).colourspace("srgb").write_to_memory()',
    "libvips, encoded values": f"image.resize({WIDE} / 6000).write_to_memory()",
    "ours": OURS.format(begin="0", wide=WIDE, high=HIGH),
    "ours, from between two pixels": OURS.format(begin="'3/10'", wide=WIDE, high=HIGH),
}


def seconds(code: str, picture: Path) -> float:
    """Of the processors, of a process of its own, less what its imports take."""
    before = os.times()
    subprocess.run([sys.executable, "-c", OPEN + code, str(picture)], check=True)
    after = os.times()
    return (
        after.children_user + after.children_system - before.children_user - before.children_system
    )


def main() -> None:
    with tempfile.TemporaryDirectory() as folder:
        picture = Path(folder) / "photo.jpg"
        photo(picture)
        found: dict[str, list[float]] = {name: [] for name in WAYS}
        imports = OURS.partition("at =")[0]
        for _ in range(RUNS):  # in turn, so that a drifting machine drifts for all
            nothing = {
                name: seconds(imports if name.startswith("ours") else "", picture) for name in WAYS
            }
            for name, code in WAYS.items():
                found[name].append(seconds(code, picture) - nothing[name])
    base = next(iter(found.values()))
    for name, taken in found.items():
        ratio = statistics.median(a / b for a, b in zip(taken, base, strict=True))
        print(
            f"  {name:<30} median {statistics.median(taken):5.2f} CPU s  {ratio:5.2f} × the baseline"
        )


if __name__ == "__main__":
    main()
