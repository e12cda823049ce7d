"""The page of panels: Spread, Frames, Edge, Pixels and Hanging, and the frames on their wall, to scale."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Any

from ...edges.wrap import Wrap
from ...ground import show
from ...ground.rational import Fraction
from ...ground.show import LengthStyle, typed_length
from ...rules.viewing import grade_word
from ...shapes.box import ZERO
from ...studio.studio import Studio
from ...work.outcome import Work
from ..kind import PlannedLayout
from ..page import (
    ArrangementDrawn,
    LayoutStepSummary,
    LayoutWay,
    ModeDrawn,
    PanelsDrawn,
    Parts,
    WallDrawn,
    step_summary,
)
from ..wall.faces import bounds
from ..wall.hanging import CAUTION
from ..wall.page import Shown, seen_step, wall_drawn
from .arrangements import ARRANGEMENTS, LEAST, MOST, arrangement_of
from .onwall import frames_to_hang, panels_scene
from .rearranged import NotArranged, gap_of, rearranged, usual_size
from .request import PanelsRequest
from .zones import panel_work, spots

_OF_EDGE = {"picture-ends", "mirror-too-shallow", "zone-near-fold"}
_OF_HANGING = {"hangs-in-floor", "nail-below", "wide-on-one-nail"}
_OF_FRAMES = {"measured-otherwise"}
_OF_SPREAD = {"zone-off-faces"}
_WORDS = {"window": "gaps hide", "butted": "nothing hidden"}


def panel_parts(
    layout: PanelsRequest, work: Work, laid: PlannedLayout, style: LengthStyle
) -> Parts:
    """What stands on the page of panels."""
    return Parts(
        steps=_steps(layout, work, laid, style),
        ways=[*_modes(layout, work), *_fills(layout, work)],
        wall=_wall(layout, style),
        panels=_drawn(layout, work),
        scene=panels_scene(layout, style, work.studio),
        hint=CAUTION,
    )


def _steps(
    layout: PanelsRequest, work: Work, laid: PlannedLayout, style: LengthStyle
) -> list[LayoutStepSummary]:
    spread, count = bounds(layout.on_spread), len(layout.frames)
    nails = sum(frame.fixings for frame in layout.frames)
    by_id = {
        name: [one for one in laid.findings if one.id in ids]
        for name, ids in (
            ("spread", _OF_SPREAD),
            ("frames", _OF_FRAMES),
            ("edge", _OF_EDGE),
            ("hanging", _OF_HANGING),
        )
    }
    told = [one for found in by_id.values() for one in found]
    rest = [one for one in laid.findings if one not in told]
    own = arrangement_of(layout.on_wall)
    measured = any(frame.ordered is not None for frame in layout.frames)
    wrap = layout.wrap
    edge = ("none", "faces only") if wrap is None else (
        f"Wrap {style.length(wrap.depth.mm)}",
        next(fill.label.lower() for fill in Wrap.fills if fill.id == wrap.fill),
    )  # fmt: skip
    of_hanging = [figure.id for figure in laid.figures if figure.id.startswith(("hang_", "nail_"))]
    return [
        step_summary("spread", "Spread", style.size(spread.w, spread.h), _WORDS[layout.mode],
              ["spread_width", "spread_height", "unseen", "loss"], by_id["spread"]),
        step_summary("frames", "Frames", f"{count}, measured" if measured else f"{count} frames",
              ARRANGEMENTS[own].label.lower() if own else "own places", ["spread_width", "spread_height"], by_id["frames"]),
        step_summary("edge", "Edge", *edge, [], by_id["edge"]),
        step_summary("pixels", "Pixels", show.ppi(work.effective), grade_word(work.grade or "no trials"), ["effective_ppi", "loss", "grade"], rest),
        step_summary("hanging", "Hanging", f"middle {style.length(layout.hang.centre_height.mm)}", f"{nails} nail{'s' * (nails > 1)}",
              of_hanging, by_id["hanging"]),
        seen_step(layout.view, style),
    ]  # fmt: skip


def _modes(layout: PanelsRequest, work: Work) -> Iterator[LayoutWay]:
    """Both criteria with what they lead to: what is unseen, and how fine the picture is then."""
    for mode, title, what in (
        ("window", "The gaps hide picture", "lines run on behind them"),
        ("butted", "Nothing is hidden in gaps", "lines jump at the gaps"),
    ):
        other = _in_mode(layout, mode)
        spread = bounds(other.on_spread)
        seen = sum((face.area for face in other.on_spread), ZERO)
        unseen = show.percent(1 - seen / spread.area)
        ppi = show.ppi(panel_work(other, work.studio).effective)
        yield LayoutWay(
            id=f"mode-{mode}",
            title=title,
            text=f"{what}, {unseen} unseen, {ppi}",
            fix={"mode": mode},
            taken=mode == layout.mode,
        )


def _in_small(layout: PanelsRequest, studio: Studio) -> ModeDrawn:
    return ModeDrawn(
        mode=layout.mode,
        picture=panel_work(layout, studio).placement.whole.as_floats(),
        faces=[face.as_floats() for face in layout.on_wall],
        shows=[face.as_floats() for face in layout.on_spread],
    )


def _in_mode(layout: PanelsRequest, mode: str) -> PanelsRequest:
    """The same frames in one of both criteria."""
    if mode == layout.mode:
        return layout
    changed = layout.model_copy(update={"mode": mode})
    spread = bounds(changed.on_spread)
    plan = layout.plans[0]
    target = type(plan.target).model_validate(
        {"width": typed_length(spread.w, "mm"), "height": typed_length(spread.h, "mm")}
    )
    return changed.model_copy(update={"plans": [plan.model_copy(update={"target": target})]})


def _fills(layout: PanelsRequest, work: Work) -> Iterator[LayoutWay]:
    """How the sides are covered; the picture itself comes with the zoom that leaves enough of it."""
    if layout.wrap is None:
        return
    for fill in Wrap.fills:
        fix: dict[str, Any] = {"wrap.fill": fill.id}
        text = fill.words
        if fill.id == "picture":
            room = _room_for_sides(layout, work)
            if room is None:
                text = "straighten it first, or take it larger, so that the picture reaches round"
            elif room:
                fix |= room
                text += "; taken a little nearer for it"
        yield LayoutWay(
            id=f"fill-{fill.id}",
            title=fill.label,
            text=text,
            fix=fix,
            taken=fill.id == layout.wrap.fill,
        )


def _room_for_sides(layout: PanelsRequest, work: Work) -> dict[str, Any] | None:
    """Zoom and anchor that leave enough picture for all sides; empty where there is enough, None where it leans or
    is padded."""
    fit, placed = work.plan.fit, work.placement
    if fit.mode != "fill" or fit.angle:
        return None
    spread, around = bounds(layout.on_spread), layout.around
    before: list[Fraction] = []
    after: list[Fraction] = []
    shares: list[float] = []
    zoom = 1.0
    for size, sides, taken, whole in (
        (spread.w, [(face.x, face.right) for face in layout.on_spread], placed.crop.w, placed.picture_w),
        (spread.h, [(face.y, face.bottom) for face in layout.on_spread], placed.crop.h, placed.picture_h),
    ):  # fmt: skip
        first = max(around - min(begin for begin, _ in sides), ZERO)
        last = max(around - (size - max(end for _, end in sides)), ZERO)
        before.append(first)
        after.append(last)
        zoom = max(zoom, float(taken * (size + first + last) / size / whole))
    nearer = fit.zoom * zoom * 1.0001 if zoom > 1 else fit.zoom
    if nearer > 1000:
        return None
    for axis, (size, now, whole) in enumerate(
        ((spread.w, placed.crop.w, placed.picture_w), (spread.h, placed.crop.h, placed.picture_h))
    ):
        crop = float(now) * fit.zoom / nearer
        spare = whole - crop
        per_mm = crop / float(size)
        low, high = float(before[axis]) * per_mm, spare - float(after[axis]) * per_mm
        shares.append(
            min(max(float(placed.anchor[axis]) * spare, low), high) / spare if spare > 0 else 0.5
        )
    anchor = [round(min(1.0, max(0.0, share)), 6) for share in shares]
    if zoom == 1 and anchor == [round(float(share), 6) for share in placed.anchor]:
        return {}
    return {
        "plans.0.fit.zoom": round(nearer, 6),
        "plans.0.fit.anchor": anchor,
        "plans.0.fit.auto": False,
    }


def _drawn(layout: PanelsRequest, work: Work) -> PanelsDrawn:
    gap, (width, height) = gap_of(layout), usual_size(layout)
    placed = work.placement
    return PanelsDrawn(
        spread=bounds(layout.on_spread).as_floats(),
        picture=placed.whole.as_floats(),
        printed=placed.printed.as_floats(),
        angle=work.plan.fit.angle,
        zones=[(spot.name.removeprefix("The "), spot.box.as_floats()) for spot in spots(work)],
        around=float(layout.around),
        arrangement=arrangement_of(layout.on_wall),
        arrangements=list(_arrangements(layout)),
        modes=[_in_small(_in_mode(layout, mode), work.studio) for mode in ("window", "butted")],
        gap="" if gap is None else typed_length(gap, layout.frames[0].width.unit),
        usual=(width.typed, height.typed),
        least=LEAST,
        most=MOST,
    )


def _wall(layout: PanelsRequest, style: LengthStyle) -> WallDrawn:
    pieces = frames_to_hang(layout)
    shown = [
        Shown(0, face, wall, _off(layout, number, style))
        for number, (face, wall) in enumerate(zip(layout.on_spread, layout.on_wall, strict=True))
    ]
    typed = [(frame.width.typed, frame.height.typed) for frame in layout.frames]
    corner = bounds([frame.box for frame in layout.frames])
    origin = float(corner.x), float(corner.y)
    return wall_drawn(pieces, layout.hang, shown, typed, None, style, origin)


def _off(layout: PanelsRequest, number: int, style: LengthStyle) -> str:
    """How much a measured frame is off what was ordered: +2 × 0 mm; empty where nothing was ordered."""
    frame = layout.frames[number]
    if frame.ordered is None:
        return ""
    signed = []
    for found, wanted in (
        (frame.width.mm, frame.ordered.width.mm),
        (frame.height.mm, frame.ordered.height.mm),
    ):
        off = found - wanted
        signed.append(f"{'+' if off > 0 else '−' if off < 0 else '±'}{style.number(abs(off))}")
    return f"{signed[0]} × {signed[1]} {style.unit}"


def _arrangements(layout: PanelsRequest) -> Iterator[ArrangementDrawn]:
    now, count = arrangement_of(layout.on_wall), len(layout.frames)
    for kind in ARRANGEMENTS.values():
        shown = count if LEAST <= count <= MOST and kind.fits(count) else (4 if kind.fits(4) else 3)
        faces = kind.place(kind.sizes(shown, *_plain(layout)), _plain(layout)[0] / 8)
        try:
            fix = {"frames": rearranged(layout, kind.id)}
        except NotArranged:
            fix = None
        yield ArrangementDrawn(
            id=kind.id,
            label=kind.label,
            faces=[face.as_floats() for face in faces],
            taken=kind.id == now,
            fix=fix,
        )


def _plain(layout: PanelsRequest) -> tuple[Fraction, Fraction]:
    width, height = usual_size(layout)
    return width.mm, height.mm
