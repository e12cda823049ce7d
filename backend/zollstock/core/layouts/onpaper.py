"""What is asked of sheets that somebody prints at home: tones to trace from, and a driver that scales."""

from __future__ import annotations

from collections.abc import Iterator

from pydantic import Field

from ..answer.reckoning import Figure, Finding
from ..edges import Problem
from ..figures.figure import figure
from ..ground import show
from ..ground.lengths import Length
from ..ground.rational import Fraction, exact
from ..ground.show import LengthStyle
from ..ground.workings import length, written
from ..parts.part import Part, Share
from ..sheet.sheets import FULL_TONE, Tone
from .request import TRUE, LayoutRequest
from .tiles.marks import BAR

#: A bar that is off by less than this share was measured with a ruler.
AS_GOOD_AS_TRUE = Fraction(3, 1000)
#: Nobody's driver makes half or double of a page.
_LEAST, _MOST = Fraction(50), Fraction(200)


class Tracing(Part):
    """Tones to trace from: without colour, and so far towards white."""

    grey: bool = True
    light: Share = 0.5


class Printed(Part):
    """What a trial on paper showed: how long the bar of 100 mm became, and whether that is to be made good."""

    bar: Length
    correct: bool = False

    @property
    def scale(self) -> Fraction:
        """How large the driver prints."""
        return self.bar.mm / BAR


class OnPaperRequest(LayoutRequest):
    """A layout request for sheets that are printed at home and glued, hung or traced from."""

    tracing: Tracing | None = None
    printed: Printed | None = Field(default=None)

    @property
    def tone(self) -> Tone:
        tracing = self.tracing
        return FULL_TONE if tracing is None else Tone(tracing.grey, exact(tracing.light))

    @property
    def by(self) -> Fraction:
        """How large a sheet comes out of the printer, where that is to be made good; else 1."""
        printed = self.printed
        return printed.scale if printed is not None and printed.correct else TRUE

    def bar_problems(self) -> Iterator[Problem]:
        if self.printed is not None and not _LEAST <= self.printed.bar.mm <= _MOST:
            yield (
                "printed.bar",
                f"a bar of 100 mm is printed between {_LEAST} and {_MOST} mm; measure it again",
            )


def driver_figures(layout: OnPaperRequest, style: LengthStyle) -> Iterator[Figure]:
    """How large the driver prints, where that was measured.

    >>> list(driver_figures(tiles(), LengthStyle("cm")))
    []
    """
    if layout.printed is None:
        return
    said = show.percent(layout.printed.scale)
    put_in = written(
        "{} ÷ {}",
        (length(layout.printed.bar.mm, style), length(BAR, style)),
        lambda bar, true: bar / true,
        show.percent,
        said,
    )
    yield figure("driver_scale", "The driver prints", layout.printed.scale, "–", said, "bar as measured ÷ 100 mm",
                 put_in, "tiles")  # fmt: skip


def driver_findings(layout: OnPaperRequest) -> Iterator[Finding]:
    """What a measured bar means, and the one click that makes it good.

    >>> [one.id for one in driver_findings(tiles(printed={"bar": "97 mm"}))]
    ['driver-scales']
    """
    printed = layout.printed
    if printed is None or abs(printed.scale - 1) < AS_GOOD_AS_TRUE:
        return
    said = show.percent(printed.scale)
    if printed.correct:
        yield Finding(
            id="driver-corrected",
            level="note",
            step="handover",
            text=f"The sheets are made {show.percent(1 / printed.scale)} of their size, since your driver makes "
            f"{said} of it. The bar is printed 100 mm long again; measure it once more.",
            fix={"printed.correct": False},
            fix_label="Leave them as they are",
        )
        return
    what = "fits to page" if printed.scale < 1 else "enlarges"
    yield Finding(
        id="driver-scales",
        level="warn",
        step="handover",
        text=f"Your driver {what}: {said}. Set its scaling to 100 %, or have the sheets made for it.",
        fix={"printed.correct": True},
        fix_label="Make the sheets for it",
    )
