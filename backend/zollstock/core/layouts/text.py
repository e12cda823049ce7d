"""Sheets for people, as text."""

from __future__ import annotations

from .document import Sheets
from .request import LayoutRequest


def text_sheets(layout: LayoutRequest, made: Sheets) -> str:
    """Title, figures with their arithmetic, findings, and the sheets in the order of printing.

    >>> from . import reckon_layout
    >>> text_sheets(tiles(), reckon_layout(tiles())).splitlines()[3]
    'Sheets                   3 × 4 = 12'
    """
    title = layout.title or "Layout"
    lines = [title, "=" * len(title), ""]
    lines += [f"{figure.label:<24} {figure.working}" for figure in made.figures]
    lines += ["", f"{'Order':<24} {', '.join(sheet.name for sheet in made.sheets)}"]
    if made.findings:
        lines.append("")
        lines += [f"{finding.word:<5} {finding.text}" for finding in made.findings]
    return "\n".join(lines)
