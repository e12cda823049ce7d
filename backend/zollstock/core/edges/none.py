"""No edge: the image covers the whole print."""

from __future__ import annotations

from typing import ClassVar, Literal

from ..ground.show import LengthStyle
from .kind import EdgeKind


class NoEdge(EdgeKind):
    kind: Literal["none"] = "none"

    source: ClassVar[str] = "Without an edge the image covers the whole print."
    sheet_follows: ClassVar[bool] = True

    def blade(self, style: LengthStyle) -> tuple[str, str]:
        return "No edge", "none"
