"""A soft proof as a table: for colours of the screen what they look like on a paper, and how far beyond it they lie.

A table of 33 points a channel is put to every pixel by whoever shows them; between its points nothing is seen to be off.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

import numpy as np

from . import profiles
from .cielab import on_white
from .deltae import ciede2000
from .gamut import PrintColours
from .vips import pyvips

POINTS = 33
#: ΔE00 is told in tenths, to 25.5.
_TENTHS = 10


@dataclass(frozen=True, slots=True)
class Screen:
    """What pixels mean that are looked at, and what is sent to be shown: two profiles, of sRGB unless more is known."""

    given: bytes
    shown: bytes


def screen_of(space: Literal["srgb", "p3"], own: bytes | None = None) -> Screen:
    """A screen as the browser takes it, wide or not; with its `own` profile what is sent is its own numbers."""
    given = profiles.srgb() if space == "srgb" else profiles.display_p3()
    return Screen(given, own or given)


def proof_table(
    printing: PrintColours,
    intent: str,
    black_point: bool,
    paper_shown: bool,
    screen: Screen | None = None,
) -> bytes:
    """Red, green, blue and tenths of ΔE00, a byte each, of every point; red changes slowest.

    Colours go to the paper by the intent, and from there to the screen: relative to the paper's white, or with that shown.
    """
    screen = screen or screen_of("srgb")
    axis = np.linspace(0, 65535, POINTS)
    grid = np.stack(np.meshgrid(axis, axis, axis, indexing="ij"), -1).reshape(-1, 3)
    words = np.rint(grid).astype(np.uint16)[None]
    given = profiles.tagged(
        pyvips.Image.new_from_array(words).copy(interpretation="rgb16"), screen.given
    )
    lab = given.icc_import(embedded=True, pcs="lab", intent="relative").numpy()[0].astype(float)
    apart = ciede2000(lab, printing.colours(printing.numbers(lab)))
    meant = lab if intent != "absolute" else on_white(lab, 1 / printing.white)
    on_paper = printing.colours(printing.numbers(meant, "relative" if intent == "absolute" else intent, black_point and intent != "absolute"))  # fmt: skip
    if paper_shown:
        on_paper = on_white(on_paper, printing.white)
    shown = profiles.tagged(pyvips.Image.new_from_array(on_paper[None].astype(np.float32)).copy(interpretation="lab"), screen.shown)  # fmt: skip
    seen = shown.icc_export(depth=8, pcs="lab", intent="relative").numpy()[0]
    far = np.clip(np.rint(apart * _TENTHS), 0, 255).astype(np.uint8)
    return np.column_stack([seen.astype(np.uint8), far]).tobytes()
