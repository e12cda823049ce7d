"""216 megapixels to CMYK and to RGB of 16 bits; what a paper shows of 24; a table of a soft proof.

The baseline of the files is plain libvips converting the same JPEG by the same profile into the same format.
"""

from __future__ import annotations

import json
import sys
import tempfile
import time
from pathlib import Path

from bench.large import ROOT, measured, photo

WIDTH, HEIGHT = 18_000, 12_000
SHIPPED = ROOT / "backend" / "zollstock" / "pixels" / "shipped"
PLAIN = """
import sys, pyvips
image = pyvips.Image.jpegload(sys.argv[1], access="sequential")
image = image.icc_transform(sys.argv[3], embedded=True, input_profile="srgb", intent="perceptual",
                            black_point_compensation=True, depth=int(sys.argv[4]))
image.tiffsave(sys.argv[2], compression="lzw", predictor="horizontal", keep="icc")
"""
MOST_MIB = 400


def main() -> None:
    over = []
    with tempfile.TemporaryDirectory() as folder:
        source = Path(folder) / "photo.jpg"
        photo(source, 1, WIDTH, HEIGHT)
        for key, bits in (("press-coated", 8), ("wide-cotton", 16)):
            plan = Path(folder) / "plan.json"
            plan.write_text(json.dumps({"picture": {"width_px": WIDTH, "height_px": HEIGHT},
                                        "target": {"width": "180 cm", "height": "120 cm"}, "output": {"bits": bits}}))  # fmt: skip
            out, plain = Path(folder) / "ours.tif", Path(folder) / "plain.tif"
            profile = SHIPPED / f"{key}.icc"
            ours = measured([sys.executable, "-m", "zollstock.commands", "render", str(plan), str(source), "-o", str(out),
                             "--profile", str(profile)])  # fmt: skip
            base = measured(
                [sys.executable, "-c", PLAIN, str(source), str(plain), str(profile), str(bits)]
            )
            print(f"  216 MP to {key}, {bits} bit: {ours[0]:.1f} s, {ours[1]:.0f} MiB; plain {base[0]:.1f} s, {base[1]:.0f} MiB: "
                  f"{ours[0] / base[0]:.2f} ×")  # fmt: skip
            if ours[1] > MOST_MIB:
                over.append(f"{key} took {ours[1]:.0f} MiB")
            out.unlink()
            plain.unlink()
        small = Path(folder) / "small.jpg"
        photo(small, 1, 6000, 4000)
        gamut(small)
    if over:
        raise SystemExit("; ".join(over))


def gamut(picture: Path) -> None:
    """Against counting nothing: reading the picture through once."""
    import pyvips

    from zollstock.pixels.gamut import PrintColours, gamut_numbers
    from zollstock.pixels.prooftable import proof_table

    begin = time.perf_counter()
    pyvips.Image.new_from_file(str(picture), access="sequential").avg()
    read = time.perf_counter() - begin
    printing = PrintColours(SHIPPED / "wide-cotton.icc")
    begin = time.perf_counter()
    gamut_numbers(
        pyvips.Image.new_from_file(str(picture), access="sequential"), printing, "perceptual", True
    )
    took = time.perf_counter() - begin
    begin = time.perf_counter()
    proof_table(printing, "perceptual", True, True)
    print(
        f"  24 MP on a paper: {took:.2f} s, {took / read:.1f} × reading it; a table {1000 * (time.perf_counter() - begin):.0f} ms"
    )


if __name__ == "__main__":
    main()
