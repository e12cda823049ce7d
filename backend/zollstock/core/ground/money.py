"""Money: an exact decimal amount, and the currency that it is in.

Amounts are added and multiplied exactly; only what is shown or charged is rounded, once, half up to the cent.
"""

from __future__ import annotations

from dataclasses import dataclass
from decimal import Decimal
from typing import Annotated

from pydantic import BeforeValidator, Field, PlainSerializer, WithJsonSchema
from pydantic_core import PydanticKnownError

from .rational import Fraction

MOST = 1_000_000


def _read(value: object) -> Decimal:
    """The number of a document as it was written: 0.1 is a tenth."""
    if isinstance(value, Decimal):
        return value
    if isinstance(value, bool) or not isinstance(value, int | float):
        raise PydanticKnownError("float_type")
    return Decimal(repr(value))


#: A price as documents have it: a JSON number, read to its last typed digit.
Price = Annotated[
    Decimal,
    BeforeValidator(_read),
    Field(ge=0, le=MOST, allow_inf_nan=False),
    PlainSerializer(float, return_type=float),
    WithJsonSchema({"type": "number", "minimum": 0, "maximum": MOST}),
]
_CENT = Decimal("0.01")


@dataclass(frozen=True, slots=True)
class Money:
    """An amount to the cent; `currency` as the studio writes it, empty where it says none.

    >>> str(Money(Decimal("12.40"), "€")), str(Money(Decimal("0.33")))
    ('12.40 €', '0.33')
    """

    amount: Decimal
    currency: str = ""

    def __str__(self) -> str:
        return f"{self.amount:.2f} {self.currency}".rstrip()


def to_the_cent(amount: Fraction) -> Decimal:
    """An exact amount, 0 or more, as it is charged: half a cent goes up.

    >>> to_the_cent(Fraction(1245, 100)), to_the_cent(Fraction(1, 3)), to_the_cent(Fraction(5, 1000))
    (Decimal('12.45'), Decimal('0.33'), Decimal('0.01'))
    """
    return Decimal(int(amount * 100 + Fraction(1, 2))) * _CENT


def plain(amount: Decimal) -> str:
    """An amount as tables write it: every digit that it has, and no others.

    >>> plain(Decimal("21.50")), plain(Decimal("12345.67")), plain(Decimal("1E+3"))
    ('21.5', '12345.67', '1000')
    """
    text = f"{amount:f}"
    return text.rstrip("0").rstrip(".") if "." in text else text
