"""Patches worked out: a piece of the picture a little larger than the patch, on the device's own grid."""

from __future__ import annotations

from dataclasses import dataclass, replace

from ...colour.renderings import RENDERINGS
from ...documents.plan import Plan
from ...edges import NoEdge
from ...ground.lengths import MM_PER_INCH, Length
from ...ground.rational import Fraction, exact
from ...parts.file import OutputSpec, Sharpening
from ...parts.fit import Fit
from ...parts.medium import Marks
from ...parts.part import Point
from ...parts.target import Target
from ...parts.viewing import Viewing
from ...picture.measures import Measures
from ...rules.fit import turned_size
from ...rules.pixelcount import length_px, round_px
from ...shapes.box import ZERO, Box
from ...studio.studio import Studio
from ...work.outcome import Work, work_out
from .ladder import Rung, Rungs, rungs_of
from .request import StripRequest

#: What is shown where nobody said which part: by the document alone, so that page, file and trial show the same.
MIDDLE: Point = (0.5, 0.5)


@dataclass(frozen=True, slots=True)
class PatchGrid:
    """Whole device pixels: the sides of a patch, and what is made around it to be filtered and cut off."""

    wide: int
    high: int
    around: int
    per_mm: Fraction

    @property
    def sides_mm(self) -> tuple[Fraction, Fraction]:
        return self.wide / self.per_mm, self.high / self.per_mm

    @property
    def whole_mm(self) -> tuple[Fraction, Fraction]:
        """With what is cut off."""
        return (self.wide + 2 * self.around) / self.per_mm, (self.high + 2 * self.around) / self.per_mm  # fmt: skip

    @property
    def shown(self) -> Box:
        """The patch itself in what is made, mm."""
        return Box(self.around / self.per_mm, self.around / self.per_mm, *self.sides_mm)


def patch_grid(layout: StripRequest) -> PatchGrid:
    """The pixels of a patch.

    A patch of 6 cm at 720 ppi has 1,701 px a side.

    >>> grid = patch_grid(strip())
    >>> grid.wide, grid.high
    (1701, 1701)
    """
    ppi = Fraction(layout.device_ppi)
    wide, high = (round_px(length_px(side.mm, ppi)) for side in (layout.patch.width, layout.patch.height))  # fmt: skip
    return PatchGrid(wide, high, layout.around_px, ppi / MM_PER_INCH)


@dataclass(frozen=True, slots=True)
class PictureOnStrip:
    """A picture of a strip: its plan as it is alone, its rungs, and the part that is shown, px of the turned picture.

    `fits` is false where the picture is smaller than what a patch needs of it.
    """

    plan: Plan
    alone: Work
    rungs: Rungs
    region: Box
    fits: bool


def picture_on_strip(
    layout: StripRequest, number: int, grid: PatchGrid, studio: Studio
) -> PictureOnStrip:
    """What a strip shows of the picture of a plan.

    >>> from ...studio.studio import DEFAULT_STUDIO
    >>> round(float(picture_on_strip(strip(), 0, patch_grid(strip()), DEFAULT_STUDIO).alone.effective), 1)
    338.7
    """
    plan = layout.plans[number]
    alone = work_out(plan, studio)
    width, height = turned_size(plan.picture, plan.fit.turn)
    per_mm = alone.effective / MM_PER_INCH
    wide, high = (side * per_mm for side in grid.whole_mm)
    middle = layout.middle(number) or MIDDLE
    x = min(max(exact(middle[0]) * width - wide / 2, ZERO), max(ZERO, width - wide))
    y = min(max(exact(middle[1]) * height - high / 2, ZERO), max(ZERO, height - high))
    return PictureOnStrip(plan, alone, rungs_of(layout, number, alone.effective), Box(x, y, wide, high),
                          wide <= width and high <= height)  # fmt: skip


def sharp_places(measures: Measures, width: int, height: int, turn: int) -> list[Point]:
    """The middles of a picture's sharpest parts (its sides before the turn, px), the sharpest first, in shares of the
    turned picture.

    >>> sharp_places(Measures(sharpest=((100, 50, 20, 20),)), 400, 200, 90)
    [(0.7, 0.275)]
    """
    found = []
    for x, y, w, h in measures.sharpest:
        across, down = (x + w / 2) / width, (y + h / 2) / height
        for _ in range(turn // 90):
            across, down = 1 - down, across
        found.append((round(min(1.0, max(0.0, across)), 4), round(min(1.0, max(0.0, down)), 4)))
    return found


def patch_work(layout: StripRequest, on: PictureOnStrip, rung: Rung | None, grid: PatchGrid) -> Work:  # fmt: skip
    """A patch with what is around it, worked out as a print of that part; of a `rung` where each goes its own way."""
    work = work_out(_plan_of_patch(layout, on.plan, rung, grid), on.alone.studio)
    wide, high = turned_size(on.plan.picture, on.plan.fit.turn)
    per_px = work.placement.printed.w / on.region.w
    whole = Box(-on.region.x * per_px, -on.region.y * per_px, wide * per_px, high * per_px)
    placed = replace(work.placement, crop=on.region, whole=whole, mm_per_px=per_px)
    return replace(work, placement=placed, effective=on.alone.effective)


def _plan_of_patch(layout: StripRequest, plan: Plan, rung: Rung | None, grid: PatchGrid) -> Plan:
    wide, high = (Length(mm, "mm", f"{float(mm):.4f} mm") for mm in grid.whole_mm)
    pixels = {"mode": "fixed", "ppi": float(layout.device_ppi), "method": layout.method}
    if layout.ladder.by == "ppi":
        # What sharpens would put back what a patch must not have.
        pixels |= {"sharpen": None, "method": "lanczos"}
    elif rung is not None and layout.ladder.by == "method":
        pixels["method"] = rung.step
    elif rung is not None and layout.ladder.by == "sharpen":
        held = plan.pixels.sharpen
        radius = None if held is None else held.radius
        pixels["sharpen"] = (
            Sharpening(amount=float(rung.step), radius=radius) if rung.step else None
        )
    return plan.model_copy(
        update={
            "target": Target.model_construct(width=wide, height=high, ppi=None),
            "edge": NoEdge(),
            "marks": Marks(),
            "fit": Fit(turn=plan.fit.turn),
            # A patch is judged by people.
            "viewing": Viewing(),
            "pixels": plan.pixels.model_copy(update=pixels),
            "output": _output(layout, rung),
        }
    )


def _output(layout: StripRequest, rung: Rung | None) -> OutputSpec:
    """The patches' kind of file, and its colours: patches that are made in light are sRGB, the others go the print's way."""
    output, by = layout.plans[0].output, layout.ladder.by
    if output.print_profile is None or by in ("ppi", "exposure"):
        return output.model_copy(update={"profile": "srgb"})
    if by == "profile" and rung is not None:
        way = RENDERINGS[str(rung.step)]
        return output.model_copy(update={"intent": way.intent, "black_point": way.black_point})
    return output
