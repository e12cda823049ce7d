"""What is wrong with a book, each with what cures it."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Any

from ...answer.reckoning import Finding, Way
from ...ground import show
from ...ground.rational import Fraction
from ...ground.show import LengthStyle
from ...letters import lacking
from ...rules.pixelcount import MOST_OUTPUT_PIXELS
from ...rules.viewing import grade_word
from ...shapes.box import Box
from ...sheet.textblock import flowed
from ...telling.findings import stops_on_sheets
from ...work.outcome import with_fit
from .arrangements import usable
from .binding import LEAST_SPINE_FOR_TEXT, neighbours
from .booklet import fits, flip_edge
from .boxes import LaidBook, PictureBox, in_whole, typed_box, zones_in_gutter
from .coversheet import cover_plan, cover_title
from .figures import worst
from .firstlayout import zone_at
from .labrules import lab_findings
from .openings import ON_TRIM
from .pages import blocks_on, caption_fits
from .request import BookRequest

_UNDER = ("soft", "coarse")
#: The pictures of a book wait on the disk until its pages are made; more than these, px, do not.
MOST_PIXELS = 2 * MOST_OUTPUT_PIXELS
#: So many boxes are named by themselves; the audit has all of them.
_MOST_NAMED = 3


def book_findings(layout: BookRequest, laid: LaidBook, style: LengthStyle) -> Iterator[Finding]:
    """Everything, in the order of the steps.

    >>> from ...studio.studio import DEFAULT_STUDIO
    >>> from .boxes import laid_boxes
    >>> [one.id for one in book_findings(book(), laid_boxes(book(), DEFAULT_STUDIO), LengthStyle("cm"))][:2]
    ['book-no-place', 'spine-narrow']
    """
    for found in _all(layout, laid, style):
        if found.fix is None:
            yield found
        else:
            yield found.model_copy(update={"fix": in_whole(layout, laid, found.fix)})


def _all(layout: BookRequest, laid: LaidBook, style: LengthStyle) -> Iterator[Finding]:
    yield from _pages(layout, laid)
    yield from lab_findings(layout, style)
    for held in laid.pictures:
        yield from stops_on_sheets(held.work, style)
    pixels = sum(held.work.output_w * held.work.output_h for held in laid.pictures)
    if pixels > MOST_PIXELS:
        yield Finding(
            id="book-too-large",
            level="stop",
            step="pixels",
            text=f"All pictures of the book together would have {show.whole(pixels // 10**6)} megapixels; a book may have "
            f"{show.whole(MOST_PIXELS // 10**9)} gigapixels. Take fewer ppi.",
        )
    yield from _zones(layout, laid, style)
    yield from _places(layout, laid, style)
    yield from _grades(laid, style)
    yield from _words(layout, laid)
    yield from _cover(layout, style)
    yield from _booklet(layout, style)


def _pages(layout: BookRequest, laid: LaidBook) -> Iterator[Finding]:
    pages, step = layout.pages, layout.step
    if pages % step:
        fewer, more = neighbours(pages, step)
        yield Finding(
            id="book-pages",
            level="stop",
            step="size",
            text=f"{layout.bound.label} books have a multiple of {step} pages; {pages} is none.",
            ways=[
                Way(label=f"Take {count} pages", text=_what_changes(pages, count), fix={"pages": count})
                for count in (fewer, more)
                if count
            ],
        )  # fmt: skip
    if laid.beyond:
        yield Finding(
            id="book-beyond",
            level="warn",
            step="size",
            text=f"What lay from page {laid.beyond[0]} on is kept, and not printed: the book ends with page {pages}.",
        )
    if laid.without_place:
        count = len(laid.without_place)
        them = "a picture has" if count == 1 else f"{count} pictures have"
        yield Finding(
            id="book-no-place",
            level="note",
            step="picture",
            text=f"{them[0].upper()}{them[1:]} no place in the book.",
        )


def _by_four(pages: int) -> Finding:
    fewer, more = neighbours(pages, 4)
    return Finding(
        id="booklet-pages",
        level="stop",
        step="handover",
        text=f"A booklet is folded: it has a multiple of 4 pages; {pages} is none.",
        ways=[
            Way(label=f"Take {count} pages", text=_what_changes(pages, count), fix={"pages": count})
            for count in (fewer, more)
            if count
        ],
    )


def _what_changes(pages: int, count: int) -> str:
    by = abs(count - pages)
    return f"{by} page{'s' if by != 1 else ''} {'more' if count > pages else 'fewer'}"


def _zones(layout: BookRequest, laid: LaidBook, style: LengthStyle) -> Iterator[Finding]:
    for held in laid.pictures:
        work = held.work
        if not work.plan.fit.keep:
            continue
        hidden = set(zones_in_gutter(layout, held))
        for number in sorted(hidden):
            name = work.plan.fit.keep[number].name or "What must stay"
            yield Finding(
                id="zone-in-gutter",
                level="warn",
                step="fit",
                text=f"The {name} of {held.title} lies in the gutter, page {held.pages}.",
                **_out_of_gutter(layout, held, number, style),
            )
        window = held.in_picture(held.box)
        for number, zone in enumerate(work.plan.fit.keep):
            placed = work.placement
            at = zone_at(zone, work.plan, (placed.picture_w, placed.picture_h))
            if number not in hidden and not _holds(window, at):
                auto = with_fit(work, work.plan.fit.model_copy(update={"auto": True}))
                moves = auto.placement.crop != placed.crop
                yield Finding(
                    id="keep-zone-cut",
                    level="warn",
                    step="fit",
                    text=f"The {zone.name or 'keep zone'} of {held.title} is cut, page {held.pages}.",
                    fix={f"plans.{held.plan}.fit.auto": True} if moves else None,
                    fix_label="Move the crop" if moves else None,
                )


def _holds(window: Box, at: Box) -> bool:
    return (
        at.x >= window.x - 1
        and at.right <= window.right + 1
        and at.y >= window.y - 1
        and at.bottom <= window.bottom + 1
    )


def _out_of_gutter(
    layout: BookRequest, held: PictureBox, number: int, style: LengthStyle
) -> dict[str, Any]:
    """The least move of the picture in its box that frees the zone, or else of the box; {} where neither does."""
    gutter = held.opening.gutter(layout.swallowed)
    if gutter is None:
        return {}
    placed, work = held.work.placement, held.work
    zone = zone_at(work.plan.fit.keep[number], work.plan, (placed.picture_w, placed.picture_h))
    hidden, window = held.in_picture(gutter), held.in_picture(held.box)
    # To the right of the gutter, or to its left: the crop goes the other way.
    for by in sorted((zone.right - hidden.x, zone.x - hidden.right), key=abs):
        x, spare = placed.crop.x + by, placed.picture_w - placed.crop.w
        moved = Box(window.x + by, window.y, window.w, window.h)
        if spare > 0 and 0 <= x <= spare and _holds(moved, zone) and not work.plan.fit.angle:
            anchor = [round(float(x / spare), 4), work.plan.fit.anchor[1]]
            fix = {f"plans.{held.plan}.fit.anchor": anchor, f"plans.{held.plan}.fit.auto": False}
            return {"fix": fix, "fix_label": "Move the picture"}
    k = placed.mm_per_px
    for by in sorted(((hidden.right - zone.x) * k, (hidden.x - zone.right) * k), key=abs):
        box = Box(held.box.x + by, held.box.y, held.box.w, held.box.h)
        if box.x >= 0 and box.right <= held.opening.trim.right:
            typed = typed_box(box, layout.page.width.unit)
            return {"fix": {f"{held.path}.x": typed["x"]}, "fix_label": "Move the box"}
    # On one page, as large as it is there.
    page = held.opening.from_left[0]
    area = usable(held.opening, page, layout.safe.mm, layout.swallowed)
    times = min(Fraction(1), area.w / held.box.w, area.h / held.box.h)
    w, h = held.box.w * times, held.box.h * times
    box = Box(area.x, min(max(held.box.y, area.y), area.bottom - h), w, h)
    fix = {f"{held.path}.{name}": text for name, text in typed_box(box, layout.page.width.unit).items()}  # fmt: skip
    return {"fix": fix, "fix_label": f"Put it on page {page}"}


def _places(layout: BookRequest, laid: LaidBook, style: LengthStyle) -> Iterator[Finding]:
    safe = layout.safe.mm
    for held in laid.pictures:
        trim, box = held.opening.trim, held.box
        over = max(box.right - trim.right, box.bottom - trim.bottom)
        if over > layout.bleed.mm + ON_TRIM:
            yield Finding(
                id="box-beyond",
                level="warn",
                step="edge",
                text=f"{held.title}, page {held.pages}, reaches {style.length(over)} beyond the page; that is cut off.",
                fix=_within(layout, held),
                fix_label="Keep it on the page",
            )
        gaps = (box.x, box.y, trim.right - box.right, trim.bottom - box.bottom)
        near = [gap for gap in gaps if ON_TRIM < gap < safe]
        if near:
            yield Finding(
                id="box-near-trim",
                level="note",
                step="edge",
                text=f"{held.title}, page {held.pages}, ends {style.length(min(near))} from the trim: "
                f"go to the trim, or keep {style.length(safe)}.",
            )
    for one, other in _overlaps(laid):
        yield Finding(
            id="boxes-overlap",
            level="warn",
            step="edge",
            text=f"{other.title} lies over {one.title}, page {other.pages}.",
        )


def _within(layout: BookRequest, held: PictureBox) -> dict[str, Any]:
    trim = held.opening.trim
    w, h = min(held.box.w, trim.w), min(held.box.h, trim.h)
    box = Box(min(held.box.x, trim.w - w), min(held.box.y, trim.h - h), w, h)
    return {f"{held.path}.{name}": text for name, text in typed_box(box, layout.page.width.unit).items()}  # fmt: skip


def _overlaps(laid: LaidBook) -> Iterator[tuple[PictureBox, PictureBox]]:
    by_opening: dict[int, list[PictureBox]] = {}
    for held in laid.pictures:
        for before in by_opening.setdefault(held.opening.first, []):
            a, b = before.box, held.box
            across = min(a.right, b.right) - max(a.x, b.x)
            down = min(a.bottom, b.bottom) - max(a.y, b.y)
            if across > ON_TRIM and down > ON_TRIM:
                yield before, held
        by_opening[held.opening.first].append(held)


def _grades(laid: LaidBook, style: LengthStyle) -> Iterator[Finding]:
    bad = [held for held in worst(laid.pictures) if held.work.grade in _UNDER]
    for held in bad[:_MOST_NAMED]:
        yield Finding(
            id="box-soft",
            level="warn",
            step="pixels",
            text=f"{held.title}, page {held.pages}: {show.ppi(held.work.effective)}, {grade_word(held.work.grade or '')} "
            f"from {style.far(held.work.distance)}.",
        )
    if len(bad) > _MOST_NAMED:
        yield Finding(
            id="boxes-soft",
            level="warn",
            step="pixels",
            text=f"{len(bad) - _MOST_NAMED} boxes more are soft or coarse; all of them stand in the list.",
        )


def _words(layout: BookRequest, laid: LaidBook) -> Iterator[Finding]:
    for opening in layout.openings:
        for block in blocks_on(layout, laid, opening, list(opening.pages)):
            over = flowed(block).left_over
            if over:
                yield Finding(
                    id="text-overflow",
                    level="warn",
                    step="edge",
                    text=f"Text on page {opening.pages_of(block.box)} has no room from “{_begin(over)}” on.",
                )
            missing = lacking(block.text.replace("\n", ""), block.font)
            if missing:
                yield Finding(
                    id="text-signs",
                    level="warn",
                    step="edge",
                    text=f"The shipped font has not {missing}; on page {opening.pages_of(block.box)} it is left out.",
                )
    if layout.captions:
        without = [one for one in laid.pictures if one.work.plan.title and not caption_fits(layout, one)]  # fmt: skip
        if without:
            count = len(without)
            has = "One caption has" if count == 1 else f"{count} captions have"
            yield Finding(
                id="captions-no-room",
                level="note",
                step="edge",
                text=f"{has} no room under the picture and "
                f"{'is' if count == 1 else 'are'} left out: the first on page {without[0].pages}.",
            )


def _begin(text: str) -> str:
    return text if len(text) <= 24 else f"{text[:24].rstrip()}…"


def _cover(layout: BookRequest, style: LengthStyle) -> Iterator[Finding]:
    wanted = layout.outside.spine if layout.outside.spine is not None else layout.title
    narrow = layout.spine < LEAST_SPINE_FOR_TEXT
    if wanted and narrow and layout.bound.has_spine:
        yield Finding(
            id="spine-narrow",
            level="warn",
            step="handover",
            text=f"A spine of {show.decimal(layout.spine, 2)} mm carries no text; {LEAST_SPINE_FOR_TEXT} mm do.",
            fix={"outside.spine": ""},
            fix_label="Leave the spine empty",
        )
    title = cover_title(layout, cover_plan(layout))
    if title is not None and flowed(title).left_over:
        yield Finding(
            id="text-overflow",
            level="warn",
            step="edge",
            text="The title on the cover does not fit; take a shorter one there.",
        )


def _booklet(layout: BookRequest, style: LengthStyle) -> Iterator[Finding]:
    if layout.files != "booklet":
        return
    if layout.pages % 4:
        if layout.pages % layout.step == 0:
            yield _by_four(layout.pages)
        return
    if layout.bound.step != 4:
        yield Finding(
            id="booklet-binding",
            level="warn",
            step="handover",
            text=f"A booklet is folded and stapled; this book is {layout.bound.label.lower()}.",
            fix={"binding": "stapled"},
            fix_label="Staple it",
        )
    if fits(layout) is None:
        two = style.size(2 * layout.page.width.mm, layout.page.height.mm)
        yield Finding(
            id="booklet-paper",
            level="stop",
            step="handover",
            text=f"Two pages side by side take {two}; the paper prints less than that.",
        )
        return
    yield Finding(
        id="booklet-flip",
        level="note",
        step="handover",
        text=f"Print on both sides, flipped on the {flip_edge(layout)} edge; sheets lie in one another as they come.",
    )
    moved = layout.paper.leaf * Fraction(max(0, layout.pages // 4 - 1))
    if moved:
        yield Finding(
            id="booklet-creep",
            level="note",
            step="handover",
            text=f"The innermost pages are moved {show.decimal(moved, 2)} mm to the fold, so that all edges meet when cut.",
        )
