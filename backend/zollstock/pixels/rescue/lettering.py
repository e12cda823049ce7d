"""Lettering taken off as outlines, and what is then under it."""

from __future__ import annotations

from dataclasses import dataclass, field

import numpy as np

from zollstock.core.rescue.lettered import Lettered
from zollstock.core.rescue.steps import Lettering as LetteringStep
from zollstock.core.rescue.steps import Pick

from ..enlarge.shape import Floats
from .fill import Mask, filled
from .handwork import by_hand
from .outlines import Lettering
from .picking import Picked, PickProblem, picked
from .tracing import traced


@dataclass(frozen=True)
class TakenOff:
    """`letterings` one a pick that found something, in px of the picture, and `traced` the same before they were made
    thicker or thinner: what nodes are moved of; `hole` is where they were; `alpha` how much of
    each pixel was paint. `told` says of each pick what was found, or why nothing."""

    letterings: tuple[Lettering, ...]
    traced: tuple[Lettering, ...]
    hole: Mask
    alpha: Floats
    told: list[Lettered] = field(default_factory=list)


def taken_off(planes: Floats, seen: Floats, step: LetteringStep | None, thicker: float) -> TakenOff:
    """All lettering of a step outlined. A pick that finds nothing does not stop the others."""
    shape = planes.shape[:2]
    hole, alpha = np.zeros(shape, bool), np.zeros(shape, np.float32)
    letterings: list[Lettering] = []
    thin: list[Lettering] = []
    told: list[Lettered] = []
    for pick in step.picks if step is not None else []:
        assert step is not None
        try:
            found, outlines = _outlined(planes, seen, pick, step)
            lettering = outlines.thicker(thicker)
            if not lettering.contours:
                raise PickProblem("Made that much thinner nothing of these letters is left.")
        except PickProblem as problem:
            told.append(Lettered(problem=str(problem)))
            thin.append(Lettering(pick.colour, ()))  # each pick keeps its number
            continue
        hole |= found.hole
        alpha = np.maximum(alpha, found.alpha)
        letterings.append(lettering)
        thin.append(outlines)
        boxes = lettering.letters
        told.append(
            Lettered(
                pieces=len(boxes),
                nodes=outlines.nodes,
                tallest_px=round(max(high for *_, high in boxes), 1),
                smallest_px=round(_usual_least([high for *_, high in boxes]), 1),
                linear=found.linear,
                colour=lettering.colour,
            )
        )
    return TakenOff(tuple(letterings), tuple(thin), hole, alpha, told)


def _outlined(
    planes: Floats, seen: Floats, pick: Pick, step: LetteringStep
) -> tuple[Picked, Lettering]:
    high, wide = planes.shape[:2]
    found = picked(planes, seen, pick.colour, pick.near, pick.area)
    contours = by_hand(traced(found.alpha, step.corners), pick, wide, high)
    return found, Lettering(_hex(seen, found), contours)


def _hex(seen: Floats, found: Picked) -> str:
    """The paint as a screen shows it: the middle of what is wholly paint."""
    sure = found.alpha > 0.9
    if not sure.any():
        sure = found.alpha >= found.alpha.max()
    parts = np.median(seen[sure], axis=0)
    parts = np.repeat(parts, 3) if parts.size == 1 else parts
    return "#" + "".join(f"{round(float(part)):02x}" for part in parts[:3])


def _usual_least(heights: list[float]) -> float:
    """The height of small letters: dots and accents, under a third of the middle one, are none."""
    middle = float(np.median(heights))
    return min(high for high in heights if high >= middle / 3)


def without(planes: Floats, taken: TakenOff) -> Floats:
    """What was under the lettering, filled from around it."""
    return filled(planes, taken.hole)
