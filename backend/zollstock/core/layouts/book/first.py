"""What a new book begins with, and the usual formats."""

from __future__ import annotations

from dataclasses import dataclass

from ...ground.lengths import ShownUnit
from ..beginning import Beginning, Document

#: So many pictures a spread holds without being crowded.
_A_SPREAD = 2
_LEAST, _MOST = 8, 96


@dataclass(frozen=True, slots=True)
class BookFormat:
    """A usual format: pages as wide and as high as labs and presses offer them."""

    key: str
    name: str
    width: str
    height: str


FORMATS: dict[ShownUnit, tuple[BookFormat, ...]] = {
    "cm": (
        BookFormat("a5", "A5, upright", "14.8 cm", "21 cm"),
        BookFormat("a4", "A4, upright", "21 cm", "29.7 cm"),
        BookFormat("21x28", "Upright", "21 cm", "28 cm"),
        BookFormat("28x21", "Lying", "28 cm", "21 cm"),
        BookFormat("21x21", "Square", "21 cm", "21 cm"),
        BookFormat("30x30", "Large square", "30 cm", "30 cm"),
    ),
    "in": (
        BookFormat("8x10", "Upright", "8 in", "10 in"),
        BookFormat("10x8", "Lying", "10 in", "8 in"),
        BookFormat("8.5x11", "Letter, upright", "8.5 in", "11 in"),
        BookFormat("11x8.5", "Letter, lying", "11 in", "8.5 in"),
        BookFormat("8x8", "Square", "8 in", "8 in"),
        BookFormat("12x12", "Large square", "12 in", "12 in"),
    ),
}
FORMATS["mm"] = FORMATS["cm"]
_BEGINS: dict[ShownUnit, tuple[str, str, str, str]] = {
    "cm": ("21 cm", "28 cm", "3 mm", "6 mm"),
    "mm": ("210 mm", "280 mm", "3 mm", "6 mm"),
    "in": ("8.5 in", "11 in", "1/8 in", "1/4 in"),
}


def first_book(at: Beginning, pictures: int) -> Document:
    """As many pages as the pictures need to lie loosely, a multiple of 4, so that it may be bound in any way."""
    width, height, bleed, safe = _BEGINS[at.unit]
    wanted = 2 * -(-pictures // _A_SPREAD)
    pages = min(_MOST, max(_LEAST, -(-wanted // 4) * 4))
    return {
        "kind": "book",
        "pages": pages,
        "page": {"width": width, "height": height},
        "bleed": bleed,
        "safe": safe,
        "numbers": True,
    }
