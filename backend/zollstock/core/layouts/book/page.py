"""The page of a book: its rule, every opening in small, the audit, and arrangements for the opening that is looked at."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import replace

from ...answer.reckoning import Finding
from ...ground import show
from ...ground.show import LengthStyle
from ...rules.fit import zone_px
from ...rules.viewing import grade_word
from ...shapes.box import Box
from ...shapes.drawing import BoxMm, DrawnPiece
from ...sheet.drawings import drawn_label, sheet_drawing
from ...sheet.textblock import flowed
from ..kind import PageQuery, PlannedLayout
from ..page import LayoutPage, LayoutStepSummary, step_summary
from .binding import BINDINGS
from .boxes import LaidBook, PictureBox, laid_boxes, typed_box, zones_in_gutter
from .coversheet import cover_picture, cover_plan, cover_sheet
from .drawn import (
    ArrangementSymbol,
    AuditRow,
    BindingWay,
    BookBoxDrawn,
    BookDrawn,
    BookFormatWay,
    CoverDrawn,
    OpeningDrawn,
    Wrong,
)
from .figures import largest, worst
from .first import FORMATS
from .firstlayout import ArrangementCosts
from .labrules import book_labs
from .openings import Opening
from .pages import blocks_on, number_of
from .request import BookRequest

_OF_BOOK = {"book-pages", "book-beyond", "lab-pages", "lab-bleed", "lab-format"}
_OF_PICTURES = {"book-no-place"}
_OF_SPREADS = {"zone-in-gutter", "keep-zone-cut", "box-beyond", "box-near-trim", "boxes-overlap"}
_OF_BOXES = {"box-soft", "boxes-soft"}
_OF_TEXT = {"text-overflow", "text-signs", "captions-no-room"}
_OF_COVER = {"spine-narrow"}
_WORST_OF = {"soft": "warn", "coarse": "warn"}
#: So many arrangements are offered for an opening.
_MOST_OFFERED = 8
_FILES = {
    "pages": "PDF, pages",
    "spreads": "PDF, spreads",
    "booklet": "booklet",
    "proof": "proof for the client",
}


def book_page(
    layout: BookRequest, laid: PlannedLayout, style: LengthStyle, seen: PageQuery
) -> LayoutPage:
    """What the page of a book shows; figures of boxes only those of the opening that is looked at."""
    held = laid_boxes(layout, seen.studio)
    looked = min(max(0, seen.sheet or 0), len(layout.openings) - 1)
    opening = layout.openings[looked]
    on = {one.number for one in held.pictures if one.opening is opening}
    figures = [
        one
        for one in laid.figures
        if not one.id.startswith("box_") or int(one.id.rpartition("_")[2]) in on
    ]
    levels = {"stop": 0, "warn": 1, "note": 2}
    return LayoutPage(
        steps=_steps(layout, held, laid, style),
        book=_drawn(layout, held, laid, style, seen, looked),
        figures=figures,
        findings=sorted(laid.findings, key=lambda one: levels[one.level]),
        sides=(style.length(layout.page.width.mm), style.length(layout.page.height.mm)),
        prints=[],
        pictures=[],
        sheets=[],
    )


def _steps(
    layout: BookRequest, held: LaidBook, laid: PlannedLayout, style: LengthStyle
) -> list[LayoutStepSummary]:
    def of(ids: set[str]) -> list[Finding]:
        return [one for one in laid.findings if one.id in ids]

    known = _OF_BOOK | _OF_PICTURES | _OF_SPREADS | _OF_BOXES | _OF_TEXT | _OF_COVER
    rest = [one for one in laid.findings if one.id not in known]
    placed = len({one.plan for one in held.pictures})
    count = len(layout.plans)
    in_gutter = sum(one.id == "zone-in-gutter" for one in laid.findings)
    ranked = worst(held.pictures)
    least = ranked[0] if ranked else None
    pages = f"{layout.pages} page{'s' if layout.pages != 1 else ''}"
    size = style.size(layout.page.width.mm, layout.page.height.mm)
    boxes = "no picture" if least is None else show.ppi(least.work.effective)
    texts = len(held.texts) + layout.numbers + layout.captions + layout.title_page
    spine = f"{show.decimal(layout.spine, 2)} mm" if layout.bound.has_spine else "no spine"
    return [
        step_summary("book", "Book", size, pages, ["pages_count"], of(_OF_BOOK)),
        step_summary("pictures", "Pictures", f"{placed} of {count}", "in their order", [], of(_OF_PICTURES)),
        step_summary("spreads", "Spreads", f"{in_gutter} in the gutter" if in_gutter else f"{len(layout.openings)} openings",
                     BINDINGS[layout.binding].label.lower(), [], of(_OF_SPREADS)),
        step_summary("boxes", "Boxes", boxes, grade_word(least.work.grade or "") if least else "",
                     ["worst_box", *_of_boxes(laid)], of(_OF_BOXES)),
        step_summary("text", "Text", "numbers" if layout.numbers else "none" if not texts else "set",
                     "captions" if layout.captions else "", [], of(_OF_TEXT)),
        step_summary("cover", "Cover", spine, "hardcover" if layout.cover else "softcover",
                     ["spine_width", "cover_width", "cover_height", "creep"], of(_OF_COVER)),
        step_summary("handover", "Hand-over", _FILES[layout.files], show.ppi(layout.file_ppi), ["file_ppi"], rest),
    ]  # fmt: skip


def _of_boxes(laid: PlannedLayout) -> list[str]:
    return [one.id for one in laid.figures if one.id.startswith("box_")]


def _drawn(
    layout: BookRequest,
    held: LaidBook,
    laid: PlannedLayout,
    style: LengthStyle,
    seen: PageQuery,
    looked: int,
) -> BookDrawn:
    openings = [_opening(layout, held, one, style) for one in layout.openings]
    return BookDrawn(
        openings=openings,
        bleed=float(layout.bleed.mm),
        safe=float(layout.safe.mm),
        gutter=float(layout.swallowed),
        unit=layout.page.width.unit,
        step=layout.step,
        looked_at=looked,
        arrangements=list(_offered(layout, held, layout.openings[looked])),
        audit=[_row(one, style) for one in worst(held.pictures)],
        without_place=list(held.without_place),
        left_out=sorted(set(layout.leave_out)),
        cover=_cover(layout, held, seen),
        formats=list(_formats(layout, style)),
        labs=book_labs(seen.studio.labs),
        bindings=[
            BindingWay(id=name, label=one.label, note=one.note) for name, one in BINDINGS.items()
        ],
        spreads=list(held.spreads),
    )


def _opening(
    layout: BookRequest, held: LaidBook, opening: Opening, style: LengthStyle
) -> OpeningDrawn:
    boxes = [_picture(layout, one, style) for one in held.pictures if one.opening is opening]
    boxes += [
        BookBoxDrawn(
            number=one.number,
            path=one.path,
            plan=None,
            box=one.of.box.as_floats(),
            piece=None,
            title="Text",
            pages=opening.pages_of(one.of.box),
            size=style.size(one.of.box.w, one.of.box.h),
            ppi="",
            grade="",
            loss="",
            largest="",
            crosses=opening.crosses(one.of.box),
            wrong="",
            zones=[],
        )
        for one in held.texts
        if one.opening is opening
    ]
    pages = list(opening.pages)
    labels = [
        drawn_label(label)
        for block in blocks_on(layout, held, opening, pages)
        for label in flowed(block).labels
    ]
    labels += [
        drawn_label(label) for page in pages for label in number_of(layout, held, opening, page)
    ]
    gutter = opening.gutter(layout.swallowed)
    wrong: Wrong = "warn" if any(one.wrong == "warn" for one in boxes) else ""
    return OpeningDrawn(
        first=opening.first,
        name=opening.name,
        pages=list(opening.from_left),
        width=float(opening.trim.w),
        height=float(opening.trim.h),
        boxes=sorted(boxes, key=lambda one: one.number),
        labels=labels,
        gutter=None if gutter is None else gutter.as_floats(),
        wrong=wrong,
    )


def _picture(layout: BookRequest, held: PictureBox, style: LengthStyle) -> BookBoxDrawn:
    work, placed = held.work, held.work.placement
    hidden = next(zones_in_gutter(layout, held), None) is not None
    window = held.in_picture(held.box)
    zones = []
    for zone in work.plan.fit.keep:
        at = zone_px(zone, placed.picture_w, placed.picture_h)
        k = placed.mm_per_px
        lies = Box(
            held.printed.x + placed.whole.x + at.x * k,
            held.printed.y + placed.whole.y + at.y * k,
            at.w * k,
            at.h * k,
        )
        zones.append((zone.name, lies.as_floats()))
        hidden = hidden or at.x < window.x - 1 or at.right > window.right + 1
        hidden = hidden or at.y < window.y - 1 or at.bottom > window.bottom + 1
    wide = largest(held)
    wrong: Wrong = "warn" if hidden or work.grade in _WORST_OF else ""
    return BookBoxDrawn(
        number=held.number,
        path=held.path,
        plan=held.plan,
        box=held.box.as_floats(),
        piece=_piece(held),
        title=held.title,
        pages=held.pages,
        size=style.size(held.box.w, held.box.h),
        ppi=show.ppi(work.effective),
        grade=work.grade or "",
        loss=show.percent(placed.loss) if work.plan.fit.mode == "fill" else show.percent(0),
        largest="" if wide is None else style.size(wide, wide * held.box.h / held.box.w),
        crosses=held.crosses,
        wrong=wrong,
        zones=zones,
    )


def _piece(held: PictureBox) -> DrawnPiece:
    work, placed = held.work, held.work.placement
    at = held.printed

    def moved(box: Box) -> BoxMm:
        return Box(box.x + at.x, box.y + at.y, box.w, box.h).as_floats()

    return DrawnPiece(
        moved(placed.whole), moved(placed.printed), work.plan.fit.turn, work.plan.fit.angle
    )


def _row(held: PictureBox, style: LengthStyle) -> AuditRow:
    work, wide = held.work, largest(held)
    loss = work.placement.loss if work.plan.fit.mode == "fill" else 0
    return AuditRow(
        number=held.number,
        first=held.opening.first,
        pages=held.pages,
        title=held.title,
        ppi=show.ppi(work.effective),
        grade=work.grade or "",
        grade_word=grade_word(work.grade or ""),
        loss=show.percent(loss),
        largest="" if wide is None else style.size(wide, wide * held.box.h / held.box.w),
        size=style.size(held.box.w, held.box.h),
    )


def _offered(layout: BookRequest, held: LaidBook, opening: Opening) -> Iterator[ArrangementSymbol]:
    """The cheapest ways to arrange what lies on an opening, texts kept."""
    on = [one for one in held.pictures if one.opening is opening]
    if not on:
        return
    plans = [one.plan for one in on]
    unit = layout.page.width.unit
    here = [one.box.as_floats() for one in on]
    costs = ArrangementCosts(layout)
    for way in costs.cheapest(opening, plans)[:_MOST_OFFERED]:
        lies = [box.as_floats() for box in way.arrangement.boxes]
        taken = all(
            abs(a - b) < 0.01
            for one, other in zip(lies, here, strict=True)
            for a, b in zip(one, other, strict=True)
        )
        yield ArrangementSymbol(
            id=way.arrangement.id,
            boxes=lies,
            taken=taken,
            cost=round(way.cost, 3),
            typed=[typed_box(box, unit) for box in way.arrangement.boxes],
        )


def _cover(layout: BookRequest, held: LaidBook, seen: PageQuery) -> CoverDrawn:
    plan, picture = cover_plan(layout), cover_picture(layout, seen.studio)
    sheet = cover_sheet(layout, picture, 0, layout.file_ppi)
    pieces = [] if picture is None else [_piece(picture)]
    return CoverDrawn(
        drawing=replace(sheet_drawing(sheet), pieces=pieces),
        trim=plan.trim.as_floats(),
        spine=plan.spine.as_floats(),
        front=plan.front.as_floats(),
        plan=None if picture is None else picture.plan,
    )


def _formats(layout: BookRequest, style: LengthStyle) -> Iterator[BookFormatWay]:
    for one in FORMATS["in" if style.unit == "in" else "cm"]:
        sides = {"width": one.width, "height": one.height}
        taken = (layout.page.width.typed, layout.page.height.typed) == (one.width, one.height)
        yield BookFormatWay(
            key=one.key,
            name=one.name,
            text=f"{one.width.split()[0]} × {one.height}",
            taken=taken,
            fix={"page": sides, "spreads": None},
        )
