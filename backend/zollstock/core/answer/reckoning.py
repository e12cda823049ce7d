"""The reckoning document, `zollstock.reckoning/1`: everything that follows from a plan."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Annotated, Any, Literal

from pydantic import BaseModel, ConfigDict, Field

from ..shapes.drawing import BoxMm, Drawing

RECKONING_FORMAT: Literal["zollstock.reckoning/1"] = "zollstock.reckoning/1"

Step = Literal["picture", "size", "fit", "edge", "pixels", "distance", "handover"]
STEPS: tuple[Step, ...] = ("picture", "size", "fit", "edge", "pixels", "distance", "handover")


class Record(BaseModel):
    model_config = ConfigDict(frozen=True, extra="forbid")


@dataclass(slots=True)
class Figure:
    """One figure: full precision in `value`, rounded in `text`, with its arithmetic.

    A plain dataclass, since every reckoning makes some thirty of them and nothing in them needs
    checking; Pydantic describes and serialises it like the rest. Nothing changes one: it is not
    frozen only because a frozen one takes six times as long to make.
    """

    id: str
    label: str
    value: float | int | str
    unit: Annotated[str, Field(description="mm, px, ppi, B, – for a plain number, or word")]
    text: str
    formula: str
    working: str
    source: Annotated[str, Field(description="The rule it comes from; see docs/rules.md.")]


class Boxes(Record):
    """Rectangles [x, y, width, height] in mm from the document's top left corner."""

    document: BoxMm
    trim: BoxMm
    image: BoxMm
    picture: BoxMm = Field(
        description="The whole picture as it would lie, cropped parts included; with an angle it "
        "leans by it about this box's centre."
    )
    printed: BoxMm = Field(description="What is printed of the picture.")
    visible: BoxMm = Field(description="What a viewer sees of the print.")
    padding: BoxMm | None = Field(default=None, description="The box that contain pads out.")
    safe: BoxMm | None = None
    opening: BoxMm | None = None
    fold: BoxMm | None = None
    fold_back: BoxMm | None = None


@dataclass(slots=True)
class Criterion:
    """What one criterion of thought says; no `clean_from_mm` where no distance helps. Plain, as figures are."""

    id: str
    need_ppi: float
    quality_ratio: float
    grade: str
    clean_from_mm: float | None = None


class Way(Record):
    """One of several ways out of a finding: what it is called, what it leads to, the change."""

    label: str
    text: str
    fix: dict[str, Any]


#: The levels of a finding in words.
LEVEL_WORDS = {"note": "Note", "warn": "Check", "stop": "Stop"}


class Finding(Record):
    """Something to look at; a `stop` cannot be rendered. `fix` is a change to the plan.

    Where there is more than one cure they are `ways`; `drawing` shows what the text tells.
    """

    id: str
    level: Literal["note", "warn", "stop"]
    text: str
    step: Step
    fix: dict[str, Any] | None = None
    fix_label: str | None = None
    ways: list[Way] | None = None
    drawing: Drawing | None = None
    place: str | None = Field(
        default=None,
        description="A place that starts from this print, where it is cured or looked at: rescue, colour, exposure.",
    )

    @property
    def word(self) -> str:
        """What it begins with for people, on the screen and in the shell."""
        return LEVEL_WORDS[self.level]


class Reckoning(Record):
    format: Literal["zollstock.reckoning/1"] = RECKONING_FORMAT
    figures: list[Figure]
    boxes: Boxes
    schools: list[Criterion]
    findings: list[Finding]

    def figure(self, name: str) -> Figure:
        """The figure of that id. Raises KeyError where this plan has none."""
        for figure in self.figures:
            if figure.id == name:
                return figure
        raise KeyError(name)


def reckoning_document(reckoning: Reckoning) -> dict[str, Any]:
    """The reckoning as JSON values; what does not exist (a box, a fix) is left out."""
    return reckoning.model_dump(mode="json", exclude_none=True)


def reckoning_json(reckoning: Reckoning, indent: int | None = None) -> str:
    """The same as JSON text."""
    return reckoning.model_dump_json(exclude_none=True, indent=indent)
