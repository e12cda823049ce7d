"""Colour and depth on the way to the file: profiles, bits, and paint for borders."""

from __future__ import annotations

from zollstock.core.work import Work

from .inspect import SRGB_NAME, profile_name
from .vips import pyvips


def keeps_own(image: pyvips.Image, work: Work) -> bool:
    """Whether the file carries the picture's own profile: asked for, and there is one."""
    has_own = image.get_typeof("icc-profile-data") != 0
    return work.plan.output.profile == "picture" and has_own


def converted(image: pyvips.Image, work: Work) -> pyvips.Image:
    """The picture in the file's profile and depth, without alpha.

    Transparency is filled with the padding's colour. A picture without a profile is taken as
    sRGB. Values stay untouched where profile and depth are right already.
    """
    bits = work.plan.output.bits
    if image.hasalpha():
        red, green, blue = _rgb(work.padding_colour)
        k = 257 if image.format == "ushort" else 1
        paint = [red * k, green * k, blue * k] if image.bands == 4 else [green * k]
        image = image.flatten(background=paint, max_alpha=65535 if k == 257 else 255)
    if not keeps_own(image, work):
        image = to_srgb(image, bits)
    if work.channels == 3 and image.bands == 1:
        image = image.colourspace("rgb16" if image.format == "ushort" else "srgb")
    return _to_depth(image, bits)


def to_srgb(image: pyvips.Image, bits: int) -> pyvips.Image:
    """Convert what carries another profile, or is CMYK; all else is taken as sRGB as it is."""
    has_profile = image.get_typeof("icc-profile-data") != 0
    cmyk = image.interpretation == "cmyk"
    if cmyk or (has_profile and SRGB_NAME not in profile_name(image)):
        fallback = "cmyk" if cmyk else "srgb"
        return image.icc_transform(
            "srgb", embedded=True, input_profile=fallback, intent="relative",
            black_point_compensation=True, depth=bits,
        )  # fmt: skip
    return image


def _to_depth(image: pyvips.Image, bits: int) -> pyvips.Image:
    grey = image.bands == 1
    if bits == 16 and image.format == "uchar":
        wide = (image * 257).cast("ushort")
        return wide.copy(interpretation="grey16" if grey else "rgb16")
    if bits == 8 and image.format == "ushort":
        narrow = (image / 257).rint().cast("uchar")
        return narrow.copy(interpretation="b-w" if grey else "srgb")
    return image


class Paint:
    """Turns #rrggbb into a pixel of the image at hand: its profile, depth and channels."""

    def __init__(self, image: pyvips.Image) -> None:
        self._image = image
        self._full = 65535 if image.format == "ushort" else 255

    def __call__(self, colour: str) -> list[float]:
        red, green, blue = _rgb(colour)
        if self._image.bands == 1:
            luma = 0.2126 * red + 0.7152 * green + 0.0722 * blue
            return [round(luma / 255 * self._full)]
        own = self._image.get_typeof("icc-profile-data") != 0
        if own and SRGB_NAME not in profile_name(self._image) and len({red, green, blue}) > 1:
            return self._in_own_profile(red, green, blue)
        return [round(part / 255 * self._full) for part in (red, green, blue)]

    def _in_own_profile(self, red: int, green: int, blue: int) -> list[float]:
        pixel = pyvips.Image.black(1, 1, bands=3).linear(1, [red, green, blue]).cast("uchar")
        lab = pixel.copy(interpretation="srgb").icc_import(input_profile="srgb", pcs="lab")
        lab = lab.copy()
        lab.set_type(
            pyvips.GValue.blob_type, "icc-profile-data", self._image.get("icc-profile-data")
        )
        try:
            return list(lab.icc_export(depth=16 if self._full == 65535 else 8)(0, 0))
        except pyvips.Error:  # an unusable profile: its pixels are taken as sRGB too
            return [round(part / 255 * self._full) for part in (red, green, blue)]


def _rgb(colour: str) -> tuple[int, int, int]:
    return int(colour[1:3], 16), int(colour[3:5], 16), int(colour[5:7], 16)
