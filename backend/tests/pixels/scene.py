"""A scene painted by code, and what a rescue makes of it once it was saved small."""

from __future__ import annotations

from functools import cache
from pathlib import Path
from typing import Any

import numpy as np
from PIL import Image, ImageDraw, ImageFont
from scipy.ndimage import gaussian_filter

from zollstock.core.letters import FILES
from zollstock.core.rescue.chain import parse_rescue
from zollstock.core.rescue.worked import work_out_rescue
from zollstock.pixels.measures import measure
from zollstock.pixels.rescue.loading import loaded
from zollstock.pixels.rescue.making import made
from zollstock.pixels.rescue.stages import Stages

LUMA = np.array([0.299, 0.587, 0.114])
FINE = 8


def psnr(one: np.ndarray, other: np.ndarray) -> float:
    return float(10 * np.log10(255**2 / np.mean((one - other) ** 2)))


@cache
def truth(times: int = 1) -> np.ndarray:
    """A scene of 240 × 160 px, so many times as fine: a sky, a hill, a wall, a wheel, four letters."""
    side = FINE * 240, FINE * 160
    image = Image.new("RGB", side)
    draw = ImageDraw.Draw(image)
    for row in range(side[1]):
        share = row / side[1]
        draw.line(
            [(0, row), (side[0], row)],
            fill=(int(180 + 50 * share), int(200 + 10 * share), int(195 - 30 * share)),
        )
    draw.polygon(
        [(0, 1000), (600, 860), (1300, 980), (1920, 880), (1920, 1280), (0, 1280)],
        fill=(150, 168, 128),
    )
    draw.rectangle([500, 240, 1500, 1100], fill=(217, 199, 162))
    draw.ellipse([120, 640, 560, 1080], outline=(74, 59, 46), width=40)
    font = ImageFont.truetype(str(FILES["text"]), 48 * FINE)
    draw.text((1000, 700), "MILL", fill=(58, 42, 34), font=font, anchor="ms")
    fine = np.asarray(image, np.float32)
    by = FINE // times
    high, wide = fine.shape[0] // by, fine.shape[1] // by
    return fine.reshape(high, by, wide, by, 3).mean(axis=(1, 3))


def saved(path: Path, quality: int | None, blur: float = 0.6) -> Path:
    """The scene as a lens and a file leave it."""
    soft = gaussian_filter(truth(), (blur, blur, 0))
    image = Image.fromarray(np.rint(soft).astype(np.uint8))
    image.save(path, **({} if quality is None else {"quality": quality}))
    return path


def bench(path: Path, *steps: dict[str, Any], wide: str | None = "24 cm") -> Stages:
    with Image.open(path) as opened:
        size = {
            "width_px": opened.width,
            "height_px": opened.height,
            "bits": 16 if "16" in opened.mode else 8,
        }
        size["channels"] = 1 if opened.mode in ("L", "I;16") else 3
    held = {"picture": size, "steps": list(steps)} | ({"print": {"width": wide}} if wide else {})
    return Stages(work_out_rescue(parse_rescue(held), measure(path)), loaded(path))


def result(stages: Stages) -> np.ndarray:
    image = made(stages.work, stages.ground, stages.source)
    return image.numpy().reshape(image.height, image.width, image.bands).astype(np.float32)


LETTERS = {
    "kind": "lettering",
    "picks": [{"colour": "#3a2a22", "area": [[0.3, 0.3], [0.75, 0.3], [0.75, 0.62], [0.3, 0.62]]}],
}
