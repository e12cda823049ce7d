"""Every figure of a reckoning, built together with its formula and working.

A working always ends in the figure's own text, so number and explanation cannot drift apart.
"""

from __future__ import annotations

from ..answer.reckoning import Figure
from ..ground.show import LengthStyle
from ..picture.measures import NOT_MEASURED, Measures
from ..work.outcome import Work
from .crop import crop, padding
from .detail import detail
from .file import cost, file
from .picture import picture
from .sides import sides
from .verdict import resolution, verdict


def figures(work: Work, style: LengthStyle, measures: Measures = NOT_MEASURED) -> list[Figure]:
    """All figures of the plan in the order of the work.

    >>> [(one.id, one.text) for one in figures(fog(), LengthStyle("cm"))][:2]
    [('picture_width_px', '5000 px'), ('picture_height_px', '3333 px')]
    """
    return [
        *picture(work.plan),
        *sides(work.plan, style),
        *crop(work, style),
        *padding(work, style),
        *resolution(work, style),
        *detail(work, measures),
        *verdict(work, style),
        *file(work, style),
        *cost(work),
    ]
