"""Crop, fold, centre and staple marks: short strokes in the margin outside the image."""

from __future__ import annotations

from collections.abc import Iterator

from ..edges import EdgeBoxes
from ..ground.rational import Fraction
from ..parts.medium import Marks
from ..shapes.box import ZERO, Box
from ..shapes.ink import Stroke, StrokeKind

#: Marks keep this far off what is cut or folded, and are this wide, mm.
GAP = Fraction(1)
WIDTH = Fraction(1, 4)


def mark_strokes(marks: Marks, boxes: EdgeBoxes) -> Iterator[Stroke]:
    """The marks, mm of the document; all of them lie in the margin.

    >>> from ..edges.boxes import from_corner
    >>> trim = Box(ZERO, ZERO, Fraction(100), Fraction(80))
    >>> marks = Marks.model_validate({"margin": "1 cm", "crop": True})
    >>> strokes = list(mark_strokes(marks, from_corner(EdgeBoxes(trim, trim, trim, trim), Fraction(10))))
    >>> len(strokes), [float(place) for place in strokes[0].start + strokes[0].end]  # from the rim to 1 mm before the picture
    (8, [10.0, 0.0, 10.0, 9.0])
    """
    margin = marks.margin.mm
    if margin <= GAP:
        return
    inner, trim = boxes.document.grown(-margin), boxes.trim
    if marks.crop:
        # What is folded is cut where the canvas ends, not where its face does.
        cut = trim if boxes.get("fold") is None else inner
        yield from _at("cut", boxes.document, inner, [cut.x, cut.right], [cut.y, cut.bottom])
    if marks.fold:
        for fold in (boxes.get("fold"), boxes.get("fold_back")):
            if fold is not None:
                yield from _at(
                    "fold", boxes.document, inner, [fold.x, fold.right], [fold.y, fold.bottom]
                )
    back = boxes.get("fold_back")
    if marks.staple and back is not None:
        # In the middle of what is turned to the back.
        yield from _at(
            "staple",
            boxes.document,
            inner,
            [(inner.x + back.x) / 2, (inner.right + back.right) / 2],
            [(inner.y + back.y) / 2, (inner.bottom + back.bottom) / 2],
        )
    if marks.centre:
        yield from _at(
            "centre", boxes.document, inner, [trim.x + trim.w / 2], [trim.y + trim.h / 2]
        )


def _at(
    kind: StrokeKind, document: Box, inner: Box, columns: list[Fraction], rows: list[Fraction]
) -> Iterator[Stroke]:
    """Strokes at the given columns above and below, at the given rows left and right."""
    for x in columns:
        yield Stroke(kind, (x, ZERO), (x, inner.y - GAP), WIDTH)
        yield Stroke(kind, (x, inner.bottom + GAP), (x, document.bottom), WIDTH)
    for y in rows:
        yield Stroke(kind, (ZERO, y), (inner.x - GAP, y), WIDTH)
        yield Stroke(kind, (inner.right + GAP, y), (document.right, y), WIDTH)
