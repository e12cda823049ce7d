"""The values of one plan, worked out once in the order of the work, before anything is worded."""

from __future__ import annotations

from dataclasses import dataclass, replace

from . import pixelcount, viewing
from .edges import Box, Layout, layout
from .fit import Placement, place, turned_size
from .lengths import MM_PER_INCH
from .plan import Fit, Plan
from .rational import Fraction, exact


@dataclass(frozen=True, slots=True)
class Work:
    """Exact values of a plan: lengths in mm, pixels of the turned picture, ppi.

    `need`, `quality` and `grade` are None while the chosen school has no answer.
    """

    plan: Plan
    boxes: Layout
    placement: Placement
    visible: Box
    effective: Fraction
    distance: float
    need: Fraction | None
    quality: Fraction | None
    grade: str | None
    output_ppi: Fraction
    output_w: int
    output_h: int

    @property
    def factor(self) -> float:
        return self.plan.medium.factor

    @property
    def school(self) -> str:
        """Whose need decides: the chosen school's, or the grid of a target in pixels."""
        return "pixels" if self.plan.target.in_pixels else self.plan.viewing.school

    @property
    def scale(self) -> Fraction:
        return self.output_ppi / self.effective

    @property
    def channels(self) -> int:
        grey = self.plan.picture.channels == 1 and self.plan.output.profile == "picture"
        return 1 if grey else 3

    @property
    def output_bytes(self) -> int:
        return self.output_w * self.output_h * self.channels * self.plan.output.bits // 8

    @property
    def padding_colour(self) -> str:
        edge_colour = getattr(self.plan.edge, "colour", None)
        return self.plan.fit.colour or edge_colour or "#ffffff"


def work_out(plan: Plan) -> Work:
    """Work out a valid plan; never fails for one."""
    boxes = layout(plan)
    width, height = turned_size(plan.picture, plan.fit.turn)
    placement = place(width, height, boxes.image, plan.fit)
    effective = min(
        pixelcount.ppi_of(placement.crop.w, placement.printed.w),
        pixelcount.ppi_of(placement.crop.h, placement.printed.h),
    )
    visible = what_is_seen(plan, boxes, placement)
    view = plan.viewing
    distance = (
        float(view.distance.mm)
        if view.distance is not None
        else viewing.whole_print_distance(visible.diagonal(), view.diagonals)
    )
    tag = plan.target.tag_ppi if plan.target.in_pixels else None
    # A screen shows one pixel for one of the file's; neither distance nor surface changes that.
    need = (
        viewing.need(view.school, distance, plan.medium.factor, view.arcmin) if tag is None else tag
    )
    quality = None if need is None else effective / need
    ppi = tag if tag is not None else pixelcount.output_ppi(plan.pixels, effective, need)
    return Work(
        plan=plan,
        boxes=boxes,
        placement=placement,
        visible=visible,
        effective=effective,
        distance=distance,
        need=need,
        quality=quality,
        grade=None if quality is None else viewing.grade(quality),
        output_ppi=ppi,
        output_w=pixelcount.round_px(pixelcount.length_px(boxes.document.w, ppi)),
        output_h=pixelcount.round_px(pixelcount.length_px(boxes.document.h, ppi)),
    )


def what_is_seen(plan: Plan, boxes: Layout, placement: Placement) -> Box:
    """The part of the document that a viewer takes for the picture; distances go by its diagonal."""
    contained_border = plan.edge.kind == "border" and plan.fit.mode == "contain"
    return placement.printed if contained_border else boxes.visible


def with_fit(work: Work, fit: Fit) -> Work:
    """The same print with another fit: where the picture lies then, and what is seen of it.

    Resolution and verdict stay those of `work`; who needs them works the plan out anew.
    """
    old, plan = work.placement, work.plan.model_copy(update={"fit": fit})
    placement = place(old.picture_w, old.picture_h, work.boxes.image, fit)
    return replace(
        work, plan=plan, placement=placement, visible=what_is_seen(plan, work.boxes, placement)
    )


def size_for_quality(work: Work, wanted: float) -> Fraction | None:
    """The factor on the target at which effective ÷ needed reaches `wanted`, distance unchanged.

    Exact enough for a proposal: only an edge-less print scales evenly, so None for others.
    """
    if work.quality is None or work.plan.edge.kind != "none":
        return None
    return exact(round(float(work.quality) / wanted, 6))


def inches(mm: Fraction) -> Fraction:
    return mm / MM_PER_INCH
