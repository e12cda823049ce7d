"""Kernels of interpolation: how much of each pixel around a place belongs to it."""

from __future__ import annotations


def catmull_rom(t: float) -> tuple[float, float, float, float]:
    """Weights of four pixels in a row for a place `t` (0 to 1) after the second: Catmull and Rom 1974.

    >>> catmull_rom(0.5)
    (-0.0625, 0.5625, 0.5625, -0.0625)
    """
    return (
        -0.5 * t + t * t - 0.5 * t**3,
        1 - 2.5 * t * t + 1.5 * t**3,
        0.5 * t + 2 * t * t - 1.5 * t**3,
        -0.5 * t * t + 0.5 * t**3,
    )
