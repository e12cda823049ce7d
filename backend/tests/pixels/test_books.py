"""Books as files, measured by other programs: boxes, pictures over the gutter, fonts, spine, booklets."""

from __future__ import annotations

import io
import subprocess
from pathlib import Path
from typing import Any

import numpy as np
import pikepdf
import pytest
from PIL import Image

from tests.layouts import book, book_box, plate
from zollstock.core.layouts.request import LayoutRequest
from zollstock.pixels.layouts import render_layout

SMALL = {"width": "10 cm", "height": "8 cm"}
PPI = 100.0
#: PDF points of a mm.
POINTS = 72 / 25.4


@pytest.fixture(scope="module")
def picture(tmp_path_factory: pytest.TempPathFactory) -> Path:
    """Every column another colour than those beside it."""
    wide, high = 1200, 500
    image = np.random.default_rng(7).integers(0, 200, (high, wide, 3)).astype(np.uint8)
    image[:] = image[:1]
    path = tmp_path_factory.mktemp("book") / "columns.png"
    Image.fromarray(image).save(path)
    return path


def small_book(boxes: list[dict[str, Any]], first: int = 2, **changes: Any) -> LayoutRequest:
    plan = plate(1200, 500, "Columns") | {"output": {"format": "pdf"}}
    wanted: dict[str, Any] = {"pages": 8, "page": SMALL, "ppi": PPI, "plans": [plan]}
    return book(**(wanted | {"spreads": [{"from": first, "boxes": boxes}]} | changes))


def made(layout: LayoutRequest, picture: Path, out: Path) -> Path:
    render_layout(layout, [picture] * len(layout.plans), out)
    return out


def pixels(page: pikepdf.Page) -> np.ndarray[Any, Any]:
    (name,) = [name for name in page.images if name == "/Picture"]
    image = pikepdf.PdfImage(page.images[name]).as_pil_image()
    return np.asarray(image.convert("RGB"), np.int16)


def printed(command: str, *arguments: str | Path) -> str:
    return subprocess.run([command, *map(str, arguments)], check=True, capture_output=True, text=True).stdout  # fmt: skip


@pytest.mark.parametrize("bleed", ["3 mm", "1/8 in", "0 mm"])
def test_boxes_of_pages_and_spreads_to_a_hundredth_of_a_millimetre(
    picture: Path, tmp_path: Path, bleed: str
) -> None:
    boxes = [book_box(0, "1 cm", "1 cm", "8 cm", "4 cm")]
    mm = {"3 mm": 3.0, "1/8 in": 3.175, "0 mm": 0.0}[bleed]
    for files, wide in (("pages", 100.0), ("spreads", 200.0)):
        out = made(small_book(boxes, bleed=bleed, files=files), picture, tmp_path / f"{files}.pdf")
        with pikepdf.open(out) as document:
            page = document.pages[1]
            media, trim, bled = (
                [float(value) / POINTS for value in box]
                for box in (page.MediaBox, page.TrimBox, page.BleedBox)
            )
        assert media == pytest.approx([0, 0, wide + 2 * mm, 80 + 2 * mm], abs=0.01)
        assert trim == pytest.approx([mm, mm, mm + wide, mm + 80], abs=0.01)
        assert bled == pytest.approx(media, abs=0.01)
        (size,) = [line for line in printed("pdfinfo", "-f", "2", "-l", "2", out).splitlines() if "size:" in line and "Page" in line]  # fmt: skip
        assert float(size.split(":")[1].split()[0]) == pytest.approx(media[2] * POINTS, abs=0.01)


@pytest.mark.parametrize("left", ["0 mm", "1.3 cm", "17.37 mm"])
def test_a_picture_over_the_gutter_joins_column_for_column(
    picture: Path, tmp_path: Path, left: str
) -> None:
    """What is left of the cut on one page and right of it on the other is the picture as it is on the spread."""
    boxes = [book_box(0, left, "1 cm", "16 cm", "5 cm")]
    pages = made(small_book(boxes), picture, tmp_path / "pages.pdf")
    spreads = made(small_book(boxes, files="spreads"), picture, tmp_path / "spreads.pdf")
    with pikepdf.open(pages) as document, pikepdf.open(spreads) as other:
        one, two = (pixels(document.pages[number]) for number in (1, 2))
        whole = pixels(other.pages[1])
    # The trim of a page of 100 mm with 3 mm of bleed, at 100 ppi.
    inner, outer = round(103 / 25.4 * 100), round(3 / 25.4 * 100)
    joined = np.hstack([one[:, :inner], two[:, outer:]])
    assert np.array_equal(columns_in(joined), columns_in(whole))
    # Nor is one of them there twice: the cut goes between two of its own.
    wide = 163 if left == "0 mm" else 160
    assert len(columns_in(whole)) == pytest.approx(wide / 25.4 * 100, abs=1)


def columns_in(page: np.ndarray[Any, Any]) -> np.ndarray[Any, Any]:
    """The picture's pixels in the middle row of a page, from its first to its last."""
    row: np.ndarray[Any, Any] = page[page.shape[0] // 2]
    inked = np.flatnonzero((row < 250).any(axis=1))
    return row[inked[0] : inked[-1] + 1]


def test_a_box_at_the_trim_fills_the_bleed_and_one_beside_it_does_not(
    picture: Path, tmp_path: Path
) -> None:
    boxes = [book_box(0, "0 mm", "0 mm", "10 cm", "4 cm")]
    out = made(small_book(boxes), picture, tmp_path / "b.pdf")
    with pikepdf.open(out) as document:
        page, other = pixels(document.pages[1]), pixels(document.pages[2])
    assert (page[2, :-13] != 255).any(axis=1).all()
    # At the spine is no trim: the picture ends there, and nothing of it lies on the other page.
    assert (page[2, -8:] == 255).all() and (other == 255).all()


def test_a_page_is_as_fine_as_promised(picture: Path, tmp_path: Path) -> None:
    boxes = [book_box(0, "1 cm", "1 cm", "8 cm", "4 cm")]
    for ppi in (72.0, 150.0):
        out = made(small_book(boxes, ppi=ppi), picture, tmp_path / f"{ppi}.pdf")
        listed = printed("pdfimages", "-list", "-f", "2", "-l", "2", out).splitlines()[2].split()
        assert float(listed[12]) == pytest.approx(ppi, abs=1)


def test_text_is_real_and_its_fonts_are_embedded(picture: Path, tmp_path: Path) -> None:
    boxes = [
        book_box(0, "1 cm", "1 cm", "8 cm", "3 cm"),
        book_box(None, "1 cm", "5.5 cm", "8 cm", "2 cm", text="Fog over\nthe pans"),
    ]
    layout = small_book(boxes, numbers=True, captions=True, title_page=True)
    out = made(layout, picture, tmp_path / "t.pdf")
    said = printed("pdftotext", "-f", "1", "-l", "2", out, "-")
    assert all(word in said for word in ("Catalogue", "Fog over", "the pans", "Columns", "2"))
    fonts = printed("pdffonts", out).splitlines()[2:]
    assert fonts and all("Barlow" in line and line.split()[-5] == "yes" for line in fonts)


@pytest.mark.parametrize(("pages", "spine"), [(24, 7.4), (200, 25.0)])
def test_the_cover_is_a_file_of_its_own_with_its_spine(
    picture: Path, tmp_path: Path, pages: int, spine: float
) -> None:
    cover = {"board": "2.5 mm", "overhang": "3 mm", "hinge": "8 mm", "wrap": "15 mm"}
    layout = small_book([], pages=pages, cover=cover, paper={"thickness": "0.2 mm"}, ppi=50.0, outside={"plan": 0})  # fmt: skip
    made(layout, picture, tmp_path / "book.pdf")
    with pikepdf.open(tmp_path / "book.pdf") as document:
        assert len(document.pages) == pages
    with pikepdf.open(tmp_path / "book-cover.pdf") as document:
        (page,) = document.pages
        media = [float(value) / POINTS for value in page.MediaBox]
        trim = [float(value) / POINTS for value in page.TrimBox]
        image = pixels(page)
    assert media[2:] == pytest.approx([2 * 103 + spine + 30, 80 + 6 + 30], abs=0.01)
    assert trim == pytest.approx([15, 15, media[2] - 15, media[3] - 15], abs=0.01)
    # The front begins behind the spine.
    begins = int(np.argmax((image[image.shape[0] // 2] != 255).any(axis=1)))
    assert begins == pytest.approx((15 + 103 + spine) / 25.4 * 50, abs=1)
    assert "Catalogue" in printed("pdftotext", tmp_path / "book-cover.pdf", "-")


def test_words_on_a_spine_read_downwards_in_rasters_as_in_a_pdf(
    picture: Path, tmp_path: Path
) -> None:
    cover = {"board": "2.5 mm", "overhang": "3 mm", "hinge": "8 mm", "wrap": "15 mm"}
    boxes = [book_box(0, "1 cm", "1 cm", "2 cm", "1 cm")]
    layout = small_book(boxes, pages=200, cover=cover, ppi=72.0, outside={"words": "", "spine": "TIDE"}, marks=False)  # fmt: skip
    made(layout, picture, tmp_path / "v.pdf")
    drawn = subprocess.run(
        ["pdftoppm", "-r", "72", "-gray", "-png", tmp_path / "v-cover.pdf"],
        check=True, capture_output=True,
    ).stdout  # fmt: skip
    vector = np.asarray(Image.open(io.BytesIO(drawn)).convert("L"), np.float32)
    plan = layout.plans[0].model_copy(update={"output": layout.plans[0].output.model_copy(update={"format": "png"})})  # fmt: skip
    made(layout.model_copy(update={"plans": [plan]}), picture, tmp_path / "rasters")
    (file,) = (tmp_path / "rasters").glob("*cover*")
    raster = np.asarray(Image.open(file).convert("L"), np.float32)
    ink, same = 255 - vector, 255 - raster[: vector.shape[0], : vector.shape[1]]
    assert ink.sum() > 1000
    for axis in (0, 1):
        along = [np.average(np.arange(one.shape[axis]), weights=one.sum(axis=1 - axis)) for one in (ink, same)]  # fmt: skip
        assert along[0] == pytest.approx(along[1], abs=0.7)
    # Downwards: longer down than across.
    rows, columns = np.nonzero(same > 60)
    assert np.ptp(rows) > 2 * np.ptp(columns)


def test_pages_as_jpegs(picture: Path, tmp_path: Path) -> None:
    boxes = [book_box(0, "1 cm", "1 cm", "8 cm", "4 cm")]
    plan = plate(1200, 500) | {"output": {"format": "jpeg"}}
    made(small_book(boxes, plans=[plan]), picture, tmp_path / "pages")
    names = sorted(file.name for file in (tmp_path / "pages").iterdir())
    assert len(names) == 9
    with Image.open(tmp_path / "pages" / next(name for name in names if "page-2" in name)) as page:
        assert page.size == (round(106 / 25.4 * 100), round(86 / 25.4 * 100))
        assert page.info["dpi"][0] == pytest.approx(100, abs=0.1)


def test_a_booklet_prints_both_sides_and_its_pictures_meet_at_the_fold(
    picture: Path, tmp_path: Path
) -> None:
    boxes = [book_box(0, "2 cm", "1 cm", "16 cm", "5 cm")]
    layout = small_book(boxes, 4, binding="stapled", files="booklet", marks=False, paper={"thickness": "0 mm"},
                        sheet={"width": "210 mm", "height": "297 mm"})  # fmt: skip
    out = made(layout, picture, tmp_path / "booklet.pdf")
    with pikepdf.open(out) as document:
        # Two sheets of two sides; pages 4 and 5 lie side by side in the middle of the booklet.
        assert len(document.pages) == 4
        inner = pixels(document.pages[3])
        assert [float(v) / POINTS for v in document.pages[0].MediaBox][2:] == pytest.approx(
            [297, 210], abs=0.01
        )
    spreads = made(small_book(boxes, 4, files="spreads"), picture, tmp_path / "spreads.pdf")
    with pikepdf.open(spreads) as document:
        assert np.array_equal(columns_in(inner), columns_in(pixels(document.pages[2])))


def test_a_book_that_exists_is_left_as_it_is(picture: Path, tmp_path: Path) -> None:
    boxes = [book_box(0, "1 cm", "1 cm", "8 cm", "4 cm")]
    (tmp_path / "book-cover.pdf").write_bytes(b"mine")
    with pytest.raises(FileExistsError):
        made(small_book(boxes), picture, tmp_path / "book.pdf")
    assert not (tmp_path / "book.pdf").exists()
    assert (tmp_path / "book-cover.pdf").read_bytes() == b"mine"
