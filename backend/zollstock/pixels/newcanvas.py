"""A new canvas as a file: empty, or its guides alone, on transparency or as SVG."""

from __future__ import annotations

from pathlib import Path

from zollstock.core.ground.lengths import MM_PER_INCH
from zollstock.core.questions.canvas.guides import guide_sheet
from zollstock.core.questions.canvas.request import Canvas
from zollstock.core.questions.canvas.worked import CanvasWork, work_out_canvas
from zollstock.core.sheet.grid import PixelBox
from zollstock.core.sheet.sheets import Sheet

from . import profiles
from .errors import RenderError
from .svg import sheet_svg
from .vips import pyvips

#: No file is made of a larger canvas, px.
MOST_PIXELS = 1_000_000_000
_LONGEST = 200_000


def write_canvas(canvas: Canvas, out: Path, guides: bool = False) -> None:
    """Write the empty canvas, white, as .png or .tif; with `guides` those alone, as .png with transparency or .svg.

    It is tagged with its ppi and a profile: sRGB, a grey one, or a general press's; of four channels only a TIFF is made.
    Raises `RenderError`, `FileExistsError`.
    """
    ending = out.suffix.lower()
    if out.exists():
        raise FileExistsError(f"{out} exists already; it was left as it is")
    if ending == ".svg":
        out.write_text(
            sheet_svg(guide_sheet(canvas), canvas.title or "Guides", paper=False), encoding="utf-8"
        )
        return
    if ending not in (".png", ".tif", ".tiff"):
        raise RenderError("A canvas is written as .png or .tif, its guides as .png or .svg.")
    work = work_out_canvas(canvas)
    _check(work)
    png = ending == ".png"
    if guides:
        if not png:
            raise RenderError("Guides are written as .png, on transparency, or as .svg.")
        image = _guides(guide_sheet(canvas))
    else:
        if png and canvas.channels == 4:
            raise RenderError("A PNG holds no CMYK: take a TIFF, or three channels.")
        image = _empty(work)
    per_mm = float(work.ppi) / float(MM_PER_INCH)
    image = image.copy(xres=per_mm, yres=per_mm)
    if png:
        image.pngsave(str(out), compression=6, filter="none", keep="icc")
    else:
        weight = work.width_px * work.height_px * canvas.channels * canvas.bits // 8
        image.tiffsave(
            str(out), compression="lzw", resunit="inch", bigtiff=weight >= 7 * 2**29, keep="icc"
        )


def _check(work: CanvasWork) -> None:
    if max(work.width_px, work.height_px) > _LONGEST:
        raise RenderError(
            f"A side of {max(work.width_px, work.height_px)} px is longer than any file here holds."
        )
    if work.width_px * work.height_px > MOST_PIXELS:
        raise RenderError(
            f"Files are made up to {MOST_PIXELS // 10**6} megapixels; take fewer ppi."
        )


def _empty(work: CanvasWork) -> pyvips.Image:
    """White paper in its channels and depth; no ink is white, too."""
    canvas = work.canvas
    deep = canvas.bits == 16
    format_, full = ("ushort", 65535) if deep else ("uchar", 255)
    of = {1: "grey16" if deep else "b-w", 3: "rgb16" if deep else "srgb", 4: "cmyk"}[
        canvas.channels
    ]
    white = 0 if canvas.channels == 4 else full
    image = pyvips.Image.black(work.width_px, work.height_px, bands=canvas.channels)
    image = (
        image.linear([1] * canvas.channels, [white] * canvas.channels)
        .cast(format_)
        .copy(interpretation=of)
    )
    made = {1: profiles.grey, 3: profiles.srgb, 4: profiles.general_press}[canvas.channels]
    return profiles.tagged(image, made())


def _guides(sheet: Sheet) -> pyvips.Image:
    """Lines on nothing."""
    grid = sheet.grid
    image = _flat(grid.width, grid.height, [0, 0, 0, 0])
    lines = [(side.box, side.colour) for outline in sheet.outlines for side in outline.strokes]
    lines += [(stroke.box, stroke.colour) for stroke in sheet.strokes]
    for box, colour in lines:
        at: PixelBox = grid.box(box)
        red, green, blue = (int(colour[begin : begin + 2], 16) for begin in (1, 3, 5))
        image = image.insert(_flat(at.w, at.h, [red, green, blue, 255]), at.x, at.y)
    return image.copy(interpretation="srgb")


def _flat(width: int, height: int, pixel: list[int]) -> pyvips.Image:
    return pyvips.Image.black(width, height, bands=4).linear([1] * 4, pixel).cast("uchar")
