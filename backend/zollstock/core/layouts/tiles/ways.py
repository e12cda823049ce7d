"""Ways to lay out tiles, side by side: standing and lying sheets, what saves a row, how large so many sheets allow."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Literal, NamedTuple

from ...answer.fixes import target_part
from ...ground import show
from ...ground.rational import Fraction
from ...ground.show import LengthStyle
from ...work.outcome import Work
from ..page import LayoutWay
from ..request import Paper
from .way import MOST_SHEETS, Cut, TilesWay

_LIES: dict[Literal[0, 90], str] = {0: "Standing", 90: "Lying"}


class Larger(NamedTuple):
    """The finished size (mm) that so many sheets allow, in which turn, and how many of them it takes."""

    width: Fraction
    height: Fraction
    turn: Literal[0, 90]
    columns: int
    rows: int


def tile_ways(
    work: Work, sheet: Paper, way: TilesWay, by: Fraction, style: LengthStyle, holder: str, on: int
) -> list[LayoutWay]:
    """Both turns, the fewer sheets first; a cut that saves a row or a column; as large as `on` sheets allow.

    `holder` is the path to `way` in the request. Only a print whose size is free is cut or enlarged: with a `holder`
    the size is decided elsewhere.
    """
    document = work.boxes.document
    cuts = sorted(way.cuts(sheet, document, by, both=True), key=lambda cut: cut.sheets)
    here = way.best(sheet, document, by)
    found = [_turned(cut, cuts, here, holder, style) for cut in cuts]
    if not holder:
        found += _saving(work, here, style)
        found += _largest(work, way, sheet, by, style, on)
    return found


def _turned(cut: Cut, cuts: list[Cut], here: Cut, holder: str, style: LengthStyle) -> LayoutWay:
    paper = cut.paper
    area = cut.across.whole * cut.down.whole / (cut.sheets * paper.width * paper.height)
    fewest = len(cuts) > 1 and cut is cuts[0] and cuts[0].sheets < cuts[1].sheets
    many = _sheets(cut.sheets)
    return LayoutWay(
        id=f"turn-{cut.turn}",
        title=f"{_LIES[cut.turn]}, {many}{', the fewest' if fewest else ''}",
        text=f"{cut.across.count} across, {cut.down.count} down, {show.percent(1 - area)} waste",
        fix={f"{holder}turn": cut.turn},
        taken=cut.turn == here.turn,
    )


def _sheets(count: int) -> str:
    return f"{count} sheet{'s' if count != 1 else ''}"


def _saving(work: Work, here: Cut, style: LengthStyle) -> Iterator[LayoutWay]:
    """What must go for a row or a column less, where that leaves most of the print."""
    trim = work.boxes.trim
    for name, side, split, left in (
        ("row", "height", here.down, trim.h),
        ("column", "width", here.across, trim.w),
    ):
        off = split.saves_one
        if off is None or off * 4 > left:
            continue
        width, height = (trim.w, left - off) if name == "row" else (left - off, trim.h)
        rest = here.sheets // split.count * (split.count - 1)
        yield LayoutWay(
            id=f"save-{name}",
            title=f"Save a {name}: {style.length(off)} less {side}",
            text=f"{style.size(width, height)}, {_sheets(rest)}",
            # Of the other turn it might take fewer still, but then this is not what was said.
            fix=_target(width, height, style) | {"turn": here.turn},
            taken=False,
        )


def _target(width: Fraction, height: Fraction, style: LengthStyle) -> dict[str, object]:
    return {"plans.0.target": target_part(style.typed(width), style.typed(height))}


def _largest(
    work: Work, way: TilesWay, sheet: Paper, by: Fraction, style: LengthStyle, on: int
) -> Iterator[LayoutWay]:
    found = largest_on(work, way, sheet, by, on)
    trim = work.boxes.trim
    if found is None:
        return
    # The longer side to a step that people speak of, the other to follow, neither a hair too long.
    step = style.mm / (8 if style.unit == "in" else 10 if style.unit == "cm" else 1)
    fine = style.mm / 10_000
    if trim.w >= trim.h:
        width = found.width // step * step
        height = width * trim.h / trim.w // fine * fine
    else:
        height = found.height // step * step
        width = height * trim.w / trim.h // fine * fine
    if width <= 0 or height <= 0:
        return
    ppi = work.effective * trim.w / width
    yield LayoutWay(
        id="as-large",
        title=f"As large as {_sheets(on)} allow{'s' if on == 1 else ''}",
        text=f"{style.size(width, height)}, about {show.ppi(ppi)}",
        fix=_target(width, height, style) | {"turn": found.turn},
        taken=width == trim.w and height == trim.h,
    )


def largest_on(work: Work, way: TilesWay, sheet: Paper, by: Fraction, on: int) -> Larger | None:
    """The largest print of the same ratio on at most `on` sheets; the edge stays as wide as it is.

    For every number of columns, as many rows as are left; of both turns.

    >>> layout = tiles()
    >>> found = largest_on(lay(layout).works[0], layout, layout.sheet, layout.by, 6)
    >>> found is not None
    True
    """
    trim, document = work.boxes.trim, work.boxes.document
    extra_w, extra_h = document.w - trim.w, document.h - trim.h
    best: Larger | None = None
    for cut in way.cuts(sheet, document, by, both=True):
        for columns in range(1, min(on, MOST_SHEETS) + 1):
            rows = on // columns
            if (columns > 1 and cut.across.room <= cut.across.overlap) or (
                rows > 1 and cut.down.room <= cut.down.overlap
            ):
                continue
            wide, high = cut.across.most(columns) - extra_w, cut.down.most(rows) - extra_h
            times = min(wide / trim.w, high / trim.h)
            if times > 0 and (best is None or times * trim.w > best.width):
                best = Larger(times * trim.w, times * trim.h, cut.turn, columns, rows)
    return best
