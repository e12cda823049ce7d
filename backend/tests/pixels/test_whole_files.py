"""Half a picture is no picture: cut and overwritten files are refused, sound ones with odd tags taken."""

from __future__ import annotations

import random
from pathlib import Path

import pytest

from tests.lengthy import spread
from tests.pictures import noise, save
from zollstock.core.documents.plan import parse_plan
from zollstock.pixels import profiles
from zollstock.pixels.cli import main
from zollstock.pixels.errors import PictureError, RenderError
from zollstock.pixels.inspect import inspect
from zollstock.pixels.previews import check_whole, read_through
from zollstock.pixels.render import render
from zollstock.pixels.vips import pyvips
from zollstock.pixels.whole import jpeg_is_whole

W, H = 900, 700
KINDS = {
    f"{compression}{'-tiles' if tile else ''}.tif": {"compression": compression, "tile": tile}
    for compression in ("none", "lzw", "deflate", "jpeg", "packbits")
    for tile in (False, True)
} | {"plain.jpg": {"Q": 90}, "progressive.jpg": {"Q": 90, "interlace": True}, "plain.png": {},
     "interlaced.png": {"interlace": True}, "lossy.webp": {}, "lossless.webp": {"lossless": True}}  # fmt: skip


@pytest.mark.parametrize(("kind", "share"), spread(3, KINDS, (0.97, 0.5, 0.1)))
def test_a_cut_file_makes_no_proof_and_no_print(tmp_path: Path, kind: str, share: float) -> None:
    whole = save(noise(W, H), tmp_path / kind, **KINDS[kind])
    check_whole(whole)
    data = whole.read_bytes()
    whole.write_bytes(data[: int(len(data) * share)])
    plan = parse_plan(
        {"picture": {"width_px": W, "height_px": H}, "target": {"width": "9 in", "height": "7 in"}}
    )
    with pytest.raises(PictureError, match="damaged"):
        check_whole(whole)
    with pytest.raises((RenderError, PictureError)):
        render(plan, whole, tmp_path / "out.tif")
    assert sorted(path.name for path in tmp_path.iterdir()) == [kind]


def test_a_single_strip_that_is_cut_is_found(tmp_path: Path) -> None:
    from PIL import Image

    picture = Image.effect_noise((W, H), 80)
    for compression in (None, "tiff_lzw", "tiff_adobe_deflate"):
        path = tmp_path / "strip.tif"
        picture.save(path, compression=compression, strip_size=2**30)
        check_whole(path)
        path.write_bytes(path.read_bytes()[:-3000] if compression else path.read_bytes()[:-30_000])
        with pytest.raises(PictureError, match="damaged"):
            inspect(path)
            check_whole(path)


@pytest.mark.parametrize("zeroed", [2000, 20_000])
def test_a_zeroed_stretch_in_a_jpeg_is_found(tmp_path: Path, zeroed: int) -> None:
    """The reader itself raises no warning: every code of noughts means some pixels."""
    data = save(noise(W, H), tmp_path / "whole.jpg", Q=90).read_bytes()
    hand = random.Random(zeroed)
    for _ in range(5):
        at = hand.randrange(len(data) // 10, len(data) - zeroed - 2000)
        (tmp_path / "hurt.jpg").write_bytes(data[:at] + bytes(zeroed) + data[at + zeroed :])
        assert not jpeg_is_whole(tmp_path / "hurt.jpg")
        with pytest.raises(PictureError, match="damaged"):
            check_whole(tmp_path / "hurt.jpg")


@pytest.mark.parametrize("interlace", [False, True])
def test_junk_around_a_sound_jpeg_is_no_fault_of_its_pixels(
    tmp_path: Path, interlace: bool
) -> None:
    data = save(noise(W, H), tmp_path / "whole.jpg", Q=90, interlace=interlace).read_bytes()
    first = 2 + 2 + int.from_bytes(data[4:6], "big")
    odd = {
        "behind": data + bytes(30_000),
        "between": data[:first] + b"junk and more junk" + data[first:],
        "tag": data[:2] + b"\xff\xee\x00\x09Adobe\0\x64" + data[2:],
    }
    for name, content in odd.items():
        path = tmp_path / f"{name}.jpg"
        path.write_bytes(content)
        inspect(path)
        check_whole(path)


@pytest.mark.parametrize("subsample", ["on", "off"])
@pytest.mark.parametrize("columns", [3840, 4700, 9600])
def test_a_sound_jpeg_is_whole_however_many_rows_it_has(
    tmp_path: Path, columns: int, subsample: str
) -> None:
    """A decoder that makes one px of several drops what is left over; that is not what a damaged file lacks."""
    for rows in (256, 257, 258, 260, 263, 264, 265, 272, 273, 288):
        path = save(noise(columns, rows), tmp_path / f"{rows}.jpg", Q=90, subsample_mode=subsample)
        small = read_through(path, 2400 if columns == 9600 else 480)
        assert max(small.width, small.height) in (2400, 480)
        path.write_bytes(path.read_bytes()[:-3000])
        with pytest.raises(PictureError, match="damaged"):
            check_whole(path)


def test_a_frame_that_says_nonsense_is_refused_in_words(tmp_path: Path) -> None:
    """Channels of no height, and a frame that ends before it has said how many there are."""
    data = save(noise(W, H), tmp_path / "whole.jpg", Q=90).read_bytes()
    frame = data.index(b"\xff\xc0")
    heightless = bytearray(data)
    for channel in range(3):
        heightless[frame + 11 + 3 * channel] = 0
    for content in (bytes(heightless), data[: frame + 8]):
        (tmp_path / "hurt.jpg").write_bytes(content)
        with pytest.raises(PictureError):
            check_whole(tmp_path / "hurt.jpg")


def test_an_even_picture_is_whole(tmp_path: Path) -> None:
    """Its codes are nearly all noughts, and there is nothing behind them."""
    path = save(
        (noise(W, H) * 0 + 200).cast("uchar").copy(interpretation="srgb"), tmp_path / "a.jpg"
    )
    assert jpeg_is_whole(path)


def test_the_command_refuses_what_it_would_have_to_make_up(tmp_path: Path, capsys) -> None:
    path = save(noise(W, H), tmp_path / "cut.tif")
    path.write_bytes(path.read_bytes()[:-40_000])
    (tmp_path / "plan.json").write_text(
        '{"picture": {"width_px": 900, "height_px": 700}, "target": {"width": "9 in", "height": "7 in"}}'
    )
    out = tmp_path / "out.tif"
    assert main([str(tmp_path / "plan.json"), str(path), "-o", str(out)]) == 2
    assert "damaged" in capsys.readouterr().err and not out.exists()


def test_what_is_only_foreign_is_not_called_damaged(tmp_path: Path) -> None:
    """Tiles with separate planes, which no reader here knows: made by rewriting one tag."""
    path = save(noise(512, 512), tmp_path / "tiles.tif", tile=True, compression="none")
    data = bytearray(path.read_bytes())
    # Tag 284 (planar configuration), SHORT, one value: from 1 (together) to 2 (apart).
    entry = data.index(b"\x1c\x01\x03\x00\x01\x00\x00\x00\x01\x00")
    data[entry + 8] = 2
    path.write_bytes(data)
    with pytest.raises(PictureError, match="separate colour planes") as told:
        inspect(path)
        check_whole(path)
    assert "damaged" not in str(told.value)


@pytest.mark.parametrize("kind", ["plain", "grey", "inks", "inks-profile", "without-ycc", "turned", "profile", "progressive"])  # fmt: skip
@pytest.mark.parametrize("longest", [480, 130, 90])
def test_a_jpeg_read_through_once_is_the_picture_that_it_is(
    tmp_path: Path, kind: str, longest: int
) -> None:
    """It is decoded without its tags, so that junk in them does no harm; its colours and its turn are the same."""
    from PIL import Image, ImageCms

    path = tmp_path / "picture.jpg"
    picture = Image.effect_noise((900, 700), 90).resize((W, H))
    colours = Image.merge("RGB", (picture, picture.rotate(90).resize((W, H)), picture.rotate(180)))
    modes = {"grey": "L", "inks": "CMYK", "inks-profile": "CMYK"}
    more: dict[str, object] = {"progressive": {"progressive": True}, "without-ycc": {"keep_rgb": True},
            "profile": {"icc_profile": ImageCms.ImageCmsProfile(ImageCms.createProfile("sRGB")).tobytes()}}.get(kind, {})  # fmt: skip
    if kind == "inks-profile":
        more["icc_profile"] = (
            Path(profiles.__file__).parent / "shipped" / "press-coated.icc"
        ).read_bytes()
    if kind == "turned":
        exif = Image.Exif()
        exif[0x0112] = 6
        more["exif"] = exif
    colours.convert(modes.get(kind, "RGB")).save(path, quality=92, **more)  # type: ignore[arg-type]
    plain = pyvips.Image.thumbnail(str(path), longest, height=longest, size="down")
    read = read_through(path, longest)
    assert (read.width, read.height, read.bands) == (plain.width, plain.height, plain.bands)
    assert (read - plain).abs().max() == 0
    # The profile of inks is not that of the light they were turned into.
    profile = not kind.startswith("inks") and bool(plain.get_typeof("icc-profile-data"))
    assert bool(read.get_typeof("icc-profile-data")) == profile
