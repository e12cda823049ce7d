"""Sheets in pixels: parts of pictures and of files, their rims, and ink, as one lazy libvips image."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass, replace
from typing import NamedTuple

from zollstock.core.ground.rational import Fraction
from zollstock.core.sheet.grid import Grid, PixelBox
from zollstock.core.sheet.sheets import FilePart, Part, PicturePart, Sheet, sampling

from . import colour
from .ink import Ground, inked
from .methods import Method
from .rim import rimmed
from .tracing import toned
from .vips import pyvips

#: The picture of a plan by its number: upright, in the colours and the depth of the file.
Opened = Callable[[int], pyvips.Image]
ROTATIONS = {90: "d90", 180: "d180", 270: "d270"}
_PAPER = "#ffffff"


@dataclass(frozen=True, slots=True)
class Sources:
    """Where the parts of a sheet come from: pictures, with the `method` that makes their pixels, and files of plans.

    `like` has the colours of a sheet on which no picture lies, where others of its file have a print profile; `into` brings finished pixels into the colours of the file, where they are not worked on in those.

    `files` opens the whole file of a plan by its number, to be read anywhere at once; `limited` the same with no more
    detail than so many ppi show.
    """

    pictures: Opened | None = None
    method: Method | None = None
    into: Callable[[pyvips.Image], pyvips.Image] = lambda image: image
    like: Callable[[], pyvips.Image | None] = lambda: None
    files: Opened | None = None
    limited: Callable[[int, Fraction], pyvips.Image] | None = None

    def file(self, part: FilePart) -> pyvips.Image:
        """The file that a part is taken from."""
        if part.detail is not None and self.limited is not None:
            return self.limited(part.plan, part.detail)
        if part.detail is None and self.files is not None:
            return self.files(part.plan)
        raise ValueError(f"nothing is known of the file of plan {part.plan}")


NO_SOURCES = Sources()


def compose(sheet: Sheet, sources: Sources, ink: bool = True) -> pyvips.Image:
    """The pixels of a sheet's front, without strokes and letters where a file keeps those as such (`ink` false).

    Colours and depth are those of its first part; a sheet of nothing but ink is plain sRGB paper.
    """
    grid = sheet.grid
    whole = PixelBox(0, 0, grid.width, grid.height)
    image, paint, ground, covered = None, None, None, []
    letters = ink and bool(sheet.labels or any(one.slanted for one in sheet.strokes))
    for part in sheet.parts:
        made = _part(part, sheet, grid, sources, paint)
        paint = made.paint
        if letters:
            covered.append(made.covers)
            ground = ground if made.plain is None else made.plain.over(ground, whole, paint)
        image = made.laid.over(image, whole, paint)
    if image is None or paint is None:
        image = _bare(grid, sources.like())
        paint = colour.Paint(image)
    if not ink:
        return image
    under = None if ground is None else Ground(ground, tuple(covered))
    return inked(image, sheet, grid, paint, under)


def _bare(grid: Grid, like: pyvips.Image | None) -> pyvips.Image:
    """Paper with nothing on it: plain sRGB, or the print profile of what else is in the file."""
    if like is None or colour.rendering_of(like) is None:
        white = pyvips.Image.black(grid.width, grid.height, bands=3) + 255
        return white.cast("uchar").copy(interpretation="srgb")
    return colour.filled_like(like, grid.width, grid.height, _PAPER)


class _Placed(NamedTuple):
    """Pixels and where they lie on the sheet."""

    image: pyvips.Image
    place: PixelBox

    def over(
        self, below: pyvips.Image | None, whole: PixelBox, paint: colour.Paint
    ) -> pyvips.Image:
        """On what lies there already, or on paper."""
        if below is None:
            return set_into(self.image, self.place, whole, paint(_PAPER))
        return below.insert(self.image, self.place.x, self.place.y)


class _Part(NamedTuple):
    """A part as it lies: its pixels, the paint for its colours, and where it is read from the top, the same as `plain` as
    its padding with the place that its picture `covers`."""

    laid: _Placed
    paint: colour.Paint
    plain: _Placed | None
    covers: PixelBox


def _part(
    part: Part, sheet: Sheet, grid: Grid, sources: Sources, paint: colour.Paint | None
) -> _Part:
    if isinstance(part, FilePart):
        return _of_file(part, sheet, grid, sources, paint)
    if sources.pictures is None or sources.method is None:
        raise ValueError(f"nothing is known of the picture of plan {part.plan}")
    source = sources.pictures(part.plan)
    # Nothing is made of this: it says what colours the file has.
    like = sources.into(source)
    paint = paint or colour.Paint(like)
    laid = _Placed(*_made(part, source, grid, sources, paint))
    covers = grid.box(part.box) if part.rim.fill == "colour" else laid.place
    return _Part(laid, paint, _plain(part, like, grid, paint), covers)


def _of_file(
    part: FilePart, sheet: Sheet, grid: Grid, sources: Sources, paint: colour.Paint | None
) -> _Part:
    shown, lies = part.shown, sheet.pixels(part)
    made = sources.file(part).crop(shown.x, shown.y, shown.w, shown.h)
    if part.reduced > 1:
        # A whole number of px to one: what is left at the right and below is less than one.
        made = made.shrink(part.reduced, part.reduced, ceil=False)
    if part.turn:
        made = made.rot(ROTATIONS[part.turn])
    paint = paint or colour.Paint(made)
    made = toned(made, part.tone, paint(_PAPER))
    if part.rim is not None:
        whole = PixelBox(0, 0, grid.width, grid.height)
        made = rimmed(made, lies, whole, part.rim, paint(part.rim.colour))
        lies = whole
    return _Part(_Placed(made, lies), paint, None, lies)


def _made(
    piece: PicturePart, source: pyvips.Image, grid: Grid, sources: Sources, paint: colour.Paint
) -> tuple[pyvips.Image, PixelBox]:
    """A piece with its padding and its rim, and where it lies."""
    printed = grid.box(piece.box)
    lying = replace(printed, w=printed.h, h=printed.w) if piece.turn in (90, 270) else printed
    assert sources.method is not None
    made = sources.into(sources.method(source, sampling(piece, grid), piece.lean, lying))
    made = toned(made, piece.tone, paint(_PAPER))
    if piece.turn:
        made = made.rot(ROTATIONS[piece.turn])
    return _edged(made, piece, grid, paint)


def _edged(
    made: pyvips.Image, piece: PicturePart, grid: Grid, paint: colour.Paint
) -> tuple[pyvips.Image, PixelBox]:
    printed, image, content = (grid.box(box) for box in (piece.box, piece.image, piece.content))
    made = set_into(made, printed, image, paint(piece.padding))
    return rimmed(made, image, content, piece.rim, paint(piece.rim.colour)), content


def _plain(piece: PicturePart, source: pyvips.Image, grid: Grid, paint: colour.Paint) -> _Placed:
    """The part as it would be if its picture were as plain as its padding."""
    printed = grid.box(piece.box)
    plain = pyvips.Image.black(printed.w, printed.h, bands=1) + paint(piece.padding)
    plain = plain.cast(source.format).copy(interpretation=source.interpretation)
    return _Placed(*_edged(plain, piece, grid, paint))


def set_into(
    image: pyvips.Image, inner: PixelBox, outer: PixelBox, background: list[float]
) -> pyvips.Image:
    """The image of `inner` at its place in `outer`, the rest in one colour."""
    if inner == outer:
        return image
    return image.embed(
        inner.x - outer.x,
        inner.y - outer.y,
        outer.w,
        outer.h,
        extend="background",
        background=background,
    )
