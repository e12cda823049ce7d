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


class Answer(Part):
    """Patches of `a` and `b` ppi side by side; `said` names the one that was called finer."""

    who: Line = Field(default="", max_length=80)
    copy_: int = Field(default=1, alias="copy", ge=1, le=100)
    a: float = Field(ge=LEAST_PPI, le=MOST_PPI)
    b: float = Field(ge=LEAST_PPI, le=MOST_PPI)
    said: Said
    at: Line = Field(default="", max_length=40)


class Trial(WholeDocument):
    """A trial. Every pair has the `reference` in it, or is alike."""

    format: Literal["zollstock.trial/1"] = TRIAL_FORMAT
    by: Literal["ppi"] = "ppi"
    medium: TrialMedium = TrialMedium()
    distance: Length | None = None
    reference: float | None = Field(
        default=None, ge=LEAST_PPI, le=MOST_PPI, description="Null: the finest that was shown."
    )
    answers: Annotated[list[Answer], Field(max_length=MOST_ANSWERS)] = []

    @property
    def finest(self) -> float:
        """ppi of the reference."""
        if self.reference is not None:
            return self.reference
        return max((max(one.a, one.b) for one in self.answers), default=float(MOST_PPI))

    def contradictions(self) -> Iterator[Problem]:
        """What contradicts itself, each with its path."""
        judges = {one.who for one in self.answers}
        if len(judges) > MOST_JUDGES:
            yield "answers", f"{len(judges)} judges; a trial has {MOST_JUDGES} at most"
        for number, one in enumerate(self.answers):
            if one.a != one.b and self.finest not in (one.a, one.b):
                yield (
                    f"answers[{number}]",
                    f"neither patch is the reference of {self.finest:g} ppi, and they are not alike",
                )


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
    for cell, number in records(text, "answers", _COLUMNS, [("a",), ("b",), ("said",)]):
        answers.append({"who": cell("who"), "a": _ppi(cell("a"), number), "b": _ppi(cell("b"), number),
                        "said": cell("said").strip().lower(), "at": cell("at")})  # fmt: skip
    return parse_trial({name: value for name, value in of_trial.items() if value is not None} | {"answers": answers})  # fmt: skip


def _ppi(text: str, line: int) -> float:
    try:
        return float(text.strip().lower().removesuffix("ppi").replace(",", "."))
    except ValueError:
        raise TrialError([(f"line {line}", f"“{text}” is no ppi")]) from None
