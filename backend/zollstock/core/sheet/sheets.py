"""Sheets: what stands between arithmetic and ink.

Every planner ends in sheets, and every writer draws them and decides nothing: the paper, and what lies on its front
and perhaps on its back: parts of pictures and of files, blocks of text, strokes and labels. Lengths are exact and in
mm, from the sheet's top left.
"""

from __future__ import annotations

from dataclasses import dataclass, replace
from typing import Literal, TypeVar

from ..edges.kind import EdgeFill
from ..ground.lengths import MM_PER_INCH
from ..ground.rational import Fraction
from ..rules.pixelcount import round_px
from ..rules.straighten import UPRIGHT, Lean
from ..shapes.box import ZERO, Box
from ..shapes.ink import Ink, Label, Outline, Point, Stroke
from .grid import Grid, PixelBox
from .textblock import TextBlock, flowed

Turn = Literal[0, 90, 180, 270]
ONE = Fraction(1)
One = TypeVar("One")


@dataclass(frozen=True, slots=True)
class Tone:
    """How the tones of a part are printed: without colour (`grey`), `light` of the way to white (0 to 1), and so many
    `stops` of light more, or less."""

    grey: bool
    light: Fraction
    stops: Fraction = ZERO


FULL_TONE = Tone(False, ZERO)


@dataclass(frozen=True, slots=True)
class PicturePart:
    """A part of a picture on a sheet, made for it.

    `region` (px, exact, of the upright picture of `picture` px, leaning by `lean` about its centre) is
    printed in `box`, lying turned clockwise by `turn`; nothing is ever stretched. Around it `image` is
    filled with the colour `padding`, and beyond that `content` as `rim` says. `plan` is the number of
    the plan that it comes from, or of the picture where it stands for one; `tone` is that of its pixels.
    """

    name: str
    plan: int
    picture: tuple[int, int]
    region: Box
    box: Box
    image: Box
    content: Box
    padding: str
    rim: EdgeFill
    lean: Lean = UPRIGHT
    turn: Turn = 0
    tone: Tone = FULL_TONE

    @property
    def mm_per_px(self) -> Fraction:
        """How large a pixel of the picture is printed, the same in both directions."""
        return (self.box.h if self.turn in (90, 270) else self.box.w) / self.region.w


@dataclass(frozen=True, slots=True)
class FilePart:
    """A part of a plan's own file on a sheet: the pixels `shown` of it, lying in `box` (mm), turned clockwise.

    `part` is the same part of its document in mm, exact. In small, a square of `reduced` px a side becomes one px.
    With a `rim` it is all that the sheet shows, and what lies around it is made of its own pixels, as the rim says.
    With a `detail` (ppi) nothing finer is left of it than so many pixels an inch can show.
    """

    name: str
    plan: int
    part: Box
    shown: PixelBox
    box: Box
    turn: Turn = 0
    tone: Tone = FULL_TONE
    reduced: int = 1
    rim: EdgeFill | None = None
    detail: Fraction | None = None


Part = PicturePart | FilePart
#: What lies on a side of a sheet.
Item = Part | TextBlock | Ink


@dataclass(frozen=True, slots=True)
class Sheet:
    """A sheet of paper, or the file for one.

    What lies on it is printed in its order, parts first and ink over them; what lies on its `back` is measured from the
    top left of that side. `trim` is what is left after cutting, `bleed` what is printed for it beyond. `raster` is how many px it has across
    and down where its edges were rounded on a larger whole, of which it is a part; else its own sides are.
    `face` is what is seen of a sheet that goes round a frame. `scale` is what a device makes of its file's width and
    height, where that is put right: the file says that it is larger by as much, and no pixel changes.
    """

    name: str
    width: Fraction
    height: Fraction
    ppi: Fraction
    trim: Box
    bleed: Box
    items: tuple[Item, ...]
    back: tuple[Item, ...] = ()
    raster: tuple[int, int] | None = None
    face: Box | None = None
    scale: tuple[Fraction, Fraction] = (ONE, ONE)

    @property
    def parts(self) -> tuple[Part, ...]:
        """The pictures on its front, whatever they are taken from."""
        return tuple(item for item in self.items if isinstance(item, PicturePart | FilePart))

    @property
    def picture_parts(self) -> tuple[PicturePart, ...]:
        """Those that are made of a picture, for this sheet."""
        return tuple(item for item in self.items if isinstance(item, PicturePart))

    @property
    def file_parts(self) -> tuple[FilePart, ...]:
        """Those that are taken from the file of a plan."""
        return tuple(item for item in self.items if isinstance(item, FilePart))

    @property
    def strokes(self) -> tuple[Stroke, ...]:
        """The lines on its front; those of its only ink are that ink's own, which sheets may share."""
        return _joined([ink.strokes for ink in self._inks])

    @property
    def outlines(self) -> tuple[Outline, ...]:
        """The closed lines on its front; all other ink lies over what they are filled with."""
        return _joined([ink.outlines for ink in self._inks])

    @property
    def labels(self) -> tuple[Label, ...]:
        """The words on its front: labels, and the lines of blocks of text."""
        return _joined([ink.labels for ink in self._inks])

    @property
    def _inks(self) -> list[Ink]:
        return [
            Ink(labels=flowed(item).labels) if isinstance(item, TextBlock) else item
            for item in self.items
            if isinstance(item, TextBlock | Ink)
        ]

    @property
    def sides(self) -> tuple[Sheet, ...]:
        """Its front, and its back where something lies on it, each as a sheet of one side."""
        front = replace(self, back=())
        return (front, replace(front, items=self.back)) if self.back else (front,)

    @property
    def media(self) -> Box:
        return Box(ZERO, ZERO, self.width, self.height)

    @property
    def grid(self) -> Grid:
        grid = Grid.over(self.width, self.height, self.ppi)
        return grid if self.raster is None else Grid(*self.raster, grid.per_mm)

    def enlarged(self, by: Fraction) -> Sheet:
        """The same pixels on a sheet whose every length is `by` times as long."""
        return Sheet(
            self.name,
            self.width * by,
            self.height * by,
            self.ppi / by,
            self.trim.times(by),
            self.bleed.times(by),
            tuple(_enlarged(item, by) for item in self.items),
            tuple(_enlarged(item, by) for item in self.back),
            self.raster,
        )

    def pixels(self, excerpt: FilePart) -> PixelBox:
        """Where an excerpt lies in whole pixels: its corner rounded, with as many pixels as it shows."""
        per_mm, shown = self.ppi / MM_PER_INCH, excerpt.shown
        wide, high = (shown.h, shown.w) if excerpt.turn in (90, 270) else (shown.w, shown.h)
        wide, high = max(1, wide // excerpt.reduced), max(1, high // excerpt.reduced)
        return PixelBox(
            round_px(excerpt.box.x * per_mm), round_px(excerpt.box.y * per_mm), wide, high
        )


def _enlarged(item: Item, by: Fraction) -> Item:
    """A part of a picture knows its own size in print; only what is placed from files and as ink is moved."""
    if isinstance(item, FilePart):
        return replace(item, box=item.box.times(by))
    return item if isinstance(item, PicturePart) else item.times(by)


def _joined(parts: list[tuple[One, ...]]) -> tuple[One, ...]:
    return parts[0] if len(parts) == 1 else tuple(one for part in parts for one in part)


@dataclass(frozen=True, slots=True)
class Sampling:
    """Which part of the straightened picture the printed pixels of a piece show.

    `x` and `y` (px of the picture, exact) lie at the top left corner of the printed box, as the picture
    itself lies; `step` is how many of the picture's px one pixel of the file covers: the same in both
    directions, so that rounding the box to whole pixels never stretches what is in it.
    """

    x: Fraction
    y: Fraction
    step: Fraction
    copies: bool

    def at(self, column: Fraction, row: Fraction) -> tuple[Fraction, Fraction]:
        """The place in the picture, px, of a place in the printed box."""
        return self.x + column * self.step, self.y + row * self.step


def sampling(piece: PicturePart, grid: Grid) -> Sampling:
    """What the whole pixels of a piece's box show: where rounding moved an edge, so much more or less.

    >>> from .printsheet import print_sheet
    >>> sheet = print_sheet(fog())
    >>> held = sampling(sheet.picture_parts[0], sheet.grid)
    >>> held.copies, int(held.x), int(held.y)
    (True, 0, 0)
    """
    printed, scale = grid.box(piece.box), piece.mm_per_px
    step = 1 / (scale * grid.per_mm)
    right, down = _moved(piece, printed, grid.per_mm)
    x, y = piece.region.x + right / scale, piece.region.y + down / scale
    if step != 1 or piece.lean is not UPRIGHT:
        return Sampling(x, y, step, copies=False)
    # Kept pixels are the picture's own: moved by half a pixel at most, none of them resampled.
    wide, high = (printed.h, printed.w) if piece.turn in (90, 270) else (printed.w, printed.h)
    return Sampling(
        Fraction(_held(round_px(x), piece.picture[0] - wide)),
        Fraction(_held(round_px(y), piece.picture[1] - high)),
        step,
        copies=True,
    )


def _moved(piece: PicturePart, printed: PixelBox, per_mm: Fraction) -> Point:
    """How far (mm) rounding moved the picture's own left and upper edge into the picture."""
    left, top = printed.x / per_mm - piece.box.x, printed.y / per_mm - piece.box.y
    right = piece.box.right - printed.right / per_mm
    bottom = piece.box.bottom - printed.bottom / per_mm
    sides: dict[Turn, Point] = {
        0: (left, top),
        90: (top, right),
        180: (right, bottom),
        270: (bottom, left),
    }
    return sides[piece.turn]


def _held(at: int, most: int) -> int:
    return max(0, min(at, most))
