"""Tones to trace from: without colour, and lightened."""

from __future__ import annotations

from zollstock.core.sheet.sheets import FULL_TONE, Tone

from .vips import pyvips

#: How much each of red, green and blue counts for how light a colour looks (ITU-R BT.709).
_LIGHTNESS = [0.2126, 0.7152, 0.0722]


def toned(image: pyvips.Image, tone: Tone, paper: list[float]) -> pyvips.Image:
    """`image` in that tone, in its own profile and depth; `paper` is white in its values.

    A print to trace from is judged by nobody's eye for colour, so that the weights are put on the values as they are.
    """
    if tone == FULL_TONE:
        return image
    made = image
    if tone.grey and image.bands == len(_LIGHTNESS):
        made = made.recomb(pyvips.Image.new_from_array([_LIGHTNESS] * image.bands))
    light = float(tone.light)
    mixed = made * (1 - light) + [value * light for value in paper]
    return mixed.rint().cast(image.format).copy(interpretation=image.interpretation)
