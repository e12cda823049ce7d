"""A rescue against known truth: a scene painted by code, saved small; PSNR and SSIM by step, against plain enlarging and
against the chain in a wrong order; letters' edges by height and JPEG quality; time and memory for 60 megapixels.

`python -m bench.rescue`, or `./zollstock bench rescue`. `--pictures FOLDER` also writes the fills side by side.
"""

from __future__ import annotations

import json
import resource
import subprocess
import sys
import tempfile
import time
from pathlib import Path
from typing import Any

import numpy as np
from PIL import Image
from scipy.ndimage import gaussian_filter, uniform_filter

from tests.pixels.test_rescue import LETTERS, bench, edges, result, saved, truth
from zollstock.pixels.rescue.fill import diffused, filled
from zollstock.pixels.rescue.rimming import with_rim

TIMES = 4
LUMA = np.array([0.299, 0.587, 0.114])
CLEAN: dict[str, Any] = {"kind": "clean"}
SMOOTH: dict[str, Any] = {"kind": "smooth", "length": "2 px"}
ENLARGE: dict[str, Any] = {"kind": "enlarge", "factor": TIMES}


def psnr(one: np.ndarray, other: np.ndarray) -> float:
    return float(10 * np.log10(255**2 / np.mean((one @ LUMA - other @ LUMA) ** 2)))


def ssim(one: np.ndarray, other: np.ndarray) -> float:
    """Structural similarity of luma (Wang et al. 2004), windows of 11 px."""
    a, b = one @ LUMA, other @ LUMA

    def mean(plane: np.ndarray) -> np.ndarray:
        return np.asarray(uniform_filter(plane, 11))

    ma, mb = mean(a), mean(b)
    va, vb, vab = mean(a * a) - ma**2, mean(b * b) - mb**2, mean(a * b) - ma * mb
    c1, c2 = (0.01 * 255) ** 2, (0.03 * 255) ** 2
    whole = ((2 * ma * mb + c1) * (2 * vab + c2)) / ((ma**2 + mb**2 + c1) * (va + vb + c2))
    return float(whole.mean())


def by_step(folder: Path) -> None:
    wanted = truth(TIMES)
    print("Chain against the truth (the scene painted four times as fine), luma, dB and SSIM:")
    for quality in (20, 34, 60):
        path = saved(folder / f"q{quality}.jpg", quality)
        plain = result(bench(path, ENLARGE))
        Image.fromarray(np.rint(plain).astype(np.uint8)).save(folder / "large.png")
        chains: dict[str, np.ndarray] = {
            "plain enlarging": plain,
            "clean, enlarge": result(bench(path, CLEAN, ENLARGE)),
            "clean, smooth, enlarge": result(bench(path, CLEAN, SMOOTH, ENLARGE)),
            "clean, lettering, enlarge": result(bench(path, CLEAN, LETTERS, ENLARGE)),
            "the whole": result(bench(path, CLEAN, SMOOTH, LETTERS, ENLARGE)),
            "wrong order: enlarge, then clean": result(
                bench(folder / "large.png", CLEAN | {"blocks": 1.0})
            ),
        }
        base = psnr(plain, wanted)
        for name, made in chains.items():
            gain = psnr(made, wanted) - base
            print(
                f"  JPEG {quality}  {name:34s} {psnr(made, wanted):6.2f} dB ({gain:+.2f})  {ssim(made, wanted):.4f}"
            )


def others(folder: Path) -> None:
    """What each of the steps after enlarging does, where the truth is known too."""
    whole = truth()
    wide = whole.shape[1]
    cut = 36
    print(f"Rim: {cut} px cut off at the left and the right, then made again; the strips alone:")
    inner = gaussian_filter(whole, (0.6, 0.6, 0)).astype(np.float32)[:, cut : wide - cut]
    for by in ("patches", "mirror", "stretch", "blur"):
        made = with_rim(inner, (cut, 0, cut, 0), by)[0]
        strips = np.hstack([made[:, :cut], made[:, -cut:]])
        wanted = np.hstack([whole[:, :cut], whole[:, -cut:]])
        print(f"  {by:34s} {psnr(strips, wanted):6.2f} dB  {ssim(strips, wanted):.4f}")

    print("Tone: the scene faded to levels 30 to 215, then by the histogram's ends:")
    full = (whole - whole.min()) * (255 / (whole.max() - whole.min()))
    faded = np.rint(30 + full * (185 / 255)).astype(np.uint8)
    Image.fromarray(faded).save(folder / "faded.png")
    as_faded = result(bench(folder / "faded.png"))
    toned = result(bench(folder / "faded.png", {"kind": "tone"}))
    for name, made in (("as it faded", as_faded), ("tone", toned)):
        print(f"  {name:34s} {psnr(made, full):6.2f} dB  {ssim(made, full):.4f}")

    print("Sharpen, last: the soft scene enlarged four times:")
    soft = saved(folder / "soft.png", None, blur=0.9)
    wanted = truth(TIMES)
    sharpen = {"kind": "sharpen"}
    for name, steps in (("plain enlarging", [ENLARGE]), ("enlarge, sharpen", [ENLARGE, sharpen])):
        made = result(bench(soft, *steps))
        print(f"  {name:34s} {psnr(made, wanted):6.2f} dB  {ssim(made, wanted):.4f}")


def letters(folder: Path) -> None:
    print("Edges of letters, px of the picture (mean, 95 of 100), by height of capitals:")
    for height in (60, 40, 30, 20, 14):
        found = []
        for quality in (None, 75, 40, 20):
            away = edges(height, quality, folder)
            found.append(f"{quality or 'none':>4}: {away.mean():.2f} {np.percentile(away, 95):.2f}")
        print(f"  {height:2d} px  JPEG " + "   ".join(found))


def large(folder: Path) -> None:
    """Two megapixels to sixty, in a process of its own, as the command line does it."""
    fine = np.repeat(np.repeat(truth(4), 2, axis=0), 2, axis=1)[:1200, :1720]
    noisy = gaussian_filter(fine, (1.5, 1.5, 0)) + np.random.default_rng(1).normal(0, 3, fine.shape)
    Image.fromarray(np.clip(noisy, 0, 255).astype(np.uint8)).save(folder / "two.jpg", quality=40)
    chain = {
        "picture": {"width_px": fine.shape[1], "height_px": fine.shape[0]},
        "print": {"width": "150 cm"},
        "steps": [CLEAN, {"kind": "smooth", "length": "2 px"}, LETTERS, {"kind": "enlarge", "factor": 5.4},
                  {"kind": "tone"}, {"kind": "sharpen"}],
    }  # fmt: skip
    (folder / "chain.json").write_text(json.dumps(chain))
    began = time.monotonic()
    made = subprocess.run(
        [sys.executable, "-m", "zollstock.commands", "rescue", str(folder / "chain.json"), str(folder / "two.jpg"),
         "-o", str(folder / "out.tif")],
        check=True, capture_output=True, text=True,
    )  # fmt: skip
    took = time.monotonic() - began
    most = resource.getrusage(resource.RUSAGE_CHILDREN).ru_maxrss / 1024
    print(f"Two megapixels to sixty: {took:.1f} s, {most:.0f} MiB ({made.stdout.splitlines()[0]})")


def pictures(folder: Path) -> None:
    """Fills side by side: what was there, the hole, by diffusion, by patches; and rims."""
    scene = gaussian_filter(truth(2), (0.6, 0.6, 0)).astype(np.float32)
    scene += np.random.default_rng(2).normal(0, 4, scene.shape).astype(np.float32)
    hole = np.zeros(scene.shape[:2], bool)
    hole[120:190, 190:330] = True
    hole[200:235, 20:120] = True
    marked = np.where(hole[:, :, None], np.float32(255), scene)
    row = np.hstack([scene, marked, diffused(scene, hole), filled(scene, hole)])
    rims = np.hstack(
        [with_rim(scene, (60, 0, 60, 0), by)[0] for by in ("patches", "mirror", "blur")]
    )  # type: ignore[arg-type]
    for name, image in (("fills", row), ("rims", rims)):
        Image.fromarray(np.clip(image, 0, 255).astype(np.uint8)).save(
            folder / f"{name}.png", optimize=True
        )


def main() -> None:
    if "--pictures" in sys.argv:
        pictures(Path(sys.argv[-1]))
        return
    with tempfile.TemporaryDirectory() as name:
        folder = Path(name)
        by_step(folder)
        others(folder)
        letters(folder)
        large(folder)


if __name__ == "__main__":
    main()
