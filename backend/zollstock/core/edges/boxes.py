"""The boxes of a print: those that every edge has, and by their names those that only some have."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field

from ..ground.rational import Fraction
from ..shapes.box import ZERO, Box
from ..shapes.drawing import BoxName


@dataclass(frozen=True, slots=True)
class EdgeBoxes:
    """The boxes of a print, mm, in the document's coordinates.

    `image` is what pixels must cover; `visible` what a viewer sees of a filled image box; `named` are those that the
    edge has beside them: its safe area, its opening and cards, its folds.
    """

    document: Box
    trim: Box
    image: Box
    visible: Box
    named: Mapping[BoxName, Box] = field(default_factory=dict)

    def get(self, name: BoxName) -> Box | None:
        """A box of the edge's own; None where this edge has none of that name."""
        return self.named.get(name)


def from_corner(boxes: EdgeBoxes, margin: Fraction) -> EdgeBoxes:
    """Enlarge the document by the margin of marks, and count everything from its corner.

    >>> trim = Box(ZERO, ZERO, Fraction(100), Fraction(80))
    >>> found = from_corner(EdgeBoxes(trim.grown(Fraction(3)), trim, trim, trim), Fraction(10))
    >>> found.document.as_floats(), found.trim.as_floats()
    ((0.0, 0.0, 126.0, 106.0), (13.0, 13.0, 100.0, 80.0))
    """
    if boxes.document is boxes.trim and not margin:
        return boxes  # the corner is the trim's own: nothing moves
    document = boxes.document.grown(margin)

    def moved(box: Box) -> Box:
        return Box(box.x - document.x, box.y - document.y, box.w, box.h)

    return EdgeBoxes(
        document=Box(ZERO, ZERO, document.w, document.h),
        trim=moved(boxes.trim),
        image=moved(boxes.image),
        visible=moved(boxes.visible),
        named={name: moved(box) for name, box in boxes.named.items()},
    )
