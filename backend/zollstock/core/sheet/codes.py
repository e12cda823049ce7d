"""Text as a QR code, in strokes."""

from __future__ import annotations

from collections.abc import Iterator

import segno

from ..ground.rational import Fraction
from ..shapes.ink import Stroke

#: White around it, modules.
_QUIET = 4


def code_strokes(text: str, x: Fraction, y: Fraction, side: Fraction) -> Iterator[Stroke]:
    """The code in a square of `side` mm at its upper left corner, its quiet zone within.

    >>> strokes = list(code_strokes("ZS12", Fraction(0), Fraction(0), Fraction(29)))
    >>> float(strokes[0].width), [float(at) for at in strokes[0].start]
    (1.0, [4.0, 4.5])
    """
    rows = [list(row) for row in segno.make(text, error="m", micro=False).matrix]
    module = side / (len(rows) + 2 * _QUIET)
    for number, row in enumerate(rows):
        middle = y + (number + _QUIET) * module + module / 2
        for begin, end in _runs(row):
            yield Stroke(
                "solid",
                (x + (begin + _QUIET) * module, middle),
                (x + (end + _QUIET) * module, middle),
                module,
            )


def _runs(row: list[int]) -> Iterator[tuple[int, int]]:
    """Where dark modules begin and end."""
    begin = None
    for at, dark in enumerate([*row, 0]):
        if dark and begin is None:
            begin = at
        if not dark and begin is not None:
            yield begin, at
            begin = None
