"""24 megapixels to 18 000 × 12 000 px by every method: time and peak memory against plain libvips.

The baseline is the same crop-less resize and LZW save in a bare pyvips process. Memory is what a process
holds for itself; pages of scratch files are the system's to take back.
"""

from __future__ import annotations

import json
import statistics
import sys
import tempfile
from pathlib import Path
from typing import Any

from bench.large import measured
from zollstock.core.seeing.enlarging import METHODS

ROOT = Path(__file__).resolve().parents[2]
RUNS = 3
PLAN: dict[str, Any] = {
    "picture": {"width_px": 6000, "height_px": 4000},
    "target": {"width": "60 in", "height": "40 in"},
    "pixels": {"mode": "fixed", "ppi": 300},
}
PLAIN = """
import sys, pyvips
image = pyvips.Image.jpegload(sys.argv[1], access="sequential")
image.resize(3).tiffsave(
    sys.argv[2], compression="lzw", predictor="horizontal", profile="srgb")
"""


def photo(path: Path) -> None:
    """A photograph-like 24 megapixel JPEG: soft forms and grain."""
    photo_of(path, 6000, 4000)


def photo_of(path: Path, width: int, height: int) -> None:
    """The same at any size."""
    import pyvips

    at = pyvips.Image.xyz(width, height)
    soft = ((at[0] / 700).sin() + (at[1] / 500).cos()) * 50 + 128
    grain = pyvips.Image.gaussnoise(width, height, mean=0, sigma=6, seed=1)
    image = soft.bandjoin([soft * 0.9 + 10, soft * 0.7 + 30]) + grain
    image.cast("uchar").copy(interpretation="srgb").jpegsave(str(path), Q=92)


def main() -> None:
    with tempfile.TemporaryDirectory() as folder:
        source, out = Path(folder) / "photo.jpg", Path(folder) / "out.tif"
        photo(source)
        commands = {
            "plain libvips (baseline)": [sys.executable, "-c", PLAIN, str(source), str(out)]
        }
        for method in METHODS:
            plan = Path(folder) / f"{method}.json"
            plan.write_text(json.dumps(PLAN | {"pixels": PLAN["pixels"] | {"method": method}}))
            commands[method] = [
                str(ROOT / "zollstock"), "render", str(plan), str(source), "-o", str(out),
            ]  # fmt: skip
        rows: dict[str, list[tuple[float, float]]] = {name: [] for name in commands}
        for _ in range(RUNS):  # in turn, so that a drifting machine drifts for all
            for name, command in commands.items():
                out.unlink(missing_ok=True)
                rows[name].append(measured(command))
        base = next(iter(rows.values()))
        for name, found in rows.items():
            seconds, peak = statistics.median(row[0] for row in found), max(row[1] for row in found)
            ratio = statistics.median(a[0] / b[0] for a, b in zip(found, base, strict=True))
            print(
                f"  {name:<26} median {seconds:6.2f} s  peak {peak:4.0f} MiB  {ratio:5.2f} × the baseline"
            )


if __name__ == "__main__":
    main()
