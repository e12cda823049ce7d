"""The heights at which pictures usually hang."""

from __future__ import annotations

from ...ground.lengths import ShownUnit
from ..beginning import Document

_HANG: dict[ShownUnit, Document] = {
    "in": {"centre_height": "59 in", "nail_drop": "1 1/8 in"},
    "cm": {"centre_height": "150 cm", "nail_drop": "3 cm"},
    "mm": {"centre_height": "1500 mm", "nail_drop": "30 mm"},
}


def usual_heights(unit: ShownUnit) -> Document:
    """Where the middle hangs and how far the nail lies below the upper edge, in that unit.

    >>> usual_heights("cm")
    {'centre_height': '150 cm', 'nail_drop': '3 cm', 'from_left': '0 cm'}
    """
    return _HANG[unit] | {"from_left": f"0 {unit}"}
