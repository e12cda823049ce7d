"""The lab that a print goes to, as the plan says it: which one, in which of its sizes, and what its row said then."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from ..ground.lengths import Length
from ..ground.money import Price
from ..ground.plaintext import Line
from ..ground.rowkeys import Key
from .file import FormatName, InkLimit
from .part import Part, length_of

#: What a lab does with a file of another ratio than its paper.
Fits = Literal["crops-centre", "pads", "refuses"]


class LabSize(Part):
    """A size that a lab prints: the finished one, the bleed it asks for on every side, and what a print costs."""

    key: Key = ""
    width: Length
    height: Length
    bleed: Length = length_of("0 mm")
    price: Price | None = None


class LabRules(Part):
    """What a lab takes, and what it does to a file that is otherwise."""

    name: Line = Field(min_length=1, max_length=120)
    formats: Annotated[list[FormatName], Field(max_length=4)] = ["jpeg"]
    most_bytes: int | None = Field(default=None, ge=1000, le=10**12)
    most_px: int | None = Field(default=None, ge=100, le=200_000, description="Of the longer side.")
    grid_ppi: int | None = Field(
        default=None, ge=50, le=2880, description="What it resamples every file to; null: nothing."
    )
    profile: Line = Field(
        default="srgb", max_length=80, description="srgb, or the key of a print profile."
    )
    ink_limit: InkLimit | None = Field(default=None, description="Most total ink, per cent.")
    fits: Fits = "crops-centre"
    sharpens: bool = False
    borders: bool = Field(default=False, description="Whether it prints a white border of its own.")
    days: int = Field(default=0, ge=0, le=365)


class LabUsed(LabRules):
    """What of a lab's row a print goes by."""

    size: LabSize
    currency: Line = Field(default="", max_length=8)


class LabChoice(Part):
    """A lab and one of its sizes by their keys; `used` is what stood in the row then (null: as it is by now)."""

    key: Key
    size: Key
    used: LabUsed | None = None
