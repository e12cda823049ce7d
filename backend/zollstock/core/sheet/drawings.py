"""Sheets as drawings: a print whole for the bench, in small for a card or a handout; a sheet of many parts."""

from __future__ import annotations

from dataclasses import replace

from ..ground.rational import Fraction
from ..letters import reach
from ..shapes.box import ZERO, Box
from ..shapes.drawing import (
    BoxMm,
    BoxName,
    Drawing,
    DrawnBoxes,
    DrawnFill,
    DrawnGround,
    DrawnLabel,
    DrawnPart,
    DrawnPiece,
    DrawnStroke,
)
from ..shapes.ink import Label, Stroke
from ..work.outcome import Work
from .printsheet import print_sheet
from .sheets import Sheet

_WHITE = "#ffffff"
#: The lines of an edge that are still seen in a small drawing.
_IN_SMALL: tuple[BoxName, ...] = ("opening", "fold")


def whole_drawing(work: Work) -> Drawing:
    """Every box, and the strokes and labels of the sheet.

    >>> sorted(whole_drawing(fog(edge=border("2 cm"))).boxes)
    ['document', 'image', 'trim', 'visible']
    """
    lay, placed, sheet = work.boxes, work.placement, print_sheet(work)
    boxes: DrawnBoxes = {
        "document": lay.document.as_floats(),
        "trim": lay.trim.as_floats(),
        "image": lay.image.as_floats(),
        "visible": work.visible.as_floats(),
    }
    if work.plan.marks.margin.mm:
        boxes["content"] = sheet.bleed.as_floats()
    if (placed.printed.w, placed.printed.h) != (lay.image.w, lay.image.h):
        boxes["padding"] = lay.image.as_floats()
    for name, box in lay.named.items():
        boxes[name] = box.as_floats()
    return Drawing(
        boxes,
        [_piece(work, ZERO, ZERO)],
        [drawn_stroke(stroke) for stroke in sheet.strokes],
        [drawn_label(label) for label in sheet.labels],
        _grounds(work, ZERO, ZERO),
    )


def small_drawing(work: Work) -> Drawing:
    """The file as it will be, with its picture, what lies around it and where it is folded or framed.

    >>> small_drawing(fog(edge=border("2 in"))).boxes["document"]
    (0.0, 0.0, 609.6, 406.4)
    """
    lay = work.boxes
    boxes: DrawnBoxes = {"document": lay.document.as_floats()}
    for name in _IN_SMALL:
        if (box := lay.get(name)) is not None:
            boxes[name] = box.as_floats()
    return Drawing(boxes, [_piece(work, ZERO, ZERO)], [], [], _grounds(work, ZERO, ZERO))


def trimmed_drawing(work: Work) -> Drawing:
    """The finished print: what is cut off is not there.

    >>> trimmed_drawing(fog(edge=wrap("mirror"))).boxes["document"]
    (0.0, 0.0, 609.6, 406.4)
    """
    trim = work.boxes.trim
    piece = replace(_piece(work, trim.x, trim.y), rim=None)
    document = (0.0, 0.0, float(trim.w), float(trim.h))
    return Drawing({"document": document}, [piece], [], [], _grounds(work, trim.x, trim.y))


def sheet_drawing(sheet: Sheet, ink: bool = True) -> Drawing:
    """A sheet of many parts; without its `ink` for a strip of hundreds.

    >>> made = sheet_drawing(lay(tiles()).sheets[0])
    >>> len(made.parts), [label.text for label in made.labels]
    (1, ['A1', '100 mm'])
    >>> sheet_drawing(lay(tiles()).sheets[0], ink=False).labels
    []
    """
    parts = tuple(
        DrawnPart(
            one.plan,
            one.part.as_floats(),
            one.box.as_floats(),
            one.turn,
            one.tone.grey,
            float(one.tone.light),
        )
        for one in sheet.file_parts
    )
    return Drawing(
        {"document": sheet.media.as_floats()},
        [],
        [drawn_stroke(stroke) for stroke in sheet.strokes] if ink else [],
        [drawn_label(label) for label in sheet.labels] if ink else [],
        parts=parts,
    )


def _piece(work: Work, left: Fraction, top: Fraction) -> DrawnPiece:
    placed, fit = work.placement, work.plan.fit
    return DrawnPiece(
        picture=_from(placed.whole, left, top),
        printed=_from(placed.printed, left, top),
        turn=fit.turn,
        angle=fit.angle,
        rim=_rim(work, left, top),
    )


def _rim(work: Work, left: Fraction, top: Fraction) -> DrawnFill | None:
    """What is made around the image box; None where there is nothing but paper."""
    content = work.boxes.document.grown(-work.plan.marks.margin.mm)
    if not work.plan.edge.fills or content == work.boxes.image:
        return None
    fill, colour, softness = work.plan.edge.rim()
    image = _from(work.boxes.image, left, top)
    return DrawnFill(image, _from(content, left, top), fill, colour, softness)


def _grounds(work: Work, left: Fraction, top: Fraction) -> tuple[DrawnGround, ...]:
    """What lies under the picture where it is not white: a border's colour as far as ink goes, padding in the window."""
    fill, colour, _ = work.plan.edge.rim()
    content = work.boxes.document.grown(-work.plan.marks.margin.mm)
    found = [DrawnGround(_from(content, left, top), colour)] if fill == "colour" else []
    found.append(DrawnGround(_from(work.boxes.image, left, top), work.padding_colour))
    return tuple(found) if any(one.colour != _WHITE for one in found) else ()


def _from(box: Box, left: Fraction, top: Fraction) -> BoxMm:
    return float(box.x - left), float(box.y - top), float(box.w), float(box.h)


def drawn_stroke(stroke: Stroke) -> DrawnStroke:
    """A stroke as it is sent.

    >>> from ..shapes.ink import Stroke
    >>> drawn_stroke(Stroke("cut", (Fraction(0), Fraction(5)), (Fraction(10), Fraction(5)), Fraction(1, 4)))
    DrawnStroke(kind='cut', start=(0.0, 5.0), end=(10.0, 5.0), width=0.25, colour='#000000')
    """
    (x, y), (to_x, to_y) = stroke.start, stroke.end
    return DrawnStroke(
        stroke.kind,
        (float(x), float(y)),
        (float(to_x), float(to_y)),
        float(stroke.width),
        stroke.colour,
    )


def drawn_label(label: Label) -> DrawnLabel:
    """A label as it is sent, with how long it is.

    >>> from ..shapes.ink import Label
    >>> drawn_label(Label("Fog", (Fraction(5), Fraction(9)), Fraction(3)))
    DrawnLabel(text='Fog', at=(5.0, 9.0), height=3.0, width=7.127142857142857, font='text', colour='#000000', turn=0)
    """
    x, y = label.at
    return DrawnLabel(
        label.text,
        (float(x), float(y)),
        float(label.height),
        float(reach(label.text, label.font, label.height).width),
        label.font,
        label.colour,
        label.turn,
    )
