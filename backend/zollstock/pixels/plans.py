"""Plans: sheets of lines and letters alone, as the pages of a PDF."""

from __future__ import annotations

import tempfile
from collections.abc import Sequence
from pathlib import Path

from zollstock.core.parts.file import OutputSpec
from zollstock.core.sheet.sheets import Sheet

from .compose import NO_SOURCES, compose
from .page import Page
from .write import write


def write_plan(sheets: Sequence[Sheet], title: str, out: Path) -> None:
    """Write the sheets, back after front, to `out`, which must not exist and ends in .pdf. Raises what `write` raises."""
    sides = [side for sheet in sheets for side in sheet.sides]
    pages = [Page(compose(side, NO_SOURCES, ink=False), side, title) for side in sides]
    write(pages, OutputSpec(format="pdf"), out)


def plan_pdf(sheets: Sequence[Sheet], title: str) -> bytes:
    """The same as bytes."""
    with tempfile.TemporaryDirectory() as folder:
        out = Path(folder) / "plan.pdf"
        write_plan(sheets, title, out)
        return out.read_bytes()
