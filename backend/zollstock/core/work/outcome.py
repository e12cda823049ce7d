"""The values of one plan, worked out once in the order of the work, before anything is worded."""

from __future__ import annotations

from dataclasses import dataclass, replace

from ..criteria import CRITERIA, Conditions, Criterion, Known, TrialResult
from ..documents.plan import Plan
from ..edges import EdgeBoxes, edge_boxes
from ..ground.rational import Fraction, exact
from ..ground.show import LengthStyle
from ..parts.device import DeviceUsed
from ..parts.fit import Fit
from ..parts.lab import LabUsed
from ..rules import pixelcount, viewing
from ..rules.fit import Placement, place, turned_size
from ..shapes.box import Box
from ..studio.media import spread_of
from ..studio.studio import DEFAULT_STUDIO, Studio


@dataclass(frozen=True, slots=True)
class Work:
    """Exact values of a plan: lengths in mm, pixels of the turned picture, ppi.

    `studio` is whose knowledge it goes by, `viewing_conditions` what it is looked at under. `device` and `lab` are what of the chosen ones it goes by (None without one, or where that is gone). `need`, `quality` and `grade` are None while the chosen criterion
    has no answer.
    """

    plan: Plan
    studio: Studio
    viewing_conditions: Conditions
    boxes: EdgeBoxes
    placement: Placement
    visible: Box
    effective: Fraction
    distance: float
    need: Fraction | None
    quality: Fraction | None
    grade: str | None
    device: DeviceUsed | None
    lab: LabUsed | None
    output_ppi: Fraction
    output_w: int
    output_h: int

    def anew(self, plan: Plan) -> Work:
        """Another plan worked out by the same studio."""
        return work_out(plan, self.studio)

    @property
    def factor(self) -> float:
        return self.plan.medium.factor

    @property
    def counts_detail(self) -> bool:
        """Whether the verdict counts the detail in the picture rather than its pixels."""
        return self.plan.viewing.detail is not None and not self.plan.target.in_pixels

    @property
    def judged(self) -> Fraction:
        """The ppi that the verdict counts: of pixels, or of the detail in them where the plan says so."""
        return judged_ppi(self.plan, self.effective)

    @property
    def school(self) -> str:
        """Whose need decides: the chosen criterion's, or the grid of a target in pixels."""
        return "pixels" if self.plan.target.in_pixels else self.plan.viewing.school

    def distance_text(self, style: LengthStyle) -> str:
        """From where it is looked at: exactly as it was set, or as it follows, to a sensible step."""
        set_ = self.plan.viewing.distance
        # What was typed is exact; a float of 8 5/8 in is a hair less, and would be shown as 8.62.
        return style.distance(self.distance if set_ is None else set_.mm, set_ is not None)

    @property
    def judge(self) -> Criterion:
        """The criterion that the verdict goes by; acuity while the chosen one has no answer."""
        return CRITERIA[self.plan.viewing.school if self.need is not None else "acuity"]

    @property
    def clean_from(self) -> float | None:
        """The nearest distance, mm, at which it looks clean by the chosen criterion; 0 anywhere, None nowhere."""
        return self.judge.reach(float(self.judged), self.viewing_conditions)

    @property
    def scale(self) -> Fraction:
        return self.output_ppi / self.effective

    @property
    def crop_px(self) -> tuple[int, int, int, int]:
        """What is printed of the turned picture, in whole px of it: x, y, width, height."""
        crop, (width, height) = (
            self.placement.crop,
            turned_size(self.plan.picture, self.plan.fit.turn),
        )
        x, y = min(max(0, round(crop.x)), width - 1), min(max(0, round(crop.y)), height - 1)
        return x, y, max(1, min(round(crop.w), width - x)), max(1, min(round(crop.h), height - y))

    @property
    def channels(self) -> int:
        return self.plan.output.channels(self.plan.picture.channels)

    @property
    def output_bytes(self) -> int:
        return self.output_w * self.output_h * self.channels * self.plan.output.bits // 8

    @property
    def padding_colour(self) -> str:
        return self.plan.fit.colour or self.plan.edge.paper


def work_out(plan: Plan, studio: Studio = DEFAULT_STUDIO) -> Work:
    """Work out a valid plan by what a studio knows; never fails for one.

    >>> from ..documents.plan import parse_plan
    >>> plan = parse_plan({"picture": {"width_px": 6000, "height_px": 4000}, "target": {"width": "20 in", "height": "13 1/3 in"},
    ...                    "viewing": {"distance": "60 cm"}})
    >>> work = work_out(plan)
    >>> float(work.effective), round(float(work.need), 1), work.grade
    (300.0, 145.5, 'surplus')
    """
    boxes = edge_boxes(plan.edge, plan.target, plan.marks)
    width, height = turned_size(plan.picture, plan.fit.turn)
    placement = place(width, height, boxes.image, plan.fit)
    effective = min(
        pixelcount.ppi_of(placement.crop.w, placement.printed.w),
        pixelcount.ppi_of(placement.crop.h, placement.printed.h),
    )
    visible = plan.edge.seen(boxes, placement.printed)
    view = plan.viewing
    distance = (
        float(view.distance.mm)
        if view.distance is not None
        else viewing.whole_print_distance(visible.diagonal(), view.diagonals)
    )
    tag = plan.target.tag_ppi if plan.target.in_pixels else None
    # A screen shows one pixel for one of the file's; neither distance nor surface changes that.
    viewing_conditions = conditions(plan, studio)
    need = CRITERIA[view.school].need(distance, viewing_conditions) if tag is None else tag
    quality = None if need is None else judged_ppi(plan, effective) / need
    device = studio.devices.used(plan.device)
    grids = device.native_ppi if device else ()
    ppi = tag if tag is not None else pixelcount.output_ppi(plan.pixels, effective, need, grids)
    return Work(
        plan=plan,
        studio=studio,
        viewing_conditions=viewing_conditions,
        boxes=boxes,
        placement=placement,
        visible=visible,
        effective=effective,
        distance=distance,
        need=need,
        quality=quality,
        grade=None if quality is None else viewing.grade(quality),
        device=device,
        lab=studio.labs.used(plan.lab),
        output_ppi=ppi,
        output_w=pixelcount.round_px(pixelcount.length_px(boxes.document.w, ppi)),
        output_h=pixelcount.round_px(pixelcount.length_px(boxes.document.h, ppi)),
    )


def conditions(plan: Plan, studio: Studio = DEFAULT_STUDIO) -> Conditions:
    """What a plan says on who looks at which surface, and what a studio knows of that; a trial that the plan keeps goes
    before what the studio's say by now.

    >>> conditions(plan()).factor
    1.0
    """
    medium, held = plan.medium, plan.viewing.trials
    name = medium.key or medium.name
    known = studio.known
    if held is not None:
        trial = TrialResult(name, float(held.distance.mm), held.need_ppi, held.low, held.high, held.answers, held.date)  # fmt: skip
        known = Known(trials=(trial,))
    return Conditions(
        medium.factor,
        spread_of(medium.name, medium.spread),
        plan.viewing.arcmin,
        name,
        medium.name,
        known,
    )


def judged_ppi(plan: Plan, effective: Fraction) -> Fraction:
    """Effective ppi, or that share of it that the picture holds in detail; a screen's pixels are always counted.

    >>> from ..documents.plan import parse_plan
    >>> plan = parse_plan({"picture": {"width_px": 3, "height_px": 2}, "target": {"width": "3 cm", "height": "2 cm"},
    ...                    "viewing": {"detail": 0.5}})
    >>> judged_ppi(plan, Fraction(300))
    Fraction(150, 1)
    """
    share = plan.viewing.detail
    return effective if share is None or plan.target.in_pixels else effective * exact(share)


def with_fit(work: Work, fit: Fit) -> Work:
    """The same print with another fit: where the picture lies then, and what is seen of it.

    Resolution and verdict stay those of `work`; who needs them works the plan out anew.

    >>> work = work_out(plan())
    >>> moved = with_fit(work, work.plan.fit.model_copy(update={"turn": 180}))
    >>> moved.placement.crop == work.placement.crop, moved.effective == work.effective
    (True, True)
    """
    old, plan = work.placement, work.plan.model_copy(update={"fit": fit})
    placement = place(old.picture_w, old.picture_h, work.boxes.image, fit)
    return replace(
        work, plan=plan, placement=placement, visible=plan.edge.seen(work.boxes, placement.printed)
    )
