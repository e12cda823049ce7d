"""What hangs of a wish, and its hanging plan."""

from __future__ import annotations

from ..sheets import Sheet
from ..show import style_for
from .hanging import ToHang
from .hangplan import hanging_plan
from .hangwish import HangWish, hang_of, row_to_hang
from .panelwish import PanelsWish
from .wish import Wish


def frames_to_hang(wish: PanelsWish) -> list[ToHang]:
    """The frames of panels at their true places, gaps and all."""
    return [
        ToHang(f"Frame {wish.name_of(number)}", box, frame.fixings)
        for number, (frame, box) in enumerate(zip(wish.frames, wish.on_wall, strict=True))
    ]


def hanging_sheets(wish: Wish, unit: str | None = None) -> list[Sheet]:
    """The hanging plan of panels or of a row of prints; empty for a wish of which nothing hangs."""
    style = style_for(wish.lengths, unit)
    if isinstance(wish, PanelsWish):
        return hanging_plan(wish.title, frames_to_hang(wish), wish.hang, style)
    if isinstance(wish, HangWish):
        wall = None if wish.wall is None else wish.wall.mm
        return hanging_plan(wish.title, row_to_hang(wish), hang_of(wish), style, wall)
    return []
