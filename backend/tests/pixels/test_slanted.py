"""Slanted lines, and pictures in another tone: the same in pixels as in a PDF."""

from __future__ import annotations

import subprocess
from dataclasses import replace
from pathlib import Path
from typing import Any
from xml.etree.ElementTree import fromstring

import pytest

from zollstock.core.edges.kind import EdgeFill
from zollstock.core.ground.rational import Fraction
from zollstock.core.rules.straighten import lean
from zollstock.core.shapes.box import Box
from zollstock.core.shapes.ink import Ink, Stroke
from zollstock.core.sheet.sheets import PicturePart, Sheet, Tone
from zollstock.pixels.compose import NO_SOURCES, Sources, compose
from zollstock.pixels.handoutpdf import handout_pdf
from zollstock.pixels.methods import Way, method_of
from zollstock.pixels.svg import sheet_svg
from zollstock.pixels.vips import pyvips

PPI = Fraction(254)


def mm(*sides: float) -> Box:
    return Box(*(Fraction(round(side * 100), 100) for side in sides))


def sheet(*items: PicturePart | Ink) -> Sheet:
    media = mm(0, 0, 40, 30)
    return Sheet("sheet", media.w, media.h, PPI, media, media, items)


def slanted() -> Ink:
    ends = (Fraction(5), Fraction(5)), (Fraction(35), Fraction(25))
    return Ink((Stroke("solid", *ends, Fraction(2), "#204060"),))


def drawn(made: bytes, tmp_path: Path) -> pyvips.Image:
    """A PDF's only page at 10 px a millimetre."""
    out = tmp_path / "page.pdf"
    out.write_bytes(made)
    subprocess.run(
        ["pdftoppm", "-r", "254", "-png", "-singlefile", str(out), str(tmp_path / "page")],
        check=True,
    )
    return pyvips.Image.new_from_file(str(tmp_path / "page.png"))


def test_a_slanted_line_covers_as_much_as_its_length_and_width(tmp_path: Path) -> None:
    made = compose(sheet(slanted()), NO_SOURCES)
    # Of 255 levels a covered pixel loses 191 in its green part (#204060): what is lost by them all is what is covered.
    covered = (255 - made[1].cast("double")).avg() * 400 * 300 / (255 - 0x40)
    assert covered / 100 == pytest.approx((30**2 + 20**2) ** 0.5 * 2, rel=0.01)
    assert made(200, 150) == [32, 64, 96] and made(200, 100) == [255, 255, 255]


def test_it_is_the_same_line_in_a_pdf_and_in_an_svg(tmp_path: Path) -> None:
    made = compose(sheet(slanted()), NO_SOURCES)
    page = drawn(handout_pdf([sheet(slanted())], "Sheet", {}), tmp_path)
    assert (made.cast("short") - page.cast("short")).abs().avg() < 0.5
    (line,) = fromstring(sheet_svg(sheet(slanted()), "Sheet")).iter(
        "{http://www.w3.org/2000/svg}line"
    )
    ends = [line.get(name) for name in ("x1", "y1", "x2", "y2", "stroke-width", "stroke")]
    assert ends == ["5", "5", "35", "25", "2", "#204060"]


def part(**more: object) -> PicturePart:
    region = Box(*map(Fraction, (30, 0, 60, 90)))
    box = mm(8, 6, 18, 12)
    held = PicturePart("fog", 0, (120, 90), region, box, box, box, "#ffffff", EdgeFill("colour", "#ffffff"), turn=90)  # fmt: skip
    return replace(held, **more)  # type: ignore[arg-type]


@pytest.fixture
def halves(tmp_path: Path) -> Path:
    """A picture whose upper half is red, whose lower half is blue."""
    out = tmp_path / "small.jpg"
    red = pyvips.Image.black(120, 45, bands=3).linear(1, [220, 30, 30]).cast("uchar")
    blue = pyvips.Image.black(120, 45, bands=3).linear(1, [30, 30, 220]).cast("uchar")
    whole = red.join(blue, "vertical").copy(interpretation="srgb")
    whole.jpegsave(str(out), Q=95, subsample_mode="off")
    return out


def test_a_picture_on_a_handout_lies_as_its_part_says(halves: Path, tmp_path: Path) -> None:
    """Turned clockwise, its upper half lies at the right; round it the padding, and beyond that the border."""
    around = part(image=mm(6, 4, 22, 16), padding="#00ff00", content=mm(4, 2, 26, 20), rim=EdgeFill("colour", "#ffff00"))  # fmt: skip
    page = drawn(handout_pdf([sheet(around)], "Sheet", {0: halves}), tmp_path)
    colours = {(240, 120): (220, 30, 30), (100, 120): (30, 30, 220), (70, 120): (0, 255, 0),
               (50, 120): (255, 255, 0), (20, 120): (255, 255, 255)}  # fmt: skip
    for (x, y), colour in colours.items():
        assert max(abs(a - b) for a, b in zip(page(x, y), colour, strict=True)) < 6, (x, y)


@pytest.mark.parametrize("turn", [0, 90, 180, 270])
@pytest.mark.parametrize("fill", ["mirror", "stretch"])
def test_the_sides_of_a_canvas_on_a_handout_are_those_of_the_file(
    tmp_path: Path, fill: str, turn: int
) -> None:
    """Mirrored at the fold or drawn out from it, corners too; the same as in pixels."""
    picture = tmp_path / "ramps.jpg"
    ramps = pyvips.Image.xyz(180, 120).linear([1, 1.5], [30, 20])
    ramps = ramps.bandjoin(pyvips.Image.xyz(180, 120)[0] * 0 + 90).cast("uchar")
    ramps.copy(interpretation="srgb").jpegsave(str(picture), Q=98, subsample_mode="off")
    face = mm(8, 6, 18, 12) if turn % 180 == 0 else mm(8, 6, 12, 18)
    content = mm(4, 3, 29, 20) if turn % 180 == 0 else mm(4, 3, 20, 25)
    canvas = part(picture=(180, 120), region=Box(*map(Fraction, (0, 0, 180, 120))), turn=turn, box=face,
                  image=face, content=content, rim=EdgeFill(fill, "#ffffff"))  # fmt: skip
    page = drawn(handout_pdf([sheet(canvas)], "Sheet", {0: picture}), tmp_path)
    sources = Sources(
        pictures=lambda _: pyvips.Image.new_from_file(str(picture)), method=method_of(Way())
    )
    # Looked at one by one, each of its pixels would be composed anew.
    made = compose(sheet(canvas), sources).copy_memory()
    for x in range(45, int(10 * content.right), 15):
        for y in range(35, int(10 * content.bottom), 15):
            assert page(x, y) == pytest.approx(made(x, y), abs=6), (x, y)
    assert page(30, 20) == [255, 255, 255]


def large(folder: Path) -> Path:
    """A picture of 1500 × 1000 px, each of whose places has a colour of its own."""
    picture = folder / "large.jpg"
    ramps = pyvips.Image.xyz(1500, 1000).linear([0.12, 0.18], [30, 20])
    ramps = ramps.bandjoin(pyvips.Image.xyz(1500, 1000)[0] * 0 + 90).cast("uchar")
    ramps.copy(interpretation="srgb").jpegsave(str(picture), Q=98, subsample_mode="off")
    return picture


def same_on_both(shown: PicturePart, picture: Path, folder: Path) -> None:
    """The part as a viewer draws it and as it is composed of pixels."""
    made_once, again = (handout_pdf([sheet(shown)], "Sheet", {0: picture}) for _ in range(2))
    assert made_once == again
    page = drawn(made_once, folder)
    sources = Sources(
        pictures=lambda _: pyvips.Image.new_from_file(str(picture)), method=method_of(Way())
    )
    made = compose(sheet(shown), sources).copy_memory()
    content = shown.content
    for x in range(int(10 * content.x) + 5, int(10 * content.right), 15):
        for y in range(int(10 * content.y) + 5, int(10 * content.bottom), 15):
            assert page(x, y) == pytest.approx(made(x, y), abs=7), (x, y)


LEANING = lean(4.0)


@pytest.mark.parametrize(
    "more",
    [
        {"region": Box(*map(Fraction, (300, 200, 900, 600)))},
        {"region": Box(*map(Fraction, (300, 200, 900, 600))), "lean": LEANING},
        {"region": Box(*map(Fraction, (300, 200, 900, 600))), "lean": LEANING, "turn": 180},
        {"box": mm(11, 8, 12, 8), "padding": "#a04030"},
        {"tone": Tone(grey=False, light=Fraction(1, 2))},
    ],
    ids=["cropped", "leaning", "leaning and turned", "with padding", "lighter"],
)
def test_sides_drawn_out_of_a_large_picture_are_those_of_the_file(
    tmp_path: Path, more: dict[str, Any]
) -> None:
    """Drawn as the picture itself, hundreds of times as long, they were more than a viewer holds, and stayed white."""
    held: dict[str, Any] = {
        "picture": (1500, 1000), "region": Box(*map(Fraction, (0, 0, 1500, 1000))), "turn": 0, "box": mm(8, 6, 18, 12),
        "image": mm(8, 6, 18, 12), "content": mm(4, 3, 29, 20), "rim": EdgeFill("stretch", "#ffffff"),
    }  # fmt: skip
    same_on_both(part(**(held | more)), large(tmp_path), tmp_path)


@pytest.mark.parametrize("times", [2, 20, 100])
@pytest.mark.parametrize("lies", [{}, {"lean": LEANING}, {"turn": 180, "lean": LEANING}], ids=str)
def test_a_small_part_of_a_large_picture_is_seen_on_a_handout(
    tmp_path: Path, times: int, lies: dict[str, Any]
) -> None:
    """The whole of it, so many times as large as the page, is more than a viewer holds."""
    region = Box(*map(Fraction, (700, 300, 1200 / times, 800 / times)))
    box = mm(8, 6, 18, 12)
    seen = part(picture=(1500, 1000), region=region, box=box, image=box, content=box, **({"turn": 0} | lies))  # fmt: skip
    same_on_both(seen, large(tmp_path), tmp_path)


def test_a_lighter_tone_is_as_light_in_pixels_as_on_a_handout(halves: Path, tmp_path: Path) -> None:
    faded = sheet(part(tone=Tone(grey=False, light=Fraction(3, 4))))
    page = drawn(handout_pdf([faded], "Sheet", {0: halves}), tmp_path)
    sources = Sources(
        pictures=lambda _: pyvips.Image.new_from_file(str(halves)), method=method_of(Way())
    )
    made = compose(faded, sources)
    for at in ((240, 120), (100, 120)):
        assert page(*at) == pytest.approx(made(*at), abs=4)
        assert min(made(*at)) > 190


def test_what_a_handout_cannot_show_is_refused(halves: Path) -> None:
    for tone in (Tone(grey=True, light=Fraction(0)), Tone(False, Fraction(0), Fraction(1))):
        with pytest.raises(ValueError, match="in its own tones"):
            handout_pdf([sheet(part(tone=tone))], "Sheet", {0: halves})
