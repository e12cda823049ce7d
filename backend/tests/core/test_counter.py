"""The counter's arithmetic: copies on their way, bills to the cent, settings given from print to print."""

from __future__ import annotations

from decimal import Decimal
from typing import Any

import pytest
from hypothesis import given as sampled
from hypothesis import strategies as st

from tests.plans import document, documents
from zollstock.core.counter.bill import Sold, balance, bill_of
from zollstock.core.counter.changes import changes
from zollstock.core.counter.settingsof import SETTINGS, given, settings_in, with_settings
from zollstock.core.counter.standing import STATES, CountError, Counts, in_words, state_of
from zollstock.core.documents.plan import PlanError, parse_plan, plan_document
from zollstock.core.studio.prices import SHIPPED, PriceLists, PricesError, read_prices
from zollstock.core.studio.pricetable import prices_from, write_prices
from zollstock.core.work.outcome import work_out

COUNTER = SHIPPED.chosen("counter")
MUSEUM = SHIPPED.chosen("museum")
assert COUNTER is not None and MUSEUM is not None
counts = st.builds(
    lambda copies, shares, spoiled: Counts(
        copies, *(lambda p: (p, spoiled, (c := int(p * shares[1])), int(c * shares[2])))(int(copies * shares[0]))
    ),
    st.integers(1, 40), st.tuples(*[st.floats(0, 1)] * 3), st.integers(0, 5),
)  # fmt: skip


@sampled(counts, st.sampled_from(["unprinted", "printed", "checked", "collected"]))
def test_every_step_leaves_counts_that_can_be(held: Counts, step: Any) -> None:
    held.checked_over()
    brought = held.brought_to(step).checked_over()
    assert brought.spoiled == held.spoiled, "paper that was lost stays lost"
    wanted = "planned" if step == "unprinted" else step
    assert state_of(brought, made=False) == wanted


@sampled(counts)
def test_a_spoiled_copy_is_to_be_printed_again(held: Counts) -> None:
    if held.printed == held.collected:
        with pytest.raises(CountError):
            held.spoil(1)
        return
    spoiled = held.spoil(1).checked_over()
    assert spoiled.printed == held.printed - 1 and spoiled.spoiled == held.spoiled + 1
    assert STATES.index(state_of(spoiled, made=True)) <= STATES.index(state_of(held, made=True))


@pytest.mark.parametrize(
    ("counts", "words"),
    [
        (Counts(copies=0), "from 1 to"),
        (Counts(copies=2, printed=3), "3 copies are printed already"),
        (Counts(copies=3, printed=1, checked=2), "2 copies cannot be checked"),
        (Counts(copies=3, printed=2, checked=1, collected=2), "2 copies cannot be collected"),
        (Counts(copies=3, printed=-1), "from 0"),
    ],
)
def test_counts_that_cannot_be_are_refused_in_words(counts: Counts, words: str) -> None:
    with pytest.raises(CountError, match=words):
        counts.checked_over()


def test_three_of_five_printed_one_spoiled_two_collected() -> None:
    held = Counts(copies=5, printed=3).spoil(1)
    assert in_words(held) == "2 of 5 printed, 1 spoiled" and state_of(held, True) == "made"
    all_of_them = Counts(copies=5, printed=5, spoiled=1, checked=5, collected=2)
    assert (
        in_words(all_of_them) == "2 of 5 collected, 1 spoiled"
        and state_of(all_of_them, False) == "checked"
    )


def sold(**more: Any) -> Sold:
    usual: dict[str, Any] = {
        "number": "4-1", "title": "Fog", "width": 900.0, "height": 600.0, "size_text": "90 × 60 cm",
        "medium": "satin photo paper", "edge": "none", "copies": 1,
    }  # fmt: skip
    return Sold(**(usual | more))


def test_the_most_particular_price_counts_and_the_arithmetic_is_shown() -> None:
    by_size = sold(width=609.6, height=406.4, copies=2, size_text="24 × 16 in")
    turned = sold(width=406.4, height=609.6, copies=1, size_text="16 × 24 in")
    canvas = sold(medium="canvas", edge="wrap", width=1500.0, height=500.0)
    plain_canvas = sold(medium="canvas", edge="none", width=1500.0, height=500.0)
    lines = bill_of([by_size, turned, canvas, plain_canvas], COUNTER).lines
    assert [str(line.amount) for line in lines] == ["58.00", "29.00", "123.75", "90.00"]
    assert lines[0].working == "2 × 29.00"
    assert lines[2].working == "0.75 m² × 165 = 123.75"


def test_least_price_finishing_and_discount_by_number() -> None:
    small = sold(
        width=60.0,
        height=40.0,
        medium="canvas",
        edge="wrap",
        copies=5,
        finishes=["frame, oak 20 mm", "laminate"],
    )
    lines = bill_of([small], COUNTER).lines
    assert (
        lines[0].working == "0.0024 m² × 165 = 0.40, at least 39.00; 5 × 39.00; − 5 % from 5 copies"
    )
    assert lines[0].amount == Decimal("185.25")
    assert lines[1].working == "0.2 m × 18.5 = 3.70, at least 24.00; 5 × 24.00; − 5 % from 5 copies"
    assert [line.text for line in lines[1:]] == ["frame, oak 20 mm", "laminate"]


def test_tax_in_the_sum_or_on_it() -> None:
    within, on_it = bill_of([sold()], COUNTER), bill_of([sold()], MUSEUM)
    assert (within.sum, within.tax, within.total) == (
        Decimal("52.92"),
        Decimal("8.45"),
        Decimal("52.92"),
    )
    assert (on_it.sum, on_it.tax, on_it.total) == (
        Decimal("43.20"),
        Decimal("8.21"),
        Decimal("51.41"),
    )


def test_what_has_no_price_is_told_and_counts_for_nothing() -> None:
    bill = bill_of([sold(finishes=["gilding"]), sold(price=Decimal("20.005"), copies=3)], COUNTER)
    assert (
        not bill.whole
        and "no price for gilding" in bill.lines[1].problem
        and bill.lines[1].amount is None
    )
    assert bill.lines[2].amount == Decimal("60.02"), "rounded once, half up, after it is multiplied"
    assert bill.total == Decimal("52.92") + Decimal("60.02")
    assert balance(bill.total, []) == bill.total


@sampled(
    st.lists(st.tuples(st.floats(10, 3000), st.floats(10, 3000), st.integers(1, 60)), max_size=12),
    st.sampled_from([COUNTER, MUSEUM]),
)
def test_a_total_never_differs_from_its_lines(
    prints: list[tuple[float, float, int]], prices: Any
) -> None:
    bill = bill_of(
        [sold(width=round(w, 2), height=round(h, 2), copies=n) for w, h, n in prints], prices
    )
    assert bill.sum == sum((line.amount for line in bill.lines), Decimal(0))
    assert bill.total == bill.sum + (0 if prices.tax_included else bill.tax)
    assert all(line.amount == line.amount.quantize(Decimal("0.01")) for line in bill.lines)


def test_price_lists_go_out_as_csv_and_come_back_as_they_were() -> None:
    assert prices_from(write_prices(SHIPPED), SHIPPED) == SHIPPED


@pytest.mark.parametrize(
    ("line", "words"),
    [
        ({"price": "a lot"}, "is no amount"),
        ({"price": "-1"}, "from 0 to"),
        ({"price": "0.00001"}, "four places"),
        ({"price": True}, "is a number"),
        ({"size": "11 1/ in"}, "11 1/"),
    ],
)
def test_a_price_that_is_none_is_refused_with_its_place(line: dict[str, Any], words: str) -> None:
    with pytest.raises(PricesError) as told:
        read_prices({"lists": [{"name": "A", "lines": [line]}]})
    path, message = told.value.problems[0]
    assert words in message and path.startswith("lists[0].lines[0]")


def test_an_amount_is_what_was_typed() -> None:
    table = read_prices({"lists": [{"name": "A", "lines": [{"price": "0,10"}, {"price": 0.1}]}]})
    assert [line.price for line in table.lists[0].lines] == [Decimal("0.10")] * 2
    assert PriceLists.model_validate(table.model_dump(mode="json")) == table


def upright(**more: Any) -> dict[str, Any]:
    return document(
        picture={"width_px": 4000, "height_px": 6000},
        target={"width": "20 cm", "height": "30 cm"},
        **more,
    )


def test_a_size_lies_as_each_picture_does() -> None:
    wide = document(
        picture={"width_px": 6000, "height_px": 4000}, target={"width": "50 cm", "height": "40 cm"}
    )
    taken = with_settings(upright(), wide, {"size"})["target"]
    assert (taken["width"], taken["height"]) == ("40 cm", "50 cm")


def test_a_crop_is_placed_anew_by_the_zones_where_the_window_changes() -> None:
    zone = {"x": 0.0, "y": 0.85, "w": 0.2, "h": 0.1, "name": "signature"}
    own = upright(fit={"keep": [zone], "anchor": [0.5, 0.1], "zoom": 1.4})
    square = document(target={"width": "30 cm", "height": "30 cm"})
    fit = with_settings(own, square, {"size"})["fit"]
    assert (fit["zoom"], fit["auto"], fit["keep"][0]["name"]) == (1.0, True, "signature")
    larger = document(target={"width": "60 cm", "height": "40 cm"})
    assert with_settings(own, larger, {"size"})["fit"]["zoom"] == 1.4, (
        "of one ratio it only gets larger"
    )


def test_what_says_something_of_the_picture_stays_its_own() -> None:
    own = upright(title="Salt", viewing={"detail": 0.5}, pixels={"source": "soft", "denoise": 0.4})
    other = document(title="Fog", viewing={"distance": "2 m", "detail": 0.9}, pixels={"mode": "fixed", "ppi": 240},
                     edge={"kind": "border", "left": "2 cm", "caption": {"text": "Fog"}})  # fmt: skip
    taken = with_settings(own, other, set(SETTINGS))
    assert taken["viewing"]["detail"] == 0.5 and taken["viewing"]["distance"] == "2 m"
    assert (taken["pixels"]["source"], taken["pixels"]["denoise"], taken["pixels"]["ppi"]) == (
        "soft",
        0.4,
        240,
    )
    assert taken["edge"]["caption"]["text"] == "Salt" and taken["title"] == "Salt"


def test_what_cannot_be_is_told_of_that_print_and_what_is_new_is_told_too() -> None:
    deep = document(target={"width": "4 m", "height": "4 m"})
    told, wanted = given(7, upright(viewing={"distance": "50 cm"}), deep, {"size"})
    assert wanted is not None and told.after == "4 × 4 m" and told.told, "it is too coarse then"
    broken = deep | {"edge": {"kind": "border", "left": "3 m", "right": "3 m"}}
    told, wanted = given(7, upright(), broken, {"edge"})
    assert wanted is None and told.problem


@sampled(documents(), documents(), st.sets(st.sampled_from(sorted(SETTINGS))))
def test_given_twice_is_given_once_and_nothing_else_changes(
    own: Any, other: Any, which: set[Any]
) -> None:
    source = plan_document(parse_plan(other))
    try:
        once = with_settings(own, source, which)
    except PlanError:
        return
    assert with_settings(once, source, which) == once
    if not which:
        assert once == plan_document(parse_plan(own))
    assert with_settings(own, settings_in(source, which), which)["target"] == once["target"]
    work_out(parse_plan(once))


@pytest.mark.parametrize(
    ("change", "words"),
    [
        ({"target": {"width": "A2"}}, None),
        ({"target": {"width": "60 cm", "height": "40 cm"}}, ["50 × 40 cm → 60 × 40 cm"]),
        ({"fit": {"anchor": [0.4, 0.5]}}, ["crop moved 1 cm left"]),
        ({"fit": {"zoom": 2}}, ["crop tighter: 50 %"]),
        ({"fit": {"turn": 90}}, ["turned by 90°"]),
        ({"fit": {"mode": "contain"}}, ["cropped to fill → whole"]),
        ({"edge": {"kind": "border", "left": "2 cm", "top": "2 cm", "right": "2 cm", "bottom": "2 cm"}}, ["no edge → border 2 cm"]),
        ({"medium": {"name": "canvas", "factor": 0.6}}, ["no medium → canvas"]),
        ({"viewing": {"distance": "2 m"}}, ["seen from 2 m"]),
        ({"output": {"format": "jpeg"}}, ["TIFF → JPEG"]),
        ({"pixels": {"sharpen": {"amount": 1}}}, ["other sharpening"]),
        ({}, []),
    ],
)  # fmt: skip
def test_what_changed_is_said_in_words(change: dict[str, Any], words: list[str] | None) -> None:
    base = {
        "picture": {"width_px": 6000, "height_px": 4000},
        "target": {"width": "50 cm", "height": "40 cm"},
    }
    if words is None:
        with pytest.raises(PlanError):
            parse_plan(base | change)
        return
    assert changes(parse_plan(base), parse_plan(base | change)) == words


@sampled(documents(), documents())
def test_whatever_changed_something_is_said_of_it(one: Any, other: Any) -> None:
    first, second = parse_plan(one), parse_plan(other)
    said = changes(first, second)
    assert all(said) and changes(first, first) == []
