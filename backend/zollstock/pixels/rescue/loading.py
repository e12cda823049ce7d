"""A picture as the bench works on it: upright, in its own colours, in levels; with what its JPEG knows of itself."""

from __future__ import annotations

from dataclasses import dataclass
from pathlib import Path

import numpy as np

from zollstock.core.parts.picture import Picture
from zollstock.core.rescue.worked import MOST_SOURCE_PX

from .. import colour, profiles
from ..channels import FULL
from ..enlarge.shape import Floats
from ..errors import RenderError
from ..inspect import open_picture, orientation_of
from ..vips import pyvips
from .blocks import coded, deblocked, deblocked_without_grid


@dataclass(frozen=True)
class Loaded:
    """`planes`: height × width × 1 or 3, levels of 0 to 255; `whole` the same as an image with its depth, meaning and
    profile. `jpeg` is the file where it is one whose coefficients can be asked."""

    planes: Floats
    whole: pyvips.Image
    jpeg: Path | None
    orientation: int

    @property
    def like(self) -> pyvips.Image:
        """What is made of it has its depth, meaning and profile."""
        return self.whole

    def seen(self, planes: Floats) -> Floats:
        """Its pixels, or what was made of them, as a screen shows them."""
        return levels_of(colour.to_srgb(image_of(planes, self.whole), 8))

    def without_blocks(self, quality: int, has_grid: bool) -> Floats:
        """The picture without JPEG blocks: by its own steps, or as one of that quality."""
        held = None if self.jpeg is None or not has_grid else coded(self.jpeg)
        if held is None:
            return deblocked_without_grid(self.planes, quality)
        return _turned(deblocked(held), self.orientation)


def loaded(picture: Path, wanted: Picture | None = None) -> Loaded:
    """Read a picture whole. What is transparent lies on white; inks are seen in sRGB.

    Raises `RenderError` for more pixels than the bench takes, and what opening raises.
    """
    image = open_picture(picture, access="random")
    if image.width * image.height > MOST_SOURCE_PX:
        raise RenderError(
            f"The rescue bench takes pictures of up to {MOST_SOURCE_PX / 1e6:.0f} megapixels; this one has "
            f"{image.width * image.height / 1e6:.0f}. What is so large needs no rescue: plan the print as it is."
        )
    orientation = orientation_of(image)
    if wanted is not None:
        _check_same((image.width, image.height, orientation), wanted)
    bits = 16 if image.format == "ushort" else 8
    colours, alpha = colour.split(image.autorot())
    own = profiles.own(colours)
    if colours.bands == 4 or (own is None and colours.bands == 3):
        colours = colour.to_srgb(colours, bits)
    if alpha is not None:
        colours = colour.filled(colours, alpha, colour.Paint(colours)("#ffffff"))
    whole = colours.copy_memory()
    asked = alpha is None and bits == 8 and image.bands != 4
    return Loaded(levels_of(whole), whole, picture if asked else None, orientation)


def _check_same(found: tuple[int, int, int], wanted: Picture) -> None:
    """The chain is for this very picture: its places are shares of it. Raises `RenderError`."""
    expected = (wanted.width_px, wanted.height_px, wanted.orientation)
    if found != expected:
        raise RenderError(
            "The chain is for another picture: it expects {} × {} px with orientation {}, this file has {} × {} px with "
            "orientation {}.".format(*expected, *found)
        )


def levels_of(image: pyvips.Image) -> Floats:
    """height × width × bands in levels of 0 to 255, whatever its depth."""
    read = image.numpy().reshape(image.height, image.width, image.bands).astype(np.float32)
    if image.format == "ushort":
        read /= np.float32(FULL["ushort"] / FULL["uchar"])
    return read


def image_of(planes: Floats, like: pyvips.Image) -> pyvips.Image:
    """The picture back in the depth, the meaning and the profile of `like`."""
    high, wide, bands = planes.shape
    most = FULL[like.format]
    kind = np.uint16 if like.format == "ushort" else np.uint8
    values = np.rint(np.clip(planes, 0, 255) * np.float32(most / 255)).astype(kind)
    made = pyvips.Image.new_from_memory(
        np.ascontiguousarray(values).data, wide, high, bands, like.format
    )
    tagged = made.copy(interpretation=like.interpretation)
    profile = profiles.own(like)
    return tagged if profile is None else profiles.tagged(tagged, profile)


def _turned(planes: Floats, orientation: int) -> Floats:
    """Upright, by the orientation of the file (EXIF 1 to 8)."""
    if orientation in (5, 6, 7, 8):
        planes = planes.transpose(1, 0, 2)
    flips = {2: (1,), 3: (0, 1), 4: (0,), 6: (1,), 7: (0, 1), 8: (0,)}
    return np.ascontiguousarray(np.flip(planes, flips.get(orientation, ())))
