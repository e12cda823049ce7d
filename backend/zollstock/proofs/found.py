"""What a proof's picture holds, as it is stored with it and told to the screen."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from typing import Any

from ninja import Schema

from zollstock.core.documents.plan import changed_plan
from zollstock.core.ground import show
from zollstock.core.questions.proofing import GAIN, Take, note
from zollstock.core.sheet.grid import PixelBox
from zollstock.core.work.outcome import Work
from zollstock.pixels.proof import Difference


class Differs(Schema):
    """Picture number `image` shows what a take has that the one called `against` has not."""

    image: int
    against: str
    text: str


class Taken(Schema):
    """Picture number `image` (from the top, from 0) is the part made in this way.

    `fix` changes the plan so that its file is made like this; `planned` says that it is so already.
    """

    id: str
    label: str
    image: int
    planned: bool
    fix: dict[str, Any]
    difference: Differs | None


class Found(Schema):
    """Pictures of `width` × `height` px lie one under the other.

    `x` and `y` are where they lie in the printed picture of `printed_width` × `printed_height` px of the
    file; `note` says what is seen.
    """

    x: int
    y: int
    width: int
    height: int
    printed_width: int
    printed_height: int
    ppi: float
    note: str
    takes: list[Taken]


def found_of(
    ways: Sequence[Take],
    part: PixelBox,
    printed: PixelBox,
    differences: Mapping[str, Difference],
    work: Work,
) -> Found:
    """What `pixels.proof.proof` made of a part, in words."""
    labels = {way.id: way.label for way in ways}
    behind = list(differences)

    def differs(way: Take) -> Differs | None:
        if way.against is None:
            return None
        return Differs(
            image=len(ways) + behind.index(way.id),
            against=labels[way.against],
            text=_apart(differences[way.id]),
        )

    return Found(
        x=part.x,
        y=part.y,
        width=part.w,
        height=part.h,
        printed_width=printed.w,
        printed_height=printed.h,
        ppi=float(work.output_ppi),
        note=note(work),
        takes=[
            Taken(
                id=way.id,
                label=way.label,
                image=at,
                planned=changed_plan(work.plan, way.changes) == work.plan,
                fix=way.changes,
                difference=differs(way),
            )
            for at, way in enumerate(ways)
        ],
    )


def _apart(found: Difference) -> str:
    mean = show.decimal(found.mean, 1)
    return f"mean {mean}, largest {found.most} of 255 levels; shown {GAIN} times as strong"
