"""Outlines of a rescued picture where they lie on paper: in the straightened picture, and in mm on a sheet."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from typing import TYPE_CHECKING, NamedTuple

from zollstock.core.rules.straighten import Lean
from zollstock.core.shapes.box import Box
from zollstock.core.sheet.grid import PixelBox
from zollstock.core.sheet.printsheet import print_sheet
from zollstock.core.sheet.sheets import FULL_TONE, FilePart, Sampling, Sheet
from zollstock.core.work.outcome import Work

from .outlines import Lettering, PointMap

if TYPE_CHECKING:
    from ..methods import Method
    from ..vips import pyvips

Letterings = Sequence[Lettering]


class OnPaper(NamedTuple):
    """Outlines in mm from a sheet's top left, and the box that they are cut to."""

    lettering: Lettering
    clip: Box


def straightened(letterings: Letterings, work: Work) -> list[Lettering]:
    """In px of the picture as a print has it: turned, and straightened about its middle."""
    placed = work.placement
    width, height = placed.picture_w, placed.picture_h
    turn = _turned(work.plan.fit.turn, width, height)
    lean = _leaning(placed.lean, width / 2, height / 2)
    return [one.mapped(lambda x, y: lean(*turn(x, y))) for one in letterings]


def with_letters(method: Method, letterings: Letterings) -> Method:
    """A method whose pixels have lettering on them, drawn at their own grid."""
    if not letterings:
        return method
    # What is compiled is brought in where it is needed: few files have lettering.
    from .drawn import lettered

    def made(image: pyvips.Image, at: Sampling, by: Lean, box: PixelBox) -> pyvips.Image:
        offset = float(at.x), float(at.y)
        return lettered(method(image, at, by, box), letterings, 1 / float(at.step), offset)

    return made


def on_print(work: Work, letterings: Letterings) -> list[OnPaper]:
    """On the sheet of a print, cut to where its picture is printed."""
    if not letterings:
        return []
    piece = print_sheet(work).picture_parts[0]
    mm = float(piece.mm_per_px)
    left, top = float(piece.box.x), float(piece.box.y)
    x, y = float(piece.region.x), float(piece.region.y)
    return [
        OnPaper(one.mapped(lambda px, py: (left + (px - x) * mm, top + (py - y) * mm)), piece.box)
        for one in straightened(letterings, work)
    ]


def on_sheet(
    sheet: Sheet, works: Sequence[Work], letterings: Mapping[int, Letterings]
) -> list[OnPaper]:
    """On a sheet that is put together of the files of plans; what is only traced from has no outlines."""
    found = []
    for part in sheet.file_parts:
        known = letterings.get(part.plan)
        if known and part.tone == FULL_TONE:
            to = _within(part)
            found += [
                OnPaper(one.lettering.mapped(to), part.box)
                for one in on_print(works[part.plan], known)
            ]
    return found


def _within(part: FilePart) -> PointMap:
    """From a place of the plan's own document to where the part lies on the sheet, mm."""
    x, y, w, h = part.part.as_floats()
    wide = h if part.turn in (90, 270) else w
    scale = float(part.box.w) / wide
    left, top = float(part.box.x), float(part.box.y)
    turn = _turned(part.turn, wide, w if part.turn in (90, 270) else h)

    def to(at_x: float, at_y: float) -> tuple[float, float]:
        across, down = turn(at_x - x, at_y - y)
        return left + across * scale, top + down * scale

    return to


def _turned(turn: int, width: float, height: float) -> PointMap:
    """Clockwise; `width` and `height` are those after it."""
    ways: dict[int, PointMap] = {
        0: lambda x, y: (x, y),
        90: lambda x, y: (width - y, x),
        180: lambda x, y: (width - x, height - y),
        270: lambda x, y: (y, height - x),
    }
    return ways[turn]


def _leaning(by: Lean, x: float, y: float) -> PointMap:
    cos, sin = float(by.cos), float(by.sin)

    def to(at_x: float, at_y: float) -> tuple[float, float]:
        right, down = at_x - x, at_y - y
        return x + cos * right - sin * down, y + sin * right + cos * down

    return to
