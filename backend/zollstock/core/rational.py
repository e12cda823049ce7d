"""The fraction that lengths and pixels are held in.

quicktions is the standard library's Fraction made fast: a reckoning takes some hundred steps
with it while a finger drags. It brings no types; those of the original describe it.
"""

from __future__ import annotations

from typing import TYPE_CHECKING

if TYPE_CHECKING:
    from fractions import Fraction
else:
    from quicktions import Fraction

__all__ = ["Fraction"]
