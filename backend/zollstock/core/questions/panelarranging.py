"""Panels to be placed anew, from a document in which frames may still lie over each other."""

from __future__ import annotations

import re
from typing import Any

from ..layouts import LayoutError, parse_layout
from ..layouts.panels.rearranged import NotArranged
from ..layouts.panels.request import Frame, PanelsRequest

#: Where a fault says that frames lie over each other, and that the spread is another for it.
_LIES_OVER = re.compile(r"frames\[\d+\]\.[xy]|plans\[0\]\.target")


def frames_to_arrange(document: Any) -> PanelsRequest:
    """The panels of a document, to be placed anew: also where its frames lie over each other, which that puts right.

    Of such a one only its frames are to be used. Raises `LayoutError` for any other fault, `NotArranged` for a layout
    without frames.
    """
    try:
        layout = parse_layout(document)
    except LayoutError as error:
        if not all(_LIES_OVER.fullmatch(path) for path, _ in error.problems):
            raise
        frames = [Frame.model_validate(frame) for frame in document["frames"]]
        return PanelsRequest.model_construct(plans=[], frames=frames)
    if not isinstance(layout, PanelsRequest):
        raise NotArranged("Only panels have frames to arrange.")
    return layout
