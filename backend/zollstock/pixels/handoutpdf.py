"""Handouts as PDF: lines and letters as such, and every picture as the JPEG that it is.

Two hundred pictures unpacked would fill a web process, so nothing is made of their pixels here, but for a small part
that is seen alone (`handoutpiece.py`) and the outermost line of a canvas whose sides are drawn out (`drawnout.py`), one
picture at a time.
"""

from __future__ import annotations

import io
from collections.abc import Iterator, Mapping, Sequence
from itertools import groupby, product
from math import atan2, degrees
from pathlib import Path
from typing import NamedTuple

from reportlab import rl_config
from reportlab.lib.utils import ImageReader
from reportlab.pdfgen.canvas import Canvas

from zollstock.core.ground.rational import Fraction
from zollstock.core.letters import composed, fonts
from zollstock.core.shapes.box import Box
from zollstock.core.shapes.ink import Label
from zollstock.core.sheet.sheets import PicturePart, Sheet

from .channels import FULL
from .colour import Paint
from .drawnout import drawn_out
from .handoutpiece import Piece, piece_of
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

    def face(part: PicturePart, piece: Piece, held: str | ImageReader) -> None:
        fill(canvas, paint(part.padding), full)
        canvas.rect(*_on_page(part.image, high), stroke=0, fill=1)
        _picture(canvas, part, high, piece, held)

    for part in sheet.picture_parts:
        piece = piece_of(part, pictures[part.plan])
        # Once for the face and all its sides: bytes are unpacked to be told from others.
        held = (
            str(piece.picture)
            if isinstance(piece.picture, Path)
            else ImageReader(io.BytesIO(piece.picture))
        )
        fill(canvas, paint(part.rim.colour), full)
        canvas.rect(*_on_page(part.content, high), stroke=0, fill=1)
        if part.rim.fill == "stretch":
            for box, line in drawn_out(part, pictures[part.plan]):
                canvas.drawImage(ImageReader(line), *_on_page(box, high))
        elif part.rim.fill != "colour":
            for across, down in _mirrored(part):
                canvas.saveState()
                _once_more(canvas, across, down, high)
                face(part, piece, held)
                canvas.restoreState()
        face(part, piece, held)
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


class _Span(NamedTuple):
    """Along one axis from `begin` to `end`, mm: the face itself, or the face mirrored at the `fold`."""

    begin: Fraction
    end: Fraction
    fold: Fraction | None = None


def _mirrored(part: PicturePart) -> Iterator[tuple[_Span, _Span]]:
    """The sides and corners between image box and content that show the face mirrored: across, and down.

    A soft mirror is a plain one here: its blur would be another picture.
    """
    image, content = part.image, part.content
    across = _spans(content.x, image.x, image.right, content.right)
    down = _spans(content.y, image.y, image.bottom, content.bottom)
    yield from list(product(across, down))[1:]


def _spans(outer: Fraction, first: Fraction, last: Fraction, end: Fraction) -> list[_Span]:
    """The face itself, and what lies before and behind it; nothing where there is no depth."""
    around = (_Span(outer, first, first), _Span(last, end, last))
    return [_Span(first, last), *(one for one in around if one.end > one.begin)]


def _once_more(canvas: Canvas, across: _Span, down: _Span, high: float) -> None:
    """From here on the face is drawn in one of its sides or corners, and nowhere else."""
    x, y = across.begin, down.begin
    _clip(canvas, _on_page(Box(x, y, across.end - x, down.end - y), high))
    wide = tall = 1.0
    shift = rise = 0.0
    if across.fold is not None:
        wide, shift = -1.0, 2 * float(across.fold) * POINTS_PER_MM
    if down.fold is not None:
        tall, rise = -1.0, 2 * (high - float(down.fold) * POINTS_PER_MM)
    canvas.transform(wide, 0, 0, tall, shift, rise)


def _clip(canvas: Canvas, window: tuple[float, float, float, float]) -> None:
    path = canvas.beginPath()
    path.rect(*window)
    canvas.clipPath(path, stroke=0, fill=0)


def _picture(
    canvas: Canvas, part: PicturePart, high: float, piece: Piece, held: str | ImageReader
) -> None:
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
    _clip(canvas, (x, y, w, h))
    canvas.setFillAlpha(1 - float(part.tone.light))
    canvas.translate(x + w / 2 + across, y + h / 2 - down)
    canvas.rotate(-(part.turn + degrees(atan2(part.lean.sin, part.lean.cos))))
    left, below = piece.left * scale, -(piece.top + piece.height) * scale
    canvas.drawImage(held, left, below, piece.width * scale, piece.height * scale)
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
