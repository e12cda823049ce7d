"""The sheets of tiles: what each shows of the plan's file, in whole pixels that join without a seam."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Literal, NamedTuple

from ...ground.rational import Fraction
from ...rules.pixelcount import round_px
from ...shapes.box import Box
from ...shapes.ink import Ink, Label, Stroke
from ...sheet.grid import Grid, PixelBox
from ...sheet.sheets import FULL_TONE, FilePart, Sheet, Tone
from ...work.outcome import Work
from ..request import LaidPaper
from .marks import Seams, tile_labels, tile_strokes
from .seams import tile_name
from .split import Split


class Band(NamedTuple):
    """A column or a row: where it begins and how long it is (mm of the document), and which px of the file it shows."""

    begin: Fraction
    size: Fraction
    first: int
    pixels: int


def bands(split: Split, at: Fraction, per_mm: Fraction, whole: int, sheet: int) -> Iterator[Band]:
    """Every column or row of a file of `whole` px, lying `at` mm from the rim of a sheet of `sheet` px.

    Its px begin and end where the file's own grid has them; but as many are shown as lie on the sheet, where an
    overlap covers the px more or less that the sheet's margin makes of it. The last band ends where the file ends.
    What lies on no px of the sheet is not shown: without overlap and margin that may be a px of a band.
    """
    hidden = split.count > 1 and split.overlap * per_mm >= 1
    room = sheet - round_px(at * per_mm)
    for begin, size in split.pieces():
        first, end = round_px(begin * per_mm), min(round_px((begin + size) * per_mm), whole)
        lies = round_px((at + size) * per_mm) - round_px(at * per_mm)
        if not hidden:
            yield Band(begin, size, first, min(room, end - first))
        elif end == whole:
            yield Band(begin, size, max(0, whole - lies), min(lies, whole))
        else:
            yield Band(begin, size, first, min(lies, whole - first))


class TileSheets:
    """The sheets of a document cut across and down; tiles alike in size and neighbours share their box and strokes."""

    def __init__(
        self,
        work: Work,
        paper: LaidPaper,
        across: Split,
        down: Split,
        marks: bool,
        tone: Tone = FULL_TONE,
    ) -> None:
        document, ppi = work.boxes.document, work.output_ppi
        whole = Grid.over(document.w, document.h, ppi)
        self._paper, self._ppi, self._overlap, self._marks = paper, ppi, across.overlap, marks
        self._tone, self._media = tone, paper.media
        sheet = Grid.over(paper.width, paper.height, ppi)
        self._columns = list(bands(across, paper.usable.x, whole.per_mm, whole.width, sheet.width))
        self._rows = list(bands(down, paper.usable.y, whole.per_mm, whole.height, sheet.height))
        self._alike: dict[tuple[int, int], tuple[Box, tuple[Stroke, ...]]] = {}
        self._kinds = _kinds(self._columns), _kinds(self._rows)
        self._labels = tuple(tile_labels(paper.media, paper.usable, "")) if marks else ()

    @property
    def columns(self) -> list[tuple[Fraction, Fraction]]:
        """(begin, length) of every column, mm of the document."""
        return [(band.begin, band.size) for band in self._columns]

    @property
    def rows(self) -> list[tuple[Fraction, Fraction]]:
        """(begin, length) of every row, mm of the document."""
        return [(band.begin, band.size) for band in self._rows]

    def all(self, order: Literal["rows", "columns"]) -> Iterator[Sheet]:
        rows, columns = range(len(self._rows)), range(len(self._columns))
        if order == "rows":
            yield from (self._sheet(row, column) for row in rows for column in columns)
        else:
            yield from (self._sheet(row, column) for column in columns for row in rows)

    def _sheet(self, row: int, column: int) -> Sheet:
        across, down, name = self._columns[column], self._rows[row], tile_name(row, column)
        box, strokes = self._shared(row, column)
        media = self._media
        shown = PixelBox(across.first, down.first, across.pixels, down.pixels)
        part = Box(across.begin, down.begin, across.size, down.size)
        return Sheet(
            name=name,
            width=media.w,
            height=media.h,
            ppi=self._ppi,
            trim=media,
            bleed=media,
            items=(
                FilePart(name, 0, part, shown, box, tone=self._tone),
                Ink(strokes, self._named(name)),
            ),
        )

    def _shared(self, row: int, column: int) -> tuple[Box, tuple[Stroke, ...]]:
        key = self._kinds[0][column], self._kinds[1][row]
        if key not in self._alike:
            usable = self._paper.usable
            box = Box(usable.x, usable.y, self._columns[column].size, self._rows[row].size)
            seams = Seams(
                overlap=self._overlap,
                left=column > 0,
                top=row > 0,
                right=column < len(self._columns) - 1,
                bottom=row < len(self._rows) - 1,
            )
            strokes = tile_strokes(self._media, usable, box, seams) if self._marks else ()
            self._alike[key] = box, tuple(strokes)
        return self._alike[key]

    def _named(self, name: str) -> tuple[Label, ...]:
        if not self._labels:
            return ()
        number, *rest = self._labels
        return (Label(name, number.at, number.height), *rest)


def _kinds(found: list[Band]) -> list[int]:
    """Which bands are alike: as long, with neighbours at the same sides."""
    known: dict[tuple[Fraction, bool, bool], int] = {}
    last = len(found) - 1
    return [
        known.setdefault((band.size, number == 0, number == last), len(known))
        for number, band in enumerate(found)
    ]
