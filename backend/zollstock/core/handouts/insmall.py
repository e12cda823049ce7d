"""A print in small on a handout: its picture in its window on its paper, and what is lost of it, faded and hatched."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from typing import get_args

from ..edges.kind import EdgeFill
from ..ground.rational import Fraction, exact
from ..rules.straighten import Lean, lean
from ..shapes.box import Box
from ..shapes.drawing import BoxMm, Drawing, DrawnPiece
from ..shapes.hatch import hatched
from ..shapes.ink import Ink, Outline, Point, Stroke
from ..sheet.sheets import FULL_TONE, PicturePart, Tone, Turn

_WHITE, _INK, _HATCH = "#ffffff", "#22302f", "#8f9694"
_LINE = Fraction(28, 100)
_PAPER = EdgeFill("colour", _WHITE)
#: What is lost is printed so much lighter.
_LOST = Tone(False, Fraction(72, 100))


@dataclass(frozen=True, slots=True)
class SmallPicture:
    """A picture that goes along with a handout: its number among them, and its px, upright."""

    number: int
    size: tuple[int, int]


@dataclass(frozen=True, slots=True)
class InSmall:
    """Where a drawing lies on a handout: its document's corner at `at` (mm), a mm of it `scale` mm long."""

    drawing: Drawing
    picture: SmallPicture
    at: Point
    scale: Fraction

    def box(self, box: BoxMm) -> Box:
        """A box of the drawing on the handout."""
        document = self.drawing.boxes["document"]
        x, y = box[0] - document[0], box[1] - document[1]
        there = Box(_mm(x), _mm(y), _mm(box[2]), _mm(box[3])).times(self.scale)
        return Box(self.at[0] + there.x, self.at[1] + there.y, there.w, there.h)

    def items(self, loss: bool) -> Iterator[PicturePart | Ink]:
        """What is put on the sheet: the print on its paper, and with `loss` what lies beyond it."""
        piece, document = self.drawing.pieces[0], self.box(self.drawing.boxes["document"])
        strokes: list[Stroke] = []
        if loss:
            whole = self.box(piece.picture)
            for lost in _beside(_bounds(whole, lean(piece.angle)), document):
                yield self._part(piece, lost, lost, (lost, _WHITE), _LOST)
                strokes += hatched(lost, whole, piece.angle, _HATCH)
        grounds = [(self.box(one.box), one.colour) for one in self.drawing.grounds]
        image, around = (grounds or [(document, _WHITE)])[-1], (grounds or [(document, _WHITE)])[0]
        content, fill, rim = around[0], EdgeFill("colour", around[1]), piece.rim
        if rim is not None and rim.fill != "colour":
            content, fill = self.box(rim.content), EdgeFill(rim.fill, rim.colour, rim.softness)
            image = self.box(rim.image), image[1]
        yield self._part(piece, self.box(piece.printed), content, image, FULL_TONE, fill)
        yield Ink(tuple(strokes), (), (Outline("outline", "print", document, _LINE, _INK),))

    def _part(
        self, piece: DrawnPiece, box: Box, content: Box, image: tuple[Box, str], tone: Tone,
        rim: EdgeFill = _PAPER,
    ) -> PicturePart:  # fmt: skip
        whole = self.box(piece.picture)
        turn = _TURNS[piece.turn]
        per_px = (whole.h if turn in (90, 270) else whole.w) / self.picture.size[0]
        shown = Box((box.x - whole.x) / per_px, (box.y - whole.y) / per_px, box.w / per_px, box.h / per_px)  # fmt: skip
        return PicturePart(
            "print", self.picture.number, self.picture.size, unturned(shown, turn, self.picture.size), box, image[0],
            content, image[1], rim, lean(piece.angle), turn, tone,
        )  # fmt: skip


_TURNS: dict[int, Turn] = {turn: turn for turn in get_args(Turn)}


def unturned(shown: Box, turn: Turn, size: tuple[int, int]) -> Box:
    """A region of a picture that was turned clockwise, px, as a region of the picture of `size` px before it was turned.

    >>> corner = Box(*map(Fraction, (0, 0, 10, 20)))
    >>> unturned(corner, 90, (300, 200)).as_floats()
    (0.0, 190.0, 20.0, 10.0)
    >>> unturned(corner, 180, (300, 200)).as_floats()
    (290.0, 180.0, 10.0, 20.0)
    """
    wide, high = size
    if turn == 90:
        return Box(shown.y, high - shown.right, shown.h, shown.w)
    if turn == 180:
        return Box(wide - shown.right, high - shown.bottom, shown.w, shown.h)
    if turn == 270:
        return Box(wide - shown.bottom, shown.x, shown.h, shown.w)
    return shown


def _bounds(box: Box, by: Lean) -> Box:
    """The upright box that holds another once it leans about its middle."""
    half_w, half_h = by.reach((box.w / 2, box.h / 2))
    x, y = box.x + box.w / 2, box.y + box.h / 2
    return Box(x - half_w, y - half_h, 2 * half_w, 2 * half_h)


def _beside(whole: Box, inner: Box) -> Iterator[Box]:
    """What is left of a box without another, in boxes that do not meet: above, below, left and right of it."""
    top, bottom = (
        max(whole.y, min(inner.y, whole.bottom)),
        min(whole.bottom, max(inner.bottom, whole.y)),
    )
    left, right = (
        max(whole.x, min(inner.x, whole.right)),
        min(whole.right, max(inner.right, whole.x)),
    )
    for box in (
        Box(whole.x, whole.y, whole.w, top - whole.y),
        Box(whole.x, bottom, whole.w, whole.bottom - bottom),
        Box(whole.x, top, left - whole.x, bottom - top),
        Box(right, top, whole.right - right, bottom - top),
    ):
        if box.w > 0 and box.h > 0:
            yield box


def _mm(value: float) -> Fraction:
    return exact(round(value, 4))
