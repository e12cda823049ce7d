"""What a wish shows on its wall: the scene of panels, or of a row of prints."""

from __future__ import annotations

from ..box import ZERO, Box
from ..show import LengthStyle, style_for
from ..work import Work, work_out
from .hanging import hung
from .hangwish import HangWish, hang_of, row_to_hang
from .panelwish import PanelsWish
from .panelzones import panel_work
from .tohang import frames_to_hang
from .wallscene import Scene, Seen, scene, wrapped_depth
from .wish import Wish


def scene_of(wish: Wish, style: LengthStyle | None = None) -> Scene | None:
    """The scene of a sound wish; None for one of which nothing hangs."""
    style = style or style_for(wish.lengths)
    if isinstance(wish, PanelsWish):
        return scene(wish.view, _panels(wish), style)
    if isinstance(wish, HangWish):
        return scene(wish.view, _row(wish), style)
    return None


def works_of(wish: Wish) -> list[Work]:
    """The plans of a wish worked out, as what hangs shows them."""
    if isinstance(wish, PanelsWish):
        return [panel_work(wish)]
    return [work_out(plan) for plan in wish.plans]


def _panels(wish: PanelsWish) -> list[Seen]:
    work = panel_work(wish)
    deep = 0.0 if wish.wrap is None else float(wish.wrap.depth.mm)
    return [
        Seen(at, 0, shows, Box(ZERO, ZERO, at.width, at.height), work, deep)
        for at, shows in zip(hung(frames_to_hang(wish), wish.hang), wish.on_spread, strict=True)
    ]


def _row(wish: HangWish) -> list[Seen]:
    found = []
    for number, at in zip(wish.hung, hung(row_to_hang(wish), hang_of(wish)), strict=True):
        work = work_out(wish.plans[number])
        # Of a print in a mat its opening is seen, of any other the finished print.
        shows = work.boxes.opening or work.boxes.trim
        inner = Box((at.width - shows.w) / 2, (at.height - shows.h) / 2, shows.w, shows.h)
        found.append(Seen(at, number, shows, inner, work, wrapped_depth(work)))
    return found
