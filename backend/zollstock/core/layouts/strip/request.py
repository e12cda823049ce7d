"""A request for strips: which part, how large, over which ladder, how often."""

from __future__ import annotations

from collections.abc import Iterator
from math import ceil
from typing import Annotated, Literal

from pydantic import Field

from ...colour.renderings import RENDERINGS
from ...edges import Problem
from ...ground.lengths import Length
from ...ground.plaintext import Line
from ...ground.rational import Fraction, exact
from ...parts.part import Part, Point, length_of
from ...rules.pixelcount import length_px
from ...seeing.enlarging import METHODS, MethodName
from ...trials.document import LEAST_PPI, MOST_PPI
from ..request import Fix, LayoutRequest

LadderBy = Literal["ppi", "method", "sharpen", "exposure", "profile"]
MOST_STEPS = 15
MOST_COPIES = 12
#: Filtered patches are held in memory while they are made, some 840 MB of it: so many px a side, at most, with what is
#: made around them.
MOST_SIDE_PX = 3000
#: A filter looks so many samples of the coarsest patch beyond what is shown.
BEYOND = 12
_MOST_STOPS = 9


class PatchSize(Part):
    """How large a patch is."""

    width: Length = length_of("60 mm")
    height: Length = length_of("60 mm")


class Ladder(Part):
    """What differs between the patches: ppi, the method of enlarging, sharpening, thirds of a stop, or the way to the
    paper's colours (intent and black point)."""

    by: LadderBy = "ppi"
    steps: Annotated[list[float | str], Field(min_length=2, max_length=MOST_STEPS)] = [
        72.0, 100.0, 150.0, 200.0, 240.0, 300.0, 360.0, 480.0, 720.0,
    ]  # fmt: skip

    def problems(self) -> Iterator[Problem]:
        """Steps that this kind of ladder has not."""
        for number, step in enumerate(self.steps):
            if fault := self._fault(step):
                yield f"ladder.steps[{number}]", fault
        if len(set(self.steps)) < len(self.steps):
            yield (
                "ladder.steps",
                "a step stands twice; patches that are alike are put in by themselves",
            )

    def _fault(self, step: float | str) -> str | None:
        if self.by == "method":
            return None if step in METHODS else f"must be one of {', '.join(METHODS)}"
        if self.by == "profile":
            return None if step in RENDERINGS else f"must be one of {', '.join(RENDERINGS)}"
        if isinstance(step, str):
            return "must be a number"
        if self.by == "ppi" and not LEAST_PPI <= step <= MOST_PPI:
            return f"a patch has {LEAST_PPI} to {MOST_PPI} ppi"
        if self.by == "sharpen" and not 0 <= step <= 2:
            return "sharpening goes from 0 to 2"
        if self.by == "exposure" and (abs(step) > _MOST_STOPS or step != int(step)):
            return f"whole thirds of a stop, from −{_MOST_STOPS} to {_MOST_STOPS}"
        return None


class StripRequest(LayoutRequest):
    """Test strips of one picture or several; `part` is the middle of what is shown, in shares of the turned picture."""

    kind: Literal["strip"] = "strip"
    part: Point | None = Field(default=None, description="Null: the middle.")
    parts: Annotated[list[Point | None], Field(max_length=20)] = Field(
        default=[], description="One for each further picture, where they differ from `part`."
    )
    patch: PatchSize = Field(default_factory=PatchSize)
    gap: Length = length_of("4 mm")
    ladder: Ladder = Field(default_factory=Ladder)
    device_ppi: int = Field(default=720, ge=72, le=2880)
    method: MethodName = "careful"
    copies: int = Field(default=4, ge=1, le=MOST_COPIES)
    seed: int = Field(default=1884, ge=0, le=2**31 - 1)
    number: Line = Field(default="", max_length=20, description="The number of the trial.")
    distance: Length | None = Field(
        default=None, description="From where it is judged; the row for the eyes goes by it."
    )

    @property
    def around_px(self) -> int:
        """px of the device that are made around a patch, to be filtered and cut off."""
        steps = [
            exact(step) for step in self.ladder.steps if not isinstance(step, str) and step > 0
        ]
        if self.ladder.by != "ppi" or not steps:
            return 0
        return ceil(BEYOND * self.device_ppi / min(steps))

    def on_grid(self, grid: int) -> Fix:
        return {"device_ppi": grid}

    def contradictions(self) -> Iterator[Problem]:
        yield from self.sheet.problems()
        yield from self.ladder.problems()
        if self.ladder.by == "profile" and self.plans[0].output.print_profile is None:
            yield (
                "ladder.by",
                "a ladder of renderings wants a print profile in the print's own hand-over",
            )
        for name in ("width", "height"):
            side = getattr(self.patch, name)
            if side.mm < 5:
                yield f"patch.{name}", "a patch is 5 mm wide and high at least"
            elif length_px(side.mm, Fraction(self.device_ppi)) + 2 * self.around_px > MOST_SIDE_PX:
                yield (
                    f"patch.{name}",
                    f"at {self.device_ppi} ppi that is more than {MOST_SIDE_PX} px a side, with what is filtered around "
                    "it; take a smaller patch, fewer ppi of the device, or finer steps",
                )
        if self.distance is not None and not 50 <= self.distance.mm <= 100_000:
            yield "distance", "a strip is judged from 5 cm to 100 m"
        if self.gap.mm < 2:
            yield "gap", "between patches 2 mm of paper stay, so that none runs into the next"

    def middle(self, plan: int) -> Point | None:
        """Where the patches of a picture are taken from; None where nobody said so."""
        if plan and plan <= len(self.parts):
            return self.parts[plan - 1]
        return self.part if plan == 0 or not self.parts else None
