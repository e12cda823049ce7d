"""Three of the museum's staff before a light wall, painted for their passes: straight on, hair, jumper, a calm face."""

from __future__ import annotations

import math
import random
from dataclasses import dataclass

from zollstock.pixels.vips import pyvips

from .brush import disc, fade, glow, grain, line, pixels, rect, shape, svg

#: px of a portrait, standing: 8 megapixels.
WIDTH, HEIGHT = 2400, 3200
#: Where the painted skull ends above and below, in shares of the picture: what a pass is measured by.
CROWN, CHIN = (0.5, 0.29), (0.5, 0.6575)
EYES = (0.5, 0.462)


@dataclass(frozen=True, slots=True)
class Sitter:
    """Somebody of the staff: a name, and how they look."""

    file: str
    name: str
    skin: str
    dark: str
    hair: str
    jumper: str
    seed: int
    long: bool


STAFF = (
    Sitter("pass-ilse-varn.jpg", "Ilse Varn", "#e3b492", "#b98463", "#6b4a2c", "#35545c", 51, True),
    Sitter(
        "pass-tomo-brek.jpg", "Tomo Brek", "#8e5f40", "#6a432b", "#1d1713", "#8a3f2c", 52, False
    ),
    Sitter("pass-anke-dool.jpg", "Anke Dool", "#f0cbb0", "#cc9a7c", "#b9b2a6", "#4d5a3a", 53, True),
)


def portrait(sitter: Sitter) -> pyvips.Image:
    """The sitter in 900 × 1200 units, made as large as a camera has it."""
    hand = random.Random(sitter.seed)
    skin, dark, hair = sitter.skin, sitter.dark, sitter.hair
    face = [(450 + 150 * math.sin(a) * (1 - 0.12 * max(0.0, -math.cos(a)) ** 2),
             568 - 221 * math.cos(a)) for a in (k * math.tau / 90 for k in range(90))]  # fmt: skip
    outline = " ".join(f"{x:.1f},{y:.1f}" for x, y in face)
    # Behind the head: hair that falls to the shoulders, or stays close.
    fall = 860 if sitter.long else 610
    behind = [
        (450 + 176 * math.sin(a), 560 - 238 * math.cos(a))
        for a in (k * 0.05 - 1.6 for k in range(65))
    ]
    behind = [(286, fall), *behind, (614, fall), (560, fall + 26), (340, fall + 26)]
    cap = [
        (450 + 164 * math.sin(a), 566 - 233 * math.cos(a))
        for a in (k * 0.05 - 1.5 for k in range(61))
    ]
    fringe = [
        (450 + 142 * math.sin(a), 520 - 112 * math.cos(a))
        for a in (1.45 - k * 0.05 for k in range(59))
    ]
    strands = []
    for _ in range(420):
        a = hand.uniform(-1.45, 1.45)
        root = (450 + 150 * math.sin(a), 556 - 222 * math.cos(a))
        tip = (
            450 + 146 * math.sin(a) + hand.uniform(-6, 6),
            528 - 122 * math.cos(a) + hand.uniform(-6, 3),
        )
        strands.append(
            line([root, tip], hand.choice((hair, dark, "#00000055")), hand.uniform(1, 2.6), 0.35)
        )
    parts = [
        shape(behind, hair),
        # Shoulders, neck, ears.
        shape([(368, 740), (532, 740), (552, 900), (450, 930), (348, 900)], skin),
        '<ellipse cx="450" cy="790" rx="92" ry="62" fill="url(#shade)"/>',
        shape([(60, 1200), (96, 1000), (170, 930), (338, 868), (450, 940), (562, 868), (730, 930), (804, 1000),
               (840, 1200)], sitter.jumper),
        line([(338, 868), (450, 940), (562, 868)], "#00000055", 9, 0.5),
        disc(300, 590, 30, dark), disc(600, 590, 30, dark),
        shape(face, skin),
        '<g clip-path="url(#face)"><ellipse cx="600" cy="600" rx="150" ry="300" fill="url(#shade)"/>'
        '<ellipse cx="405" cy="480" rx="120" ry="90" fill="url(#soft)"/></g>',
        shape([*cap, *fringe], hair), *strands,
    ]  # fmt: skip
    for side in (-1, 1):
        x = 450 + side * 66
        parts += [
            f'<ellipse cx="{x}" cy="555" rx="29" ry="14" fill="#fbf7f2"/>',
            disc(x, 555, 13, "#4c3b2c"), disc(x, 555, 6, "#12100e"), disc(x - 4, 550, 3, "#ffffff"),
            line([(x - 31, 552), (x - 10, 540), (x + 12, 540), (x + 31, 552)], "#2b1d14", 4, 0.8),
            line([(x - 40, 522), (x, 508), (x + 38, 520)], hair, 10, 0.85),
            disc(450 + side * 82, 650, 62, "url(#blush)"),
        ]  # fmt: skip
    parts += [
        line([(446, 560), (438, 640), (432, 662), (470, 664)], dark, 7, 0.65),
        line([(398, 712), (430, 705), (450, 709), (470, 705), (502, 712)], "#8f4a40", 9, 0.9),
        line([(402, 716), (450, 728), (498, 716)], "#b56a5c", 8, 0.6),
        *(line([(x, y), (x + hand.uniform(-9, 9), y + 11)], "#00000022", 2.2)
          for x, y in ((hand.uniform(110, 790), hand.uniform(985, 1195)) for _ in range(500))),
        *(disc(hand.uniform(340, 560), hand.uniform(580, 700), hand.uniform(1, 2.4), dark, 'fill-opacity="0.35"')
          for _ in range(60)),
    ]  # fmt: skip
    drawing = svg(
        900, 1200, "<defs>", fade("wall", (0, "#eceae4", 1), (1, "#dfdcd4", 1)),
        glow("soft", (0, "#ffffff", 0.4), (1, "#ffffff", 0)),
        glow("shade", (0, dark, 0.75), (1, dark, 0)), glow("blush", (0, "#c4604a", 0.26), (1, "#c4604a", 0)),
        f'<clipPath id="face"><polygon points="{outline}"/></clipPath>', "</defs>",
        rect(0, 0, 900, 1200, "url(#wall)"), disc(450, 520, 520, "url(#soft)"), *parts,
    )  # fmt: skip
    return grain(pixels(drawing, WIDTH, HEIGHT), sitter.seed, 2.5)
