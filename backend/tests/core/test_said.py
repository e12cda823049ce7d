"""What customers say, read: sixty lines as people say them, in English and German, and what becomes of each."""

from __future__ import annotations

from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from zollstock.core.counter.said import SaidCard, document_of, said
from zollstock.core.counter.said.cards import SaidError
from zollstock.core.documents.plan import parse_plan
from zollstock.core.studio.prices import SHIPPED

LYING = {
    "picture": {"width_px": 6000, "height_px": 4000},
    "target": {"width": "30 cm", "height": "20 cm"},
}
_PRICES = SHIPPED.chosen("counter")
assert _PRICES is not None
FINISHES = tuple(_PRICES.finishes)


def cards(text: str, unit: str = "cm") -> list[SaidCard]:
    return said(text, LYING, unit, finishes=FINISHES).cards


def short(card: SaidCard) -> tuple[Any, ...]:
    """Copies, size, medium's first word, kind of edge."""
    medium = card.fix.get("medium", {}).get("name", "").split(" ")[0]
    return card.copies, card.size_text, medium, card.fix.get("edge", {}).get("kind", "")


#: Read right, with nothing doubtful: the line, and what each card is.
RIGHT = [
    ("50x40", [(1, "50 × 40 cm", "satin", "")]),
    ("50x70", [(1, "70 × 50 cm", "satin", "")]),
    ("two 50 x 70 glossy", [(2, "70 × 50 cm", "glossy", "")]),
    ("3 mal 13x18 glänzend", [(3, "18 × 13 cm", "glossy", "")]),
    ("A3 matt mit 2 cm Rand", [(1, "420 × 297 mm", "coated", "border")]),
    ("zwei A4 hoch, seidenmatt", [(2, "210 × 297 mm", "satin", "")]),
    ("24x16 in satin with 2 inches of white", [(1, "24 × 16 in", "satin", "border")]),
    ("1 x 90 auf 60 Leinwand, gespiegelter Rand 4 cm", [(1, "90 × 60 cm", "canvas", "wrap")]),
    ("30 cm square cotton framed", [(1, "30 × 30 cm", "fine-art", "")]),
    ("40 x 50, 5 Stück, glänzend, laminiert", [(5, "50 × 40 cm", "glossy", "")]),
    ("100x50 fabric", [(1, "100 × 50 cm", "textile", "")]),
    ("two copies of A2 on fine art, uncropped", [(2, "594 × 420 mm", "fine-art", "")]),
    ("20x30 as jpeg, borderless", [(1, "30 × 20 cm", "satin", "none")]),
    ("20x30 mit 3 mm Anschnitt als TIFF", [(1, "30 × 20 cm", "satin", "bleed")]),
    ("canvas 120 x 80 wrapped", [(1, "120 × 80 cm", "canvas", "wrap")]),
    ("8x10 in", [(1, "8 × 10 in", "satin", "")]),
    ("poster 70x100 seen from 3 m", [(1, "100 × 70 cm", "satin", "")]),
    ("ein Abzug 18x24 Hochglanz, weißer Rand 1 cm, unten 3 cm", [(1, "24 × 18 cm", "glossy", "border")]),
    ("40x30 black border 2 cm", [(1, "40 × 30 cm", "satin", "border")]),
    ("50x40 satin mounted", [(1, "50 × 40 cm", "satin", "")]),
    ("4 Abzüge 9x13, 2 Abzüge 10x15", [(4, "13 × 9 cm", "satin", ""), (2, "15 × 10 cm", "satin", "")]),
    ("50 x 70 cm canvas, stretched edges 2 cm, 3x", [(3, "50 × 70 cm", "canvas", "wrap")]),
    ("3 prints 20x30 cotton, 2 cm margin, bottom 4 cm, as tiff", [(3, "30 × 20 cm", "fine-art", "border")]),
    ("2 Stück A4 quer, 1 cm Rand rundum", [(2, "297 × 210 mm", "satin", "border")]),
    ("60 cm wide satin", [(1, "60 × 40 cm", "satin", "")]),
    ("DIN A2 Poster", [(1, "594 × 420 mm", "satin", "")]),
    ("50x40 satin from 2 m away", [(1, "50 × 40 cm", "satin", "")]),
    ("100 x 70 cm with 3 mm bleed, glossy", [(1, "100 × 70 cm", "glossy", "bleed")]),
    ("50x40 und 30x20", [(1, "50 × 40 cm", "satin", ""), (1, "30 × 20 cm", "satin", "")]),
    ("one 30x40, two 13x18 and three 10x15",
     [(1, "40 × 30 cm", "satin", ""), (2, "18 × 13 cm", "satin", ""), (3, "15 × 10 cm", "satin", "")]),
    ("10x15, 20 copies, glossy and 3 x A4 matte", [(20, "15 × 10 cm", "glossy", ""), (3, "297 × 210 mm", "coated", "")]),
    ("fünf Abzüge 13 x 18 cm matt", [(5, "13 × 18 cm", "coated", "")]),
    ("30x45 Baumwolle mit weißem Rand 3 cm", [(1, "45 × 30 cm", "fine-art", "border")]),
    ("a dozen 10x15", [(12, "15 × 10 cm", "satin", "")]),
    ("40x40 canvas mirrored 3.5 cm framed", [(1, "40 × 40 cm", "canvas", "wrap")]),
    ("90 by 60 cm on canvas", [(1, "90 × 60 cm", "canvas", "")]),
    ("50 x 40, border 2.5 cm, left and right 4 cm", [(1, "50 × 40 cm", "satin", "border")]),
    ("einmal 60x90 Leinwand umlaufend 4 cm", [(1, "90 × 60 cm", "canvas", "wrap")]),
    ("please 2 photos 13x18 in a frame", [(2, "18 × 13 cm", "satin", "")]),
    ("A1 textile banner landscape", [(1, "841 × 594 mm", "textile", "")]),
]  # fmt: skip
#: Read, and said to be doubtful.
DOUBTFUL = [
    ("60x40 purple with sparkles", "purple"),
    ("8x10", "8 × 10 cm"),
    ("50x40 gilded", "gilded"),
    ("50x40 wrapped 3 cm", "not on canvas"),
    ("11x14 satin", "11 × 14"),
    ("50x40 on papyrus", "papyrus"),
    ("50 x 40 satin by friday", "friday"),
    ("20x30 sepia", "sepia"),
    ("50x40 with a mat of 5 cm", "mat"),
    ("2 x 50x40, one of them framed in gold", "gold"),
    ("50x40 grün", "grün"),
    ("A3 rolled up", "rolled"),
]
#: Refused: nothing can be taken of it.
REFUSED = [
    ("border 3", "no size"),
    ("11 1/ in", ""),
    ("asdf qwer", "no size"),
    ("satin, please", "no size"),
    ("0 x 40 cm", ""),
    ("3x2 cm with 2 cm border", ""),
    ("50x", ""),
    ("two glossy ones", "no size"),
]


@pytest.mark.parametrize(("text", "wanted"), RIGHT, ids=[text for text, _ in RIGHT])
def test_a_line_is_read_right(text: str, wanted: list[tuple[Any, ...]]) -> None:
    found = cards(text)
    assert [short(card) for card in found] == wanted
    assert all(card.sure for card in found), [
        (card.doubts, card.unread, card.problem) for card in found
    ]
    for card in found:
        parse_plan(document_of(card, LYING))
        assert card.drawing is not None


@pytest.mark.parametrize(("text", "told"), DOUBTFUL, ids=[text for text, _ in DOUBTFUL])
def test_what_is_doubtful_is_said_and_the_rest_is_read(text: str, told: str) -> None:
    (card, *_) = cards(text)
    assert not card.sure and not card.problem and card.size_text
    assert told in " ".join((*card.doubts, *card.unread))


@pytest.mark.parametrize(("text", "told"), REFUSED, ids=[text for text, _ in REFUSED])
def test_what_is_no_print_is_refused_in_words(text: str, told: str) -> None:
    (card, *_) = cards(text)
    assert card.problem and told in card.problem and card.drawing is None


def test_there_are_sixty_of_them() -> None:
    assert len(RIGHT) + len(DOUBTFUL) + len(REFUSED) == 60


def test_the_line_of_the_counter() -> None:
    first, canvas, photos = cards(
        "2 x 50x40 satin, white border 3, bottom 5; 1 x 90x60 canvas mirrored 4 cm; 8 passport photos"
    )
    assert first.fix["edge"] == {"kind": "border", "colour": "#ffffff", "left": "3 cm", "top": "3 cm", "right": "3 cm", "bottom": "5 cm"}  # fmt: skip
    assert (canvas.fix["edge"]["depth"], canvas.fix["edge"]["fill"]) == ("4 cm", "mirror")
    assert (photos.kind, photos.copies) == ("id", 8)
    assert [word.sets for word in first.words] == ["2 copies", "50 × 40 cm", "on satin photo paper", "a border of 3 cm", "5 cm at the bottom"]  # fmt: skip


def test_each_word_is_where_it_stands_in_what_was_said() -> None:
    text = "two 50x40 satin with sparkles; 3 x A4 glossy, white border 1 cm"
    for card in cards(text):
        assert card.words
        for word in card.words:
            assert text[word.start : word.end] == word.text


def test_bare_numbers_take_the_unit_that_somebody_works_in() -> None:
    (card,) = cards("24x16, border 2", "in")
    assert card.size_text == "24 × 16 in" and card.fix["edge"]["left"] == "2 in"
    (card,) = cards("A3, border 2")
    assert card.fix["edge"]["left"] == "2 cm", "a paper's own unit is not that of its border"


def test_too_much_at_once_is_told() -> None:
    with pytest.raises(SaidError, match="letters"):
        cards("50x40 " * 400)
    with pytest.raises(SaidError, match="prints"):
        cards(";".join(["9x9"] * 41))


@given(st.text(max_size=80) | st.lists(st.sampled_from(
    ["2", "x", "50x40", "satin", ",", "border", "3", "cm", ";", "canvas", "mirrored", "A4", "with", "white", "und", "5", "Stück", "1/2", "in", "½", "%", "“", "×", "0", "of", "from", "m"]), max_size=14
).map(" ".join))  # fmt: skip
def test_nothing_that_is_typed_breaks_it_and_what_is_taken_is_a_plan(text: str) -> None:
    for card in cards(text):
        if card.kind == "print" and not card.problem:
            parse_plan(document_of(card, LYING))
        assert card.problem or card.copies >= 1
