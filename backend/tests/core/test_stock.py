"""The stock: what is printed on, what is left of it, how it is booked, and its table for other programs."""

from __future__ import annotations

import json
from decimal import Decimal
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from zollstock.core.ground.csvtable import TableError
from zollstock.core.ground.rational import Fraction, fraction_of
from zollstock.core.studio.media import MEDIA
from zollstock.core.studio.stock import (
    NO_STOCK,
    SHIPPED,
    NotEnough,
    Stock,
    StockError,
    StockRoll,
    StockSheet,
    read_stock,
)
from zollstock.core.studio.stocktable import stock_from, write_stock

SATIN = {
    "name": "Harbour satin", "surface": "satin", "factor": 1.0, "note": "the hall's",
    "rolls": [{"width": "914.4 mm", "left": "12 m", "price": 21.5, "minimum": "50 cm"}, {"width": "24 in", "left": "30 ft"}],
    "sheets": [{"name": "A3+", "width": "329 mm", "height": "483 mm", "left": 18, "price": 1.9}],
}  # fmt: skip


def stock(*media: dict[str, Any]) -> Stock:
    return read_stock({"media": list(media)})


def test_it_begins_with_the_usual_surfaces() -> None:
    assert [(one.name, one.factor) for one in SHIPPED.media] == [
        (one.name, one.factor) for one in MEDIA
    ]
    assert not list(SHIPPED.papers()) and not NO_STOCK.media


def test_every_paper_gets_a_key_that_stays() -> None:
    first = stock(SATIN)
    keys = [paper.key for _, paper in first.papers()]
    assert keys == ["p1", "p2", "p3"]
    document = first.model_dump(mode="json")
    document["media"][0]["rolls"].insert(0, {"width": "60 cm"})
    assert [paper.key for _, paper in read_stock(document).papers()] == ["p4", "p1", "p2", "p3"]


def test_length_is_booked_off_and_given_back_in_its_own_unit() -> None:
    whole = stock(SATIN)
    less = whole.booked("p2", fraction_of("25.4") * 18, 1)
    roll = less.paper("p2")
    assert isinstance(roll, StockRoll) and roll.left is not None and roll.left.typed == "28.5 ft"
    back = less.booked("p2", -fraction_of("25.4") * 18, -1)
    roll = back.paper("p2")
    assert (
        isinstance(roll, StockRoll)
        and roll.left is not None
        and roll.left.mm == 30 * 12 * fraction_of("25.4")
    )
    sheets = whole.booked("p3", Fraction(1449), 3).paper("p3")
    assert isinstance(sheets, StockSheet) and sheets.left == 15


def test_more_than_is_left_cannot_be_taken() -> None:
    with pytest.raises(NotEnough, match="Only 12 m of this roll are left"):
        stock(SATIN).booked("p1", Fraction(12001), 1)
    with pytest.raises(NotEnough, match="Only 18 of these sheets are left"):
        stock(SATIN).booked("p3", Fraction(0), 19)
    with pytest.raises(KeyError):
        stock(SATIN).booked("gone", Fraction(1), 1)


def test_what_is_not_counted_is_not_booked() -> None:
    uncounted = stock(
        {
            "name": "Canvas",
            "rolls": [{"width": "1 m"}],
            "sheets": [{"width": "1 m", "height": "1 m"}],
        }
    )
    assert uncounted.booked("p1", Fraction(10**6), 1) == uncounted
    assert uncounted.booked("p2", Fraction(10**6), 50) == uncounted


@pytest.mark.parametrize(("media", "path"), [
    ([SATIN, SATIN | {"rolls": [], "sheets": [], "name": "harbour SATIN"}], "media[1].name"),
    ([{"name": ""}], "media[0].name"),
    ([{"name": "Thin", "rolls": [{"width": "0 mm"}]}], "media[0].rolls[0].width"),
    ([{"name": "Thin", "rolls": [{"width": "10 mm", "margin": "5 mm"}]}], "media[0].rolls[0].margin"),
    ([{"name": "Thin", "sheets": [{"width": "10 cm", "height": "8 mm"}]}], "media[0].sheets[0].margin"),
    ([{"name": "Twice", "rolls": [{"key": "a", "width": "1 m"}, {"key": "a", "width": "2 m"}]}], "media[0].rolls[1].key"),
    ([{"name": "Odd", "factor": 0}], "media[0].factor"),
    ([{"name": "Odd", "rolls": [{"width": "11 1/ in"}]}], "media[0].rolls[0].width"),
])  # fmt: skip
def test_what_is_no_stock_is_told_with_its_path(media: list[dict[str, Any]], path: str) -> None:
    with pytest.raises(StockError) as refused:
        stock(*media)
    assert path in [at for at, _ in refused.value.problems]


NAMES = (
    st.text(
        st.characters(codec="utf-8", categories=("L", "N", "P", "S", "Zs")), min_size=1, max_size=20
    )
    .map(str.strip)
    .filter(bool)
)
ROLLS = st.builds(lambda w, left, price: {"width": f"{w} mm", "left": None if left is None else f"{left} cm", "price": price},
                  st.integers(100, 1600), st.one_of(st.none(), st.integers(0, 5000)), st.one_of(st.none(), st.integers(0, 90)))  # fmt: skip


@given(
    st.lists(
        st.tuples(NAMES, st.lists(ROLLS, max_size=3)),
        max_size=5,
        unique_by=lambda one: one[0].casefold(),
    )
)
def test_a_table_is_read_back_as_it_was(media: list[tuple[str, list[dict[str, Any]]]]) -> None:
    kept = stock(*({"name": name, "rolls": rolls, "note": name} for name, rolls in media))
    if kept.media:
        assert stock_from(write_stock(kept)) == kept


@pytest.mark.parametrize("value", ["nan", "NaN", "inf", "-inf", "1e999"])
@pytest.mark.parametrize("column", ["left", "price", "factor", "spread"])
@pytest.mark.parametrize("kind", ["sheet", "roll"])
def test_what_is_no_number_is_refused_in_words(value: str, column: str, kind: str) -> None:
    with pytest.raises(TableError, match="line 2: "):
        stock_from(f"medium,kind,width,height,{column}\nSatin,{kind},61 cm,20 cm,{value}\n")


@pytest.mark.parametrize(("text", "told"), [
    ("name,width\nSatin,1 m\n", "line 1: a table of media begins"),
    ("medium,width\n,1 m\n", "line 2: a medium has a name"),
    ("medium,width\nSatin,wide\n", "line 2: width: "),
    ("medium,width,price\nSatin,1 m,cheap\n", "line 2: price is a number, not “cheap”"),
    ("medium,kind,width,height,left\nSatin,sheet,1 m,2 m,2.5\n", "line 2: remaining is a number of sheets"),
    ("medium,kind,width\nSatin,pile,1 m\n", "line 2: kind is roll or sheet, not “pile”"),
    ("medium,factor\nSatin,5\n", "line 2: factor: "),
    ("medium,width,key\nSatin,1 m,a\nSatin,2 m,a\n", "this key is there already"),
    ("medium\n", "there are no media below the first line"),
])  # fmt: skip
def test_a_table_that_cannot_be_read_says_where(text: str, told: str) -> None:
    with pytest.raises(TableError) as refused:
        stock_from(text)
    assert told in str(refused.value)


@given(st.decimals(0, 1_000_000, places=4))
def test_a_price_goes_out_and_comes_back_to_its_last_digit(price: Decimal) -> None:
    """As a table, and as the number of a JSON document; six digits are not enough for money."""
    stock = read_stock(
        {"media": [{"name": "satin", "rolls": [{"width": "61 cm", "price": float(price)}]}]}
    )
    (roll,) = stock.media[0].rolls
    assert roll.price == price
    (again,) = stock_from(write_stock(stock)).media[0].rolls
    assert again.price == price
    assert json.loads(roll.model_dump_json())["price"] == float(price)
