"""What a look at the wall of a row of prints shows."""

from __future__ import annotations

from ...ground.show import LengthStyle
from ...shapes.box import Box
from ...studio.studio import Studio
from ...work.outcome import work_out
from ..wall.hanging import hung
from ..wall.scene import HungPiece, Scene, scene
from .request import HangRequest, hang_of, row_to_hang


def row_scene(layout: HangRequest, style: LengthStyle, studio: Studio) -> Scene:
    """The wall with the prints that hang."""
    seen = []
    for number, at in zip(layout.hung, hung(row_to_hang(layout), hang_of(layout)), strict=True):
        work = work_out(layout.plans[number], studio)
        # Of a print in a mat its opening is seen, of any other the finished print.
        shows = work.boxes.get("opening") or work.boxes.trim
        inner = Box((at.width - shows.w) / 2, (at.height - shows.h) / 2, shows.w, shows.h)
        seen.append(HungPiece(at, number, shows, inner, work, float(work.plan.edge.depth_on_wall)))
    return scene(layout.view, seen, style)
