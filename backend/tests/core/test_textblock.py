"""Text flows into its box, in the letters' own measures; nothing of it is lost."""

from __future__ import annotations

from dataclasses import replace

import pytest
from hypothesis import given
from hypothesis import strategies as st

from zollstock.core.ground.rational import Fraction, fraction_of
from zollstock.core.letters import reach
from zollstock.core.shapes.box import Box
from zollstock.core.sheet.textblock import Align, TextBlock, flowed


def block(text: str, wide: float = 40, high: float = 30, **more: object) -> TextBlock:
    box = Box(Fraction(5), Fraction(7), fraction_of(str(wide)), fraction_of(str(high)))
    return replace(TextBlock(text, box, Fraction(3)), **more)  # type: ignore[arg-type]


WORDS = st.lists(st.text("abcdefgh ÄéŁ,.–", min_size=1, max_size=14), max_size=30).map(" ".join)
SIDES = st.floats(4, 120).map(lambda side: round(side, 2))


@given(WORDS, SIDES, SIDES, st.sampled_from(["left", "centre", "right"]))
def test_lines_and_what_is_left_over_are_the_whole_text(
    text: str, wide: float, high: float, align: Align
) -> None:
    found = flowed(block(text, wide, high, align=align))
    said = " ".join([*(label.text for label in found.labels), found.left_over])
    assert "".join(said.split()) == "".join(text.split())


@given(WORDS, SIDES, SIDES, st.sampled_from(["left", "centre", "right"]))
def test_every_line_stands_in_its_box(text: str, wide: float, high: float, align: Align) -> None:
    box = block(text, wide, high).box
    for label in flowed(block(text, wide, high, align=align)).labels:
        x, base = label.at
        long = reach(label.text, label.font, label.height).width
        # One sign at least stands in a line, however narrow that is.
        if len(label.text) > 1:
            assert box.x <= x and x + long <= box.right
        assert box.y <= base - label.height and base <= box.bottom


def test_it_breaks_between_words_and_begins_anew_where_the_text_does() -> None:
    found = flowed(block("Fog over the pans\n\nKeeper's house"))
    assert [label.text for label in found.labels] == ["Fog over the pans", "Keeper's house"]
    first, second = (label.at[1] for label in found.labels)
    assert second - first == 2 * Fraction(3) * Fraction(9, 5)
    assert found.left_over == ""


def test_it_stands_at_the_side_that_it_is_set_to() -> None:
    left, centre, right = (
        flowed(block("Fog", align=align)).labels[0].at[0] for align in ("left", "centre", "right")
    )
    assert left == 5 and centre - left == right - centre > 0
    assert right + Fraction(reach("Fog", "text", Fraction(3)).width) == 45


@pytest.mark.parametrize(
    ("high", "left_over"), [(2, "Fog\nPans"), (3, "Pans"), (8, "Pans"), (9, "")]
)
def test_what_does_not_fit_is_told(high: float, left_over: str) -> None:
    assert flowed(block("Fog\nPans", high=high)).left_over == left_over


def test_a_word_longer_than_a_line_is_broken_where_the_line_ends() -> None:
    found = flowed(block("Rindkjøbingfjordfiskeriforening", wide=20))
    assert len(found.labels) > 1
    assert "".join(label.text for label in found.labels) == "Rindkjøbingfjordfiskeriforening"


def test_twice_as_large_it_breaks_at_the_same_words() -> None:
    small = block("Fog over the pans, seen from the mill at half past four", 33.3)
    large = flowed(small.times(Fraction(2)))
    assert [label.text for label in large.labels] == [label.text for label in flowed(small).labels]
