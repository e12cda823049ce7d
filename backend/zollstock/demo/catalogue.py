"""The museum's catalogue: 24 pages of its plates, with one box that is too large and one post in the gutter."""

from __future__ import annotations

from typing import Any

from zollstock.core.layouts import Beginning, begin_layout, parse_layout
from zollstock.core.layouts.book.boxes import first_spreads, spreads_document
from zollstock.core.layouts.book.request import BookRequest

from .walls import POST

Document = dict[str, Any]
#: The spreads that stay free for the two pictures of the hall.
_WALL, _POSTCARD = 10, 20
_PAGES = 24


def catalogue(plates: list[Document], wall: Document, postcard: Document) -> Document:
    """The request for the catalogue of whole plans: the plates, the long wall, the old postcard, in that order."""
    keeps = wall | {"fit": {"keep": [POST]}}
    at = Beginning(unit="cm", title="Catalogue of the anniversary")
    begun = begin_layout("book", [*plates, keeps, postcard], at)
    count = len(plates)
    cover = {"board": "2.5 mm", "overhang": "3 mm", "hinge": "8 mm", "wrap": "15 mm"}
    book = begun | {
        "pages": _PAGES - 4,
        "page": {"width": "21 cm", "height": "28 cm"},
        "paper": {"thickness": "0.2 mm"},
        "cover": cover,
        "outside": {"plan": 0, "words": ""},
        "captions": True,
        "title_page": True,
        "leave_out": [count, count + 1],
        "spreads": None,
    }
    spreads = [spread | {"from": _moved(spread["from"])} for spread in _first_spreads(book)]
    spreads += [
        {"from": _WALL, "boxes": [_box(count, "3.3 cm", "6 cm", "36 cm", "12 cm")]},
        {"from": _POSTCARD, "boxes": [_box(count + 1, "1.2 cm", "5 cm", "18.6 cm", "12.4 cm")]},
    ]
    spreads.sort(key=lambda spread: int(spread["from"]))
    plans = book["plans"]
    # By hand it was put where the post lies between the pages.
    plans[count]["fit"] = {"keep": [POST], "auto": False}
    return book | {"pages": _PAGES, "leave_out": [], "spreads": spreads, "plans": plans}


def _first_spreads(book: Document) -> list[Document]:
    """The first layout of a request, as its spreads."""
    request = parse_layout(book)
    assert isinstance(request, BookRequest)
    return spreads_document(first_spreads(request))


def _moved(first: int) -> int:
    """A page behind the two spreads that are put in."""
    behind = first + 2 if first >= _WALL else first
    return behind + 2 if behind >= _POSTCARD else behind


def _box(plan: int, x: str, y: str, width: str, height: str) -> Document:
    return {"plan": plan, "x": x, "y": y, "width": width, "height": height}
