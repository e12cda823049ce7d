"""Panels as they hang: the frames to hang, and what a look at their wall shows."""

from __future__ import annotations

from ...ground.show import LengthStyle
from ...shapes.box import ZERO, Box
from ..wall.hanging import ToHang, hung
from ..wall.scene import Scene, Seen, scene
from .wish import PanelsWish
from .zones import panel_work


def frames_to_hang(wish: PanelsWish) -> list[ToHang]:
    """The frames of panels at their true places, gaps and all."""
    return [
        ToHang(f"Frame {wish.name_of(number)}", box, frame.fixings)
        for number, (frame, box) in enumerate(zip(wish.frames, wish.on_wall, strict=True))
    ]


def panels_scene(wish: PanelsWish, style: LengthStyle) -> Scene:
    """The wall with the panels on it."""
    work = panel_work(wish)
    deep = 0.0 if wish.wrap is None else float(wish.wrap.depth.mm)
    seen = [
        Seen(at, 0, shows, Box(ZERO, ZERO, at.width, at.height), work, deep)
        for at, shows in zip(hung(frames_to_hang(wish), wish.hang), wish.on_spread, strict=True)
    ]
    return scene(wish.view, seen, style)
