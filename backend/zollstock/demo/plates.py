"""The catalogue's plates: forty-eight small photographs of things in the museum, in four ratios."""

from __future__ import annotations

import math
import random
from collections.abc import Callable
from dataclasses import dataclass
from typing import Any

from zollstock.pixels.vips import pyvips

from .brush import disc, fade, glow, grain, line, pixels, rect, shape, svg

#: Long side, px: the museum has an old copying stand, and a better one since.
LONG = (1500, 2000)
_RATIOS = ((3, 2), (4, 3), (1, 1), (4, 5))
_GROUNDS = (
    ("#e8e2d4", "#cfc6b2"),
    ("#d8dcdc", "#b7bfc0"),
    ("#3d4547", "#20282a"),
    ("#efe9dd", "#d7cbb4"),
)


@dataclass(frozen=True, slots=True)
class Plate:
    """One plate: its file, its pixels, what it shows, and what must not be cut."""

    number: int
    thing: str
    width: int
    height: int
    keep: dict[str, Any] | None

    @property
    def file(self) -> str:
        return f"plate-{self.number:02d}-{self.thing.replace(' ', '-')}.jpg"


def _rake(hand: random.Random) -> str:
    """A salt rake: a long shaft, a comb of teeth at its far end."""
    teeth = [rect(255 + 22 * k, 170, 8, 70 + hand.uniform(-6, 6), "#6d5236") for k in range(9)]
    return "".join(
        [
            line([(345, 200), (700, 860)], "#4c3a27", 22),
            line([(342, 198), (696, 858)], "#9a774c", 14),
            rect(240, 148, 205, 26, "#7d5d3a"),
            *teeth,
        ]
    )


def _gear(hand: random.Random) -> str:
    teeth, turn = hand.randint(14, 26), hand.uniform(0, 1)
    rim = []
    for index in range(teeth * 4):
        r = 330 if index % 4 in (1, 2) else 282
        angle = turn + index / (teeth * 4) * math.tau
        rim.append((500 + r * math.cos(angle), 500 + r * math.sin(angle)))
    spokes = [line([(500, 500), (500 + 240 * math.cos(turn + k * math.tau / 6),
                                 500 + 240 * math.sin(turn + k * math.tau / 6))], "#7a5a37", 36)
              for k in range(6)]  # fmt: skip
    return "".join([shape(rim, "#8a6a42"), disc(500, 500, 236, "#2b211833"), *spokes,
                    disc(500, 500, 70, "#6b5030"), disc(500, 500, 28, "#1d1611")])  # fmt: skip


def _seaweed(hand: random.Random) -> str:
    parts: list[str] = []

    def grow(x: float, y: float, angle: float, length: float, thick: float, depth: int) -> None:
        end = (x + length * math.cos(angle), y + length * math.sin(angle))
        parts.append(
            line([(x, y), end], hand.choice(("#7c2f3b", "#5f6b3a", "#4d5f4b")), thick, 0.85)
        )
        if depth:
            for _ in range(hand.choice((2, 3))):
                grow(
                    *end,
                    angle + hand.uniform(-0.7, 0.7),
                    length * hand.uniform(0.62, 0.82),
                    thick * 0.68,
                    depth - 1,
                )

    grow(500, 860, -1.57, 210, 17, 5)
    parts.append(rect(690, 850, 190, 60, "#fbf6e6", 'stroke="#a08f6c"'))
    return "".join(parts)


def _lamp(hand: random.Random) -> str:
    return "".join([
        disc(500, 420, 300, "url(#shine)"), rect(420, 640, 160, 34, "#4b4032"),
        shape([(440, 640), (470, 300), (530, 300), (560, 640)], "#c9b98f88"),
        disc(500, 470, 44, "#fff1c0"), rect(430, 270, 140, 30, "#5a4d3a"),
        shape([(450, 270), (500, 190), (550, 270)], "#5a4d3a"), rect(390, 674, 220, 60, "#3d3427"),
        line([(500, 190), (500, 120)], "#3d3427", 8), rect(300, 90, 330 + hand.uniform(0, 90), 18, "#3d3427"),
    ])  # fmt: skip


def _feather(hand: random.Random) -> str:
    barbs = []
    for k in range(90):
        t = k / 90
        x, y = 250 + 480 * t, 800 - 620 * t
        reach = 95 * math.sin(math.pi * min(1, t * 1.1)) + 6
        for side in (-1, 1):
            barbs.append(line([(x, y), (x + side * reach * 0.8 + 20, y + side * reach * 0.55 - 40)],
                              hand.choice(("#e9e6de", "#c7c8c8", "#8d9498")), 3, 0.8))  # fmt: skip
    return "".join([*barbs, line([(215, 850), (735, 170)], "#5b5a55", 6)])


def _float(hand: random.Random) -> str:
    tone = hand.choice(("#4f8f86", "#5b7f9b", "#7c9a6b"))
    mesh = [line([(500 + 260 * math.cos(a), 500 + 260 * math.sin(a)),
                  (500 + 260 * math.cos(a + 2.2), 500 + 260 * math.sin(a + 2.2))], "#3b2f22", 7, 0.85)
            for a in (k * math.tau / 11 for k in range(11))]  # fmt: skip
    return "".join([disc(500, 500, 258, tone), disc(500, 500, 258, "url(#ball)"), *mesh,
                    disc(400, 380, 40, "#ffffff", 'fill-opacity="0.55"')])  # fmt: skip


def _boat(hand: random.Random) -> str:
    lean = hand.uniform(-25, 25)
    return "".join(
        [
            shape([(180, 640), (820, 640), (720, 770), (270, 770)], "#6b4a2e"),
            shape([(180, 640), (820, 640), (805, 662), (196, 662)], "#d8c39a"),
            line([(480, 640), (480 + lean, 180)], "#3b2c1d", 12),
            shape([(495 + lean, 200), (495, 610), (760, 610)], "#efe6d0"),
            shape([(468 + lean, 230), (462, 610), (260, 610)], "#e2d6ba"),
            rect(330, 770, 340, 22, "#3a2a1c"),
            rect(400, 830, 200, 42, "#c9a94e"),
            line([(420, 851), (580, 851)], "#3a2a1c", 4),
        ]
    )


def _tile(hand: random.Random) -> str:
    parts = [rect(190, 190, 620, 620, "#f4f1e8", 'stroke="#b9b09b" stroke-width="6"')]
    for ring in range(3):
        for k in range(12):
            a, r = k * math.tau / 12 + ring * 0.26, 90 + ring * 85
            parts.append(
                disc(
                    500 + r * math.cos(a),
                    500 + r * math.sin(a),
                    26 - 5 * ring,
                    hand.choice(("#2f5d8c", "#3f74a5", "#24486e")),
                )
            )
    parts += [
        line(
            [(190 + 620 * hand.random(), 190), (190 + 620 * hand.random(), 810)],
            "#8d8675",
            2.4,
            0.8,
        )
    ]
    return "".join(parts)


#: (what it is, the hand that draws it in 1000 × 1000, what must be kept of it, in those shares)
_THINGS: tuple[tuple[str, Callable[[random.Random], str], tuple[str, float, float, float, float] | None], ...] = (
    ("salt rake", _rake, ("comb", 0.22, 0.13, 0.26, 0.13)), ("trial gear", _gear, None),
    ("pressed weed", _seaweed, ("label", 0.67, 0.83, 0.23, 0.1)), ("keepers lamp", _lamp, ("bracket", 0.28, 0.06, 0.46, 0.08)),
    ("gull feather", _feather, ("feather", 0.2, 0.15, 0.56, 0.72)), ("net float", _float, None),
    ("boat model", _boat, ("name plate", 0.38, 0.81, 0.24, 0.09)), ("mill tile", _tile, None),
)  # fmt: skip


def _plates() -> tuple[Plate, ...]:
    found = []
    for index in range(48):
        thing, _, kept = _THINGS[index % len(_THINGS)]
        across, down = _RATIOS[(index * 7 + index // 8) % 4]
        long = max(across, down)
        side = LONG[index // len(_THINGS) % 2]
        width, height = round(side * across / long), round(side * down / long)
        keep = None
        if kept is not None:
            # The thing is drawn in a square in the middle; its zone in shares of the picture.
            side = min(width, height)
            left, top = (width - side) / 2, (height - side) / 2
            keep = {
                "name": kept[0],
                "x": round((left + kept[1] * side) / width, 4),
                "y": round((top + kept[2] * side) / height, 4),
                "w": round(kept[3] * side / width, 4),
                "h": round(kept[4] * side / height, 4),
            }
        found.append(Plate(index + 1, thing, width, height, keep))
    return tuple(found)


PLATES = _plates()


def paint(plate: Plate) -> pyvips.Image:
    """The plate as the copying stand sees it: the thing on its ground, its shadow, a little grain."""
    hand = random.Random(1884 + plate.number)
    light, dark = _GROUNDS[plate.number % len(_GROUNDS)]
    draw = _THINGS[(plate.number - 1) % len(_THINGS)][1]
    side = min(plate.width, plate.height)
    left, top = (plate.width - side) / 2, (plate.height - side) / 2
    thing = draw(hand)
    place = f"translate({left:.1f} {top:.1f}) scale({side / 1000:.4f})"
    shadow = (
        f"translate({left + side * 0.012:.1f} {top + side * 0.02:.1f}) scale({side / 1000:.4f})"
    )
    drawing = svg(
        plate.width,
        plate.height,
        "<defs>",
        fade("ground", (0, light, 1), (1, dark, 1)),
        glow("shine", (0, "#ffe9a8", 0.55), (1, "#ffe9a8", 0)),
        glow("ball", (0, "#ffffff", 0.35), (0.7, "#ffffff", 0), (1, "#000000", 0.5)),
        '<filter id="dark"><feColorMatrix values="0 0 0 0 0 0 0 0 0 0 0 0 0 0 0 0 0 0 0.2 0"/></filter>',
        "</defs>",
        rect(0, 0, plate.width, plate.height, "url(#ground)"),
        f'<g transform="{shadow}" filter="url(#dark)">{thing}</g>',
        f'<g transform="{place}">{thing}</g>',
    )
    return grain(pixels(drawing, plate.width, plate.height), plate.number, 3)
