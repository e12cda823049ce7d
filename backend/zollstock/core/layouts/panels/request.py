"""The request for panels: one picture over several frames, each as it was measured, and how they hang."""

from __future__ import annotations

from collections.abc import Iterator
from itertools import combinations
from typing import Annotated, Literal

from pydantic import Field

from ...edges import Problem
from ...edges.kind import WHITE
from ...edges.wrap import WrapFill
from ...ground import show
from ...ground.lengths import Length
from ...ground.rational import Fraction
from ...parts.part import Colour, Part
from ...shapes.box import ZERO, Box
from ..request import LayoutRequest
from ..wall.faces import bounds, closed
from ..wall.hanging import Hang
from ..wall.view import WallView

#: More frames than this nobody hangs as one picture.
MOST_FRAMES = 48
#: A target that was given may differ by so much from the spread, mm: nobody types more.
_TYPED = Fraction(1, 100)


class Ordered(Part):
    """The size that a frame was ordered in; what came is never quite that."""

    width: Length
    height: Length


class Frame(Part):
    """A face as it was measured, and its place on the wall: x and y from a corner that all frames share."""

    name: str = Field(default="", max_length=80)
    x: Length
    y: Length
    width: Length
    height: Length
    ordered: Ordered | None = None
    fixings: Literal[1, 2] = Field(default=1, description="Nails or screws; two for a heavy one.")

    @property
    def box(self) -> Box:
        return Box(self.x.mm, self.y.mm, self.width.mm, self.height.mm)


class PanelWrap(Part):
    """How the canvas goes round each frame, alike for all."""

    depth: Length
    turn: Length
    fill: WrapFill = "mirror"
    colour: Colour = WHITE
    softness: Annotated[float, Field(ge=0, le=1)] = 0.5

    @property
    def around(self) -> Fraction:
        """What a side needs beyond the face, mm: depth + turn."""
        return self.depth.mm + self.turn.mm


class PanelsRequest(LayoutRequest):
    """One plan's picture over frames. In `window` the gaps hide picture; in `butted` nothing is hidden."""

    kind: Literal["panels"] = "panels"
    frames: Annotated[list[Frame], Field(min_length=1, max_length=MOST_FRAMES)]
    mode: Literal["window", "butted"] = "window"
    wrap: PanelWrap | None = None
    hang: Hang = Field(default_factory=Hang)
    view: WallView = Field(default_factory=WallView)

    @property
    def lengths(self) -> list[Length]:
        return [self.frames[0].width, self.frames[0].height]

    @property
    def on_wall(self) -> list[Box]:
        """The faces as they hang, mm from the upper left corner of all of them."""
        whole = bounds([frame.box for frame in self.frames])
        return [
            Box(frame.x.mm - whole.x, frame.y.mm - whole.y, frame.width.mm, frame.height.mm)
            for frame in self.frames
        ]

    @property
    def on_spread(self) -> list[Box]:
        """The faces where they lie on what the picture fills, mm from its upper left corner."""
        return closed(self.on_wall) if self.mode == "butted" else self.on_wall

    @property
    def around(self) -> Fraction:
        return ZERO if self.wrap is None else self.wrap.around

    def name_of(self, number: int) -> str:
        """What frame `number`, from 0, is called."""
        return self.frames[number].name or str(number + 1)

    def contradictions(self) -> Iterator[Problem]:
        sizes = list(self._sizes())
        yield from sizes
        if len(self.plans) != 1:
            yield "plans", f"panels are made of one plan; here are {len(self.plans)}"
            return
        yield from self.view.problems("view")
        if sizes:
            return
        yield from self._overlaps()
        plan, spread = self.plans[0], bounds(self.on_spread)
        given = plan.target
        off = max(abs(given.width.mm - spread.w), abs(given.height.mm - spread.h))
        if given.in_pixels or off > _TYPED:
            size = f"{show.decimal(spread.w, 2)} × {show.decimal(spread.h, 2)} mm"
            yield "plans[0].target", f"the frames make a spread of {size}"
        if plan.edge.kind != "none" or plan.marks.margin.mm:
            yield "plans[0].edge", "panels get their edge from `wrap`, and their files no marks"

    def _sizes(self) -> Iterator[Problem]:
        for number, frame in enumerate(self.frames):
            for side in ("width", "height"):
                if getattr(frame, side).mm <= 0:
                    yield f"frames[{number}].{side}", f"the {side} is 0; a frame has a size"
        if self.wrap is not None and self.wrap.depth.mm <= 0:
            yield "wrap.depth", "the depth is 0; without sides there is no wrap"

    def _overlaps(self) -> Iterator[Problem]:
        for (one, a), (other, b) in combinations(enumerate(self.on_wall), 2):
            if a.x < b.right and b.x < a.right and a.y < b.bottom and b.y < a.bottom:
                across = min(a.right, b.right) - max(a.x, b.x)
                down = min(a.bottom, b.bottom) - max(a.y, b.y)
                way, by = ("x", across) if across <= down else ("y", down)
                yield (
                    f"frames[{other}].{way}",
                    f"frame {self.name_of(other)} lies {show.decimal(by, 1)} mm over frame {self.name_of(one)}",
                )


def default_wrap() -> PanelWrap:
    """A usual stretcher bar, mirrored round its sides.

    >>> default_wrap().depth.typed
    '38 mm'
    """
    return PanelWrap.model_validate({"depth": "38 mm", "turn": "12 mm"})
