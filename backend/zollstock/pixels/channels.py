"""Channels as data: what a picture of 1, 3 or 4 of them is called, and what each of them says.

Light is added: full values are white. Ink is laid on: full values are dark. Everything else about a number of channels
stands here in a row; who works on pixels asks it and knows no other.
"""

from __future__ import annotations

from dataclasses import dataclass

from .vips import pyvips

#: The full value of a channel by the format of its numbers.
FULL = {"uchar": 255, "ushort": 65535}


@dataclass(frozen=True, slots=True)
class Channels:
    """`signature` is that of a profile for them (ICC.1, 7.2.6); `interpretation` libvips' word for 8 and for 16 bits;
    `device` a PDF's name of the space without a profile, `default` that of what takes its place.

    `lightness`: so much each channel counts for how light a colour looks, for what is *seen*; `luma` likewise for what
    is sharpened and enlarged.
    """

    count: int
    signature: bytes
    interpretation: tuple[str, str]
    device: str
    default: str
    lightness: tuple[float, ...]
    luma: tuple[float, ...]
    ink: bool = False

    def named(self, image: pyvips.Image) -> pyvips.Image:
        """The image, called what it is."""
        return image.copy(interpretation=self.interpretation[image.format == "ushort"])


GREY = Channels(1, b"GRAY", ("b-w", "grey16"), "/DeviceGray", "/DefaultGray", (1.0,), (1.0,))
RGB = Channels(
    3, b"RGB ", ("srgb", "rgb16"), "/DeviceRGB", "/DefaultRGB",
    (0.2126, 0.7152, 0.0722),  # ITU-R BT.709
    (0.299, 0.587, 0.114),  # ITU-R BT.601
)  # fmt: skip
#: Cyan keeps red back, magenta green, yellow blue, and black all of it: half of what is kept back is its.
CMYK = Channels(
    4, b"CMYK", ("cmyk", "cmyk"), "/DeviceCMYK", "/DefaultCMYK",
    (0.1063, 0.3576, 0.0361, 0.5), (0.1495, 0.2935, 0.057, 0.5), ink=True,
)  # fmt: skip
CHANNELS = {space.count: space for space in (GREY, RGB, CMYK)}


def channels_of(image: pyvips.Image) -> Channels:
    """Those of an image without alpha."""
    return CHANNELS[image.bands]
