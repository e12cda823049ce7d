"""Fit: which part of the picture goes into the image box, and what that costs.

Everything is exact. Pixels are those of the turned picture: after EXIF orientation and the
plan's own turn; with an angle, of the straightened frame, whose centre is the picture's.
"""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass, replace

from ..ground.rational import Fraction, exact
from ..parts.fit import Fit, KeepZone
from ..parts.picture import Picture
from ..shapes.box import ZERO, Box
from .straighten import UPRIGHT, Lean, Offset, largest, lean, leaning_bounds, roomiest

ONE = Fraction(1)


@dataclass(frozen=True, slots=True)
class Placement:
    """A picture placed in its box.

    `crop` is in px of the turned (and straightened) picture; `printed` and `whole` are in mm of the
    document: what is printed of the picture, and where the whole picture would lie, cropped parts
    included, before it leans by `lean` about its centre. `mm_per_px` is the same in both
    directions: nothing is ever stretched. `spare` is how far the crop can move along the picture's
    own sides, px.
    """

    picture_w: int
    picture_h: int
    crop: Box
    printed: Box
    whole: Box
    mm_per_px: Fraction
    anchor: tuple[Fraction, Fraction]
    spare: tuple[Fraction, Fraction] = (ZERO, ZERO)
    lean: Lean = UPRIGHT

    @property
    def loss(self) -> Fraction:
        """1 − crop area ÷ picture area."""
        return 1 - (self.crop.w * self.crop.h) / (self.picture_w * self.picture_h)

    @property
    def cuts(self) -> tuple[Fraction, Fraction, Fraction, Fraction]:
        """px beyond the crop at the left, top, right and bottom, along the picture's own sides."""
        (x, y), (left, top) = self.spare, self.anchor
        return x * left, y * top, x * (1 - left), y * (1 - top)

    def to_px(self, box: Box) -> Box:
        """A box of the document (mm) in px of the straightened picture."""
        k = self.mm_per_px
        return Box((box.x - self.whole.x) / k, (box.y - self.whole.y) / k, box.w / k, box.h / k)


def turned_size(picture: Picture, turn: int) -> tuple[int, int]:
    """Width and height in px after orientation (5 to 8 lie on their side) and turn (degrees).

    >>> turned_size(Picture(width_px=6000, height_px=4000), 90)
    (4000, 6000)
    >>> turned_size(Picture(width_px=6000, height_px=4000, orientation=6), 90)
    (6000, 4000)
    """
    on_side = (picture.orientation >= 5) != (turn in (90, 270))
    size = (picture.width_px, picture.height_px)
    return (size[1], size[0]) if on_side else size


def turned_back(shares: Box, turn: int) -> Box:
    """A box, in shares of the picture as turned clockwise by `turn`, as shares of it before that.

    >>> turned_back(Box(Fraction(0), Fraction(0), Fraction(1, 4), Fraction(1, 2)), 90).y
    Fraction(3, 4)
    """
    x, y, w, h = shares.x, shares.y, shares.w, shares.h
    match turn:
        case 90:
            return Box(y, 1 - x - w, h, w)
        case 180:
            return Box(1 - x - w, 1 - y - h, w, h)
        case 270:
            return Box(1 - y - h, x, h, w)
    return shares


def place(width_px: int, height_px: int, box: Box, fit: Fit) -> Placement:
    """Place a picture of `width_px` × `height_px` in the image box (mm).

    Fill: the largest crop of the box's ratio inside the straightened picture, made smaller by
    `zoom`, placed by the anchor: the share of the spare room left and above. Contain: the whole
    picture (straightened: its largest upright part of the same ratio), placed by the same anchor
    in what remains.

    A sheet of 24 × 16 in with 2 in of border leaves an image box of 20 × 12 in; of 5000 × 3333 px it
    keeps 5000 × 3000:

    >>> crop = place(5000, 3333, Box(Fraction(0), Fraction(0), Fraction(508), Fraction(3048, 10)), Fit()).crop
    >>> int(crop.w), int(crop.h)
    (5000, 3000)
    """
    width, height, by = Fraction(width_px), Fraction(height_px), lean(fit.angle)
    typed = (exact(fit.anchor[0]), exact(fit.anchor[1]))
    if fit.mode == "contain":
        crop_w, crop_h = largest(width, height, width / height, by)
        scale = min(box.w / crop_w, box.h / crop_h)
        w, h = crop_w * scale, crop_h * scale
        printed = Box(box.x + (box.w - w) * typed[0], box.y + (box.h - h) * typed[1], w, h)
        crop = Box((width - crop_w) / 2, (height - crop_h) / 2, crop_w, crop_h)
        return Placement(width_px, height_px, crop, printed, _whole(crop, printed, width, height, scale),
                         scale, typed, lean=by)  # fmt: skip

    zoom = exact(fit.zoom)
    crop_w, crop_h = (side / zoom for side in largest(width, height, box.w / box.h, by))
    taken = by.reach((crop_w, crop_h))
    spare = (max(ZERO, width - taken[0]), max(ZERO, height - taken[1]))
    anchor = typed
    if fit.auto and fit.keep:
        anchor = roomiest_anchor(
            fit.keep, (width_px, height_px), (crop_w, crop_h), spare, by, typed
        )
    crop = _cropped(width, height, (crop_w, crop_h), anchor, spare, by)
    scale = box.w / crop_w
    return Placement(width_px, height_px, crop, box, _whole(crop, box, width, height, scale), scale,
                     anchor, spare, by)  # fmt: skip


def at_its_roomiest(placed: Placement, keep: Iterable[KeepZone]) -> Placement:
    """The same crop, moved to where the keep zones have the most room.

    >>> box = Box(Fraction(0), Fraction(0), Fraction(300), Fraction(300))
    >>> lamp = KeepZone(name="lamp", x=0.8, y=0.4, w=0.1, h=0.2)  # at the right of 900 × 600 px
    >>> int(at_its_roomiest(place(900, 600, box, Fit()), [lamp]).crop.x)  # as far right as it goes
    300
    """
    crop, spare, by = placed.crop, placed.spare, placed.lean
    size, picture = (crop.w, crop.h), (placed.picture_w, placed.picture_h)
    anchor = roomiest_anchor(keep, picture, size, spare, by, placed.anchor)
    width, height = Fraction(placed.picture_w), Fraction(placed.picture_h)
    crop = _cropped(width, height, size, anchor, spare, by)
    whole = _whole(crop, placed.printed, width, height, placed.mm_per_px)
    return replace(placed, crop=crop, whole=whole, anchor=anchor)


_HALF = Fraction(1, 2)


def _cropped(
    width: Fraction, height: Fraction, size: Offset, anchor: Offset, spare: Offset, by: Lean
) -> Box:
    """A crop of `size` in its place, px of the straightened picture."""
    x, y = by.outwards(((anchor[0] - _HALF) * spare[0], (anchor[1] - _HALF) * spare[1]))
    return Box((width - size[0]) / 2 + x, (height - size[1]) / 2 + y, *size)


def _whole(crop: Box, printed: Box, width: Fraction, height: Fraction, scale: Fraction) -> Box:
    """Where the whole picture lies, mm, when its crop is printed there."""
    return Box(
        printed.x - crop.x * scale, printed.y - crop.y * scale, width * scale, height * scale
    )


def zone_px(zone: KeepZone, width_px: int, height_px: int) -> Box:
    """A keep zone in px of the turned picture, before it leans.

    >>> zone_px(KeepZone(name="lamp", x=0.25, y=0.5, w=0.5, h=0.25), 1000, 400).as_floats()
    (250.0, 200.0, 500.0, 100.0)
    """
    return Box(
        exact(zone.x) * width_px,
        exact(zone.y) * height_px,
        exact(zone.w) * width_px,
        exact(zone.h) * height_px,
    )


def zone_span(keep: Iterable[KeepZone], width_px: int, height_px: int, by: Lean = UPRIGHT) -> Box:
    """The upright bounds of all keep zones together, px of the straightened picture.

    >>> lamp = KeepZone(name="lamp", x=0.1, y=0.1, w=0.1, h=0.1)
    >>> boat = KeepZone(name="boat", x=0.7, y=0.5, w=0.2, h=0.1)
    >>> zone_span([lamp, boat], 1000, 1000).as_floats()
    (100.0, 100.0, 800.0, 500.0)
    """
    width, height = Fraction(width_px), Fraction(height_px)
    spots = [leaning_bounds(zone_px(zone, width_px, height_px), width, height, by) for zone in keep]
    x, y = min(spot.x for spot in spots), min(spot.y for spot in spots)
    right, bottom = max(spot.right for spot in spots), max(spot.bottom for spot in spots)
    return Box(x, y, right - x, bottom - y)


def roomiest_anchor(
    keep: Iterable[KeepZone],
    picture: tuple[int, int],
    crop: tuple[Fraction, Fraction],
    spare: tuple[Fraction, Fraction],
    by: Lean,
    otherwise: tuple[Fraction, Fraction],
) -> tuple[Fraction, Fraction]:
    """The anchor that leaves the keep zones the most room; `otherwise` where nothing can move.

    Picture and crop in px. The room is the least gap between the zones' bounds and the crop.

    >>> lamp = KeepZone(name="lamp", x=0.8, y=0.4, w=0.1, h=0.2)  # at the right of 900 × 600 px
    >>> crop, spare, half = (Fraction(600), Fraction(600)), (Fraction(300), Fraction(0)), Fraction(1, 2)
    >>> roomiest_anchor([lamp], (900, 600), crop, spare, UPRIGHT, (half, half))  # as far right as it goes
    (Fraction(1, 1), Fraction(1, 2))
    """
    span = zone_span(keep, *picture, by)
    centred = Box(
        span.x - Fraction(picture[0], 2), span.y - Fraction(picture[1], 2), span.w, span.h
    )
    own = roomiest(centred, crop, spare, by)
    return (
        own[0] / spare[0] + _HALF if spare[0] else otherwise[0],
        own[1] / spare[1] + _HALF if spare[1] else otherwise[1],
    )
