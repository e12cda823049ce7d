"""The labs that a studio sends prints to: their sizes and prices, what they take, what they do to a file."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Annotated, Any, Literal, Self

from pydantic import Field, ValidationError, model_validator
from pydantic_core import PydanticCustomError

from ..documents.faults import DocumentError, problem_list
from ..ground.lengths import Length
from ..ground.plaintext import Line, Text
from ..ground.refusal import ChangedElsewhere
from ..ground.rowkeys import Key, keyed, twice
from ..parts.lab import LabChoice, LabRules, LabSize, LabUsed
from ..parts.part import Part

MOST_LABS, MOST_LAB_SIZES = 50, 100


class LabsChanged(ChangedElsewhere):
    """The labs were changed in another window."""

    def __init__(self) -> None:
        super().__init__(
            "The labs were changed in another window. Your change was not saved, the other one is safe."
        )


class PageFormat(Part):
    """A page size that a lab binds."""

    width: Length
    height: Length


class LabBook(Part):
    """What a lab asks of a book: least and most pages, by how many, its bleed, its page sizes (none: every size), its files."""

    pages: Annotated[tuple[int, int], Field(strict=False)]
    step: Annotated[int, Field(ge=1, le=16)] = 2
    bleed: Length
    formats: Annotated[list[PageFormat], Field(max_length=40)] = []
    files: Literal["jpeg", "pdf"] = "jpeg"


class Lab(LabRules):
    """A lab; `address` names a service that this place may send to, and the lab there (`simulated/harbour`);
    empty where files are brought to it otherwise."""

    key: Key = ""
    sizes: Annotated[list[LabSize], Field(max_length=MOST_LAB_SIZES)] = []
    book: LabBook | None = None
    address: Line = Field(default="", max_length=300)
    notes: Text = Field(default="", max_length=1000)

    def size(self, key: str) -> LabSize | None:
        return next((size for size in self.sizes if key and size.key == key), None)


class Labs(Part):
    """All labs of a studio, in the order in which they are kept; names and keys each once."""

    labs: Annotated[list[Lab], Field(max_length=MOST_LABS)] = []
    currency: Line = Field(default="", max_length=8)

    def lab(self, key: str) -> Lab | None:
        return next((lab for lab in self.labs if key and lab.key == key), None)

    def by_now(self, choice: LabChoice) -> LabUsed | None:
        """What stands in the row of a plan's lab by now."""
        lab = self.lab(choice.key)
        size = lab.size(choice.size) if lab else None
        if lab is None or size is None:
            return None
        rules = {name: getattr(lab, name) for name in LabRules.model_fields}
        return LabUsed(**rules, size=size, currency=self.currency)

    def used(self, choice: LabChoice | None) -> LabUsed | None:
        """What a print goes by: what its plan kept, or what stands in the rows; None where neither is there."""
        if choice is None:
            return None
        return choice.used or self.by_now(choice)

    def chosen(self, key: str, size: str) -> LabChoice | None:
        """A lab and its size as a plan keeps them; None where there is no such."""
        choice = LabChoice(key=key, size=size)
        used = self.by_now(choice)
        return choice.model_copy(update={"used": used}) if used else None

    @model_validator(mode="after")
    def _each_once(self) -> Self:
        found = list(self._problems())
        if found:
            raise PydanticCustomError("plan", "{text}", {"problems": found, "text": found[0][1]})
        return self

    def _problems(self) -> Iterator[tuple[str, str]]:
        names: set[str] = set()
        yield from twice(self.labs, "labs")
        for number, lab in enumerate(self.labs):
            if lab.name.casefold() in names:
                yield f"labs[{number}].name", f"“{lab.name}” is there already"
            names.add(lab.name.casefold())
            for path, problem in twice(lab.sizes, "sizes"):
                yield f"labs[{number}].{path}", problem
            for at, size in enumerate(lab.sizes):
                for side in ("width", "height"):
                    if getattr(size, side).mm <= 0:
                        yield f"labs[{number}].sizes[{at}].{side}", f"the {side} is 0"
            if lab.book is not None and lab.book.pages[0] > lab.book.pages[1]:
                yield f"labs[{number}].book.pages", "the least is more than the most"


class LabsError(DocumentError):
    """A document is no table of labs."""


def read_labs(document: Any) -> Labs:
    """Validate decoded JSON; labs and sizes without a key get one that is free. Raises `LabsError`."""
    try:
        return _keyed(Labs.model_validate(document))
    except ValidationError as error:
        raise LabsError(problem_list(error, Labs, "labs")) from None


def _keyed(table: Labs) -> Labs:
    labs = [
        one.model_copy(update={"sizes": keyed(one.sizes, "s")}) for one in keyed(table.labs, "l")
    ]
    return table.model_copy(update={"labs": labs})


def _sizes(bleed: str, prices: dict[str, float]) -> list[dict[str, Any]]:
    found = []
    for key, price in prices.items():
        width, height = key.split("x")
        found.append({"key": key, "width": f"{width} cm", "height": f"{height} cm", "bleed": bleed, "price": price})  # fmt: skip
    return found


def _pages(*texts: str) -> list[dict[str, str]]:
    return [
        {"width": f"{width} cm", "height": f"{height} cm"}
        for width, height in (text.split("x") for text in texts)
    ]


#: Three made-up labs with different rules.
SHIPPED = read_labs(
    {
        "currency": "€",
        "labs": [
            {
                "key": "harbour", "address": "simulated/harbour", "name": "Harbour Lab", "formats": ["jpeg"], "most_bytes": 50_000_000,
                "most_px": 12_000, "grid_ppi": 300, "profile": "srgb", "fits": "crops-centre", "sharpens": True,
                "days": 4,
                "sizes": _sizes("0 mm", {"10x15": 0.35, "13x18": 0.55, "20x30": 2.4, "30x45": 6.9, "50x75": 18.5}),
                "book": {"pages": [24, 120], "step": 4, "bleed": "3 mm", "formats": _pages("21x28", "28x21", "21x21")},
            },
            {
                "key": "lantern", "address": "simulated/lantern", "name": "Lantern Prints", "formats": ["tiff", "jpeg"], "most_bytes": 500_000_000,
                "profile": "wide-satin", "fits": "pads", "days": 6,
                "sizes": _sizes("3 mm", {"20x20": 6.5, "30x30": 11, "40x40": 19, "30x40": 15, "40x60": 29, "60x90": 58}),
                "book": {"pages": [20, 200], "step": 2, "bleed": "5 mm", "formats": _pages("20x20", "30x30", "21x29.7"),
                         "files": "pdf"},
            },
            {
                "key": "saltworks", "address": "simulated/saltworks", "name": "Saltworks Press", "formats": ["pdf", "tiff"], "profile": "press-coated",
                "ink_limit": 300, "fits": "refuses", "borders": False, "days": 10,
                "sizes": _sizes("3 mm", {"21x29.7": 4.2, "29.7x42": 7.9, "42x59.4": 16, "59.4x84.1": 31}),
                "book": {"pages": [32, 400], "step": 16, "bleed": "3 mm", "files": "pdf"},
            },
        ],
    }
)  # fmt: skip
