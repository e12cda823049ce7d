"""Frames placed anew: in an arrangement, in another number, with another gap."""

from __future__ import annotations

from collections import Counter
from typing import Any

from ...ground.lengths import Length
from ...ground.rational import Fraction
from ...ground.refusal import Refusal
from ...ground.show import typed_length
from ...shapes.box import Box
from ..wall.faces import gaps
from .arrangements import ARRANGEMENTS, LEAST, MOST, arrangement_of
from .request import Frame, PanelsRequest


class NotArranged(Refusal):
    """Frames cannot be placed as asked; the message says why."""


def gap_of(layout: PanelsRequest) -> Fraction | None:
    """The one gap between the frames, mm; None where gaps differ or there is none.

    >>> float(gap_of(panels()))
    40.0
    """
    faces = layout.on_wall
    between = {
        end - begin
        for spans in ([(f.x, f.right) for f in faces], [(f.y, f.bottom) for f in faces])
        for begin, end in gaps(spans)
    }
    return between.pop() if len(between) == 1 else None


def usual_size(layout: PanelsRequest) -> tuple[Length, Length]:
    """The size that most frames were ordered in, or have.

    >>> [one.typed for one in usual_size(panels())]
    ['301 mm', '450 mm']
    """
    sizes = [
        (frame.ordered.width, frame.ordered.height)
        if frame.ordered is not None
        else (frame.width, frame.height)
        for frame in layout.frames
    ]
    often = Counter((w.mm, h.mm) for w, h in sizes)
    most = max(often.values())
    return next((w, h) for w, h in sizes if often[(w.mm, h.mm)] == most)


def rearranged(
    layout: PanelsRequest,
    arrangement: str,
    count: int | None = None,
    gap: Length | None = None,
    size: tuple[Length, Length] | None = None,
) -> list[dict[str, Any]]:
    """The frames as JSON, placed in an arrangement. Raises `NotArranged`.

    Frames that stay keep their measured sizes, names and fixings, unless another `size` is asked for or the
    arrangement wants frames of different sizes.

    >>> [(one["x"], one["y"]) for one in rearranged(panels(), "row")]
    [('0 mm', '0 mm'), ('342 mm', '0 mm'), ('683 mm', '0 mm'), ('1026 mm', '0 mm')]
    """
    kind = ARRANGEMENTS.get(arrangement)
    if kind is None:
        raise NotArranged(f"There is no arrangement “{arrangement[:40]}”.")
    count = len(layout.frames) if count is None else count
    if not LEAST <= count <= MOST:
        raise NotArranged(
            f"Arrangements are made of {LEAST} to {MOST} frames; more are placed one by one."
        )
    if not kind.fits(count):
        raise NotArranged(f"{kind.label}: not with {count} frames.")
    between = gap.mm if gap is not None else (gap_of(layout) or Fraction(40))
    old, unit = layout.frames, layout.frames[0].width.unit
    now = arrangement_of(layout.on_wall)
    usual = size or usual_size(layout)
    if any(side.mm <= 0 for side in usual):
        raise NotArranged("A frame has a size.")
    kept = size is None and (
        "middle" not in (arrangement, now) or (arrangement == now and count == len(old))
    )
    wanted = kind.sizes(count, usual[0].mm, usual[1].mm)
    sizes = [
        (old[number].width.mm, old[number].height.mm)
        if kept and number < len(old)
        else wanted[number]
        for number in range(count)
    ]
    places = kind.place(sizes, between)
    if kept and arrangement == now == "steps" and count == len(old):
        # Somebody's own steps: another gap leaves their heights alone.
        places = [
            Box(place.x, wall.y, place.w, place.h)
            for place, wall in zip(places, layout.on_wall, strict=True)
        ]
    return [
        _frame(old[number] if number < len(old) else None, place, unit, kept and number < len(old))
        for number, place in enumerate(places)
    ]


def _frame(old: Frame | None, place: Box, unit: str, measured: bool) -> dict[str, Any]:
    typed = {name: typed_length(mm, unit) for name, mm in (("x", place.x), ("y", place.y))}
    if old is not None and measured:
        return old.model_dump(mode="json") | typed
    sides = {"width": typed_length(place.w, unit), "height": typed_length(place.h, unit)}
    known = {} if old is None else {"name": old.name, "fixings": old.fixings}
    return {"name": "", "fixings": 1, **known, **typed, **sides, "ordered": sides}
