"""What every request for a layout has: plans, the sheet that lies in the printer, and whether marks are printed."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Annotated, Any, Literal

from pydantic import Field

from ..answer.fixes import pixels_part
from ..documents.formats import LAYOUT_FORMAT
from ..documents.plan import Plan, lengths_of
from ..documents.whole import WholeDocument
from ..edges import Problem
from ..ground.lengths import Length, parse_length
from ..ground.plaintext import Line
from ..ground.rational import Fraction
from ..ground.show import typed_length
from ..parts.device import DeviceChoice, Feed
from ..parts.part import Part, length_of
from ..shapes.box import ZERO, Box

#: More plans than this are no layout that somebody lays out.
MOST_PLANS = 200
Fix = dict[str, Any]
#: The size of a sheet that a printer leaves as it is.
TRUE = Fraction(1)


class Margins(Part):
    """What the printer leaves white on each side of a standing sheet."""

    left: Length = length_of("5 mm")
    top: Length = length_of("5 mm")
    right: Length = length_of("5 mm")
    bottom: Length = length_of("5 mm")


class Paper(Part):
    """The sheet in the printer; its usable area is what its margins leave."""

    width: Length = length_of("210 mm")
    height: Length = length_of("297 mm")
    margins: Margins = Field(default_factory=Margins)

    def problems(self) -> list[Problem]:
        """What no sheet of paper has."""
        found = [
            (f"sheet.{name}", f"the {name} is 0; a sheet has a size")
            for name in ("width", "height")
            if getattr(self, name).mm <= 0
        ]
        margins = self.margins
        across = margins.left.mm + margins.right.mm
        down = margins.top.mm + margins.bottom.mm
        for name, taken in (("width", across), ("height", down)):
            if not found and taken >= getattr(self, name).mm:
                found.append(("sheet.margins", f"the margins take the whole {name} of the sheet"))
        return found

    def laid(self, turn: int, by: Fraction = TRUE) -> LaidPaper:
        """The sheet as it lies: turned clockwise by 0 or 90 degrees, its margins with it; all of it times `by`."""
        margins = self.margins
        left, top, right, bottom = (
            side.mm * by for side in (margins.left, margins.top, margins.right, margins.bottom)
        )
        width, height = self.width.mm * by, self.height.mm * by
        if turn:
            width, height = height, width
            left, top, right, bottom = bottom, left, top, right
        usable = Box(left, top, width - left - right, height - top - bottom)
        return LaidPaper(width, height, usable)


@dataclass(frozen=True, slots=True)
class LaidPaper:
    """A sheet as it lies, mm: its sides and its usable area."""

    width: Fraction
    height: Fraction
    usable: Box

    @property
    def media(self) -> Box:
        return Box(ZERO, ZERO, self.width, self.height)


class LayoutRequest(WholeDocument):
    """A layout request for a layout, `zollstock.layout/1`; its `kind` says which."""

    format: Literal["zollstock.layout/1"] = LAYOUT_FORMAT
    title: Line = Field(default="", max_length=200)
    plans: Annotated[list[Plan], Field(min_length=1, max_length=MOST_PLANS)]
    sheet: Paper = Field(default_factory=Paper)
    marks: bool = True
    device: DeviceChoice | None = Field(
        default=None,
        description="What the sheets are printed on; it goes before the devices of the plans.",
    )

    @property
    def lengths(self) -> list[Length]:
        """What says in which unit it is spoken of: its first plan's, where a kind has no lengths of its own."""
        return lengths_of(self.plans[0])

    @property
    def as_printed(self) -> Paper:
        """The sheet as long and as wide as the device makes of it, where that is put right in the files."""
        across, along = self.device_scale
        if across == along == 1:
            return self.sheet
        sheet, margins = self.sheet, self.sheet.margins
        return Paper(
            width=times(sheet.width, across),
            height=times(sheet.height, along),
            margins=Margins(
                left=times(margins.left, across),
                top=times(margins.top, along),
                right=times(margins.right, across),
                bottom=times(margins.bottom, along),
            ),
        )

    @property
    def device_scale(self) -> tuple[Fraction, Fraction]:
        """What the device makes of lengths across and along its feed, where that is put right in the files; else 1 and 1."""
        used = self.device.used if self.device else None
        return used.feed.scale if used is not None and used.corrects else (TRUE, TRUE)

    def fed_by(self, feed: Feed) -> Fix | None:
        """What makes the paper that of a feed; None where nothing of it is laid out on paper, or the feed has no sheets."""
        if feed.height is None or self.on_sheet(feed):
            return None
        return {"sheet": sheet_of(feed)}

    def on_sheet(self, feed: Feed) -> bool:
        """Whether its sheets are those of a feed."""
        sides = self.sheet.width.mm, self.sheet.height.mm
        return feed.height is not None and sides == (feed.width.mm, feed.height.mm)

    def within(self, feed: Feed, more: Fraction = ZERO) -> Fix | None:
        """What keeps it clear of a feed's margins: no less white on each side of its sheets, and `more`, mm."""
        if not self.on_sheet(feed):
            return None
        here, there = self.sheet.margins, feed.margins
        wider = {}
        for side in ("left", "top", "right", "bottom"):
            needed = wider_by(getattr(there, side), more)
            if needed.mm > getattr(here, side).mm:
                wider[f"sheet.margins.{side}"] = needed.typed
        return wider or None

    def on_grid(self, grid: int) -> Fix:
        """What makes its files no finer than a device's grid."""
        return {
            f"plans.{number}.{path}": value
            for number in range(len(self.plans))
            for path, value in pixels_part("device").items()
        }


def wider_by(length: Length, more: Fraction) -> Length:
    """A length and so many mm more, in its own unit where that says it.

    >>> from ..ground.lengths import parse_length
    >>> wider_by(parse_length("30 cm"), Fraction(6)).typed
    '30.6 cm'
    """
    if not more:
        return length
    return parse_length(typed_length(length.mm + more, length.unit, up=True))


def sheet_of(feed: Feed) -> dict[str, Any]:
    """The sheet of a feed, as a layout has it.

    >>> sheet_of(fog(device=chosen("desk/a4")).device.feed)["width"]
    '210 mm'
    """
    kept = feed.model_dump(mode="json")
    return {name: kept[name] for name in ("width", "height", "margins")}


def times(length: Length, by: Fraction) -> Length:
    """A length so many times as long; `typed` stays what somebody typed.

    >>> from ..ground.lengths import parse_length
    >>> float(times(parse_length("30 cm"), Fraction(1, 2)).mm)
    150.0
    """
    return Length(length.mm * by, length.unit, length.typed)
