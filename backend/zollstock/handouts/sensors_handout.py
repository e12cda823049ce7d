"""The sensors handout: how large cameras' pictures print, to take along when buying or shooting."""

from __future__ import annotations

from zollstock.core.handouts.pages import LINE, SOFT
from zollstock.core.questions.sensors import SensorsFound, SensorSize

from .paper import MARGIN, Handout

_ROW = 15
_NAMES = 62


def sensors_handout(found: SensorsFound) -> bytes:
    """A PDF, A4 landscape: a line for each sensor, a column for each need, with the sizes of enlarging below."""
    handout = Handout("Cameras: how large they print", landscape=True)
    per_page = int((handout.height - 2 * MARGIN - 26) // _ROW)
    pages = max(1, -(-len(found.lines) // per_page))
    column = (handout.width - 2 * MARGIN - _NAMES) / len(found.headings)
    for page in range(pages):
        _head(handout, found, column, f"page {page + 1} of {pages}")
        for number, line in enumerate(found.lines[page * per_page : (page + 1) * per_page]):
            y = MARGIN + 26 + number * _ROW
            handout.text(MARGIN, y + 5, line.name, 11, "bold", room=_NAMES - 4)
            px = f"{line.width_px} × {line.height_px} px, {line.count_text}"
            handout.text(MARGIN, y + 10, px, 8.5, ink=SOFT, room=_NAMES - 4)
            for at, size in enumerate(line.sizes):
                _size(handout, MARGIN + _NAMES + at * column, y, size, column - 4)
            handout.line(MARGIN, y + 13, handout.width - MARGIN, y + 13, LINE, 0.5)
        if page < pages - 1:
            handout.new_page()
    return handout.done()


def _head(handout: Handout, found: SensorsFound, column: float, pages: str) -> None:
    handout.text(MARGIN, MARGIN + 6, "How large they print", 17, "bold")
    comfortable, most = found.limits
    below = f"Pixel for pixel; below it enlarged {comfortable}, still comfortable, and {most}, to be looked at; {pages}"
    handout.text(MARGIN, MARGIN + 12, below, 9, ink=SOFT, room=handout.width - 2 * MARGIN)
    for at, heading in enumerate(found.headings):
        x = MARGIN + _NAMES + at * column
        handout.text(x, MARGIN + 21, heading, 10, "bold", room=column - 4)
    handout.line(MARGIN, MARGIN + 24, handout.width - MARGIN, MARGIN + 24)


def _size(handout: Handout, x: float, y: float, size: SensorSize, room: float) -> None:
    handout.text(x, y + 5, size.plain, 11, "condensed", room=room)
    handout.text(x, y + 10, f"{size.comfortable}; {size.most}", 8.5, ink=SOFT, room=room)
