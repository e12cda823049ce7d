"""The pixels of the delivered file, and how it is written."""

from __future__ import annotations

from typing import Literal

from pydantic import Field

from ..seeing.enlarging import MethodName, SourceName
from .part import Part, Share

FormatName = Literal["tiff", "jpeg", "png", "pdf"]


class Sharpening(Part):
    """Output sharpening, last and at final size."""

    amount: float = Field(ge=0, le=2)
    radius: float | None = Field(
        default=None, ge=0.01, le=10, description="mm on the print; null takes the proposal's."
    )


class Pixels(Part):
    """What becomes of the pixels on the way to the file."""

    mode: Literal["keep", "need", "device", "fixed"] = "keep"
    ppi: float | None = Field(default=None, ge=1, le=10_000, description="With `fixed`.")
    native_ppi: int | None = Field(
        default=None, ge=72, le=2880, description="With `device`: the printer's own pixel grid."
    )
    method: MethodName = Field(default="careful", description="Of enlarging; all reduce alike.")
    source: SourceName = Field(
        default="plain",
        description="What the owner says of the picture: not sharpened yet, soft, or already sharpened.",
    )
    denoise: Share = Field(
        default=0.0, description="Share of the measured noise taken out beforehand."
    )
    sharpen: Sharpening | None = None


class OutputSpec(Part):
    """The delivered file."""

    format: FormatName = "tiff"
    profile: Literal["srgb", "picture"] = "srgb"
    bits: Literal[8, 16] = 8
    cmyk: Literal["ask", "press"] = Field(
        default="ask",
        description="What a CMYK picture without a profile is taken for: a general press, once somebody said so.",
    )
    compression: Literal["lzw", "none"] = Field(default="lzw", description="Of a TIFF.")
    picture: Literal["lossless", "jpeg"] = Field(
        default="lossless", description="How a PDF holds its picture."
    )
