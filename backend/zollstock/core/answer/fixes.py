"""Whole parts of a plan as a fix sets them: every field is there, so that the plan stays whole.

Whoever applies a fix (one click on the screen) reads the result before anybody has checked it.
"""

from __future__ import annotations

from typing import Any


def target_part(width: str, height: str) -> dict[str, Any]:
    """Another size, with the tag that a size in pixels has by itself.

    >>> target_part("30 cm", "20 cm")
    {'width': '30 cm', 'height': '20 cm', 'ppi': None}
    """
    return {"width": width, "height": height, "ppi": None}


def pixels_part(
    mode: str, ppi: float | None = None, native_ppi: float | None = None
) -> dict[str, Any]:
    """Another way to count pixels; a `ppi` that nobody has typed yet is None. How they are made stays.

    >>> pixels_part("fixed", 240)
    {'pixels.mode': 'fixed', 'pixels.ppi': 240, 'pixels.native_ppi': None}
    """
    return {"pixels.mode": mode, "pixels.ppi": ppi, "pixels.native_ppi": native_ppi}
