"""Facts of files, and files that are not what they say."""

from __future__ import annotations

import struct
import subprocess
import zipfile
from pathlib import Path

import pytest
from PIL import Image

from tests.pictures import bomb, chart, noise, save
from zollstock.pixels.errors import PictureError
from zollstock.pixels.inspect import inspect
from zollstock.pixels.previews import LIST_PX, LONG_PX, make_preview, make_previews
from zollstock.pixels.vips import pyvips


@pytest.mark.parametrize(
    ("name", "kind", "bits"),
    [("a.jpg", "JPEG", 8), ("a.tif", "TIFF", 8), ("b.tif", "TIFF", 16), ("a.png", "PNG", 8),
     ("b.png", "PNG", 16), ("a.webp", "WebP", 8)],
)  # fmt: skip
def test_facts(tmp_path: Path, name: str, kind: str, bits: int) -> None:
    facts = inspect(save(chart(120, 80, bits), tmp_path / name))
    assert (facts.format, facts.width_px, facts.height_px) == (kind, 120, 80)
    assert (facts.bits, facts.channels, facts.orientation) == (bits, 3, 1)


def test_camera_profile_tag_and_orientation(tmp_path: Path) -> None:
    image = chart(120, 80).copy(xres=72 / 25.4, yres=72 / 25.4)
    image.set_type(pyvips.GValue.gstr_type, "exif-ifd0-Make", "Brinemark")
    image.set_type(pyvips.GValue.gstr_type, "exif-ifd0-Model", "F4")
    image.set_type(pyvips.GValue.gstr_type, "exif-ifd2-DateTimeOriginal", "2026:03:01 06:12:00")
    facts = inspect(save(image, tmp_path / "a.jpg", 6, profile="p3"))
    assert facts.camera == "Brinemark F4"
    assert facts.taken.startswith("2026:03:01")
    assert facts.ppi_tag == pytest.approx(72, abs=0.1)
    assert facts.orientation == 6 and facts.upright == (80, 120)
    assert "P3" in facts.profile


def test_grey_and_alpha_are_counted(tmp_path: Path) -> None:
    grey = save(chart(50, 50)[0].copy(interpretation="b-w"), tmp_path / "grey.png")
    clear = save(chart(50, 50).bandjoin(128), tmp_path / "clear.png")
    assert inspect(grey).channels == 1
    assert (inspect(clear).channels, inspect(clear).has_alpha) == (3, True)


def _text(path: Path) -> None:
    path.write_text("fog over the salt pans")


def _cut_header(path: Path) -> None:
    path.write_bytes(b"\xff\xd8\xff\xe0\x00\x10JFIF")


def _archive(path: Path) -> None:
    with zipfile.ZipFile(path, "w") as bag:
        bag.writestr("a", "b")


def _drawing(path: Path) -> None:
    path.write_text('<svg xmlns="http://www.w3.org/2000/svg"><image href="/etc/passwd"/></svg>')


def _tiff_of_nonsense(path: Path) -> None:
    path.write_bytes(b"II*\0" + struct.pack("<I", 8) + b"\xff" * 64)


def _floats(path: Path) -> None:
    chart(20, 20).cast("float").tiffsave(str(path))


def _raw(path: Path) -> None:
    path.write_bytes(b"II*\0\x10\0\0\0CR\x02\0" + b"\0" * 64)


@pytest.mark.parametrize(
    ("make", "words"),
    [(_text, "not a picture"), (_cut_header, "damaged"), (_archive, "not a picture"),
     (_drawing, "not a picture"), (_tiff_of_nonsense, "damaged"), (_floats, "floating point"),
     (_raw, "raw file"), (lambda path: path.write_bytes(b""), "not a picture"),
     (bomb, "limit is 1\u202f000 megapixels")],
)  # fmt: skip
def test_hostile_files_are_refused_in_words(tmp_path: Path, make, words: str) -> None:
    path = tmp_path / "picture.tif"
    make(path)
    with pytest.raises(PictureError) as refused:
        inspect(path)
    assert words in str(refused.value)
    assert "Nothing was stored" in str(refused.value) or "nothing was stored" in str(refused.value)
    assert str(tmp_path) not in str(refused.value)


@pytest.mark.parametrize("name", ["a.jpg", "a.png", "a.tif", "a.webp"])
def test_a_cut_off_file_is_found_when_it_is_read(tmp_path: Path, name: str) -> None:
    whole = save(noise(900, 700), tmp_path / name)
    whole.write_bytes(whole.read_bytes()[: whole.stat().st_size * 2 // 3])
    bench, small = tmp_path / "bench.jpg", tmp_path / "small.jpg"
    with pytest.raises(PictureError):
        inspect(whole)
        make_previews(whole, bench, small)
    assert not bench.exists() and not small.exists()


def test_proofs_are_upright_small_and_srgb(tmp_path: Path) -> None:
    source = save(chart(3000, 2000), tmp_path / "a.tif", 6, profile="p3")
    bench, small = tmp_path / "bench.jpg", tmp_path / "small.jpg"
    make_previews(source, bench, small)
    large, little = (pyvips.Image.new_from_file(str(path)) for path in (bench, small))
    assert (large.width, large.height) == (1600, 2400)
    assert (little.width, little.height) == (320, 480)
    # Orientation 6 turns clockwise: what was left and dark red comes to the top.
    assert large(800, 20)[0] < 40 < 200 < large(800, 2380)[0]


@pytest.mark.parametrize("longest", [LONG_PX + 200, 4616, 6000])
def test_a_long_jpeg_gives_the_same_proof_for_lists_alone_as_beside_the_benchs(
    tmp_path: Path, longest: int
) -> None:
    source = save(chart(longest, 900), tmp_path / "long.jpg", 6)
    bench, small, alone = (tmp_path / name for name in ("bench.jpg", "small.jpg", "alone.jpg"))
    make_previews(source, bench, small)
    make_preview(source, LIST_PX, alone)
    both = [pyvips.Image.new_from_file(str(path)) for path in (small, alone)]
    assert both[0].height == both[1].height == LIST_PX
    assert (both[0].cast("float") - both[1]).abs().avg() < 1.5


@pytest.mark.parametrize("size", [(LONG_PX, 1), (1, LONG_PX), (LONG_PX + 1, 3)])
def test_a_hair_thin_jpeg_is_whole_however_small_it_is_decoded(
    tmp_path: Path, size: tuple[int, int]
) -> None:
    source = tmp_path / "thin.jpg"
    Image.new("RGB", size, "#406080").save(source)
    make_preview(source, LIST_PX, tmp_path / "small.jpg")
    assert max(Image.open(tmp_path / "small.jpg").size) == LIST_PX


@pytest.mark.parametrize("name", ["ink.jpg", "ink.tif"])
def test_ink_without_a_profile_is_shown_and_its_reader_lives(tmp_path: Path, name: str) -> None:
    Image.new("CMYK", (400, 300), (200, 20, 20, 0)).save(tmp_path / name)
    make_previews(tmp_path / name, tmp_path / "bench.jpg", tmp_path / "small.jpg")
    red, green, blue = Image.open(tmp_path / "bench.jpg").getpixel((200, 150))
    assert red < green < blue


def _jpeg(path: Path, **exif: object) -> Path:
    """A JPEG without a JFIF header, as cameras write it, with these EXIF tags."""
    tags = Image.Exif()
    for tag, value in exif.items():
        tags[int(tag.removeprefix("tag_"), 16)] = value
    Image.new("RGB", (40, 30), "#808080").save(path, exif=tags)
    data = path.read_bytes()
    header = data.index(b"\xff\xe0")
    length = int.from_bytes(data[header + 2 : header + 4], "big")
    path.write_bytes(data[:header] + data[header + 2 + length :])
    return path


def test_a_tag_is_told_only_where_the_file_has_one(tmp_path: Path) -> None:
    none = _jpeg(tmp_path / "none.jpg", tag_010F="Brinemark")
    assert inspect(none).ppi_tag is None and inspect(none).camera == "Brinemark"
    inches = _jpeg(tmp_path / "in.jpg", tag_011A=240, tag_011B=240, tag_0128=2)
    assert inspect(inches).ppi_tag == 240
    centimetres = _jpeg(tmp_path / "cm.jpg", tag_011A=100, tag_011B=100, tag_0128=3)
    assert inspect(centimetres).ppi_tag == 254
    aspect = _jpeg(tmp_path / "aspect.jpg", tag_011A=1, tag_011B=1, tag_0128=1)
    assert inspect(aspect).ppi_tag is None
    for path in (none, inches, centimetres, aspect):
        told = subprocess.run(
            ["exiftool", "-s3", "-XResolution", path], capture_output=True, text=True
        )
        assert bool(told.stdout.strip()) == (path != none)
