"""Patches on sheets: every copy on its own, a letter under each patch, and below them what tells the copy apart."""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from dataclasses import dataclass

from ...ground.rational import Fraction, exact
from ...letters import reach
from ...rules.pixelcount import round_px
from ...shapes.box import Box
from ...shapes.ink import Ink, Label, Stroke
from ...sheet.codes import code_strokes
from ...sheet.grid import PixelBox
from ...sheet.marks import WIDTH
from ...sheet.sheets import FilePart, Sheet, Tone
from ..request import LaidPaper
from ..tiles.marks import BAR
from .eyes import drawn, open_boxes
from .letters import Lettered
from .patches import PatchGrid
from .request import StripRequest

#: Capitals of the letters under the patches, and the room for them.
_LETTER, _UNDER = Fraction(7, 2), Fraction(6)
#: What stands below the patches takes so much.
FOOT = Fraction(20)
_CODE = Fraction(18)
_WORDS = Fraction(5, 2)
_ASIDE = Fraction(3)
EYES_MOST = Fraction(8)


@dataclass(frozen=True, slots=True)
class Room:
    """How many patches go across and down a sheet, and what is left for them."""

    paper: LaidPaper
    across: int
    down: int

    @property
    def most(self) -> int:
        return self.across * self.down


def room_on(layout: StripRequest, grid: PatchGrid) -> Room:
    """The sheet as it lies for the most patches; standing where both ways hold as many.

    >>> from .patches import patch_grid
    >>> room_on(strip(), patch_grid(strip())).most
    12
    """
    return max((_room(layout, grid, turn) for turn in (0, 90)), key=lambda one: one.most)


def _room(layout: StripRequest, grid: PatchGrid, turn: int) -> Room:
    paper = layout.as_printed.laid(turn)
    wide, high = grid.sides_mm
    gap, usable = layout.gap.mm, paper.usable
    across = int((usable.w + gap) // (wide + gap))
    down = int((usable.h - FOOT) // (high + _UNDER))
    return Room(paper, max(0, across), max(0, down))


def strip_sheets(
    layout: StripRequest,
    grid: PatchGrid,
    room: Room,
    copies: Mapping[int, list[Lettered]],
    work_of: Mapping[object, int],
) -> Iterator[Sheet]:
    """Every copy's sheets; of a rung `work_of` is the number of the work that its patch is cut from."""
    for copy, patches in copies.items():
        count = -(-len(patches) // room.most)
        for number in range(count):
            name = f"Copy {copy}" if count == 1 else f"Copy {copy}, sheet {number + 1}"
            part = patches[number * room.most : (number + 1) * room.most]
            foot = _foot(layout, room, copy, name) if number == count - 1 else Ink()
            yield _sheet(layout, grid, room, name, part, work_of, foot)


def _sheet(
    layout: StripRequest,
    grid: PatchGrid,
    room: Room,
    name: str,
    patches: list[Lettered],
    work_of: Mapping[object, int],
    foot: Ink,
) -> Sheet:
    paper, (wide, high) = room.paper, grid.sides_mm
    shown = PixelBox(grid.around, grid.around, grid.wide, grid.high)
    spare = paper.usable.w - room.across * wide - (room.across - 1) * layout.gap.mm
    parts, labels = [], []
    for at, one in enumerate(patches):
        x = paper.usable.x + spare / 2 + at % room.across * (wide + layout.gap.mm)
        y = paper.usable.y + at // room.across * (high + _UNDER)
        # On the device's own pixels: no place betrays a patch.
        x, y = (round_px(place * grid.per_mm) / grid.per_mm for place in (x, y))
        of_ppi = layout.ladder.by == "ppi"
        stops = Fraction(int(one.rung.step), 3) if layout.ladder.by == "exposure" else Fraction(0)
        parts.append(
            FilePart(
                one.letter,
                work_of[one.rung],
                grid.shown,
                shown,
                Box(x, y, wide, high),
                tone=Tone(False, Fraction(0), stops),
                detail=exact(float(one.rung.step)) if of_ppi else None,
            )
        )
        half = reach(one.letter, "text", _LETTER).width / 2
        labels.append(Label(one.letter, (x + wide / 2 - half, y + high + _UNDER - Fraction(3, 2)), _LETTER))  # fmt: skip
    ink = Ink(foot.strokes, (*labels, *foot.labels))
    return Sheet(name, paper.width, paper.height, Fraction(layout.device_ppi), paper.media, paper.media,
                 (*parts, ink))  # fmt: skip


def _foot(layout: StripRequest, room: Room, copy: int, name: str) -> Ink:
    """Code, words, the row for the eyes and the bar, as far as there is room."""
    usable = room.paper.usable
    top, x = usable.bottom - FOOT + 1, usable.x
    number = layout.number or layout.title or "Strip"
    strokes: list[Stroke] = []
    if layout.marks:
        text = f"{layout.number or 'strip'}/{copy}"
        strokes += code_strokes(text, x, top, _CODE)
        x += _CODE + _ASIDE
    labels = [Label(_fitting(f"{number} · {name}", usable.right - x), (x, top + _WORDS), _WORDS)]
    if layout.distance is not None:
        row = open_boxes(layout.distance.mm, layout.device_ppi, EYES_MOST, layout.seed, copy)
        strokes += drawn(row, x, top + 13, usable.right)
    if layout.marks and usable.right - x >= BAR + 12:
        low = top + _CODE - 1
        strokes.append(Stroke("scale", (x, low), (x + BAR, low), WIDTH))
        labels.append(Label("100 mm", (x + BAR + 1, low + 1), Fraction(2)))
    return Ink(tuple(strokes), tuple(labels))


def _fitting(words: str, wide: Fraction) -> str:
    while words and reach(words, "text", _WORDS).width > wide:
        words = words[:-1]
    return words
