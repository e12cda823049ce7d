"""Output sharpening, last and at final size: what ink and surface will blur is raised before."""

from __future__ import annotations

from .channels import channels_of
from .vips import pyvips


def sharpened(image: pyvips.Image, amount: float, radius: float) -> pyvips.Image:
    """An unsharp mask on luma: `amount` times what a Gaussian of σ `radius` px takes away is added to
    all channels alike, so that no colour shifts. Streams."""
    weights = pyvips.Image.new_from_array([list(channels_of(image).luma)])
    luma = image.recomb(weights)
    rim = max(2, round(4 * radius))
    wide = luma.embed(rim, rim, luma.width + 2 * rim, luma.height + 2 * rim, extend="copy")
    soft = wide.gaussblur(radius, precision="float", min_ampl=0.01)
    soft = soft.crop(rim, rim, luma.width, luma.height)
    raised = image + (luma - soft) * amount
    return raised.rint().cast(image.format).copy(interpretation=image.interpretation)
