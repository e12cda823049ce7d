"""A part of the file at its true size, made in several ways, as one picture for the screen.

The pixels are those that `render` would write there: the same functions make them, of that part alone.
"""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import dataclass, replace
from math import ceil

from zollstock.core.documents.plan import changed_plan
from zollstock.core.ground.rational import Fraction
from zollstock.core.picture.measures import Measures
from zollstock.core.questions.proofing import GAIN, Take
from zollstock.core.sheet.grid import PixelBox
from zollstock.core.sheet.printsheet import print_sheet
from zollstock.core.sheet.sheets import sampling
from zollstock.core.work.outcome import Work, work_out

from . import colour
from .choose import way_for
from .methods import Way, method_of
from .vips import pyvips

#: A picture in the colours and the depth of a print's file, upright: what `render.opened` gives.
Opened = Callable[[Work], pyvips.Image]
_MID = 128


@dataclass(frozen=True, slots=True)
class Difference:
    """How far two takes are apart, in 8-bit levels of sRGB: the mean and the largest."""

    mean: float
    most: int


@dataclass(frozen=True, slots=True)
class Proof:
    """`image` (sRGB, 8 bits) holds the takes one under the other, then what each has that the one it is
    compared with has not; `differences` are those, by the takes' ids in the order of the pictures."""

    image: pyvips.Image
    differences: dict[str, Difference]


def proof(
    work: Work, ways: Sequence[Take], part: PixelBox, opened: Opened, known: Measures
) -> Proof:
    """Make `part` (px from the printed picture's top left) in every way.

    `known` is what was measured of the picture. Raises what opening and converting it raise.
    """
    made = {take.id: _take(work, take, part, opened, known) for take in ways}
    shown, differences = list(made.values()), {}
    for take in ways:
        if take.against is None:
            continue
        apart = made[take.id].cast("short") - made[take.against].cast("short")
        size = apart.abs()
        differences[take.id] = Difference(size.avg(), round(size.max()))
        shown.append((apart * GAIN + _MID).cast("uchar").copy(interpretation="srgb"))
    return Proof(pyvips.Image.arrayjoin(shown, across=1), differences)


def _take(work: Work, take: Take, part: PixelBox, opened: Opened, known: Measures) -> pyvips.Image:
    """The part's pixels, in memory, as a screen shows them."""
    work = work_out(changed_plan(work.plan, take.changes), work.studio)
    sheet = print_sheet(work)
    piece, way = sheet.picture_parts[0], way_for(work, lambda: known)
    printed = sheet.grid.box(piece.box)
    # What is lazy is set up whole, as for the file, and only the part of it is worked out: the same last bit.
    wide = PixelBox(0, 0, printed.w, printed.h) if way.streams else _around(part, printed, way)
    whole = sampling(piece, sheet.grid)
    x, y = whole.at(Fraction(wide.x), Fraction(wide.y))
    pixels = method_of(way)(opened(work), replace(whole, x=x, y=y), piece.lean, wide)
    pixels = pixels.crop(part.x - wide.x, part.y - wide.y, part.w, part.h)
    return colour.to_srgb(pixels, 8).copy_memory()


def _around(part: PixelBox, printed: PixelBox, way: Way) -> PixelBox:
    """The part with as much around it as sharpening looks at."""
    rim = ceil(4 * way.radius) + 2 if way.amount else 0
    x, y = max(0, part.x - rim), max(0, part.y - rim)
    right, bottom = min(printed.w, part.right + rim), min(printed.h, part.bottom + rim)
    return PixelBox(x, y, right - x, bottom - y)


def save(image: pyvips.Image, path: str) -> None:
    """As a PNG that is quick to write; nothing but pixels is in it."""
    image.pngsave(path, compression=1, keep="none")
