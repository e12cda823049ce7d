"""The answers of a trial, `zollstock.trial/1`: which of two patches somebody called the finer one."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Annotated, Any, Literal

from pydantic import Field, ValidationError

from ..documents.faults import DocumentError, problem_list
from ..documents.whole import WholeDocument
from ..edges import Problem
from ..ground.csvtable import records
from ..ground.lengths import Length
from ..ground.plaintext import Line
from ..parts.part import Part

TRIAL_FORMAT: Literal["zollstock.trial/1"] = "zollstock.trial/1"
Said = Literal["a", "b", "none"]
MOST_ANSWERS = 20_000
MOST_JUDGES = 60
#: A patch is no coarser and no finer than this.
LEAST_PPI, MOST_PPI = 10, 5000
_COLUMNS = ("who", "copy", "a", "b", "said", "at")


class TrialMedium(Part):
    """What it was printed on."""

    name: Line = Field(default="", max_length=120)
    factor: float = Field(default=1.0, gt=0, le=2)


#: What the patches of a trial differ by; a threshold follows of ppi alone.
TrialBy = Literal["ppi", "method", "sharpen", "exposure", "profile"]
#: A patch: its ppi, or another step of its ladder.
Step = Annotated[float, Field(ge=-MOST_PPI, le=MOST_PPI)] | Annotated[str, Field(max_length=40)]


class Answer(Part):
    """Patches `a` and `b` side by side (ppi, or steps of another ladder); `said` names the one that was called finer."""

    who: Line = Field(default="", max_length=80)
    copy_: int = Field(default=1, alias="copy", ge=1, le=100)
    a: Step
    b: Step
    said: Said
    at: Line = Field(default="", max_length=40)


class Trial(WholeDocument):
    """A trial. By ppi every pair has the `reference` in it, or is alike; by anything else two steps are told apart or not."""

    format: Literal["zollstock.trial/1"] = TRIAL_FORMAT
    by: TrialBy = "ppi"
    medium: TrialMedium = TrialMedium()
    distance: Length | None = None
    reference: Step | None = Field(default=None, description="Null: the finest that was shown.")
    answers: Annotated[list[Answer], Field(max_length=MOST_ANSWERS)] = []

    @property
    def finest(self) -> Step:
        """The reference; of ppi the finest where none is named, else what stands in most pairs."""
        if self.reference is not None:
            return self.reference
        shown = [step for one in self.answers for step in (one.a, one.b)]
        if self.by == "ppi":
            return max(
                (step for step in shown if not isinstance(step, str)), default=float(MOST_PPI)
            )
        return max(dict.fromkeys(shown), key=shown.count, default="")

    def contradictions(self) -> Iterator[Problem]:
        """What contradicts itself, each with its path."""
        judges = {one.who for one in self.answers}
        if len(judges) > MOST_JUDGES:
            yield "answers", f"{len(judges)} judges; a trial has {MOST_JUDGES} at most"
        if self.by == "ppi":
            yield from self._no_ppi()
            yield from self._without_reference()

    def _without_reference(self) -> Iterator[Problem]:
        """Pairs of which nothing follows for a threshold."""
        finest = self.finest
        for number, one in enumerate(self.answers):
            if one.a != one.b and finest not in (one.a, one.b):
                named = f"{finest:g} ppi" if isinstance(finest, float) else str(finest)
                yield (
                    f"answers[{number}]",
                    f"neither patch is the reference of {named}, and they are not alike",
                )

    def _no_ppi(self) -> Iterator[Problem]:
        steps = [("reference", self.reference)] if self.reference is not None else []
        steps += [(f"answers[{number}].{name}", getattr(one, name)) for number, one in enumerate(self.answers) for name in ("a", "b")]  # fmt: skip
        for path, step in steps:
            if isinstance(step, str) or not LEAST_PPI <= step <= MOST_PPI:
                yield path, f"a patch has {LEAST_PPI} to {MOST_PPI} ppi"


class TrialError(DocumentError):
    """A document is no trial."""


def parse_trial(document: Any) -> Trial:
    """Validate a decoded JSON document. Raises `TrialError` with one problem for every fault."""
    if not isinstance(document, dict):
        raise TrialError([("trial", "a trial is a JSON object")])
    try:
        return Trial.model_validate(document)
    except ValidationError as error:
        raise TrialError(problem_list(error, Trial, "trial")) from None


def read_answers(text: str, **of_trial: Any) -> Trial:
    """A trial from a table with who, a, b and said. Raises `TableError`, `TrialError`."""
    answers = []
    read = _ppi if of_trial.get("by", "ppi") == "ppi" else _step
    for cell, number in records(text, "answers", _COLUMNS, [("a",), ("b",), ("said",)]):
        answers.append({"who": cell("who"), "a": read(cell("a"), number), "b": read(cell("b"), number),
                        "said": cell("said").strip().lower(), "at": cell("at")})  # fmt: skip
    return parse_trial({name: value for name, value in of_trial.items() if value is not None} | {"answers": answers})  # fmt: skip


def _ppi(text: str, line: int) -> float:
    try:
        return float(text.strip().lower().removesuffix("ppi").replace(",", "."))
    except ValueError:
        raise TrialError([(f"line {line}", f"“{text}” is no ppi")]) from None


def _step(text: str, line: int) -> float | str:
    return as_step(text)


def as_step(text: str) -> float | str:
    """A step as typed: a number where it is one.

    >>> as_step("1,5"), as_step("careful")
    (1.5, 'careful')
    """
    try:
        return float(text.strip().replace(",", ".").replace("−", "-"))
    except ValueError:
        return text.strip()
