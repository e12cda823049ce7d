"""Rules for ID photos, as rows that whoever takes the photos keeps: what an authority asks, where that was read.

Those that ship are plainly made up. The authority's own page decides, always.
"""

from __future__ import annotations

from typing import Annotated, Any, Self

from pydantic import Field, ValidationError, model_validator
from pydantic_core import PydanticCustomError

from ...documents.faults import DocumentError, problem_list
from ...ground.refusal import ChangedElsewhere
from ...ground.rowkeys import keyed, twice
from ...parts.part import Part
from .photo import Rule

#: What stands wherever a rule is shown.
DECIDES = (
    "The authority's own page decides. Look there before a photo is handed in, and note the date."
)
MOST_RULES = 200


class RulesChanged(ChangedElsewhere):
    """The rules were changed in another window."""

    def __init__(self) -> None:
        super().__init__(
            "These rules were changed in another window. Your change was not saved, the other one is safe."
        )


class RuleBook(Part):
    """All rules of a studio, by name in the order in which they are kept; one at least, each sound."""

    rules: Annotated[list[Rule], Field(min_length=1, max_length=MOST_RULES)]

    @model_validator(mode="after")
    def _each_is_sound(self) -> Self:
        found = [
            (f"rules[{number}].{path.removeprefix('rule.')}", text)
            for number, rule in enumerate(self.rules)
            for path, text in rule.problems()
        ]
        found += twice(self.rules, "rules")
        if found:
            raise PydanticCustomError("plan", "{text}", {"problems": found, "text": found[0][1]})
        return self


class RuleError(DocumentError):
    """A document is no book of rules."""


def read_rules(document: Any) -> RuleBook:
    """Validate decoded JSON; rules without a key get one that is free. Raises `RuleError` with one problem for every
    fault."""
    try:
        return _keyed(RuleBook.model_validate(document))
    except ValidationError as error:
        raise RuleError(problem_list(error, RuleBook, "rules")) from None


def _keyed(book: RuleBook) -> RuleBook:
    return book.model_copy(update={"rules": keyed(book.rules, "r")})


SHIPPED = read_rules(
    {
        "rules": [
            {
                "name": "Saltmarch Harbour Office",
                "width": "35 mm",
                "height": "45 mm",
                "head": ["32 mm", "36 mm"],
                "crown": ["3 mm", "5 mm"],
                "source": "A made-up example: put in the page of your authority",
                "checked": "never",
            },
            {
                "name": "Island Ferry Board",
                "width": "2 in",
                "height": "2 in",
                "head": ["1 in", "1 3/8 in"],
                "eyes": ["1 1/8 in", "1 3/8 in"],
                "source": "A made-up example: put in the page of your authority",
                "checked": "never",
            },
            {
                "name": "Tide Mill Museum, staff pass",
                "width": "50 mm",
                "height": "70 mm",
                "head": ["36 mm", "40 mm"],
                "crown": ["8 mm", "12 mm"],
                "source": "A made-up example: put in the page of your authority",
                "checked": "never",
            },
        ]
    }
)
