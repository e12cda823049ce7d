"""The pages of a book as sheets: each with its bleed, or two of them as they lie open."""

from __future__ import annotations

from collections.abc import Iterable, Iterator

from ...ground.rational import Fraction
from ...letters import reach
from ...rules.pixelcount import round_px
from ...shapes.box import ZERO, Box
from ...shapes.ink import Ink, Label
from ...sheet.grid import Grid, PixelBox
from ...sheet.sheets import FilePart, Item, Sheet
from ...sheet.textblock import TextBlock
from .arrangements import CAPTION_ROOM
from .boxes import LaidBook, PictureBox
from .firstlayout import CAPTION_CAPITALS
from .openings import ON_TRIM, Opening
from .request import BookRequest

#: From the picture down to the base line of its caption, in heights of its capitals.
_CAPTION_BASE = Fraction(9, 5)
#: The title on its page: the height of its capitals by the page's width.
_TITLE_SHARE = Fraction(1, 24)


def page_sheets(layout: BookRequest, laid: LaidBook, ppi: Fraction) -> Iterator[Sheet]:
    """Every page by itself, with bleed on all sides.

    >>> from ...studio.studio import DEFAULT_STUDIO
    >>> from .boxes import laid_boxes
    >>> len(list(page_sheets(book(), laid_boxes(book(), DEFAULT_STUDIO), Fraction(300))))
    8
    """
    bleed = layout.bleed.mm
    for opening in layout.openings:
        on = [one for one in laid.pictures if one.opening is opening]
        for page in opening.pages:
            trim = opening.page_box(page)
            window = trim.grown(bleed)
            own = [one for one in on if _meets(one.box, trim)]
            yield Sheet(
                name=f"Page {page}",
                width=window.w,
                height=window.h,
                ppi=ppi,
                trim=Box(bleed, bleed, trim.w, trim.h),
                bleed=Box(ZERO, ZERO, window.w, window.h),
                items=(
                    *_parts(own, laid, window, opening, ppi),
                    *_words(layout, laid, opening, [page], window),
                ),
            )


def spread_sheets(layout: BookRequest, laid: LaidBook, ppi: Fraction) -> Iterator[Sheet]:
    """What lies open at once, with bleed round it.

    >>> from ...studio.studio import DEFAULT_STUDIO
    >>> from .boxes import laid_boxes
    >>> [float(one.width) for one in spread_sheets(book(), laid_boxes(book(), DEFAULT_STUDIO), Fraction(300))][:2]
    [216.0, 426.0]
    """
    bleed = layout.bleed.mm
    for opening in layout.openings:
        on = [one for one in laid.pictures if one.opening is opening]
        trim = opening.trim
        window = trim.grown(bleed)
        word = "Pages" if opening.is_spread else "Page"
        yield Sheet(
            name=f"{word} {opening.name}",
            width=window.w,
            height=window.h,
            ppi=ppi,
            trim=Box(bleed, bleed, trim.w, trim.h),
            bleed=Box(ZERO, ZERO, window.w, window.h),
            items=(
                *_parts(on, laid, window, opening, ppi),
                *_words(layout, laid, opening, opening.pages, window),
            ),
        )


def _meets(box: Box, page: Box) -> bool:
    return box.x < page.right - ON_TRIM and box.right > page.x + ON_TRIM


def _parts(
    own: Iterable[PictureBox], laid: LaidBook, window: Box, opening: Opening, ppi: Fraction
) -> Iterator[FilePart]:
    numbers = {one.number: at for at, one in enumerate(laid.pictures)}
    for held in own:
        spine = opening.width if held.crosses else None
        part = part_on(numbers[held.number], held, window, spine, ppi)
        if part is not None:
            yield part


def part_on(
    number: int, held: PictureBox, window: Box, spine: Fraction | None, ppi: Fraction
) -> FilePart | None:
    """What of a picture lies in a window of its opening (mm); None where nothing does.

    One that crosses the spine is cut there between two of its own columns, which both pages lay on their own edge: so
    it joins without a lost one. `number` is that of its work.
    """
    grid, work = Grid.over(window.w, window.h, ppi), held.work
    per_mm = grid.per_mm
    x, y = held.printed.x - window.x, held.printed.y - window.y
    if spine is None:
        left = round_px(x * per_mm)
    else:
        left = round_px((spine - window.x) * per_mm) - round_px((spine - held.printed.x) * per_mm)
    top = round_px(y * per_mm)
    begin, end = max(0, -left), min(work.output_w, grid.width - left)
    upper, lower = max(0, -top), min(work.output_h, grid.height - top)
    if end <= begin or lower <= upper:
        return None
    shown = PixelBox(begin, upper, end - begin, lower - upper)
    whole = shown == PixelBox(0, 0, work.output_w, work.output_h)
    box = Box(*(Fraction(px) / per_mm for px in (left + begin, top + upper, shown.w, shown.h)))
    if whole and spine is None:
        box = Box(x, y, held.printed.w, held.printed.h)
    part = Box(*(Fraction(px) / per_mm for px in (shown.x, shown.y, shown.w, shown.h)))
    return FilePart(str(held.number), number, part, shown, box)


def _words(
    layout: BookRequest, laid: LaidBook, opening: Opening, pages: Iterable[int], window: Box
) -> Iterator[Item]:
    """Texts, captions and numbers of those pages, from the window's corner."""
    these = list(pages)
    for block in blocks_on(layout, laid, opening, these):
        at = block.box
        yield TextBlock(
            block.text,
            Box(at.x - window.x, at.y - window.y, at.w, at.h),
            block.height,
            block.font,
            block.colour,
            block.align,
        )
    labels = [label for page in these for label in number_of(layout, laid, opening, page)]
    moved = [
        Label(one.text, (one.at[0] - window.x, one.at[1] - window.y), one.height) for one in labels
    ]
    if moved:
        yield Ink(labels=tuple(moved))


def blocks_on(
    layout: BookRequest, laid: LaidBook, opening: Opening, pages: list[int]
) -> Iterator[TextBlock]:
    """The texts whose middle lies on one of the pages, mm from the opening's trim.

    >>> from ...studio.studio import DEFAULT_STUDIO
    >>> from .boxes import laid_boxes
    >>> list(blocks_on(book(), laid_boxes(book(), DEFAULT_STUDIO), book().openings[1], [2]))
    []
    """
    for text in laid.texts:
        if text.opening is opening and _page_at(opening, text.of.box) in pages:
            of = text.of
            yield TextBlock(of.text or "", of.box, of.capitals.mm, of.font, of.colour, of.align)
    for caption in captions(layout, laid, opening):
        if _page_at(opening, caption.box) in pages:
            yield caption
    if layout.title_page and layout.title and opening.first == 1:
        yield title_block(layout, opening)


def title_block(layout: BookRequest, opening: Opening) -> TextBlock:
    """The title on page 1: in its middle, a third from above.

    >>> [float(side) for side in title_block(book(), book().openings[0]).box.as_floats()]
    [6.0, 93.33333333333333, 198.0, 180.66666666666666]
    """
    page, safe = opening.page_box(1), layout.safe.mm
    height = page.w * _TITLE_SHARE
    box = Box(safe, page.h / 3, page.w - 2 * safe, page.h * 2 / 3 - safe)
    return TextBlock(layout.title, box, height, "condensed", align="centre")


def captions(layout: BookRequest, laid: LaidBook, opening: Opening) -> Iterator[TextBlock]:
    """Under every picture that leaves room on its page, its plan's title.

    >>> from ...studio.studio import DEFAULT_STUDIO
    >>> from .boxes import laid_boxes
    >>> list(captions(book(), laid_boxes(book(), DEFAULT_STUDIO), book().openings[1]))
    []
    """
    if not layout.captions:
        return
    for held in laid.pictures:
        if held.opening is opening and held.work.plan.title and caption_fits(layout, held):
            yield caption_of(held)


def caption_of(held: PictureBox) -> TextBlock:
    """The title under a picture: one line from its lower edge.

    >>> from ...studio.studio import DEFAULT_STUDIO
    >>> from .boxes import laid_boxes
    >>> caption_of(laid_boxes(book(spreads=None), DEFAULT_STUDIO).pictures[0]).text
    'Fog'
    """
    top = held.box.bottom + CAPTION_CAPITALS * (_CAPTION_BASE - 1)
    # One line and what hangs below it.
    room = Box(held.box.x, top, held.box.w, CAPTION_CAPITALS * (CAPTION_ROOM - _CAPTION_BASE + 1))
    return TextBlock(held.work.plan.title, room, CAPTION_CAPITALS)


def caption_fits(layout: BookRequest, held: PictureBox) -> bool:
    """Whether a line under a picture lies within the safe edge.

    >>> from ...studio.studio import DEFAULT_STUDIO
    >>> from .boxes import laid_boxes
    >>> caption_fits(book(), laid_boxes(book(spreads=None), DEFAULT_STUDIO).pictures[0])
    True
    """
    return (
        held.box.bottom + CAPTION_CAPITALS * CAPTION_ROOM
        <= held.opening.height - layout.safe.mm + ON_TRIM
    )


def number_of(layout: BookRequest, laid: LaidBook, opening: Opening, page: int) -> Iterator[Label]:
    """The page's number at its outer lower corner; none where a picture or the title lies there.

    >>> from ...studio.studio import DEFAULT_STUDIO
    >>> from .boxes import laid_boxes
    >>> [label.text for label in number_of(book(), laid_boxes(book(), DEFAULT_STUDIO), book().openings[1], 2)]
    []
    """
    if not layout.numbers or (layout.title_page and page == 1):
        return
    held, text = opening.page_box(page), str(page)
    inset = max(layout.safe.mm, Fraction(4))
    wide = reach(text, "text", CAPTION_CAPITALS).width
    outer_is_left = opening.spine(page) == "right"
    x = held.x + inset if outer_is_left else held.right - inset - wide
    spot = Box(x, held.bottom - inset - CAPTION_CAPITALS, wide, CAPTION_CAPITALS)
    covered = any(
        one.opening is opening
        and spot.x < one.box.right
        and spot.right > one.box.x
        and spot.y < one.box.bottom
        and spot.bottom > one.box.y
        for one in laid.pictures
    )
    if not covered:
        yield Label(text, (x, held.bottom - inset), CAPTION_CAPITALS)


def _page_at(opening: Opening, box: Box) -> int:
    """The page on which the middle of a box lies."""
    middle = box.x + box.w / 2
    for page in opening.pages:
        held = opening.page_box(page)
        if held.x <= middle < held.right:
            return page
    return opening.from_left[-1] if middle > 0 else opening.from_left[0]
