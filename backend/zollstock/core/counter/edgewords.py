"""An edge in a few words, as lists and bills name it."""

from __future__ import annotations

from ..edges import Edge
from ..ground.show import LengthStyle


def edge_in_words(edge: Edge, style: LengthStyle) -> str:
    """Its kind, and the figures that it is known by; empty where there is none.

    >>> from ..edges import NoEdge
    >>> edge_in_words(NoEdge(), LengthStyle("cm"))
    ''
    """
    if edge.kind == "none":
        return ""
    kind, text = edge.label.lower(), edge.summary(style)[0]
    return text.lower() if text.lower().startswith(kind) else f"{kind} {text}"
