"""The pixels of the delivered file, and how it is written."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from ..colour.icc import CHANNEL_COUNTS, Space
from ..colour.renderings import Intent
from ..seeing.enlarging import MethodName, SourceName
from .part import Part, Share

FormatName = Literal["tiff", "jpeg", "png", "pdf"]
#: A smaller file holds no picture, a larger one nobody sends as a JPEG, kB.
LEAST_KB, MOST_KB = 10, 1_000_000
#: Most total ink that a press or lab takes, per cent.
InkLimit = Annotated[float, Field(ge=50, le=400)]


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


class PrintProfile(Part):
    """A profile of a device on a paper, as it was when it was chosen: `hash` is that of its file (SHA-256)."""

    key: str = Field(max_length=80)
    name: str = Field(max_length=120)
    hash: str = Field(pattern=r"^[0-9a-f]{64}$")
    space: Space = "rgb"


class OutputSpec(Part):
    """The delivered file."""

    format: FormatName = "tiff"
    profile: Literal["srgb", "picture"] | PrintProfile = "srgb"
    intent: Intent = Field(
        default="perceptual",
        description="With a print profile: what becomes of colours that it cannot show.",
    )
    black_point: bool = Field(
        default=True,
        description="With a print profile: whether black is brought to the paper's black.",
    )
    bits: Literal[8, 16] = 8
    cmyk: Literal["ask", "press"] = Field(
        default="ask",
        description="What a CMYK picture without a profile is taken for: a general press, once somebody said so.",
    )
    compression: Literal["lzw", "none"] = Field(default="lzw", description="Of a TIFF.")
    picture: Literal["lossless", "jpeg"] = Field(
        default="lossless", description="How a PDF holds its picture."
    )
    quality: int | None = Field(
        default=None, ge=30, le=100, description="Of a JPEG; null: as good as any eye can use (98)."
    )
    most_kb: int | None = Field(
        default=None,
        ge=LEAST_KB,
        le=MOST_KB,
        description="Of a JPEG: the largest size, kB of 1000 bytes; its quality is the best that keeps to it.",
    )
    rights: bool = Field(
        default=False,
        description="Whether the picture's copyright and creator go along; position and serial numbers never do.",
    )

    @property
    def print_profile(self) -> PrintProfile | None:
        """The print profile, where the file is made in one."""
        return self.profile if isinstance(self.profile, PrintProfile) else None

    def channels(self, of_picture: int) -> int:
        """How many channels the file of a picture of so many has."""
        if isinstance(self.profile, PrintProfile):
            return CHANNEL_COUNTS[self.profile.space]
        return 1 if of_picture == 1 and self.profile == "picture" else 3
