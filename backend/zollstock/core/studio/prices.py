"""Price lists that a studio keeps: what a print costs by its size, its area or its length, and what is done to it after."""

from __future__ import annotations

from collections.abc import Iterator
from decimal import Decimal, InvalidOperation
from typing import Annotated, Any, Literal, Self

from pydantic import (
    BeforeValidator,
    Field,
    PlainSerializer,
    ValidationError,
    WithJsonSchema,
    model_validator,
)
from pydantic_core import PydanticCustomError

from ..documents.faults import DocumentError, problem_list
from ..ground.lengths import LengthError
from ..ground.money import MOST, plain
from ..ground.plaintext import Line
from ..ground.refusal import ChangedElsewhere
from ..ground.rowkeys import Key, keyed
from ..parts.part import Part
from ..sizes.pairs import parse_size

MOST_LISTS, MOST_PRICES, MOST_DISCOUNTS = 30, 300, 12
#: A price is of a piece, of a square metre, or of a metre: of a print its longer side, of what is done to it the way round it.
Per = Literal["piece", "area", "metre"]


class PricesChanged(ChangedElsewhere):
    """The price lists were changed in another window."""

    def __init__(self) -> None:
        super().__init__("The price lists were changed in another window. Your change was not saved, the other one is safe.")  # fmt: skip


def _amount(value: object) -> Decimal:
    """An amount as people write it, with a point or a comma; never a binary float's neighbour of it."""
    if isinstance(value, bool) or not isinstance(value, str | int | float | Decimal):
        raise PydanticCustomError("amount", "an amount is a number")
    text = str(value).strip().replace(",", ".").replace("−", "-")
    try:
        found = Decimal(text)
    except InvalidOperation:
        raise PydanticCustomError("amount", "“{text}” is no amount", {"text": text[:40]}) from None
    if not found.is_finite() or not 0 <= found <= MOST:
        raise PydanticCustomError(
            "amount", "an amount is from 0 to {most}", {"most": f"{MOST:,}".replace(",", "\u202f")}
        )
    exponent = found.as_tuple().exponent
    if isinstance(exponent, int) and exponent < -4:
        raise PydanticCustomError("amount", "an amount has at most four places after the point")
    return found


#: An amount of money as a decimal string.
Amount = Annotated[
    Decimal,
    BeforeValidator(_amount),
    PlainSerializer(plain, return_type=str),
    WithJsonSchema({"type": "string", "pattern": r"^\d+(\.\d{1,4})?$"}),
]


def _size(text: str) -> str:
    if text:
        try:
            parse_size(text)
        except LengthError as error:
            raise PydanticCustomError("size", "{text}", {"text": str(error)}) from None
    return text


Sides = Annotated[
    Line,
    Field(max_length=60),
    BeforeValidator(lambda value: _size(value) if isinstance(value, str) else value),
]


class PriceLine(Part):
    """A price. It is for a medium, an edge or a size where it names one, else for any; with a `finish` it is for that, and
    for no print. `least` is the least that is charged for one."""

    medium: Line = Field(default="", max_length=120)
    edge: Line = Field(default="", max_length=40)
    finish: Line = Field(default="", max_length=80)
    per: Per = "piece"
    size: Sides = ""
    price: Amount = Decimal(0)
    least: Amount = Decimal(0)


class Discount(Part):
    """What is taken off where so many copies of one print are wanted: `share` per cent."""

    from_copies: int = Field(ge=2, le=10_000)
    share: float = Field(gt=0, lt=100)


class PriceList(Part):
    key: Key = ""
    name: Line = Field(min_length=1, max_length=120)
    currency: Line = Field(default="€", max_length=8)
    tax_rate: float = Field(default=0, ge=0, le=100, description="Per cent.")
    tax_included: bool = True
    lines: Annotated[list[PriceLine], Field(max_length=MOST_PRICES)] = []
    discounts: Annotated[list[Discount], Field(max_length=MOST_DISCOUNTS)] = []

    @property
    def finishes(self) -> list[str]:
        """What can be done to a print, by name, each once."""
        return list(dict.fromkeys(line.finish for line in self.lines if line.finish))


class PriceLists(Part):
    """All price lists of a studio; names and keys each once. `standard` is the key of the one for new jobs."""

    lists: Annotated[list[PriceList], Field(max_length=MOST_LISTS)] = []
    standard: Line = Field(default="", max_length=80)

    def chosen(self, key: str) -> PriceList | None:
        """The list of that key; the standard one where none is asked for."""
        wanted = key or self.standard
        return next((one for one in self.lists if wanted and one.key == wanted), None)

    @model_validator(mode="after")
    def _each_once(self) -> Self:
        found = list(self._problems())
        if found:
            raise PydanticCustomError("plan", "{text}", {"problems": found, "text": found[0][1]})
        return self

    def _problems(self) -> Iterator[tuple[str, str]]:
        names: set[str] = set()
        for number, one in enumerate(self.lists):
            if one.name.casefold() in names:
                yield f"lists[{number}].name", f"“{one.name}” is there already"
            names.add(one.name.casefold())
            counts = [discount.from_copies for discount in one.discounts]
            if len(set(counts)) < len(counts):
                yield (
                    f"lists[{number}].discounts",
                    "two discounts begin at the same number of copies",
                )


class PricesError(DocumentError):
    """A document is no table of price lists."""


def read_prices(document: Any) -> PriceLists:
    """Validate decoded JSON; lists without a key get one that is free. Raises `PricesError`."""
    try:
        table = PriceLists.model_validate(document)
    except ValidationError as error:
        raise PricesError(problem_list(error, PriceLists, "prices")) from None
    return table.model_copy(update={"lists": keyed(table.lists, "p")})


def _print(size: str, medium: str, price: str) -> dict[str, Any]:
    return {"size": size, "medium": medium, "price": price}


#: What ships: the lists of a made-up studio.
SHIPPED = read_prices(
    {
        "standard": "counter",
        "lists": [
            {
                "key": "counter", "name": "At the counter", "currency": "€", "tax_rate": 19, "tax_included": True,
                "lines": [
                    _print("10 x 15 cm", "", "0.60"), _print("13 x 18 cm", "", "1.20"), _print("20 x 30 cm", "", "6.50"),
                    _print("30 x 40 cm", "", "14.00"), _print("24 x 16 in", "satin photo paper", "29.00"),
                    {"per": "area", "price": "98", "least": "0.60"},
                    {"medium": "fine-art cotton paper", "per": "area", "price": "180", "least": "9"},
                    {"medium": "canvas", "per": "area", "price": "120", "least": "25"},
                    {"medium": "canvas", "edge": "wrap", "per": "area", "price": "165", "least": "39"},
                    {"finish": "mount on board", "per": "area", "price": "65", "least": "12"},
                    {"finish": "laminate", "per": "area", "price": "28", "least": "4"},
                    {"finish": "frame, oak 20 mm", "per": "metre", "price": "18.50", "least": "24"},
                ],
                "discounts": [{"from_copies": 5, "share": 5}, {"from_copies": 20, "share": 12}],
            },
            {
                "key": "museum", "name": "Museums and clubs", "currency": "€", "tax_rate": 19, "tax_included": False,
                "lines": [
                    {"per": "area", "price": "80", "least": "1"},
                    {"medium": "fine-art cotton paper", "per": "area", "price": "150", "least": "8"},
                    {"medium": "canvas", "edge": "wrap", "per": "area", "price": "140", "least": "30"},
                    {"finish": "mount on board", "per": "area", "price": "55", "least": "10"},
                    {"finish": "frame, oak 20 mm", "per": "metre", "price": "16", "least": "20"},
                ],
            },
        ],
    }
)  # fmt: skip
