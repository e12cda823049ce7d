"""What comes out of a made-up device: the picture in its tray.

In the order in which devices work: scale, clip, grid, ink spread in linear light, profile and paper. A print profile
holds the tones of its ink already, so the spread blurs and changes none.
"""

from __future__ import annotations

import numpy as np

from zollstock.core.devices.press import TRAY_PPI, FileOnPaper, Pressed, Settings, grid_of
from zollstock.core.ground.lengths import MM_PER_INCH
from zollstock.core.ground.rational import Fraction, exact
from zollstock.core.parts.device import DeviceUsed
from zollstock.core.rules.pixelcount import round_px
from zollstock.core.shapes.box import Box
from zollstock.core.sheet.grid import PixelBox

from . import colour, profiles
from .presscolours import Inks, paper_white, seen_on
from .vips import pyvips

#: A file is taken for bare paper where it is lighter than this, of 8 bits.
_PAPER = 250
#: Draft is compared with a smooth print on so many px a side.
_MIDDLE = 1200


def ink_box_of(image: pyvips.Image, ppi: tuple[float, float]) -> Box | None:
    """Where a file has ink, mm of it; None where it is all paper."""
    colours, _ = colour.split(image)
    grey = colours if colours.bands == 1 else colour.to_srgb(colours, 8).colourspace("b-w")
    dark = (grey.cast("uchar") if grey.format != "uchar" else grey) < _PAPER
    columns, rows = dark.project()
    across, down = np.flatnonzero(columns.numpy()), np.flatnonzero(rows.numpy())
    if not len(across):
        return None
    x, y = (MM_PER_INCH / exact(one) for one in ppi)
    left, top = int(across[0]), int(down[0])
    return Box(left * x, top * y, (int(across[-1]) + 1 - left) * x, (int(down[-1]) + 1 - top) * y)


def tray(
    image: pyvips.Image, file: FileOnPaper, made: Pressed, used: DeviceUsed, settings: Settings,
    ways: tuple[Inks, bool], spread: float,
) -> pyvips.Image:  # fmt: skip
    """What lies in the tray, the paper's white and all, at 360 ppi, sRGB. `spread` is the ink's, mm."""
    inks, twice = ways
    per_mm = TRAY_PPI / MM_PER_INCH
    image, _ = colour.split(image)
    if settings.turn:
        image = (
            profiles.tagged(image.rot90(), own) if (own := profiles.own(image)) else image.rot90()
        )
    paper, at, clip = (_px(box, per_mm) for box in (made.paper, made.file, made.clip))
    if settings.quality == "draft":
        image = _rough(image, file, used, at.w / image.width, at.h / image.height)
    scaled = image.resize(at.w / image.width, vscale=at.h / image.height)
    lab = inks.on_paper(scaled, twice)
    white = paper_white(inks)
    seen = seen_on(lab, inks).crop(0, 0, at.w, at.h)
    blurred = _blurred(seen, spread * float(per_mm))
    left, top = max(at.x, clip.x), max(at.y, clip.y)
    right, bottom = min(at.right, clip.right), min(at.bottom, clip.bottom)
    bare = (pyvips.Image.black(paper.w, paper.h, bands=3) + list(white)).cast("uchar").copy(interpretation="srgb")  # fmt: skip
    if right <= left or bottom <= top:
        return bare
    part = blurred.crop(left - at.x, top - at.y, right - left, bottom - top)
    return bare.insert(part, left, top).copy(
        xres=TRAY_PPI / 25.4, yres=TRAY_PPI / 25.4, interpretation="srgb"
    )


def _px(box: Box, per_mm: Fraction) -> PixelBox:
    """A rectangle (mm) in whole pixels of the tray; what is printed beyond the paper lies beyond it here too."""
    x, y = round_px(box.x * per_mm), round_px(box.y * per_mm)
    return PixelBox(x, y, max(1, round_px(box.right * per_mm) - x), max(1, round_px(box.bottom * per_mm) - y))  # fmt: skip


def _rough(
    image: pyvips.Image, file: FileOnPaper, used: DeviceUsed, x: float, y: float
) -> pyvips.Image:
    """The file on the device's grid, the nearest of its pixels each: steps on slanting lines."""
    grid = grid_of(used, file.ppi)
    by = 1.0 if grid is None else grid / TRAY_PPI
    return image.resize(x * by, vscale=y * by, kernel="nearest")


def draft_apart(image: pyvips.Image, file: FileOnPaper, used: DeviceUsed) -> float:
    """How far a draft is from a smooth print, ΔE00 on average of what is in the middle of the file."""
    colours, _ = colour.split(image)
    w, h = min(_MIDDLE, image.width), min(_MIDDLE, image.height)
    middle = colours.crop((image.width - w) // 2, (image.height - h) // 2, w, h)
    x, y = (
        TRAY_PPI * float(side / MM_PER_INCH) / px
        for side, px in ((file.wanted[0], image.width), (file.wanted[1], image.height))
    )
    smooth = colour.to_srgb(middle.resize(x, vscale=y), 8)
    rough = colour.to_srgb(_rough(middle, file, used, x, y), 8)
    rough = rough.resize(smooth.width / rough.width, vscale=smooth.height / rough.height)
    w, h = min(smooth.width, rough.width), min(smooth.height, rough.height)
    return float(smooth.crop(0, 0, w, h).dE00(rough.crop(0, 0, w, h)).avg())


def _blurred(image: pyvips.Image, sigma: float) -> pyvips.Image:
    """Ink that spreads: as light is averaged, so that no tone changes."""
    if sigma < 0.2:
        return image
    light = image.colourspace("scrgb").gaussblur(sigma, min_ampl=0.02)
    return light.colourspace("srgb").cast("uchar")
