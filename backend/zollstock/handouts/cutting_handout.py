"""The cutting plan for the framer: as a PDF at a named scale, as an SVG at 1 : 1."""

from __future__ import annotations

from collections.abc import Sequence

from zollstock.core.handouts.cutting import Card
from zollstock.core.handouts.cuttingsheet import cutting_drawing, cutting_pages
from zollstock.core.letters import in_plain_signs
from zollstock.pixels.plans import plan_pdf
from zollstock.pixels.svg import sheet_svg


def cutting_pdf(title: str, cards: Sequence[Card]) -> bytes:
    """A PDF, A4 standing, a page for each card, the scale named and a bar of 100 mm to measure."""
    return plan_pdf(cutting_pages(title, cards), f"{title}: cutting")


def cutting_svg(title: str, card: Card) -> str:
    """An SVG in millimetres, 1 : 1: the rectangles `outside` and `opening` are to be cut, all else says how long they are."""
    return sheet_svg(cutting_drawing(card), f"{in_plain_signs(title)}: {card.name.lower()}, 1 : 1")
