"""Pictures of several prints in one file: one kind of file, one profile."""

from __future__ import annotations

from collections.abc import Sequence

from ..documents.plan import Plan
from ..parts.file import OutputSpec


def shared_output(plans: Sequence[Plan]) -> OutputSpec:
    """What the first asks for: its print profile with its intent, where it has one, else sRGB.

    Another's profile is of another paper, maybe: it is not taken unasked. A print that is alone keeps its own, a picture's too.

    >>> shared_output([plan(), plan()]).format
    'tiff'
    """
    output = plans[0].output
    if len(plans) == 1 or output.print_profile is not None:
        return output
    return output.model_copy(update={"profile": "srgb"})
