"""Fit: which part of the picture goes into the image box, and what that costs.

Everything is exact. Pixels are those of the turned picture: after EXIF orientation and the
plan's own turn.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import TYPE_CHECKING

from .edges import ZERO, Box
from .plan import exact
from .rational import Fraction

if TYPE_CHECKING:
    from .plan import Fit, KeepZone, Picture

ONE = Fraction(1)


@dataclass(frozen=True, slots=True)
class Placement:
    """A picture placed in its box.

    `crop` is in px of the turned picture; `printed` and `whole` are in mm of the document: what
    is printed of the picture, and where the whole picture would lie, cropped parts included.
    `mm_per_px` is the same in both directions: nothing is ever stretched.
    """

    picture_w: int
    picture_h: int
    crop: Box
    printed: Box
    whole: Box
    mm_per_px: Fraction
    anchor: tuple[Fraction, Fraction]

    @property
    def loss(self) -> Fraction:
        """1 − crop area ÷ picture area."""
        return 1 - (self.crop.w * self.crop.h) / (self.picture_w * self.picture_h)

    def to_px(self, box: Box) -> Box:
        """A box of the document (mm) in px of the turned picture."""
        k = self.mm_per_px
        return Box((box.x - self.whole.x) / k, (box.y - self.whole.y) / k, box.w / k, box.h / k)


def turned_size(picture: Picture, turn: int) -> tuple[int, int]:
    """Width and height in px after orientation (5 to 8 lie on their side) and turn (degrees)."""
    on_side = (picture.orientation >= 5) != (turn in (90, 270))
    size = (picture.width_px, picture.height_px)
    return (size[1], size[0]) if on_side else size


def place(width_px: int, height_px: int, box: Box, fit: Fit) -> Placement:
    """Place a picture of `width_px` × `height_px` in the image box (mm).

    Fill: the largest crop of the box's ratio, made smaller by `zoom`, placed by the anchor: the
    share of the spare room left and above. Contain: the whole picture, placed by the same
    anchor in what remains.
    """
    picture = (Fraction(width_px), Fraction(height_px))
    if fit.mode == "contain":
        scale = min(box.w / picture[0], box.h / picture[1])
        anchor = (exact(fit.anchor[0]), exact(fit.anchor[1]))
        w, h = picture[0] * scale, picture[1] * scale
        printed = Box(box.x + (box.w - w) * anchor[0], box.y + (box.h - h) * anchor[1], w, h)
        crop = Box(ZERO, ZERO, *picture)
        return Placement(width_px, height_px, crop, printed, printed, scale, anchor)

    ratio = box.w / box.h
    zoom = exact(fit.zoom)
    if picture[0] > picture[1] * ratio:
        crop_w, crop_h = picture[1] * ratio / zoom, picture[1] / zoom
    else:
        crop_w, crop_h = picture[0] / zoom, picture[0] / ratio / zoom
    anchor = (
        _anchor(picture[0], crop_w, exact(fit.anchor[0]), _span(fit, "x", "w", width_px)),
        _anchor(picture[1], crop_h, exact(fit.anchor[1]), _span(fit, "y", "h", height_px)),
    )
    x, y = (picture[0] - crop_w) * anchor[0], (picture[1] - crop_h) * anchor[1]
    scale = box.w / crop_w
    whole = Box(box.x - x * scale, box.y - y * scale, picture[0] * scale, picture[1] * scale)
    return Placement(width_px, height_px, Box(x, y, crop_w, crop_h), box, whole, scale, anchor)


def zone_px(zone: KeepZone, width_px: int, height_px: int) -> Box:
    """A keep zone in px of the turned picture."""
    return Box(
        exact(zone.x) * width_px,
        exact(zone.y) * height_px,
        exact(zone.w) * width_px,
        exact(zone.h) * height_px,
    )


def best_start(length: Fraction, window: Fraction, first: Fraction, last: Fraction) -> Fraction:
    """Where a window on a line starts so that the span first..last has the most room in it.

    All in one unit; the window lies within 0..`length`. The room is the smaller of the two gaps
    between span and window ends, so the best window is centred on the span, as far as the
    picture lets it. A span longer than the window is cut evenly on both sides.
    """
    centred = (first + last - window) / 2
    return max(ZERO, min(centred, length - window))


def _span(fit: Fit, start: str, size: str, length: int) -> tuple[Fraction, Fraction] | None:
    """From the first zone's beginning to the last one's end on one axis, in px; None by hand."""
    if not (fit.auto and fit.keep):
        return None
    starts = [exact(getattr(zone, start)) for zone in fit.keep]
    ends = [a + exact(getattr(zone, size)) for a, zone in zip(starts, fit.keep, strict=True)]
    return min(starts) * length, max(ends) * length


def _anchor(
    length: Fraction, window: Fraction, typed: Fraction, span: tuple[Fraction, Fraction] | None
) -> Fraction:
    spare = length - window
    if span is None or spare == 0:
        return typed
    return best_start(length, window, *span) / spare
