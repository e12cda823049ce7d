"""What should go round the sides of a canvas: a recommendation, with what was measured as its reason."""

from __future__ import annotations

from typing import Any, NamedTuple

from ..answer.reckoning import Record
from ..edges.wrap import Wrap, WrapFill
from ..ground import show
from ..ground.rational import Fraction
from ..ground.show import LengthStyle
from ..picture.measures import LightnessMap
from ..rules.fit import turned_back
from ..shapes.box import Box
from ..studio.studio import Studio
from ..work.outcome import Work
from ..work.zones import ZoneRoom, rooms

#: Standard deviation of lightness (L*) in the strip that goes round, in the busiest of the four sides:
#: under the first nothing in it can be recognised twice, over the second it is full of things that can.
#: Assumptions of ours; nobody was asked.
CALM, BUSY = 5.0, 15.0
#: From this mean lightness (L*) on a rim is as light as a white wall, which has about 90.
LIGHT = 85.0
#: How soft the mirror becomes: as it is usual, and where there is much to dissolve.
_USUAL, _SOFTER = 0.5, 0.75
_SOURCE = (
    "Standard deviation of lightness L* (0 to 100) in the strip of each side that goes round or is "
    f"mirrored: calm under {CALM:g}, busy from {BUSY:g}; from {LIGHT:g} on average it is as light as a "
    "white wall. Limits of ours, not measured on people."
)
_WHY_SOFTER = "A plain mirror would show things twice; the blur dissolves them."
_WHY_SOFT = "A mirror that grows softer repeats none of it."
_WHY_MIRROR = "Mirrored, there is nothing in it to be recognised twice."
_WHY_COLOUR = "It would lose its outline there: a darker colour holds it."
_NAMES = {
    "left": "at the left",
    "top": "at the top",
    "right": "at the right",
    "bottom": "at the bottom",
}


class Advice(Record):
    """What to take and why, and how that was measured; without `fix` it is so already."""

    text: str
    reasons: list[str]
    source: str
    fix: dict[str, Any] | None = None
    fix_label: str | None = None


class EdgeStrip(NamedTuple):
    """The strip of one side: how much its lightness varies, and how light it is on average, L*."""

    side: str
    deviation: float
    mean: float


def rim_advice(work: Work, style: LengthStyle, studio: Studio) -> Advice | None:
    """The advice for a canvas whose picture was measured; None for any other print.

    >>> from ..studio.studio import DEFAULT_STUDIO
    >>> rim_advice(fog(edge=wrap("mirror")), LengthStyle("cm"), DEFAULT_STUDIO) is None
    True
    """
    lightness = studio.measures.lightness
    if not isinstance(work.plan.edge, Wrap) or lightness is None:
        return None
    sides = strips(work, lightness)
    busiest = max(sides, key=lambda rim: rim.deviation)
    zone = _nearest_zone(work)
    reasons = [_measured(sides, busiest)]
    if zone is not None:
        room = max(Fraction(0), zone.tightest[1])
        reasons.append(
            f"The {zone.zone.name or 'keep zone'} lies {style.length(room)} from the fold: it would be "
            "seen bent or twice."
        )
    fill, softness, why = _choice(busiest, _mean(sides), zone is not None)
    return _worded(work.plan.edge, fill, softness, [*reasons, why])


def strips(work: Work, lightness: LightnessMap) -> list[EdgeStrip]:
    """The picture's rim, as deep as the side and what goes to the back, one strip a side.

    It is what goes round itself where the picture goes on, else what is mirrored. A picture that leans
    is measured as if it stood upright.
    """
    edge, printed = work.plan.edge, work.placement.printed
    assert isinstance(edge, Wrap)
    deep = edge.depth.mm + edge.turn.mm
    wide, high = min(deep, printed.w / 2), min(deep, printed.h / 2)
    boxes = {
        "left": Box(printed.x, printed.y, wide, printed.h),
        "top": Box(printed.x, printed.y, printed.w, high),
        "right": Box(printed.right - wide, printed.y, wide, printed.h),
        "bottom": Box(printed.x, printed.bottom - high, printed.w, high),
    }
    found = []
    for side, box in boxes.items():
        mean, deviation = lightness.within(_in_picture(work, box))
        found.append(EdgeStrip(side, deviation, mean))
    return found


def _in_picture(work: Work, box: Box) -> Box:
    """A box of the document as shares of the picture as it was taken in, before the plan's turn."""
    placed = work.placement
    px, wide, high = placed.to_px(box), placed.picture_w, placed.picture_h
    shares = Box(px.x / wide, px.y / high, px.w / wide, px.h / high)
    return turned_back(shares, work.plan.fit.turn)


def _nearest_zone(work: Work) -> ZoneRoom | None:
    """The keep zone nearest to the fold, where it lies in the strip that would go round or be mirrored."""
    edge, face = work.plan.edge, work.boxes.get("fold")
    assert isinstance(edge, Wrap) and face is not None
    near = [room for room in rooms(work, face) if room.tightest[1] < edge.depth.mm + edge.turn.mm]
    return min(near, key=lambda room: room.tightest[1], default=None)


def _mean(sides: list[EdgeStrip]) -> float:
    return sum(rim.mean for rim in sides) / len(sides)


def _choice(busiest: EdgeStrip, mean: float, zone: bool) -> tuple[WrapFill, float | None, str]:
    """The fill, how soft, and why."""
    if busiest.deviation >= BUSY or zone:
        return "soft-mirror", _SOFTER, _WHY_SOFTER
    if busiest.deviation >= CALM:
        return "soft-mirror", _USUAL, _WHY_SOFT
    return ("colour", None, _WHY_COLOUR) if mean >= LIGHT else ("mirror", None, _WHY_MIRROR)


def _measured(sides: list[EdgeStrip], busiest: EdgeStrip) -> str:
    least = min(rim.deviation for rim in sides)
    word = "busy" if busiest.deviation >= BUSY else "calm" if busiest.deviation < CALM else "lively"
    against = "as light as" if _mean(sides) >= LIGHT else "darker than"
    return (
        f"The picture's edge is {word}: its lightness varies by {show.decimal(least, 1)} to "
        f"{show.decimal(busiest.deviation, 1)}, most {_NAMES[busiest.side]}; at "
        f"{show.decimal(_mean(sides), 0)} of 100 it is {against} a white wall."
    )


def _worded(edge: Wrap, fill: WrapFill, softness: float | None, reasons: list[str]) -> Advice:
    label = next(item.label for item in edge.fills if item.id == fill)
    name = label if softness is None else f"{label}, {show.percent(Fraction(softness))} soft"
    if edge.fill == fill and (softness is None or edge.softness >= softness):
        return Advice(text=f"{name}, as it is.", reasons=reasons, source=_SOURCE)
    fix: dict[str, Any] = {"edge.fill": fill}
    if softness is not None:
        fix["edge.softness"] = softness
    return Advice(
        text=f"Rather {name.lower()}.",
        reasons=reasons,
        source=_SOURCE,
        fix=fix,
        fix_label=f"Take {name.lower()}",
    )
