"""The page of a strip: Part, Ladder, Sheets; the key is not on it."""

from __future__ import annotations

from ...ground.show import LengthStyle
from ...rules.fit import turned_size
from ..kind import PageQuery, PlannedLayout
from ..page import LayoutWay, PartDrawn, Parts, paper_name, step_summary
from .ladder import Rungs, step_text
from .patches import MIDDLE, PatchGrid, PictureOnStrip, sharp_places
from .request import StripRequest

_BY = {
    "ppi": "ppi",
    "method": "methods",
    "sharpen": "sharpening",
    "exposure": "exposures",
    "profile": "renderings",
}
#: Ladders that are asked for most: word, what it is of, steps.
USUAL_LADDERS: tuple[tuple[str, str, list[float | str]], ...] = (
    ("Resolution", "ppi", [72.0, 100.0, 150.0, 200.0, 240.0, 300.0, 360.0, 480.0, 720.0]),
    ("Resolution, close by", "ppi", [150.0, 200.0, 240.0, 300.0, 360.0, 480.0, 600.0, 720.0]),
    ("Ways of enlarging", "method", ["careful", "lanczos", "cubic"]),
    ("Sharpening", "sharpen", [0.0, 0.3, 0.6, 1.0, 1.5]),
    ("Exposure", "exposure", [-3.0, -2.0, -1.0, 0.0, 1.0, 2.0, 3.0]),
    ("Rendering intents", "profile", ["perceptual", "relative", "relative-plain", "saturation"]),
)
_PLACES = 4


def strip_parts(
    layout: StripRequest,
    pictures: list[PictureOnStrip],
    grid: PatchGrid,
    laid: PlannedLayout,
    style: LengthStyle,
    seen: PageQuery,
) -> Parts:
    by, first = layout.ladder.by, pictures[0].rungs
    of = {step: [one for one in laid.findings if one.step == step] for step in ("fit", "pixels", "handover")}  # fmt: skip
    copies = layout.copies
    steps = [
        step_summary("part", "Part", style.size(layout.patch.width.mm, layout.patch.height.mm),
                     _where(layout, pictures[0], seen),
                     ["strip_ppi", "patch_width_px", "patch_height_px"], of["fit"]),
        step_summary("ladder", "Ladder", _ladder_text(by, first),
                     f"against {step_text(by, first.reference.step)}", ["strip_reference", "patches_count"], of["pixels"]),
        step_summary("sheets", "Sheets", paper_name(layout.sheet, style, seen.studio),
                     f"{copies} {'copy' if copies == 1 else 'copies'}", ["sheets_count"], of["handover"]),
    ]  # fmt: skip
    return Parts(
        steps=steps,
        ways=[*_places(layout, pictures[0], seen), *_ladders(layout)],
        parts=[_drawn(layout, on, grid, seen) for on in pictures],
        hint="The key stays hidden until the judging is over.",
    )


def _where(layout: StripRequest, on: PictureOnStrip, seen: PageQuery) -> str:
    """Which part is shown, in a word."""
    taken = next((way.title for way in _places(layout, on, seen) if way.taken), "")
    return taken.lower() or "where you said"


def _ladder_text(by: str, rungs: Rungs) -> str:
    if by == "ppi" and rungs.standing:
        return f"{float(rungs.standing[0].step):g} to {float(rungs.standing[-1].step):g} ppi"
    return f"{len(rungs.standing)} {_BY[by]}"


def _drawn(layout: StripRequest, on: PictureOnStrip, grid: PatchGrid, seen: PageQuery) -> PartDrawn:
    """What a patch shows of the whole picture."""
    width, height = turned_size(on.plan.picture, on.plan.fit.turn)
    per_mm = on.region.w / grid.whole_mm[0]
    around = grid.around / grid.per_mm * per_mm
    wide, high = grid.sides_mm
    box = (on.region.x + around, on.region.y + around, wide * per_mm, high * per_mm)
    x, y, w, h = (float(side) / whole for side, whole in zip(box, (width, height) * 2, strict=True))
    return PartDrawn(name=on.plan.title, box=(x, y, w, h), width=float(wide), height=float(high))


def _places(layout: StripRequest, on: PictureOnStrip, seen: PageQuery) -> list[LayoutWay]:
    picture, turn = on.plan.picture, on.plan.fit.turn
    known = sharp_places(seen.studio.measures, picture.width_px, picture.height_px, turn)
    places = [
        ("Sharpest place" if number == 1 else f"Sharp place {number}", at)
        for number, at in enumerate(known[:_PLACES], 1)
    ]
    now = layout.middle(0) or MIDDLE
    return [
        LayoutWay(
            id=f"place-{number}",
            title=title,
            text=f"{round(100 * x)} % across, {round(100 * y)} % down",
            fix={"part": [x, y]},
            taken=(x, y) == tuple(now),
        )
        for number, (title, (x, y)) in enumerate([*places, ("The middle", MIDDLE)], 1)
    ]


def _ladders(layout: StripRequest) -> list[LayoutWay]:
    return [
        LayoutWay(
            id=f"ladder-{number}",
            title=title,
            text=", ".join(step_text(by, step).removesuffix(" ppi") for step in steps),
            fix={"ladder": {"by": by, "steps": steps}},
            taken=layout.ladder.by == by and layout.ladder.steps == steps,
        )
        for number, (title, by, steps) in enumerate(USUAL_LADDERS, 1)
        if by != "profile" or layout.plans[0].output.print_profile is not None
    ]
