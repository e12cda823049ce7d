"""What was done to an outline by hand: nodes moved and smoothed, found again after every tracing by where they lie."""

from __future__ import annotations

from dataclasses import replace
from math import hypot

from zollstock.core.rescue.steps import Pick

from .outlines import Contour, Point, Segment

#: A node that is farther than so many px from where it was is another one: the change waits until it is back.
_FOUND_WITHIN = 3.0


def by_hand(
    contours: tuple[Contour, ...], pick: Pick, width: int, height: int
) -> tuple[Contour, ...]:
    """The contours with what the pick says of their nodes; places are shares of a picture of width × height px."""
    made = list(contours)
    for place in pick.smoothed:
        at = _nearest(made, (place[0] * width, place[1] * height))
        if at is not None:
            made[at[0]] = _smooth(made[at[0]], at[1])
    for move in pick.moved:
        at = _nearest(made, (move.at[0] * width, move.at[1] * height))
        if at is not None:
            made[at[0]] = _moved(made[at[0]], at[1], (move.to[0] * width, move.to[1] * height))
    return tuple(made)


def _nearest(contours: list[Contour], place: Point) -> tuple[int, int] | None:
    """Which contour and which node of it, the nearest of all."""
    best, least = None, _FOUND_WITHIN
    for number, one in enumerate(contours):
        for node, (x, y) in enumerate(one.points()):
            far = hypot(x - place[0], y - place[1])
            if far < least:
                best, least = (number, node), far
    return best


def _moved(contour: Contour, node: int, to: Point) -> Contour:
    """The node at its new place, its handles with it."""
    segments = list(contour.segments)
    here, after = segments[node], (node + 1) % len(segments)
    dx, dy = to[0] - here.end[0], to[1] - here.end[1]
    segments[node] = Segment(
        to, here.handles and (here.handles[0], (here.handles[1][0] + dx, here.handles[1][1] + dy))
    )
    follows = segments[after]
    if follows.handles:
        first = (follows.handles[0][0] + dx, follows.handles[0][1] + dy)
        segments[after] = replace(follows, handles=(first, follows.handles[1]))
    closes = node == len(segments) - 1
    return Contour(to if closes else contour.start, tuple(segments))


def _smooth(contour: Contour, node: int) -> Contour:
    """The node without its corner: both handles on one line, along its neighbours."""
    segments = list(contour.segments)
    many = len(segments)
    if many < 3:
        return contour
    here, after = segments[node], (node + 1) % many
    before = segments[node - 1].end if node else contour.start
    follows = segments[after]
    dx, dy = follows.end[0] - before[0], follows.end[1] - before[1]
    length = hypot(dx, dy) or 1.0
    in_, out = (
        hypot(end[0] - here.end[0], end[1] - here.end[1]) / 3 / length
        for end in (before, follows.end)
    )
    x, y = here.end
    segments[node] = Segment(here.end, (_handle(before, here, 0), (x - dx * in_, y - dy * in_)))
    segments[after] = Segment(
        follows.end, ((x + dx * out, y + dy * out), _handle(here.end, follows, 1))
    )
    return replace(contour, segments=tuple(segments))


def _handle(begins: Point, segment: Segment, which: int) -> Point:
    """A handle of a segment; of a straight one a third of the way."""
    if segment.handles:
        return segment.handles[which]
    share = (1 + which) / 3
    return (
        begins[0] + (segment.end[0] - begins[0]) * share,
        begins[1] + (segment.end[1] - begins[1]) * share,
    )
