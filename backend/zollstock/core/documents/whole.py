"""A document whose parts may be sound and still contradict each other."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Self

from pydantic import model_validator
from pydantic_core import PydanticCustomError

from ..edges import Problem
from ..parts.part import Part


class WholeDocument(Part):
    """Checked as a whole once its parts are sound; what contradicts itself is told all at once, each with its path."""

    def contradictions(self) -> Iterator[Problem]:
        """What contradicts itself, each with its path; every document says its own."""
        return iter(())

    @model_validator(mode="after")
    def _hangs_together(self) -> Self:
        found = list(self.contradictions())
        if found:
            raise PydanticCustomError("plan", "{text}", {"problems": found, "text": found[0][1]})
        return self
