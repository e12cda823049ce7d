"""PDFs, measured by other programs: boxes, profile, pixels, marks and letters where they belong."""

from __future__ import annotations

import re
import subprocess
from pathlib import Path
from typing import Any

import numpy
import pikepdf
import pytest
from PIL import ImageFont

from tests.pictures import chart, save
from tests.plans import border, wrap
from zollstock.core.documents.plan import Plan, parse_plan
from zollstock.core.letters import FILES
from zollstock.core.reckon import reckon
from zollstock.core.sheet.printsheet import print_sheet
from zollstock.core.work.outcome import work_out
from zollstock.pixels import profiles
from zollstock.pixels.errors import Cancelled, RenderError
from zollstock.pixels.render import composed, render
from zollstock.pixels.vips import pyvips

W, H = 600, 400
MM = 72 / 25.4
#: A page rendered at so many ppi shows a tenth of a millimetre as two pixels and more.
FINE = 600
CAPTION = {"text": "Hill", "height": "6 mm", "offset": "8 mm", "align": "left", "colour": "#000000"}
MARKS = {"margin": "10 mm", "crop": True, "centre": True, "fold": True}
EDGES: dict[str, dict[str, Any]] = {
    "none": {"kind": "none"},
    "border": border("20 mm", "20 mm", "20 mm", "30 mm")
    | {"keyline": {"gap": "3 mm", "width": "0.6 mm"}, "caption": CAPTION},
    "mat": {"kind": "mat", "opening_width": "80 mm", "opening_height": "50 mm", "reveal": "5 mm"},
    "bleed": {"kind": "bleed", "bleed": "3 mm", "left": "0 mm", "fill": "mirror"},
    "wrap": wrap("mirror", "12 mm", "6 mm") | {"give": {"x": 0.02, "y": 0.01}},
}


def plan(edge: str, **changes: Any) -> Plan:
    return parse_plan({"title": "Fog", "picture": {"width_px": W, "height_px": H},
                       "target": {"width": "120 mm", "height": "90 mm"}, "edge": EDGES[edge],
                       "marks": MARKS, "output": {"format": "pdf"}} | changes)  # fmt: skip


@pytest.fixture(scope="module")
def source(tmp_path_factory) -> Path:
    return save(chart(W, H), tmp_path_factory.mktemp("pdf") / "chart.png")


def made(folder: Path, wanted: Plan, source: Path) -> Path:
    out = folder / "out.pdf"
    render(wanted, source, out)
    assert [path.name for path in folder.iterdir()] == ["out.pdf"]
    return out


def boxes(path: Path) -> dict[str, list[float]]:
    """pdfinfo's boxes, mm from the page's top left: x, y, width, height."""
    said = subprocess.run(["pdfinfo", "-box", path], capture_output=True, text=True, check=True)
    found = {
        name: [float(value) / MM for value in values.split()]
        for name, values in re.findall(r"^(\w+Box):\s+(.+)$", said.stdout, re.M)
    }
    high = found["MediaBox"][3]
    return {name: [x, high - top, right - x, top - y] for name, (x, y, right, top) in found.items()}


def seen(path: Path, ppi: int = FINE) -> numpy.ndarray:
    """The page as pdftoppm draws it, rows × columns × 3."""
    subprocess.run(
        ["pdftoppm", "-png", "-r", str(ppi), "-singlefile", path, path.with_suffix("")], check=True
    )
    return pyvips.Image.new_from_file(str(path.with_suffix(".png"))).numpy()


@pytest.mark.parametrize("edge", EDGES)
def test_the_boxes_are_those_of_the_reckoning(tmp_path: Path, source: Path, edge: str) -> None:
    wanted = plan(edge)
    told, reckoned = boxes(made(tmp_path, wanted, source)), reckon(wanted).boxes
    x, y, w, h = reckoned.document
    assert told["MediaBox"] == pytest.approx(reckoned.document, abs=0.01)
    assert told["TrimBox"] == pytest.approx(reckoned.trim, abs=0.01)
    assert told["BleedBox"] == pytest.approx((x + 10, y + 10, w - 20, h - 20), abs=0.01)


def test_profile_intent_title_and_fonts_are_inside(tmp_path: Path, source: Path) -> None:
    out = made(tmp_path, plan("border"), source)
    with pikepdf.open(out) as document:
        page = document.pages[0]
        picture = page.Resources.XObject.Picture
        assert picture.ColorSpace[0] == "/ICCBased" and picture.ColorSpace[1].N == 3
        assert document.Root.OutputIntents[0].DestOutputProfile.read_bytes() == profiles.srgb()
        with document.open_metadata() as said:
            assert said["dc:title"] == "Fog"
        assert document.check_pdf_syntax() == []
    fonts = subprocess.run(["pdffonts", out], capture_output=True, text=True, check=True).stdout
    (line,) = fonts.splitlines()[2:]
    assert "Barlow" in line and line.split()[3:6] == ["yes", "yes", "yes"]  # all embedded


@pytest.mark.parametrize("bits", [8, 16])
def test_the_pixels_are_those_of_a_tiff(tmp_path: Path, bits: int) -> None:
    """Every one of them, as many bits as they have."""
    source = save(chart(W, H, bits), tmp_path / "chart.png")
    (folder := tmp_path / "out").mkdir()
    wanted = plan("bleed", output={"format": "pdf", "bits": bits})
    with pikepdf.open(made(folder, wanted, source)) as document:
        picture = document.pages[0].Resources.XObject.Picture
        held = numpy.frombuffer(picture.read_bytes(), ">u2" if bits == 16 else "u1")
        held = held.reshape(int(picture.Height), int(picture.Width), 3)
    image = composed(work_out(wanted), source, ink=False)
    assert held.shape[:2] == (image.height, image.width)
    assert (held == image.numpy()).all()


def test_a_page_can_hold_a_jpeg_and_a_grey_picture(tmp_path: Path) -> None:
    grey = save(chart(W, H)[0].copy(interpretation="b-w"), tmp_path / "grey.png")
    (folder := tmp_path / "out").mkdir()
    wanted = plan("border", picture={"width_px": W, "height_px": H, "channels": 1},
                  output={"format": "pdf", "picture": "jpeg", "profile": "picture"})  # fmt: skip
    out = made(folder, wanted, grey)
    listed = subprocess.run(["pdfimages", "-list", out], capture_output=True, text=True, check=True)
    kind, width, height, colour, parts, bits, encoded = listed.stdout.splitlines()[2].split()[2:9]
    assert (kind, colour, parts, bits, encoded) == ("image", "icc", "1", "8", "jpeg")
    work = work_out(wanted)
    assert (int(width), int(height)) == (work.output_w, work.output_h)


def test_marks_keyline_and_letters_lie_where_they_were_reckoned(
    tmp_path: Path, source: Path
) -> None:
    wanted = plan("border")
    page, sheet = seen(made(tmp_path, wanted, source)), print_sheet(work_out(wanted))
    dark = page.max(axis=2) < 128
    per_mm = FINE / 25.4
    for stroke in sheet.strokes:
        x, y, w, h = stroke.box.as_floats()
        upright = h > w
        along = (y + h / 2) if upright else (x + w / 2)
        row = dark[round(along * per_mm)] if upright else dark[:, round(along * per_mm)]
        at, wide = (x, w) if upright else (y, h)
        inked = numpy.flatnonzero(row[round((at - 1) * per_mm) : round((at + wide + 1) * per_mm)])
        begin = round((at - 1) * per_mm)
        assert (inked[0] + begin) / per_mm == pytest.approx(at, abs=0.1)
        assert (inked[-1] + 1 + begin) / per_mm == pytest.approx(at + wide, abs=0.1)
    assert_letters(dark, sheet, per_mm)


def test_letters_in_pixels_lie_there_too(tmp_path: Path, source: Path) -> None:
    wanted = plan("border", output={"format": "tiff"}, pixels={"mode": "fixed", "ppi": FINE})
    out = tmp_path / "out.tif"
    render(wanted, source, out)
    dark = pyvips.Image.new_from_file(str(out)).numpy().max(axis=2) < 128
    assert_letters(dark, print_sheet(work_out(wanted)), FINE / 25.4)


def assert_letters(dark: numpy.ndarray, sheet: Any, per_mm: float) -> None:
    """“Hill”: an H as high as the capitals, whose stem begins a known bit after the text does."""
    (label,) = sheet.labels
    x, base, height = float(label.at[0]), float(label.at[1]), float(label.height)
    top, left = round((base - height - 1) * per_mm), round((x - 1) * per_mm)
    patch = dark[top : round((base + 1) * per_mm), left : round((x + height * 0.8) * per_mm)]
    rows, columns = numpy.flatnonzero(patch.any(axis=1)), numpy.flatnonzero(patch.any(axis=0))
    assert (rows[0] + top) / per_mm == pytest.approx(base - height, abs=0.1)
    assert (rows[-1] + 1 + top) / per_mm == pytest.approx(base, abs=0.1)
    font = ImageFont.truetype(str(FILES["text"]), 1000, layout_engine=ImageFont.Layout.BASIC)
    stem = font.getmask("H").getbbox()[0] / 700 * height  # the white at the left of the H
    assert (columns[0] + left) / per_mm == pytest.approx(x + stem, abs=0.1)


def test_a_page_longer_than_five_metres_counts_in_larger_units(
    tmp_path: Path, source: Path
) -> None:
    wanted = plan("none", target={"width": "9 m", "height": "6 m"}, marks={"margin": "0 mm"})
    with pikepdf.open(made(tmp_path, wanted, source)) as document:
        page = document.pages[0]
        assert page.UserUnit == 2
        sides = [float(side) * 2 / MM for side in page.MediaBox[2:]]
    assert sides == pytest.approx([9000, 6000], abs=0.01)


def test_an_order_that_is_called_off_leaves_nothing(tmp_path: Path, source: Path) -> None:
    wanted = plan("border", pixels={"mode": "fixed", "ppi": 1200})
    with pytest.raises(Cancelled):
        render(wanted, source, tmp_path / "out.pdf", lambda per_cent: False)
    assert list(tmp_path.iterdir()) == []


def test_sixteen_bits_are_no_jpeg(tmp_path: Path, source: Path) -> None:
    wanted = plan("none", output={"format": "pdf", "picture": "jpeg", "bits": 16})
    (stop,) = (finding for finding in reckon(wanted).findings if finding.level == "stop")
    assert stop.fix == {"output.picture": "lossless"}
    with pytest.raises(RenderError, match="8 bits"):
        render(wanted, source, tmp_path / "out.pdf")


def test_no_conformance_is_claimed_that_nobody_has_checked(tmp_path: Path) -> None:
    """With bleed, too, the file says what its colours are meant for, and not that it is PDF/X or PDF/A."""
    source = save(chart(300, 200), tmp_path / "a.png")
    wanted = parse_plan(
        {
            "picture": {"width_px": 300, "height_px": 200},
            "target": {"width": "30 cm", "height": "20 cm"},
            "edge": {"kind": "bleed", "bleed": "3 mm"},
            "output": {"format": "pdf"},
        }
    )
    render(wanted, source, tmp_path / "a.pdf")
    with pikepdf.open(tmp_path / "a.pdf") as made, made.open_metadata() as said:
        assert said.pdfa_status == "" and said.pdfx_status == ""
        assert "/GTS_PDFXVersion" not in made.docinfo
        assert {str(one.S) for one in made.Root.OutputIntents} == {"/GTS_PDFA1"}
