"""Keep zones over several frames: which lie in a gap or on an edge, and where the picture has them all whole."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from typing import Any

from ...answer.reckoning import Finding
from ...ground.rational import Fraction
from ...ground.show import LengthStyle
from ...shapes.box import Box
from ...studio.studio import Studio
from ...telling.zonefindings import display_name
from ...work.outcome import Work, with_fit, work_out
from ...work.zones import HAIR_MM, NEAR_MM, rooms
from .request import PanelsRequest

#: So much nearer is a picture taken, step by step, before no place is found for its zones.
_ZOOMS = tuple(Fraction(100 + step, 100) for step in (0, 2, 5, 10, 15, 20, 30, 40, 50))
#: Rooms that several zones leave together; more than so many are not looked at.
_MOST_ROOMS = 400


@dataclass(frozen=True, slots=True)
class Spot:
    """Where a keep zone lies on the spread, mm."""

    name: str
    box: Box


def spots(work: Work) -> list[Spot]:
    """Every keep zone where it lies on the spread, upright bounds where the picture leans.

    >>> spots(lay(panels()).works[0])
    []
    """
    document = work.boxes.document
    return [
        Spot(
            display_name(room.zone.name),
            Box(room.left, room.top, document.w - room.left - room.right, document.h - room.top - room.bottom),
        )
        for room in rooms(work, document)
    ]  # fmt: skip


def panel_zone_findings(layout: PanelsRequest, work: Work, style: LengthStyle) -> Iterator[Finding]:
    """A finding for every zone that no face holds whole, and for those near a fold that the picture goes round.

    >>> zone = {"name": "lamp", "x": 0.2, "y": 0.3, "w": 0.1, "h": 0.2}
    >>> layout = panels({"fit": {"keep": [zone]}})
    >>> [one.id for one in panel_zone_findings(layout, lay(layout).works[0], LengthStyle("cm"))]
    []
    """
    if not work.plan.fit.keep:
        return
    faces, found = layout.on_spread, spots(work)
    torn = [spot for spot in found if not any(_inside(spot.box, face) for face in faces)]
    fix = moved_off(layout, work) if torn else None
    for spot in torn:
        yield Finding(
            id="zone-off-faces",
            level="warn",
            step="fit",
            text=f"{spot.name} {_where(layout, spot.box)}.",
            fix=fix,
            fix_label="Move the picture" if fix else None,
        )
    if layout.wrap is None or layout.wrap.fill != "picture":
        return
    for spot in found:
        for number, face in enumerate(faces):
            if _inside(spot.box, face) and (gap := _room(spot.box, face)) < NEAR_MM:
                yield Finding(
                    id="zone-near-fold",
                    level="warn",
                    step="edge",
                    text=f"{spot.name} comes {style.length(max(gap, Fraction(0)))} from the fold of frame {layout.name_of(number)}.",
                    fix={"wrap.fill": "mirror"},
                    fix_label="Mirror the picture round the sides",
                )


def _where(layout: PanelsRequest, box: Box) -> str:
    faces = layout.on_spread
    met = [layout.name_of(number) for number, face in enumerate(faces) if _meet(box, face)]
    if len(met) == 1:
        return f"is cut by the edge of frame {met[0]}"
    if met:
        how = "lies across" if layout.mode == "window" else "is cut between"
        return f"{how} frames {', '.join(met[:-1])} and {met[-1]}"
    nearest = sorted(range(len(faces)), key=lambda number: (_apart(box, faces[number]), number))[:2]
    if len(nearest) < 2:
        return "lies beside the frame"
    one, other = sorted(nearest)
    return f"lies in the gap between frames {layout.name_of(one)} and {layout.name_of(other)}"


def _inside(box: Box, face: Box) -> bool:
    return _room(box, face) >= -HAIR_MM


def _room(box: Box, face: Box) -> Fraction:
    """The least gap between a box and the face around it; negative where it reaches out."""
    return min(box.x - face.x, box.y - face.y, face.right - box.right, face.bottom - box.bottom)


def _meet(box: Box, face: Box) -> bool:
    return box.x < face.right and face.x < box.right and box.y < face.bottom and face.y < box.bottom


def _apart(box: Box, face: Box) -> Fraction:
    across = max(face.x - box.right, box.x - face.right, Fraction(0))
    down = max(face.y - box.bottom, box.y - face.bottom, Fraction(0))
    return across * across + down * down


def panel_work(layout: PanelsRequest, studio: Studio) -> Work:
    """The plan worked out on its spread. Placed automatically it keeps its zones off gaps and edges, where some place of
    the crop does; else it is placed as a print's.

    >>> from ...studio.studio import DEFAULT_STUDIO
    >>> [float(side) for side in panel_work(panels(), DEFAULT_STUDIO).boxes.document.as_floats()]
    [0.0, 0.0, 1327.0, 630.0]
    """
    work = work_out(layout.plans[0], studio)
    fit = work.plan.fit
    if not (fit.auto and fit.keep) or fit.mode != "fill" or fit.angle:
        return work
    if all(any(_inside(spot.box, face) for face in layout.on_spread) for spot in spots(work)):
        return work
    anchor = _clear_anchor(layout, work)
    if anchor is None:
        return work
    return with_fit(work, fit.model_copy(update={"anchor": anchor, "auto": False}))


def moved_off(layout: PanelsRequest, work: Work) -> dict[str, Any] | None:
    """The least change of the picture's place that has every zone whole on a face; None where none is found.

    First it is only moved; then taken nearer, step by step. A picture that leans or is padded is left to hands.

    >>> moved_off(panels(), lay(panels()).works[0]) is None
    False
    """
    fit = work.plan.fit
    if fit.mode != "fill" or fit.angle:
        return None
    for zoom in _ZOOMS:
        nearer = float(round(Fraction(fit.zoom) * zoom, 4))
        tried = with_fit(work, fit.model_copy(update={"zoom": nearer, "auto": False}))
        anchor = _clear_anchor(layout, tried)
        if anchor is None:
            continue
        there = with_fit(tried, tried.plan.fit.model_copy(update={"anchor": anchor}))
        if all(any(_inside(spot.box, face) for face in layout.on_spread) for spot in spots(there)):
            fix: dict[str, Any] = {"plans.0.fit.anchor": list(anchor), "plans.0.fit.auto": False}
            return fix if zoom == 1 else fix | {"plans.0.fit.zoom": nearer}
    return None


def _clear_anchor(layout: PanelsRequest, work: Work) -> tuple[float, float] | None:
    """The anchor nearest to the present one at which every zone lies on a face."""
    placed, k = work.placement, work.placement.mm_per_px
    spare = tuple(px * k for px in placed.spare)
    # How far the picture may move right and down, mm, from where it lies.
    free = Box(
        -spare[0] * (1 - placed.anchor[0]), -spare[1] * (1 - placed.anchor[1]), spare[0], spare[1]
    )
    allowed = [free]
    for spot in spots(work):
        box, found = spot.box, []
        for face in layout.on_spread:
            if box.w > face.w or box.h > face.h:
                continue
            room = Box(face.x - box.x, face.y - box.y, face.w - box.w, face.h - box.h)
            found += [both for one in allowed if (both := _common(one, room)) is not None]
        allowed = found[:_MOST_ROOMS]
    if not allowed:
        return None
    x, y = min((_nearest(room) for room in allowed), key=lambda at: at[0] ** 2 + at[1] ** 2)
    return (
        _share(placed.anchor[0], x, spare[0]),
        _share(placed.anchor[1], y, spare[1]),
    )


def _share(anchor: Fraction, moved: Fraction, spare: Fraction) -> float:
    """An anchor after the picture was moved right or down by so many mm: so much less of it lies beyond that side."""
    return float(anchor) if not spare else min(1.0, max(0.0, round(float(anchor - moved / spare), 6)))  # fmt: skip


def _common(one: Box, other: Box) -> Box | None:
    x, y = max(one.x, other.x), max(one.y, other.y)
    w, h = min(one.right, other.right) - x, min(one.bottom, other.bottom) - y
    return Box(x, y, w, h) if w >= 0 and h >= 0 else None


def _nearest(room: Box) -> tuple[Fraction, Fraction]:
    """The move in a room that is nearest to none, with 10 mm of air to the faces' edges where there is room for it."""
    found = []
    for begin, size in ((room.x, room.w), (room.y, room.h)):
        air = min(NEAR_MM, size / 2)
        found.append(min(max(Fraction(0), begin + air), begin + size - air))
    return found[0], found[1]
