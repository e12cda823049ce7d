"""The wanted size."""

from __future__ import annotations

from typing import Any

from pydantic import Field, model_validator
from pydantic_core import PydanticCustomError

from ..ground.lengths import Length, LengthError, pixel_side
from ..ground.oneline import one_line
from ..ground.rational import Fraction, exact
from .part import Part

#: The tag of a target in pixels that names none; it changes no pixel.
SCREEN_PPI = 96.0


class Target(Part):
    """Finished size: the trim, sheet or face, according to the edge.

    Or a target in whole pixels (`"1920 px"`): then `ppi` is the tag of the file and no more.
    """

    width: Length
    height: Length
    ppi: float | None = Field(
        default=None,
        ge=1,
        le=10_000,
        description="With a target in px: the tag of the file, 96 where none is given.",
    )

    @model_validator(mode="before")
    @classmethod
    def _in_pixels(cls, given: Any) -> Any:
        """Turn "1920 px" into the length it has at the tag's ppi, kept as typed."""
        if not isinstance(given, dict):
            return given
        sides = {name: given.get(name) for name in ("width", "height")}
        if not any(
            isinstance(side, str) and side.rstrip().endswith("px") for side in sides.values()
        ):
            return given
        ppi = given.get("ppi")
        tag = ppi if isinstance(ppi, int | float) and 1 <= ppi <= 10_000 else SCREEN_PPI
        read = dict(given)
        for name, side in sides.items():
            if isinstance(side, str):
                try:
                    read[name] = pixel_side(side, exact(float(tag))) or side
                except LengthError as error:
                    raise PydanticCustomError(
                        "length", "{reason}", {"reason": one_line(str(error))}
                    ) from None
        return read

    @property
    def in_pixels(self) -> bool:
        """Whether the wanted size is one in pixels."""
        return self.width.unit == "px"

    @property
    def tag_ppi(self) -> Fraction:
        """The ppi that a target in pixels is tagged with."""
        return exact(self.ppi or SCREEN_PPI)
