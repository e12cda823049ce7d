"""Giving prints the settings of another: what of it goes along, and what stays each print's own.

Keep zones, rotation, captions and what was measured of a picture stay its own. Where the window for the picture gets another
ratio, its crop is placed anew by its zones; where it only gets larger, the crop stays as it is.
"""

from __future__ import annotations

from collections.abc import Collection, Sequence
from typing import Any, Literal

from ..answer.reckoning import Record
from ..documents.plan import Plan, PlanError, parse_plan, plan_document
from ..ground.rational import Fraction
from ..ground.show import LengthStyle, style_for
from ..parts.target import Target
from ..rules.fit import turned_size
from ..shapes.drawing import Drawing
from ..sheet.drawings import small_drawing
from ..studio.studio import DEFAULT_STUDIO, Studio
from ..telling.findings import findings
from ..work.outcome import Work, work_out

Setting = Literal["size", "edge", "medium", "distance", "pixels", "file"]
#: In the order of the work, with what people call them.
SETTINGS: dict[Setting, str] = {
    "size": "Size", "edge": "Edge", "medium": "Medium", "distance": "Distance", "pixels": "Pixels", "file": "File and device",
}  # fmt: skip
#: The parts of a plan that each of them takes along as they are.
_PARTS: dict[Setting, tuple[str, ...]] = {
    "size": ("target",), "edge": ("edge", "marks"), "medium": ("medium",), "distance": ("viewing",), "pixels": ("pixels",),
    "file": ("output", "device", "lab"),
}  # fmt: skip
#: What of a part says something of the picture, not of the print: it stays.
_OWN = {
    "viewing": ("detail", "trials"),
    "pixels": ("source", "denoise"),
    "output": ("bits", "cmyk"),
}
#: Windows whose ratios differ by less are of one ratio.
_SAME_RATIO = Fraction(1, 1000)

Document = dict[str, Any]


def settings_in(document: Document, which: Collection[Setting]) -> Document:
    """Those settings of a plan, as a standard for new prints keeps them.

    >>> settings_in({"title": "Fog", "target": {"width": "30 cm", "height": "20 cm"}, "medium": None}, ["size", "medium"])
    {'target': {'width': '30 cm', 'height': '20 cm'}}
    """
    parts = [part for setting in SETTINGS if setting in which for part in _PARTS[setting]]
    return {part: document[part] for part in parts if document.get(part) is not None}


def settings_held(standard: Document) -> list[Setting]:
    """Which settings a standard has.

    >>> settings_held({"target": {"width": "30 cm", "height": "20 cm"}})
    ['size']
    """
    return [setting for setting in SETTINGS if _PARTS[setting][0] in standard]


def with_settings(document: Document, source: Document, which: Collection[Setting]) -> Document:
    """A plan with those settings of another (or of a standard), lying or standing as its own picture does.

    Raises `PlanError` where they do not go with it.

    >>> wide = {"format": "zollstock.plan/1", "picture": {"width_px": 6000, "height_px": 4000}, "target": {"width": "50 cm", "height": "40 cm"}}
    >>> tall = wide | {"picture": {"width_px": 4000, "height_px": 6000}, "target": {"width": "20 cm", "height": "30 cm"}}
    >>> with_settings(tall, wide, {"size"})["target"]["height"]
    '50 cm'
    """
    before = parse_plan(document)
    own = plan_document(before)
    changed = dict(own)
    for setting in SETTINGS:
        if setting not in which:
            continue
        for part in _PARTS[setting]:
            if part in source:
                changed[part] = _taken(part, own, source)
    if "size" in which and "target" in source:
        changed["target"] = _as_it_lies(changed["target"], before)
    after = parse_plan(changed)
    if _same_window(before, after):
        return plan_document(after)
    placed = {"zoom": 1.0, "anchor": [0.5, 0.5], "auto": bool(before.fit.keep)}
    return plan_document(parse_plan(changed | {"fit": own["fit"] | placed}))


def _taken(part: str, own: Document, source: Document) -> Any:
    given = source[part]
    if not isinstance(given, dict):
        return given
    taken = given | {
        name: own[part][name] for name in _OWN.get(part, ()) if isinstance(own.get(part), dict)
    }
    caption = taken.get("caption") if part == "edge" else None
    if caption:
        held = own["edge"].get("caption") or {}
        taken["caption"] = caption | {
            "text": held.get("text") or own.get("title") or caption["text"]
        }
    return taken


def _as_it_lies(target: Document, plan: Plan) -> Document:
    """A size turned as the picture of a plan lies."""
    width, height = turned_size(plan.picture, plan.fit.turn)
    sides = Target.model_validate(target)
    wide, tall = sides.width.mm, sides.height.mm
    if (wide > tall) == (width > height) or wide == tall or width == height:
        return target
    return target | {"width": target["height"], "height": target["width"]}


def _same_window(before: Plan, after: Plan) -> bool:
    old, new = (work_out(plan).boxes.image for plan in (before, after))
    return abs(old.w / old.h * new.h / new.w - 1) < _SAME_RATIO


class Given(Record):
    """What settings make of one print: its size before and after, as it would be, and what is against it: `problem` where it cannot
    have them, `told` what would newly be found of it."""

    id: int
    title: str
    before: str
    after: str = ""
    changes: bool = False
    drawing: Drawing | None = None
    told: list[str] = []
    problem: str = ""


def given(
    number: int,
    document: Document,
    source: Document,
    which: Collection[Setting],
    studio: Studio = DEFAULT_STUDIO,
) -> tuple[Given, Document | None]:
    """What would become of a print, and its document; None where it cannot have those settings.

    >>> small = fog(target={"width": "30 cm", "height": "20 cm"}).plan
    >>> would, _ = given(1, plan_document(fog().plan), plan_document(small), ["size"])
    >>> would.before, would.after
    ('24 × 16 in', '30 × 20 cm')
    """
    plan = parse_plan(document)
    work = work_out(plan, studio)
    style = style_for([plan.target.width, plan.target.height])
    title, size = plan.title or "untitled", _size(work, style)
    try:
        wanted = with_settings(document, source, which)
    except PlanError as error:
        return Given(id=number, title=title, before=size, problem=error.problems[0][1]), None
    then = work_out(parse_plan(wanted), studio)
    style = style_for([then.plan.target.width, then.plan.target.height])
    return Given(
        id=number, title=title, before=size, after=_size(then, style), changes=wanted != plan_document(plan),
        drawing=small_drawing(then), told=_newly_told(work, then, style),
    ), wanted  # fmt: skip


def _size(work: Work, style: LengthStyle) -> str:
    return style.size(work.boxes.trim.w, work.boxes.trim.h)


def _newly_told(before: Work, after: Work, style: LengthStyle) -> list[str]:
    """What is found of it then that was not found before, of what wants a second look."""
    known = {
        one.id for one in findings(before, style, before.studio) if one.level in ("stop", "warn")
    }
    found: Sequence[Any] = findings(after, style, after.studio)
    return [one.text for one in found if one.level in ("stop", "warn") and one.id not in known]
