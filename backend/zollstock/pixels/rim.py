"""The rim: what the file is made of beyond the image box, such as the sides of a stretched canvas."""

from __future__ import annotations

from zollstock.core.edges.kind import EdgeFill
from zollstock.core.sheet.grid import PixelBox

from .resample import upscale
from .vips import pyvips

#: The soft mirror is worked out this much smaller: a wide blur needs no fine pixels.
_COARSE = 8
#: Ways of filling whose first rows need later rows of the picture.
LOOKS_AHEAD = ("mirror", "soft-mirror", "stretch")


#: How wide the blur of the softest mirror is at most, as a share of its depth.
_SOFTEST = 0.4


def rimmed(
    image: pyvips.Image, box: PixelBox, content: PixelBox, rim: EdgeFill, colour: list[float]
) -> pyvips.Image:
    """The image box at its place in the content, the rest made as `rim` says; px throughout."""
    fill = rim.fill
    if box == content:
        return image
    x, y = box.x - content.x, box.y - content.y
    if fill == "colour":
        return image.embed(x, y, content.w, content.h, extend="background", background=colour)
    if fill == "stretch":
        return image.embed(x, y, content.w, content.h, extend="copy")
    mirrored = image.embed(x, y, content.w, content.h, extend="mirror")
    if fill == "soft-mirror" and rim.softness:
        return _softened(mirrored, x, y, box, rim.softness)
    return mirrored


def _softened(
    mirrored: pyvips.Image, x: int, y: int, box: PixelBox, softness: float
) -> pyvips.Image:
    """Blur the mirrored sides more and more towards the rim; the face stays as it is."""
    w, h = mirrored.width, mirrored.height
    deepest = max(x, y, w - x - box.w, h - y - box.h, 1)
    coarse = min(_COARSE, max(1, min(w, h) // 16))
    # In floating point: in whole numbers the blur changes even what is even.
    small = mirrored.cast("float").reduce(coarse, coarse)
    small = small.gaussblur(max(0.5, deepest * _SOFTEST * softness / coarse), precision="float")
    soft = upscale(small, coarse, w, h)
    at = pyvips.Image.xyz(w, h).cast("float")
    across = _outside(at[0], x, x + box.w - 1)
    down = _outside(at[1], y, y + box.h - 1)
    distance = (across > down).ifthenelse(across, down)
    share = (distance / deepest).cast("float")
    mixed = (mirrored * (1 - share) + soft * share).rint().cast(mirrored.format)
    return (distance == 0).ifthenelse(mirrored, mixed).copy(interpretation=mirrored.interpretation)


def _outside(at: pyvips.Image, first: int, last: int) -> pyvips.Image:
    """How far each coordinate lies outside first..last, px; 0 inside."""
    before, after = first - at, at - last
    further = (before > after).ifthenelse(before, after)
    return (further > 0).ifthenelse(further, 0)
