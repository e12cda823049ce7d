"""Panels as they hang: the frames to hang, and what a look at their wall shows."""

from __future__ import annotations

from ...ground.show import LengthStyle
from ...shapes.box import ZERO, Box
from ...studio.studio import Studio
from ..wall.hanging import ToHang, hung
from ..wall.scene import HungPiece, Scene, scene
from .request import PanelsRequest
from .zones import panel_work


def frames_to_hang(layout: PanelsRequest) -> list[ToHang]:
    """The frames of panels at their true places, gaps and all.

    >>> [piece.name for piece in frames_to_hang(panels())]
    ['Frame 1', 'Frame 2', 'Frame 3', 'Frame 4']
    """
    return [
        ToHang(f"Frame {layout.name_of(number)}", box, frame.fixings)
        for number, (frame, box) in enumerate(zip(layout.frames, layout.on_wall, strict=True))
    ]


def panels_scene(layout: PanelsRequest, style: LengthStyle, studio: Studio) -> Scene:
    """The wall with the panels on it."""
    work = panel_work(layout, studio)
    deep = 0.0 if layout.wrap is None else float(layout.wrap.depth.mm)
    seen = [
        HungPiece(at, 0, shows, Box(ZERO, ZERO, at.width, at.height), work, deep)
        for at, shows in zip(
            hung(frames_to_hang(layout), layout.hang), layout.on_spread, strict=True
        )
    ]
    return scene(layout.view, seen, style)
