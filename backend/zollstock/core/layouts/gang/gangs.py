"""A gang: prints of one or several jobs together on a roll or on sheets, so that little paper is left over."""

from __future__ import annotations

from collections.abc import Iterator
from typing import ClassVar

from ...ground.rational import Fraction
from ...ground.show import LengthStyle
from ...letters import reach
from ...shapes.box import ZERO, Box
from ...shapes.ink import Ink, Label, Stroke
from ...sheet.grid import PixelBox
from ...sheet.marks import WIDTH
from ...sheet.sheets import FilePart, Sheet
from ...studio.studio import Studio
from ...telling.findings import stops_on_sheets
from ..beginning import Beginning, Document
from ..kind import Kind, PageQuery, PlannedLayout
from ..page import LayoutPage, assembled
from ..request import LayoutRequest
from .figures import display_name, gang_figures, gang_findings
from .first import first_roll
from .page import gang_parts
from .places import Gang, GangPiece, gang_of
from .request import GangRequest

#: The longest a tick beside a piece is, mm, and the highest a number's capitals.
_TICK, _CAPITALS = Fraction(4), Fraction(3)
#: Numbers are printed where the gap leaves at least so much, mm.
_LEAST_GAP = Fraction(3)


class GangKind(Kind):
    name: ClassVar[str] = "gang"
    request: ClassVar[type[LayoutRequest]] = GangRequest
    label: ClassVar[str] = "Print them together"
    begins: ClassVar[str] = "Roll and sheet layout"
    says: ClassVar[str] = (
        "On a roll or on sheets of your stock, with as little waste as can be: which roll, how long, what it costs."
    )
    of_several: ClassVar[bool] = True

    def first(self, plans: list[Document], at: Beginning) -> Document:
        begun = {"title": f"{at.title[:190]}, ganged", "plans": plans, "roll": first_roll(at)}
        return begun | {"copies": [1] * len(plans), "may_turn": [True] * len(plans)}

    def with_more(self, document: Document, plans: list[Document]) -> Document:
        """One copy of each that is added, and it may be turned."""
        more = super().with_more(document, plans)
        count = len(more["plans"])
        copies, turns = document["copies"], document["may_turn"]
        return more | {
            "copies": [*copies, *[1] * (count - len(copies))],
            "may_turn": [*turns, *[True] * (count - len(turns))],
        }

    def lay(self, layout: LayoutRequest, style: LengthStyle, studio: Studio) -> PlannedLayout:
        assert isinstance(layout, GangRequest)
        gang = gang_of(layout, studio)
        printed = {piece.plan for piece in gang.pieces}
        return PlannedLayout(
            works=gang.works,
            sheets=tuple(_sheet(gang, number) for number in range(len(gang.lengths))),
            figures=list(gang_figures(gang, style)),
            findings=[
                *(
                    one
                    for number in sorted(printed)
                    for one in stops_on_sheets(gang.works[number], style)
                ),
                *gang_findings(gang, style),
            ],
        )

    def in_short(self, layout: LayoutRequest, laid: PlannedLayout, style: LengthStyle) -> str:
        assert isinstance(layout, GangRequest)
        count, sheets = len(layout.keys), len(laid.sheets)
        pieces = f"{count} piece{'s' if count != 1 else ''}"
        if layout.roll is None:
            return f"{pieces}, {sheets} sheet{'s' if sheets != 1 else ''}"
        used = sum((sheet.height for sheet in laid.sheets), ZERO)
        return f"{pieces}, {style.length(used)} of roll"

    def page(
        self, layout: LayoutRequest, laid: PlannedLayout, style: LengthStyle, seen: PageQuery
    ) -> LayoutPage:
        assert isinstance(layout, GangRequest)
        parts = gang_parts(gang_of(layout, seen.studio), laid, style, seen.studio)
        return assembled(parts, laid, style, {}, seen.sheet)


def _sheet(gang: Gang, number: int) -> Sheet:
    layout, area = gang.layout, gang.layout.area
    media = Box(ZERO, ZERO, area.media, gang.lengths[number])
    pieces = gang.on(number)
    return Sheet(
        name=f"{'Sheet' if layout.roll is None else 'Length'} {number + 1}",
        width=media.w,
        height=media.h,
        ppi=gang.ppi,
        trim=media,
        bleed=media,
        items=(
            *(_file_part(gang, piece) for piece in pieces),
            Ink(tuple(_ticks(gang, pieces, media)), tuple(_numbers(gang, pieces, media)))
            if layout.marks
            else Ink(),
        ),
    )


def _file_part(gang: Gang, piece: GangPiece) -> FilePart:
    work = gang.works[piece.plan]
    shown = PixelBox(0, 0, work.output_w, work.output_h)
    return FilePart(
        str(piece.number), piece.plan, work.boxes.document, shown, piece.box, piece.turn
    )


def _ticks(gang: Gang, pieces: list[GangPiece], media: Box) -> Iterator[Stroke]:
    """Short lines outwards from every corner, as long as half of the gap allows, so that none runs over a neighbour."""
    long = min(_TICK, gang.layout.between / 2)
    if long <= 0:
        return
    for piece in pieces:
        box = piece.box
        for y in (box.y, box.bottom):
            for begin, end in ((box.x - long, box.x), (box.right, box.right + long)):
                if begin >= 0 and end <= media.w and 0 <= y <= media.h:
                    yield Stroke("cut", (begin, y), (end, y), WIDTH)
        for x in (box.x, box.right):
            for begin, end in ((box.y - long, box.y), (box.bottom, box.bottom + long)):
                if begin >= 0 and end <= media.h and 0 <= x <= media.w:
                    yield Stroke("cut", (x, begin), (x, end), WIDTH)


def _numbers(gang: Gang, pieces: list[GangPiece], media: Box) -> Iterator[Label]:
    """Number and title under every piece, in the gap below it."""
    gap = gang.layout.between
    if gap < _LEAST_GAP:
        return
    height = min(_CAPITALS, gap / 2)
    for piece in pieces:
        base = piece.box.bottom + height + (gap - height) / 2
        text = f"{piece.number}  {display_name(gang, piece.plan, piece.copy)}"
        # Between the ticks at both corners.
        room = piece.box.w - 2
        while text and reach(text, "text", height).width > room:
            text = text[:-1]
        if text.strip() and base + height / 3 <= media.h:
            yield Label(text.rstrip(), (piece.box.x + 1, base), height)
