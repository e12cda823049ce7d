"""Tones of a part: to trace from, without colour and lightened; or with more or less light."""

from __future__ import annotations

from zollstock.core.sheet.sheets import FULL_TONE, Tone

from .channels import Channels, channels_of
from .tone import in_linear_light
from .vips import pyvips


def toned(image: pyvips.Image, tone: Tone, paper: list[float]) -> pyvips.Image:
    """`image` in that tone, in its own profile and depth; `paper` is white in its values.

    A print to trace from is judged by nobody's eye for colour, so that the weights are put on the values as they are.
    """
    if tone == FULL_TONE:
        return image
    made = image
    if tone.stops:
        by = float(2**tone.stops)
        made = in_linear_light(made, lambda light: light * by)
    if tone.grey and image.bands > 1:
        made = made.recomb(pyvips.Image.new_from_array(_without_colour(channels_of(image))))
    if not tone.light:
        return made.rint().cast(image.format).copy(interpretation=image.interpretation)
    light = float(tone.light)
    mixed = made * (1 - light) + [value * light for value in paper]
    return mixed.rint().cast(image.format).copy(interpretation=image.interpretation)


def _without_colour(space: Channels) -> list[list[float]]:
    """What makes every channel of what all of them say: in light all alike, in ink black alone."""
    weights = list(space.lightness)
    if not space.ink:
        return [weights] * space.count
    # Black keeps back twice what its share of the sum says: the others are then left out.
    return [[0.0] * space.count] * (space.count - 1) + [[2 * part for part in weights]]
