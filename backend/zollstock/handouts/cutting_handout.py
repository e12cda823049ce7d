"""The cutting leaf for the framer: as a PDF at a named scale, as an SVG at 1 : 1."""

from __future__ import annotations

from collections.abc import Sequence
from xml.sax.saxutils import escape

from reportlab.lib.units import mm
from reportlab.pdfbase import pdfmetrics

from zollstock.core.handouts.cutting import Card, Dimension

from .paper import BOLD, FIGURE, MARGIN, SOFT, Leaf, written

#: Scales that a ruler can be laid on.
SCALES = (1, 2, 2.5, 4, 5, 10, 20, 25, 50, 100)
_ROOM = (150 * mm, 190 * mm)
#: Dimension lines of the outside stand so far off it, and ticks are so long, mm of the paper.
_OFF, _TICK = 7.0, 1.5
#: So far text stays clear of a line, mm of the paper.
_CLEAR = 1.5
#: How wide a digit of the SVG's letters is at most, as a share of their size.
_WIDE = 0.62


def cutting_pdf(title: str, cards: Sequence[Card]) -> bytes:
    """A PDF, A4 portrait, a page for each card, the scale named and a bar of 100 mm to measure."""
    leaf = Leaf(f"{title}: cutting")
    for number, card in enumerate(cards):
        if number:
            leaf.canvas.showPage()
        _page(leaf, title, card)
    return leaf.done()


def _page(leaf: Leaf, title: str, card: Card) -> None:
    room = leaf.width - 2 * MARGIN
    wide, high = float(card.outside.w), float(card.outside.h)
    one_to = next(
        (by for by in SCALES if wide * mm / by <= _ROOM[0] and high * mm / by <= _ROOM[1]),
        SCALES[-1],
    )
    scale = mm / one_to
    leaf.text(MARGIN, MARGIN + 6 * mm, f"{title}: {card.name.lower()}", 17, BOLD, room=room)
    leaf.text(MARGIN, MARGIN + 13 * mm, f"scale 1 : {one_to:g}", 11, FIGURE, ink=SOFT)
    x, y = (leaf.width - wide * scale) / 2 + 4 * mm, MARGIN + 30 * mm
    leaf.box(x, y, wide * scale, high * scale, wide=1.1)
    opening = card.opening.as_floats()
    leaf.box(x + opening[0] * scale, y + opening[1] * scale, opening[2] * scale, opening[3] * scale,
             fill="#f1ede1", wide=0.9)  # fmt: skip
    for dimension in card.dimensions:
        _dimension(leaf, dimension, x, y, scale)
    below = y + high * scale + 12 * mm
    for line in card.notes:
        leaf.text(MARGIN, below, line, 10, room=room)
        below += 5.5 * mm
    leaf.line(MARGIN, below + 4 * mm, MARGIN + 100 * mm, below + 4 * mm, wide=1)
    for end in (MARGIN, MARGIN + 100 * mm):
        leaf.line(end, below + 2.5 * mm, end, below + 5.5 * mm, wide=1)
    leaf.text(MARGIN + 103 * mm, below + 5 * mm, "100 mm on paper", 8.5, ink=SOFT)


def _dimension(leaf: Leaf, told: Dimension, x: float, y: float, scale: float) -> None:
    start, end = float(told.start) * scale, float(told.end) * scale
    across = float(told.across) * scale if told.across else -_OFF * mm
    tick, middle = _TICK * mm, (start + end) / 2
    if told.upright:
        leaf.line(x + across, y + start, x + across, y + end, wide=0.5)
        for at in (start, end):
            leaf.line(x + across - tick, y + at, x + across + tick, y + at, wide=0.5)
        if told.across:
            leaf.text(x + across + 1.5 * mm, y + middle + 1.2 * mm, told.text, 10.5, FIGURE)
        else:
            leaf.text(x + across - 2 * mm, y + middle + 1.2 * mm, told.text, 12, FIGURE, right=True)
    else:
        leaf.line(x + start, y + across, x + end, y + across, wide=0.5)
        for at in (start, end):
            leaf.line(x + at, y + across - tick, x + at, y + across + tick, wide=0.5)
        size = 10.5 if told.across else 12
        long = pdfmetrics.stringWidth(written(told.text), FIGURE, size)
        if long + 2 * _CLEAR * mm <= end - start:
            leaf.text(x + middle - long / 2, y + across - 1.5 * mm, told.text, size, FIGURE)
        elif told.start == 0:
            # A narrow card: its length stands beside it in the opening, not over its outlines.
            leaf.text(x + end + _CLEAR * mm, y + across + 1.2 * mm, told.text, size, FIGURE)
        else:
            leaf.text(
                x + start - _CLEAR * mm, y + across + 1.2 * mm, told.text, size, FIGURE, right=True
            )


def cutting_svg(title: str, card: Card) -> str:
    """An SVG in millimetres, 1 : 1: outlines in a group `cut`, measures in a group `measures`."""
    wide, high = float(card.outside.w), float(card.outside.h)
    letters = max(4.0, min(wide, high) / 40)
    margin = _OFF + 4 * letters
    lines = [
        f'<svg xmlns="http://www.w3.org/2000/svg" width="{wide + 2 * margin:g}mm" '
        f'height="{high + 2 * margin:g}mm" viewBox="{-margin:g} {-margin:g} {wide + 2 * margin:g} '
        f'{high + 2 * margin:g}">',
        f"<title>{escape(written(title))}: {escape(card.name.lower())}, 1 : 1</title>",
        '<g id="cut" fill="none" stroke="#000000" stroke-width="0.25">',
        _rect(card.outside.as_floats(), "outside"),
        _rect(card.opening.as_floats(), "opening"),
        "</g>",
        f'<g id="measures" fill="none" stroke="#a8482a" stroke-width="0.2" font-size="{letters:g}" '
        'font-family="sans-serif">',
        *(part for told in card.dimensions for part in _measure(told, letters)),
        "</g>",
        f'<g id="notes" fill="#5d6a66" font-size="{letters:g}" font-family="sans-serif">',
        *(
            f'<text x="0" y="{high + 6 + number * letters * 1.3:g}">{escape(written(note))}</text>'
            for number, note in enumerate(card.notes)
        ),
        "</g>",
        "</svg>",
    ]
    return "\n".join(lines) + "\n"


def _rect(box: tuple[float, float, float, float], name: str) -> str:
    x, y, w, h = box
    return f'<rect id="{name}" x="{x:.4f}" y="{y:.4f}" width="{w:.4f}" height="{h:.4f}"/>'


def _measure(told: Dimension, letters: float) -> list[str]:
    start, end = float(told.start), float(told.end)
    across = float(told.across) if told.across else -_OFF
    middle = (start + end) / 2
    if told.upright:
        path = f"M{across:.4f} {start:.4f}V{end:.4f}"
        ticks = "".join(f"M{across - _TICK:.4f} {at:.4f}h{2 * _TICK:g}" for at in (start, end))
        # The measure of the whole stands outside, those within to the right of their lines.
        side = 'text-anchor="start"' if told.across else 'text-anchor="end"'
        at = f'x="{across + (1 if told.across else -1):.4f}" y="{middle:.4f}" {side}'
    else:
        path = f"M{start:.4f} {across:.4f}H{end:.4f}"
        ticks = "".join(f"M{at:.4f} {across - _TICK:.4f}v{2 * _TICK:g}" for at in (start, end))
        long = len(written(told.text)) * letters * _WIDE
        at = f'x="{middle:.4f}" y="{across - 1:.4f}" text-anchor="middle"'
        if long + 2 * _CLEAR > end - start:
            left = told.start == 0
            beside, side = (end + _CLEAR, "start") if left else (start - _CLEAR, "end")
            at = f'x="{beside:.4f}" y="{across + letters / 3:.4f}" text-anchor="{side}"'
    words = escape(written(told.text))
    return [f'<path d="{path}{ticks}"/>', f'<text {at} fill="#a8482a" stroke="none">{words}</text>']
