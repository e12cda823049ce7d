"""Pieces on a wall as a page draws them: boxes, nails, and the dimension lines that a tape would follow."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from itertools import pairwise
from typing import NamedTuple

from ...ground.rational import Fraction
from ...ground.show import LengthStyle
from ...shapes.box import ZERO, Box
from ..page import DimDrawn, HungDrawn, LayoutStepSummary, Pair, WallDrawn, step_summary
from .faces import bounds
from .hanging import Hang, Hung, ToHang, hung
from .view import WallView


class Shown(NamedTuple):
    """What is seen of a piece: which part of the document of which plan, and where it lies among the others, mm."""

    plan: int
    shows: Box
    at: Box
    note: str


def wall_drawn(
    pieces: Sequence[ToHang],
    hang: Hang,
    shown: Sequence[Shown],
    typed: Sequence[tuple[str, str]],
    length: Fraction | None,
    style: LengthStyle,
    origin: Pair = (0.0, 0.0),
) -> WallDrawn:
    """The wall of pieces; `typed` has the width and the height of each as it stands in the request, `origin` is where
    their upper left corner lies in it, mm."""
    whole = bounds([piece.box for piece in pieces])
    at = hung(pieces, hang)
    top = max(piece.top for piece in at)
    return WallDrawn(
        pieces=[
            HungDrawn(
                name=piece.name,
                box=piece.box.as_floats(),
                nails=[(float(x - hang.from_left.mm), float(top - y)) for x, y in place.nails],
                size=style.size(piece.box.w, piece.box.h),
                plan=one.plan,
                shows=one.shows.as_floats(),
                at=one.at.as_floats(),
                note=one.note,
            )
            for piece, place, one in zip(pieces, at, shown, strict=True)
        ],
        whole=(float(whole.w), float(whole.h)),
        origin=origin,
        from_left=float(hang.from_left.mm),
        top=float(top),
        middle=float(hang.centre_height.mm),
        middle_text=style.length(hang.centre_height.mm),
        length=None if length is None else float(length),
        dims=[
            *_sides([piece.box for piece in pieces], typed, style),
            *_between([piece.box for piece in pieces], style),
            *_nail_to_nail(at, hang, style),
        ],
    )


def _sides(
    faces: Sequence[Box], typed: Sequence[tuple[str, str]], style: LengthStyle
) -> Iterator[DimDrawn]:
    for number, (box, (width, height)) in enumerate(zip(faces, typed, strict=True)):
        x, y, right, bottom = (float(mm) for mm in (box.x, box.y, box.right, box.bottom))
        yield DimDrawn("width", number, style.length(box.w), (x, y), (right, y), width)
        yield DimDrawn("height", number, style.length(box.h), (x, y), (x, bottom), height)


def _between(faces: Sequence[Box], style: LengthStyle) -> Iterator[DimDrawn]:
    """The gaps between faces that follow each other in a row or a column, each where both are."""
    flipped = [_flipped(face) for face in faces]
    for number, face in enumerate(faces):
        right = _next(faces, face)
        if right is not None and right.x > face.right:
            y = float(min(face.bottom, right.bottom))
            ends = (float(face.right), y), (float(right.x), y)
            yield DimDrawn("gap", number, style.number(right.x - face.right), *ends, "")
        below = _next(flipped, flipped[number])
        if below is not None and below.x > face.bottom:
            x = float(min(face.right, below.bottom))
            ends = (x, float(face.bottom)), (x, float(below.x))
            yield DimDrawn("gap", number, style.number(below.x - face.bottom), *ends, "")


def _next(faces: Sequence[Box], face: Box) -> Box | None:
    """The nearest face to the right that lies beside this one."""
    beside = [
        one for one in faces if one.x >= face.right and one.y < face.bottom and face.y < one.bottom
    ]
    return min(beside, key=lambda one: one.x, default=None)


def _flipped(face: Box) -> Box:
    return Box(face.y, face.x, face.h, face.w)


def _nail_to_nail(pieces: Sequence[Hung], hang: Hang, style: LengthStyle) -> Iterator[DimDrawn]:
    """From the left of all to the first nail, then from nail to nail, as a tape is read along the wall."""
    for begin, end in pairwise([ZERO, *nails_along(pieces, hang)]):
        yield DimDrawn("nail", 0, style.number(end - begin), (float(begin), 0.0), (float(end), 0.0), "")  # fmt: skip


def nails_along(pieces: Sequence[Hung], hang: Hang) -> list[Fraction]:
    """Where nails are along the wall, mm from the left of all pieces, each place once.

    >>> from ..hanging.request import hang_of, row_to_hang
    >>> from .hanging import hung
    >>> layout = hanging()
    >>> [float(at) for at in nails_along(hung(row_to_hang(layout), hang_of(layout)), hang_of(layout))]
    [350.0, 922.5, 1207.5, 1880.0]
    """
    return sorted({x - hang.from_left.mm for piece in pieces for x, _ in piece.nails})


def seen_step(view: WallView, style: LengthStyle) -> LayoutStepSummary:
    """From where it is seen, and on what.

    >>> from .view import WallView
    >>> seen_step(WallView(), LengthStyle("cm")).state
    'drawn wall'
    """
    where = "own photograph" if view.photo is not None else "drawn wall"
    return step_summary("view", "On the wall", f"from {style.far(view.distance.mm)}", where, [], [])
