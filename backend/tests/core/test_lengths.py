"""Lengths and sizes as people type them."""

from fractions import Fraction

import pytest
from hypothesis import given
from hypothesis import strategies as st

from zollstock.core.ground.lengths import LengthError, parse_length
from zollstock.core.ground.rational import exact
from zollstock.core.ground.show import LengthStyle, decimal, percent, rounded, typed_length
from zollstock.core.sizes.pairs import parse_size

INCH = Fraction(127, 5)


@pytest.mark.parametrize(
    ("typed", "mm", "unit"),
    [
        ("11.5 in", Fraction(23, 2) * INCH, "in"),
        ('11 1/2"', Fraction(23, 2) * INCH, "in"),
        ("1 1/8 in", Fraction(9, 8) * INCH, "in"),
        ("2'6\"", 30 * INCH, "in"),
        ("2 ft 6 in", 30 * INCH, "in"),
        ("2'", 24 * INCH, "ft"),
        ("29,7 cm", Fraction(297), "cm"),
        ("297mm", Fraction(297), "mm"),
        ("0.3 m", Fraction(300), "m"),
        ("17⅓ in", Fraction(52, 3) * INCH, "in"),
        ("3/4 in", Fraction(3, 4) * INCH, "in"),
        ("11″", 11 * INCH, "in"),
        ("72 pt", INCH, "pt"),
        (" 24\u2009in ", 24 * INCH, "in"),
    ],
)
def test_reads_what_people_type(typed: str, mm: Fraction, unit: str) -> None:
    length = parse_length(typed)
    assert length.mm == mm
    assert length.unit == unit
    assert length.typed == typed.strip()


def test_a_bare_number_takes_the_default_unit_and_says_so() -> None:
    assert parse_length("24", "in").typed == "24 in"
    assert parse_length("2' 6").mm == 30 * INCH
    with pytest.raises(LengthError, match="no unit"):
        parse_length("24")


@pytest.mark.parametrize(
    ("typed", "named"),
    [
        ("11 1/ in", "“1/” is half a fraction"),
        ("11 x in", "unit “x” is not known"),
        ("in", "without a number"),
        ("3 parsec", "“parsec” is not known"),
        ("1/0 in", "divides by 0"),
        ("-3 cm", "negative"),
        ("3 in 4 cm", "two lengths"),
        ("1.5 1/2 in", "“1/2” was not understood"),
        ("", "no length here"),
        ("2000 m", "longer than 1 km"),
        ("9" * 80, "too long"),
        ("5 § cm", "“§ cm” was not understood"),
    ],
)
def test_names_what_was_not_understood(typed: str, named: str) -> None:
    with pytest.raises(LengthError) as refused:
        parse_length(typed)
    assert named in str(refused.value)


@given(st.text(max_size=40))
def test_any_text_is_read_or_refused_in_words(text: str) -> None:
    try:
        assert parse_length(text, "cm").mm >= 0
    except LengthError as error:
        assert str(error)


@given(
    st.fractions(min_value=0, max_value=500, max_denominator=32),
    st.sampled_from(["mm", "cm", "in"]),
)
def test_what_is_written_for_a_plan_reads_back_to_a_ten_thousandth(
    value: Fraction, unit: str
) -> None:
    mm = value * parse_length(f"1 {unit}").mm
    assert abs(parse_length(typed_length(mm, unit)).mm - mm) <= Fraction(26, 10_000)


@pytest.mark.parametrize(
    ("typed", "unit", "wide", "high"),
    [
        ("8x10", "in", 8 * INCH, 10 * INCH),
        ("20 × 30 cm", "in", Fraction(200), Fraction(300)),
        ("A3", "cm", Fraction(297), Fraction(420)),
        ("a3 landscape", "cm", Fraction(420), Fraction(297)),
        ("100x70cm", "in", Fraction(1000), Fraction(700)),
        ('11 1/2" x 8"', "cm", Fraction(23, 2) * INCH, 8 * INCH),
        ("24 by 16 in", "cm", 24 * INCH, 16 * INCH),
        ("B2", "cm", Fraction(500), Fraction(707)),
    ],
)
def test_reads_sizes(typed: str, unit: str, wide: Fraction, high: Fraction) -> None:
    size = parse_size(typed, unit)
    assert (size.width.mm, size.height.mm) == (wide, high)


@pytest.mark.parametrize("typed", ["A11", "8", "8x", "x10", "0x10", "8x10x12", "large"])
def test_refuses_what_is_no_size(typed: str) -> None:
    with pytest.raises(LengthError):
        parse_size(typed)


@given(st.floats(-1e9, 1e9), st.integers(0, 6))
def test_rounding_is_half_up_and_within_half_a_step(value: float, places: int) -> None:
    text = decimal(value, places)
    shown = Fraction(text.replace("−", "-"))
    assert abs(shown - Fraction(value)) <= Fraction(1, 2 * 10**places)
    assert shown == rounded(Fraction(value), places)
    # As short as it goes: no noughts behind, and no minus before nothing.
    assert not ("." in text and text.endswith(("0", ".")))
    assert text != "−0"


def test_shows_fractions_where_rulers_have_them() -> None:
    fractions, plain = LengthStyle("in"), LengthStyle("in", fractions=False)
    assert fractions.length(Fraction(52, 3) * INCH) == "17⅓ in"
    assert fractions.length(Fraction(35, 16) * INCH) == "2 3/16 in"
    assert fractions.length(Fraction(101, 10) * INCH) == "10.1 in"
    assert plain.length(Fraction(52, 3) * INCH) == "17.33 in"
    assert LengthStyle("cm").length(Fraction(-5)) == "−0.5 cm"
    assert percent(Fraction(1, 100_000)) == "under 0.1 %"


def test_reading_numbers_leaves_the_interpreters_own_bytes_alone() -> None:
    """A compiled fraction once wrote a digit typed alone into Python's cached zero byte."""
    for digit in range(10):
        assert parse_length(f"{digit}", "in").mm == digit * INCH
        assert parse_length(f"0.{digit} in").mm == Fraction(digit, 10) * INCH
        assert exact(float(digit)) == digit
    assert [bytes([value])[0] for value in range(256)] == list(range(256))
    assert all(chr(value) == bytes([value]).decode("latin-1") for value in range(256))
