"""Life size: two points on a picture and their real distance say how large everything is printed."""

from __future__ import annotations

from collections.abc import Iterator
from math import hypot
from typing import Annotated, Any, ClassVar, Literal

from pydantic import Field

from .. import show
from ..box import Box
from ..edges import Problem
from ..figures.figure import figure
from ..findings import stops
from ..fit import turned_size
from ..grid import Grid, PixelBox
from ..lengths import MM_PER_INCH, Length, LengthError, parse_length
from ..letters import reach
from ..parts.part import Part, Share
from ..parts.picture import Picture
from ..pixelcount import round_px
from ..rational import Fraction, exact
from ..reckoning import Figure, Finding
from ..schools import acuity_need
from ..sheets import Excerpt, Sheet
from ..show import LengthStyle, typed_length
from ..viewing import grade
from ..work import Work, work_out
from ..workings import length, length_shown, number, pixels, written
from .kind import Kind, Laid
from .photo import Point
from .tilemarks import Seams, tile_labels, tile_strokes
from .tiles import laid_tiles
from .tileway import TilesWay
from .wish import LaidPaper, Wish

#: How far off a print in the hand, at arm's length, is held, mm.
ARMS_LENGTH = 600
MOST_PARTS = 200
#: A target that was given may differ by so much from the true one, mm: nobody types more.
_TYPED = Fraction(1, 100)
_ALONE = Seams(Fraction(0), left=False, top=False, right=False, bottom=False)


class Measure(Part):
    """Two points in shares of the turned picture, and how far they are apart in truth."""

    start: Annotated[Point, Field(alias="from")]
    end: Annotated[Point, Field(alias="to")]
    length: Length


class LifePart(Part):
    """A part to print: its middle in shares of the turned picture."""

    name: str = Field(default="", max_length=80)
    x: Share
    y: Share


class LifeWish(Wish):
    """A picture at `scale` of the real thing (1 is life size), in parts of a sheet each, or whole as tiles."""

    kind: Literal["life"] = "life"
    measure: Measure
    scale: Annotated[float, Field(ge=0.001, le=1000)] = 1.0
    parts: Annotated[list[LifePart], Field(max_length=MOST_PARTS)] = []
    tiles: TilesWay | None = None

    @property
    def ppi(self) -> Fraction:
        """px apart ÷ (inches apart × scale); the distance in the picture is a root, so a float's."""
        plan = self.plans[0]
        return _ppi(plan.picture, plan.fit.turn, self.measure, self.scale)

    def contradictions(self) -> Iterator[Problem]:
        wrong = self.sheet.problems()
        yield from wrong
        if len(self.plans) != 1:
            yield "plans", f"a picture in life size is made of one plan; here are {len(self.plans)}"
            return
        if bool(self.parts) == (self.tiles is not None):
            yield "parts", "name parts to print, or ask for tiles, not both"
        if self.measure.length.mm <= 0:
            yield "measure.length", "the real distance is 0"
        elif self.ppi == 0:
            yield "measure", "the two points are the same"
        else:
            yield from self._of_plan()
            if self.tiles is not None and not wrong:
                document = work_out(self.plans[0]).boxes.document
                yield from self.tiles.problems(self.sheet, document, "tiles.")

    def _of_plan(self) -> Iterator[Problem]:
        plan = self.plans[0]
        width, height = (
            px / self.ppi * MM_PER_INCH for px in turned_size(plan.picture, plan.fit.turn)
        )
        target = plan.target
        if max(abs(target.width.mm - width), abs(target.height.mm - height)) > _TYPED:
            size = f"{show.decimal(width, 2)} × {show.decimal(height, 2)} mm"
            yield "plans[0].target", f"at this scale the whole picture is {size}"
        if (
            plan.edge.kind != "none"
            or plan.fit.angle
            or plan.fit.zoom != 1
            or plan.fit.mode != "fill"
        ):
            yield "plans[0].fit", "parts are taken of the whole picture: no edge, no crop, upright"


def _ppi(picture: Picture, turn: int, measure: Measure, scale: float) -> Fraction:
    width, height = turned_size(picture, turn)
    across = float(exact(measure.end[0]) - exact(measure.start[0])) * width
    down = float(exact(measure.end[1]) - exact(measure.start[1])) * height
    return Fraction(hypot(across, down)) / (measure.length.mm / MM_PER_INCH * exact(scale))


class Life(Kind):
    name: ClassVar[str] = "life"
    wish: ClassVar[type[Wish]] = LifeWish
    sizes: ClassVar[bool] = True

    def completed(self, document: dict[str, Any]) -> dict[str, Any]:
        """A plan without a target has the size that two points and their distance give it."""
        plans = document.get("plans")
        if not isinstance(plans, list):
            return document
        return document | {"plans": [_sized(plan, document) for plan in plans]}

    def lay(self, wish: Wish, style: LengthStyle) -> Laid:
        assert isinstance(wish, LifeWish)
        work = work_out(wish.plans[0])
        figures = list(_figures(wish, work, style))
        if wish.tiles is not None:
            laid = laid_tiles(work, wish, wish.tiles, style)
            return Laid(laid.works, laid.sheets, [*figures, *laid.figures], laid.findings)
        paper = wish.sheet.laid(0)
        sheets = tuple(
            _sheet(wish, work, paper, part, f"Part {number}")
            for number, part in enumerate(wish.parts, 1)
        )
        findings: list[Finding] = stops(work, style)
        return Laid((work,), sheets, figures, findings)


def _sized(plan: Any, document: dict[str, Any]) -> Any:
    """The plan with its true target; as it is where what decides it is not understood, which is told later."""
    if not isinstance(plan, dict) or "target" in plan:
        return plan
    size = {"width": "1 m", "height": "1 m"}
    try:
        picture = Picture.model_validate(plan.get("picture"))
        given = document["measure"]
        measure = Measure.model_validate(given)
        turn = plan.get("fit", {}).get("turn", 0)
        ppi = _ppi(picture, turn, measure, float(document.get("scale", 1.0)))
        sides = turned_size(picture, turn)
        size = {
            name: typed_length(px / ppi * MM_PER_INCH, "mm")
            for name, px in zip(("width", "height"), sides, strict=True)
        }
        for text in size.values():
            parse_length(text)
    except (KeyError, TypeError, ValueError, AttributeError, ZeroDivisionError, LengthError):
        pass
    return {"target": size} | plan


def _sheet(wish: LifeWish, work: Work, paper: LaidPaper, part: LifePart, number: str) -> Sheet:
    """The usable area around the part's middle, moved into the picture; smaller where the picture is."""
    document, usable = work.boxes.document, paper.usable
    w, h = min(usable.w, document.w), min(usable.h, document.h)
    x = min(max(exact(part.x) * document.w - w / 2, Fraction(0)), document.w - w)
    y = min(max(exact(part.y) * document.h - h / 2, Fraction(0)), document.h - h)
    grid = Grid.over(document.w, document.h, work.output_ppi)
    left, top = round_px(x * grid.per_mm), round_px(y * grid.per_mm)
    right = min(grid.width, left + round_px(w * grid.per_mm))
    bottom = min(grid.height, top + round_px(h * grid.per_mm))
    box, name = Box(usable.x, usable.y, w, h), part.name or number
    return Sheet(
        name=name,
        width=paper.width,
        height=paper.height,
        ppi=work.output_ppi,
        trim=paper.media,
        bleed=paper.media,
        pieces=(),
        strokes=tuple(tile_strokes(paper.media, usable, box, _ALONE)) if wish.marks else (),
        labels=tuple(tile_labels(paper.media, usable, _fitting(name, usable)))
        if wish.marks
        else (),
        excerpts=(
            Excerpt(name, 0, Box(x, y, w, h), PixelBox(left, top, right - left, bottom - top), box),
        ),
    )


def _fitting(name: str, usable: Box) -> str:
    """As much of a name as stands above the picture."""
    while name and reach(name, "text", Fraction(3)).width > usable.w - 4:
        name = name[:-1]
    return name


def _figures(wish: LifeWish, work: Work, style: LengthStyle) -> Iterator[Figure]:
    measure, ppi = wish.measure, wish.ppi
    apart = ppi * measure.length.mm / MM_PER_INCH * exact(wish.scale)
    yield figure(
        "effective_ppi", "Effective resolution", ppi, "ppi", show.ppi(ppi),
        "px between the points ÷ (their distance in inches × scale)",
        written("{} px ÷ ({} mm × {}) × 25.4 mm/in",
                (pixels(apart), number(measure.length.mm, 2), number(exact(wish.scale), 3)),
                lambda px, mm, by: px / (mm * by) * MM_PER_INCH, show.ppi, show.ppi(ppi)), "life",
    )  # fmt: skip
    sides = turned_size(work.plan.picture, work.plan.fit.turn)
    for name, label, px in (
        ("whole_width", "Whole picture, width", sides[0]),
        ("whole_height", "Whole picture, height", sides[1]),
    ):
        mm = px / ppi * MM_PER_INCH
        shown, said = length_shown(mm, style)
        put_in = written(
            "{} px ÷ {} px of the measure × {} × {}",
            (
                pixels(px),
                pixels(apart),
                length(measure.length.mm, style),
                number(exact(wish.scale), 3),
            ),
            lambda whole, part, real, by: whole / part * real * by,
            shown,
            said,
        )
        formula = "px ÷ px between the points × their distance × scale"
        yield figure(name, label, mm, "mm", style.length(mm), formula, put_in, "life")
    need = Fraction(acuity_need(ARMS_LENGTH, work.plan.viewing.arcmin) * work.factor)
    word = grade(ppi / need)
    put_in = f"{show.ppi(ppi)} where {show.ppi(need)} are needed from {style.far(ARMS_LENGTH)}"
    yield figure(
        "grade", "At arm's length", word, "word", word, "effective ÷ needed", put_in, "life"
    )
