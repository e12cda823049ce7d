"""Sheets in pixels: pieces, their rims, and strokes, as one lazy libvips image."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import replace

from zollstock.core.sheet.grid import Grid, PixelBox
from zollstock.core.sheet.sheets import Piece, Sheet, sampling

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


def compose(sheet: Sheet, opened: Opened, method: Method, ink: bool = True) -> pyvips.Image:
    """The sheet's pixels, without strokes and labels where a file keeps those as such (`ink` false).

    It needs a piece at least, from whose picture colours and depth are taken.
    """
    grid = sheet.grid
    whole = PixelBox(0, 0, grid.width, grid.height)
    image, paint, ground, pictures = None, None, None, []
    for piece in sheet.pieces:
        source = opened(piece.plan)
        paint = paint or colour.Paint(source)
        made, place = _made(piece, source, grid, method, paint)
        if ink and sheet.labels:
            ground = _grounded(piece, source, grid, paint, ground)
            pictures.append(grid.box(piece.box) if piece.rim.fill == "colour" else place)
        if image is None:
            image = set_into(made, place, whole, paint(_PAPER))
        else:
            image = image.insert(made, place.x, place.y)
    if image is None or paint is None:
        raise ValueError("a sheet without pieces has no pixels")
    if not ink:
        return image
    under = None if ground is None else Ground(ground, tuple(pictures))
    return inked(image, sheet, grid, paint, under)


def compose_excerpts(sheet: Sheet, files: Opened, ink: bool = True) -> pyvips.Image:
    """The pixels of a sheet of excerpts; `files` opens the file of a plan by its number, read anywhere at once."""
    grid = sheet.grid
    image, paint = None, None
    for excerpt in sheet.excerpts:
        shown, lies = excerpt.shown, sheet.pixels(excerpt)
        made = files(excerpt.plan).crop(shown.x, shown.y, shown.w, shown.h)
        if excerpt.reduced > 1:
            # A whole number of px to one: what is left at the right and below is less than one.
            made = made.shrink(excerpt.reduced, excerpt.reduced, ceil=False)
        if excerpt.turn:
            made = made.rot(ROTATIONS[excerpt.turn])
        paint = paint or colour.Paint(made)
        made = toned(made, excerpt.tone, paint(_PAPER))
        if excerpt.rim is not None:
            whole = PixelBox(0, 0, grid.width, grid.height)
            made = rimmed(made, lies, whole, excerpt.rim, paint(excerpt.rim.colour))
            lies = whole
        if image is None:
            image = set_into(made, lies, PixelBox(0, 0, grid.width, grid.height), paint(_PAPER))
        else:
            image = image.insert(made, lies.x, lies.y)
    if image is None or paint is None:
        # Nothing but ink: plain paper under it.
        image = pyvips.Image.black(grid.width, grid.height, bands=3) + 255
        image = image.cast("uchar").copy(interpretation="srgb")
        paint = colour.Paint(image)
    return inked(image, sheet, grid, paint) if ink else image


def _made(
    piece: Piece, source: pyvips.Image, grid: Grid, method: Method, paint: colour.Paint
) -> tuple[pyvips.Image, PixelBox]:
    """A piece with its padding and its rim, and where it lies."""
    printed = grid.box(piece.box)
    lying = replace(printed, w=printed.h, h=printed.w) if piece.turn in (90, 270) else printed
    made = method(source, sampling(piece, grid), piece.lean, lying)
    if piece.turn:
        made = made.rot(ROTATIONS[piece.turn])
    return _edged(made, piece, grid, paint)


def _edged(
    made: pyvips.Image, piece: Piece, grid: Grid, paint: colour.Paint
) -> tuple[pyvips.Image, PixelBox]:
    printed, image, content = (grid.box(box) for box in (piece.box, piece.image, piece.content))
    made = set_into(made, printed, image, paint(piece.padding))
    return rimmed(made, image, content, piece.rim, paint(piece.rim.colour)), content


def _grounded(
    piece: Piece, source: pyvips.Image, grid: Grid, paint: colour.Paint, ground: pyvips.Image | None
) -> pyvips.Image:
    """The sheet as it would be if the piece's picture were as plain as its padding."""
    printed = grid.box(piece.box)
    plain = pyvips.Image.black(printed.w, printed.h, bands=1) + paint(piece.padding)
    plain = plain.cast(source.format).copy(interpretation=source.interpretation)
    made, place = _edged(plain, piece, grid, paint)
    if ground is None:
        return set_into(made, place, PixelBox(0, 0, grid.width, grid.height), paint(_PAPER))
    return ground.insert(made, place.x, place.y)


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
