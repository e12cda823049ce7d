"""The trial sheet of a device as a PDF of the paper's own size: lines and letters alone."""

from __future__ import annotations

from collections.abc import Sequence
from pathlib import Path

from zollstock.core.parts.file import OutputSpec
from zollstock.core.sheet.sheets import Sheet

from . import profiles
from .page import Page
from .pdf import write_pdf
from .vips import pyvips


def trial_sheet_pdf(sheets: Sequence[Sheet], path: Path) -> None:
    """A page for each sheet."""
    white = (pyvips.Image.black(8, 8, bands=3) + 255).cast("uchar").copy(interpretation="srgb")
    paper = profiles.tagged(white, profiles.srgb())
    write_pdf([Page(paper, sheet) for sheet in sheets], path, OutputSpec(format="pdf"))
