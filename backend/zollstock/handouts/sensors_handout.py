"""The sensors leaf: how large cameras' pictures print, to take along when buying or shooting."""

from __future__ import annotations

from reportlab.lib.units import mm

from zollstock.core.questions.sensors import SensorsFound, SensorSize

from .paper import BOLD, FIGURE, LINE, MARGIN, SOFT, Leaf

_ROW = 15 * mm
_NAMES = 62 * mm


def sensors_handout(found: SensorsFound) -> bytes:
    """A PDF, A4 landscape: a line for each sensor, a column for each need, with the sizes of enlarging below."""
    leaf = Leaf("Cameras: how large they print", landscape=True)
    per_page = int((leaf.height - 2 * MARGIN - 26 * mm) // _ROW)
    pages = max(1, -(-len(found.lines) // per_page))
    column = (leaf.width - 2 * MARGIN - _NAMES) / len(found.headings)
    for page in range(pages):
        _head(leaf, found, column, f"page {page + 1} of {pages}")
        for number, line in enumerate(found.lines[page * per_page : (page + 1) * per_page]):
            y = MARGIN + 26 * mm + number * _ROW
            leaf.text(MARGIN, y + 5 * mm, line.name, 11, BOLD, room=_NAMES - 4 * mm)
            px = f"{line.width_px} × {line.height_px} px, {line.count_text}"
            leaf.text(MARGIN, y + 10 * mm, px, 8.5, ink=SOFT, room=_NAMES - 4 * mm)
            for at, size in enumerate(line.sizes):
                _size(leaf, MARGIN + _NAMES + at * column, y, size, column - 4 * mm)
            leaf.line(MARGIN, y + 13 * mm, leaf.width - MARGIN, y + 13 * mm, LINE, 0.5)
        if page < pages - 1:
            leaf.canvas.showPage()
    return leaf.done()


def _head(leaf: Leaf, found: SensorsFound, column: float, pages: str) -> None:
    leaf.text(MARGIN, MARGIN + 6 * mm, "How large they print", 17, BOLD)
    comfortable, most = found.limits
    below = f"Pixel for pixel; below it enlarged {comfortable}, still comfortable, and {most}, to be looked at; {pages}"
    leaf.text(MARGIN, MARGIN + 12 * mm, below, 9, ink=SOFT, room=leaf.width - 2 * MARGIN)
    for at, heading in enumerate(found.headings):
        x = MARGIN + _NAMES + at * column
        leaf.text(x, MARGIN + 21 * mm, heading, 10, BOLD, room=column - 4 * mm)
    leaf.line(MARGIN, MARGIN + 24 * mm, leaf.width - MARGIN, MARGIN + 24 * mm)


def _size(leaf: Leaf, x: float, y: float, size: SensorSize, room: float) -> None:
    leaf.text(x, y + 5 * mm, size.plain, 11, FIGURE, room=room)
    leaf.text(x, y + 10 * mm, f"{size.comfortable}; {size.most}", 8.5, ink=SOFT, room=room)
