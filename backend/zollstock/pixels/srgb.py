"""The tone curve of sRGB (IEC 61966-2-1), both ways; values and light from 0 to 1."""

from __future__ import annotations


def srgb_light(encoded: float) -> float:
    """IEC 61966-2-1: light 0..1 of an encoded value 0..1.

    >>> round(srgb_light(0.5), 4)
    0.214
    """
    return encoded / 12.92 if encoded <= 0.04045 else ((encoded + 0.055) / 1.055) ** 2.4


def srgb_encoded(light: float) -> float:
    """The other way round.

    >>> round(srgb_encoded(0.214), 2)
    0.5
    """
    return light * 12.92 if light <= 0.0031308 else 1.055 * light ** (1 / 2.4) - 0.055
