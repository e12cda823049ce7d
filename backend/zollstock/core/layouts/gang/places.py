"""A gang laid out: where every piece lies, in the order in which it is cut."""

from __future__ import annotations

from dataclasses import dataclass, replace
from typing import Literal, NamedTuple

from ...ground.rational import Fraction, exact
from ...packing import Cut, Placed, best, cost_of, cuts
from ...packing.shelves import as_given, lying, shelves, standing
from ...parts.file import OutputSpec
from ...rules import pixelcount
from ...shapes.box import Box
from ...studio.studio import Studio
from ...work.outcome import Work, work_out
from ..sharedoutput import shared_output
from .ppi import shared_ppi
from .request import STEP, GangRequest, Laying, laying, place_of


class GangPiece(NamedTuple):
    """A piece on its sheet, mm; `number` (from 1) is its place in the order of cutting."""

    number: int
    plan: int
    copy: int
    sheet: int
    box: Box
    turn: Literal[0, 90]
    pinned: bool


class GangCut(NamedTuple):
    """A cut right through what is left of a sheet: `across` at a height, or `down` at a place from the left, from where
    to where it goes, mm of the sheet; `frees` are the numbers of the pieces that lie alone after it."""

    sheet: int
    way: Literal["across", "down"]
    at: Fraction
    begin: Fraction
    end: Fraction
    frees: tuple[int, ...]


@dataclass(frozen=True, slots=True)
class Gang:
    """Everything that follows from where the pieces lie. `lengths` are the sheets' own, mm; `by_shelves` what plain
    shelves of falling height would take, as (sheets, mm in all), where nothing is pinned."""

    layout: GangRequest
    works: tuple[Work, ...]
    ppi: Fraction
    pieces: tuple[GangPiece, ...]
    cuts: tuple[GangCut, ...]
    outside: tuple[int, ...]
    lengths: tuple[Fraction, ...]
    by_shelves: tuple[int, Fraction] | None

    @property
    def length(self) -> Fraction:
        return sum(self.lengths, Fraction(0))

    def on(self, sheet: int) -> list[GangPiece]:
        return [piece for piece in self.pieces if piece.sheet == sheet]


def gang_of(layout: GangRequest, studio: Studio, thorough: bool = True) -> Gang:
    """The gang of a sound request; pieces that fit the paper in no way are left out and told in `outside`.

    Where many papers are compared not every way of laying is tried (`thorough` false).

    >>> from ...studio.studio import DEFAULT_STUDIO
    >>> held = gang_of(gang(), DEFAULT_STUDIO)
    >>> len(held.pieces), len(held.lengths)
    (4, 1)
    """
    works, ppi = gang_works(layout, studio)
    asked = laying(layout, works)
    placed = best(asked.items, asked.paper, asked.pinned, layout.guillotine, thorough)
    papers = sorted({one.paper for one in placed})  # papers without a piece are none
    pieces: list[GangPiece] = []
    through: list[GangCut] = []
    lengths: list[Fraction] = []
    pinned = {one.key for one in asked.pinned}
    for sheet, paper in enumerate(papers):
        held = [one for one in placed if one.paper == paper]
        order, cut = _order(held, asked, layout.guillotine)
        numbers = {one.key: len(pieces) + at for at, one in enumerate(order, 1)}
        for one in order:
            plan, copy = layout.keys[one.key]
            document = works[plan].boxes.document
            box = place_of(layout, one, (document.w, document.h))
            turn: Literal[0, 90] = 90 if one.turned else 0
            pieces.append(GangPiece(numbers[one.key], plan, copy, sheet, box, turn, one.key in pinned))  # fmt: skip
        through += [_cut(layout, sheet, one, numbers) for one in cut]
        lengths.append(_length(layout, [piece.box for piece in pieces if piece.sheet == sheet]))
    return Gang(
        layout, tuple(works), ppi, tuple(pieces), tuple(through), asked.outside, tuple(lengths), _shelved(layout, asked),
    )  # fmt: skip


def gang_works(layout: GangRequest, studio: Studio) -> tuple[list[Work], Fraction]:
    """The plans worked out at one ppi (`shared_ppi`) and for one kind of file, the first one's.

    Pictures of several prints share a file, so they share a profile (`shared_output`), whatever each would have alone.

    >>> from ...studio.studio import DEFAULT_STUDIO
    >>> works, ppi = gang_works(gang(), DEFAULT_STUDIO)
    >>> len(works), int(ppi)
    (3, 138)
    """
    works = [work_out(plan, studio) for plan in layout.plans]
    printed = [work for plan, work in enumerate(works) if layout.copies_of(plan)]
    ppi = shared_ppi(printed) if layout.ppi is None else exact(layout.ppi)
    output = shared_output(layout.plans)
    return [_at(work, ppi, output) for work in works], ppi


def _at(work: Work, ppi: Fraction, output: OutputSpec) -> Work:
    if work.output_ppi == ppi and work.plan.output == output:
        return work
    document = work.boxes.document
    return replace(
        work,
        plan=work.plan.model_copy(update={"output": output}),
        output_ppi=ppi,
        output_w=pixelcount.round_px(pixelcount.length_px(document.w, ppi)),
        output_h=pixelcount.round_px(pixelcount.length_px(document.h, ppi)),
    )


def _order(held: list[Placed], asked: Laying, guillotine: bool) -> tuple[list[Placed], list[Cut]]:
    """The pieces of a paper in the order of cutting: as cuts right through free them, else from the top, from the left."""
    plain = sorted(held, key=lambda one: (one.y, one.x))
    if not guillotine:
        return plain, []
    found = cuts(plain, 0, 0, asked.paper.width, max(one.bottom for one in held))
    if found is None:
        return plain, []
    freed = [key for cut in found for key in cut.frees]
    by_key = {one.key: one for one in held}
    return [by_key[key] for key in freed] if len(freed) == len(held) else plain, found


def _cut(layout: GangRequest, sheet: int, cut: Cut, numbers: dict[int, int]) -> GangCut:
    """A cut in the middle of the gap that it goes through."""
    area, half = layout.area, layout.between / 2
    along, other = (area.top, area.left) if cut.way == "across" else (area.left, area.top)
    at, begin, end = (
        corner + Fraction(place, STEP) - half
        for corner, place in ((along, cut.at), (other, cut.begin), (other, cut.end))
    )
    frees = tuple(sorted(numbers[key] for key in cut.frees))
    return GangCut(sheet, cut.way, at, max(begin, Fraction(0)), end, frees)


def _length(layout: GangRequest, boxes: list[Box]) -> Fraction:
    area = layout.area
    if area.height is not None:
        return area.height
    return max(box.bottom for box in boxes) + area.tail


def _shelved(layout: GangRequest, asked: Laying) -> tuple[int, Fraction] | None:
    if asked.pinned or not asked.items:
        return None
    ways = (shelves(asked.items, asked.paper, lie) for lie in (as_given, lying, standing))
    count, used = min(cost_of(way) for way in ways)
    area = layout.area
    if area.height is not None:
        return count, count * area.height
    # A gap lies below every piece, so below the last one too.
    return count, Fraction(used, STEP) + count * (area.top + area.tail - layout.between)
