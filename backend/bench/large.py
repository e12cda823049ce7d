"""200 megapixels kept as they are, to TIFF, JPEG and PNG, lying as stored and on their side.

The baseline of each is plain libvips copying the same JPEG into the same format.
"""

from __future__ import annotations

import json
import os
import re
import subprocess
import sys
import tempfile
import time
from pathlib import Path

ROOT = Path(__file__).resolve().parents[2]
WIDTH, HEIGHT = 17_320, 11_547
MOST_MIB = 350
ENDINGS = {"tiff": "tif", "jpeg": "jpg", "png": "png"}
PLAIN = """
import sys, pyvips
image = pyvips.Image.jpegload(sys.argv[1], access="sequential" if sys.argv[3] == "1" else "random")
image = image.autorot()
options = {"tif": {"compression": "lzw", "predictor": "horizontal"}, "jpg": {"Q": 98}, "png": {}}
image.write_to_file(sys.argv[2], **options[sys.argv[2].rsplit(".")[-1]])
"""


def photo(path: Path, orientation: int = 1, width: int = WIDTH, height: int = HEIGHT) -> None:
    import pyvips

    at = pyvips.Image.xyz(width, height)
    soft = ((at[0] / 700).sin() + (at[1] / 500).cos()) * 50 + 128
    image = soft.bandjoin([soft * 0.9 + 10, soft * 0.7 + 30])
    image = image + pyvips.Image.gaussnoise(width, height, mean=0, sigma=6, seed=1)
    image = image.cast("uchar").copy(interpretation="srgb")
    image.set_type(pyvips.GValue.gint_type, "orientation", orientation)
    image.jpegsave(str(path), Q=92)


def measured(command: list[str]) -> tuple[float, float]:
    """Seconds, and the most MiB that a process held for itself (looked at every 20 ms).

    Pages of a scratch file, which a picture on its side is read into, are the system's to take back
    at any time; they do not count.
    """
    begin, most = time.perf_counter(), 0
    process = subprocess.Popen(command, env=os.environ | {"VIPS_CONCURRENCY": str(os.cpu_count())})
    while process.poll() is None:
        try:
            status = Path(f"/proc/{process.pid}/status").read_text()
        except OSError:
            break
        own = re.search(r"RssAnon:\s+(\d+) kB", status)
        most = max(most, int(own[1]) if own else 0)
        time.sleep(0.02)
    if process.wait():
        raise SystemExit(f"{command[0]} failed")
    return time.perf_counter() - begin, most / 1024


def main() -> None:
    over = []
    with tempfile.TemporaryDirectory() as folder:
        for orientation in (1, 6):
            source = Path(folder) / f"photo-{orientation}.jpg"
            photo(source, orientation)
            for format, ending in ENDINGS.items():
                plan = Path(folder) / "plan.json"
                sides = (WIDTH, HEIGHT) if orientation == 1 else (HEIGHT, WIDTH)
                plan.write_text(json.dumps({
                    "picture": {"width_px": WIDTH, "height_px": HEIGHT, "orientation": orientation},
                    "target": {"width": f"{sides[0]} mm", "height": f"{sides[1]} mm"},
                    "output": {"format": format},
                }))  # fmt: skip
                out, plain = (Path(folder) / f"{name}.{ending}" for name in ("out", "plain"))
                ours = measured(
                    [str(ROOT / "zollstock"), "render", str(plan), str(source), "-o", str(out)]
                )
                base = measured(
                    [sys.executable, "-c", PLAIN, str(source), str(plain), str(orientation)]
                )
                print(
                    f"  {format:<5} orientation {orientation}   {ours[0]:6.1f} s  {ours[1]:5.0f} MiB   "
                    f"{ours[0] / base[0]:.2f} × plain libvips ({base[0]:.1f} s, {base[1]:.0f} MiB)",
                    flush=True,
                )
                if ours[1] > MOST_MIB:
                    over.append(f"{format} {orientation}")
                out.unlink()
                plain.unlink()
    if over:
        raise SystemExit(f"over {MOST_MIB} MiB: {', '.join(over)}")


if __name__ == "__main__":
    main()
