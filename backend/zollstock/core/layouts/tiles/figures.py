"""The figures of tiles, each with its arithmetic."""

from __future__ import annotations

from ...answer.reckoning import Figure
from ...figures.figure import figure
from ...ground import show
from ...ground.rational import Fraction
from ...ground.show import LengthStyle
from ...ground.workings import length, length_shown, written
from ...shapes.box import ZERO
from ..request import LaidPaper
from .split import Split


def tile_figures(
    turn: int, paper: LaidPaper, across: Split, down: Split, style: LengthStyle
) -> list[Figure]:
    """How many sheets, of what usable area, how they lie, what a cut would save, what paper is left over."""
    columns, rows = across.count, down.count
    waste = 1 - across.whole * down.whole / (columns * rows * paper.width * paper.height)
    found = [
        figure("sheets_count", "Sheets", columns * rows, "–", str(columns * rows), "columns × rows",
               f"{columns} × {rows}", "tiles"),
        _count("columns", "Across", across, "width", style),
        _count("rows", "Down", down, "height", style),
        _usable("usable_width", "Usable width", paper.width, paper.usable.x, across.room, style),
        _usable("usable_height", "Usable height", paper.height, paper.usable.y, down.room, style),
        figure("turn", "Sheets lie", turn, "–", "standing" if turn == 0 else "turned by 90°", "the fewer sheets",
               f"{columns * rows} sheets", "tiles"),
    ]  # fmt: skip
    for name, label, split in (
        ("cut_saves_column", "A column less takes", across),
        ("cut_saves_row", "A row less takes", down),
    ):
        if split.saves_one is not None:
            found.append(_saves(name, label, split, style))
    found.append(_waste(waste, columns * rows, paper, across.whole, down.whole, style))
    return found


def _count(name: str, label: str, split: Split, side: str, style: LengthStyle) -> Figure:
    if split.count == 1:
        put_in = f"{style.length(split.whole)} fit {style.length(split.room)}"
        return figure(
            name, label, 1, "–", "1", f"1 where the {side} fits the usable area", put_in, "tiles"
        )
    count, moved = split.count, split.moved if split.spread == "full" else ZERO
    put_in = written(
        f"ceil(({{}}{' + {}' * bool(moved)} − {{}}) ÷ ({{}} − {{}}))",
        tuple(
            length(mm, style)
            for mm in (
                split.whole,
                *[moved] * bool(moved),
                split.overlap,
                split.room,
                split.overlap,
            )
        ),
        lambda whole, *rest: -((rest[-3] - whole - sum(rest[:-3])) // (rest[-2] - rest[-1])),
        lambda value: show.decimal(value, 0),
        str(count),
    )
    more = " + how far the seams are moved" if moved else ""
    formula = f"ceil(({side}{more} − overlap) ÷ (usable {side} − overlap))"
    return figure(name, label, count, "–", str(count), formula, put_in, "tiles")


def _usable(
    name: str, label: str, side: Fraction, before: Fraction, room: Fraction, style: LengthStyle
) -> Figure:
    shown, said = length_shown(room, style)
    put_in = written(
        "{} − {} − {}",
        tuple(length(mm, style) for mm in (side, before, side - before - room)),
        lambda whole, one, other: whole - one - other,
        shown,
        said,
    )
    return figure(
        name, label, room, "mm", style.length(room), "sheet − its margins", put_in, "tiles"
    )


def _saves(name: str, label: str, split: Split, style: LengthStyle) -> Figure:
    off = split.saves_one or Fraction(0)
    shown, said = length_shown(off, style)
    whole = off + split.most(split.count - 1)
    put_in = written(
        f"{{}} − ({{}} + {split.count - 2} × ({{}} − {{}}))",
        tuple(length(mm, style) for mm in (whole, split.room, split.room, split.overlap)),
        lambda whole, room, again, over: whole - (room + (split.count - 2) * (again - over)),
        shown,
        said,
    )
    formula = "side − (usable + (count − 2) × (usable − overlap)), off the document"
    return figure(name, label, off, "mm", style.length(off), formula, put_in, "tiles")


def _waste(
    share: Fraction,
    count: int,
    paper: LaidPaper,
    width: Fraction,
    height: Fraction,
    style: LengthStyle,
) -> Figure:
    put_in = written(
        f"1 − {{}} × {{}} ÷ ({count} × {{}} × {{}})",
        tuple(length(mm, style) for mm in (width, height, paper.width, paper.height)),
        lambda wide, high, across, down: 1 - wide * high / (count * across * down),
        show.percent,
        show.percent(share),
    )
    return figure("waste", "Waste", share, "–", show.percent(share), "1 − document ÷ (sheets × sheet)",
                  put_in, "tiles")  # fmt: skip
