"""The guides of a new canvas as a sheet: trim, safe edge and folds, each by a line along it."""

from __future__ import annotations

from ...ground.rational import Fraction
from ...shapes.box import ZERO, Box
from ...shapes.ink import Ink, Outline, Stroke, StrokeKind
from ...sheet.sheets import Sheet
from .request import Canvas
from .worked import work_out_canvas

#: Colours of the guides, and how many px wide their lines are.
_TRIM, _SAFE, _FOLD = "#a8482a", "#2e6e62", "#7a5a12"
_PX = 2


def guide_sheet(canvas: Canvas) -> Sheet:
    """Its lines, as wide as two pixels of the canvas; the sheet is the canvas, bleed and all.

    >>> from .request import parse_canvas
    >>> made = guide_sheet(parse_canvas({"format": "zollstock.canvas/1", "finished": {"width": "60 cm", "height": "40 cm"}}))
    >>> [outline.name for outline in made.outlines]
    ['trim', 'safe']
    """
    work = work_out_canvas(canvas)
    whole = work.with_bleed
    line = _PX * Fraction(254, 10) / work.ppi
    outlines = []
    for number, side in enumerate((canvas.finished, *canvas.also)):
        which = f"-{number + 1}" if canvas.also else ""
        w, h = side.width.mm, side.height.mm
        x, y = (whole.w - w) / 2, (whole.h - h) / 2
        trim, safe = Box(x, y, w, h), canvas.safe.mm
        outlines.append(_outline("cut", f"trim{which}", trim, line, _TRIM))
        if safe and 2 * safe < min(w, h):
            outlines.append(
                _outline("outline", f"safe{which}", trim.inset(*[safe] * 4), line, _SAFE)
            )
    left = (whole.w - canvas.finished.width.mm) / 2
    folds = tuple(
        Stroke("fold", (left + fold.mm, ZERO), (left + fold.mm, whole.h), line, _FOLD)
        for fold in canvas.folds
    )
    return Sheet(
        "Guides",
        whole.w,
        whole.h,
        work.ppi,
        outlines[0].box,
        whole,
        (Ink(folds, outlines=tuple(outlines)),),
        raster=(work.width_px, work.height_px),
    )


def _outline(kind: StrokeKind, name: str, box: Box, line: Fraction, colour: str) -> Outline:
    return Outline(kind, name, box, line, colour)
