"""How far two colours are apart to the eye: CIEDE2000, of many at once."""

from __future__ import annotations

import numpy as np
from numpy.typing import NDArray

Floats = NDArray[np.float64]
_FAR = 25.0**7


def ciede2000(one: Floats, other: Floats) -> Floats:
    """ΔE00 of CIELAB rows (L*, a*, b*), all weights 1 (G. Sharma, W. Wu, E. N. Dalal, Color Research and Application 30, 2005).

    >>> float(ciede2000(np.array([[50, 2.6772, -79.7751]]), np.array([[50, 0, -82.7485]]))[0].round(4))
    2.0425
    """
    (l1, a1, b1), (l2, a2, b2) = one.T, other.T
    mean = (np.hypot(a1, b1) + np.hypot(a2, b2)) / 2
    raised = 1.5 - 0.5 * np.sqrt(mean**7 / (mean**7 + _FAR))
    a1, a2 = a1 * raised, a2 * raised
    c1, c2 = np.hypot(a1, b1), np.hypot(a2, b2)
    h1, h2 = np.arctan2(b1, a1) % (2 * np.pi), np.arctan2(b2, a2) % (2 * np.pi)
    grey = (c1 * c2) == 0
    turn = np.where(grey, 0, (h2 - h1 + np.pi) % (2 * np.pi) - np.pi)
    apart = 2 * np.sqrt(c1 * c2) * np.sin(turn / 2)
    light, chroma = (l1 + l2) / 2, (c1 + c2) / 2
    hue = np.where(grey, h1 + h2, (h1 + turn / 2) % (2 * np.pi))
    t = (1 - 0.17 * np.cos(hue - np.pi / 6) + 0.24 * np.cos(2 * hue) + 0.32 * np.cos(3 * hue + np.radians(6))
         - 0.20 * np.cos(4 * hue - np.radians(63)))  # fmt: skip
    s_l = 1 + 0.015 * (light - 50) ** 2 / np.sqrt(20 + (light - 50) ** 2)
    s_c, s_h = 1 + 0.045 * chroma, 1 + 0.015 * chroma * t
    blue = np.radians(30) * np.exp(-(((np.degrees(hue) - 275) / 25) ** 2))
    r_t = -2 * np.sqrt(chroma**7 / (chroma**7 + _FAR)) * np.sin(2 * blue)
    d_l, d_c, d_h = (l2 - l1) / s_l, (c2 - c1) / s_c, apart / s_h
    return np.asarray(np.sqrt(d_l**2 + d_c**2 + d_h**2 + r_t * d_c * d_h))
