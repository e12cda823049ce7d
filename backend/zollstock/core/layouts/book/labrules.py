"""What a lab asks of a book: how many pages and by how many, its bleed, its formats, the kind of files.

A request keeps a snapshot of the row it was chosen by, so that it stays whole alone.
"""

from __future__ import annotations

from collections.abc import Iterator
from typing import TYPE_CHECKING, Annotated, Any, Literal

from pydantic import Field

from ...answer.reckoning import Finding
from ...ground.lengths import Length, parse_length
from ...ground.plaintext import Line
from ...ground.show import LengthStyle
from ...parts.part import Part

if TYPE_CHECKING:
    from .request import BookRequest, PageSize

_SAME = 0.05


class LabSize(Part):
    """A page size that a lab binds."""

    width: Length
    height: Length


class LabRules(Part):
    """The rules of one lab; without `formats` every size."""

    key: str = Field(default="", max_length=40)
    name: Line = Field(default="", max_length=80)
    pages: Annotated[tuple[int, int], Field(strict=False)]
    step: Annotated[int, Field(ge=1, le=16)] = 2
    bleed: Length
    formats: Annotated[list[LabSize], Field(max_length=40)] = []
    files: Literal["jpeg", "pdf"] = "jpeg"


def _sizes(*texts: str) -> list[LabSize]:
    return [
        LabSize(width=parse_length(f"{width} cm"), height=parse_length(f"{height} cm"))
        for width, height in (text.split("x") for text in texts)
    ]


#: Three made-up labs with different rules.
LABS: tuple[LabRules, ...] = (
    LabRules(key="harbour", name="Harbour Lab", pages=(24, 120), step=4, bleed=parse_length("3 mm"),
             formats=_sizes("21x28", "28x21", "21x21")),
    LabRules(key="lantern", name="Lantern Prints", pages=(20, 200), step=2, bleed=parse_length("5 mm"),
             formats=_sizes("20x20", "30x30", "21x29.7"), files="pdf"),
    LabRules(key="saltworks", name="Saltworks Press", pages=(32, 400), step=16, bleed=parse_length("3 mm"), files="pdf"),
)  # fmt: skip


def lab_findings(layout: BookRequest, style: LengthStyle) -> Iterator[Finding]:
    """Where a book is not as its lab wants it, each with what cures it."""
    lab = layout.lab
    if lab is None:
        return
    name = lab.name or "The lab"
    least, most = lab.pages
    wanted = _pages(layout.pages, least, most, lab.step)
    if wanted != layout.pages:
        yield Finding(
            id="lab-pages",
            level="warn",
            step="size",
            text=f"{name} binds {least} to {most} pages, by {lab.step}; this book has {layout.pages}.",
            fix={"pages": wanted},
            fix_label=f"Take {wanted} pages",
        )
    if layout.bleed.mm != lab.bleed.mm:
        yield Finding(
            id="lab-bleed",
            level="warn",
            step="edge",
            text=f"{name} asks for {style.length(lab.bleed.mm)} of bleed; here are {style.length(layout.bleed.mm)}.",
            fix={"bleed": lab.bleed.typed},
            fix_label="Take its bleed",
        )
    if lab.formats and not any(_is(one, layout.page) for one in lab.formats):
        near = min(lab.formats, key=lambda one: _off(one, layout.page))
        size = style.size(near.width.mm, near.height.mm)
        yield Finding(
            id="lab-format",
            level="warn",
            step="size",
            text=f"{name} does not bind this size; the nearest of its sizes is {size}.",
            fix={"page": {"width": near.width.typed, "height": near.height.typed}, "spreads": None},
            fix_label=f"Take {size}, laid out again",
        )
    output = layout.plans[0].output
    if output.format != lab.files:
        kind = "a PDF" if lab.files == "pdf" else "a JPEG a page"
        yield Finding(
            id="lab-files",
            level="warn",
            step="handover",
            text=f"{name} takes {kind}.",
            fix=_files(lab.files),
            fix_label=f"Make {kind}",
        )


def _files(files: str) -> dict[str, Any]:
    return {"plans.0.output.format": files}


def _pages(pages: int, least: int, most: int, step: int) -> int:
    """The nearest number of pages that a lab binds; of two the greater.

    >>> _pages(26, 24, 120, 4), _pages(10, 24, 120, 4), _pages(500, 24, 120, 4)
    (28, 24, 120)
    """
    held = max(least, min(most, pages))
    over = (held - least) % step
    return held if not over else min(held + step - over, most - (most - least) % step)


def _is(one: LabSize, page: PageSize) -> bool:
    return _off(one, page) < _SAME


def _off(one: LabSize, page: PageSize) -> float:
    return float(abs(one.width.mm - page.width.mm) + abs(one.height.mm - page.height.mm))
