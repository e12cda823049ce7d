"""The request for life size: two points on a picture, their real distance, and what is to be printed of it."""

from __future__ import annotations

from collections.abc import Iterator
from math import hypot
from typing import Annotated, Literal, NamedTuple

from pydantic import Field

from ...edges import Problem
from ...ground import show
from ...ground.lengths import MM_PER_INCH, Length, parse_length
from ...ground.rational import Fraction, exact
from ...parts.part import Part, Point, Share
from ...parts.picture import Picture
from ...rules.fit import turned_size
from ...work.outcome import work_out
from ..onpaper import OnPaperRequest
from ..tiles.way import TilesWay

MOST_PARTS = 200
#: A target that was given may differ by so much from the true one, mm: nobody types more.
_TYPED = Fraction(1, 100)


class Measure(Part):
    """Two points in shares of the turned picture, and how far they are apart in truth; None for what nobody has set
    yet."""

    start: Annotated[Point | None, Field(alias="from")] = None
    end: Annotated[Point | None, Field(alias="to")] = None
    length: Length | None = None

    def waiting(self) -> Measured:
        """Points and distance: as set, else where the rings wait."""
        return Measured(
            self.start or _WAITING.start,
            self.end or _WAITING.end,
            self.length or _WAITING.length,
        )


class Measured(NamedTuple):
    """The two points, and their real distance."""

    start: Point
    end: Point
    length: Length


#: Where the rings wait until somebody puts them on something. The length stands for none: nothing is told by it.
_WAITING = Measured((0.3, 0.5), (0.7, 0.5), parse_length("100 mm"))


class LifePart(Part):
    """A part to print: its middle in shares of the turned picture."""

    name: str = Field(default="", max_length=80)
    x: Share
    y: Share


class LifeRequest(OnPaperRequest):
    """A picture at `scale` of the real thing (1 is life size), in parts of a sheet each, or whole as tiles."""

    kind: Literal["life"] = "life"
    measure: Measure | None = None
    scale: Annotated[float, Field(ge=0.001, le=1000)] = 1.0
    parts: Annotated[list[LifePart], Field(max_length=MOST_PARTS)] = []
    tiles: TilesWay | None = None

    @property
    def unmarked(self) -> list[str]:
        """What nobody has set yet of points and distance; while there is any, nothing is made."""
        measure = self.measure or Measure()
        names = (("start", "first point"), ("end", "second point"), ("length", "real distance"))
        return [words for name, words in names if getattr(measure, name) is None]

    @property
    def measured(self) -> Measured:
        return (self.measure or Measure()).waiting()

    @property
    def ppi(self) -> Fraction:
        """px apart ÷ (inches apart × scale); the distance in the picture is a root, so a float's."""
        plan = self.plans[0]
        return life_ppi(plan.picture, plan.fit.turn, self.measured, self.scale)

    def contradictions(self) -> Iterator[Problem]:
        wrong = [*self.sheet.problems(), *self.bar_problems()]
        yield from wrong
        if len(self.plans) != 1:
            yield "plans", f"a picture in life size is made of one plan; here are {len(self.plans)}"
            return
        if bool(self.parts) == (self.tiles is not None):
            yield "parts", "name parts to print, or ask for tiles, not both"
        if self.measured.length.mm <= 0:
            yield "measure.length", "the real distance is 0"
        elif self.ppi == 0:
            yield "measure", "the two points are the same"
        else:
            yield from self._of_plan()
            if self.tiles is not None and not wrong and not self.unmarked:
                document = work_out(self.plans[0]).boxes.document
                yield from self.tiles.problems(self.as_printed, document, "tiles.", self.by)

    def _of_plan(self) -> Iterator[Problem]:
        plan = self.plans[0]
        width, height = (
            px / self.ppi * MM_PER_INCH for px in turned_size(plan.picture, plan.fit.turn)
        )
        target = plan.target
        if (
            not self.unmarked
            and max(abs(target.width.mm - width), abs(target.height.mm - height)) > _TYPED
        ):
            size = f"{show.decimal(width, 2)} × {show.decimal(height, 2)} mm"
            yield "plans[0].target", f"at this scale the whole picture is {size}"
        if (
            plan.edge.kind != "none"
            or plan.fit.angle
            or plan.fit.zoom != 1
            or plan.fit.mode != "fill"
        ):
            yield "plans[0].fit", "parts are taken of the whole picture: no edge, no crop, upright"


def life_ppi(picture: Picture, turn: int, measure: Measured, scale: float) -> Fraction:
    """px between the points ÷ (their distance in inches × scale); 0 where both are the same.

    >>> from ...ground.lengths import parse_length
    >>> ends = Measured(start=(0.0, 0.5), end=(0.5, 0.5), length=parse_length("10 in"))
    >>> life_ppi(Picture(width_px=6000, height_px=4000), 0, ends, 1.0)  # 3000 px for 10 in
    Fraction(300, 1)
    """
    width, height = turned_size(picture, turn)
    across = float(exact(measure.end[0]) - exact(measure.start[0])) * width
    down = float(exact(measure.end[1]) - exact(measure.start[1])) * height
    return Fraction(hypot(across, down)) / (measure.length.mm / MM_PER_INCH * exact(scale))
