"""Edges: what border, mat, bleed and canvas wrap make of a finished size.

All boxes are exact, in mm, measured from the top left corner of the delivered document.
"""

from __future__ import annotations

from dataclasses import dataclass
from math import sqrt
from typing import TYPE_CHECKING

from .plan import Bleed, Border, Mat, NoEdge, Wrap
from .rational import Fraction

if TYPE_CHECKING:
    from .plan import Plan

ZERO = Fraction(0)


@dataclass(frozen=True, slots=True)
class Box:
    """A rectangle; x and y from the top left, in the unit of its context (mm or px)."""

    x: Fraction
    y: Fraction
    w: Fraction
    h: Fraction

    @property
    def right(self) -> Fraction:
        return self.x + self.w

    @property
    def bottom(self) -> Fraction:
        return self.y + self.h

    @property
    def area(self) -> Fraction:
        return self.w * self.h

    def inset(self, left: Fraction, top: Fraction, right: Fraction, bottom: Fraction) -> Box:
        return Box(self.x + left, self.y + top, self.w - left - right, self.h - top - bottom)

    def grown(self, by: Fraction) -> Box:
        return self.inset(-by, -by, -by, -by)

    def diagonal(self) -> float:
        return sqrt(float(self.w * self.w + self.h * self.h))

    def as_floats(self) -> tuple[float, float, float, float]:
        return (float(self.x), float(self.y), float(self.w), float(self.h))


@dataclass(frozen=True, slots=True)
class Layout:
    """The boxes of a print, mm, in the document's coordinates.

    `image` is what pixels must cover; `visible` what a viewer sees of a filled image box;
    the optional boxes exist only for the edges that have them.
    """

    document: Box
    trim: Box
    image: Box
    visible: Box
    safe: Box | None = None
    opening: Box | None = None
    fold: Box | None = None
    fold_back: Box | None = None


def layout(plan: Plan) -> Layout:
    """The boxes that follow from target, edge and marks margin (domain rules: edges).

    The image box may come out empty or negative; `consistency` refuses such plans.
    """
    trim = Box(ZERO, ZERO, plan.target.width.mm, plan.target.height.mm)
    edge = plan.edge
    if isinstance(edge, Bleed):
        document = trim.grown(edge.bleed.mm)
        inside = trim.grown(-edge.safe.mm)
        # Margins that meet leave none; consistency names that as an error.
        safe = inside if inside.w > 0 and inside.h > 0 else None
        boxes = Layout(document, trim, document, trim, safe=safe)
    elif isinstance(edge, Border):
        image = trim.inset(edge.left.mm, edge.top.mm, edge.right.mm, edge.bottom.mm)
        boxes = Layout(trim, trim, image, image)
    elif isinstance(edge, Wrap):
        document = trim.grown(edge.depth.mm + edge.turn.mm)
        image = document if edge.fill == "picture" else trim
        boxes = Layout(document, trim, image, trim, fold=trim, fold_back=trim.grown(edge.depth.mm))
    elif isinstance(edge, Mat):
        opening = Box(
            (trim.w - edge.opening_width.mm) / 2,
            (trim.h - edge.opening_height.mm) / 2,
            edge.opening_width.mm,
            edge.opening_height.mm,
        )
        boxes = Layout(trim, trim, opening.grown(edge.overlap.mm), opening, opening=opening)
    else:
        assert isinstance(edge, NoEdge)
        boxes = Layout(trim, trim, trim, trim)
    return _from_corner(boxes, plan.marks.margin.mm)


def _from_corner(boxes: Layout, margin: Fraction) -> Layout:
    """Enlarge the document by the marks' margin and count everything from its corner."""
    if boxes.document is boxes.trim and not margin:
        return boxes  # the corner is the trim's own: nothing moves
    document = boxes.document.grown(margin)

    def moved(box: Box | None) -> Box | None:
        return box and Box(box.x - document.x, box.y - document.y, box.w, box.h)

    origin = Box(ZERO, ZERO, document.w, document.h)
    trim, image, visible = (moved(box) for box in (boxes.trim, boxes.image, boxes.visible))
    assert trim and image and visible
    return Layout(
        origin,
        trim,
        image,
        visible,
        safe=moved(boxes.safe),
        opening=moved(boxes.opening),
        fold=moved(boxes.fold),
        fold_back=moved(boxes.fold_back),
    )
