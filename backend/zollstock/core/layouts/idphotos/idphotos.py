"""ID photos: one face, cut by an authority's rule, so many times on a sheet. Nothing is retouched."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import replace
from typing import Any, ClassVar

from ...answer.reckoning import Figure, Finding
from ...figures.figure import figure
from ...ground import show
from ...ground.lengths import MM_PER_INCH, ShownUnit
from ...ground.rational import Fraction
from ...ground.show import LengthStyle
from ...ground.workings import length, length_shown, number, pixels, written
from ...rules import pixelcount
from ...rules.viewing import grade
from ...shapes.box import ZERO, Box
from ...shapes.ink import Ink, Stroke
from ...sheet.grid import PixelBox
from ...sheet.marks import WIDTH
from ...sheet.sheets import FilePart, Sheet
from ...studio.studio import Studio
from ...telling.findings import stops_on_sheets
from ...work.outcome import Work, work_out
from ..beginning import Beginning, Document, placed_anew, sheet
from ..kind import Kind, PageQuery, PlannedLayout
from ..marking import not_marked
from ..page import LayoutPage, assembled
from ..request import LayoutRequest
from .headroom import HeadRoom, head_room, middle
from .page import id_parts
from .photo import Block, IdRequest

#: What a photo shop prints on, and the gap between its photos.
_LAB: dict[ShownUnit, tuple[str, str, str]] = {
    "in": ("6 in", "4 in", "1/8 in"),
    "cm": ("15.2 cm", "10.2 cm", "0.3 cm"),
    "mm": ("152 mm", "102 mm", "3 mm"),
}
_GAP: dict[ShownUnit, str] = {"in": "1/8 in", "cm": "0.2 cm", "mm": "2 mm"}


class IdPhotos(Kind):
    name: ClassVar[str] = "id"
    request: ClassVar[type[LayoutRequest]] = IdRequest
    label: ClassVar[str] = "ID photos"
    begins: ClassVar[str] = "Begin with ID photos"
    says: ClassVar[str] = (
        "A face cut by an authority's rule, checked, as many as fit on a sheet, and a single file for an upload."
    )
    sizes: ClassVar[bool] = True

    def first(self, plans: list[Document], at: Beginning) -> Document:
        (plan,) = plans
        return {
            "title": plan.get("title", ""),
            "plans": [placed_anew(plan)],
            "sheet": sheet(_LAB[at.unit]),
            "gap": _GAP[at.unit],
            "rule": at.rule,
        }

    def completed(self, document: dict[str, Any]) -> dict[str, Any]:
        """A plan without a target has the rule's size."""
        rule, plans = document.get("rule"), document.get("plans")
        if not isinstance(rule, dict) or not isinstance(plans, list):
            return document
        size = {name: rule[name] for name in ("width", "height") if name in rule}
        return document | {
            "plans": [{"target": size} | plan if isinstance(plan, dict) else plan for plan in plans]
        }

    def lay(self, layout: LayoutRequest, style: LengthStyle, studio: Studio) -> PlannedLayout:
        assert isinstance(layout, IdRequest)
        room = head_room(layout)
        work = _photo(layout, room, studio)
        block = max(layout.blocks(), key=lambda one: one.most)
        count = block.most if layout.copies is None else layout.copies
        sheets: list[Sheet] = []
        for first in range(0, count, block.most):
            numbers = range(first, min(first + block.most, count))
            sheets.append(_sheet(layout, work, block, f"Sheet {len(sheets) + 1}", numbers))
        return PlannedLayout(
            works=(work,),
            sheets=tuple(sheets),
            figures=[
                *_marked_only(layout, _photo_figures(layout, work, room, style)),
                *_sheet_figures(block, count, style),
            ],
            findings=[
                *_of_face(layout, room, style),
                *stops_on_sheets(work, style),
                _look_it_up(layout),
            ],
        )

    def page(
        self, layout: LayoutRequest, laid: PlannedLayout, style: LengthStyle, seen: PageQuery
    ) -> LayoutPage:
        assert isinstance(layout, IdRequest)
        (work,) = laid.works
        parts = id_parts(layout, work, head_room(layout), laid, style, seen.studio)
        return assembled(parts, laid, style, {}, seen.sheet)


def _photo(layout: IdRequest, room: HeadRoom, studio: Studio) -> Work:
    """The plan worked out with the region in its frame: all that a rule decides is where the crop lies."""
    work = work_out(layout.plans[0], studio)
    placed, region = work.placement, room.region
    scale = placed.printed.w / region.w
    whole = Box(-region.x * scale, -region.y * scale, room.width * scale, room.height * scale)
    cropped = replace(placed, crop=region, whole=whole, mm_per_px=scale)
    effective = room.per_mm * MM_PER_INCH
    ppi = pixelcount.output_ppi(layout.plans[0].pixels, effective, work.need)
    quality = None if work.need is None else effective / work.need
    width, height = (
        pixelcount.round_px(pixelcount.length_px(side.mm, ppi))
        for side in (layout.rule.width, layout.rule.height)
    )
    return replace(
        work,
        placement=cropped,
        effective=effective,
        quality=quality,
        grade=None if quality is None else grade(quality),
        output_ppi=ppi,
        output_w=width,
        output_h=height,
    )


def _sheet(layout: IdRequest, work: Work, block: Block, name: str, numbers: range) -> Sheet:
    media = block.paper.media
    columns, rows = block.begins(len(numbers))
    whole = work.boxes.document
    shown = PixelBox(0, 0, work.output_w, work.output_h)
    photos = tuple(
        FilePart(
            str(number + 1),
            0,
            whole,
            shown,
            Box(columns[at % len(columns)], rows[at // len(columns)], block.width, block.height),
            block.turn,
        )
        for at, number in enumerate(numbers)
    )
    cuts = Ink(tuple(_cuts(media, columns, rows, block)) if layout.marks else ())
    return Sheet(name, media.w, media.h, work.output_ppi, media, media, (*photos, cuts))


def _cuts(
    media: Box, columns: list[Fraction], rows: list[Fraction], block: Block
) -> Iterator[Stroke]:
    """Cut lines along every edge, through to the sheet's rim, and in the gaps; never on a photo."""
    for x in _edges(columns, block.width):
        for begin, end in _between(rows, block.height, media.h):
            yield Stroke("cut", (x, begin), (x, end), WIDTH)
    for y in _edges(rows, block.height):
        for begin, end in _between(columns, block.width, media.w):
            yield Stroke("cut", (begin, y), (end, y), WIDTH)


def _edges(begins: list[Fraction], size: Fraction) -> list[Fraction]:
    return sorted({place for begin in begins for place in (begin, begin + size)})


def _between(
    begins: list[Fraction], size: Fraction, whole: Fraction
) -> Iterator[tuple[Fraction, Fraction]]:
    """The stretches of a sheet's side that no piece covers."""
    at = ZERO
    for begin in begins:
        if begin > at:
            yield at, begin
        at = begin + size
    if whole > at:
        yield at, whole


def _photo_figures(
    layout: IdRequest, work: Work, room: HeadRoom, style: LengthStyle
) -> Iterator[Figure]:
    rule, effective = layout.rule, work.effective
    yield figure(
        "effective_ppi", "Effective resolution", effective, "ppi", show.ppi(effective),
        "(chin − crown) × picture height ÷ the middle of the head's range",
        written("{} px ÷ {} mm × 25.4 mm/in", (pixels(room.head), number(middle(rule.head), 2)),
                lambda px, mm: px / mm * MM_PER_INCH, show.ppi, show.ppi(effective)), "id",
    )  # fmt: skip
    yield _in_the_middle("head_height", "Head, chin to crown", layout.rule.head, style)
    if rule.crown is not None:
        yield _in_the_middle("crown_distance", "Crown under the upper edge", rule.crown, style)
    elif rule.eyes is not None:
        yield _in_the_middle("eye_height", "Eyes over the lower edge", rule.eyes, style)
    upload = layout.upload
    for name, label, side, px, asked in (
        ("upload_width_px", "Single photo, width", rule.width, work.output_w,
         None if upload is None else upload.width_px),
        ("upload_height_px", "Single photo, height", rule.height, work.output_h,
         None if upload is None else upload.height_px),
    ):  # fmt: skip
        if asked is not None:
            yield figure(name, label, asked, "px", show.px(asked), "as asked", show.px(asked), "id")
            continue
        put_in = written(
            "{} mm ÷ 25.4 mm/in × {} ppi",
            (number(side.mm, 2), number(work.output_ppi, 1)),
            lambda mm, ppi: mm / MM_PER_INCH * ppi,
            lambda exact_px: show.whole(exact_px),
            show.whole(px),
        )
        yield figure(
            name, label, px, "px", show.px(px), "side × output ppi, rounded half up", put_in, "id"
        )


def _in_the_middle(name: str, label: str, held: tuple, style: LengthStyle) -> Figure:  # type: ignore[type-arg]
    mm = middle(held)
    shown, said = length_shown(mm, style)
    put_in = written(
        "({} + {}) ÷ 2",
        tuple(length(side.mm, style) for side in held),
        lambda one, other: (one + other) / 2,
        shown,
        said,
    )
    return figure(name, label, mm, "mm", style.length(mm), "the middle of its range", put_in, "id")


def _sheet_figures(block: Block, count: int, style: LengthStyle) -> Iterator[Figure]:
    columns, rows = min(block.columns, count), -(-min(count, block.most) // block.columns)
    yield figure("pieces_count", "Photos", count, "–", str(count), "as wished, or all that fit",
                 f"{block.columns} × {block.rows} fit a sheet; {count} wished", "id")  # fmt: skip
    for name, label, found, fit, room, size in (
        ("columns", "Across", columns, block.columns, block.paper.usable.w, block.width),
        ("rows", "Down", rows, block.rows, block.paper.usable.h, block.height),
    ):
        put_in = written(
            "floor(({} + {}) ÷ ({} + {}))",
            tuple(length(mm, style) for mm in (room, block.gap, size, block.gap)),
            lambda whole, gap, piece, again: (whole + gap) // (piece + again),
            lambda value: show.decimal(value, 0),
            str(fit),
        )
        told = put_in if found == fit else f"of {put_in} = {fit} taken"
        yield figure(
            name, label, found, "–", str(found), "floor((usable + gap) ÷ (piece + gap))", told, "id"
        )
    yield figure("turn", "Photos lie", block.turn, "–", "upright" if block.turn == 0 else "turned by 90°",
                 "the more photos", f"{block.most} a sheet", "id")  # fmt: skip


#: What follows from where the marks are.
_FROM_MARKS = ("effective_ppi", "upload_width_px", "upload_height_px")


def _marked_only(layout: IdRequest, figures: Iterator[Figure]) -> Iterator[Figure]:
    """No figure is told that follows from a place nobody has marked, apart from what is asked for in px."""
    hidden = (
        set(_FROM_MARKS if layout.upload is None else _FROM_MARKS[:1]) if layout.unmarked else set()
    )
    return (one for one in figures if one.id not in hidden)


def _of_face(layout: IdRequest, room: HeadRoom, style: LengthStyle) -> Iterator[Finding]:
    if layout.unmarked:
        yield not_marked(
            layout.unmarked, "put the rings there, or say that they lie right as they are"
        )
        return
    yield from _outside(room, style)


def _outside(room: HeadRoom, style: LengthStyle) -> Iterator[Finding]:
    for side, px in room.beyond:
        yield Finding(
            id="photo-outside",
            level="stop",
            step="fit",
            text=f"The photo reaches {style.length(px / room.per_mm)} ({show.px(px)}) beyond the {side} of the picture: "
            "there is not enough of it around the head.",
        )


def _look_it_up(layout: IdRequest) -> Finding:
    rule = layout.rule
    checked = f", read {rule.checked}" if rule.checked not in ("", "never") else ", not checked yet"
    source = f" ({rule.source}{checked})" if rule.source else ""
    return Finding(
        id="authority-decides",
        level="note",
        step="handover",
        text=f"The authority that takes the photo decides by its own page{source}: look there before it is printed.",
    )
