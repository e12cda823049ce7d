"""An ID photo's request: the rule of an authority, and where crown, chin and eyes are in the picture."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Annotated, Literal, NamedTuple

from pydantic import Field

from ...edges import Problem
from ...ground.lengths import Length
from ...ground.rational import Fraction, exact
from ...ground.rowkeys import Key
from ...parts.part import Part, Point, length_of
from ..request import LaidPaper, LayoutRequest

Range = Annotated[tuple[Length, Length], Field(strict=False)]
#: More copies than this nobody hands in.
MOST_COPIES = 500


class Rule(Part):
    """What an authority asks: outer size, head from chin to crown, and either the crown's distance from the upper
    edge or the eyes' height over the lower one. `source` and `checked` say where and when that was read."""

    key: Key = ""
    name: str = Field(default="", max_length=120)
    width: Length
    height: Length
    head: Range
    crown: Range | None = None
    eyes: Range | None = None
    source: str = Field(default="", max_length=500)
    checked: str = Field(default="", max_length=40)

    def problems(self) -> Iterator[Problem]:
        for name in ("width", "height"):
            if getattr(self, name).mm <= 0:
                yield f"rule.{name}", f"the {name} is 0; a photo has a size"
        for name in ("head", "crown", "eyes"):
            held = getattr(self, name)
            if held is not None and not 0 <= held[0].mm <= held[1].mm:
                yield f"rule.{name}", "a range goes from the less to the more"
        if self.head[1].mm <= 0:
            yield "rule.head", "a head has a height"
        if (self.crown is None) == (self.eyes is None):
            yield "rule", "a rule has just one of crown and eyes"


class Face(Part):
    """Where a face is, in shares of the turned picture; None for what nobody has marked yet."""

    crown: Point | None = None
    chin: Point | None = None
    eyes: Point | None = None


class Marked(NamedTuple):
    """Where crown, chin and eyes are taken to be, in shares of the turned picture."""

    crown: Point
    chin: Point
    eyes: Point


#: Where a face is in most portraits: the rings wait there until somebody puts them on this one.
USUAL_FACE = Marked((0.5, 0.25), (0.5, 0.62), (0.5, 0.44))
#: Of a head's height, the eyes are about so far down.
_EYES_DOWN = 0.5


class Upload(Part):
    """The single photo as a file for an office's form: so many px, and no heavier than it takes."""

    width_px: Annotated[int, Field(ge=50, le=10_000)]
    height_px: Annotated[int, Field(ge=50, le=10_000)]
    most_kb: Annotated[int, Field(ge=5, le=50_000)] = 500


class IdRequest(LayoutRequest):
    """Copies of one photo on a sheet, cut by the rule; the plan's own fit gives way to it."""

    kind: Literal["id"] = "id"
    rule: Rule
    face: Face | None = None
    gap: Length = length_of("2 mm")
    copies: Annotated[int, Field(ge=1, le=MOST_COPIES)] | None = None
    turn: Literal["auto", 0, 90] = "auto"
    upload: Upload | None = None

    @property
    def unmarked(self) -> list[str]:
        """What this rule measures from and nobody has marked yet; while there is any, nothing is made."""
        face = self.face or Face()
        asked = ("crown", "chin") if self.rule.eyes is None else ("crown", "chin", "eyes")
        return [name for name in asked if getattr(face, name) is None]

    @property
    def where(self) -> Marked:
        """Crown, chin and eyes: as marked, else where the rings wait to be put in place."""
        face = self.face or Face()
        if face.crown is None or face.chin is None:
            crown = face.crown or USUAL_FACE.crown
            chin = face.chin or USUAL_FACE.chin
            if exact(chin[1]) <= exact(crown[1]):
                # One that was marked stays; the other waits on its right side of it.
                crown, chin = (crown, (crown[0], 1.0)) if face.crown else ((chin[0], 0.0), chin)
        else:
            crown, chin = face.crown, face.chin
        between = (
            (crown[0] + chin[0]) / 2,
            crown[1] + (chin[1] - crown[1]) * _EYES_DOWN,
        )
        return Marked(crown, chin, face.eyes or between)

    def contradictions(self) -> Iterator[Problem]:
        wrong = [*self.rule.problems(), *self.sheet.problems()]
        yield from wrong
        if len(self.plans) != 1:
            yield "plans", f"an ID photo is made of one plan; here are {len(self.plans)}"
            return
        plan, rule = self.plans[0], self.rule
        sides = (plan.target.width.mm, plan.target.height.mm)
        if plan.target.in_pixels or sides != (rule.width.mm, rule.height.mm):
            yield "plans[0].target", f"the rule makes it {rule.width.typed} × {rule.height.typed}"
        if plan.edge.kind != "none":
            yield "plans[0].edge", "an ID photo has no edge"
        if exact(self.where.chin[1]) <= exact(self.where.crown[1]):
            yield "face", "the chin lies under the crown"
        if self.upload is not None and not wrong:
            yield from self._of_upload(self.upload)
        if self.gap.mm < 0:
            yield "gap", "a gap is not negative"
        elif not wrong and not any(block.most for block in self.blocks()):
            usable = self.as_printed.laid(0).usable
            yield "sheet", f"not one fits the usable {float(usable.w):g} × {float(usable.h):g} mm"

    def _of_upload(self, upload: Upload) -> Iterator[Problem]:
        """A face is never stretched: the px have the photo's ratio, to the nearest px of one side."""
        ratio = self.rule.width.mm / self.rule.height.mm
        if abs(upload.width_px - upload.height_px * ratio) > 1 + ratio:
            high = round(upload.width_px / ratio)
            yield (
                "upload",
                f"{upload.width_px} × {upload.height_px} px have another ratio than {self.rule.width.typed} × "
                f"{self.rule.height.typed}; {upload.width_px} × {high} px have it",
            )

    def blocks(self) -> list[Block]:
        """How the photos lie on a sheet in each turn that the request allows."""
        turns: tuple[Literal[0, 90], ...] = (0, 90) if self.turn == "auto" else (self.turn,)
        paper, width, height = self.as_printed.laid(0), self.rule.width.mm, self.rule.height.mm
        return [
            Block(turn, paper, *((height, width) if turn else (width, height)), self.gap.mm)
            for turn in turns
        ]


class Block:
    """Pieces of one size on a sheet, in rows: how many fit, with a gap between them. Lengths in mm."""

    def __init__(
        self,
        turn: Literal[0, 90],
        paper: LaidPaper,
        width: Fraction,
        height: Fraction,
        gap: Fraction,
    ) -> None:
        self.turn, self.paper, self.gap = turn, paper, gap
        self.width, self.height = width, height
        self.columns = int((paper.usable.w + gap) // (width + gap))
        self.rows = int((paper.usable.h + gap) // (height + gap))

    @property
    def most(self) -> int:
        """floor((usable + gap) ÷ (piece + gap)), both ways."""
        return self.columns * self.rows

    def begins(self, count: int) -> tuple[list[Fraction], list[Fraction]]:
        """Where columns and rows begin for so many pieces: the block lies in the middle of the usable area."""
        columns = min(self.columns, count)
        rows = -(-count // self.columns)
        usable = self.paper.usable
        left = usable.x + (usable.w - columns * (self.width + self.gap) + self.gap) / 2
        top = usable.y + (usable.h - rows * (self.height + self.gap) + self.gap) / 2
        return (
            [left + number * (self.width + self.gap) for number in range(columns)],
            [top + number * (self.height + self.gap) for number in range(rows)],
        )
