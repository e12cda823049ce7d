"""24 megapixels to 18 000 × 12 000 px: time and peak memory against plain libvips doing the same.

The baseline is the same crop-less resize and LZW save in a bare pyvips process.
"""

from __future__ import annotations

import json
import os
import resource
import statistics
import subprocess
import sys
import tempfile
import time
from pathlib import Path

ROOT = Path(__file__).resolve().parents[2]
RUNS = 3
PLAN = {
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


def measured(command: list[str], out: Path) -> tuple[float, float]:
    """Seconds and peak MiB of a whole process (the shell script execs, so it is one)."""
    out.unlink(missing_ok=True)
    begin = time.perf_counter()
    process = subprocess.Popen(command, env=os.environ | {"VIPS_CONCURRENCY": str(os.cpu_count())})
    _, status, usage = os.wait4(process.pid, 0)
    if status:
        raise SystemExit(f"{command[0]} failed")
    return time.perf_counter() - begin, usage.ru_maxrss / 1024


def main() -> None:
    assert resource.RUSAGE_CHILDREN
    with tempfile.TemporaryDirectory() as folder:
        source, plan = Path(folder) / "photo.jpg", Path(folder) / "plan.json"
        photo(source)
        plan.write_text(json.dumps(PLAN))
        out = Path(folder) / "out.tif"
        ours = [str(ROOT / "zollstock"), "render", str(plan), str(source), "-o", str(out)]
        plain = [sys.executable, "-c", PLAIN, str(source), str(out)]
        rows: dict[str, list[tuple[float, float]]] = {"plain": [], "ours": []}
        for _ in range(RUNS):  # in turn, so that a drifting machine drifts for both
            rows["plain"].append(measured(plain, out))
            rows["ours"].append(measured(ours, out))
        for name, label in (("plain", "plain libvips (baseline)"), ("ours", "zollstock render")):
            seconds = statistics.median(row[0] for row in rows[name])
            peak = max(row[1] for row in rows[name])
            print(f"  {label:<28} median {seconds:.2f} s  peak {peak:.0f} MiB")
        ratios = [a[0] / b[0] for a, b in zip(rows["ours"], rows["plain"], strict=True)]
        print(f"  ratio of time, pair by pair: median {statistics.median(ratios):.2f} ×")


if __name__ == "__main__":
    main()
