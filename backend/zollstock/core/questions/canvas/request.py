"""What is wanted of a new canvas, `zollstock.canvas/1`: finished size, bleed, press or distance, layers, a limit."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from typing import Annotated, Any, Literal

from pydantic import Field, ValidationError

from ...documents.faults import DocumentError, problem_list
from ...documents.formats import CANVAS_FORMAT
from ...documents.whole import WholeDocument
from ...edges import Problem
from ...ground.lengths import Length
from ...ground.plaintext import Line
from ...ground.rational import Fraction
from ...parts.part import Part, length_of

PressName = Literal["offset", "digital", "large"]
MOST_ALSO = 20


@dataclass(frozen=True, slots=True)
class Press:
    """A way of printing: its word, and the ppi at final size that it asks for at least, and that are wanted."""

    label: str
    least: Fraction
    wanted: Fraction


PRESSES: dict[PressName, Press] = {
    "offset": Press("Offset", Fraction(300), Fraction(300)),
    "digital": Press("Digital press", Fraction(150), Fraction(300)),
    "large": Press("Large format", Fraction(100), Fraction(150)),
}


class Sides(Part):
    """A size by its width and height, and what it is for."""

    width: Length
    height: Length
    name: Line = Field(default="", max_length=80)


class CanvasLimit(Part):
    """What a program or device holds: pixels on the longer side, memory, and the share of it that is not for layers."""

    key: str = Field(default="", max_length=40)
    name: Line = Field(default="", max_length=80)
    most_px: Annotated[int, Field(ge=100, le=1_000_000)]
    memory_bytes: Annotated[int, Field(ge=10**6, le=10**13)]
    overhead: float = Field(default=0.0, ge=0, lt=1)


#: Made-up rows to begin with; somebody types what their own program says.
LIMITS: tuple[CanvasLimit, ...] = (
    CanvasLimit(key="slate", name="Slate, 4 GB", most_px=16_000, memory_bytes=4 * 10**9, overhead=0.5),
    CanvasLimit(key="slate-large", name="Large slate, 8 GB", most_px=16_000, memory_bytes=8 * 10**9, overhead=0.4),
    CanvasLimit(key="desk", name="Desk, 16 GB", most_px=30_000, memory_bytes=16 * 10**9, overhead=0.3),
    CanvasLimit(key="tower", name="Tower, 64 GB", most_px=100_000, memory_bytes=64 * 10**9, overhead=0.2),
)  # fmt: skip


class Canvas(WholeDocument):
    """A new canvas. Without a ppi the press or the distance decides; without either the whole print's distance."""

    format: Literal["zollstock.canvas/1"] = CANVAS_FORMAT
    title: Line = Field(default="", max_length=200)
    finished: Sides
    bleed: Length = length_of("3 mm")
    safe: Length = length_of("5 mm")
    ppi: float | None = Field(default=None, ge=10, le=2400)
    press: PressName | None = None
    distance: Length | None = None
    channels: Literal[1, 3, 4] = 4
    bits: Literal[8, 16] = 8
    layers: int = Field(default=20, ge=1, le=2000)
    limit: CanvasLimit | None = None
    also: Annotated[list[Sides], Field(max_length=MOST_ALSO)] = []
    folds: Annotated[list[Length], Field(max_length=12)] = Field(
        default=[], description="Where it is folded, from the left of the finished size."
    )

    def contradictions(self) -> Iterator[Problem]:
        """What contradicts itself, each with its path."""
        for path, sides in (
            ("finished", self.finished),
            *((f"also[{number}]", one) for number, one in enumerate(self.also)),
        ):
            for name in ("width", "height"):
                mm = getattr(sides, name).mm
                if mm < 1:
                    yield f"{path}.{name}", f"the {name} is 0; a finished piece has a size"
                elif mm > 100_000:
                    yield f"{path}.{name}", f"the {name} is over 100 m"
        short = min(self.finished.width.mm, self.finished.height.mm)
        if short >= 1 and self.safe.mm * 2 >= short:
            yield "safe", "the safe edge leaves nothing of the finished size"
        if self.bleed.mm > 1000:
            yield "bleed", "a bleed is 1 m at most"
        for number, fold in enumerate(self.folds):
            if not 0 < fold.mm < self.finished.width.mm:
                yield f"folds[{number}]", "a fold lies within the width"
        if self.distance is not None and not self.distance.mm:
            yield "distance", "from no distance nothing is seen"


class CanvasError(DocumentError):
    """A document is no new canvas."""


def parse_canvas(document: Any) -> Canvas:
    """Validate a decoded JSON document. Raises `CanvasError` with one problem for every fault.

    >>> parse_canvas({"format": "zollstock.canvas/1", "finished": {"width": "60 cm", "height": "40 cm"}}).finished.width.typed
    '60 cm'
    """
    if not isinstance(document, dict):
        raise CanvasError([("canvas", "a canvas is a JSON object")])
    try:
        return Canvas.model_validate(document)
    except ValidationError as error:
        raise CanvasError(problem_list(error, Canvas, "canvas")) from None
