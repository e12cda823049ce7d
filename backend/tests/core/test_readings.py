"""What people type in a field, how it is read, and what else is offered."""

from __future__ import annotations

import contextlib
import time
from fractions import Fraction

import pytest
from hypothesis import given
from hypothesis import strategies as st

from zollstock.core.ground.lengths import Length, LengthError, parse_length
from zollstock.core.reckon import reckon
from zollstock.core.sizes.finder import find
from zollstock.core.sizes.lengthreadings import read_length
from zollstock.core.sizes.library import Size, library
from zollstock.core.sizes.pairs import parse_size
from zollstock.core.sizes.readings import EXAMPLES, LONGEST_SIZE, SizeNotRead, read_size
from zollstock.core.sizes.spelling import plain_spelling

from ..plans import plan


def sides(text: str, unit: str = "cm", **given: object) -> str:
    read = read_size(text, unit, **given).sides  # type: ignore[arg-type]
    return f"{read.width.typed} x {read.height.typed}"


@pytest.mark.parametrize(
    ("typed", "read"),
    [
        ("8x10 in", "8 in x 10 in"),
        ("8 by 10 in", "8 in x 10 in"),
        ("20by30", "20 cm x 30 cm"),
        ("8in by 10in", "8in x 10in"),
        ("13/18", "13 cm x 18 cm"),
        ("10/15 cm", "10 cm x 15 cm"),
        ("60 x 45 cms", "60 cm x 45 cm"),
        ("12in. x 16in.", "12in x 16in"),
        ("12 ins x 16 ins", "12 in x 16 in"),
        ("8-1/2 x 11 in", "8 1/2 in x 11 in"),
        ("8–½ x 11 in", "8 ½ in x 11 in"),
        ("24 Zoll x 16 Zoll", "24 in x 16 in"),
        ("30 centimeters x 20 centimeters", "30 cm x 20 cm"),
        ("30 cm square", "30 cm x 30 cm"),
        ("square 12 in", "12 in x 12 in"),
        ("12 sq", "12 cm x 12 cm"),
        ("letter", "8.5 in x 11 in"),
        ("US Letter landscape", "11 in x 8.5 in"),
        ("legal", "8.5 in x 14 in"),
        ("tabloid", "11 in x 17 in"),
        ("ledger", "17 in x 11 in"),
        ("A3+", "329 mm x 483 mm"),
        ("A2 quer", "594 mm x 420 mm"),
        ("A2 hochformat", "420 mm x 594 mm"),
        ("30x40 cm landscape", "40 cm x 30 cm"),
        ("40 x 30 cm portrait", "30 cm x 40 cm"),
        ("4R", "4 in x 6 in"),
        ("8R+", "8 in x 12 in"),
        ("S8R", "8 in x 12 in"),
        ("5 r", "5 in x 7 in"),
        ("4K", "3840 px x 2160 px"),
        ("4k portrait", "2160 px x 3840 px"),
        ("Full HD", "1920 px x 1080 px"),
        ("visiting card", "85 mm x 55 mm"),
        ("12 000 x 9 000 mm", "12000 mm x 9000 mm"),
        ("1.000,5 x 700 mm", "1000.5 mm x 700 mm"),
        ("1920 × 1080 px", "1920 px x 1080 px"),
        ("50 auf 70", "50 cm x 70 cm"),
        ("50 mal 70 cm", "50 cm x 70 cm"),
        ("DIN A4", "210 mm x 297 mm"),
        ("DIN-A3", "297 mm x 420 mm"),
        ("A4 hochkant", "210 mm x 297 mm"),
        ("quer A4", "297 mm x 210 mm"),
        ("A3 plus", "329 mm x 483 mm"),
        ("A3R", "420 mm x 297 mm"),
        ("half A3", "210 mm x 297 mm"),
        ("double A4", "297 mm x 420 mm"),
        ("2:3", "20 cm x 30 cm"),
        ("16:9 60 cm", "60 cm x 33.75 cm"),
        ("60 cm 16:9", "60 cm x 33.75 cm"),
        ("3:2 1920 px", "1920 px x 1280 px"),
        ("square", "30 cm x 30 cm"),
        ("quadratisch 30 cm", "30 cm x 30 cm"),
        ("panorama 30x90", "30 cm x 90 cm"),
        ("panorama 90 cm", "90 cm x 30 cm"),
        ("poster 50 x 70 cm", "50 cm x 70 cm"),
        ("postcard", "105 mm x 148 mm"),
        ("24-16 in", "24 in x 16 in"),
        ("24, 16 in", "24 in x 16 in"),
        ("1m50 x 1 m", "1.50 m x 1 m"),
        ("1 yd x 2 dm", "36 in x 20 cm"),
        ("40W × 30H in", "40 in x 30 in"),
        ('24"W x 36"H', '24" x 36"'),
        ("30h x 40w cm", "40 cm x 30 cm"),
        ("width: 40 cm, height 30 cm", "40 cm x 30 cm"),
        ("height 30 cm and width 40 cm", "40 cm x 30 cm"),
        ("approx. 20 x 30 cm", "20 cm x 30 cm"),
        ("an 11 by 17 in", "11 in x 17 in"),
        ("13x18s", "13 cm x 18 cm"),
        ("6-by-6", "6 cm x 6 cm"),
        ("4-inch by 6-inch", "4 inch x 6 inch"),
        ("A-4", "210 mm x 297 mm"),
        ("b 2", "500 mm x 707 mm"),
    ],
)
def test_sizes_are_read_as_people_say_them(typed: str, read: str) -> None:
    assert sides(typed) == read


def test_a_name_says_which_size_it_is() -> None:
    assert read_size("4R", "cm").said == "read as 4 × 6 in"
    assert read_size("A3", "cm").said == ""


def test_own_names_count() -> None:
    own = Size("own-1", "Hall panel", "Own sizes", parse_length("33 cm"), parse_length("88 cm"))
    read = read_size("hall panel landscape", "cm", own=[own])
    assert (read.sides.width.typed, read.sides.height.typed) == ("88 cm", "33 cm")


@pytest.mark.parametrize(
    "name", ["Poster 50 x 70", "Hall quer", "W 40", "8x10s", "about A3", "A-4"]
)
@pytest.mark.parametrize("lies", ["", " landscape", " portrait"])
def test_an_own_name_is_no_way_of_saying_something_else(name: str, lies: str) -> None:
    own = Size("own-1", name, "Own sizes", parse_length("33 cm"), parse_length("88 cm"))
    read = read_size(f"{name}{lies}", "cm", own=[own]).sides
    typed = ("88 cm", "33 cm") if lies == " landscape" else ("33 cm", "88 cm")
    assert (read.width.typed, read.height.typed) == typed


def test_a_single_side_takes_the_pictures_ratio_and_the_other_way_is_offered() -> None:
    read = read_size("60 cm", "in", picture=(6000, 4000))
    assert (read.sides.width.typed, read.sides.height.typed) == ("60 cm", "40 cm")
    assert read.said == "read as 60 × 40 cm, the picture's own ratio"
    assert read.open
    assert [(other.label, other.text) for other in read.others] == [("60 cm high?", "60 cm high")]
    high = read_size("60 cm high", "in", picture=(6000, 4000))
    assert (high.sides.width.typed, high.sides.height.typed) == ("90 cm", "60 cm")
    assert sides("1920 px", picture=(6000, 4000)) == "1920 px x 1280 px"
    assert sides("24 3/4", "in", picture=(4000, 4000)) == "24 3/4 in x 24 3/4 in"
    assert sides("3/4 in", picture=(4000, 4000)) == "3/4 in x 3/4 in"


@pytest.mark.parametrize(
    "typed", ["60 cm", "8 x", "3 steps", "", "x", "1/0", "0 x 3", "11 1/ in x 3", "nought"]
)
def test_what_is_no_size_is_refused_in_words(typed: str) -> None:
    with pytest.raises(LengthError):
        read_size(typed, "cm")


@pytest.mark.parametrize(
    ("typed", "unit", "read", "other"),
    [
        ("1,000 x 700 mm", "cm", "1000 mm x 700 mm", "1 × 700 mm?"),
        ("1.000 x 700 mm", "cm", "1000 mm x 700 mm", "1 × 700 mm?"),
        ("1,200 x 1,800 m", "cm", "1,200 m x 1,800 m", None),
        ("8.125 x 10.875 in", "cm", "8.125 in x 10.875 in", None),
        ("2,000 x 2,000 cm", "cm", "2,000 cm x 2,000 cm", "2000 × 2000 cm?"),
    ],
)
def test_thousands_are_read_where_they_can_be_meant(
    typed: str, unit: str, read: str, other: str | None
) -> None:
    found = read_size(typed, unit)
    assert f"{found.sides.width.typed} x {found.sides.height.typed}" == read
    assert [item.label for item in found.others] == ([other] if other else [])
    assert found.said.startswith("read as ") == bool(other)
    for item in found.others:
        # What is offered reads as it says, and is not doubted again.
        again = read_size(item.text, unit)
        assert f"{again.sides.width.mm} {again.sides.height.mm}" != read
        assert not again.others


def test_a_bare_number_is_told_as_it_was_read_and_the_other_unit_is_one_click() -> None:
    read = read_size("20 × 30", "cm")
    assert read.said == "read as 20 × 30 cm"
    assert [(other.label, other.text) for other in read.others] == [("inches?", "20 in x 30 in")]
    assert [other.label for other in read_size("20x30", "in").others] == ["cm?"]
    assert [other.label for other in read_size("297x420", "cm").others] == ["mm?"]
    assert read_size("33 × 57", "cm").others == ()
    assert read_size("8 × 10 in", "cm").said == ""


def test_bare_lengths_are_told_too() -> None:
    assert read_length("2", "cm").said == "read as 2 cm"
    assert [other.label for other in read_length("2", "cm").others] == ["inches?"]
    assert read_length("1,500 mm", "cm", "distance").length.mm == 1500
    assert read_length("1,500 m", "cm", "distance").length.mm == 1500
    assert read_length("1,500 mm", "cm", "edge").length.mm == Fraction(3, 2)
    assert read_length("3 ins", "cm").length.typed == "3 in"
    with pytest.raises(LengthError, match="steps"):
        read_length("3 steps", "m", "distance")


LYING, STANDING = (6000, 4000), (4000, 6000)


@pytest.mark.parametrize(
    ("typed", "picture", "read", "other"),
    [
        ("A3", LYING, "420 mm x 297 mm", "297 × 420 mm?"),
        ("A3", STANDING, "297 mm x 420 mm", None),
        ("4R", LYING, "6 in x 4 in", "4 × 6 in?"),
        ("letter", LYING, "11 in x 8.5 in", "8.5 × 11 in?"),
        ("A3+", LYING, "483 mm x 329 mm", "329 × 483 mm?"),
        ("ledger", STANDING, "11 in x 17 in", "17 × 11 in?"),
        ("20x30", LYING, "30 cm x 20 cm", "20 × 30 cm?"),
        ("30x20", STANDING, "20 cm x 30 cm", "30 × 20 cm?"),
        # What says how it lies, or names its unit, is meant so; a screen is not turned for a picture.
        ("A3 portrait", LYING, "297 mm x 420 mm", None),
        ("20 x 30 cm", LYING, "20 cm x 30 cm", None),
        ("4K", STANDING, "3840 px x 2160 px", None),
        ("A3", (5000, 5000), "297 mm x 420 mm", None),
    ],
)
def test_a_paper_lies_as_its_picture_does_and_the_other_way_is_one_click(
    typed: str, picture: tuple[int, int], read: str, other: str | None
) -> None:
    found = read_size(typed, "cm", picture)
    assert f"{found.sides.width.typed} x {found.sides.height.typed}" == read
    if other is None:
        return
    word = "lying" if picture == LYING else "standing"
    assert found.said.endswith(f"{word} as the picture does")
    assert found.others[0].label == other
    back = read_size(found.others[0].text, "cm", picture)
    assert back.sides.width.mm == found.sides.height.mm
    assert back.said == "" and back.others == ()


def test_an_own_size_lies_as_the_picture_does_too() -> None:
    own = Size("own-1", "Hall panel", "Own sizes", parse_length("33 cm"), parse_length("88 cm"))
    read = read_size("hall panel", "cm", LYING, [own])
    assert read.sides.width.typed == "88 cm"
    assert read.said == "read as 88 × 33 cm, lying as the picture does"


@pytest.mark.parametrize("unit", ["cm", "mm"])
@pytest.mark.parametrize(
    "typed",
    [
        "4x6",
        "5x7",
        "8x10",
        "8.5 x 11",
        "8½ x 11",
        "8 1/2 x 11",
        "8-1/2 x 11",
        "11x14",
        "16x20",
        "20x24",
    ],
)
def test_pairs_sold_in_inches_alone_are_inches_and_the_unit_of_the_account_is_one_click(
    typed: str, unit: str
) -> None:
    read = read_size(typed, unit)
    assert read.sides.width.unit == read.sides.height.unit == "in"
    assert read.said.startswith("read as ") and read.said.endswith(" in")
    [back] = read.others
    assert back.label.endswith(f" {unit}?")
    assert read_size(back.text, unit).sides.height.unit == unit


def test_other_readings_lie_as_the_picture_does_as_well() -> None:
    read = read_size("8x10", "cm", LYING)
    assert [other.text for other in read.others] == ["8 in x 10 in", "10 cm x 8 cm"]


def test_pairs_that_are_sold_in_centimetres_stay_centimetres() -> None:
    for typed in ("20x30", "30x40", "10x15", "13x18", "24x36", "50x70"):
        assert read_size(typed, "cm").sides.width.unit == "cm"


def test_hundreds_of_centimetres_may_have_been_millimetres() -> None:
    assert [other.label for other in read_size("1000x700", "cm").others] == ["mm?"]
    assert [other.text for other in read_size("1000x700", "cm").others] == ["1000 mm x 700 mm"]
    assert read_size("120x90", "cm").others == ()


@pytest.mark.parametrize(
    ("typed", "unit", "read", "other"),
    [
        ("1.5", "cm", "1.5 m", "feet?"),
        ("1,5", "mm", "1,5 m", "feet?"),
        ("2", "cm", "2 m", "feet?"),
        ("9 1/2", "cm", "9 1/2 m", "feet?"),
        ("6", "in", "6 ft", "metres?"),
        ("60", "cm", "60 cm", "inches?"),
        ("2 cm", "cm", "2 cm", None),
    ],
)
def test_a_small_bare_distance_is_one_of_metres(
    typed: str, unit: str, read: str, other: str | None
) -> None:
    found = read_length(typed, unit, "distance")
    assert found.length.typed == read
    assert bool(found.said) == (other is not None)
    assert [item.label for item in found.others] == ([other] if other else [])


def test_every_example_of_the_hint_is_read_as_it_says() -> None:
    read = [
        sides(example, unit, picture=(6000, 4000))
        for example in EXAMPLES
        for unit in ("cm", "in", "mm")
    ]
    assert read[::3] == read[1::3] == read[2::3]


@given(st.sampled_from([size for size in library() if not size.in_pixels]), st.booleans())
def test_every_name_of_the_library_is_read_as_its_size(size: Size, lying: bool) -> None:
    read = read_size(f"{size.name} {'landscape' if lying else 'portrait'}", "cm").sides
    assert sorted((read.width.mm, read.height.mm)) == sorted((size.width.mm, size.height.mm))
    assert (read.width.mm >= read.height.mm) if lying else (read.width.mm <= read.height.mm)


exact_lengths = st.builds(
    lambda number, unit: f"{number} {unit}",
    st.decimals(min_value=3, max_value=900, places=2),
    st.sampled_from(["mm", "cm", "in"]),
)


@given(exact_lengths, exact_lengths)
def test_what_a_document_says_is_read_the_same_in_a_field(width: str, height: str) -> None:
    text = f"{width} x {height}"
    assert plain_spelling(text) == text
    assert read_size(text, "cm").sides == parse_size(text)


@pytest.mark.parametrize(
    "text",
    [
        "letter",
        "4R",
        "A3+",
        "4 x 6 in",
        "legal",
        "A2 quer",
        "8-1/2 x 11 in",
        "13/18",
        "30 cm square",
        "4K",
    ],
)
def test_the_finder_knows_the_same_names(text: str) -> None:
    wanted = read_size(text, "cm").sides
    first = find(library(), text)[0]
    assert sorted((first.width.mm, first.height.mm)) == sorted((wanted.width.mm, wanted.height.mm))
    # What a field would be told is no size is still looked for as parts of a name.
    assert find(library(), "card slim")[0].name == "Visiting card, slim"


def test_a_size_that_is_hard_to_believe_is_doubted_with_the_cure() -> None:
    made = plan(target={"width": "1,000 mm", "height": "700 mm"})
    [finding] = [item for item in reckon(made).findings if item.id == "size-implausible"]
    assert finding.level == "warn" and finding.step == "size"
    assert (
        finding.text == "The size is 1,000 × 700 mm: a side is under 2 cm. Is that what is meant?"
    )
    assert finding.fix == {"target.width": "1000 mm", "target.height": "700 mm"}
    for width, height in (("21 m", "20 m"), ("130 cm", "10 cm"), ("19 mm", "19 mm")):
        found = reckon(plan(target={"width": width, "height": height})).findings
        assert any(item.id == "size-implausible" and not item.fix for item in found)
    for width, height in (
        ("20 m", "10 m"),
        ("120 cm", "10 cm"),
        ("2 cm", "2 cm"),
        ("30 px", "9 px"),
    ):
        found = reckon(plan(target={"width": width, "height": height})).findings
        assert not any(item.id == "size-implausible" for item in found)


def test_lengths_made_of_readings_are_lengths() -> None:
    assert isinstance(read_length("2 in", "cm").length, Length)


@pytest.mark.parametrize(
    ("typed", "wide", "high"),
    [
        ("60cm breit", 600, 400), ("60 cm hoch", 900, 600), ("lange Kante 60 cm", 600, 400),
        ("longest side 60 cm", 600, 400), ("60 cm short side", 900, 600), ("60 x auto", 600, 400),
        ("auto x 60 cm", 900, 600), ("60 cm wide", 600, 400), ("about 60 cm wide", 600, 400),
        ("w 60 cm", 600, 400), ("height: 60 cm", 900, 600), ("h=60", 900, 600),
    ],
)  # fmt: skip
def test_one_side_is_said_in_many_ways(typed: str, wide: int, high: int) -> None:
    sides = read_size(typed, "cm", (6000, 4000)).sides
    assert (sides.width.mm, sides.height.mm) == (wide, high)


@pytest.mark.parametrize(
    ("typed", "wide", "high"), [("40w x 30h", 400, 300), ("40w x 90h", 400, 900)]
)
def test_sides_that_say_which_they_are_are_not_turned_for_a_picture(
    typed: str, wide: int, high: int
) -> None:
    for picture in ((6000, 4000), (4000, 6000)):
        read = read_size(typed, "cm", picture).sides
        assert (read.width.mm, read.height.mm) == (wide, high)


@pytest.mark.parametrize(
    ("typed", "read"),
    [
        ("70 x 1 m", "70 cm x 1 m"), ("1 m x 70", "1 m x 70 cm"), ("60 x 1.2 m", "60 cm x 1.2 m"),
        ("24 x 2 ft", "24 in x 2 ft"), ("2 ft x 18", "2 ft x 18 in"),
        # Long, but not as long in any other unit; and as it was said.
        ("1 m x 1.5", "1 m x 1.5 m"), ("70 cm x 1", "70 cm x 1 cm"), ("20 x 120 in", "20 in x 120 in"),
    ],
)  # fmt: skip
@pytest.mark.parametrize("unit", ["cm", "mm", "in"])
def test_a_bare_side_that_would_be_metres_long_is_in_the_smaller_unit(
    typed: str, read: str, unit: str
) -> None:
    found = read_size(typed, unit)
    assert f"{found.sides.width.typed} x {found.sides.height.typed}" == read
    one_unit = parse_size(typed)
    if found.sides != one_unit:
        assert found.said and parse_size(found.others[0].text) == one_unit


def test_the_long_side_is_the_pictures_long_side() -> None:
    upright = read_size("long side 60 cm", "cm", (4000, 6000)).sides
    assert (upright.width.mm, upright.height.mm) == (400, 600)


def test_a_ratio_lies_as_the_picture_does_and_a_size_with_it_is_asked_for() -> None:
    read = read_size("2:3", "cm", (6000, 4000))
    assert (read.sides.width.mm, read.sides.height.mm) == (300, 200)
    assert "type a side" in read_size("2:3", "cm").said


@pytest.mark.parametrize(
    ("typed", "mm"),
    [("1 cm 5 mm", 15), ("1m50", 1500), ("1 m 50 cm", 1500), ("1 m 5 cm", 1050), ("1 yd", 914.4), ("2 dm", 200)],
)  # fmt: skip
def test_lengths_in_two_steps_and_in_units_that_are_seldom_used(typed: str, mm: float) -> None:
    assert float(read_length(typed, "cm").length.mm) == mm


@pytest.mark.parametrize(
    ("typed", "nearest"), [("50 bei 70", "50 × 70 cm?"), ("lettr", "8.5 × 11 in?"), ("A33", "297 × 420 mm?")]
)  # fmt: skip
def test_what_is_no_size_names_the_size_and_offers_the_nearest(typed: str, nearest: str) -> None:
    with pytest.raises(SizeNotRead, match=f"“{typed}” was not understood as a size") as refused:
        read_size(typed, "cm")
    assert refused.value.nearest is not None and refused.value.nearest.label == nearest
    assert read_size(refused.value.nearest.text, "cm")


def test_what_is_nothing_like_a_size_offers_nothing() -> None:
    with pytest.raises(SizeNotRead, match="type two sides like") as refused:
        read_size("as you like it", "cm")
    assert refused.value.nearest is None


@pytest.mark.parametrize(
    "piece", ["1 ", "1,", "long ", "1x", "1 auf ", "1m1 ", "1/", "16:9 ", "x auto ", "panorama "]
)
def test_the_longest_text_is_read_or_refused_at_once(piece: str) -> None:
    for text in (piece * (LONGEST_SIZE // len(piece)), piece * LONGEST_SIZE):
        begin = time.process_time()
        with contextlib.suppress(LengthError):
            read_size(text, "cm", (3, 2))
        assert time.process_time() - begin < 1
