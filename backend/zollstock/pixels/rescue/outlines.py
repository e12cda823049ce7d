"""Outlines of lettering: closed paths of straight lines and Béziers, in px of the upright picture from its top left."""

from __future__ import annotations

from collections.abc import Callable, Iterator, Sequence
from dataclasses import dataclass, replace
from math import hypot

Point = tuple[float, float]
#: Where a point goes.
PointMap = Callable[[float, float], Point]
#: Béziers are flattened to within this, px of the picture.
FLAT = 0.05
_CLIPPER = 2**12


@dataclass(frozen=True, slots=True)
class Segment:
    """To `end`, straight, or as a cubic Bézier by two `handles`."""

    end: Point
    handles: tuple[Point, Point] | None = None


@dataclass(frozen=True, slots=True)
class Contour:
    """A closed path; where it goes round the other way inside another it is a hole."""

    start: Point
    segments: tuple[Segment, ...]

    def flattened(self, flat: float = FLAT) -> list[Point]:
        """As a polygon that is nowhere farther than `flat` px from it."""
        found, here = [self.start], self.start
        for one in self.segments:
            if one.handles is None:
                found.append(one.end)
            else:
                found.extend(_flattened(here, *one.handles, one.end, flat))
            here = one.end
        if found[-1] == found[0]:
            found.pop()
        return found

    @property
    def box(self) -> tuple[float, float, float, float]:
        """x, y, width and height."""
        points = self.flattened(0.25)
        xs, ys = [x for x, _ in points], [y for _, y in points]
        return min(xs), min(ys), max(xs) - min(xs), max(ys) - min(ys)

    @property
    def area(self) -> float:
        """px²; negative where it goes round the other way."""
        points = self.flattened(0.25)
        return (
            sum(
                x * next_y - next_x * y
                for (x, y), (next_x, next_y) in zip(points, points[1:] + points[:1], strict=True)
            )
            / 2
        )

    def points(self) -> Iterator[Point]:
        """Its nodes."""
        for one in self.segments:
            yield one.end

    def mapped(self, to: PointMap) -> Contour:
        return Contour(
            to(*self.start),
            tuple(
                Segment(to(*one.end), one.handles and (to(*one.handles[0]), to(*one.handles[1])))
                for one in self.segments
            ),
        )


@dataclass(frozen=True, slots=True)
class Lettering:
    """What is filled with one `colour` (#rrggbb): contours, holes among them."""

    colour: str
    contours: tuple[Contour, ...]

    @property
    def letters(self) -> list[tuple[float, float, float, float]]:
        """The boxes of its parts that are no holes: about the letters, or their pieces."""
        return [one.box for one in self.contours if one.area * _outwards(self.contours) > 0]

    @property
    def nodes(self) -> int:
        return sum(len(one.segments) for one in self.contours)

    def mapped(self, to: PointMap) -> Lettering:
        return replace(self, contours=tuple(one.mapped(to) for one in self.contours))

    def times(self, by: float) -> Lettering:
        return self.mapped(lambda x, y: (x * by, y * by))

    def moved(self, dx: float, dy: float) -> Lettering:
        return self.mapped(lambda x, y: (x + dx, y + dy))

    def thicker(self, by: float) -> Lettering:
        """Every edge moved outwards by `by` px (inwards where it is negative), corners kept as corners."""
        if by == 0:
            return self
        import pyclipper  # few need it

        offset = pyclipper.PyclipperOffset(2.0, FLAT * _CLIPPER)
        for one in self.contours:
            points = [(round(x * _CLIPPER), round(y * _CLIPPER)) for x, y in one.flattened()]
            if len(points) > 2:
                offset.AddPath(points, pyclipper.JT_MITER, pyclipper.ET_CLOSEDPOLYGON)
        made = pyclipper.CleanPolygons(offset.Execute(by * _CLIPPER), FLAT * _CLIPPER / 2)
        return replace(self, contours=tuple(_polygon(path) for path in made if len(path) > 2))


def _outwards(contours: Sequence[Contour]) -> float:
    """1 or −1: which way round the outermost contours go; the largest is no hole."""
    return 1.0 if max((one.area for one in contours), key=abs, default=1.0) > 0 else -1.0


def _polygon(path: Sequence[tuple[int, int]]) -> Contour:
    points = [(x / _CLIPPER, y / _CLIPPER) for x, y in path]
    return Contour(points[0], tuple(Segment(point) for point in [*points[1:], points[0]]))


def _flattened(a: Point, b: Point, c: Point, d: Point, flat: float) -> list[Point]:
    """Points on a cubic after `a`, its end included."""
    # A cubic is off its chord by a quarter of its second differences at the most.
    bend = max(hypot(a[at] - 2 * b[at] + c[at], b[at] - 2 * c[at] + d[at]) for at in (0, 1))
    many = max(1, min(64, int((0.75 * bend / flat) ** 0.5) + 1))
    found = []
    for number in range(1, many + 1):
        t = number / many
        s = 1 - t
        found.append(
            tuple(
                s**3 * a[at] + 3 * s * s * t * b[at] + 3 * s * t * t * c[at] + t**3 * d[at]
                for at in (0, 1)
            )
        )
    return [(x, y) for x, y in found]
