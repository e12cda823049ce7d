"""Make the profiles that ship with the app: `python -m making.profiles`. About a minute each; the same every time.

Each describes invented inks on an invented paper (`making.inks`): tables both ways, 16 bits (`mft2`; ICC.1:2001-04), from
numbers to colours and from colours to numbers, the latter by the nearest colour (relative) and with what lies beyond brought in
(perceptual, which stands for saturation too). Their tones are measured through the engine and kept beside them, in `tones.json`.
"""

from __future__ import annotations

import json
import struct
import sys
import time
from collections.abc import Callable
from dataclasses import asdict, dataclass
from pathlib import Path

import numpy as np
from numpy.typing import NDArray

from making.inks import D50, Paper, Printing
from making.inverting import Floats, Reach, between, nearest, perceptual
from zollstock.pixels.gamut import PrintColours

OUT = Path(__file__).resolve().parents[1] / "zollstock" / "pixels" / "shipped"
_RIGHTS = "Made by code for Zollstock, of inks and papers that do not exist; no rights are kept."
_BACK = 33
#: Words of L* go to 0xff00 for 100: the curve before the table brings that to its last point, so that white stays white.
_CURVE_POINTS = 258
_LIGHT_CURVE = np.minimum(
    np.arange(_CURVE_POINTS) * 256 / (_CURVE_POINTS - 2) * 255 * 65535 / 65280, 65535
)
_STRAIGHT_CURVE = np.linspace(0, 65535, _CURVE_POINTS)


@dataclass(frozen=True, slots=True)
class Made:
    """A profile to be made: numbers by `space`, what they print as; `grid` points an axis from numbers to colours."""

    key: str
    name: str
    space: str
    printing: Printing
    grid: int


def _glossy(**more: float) -> Paper:
    return Paper(**({"white": 0.93, "yellow": 0.03, "veil": 0.0035, "takes": 1.05} | more))


_DESK = {
    "glossy": _glossy(),
    "satin": Paper(0.91, 0.03, 0.006, 1.0),
    "cotton": Paper(0.90, 0.07, 0.019, 0.86, most=2.6, gain=0.15),
    "canvas": Paper(0.87, 0.09, 0.016, 0.88, most=2.6, gain=0.16),
}
_WIDE = {
    "glossy": _glossy(takes=1.15, veil=0.003),
    "satin": Paper(0.92, 0.025, 0.0055, 1.1),
    "cotton": Paper(0.91, 0.06, 0.017, 0.94, most=2.8, gain=0.13),
    "canvas": Paper(0.88, 0.08, 0.015, 0.95, most=2.8, gain=0.14),
}
_PRESS = {
    "coated": Paper(0.88, 0.02, 0.008, 0.95, most=3.0, gain=0.14),
    "uncoated": Paper(0.84, -0.02, 0.03, 0.72, most=2.8, gain=0.2),
}
PROFILES = [
    *(Made(f"desk-{paper}", f"Desk printer, {paper}", "RGB ", Printing(made), 25) for paper, made in _DESK.items()),
    *(Made(f"wide-{paper}", f"Wide printer, {paper}", "RGB ", Printing(made), 25) for paper, made in _WIDE.items()),
    *(Made(f"press-{paper}", f"Press, {paper} paper", "CMYK", Printing(made, black_from=0.3, strength=0.9), 15) for paper, made in _PRESS.items()),
    Made("grey-uncoated", "Black ink, uncoated paper", "GRAY", Printing(_PRESS["uncoated"]), 65),
]  # fmt: skip


def made(one: Made) -> bytes:
    """The profile as a file."""
    printing, space = one.printing, one.space

    def colours(numbers: Floats) -> Floats:
        return printing.lab(_inks(printing, space, numbers))

    count = {"RGB ": 3, "CMYK": 4, "GRAY": 1}[space]
    forward = _forward(count, one.grid, _lab_words(colours(_grid(count, one.grid))))
    if space == "GRAY":
        back = {intent: _grey_back(colours, intent) for intent in (0, 1)}
    else:
        back = _back(printing, space)
    white = printing.white()
    tags: dict[bytes, bytes] = {
        b"desc": _desc(one.name), b"cprt": b"text" + bytes(4) + _RIGHTS.encode() + b"\0",
        b"wtpt": b"XYZ " + bytes(4) + struct.pack(">3i", *(round(part * 65536) for part in white)),
        b"A2B0": forward, b"A2B1": forward, b"A2B2": forward, b"B2A0": back[0], b"B2A1": back[1], b"B2A2": back[0],
    }  # fmt: skip
    return _file(space.encode(), tags)


def _inks(printing: Printing, space: str, numbers: Floats) -> Floats:
    if space == "CMYK":
        return numbers
    if space == "GRAY":
        return np.column_stack([np.zeros((len(numbers), 3)), 1 - numbers[:, 0]])
    # A printer that is fed RGB mixes its inks itself.
    return printing.amounts(1 - numbers)


def _back(printing: Printing, space: str) -> dict[int, bytes]:
    """Tables from colours to numbers, by intent."""

    def three(cmy: Floats) -> Floats:
        return printing.lab(printing.amounts(cmy))

    wanted = _lab_grid()
    reach = Reach(three)
    found = {}
    for intent, target in ((1, wanted), (0, perceptual(wanted, reach))):
        cmy = nearest(three, target)
        # Bare paper is nothing printed, to the last bit.
        cmy[(np.abs(wanted[:, 1:]) < 0.01).all(axis=1) & (wanted[:, 0] >= 100)] = 0
        numbers = printing.amounts(cmy) if space == "CMYK" else 1 - cmy
        found[intent] = _from_lab(_words(numbers))
    return found


def _grey_back(colours: Callable[[Floats], Floats], intent: int) -> bytes:
    steps = np.linspace(0, 1, 2001)[:, None]
    light = colours(steps)[:, 0]
    wanted = _lab_grid()[:, 0].clip(0, 100)
    if intent == 0:
        wanted = between(wanted, float(light.min()))
    order = np.argsort(light)
    return _from_lab(_words(np.interp(wanted, light[order], steps[order, 0])[:, None]))


def _grid(count: int, size: int) -> Floats:
    """Every combination, the last channel changing first, as tables are written."""
    axis = np.linspace(0, 1, size)
    return np.stack(np.meshgrid(*[axis] * count, indexing="ij"), -1).reshape(-1, count)


def _lab_grid() -> Floats:
    """The colours at the points of a table from CIELAB, of which the last is L* 100 (`_LIGHT_CURVE`); 0x8000 is a* and b* 0."""
    shares = _grid(3, _BACK)
    return np.column_stack(
        [shares[:, 0] * 100, shares[:, 1] * 65535 / 256 - 128, shares[:, 2] * 65535 / 256 - 128]
    )


def _words(shares: Floats) -> NDArray[np.uint16]:
    return np.rint(np.clip(shares, 0, 1) * 65535).astype(np.uint16)


def _lab_words(lab: Floats) -> NDArray[np.uint16]:
    scaled = np.column_stack([lab[:, 0] * 652.8, (lab[:, 1] + 128) * 256, (lab[:, 2] + 128) * 256])
    return np.rint(scaled.clip(0, 65535)).astype(np.uint16)


def _table(outputs: int, size: int, words: NDArray[np.uint16], curves: list[Floats]) -> bytes:
    """A `mft2` with these curves before it, a channel each, and straight ones behind it."""
    head = b"mft2" + bytes(4) + struct.pack(">4B", len(curves), outputs, size, 0)
    head += struct.pack(">9i", 65536, 0, 0, 0, 65536, 0, 0, 0, 65536)
    head += struct.pack(">2H", len(curves[0]), 2)
    before = b"".join(np.rint(curve).astype(">u2").tobytes() for curve in curves)
    return head + before + words.astype(">u2").tobytes() + struct.pack(">2H", 0, 65535) * outputs


def _forward(count: int, size: int, words: NDArray[np.uint16]) -> bytes:
    return _table(3, size, words, [np.array([0.0, 65535.0])] * count)


def _from_lab(words: NDArray[np.uint16]) -> bytes:
    return _table(words.shape[1], _BACK, words, [_LIGHT_CURVE, _STRAIGHT_CURVE, _STRAIGHT_CURVE])


def _desc(text: str) -> bytes:
    held = text.encode("ascii") + b"\0"
    return b"desc" + bytes(4) + struct.pack(">I", len(held)) + held + bytes(4 + 4 + 2 + 1 + 67)


def _file(space: bytes, tags: dict[bytes, bytes]) -> bytes:
    """Header, tag table and tags; what is the same stands there once."""
    table, data, places = struct.pack(">I", len(tags)), b"", {}
    begin = 128 + 4 + 12 * len(tags)
    for signature, content in tags.items():
        if content not in places:
            places[content] = begin + len(data)
            data += content + bytes(-len(content) % 4)
        table += signature + struct.pack(">II", places[content], len(content))
    white = struct.pack(">3i", *(round(part * 65536) for part in D50))
    header = struct.pack(">I4s4s4s4s4s12s4s", begin + len(data), b"", b"\x02\x40\0\0", b"prtr", space, b"Lab ",
                         struct.pack(">6H", 2026, 1, 1, 0, 0, 0), b"acsp")  # fmt: skip
    header += bytes(64 - len(header)) + struct.pack(">I", 0) + white
    return header + bytes(128 - len(header)) + table + data


def main() -> None:
    OUT.mkdir(parents=True, exist_ok=True)
    for one in PROFILES:
        if sys.argv[1:] and one.key not in sys.argv[1:]:
            continue
        began = time.perf_counter()
        content = made(one)
        (OUT / f"{one.key}.icc").write_bytes(content)
        print(f"{one.key:16s} {len(content) / 1e3:6.0f} kB {time.perf_counter() - began:5.1f} s")
    tones = {one.key: asdict(PrintColours(OUT / f"{one.key}.icc").tones) for one in PROFILES}
    (OUT / "tones.json").write_text(json.dumps(tones, indent=1) + "\n")


if __name__ == "__main__":
    main()
