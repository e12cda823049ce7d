"""A book as its page shows it: every opening in small, the boxes worst first, what stands on the cover."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from pydantic import Field

from ...answer.reckoning import Record
from ...shapes.drawing import BoxMm, Drawing, DrawnLabel, DrawnPiece
from .labrules import BookLab
from .spreads import BookSpread

Pair = tuple[float, float]
Wrong = Literal["", "note", "warn", "stop"]


@dataclass(frozen=True, slots=True)
class BookBoxDrawn:
    """A picture, or a text, on an opening, mm from its trim's upper left.

    `piece` is how its picture lies there; `crosses`: it goes over the spine. `grade` is an id, empty where there is none.
    """

    number: int
    path: str
    plan: int | None
    box: BoxMm
    piece: DrawnPiece | None
    title: str
    pages: str
    size: str
    ppi: str
    grade: str
    loss: str
    largest: str
    crosses: bool
    wrong: Wrong
    zones: list[tuple[str, BoxMm]]


@dataclass(frozen=True, slots=True)
class OpeningDrawn:
    """What lies open at once: `first` is its first page, `pages` from the left, `gutter` what is swallowed."""

    first: int
    name: str
    pages: list[int]
    width: float
    height: float
    boxes: list[BookBoxDrawn]
    labels: list[DrawnLabel]
    gutter: BoxMm | None
    wrong: Wrong


class ArrangementSymbol(Record):
    """An arrangement for what lies on the opening that is looked at: its boxes in mm, and as the document has them."""

    id: str
    boxes: list[BoxMm]
    taken: bool
    cost: float
    typed: list[dict[str, str]]


class CoverDrawn(Record):
    """The cover's sheet: what is cut or folded off lies outside `trim` (mm); `plan` is that of its picture, where it has one."""

    drawing: Drawing
    trim: BoxMm
    spine: BoxMm
    front: BoxMm
    plan: int | None


class AuditRow(Record):
    """A box of the audit: where it is, how fine, how good, what it loses, how wide at most here."""

    number: int
    first: int
    pages: str
    title: str
    ppi: str
    grade: str
    grade_word: str
    loss: str
    largest: str
    size: str


class BookFormatWay(Record):
    key: str
    name: str
    text: str
    taken: bool
    fix: dict[str, object]


class BindingWay(Record):
    """A binding that may be taken."""

    id: str
    label: str
    note: str


class BookDrawn(Record):
    """Everything a book's page draws; lengths in mm."""

    openings: list[OpeningDrawn]
    bleed: float
    safe: float
    gutter: float
    unit: str
    step: int
    looked_at: int = Field(description="The number of the opening that is looked at, from 0.")
    arrangements: list[ArrangementSymbol]
    audit: list[AuditRow]
    without_place: list[int]
    left_out: list[int]
    cover: CoverDrawn
    formats: list[BookFormatWay]
    bindings: list[BindingWay]
    labs: list[BookLab]
    spreads: list[BookSpread] = Field(
        description="The spreads as the document has them, or as the first layout makes them."
    )
