"""The plan document, `zollstock.plan/1`: what is wanted of one print.

The models are the contract (docs/plan-format.md): unknown fields are errors, lengths stay as
typed, and a plan that exists is a plan that can be reckoned. Its parts are in `parts` and `edges`.
"""

from __future__ import annotations

from collections.abc import Iterator
from typing import Any, Literal

from pydantic import Field, TypeAdapter, ValidationError, model_validator
from pydantic_core import PydanticCustomError

from ..edges import Edge, NoEdge, Problem
from ..ground.lengths import Length
from ..ground.plaintext import Line
from ..parts.device import DeviceChoice
from ..parts.file import OutputSpec, Pixels
from ..parts.fit import Fit
from ..parts.lab import LabChoice
from ..parts.medium import Marks, Medium
from ..parts.part import Part
from ..parts.picture import Picture
from ..parts.target import Target
from ..parts.viewing import Viewing
from . import consistency
from .faults import DocumentError, problem_list
from .formats import upgrade

PLAN_FORMAT: Literal["zollstock.plan/1"] = "zollstock.plan/1"


class Plan(Part):
    """What is wanted of one print. Only `picture` and `target` are required."""

    format: Literal["zollstock.plan/1"] = PLAN_FORMAT
    title: Line = Field(default="", max_length=200)
    picture: Picture
    target: Target
    fit: Fit = Fit()
    edge: Edge = NoEdge()
    marks: Marks = Field(default_factory=Marks)
    medium: Medium = Medium()
    viewing: Viewing = Viewing()
    pixels: Pixels = Pixels()
    output: OutputSpec = OutputSpec()
    device: DeviceChoice | None = Field(
        default=None, description="What it is printed with; null while nobody has said."
    )
    lab: LabChoice | None = Field(
        default=None, description="The lab that it goes to, where it does."
    )

    def problems(self) -> list[Problem]:
        """What contradicts itself; nothing, in a plan that was parsed."""
        return consistency.problems(
            self.picture, self.target, self.fit, self.edge, self.marks, self.viewing, self.pixels
        )

    @model_validator(mode="after")
    def _hangs_together(self) -> Plan:
        found = self.problems()
        if found:
            raise PydanticCustomError("plan", "{text}", {"problems": found, "text": found[0][1]})
        return self


_EDGE: TypeAdapter[Edge] = TypeAdapter(Edge)


class PlanError(DocumentError):
    """A document is not a plan."""


def parse_plan(document: Any) -> Plan:
    """Validate a decoded JSON document. Raises `PlanError` with one problem for every fault.

    >>> made = parse_plan({"format": "zollstock.plan/1", "picture": {"width_px": 6000, "height_px": 4000}, "target": {"width": "60 cm", "height": "40 cm"}})
    >>> float(made.target.width.mm)
    600.0
    """
    if not isinstance(document, dict):
        raise PlanError([("plan", "a plan is a JSON object")])
    try:
        return Plan.model_validate(upgrade(document))
    except ValidationError as error:
        raise PlanError(problem_list(error, Plan, "plan")) from None


def changed_plan(plan: Plan, fix: dict[str, Any]) -> Plan:
    """The plan with the dotted paths of `fix` set; parts that it leaves alone stay the ones they are.

    Offers are made again and again: to check the whole document each time took a tenth of the time.
    Raises `PlanError` as `parse_plan` does.

    >>> changed_plan(plan(), {"target.width": "30 cm"}).target.width.typed
    '30 cm'
    """
    touched = {path.partition(".")[0] for path in fix}
    if not touched <= {"fit", "target", "pixels", "edge"}:
        return parse_plan(patched(plan_document(plan), fix))
    parts = patched({name: getattr(plan, name).model_dump(mode="json") for name in touched}, fix)
    try:
        checked = {
            name: _EDGE.validate_python(part)
            if name == "edge"
            else type(getattr(plan, name)).model_validate(part)
            for name, part in parts.items()
        }
    except ValidationError as error:
        raise PlanError(problem_list(error, Plan, "plan")) from None
    changed = plan.model_copy(update=checked)
    found = changed.problems()
    if found:
        raise PlanError(found)
    return changed


def plan_document(plan: Plan) -> dict[str, Any]:
    """The plan as JSON values, lengths as typed; `parse_plan` reads it back unchanged.

    >>> parse_plan(plan_document(plan())) == plan()
    True
    """
    return plan.model_dump(mode="json")


def patched(document: dict[str, Any], fix: dict[str, Any]) -> dict[str, Any]:
    """A copy of the document with the dotted paths of `fix` set, as one click in the interface does.

    A whole part may be replaced (`"edge": {...}`). The source is not changed.

    >>> patched({"edge": {"left": "2 cm"}}, {"edge.left": "3 cm", "title": "Fog"})
    {'edge': {'left': '3 cm'}, 'title': 'Fog'}
    """
    result = dict(document)
    for path, value in fix.items():
        holder = result
        *parents, last = path.split(".")
        for name in parents:
            holder[name] = dict(holder.get(name) or {})
            holder = holder[name]
        holder[last] = value
    return result


def lengths_of(plan: Plan) -> list[Length]:
    """Every length in the plan, the target's first.

    >>> [one.typed for one in lengths_of(plan(edge=border("2 cm")))][:3]
    ['24 in', '16 in', '2 cm']
    """
    found = [plan.target.width, plan.target.height]
    for part in (plan.edge, plan.marks, plan.viewing):
        found += _lengths_in(part)
    return found


def _lengths_in(part: Part) -> Iterator[Length]:
    for value in part.__dict__.values():
        if isinstance(value, Length):
            yield value
        elif isinstance(value, Part):
            yield from _lengths_in(value)
