"""Methods of enlarging: each makes a box of pixels of what a piece shows of an upright picture."""

from __future__ import annotations

from collections.abc import Callable

from zollstock.core.grid import PixelBox
from zollstock.core.sheets import Sampling
from zollstock.core.straighten import Lean

from .resample import resampled
from .vips import pyvips

#: (picture, what is shown of it, how it leans, the box in px of the file) → the box's pixels.
Method = Callable[[pyvips.Image, Sampling, Lean, PixelBox], pyvips.Image]

METHODS: dict[str, Method] = {"cubic": resampled}
