"""The worksheet: the reckoning laid out along the folding rule, for the bench and for the shell."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from typing import Any

from pydantic import Field

from .answer.reckoning import STEPS, Reckoning, Record, Step
from .criteria import CRITERIA
from .devices.entered import entered_size
from .documents.plan import Plan, lengths_of
from .edges.grips import Grip
from .ground import show
from .ground.rational import Fraction, exact
from .ground.show import LengthStyle, style_for
from .picture.measures import NOT_MEASURED
from .reckon import reckon_work
from .rules.fileformats import FILE_FORMATS
from .rules.viewing import grade_word
from .shapes.drawing import Drawing
from .sheet.drawings import whole_drawing
from .studio.studio import DEFAULT_STUDIO, Studio
from .telling.choices import Choice, choices, lost_part
from .telling.edgeadvice import Advice, rim_advice
from .telling.edgechoices import NO_EDGES
from .telling.rail import Rail, rail
from .telling.seen import SeenSheet, seen
from .telling.sharpening import SharpenSheet, sharpen_sheet
from .work.judgedby import judged_by
from .work.outcome import Work, work_out
from .work.zones import ZoneState, near_limit, rooms, seen_box, turned

TITLES: dict[Step, str] = {
    "picture": "Picture",
    "size": "Size",
    "fit": "Fit",
    "edge": "Edge",
    "pixels": "Pixels",
    "distance": "Distance",
    "handover": "Hand-over",
}

#: The figures whose arithmetic belongs on the pad of each step, in reading order.
PADS: dict[Step, tuple[str, ...]] = {
    "picture": ("picture_width_px", "picture_height_px", "picture_ratio", "effective_ppi", "detail_ppi"),
    "size": ("target_width", "target_height", "document_width", "document_height", "box_ratio", "effective_ppi"),
    "fit": ("angle", "angle_loss", "crop_width", "crop_height", "crop_x", "crop_y", "cut_left", "cut_top", "cut_right",
            "cut_bottom", "pad_left", "pad_top", "pad_right", "pad_bottom", "loss"),
    "edge": ("image_width", "image_height", "crop_width", "crop_height", "effective_ppi"),
    "pixels": ("effective_ppi", "need_ppi", "quality_ratio", "output_ppi", "scale_factor"),
    "distance": ("view_distance", "detail_ppi", "need_ppi", "quality_ratio", "grade", "clean_from_chosen"),
    "handover": ("document_width", "document_height", "output_ppi", "output_width_px",
                 "output_height_px", "output_bytes", "expected_cost"),
}  # fmt: skip


#: A smaller loss than this is a fraction of a pixel row that nobody will miss.
AS_GOOD_AS_NOTHING = Fraction(1, 1000)


class StepSummary(Record):
    """A step of the folding rule: its key figure, one word of state, the figures on its pad."""

    step: Step
    title: str
    key: str
    state: str
    level: str
    figures: list[str]


class SchoolRow(Record):
    """A criterion worded for people; `answers` is false while it has no answer (no trials yet)."""

    id: str
    label: str
    note: str
    answers: bool
    need: str
    ratio: str
    grade: str
    clean_from: str
    fix: dict[str, Any]


class ZoneRow(Record):
    """A keep zone with its room to the nearest edge of what is seen, in words."""

    name: str
    state: ZoneState
    side: str
    room: str


class QuarterTurns(Record):
    """What turning the picture by a quarter changes in the plan: zones and crop turn along."""

    left: dict[str, Any]
    right: dict[str, Any]


class Worksheet(Record):
    """Everything the bench shows of a plan, apart from the picture itself."""

    reckoning: Reckoning
    drawing: Drawing
    grips: list[Grip] = Field(description="What of the edge can be taken hold of on the drawing.")
    steps: list[StepSummary]
    schools: list[SchoolRow]
    choices: list[Choice]
    rail: Rail
    zones: list[ZoneRow]
    advice: Advice | None = Field(
        default=None, description="What should go round a canvas, where its picture was measured."
    )
    sharpening: SharpenSheet | None = Field(
        default=None, description="What is proposed before printing; none for a screen."
    )
    seen: SeenSheet | None = Field(
        default=None,
        description="What the model says is seen of it; with the step *distance* alone.",
    )
    turns: QuarterTurns
    measured: bool = Field(
        description="Whether what was measured of the picture went into it: until then a later answer may say more."
    )
    file_size: str = Field(
        description="Both sides of the file with one unit, as a printer's dialog wants."
    )


def worksheet(
    plan: Plan,
    unit: str | None = None,
    step: Step | None = "fit",
    studio: Studio = DEFAULT_STUDIO,
    left: Mapping[str, Any] = NO_EDGES,
) -> Worksheet:
    """Reckon a plan and lay it out; `choices` are those of `step` if any, texts use `unit`.

    `studio` is what goes into it beside the plan, `left` the edges that the print had before.

    >>> worksheet(plan(), "cm").steps[1].key
    '60.96 × 40.64 cm'
    """
    work = work_out(plan, studio)
    style = style_for(lengths_of(plan), unit)
    reckoning = reckon_work(work, style, studio)
    return Worksheet(
        reckoning=reckoning,
        drawing=whole_drawing(work),
        grips=list(plan.edge.grips(work.boxes, work.placement.printed)),
        steps=step_summaries(work, reckoning, style),
        schools=school_rows(work, reckoning, style),
        choices=choices(work, style, step, studio, left) if step else [],
        rail=rail(work, style),
        zones=zone_rows(work, style),
        advice=rim_advice(work, style, studio),
        sharpening=None if plan.target.in_pixels else sharpen_sheet(work, studio.measures),
        seen=seen(work, style, studio.measures)
        if step == "distance" and not plan.target.in_pixels
        else None,
        measured=studio.measures != NOT_MEASURED,
        file_size=style.size(*entered_size(work)),
        turns=QuarterTurns(left=quarter_turn(plan, 270), right=quarter_turn(plan, 90)),
    )


def zone_rows(work: Work, style: LengthStyle) -> list[ZoneRow]:
    """Every keep zone in the plan's order.

    >>> zone = {"name": "lamp", "x": 0.0, "y": 0.0, "w": 0.1, "h": 0.1}
    >>> [(row.name, row.state, row.side, row.room) for row in zone_rows(fog(fit={"keep": [zone]}, target={"width": "20 cm", "height": "20 cm"}), LengthStyle("cm"))]
    [('lamp', 'cut', 'left', '5 cm cut')]
    """
    seen = seen_box(work)
    limit = near_limit(seen)
    found = []
    for room in rooms(work, seen):
        side, gap = room.tightest
        state: ZoneState = "cut" if gap < 0 else "near" if gap < limit else "kept"
        words = f"{style.length(-gap)} cut" if gap < 0 else style.length(gap)
        found.append(ZoneRow(name=room.zone.name, state=state, side=side, room=words))
    return found


def quarter_turn(plan: Plan, by: int) -> dict[str, Any]:
    """The change that turns the picture clockwise by 90 or 270 degrees, zones and anchor along.

    >>> turn = quarter_turn(plan(), 90)
    >>> turn["fit.turn"], turn["fit.anchor"]
    (90, [0.5, 0.5])
    """
    fit = plan.fit
    x, y = (exact(share) for share in fit.anchor)
    anchor = (1 - y, x) if by == 90 else (y, 1 - x)
    return {
        "fit.turn": (fit.turn + by) % 360,
        "fit.anchor": [float(share) for share in anchor],
        "fit.keep": [turned(zone, by).model_dump() for zone in fit.keep],
    }


def school_rows(work: Work, reckoning: Reckoning, style: LengthStyle) -> list[SchoolRow]:
    """All criteria side by side, also the one that has no answer yet; none for a screen."""
    if not reckoning.schools:
        return []
    answers = {school.id: school for school in reckoning.schools}
    rows = []
    for name, school in CRITERIA.items():
        said = answers.get(name)
        if said is None:
            rows.append(SchoolRow(id=name, label=school.label, note=school.note, answers=False,
                                  need="no trials yet", ratio="", grade="", clean_from="", fix={"viewing.school": name}))  # fmt: skip
            continue
        reach = said.clean_from_mm
        clean = "never" if reach is None else style.far(reach) if reach else "anywhere"
        rows.append(
            SchoolRow(id=name, label=school.label,
                      note=school.note_at(work.distance, work.viewing_conditions, style), answers=True,
                      need=show.ppi(said.need_ppi), ratio=show.decimal(said.quality_ratio, 2),
                      grade=said.grade, clean_from=clean, fix=judged_by(work, name))
        )  # fmt: skip
    return rows


def step_summaries(work: Work, reckoning: Reckoning, style: LengthStyle) -> list[StepSummary]:
    """The seven steps in order.

    >>> sheet = worksheet(plan())
    >>> [(one.title, one.key, one.state) for one in sheet.steps][1:4]
    [('Size', '24 × 16 in', 'no medium'), ('Fit', 'As good as whole', 'fill'), ('Edge', 'No edge', 'none')]
    """
    known = {figure.id for figure in reckoning.figures}
    found = []
    for step in STEPS:
        key, state = _SUMMARIES[step](work, style)
        levels = {finding.level for finding in reckoning.findings if finding.step == step}
        level = "stop" if "stop" in levels else "warn" if "warn" in levels else "calm"
        state = {"stop": "stop", "warn": "check"}.get(level, state)
        pad = [name for name in PADS[step] if name in known]
        found.append(
            StepSummary(
                step=step, title=TITLES[step], key=key, state=state, level=level, figures=pad
            )
        )
    return found


def _picture(work: Work, style: LengthStyle) -> tuple[str, str]:
    placed = work.placement
    count = Fraction(placed.picture_w * placed.picture_h, 1_000_000)
    size = f"{placed.picture_w} × {placed.picture_h}"
    return size, f"{show.decimal(count, 1 if count < 10 else 0)} MP"


def _size(work: Work, style: LengthStyle) -> tuple[str, str]:
    trim = work.boxes.trim
    words = work.plan.medium.name.split()
    return style.size(trim.w, trim.h), words[0] if words else "no medium"


def _fit(work: Work, style: LengthStyle) -> tuple[str, str]:
    count = len(work.plan.fit.keep)
    state = f"{count} zone{'s' if count > 1 else ''}" if count else work.plan.fit.mode
    if work.plan.fit.mode == "contain":
        return "Whole picture", state
    if 0 < work.placement.loss < AS_GOOD_AS_NOTHING:
        return "As good as whole", state
    part, share = lost_part(work)
    return f"−{show.percent(share)} {part}" if share else "Nothing lost", state


def _edge(work: Work, style: LengthStyle) -> tuple[str, str]:
    return work.plan.edge.summary(style)


def _pixels(work: Work, style: LengthStyle) -> tuple[str, str]:
    if work.scale == 1:
        return show.ppi(work.output_ppi), "kept"
    return show.ppi(work.output_ppi), show.times(work.scale)


def _distance(work: Work, style: LengthStyle) -> tuple[str, str]:
    if work.plan.target.in_pixels:
        return "On a screen", grade_word(work.grade or "")
    return f"from {work.distance_text(style)}", grade_word(work.grade or "no trials")


def _handover(work: Work, style: LengthStyle) -> tuple[str, str]:
    name = FILE_FORMATS[work.plan.output.format].label
    return f"{name} {work.output_w} × {work.output_h}", "to do"


_SUMMARIES: dict[Step, Callable[[Work, LengthStyle], tuple[str, str]]] = {
    "picture": _picture,
    "size": _size,
    "fit": _fit,
    "edge": _edge,
    "pixels": _pixels,
    "distance": _distance,
    "handover": _handover,
}


def text_worksheet(plan: Plan, unit: str | None = None) -> str:
    """The worksheet for people: steps, key figures, arithmetic, criteria and findings as text.

    >>> text_worksheet(plan()).splitlines()[3]
    '1  Picture    5000 × 3333  (17 MP)'
    """
    sheet = worksheet(plan, unit)
    figures = {figure.id: figure for figure in sheet.reckoning.figures}
    lines = [plan.title or "Print", "=" * len(plan.title or "Print"), ""]
    for number, summary in enumerate(sheet.steps, 1):
        lines.append(f"{number}  {summary.title:<10} {summary.key}  ({summary.state})")
        for name in summary.figures:
            lines.append(f"     {figures[name].label:<24} {figures[name].working}")
        if summary.step == "distance":
            for row in sheet.schools:
                verdict = f": {row.ratio} = {grade_word(row.grade)}, clean from {row.clean_from}"
                lines.append(f"     {row.label:<24} {row.need}{verdict if row.answers else ''}")
        lines.append("")
    for finding in sheet.reckoning.findings:
        lines.append(f"{finding.word:<5} {finding.text}")
    return "\n".join(lines).rstrip()
