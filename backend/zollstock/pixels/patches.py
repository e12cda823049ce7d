"""Patches of a test strip: the same piece of a picture with nothing finer left than so many pixels an inch can show.

Reducing and enlarging would betray itself. The piece is filtered where it stands, on the device's own grid and in linear
light, by a low-pass with a soft edge at the Nyquist frequency of the step; place and mean stay.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray
from scipy import fft

from .errors import RenderError
from .srgb import srgb_light
from .vips import pyvips

Floats = NDArray[np.float32]
#: Where the edge of the low-pass begins and ends, by the Nyquist frequency of the step.
PASSES, STOPS = 0.86, 1.06
#: So much light is kept free at both ends, a level of 8 bits at the white one: what is rounded must not be cut.
_SPARE = 0.008


@dataclass(frozen=True, slots=True)
class Limited:
    """A piece whose steps are made one after the other, all of them with the same contrast.

    A low-pass overshoots beside an edge, and what is cut off there would bring detail back. So the contrast is made less
    before, about the mean: just so much that no step leaves the range, and for all steps alike.
    """

    light: Floats
    waves: Floats
    contrast: float
    wide: bool

    @classmethod
    def of(cls, piece: pyvips.Image, device_ppi: float, steps: Sequence[float]) -> Limited:
        """A piece (sRGB or grey, 8 or 16 bit) that is to be shown at `steps`, ppi."""
        if piece.bands not in (1, 3):
            raise RenderError("A test strip is made in colour or in grey; this picture has other channels.")  # fmt: skip
        light = _light(piece)
        # A cosine transform takes the piece as mirrored at its ends: it goes on with itself, without a step.
        waves = fft.dctn(light, axes=(0, 1), norm="ortho", workers=-1)
        found = cls(light, waves, 1.0, piece.format == "ushort")
        contrast = min(found._room(device_ppi, step) for step in steps)
        return cls(light, waves, contrast, found.wide)

    def at(self, device_ppi: float, step: float) -> pyvips.Image:
        """The piece at a step."""
        mean = self.light.mean(axis=(0, 1))
        made = self._filtered(device_ppi, step)
        return _encoded(mean + self.contrast * (made - mean), self.wide)

    def _filtered(self, device_ppi: float, step: float) -> Floats:
        high, wide = self.light.shape[:2]
        down, across = (_edge(np.arange(n) / n * device_ppi / step) for n in (high, wide))
        passed = self.waves * (down[:, None] * across[None, :]).astype(np.float32)[..., None]
        return np.asarray(fft.idctn(passed, axes=(0, 1), norm="ortho", workers=-1))

    def _room(self, device_ppi: float, step: float) -> float:
        """How much of the contrast this step may keep."""
        mean = self.light.mean(axis=(0, 1))
        made = self._filtered(device_ppi, step)
        above, below = made.max(axis=(0, 1)) - mean, mean - made.min(axis=(0, 1))
        with np.errstate(divide="ignore"):
            rooms = np.concatenate([(1 - _SPARE - mean) / above, (mean - _SPARE) / below])
        return float(max(0.0, min(1.0, rooms.min())))


def _edge(frequency: NDArray[np.float64]) -> NDArray[np.float64]:
    """1 up to the soft edge, 0 beyond it; a raised cosine between. In Nyquist frequencies of the step."""
    way = np.clip((frequency - PASSES) / (STOPS - PASSES), 0, 1)
    return np.asarray((1 + np.cos(np.pi * way)) / 2)


def _light(piece: pyvips.Image) -> Floats:
    values = piece.numpy()
    if values.ndim == 2:
        values = values[..., None]
    most = 65535 if piece.format == "ushort" else 255
    table = np.array([srgb_light(at / most) for at in range(most + 1)], np.float32)
    return table[values]


def _encoded(light: Floats, wide: bool) -> pyvips.Image:
    light = np.clip(light, 0, 1)
    encoded = np.where(light <= 0.0031308, 12.92 * light, 1.055 * light ** (1 / 2.4) - 0.055)
    kind, most = (np.uint16, 65535) if wide else (np.uint8, 255)
    made = pyvips.Image.new_from_array(np.rint(encoded * np.float32(most)).astype(kind))
    grey, colour = ("grey16", "rgb16") if wide else ("b-w", "srgb")
    return made.copy(interpretation=colour if made.bands == 3 else grey)
