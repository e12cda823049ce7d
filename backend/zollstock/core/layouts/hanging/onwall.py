"""What a look at the wall of a row of prints shows; and at one print alone."""

from __future__ import annotations

from ...documents.plan import Plan
from ...ground.show import LengthStyle
from ...shapes.box import ZERO, Box
from ...studio.studio import Studio
from ...work.outcome import Work, work_out
from ..wall.hanging import Hang, Hung, ToHang, hung
from ..wall.scene import HungPiece, Scene, scene, scene_of_pieces
from ..wall.view import WallView
from .request import HangPiece, HangRequest, hang_of, outer_of, row_to_hang


def row_scene(layout: HangRequest, style: LengthStyle, studio: Studio) -> Scene:
    """The wall with the prints that hang."""
    seen = [
        _piece(at, number, work_out(layout.plans[number], studio))
        for number, at in zip(
            layout.hung, hung(row_to_hang(layout), hang_of(layout)), strict=True
        )
    ]  # fmt: skip
    return scene(layout.view, seen, style)


def print_alone(plan: Plan, studio: Studio) -> Scene:
    """A print as it hangs, and nothing around it: of a canvas its face, of a print in a mat the mat and what it shows.

    The scene is as large as the print is outside, mm.

    >>> from ...studio.studio import DEFAULT_STUDIO
    >>> print_alone(plan(), DEFAULT_STUDIO).width
    609.6
    """
    size = outer_of(plan, HangPiece())
    (at,) = hung([ToHang(plan.title, Box(ZERO, ZERO, size.w, size.h), 1)], Hang())
    return scene_of_pieces(WallView(light=0, things=[]), [_piece(at, 0, work_out(plan, studio))])


def _piece(at: Hung, number: int, work: Work) -> HungPiece:
    # Of a print in a mat its opening is seen, of any other the finished print.
    shows = work.boxes.get("opening") or work.boxes.trim
    inner = Box((at.width - shows.w) / 2, (at.height - shows.h) / 2, shows.w, shows.h)
    return HungPiece(at, number, shows, inner, work, float(work.plan.edge.depth_on_wall))
