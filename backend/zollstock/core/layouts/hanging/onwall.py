"""What a look at the wall of a row of prints shows."""

from __future__ import annotations

from ...ground.show import LengthStyle
from ...shapes.box import Box
from ...work.outcome import work_out
from ..wall.hanging import hung
from ..wall.scene import Scene, Seen, scene, wrapped_depth
from .wish import HangWish, hang_of, row_to_hang


def row_scene(wish: HangWish, style: LengthStyle) -> Scene:
    """The wall with the prints that hang."""
    seen = []
    for number, at in zip(wish.hung, hung(row_to_hang(wish), hang_of(wish)), strict=True):
        work = work_out(wish.plans[number])
        # Of a print in a mat its opening is seen, of any other the finished print.
        shows = work.boxes.opening or work.boxes.trim
        inner = Box((at.width - shows.w) / 2, (at.height - shows.h) / 2, shows.w, shows.h)
        seen.append(Seen(at, number, shows, inner, work, wrapped_depth(work)))
    return scene(wish.view, seen, style)
