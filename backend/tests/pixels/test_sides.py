"""A sheet with a back, blocks of text and outlines: the same in a PDF, in pixels and as SVG, by other programs."""

from __future__ import annotations

import subprocess
from pathlib import Path

from zollstock.core.ground.rational import Fraction, fraction_of
from zollstock.core.shapes.box import Box
from zollstock.core.shapes.ink import Ink, Outline, Stroke
from zollstock.core.sheet.sheets import Sheet
from zollstock.core.sheet.textblock import TextBlock
from zollstock.pixels.compose import NO_SOURCES, compose
from zollstock.pixels.plans import write_plan
from zollstock.pixels.svg import sheet_svg
from zollstock.pixels.vips import pyvips

#: 10 px a millimetre.
PPI = Fraction(254)


def box(*sides: float) -> Box:
    return Box(*(fraction_of(str(side)) for side in sides))


def page() -> Sheet:
    """60 × 40 mm: on the front a rectangle with a filling and a line, on the back two lines of text."""
    media = box(0, 0, 60, 40)
    drawn = Outline("cut", "opening", box(10, 10, 20, 15), Fraction(1), fill="#80ff00")
    line = Stroke("fold", (Fraction(0), Fraction(35)), (Fraction(60), Fraction(35)), Fraction(1))
    text = TextBlock("Fog over the salt pans", box(5, 5, 30, 20), Fraction(3))
    return Sheet(
        "card", media.w, media.h, PPI, media, media, (Ink((line,), (), (drawn,)),), back=(text,)
    )


def run(*command: str) -> str:
    return subprocess.run(command, capture_output=True, text=True, check=True).stdout


def test_a_back_is_the_page_after_its_front(tmp_path: Path) -> None:
    out = tmp_path / "card.pdf"
    write_plan([page(), page()], "Card", out)
    assert "Pages:           4" in run("pdfinfo", str(out))
    front, back, again, _, _ = run("pdftotext", str(out), "-").split("\f")
    assert not front.strip() and not again.strip()
    assert back.split("\n")[:2] == ["Fog over the", "salt pans"]


def test_an_outline_is_the_same_in_pixels_as_in_a_pdf(tmp_path: Path) -> None:
    out = tmp_path / "card.pdf"
    write_plan([page()], "Card", out)
    run("pdftoppm", "-r", "254", "-png", "-f", "1", "-singlefile", str(out), str(tmp_path / "page"))
    drawn = pyvips.Image.new_from_file(str(tmp_path / "page.png"))
    made = compose(page(), NO_SOURCES)
    assert (made.width, made.height) == (600, 400)
    apart = (made.cast("short") - drawn.cast("short")).abs()
    # Renderers draw the rim of a line in their own ways: a pixel at the most, nowhere else anything.
    assert apart.avg() < 3
    for x, y, colour in (
        (100, 180, [0, 0, 0]), (96, 96, [0, 0, 0]), (200, 180, [128, 255, 0]), (300, 250, [0, 0, 0]),
        (50, 180, [255, 255, 255]), (300, 350, [0, 0, 0]),
    ):  # fmt: skip
        assert made(x, y) == colour and drawn(x, y) == colour, (x, y)


def test_an_svg_says_what_is_cut_and_where() -> None:
    drawn = sheet_svg(page(), "Card")
    assert 'class="cut" id="opening" x="10" y="10" width="20" height="15" fill="#80ff00"' in drawn
    assert sheet_svg(page().sides[1], "Card").count("<text") == 2


def test_on_paper_twice_as_large_all_of_it_lies_twice_as_far() -> None:
    large = page().enlarged(Fraction(2))
    (outline,) = large.outlines
    assert outline.box == box(20, 20, 40, 30) and outline.width == 1
    assert [label.text for label in large.sides[1].labels] == ["Fog over the", "salt pans"]
    assert (large.grid.width, large.grid.height) == (600, 400)
