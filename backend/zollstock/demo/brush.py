"""Drawing tools for the scenes: SVG pieces from a seeded hand, turned into pixels by libvips."""

from __future__ import annotations

import math
import random
from collections.abc import Iterable, Sequence

from PIL import Image, ImageDraw, ImageFont

from zollstock.core.letters import FILES, fonts
from zollstock.pixels.vips import pyvips

# Blocked for what others send; here the drawings are our own, in a process of their own.
pyvips.operation_block_set("VipsForeignLoadSvg", False)

Point = tuple[float, float]


def svg(width: float, height: float, *parts: str) -> str:
    """A drawing in its own units; it is made as large as wanted when it becomes pixels."""
    return (
        f'<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 {width} {height}" '
        f'preserveAspectRatio="none">{"".join(parts)}</svg>'
    )


def fade(name: str, *stops: tuple[float, str, float], across: bool = False) -> str:
    """A linear gradient of (offset, colour, opacity), downwards or across."""
    x2, y2 = ("1", "0") if across else ("0", "1")
    return f'<linearGradient id="{name}" x1="0" y1="0" x2="{x2}" y2="{y2}">{_stops(stops)}</linearGradient>'


def glow(name: str, *stops: tuple[float, str, float]) -> str:
    """A radial gradient of (offset, colour, opacity)."""
    return f'<radialGradient id="{name}">{_stops(stops)}</radialGradient>'


def _stops(stops: Iterable[tuple[float, str, float]]) -> str:
    return "".join(
        f'<stop offset="{offset}" stop-color="{colour}" stop-opacity="{opacity}"/>'
        for offset, colour, opacity in stops
    )


def rect(x: float, y: float, w: float, h: float, fill: str, more: str = "") -> str:
    return f'<rect x="{x:.2f}" y="{y:.2f}" width="{w:.2f}" height="{h:.2f}" fill="{fill}" {more}/>'


def disc(x: float, y: float, r: float, fill: str, more: str = "") -> str:
    return f'<circle cx="{x:.2f}" cy="{y:.2f}" r="{r:.2f}" fill="{fill}" {more}/>'


def shape(points: Sequence[Point], fill: str, more: str = "") -> str:
    path = " ".join(f"{x:.2f},{y:.2f}" for x, y in points)
    return f'<polygon points="{path}" fill="{fill}" {more}/>'


def line(points: Sequence[Point], colour: str, width: float, opacity: float = 1.0) -> str:
    path = " ".join(f"{x:.2f},{y:.2f}" for x, y in points)
    return (
        f'<polyline points="{path}" fill="none" stroke="{colour}" stroke-width="{width:.2f}" '
        f'stroke-opacity="{opacity:.2f}" stroke-linecap="round" stroke-linejoin="round"/>'
    )


def ridge(
    hand: random.Random, width: float, base: float, height: float, steps: int, floor: float
) -> list[Point]:
    """A skyline of hills or dunes from left to right, closed at `floor`."""
    waves = [(hand.uniform(0.5, 6), hand.uniform(0, 7), hand.uniform(0.2, 1)) for _ in range(6)]
    total = sum(weight for *_, weight in waves)
    top = []
    for index in range(steps + 1):
        at = index / steps
        lift = sum(weight * math.sin(f * at * 6.3 + phase) for f, phase, weight in waves) / total
        top.append((at * width, base - height * (0.5 + 0.5 * lift)))
    return [(0.0, floor), *top, (width, floor)]


def pixels(drawing: str, width: int, height: int) -> pyvips.Image:
    """The drawing as an sRGB picture of exactly `width` × `height` px, paper white behind it."""
    sized = drawing.replace("<svg ", f'<svg width="{width}" height="{height}" ', 1)
    image = pyvips.Image.svgload_buffer(sized.encode(), unlimited=True)
    return image.flatten(background=[255, 255, 255]).cast("uchar").copy(interpretation="srgb")


def veil(width: int, height: int, seed: int, cell: float) -> pyvips.Image:
    """Soft clouds from −1 to 1: coarse noise drawn large, `cell` as a share of the width."""
    small_w = 420
    small_h = max(16, round(small_w * height / width))
    step = max(4, round(small_w * cell))
    noise = pyvips.Image.perlin(small_w, small_h, cell_size=step, seed=seed)
    noise = (
        noise
        + pyvips.Image.perlin(small_w, small_h, cell_size=max(2, step // 3), seed=seed + 1) / 3
    )
    large = noise.resize(width / small_w, vscale=height / small_h, kernel="cubic")
    return large.crop(0, 0, min(width, large.width), min(height, large.height)).embed(
        0, 0, width, height, extend="copy"
    )


def grain(image: pyvips.Image, seed: int, strength: float) -> pyvips.Image:
    """Film grain of so many levels, the same in all channels."""
    noise = pyvips.Image.gaussnoise(image.width, image.height, mean=0, sigma=strength, seed=seed)
    return (image + noise).cast("uchar").copy(interpretation=image.interpretation)


def haze(
    image: pyvips.Image, clouds: pyvips.Image, colour: list[int], share: float
) -> pyvips.Image:
    """Lay drifting haze of one colour over the picture."""
    mask = ((clouds + 0.3) * share).cast("float")
    mask = (mask < 0).ifthenelse(0, (mask > 1).ifthenelse(1, mask))
    return (image * (1 - mask) + mask * colour).cast("uchar").copy(interpretation="srgb")


def painted(
    image: pyvips.Image, words: str, middle: Point, capitals: float, colour: str, scale: float
) -> pyvips.Image:
    """Words painted on a scene, in its own units times `scale`: centred on `middle`, capitals so high above it."""
    held = fonts()["condensed"]
    font = ImageFont.truetype(
        str(FILES["condensed"]), capitals * scale * held.units / held.capitals
    )
    mask = Image.new("L", (image.width, image.height))
    place = middle[0] * scale, middle[1] * scale
    ImageDraw.Draw(mask).text(place, words, fill=255, font=font, anchor="ms")
    share = pyvips.Image.new_from_memory(mask.tobytes(), mask.width, mask.height, 1, "uchar") / 255
    paint = [int(colour[at : at + 2], 16) for at in (1, 3, 5)]
    mixed = image * (1 - share) + share * paint
    return mixed.rint().cast(image.format).copy(interpretation=image.interpretation)
