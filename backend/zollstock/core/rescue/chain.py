"""The rescue document, `zollstock.rescue/1`: a picture, the print it must hang as, and the steps that are taken."""

from __future__ import annotations

from collections.abc import Iterator
from itertools import pairwise
from typing import Any, Literal, TypeVar

from pydantic import Field, ValidationError, model_validator
from pydantic_core import PydanticCustomError

from ..documents.faults import DocumentError, problem_list
from ..documents.formats import Steps, upgrade
from ..parts.part import Part
from ..parts.picture import Picture
from .lengths import Span
from .steps import ORDER, Enlarge, Lettering, PrintWidth, RescueStep, Sharpen, Smooth

RESCUE_FORMAT: Literal["zollstock.rescue/1"] = "zollstock.rescue/1"
#: There is one version of the chain so far.
RESCUE_STEPS: Steps = {}
One = TypeVar("One", bound=Part)


class RescueError(DocumentError):
    """A document is not a rescue."""


class Rescue(Part):
    """Steps on a copy of a picture; without a `print` lengths are in px."""

    format: Literal["zollstock.rescue/1"] = RESCUE_FORMAT
    picture: Picture
    print: PrintWidth | None = None
    steps: list[RescueStep] = Field(default_factory=list, max_length=len(ORDER))

    def step(self, kind: type[One]) -> One | None:
        """The step of that kind where it is there and on."""
        found = next((one for one in self.steps if isinstance(one, kind)), None)
        return found if found is not None and getattr(found, "on", False) else None

    @model_validator(mode="after")
    def _hangs_together(self) -> Rescue:
        problems = [*self._order(), *self._lengths(), *self._contradictions()]
        if problems:
            raise PydanticCustomError(
                "plan", "{text}", {"problems": problems, "text": problems[0][1]}
            )
        return self

    def _order(self) -> Iterator[tuple[str, str]]:
        places = [ORDER.index(one.kind) for one in self.steps]
        for number, (place, after) in enumerate(pairwise(places), start=1):
            if after == place:
                yield f"steps[{number}]", f"{self.steps[number].kind} is there twice"
            elif after < place:
                yield (
                    f"steps[{number}]",
                    f"{self.steps[number].kind} comes before {self.steps[number - 1].kind}: each step needs the one "
                    "before it, so the order is fixed; leave steps out, or turn them off",
                )

    def _lengths(self) -> Iterator[tuple[str, str]]:
        if self.print is not None:
            return
        for number, one in enumerate(self.steps):
            for name, span in _spans(one):
                if span.mm is not None:
                    yield (
                        f"steps[{number}].{name}",
                        f"{span.text} is a length on a print, and there is none; type px, or give print.width",
                    )

    def _contradictions(self) -> Iterator[tuple[str, str]]:
        for number, one in enumerate(self.steps):
            if isinstance(one, Enlarge) and one.factor is not None and one.width_px is not None:
                yield f"steps[{number}]", "give factor or width_px, not both"


def _spans(step: Part) -> Iterator[tuple[str, Span]]:
    names = {Smooth: ("length",), Lettering: ("thicker",), Sharpen: ("radius",)}
    for name in names.get(type(step), ()):
        span = getattr(step, name)
        if span is not None:
            yield name, span


def parse_rescue(document: Any) -> Rescue:
    """Validate a decoded JSON document. Raises `RescueError` with one problem for every fault.

    >>> parse_rescue({"format": "zollstock.rescue/1", "picture": {"width_px": 600, "height_px": 400}}).picture.width_px
    600
    """
    if not isinstance(document, dict):
        raise RescueError([("rescue", "a rescue is a JSON object")])
    try:
        return Rescue.model_validate(upgrade(document, RESCUE_STEPS))
    except ValidationError as error:
        raise RescueError(problem_list(error, Rescue, "rescue")) from None


def rescue_document(rescue: Rescue) -> dict[str, Any]:
    """The rescue as JSON values, lengths as typed; `parse_rescue` reads it back unchanged."""
    return rescue.model_dump(mode="json")
