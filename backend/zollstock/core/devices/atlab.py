"""What a lab makes of a file: which part of it becomes the finished print, and how large that is."""

from __future__ import annotations

from dataclasses import dataclass

from ..ground.rational import Fraction
from ..parts.lab import LabUsed
from ..shapes.box import Box
from ..work.outcome import Work
from .lying import Sides

#: Sides and losses under this, mm, are rounding.
SAME = Fraction(1, 2)


@dataclass(frozen=True, slots=True)
class AtLab:
    """What comes of a print's file at its lab. `window` is what of the file, mm of it, lies on the finished print; `lost`
    what of the planned trim is cut away on each side and `white` what is added, mm of the finished print; `scale` how much
    larger or smaller everything becomes. `turned`: the lab's size lies the other way."""

    width: Fraction
    height: Fraction
    bleed: Fraction
    window: Box
    lost: Sides
    white: Sides
    scale: Fraction
    turned: bool

    @property
    def as_planned(self) -> bool:
        """Whether what comes back is what was planned."""
        return max(*self.lost, *self.white) <= SAME and not self.rescaled

    @property
    def rescaled(self) -> bool:
        """Whether the print comes out in another size than was planned."""
        return abs(self.scale - 1) * max(self.width, self.height) > SAME


def at_lab(work: Work, lab: LabUsed) -> AtLab:
    """What the lab's own way (crop from the centre, or pad) makes of the file of a print.

    A 3:2 file on a paper of 4:3 is cropped from the centre:

    >>> from ..documents.plan import parse_plan
    >>> from ..parts.lab import LabSize
    >>> from ..work.outcome import work_out
    >>> work = work_out(parse_plan({"picture": {"width_px": 600, "height_px": 400}, "target": {"width": "30 cm", "height": "20 cm"}}))
    >>> lab = LabUsed.model_validate({"name": "L", "size": {"width": "24 cm", "height": "18 cm"}})
    >>> found = at_lab(work, lab)
    >>> [float(side) for side in found.lost], float(found.scale)
    ([15.0, 0.0, 15.0, 0.0], 0.9)
    """
    size, document, trim = lab.size, work.boxes.document, work.boxes.trim
    w, h, bleed = size.width.mm, size.height.mm, size.bleed.mm
    turned = (w > h) != (trim.w > trim.h) and w != h
    if turned:
        w, h = h, w
    full_w, full_h = w + 2 * bleed, h + 2 * bleed
    across, down = full_w / document.w, full_h / document.h
    scale = min(across, down) if lab.fits == "pads" else max(across, down)
    # The finished print in the file's own millimetres, in its middle.
    window = Box((document.w - w / scale) / 2, (document.h - h / scale) / 2, w / scale, h / scale)
    inset = Sides(
        window.x - trim.x, window.y - trim.y, trim.right - window.right, trim.bottom - window.bottom
    )
    beyond = Sides(-window.x, -window.y, window.right - document.w, window.bottom - document.h)
    nothing = Fraction(0)
    lost = Sides(*(max(nothing, side * scale) for side in inset))
    white = Sides(*(max(nothing, side * scale) for side in beyond))
    return AtLab(w, h, bleed, window, lost, white, scale, turned)
