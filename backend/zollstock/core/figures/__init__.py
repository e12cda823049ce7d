"""Every figure of a reckoning, built together with its formula and working.

A working always ends in the figure's own text, so number and explanation cannot drift apart.
"""

from __future__ import annotations

from ..reckoning import Figure
from ..show import LengthStyle
from ..work import Work
from .crop import crop, padding
from .file import file
from .picture import picture
from .sides import sides
from .verdict import resolution, verdict


def figures(work: Work, style: LengthStyle) -> list[Figure]:
    """All figures of the plan in the order of the work."""
    return [
        *picture(work.plan),
        *sides(work.plan, style),
        *crop(work, style),
        *padding(work, style),
        *resolution(work, style),
        *verdict(work, style),
        *file(work, style),
    ]
