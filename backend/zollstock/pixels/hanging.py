"""The hanging plan as a file: PDF or SVG, without any picture."""

from __future__ import annotations

from pathlib import Path

from zollstock.core.documents.plan import Plan
from zollstock.core.layouts import hanging_sheets
from zollstock.core.layouts.request import LayoutRequest

from .errors import RenderError
from .plans import write_plan
from .svg import sheet_svg


def write_hanging(layout: Plan | LayoutRequest, out: Path, unit: str | None = None) -> None:
    """Write the hanging plan of `layout` to `out`, which must not exist and ends in .pdf or .svg.

    An SVG has its first sheet, on which everything is drawn; the list goes on in a PDF alone. Raises `RenderError`
    for what does not hang, and what `write` raises.
    """
    sheets = hanging_sheets(layout, unit) if isinstance(layout, LayoutRequest) else []
    if not sheets:
        raise RenderError("Only panels and rows of prints have a hanging plan.")
    ending = out.suffix.lower()
    title = f"{layout.title or 'Hanging'}, hanging plan"
    if ending == ".svg":
        with out.open("x", encoding="utf-8") as file:
            file.write(sheet_svg(sheets[0], title))
    elif ending == ".pdf":
        write_plan(sheets, title, out)
    else:
        raise RenderError("A hanging plan is a .pdf or an .svg.")
