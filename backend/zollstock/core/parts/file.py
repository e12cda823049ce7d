"""The pixels of the delivered file, and how it is written."""

from __future__ import annotations

from typing import Literal

from pydantic import Field

from .part import Part


class Pixels(Part):
    """What becomes of the pixels on the way to the file."""

    mode: Literal["keep", "need", "device", "fixed"] = "keep"
    ppi: float | None = Field(default=None, ge=1, le=10_000, description="With `fixed`.")
    native_ppi: int | None = Field(
        default=None, ge=72, le=2880, description="With `device`: the printer's own pixel grid."
    )


class Output(Part):
    """The delivered file."""

    format: Literal["tiff", "jpeg", "png", "pdf"] = "tiff"
    profile: Literal["srgb", "picture"] = "srgb"
    bits: Literal[8, 16] = 8
    compression: Literal["lzw", "none"] = Field(default="lzw", description="Of a TIFF.")
    picture: Literal["lossless", "jpeg"] = Field(
        default="lossless", description="How a PDF holds its picture."
    )
