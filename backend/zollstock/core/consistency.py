"""What must hold between the fields of a plan before anything can be reckoned."""

from __future__ import annotations

from typing import TYPE_CHECKING

from .edges import layout
from .plan import Bleed, Border, Mat
from .rational import exact
from .show import style_for

if TYPE_CHECKING:
    from .plan import Plan

Problem = tuple[str, str]

#: Rounding in other programs' fractions (0.1 + 0.9 in binary) is forgiven up to this share.
_SLACK = 1e-9


def problems(plan: Plan) -> list[Problem]:
    """Every contradiction in the plan as (path, message); an empty list for a sound plan."""
    found = _target(plan) + _fit(plan)
    if plan.pixels.mode == "fixed" and plan.pixels.ppi is None:
        found.append(("pixels.ppi", "the mode fixed needs a ppi"))
    if not found:
        found += _image_box(plan)
    return found


def _target(plan: Plan) -> list[Problem]:
    target = plan.target
    found = [
        (f"target.{name}", f"the {name} is 0; a print needs a size")
        for name in ("width", "height")
        if getattr(target, name).mm <= 0
    ]
    if (target.width.unit == "px") != (target.height.unit == "px"):
        return [*found, ("target", "both sides in px, or both as lengths")]
    if not target.in_pixels:
        if target.ppi is not None:
            found.append(("target.ppi", "a ppi goes with a target in pixels"))
        return found
    if plan.edge.kind != "none":
        found.append(("edge", "a target in pixels has no edge; give the print a length first"))
    if plan.marks.margin.mm:
        found.append(("marks.margin", "a target in pixels has no margin for marks"))
    return found


def _fit(plan: Plan) -> list[Problem]:
    found = []
    if plan.fit.mode == "contain" and plan.fit.zoom != 1:
        found.append(("fit.zoom", "zoom goes with fill; contain shows the whole picture"))
    for index, zone in enumerate(plan.fit.keep):
        if zone.x + zone.w > 1 + _SLACK or zone.y + zone.h > 1 + _SLACK:
            found.append((f"fit.keep[{index}]", "the zone reaches beyond the picture"))
    if plan.viewing.distance is not None and plan.viewing.distance.mm <= 0:
        found.append(("viewing.distance", "the distance is 0; nobody looks from there"))
    return found


def _image_box(plan: Plan) -> list[Problem]:
    """A box of nothing holds no picture; say which lengths ate it."""
    edge = plan.edge
    if exact(plan.fit.zoom) > min(plan.picture.width_px, plan.picture.height_px):
        return [("fit.zoom", "this zoom leaves less than a pixel of the picture")]
    if not isinstance(edge, Border | Mat | Bleed):
        return []  # the image box is the target or larger
    show = style_for([plan.target.width])
    boxes = layout(plan)
    sides = (("width", boxes.image.w), ("height", boxes.image.h))
    for side, left in sides:
        if left > 0:
            continue
        full = show.length(getattr(plan.target, side).mm)
        if isinstance(edge, Border):
            first, second = ("left", "right") if side == "width" else ("top", "bottom")
            pair = [show.length(getattr(edge, name).mm) for name in (first, second)]
            text = (
                f"borders of {pair[0]} and {pair[1]} leave no picture of a sheet {full} in {side}"
            )
            return [(f"edge.{first}", text)]
        if isinstance(edge, Mat):
            return [(f"edge.opening_{side}", f"the opening's {side} is 0")]
    if isinstance(edge, Bleed) and boxes.safe is None:
        return [("edge.safe", "the safe margins meet; nothing is left inside them")]
    return []
