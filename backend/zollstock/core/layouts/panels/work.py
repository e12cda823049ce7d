"""Panels in pixels: one file of the whole spread, and every edge of every panel rounded on its grid alone."""

from __future__ import annotations

from dataclasses import dataclass, replace

from ...edges.kind import EdgeFill
from ...ground.rational import Fraction
from ...rules.pixelcount import round_px
from ...shapes.box import ZERO, Box
from ...sheet.grid import Grid, PixelBox
from ...sheet.sheets import FilePart, Sheet
from ...work.outcome import Work
from .request import PanelsRequest

#: px that a file has more than the spread: left, top, right, bottom.
Growth = tuple[int, int, int, int]


@dataclass(frozen=True, slots=True)
class Panels:
    """The faces of a layout request in px of the spread's file; `sides` is what a canvas needs beyond a face, px."""

    layout: PanelsRequest
    work: Work
    grid: Grid
    faces: tuple[PixelBox, ...]
    sides: int

    @property
    def of_picture(self) -> bool:
        """Whether the sides show what lies beyond the face in the picture."""
        return self.layout.wrap is not None and self.layout.wrap.fill == "picture"

    @property
    def growth(self) -> Growth:
        """How much more of the picture the file must hold than the spread, that all sides are covered."""
        if not self.of_picture:
            return (0, 0, 0, 0)
        return (
            max(0, *(self.sides - face.x for face in self.faces)),
            max(0, *(self.sides - face.y for face in self.faces)),
            max(0, *(face.right + self.sides - self.grid.width for face in self.faces)),
            max(0, *(face.bottom + self.sides - self.grid.height for face in self.faces)),
        )


def panels_of(layout: PanelsRequest, work: Work) -> Panels:
    """The request with its plan worked out, in px.

    >>> from ...studio.studio import DEFAULT_STUDIO
    >>> from .zones import panel_work
    >>> [(face.w, face.h) for face in panels_of(panels(), panel_work(panels(), DEFAULT_STUDIO)).faces][:1]
    [(1438, 2143)]
    """
    spread = work.boxes.document
    grid = Grid.over(spread.w, spread.h, work.output_ppi)
    faces = tuple(grid.box(face) for face in layout.on_spread)
    return Panels(layout, work, grid, faces, round_px(layout.around * grid.per_mm))


def grown(panels: Panels) -> Work:
    """The work whose file holds the sides as well; the spread's own px stay where they were, moved as a whole.

    >>> from ...studio.studio import DEFAULT_STUDIO
    >>> from .zones import panel_work
    >>> work = panel_work(panels(), DEFAULT_STUDIO)
    >>> grown(panels_of(panels(), work)) is work
    True
    """
    work, growth, per_mm = panels.work, panels.growth, panels.grid.per_mm
    if not any(growth):
        return work
    left, top, right, bottom = (px / per_mm for px in growth)
    spread, placed = work.boxes.document, work.placement
    document = Box(ZERO, ZERO, spread.w + left + right, spread.h + top + bottom)
    k = placed.mm_per_px
    printed = placed.printed.inset(-left, -top, -right, -bottom)
    crop = placed.crop.inset(-left / k, -top / k, -right / k, -bottom / k)
    whole = replace(placed.whole, x=placed.whole.x + left, y=placed.whole.y + top)
    return replace(
        work,
        boxes=replace(
            work.boxes, document=document, trim=document, image=document, visible=document
        ),
        placement=replace(placed, crop=crop, printed=replace(printed, x=ZERO, y=ZERO), whole=whole),
        output_w=panels.grid.width + growth[0] + growth[2],
        output_h=panels.grid.height + growth[1] + growth[3],
    )


def panel_sheet(panels: Panels, number: int) -> Sheet:
    """The file of one panel: its face, and round it what its wrap says.

    >>> from ...studio.studio import DEFAULT_STUDIO
    >>> from .zones import panel_work
    >>> made = panel_sheet(panels_of(panels(), panel_work(panels(), DEFAULT_STUDIO)), 0)
    >>> float(made.width), float(made.height)
    (302.0, 450.0)
    """
    layout, face = panels.layout, panels.faces[number]
    box, around, sides = layout.on_spread[number], layout.around, panels.sides
    left, top, _, _ = panels.growth
    media = Box(ZERO, ZERO, box.w + 2 * around, box.h + 2 * around)
    inner = Box(around, around, box.w, box.h)
    raster = face.w + 2 * sides, face.h + 2 * sides
    per_mm = panels.grid.per_mm
    moved = left / per_mm, top / per_mm
    name = layout.name_of(number)
    if panels.of_picture:
        shown = FilePart(
            name,
            0,
            Box(box.x - around + moved[0], box.y - around + moved[1], media.w, media.h),
            PixelBox(face.x - sides + left, face.y - sides + top, *raster),
            media,
        )
    else:
        shown = FilePart(name, 0, box, face, inner, rim=_rim(layout))
    return Sheet(
        name=name,
        width=media.w,
        height=media.h,
        ppi=panels.work.output_ppi,
        trim=media,
        bleed=media,
        items=(shown,),
        raster=raster,
        face=inner if around else None,
    )


def _rim(layout: PanelsRequest) -> EdgeFill | None:
    wrap = layout.wrap
    return None if wrap is None else EdgeFill(wrap.fill, wrap.colour, wrap.softness)


def beyond_picture(work: Work, box: Box) -> Fraction:
    """How far, mm, a box of the document reaches beyond the picture at most; 0 where the picture covers it.

    >>> float(beyond_picture(fog(), fog().boxes.document))
    0.0
    """
    placed = work.placement
    px, half = placed.to_px(box), (Fraction(placed.picture_w, 2), Fraction(placed.picture_h, 2))
    corners = [(x, y) for x in (px.x, px.right) for y in (px.y, px.bottom)]
    over = ZERO
    for x, y in corners:
        own = placed.lean.inwards((x - half[0], y - half[1]))
        over = max(over, *(abs(at) - most for at, most in zip(own, half, strict=True)))
    return over * placed.mm_per_px
