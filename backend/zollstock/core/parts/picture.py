"""The picture of a plan."""

from __future__ import annotations

from typing import Literal

from pydantic import Field

from .part import Part


class Picture(Part):
    """The picture's pixels as stored in the file, before `orientation` is applied."""

    width_px: int = Field(ge=1, le=10_000_000)
    height_px: int = Field(ge=1, le=10_000_000)
    orientation: int = Field(default=1, ge=1, le=8, description="EXIF orientation, applied first.")
    channels: Literal[1, 3, 4] = Field(
        default=3,
        description="1 for a grey picture, which stays grey with the profile `picture`; 4 for CMYK.",
    )
    bits: Literal[8, 16] = Field(default=8, description="Bits a channel that the picture has.")
    tagged: bool = Field(
        default=True,
        description="false for a CMYK picture without a profile that can be used: its colours are written nowhere.",
    )
