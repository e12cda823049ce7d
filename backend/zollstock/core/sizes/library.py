"""The size library: sizes that are in use, by group, and how frames of them are bought."""

from __future__ import annotations

import re
from dataclasses import dataclass, replace
from functools import lru_cache
from typing import Literal, get_args

from ..ground.lengths import Length
from ..ground.plaintext import plain
from ..ground.rational import Fraction
from .pairs import ISO_A, ISO_B, ISO_C, parse_size

Frames = Literal["common", "seldom", "order"]
FRAMES: tuple[Frames, ...] = get_args(Frames)


def frames_of(text: str) -> Frames:
    """The word as one of the three; what is none of them is cut to order.

    >>> frames_of("common"), frames_of("")
    ('common', 'order')
    """
    return next((word for word in FRAMES if word == text), "order")


_BOUGHT = {"common": "frames common", "seldom": "frames seldom", "order": "frames cut to order"}


@dataclass(frozen=True, slots=True)
class Size:
    """A size of the library.

    `key` never changes; `name` is what people call it. `frames` says how common frames and mats of
    the size are: a first guess that every studio puts right for its own shops.
    """

    key: str
    name: str
    group: str
    width: Length
    height: Length
    frames: Frames = "order"
    note: str = ""

    @property
    def in_pixels(self) -> bool:
        return self.width.unit == "px"

    @property
    def area(self) -> Fraction:
        """mm²; for a size in pixels, at its tag."""
        return self.width.mm * self.height.mm

    @property
    def bought(self) -> str:
        return "for a screen" if self.in_pixels else _BOUGHT[self.frames]

    @property
    def label(self) -> str:
        """`A3, 29.7 × 42 cm` or `30 × 45 cm`: name and sides, without saying the same twice."""
        sides = sides_text(self.width, self.height)
        other = sides_text(self.height, self.width)
        same = not self.name or plain(self.name) in (plain(sides), plain(other))
        return sides if same else f"{self.name}, {sides}"


def sides_text(width: Length, height: Length) -> str:
    """Both sides as typed, the unit once where they share it: `24 × 16 in`.

    >>> from ..ground.lengths import parse_length
    >>> sides_text(parse_length("24 in"), parse_length("16 in"))
    '24 × 16 in'
    >>> sides_text(parse_length("24 in"), parse_length("40 cm"))
    '24 in × 40 cm'
    """
    if width.unit == height.unit and width.typed.endswith(f" {width.unit}"):
        return f"{width.typed[: -len(width.unit) - 1]} × {height.typed}"
    return f"{width.typed} × {height.typed}"


def directed(size: Size, wide: bool) -> Size:
    """The size lying (`wide`) or standing; a square stays as it is.

    >>> a0 = library()[0]
    >>> sides_text(a0.width, a0.height), sides_text(directed(a0, True).width, directed(a0, True).height)
    ('841 × 1189 mm', '1189 × 841 mm')
    """
    lies = size.width.mm > size.height.mm
    if size.width.mm == size.height.mm or lies == wide:
        return size
    return replace(size, width=size.height, height=size.width)


_COMMON = {
    "4x6", "5x7", "8x10", "11x14", "12x16", "12x18", "16x20", "18x24", "20x30", "24x36", "8x8",
    "10x10", "12x12",
}  # fmt: skip
_COMMON_CM = {"9x13", "10x15", "13x18", "15x20", "18x24", "20x30", "24x30", "30x40", "40x50",
              "50x70", "60x80", "70x100", "20x20", "30x30"}  # fmt: skip

#: (group, key prefix, unit, sizes, frames of those that are not common)
_TABLES: tuple[tuple[str, str, str, str, Frames], ...] = (
    ("Photo sizes, inches", "in", "in", "3.5x5 4x6 5x7 6x8 8x10 8x12 9x12 10x12 11x14 11x17 12x16 "
     "12x18 13x19 16x20 16x24 18x24 20x24 20x30 24x30 24x36 30x40 40x60", "seldom"),
    ("Photo sizes, centimetres", "cm", "cm", "9x13 10x15 13x18 15x20 15x21 18x24 20x25 20x30 24x30 "
     "24x36 28x35 30x40 30x45 40x50 40x60 50x60 50x70 50x75 60x80 60x90 70x100 80x120 100x150",
     "seldom"),
    ("Squares", "cm", "cm", "10x10 13x13 15x15 20x20 30x30 40x40 50x50 60x60 80x80", "seldom"),
    ("Squares, inches", "in", "in", "5x5 8x8 10x10 12x12 16x16 20x20", "seldom"),
    ("Panoramas", "cm", "cm", "10x20 10x30 15x30 15x45 20x50 20x60 25x75 30x60 30x90 40x80 40x120 "
     "50x100 50x150 60x180", "order"),
    ("Panoramas, inches", "in", "in", "5x15 8x16 8x24 10x20 10x30 12x24 12x36 16x48 20x60", "order"),
    ("Album pages", "album", "cm", "15x15 20x15 20x20 20x28 28x21 21x28 25x25 28x28 30x21 30x30 "
     "38x29 42x29.7", "order"),
)  # fmt: skip
_CARDS = (
    ("Card, long", "21 cm", "9.9 cm"),
    ("Card, A6", "14.8 cm", "10.5 cm"),
    ("Card, square", "14.5 cm", "14.5 cm"),
    ("Card, 5 × 7", "7 in", "5 in"),
    ("Greeting card, open", "21 cm", "29.7 cm"),
    ("Visiting card", "85 mm", "55 mm"),
    ("Visiting card, slim", "90 mm", "50 mm"),
    ("Visiting card, inches", "3.5 in", "2 in"),
    ("Pass card", "85.6 mm", "53.98 mm"),
    ("Bookmark", "5 cm", "20 cm"),
)
#: Papers of offices and desktop printers; those of the ISO series stand above.
_PAPERS = (
    ("Letter", "8.5 in", "11 in"),
    ("Legal", "8.5 in", "14 in"),
    ("Tabloid", "11 in", "17 in"),
    ("Half letter", "5.5 in", "8.5 in"),
    ("A3+", "329 mm", "483 mm"),
)
_SCREENS = (
    "1280x720", "1366x768", "1600x900", "1920x1080", "1920x1200", "2048x1536", "2560x1440",
    "3840x2160", "7680x4320", "1080x1080", "1080x1350", "1080x1920", "1200x630", "2048x2048",
)  # fmt: skip


@lru_cache(maxsize=1)
def library() -> tuple[Size, ...]:
    """The sizes that everybody has, in groups: ISO, photo sizes, squares, panoramas, cards, screens.

    ISO 216 and 269 in mm; all others as named. Keys are like `iso-a3`, `cm-30x45`, `px-1920x1080`.

    >>> [(one.key, one.name) for one in library()[:2]]
    [('iso-a0', 'A0'), ('iso-a1', 'A1')]
    """
    sizes: list[Size] = []
    for series, table in (("A", ISO_A), ("B", ISO_B), ("C", ISO_C)):
        for number, (short, long) in enumerate(table):
            frames: Frames = "order"
            if series == "A" and number <= 5:
                frames = "common" if number in (1, 2, 3, 4) else "seldom"
            sizes.append(_size(f"iso-{series.lower()}{number}", f"{series}{number}", f"ISO {series}",
                               f"{short} x {long} mm", "mm", frames))  # fmt: skip
    for group, prefix, unit, names, rest in _TABLES:
        common = _COMMON if unit == "in" else _COMMON_CM
        for name in names.split():
            kept: Frames = "common" if name in common and prefix != "album" else rest
            label = f"{name.replace('x', ' × ')} {unit}"
            sizes.append(_size(f"{prefix}-{name}", label, group, name, unit, kept))
    for group, prefix, rows in (("Cards", "card", _CARDS), ("Office papers", "paper", _PAPERS)):
        for name, width, height in rows:
            key = re.sub(r"[^a-z0-9]+", "-", name.lower().replace("+", " plus")).strip("-")
            sizes.append(
                _size(f"{prefix}-{key}", name, group, f"{width} x {height}", "cm", "order")
            )
    for name in _SCREENS:
        width, height = name.split("x")
        label = f"{width} × {height} px"
        sizes.append(_size(f"px-{name}", label, "Screens", f"{width} x {height} px", "px", "order"))
    return tuple(sizes)


def _size(key: str, name: str, group: str, text: str, unit: str, frames: Frames) -> Size:
    size = parse_size(text, unit)
    return Size(key, name, group, size.width, size.height, frames)
