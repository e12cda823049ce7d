"""Colours as the eye tells them apart: CIE Lab (D65) of sRGB, and the difference ΔE00 (CIE 142:2001; Sharma 2005)."""

from __future__ import annotations

import numpy as np
from numpy.typing import NDArray

from ..enlarge.shape import Floats

_TO_XYZ = np.array(
    [
        [0.4124564, 0.3575761, 0.1804375],
        [0.2126729, 0.7151522, 0.0721750],
        [0.0193339, 0.1191920, 0.9503041],
    ]
)
_WHITE = np.array([0.95047, 1.0, 1.08883])
_EPSILON, _KAPPA = 216 / 24389, 24389 / 27
_FAR = 25.0**7


def light_of(levels: Floats) -> Floats:
    """Linear light (0 to 1) of encoded levels (0 to 255), IEC 61966-2-1."""
    share = levels / np.float32(255)
    low = share <= np.float32(0.04045)
    return np.where(
        low,
        share / np.float32(12.92),
        ((share + np.float32(0.055)) / np.float32(1.055)) ** np.float32(2.4),
    )


def lab(levels: Floats) -> Floats:
    """L*, a*, b* of sRGB levels, … × 3 (or × 1, grey)."""
    rgb = np.repeat(levels, 3, axis=-1) if levels.shape[-1] == 1 else levels
    xyz = (light_of(rgb) @ _TO_XYZ.T.astype(np.float32)) / _WHITE.astype(np.float32)
    root = np.where(xyz > _EPSILON, np.cbrt(xyz), (_KAPPA * xyz + 16) / 116)
    x, y, z = root[..., 0], root[..., 1], root[..., 2]
    return np.stack([116 * y - 16, 500 * (x - y), 200 * (y - z)], axis=-1).astype(np.float32)


def delta_e00(one: Floats, other: Floats) -> NDArray[np.float64]:
    """ΔE00 of Lab colours, … × 3 against … × 3.

    >>> float(delta_e00(np.array([50.0, 2.6772, -79.7751]), np.array([50.0, 0.0, -82.7485])).round(4))
    2.0425
    """
    l1, a1, b1 = (np.asarray(one, np.float64)[..., at] for at in range(3))
    l2, a2, b2 = (np.asarray(other, np.float64)[..., at] for at in range(3))
    mean_c = (np.hypot(a1, b1) + np.hypot(a2, b2)) / 2
    g = 0.5 * (1 - np.sqrt(mean_c**7 / (mean_c**7 + _FAR)))
    a1, a2 = a1 * (1 + g), a2 * (1 + g)
    c1, c2 = np.hypot(a1, b1), np.hypot(a2, b2)
    h1, h2 = np.degrees(np.arctan2(b1, a1)) % 360, np.degrees(np.arctan2(b2, a2)) % 360
    both = c1 * c2 > 0
    apart = np.where(both, (h2 - h1 + 180) % 360 - 180, 0.0)
    by_h = 2 * np.sqrt(c1 * c2) * np.sin(np.radians(apart) / 2)
    mean_l, mean_c = (l1 + l2) / 2, (c1 + c2) / 2
    mean_h = np.where(both, h1 + apart / 2, h1 + h2) % 360
    t = (
        1
        - 0.17 * np.cos(np.radians(mean_h - 30))
        + 0.24 * np.cos(np.radians(2 * mean_h))
        + 0.32 * np.cos(np.radians(3 * mean_h + 6))
        - 0.20 * np.cos(np.radians(4 * mean_h - 63))
    )
    s_l = 1 + 0.015 * (mean_l - 50) ** 2 / np.sqrt(20 + (mean_l - 50) ** 2)
    s_c, s_h = 1 + 0.045 * mean_c, 1 + 0.015 * mean_c * t
    turned = 30 * np.exp(-(((mean_h - 275) / 25) ** 2))
    r_t = -2 * np.sqrt(mean_c**7 / (mean_c**7 + _FAR)) * np.sin(np.radians(2 * turned))
    by_l, by_c, by_hue = (l2 - l1) / s_l, (c2 - c1) / s_c, by_h / s_h
    return np.sqrt(by_l**2 + by_c**2 + by_hue**2 + r_t * by_c * by_hue)
