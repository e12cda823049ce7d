"""Sheets that no file of the wanted kind can hold: told before the work begins."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import replace

from ..answer.reckoning import Finding
from ..ground import show
from ..ground.show import LengthStyle
from ..parts.file import OutputSpec
from ..rules.fileformats import FILE_FORMATS
from ..rules.pixelcount import MOST_OUTPUT_PIXELS
from ..sheet.sheets import Sheet
from ..telling.filefindings import long_page
from .kind import PlannedLayout


def with_limits(laid: PlannedLayout, output: OutputSpec, style: LengthStyle) -> PlannedLayout:
    """The layout with a `stop` for the largest sheet that cannot be made.

    >>> from ..parts.file import OutputSpec
    >>> with_limits(lay(tiles()), OutputSpec(), LengthStyle("cm")).findings == lay(tiles()).findings
    True
    """
    if not laid.used:
        return laid  # lines and letters alone have no pixels
    return replace(laid, findings=[*laid.findings, *_too_large(laid.all_sheets, output, style)])


def _too_large(
    sheets: tuple[Sheet, ...], output: OutputSpec, style: LengthStyle
) -> Iterator[Finding]:
    kind = FILE_FORMATS[output.format]
    longest_side = kind.longest_side
    if kind.vectors and output.picture == "jpeg":
        longest_side = FILE_FORMATS["jpeg"].longest_side
    if kind.vectors:
        yield from long_page(max(max(sheet.width, sheet.height) for sheet in sheets), style)
    longest = max((max(sheet.grid.width, sheet.grid.height) for sheet in sheets), default=0)
    most = max((sheet.grid.width * sheet.grid.height for sheet in sheets), default=0)
    if longest_side is not None and longest > longest_side:
        yield Finding(
            id="sheet-too-long",
            level="stop",
            step="handover",
            text=f"A JPEG holds {show.whole(longest_side)} px a side; a sheet has {show.whole(longest)}.",
            fix={"plans.0.output.format": "tiff", "plans.0.output.picture": "lossless"},
            fix_label="Make it a TIFF",
        )
    if most > MOST_OUTPUT_PIXELS:
        yield Finding(
            id="sheet-too-large",
            level="stop",
            step="pixels",
            text=f"A sheet would have {show.whole(most // 10**6)} megapixels; a file may have 4 gigapixels. Take fewer "
            "ppi, or a shorter length.",
        )
