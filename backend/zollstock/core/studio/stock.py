"""A studio's stock: what it prints on, the rolls and sheets that are there of it, and what is left of each."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from typing import Annotated, Any, Self

from pydantic import Field, ValidationError, model_validator
from pydantic_core import PydanticCustomError

from ..documents.faults import DocumentError, problem_list
from ..ground.lengths import Length
from ..ground.money import Price
from ..ground.rational import Fraction
from ..ground.refusal import ChangedElsewhere, Refusal
from ..ground.rowkeys import Key, free_keys, twice
from ..ground.rowkeys import keyed as keyed_rows
from ..ground.show import LengthStyle, typed_length
from ..parts.medium import LEAST_FACTOR
from ..parts.part import Part, length_of
from .media import MEDIA, spread_of

MOST_MEDIA, MOST_PAPERS = 200, 100


class StockChanged(ChangedElsewhere):
    """The stock was changed in another window, or by a booking."""

    def __init__(self) -> None:
        super().__init__(
            "The stock was changed in another window. Your change was not saved, the other one is safe."
        )


class NotEnough(Refusal):
    """Less is left than would be taken; the message says how much."""


class StockRoll(Part):
    """A roll: `left` of it (null: not counted), the price of a metre, and the `minimum` length that is charged."""

    key: Key = ""
    width: Length
    left: Length | None = None
    margin: Length = length_of("5 mm")
    price: Price | None = None
    minimum: Length | None = None

    def display_name(self, style: LengthStyle) -> str:
        return f"roll {style.length(self.width.mm)}"

    def holds(self, mm: Fraction, sheets: int) -> bool:
        """Whether so much is left; nobody knows where it is not counted."""
        return self.left is None or self.left.mm >= mm

    def less(self, mm: Fraction, sheets: int) -> Self:
        """After `mm` were taken, or given back where it is negative. Raises `NotEnough`."""
        if self.left is None:
            return self
        if self.left.mm < mm:
            raise NotEnough(f"Only {self.left.typed} of this roll are left.")
        rest = typed_length(self.left.mm - mm, self.left.unit)
        return self.model_validate(self.model_dump(mode="json") | {"left": rest})


class StockSheet(Part):
    """Sheets of one size: how many are `left` (null: not counted), and the price of one."""

    key: Key = ""
    name: str = Field(default="", max_length=80)
    width: Length
    height: Length
    left: Annotated[int, Field(ge=0, le=10_000_000)] | None = None
    margin: Length = length_of("5 mm")
    price: Price | None = None

    def display_name(self, style: LengthStyle) -> str:
        return self.name or f"sheets {style.size(self.width.mm, self.height.mm)}"

    def holds(self, mm: Fraction, sheets: int) -> bool:
        return self.left is None or self.left >= sheets

    def less(self, mm: Fraction, sheets: int) -> Self:
        """After so many sheets were taken, or given back. Raises `NotEnough`."""
        if self.left is None:
            return self
        if self.left < sheets:
            raise NotEnough(f"Only {self.left} of these sheets are left.")
        return self.model_copy(update={"left": self.left - sheets})


class StockMedium(Part):
    """What is printed on: its name and surface, the share of detail it holds, how far ink spreads on it (mm; null:
    not told yet, then as is assumed for such a surface), notes, and what of it is in stock. Its key stays, whatever it
    is called: prints know it by that."""

    key: Key = ""
    name: str = Field(min_length=1, max_length=120)
    surface: str = Field(default="", max_length=120)
    factor: float = Field(default=1.0, ge=LEAST_FACTOR, le=2)
    spread: float | None = Field(default=None, ge=0, le=2)
    note: str = Field(default="", max_length=500)
    rolls: Annotated[list[StockRoll], Field(max_length=MOST_PAPERS)] = []
    sheets: Annotated[list[StockSheet], Field(max_length=MOST_PAPERS)] = []


class Stock(Part):
    """All media of a studio, in the order in which they are kept; names and keys each once."""

    media: Annotated[list[StockMedium], Field(max_length=MOST_MEDIA)] = []
    currency: str = Field(default="", max_length=8)

    def medium(self, key: str | None) -> StockMedium | None:
        """The medium of that key."""
        return next((medium for medium in self.media if key and medium.key == key), None)

    def papers(self) -> Iterator[tuple[StockMedium, StockRoll | StockSheet]]:
        for medium in self.media:
            for roll in medium.rolls:
                yield medium, roll
            for sheet in medium.sheets:
                yield medium, sheet

    def paper(self, key: str) -> StockRoll | StockSheet | None:
        """The roll or the sheets of that key."""
        return next((paper for _, paper in self.papers() if key and paper.key == key), None)

    def booked(self, key: str, mm: Fraction, sheets: int) -> Stock:
        """The stock after a print took so much of a paper, or (negative) gave it back. Raises `NotEnough`, and
        `KeyError` where there is no such paper any more."""
        if self.paper(key) is None:
            raise KeyError(key)
        media = [
            medium.model_copy(
                update={
                    "rolls": [one.less(mm, sheets) if one.key == key else one for one in medium.rolls],
                    "sheets": [one.less(mm, sheets) if one.key == key else one for one in medium.sheets],
                }
            )
            for medium in self.media
        ]  # fmt: skip
        return self.model_copy(update={"media": media})

    @model_validator(mode="after")
    def _each_once(self) -> Self:
        found = list(self._problems())
        if found:
            raise PydanticCustomError("plan", "{text}", {"problems": found, "text": found[0][1]})
        return self

    def _problems(self) -> Iterator[tuple[str, str]]:
        names: set[str] = set()
        keys: set[str] = set()
        yield from twice(self.media, "media")
        for number, medium in enumerate(self.media):
            if medium.name.casefold() in names:
                yield f"media[{number}].name", f"“{medium.name}” is there already"
            names.add(medium.name.casefold())
            held: dict[str, Sequence[StockRoll | StockSheet]]
            held = {"rolls": medium.rolls, "sheets": medium.sheets}
            for kind, papers in held.items():
                for at, paper in enumerate(papers):
                    path = f"media[{number}].{kind}[{at}]"
                    if paper.key and paper.key in keys:
                        yield f"{path}.key", "this key is there already"
                    keys.add(paper.key)
                    yield from _paper_problems(path, paper)


def _paper_problems(path: str, paper: StockRoll | StockSheet) -> Iterator[tuple[str, str]]:
    sides = ("width",) if isinstance(paper, StockRoll) else ("width", "height")
    for side in sides:
        mm = getattr(paper, side).mm
        if mm <= 0:
            yield f"{path}.{side}", f"the {side} is 0"
        elif 2 * paper.margin.mm >= mm:
            yield f"{path}.margin", f"the margins take the whole {side}"


class StockError(DocumentError):
    """A document is no stock."""


def read_stock(document: Any) -> Stock:
    """Validate decoded JSON; media and papers without a key get one that is free, and a medium of which nobody said
    how far ink spreads what is assumed for its name, once and for all. Raises `StockError`."""
    try:
        return _keyed(Stock.model_validate(document))
    except ValidationError as error:
        raise StockError(problem_list(error, Stock, "stock")) from None


def _keyed(stock: Stock) -> Stock:
    papers = free_keys("p", {paper.key for _, paper in stock.papers()})

    def keyed(paper: Any) -> Any:
        return paper if paper.key else paper.model_copy(update={"key": next(papers)})

    media = [
        medium.model_copy(
            update={
                "spread": spread_of(medium.name, medium.spread),
                "rolls": [keyed(roll) for roll in medium.rolls],
                "sheets": [keyed(sheet) for sheet in medium.sheets],
            }
        )
        for medium in keyed_rows(stock.media, "m")
    ]
    return stock.model_copy(update={"media": media})


#: What a studio begins with: usual surfaces, how far ink spreads on them assumed, nothing counted yet.
SHIPPED = _keyed(
    Stock(
        media=[
            StockMedium(key=medium.key, name=medium.name, factor=medium.factor) for medium in MEDIA
        ]
    )
)
NO_STOCK = Stock()
