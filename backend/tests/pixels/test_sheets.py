"""Sheets of several pieces: each lies where and as its box says, whatever its turn."""

from __future__ import annotations

import hashlib
from fractions import Fraction
from pathlib import Path

import pytest

from zollstock.core.edges.kind import EdgeFill
from zollstock.core.parts.file import OutputSpec
from zollstock.core.rules.fileformats import FILE_FORMATS
from zollstock.core.seeing.enlarging import METHODS as NAMED
from zollstock.core.shapes.box import Box
from zollstock.core.sheet.sheets import Ink, PicturePart, Sheet, Stroke
from zollstock.pixels.compose import Sources, compose
from zollstock.pixels.errors import RenderError
from zollstock.pixels.methods import METHODS, Way, method_of
from zollstock.pixels.page import Page
from zollstock.pixels.vips import pyvips
from zollstock.pixels.write import write
from zollstock.pixels.writers import WRITERS

#: 10 px a millimetre, and as many of the picture: what is printed is copied.
PPI = Fraction(254)
W, H = 60, 40


def box(x: float, y: float, w: float, h: float) -> Box:
    return Box(*(Fraction(str(side)) for side in (x, y, w, h)))


def picture() -> pyvips.Image:
    """Every pixel says where it is: red its column, green its row."""
    at = pyvips.Image.xyz(W, H)
    return at[0].bandjoin([at[1], at[0] * 0 + 200]).cast("uchar").copy(interpretation="srgb")


def piece(place: Box, turn: int = 0, region: Box | None = None, **more) -> PicturePart:
    return PicturePart(name=f"turned {turn}", plan=0, picture=(W, H), region=region or box(0, 0, W, H), box=place,
                 image=more.pop("image", place), content=more.pop("content", place), padding="#ff0000",
                 rim=EdgeFill("colour", "#00ff00"), turn=turn, **more)  # fmt: skip


def sheet(*pieces: PicturePart, strokes: tuple[Stroke, ...] = ()) -> Sheet:
    paper = box(0, 0, 20, 16)
    return Sheet("one", paper.w, paper.h, PPI, paper, paper, (*pieces, Ink(strokes)))


def drawn(wanted: Sheet) -> pyvips.Image:
    return compose(wanted, Sources(lambda _: picture(), method_of(Way()))).copy_memory()


@pytest.mark.parametrize("turn", [0, 90, 180, 270])
def test_a_piece_lies_turned_as_it_says(turn: int) -> None:
    lying = box(1, 2, 4, 6) if turn in (90, 270) else box(1, 2, 6, 4)
    image = drawn(sheet(piece(lying, turn)))
    assert (image.width, image.height) == (200, 160)
    wanted = picture() if not turn else picture().rot(f"d{turn}")
    assert (image.crop(10, 20, wanted.width, wanted.height) - wanted).abs().max() == 0
    assert image.getpoint(9, 20) == [255, 255, 255]


def test_pieces_lie_side_by_side_and_the_paper_stays_white() -> None:
    left = piece(box(1, 1, 3, 4), region=box(0, 0, 30, 40))
    right = piece(box(10, 1, 3, 4), region=box(30, 0, 30, 40))
    image = drawn(sheet(left, right))
    for place, column in ((10, 0), (100, 30)):
        assert (image.crop(place, 10, 30, 40) - picture().crop(column, 0, 30, 40)).abs().max() == 0
    assert image.crop(40, 0, 60, 160).min() == 255


def test_padding_and_rim_are_the_pieces_own() -> None:
    made = piece(box(3, 3, 6, 4), image=box(2, 2, 8, 6), content=box(1, 1, 10, 8))
    image = drawn(sheet(made))
    assert image.getpoint(25, 25) == [255, 0, 0]
    assert image.getpoint(15, 15) == [0, 255, 0]
    assert image.getpoint(5, 5) == [255, 255, 255]


def test_strokes_are_drawn_over_everything_as_wide_as_they_are() -> None:
    down = Stroke("cut", (Fraction(10), Fraction(0)), (Fraction(10), Fraction(5)), Fraction("0.4"))
    along = Stroke("fold", (Fraction(2), Fraction(9)), (Fraction(8), Fraction(9)), Fraction("0.2"))
    image = drawn(sheet(piece(box(1, 2, 6, 4)), strokes=(down, along)))
    assert [image.getpoint(x, 20)[0] for x in (97, 98, 101, 102)] == [255, 0, 0, 255]
    assert [image.getpoint(50, y)[0] for y in (88, 89, 90, 91)] == [255, 0, 0, 255]


def test_parts_of_one_picture_that_meet_join_without_a_seam() -> None:
    """Edges are rounded, never sizes: whatever the cut, nothing is missing and nothing twice."""
    for cut in (7, 13, 29):
        mm = Fraction(cut, 10) + Fraction(1, 30)
        at = mm * 10
        left = piece(
            Box(Fraction(0), Fraction(0), mm, Fraction(4)),
            region=Box(Fraction(0), Fraction(0), at, Fraction(H)),
        )
        right = piece(
            Box(mm, Fraction(0), 6 - mm, Fraction(4)),
            region=Box(at, Fraction(0), W - at, Fraction(H)),
        )
        image = drawn(sheet(left, right))
        assert (image.crop(0, 0, W, H) - picture()).abs().max() == 0


def test_what_was_written_is_told(tmp_path: Path) -> None:
    out = tmp_path / "one.tif"
    laid = sheet(piece(box(1, 1, 6, 4)))
    told = write([Page(drawn(laid), laid)], OutputSpec(), out)
    assert (told.size, told.pages) == (out.stat().st_size, 1)
    assert told.sha256 == hashlib.sha256(out.read_bytes()).hexdigest()


def test_a_raster_file_holds_one_sheet(tmp_path: Path) -> None:
    with pytest.raises(RenderError, match="one sheet, not 2"):
        write([Page(picture(), sheet())] * 2, OutputSpec(), tmp_path / "two.tif")
    assert list(tmp_path.iterdir()) == []


def test_every_kind_of_file_has_a_writer_and_the_usual_method_is_there() -> None:
    assert set(WRITERS) == set(FILE_FORMATS)
    assert set(METHODS) == set(NAMED)


def test_a_sheet_of_nothing_but_ink_is_plain_paper() -> None:
    line = Stroke("cut", (Fraction(2), Fraction(3)), (Fraction(12), Fraction(3)), Fraction(1))
    made = drawn(sheet(strokes=(line,)))
    assert (made.width, made.height, made.bands) == (200, 160, 3)
    assert made(50, 30) == [0, 0, 0] and made(50, 60) == [255, 255, 255]
