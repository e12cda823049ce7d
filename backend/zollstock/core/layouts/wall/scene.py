"""A wall as a viewer sees it: the pieces, their shadows, and things of known size, all in mm and to one scale.

What is drawn is a list of shapes from back to front; the screen and the file draw the same ones.
"""

from __future__ import annotations

from collections.abc import Callable, Iterator, Sequence
from dataclasses import dataclass
from math import radians, tan
from typing import Literal, NamedTuple

from pydantic import Field

from ...answer.reckoning import Record
from ...ground.rational import Fraction
from ...ground.show import LengthStyle
from ...shapes.box import Box
from ...shapes.drawing import BoxMm
from ...work.outcome import Work
from .hanging import Hung
from .homography import Matrix, from_rectangle, inverse, mapped, moved, scaled
from .view import WallPhoto, WallView

#: Half of what an eye takes in without turning the head, degrees; and the picture's shape, width by height.
HALF_ANGLE, RATIO = 30, 1.5
#: Where the floor lies at most above the lower rim, as a share of the height.
FLOOR = 0.14
#: How thick a sheet, a framed print, and a mat's card are, mm.
SHEET, FRAMED = 2.0, 22.0
_SHADOW = 0.42
#: Half of what a person takes up, with a little air, mm.
_ARM = 250.0
_FLOOR_COLOUR, _SKIRTING = "#a79f90", "#efece4"


#: A place along the wall, or a height above the floor, mm, as a place in the scene.
Place = Callable[[Fraction], float]


@dataclass(frozen=True, slots=True)
class SceneShape:
    """A shape of a scene, mm from its upper left. A `picture` shows `part` of the document of `plan` in `box`; a
    `shadow` is blurred by `blur` mm; a `shade` falls from nothing above to `opacity` below."""

    kind: Literal["rect", "ellipse", "shadow", "shade", "picture"]
    box: BoxMm
    fill: str = "#000000"
    opacity: float = 1.0
    radius: float = 0.0
    blur: float = 0.0
    plan: int = 0
    part: BoxMm | None = None


class ScenePhoto(Record):
    """A photograph of the wall: how mm of the pieces, from their upper left, become shares of its width and height."""

    matrix: tuple[float, float, float, float, float, float, float, float, float]
    ratio: float = Field(description="Width of the picture by its height, as it stands upright.")


class Scene(Record):
    """What is seen, `width` × `height` mm of the wall; over a photograph only the pieces, as large as they are.

    `caption` is what stands under the picture for a client, `missing` says what there is no room for.
    """

    width: float
    height: float
    shapes: list[SceneShape]
    caption: str
    missing: str = ""
    photo: ScenePhoto | None = None


class HungPiece(NamedTuple):
    """A piece as it is seen: where it hangs, its plan, the part of its document that shows, and where that lies."""

    hung: Hung
    plan: int
    shows: Box
    inner: Box
    work: Work
    wrapped: float


def scene_of_pieces(
    view: WallView, pieces: Sequence[HungPiece], caption: str = "", photo: ScenePhoto | None = None
) -> Scene:
    """Only what hangs, as large as it is altogether, without a wall behind it."""
    left, right, top, bottom = _around(pieces)
    shapes = [
        shape
        for piece in pieces
        for shape in _piece(piece, view, lambda x: float(x) - left, lambda y: top - float(y))
    ]
    return Scene(width=right - left, height=top - bottom, shapes=shapes, caption=caption, photo=photo)  # fmt: skip


def _around(pieces: Sequence[HungPiece]) -> tuple[float, float, float, float]:
    """The left, right, upper and lower end of all of them on the wall, mm."""
    return (
        float(min(piece.hung.left for piece in pieces)),
        float(max(piece.hung.right for piece in pieces)),
        float(max(piece.hung.top for piece in pieces)),
        float(min(piece.hung.bottom for piece in pieces)),
    )


def scene(view: WallView, pieces: Sequence[HungPiece], style: LengthStyle) -> Scene:
    """The scene of pieces that hang."""
    left, right, top, bottom = _around(pieces)
    caption = _caption(view, pieces, style)
    if view.photo is not None:
        photo = _on_photo(view.photo, right - left, top - bottom)
        return scene_of_pieces(view, pieces, caption, photo)
    width = 2 * float(view.distance.mm) * tan(radians(HALF_ANGLE))
    height = width / RATIO
    # Its middle is the pieces' own, unless too much of the floor would be seen.
    upper = max((top + bottom) / 2 + height / 2, height * (1 - FLOOR))
    begin = (left + right) / 2 - width / 2
    shapes = [
        SceneShape("rect", (0, 0, width, height), view.colour),
        *_light(view, width, height, upper),
        *_floor(width, height, upper),
        *(shape for piece in pieces for shape in _piece(piece, view, lambda x: float(x) - begin, lambda y: upper - float(y))),
        *_things(view, left - begin, right - begin, upper, width),
    ]  # fmt: skip
    alone = "person" in view.things and _beside(left - begin, right - begin, width) is None
    missing = "There is no room for somebody beside it: look from farther away." if alone else ""
    return Scene(width=width, height=height, shapes=shapes, caption=caption, missing=missing)


def _caption(view: WallView, pieces: Sequence[HungPiece], style: LengthStyle) -> str:
    if len(pieces) == 1:
        hung = pieces[0].hung
        what = f"{hung.name}, {style.size(hung.width, hung.height)}"
    else:
        sizes = ", ".join(style.size(one.hung.width, one.hung.height) for one in pieces[:6])
        more = f" and {len(pieces) - 6} more" if len(pieces) > 6 else ""
        what = f"{len(pieces)} pieces, {sizes}{more}"
    where = "" if view.photo is not None else f" · seen from {style.far(view.distance.mm)}"
    return f"{what}{where}"


def _light(view: WallView, width: float, height: float, upper: float) -> Iterator[SceneShape]:
    wall = min(height, upper)
    if view.light and wall > 0:
        yield SceneShape("shade", (0, 0, width, wall), "#1d1a14", round(0.34 * view.light, 4))


def _floor(width: float, height: float, upper: float) -> Iterator[SceneShape]:
    if upper >= height:
        return
    skirting = 90.0
    yield SceneShape("rect", (0, upper - skirting, width, skirting), _SKIRTING)
    yield SceneShape("rect", (0, upper, width, height - upper), _FLOOR_COLOUR)


def _piece(piece: HungPiece, view: WallView, across: Place, down: Place) -> Iterator[SceneShape]:
    """A piece with its shadow: canvas, framed, in its mat, or a bare sheet."""
    x = across(piece.hung.left)
    y = down(piece.hung.top)
    w, h = float(piece.hung.width), float(piece.hung.height)
    inner = piece.inner
    at = (
        x + float(inner.x), y + float(inner.y), float(inner.w), float(inner.h),
    )  # fmt: skip
    moulding = view.moulding
    framed = moulding is not None or (at[2] < w - 1 and at[3] < h - 1)
    deep = piece.wrapped or (FRAMED if framed else SHEET)
    edge = (x, y, w, h)
    if moulding is not None and at[2] >= w - 1:
        broad = float(moulding.width.mm)
        edge = (x - broad, y - broad, w + 2 * broad, h + 2 * broad)
    if view.light:
        yield SceneShape(
            "shadow", (edge[0], edge[1] + deep * 0.75, edge[2], edge[3]), "#000000",
            round(_SHADOW * view.light, 4), blur=max(1.0, deep * 0.6),
        )  # fmt: skip
    if moulding is not None:
        broad = float(moulding.width.mm)
        yield SceneShape("rect", edge, moulding.colour)
        yield SceneShape("rect", (edge[0] + broad * 0.82, edge[1] + broad * 0.82, edge[2] - broad * 1.64, edge[3] - broad * 1.64), "#000000", 0.35)  # fmt: skip
        edge = (edge[0] + broad, edge[1] + broad, edge[2] - 2 * broad, edge[3] - 2 * broad)
    own = piece.work.plan.edge
    # Where the print fills it no paper shows, not even a hair's breadth of it.
    if edge[2] - at[2] > 1 or edge[3] - at[3] > 1:
        yield SceneShape("rect", edge, own.board_colour)
    for wide, colour in own.rings():
        yield SceneShape("rect", (at[0] - wide, at[1] - wide, at[2] + 2 * wide, at[3] + 2 * wide), colour)  # fmt: skip
    yield SceneShape("picture", at, plan=piece.plan, part=piece.shows.as_floats())
    if piece.wrapped and view.light:
        # A canvas catches a little light on its upper edge.
        yield SceneShape("rect", (at[0], at[1], at[2], max(0.8, piece.wrapped * 0.05)), "#ffffff", round(0.5 * view.light, 4))  # fmt: skip


def _things(
    view: WallView, left: float, right: float, floor: float, width: float
) -> Iterator[SceneShape]:
    """Things of usual sizes, mm: a person of 1.75 m, a sofa of 2.1 m, a table of 1.6 m, a door of 0.86 × 2.03 m."""
    middle = (left + right) / 2
    if "door" in view.things:
        x = max(right + 150, min(right + 420, width - 960))
        yield SceneShape("rect", (x - 70, floor - 2100, 1000, 2100), "#efece4")
        yield SceneShape("rect", (x, floor - 2030, 860, 2030), "#c9c2b3")
        for up in (1830, 900):
            yield SceneShape("rect", (x + 110, floor - up, 640, 760), "#bcb4a3", radius=6)
        yield SceneShape("ellipse", (x + 60, floor - 1060, 46, 46), "#6b6558")
    if "table" in view.things:
        yield SceneShape("rect", (middle - 800, floor - 740, 1600, 42), "#6f5a44", radius=6)
        for x in (middle - 740, middle + 690):
            yield SceneShape("rect", (x, floor - 700, 50, 700), "#5e4b38")
        yield SceneShape("rect", (middle - 690, floor - 698, 1380, 70), "#64503c")
    if "sofa" in view.things:
        yield SceneShape("shadow", (middle - 1040, floor - 30, 2080, 50), "#000000", 0.35, blur=22)
        yield SceneShape("rect", (middle - 1050, floor - 830, 2100, 700), "#56665f", radius=90)
        for x in (middle - 870, middle):
            yield SceneShape("rect", (x + 10, floor - 790, 850, 420), "#617169", radius=50)
            yield SceneShape("rect", (x + 10, floor - 470, 850, 210), "#6b7b72", radius=55)
        for x in (middle - 1050, middle + 860):
            yield SceneShape("rect", (x, floor - 640, 190, 510), "#4d5c56", radius=70)
        yield SceneShape("rect", (middle - 1010, floor - 280, 2020, 160), "#4d5c56", radius=20)
        for x in (middle - 960, middle + 900):
            yield SceneShape("rect", (x, floor - 130, 60, 130), "#3b332a", radius=8)
    if "person" in view.things:
        stands = _beside(left, right, width)
        if stands is not None:
            yield from _person(stands, floor)


def _beside(left: float, right: float, width: float) -> float | None:
    """Where a person stands who is seen whole and hides nothing: at the left of the pieces, or at their right."""
    if left >= 2 * _ARM:
        return max(left - 430, _ARM)
    if width - right >= 2 * _ARM:
        return min(right + 430, width - _ARM)
    return None


def _person(x: float, floor: float) -> Iterator[SceneShape]:
    """Somebody of 1.75 m who looks at it, as a quiet shape."""
    ink = "#22302f"
    yield SceneShape("ellipse", (x - 108, floor - 1750, 216, 254), ink)
    yield SceneShape("rect", (x - 52, floor - 1520, 104, 110), ink)
    yield SceneShape("rect", (x - 228, floor - 1450, 456, 640), ink, radius=130)
    yield SceneShape("rect", (x - 172, floor - 900, 158, 900), ink, radius=40)
    yield SceneShape("rect", (x + 14, floor - 900, 158, 900), ink, radius=40)
    yield SceneShape("rect", (x - 172, floor - 930, 344, 260), ink, radius=60)


def _on_photo(photo: WallPhoto, width: float, height: float) -> ScenePhoto:
    """How the pieces lie in a photograph: their middle at `at`, at the scale of two points or of a rectangle."""
    on_side = photo.picture.orientation >= 5
    sides = photo.picture.width_px, photo.picture.height_px
    across, down = (sides[1], sides[0]) if on_side else sides
    ratio = across / down
    # Shares are of unlike sides: heights are counted in widths until the end.
    at = photo.at[0], photo.at[1] / ratio
    if photo.rectangle is not None:
        rectangle = photo.rectangle
        corners = [(x, y / ratio) for x, y in rectangle.corners]
        plane = from_rectangle(float(rectangle.width.mm), float(rectangle.height.mm), corners)
        x, y = mapped(inverse(plane), *at)
        plane = moved(plane, x - width / 2, y - height / 2)
    else:
        assert photo.scale is not None
        (x0, y0), (x1, y1) = photo.scale.start, photo.scale.end
        apart = ((x1 - x0) ** 2 + ((y1 - y0) / ratio) ** 2) ** 0.5
        per = apart / float(photo.scale.length.mm)
        plane = scaled(per, at[0] - per * width / 2, at[1] - per * height / 2)
    return ScenePhoto(matrix=_to_shares(plane, ratio), ratio=ratio)


def _to_shares(plane: Matrix, ratio: float) -> Matrix:
    a, b, c, d, e, f, g, h, i = plane
    return (a, b, c, d * ratio, e * ratio, f * ratio, g, h, i)
