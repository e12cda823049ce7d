"""What a job costs: a line for each print and for what is done to it, each rounded once, and their sum.

Area is that of the finished print (of a canvas the face), whichever way it lies. The most particular line of the price
list that fits counts: one that names the size before one that names the medium, that before one that names the edge.
"""

from __future__ import annotations

from collections.abc import Iterable, Iterator, Sequence
from dataclasses import dataclass
from decimal import Decimal

from ..answer.reckoning import Record
from ..ground import show
from ..ground.money import Money, plain, to_the_cent
from ..ground.rational import Fraction, exact
from ..sizes.pairs import parse_size
from ..studio.prices import Amount, Discount, PriceLine, PriceList

#: A print has the size of a price where no side is off by more, mm.
_SAME_MM = Fraction(1, 2)
_MM2, _MM = 10**6, 10**3


@dataclass(frozen=True, slots=True)
class Sold:
    """A print as it is sold: finished sides in mm, its medium by name, its kind of edge, what is done to it, and where it was
    agreed the `price` of one."""

    number: str
    title: str
    width: float
    height: float
    size_text: str
    medium: str
    edge: str
    copies: int
    finishes: Sequence[str] = ()
    price: Decimal | None = None


class BillLine(Record):
    """What is charged for `copies` of one thing: `unit` in words (what one costs), the arithmetic, and the amount. `problem`
    is why it has no price."""

    number: str
    title: str
    text: str
    copies: int
    unit: str
    working: str
    amount: Amount | None
    amount_text: str = ""
    problem: str = ""


class Bill(Record):
    """The lines, their sum, and the tax in it or on it. `whole` is whether everything has a price."""

    lines: list[BillLine]
    currency: str
    sum: Amount
    discount_text: str
    tax_rate: float
    tax_included: bool
    tax: Amount
    tax_text: str
    total: Amount
    total_text: str
    whole: bool


def bill_of(prints: Iterable[Sold], prices: PriceList) -> Bill:
    """The bill of prints by a price list.

    >>> from ..studio.prices import SHIPPED
    >>> fog = Sold("1-1", "Fog", 900.0, 600.0, "90 × 60 cm", "satin photo paper", "none", 2)
    >>> bill = bill_of([fog], SHIPPED.chosen("counter"))
    >>> bill.lines[0].working, str(bill.total), str(bill.tax)
    ('0.54 m² × 98 = 52.92; 2 × 52.92', '105.84', '16.90')
    """
    lines = [line for one in prints for line in _lines(one, prices)]
    charged = sum((line.amount for line in lines if line.amount is not None), Decimal("0.00"))
    rate = exact(prices.tax_rate)
    share = rate / (100 + rate) if prices.tax_included else rate / 100
    tax = to_the_cent(_fraction(charged) * share)
    total = charged if prices.tax_included else charged + tax
    return Bill(
        lines=lines, currency=prices.currency, sum=charged, tax_rate=prices.tax_rate, tax_included=prices.tax_included, tax=tax,
        tax_text=_tax_text(prices, tax), total=total, total_text=str(Money(total, prices.currency)), whole=all(line.amount is not None for line in lines),
        discount_text=", ".join(f"from {one.from_copies} copies {show.decimal(one.share, 1)} % off" for one in prices.discounts),
    )  # fmt: skip


def _tax_text(prices: PriceList, tax: Decimal) -> str:
    if not prices.tax_rate:
        return ""
    where = "in it" if prices.tax_included else "on it"
    return f"{show.decimal(prices.tax_rate, 1)} % tax {where}: {Money(tax, prices.currency)}"


def _lines(one: Sold, prices: PriceList) -> Iterator[BillLine]:
    text = f"{one.size_text} {one.medium}".strip()
    if one.price is not None:
        yield _line(one, text, one.price, f"{plain(one.price)}, as agreed", "", None)
    else:
        yield _priced(
            one,
            text,
            _fitting(one, prices),
            prices,
            f"No price in “{prices.name}” fits {text or 'it'}.",
        )
    for finish in one.finishes:
        said = _most_particular(
            [line for line in prices.lines if line.finish == finish and _fits(one, line)]
        )
        yield _priced(
            one,
            finish,
            said,
            prices,
            f"“{prices.name}” has no price for {finish} of this.",
            round_it=True,
        )


def _priced(
    one: Sold,
    text: str,
    line: PriceLine | None,
    prices: PriceList,
    problem: str,
    round_it: bool = False,
) -> BillLine:
    if line is None:
        return BillLine(number=one.number, title=one.title, text=text, copies=one.copies, unit="", working="", amount=None,
                        problem=problem)  # fmt: skip
    unit, working = _unit(one, line, round_it)
    discount = max(
        (d for d in prices.discounts if d.from_copies <= one.copies),
        key=lambda d: d.from_copies,
        default=None,
    )
    return _line(one, text, unit, "", working, discount)


def _line(
    one: Sold,
    text: str,
    price: Decimal | Fraction,
    unit_text: str,
    working: str,
    discount: Discount | None,
) -> BillLine:
    unit = _fraction(price)
    amount = unit * one.copies
    shown = unit_text or _money(unit)
    steps = [working] if working else []
    if one.copies > 1 or not steps:
        steps.append(f"{one.copies} × {_money(unit)}")
    if discount is not None:
        amount *= 1 - exact(discount.share) / 100
        steps.append(f"− {show.decimal(discount.share, 1)} % from {discount.from_copies} copies")
    return BillLine(
        number=one.number, title=one.title, text=text, copies=one.copies, unit=shown, working="; ".join(steps),
        amount=to_the_cent(amount), amount_text=_money(amount),
    )  # fmt: skip


def _unit(one: Sold, line: PriceLine, round_it: bool) -> tuple[Fraction, str]:
    """What one costs, exactly, and how it comes to that."""
    price, working = _fraction(line.price), ""
    if line.per == "area":
        area = exact(one.width) * exact(one.height) / _MM2
        price = area * price
        working = f"{show.decimal(float(area), 4)} m² × {plain(line.price)} = {_money(price)}"
    elif line.per == "metre":
        across, along = exact(one.width), exact(one.height)
        metres = (2 * (across + along) if round_it else max(across, along)) / _MM
        price = metres * price
        working = f"{show.decimal(float(metres), 3)} m × {plain(line.price)} = {_money(price)}"
    least = _fraction(line.least)
    if price < least:
        return least, f"{working + ', ' if working else ''}at least {_money(least)}"
    return price, working


def _fitting(one: Sold, prices: PriceList) -> PriceLine | None:
    return _most_particular([line for line in prices.lines if not line.finish and _fits(one, line)])


def _most_particular(lines: list[PriceLine]) -> PriceLine | None:
    return max(
        lines, key=lambda line: (bool(line.size), bool(line.medium), bool(line.edge)), default=None
    )


def _fits(one: Sold, line: PriceLine) -> bool:
    if line.medium and line.medium.casefold() != one.medium.casefold():
        return False
    if line.edge and line.edge != one.edge:
        return False
    if not line.size:
        return True
    sides = parse_size(line.size)
    wanted = sorted((sides.width.mm, sides.height.mm))
    own = sorted((exact(one.width), exact(one.height)))
    return all(abs(a - b) <= _SAME_MM for a, b in zip(wanted, own, strict=True))


def _fraction(amount: Decimal | Fraction) -> Fraction:
    return Fraction(*amount.as_integer_ratio()) if isinstance(amount, Decimal) else amount


def _money(amount: Fraction) -> str:
    return str(Money(to_the_cent(amount)))


def balance(total: Decimal, received: Iterable[Decimal]) -> Decimal:
    """What is still to be paid; less than nothing where too much was.

    >>> balance(Decimal("460.00"), [Decimal("100"), Decimal("60.50")])
    Decimal('299.50')
    """
    return total - sum(received, Decimal(0))
