"""The device that a print goes to, as the plan says it: which one, by which feed, and what was known of both then."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Annotated, Literal, Self

from pydantic import Field, model_validator
from pydantic_core import PydanticCustomError

from ..ground.lengths import Length
from ..ground.plaintext import Line
from ..ground.rational import Fraction, exact
from ..ground.rowkeys import Key
from .file import InkLimit
from .part import Part, length_of

MOST_DEVICE_MEDIA = 100
DeviceKind = Literal["sheet", "roll", "office"]
#: A pixel grid of a driver, ppi.
Grid = Annotated[int, Field(ge=72, le=2880)]
#: What a driver makes of a length, as a share of it; beyond these it is a slip of the hand.
Scale = Annotated[float, Field(ge=0.5, le=2)]
#: How far a print lies off its place, mm.
Shift = Annotated[float, Field(ge=-50, le=50)]


class FeedMargins(Part):
    """What a device leaves white on each side, seen as the sheet goes in: `top` is the end that goes in first."""

    left: Length = length_of("0 mm")
    top: Length = length_of("0 mm")
    right: Length = length_of("0 mm")
    bottom: Length = length_of("0 mm")

    @property
    def mm(self) -> tuple[Fraction, Fraction, Fraction, Fraction]:
        return self.left.mm, self.top.mm, self.right.mm, self.bottom.mm


class Feed(Part):
    """A way into a device: for sheets of one size (`height`), or for a roll (`most_length`: the longest print).

    `scale_x` (across), `scale_y` (along) and the offsets are what was measured on paper, on the day `measured`.
    """

    key: Key = ""
    name: Line = Field(min_length=1, max_length=80)
    width: Length
    height: Length | None = None
    most_length: Length | None = Field(default=None, description="Of a roll: the longest print.")
    margins: FeedMargins = Field(default_factory=FeedMargins, description="What cannot be printed.")
    face: Literal["towards-you", "away-from-you"] = Field(
        default="towards-you",
        description="Which way the side that is printed looks as the paper goes in.",
    )
    borderless: bool = Field(default=False, description="Whether it can print beyond the sheet.")
    overspray: Length = length_of(
        "0 mm", "How far beyond each side of the sheet it prints when it prints borderless."
    )
    scale_x: Scale = 1.0
    scale_y: Scale = 1.0
    offset_x: Shift = Field(
        default=0.0, description="How far to the right of its place a print lies, mm."
    )
    offset_y: Shift = Field(
        default=0.0,
        description="How far below its place, mm; the end that goes in first is the top.",
    )
    measured: str = Field(default="", pattern=r"^(\d{4}-\d\d-\d\d)?$", description="The day.")

    @property
    def is_roll(self) -> bool:
        return self.height is None

    @property
    def scale(self) -> tuple[Fraction, Fraction]:
        return exact(self.scale_x), exact(self.scale_y)

    @property
    def true_to_size(self) -> bool:
        """Whether what comes out is as large as it should be, as far as anybody measured."""
        return self.scale_x == self.scale_y == 1

    @model_validator(mode="after")
    def _can_be(self) -> Self:
        found = list(self._problems())
        if found:
            raise PydanticCustomError("plan", "{text}", {"problems": found, "text": found[0][1]})
        return self

    def _problems(self) -> Iterator[tuple[str, str]]:
        left, top, right, bottom = self.margins.mm
        for name, side, taken in (
            ("width", self.width, left + right),
            ("height", self.height, top + bottom),
            ("most_length", self.most_length, top + bottom),
        ):
            if side is None:
                continue
            if side.mm <= 0:
                yield name, "this side is 0"
            elif taken >= side.mm:
                yield "margins", "the margins take the whole of it"


class DeviceMedium(Part):
    """A medium that goes through a device: the keys of its row in the stock and of a profile, and what the dialog calls it."""

    stock: Key
    profile: Line = Field(default="", max_length=80)
    setting: Line = Field(default="", max_length=120)
    ink_limit: InkLimit | None = Field(
        default=None, description="Most total ink that it takes here, per cent."
    )


class DeviceUsed(Part):
    """What of a device's row a print goes by."""

    name: Line = Field(max_length=120)
    kind: DeviceKind = "sheet"
    native_ppi: Annotated[list[Grid], Field(max_length=8)] = []
    feed: Feed
    media: Annotated[list[DeviceMedium], Field(max_length=MOST_DEVICE_MEDIA)] = []
    corrects: bool = Field(
        default=False,
        description="Whether a scale that was measured is put right in the file; else such a print is refused.",
    )

    def medium(self, stock: str | None) -> DeviceMedium | None:
        """What is said of a medium of the stock."""
        return next((medium for medium in self.media if stock and medium.stock == stock), None)


class DeviceChoice(Part):
    """Device and feed by their keys; `used` is what stood in their rows when they were chosen (null: as they are by now)."""

    key: Key
    feed: Key
    borderless: bool | None = Field(
        default=None,
        description="Whether the dialog is set to print without a border; null: where the print reaches the margins, and the feed can.",
    )
    used: DeviceUsed | None = None
