"""No edge: the image covers the whole print."""

from __future__ import annotations

from typing import Any, ClassVar, Literal

from ..ground.show import LengthStyle
from ..shapes.box import Box
from .kind import EdgeKind
from .usual import Usual


class NoEdge(EdgeKind):
    kind: Literal["none"] = "none"

    label: ClassVar[str] = "None"
    says: ClassVar[str] = "The picture goes to the very edge of the sheet, and nothing is cut off."
    source: ClassVar[str] = "Without an edge the image covers the whole print."
    sheet_follows: ClassVar[bool] = True

    @classmethod
    def first(cls, trim: Box, usual: Usual) -> dict[str, Any]:
        return {"kind": "none"}

    @classmethod
    def first_of_many(cls, usual: Usual) -> dict[str, Any] | None:
        return {"kind": "none"}

    def summary(self, style: LengthStyle) -> tuple[str, str]:
        return "No edge", "none"
