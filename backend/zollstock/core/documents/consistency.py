"""What must hold between the parts of a plan before anything can be reckoned."""

from __future__ import annotations

from ..edges import EdgeKind, NoEdge, Problem
from ..ground.rational import exact
from ..parts.file import Pixels
from ..parts.fit import Fit
from ..parts.medium import Marks
from ..parts.picture import Picture
from ..parts.target import Target
from ..parts.viewing import Viewing

#: Rounding in other programs' fractions (0.1 + 0.9 in binary) is forgiven up to this share.
_SLACK = 1e-9


def problems(
    picture: Picture,
    target: Target,
    fit: Fit,
    edge: EdgeKind,
    marks: Marks,
    viewing: Viewing,
    pixels: Pixels,
) -> list[Problem]:
    """Every contradiction between the parts as (path, message); an empty list for a sound plan.

    >>> from .plan import PlanError
    >>> try: plan(picture={"width_px": 600, "height_px": 400}, fit={"zoom": 900})
    ... except PlanError as error: error.problems
    [('fit.zoom', 'this zoom leaves less than a pixel of the picture')]
    """
    found = [*_target(target), *_in_pixels(target, edge, marks), *_fit(fit)]
    if viewing.distance is not None and viewing.distance.mm <= 0:
        found.append(("viewing.distance", "the distance is 0; nobody looks from there"))
    if viewing.room is not None and viewing.room.mm <= 0:
        found.append(("viewing.room", "the room is 0 deep; nobody stands there"))
    if pixels.mode == "fixed" and pixels.ppi is None:
        found.append(("pixels.ppi", "the mode fixed needs a ppi"))
    if found:
        return found
    if exact(fit.zoom) > min(picture.width_px, picture.height_px):
        return [("fit.zoom", "this zoom leaves less than a pixel of the picture")]
    return edge.problems(target)


def _target(target: Target) -> list[Problem]:
    found = [
        (f"target.{name}", f"the {name} is 0; a print needs a size")
        for name in ("width", "height")
        if getattr(target, name).mm <= 0
    ]
    if (target.width.unit == "px") != (target.height.unit == "px"):
        found.append(("target", "both sides in px, or both as lengths"))
    elif target.ppi is not None and not target.in_pixels:
        found.append(("target.ppi", "a ppi goes with a target in pixels"))
    return found


def _in_pixels(target: Target, edge: EdgeKind, marks: Marks) -> list[Problem]:
    """What goes with lengths only."""
    if not target.in_pixels or target.height.unit != "px":
        return []
    found = []
    if not isinstance(edge, NoEdge):
        found.append(("edge", "a target in pixels has no edge; give the print a length first"))
    if marks.margin.mm:
        found.append(("marks.margin", "a target in pixels has no margin for marks"))
    return found


def _fit(fit: Fit) -> list[Problem]:
    found = []
    if fit.mode == "contain" and fit.zoom != 1:
        found.append(("fit.zoom", "zoom goes with fill; contain shows the whole picture"))
    for index, zone in enumerate(fit.keep):
        if zone.x + zone.w > 1 + _SLACK or zone.y + zone.h > 1 + _SLACK:
            found.append((f"fit.keep[{index}]", "the zone reaches beyond the picture"))
    return found
