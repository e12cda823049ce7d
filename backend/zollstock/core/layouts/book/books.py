"""A book: pictures of a job on pages, bound, in a cover."""

from __future__ import annotations

from typing import Any, ClassVar

from ...ground.lengths import LengthError, parse_length
from ...ground.show import LengthStyle, typed_length
from ...shapes.box import Box
from ...sheet.sheets import Sheet
from ...studio.studio import Studio
from ..beginning import Beginning, Document, placed_anew
from ..kind import Kind, PageQuery, PlannedLayout
from ..page import LayoutPage
from ..request import LayoutRequest
from .booklet import booklet_sheets
from .boxes import PictureBox, first_spreads, laid_boxes, spreads_document
from .coversheet import cover_picture, cover_sheet
from .figures import book_figures, box_figures, worst_figure
from .findings import book_findings
from .first import first_book
from .openings import Opening, openings
from .page import book_page
from .pages import page_sheets, spread_sheets
from .request import MOST_PICTURES, BookRequest


class BookKind(Kind):
    name: ClassVar[str] = "book"
    request: ClassVar[type[LayoutRequest]] = BookRequest
    label: ClassVar[str] = "Book"
    begins: ClassVar[str] = "Make a book"
    says: ClassVar[str] = (
        "Pages, spreads and a cover: a first layout at once, every picture judged at its size, nothing that matters in "
        "the gutter."
    )
    of_several: ClassVar[bool] = True
    most: ClassVar[int] = MOST_PICTURES
    sizes: ClassVar[bool] = True

    def first(self, plans: list[Document], at: Beginning) -> Document:
        begun = {"title": at.title[:200], "plans": [_for_book(plan) for plan in plans]}
        request = BookRequest.model_validate(self.completed(begun | first_book(at, len(plans))))
        spreads = spreads_document(first_spreads(request))
        document = request.model_dump(mode="json", by_alias=True)
        document["plans"] = begun["plans"]
        return document | {"spreads": spreads}

    def with_more(self, document: Document, plans: list[Document]) -> Document:
        """They have no place yet: a layout that was worked on stays as it is."""
        return super().with_more(document, [_for_book(plan) for plan in plans])

    def completed(self, document: dict[str, Any]) -> dict[str, Any]:
        """A plan without a target has the size of the first box that it lies in, with its bleed; else of a page."""
        plans = document.get("plans")
        if not isinstance(plans, list):
            return document
        sizes = _sizes(document)
        page = sizes.get(-1, {"width": "1 m", "height": "1 m"})
        return document | {
            "plans": [
                {"target": sizes.get(number, page)} | plan if isinstance(plan, dict) else plan
                for number, plan in enumerate(plans)
            ]
        }

    def lay(self, layout: LayoutRequest, style: LengthStyle, studio: Studio) -> PlannedLayout:
        assert isinstance(layout, BookRequest)
        laid = laid_boxes(layout, studio)
        front = cover_picture(layout, studio)
        ppi = layout.file_ppi
        pictures = [*laid.pictures, *([front] if front is not None else [])]
        sheets: tuple[Sheet, ...]
        if layout.files in ("spreads", "proof"):
            sheets = tuple(spread_sheets(layout, laid, ppi))
        else:
            sheets = tuple(page_sheets(layout, laid, ppi))
        if layout.files == "booklet":
            pages = dict(enumerate(sheets, 1))
            sheets = tuple(booklet_sheets(layout, pages, ppi)) or sheets
        boxes = [one for held in laid.pictures for one in box_figures(held, style)]
        return PlannedLayout(
            works=tuple(one.work for one in pictures),
            sheets=sheets,
            figures=[*book_figures(layout, style), *worst_figure(laid.pictures), *boxes],
            findings=list(book_findings(layout, laid, style)),
            plans=tuple(one.plan for one in pictures),
            apart=_apart(layout, front, len(laid.pictures)),
        )

    def in_short(self, layout: LayoutRequest, laid: PlannedLayout, style: LengthStyle) -> str:
        assert isinstance(layout, BookRequest)
        count = layout.pages
        size = style.size(layout.page.width.mm, layout.page.height.mm)
        return f"{size}, {count} page{'s' if count != 1 else ''}"

    def page(
        self, layout: LayoutRequest, laid: PlannedLayout, style: LengthStyle, seen: PageQuery
    ) -> LayoutPage:
        assert isinstance(layout, BookRequest)
        return book_page(layout, laid, style, seen)


def _apart(layout: BookRequest, front: PictureBox | None, number: int) -> tuple[Sheet, ...]:
    """The cover; a booklet that is folded of paper is its own."""
    if layout.files == "booklet" and layout.cover is None:
        return ()
    return (cover_sheet(layout, front, number, layout.file_ppi),)


def _for_book(plan: Document) -> Document:
    """A print's picture, its crop found anew; what must stay in it moves the crop by itself."""
    made = placed_anew(plan)
    fit = made["fit"]
    output = {"format": "pdf", "picture": "jpeg"}
    return made | {"fit": fit | {"auto": bool(fit["keep"])}, "output": output}


def _sizes(document: dict[str, Any]) -> dict[int, dict[str, str]]:
    """What each plan measures in its first box, −1 a page; what is not understood is told later."""
    found: dict[int, dict[str, str]] = {}
    try:
        page = document.get("page") or {"width": "21 cm", "height": "28 cm"}
        sides = [parse_length(page[name]) for name in ("width", "height")]
        if all(side.mm > 0 for side in sides):
            found[-1] = {"width": page["width"], "height": page["height"]}
        bleed = parse_length(document.get("bleed") or "3 mm").mm
        held = {
            one.first: one
            for one in openings(int(document.get("pages", 24)), sides[0].mm, sides[1].mm)
        }
        for spread in document.get("spreads") or []:
            for box in spread["boxes"]:
                opening: Opening | None = held.get(spread["from"])
                if opening is None or box.get("plan") is None:
                    continue
                printed = opening.with_bleed(_box(box), bleed)
                found.setdefault(box["plan"], {
                    "width": typed_length(printed.w, "mm"), "height": typed_length(printed.h, "mm")
                })  # fmt: skip
    except (KeyError, TypeError, ValueError, AttributeError, LengthError):
        pass
    return found


def _box(box: dict[str, Any]) -> Box:
    return Box(*(parse_length(box[name]).mm for name in ("x", "y", "width", "height")))
