"""One, three or four channels: every sheet is composed, painted and written alike; measured by other programs."""

from __future__ import annotations

import subprocess
from pathlib import Path
from typing import Any

import numpy
import pikepdf
import pytest

from tests.pictures import chart
from tests.pixels.measure import tiff
from tests.plans import border, wrap
from zollstock.core.documents.plan import Plan, parse_plan
from zollstock.core.ground.rational import Fraction
from zollstock.core.parts.file import OutputSpec
from zollstock.core.rules.fileformats import FILE_FORMATS
from zollstock.core.sheet.printsheet import print_sheet
from zollstock.core.sheet.sheets import Tone
from zollstock.core.work.outcome import work_out
from zollstock.pixels import profiles
from zollstock.pixels.channels import CHANNELS, CMYK, FULL, channels_of
from zollstock.pixels.colour import Paint
from zollstock.pixels.compose import Sources, compose
from zollstock.pixels.methods import Way, method_of
from zollstock.pixels.page import Page
from zollstock.pixels.tone import in_linear_light
from zollstock.pixels.tracing import toned
from zollstock.pixels.vips import pyvips
from zollstock.pixels.write import write

W, H = 240, 160
CAPTION = {"text": "Hill", "height": "6 mm", "offset": "6 mm", "colour": "#000000"}
EDGES = {
    "border": border("20 mm") | {"keyline": {"gap": "3 mm", "width": "0.6 mm"}, "caption": CAPTION},
    "soft mirror": wrap("soft-mirror", "12 mm", "6 mm"),
    "mirror": wrap("mirror", "12 mm", "6 mm"),
}
WAYS = {
    "kept": {},
    "careful": {"mode": "fixed", "ppi": 150, "denoise": 0.3},
    "lanczos": {"mode": "fixed", "ppi": 150, "method": "lanczos"},
    "reduced": {"mode": "fixed", "ppi": 30},
}


def picture(count: int, bits: int = 8) -> pyvips.Image:
    """A chart in so many channels, with a profile for them."""
    of_light = profiles.tagged(chart(W, H, bits), profiles.srgb())
    if count == 1:
        return profiles.tagged(CHANNELS[1].named(of_light[0]), profiles.grey())
    if count == 3:
        return of_light
    of_ink = of_light.icc_transform("cmyk", embedded=True, depth=bits, intent="relative")
    assert (of_ink.bands, of_ink.interpretation) == (4, "cmyk")
    return profiles.tagged(of_ink, profiles.general_press())


def plan(edge: str = "border", way: str = "kept", **output: Any) -> Plan:
    return parse_plan({"picture": {"width_px": W, "height_px": H}, "edge": EDGES[edge],
                       "target": {"width": "120 mm", "height": "80 mm"}, "pixels": WAYS[way],
                       "output": output})  # fmt: skip


def composed(wanted: Plan, count: int, bits: int = 8, ink: bool = True) -> pyvips.Image:
    work = work_out(wanted)
    way = Way(wanted.pixels.method, denoise=wanted.pixels.denoise, sigma=2.0)
    source = picture(count, bits)
    return compose(print_sheet(work), Sources(lambda _: source, method_of(way)), ink)


@pytest.mark.parametrize("bits", [8, 16])
@pytest.mark.parametrize("way", WAYS)
@pytest.mark.parametrize("edge", EDGES)
def test_inks_are_composed_as_light_is(edge: str, way: str, bits: int) -> None:
    """Seen through its profile the sheet in ink is the sheet in light, as far as a press can show it."""
    wanted = plan(edge, way)
    ink, light = composed(wanted, 4, bits), composed(wanted, 3, bits)
    assert (ink.bands, ink.format, ink.interpretation) == (4, light.format, "cmyk")
    seen = ink.icc_transform("srgb", embedded=True, depth=8, intent="relative")
    pressed = light.icc_transform("cmyk", embedded=True, depth=bits, intent="relative")
    pressed = pressed.icc_transform("srgb", embedded=True, depth=8, intent="relative")
    assert float((seen.cast("float") - pressed).abs().avg()) < 3


@pytest.mark.parametrize("bits", [8, 16])
def test_white_stays_paper_and_black_is_black_ink_alone(bits: int) -> None:
    source = picture(4, bits)
    paint, full = Paint(source), FULL[source.format]
    assert paint("#ffffff") == [0, 0, 0, 0]
    assert paint("#000000") == [0, 0, 0, full]
    assert sum(paint("#204060")[:3]) > full / 2
    sheet = composed(plan(), 4, bits)
    assert sheet(2, 2) == [0, 0, 0, 0]
    darkest = numpy.asarray(sheet.numpy()).reshape(-1, 4)
    assert ((darkest == [0, 0, 0, full]).all(axis=1)).any()


@pytest.mark.parametrize("count", CHANNELS)
def test_to_trace_from_has_no_colour_and_is_as_light_as_before(count: int) -> None:
    source = picture(count)
    paper = Paint(source)("#ffffff")
    traced = toned(source, Tone(True, Fraction(0)), paper)
    assert (traced.bands, traced.interpretation) == (source.bands, source.interpretation)
    seen = traced.icc_transform("srgb", embedded=True, depth=8, intent="relative").cast("float")
    assert float((seen[0] - seen[1]).abs().max()) < 12  # as even as the press' own greys
    light = toned(source, Tone(True, Fraction(1)), paper)
    assert light(W // 2, H // 2) == paper


@pytest.mark.parametrize("bits", [8, 16])
def test_areas_of_ink_average_as_they_are(bits: int) -> None:
    full = 255 if bits == 8 else 65535
    halves = pyvips.Image.black(2, 1, bands=4).linear(0, 0).cast("uchar" if bits == 8 else "ushort")
    halves = halves.draw_rect([full, 0, 0, full], 0, 0, 1, 1, fill=True).copy(interpretation="cmyk")
    mean = in_linear_light(halves, lambda light: light.shrink(2, 1))
    assert mean(0, 0) == pytest.approx([full / 2, 0, 0, full / 2], abs=1)


@pytest.mark.parametrize("bits", [8, 16])
@pytest.mark.parametrize("count", CHANNELS)
def test_a_tiff_holds_all_of_them(tmp_path: Path, count: int, bits: int) -> None:
    wanted = plan(format="tiff", bits=bits)
    image = composed(wanted, count, bits)
    out = tmp_path / "sheet.tif"
    write([Page(image, print_sheet(work_out(wanted)))], wanted.output, out)
    said = tiff(out)
    kinds = {1: "min-is-black", 3: "RGB color", 4: "separated"}
    assert said["Photometric Interpretation"] == kinds[count]
    assert (said["Samples/Pixel"], said["Bits/Sample"]) == (str(count), str(bits))
    again = pyvips.Image.new_from_file(str(out))
    assert (again.numpy() == image.numpy()).all()
    assert profiles.own(again) == profiles.own(image)


def written(tmp_path: Path, count: int, **output: Any) -> tuple[Path, pyvips.Image]:
    wanted = plan(**output)
    image = composed(wanted, count, wanted.output.bits, ink=False)
    out = tmp_path / "sheet.pdf"
    write([Page(image, print_sheet(work_out(wanted)))], wanted.output, out)
    return out, image


@pytest.mark.parametrize("bits", [8, 16])
@pytest.mark.parametrize("count", CHANNELS)
def test_a_pdf_holds_all_of_them_as_they_are(tmp_path: Path, count: int, bits: int) -> None:
    out, image = written(tmp_path, count, format="pdf", bits=bits)
    with pikepdf.open(out) as document:
        held = document.pages[0].Resources.XObject.Picture
        space = held.ColorSpace[1]
        assert (space.N, space.Alternate) == (count, channels_of(image).device)
        assert document.Root.OutputIntents[0].DestOutputProfile.read_bytes() == profiles.own(image)
        values = numpy.frombuffer(held.read_bytes(), ">u2" if bits == 16 else "u1")
        assert (values.reshape(image.numpy().shape) == image.numpy()).all()
        assert document.check_pdf_syntax() == []


@pytest.mark.parametrize("coded", ["lossless", "jpeg"])
def test_a_pdf_in_ink_looks_as_it_is_and_its_letters_are_black_ink(
    tmp_path: Path, coded: str
) -> None:
    out, image = written(tmp_path, 4, format="pdf", picture=coded)
    subprocess.run(
        ["pdftoppm", "-png", "-r", "150", "-singlefile", out, out.with_suffix("")], check=True
    )
    seen = pyvips.Image.new_from_file(str(out.with_suffix(".png")))
    shown = image.icc_transform("srgb", embedded=True, depth=8, intent="relative")
    small = shown.thumbnail_image(60, height=40, size="force")
    again = seen.thumbnail_image(60, height=40, size="force")
    assert (
        float((small.cast("float") - again).abs().avg()) < 12
    )  # turned round it would be far over 100
    with pikepdf.open(out) as document:
        drawn = b"".join(
            each.read_bytes() for each in document.pages[0].Resources.XObject.values()
            if each.Subtype == "/Form"
        )  # fmt: skip
    assert b"0 0 0 1 k" in drawn and b" rg" not in drawn


def test_a_format_says_how_many_it_holds() -> None:
    assert {one.id: one.channels for one in FILE_FORMATS.values()} == {
        "tiff": (1, 3, 4), "jpeg": (1, 3, 4), "png": (1, 3), "pdf": (1, 3, 4),
    }  # fmt: skip
    assert CMYK.count not in FILE_FORMATS["png"].channels


def test_a_jpeg_holds_inks(tmp_path: Path) -> None:
    image = composed(plan(format="jpeg"), 4)
    out = tmp_path / "sheet.jpg"
    write([Page(image, print_sheet(work_out(plan())))], OutputSpec(format="jpeg"), out)
    again = pyvips.Image.new_from_file(str(out))
    assert (again.bands, again.interpretation) == (4, "cmyk")
    assert float((again.cast("float") - image).abs().avg()) < 3
