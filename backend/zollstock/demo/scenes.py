"""The eight pictures of the museum, each from its seed; sizes in px are those of real cameras."""

from __future__ import annotations

import math
import random
from collections.abc import Callable
from dataclasses import dataclass

from zollstock.pixels.vips import pyvips

from .brush import (
    disc,
    fade,
    glow,
    grain,
    haze,
    line,
    painted,
    pixels,
    rect,
    ridge,
    shape,
    svg,
    veil,
)


@dataclass(frozen=True, slots=True)
class Scene:
    """A picture: its file, its pixels, and the hand that paints it."""

    file: str
    width: int
    height: int
    paint: Callable[[int, int], pyvips.Image]
    camera: str = "Brinemark F4"
    #: Of a JPEG.
    quality: int = 92


def fog(width: int, height: int) -> pyvips.Image:
    """Salt pans before sunrise, a lamp tower at the left, fog drifting in."""
    hand = random.Random(7)
    w, h, horizon = 1500, 1000, 560
    pans = []
    for row in range(11):
        near = (row / 11) ** 1.7
        far = ((row + 1) / 11) ** 1.7
        top, bottom = horizon + 14 + near * 440, horizon + 10 + far * 440
        for column in range(-7, 8):
            spread = [0.35 + 2.1 * near, 0.35 + 2.1 * far]
            xs = [w / 2 + (column + edge) * 118 * s for s in spread for edge in (0.04, 0.96)]
            light = hand.uniform(0.05, 0.5)
            tone = "#f5d9b4" if (column + row) % 3 else "#a9bcc4"
            pans.append(
                shape(
                    [(xs[0], top), (xs[1], top), (xs[3], bottom), (xs[2], bottom)],
                    tone,
                    f'fill-opacity="{light:.2f}"',
                )
            )
    heaps = [
        shape([(x - r, y), (x, y - r * 0.9), (x + r, y)], "#fbf3e6", 'fill-opacity="0.85"')
        for x, y, r in ((1010, 690, 22), (1072, 694, 30), (1150, 700, 26), (1290, 742, 44))
    ]
    tower = [
        shape([(240, 606), (260, 172), (304, 172), (326, 606)], "url(#tower)"),
        rect(250, 158, 64, 14, "#3d4a4c"),
        rect(260, 124, 44, 34, "#ffe9a8"),
        shape([(254, 124), (282, 88), (310, 124)], "#3d4a4c"),
        disc(282, 141, 170, "url(#lamp)"),
        disc(282, 141, 10, "#fff8df"),
        *(rect(277, y, 11, 20, "#6b6259") for y in (280, 390, 500)),
    ]
    drawing = svg(
        w, h, "<defs>",
        fade("sky", (0, "#4f7696", 1), (0.35, "#8fa9b3", 1), (0.75, "#f0d9b5", 1), (1, "#f6c993", 1)),
        fade("land", (0, "#c3a98c", 1), (0.25, "#7d8a8d", 1), (1, "#2f4a4c", 1)),
        fade("tower", (0, "#d8cdb8", 1), (0.5, "#f7f0e0", 1), (1, "#a89d8d", 1), across=True),
        fade("mist", (0, "#f7e8d2", 0), (0.5, "#f7ead8", 0.9), (1, "#f7e8d2", 0)),
        glow("lamp", (0, "#fff3c4", 0.95), (0.2, "#ffe08a", 0.5), (1, "#ffd877", 0)),
        "</defs>", rect(0, 0, w, horizon + 2, "url(#sky)"),
        shape(ridge(hand, w, horizon + 4, 70, 90, horizon + 8), "#8d9a9c", 'fill-opacity="0.7"'),
        shape(ridge(hand, w, horizon + 8, 34, 120, horizon + 12), "#64787b"),
        rect(0, horizon, w, h - horizon, "url(#land)"), *pans, *heaps,
        rect(0, horizon - 80, w, 170, "url(#mist)"), *tower,
        rect(0, horizon + 10, w, 120, "url(#mist)", 'opacity="0.55"'),
    )  # fmt: skip
    picture = haze(
        pixels(drawing, width, height), veil(width, height, 7, 0.3), [238, 226, 208], 0.42
    )
    return grain(picture, 7, 3)


def gears(width: int, height: int) -> pyvips.Image:
    """The mill's gears: oak and iron, close, lit from the left."""
    hand = random.Random(11)
    w, h = 1000, 1500

    def gear(x: float, y: float, r: float, teeth: int, body: str, turn: float) -> str:
        rim = []
        for index in range(teeth * 4):
            reach = r if index % 4 in (1, 2) else r * 0.87
            angle = turn + index / (teeth * 4) * math.tau
            rim.append((x + reach * math.cos(angle), y + reach * math.sin(angle)))
        dark = [(px + 14, py + 18) for px, py in rim]
        spokes = []
        for index in range(6):
            angle = turn + index * math.tau / 6
            end = (x + r * 0.7 * math.cos(angle), y + r * 0.7 * math.sin(angle))
            spokes += [
                line([(x + 5, y + 7), (end[0] + 5, end[1] + 7)], "#120d09", r * 0.13, 0.5),
                line([(x, y), end], body, r * 0.12),
            ]
        return "".join([
            shape(dark, "#0c0907", 'fill-opacity="0.55"'), shape(rim, body),
            shape(rim, "url(#sheen)"),
            disc(x, y, r * 0.73, "#1d1611"), disc(x, y, r * 0.73, "url(#well)"), *spokes,
            disc(x, y, r * 0.2, body), disc(x, y, r * 0.2, "url(#sheen)"), disc(x, y, r * 0.09, "#0f0b08"),
        ])  # fmt: skip

    planks = []
    for index in range(9):
        x, tone = index * 115.0, hand.choice(("#3a281b", "#432f20", "#35241a"))
        planks.append(rect(x, 0, 113, h, tone))
        for _ in range(26):
            at = x + hand.uniform(3, 110)
            path = [(at + 3 * math.sin(k / 2 + at), k * h / 14) for k in range(15)]
            planks.append(line(path, "#1c120b", hand.uniform(0.4, 1.6), hand.uniform(0.15, 0.5)))
    drawing = svg(
        w, h, "<defs>",
        glow("sheen", (0, "#fff1d0", 0.30), (0.6, "#fff1d0", 0.05), (1, "#000000", 0.45)),
        glow("well", (0, "#5b4331", 0.7), (1, "#0a0705", 0.7)),
        fade("light", (0, "#ffdf9f", 0.34), (0.5, "#ffdf9f", 0.02), (1, "#000000", 0.62), across=True),
        "</defs>", rect(0, 0, w, h, "#150d08"), *planks,
        gear(610, 980, 470, 34, "#7a5a37", 0.04), gear(300, 380, 255, 20, "#5d5f60", 0.1),
        gear(830, 330, 160, 14, "#8c6a34", 0.21), gear(140, 1270, 190, 16, "#4c5052", 0.0),
        rect(0, 0, w, h, "url(#light)"),
    )  # fmt: skip
    return grain(pixels(drawing, width, height), 11, 6)


def stars(width: int, height: int) -> pyvips.Image:
    """Star trails over the mill's roof, grainy on purpose."""
    hand = random.Random(19)
    w, h, pole = 1500, 1000, (620.0, 430.0)
    trails = []
    for _ in range(620):
        r, start = hand.uniform(8, 1150), hand.uniform(0, math.tau)
        sweep = 0.62 + hand.uniform(-0.01, 0.01)
        points = [
            (
                pole[0] + r * math.cos(start + sweep * k / 18),
                pole[1] + r * math.sin(start + sweep * k / 18),
            )
            for k in range(19)
        ]
        tone = hand.choice(("#ffffff", "#dfe9ff", "#fff0d8", "#cddcff"))
        trails.append(line(points, tone, hand.uniform(0.35, 1.5), hand.uniform(0.2, 0.95)))
    roof = [
        shape([(820, 1000), (820, 720), (1010, 590), (1205, 720), (1205, 1000)], "#0b0d12"),
        shape(
            [(800, 728), (1010, 580), (1225, 728), (1225, 742), (1010, 598), (800, 742)], "#15181f"
        ),
        rect(960, 800, 34, 46, "#f2b457"),
        rect(1050, 800, 34, 46, "#b9822f"),
        disc(977, 823, 120, "url(#window)"),
        shape([(1205, 1000), (1205, 860), (1500, 880), (1500, 1000)], "#0a0c10"),
    ]
    drawing = svg(
        w,
        h,
        "<defs>",
        fade("night", (0, "#0a1230", 1), (0.6, "#1d3154", 1), (1, "#5a5a66", 1)),
        glow("window", (0, "#ffc46b", 0.35), (1, "#ffc46b", 0)),
        "</defs>",
        rect(0, 0, w, h, "url(#night)"),
        *trails,
        shape(ridge(hand, w, 960, 90, 120, h), "#07090d"),
        *roof,
    )
    return grain(pixels(drawing, width, height), 19, 13)


def seaweed(width: int, height: int) -> pyvips.Image:
    """Pressed seaweed on a herbarium sheet."""
    hand = random.Random(23)
    fronds: list[str] = []

    def grow(x: float, y: float, angle: float, length: float, thick: float, depth: int) -> None:
        points = [(x, y)]
        for _ in range(6):
            angle += hand.uniform(-0.16, 0.16)
            x, y = x + length / 6 * math.cos(angle), y + length / 6 * math.sin(angle)
            points.append((x, y))
        tone = hand.choice(("#7c2f3b", "#8b3a44", "#6a2732", "#94505a"))
        fronds.append(line(points, tone, thick, 0.72))
        if depth == 0:
            fronds.append(disc(x, y, thick * 1.5, tone, 'fill-opacity="0.6"'))
            return
        for _ in range(hand.choice((2, 3, 3))):
            turn = angle + hand.uniform(-0.75, 0.75)
            grow(x, y, turn, length * hand.uniform(0.62, 0.84), thick * 0.66, depth - 1)

    for turn in (-2.15, -1.75, -1.45, -1.1):
        grow(505 + hand.uniform(-8, 8), 850, turn, 172, 11, 6)
    fibres = [
        line(
            [(x, y), (x + hand.uniform(-14, 14), y + hand.uniform(-5, 5))],
            "#b09f7c",
            0.5,
            hand.uniform(0.1, 0.4),
        )
        for x, y in ((hand.uniform(0, 1000), hand.uniform(0, 1000)) for _ in range(900))
    ]
    label = [
        rect(640, 880, 290, 76, "#fbf6e6", 'stroke="#a08f6c" stroke-width="1.4"'),
        *(line([(660, 904 + 15 * k), (660 + hand.uniform(150, 245), 904 + 15 * k)], "#5a4a3a", 1.6, 0.7)
          for k in range(3)),
        rect(470, 838, 70, 13, "#e9dfc2", 'stroke="#c4b48e" stroke-width="0.8"'),
    ]  # fmt: skip
    drawing = svg(
        1000, 1000, "<defs>", glow("paper", (0, "#f3e9cf", 1), (0.75, "#ebdfc0", 1), (1, "#d8c79d", 1)),
        "</defs>", rect(0, 0, 1000, 1000, "url(#paper)"), *fibres, *fronds, *label,
    )  # fmt: skip
    return grain(pixels(drawing, width, height), 23, 3)


def keeper(width: int, height: int) -> pyvips.Image:
    """The keeper's portrait, drawn by hand: grey pencil hatching, one channel."""
    hand = random.Random(29)
    w, h = 900.0, 1200.0

    def shade(x: float, y: float) -> float:
        """How dark the drawing is at a point, 0 to 1."""
        face = ((x - 450) / 190) ** 2 + ((y - 520) / 255) ** 2
        beard = ((x - 450) / 170) ** 2 + ((y - 735) / 150) ** 2
        coat = y > 880 + 0.0016 * (x - 450) ** 2 and y > 830
        if 255 < y < 385 and abs(x - 450) < 215 - abs(y - 340) * 0.7:
            return 0.9 - 0.25 * (x < 420)
        if any(((x - ex) / 26) ** 2 + ((y - 505) / 13) ** 2 < 1 for ex in (375, 522)):
            return 0.95
        if any(((x - ex) / 46) ** 2 + ((y - 463) / 11) ** 2 < 1 for ex in (373, 525)):
            return 0.85
        if abs(y - 672) < 7 and abs(x - 450) < 58:
            return 0.8
        if beard < 1 and y > 640:
            return 0.45 + 0.25 * math.sin(x / 13 + y / 31)
        if face < 1:
            nose = 0.4 if 448 < x < 480 and 500 < y < 610 else 0.0
            return 0.1 + 0.5 * float(max(0.0, (x - 430) / 200) ** 1.3) + nose
        if coat:
            return 0.72 if abs(x - 450) > 40 else 0.4
        return 0.12 + 0.12 * (x > 640)

    strokes = []
    for layer, (angle, least) in enumerate(((0.9, 0.08), (-0.75, 0.33), (0.15, 0.6), (1.5, 0.8))):
        dx, dy = math.cos(angle) * 13, math.sin(angle) * 13
        for _ in range(9500):
            x, y = hand.uniform(40, w - 40), hand.uniform(60, h - 40)
            dark = shade(x, y)
            if dark < least or hand.random() > dark + 0.15:
                continue
            wobble = hand.uniform(-2, 2)
            strokes.append(
                line(
                    [(x - dx, y - dy), (x + wobble, y + wobble), (x + dx, y + dy)],
                    "#2b2b2b",
                    hand.uniform(0.7, 1.7 + 0.2 * layer),
                    0.35 + 0.45 * dark,
                )
            )
    outline = [
        line([(450 + 190 * math.cos(a / 20) + hand.uniform(-2, 2), 520 + 255 * math.sin(a / 20))
              for a in range(-10, 74)], "#1f1f1f", 2.6, 0.8),
        line([(236, 372), (300, 392), (450, 402), (600, 392), (664, 372)], "#161616", 6, 0.9),
    ]  # fmt: skip
    drawing = svg(w, h, rect(0, 0, w, h, "#f4f2ee"), *strokes, *outline)
    return grain(pixels(drawing, width, height).colourspace("b-w"), 29, 3)


def lowtide(width: int, height: int) -> pyvips.Image:
    """The long wall at low tide: a panorama, very wide."""
    hand = random.Random(31)
    w, h = 3000.0, 1000.0
    stones = []
    for row in range(7):
        x = -hand.uniform(0, 60)
        while x < w:
            wide = hand.uniform(46, 105)
            tone = hand.choice(("#7b7468", "#8a8275", "#6c665b", "#948b7c", "#5f5a51"))
            stones.append(rect(x, 520 + row * 21, wide - 2.5, 19, tone, 'rx="3"'))
            x += wide
    pools = []
    for _ in range(95):
        y = hand.uniform(690, 990)
        size = 14 + (y - 670) * hand.uniform(0.2, 0.75)
        x = hand.uniform(0, w)
        pools.append(
            f'<ellipse cx="{x:.1f}" cy="{y:.1f}" rx="{size * 2.6:.1f}" ry="{size * 0.2:.1f}" '
            f'fill="#a9c3cf" fill-opacity="{hand.uniform(0.25, 0.8):.2f}"/>'
        )
    birds = []
    for _ in range(26):
        x, y, s = hand.uniform(1500, 2700), hand.uniform(120, 420), hand.uniform(5, 12)
        birds.append(line([(x - s, y - s * 0.3), (x - s * 0.4, y - s * 0.6), (x, y),
                           (x + s * 0.4, y - s * 0.6), (x + s, y - s * 0.3)], "#3a4347", 1.4, 0.8))  # fmt: skip
    posts = []
    for index in range(34):
        x = 60 + index * 88
        high = 40 + hand.uniform(-6, 6)
        posts += [
            rect(x, 520 - high, 8, high + 6, "#4a4238"),
            rect(x, 560, 8, 180 + hand.uniform(-20, 20), "#38342c", 'fill-opacity="0.35"'),
        ]
    drawing = svg(
        w, h, "<defs>",
        fade("sky", (0, "#7899ad", 1), (0.55, "#cfd9d6", 1), (1, "#f0e6d3", 1)),
        fade("flat", (0, "#8b826f", 1), (1, "#4d4a42", 1)), "</defs>",
        rect(0, 0, w, 560, "url(#sky)"), *birds,
        shape(ridge(hand, w, 520, 60, 160, 530), "#9aa5a3"),
        rect(0, 515, w, 160, "#4b473f"), *stones, *posts, rect(0, 667, w, 333, "url(#flat)"), *pools,
    )  # fmt: skip
    picture = haze(
        pixels(drawing, width, height), veil(width, height, 31, 0.12), [226, 226, 218], 0.3
    )
    return grain(picture, 31, 5)


def postcard(width: int, height: int) -> pyvips.Image:
    """An old hand-tinted postcard of the mill, its name painted on the roof: few pixels, soft, saved small."""
    hand = random.Random(37)
    w, h = 1200.0, 800.0
    waves = [
        line(
            [(x, y), (x + hand.uniform(20, 90), y)],
            "#f1ecd9",
            hand.uniform(0.8, 2.4),
            hand.uniform(0.2, 0.7),
        )
        for x, y in ((hand.uniform(0, w), hand.uniform(540, 790)) for _ in range(220))
    ]
    wheel = [disc(452, 520, 92, "none", 'stroke="#4a3b2e" stroke-width="11"')]
    for index in range(12):
        angle = index * math.tau / 12
        wheel.append(
            line(
                [(452, 520), (452 + 92 * math.cos(angle), 520 + 92 * math.sin(angle))], "#4a3b2e", 5
            )
        )
    drawing = svg(
        w, h, "<defs>", fade("sky", (0, "#b9c9c0", 1), (1, "#f4e3c3", 1)),
        fade("sea", (0, "#8fa9a0", 1), (1, "#56756f", 1)), "</defs>",
        rect(0, 0, w, h, "url(#sky)"),
        shape(ridge(hand, w, 500, 110, 60, 540), "#a9b39a"), rect(0, 530, w, 270, "url(#sea)"),
        shape([(500, 545), (500, 330), (820, 330), (820, 545)], "#d9c7a2"),
        shape([(480, 335), (560, 220), (760, 220), (842, 335)], "#9c5b43"),
        *(rect(540 + 88 * k, 385, 34, 52, "#5b5347") for k in range(3)),
        rect(640, 468, 52, 77, "#4c4035"), *wheel, *waves,
    )  # fmt: skip
    scene = painted(
        pixels(drawing, width, height), "TIDE MILL", (661, 304), 44, "#f3e6c8", width / w
    )
    return grain(scene.gaussblur(1.0), 37, 4)


def sluice(width: int, height: int) -> pyvips.Image:
    """The sluice at dusk: timber gates, still water."""
    hand = random.Random(41)
    w, h, water = 1500.0, 1000.0, 640.0
    boards = []
    for x in range(420, 1090, 46):
        tone = hand.choice(("#3b3129", "#463a30", "#332b24"))
        boards.append(rect(x, 250, 43, water - 250, tone))
        boards.append(rect(x, water, 43, 250, tone, 'fill-opacity="0.35"'))
    beams = [rect(390, y, 730, 26, "#2a231d") for y in (270, 430, 590)]
    glints = [
        line(
            [(x, y), (x + hand.uniform(8, 70), y)],
            hand.choice(("#f6b26b", "#f2d3a0", "#8fa6c4")),
            hand.uniform(0.7, 2.6),
            hand.uniform(0.2, 0.8),
        )
        for x, y in ((hand.gauss(1180, 230), hand.uniform(water + 6, 995)) for _ in range(330))
    ]
    reeds = []
    for _ in range(190):
        left, lean, high = hand.uniform(0, 400), hand.uniform(-22, 30), hand.uniform(90, 260)
        reeds.append(line([(left, 800), (left + lean * 0.3, 800 - high * 0.6), (left + lean, 800 - high)],
                          "#15181a", hand.uniform(1, 3), 0.9))  # fmt: skip
    drawing = svg(
        w, h, "<defs>",
        fade("sky", (0, "#2f3e66", 1), (0.5, "#a8676b", 1), (1, "#f5b06a", 1)),
        fade("water", (0, "#d98f62", 1), (0.35, "#7b5a6b", 1), (1, "#1d2740", 1)),
        glow("sun", (0, "#fff0c4", 1), (0.15, "#ffd58a", 0.7), (1, "#ffb066", 0)), "</defs>",
        rect(0, 0, w, water + 2, "url(#sky)"), disc(1180, 600, 330, "url(#sun)"),
        shape(ridge(hand, w, water, 70, 110, water + 4), "#3a2f3f"),
        rect(0, water, w, h - water, "url(#water)"), *glints, *boards, *beams,
        rect(395, 215, 34, 430, "#241e19"), rect(1080, 215, 34, 430, "#241e19"),
        rect(330, 205, 850, 24, "#1d1814"), *reeds, rect(0, 790, 410, 210, "#101315"),
    )  # fmt: skip
    return grain(pixels(drawing, width, height), 41, 5)


SCENES: tuple[Scene, ...] = (
    Scene("fog-over-the-salt-pans.jpg", 5000, 3333, fog),
    Scene("mill-gears.jpg", 4000, 6000, gears),
    Scene("star-trails.jpg", 7952, 5304, stars, "Brinemark N9"),
    Scene("pressed-seaweed.tif", 4200, 4200, seaweed, "Flatbed Ostrea 3"),
    Scene("the-keeper.png", 3000, 4000, keeper, "Flatbed Ostrea 3"),
    Scene("the-long-wall-at-low-tide.jpg", 12_000, 4000, lowtide),
    Scene("old-postcard.jpg", 1200, 800, postcard, "", 34),
    Scene("sluice-at-dusk.jpg", 4500, 3000, sluice),
)
