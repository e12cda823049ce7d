"""Delivered files, measured pixel by pixel and by other programs."""

from __future__ import annotations

import shutil
from pathlib import Path
from types import SimpleNamespace

import numpy as np
import pytest

from tests.lengthy import spread
from tests.pictures import chart, noise, pixel, save
from tests.pixels.measure import exif, tiff
from tests.plans import border, wrap
from zollstock.core.documents.plan import Plan, parse_plan
from zollstock.core.reckon import reckon
from zollstock.core.sheet.printsheet import print_sheet
from zollstock.core.work.outcome import work_out
from zollstock.pixels.errors import Cancelled, PictureError, RenderError
from zollstock.pixels.render import render
from zollstock.pixels.vips import pyvips

W, H = 600, 400
SIZE = {"width": "6 in", "height": "4 in"}  # 100 ppi
ENDING = {"tiff": "tif", "jpeg": "jpg", "png": "png"}


def plan(width: int = W, height: int = H, **changes) -> Plan:
    picture = {"width_px": width, "height_px": height} | changes.pop("picture", {})
    return parse_plan({"picture": picture, "target": SIZE} | changes)


def made(tmp_path: Path, wanted: Plan, source: Path | None = None) -> tuple[Path, pyvips.Image]:
    """Render a chart (or `source`) and open the file."""
    if source is None:
        picture = wanted.picture
        source = save(
            chart(picture.width_px, picture.height_px), tmp_path / "source.png", picture.orientation
        )
    out = tmp_path / f"out.{ENDING[wanted.output.format]}"
    render(wanted, source, out)
    assert [path.name for path in tmp_path.glob(".*")] == []
    return out, pyvips.Image.new_from_file(str(out))


EDGES = {
    "none": {"kind": "none"},
    "bleed": {"kind": "bleed", "bleed": "3 mm"},
    "border": border("1 in", "1/2 in", "1 in", "3/4 in"),
    "mat": {"kind": "mat", "opening_width": "3 in", "opening_height": "2 in", "overlap": "4 mm"},
} | {
    f"wrap {fill}": wrap(fill, "1 in", "1/4 in")
    for fill in ("picture", "mirror", "soft-mirror", "stretch", "colour")
}


MODES = {"mode": "keep"}, {"mode": "fixed", "ppi": 73.5}


@pytest.mark.parametrize(("edge", "mode", "kind"), spread(3, EDGES, MODES, ("tiff", "jpeg", "png")))
def test_size_tag_and_profile_are_as_reckoned(
    tmp_path: Path, edge: str, mode: dict, kind: str
) -> None:
    wanted = plan(edge=EDGES[edge], pixels=mode, output={"format": kind})
    figures = {figure.id: figure.value for figure in reckon(wanted).figures}
    out, _ = made(tmp_path, wanted)
    facts = exif(out)
    assert facts["ImageWidth"] == figures["output_width_px"]
    assert facts["ImageHeight"] == figures["output_height_px"]
    assert "sRGB" in facts["ProfileDescription"]
    assert facts.get("Orientation", 1) == 1
    assert "Make" not in facts
    if kind == "png":  # whole pixels a metre
        ppi = facts["PixelsPerUnitX"] * 0.0254
    else:
        ppi = facts["XResolution"]
        assert facts["ResolutionUnit"] == 2
    assert ppi == pytest.approx(figures["output_ppi"], abs=0.02)


def test_kept_pixels_are_the_pictures_own(tmp_path: Path) -> None:
    wanted = plan(target={"width": "4 in", "height": "4 in"}, fit={"anchor": [0.25, 0.5]})
    _, image = made(tmp_path, wanted)
    own = chart(W, H).crop(50, 0, 400, 400)
    assert (image - own).abs().max() == 0


def test_border_and_picture_lie_where_they_should(tmp_path: Path) -> None:
    edge = border("1 in") | {"colour": "#336699"}
    _, image = made(tmp_path, plan(edge=edge, pixels={"mode": "fixed", "ppi": 100}))
    assert (image.width, image.height) == (600, 400)
    for x, y in ((0, 0), (99, 200), (300, 99), (500, 200), (300, 300), (599, 399)):
        assert pixel(image, x, y) == [0x33, 0x66, 0x99]
    for x, y in ((100, 100), (499, 100), (100, 299), (499, 299)):
        assert pixel(image, x, y)[2] == 90


def test_contain_pads_in_its_colour(tmp_path: Path) -> None:
    wanted = plan(
        target={"width": "6 in", "height": "6 in"},
        fit={"mode": "contain", "anchor": [0.5, 0.0], "colour": "#000000"},
    )
    _, image = made(tmp_path, wanted)
    assert (image.width, image.height) == (600, 600)
    assert pixel(image, 300, 0)[2] == 90
    assert pixel(image, 300, 410) == [0, 0, 0]


@pytest.mark.parametrize("orientation", range(1, 9))
def test_orientation_is_baked_in(tmp_path: Path, orientation: int) -> None:
    source = save(chart(W, H), tmp_path / "source.tif", orientation)
    upright = pyvips.Image.new_from_file(str(source)).autorot()
    inches = {"width": f"{upright.width // 100} in", "height": f"{upright.height // 100} in"}
    wanted = plan(picture={"orientation": orientation}, target=inches)
    _, image = made(tmp_path, wanted, source)
    assert (image - upright).abs().max() == 0


@pytest.mark.parametrize(("turn", "corner"), [(90, (0, 255)), (180, (255, 255)), (270, (255, 0))])
def test_the_plans_own_turn_is_clockwise(tmp_path: Path, turn: int, corner: tuple) -> None:
    size = SIZE if turn == 180 else {"width": "4 in", "height": "6 in"}
    _, image = made(tmp_path, plan(fit={"turn": turn}, target=size))
    # The pixel that comes to the top left was at (red, green) of the chart.
    assert pixel(image, 0, 0)[:2] == list(corner)


def test_mirrored_sides_mirror_and_the_face_stays(tmp_path: Path) -> None:
    _, image = made(tmp_path, plan(edge=wrap("mirror", "1/2 in", "1/4 in")))
    face = image.crop(75, 75, W, H)
    assert (face - chart(W, H)).abs().max() == 0
    assert (image.crop(0, 75, 75, H) - face.crop(0, 0, 75, H).fliphor()).abs().max() == 0
    assert (image.crop(75, 75 + H, W, 75) - face.crop(0, H - 75, W, 75).flipver()).abs().max() == 0


def test_soft_mirror_grows_softer_outwards(tmp_path: Path) -> None:
    source = save(noise(W, H), tmp_path / "noise.png")
    wanted = plan(edge=wrap("soft-mirror", "1/2 in", "1/4 in"))
    _, image = made(tmp_path, wanted, source)
    assert (image.crop(75, 75, W, H) - noise(W, H)).abs().max() == 0
    near, far = (image.crop(x, 100, 15, 300)[0].deviate() for x in (58, 2))
    assert far < near * 0.7 < noise(W, H)[0].deviate()


def test_stretched_and_coloured_sides(tmp_path: Path) -> None:
    _, stretched = made(tmp_path, plan(edge=wrap("stretch", "1/2 in", "1/4 in")))
    assert pixel(stretched, 10, 200) == pixel(stretched, 75, 200)
    (tmp_path / "out.tif").unlink()
    _, coloured = made(tmp_path, plan(edge=wrap("colour", "1/2 in", "1/4 in")))
    assert pixel(coloured, 10, 200) == [0x20, 0x40, 0x60]


def test_a_continued_picture_has_no_seam(tmp_path: Path) -> None:
    _, image = made(tmp_path, plan(edge=wrap("picture", "1/2 in", "1/4 in")))
    row = [pixel(image, x, 200)[0] for x in range(0, image.width, 7)]
    assert row == sorted(row)


@pytest.mark.parametrize(("given_bits", "bits"), [(8, 8), (8, 16), (16, 8), (16, 16)])
def test_depth(tmp_path: Path, given_bits: int, bits: int) -> None:
    source = save(chart(W, H, given_bits), tmp_path / "source.tif")
    wanted = plan(output={"bits": bits, "compression": "none"})
    out, image = made(tmp_path, wanted, source)
    facts = tiff(out)
    assert facts["Bits/Sample"] == str(bits)
    assert facts["Compression Scheme"] == "None"
    expected = chart(W, H, bits)
    assert (image - expected).abs().max() <= (0 if given_bits >= bits else 257)


def test_lzw_is_said_to_be_lzw(tmp_path: Path) -> None:
    out, _ = made(tmp_path, plan())
    assert tiff(out)["Compression Scheme"] == "LZW"


def test_the_pictures_own_profile_stays_and_so_do_its_values(tmp_path: Path) -> None:
    source = save(chart(W, H), tmp_path / "source.tif", profile="p3")
    out, image = made(tmp_path, plan(output={"profile": "picture"}), source)
    assert "P3" in exif(out)["ProfileDescription"]
    assert (image - chart(W, H)).abs().max() == 0


def test_other_profiles_are_converted_to_srgb(tmp_path: Path) -> None:
    source = save(chart(W, H), tmp_path / "source.tif", profile="p3")
    out, image = made(tmp_path, plan(), source)
    assert "sRGB" in exif(out)["ProfileDescription"]
    # A wide-gamut red is more than sRGB's: it comes out fuller.
    assert pixel(image, 400, 100)[0] > pixel(chart(W, H), 400, 100)[0] + 3


def test_border_colour_is_converted_into_the_pictures_own_profile(tmp_path: Path) -> None:
    source = save(chart(W, H), tmp_path / "source.tif", profile="p3")
    wanted = plan(output={"profile": "picture"}, edge=border("1 in") | {"colour": "#e02020"})
    out, image = made(tmp_path, wanted, source)
    seen = pyvips.Image.new_from_file(str(out)).icc_transform("srgb", embedded=True)
    for got, wanted_part in zip(pixel(seen, 5, 5), (0xE0, 0x20, 0x20), strict=True):
        assert abs(got - wanted_part) <= 3
    assert pixel(image, 5, 5) != [0xE0, 0x20, 0x20]


def test_grey_stays_grey_on_request(tmp_path: Path) -> None:
    source = save(chart(W, H)[0].copy(interpretation="b-w"), tmp_path / "grey.png")
    wanted = plan(picture={"channels": 1}, output={"profile": "picture", "format": "png"})
    _, image = made(tmp_path, wanted, source)
    assert image.bands == 1
    _, colour = made(tmp_path, plan(picture={"channels": 1}), source)
    assert colour.bands == 3


def test_transparency_becomes_paper(tmp_path: Path) -> None:
    source = save(chart(W, H).bandjoin(0), tmp_path / "clear.png")
    _, image = made(tmp_path, plan(), source)
    assert image.bands == 3 and pixel(image, 300, 200) == [255, 255, 255]


def test_enlarging_keeps_the_picture_in_place(tmp_path: Path) -> None:
    _, image = made(tmp_path, plan(pixels={"mode": "fixed", "ppi": 300}))
    assert (image.width, image.height) == (1800, 1200)
    for x, y in ((900, 600), (300, 900), (1500, 150)):
        seen = pixel(image, x, y)
        assert abs(seen[0] - 255 * x / 1800) <= 2 and abs(seen[1] - 255 * y / 1200) <= 2


def test_marks_stand_in_the_margin_alone(tmp_path: Path) -> None:
    wanted = plan(marks={"margin": "1/2 in", "crop": True, "centre": True})
    _, image = made(tmp_path, wanted)
    assert (image.width, image.height) == (700, 500)
    assert (image.crop(50, 50, W, H) - chart(W, H)).abs().max() == 0
    for stroke in print_sheet(work_out(wanted)).strokes:
        mark = stroke.box
        centre = (mark.x + mark.w / 2, mark.y + mark.h / 2)
        x, y = (int(mm / 25.4 * 100) for mm in map(float, centre))
        assert pixel(image, x, y) == [0, 0, 0]


def test_nothing_is_overwritten_and_nothing_left_behind(tmp_path: Path) -> None:
    source = save(chart(W, H), tmp_path / "source.png")
    out = tmp_path / "out.tif"
    out.write_text("mine")
    with pytest.raises(FileExistsError):
        render(plan(), source, out)
    assert out.read_text() == "mine"


def test_called_off_leaves_nothing(tmp_path: Path) -> None:
    source = save(noise(3000, 2000), tmp_path / "source.png")
    seen: list[int] = []

    def stop_soon(percent: int) -> bool:
        seen.append(percent)
        return percent < 10

    wanted = plan(3000, 2000, pixels={"mode": "fixed", "ppi": 1200})
    with pytest.raises(Cancelled):
        render(wanted, source, tmp_path / "out.tif", stop_soon)
    assert seen and seen == sorted(seen) and seen[-1] < 60
    assert sorted(path.name for path in tmp_path.iterdir()) == ["source.png"]


def test_progress_runs_to_its_end(tmp_path: Path) -> None:
    source = save(noise(1500, 1000), tmp_path / "source.png")
    seen: list[int] = []
    render(plan(1500, 1000), source, tmp_path / "out.tif", lambda p: seen.append(p) or True)
    assert seen == sorted(seen) and seen[-1] > 80


def test_the_last_percents_are_told_while_the_file_is_read_for_its_hash(
    tmp_path: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    """Nothing stands at the end of its way: what is done last has its share of it."""
    monkeypatch.setattr("zollstock.pixels.write._AT_ONCE", 2**16)
    source = save(noise(900, 600), tmp_path / "source.png")
    seen: list[int] = []
    render(plan(900, 600), source, tmp_path / "out.tif", lambda p: seen.append(p) or True)
    assert seen[-1] == 100
    assert {93, 95, 97, 99} <= set(seen)


def test_a_file_can_be_called_off_to_the_last(tmp_path: Path) -> None:
    source = save(noise(900, 600), tmp_path / "source.png")
    with pytest.raises(Cancelled):
        render(plan(900, 600), source, tmp_path / "out.tif", lambda p: p < 100)
    assert sorted(path.name for path in tmp_path.iterdir()) == ["source.png"]


def test_a_cut_off_picture_makes_no_file(tmp_path: Path) -> None:
    source = save(noise(W, H), tmp_path / "source.jpg")
    source.write_bytes(source.read_bytes()[:-9000])
    with pytest.raises((RenderError, PictureError)):
        render(plan(), source, tmp_path / "out.tif")
    assert sorted(path.name for path in tmp_path.iterdir()) == ["source.jpg"]


def test_a_full_disk_is_told_as_one(tmp_path: Path, monkeypatch) -> None:
    source = save(noise(W, H), tmp_path / "source.jpg")
    source.write_bytes(source.read_bytes()[:-9000])  # any fault will do
    monkeypatch.setattr(shutil, "disk_usage", lambda _: SimpleNamespace(free=1000))
    with pytest.raises(RenderError, match="no room left"):
        render(plan(), source, tmp_path / "out.tif")
    assert sorted(path.name for path in tmp_path.iterdir()) == ["source.jpg"]


def test_another_pictures_plan_and_stops_are_refused(tmp_path: Path) -> None:
    source = save(chart(W, H), tmp_path / "source.png")
    with pytest.raises(RenderError, match="another picture"):
        render(plan(601), source, tmp_path / "out.tif")
    with pytest.raises(RenderError, match="8 bits"):
        render(plan(output={"format": "jpeg", "bits": 16}), source, tmp_path / "out.jpg")


def slope(width: int, height: int) -> pyvips.Image:
    at = pyvips.Image.xyz(width, height)
    across, down = at[0] * 255 / (width - 1), at[1] * 255 / (height - 1)
    colours = across.bandjoin([down, across * 0 + 128])
    return colours.cast("uchar").copy(interpretation="srgb")


@pytest.mark.parametrize("sides", [(1, 1), (2, 2), (3, 2), (12, 8)])
def test_a_great_reduction_keeps_the_light_and_its_place(
    tmp_path: Path, sides: tuple[int, int]
) -> None:
    """libvips' own filter ends at some 300 to one: `2 px` from 1200 was a trace."""
    wide, high = sides
    picture = slope(1200, 1200 * high // wide)

    def reduced(name: str, image: pyvips.Image) -> pyvips.Image:
        source = save(image, tmp_path / f"{name}.png")
        document = {
            "picture": {"width_px": image.width, "height_px": image.height},
            "target": {"width": f"{wide} px", "height": f"{high} px"},
        }
        render(parse_plan(document), source, tmp_path / f"{name}-out.png")
        return pyvips.Image.new_from_file(str(tmp_path / f"{name}-out.png"))

    small, mirrored = reduced("a", picture), reduced("b", picture.fliphor())
    assert (small.width, small.height) == sides
    assert float((small.cast("float") - mirrored.fliphor()).abs().max()) <= 1
    for band in range(3):
        light = [srgb_mean(image[band]) for image in (small, picture)]
        assert light[0] == pytest.approx(light[1], abs=0.02)


def srgb_mean(band: pyvips.Image) -> float:
    """The mean of a band in linear light, 0 to 1, reckoned here and not by what is tested."""
    values = np.ndarray((band.height, band.width), np.uint8, band.write_to_memory()) / 255
    return float(
        np.where(values <= 0.04045, values / 12.92, ((values + 0.055) / 1.055) ** 2.4).mean()
    )


@pytest.mark.parametrize(("side", "is_made"), [(65_500, True), (65_501, False)])
def test_a_jpeg_is_as_long_as_its_library_writes_one(
    tmp_path: Path, side: int, is_made: bool
) -> None:
    wanted = plan(
        400, 2, target={"width": f"{side} px", "height": "3 px"}, output={"format": "jpeg"}
    )
    if not is_made:
        with pytest.raises(RenderError, match="holds 65\u202f500 px a side"):
            made(tmp_path, wanted)
        assert not (tmp_path / "out.jpg").exists()
        return
    _, image = made(tmp_path, wanted)
    assert (image.width, image.height) == (side, 3)
