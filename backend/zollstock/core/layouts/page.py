"""What the page of a layout shows: its own short rule, figures, findings, ways side by side, and what is drawn.

Each kind says what stands on its page (`Kind.page`); what all pages have is put together here.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Any, Literal

from pydantic import Field

from ..answer.reckoning import Figure, Finding, Record
from ..ground.show import LengthStyle
from ..shapes.drawing import BoxMm, Drawing
from ..sheet.drawings import sheet_drawing, whole_drawing
from ..studio.studio import Studio
from .book.drawn import BookDrawn
from .kind import PlannedLayout
from .request import Paper
from .wall.scene import Scene

_WORDS = {"stop": "stop", "warn": "check"}
Pair = tuple[float, float]


class LayoutStepSummary(Record):
    """A step of a layout's rule: its key figure, one word of state, the figures on its pad."""

    step: str
    title: str
    key: str
    state: str
    level: Literal["calm", "warn", "stop"] = "calm"
    figures: list[str] = []


class LayoutWay(Record):
    """One of several ways side by side: what it leads to, and the change to the request."""

    id: str
    title: str
    text: str
    fix: dict[str, Any]
    taken: bool


class TilesDrawn(Record):
    """Columns and rows of tiles as (begin, length), mm of the document; how far the seams are moved, and from one
    seam to the next; `path` leads to the way of tiles in the request."""

    columns: list[Pair]
    rows: list[Pair]
    overlap: float
    moved: Pair
    period: Pair
    path: str


@dataclass(frozen=True, slots=True)
class RingsDrawn:
    """The two points of a measure in shares of the turned picture, and what of it nobody has set yet."""

    start: Pair
    end: Pair
    unmarked: list[str]


@dataclass(frozen=True, slots=True)
class MarksDrawn:
    """Where the rings lie, in shares of the turned picture: as marked, or waiting to be put in place."""

    crown: Pair
    chin: Pair
    eyes: Pair


class FaceFrame(Record):
    """An ID photo over its picture, in shares of the turned picture: the photo's region (x, y, width, height), and
    where its rule wants crown, eyes and chin: the first and the last height that are right; `unmarked` are the rings that
    nobody has put in place yet."""

    marks: MarksDrawn
    unmarked: list[str]

    region: BoxMm
    crown: Pair | None
    eyes: Pair | None
    chin: Pair
    ratio: float = Field(description="Height of the photo by its width.")
    leans: float = Field(
        description="How far the line from crown to chin leans, degrees clockwise."
    )


class Check(Record):
    """Something to check before the photo is handed in: measured and right, measured and doubtful, or to be looked
    at by oneself."""

    id: str
    label: str
    state: Literal["pass", "look", "yourself"]
    text: str


class PartDrawn(Record):
    """A part in life size over its picture, in shares of it (x, y, width, height), and its size on the sheet, mm."""

    name: str
    box: BoxMm
    width: float
    height: float


@dataclass(frozen=True, slots=True)
class HungDrawn:
    """A piece on its wall, mm from the upper left of all of them: its outer box, its nails, its size as shown.

    `shows` is the part of the document of `plan` that is seen, and `at` where it lies; `note` what else is to be said.
    """

    name: str
    box: BoxMm
    nails: list[Pair]
    size: str
    plan: int
    shows: BoxMm
    at: BoxMm
    note: str


@dataclass(frozen=True, slots=True)
class DimDrawn:
    """A dimension line on the wall: of which kind and which piece, its text, its ends, and the length as typed."""

    kind: Literal["width", "height", "gap", "nail"]
    number: int
    text: str
    start: Pair
    end: Pair
    typed: str


class WallDrawn(Record):
    """Pieces on a wall. `origin` is their upper left corner as the request counts it; `top` (of all of them) and `middle` are heights above the floor, `from_left` is where they
    begin; `length` is the wall's, where it is known."""

    pieces: list[HungDrawn]
    whole: Pair
    origin: Pair
    from_left: float
    top: float
    middle: float
    middle_text: str
    length: float | None = None
    dims: list[DimDrawn]


class ArrangementDrawn(Record):
    """An arrangement to start from, in small, and the frames that taking it leads to; none where they do not fit it."""

    id: str
    label: str
    faces: list[BoxMm]
    taken: bool
    fix: dict[str, Any] | None = None


@dataclass(frozen=True, slots=True)
class ModeDrawn:
    """Panels in small in one of both criteria: where the picture lies on its spread, and for every frame its face on the
    wall with the part of the spread that it shows, mm."""

    mode: Literal["window", "butted"]
    picture: BoxMm
    faces: list[BoxMm]
    shows: list[BoxMm]


class PanelsDrawn(Record):
    """The spread that a picture fills, mm, and the picture on it before it leans; which arrangement is in force."""

    spread: BoxMm
    picture: BoxMm
    printed: BoxMm
    angle: float
    zones: list[tuple[str, BoxMm]]
    around: float
    arrangement: str = Field(
        description="The word of the arrangement in force; empty for own places."
    )
    arrangements: list[ArrangementDrawn]
    modes: list[ModeDrawn]
    gap: str = Field(description="The one gap as typed; empty where gaps differ.")
    usual: tuple[str, str]
    least: int
    most: int


@dataclass(frozen=True, slots=True)
class GangPieceDrawn:
    """A piece of a gang in the order of cutting: which copy of which print, its sheet, where it lies, mm, how it is
    turned, whether it is pinned and may be turned; its size and place as shown."""

    number: int
    plan: int
    copy: int
    name: str
    sheet: int
    box: BoxMm
    turn: Literal[0, 90]
    pinned: bool
    may_turn: bool
    size: str
    place: str


@dataclass(frozen=True, slots=True)
class GangCutDrawn:
    """A cut right through what is left of a sheet, in words; where it is, and from where to where it goes, mm."""

    sheet: int
    way: Literal["across", "down"]
    at: float
    begin: float
    end: float
    text: str


class GangDrawn(Record):
    """Pieces on a roll or on sheets; `usable` is where they may lie (x, y, width, and length where it ends)."""

    pieces: list[GangPieceDrawn]
    cuts: list[GangCutDrawn]
    usable: tuple[float, float, float, float | None]
    on_roll: bool


@dataclass(frozen=True, slots=True)
class SheetDrawn:
    """A sheet of a layout as every sheet is drawn; `note` says which sides are glued. Its ink is there where it is looked at."""

    name: str
    note: str
    drawing: Drawing


class Parts(Record):
    """What a kind puts on its page; `none` of its own drawings where it has none."""

    steps: list[LayoutStepSummary]
    ways: list[LayoutWay] = []
    tiles: TilesDrawn | None = None
    frame: FaceFrame | None = None
    rings: RingsDrawn | None = None
    parts: list[PartDrawn] | None = None
    checks: list[Check] = []
    wall: WallDrawn | None = None
    panels: PanelsDrawn | None = None
    gang: GangDrawn | None = None
    book: BookDrawn | None = None
    scene: Scene | None = None
    hint: str = ""


class LayoutPage(Parts):
    """Everything that the page of a layout shows, apart from the pictures themselves; `prints` are its plans as they would be alone."""

    figures: list[Figure]
    findings: list[Finding]
    sides: tuple[str, str] = Field(
        description="The first print's document, width and height as shown."
    )
    prints: list[Drawing]
    pictures: list[int] = Field(
        description="Of each of `prints` the number of its plan, and so of its picture."
    )
    sheets: list[SheetDrawn]


def assembled(
    parts: Parts,
    laid: PlannedLayout,
    style: LengthStyle,
    notes: dict[str, str],
    looked_at: int | None,
) -> LayoutPage:
    """A page from what its kind says and from its sheets; `looked_at` is the number of one of them."""
    document = laid.works[0].boxes.document
    levels = {"stop": 0, "warn": 1, "note": 2}
    return LayoutPage(
        **{name: getattr(parts, name) for name in Parts.model_fields},
        figures=laid.figures,
        findings=sorted(laid.findings, key=lambda one: levels[one.level]),
        sides=(style.length(document.w), style.length(document.h)),
        prints=[whole_drawing(work) for work in laid.works],
        pictures=[laid.plan_of(number) for number in range(len(laid.works))],
        sheets=[
            SheetDrawn(
                sheet.name, notes.get(sheet.name, ""), sheet_drawing(sheet, number == looked_at)
            )
            for number, sheet in enumerate(laid.sheets)
        ],
    )


def step_summary(
    step: str, title: str, key: str, state: str, figures: list[str], findings: list[Finding]
) -> LayoutStepSummary:
    """A step whose word is that of the gravest of its findings.

    >>> step_summary("what", "What", "57 × 85.5 cm", "ample", [], []).level
    'calm'
    """
    found = {finding.level for finding in findings}
    level: Literal["calm", "warn", "stop"]
    level = "stop" if "stop" in found else "warn" if "warn" in found else "calm"
    state = _WORDS.get(level, state)
    return LayoutStepSummary(
        step=step, title=title, key=key, state=state, level=level, figures=figures
    )


def paper_name(paper: Paper, style: LengthStyle, studio: Studio) -> str:
    """What a sheet is called, where its size has a name: A4; else its sides.

    >>> from ..studio.studio import DEFAULT_STUDIO
    >>> paper_name(tiles().sheet, LengthStyle("cm"), DEFAULT_STUDIO)
    'A4'
    """
    known = studio.sizes.with_sides(paper.width.mm, paper.height.mm)
    if known is not None and known.name and "×" not in known.name:
        return known.name
    return style.size(paper.width.mm, paper.height.mm)
