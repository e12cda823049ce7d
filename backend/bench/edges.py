"""Large edges: a page of 216 megapixels as PDF, and a canvas of 1.2 × 0.8 m round which a soft mirror goes.

The baseline of the PDF is plain libvips writing the same picture as a deflated TIFF; that of the canvas
plain libvips mirroring outwards and blurring all of it.
"""

from __future__ import annotations

import json
import sys
import tempfile
from pathlib import Path
from typing import Any

from bench.large import MOST_MIB, ROOT, measured, photo

WIDTH, HEIGHT = 18_000, 12_000
#: The most that a PDF may take, against the TIFF.
MOST_TIMES = 1.3
DEFLATED = """
import sys, pyvips
image = pyvips.Image.jpegload(sys.argv[1], access="sequential")
image.tiffsave(sys.argv[2], compression="deflate", predictor="horizontal")
"""
MIRRORED = """
import sys, pyvips
image = pyvips.Image.jpegload(sys.argv[1])
side = 394
image = image.embed(side, side, image.width + 2 * side, image.height + 2 * side, extend="mirror")
image.gaussblur(side / 5).tiffsave(sys.argv[2], compression="lzw", predictor="horizontal")
"""
CANVAS = (9449, 6299)  # 1.2 × 0.8 m at 200 ppi


def plan(size: tuple[int, int], **parts: Any) -> dict[str, Any]:
    picture = {"width_px": size[0], "height_px": size[1]}
    return {"title": "Fog over the salt pans", "picture": picture} | parts


def main() -> None:
    over = []
    with tempfile.TemporaryDirectory() as name:
        folder = Path(name)

        def against(
            what: str, document: dict[str, Any], ending: str, size: tuple[int, int], plain: str
        ) -> float:
            source, wanted = folder / f"{size[0]}.jpg", folder / "plan.json"
            if not source.exists():
                photo(source, 1, *size)
            wanted.write_text(json.dumps(document))
            out, base = folder / f"out.{ending}", folder / "plain.tif"
            ours = measured(
                [str(ROOT / "zollstock"), "render", str(wanted), str(source), "-o", str(out)]
            )
            theirs = measured([sys.executable, "-c", plain, str(source), str(base)])
            print(
                f"  {what:<34} {ours[0]:6.1f} s  {ours[1]:5.0f} MiB  {out.stat().st_size >> 20:5d} MB   "
                f"{ours[0] / theirs[0]:.2f} × plain libvips ({theirs[0]:.1f} s, {theirs[1]:.0f} MiB, "
                f"{base.stat().st_size >> 20} MB)",
                flush=True,
            )
            out.unlink()
            base.unlink()
            if ours[1] > MOST_MIB:
                over.append(f"{what}: memory")
            return ours[0] / theirs[0]

        whole = {"target": {"width": f"{WIDTH / 10} mm", "height": f"{HEIGHT / 10} mm"}}
        marked = {"marks": {"margin": "10 mm", "crop": True, "centre": True}}
        for picture in ("lossless", "jpeg"):
            output = {"format": "pdf", "picture": picture}
            document = plan((WIDTH, HEIGHT), **whole, **marked, output=output)
            times = against(
                f"PDF, {picture}, 216 megapixels", document, "pdf", (WIDTH, HEIGHT), DEFLATED
            )
            if picture == "lossless" and times > MOST_TIMES:
                over.append(f"the PDF takes {times:.2f} × the TIFF")
        edge = {"kind": "wrap", "depth": "3.8 cm", "turn": "1.2 cm", "fill": "soft-mirror"}
        canvas = plan(CANVAS, target={"width": "1.2 m", "height": "0.8 m"}, edge=edge)
        against("wrap, soft mirror, 1.2 × 0.8 m", canvas, "tif", CANVAS, MIRRORED)
    if over:
        raise SystemExit(f"over: {', '.join(over)}")


if __name__ == "__main__":
    main()
