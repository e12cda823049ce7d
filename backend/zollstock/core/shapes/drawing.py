"""One shape for everything that is drawn: boxes, pieces of pictures, strokes and labels.

Plain numbers, mm from the sheet's top left. Whoever draws (the screen, a handout) decides nothing.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal, Required

from typing_extensions import TypedDict  # pydantic takes typing's own from Python 3.12 on

from ..letters import FontName

BoxMm = tuple[float, float, float, float]


#: What only some edges have: each names its own.
BoxName = Literal["safe", "opening", "card", "step", "fold", "fold_back"]


class DrawnBoxes(TypedDict, total=False):
    """Rectangles [x, y, width, height]; a small drawing needs no other than the document.

    `content` is what is printed on, where marks have a margin around it; `card` is the outline of a mat,
    `step` where its inner card begins to show.
    """

    document: Required[BoxMm]
    content: BoxMm
    trim: BoxMm
    image: BoxMm
    visible: BoxMm
    padding: BoxMm
    safe: BoxMm
    opening: BoxMm
    card: BoxMm
    step: BoxMm
    fold: BoxMm
    fold_back: BoxMm


@dataclass(frozen=True, slots=True)
class DrawnFill:
    """What lies around the image box of a piece, out to `content`: how it is filled, how softly."""

    image: BoxMm
    content: BoxMm
    fill: str
    colour: str
    softness: float


@dataclass(frozen=True, slots=True)
class DrawnPiece:
    """A picture on a sheet.

    `picture` is the whole of it as it would lie, cropped parts included, and `printed` what is printed.
    It is turned clockwise by `turn`, and leans by `angle` degrees about the middle of `picture`.
    """

    picture: BoxMm
    printed: BoxMm
    turn: int
    angle: float
    rim: DrawnFill | None = None


@dataclass(frozen=True, slots=True)
class DrawnStroke:
    """A line on the sheet, for a blade, a fold, a pin, or printed around a picture."""

    kind: str
    start: tuple[float, float]
    end: tuple[float, float]
    width: float
    colour: str


@dataclass(frozen=True, slots=True)
class DrawnLabel:
    """Words on the sheet: the left end of their base line, the height of their capitals, their length; turned by 90 they
    read downwards."""

    text: str
    at: tuple[float, float]
    height: float
    width: float
    font: FontName
    colour: str
    turn: Literal[0, 90] = 0


@dataclass(frozen=True, slots=True)
class DrawnGround:
    """A colour that lies under the pictures, on the white of the sheet."""

    box: BoxMm
    colour: str


@dataclass(frozen=True, slots=True)
class DrawnPart:
    """A part (mm) of the document of a plan, lying in `box` clockwise turned; `grey` and so much `light`er as it is printed."""

    plan: int
    part: BoxMm
    box: BoxMm
    turn: Literal[0, 90, 180, 270]
    grey: bool
    light: float


@dataclass(frozen=True, slots=True)
class Drawing:
    """A sheet to be drawn: its `grounds` first, the lowest before what lies on it; then pictures and parts of documents, then ink.

    A print is one, with its picture; a sheet of a layout is one, with parts of the documents of prints.
    """

    boxes: DrawnBoxes
    pieces: list[DrawnPiece]
    strokes: list[DrawnStroke]
    labels: list[DrawnLabel]
    grounds: tuple[DrawnGround, ...] = ()
    parts: tuple[DrawnPart, ...] = ()
