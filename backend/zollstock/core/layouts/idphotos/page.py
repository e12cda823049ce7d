"""The page of ID photos: Rule, Face, Checks and Sheet, and the photo's frame over the picture."""

from __future__ import annotations

from ...ground import show
from ...ground.rational import Fraction, exact
from ...ground.show import LengthStyle
from ...studio.studio import Studio
from ...work.outcome import Work
from ..kind import PlannedLayout
from ..page import (
    FaceFrame,
    LayoutStepSummary,
    LayoutWay,
    MarksDrawn,
    Parts,
    paper_name,
    step_summary,
)
from .facechecks import face_checks, leaning
from .headroom import HeadRoom, leaned, middle
from .photo import Block, IdRequest, Range

#: Degrees; the steps and the most that a picture leans.
_STEP, _MOST = 0.5, 15.0
NO_RETOUCH = "Nothing is retouched: what a check finds is put right by taking the photo again."


def id_parts(
    layout: IdRequest,
    work: Work,
    room: HeadRoom,
    laid: PlannedLayout,
    style: LengthStyle,
    studio: Studio,
) -> Parts:
    """What stands on the page of an ID photo."""
    checks = list(face_checks(layout, work, room, studio.measures, style))
    doubtful = sum(check.state == "look" for check in checks)
    block = max(layout.blocks(), key=lambda one: one.most)
    return Parts(
        steps=_steps(layout, work, laid, doubtful, style, studio),
        ways=[*_turns(layout, block), *_leans(layout, room)],
        frame=_frame(layout, room),
        checks=checks,
        hint=NO_RETOUCH,
    )


def _steps(
    layout: IdRequest,
    work: Work,
    laid: PlannedLayout,
    doubtful: int,
    style: LengthStyle,
    studio: Studio,
) -> list[LayoutStepSummary]:
    rule = layout.rule
    of_face = [one for one in laid.findings if one.id in ("photo-outside", "not-marked")]
    rest = [one for one in laid.findings if one not in of_face and one.id != "authority-decides"]
    place = "crown_distance" if rule.crown is not None else "eye_height"
    count = next(one for one in laid.figures if one.id == "pieces_count")
    return [
        step_summary("rule", "Rule", style.size(rule.width.mm, rule.height.mm), rule.name or "typed",
              ["head_height", place], []),
        step_summary("face", "Face", f"{style.length(middle(rule.head))} head", "not marked yet" if layout.unmarked else show.ppi(work.effective),
              ["effective_ppi", "head_height", place], of_face),
        step_summary("checks", "Checks", f"{doubtful} to look at" if doubtful else "all pass", "not retouched", [], []),
        step_summary("sheet", "Sheet", f"{paper_name(layout.sheet, style, studio)}, {count.text}", "with upload" if layout.upload else "cut lines",
              ["pieces_count", "columns", "rows", "turn", "upload_width_px", "upload_height_px"], rest),
    ]  # fmt: skip


def _frame(layout: IdRequest, room: HeadRoom) -> FaceFrame:
    """Where the photo lies, and where its rule wants what is marked, at the scale that the marks give."""
    region, rule = room.region, layout.rule
    height = Fraction(room.height)

    def under(span: Range) -> tuple[float, float]:
        low, high = (region.y + side.mm * room.per_mm for side in span)
        return float(low / height), float(high / height)

    def over(span: Range) -> tuple[float, float]:
        high, low = (region.bottom - side.mm * room.per_mm for side in span)
        return float(low / height), float(high / height)

    crown = exact(layout.where.crown[1]) * height
    chin = [(crown + side.mm * room.per_mm) / height for side in rule.head]
    return FaceFrame(
        region=(
            float(region.x / room.width),
            float(region.y / height),
            float(region.w / room.width),
            float(region.h / height),
        ),
        crown=None if rule.crown is None else under(rule.crown),
        eyes=None if rule.eyes is None else over(rule.eyes),
        chin=(float(chin[0]), float(chin[1])),
        marks=MarksDrawn(*layout.where),
        unmarked=layout.unmarked,
        ratio=float(rule.height.mm / rule.width.mm),
        leans=leaning(layout.where, room.width, room.height),
    )


def _turns(layout: IdRequest, here: Block) -> list[LayoutWay]:
    both = [*layout.model_copy(update={"turn": "auto"}).blocks()]
    return [
        LayoutWay(
            id=f"turn-{block.turn}",
            title=f"{'Lying' if block.turn else 'Standing'}, {block.most} on a sheet",
            text=f"{block.columns} across, {block.rows} down",
            fix={"turn": block.turn},
            taken=block.turn == here.turn,
        )
        for block in both
        if block.most
    ]


def _leans(layout: IdRequest, room: HeadRoom) -> list[LayoutWay]:
    """Half a degree either way, and as the marks stand upright."""
    angle = layout.plans[0].fit.angle
    tilt = leaning(layout.where, room.width, room.height)
    wanted = (
        ("lean-left", "½° left", angle - _STEP),
        ("lean-upright", "Upright by the rings", round(angle - tilt, 1)),
        ("lean-right", "½° right", angle + _STEP),
    )
    return [
        LayoutWay(
            id=name,
            title=title,
            text=f"{show.decimal(_held(to), 1)}°",
            fix=leaned(layout, room, _held(to)),
            taken=False,
        )
        for name, title, to in wanted
    ]


def _held(angle: float) -> float:
    return max(-_MOST, min(_MOST, angle))
