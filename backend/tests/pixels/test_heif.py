"""HEIC and AVIF come in: 8 and 10 bits, turned once, cut ones refused, large ones told before they are decoded."""

from __future__ import annotations

import json
import struct
from pathlib import Path

import numpy as np
import pillow_heif
import pytest
from PIL import Image

from tests.heifs import heic
from tests.pictures import chart
from zollstock.pixels.cli import main as render_cli
from zollstock.pixels.errors import PictureError
from zollstock.pixels.heif import decode_once
from zollstock.pixels.inspect import inspect
from zollstock.pixels.inspect_cli import main as inspect_cli
from zollstock.pixels.previews import make_previews
from zollstock.pixels.vips import pyvips


def avif(path: Path, bits: int = 8) -> Path:
    image = chart(96, 64, 16 if bits > 8 else 8)
    image.heifsave(str(path), compression="av1", bitdepth=bits, lossless=True)
    return path


def unpacked(path: Path, kind: str) -> pyvips.Image:
    out = path.with_suffix(".tif")
    decode_once(path, kind, out)
    return pyvips.Image.new_from_file(str(out))


@pytest.mark.parametrize("bits", [8, 10])
@pytest.mark.parametrize("kind", ["HEIC", "AVIF"])
def test_its_pixels_come_in_with_their_depth(tmp_path: Path, kind: str, bits: int) -> None:
    path = (heic if kind == "HEIC" else avif)(tmp_path / f"a.{kind.lower()}", bits)
    facts = inspect(path)
    assert (facts.format, facts.width_px, facts.height_px, facts.bits) == (
        kind,
        96,
        64,
        16 if bits > 8 else 8,
    )
    image = unpacked(path, kind)
    assert (image.width, image.height, image.format) == (96, 64, "ushort" if bits > 8 else "uchar")
    wanted = chart(96, 64, 16 if bits > 8 else 8).numpy().astype(int)
    # Lossless but for the way to luminance and back, a few steps of ten bits or of eight.
    step = 64 if bits > 8 else 1
    assert np.abs(image.numpy().astype(int)[..., :3] - wanted).max() <= 4 * step
    make_previews(path.with_suffix(".tif"), tmp_path / "bench.jpg", tmp_path / "small.jpg")
    assert Image.open(tmp_path / "bench.jpg").size == (96, 64)


def turned(whole: bytes, quarters: int) -> bytes:
    """A HEIC with a box that turns it anticlockwise by so many quarters, as telephones write them (ISO 23008-12, `irot`)."""
    held = bytearray(whole)

    def grow(name: bytes, by: int) -> None:
        at = held.index(name) - 4
        held[at : at + 4] = struct.pack(">I", struct.unpack_from(">I", held, at)[0] + by)

    # A property more, the last one, in its list; and the picture names it.
    at = held.index(b"ipco") - 4
    end = at + struct.unpack_from(">I", held, at)[0]
    held[end:end] = struct.pack(">I4sB", 9, b"irot", quarters)
    properties, place = 0, at + 8
    while place < end + 9:
        properties, place = properties + 1, place + struct.unpack_from(">I", held, place)[0]
    at = held.index(b"ipma") + 4
    assert held[at : at + 4] == b"\0\0\0\0", "names of one byte"
    count_at = at + 4 + 4 + 2  # version and flags, how many items, the first item's number
    last = count_at + 1 + held[count_at]
    held[last:last] = bytes([0x80 | properties])
    held[count_at] += 1
    for name, by in ((b"ipma", 1), (b"ipco", 9), (b"iprp", 10), (b"meta", 10)):
        grow(name, by)
    # What lies behind has moved on by as much.
    at = held.index(b"iloc") + 4
    assert held[at] in (0, 1) and held[at + 4] == 0x44, "offsets and lengths of four bytes"
    base, extra = held[at + 5] >> 4, 2 if held[at] == 1 else 0
    items, place = struct.unpack_from(">H", held, at + 6)[0], at + 8
    for _ in range(items):
        place += 2 + extra + 2 + base
        extents = struct.unpack_from(">H", held, place)[0]
        place += 2
        for _ in range(extents):
            offset = struct.unpack_from(">I", held, place)[0]
            held[place : place + 4] = struct.pack(">I", offset + 10)
            place += 8
    return bytes(held)


@pytest.mark.parametrize("quarters", [0, 1, 2, 3])
def test_it_is_turned_once(tmp_path: Path, quarters: int) -> None:
    """What is turned by its boxes comes in upright and says so; an orientation in its EXIF counts for nothing after that."""
    exif = Image.Exif()
    exif[0x0112] = {0: 1, 1: 8, 2: 3, 3: 6}[quarters]
    pillow_heif.register_heif_opener()
    path = tmp_path / "turned.heic"
    Image.fromarray(chart(96, 64).numpy()).save(
        path, format="HEIF", exif=exif, quality=-1, chroma=444
    )
    if quarters:
        path.write_bytes(turned(path.read_bytes(), quarters))
    facts = inspect(path)
    image = unpacked(path, "HEIC")
    assert facts.orientation == 1
    assert (facts.width_px, facts.height_px) == (image.width, image.height)
    wanted = np.rot90(chart(96, 64).numpy(), quarters).astype(int)
    assert image.numpy().shape == wanted.shape
    assert np.abs(image.numpy().astype(int) - wanted).max() <= 4
    assert inspect(path.with_suffix(".tif")).orientation == 1
    make_previews(path.with_suffix(".tif"), tmp_path / "bench.jpg", tmp_path / "small.jpg")
    assert Image.open(tmp_path / "bench.jpg").size == (image.width, image.height)


def test_a_profile_and_the_camera_come_along(tmp_path: Path) -> None:
    srgb = (
        pyvips.Image.black(8, 8, bands=3)
        .copy(interpretation="srgb")
        .icc_transform("p3", input_profile="srgb")
    )
    image = Image.fromarray(chart(96, 64).numpy())
    exif = Image.Exif()
    exif[271], exif[272] = "Brinemark", "F4"
    pillow_heif.register_heif_opener()
    path = tmp_path / "p3.heic"
    image.save(path, format="HEIF", exif=exif, icc_profile=srgb.get("icc-profile-data"), quality=-1)
    facts = inspect(path)
    assert "P3" in facts.profile and facts.camera == "Brinemark F4"
    assert unpacked(path, "HEIC").get("icc-profile-data") == srgb.get("icc-profile-data")


def test_grey_stays_grey(tmp_path: Path) -> None:
    pillow_heif.register_heif_opener()
    path = tmp_path / "grey.heic"
    Image.fromarray(chart(96, 64).numpy()[..., 0]).save(path, format="HEIF", quality=-1)
    image = unpacked(path, "HEIC")
    assert image.bands in (1, 3)


@pytest.mark.parametrize("share", [0.1, 0.5, 0.9])
def test_a_cut_one_is_refused_in_words_and_leaves_nothing(tmp_path: Path, share: float) -> None:
    whole = heic(tmp_path / "whole.heic", wide=640, high=480).read_bytes()
    path = tmp_path / "cut.heic"
    path.write_bytes(whole[: int(len(whole) * share)])
    out = tmp_path / "cut.tif"
    with pytest.raises(PictureError, match=r"damaged|ends too soon"):
        _in(path, out)
    assert not out.exists()


def _in(path: Path, out: Path) -> None:
    """As it comes in: looked at, then decoded."""
    inspect(path)
    decode_once(path, "HEIC", out)


def test_a_bomb_is_told_by_its_header(tmp_path: Path) -> None:
    held = bytearray(heic(tmp_path / "a.heic").read_bytes())
    at = held.index(b"ispe") + 8
    held[at : at + 8] = struct.pack(">II", 60_000, 60_000)
    path = tmp_path / "bomb.heic"
    path.write_bytes(held)
    with pytest.raises(PictureError, match=r"limit is 100 megapixels for a HEIC|damaged"):
        inspect(path)


def test_a_film_and_a_text_are_no_pictures(tmp_path: Path) -> None:
    for name, content in (
        ("film.mp4", b"\0\0\0\x18ftypmp42" + bytes(64)),
        ("text.heic", b"fog over the pans"),
    ):
        path = tmp_path / name
        path.write_bytes(content)
        with pytest.raises(PictureError, match="not a picture that Zollstock can read"):
            inspect(path)


def test_too_little_memory_is_no_fault_of_the_file(
    tmp_path: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    def full(*_: object, **__: object) -> None:
        raise RuntimeError("Memory allocation error: Unspecified: Allocating 49800015 bytes failed")

    path = heic(tmp_path / "a.heic")
    monkeypatch.setattr(pillow_heif, "open_heif", full)
    with pytest.raises(MemoryError):
        decode_once(path, "HEIC", tmp_path / "a.tif")
    assert not (tmp_path / "a.tif").exists()


def test_the_command_line_decodes_it_for_a_print_and_tells_of_it(tmp_path: Path, capsys: pytest.CaptureFixture[str]) -> None:  # fmt: skip
    path = heic(tmp_path / "a.heic", 10)
    plan = tmp_path / "plan.json"
    plan.write_text(json.dumps({"picture": {"width_px": 96, "height_px": 64}, "target": {"width": "6 in", "height": "4 in"},
                                "pixels": {"mode": "keep"}, "output": {"format": "tiff", "bits": 16}}))  # fmt: skip
    assert render_cli([str(plan), str(path), "-o", str(tmp_path / "print.tif")]) == 0
    made = pyvips.Image.new_from_file(str(tmp_path / "print.tif"))
    decoded = unpacked(path, "HEIC")
    assert (made.width, made.height, made.format) == (96, 64, "ushort")
    assert np.abs(made.numpy().astype(int) - decoded.numpy()[..., :3]).max() <= 64
    assert inspect_cli([str(path)]) == 0
    assert capsys.readouterr().out.startswith("a.heic: 96 × 64 px, HEIC, 16 bits")
    path.write_bytes(path.read_bytes()[:-900])
    assert render_cli([str(plan), str(path), "-o", str(tmp_path / "cut.tif")]) == 2
    assert "damaged" in capsys.readouterr().err and not (tmp_path / "cut.tif").exists()
