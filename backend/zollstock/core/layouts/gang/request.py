"""The request for a gang: many prints together on one roll, or on sheets."""

from __future__ import annotations

from collections.abc import Iterator
from math import ceil, floor, inf
from typing import Annotated, Literal, NamedTuple

from pydantic import Field

from ...edges import Problem
from ...ground.lengths import Length
from ...ground.money import Price
from ...ground.rational import Fraction
from ...packing import Item, Placed
from ...packing import Paper as Bin
from ...parts.device import Feed
from ...parts.part import Part, length_of
from ...shapes.box import ZERO, Box
from ...work.outcome import Work
from ..request import Fix, LayoutRequest, sheet_of, wider_by

#: More pieces than this nobody lays on one roll at once.
MOST_PIECES = 400
#: Pieces are placed to a hundredth of a millimetre, rounded so that gaps are never less than asked.
STEP = 100


class Roll(Part):
    """A roll: `margin` at both its sides stays white, `lead` and `tail` are fed before and after the prints.

    What is printed at once is no longer than `most_length`; a price is by the metre, of `least_length` at least.
    `stock` is the key of the roll in the studio's stock that it is, where it is one.
    """

    width: Length
    margin: Length = length_of("5 mm")
    gap: Length = length_of("5 mm")
    lead: Length = length_of("20 mm")
    tail: Length = length_of("20 mm")
    most_length: Length | None = None
    price_per_m: Price | None = None
    least_length: Length | None = None
    stock: str = Field(default="", max_length=40)


class Pinned(Part):
    """A piece placed by hand: which copy (from 0) of which plan, where its upper left corner lies on the sheet as it
    is printed, and how it is turned; `sheet` counts from 0."""

    plan: Annotated[int, Field(ge=0, le=199)]
    copy_: Annotated[int, Field(ge=0, le=399, alias="copy")]
    x: Length
    y: Length
    turn: Literal[0, 90] = 0
    sheet: Annotated[int, Field(ge=0, le=399)] = 0


class Area(NamedTuple):
    """Where pieces may lie on a sheet, mm: from `left` and `top`, `width` across and `length` down (None: no end);
    with what is fed after them the sheet ends `tail` below the last, or is `height` high in any case."""

    media: Fraction
    left: Fraction
    top: Fraction
    width: Fraction
    length: Fraction | None
    tail: Fraction
    height: Fraction | None


class GangRequest(LayoutRequest):
    """Prints together: `copies` and `may_turn` for each plan (1 and yes where nothing is said); of 0 copies none is
    printed, but the plan stays at hand.

    On a `roll`, or where there is none on the request's `sheet`, with `gap` between the pieces.
    """

    kind: Literal["gang"] = "gang"
    copies: Annotated[list[Annotated[int, Field(ge=0, le=200)]], Field(max_length=200)] = []
    may_turn: Annotated[list[bool], Field(max_length=200)] = []
    roll: Roll | None = None
    gap: Length = length_of("5 mm")
    price: Price | None = Field(default=None, description="Of a sheet.")
    stock: str = Field(default="", max_length=40, description="Key of the sheets in the stock.")
    guillotine: bool = Field(default=False, description="Only cuts that go right through.")
    fixed: Annotated[list[Pinned], Field(max_length=MOST_PIECES)] = []
    ppi: Annotated[float, Field(ge=1, le=10_000)] | None = Field(
        default=None,
        description="Of all sheets; null takes the least that keeps every print's verdict.",
    )

    @property
    def lengths(self) -> list[Length]:
        return [self.sheet.width if self.roll is None else self.roll.width]

    def copies_of(self, plan: int) -> int:
        return self.copies[plan] if plan < len(self.copies) else 1

    def turns(self, plan: int) -> bool:
        return self.may_turn[plan] if plan < len(self.may_turn) else True

    @property
    def keys(self) -> list[tuple[int, int]]:
        """Every piece as (plan, copy), in their order."""
        return [
            (plan, copy) for plan in range(len(self.plans)) for copy in range(self.copies_of(plan))
        ]

    @property
    def between(self) -> Fraction:
        """The gap in force, mm."""
        return self.gap.mm if self.roll is None else self.roll.gap.mm

    @property
    def area(self) -> Area:
        roll = self.roll
        if roll is None:
            laid = self.as_printed.laid(0)
            usable = laid.usable
            below = laid.height - usable.bottom
            return Area(laid.width, usable.x, usable.y, usable.w, usable.h, below, laid.height)
        # As it comes out, where the device makes something else of a length and that is put right.
        across, along = self.device_scale
        media, margin, lead, tail = (
            roll.width.mm * across, roll.margin.mm * across, roll.lead.mm * along, roll.tail.mm * along,
        )  # fmt: skip
        most = None if roll.most_length is None else roll.most_length.mm * along - lead - tail
        return Area(media, margin, lead, media - 2 * margin, most, tail, None)

    def fed_by(self, feed: Feed) -> Fix | None:
        if feed.height is not None:
            sheet = None if self.roll is None and self.on_sheet(feed) else sheet_of(feed)
            return sheet and {"roll": None, "stock": "", "sheet": sheet}
        roll, kept = self.roll, feed.model_dump(mode="json")
        margin = max((feed.margins.left, feed.margins.right), key=lambda side: side.mm).typed
        paper = {
            "width": kept["width"],
            "margin": margin,
            "most_length": kept["most_length"],
            "stock": "",
        }
        if roll is None:
            return {"roll": paper, "fixed": []}
        same = roll.width.mm == feed.width.mm and _most(roll.most_length) <= _most(feed.most_length)
        if same:
            return None
        return {f"roll.{name}": value for name, value in paper.items()}

    def within(self, feed: Feed, more: Fraction = ZERO) -> Fix | None:
        if self.roll is None:
            return super().within(feed, more)
        most = max((feed.margins.left, feed.margins.right), key=lambda side: side.mm)
        wider = wider_by(most, more)
        return {"roll.margin": wider.typed} if wider.mm > self.roll.margin.mm else None

    def on_grid(self, grid: int) -> Fix:
        return {"ppi": float(grid)}

    def contradictions(self) -> Iterator[Problem]:
        for name in ("copies", "may_turn"):
            if len(getattr(self, name)) > len(self.plans):
                yield (
                    name,
                    f"there are {len(self.plans)} plans, and {len(getattr(self, name))} here",
                )
        for number, plan in enumerate(self.plans):
            if plan.target.in_pixels:
                yield f"plans[{number}].target", "a target in pixels has no size on paper"
        if not self.keys:
            yield "copies", "nothing is to be printed: ask for a copy of one of the prints at least"
        if len(self.keys) > MOST_PIECES:
            yield (
                "copies",
                f"at most {MOST_PIECES} pieces are laid together; here are {len(self.keys)}",
            )
        roll, area = self.roll, self.area
        if roll is None:
            yield from self.sheet.problems()
        elif area.width <= 0:
            yield "roll.margin", "the margins take the whole width of the roll"
        elif area.length is not None and area.length <= 0:
            yield "roll.most_length", "lead and tail take all of its length"
        known = set(self.keys)
        for number, pinned in enumerate(self.fixed):
            key = (pinned.plan, pinned.copy_)
            if key not in known:
                yield f"fixed[{number}]", "there is no such piece, or it is pinned already"
            known.discard(key)


def _most(length: Length | None) -> float:
    """The longest that is printed at once, mm; without a limit whatever anybody feeds."""
    return inf if length is None else float(length.mm)


class Laying(NamedTuple):
    """A gang as packing has it, in hundredths of a mm: pieces with their gap, those that are pinned, the paper.

    `outside` are the pieces that fit the paper in no way; `number` of an item counts `layout.keys`.
    """

    items: tuple[Item, ...]
    pinned: tuple[Placed, ...]
    paper: Bin
    outside: tuple[int, ...]


def laying(layout: GangRequest, works: list[Work]) -> Laying:
    """What is to be packed; sizes are the documents of the plans.

    >>> from .places import gang_works
    >>> from ...studio.studio import DEFAULT_STUDIO
    >>> works, _ = gang_works(gang(), DEFAULT_STUDIO)
    >>> len(laying(gang(), works).items)
    4
    """
    area, gap = layout.area, layout.between
    sizes = [(work.boxes.document.w, work.boxes.document.h) for work in works]
    held = {(one.plan, one.copy_): one for one in layout.fixed}
    items, pins, longest = [], [], 0
    for number, (plan, copy) in enumerate(layout.keys):
        w, h = (ceil((side + gap) * STEP) for side in sizes[plan])
        longest += max(w, h)
        pin = held.get((plan, copy))
        if pin is None:
            items.append(Item(number, w, h, layout.turns(plan)))
            continue
        x, y = floor((pin.x.mm - area.left) * STEP), floor((pin.y.mm - area.top) * STEP)
        lies = (h, w) if pin.turn else (w, h)
        # A hundredth more, since its corner was rounded down.
        pins.append(Placed(number, pin.sheet, x, y, lies[0] + 1, lies[1] + 1, bool(pin.turn)))
    end = max((pin.bottom for pin in pins), default=0)
    length = longest + end if area.length is None else floor((area.length + gap) * STEP)
    paper = Bin(floor((area.width + gap) * STEP), length)
    outside = [item.key for item in items if not _fits(item, paper)]
    return Laying(
        tuple(item for item in items if item.key not in outside), tuple(pins), paper, tuple(outside)
    )


def _fits(item: Item, paper: Bin) -> bool:
    upright = item.w <= paper.width and item.h <= paper.length
    return upright or (item.may_turn and item.h <= paper.width and item.w <= paper.length)


def place_of(layout: GangRequest, placed: Placed, size: tuple[Fraction, Fraction]) -> Box:
    """Where a piece lies on its sheet, mm, without its gap; a pinned one exactly where it was pinned.

    >>> from .places import gang_of
    >>> from ...studio.studio import DEFAULT_STUDIO
    >>> [round(float(side)) for side in gang_of(gang(), DEFAULT_STUDIO).pieces[0].box.as_floats()]
    [5, 20, 400, 600]
    """
    area, (plan, copy) = layout.area, layout.keys[placed.key]
    w, h = (size[1], size[0]) if placed.turned else size
    pin = next((one for one in layout.fixed if (one.plan, one.copy_) == (plan, copy)), None)
    if pin is not None:
        return Box(pin.x.mm, pin.y.mm, w, h)
    return Box(area.left + Fraction(placed.x, STEP), area.top + Fraction(placed.y, STEP), w, h)
