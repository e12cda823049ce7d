"""Which part of a print a proof shows, and what people found of it."""

from __future__ import annotations

from hypothesis import given
from hypothesis import strategies as st

from tests.lengthy import tried
from zollstock.core.questions.judging import Judged, tallied
from zollstock.core.questions.proofing import part_of
from zollstock.core.sheet.grid import PixelBox

shares = st.floats(0, 1)
sides = st.integers(1, 5000)


@given(x=shares, y=shares, across=sides, down=sides, width=sides, height=sides)
@tried(300)
def test_a_part_lies_within_the_picture_and_is_as_large_as_it_can(
    x: float, y: float, across: int, down: int, width: int, height: int
) -> None:
    part = part_of(PixelBox(7, 9, across, down), x, y, width, height)
    assert (part.w, part.h) == (min(width, across), min(height, down))
    assert part.x >= 0 and part.right <= across and part.y >= 0 and part.bottom <= down
    # As near to the wished middle as the rim lets it.
    if 0 < part.x < across - part.w:
        assert abs(part.x + part.w / 2 - x * across) <= 0.5 + 1e-6


def test_answers_are_added_up_whichever_way_round_they_were_shown() -> None:
    answers = [
        Judged("Careful", "Smooth", "first"),
        Judged("Smooth", "Careful", "second"),
        Judged("Smooth", "Careful", "first"),
        Judged("Lanczos", "Smooth", "same"),
    ]
    assert tallied(answers) == [
        "Careful finer than Smooth 2 of 3 times",
        "Lanczos and Smooth: no difference, once",
    ]


def test_what_is_even_is_said_to_be_even() -> None:
    answers = [
        Judged("Careful", "Lanczos", "first"),
        Judged("Careful", "Lanczos", "second"),
        Judged("Careful", "Lanczos", "same"),
    ]
    assert tallied(answers) == ["Careful and Lanczos: each finer once of 3; no difference once"]
    assert tallied(answers[:1]) == ["Careful finer than Lanczos the one time"]
    assert tallied([]) == []
