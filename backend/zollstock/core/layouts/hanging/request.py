"""The request for a hanging: prints in a row on a wall, each as large as it is outside, alike in one line."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Annotated, Literal

from pydantic import Field

from ...documents.plan import Plan
from ...edges import Problem
from ...ground.lengths import Length
from ...ground.rational import Fraction
from ...parts.part import Part, length_of
from ...shapes.box import ZERO, Box
from ...work.outcome import Work, work_out
from ..panels.request import Ordered as Outer
from ..request import LayoutRequest
from ..wall.hanging import Hang, ToHang
from ..wall.view import WallView

Line = Literal["middle", "top", "bottom"]


class HangPiece(Part):
    """A piece of the row: its name and fixings, and its outer size as measured where a frame makes it larger."""

    name: str = Field(default="", max_length=120)
    outer: Outer | None = None
    fixings: Literal[1, 2] = 1
    hung: bool = Field(
        default=True, description="Whether it hangs here; one that does not stays at hand."
    )


class HangRequest(LayoutRequest):
    """A piece for each plan, from left to right. Where a wall's length is given the row may lie in its middle."""

    kind: Literal["hang"] = "hang"
    pieces: Annotated[list[HangPiece], Field(max_length=200)] = []
    order: Annotated[list[int], Field(max_length=200)] = Field(
        default=[], description="The numbers of the plans from left to right; empty: as they are."
    )
    line: Line = Field(
        default="middle", description="What all pieces share: middle, upper or lower edge."
    )
    gap: Length = length_of("80 mm")
    wall: Length | None = Field(
        default=None, description="The wall's length; null where nobody measured it."
    )
    centred: bool = True
    hang: Hang = Field(default_factory=Hang)
    view: WallView = Field(default_factory=WallView)

    @property
    def hung(self) -> list[int]:
        """The numbers of the plans that hang, from left to right."""
        order = self.order or range(len(self.plans))
        return [number for number in order if self.piece(number).hung]

    @property
    def lengths(self) -> list[Length]:
        return [self.gap, self.hang.centre_height]

    def piece(self, number: int) -> HangPiece:
        return self.pieces[number] if number < len(self.pieces) else HangPiece()

    def contradictions(self) -> Iterator[Problem]:
        if len(self.pieces) > len(self.plans):
            yield f"pieces[{len(self.plans)}]", f"there are {len(self.plans)} prints to hang"
        if self.order and sorted(self.order) != list(range(len(self.plans))):
            yield "order", "every print has one place in the order"
            return
        if not self.hung:
            yield "pieces", "nothing hangs: take one of the prints at least"
        for number, plan in enumerate(self.plans):
            if plan.target.in_pixels:
                yield f"plans[{number}].target", "a target in pixels has no size on a wall"
        for number, piece in enumerate(self.pieces):
            if piece.outer is not None and not (piece.outer.width.mm and piece.outer.height.mm):
                yield f"pieces[{number}].outer", "a piece has a size"
        yield from self.view.problems("view")
        if self.wall is not None and not self.wall.mm:
            yield "wall", "the wall's length is 0"


def outer_of(plan: Plan, piece: HangPiece) -> Box:
    """The outer size of a piece, mm: as measured, else its card's, its face's or its sheet's.

    >>> from .request import HangPiece
    >>> [round(float(side), 1) for side in outer_of(plan(edge=wrap("mirror")), HangPiece()).as_floats()]
    [0.0, 0.0, 609.6, 406.4]
    """
    if piece.outer is not None:
        return Box(ZERO, ZERO, piece.outer.width.mm, piece.outer.height.mm)
    return Box(ZERO, ZERO, *_outside(work_out(plan)))


def _outside(work: Work) -> tuple[Fraction, Fraction]:
    trim = work.boxes.trim
    card = work.boxes.get("card")
    return (trim.w, trim.h) if card is None else (max(card.w, trim.w), max(card.h, trim.h))


def row_to_hang(layout: HangRequest) -> list[ToHang]:
    """The pieces in their row, mm from its left end and from its highest upper edge.

    >>> [(piece.name, float(piece.box.x)) for piece in row_to_hang(hanging())]
    [('Fog over the pans', 0.0), ('Mill gears', 780.0), ('Star trails', 1430.0)]
    """
    sizes = {number: outer_of(layout.plans[number], layout.piece(number)) for number in layout.hung}
    highest = max(size.h for size in sizes.values())
    share = {"top": Fraction(0), "middle": Fraction(1, 2), "bottom": Fraction(1)}[layout.line]
    found, x = [], ZERO
    for number, size in sizes.items():
        piece, plan = layout.piece(number), layout.plans[number]
        name = piece.name or plan.title or f"Print {number + 1}"
        found.append(
            ToHang(name, Box(x, (highest - size.h) * share, size.w, size.h), piece.fixings)
        )
        x += size.w + layout.gap.mm
    return found


def row_width(layout: HangRequest) -> Fraction:
    """From the left of the first piece to the right of the last, mm.

    >>> float(row_width(hanging()))
    2330.0
    """
    last = row_to_hang(layout)[-1].box
    return last.right


def hang_of(layout: HangRequest) -> Hang:
    """How the row hangs: in the middle of the wall where it shall be and there is a wall, else from the left.

    >>> hang_of(hanging()).from_left.typed
    '2035 mm'
    """
    if not layout.centred or layout.wall is None:
        return layout.hang
    left = max(ZERO, (layout.wall.mm - row_width(layout)) / 2)
    return layout.hang.model_copy(update={"from_left": Length(left, "mm", f"{float(left):g} mm")})
