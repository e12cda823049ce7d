"""Handouts as PDF: lines and letters as such, and every picture as the JPEG that it is.

Two hundred pictures unpacked would fill a web process, so nothing is made of their pixels here.
"""

from __future__ import annotations

import io
from collections.abc import Mapping, Sequence
from itertools import groupby
from math import atan2, degrees
from pathlib import Path

from reportlab import rl_config
from reportlab.pdfgen.canvas import Canvas

from zollstock.core.letters import composed, fonts
from zollstock.core.shapes.box import Box
from zollstock.core.shapes.ink import Label
from zollstock.core.sheet.sheets import PicturePart, Sheet

from .channels import FULL
from .colour import Paint
from .pdf import POINTS_PER_MM
from .pdfink import draw_label, draw_outline, draw_stroke, fill, font_name, register_fonts
from .vips import pyvips

# Pictures as bytes: written out as text they take seconds, and a quarter more room.
rl_config.useA85 = 0


def handout_pdf(sheets: Sequence[Sheet], title: str, pictures: Mapping[int, Path]) -> bytes:
    """The sheets as pages of a PDF; `pictures` are JPEGs, upright, by the numbers that parts of pictures name.

    The same sheets are the same bytes. Raises `ValueError` for what only a raster can show: parts of files, and pictures
    without colour or in another light.
    """
    register_fonts()
    made = io.BytesIO()
    canvas = Canvas(made, invariant=1, initialFontName=font_name("text"))
    canvas.setTitle(title)
    canvas.setCreator("Zollstock")
    for side in (side for sheet in sheets for side in sheet.sides):
        high = float(side.height) * POINTS_PER_MM
        canvas.setPageSize((float(side.width) * POINTS_PER_MM, high))
        _draw(canvas, side, high, pictures)
        canvas.showPage()
    canvas.save()
    return made.getvalue()


def _draw(canvas: Canvas, sheet: Sheet, high: float, pictures: Mapping[int, Path]) -> None:
    if sheet.file_parts:
        raise ValueError("a part of a file has no place on a handout")
    plain = pyvips.Image.black(1, 1, bands=3).copy(interpretation="srgb")
    paint, full = Paint(plain), FULL[plain.format]
    for part in sheet.picture_parts:
        for box, colour in ((part.content, part.rim.colour), (part.image, part.padding)):
            fill(canvas, paint(colour), full)
            canvas.rect(*_on_page(box, high), stroke=0, fill=1)
        _picture(canvas, part, high, pictures[part.plan])
    for outline in sheet.outlines:
        draw_outline(canvas, outline, (paint, full), high, POINTS_PER_MM)
    # A code is hundreds of lines in one colour: it is said once.
    for colour, strokes in groupby(sheet.strokes, key=lambda stroke: stroke.colour):
        fill(canvas, paint(colour), full)
        for stroke in strokes:
            draw_stroke(canvas, stroke, high, POINTS_PER_MM)
    for label in sheet.labels:
        fill(canvas, paint(label.colour), full)
        _label(canvas, label, high)


def _picture(canvas: Canvas, part: PicturePart, high: float, file: Path) -> None:
    """The whole picture where it lies, seen through the box of its part."""
    if part.tone.grey or part.tone.stops:
        raise ValueError("a picture goes on a handout in its own tones")
    scale = float(part.mm_per_px) * POINTS_PER_MM
    wide, tall = part.picture
    region = part.region
    across = (wide / 2 - float(region.x + region.w / 2)) * scale
    down = (tall / 2 - float(region.y + region.h / 2)) * scale
    turned = {0: (across, down), 90: (-down, across), 180: (-across, -down), 270: (down, -across)}
    across, down = turned[part.turn]
    x, y, w, h = _on_page(part.box, high)
    canvas.saveState()
    window = canvas.beginPath()
    window.rect(x, y, w, h)
    canvas.clipPath(window, stroke=0, fill=0)
    canvas.setFillAlpha(1 - float(part.tone.light))
    canvas.translate(x + w / 2 + across, y + h / 2 - down)
    canvas.rotate(-(part.turn + degrees(atan2(part.lean.sin, part.lean.cos))))
    canvas.drawImage(str(file), -wide * scale / 2, -tall * scale / 2, wide * scale, tall * scale)
    canvas.restoreState()


def _label(canvas: Canvas, label: Label, high: float) -> None:
    """Words in one piece, so that they can be searched; the advances are the font's own, as everywhere."""
    if label.turn:
        draw_label(canvas, label, high, POINTS_PER_MM)
        return
    held = fonts()[label.font]
    canvas.setFont(
        font_name(label.font), float(label.height) * POINTS_PER_MM * held.units / held.capitals
    )
    x, y = (float(at) * POINTS_PER_MM for at in label.at)
    canvas.drawString(
        x, high - y, "".join(one for one in composed(label.text) if one in held.signs)
    )


def _on_page(box: Box, high: float) -> tuple[float, float, float, float]:
    """A rectangle in points, counted from below."""
    x, y, w, h = (side * POINTS_PER_MM for side in box.as_floats())
    return x, high - y - h, w, h
