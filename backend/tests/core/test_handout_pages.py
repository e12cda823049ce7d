"""Handouts before they are drawn: what is put on a page, and where."""

from __future__ import annotations

import math

import pytest
from hypothesis import given
from hypothesis import strategies as st

from tests.plans import border, plan
from zollstock.core.ground.rational import Fraction
from zollstock.core.handouts.insmall import InSmall, SmallPicture, unturned
from zollstock.core.handouts.pages import HandoutPages, capitals, readable
from zollstock.core.letters import lacking, reach
from zollstock.core.shapes.box import Box
from zollstock.core.shapes.hatch import STEP, hatched
from zollstock.core.shapes.ink import Ink
from zollstock.core.sheet.drawings import small_drawing
from zollstock.core.sheet.printsheet import print_sheet
from zollstock.core.sheet.sheets import PicturePart, Sheet, Turn
from zollstock.core.work.outcome import work_out

_sides = st.integers(0, 200).map(Fraction)
_long = st.integers(1, 200).map(Fraction)
_boxes = st.builds(Box, _sides, _sides, _long, _long)


def the_page(pages: HandoutPages) -> Sheet:
    (sheet,) = pages.sheets("Fog")
    return sheet


@given(_boxes, _boxes, st.floats(-15, 15))
def test_hatching_covers_what_is_lost_of_the_picture_and_nothing_else(
    lost: Box, picture: Box, angle: float
) -> None:
    x, y, w, h = picture.as_floats()
    middle, cos, sin = (
        (x + w / 2, y + h / 2),
        math.cos(math.radians(angle)),
        math.sin(math.radians(angle)),
    )
    for stroke in hatched(lost, picture, angle, "#000000"):
        for u, v in ((float(at[0]), float(at[1])) for at in (stroke.start, stroke.end)):
            assert float(lost.x) - 0.01 <= u <= float(lost.right) + 0.01
            assert float(lost.y) - 0.01 <= v <= float(lost.bottom) + 0.01
            along = (u - middle[0]) * cos + (v - middle[1]) * sin
            across = (v - middle[1]) * cos - (u - middle[0]) * sin
            assert abs(along) <= w / 2 + 0.01 and abs(across) <= h / 2 + 0.01


def test_a_square_is_hatched_from_corner_to_corner() -> None:
    square = Box(*map(Fraction, (0, 0, 20, 20)))
    lines = list(hatched(square, square, 0, "#000000"))
    assert len(lines) == 2 * int(20 * math.sqrt(0.5) / STEP) + 1
    longest = max(
        math.dist(tuple(map(float, one.start)), tuple(map(float, one.end))) for one in lines
    )
    assert longest == pytest.approx(20 * math.sqrt(2), abs=0.01)


@given(_boxes, st.sampled_from((0, 90, 180, 270)))
def test_a_region_turned_four_quarters_is_itself(region: Box, quarter: Turn) -> None:
    """So often turned that it stands upright again, it is the same region of the same picture."""
    size, turned = (400, 500), region
    for _ in range(4):
        turned = unturned(turned, quarter, size)
        size = (size[1], size[0]) if quarter in (90, 270) else size
    assert turned == region


@pytest.mark.parametrize("turn", [0, 90, 180, 270])
def test_a_print_in_small_shows_the_region_that_its_file_shows(turn: Turn) -> None:
    """The same part of the picture, whatever the size of the JPEG that stands for it."""
    work = work_out(plan(fit={"turn": turn}, edge=border("2 cm")))
    held = InSmall(
        small_drawing(work),
        SmallPicture(0, (600, 400)),
        (Fraction(16), Fraction(16)),
        Fraction(1, 5),
    )
    (shown,) = (item for item in held.items(loss=False) if isinstance(item, PicturePart))
    (made,) = print_sheet(work).picture_parts
    # A print's sheet shows its picture as turned before.
    size = (5000, 3333)
    wanted = unturned(made.region, turn, size).as_floats()
    for found, right in zip(shown.region.as_floats(), wanted, strict=True):
        assert found / 600 == pytest.approx(right / 5000, abs=0.001)
    assert shown.turn == turn


def test_what_is_lost_lies_round_the_print_and_never_under_it() -> None:
    work = work_out(plan(target={"width": "20 cm", "height": "20 cm"}))
    held = InSmall(
        small_drawing(work),
        SmallPicture(0, (600, 400)),
        (Fraction(50), Fraction(50)),
        Fraction(1, 5),
    )
    *lost, shown, ink = held.items(loss=True)
    paper = Box(*map(Fraction, (50, 50, 40, 40)))
    assert isinstance(shown, PicturePart) and shown.box == paper
    assert len(lost) == 2 and isinstance(ink, Ink) and ink.strokes
    for one in lost:
        assert isinstance(one, PicturePart) and one.tone.light
        assert one.box.right <= paper.x or one.box.x >= paper.right


def test_a_long_line_is_cut_to_its_room_and_a_right_one_ends_where_it_should() -> None:
    pages = HandoutPages()
    pages.text(16, 20, "Fog over the salt pans of the harbour", 12, room=40)
    pages.text(190, 30, "12.00 €", 12, "condensed", right=True)
    cut, right = the_page(pages).labels
    assert cut.text.endswith("…") and reach(cut.text, cut.font, cut.height).width <= 40
    assert float(right.at[0] + reach(right.text, right.font, right.height).width) == pytest.approx(
        190
    )


@given(st.text(max_size=60), st.floats(6, 20), st.floats(10, 180))
def test_no_line_is_wider_than_its_room(text: str, size: float, room: float) -> None:
    pages = HandoutPages()
    pages.lines(16, 20, text, size, "bold", room, 2)
    for label in the_page(pages).labels:
        wide = reach(label.text, label.font, label.height).width
        assert wide <= room + 0.001 or label.text == "…"


@given(st.text(st.characters(exclude_categories=["Cs", "Cc"]), max_size=40))
def test_a_paragraph_loses_no_word(text: str) -> None:
    pages = HandoutPages()
    end = pages.paragraph(16, 20, text, 9.5, 60)
    said = "".join(label.text for label in the_page(pages).labels)
    assert "".join(said.split()) == "".join(readable(text, "text").split())
    assert end >= 20


@given(st.text(max_size=40))
def test_what_is_readable_lacks_no_sign(text: str) -> None:
    assert not lacking(readable(text, "condensed").replace("\n", ""), "condensed")


def test_every_page_is_a_sheet_of_its_own() -> None:
    pages = HandoutPages(landscape=True)
    pages.text(16, 20, "one")
    pages.new_page()
    pages.box(16, 20, 10, 10, dashed=True)
    first, second = pages.sheets("Fog")
    assert (first.width, first.height) == (297, 210) and len(first.labels) == 1
    assert not second.labels and {stroke.slanted for stroke in second.strokes} == {False}
    assert len(second.strokes) == 20


def test_letters_are_as_high_as_their_font_says() -> None:
    assert float(capitals(72)) == pytest.approx(25.4 * 0.7, rel=0.01)
