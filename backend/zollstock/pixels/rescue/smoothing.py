"""What ought to be even: a guided filter (He, Sun, Tang 2010) that keeps gradients, and edges where they are wanted."""

from __future__ import annotations

import numpy as np
from scipy.ndimage import uniform_filter

from ..enlarge.shape import Floats
from .fill import Mask

#: Steps of more than so many levels are edges.
_EDGE_LEVELS = 10.0


def evened(planes: Floats, mask: Mask, length: float, keep_edges: bool) -> Floats:
    """The pixels of `mask` smoothed over `length` px; what lies outside is not mixed into them."""
    if length <= 0 or not mask.any():
        return planes
    size = 2 * max(1, round(length)) + 1
    weight = mask.astype(np.float32)
    share = np.maximum(uniform_filter(weight, size), 1e-6)
    made = planes.copy()

    def mean(values: Floats) -> Floats:
        found: Floats = uniform_filter(values * weight, size) / share
        return found

    for band in range(planes.shape[2]):
        plane = planes[:, :, band]
        middle = mean(plane)
        if keep_edges:
            # Where a window varies by more than an edge, it stays itself.
            spread = np.maximum(mean(plane * plane) - middle * middle, np.float32(0))
            slope = (spread / (spread + np.float32(_EDGE_LEVELS**2))).astype(np.float32)
            even = mean(slope) * plane + mean((1 - slope) * middle)
        else:
            even = mean(middle)
        made[:, :, band] = np.where(mask, even, plane)
    return made
