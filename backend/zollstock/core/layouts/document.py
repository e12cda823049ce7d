"""What comes of a layout request for a layout: the document `zollstock.sheets/1`.

Its many small parts are plain dataclasses: nothing in them needs checking, and a wall has hundreds of sheets.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Annotated, Literal

from pydantic import Field

from ..answer.reckoning import Figure, Finding, Record
from ..shapes.drawing import BoxMm
from ..shapes.ink import StrokeKind

SHEETS_FORMAT: Literal["zollstock.sheets/1"] = "zollstock.sheets/1"
Place = tuple[float, float]
WholePixels = tuple[int, int, int, int]


@dataclass(frozen=True, slots=True)
class SheetPiece:
    """A piece on a sheet: `box` in mm; `region` what it shows of the turned picture, px, exact; `pixels` where it
    lies on the raster sheet, and `file` which pixels of the plan's own file these are."""

    name: str
    plan: int
    box: BoxMm
    turn: Literal[0, 90, 180, 270]
    region: BoxMm
    pixels: WholePixels
    file: WholePixels


@dataclass(frozen=True, slots=True)
class SheetLine:
    """A line from one place to another, mm."""

    kind: StrokeKind
    start: Annotated[Place, Field(serialization_alias="from")]
    end: Annotated[Place, Field(serialization_alias="to")]


@dataclass(frozen=True, slots=True)
class SheetLabel:
    """Words: `at` is the left end of their base line, `height` that of their capitals, mm; `turn` 90 where it runs down."""

    text: str
    at: Place
    height: float
    turn: Literal[90] | None = None


@dataclass(frozen=True, slots=True)
class LaidSheet:
    """A sheet of paper as it lies, mm, with its raster's ppi."""

    name: str
    width: float
    height: float
    ppi: float
    pieces: list[SheetPiece]
    lines: list[SheetLine]
    labels: list[SheetLabel]


class Sheets(Record):
    """All sheets of a layout, in the order in which they are printed."""

    format: Literal["zollstock.sheets/1"] = SHEETS_FORMAT
    kind: str
    figures: list[Figure]
    findings: list[Finding]
    sheets: list[LaidSheet]

    def figure(self, name: str) -> Figure:
        """The figure of that id. Raises KeyError where this layout has none."""
        return next(figure for figure in self.figures if figure.id == name)


def sheets_json(made: Sheets, indent: int | None = None) -> str:
    """The document as JSON text; what does not exist is left out.

    >>> from . import reckon_layout
    >>> sheets_json(reckon_layout(tiles()))[:42]
    '{"format":"zollstock.sheets/1","kind":"til'
    """
    return made.model_dump_json(exclude_none=True, by_alias=True, indent=indent)
