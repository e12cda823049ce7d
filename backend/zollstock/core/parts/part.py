"""What all parts of a document have in common."""

from __future__ import annotations

from typing import Annotated, Any

from pydantic import BaseModel, ConfigDict, Field

from ..ground.lengths import parse_length

Colour = Annotated[str, Field(pattern=r"^#[0-9a-fA-F]{6}$", examples=["#ffffff"])]
Share = Annotated[float, Field(ge=0, le=1)]
#: A place on a picture, in shares of its width and height.
Point = Annotated[tuple[Share, Share], Field(strict=False)]


def length_of(text: str, description: str | None = None) -> Any:
    """A length as the default of a field."""
    return Field(default_factory=lambda: parse_length(text), description=description)


class Part(BaseModel):
    """A part of the document: frozen, strict about types, closed to unknown fields."""

    model_config = ConfigDict(
        frozen=True,
        strict=True,
        extra="forbid",
        allow_inf_nan=False,
        # What is sent out always has every field; whoever reads it need not know the defaults.
        json_schema_serialization_defaults_required=True,
    )

    def __eq__(self, other: object) -> bool:
        """Same kind, same fields. Pydantic's own also compares what no part has (extra and private fields), at three
        times the cost; parts are what is looked up by in every reckoning."""
        if self is other:
            return True
        return type(self) is type(other) and self.__dict__ == other.__dict__
