"""More picture than there is, at the picture's own size, so that nothing finer than it is invented."""

from __future__ import annotations

import numpy as np
from scipy.ndimage import gaussian_filter

from zollstock.core.rescue.steps import FilledBy

from ..enlarge.shape import Floats
from .fill import Mask, filled

#: How wide the blur gets towards the outer side, as a share of the rim.
_SOFTEST = 0.3
_LEVELS = 5


def with_rim(planes: Floats, rim: tuple[int, int, int, int], by: FilledBy) -> tuple[Floats, Mask]:
    """The picture with so many px more (left, top, right, bottom), and which pixels are invented."""
    left, top, right, bottom = rim
    beyond = ((top, bottom), (left, right))
    invented = np.pad(np.zeros(planes.shape[:2], bool), beyond, constant_values=True)
    if not any(rim):
        return planes, invented
    sides = (*beyond, (0, 0))
    if by == "stretch":
        return np.pad(planes, sides, mode="edge"), invented
    # A rim wider than the picture is mirrored more than once.
    mirrored = np.pad(planes, sides, mode="symmetric")
    if by == "mirror":
        return mirrored, invented
    if by == "blur":
        return _softer(mirrored, invented, max(rim)), invented
    made = mirrored
    high, wide = planes.shape[:2]
    # Side by side, so that each is filled from what is beside it.
    for part in (
        np.s_[top : top + high, :left],
        np.s_[top : top + high, left + wide :],
        np.s_[:top, :],
        np.s_[top + high :, :],
    ):
        side = np.zeros_like(invented)
        side[part] = True
        made = filled(made, side, begun=True) if side.any() else made
    return made, invented


def _softer(mirrored: Floats, invented: Mask, depth: int) -> Floats:
    """Mirrored, and the softer the farther out."""
    from scipy.ndimage import distance_transform_edt

    share = np.clip(distance_transform_edt(invented) / max(1, depth), 0, 1)[:, :, None]
    made, before = mirrored.copy(), mirrored
    for number in range(1, _LEVELS + 1):
        sigma = depth * _SOFTEST * number / _LEVELS
        soft = gaussian_filter(mirrored, (sigma, sigma, 0))
        part = np.clip(share * _LEVELS - (number - 1), 0, 1).astype(np.float32)
        made = np.where(part > 0, before * (1 - part) + soft * part, made)
        before = np.where(part >= 1, soft, before)
    return np.where(invented[:, :, None], made, mirrored).astype(np.float32)
