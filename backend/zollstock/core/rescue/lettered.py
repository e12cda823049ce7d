"""What was found of lettering in the pixels, as a worker tells it."""

from __future__ import annotations

from ..answer.reckoning import Record


class Lettered(Record):
    """Of one pick: its pieces (letters, or parts of them), nodes, heights in px of the picture, and whether a lens drew
    the edges; or the `problem` why there is nothing."""

    pieces: int = 0
    nodes: int = 0
    tallest_px: float = 0.0
    smallest_px: float = 0.0
    linear: bool = False
    colour: str = ""
    problem: str = ""


class RescueFound(Record):
    """What only the pixels tell: the screen's period in px (0: none), ends of the histogram, lettering, which share of
    the result was invented. `grid_kept` says that a JPEG's own steps were there to clean it by."""

    screen_px: float = 0.0
    grid_kept: bool = False
    black: float = 0.0
    white: float = 255.0
    lettering: list[Lettered] = []
    invented: float = 0.0
    width: int = 0
    height: int = 0


NOT_LOOKED = RescueFound()
