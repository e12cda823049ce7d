"""What can be taken hold of at an edge: where it is, which length of the plan it changes, and how."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from dataclasses import dataclass
from typing import Literal

from ..ground.lengths import Length
from ..ground.rational import Fraction
from ..shapes.box import Box

SideName = Literal["left", "top", "right", "bottom"]
SIDES: tuple[SideName, ...] = ("left", "top", "right", "bottom")


@dataclass(frozen=True, slots=True)
class Grip:
    """A grip, `at` mm of the document; `flat` where it moves to the left and right, else up and down.

    The length it changes stands in the plan under `fields` as `typed`; it is `mm` long, at most `most`, and gets
    `by` mm longer for each mm to the right or down.
    """

    id: str
    label: str
    flat: bool
    at: tuple[float, float]
    fields: tuple[str, ...]
    typed: str
    mm: float
    most: float
    by: int


def grip(
    id: str,
    label: str,
    at: tuple[Fraction, Fraction],
    length: Length,
    mm: Fraction,
    most: Fraction,
    by: int,
    *,
    flat: bool = False,
    fields: tuple[str, ...] = (),
) -> Grip:
    """A grip of a length that stands under `edge.` and its id, unless `fields` are named; lengths in mm.

    >>> grip("left", "Left border", (Fraction(0), Fraction(0)), fog(edge=border("2 cm")).plan.edge.left, Fraction(20), Fraction(100), 1).id
    'left'
    """
    return Grip(
        id,
        label,
        flat,
        (float(at[0]), float(at[1])),
        fields or (f"edge.{id}",),
        length.typed,
        float(mm),
        float(max(most, Fraction(0))),
        by,
    )


def is_flat(side: SideName) -> bool:
    """Whether a side is pulled to the left and right.

    >>> is_flat("left"), is_flat("top")
    (True, False)
    """
    return side in ("left", "right")


def inwards(side: SideName) -> int:
    """1 where the middle lies to the right of a side or below it, else -1.

    >>> inwards("left"), inwards("bottom")
    (1, -1)
    """
    return 1 if side in ("left", "top") else -1


def middle_of(box: Box, side: SideName) -> tuple[Fraction, Fraction]:
    """The middle of a side.

    >>> tuple(map(float, middle_of(box(0, 0, 300, 200), "right")))
    (300.0, 100.0)
    """
    return {
        "left": (box.x, box.y + box.h / 2),
        "top": (box.x + box.w / 2, box.y),
        "right": (box.right, box.y + box.h / 2),
        "bottom": (box.x + box.w / 2, box.bottom),
    }[side]


def gap(outer: Box, inner: Box, side: SideName) -> Fraction:
    """How far an inner box lies from a side of an outer one, mm.

    >>> sheet, picture = (Box(Fraction(x), Fraction(x), Fraction(w), Fraction(w)) for x, w in ((0, 100), (20, 50)))
    >>> gap(sheet, picture, "left"), gap(sheet, picture, "right")
    (Fraction(20, 1), Fraction(30, 1))
    """
    return {
        "left": inner.x - outer.x,
        "top": inner.y - outer.y,
        "right": outer.right - inner.right,
        "bottom": outer.bottom - inner.bottom,
    }[side]


def along_bottom(box: Box, share: Fraction, y: Fraction | None = None) -> tuple[Fraction, Fraction]:
    """A place on the lower side of a box, or at another height, `share` of the way along it.

    >>> tuple(map(float, along_bottom(box(0, 0, 300, 200), Fraction(1, 4))))
    (75.0, 200.0)
    """
    return box.x + box.w * share, box.bottom if y is None else y


def four(make: Callable[[SideName], Grip]) -> Iterator[Grip]:
    """A grip for each side.

    >>> [side for side in four(lambda side: side)]
    ['left', 'top', 'right', 'bottom']
    """
    return map(make, SIDES)
