"""Tables for other programs: sizes and surveys as CSV.

Sizes travel as `name, width, height, unit, group, frames, note`; a survey as one line a size.
"""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from typing import Any

from ..ground.csvtable import Cell, TableError, records, write_table
from ..ground.lengths import LengthError
from ..rules.viewing import grade_word
from ..sizes.library import FRAMES, Frames, Size
from ..sizes.pairs import parse_size
from .survey import SizeVerdict

SIZE_COLUMNS = ("name", "width", "height", "unit", "group", "frames", "note")
SURVEY_COLUMNS = (
    "size", "name", "group", "width", "height", "loss", "lost_left_px", "lost_top_px",
    "lost_right_px", "lost_bottom_px", "effective_ppi", "quality", "grade", "seen_from", "zones",
    "zones_text", "frames", "problem",
)  # fmt: skip
#: A set of sizes is a list that people read, not a database.
MOST_SIZES = 2000
_LONGEST = {"name": 80, "group": 80, "note": 300}
_SIZE_NEEDS = (("size",), ("width", "height"))


def write_sizes(sizes: Iterable[Size]) -> str:
    """The sizes as CSV; `read_sizes` reads it back.

    >>> from ..sizes.library import library
    >>> write_sizes(library()[:1]).splitlines()[0]
    'name,width,height,unit,group,frames,note'
    """
    return write_table(SIZE_COLUMNS, (_size_row(size) for size in sizes))


def _size_row(size: Size) -> list[str]:
    sides, unit = [size.width.typed, size.height.typed], ""
    ending = f" {size.width.unit}"
    if all(side.endswith(ending) for side in sides):
        sides, unit = [side.removesuffix(ending) for side in sides], size.width.unit
    return [size.name, *sides, unit, size.group, size.frames, size.note]


def read_sizes(text: str, default_unit: str = "cm") -> list[Size]:
    """Sizes from CSV with commas, semicolons or tabs, header line first. Raises `TableError`.

    Needed are `width` and `height`, or `size` alone (`30 × 45 cm`); the rest may be missing. A side
    may carry its own unit. Keys are made from the line: `csv-1`, `csv-2` ….

    >>> [(one.key, one.width.typed) for one in read_sizes("size\\n30 × 45 cm\\n")]
    [('csv-1', '30 cm')]
    """
    found: list[Size] = []
    for cell, line in records(text, "sizes", SIZE_COLUMNS, _SIZE_NEEDS):
        if len(found) >= MOST_SIZES:
            raise TableError(f"line {line}: more than {MOST_SIZES} sizes")
        found.append(_read_row(cell, line, len(found) + 1, default_unit))
    return found


def _read_row(cell: Cell, line: int, number: int, default_unit: str) -> Size:
    unit = cell("unit").lower() or default_unit
    typed = cell("size") or f"{cell('width')} x {cell('height')}"
    try:
        sides = parse_size(typed, unit)
    except LengthError as error:
        raise TableError(f"line {line}: {error}") from None
    for name, longest in _LONGEST.items():
        if len(cell(name)) > longest:
            raise TableError(f"line {line}: {name} is longer than {longest} letters")
    frames = cell("frames").lower() or "order"
    if frames not in FRAMES:
        raise TableError(f"line {line}: frames is {', '.join(FRAMES)}, not “{cell('frames')[:40]}”")
    kept: Frames = next(word for word in FRAMES if word == frames)
    made = Size(
        f"csv-{number}", cell("name"), cell("group"), sides.width, sides.height, kept, cell("note")
    )
    return (
        made
        if made.name
        else Size(made.key, made.label, made.group, made.width, made.height, made.frames, made.note)
    )


def survey_rows(verdicts: Iterable[SizeVerdict]) -> Iterable[list[Any]]:
    """A survey as rows under `SURVEY_COLUMNS`; shares and ppi as numbers, nothing where unknown."""
    for item in verdicts:
        lost = {loss.side: round(loss.px, 2) for loss in item.sides}
        known = not item.problem
        yield [
            item.size_text, item.name, item.group, item.width, item.height,
            round(item.loss, 6) if known else "",
            *(lost.get(side, 0) if known else "" for side in ("left", "top", "right", "bottom")),
            round(item.effective_ppi, 3) if known else "", round(item.quality, 4) if known else "",
            item.grade, item.from_text, item.zones if known else "", item.zones_text, item.bought,
            item.problem,
        ]  # fmt: skip


def survey_text(verdicts: Sequence[SizeVerdict]) -> str:
    """A survey as a table for a terminal.

    >>> survey_text([]).split()[:3]
    ['SIZE', 'NAME', 'LOST']
    """
    lines = [("SIZE", "NAME", "LOST", "PPI", "GRADE", "FROM", "KEEP ZONES", "FRAMES")]
    for item in verdicts:
        if item.problem:
            lines.append((item.size_text, item.name, "–", "–", "–", "–", item.problem, item.bought))
            continue
        lines.append((item.size_text, item.name, item.loss_text, item.ppi_text, grade_word(item.grade),
                      item.from_text or "–", item.zones_text or "–", item.bought))  # fmt: skip
    widths = [max(len(row[index]) for row in lines) for index in range(len(lines[0]))]
    return "\n".join(
        "  ".join(cell.ljust(width) for cell, width in zip(row, widths, strict=True)).rstrip()
        for row in lines
    )
