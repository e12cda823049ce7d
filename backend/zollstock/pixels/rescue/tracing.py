"""Outlines from how much of each pixel is paint: four times as fine, then by the program potrace."""

from __future__ import annotations

import re
import shutil
import subprocess
from collections.abc import Iterator
from typing import Literal

import numpy as np
from scipy.ndimage import label

from zollstock.core.ground.refusal import Refusal

from ..enlarge.shape import Floats
from ..vips import pyvips
from .outlines import Contour, Point, Segment
from .picking import PickProblem

Corners = Literal["round", "drawn", "sharp"]

#: So much finer edges are traced: more helps nothing, less doubles their error.
FINER = 4
#: How far corners are rounded (potrace -a), and what is too small to be a letter, px² of the picture.
_ROUNDED: dict[Corners, float] = {"round": 1.3334, "drawn": 1.0, "sharp": 0.45}
SPECK = 3
#: More pieces than these are no lettering.
MOST_PIECES = 2_000
_SECONDS = 30


class NoTracer(Refusal):
    """The program that outlines lettering is not on this machine."""


def traced(alpha: Floats, corners: Corners) -> tuple[Contour, ...]:
    """Contours of where `alpha` (0 to 1) is over a half.

    Raises `PickProblem` for thousands of specks or nothing, `NoTracer` where potrace is missing.
    """
    rows, columns = np.nonzero(alpha > 0.25)
    if not rows.size:
        raise PickProblem("Nothing of that colour is large enough to be outlined.")
    top, left = max(0, int(rows.min()) - 2), max(0, int(columns.min()) - 2)
    part = alpha[top : int(rows.max()) + 3, left : int(columns.max()) + 3]
    fine = _finer(part) > 0.5
    pieces, many = label(fine)
    sizes = np.bincount(pieces.ravel())[1:]
    large = int((sizes >= SPECK * FINER * FINER).sum())
    if many > MOST_PIECES:
        raise PickProblem(
            f"That finds {many:,} specks, which are grain or dust and no lettering. Clean the picture first, allow less, "
            "or draw round the letters.".replace(",", "\u202f")
        )
    if not large:
        raise PickProblem("Nothing of that colour is large enough to be outlined.")
    svg = _potrace(fine, corners)
    return tuple(
        one.mapped(lambda x, y: (x / FINER + left, y / FINER + top))
        for one in _contours(svg, fine.shape[0])
    )


def _finer(part: Floats) -> Floats:
    """Each pixel as 4 × 4, by the cubic, nothing shifted."""
    high, wide = part.shape
    image = pyvips.Image.new_from_memory(np.ascontiguousarray(part).data, wide, high, 1, "float")
    rim = image.embed(2, 2, wide + 4, high + 4, extend="copy")
    large = rim.affine(
        [FINER, 0, 0, FINER],
        interpolate=pyvips.Interpolate.new("bicubic"),
        idx=0.5 - 2, idy=0.5 - 2, odx=-0.5, ody=-0.5,
        oarea=[0, 0, wide * FINER, high * FINER],
        extend="copy",
    )  # fmt: skip
    made: Floats = large.numpy().reshape(high * FINER, wide * FINER)
    return made


def _potrace(fine: np.ndarray[tuple[int, ...], np.dtype[np.bool_]], corners: Corners) -> str:
    program = shutil.which("potrace")
    if program is None:
        raise NoTracer(
            "Lettering cannot be outlined here: the program potrace is not installed. Everything else works without it."
        )
    high, wide = fine.shape
    bitmap = f"P4\n{wide} {high}\n".encode() + np.packbits(fine, axis=1).tobytes()
    wanted = [
        "-b",
        "svg",
        "--flat",
        "-a",
        str(_ROUNDED[corners]),
        "-t",
        str(SPECK * FINER * FINER),
        "-o",
        "-",
        "-",
    ]
    try:
        done = subprocess.run(
            [program, *wanted], input=bitmap, capture_output=True, check=True, timeout=_SECONDS
        )
    except (subprocess.TimeoutExpired, subprocess.CalledProcessError):
        raise PickProblem(
            "These shapes could not be outlined. Allow less, or draw round the letters."
        ) from None
    return done.stdout.decode("ascii")


_SCALE = re.compile(r"translate\(([-\d.]+),([-\d.]+)\) scale\(([-\d.]+),([-\d.]+)\)")
_PATH = re.compile(r'<path d="([^"]*)"')
_PART = re.compile(r"[MmLlCcZz]|-?\d+(?:\.\d+)?")


def _contours(svg: str, high: int) -> Iterator[Contour]:
    """The contours of potrace's own SVG, in px of the bitmap; it counts from below in tenths."""
    placed = _SCALE.search(svg)
    if placed is None:
        return
    dx, dy, sx, sy = (float(part) for part in placed.groups())
    for path in _PATH.findall(svg):
        for start, segments in _read(_PART.findall(path)):
            contour = Contour(start, segments)
            yield contour.mapped(lambda x, y: (dx + x * sx, dy + y * sy))


def _read(parts: list[str]) -> Iterator[tuple[Point, tuple[Segment, ...]]]:
    at, here, start, word = 0, (0.0, 0.0), (0.0, 0.0), ""
    segments: list[Segment] = []

    def point() -> Point:
        nonlocal at
        x, y = float(parts[at]), float(parts[at + 1])
        at += 2
        return (here[0] + x, here[1] + y) if word.islower() else (x, y)

    while at < len(parts):
        if parts[at].isalpha():
            word = parts[at]
            at += 1
        if word in "Mm":
            here = start = point()
            segments = []
            word = "l" if word == "m" else "L"
        elif word in "Ll":
            here = point()
            segments.append(Segment(here))
        elif word in "Cc":
            first, second, end = point(), point(), point()
            segments.append(Segment(end, (first, second)))
            here = end
        else:
            if segments:
                yield start, tuple(segments)
            here, segments = start, []
