"""The boxes of a print as the reckoning tells them: plain numbers, mm of the document."""

from __future__ import annotations

from ..answer.reckoning import Boxes
from ..shapes.box import Box
from ..shapes.drawing import BoxMm
from ..work.outcome import Work


def boxes(work: Work) -> Boxes:
    """Every box of a print, mm of its document.

    >>> boxes(fog(edge=border("2 in"))).printed
    (50.8, 50.8, 508.0, 304.8)
    """
    lay, placed = work.boxes, work.placement
    padded = (placed.printed.w, placed.printed.h) != (lay.image.w, lay.image.h)
    return Boxes(
        document=lay.document.as_floats(),
        trim=lay.trim.as_floats(),
        image=lay.image.as_floats(),
        picture=placed.whole.as_floats(),
        printed=placed.printed.as_floats(),
        visible=work.visible.as_floats(),
        padding=lay.image.as_floats() if padded else None,
        safe=_floats(lay.get("safe")),
        opening=_floats(lay.get("opening")),
        fold=_floats(lay.get("fold")),
        fold_back=_floats(lay.get("fold_back")),
    )


def _floats(box: Box | None) -> BoxMm | None:
    return None if box is None else box.as_floats()
