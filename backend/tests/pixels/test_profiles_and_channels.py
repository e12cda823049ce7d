"""Every kind of picture × every kind of file: right and tagged, or refused in words."""

from __future__ import annotations

import io
import struct
import subprocess
from pathlib import Path

import pytest
from PIL import Image, ImageCms

from tests.lengthy import LONG, spread
from tests.pictures import pixel, save
from tests.pixels.measure import exif_of
from tests.plans import border
from zollstock.core.documents.plan import parse_plan
from zollstock.pixels import profiles
from zollstock.pixels.errors import PictureError, RenderError
from zollstock.pixels.inspect import inspect
from zollstock.pixels.render import render
from zollstock.pixels.tone import in_linear_light
from zollstock.pixels.vips import pyvips

W, H = 60, 40
ENDING = {"tiff": "tif", "jpeg": "jpg", "png": "png"}


def builtin(name: str) -> bytes:
    return bytes(pyvips.Operation.call("profile_load", name))


def with_curve(profile: bytes, gamma: float) -> bytes:
    """A copy of an RGB profile under the same name, its three curves replaced by a gamma."""
    changed = bytearray(profile)
    count = struct.unpack_from(">I", profile, 128)[0]
    for entry in range(count):
        signature, offset, size = struct.unpack_from(">4sII", profile, 132 + 12 * entry)
        if signature in (b"rTRC", b"gTRC", b"bTRC"):
            assert size >= 14
            changed[offset : offset + 14] = struct.pack(">4sIIH", b"curv", 0, 1, round(gamma * 256))
            struct.pack_into(">I", changed, 132 + 12 * entry + 8, 14)
    return bytes(changed)


LINEAR = with_curve(builtin("srgb"), 1.0)
PROFILES = {"none": None, "sRGB": builtin("srgb"), "wide": builtin("p3"), "linear": LINEAR,
            "grey": profiles.grey(), "cmyk": builtin("cmyk"), "broken": b"no profile at all" * 20}  # fmt: skip
KINDS = {
    "grey": [150],
    "rgb": [150, 90, 40],
    "cmyk": [20, 60, 90, 10],
    "grey + alpha": [150, 255],
    "rgb + alpha": [150, 90, 40, 255],
}


def flat(kind: str, bits: int, profile: str) -> pyvips.Image:
    """A picture of one colour, half of it, where it has alpha, opaque."""
    k = 257 if bits == 16 else 1
    image = pyvips.Image.black(W, H, bands=len(KINDS[kind])) + [part * k for part in KINDS[kind]]
    names = {1: ("b-w", "grey16"), 2: ("b-w", "grey16"), 3: ("srgb", "rgb16"), 4: ("srgb", "rgb16")}
    name = "cmyk" if kind == "cmyk" else names[len(KINDS[kind])][bits == 16]
    image = image.cast("ushort" if bits == 16 else "uchar").copy(interpretation=name)
    held = PROFILES[profile]
    return image if held is None else profiles.tagged(image, held)


def expected(kind: str, profile: str) -> tuple[int, int, int]:
    """sRGB of the picture's colour by lcms, through Pillow: the second opinion."""
    parts = KINDS[kind][: 4 if kind == "cmyk" else 3 if "rgb" in kind else 1]
    held = PROFILES[profile]
    fits = held is not None and held[16:20] == {1: b"GRAY", 3: b"RGB ", 4: b"CMYK"}[len(parts)]
    if len(parts) == 1 and held is not None and held[16:20] == b"RGB ":
        parts, fits = parts * 3, True  # neutral colours of that profile
    if not fits and len(parts) < 4:
        return tuple(parts * 3)[:3] if len(parts) == 1 else tuple(parts)
    used = held if fits else builtin("cmyk")
    mode = {1: "L", 3: "RGB", 4: "CMYK"}[len(parts)]
    pillow = Image.new(mode, (1, 1), tuple(parts) if len(parts) > 1 else parts[0])
    done = ImageCms.profileToProfile(
        pillow,
        ImageCms.ImageCmsProfile(io.BytesIO(used)),
        ImageCms.ImageCmsProfile(io.BytesIO(builtin("srgb"))),
        outputMode="RGB",
        renderingIntent=ImageCms.Intent.RELATIVE_COLORIMETRIC,
        flags=ImageCms.Flags.BLACKPOINTCOMPENSATION,
    )
    return done.getpixel((0, 0))


def seen(path: Path) -> tuple[int, int, int]:
    """What a reader that heeds profiles sees in the middle of a delivered file, as 8-bit sRGB."""
    image = pyvips.Image.new_from_file(str(path))
    bands = image.bands
    held = profiles.own(image)
    assert held is not None, "the file's profile does not suit its channels"
    shown = image.icc_transform(
        "srgb", embedded=True, intent="relative", depth=8, black_point_compensation=True
    )
    values = pixel(shown, W // 2, H // 2)
    return tuple(values if bands > 1 or len(values) == 3 else values * 3)


CASES = [
    case
    for case in spread(2, KINDS, (8, 16), PROFILES, ("srgb", "picture"))
    if case[0] == "cmyk" or case[2] != "cmyk"
]


FILES = (("tiff", 8), ("tiff", 16), ("png", 8), ("png", 16), ("jpeg", 8))


def files_for(case: tuple[str, int, str, str]) -> tuple[tuple[str, int], ...]:
    """All five files in a long round; in a short one one of them, in turn."""
    return FILES if LONG else (FILES[CASES.index(case) % len(FILES)],)


@pytest.mark.parametrize(("kind", "bits", "profile", "wanted"), CASES)
def test_every_picture_is_right_and_tagged_or_refused(
    tmp_path: Path, kind: str, bits: int, profile: str, wanted: str
) -> None:
    source = save(flat(kind, bits, profile), tmp_path / "source.tif")
    held = PROFILES[profile]
    if kind.startswith("grey") and held is not None and held[16:20] == b"RGB ":
        (tmp_path / "held.icc").write_bytes(held)  # libvips itself would not write such a file
        subprocess.run(
            ["exiftool", "-q", f"-icc_profile<={tmp_path / 'held.icc'}", source], check=True
        )
    channels = 1 if kind.startswith("grey") else 3
    made = []
    for format, depth in files_for((kind, bits, profile, wanted)):
        plan = parse_plan(
            {
                "picture": {"width_px": W, "height_px": H, "channels": channels},
                "target": {"width": "6 in", "height": "4 in"},
                "output": {"format": format, "bits": depth, "profile": wanted, "cmyk": "press"},
            }
        )
        out = tmp_path / f"out-{format}-{depth}.{ENDING[format]}"
        try:
            render(plan, source, out)
        except RenderError as error:
            assert wanted == "picture" and "Choose the profile sRGB" in str(error).replace(
                "Choose the profile sRGB,", "Choose the profile sRGB"
            )
            assert kind == "cmyk" or (channels == 1 and PROFILES[profile][16:20] == b"RGB ")
            assert not out.exists()
            continue
        made.append((out, depth))
    said = exif_of([out for out, _ in made]) if profile == "wide" else {}
    for out, depth in made:
        grey = channels == 1 and wanted == "picture"
        image = pyvips.Image.new_from_file(str(out))
        space = bytes(image.get("icc-profile-data"))[16:20].decode().strip()
        assert space == ("GRAY" if grey else "RGB")
        assert space == said.get(out.name, {"ColorSpaceData": space})["ColorSpaceData"].strip()
        assert image.bands == (1 if grey else 3)
        assert image.format == ("ushort" if depth == 16 else "uchar")
        for got, right in zip(seen(out), expected(kind, profile), strict=True):
            assert abs(got - right) <= 2


@pytest.mark.parametrize("profile", ["none", "broken", "wide"])
def test_inks_that_are_written_nowhere_are_asked_for_and_not_guessed(
    tmp_path: Path, profile: str
) -> None:
    source = save(flat("cmyk", 8, profile), tmp_path / "source.tif")
    plan = parse_plan(
        {
            "picture": {"width_px": W, "height_px": H, "channels": 4},
            "target": {"width": "6 in", "height": "4 in"},
        }
    )
    out = tmp_path / "out.tif"
    with pytest.raises(RenderError, match="carries no profile"):
        render(plan, source, out)
    assert not out.exists()


def test_a_cmyk_picture_with_its_profile_is_asked_nothing(tmp_path: Path) -> None:
    source = save(flat("cmyk", 8, "cmyk"), tmp_path / "source.tif")
    plan = parse_plan(
        {
            "picture": {"width_px": W, "height_px": H, "channels": 4},
            "target": {"width": "6 in", "height": "4 in"},
        }
    )
    render(plan, source, tmp_path / "out.tif")
    for got, right in zip(seen(tmp_path / "out.tif"), expected("cmyk", "cmyk"), strict=True):
        assert abs(got - right) <= 2


def test_a_profile_is_judged_by_what_it_does_not_by_its_name(tmp_path: Path) -> None:
    """A picture in linear light whose profile calls itself sRGB."""
    source = save(flat("rgb", 8, "linear"), tmp_path / "source.tif")
    assert "sRGB" in inspect(source).profile
    plan = parse_plan(
        {"picture": {"width_px": W, "height_px": H}, "target": {"width": "6 in", "height": "4 in"}}
    )
    render(plan, source, tmp_path / "out.tif")
    red, green, blue = pixel(pyvips.Image.new_from_file(str(tmp_path / "out.tif")), 5, 5)
    assert abs(red - 201) <= 1 and abs(green - 160) <= 1 and abs(blue - 110) <= 1


def test_profiles_that_amount_to_srgb_change_nothing() -> None:
    assert profiles.is_srgb(builtin("srgb"))
    assert profiles.is_srgb(ImageCms.ImageCmsProfile(ImageCms.createProfile("sRGB")).tobytes())
    for other in (builtin("p3"), LINEAR, with_curve(builtin("srgb"), 2.2), profiles.grey()):
        assert not profiles.is_srgb(other)


@pytest.mark.parametrize("colour", ["#e02020", "#808080", "#101010"])
@pytest.mark.parametrize("profile", ["wide", "linear", "sRGB", "none"])
def test_painted_colours_go_through_the_profile(tmp_path: Path, colour: str, profile: str) -> None:
    """Greys too: a middle grey has other values in linear light."""
    source = save(flat("rgb", 16, profile), tmp_path / "source.tif")
    plan = parse_plan(
        {
            "picture": {"width_px": W, "height_px": H},
            "edge": border("1 in") | {"colour": colour},
            "target": {"width": "6 in", "height": "4 in"},
            "output": {"profile": "picture", "bits": 16},
        }
    )
    out = tmp_path / "out.tif"
    render(plan, source, out)
    shown = pyvips.Image.new_from_file(str(out)).icc_transform(
        "srgb", embedded=True, intent="relative", black_point_compensation=True, depth=8
    )
    right = [int(colour[at : at + 2], 16) for at in (1, 3, 5)]
    assert all(abs(got - part) <= 1 for got, part in zip(pixel(shown, 2, 2), right, strict=True))


def test_transparency_and_padding_are_one_colour_and_alpha_is_rounded(tmp_path: Path) -> None:
    """Half the picture is clear: there it is exactly the padding beside it, whatever its profile."""
    image = flat("rgb", 8, "wide")
    clear = (pyvips.Image.xyz(W, H)[0] < W / 2).ifthenelse(0, 255).cast("uchar")
    source = save(image.bandjoin(clear), tmp_path / "source.png")
    plan = parse_plan(
        {
            "picture": {"width_px": W, "height_px": H},
            "target": {"width": "9 in", "height": "4 in"},
            "fit": {"mode": "contain", "colour": "#c8a020"},
        }
    )
    render(plan, source, tmp_path / "out.tif")
    made = pyvips.Image.new_from_file(str(tmp_path / "out.tif"))
    assert pixel(made, 2, 20) == pixel(made, 20, 20) == [0xC8, 0xA0, 0x20]
    half = save(
        flat("grey", 8, "none")
        .bandjoin(pyvips.Image.black(W, H) + 128)
        .cast("uchar")
        .copy(interpretation="b-w"),
        tmp_path / "half.png",
    )
    plan = parse_plan(
        {
            "picture": {"width_px": W, "height_px": H, "channels": 1},
            "target": {"width": "6 in", "height": "4 in"},
        }
    )
    render(plan, half, tmp_path / "half.tif")
    # 150 at 128 of 255 on white: 202.29…, and 201 where it is cut off on the way.
    assert pixel(pyvips.Image.new_from_file(str(tmp_path / "half.tif")), 9, 9) == [202] * 3


@pytest.mark.parametrize(("kind", "channels"), [("rgb", 1), ("grey", 3)])
def test_channels_that_are_not_the_plans_are_refused(
    tmp_path: Path, kind: str, channels: int
) -> None:
    source = save(flat(kind, 8, "none"), tmp_path / "source.tif")
    plan = parse_plan(
        {
            "picture": {"width_px": W, "height_px": H, "channels": channels},
            "target": {"width": "6 in", "height": "4 in"},
        }
    )
    with pytest.raises(RenderError, match="another picture"):
        render(plan, source, tmp_path / "out.tif")


@pytest.mark.parametrize("format", ["float", "uint", "int", "short", "double"])
def test_depths_that_are_neither_8_nor_16_bits_are_refused(tmp_path: Path, format: str) -> None:
    source = save(flat("rgb", 8, "none").cast(format), tmp_path / "source.tif")
    plan = parse_plan(
        {"picture": {"width_px": W, "height_px": H}, "target": {"width": "6 in", "height": "4 in"}}
    )
    with pytest.raises(
        (RenderError, PictureError), match=r"neither 8 nor 16 bits|64 bits a channel"
    ):
        render(plan, source, tmp_path / "out.tif")
    assert not (tmp_path / "out.tif").exists()


def test_the_grey_profile_is_a_sound_one() -> None:
    made = ImageCms.ImageCmsProfile(io.BytesIO(profiles.grey()))
    assert ImageCms.getProfileDescription(made).strip() == "Grey, curve of sRGB"
    middle = Image.new("L", (1, 1), 119)
    done = ImageCms.profileToProfile(middle, made, ImageCms.createProfile("sRGB"), outputMode="RGB")
    assert all(abs(part - 119) <= 1 for part in done.getpixel((0, 0)))


@pytest.mark.parametrize("profile", ["none", "wide", "linear"])
@pytest.mark.parametrize("bits", [8, 16])
def test_through_linear_light_and_back_nothing_changes(profile: str, bits: int) -> None:
    """Every value of 8 bits, every 16th of 16 bits, within a two-hundredth of the range there."""
    ramp = pyvips.Image.identity(ushort=bits == 16)
    image = ramp.bandjoin([ramp, ramp]).copy(interpretation="rgb16" if bits == 16 else "srgb")
    held = PROFILES[profile]
    image = image if held is None else profiles.tagged(image, held)
    back = in_linear_light(image, lambda light: light)
    assert (back - image).abs().max() <= (0 if bits == 8 else 40)
