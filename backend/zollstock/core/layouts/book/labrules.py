"""What a lab asks of a book: how many pages and by how many, its bleed, its formats, the kind of files.

A request keeps a snapshot of the row it was chosen by, so that it stays whole alone.
"""

from __future__ import annotations

from collections.abc import Iterator
from typing import TYPE_CHECKING, Annotated, Any, Literal

from pydantic import Field

from ...answer.reckoning import Finding
from ...ground.lengths import Length
from ...ground.plaintext import Line
from ...ground.show import LengthStyle
from ...parts.part import Part
from ...studio.labs import Labs, PageFormat

if TYPE_CHECKING:
    from .request import BookRequest, PageSize

_SAME = 0.05


class BookLab(Part):
    """The rules of one lab; without `formats` every size."""

    key: str = Field(default="", max_length=40)
    name: Line = Field(default="", max_length=80)
    pages: Annotated[tuple[int, int], Field(strict=False)]
    step: Annotated[int, Field(ge=1, le=16)] = 2
    bleed: Length
    formats: Annotated[list[PageFormat], Field(max_length=40)] = []
    files: Literal["jpeg", "pdf"] = "jpeg"


def book_labs(labs: Labs) -> list[BookLab]:
    """The labs of a studio that bind books, as a request keeps them."""
    return [
        BookLab(
            key=lab.key, name=lab.name[:80], pages=lab.book.pages, step=lab.book.step, bleed=lab.book.bleed,
            formats=lab.book.formats, files=lab.book.files,
        )
        for lab in labs.labs
        if lab.book is not None
    ]  # fmt: skip


def lab_findings(layout: BookRequest, style: LengthStyle) -> Iterator[Finding]:
    """Where a book is not as its lab wants it, each with what cures it.

    >>> list(lab_findings(book(), LengthStyle("cm")))
    []
    """
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


def _is(one: PageFormat, page: PageSize) -> bool:
    return _off(one, page) < _SAME


def _off(one: PageFormat, page: PageSize) -> float:
    return float(abs(one.width.mm - page.width.mm) + abs(one.height.mm - page.height.mm))
