"""The rescued picture as a file: whole or not at all, in the depth and the profile of the picture it is made of."""

from __future__ import annotations

from pathlib import Path

from zollstock.core.ground.rational import Fraction
from zollstock.core.parts.file import OutputSpec
from zollstock.core.rescue.worked import Worked
from zollstock.core.shapes.box import Box
from zollstock.core.sheet.sheets import Sheet

from ..page import Page
from ..progress import Progress, stages
from ..rights import NOBODYS_WORD, Rights
from ..write import Written, write
from .making import made
from .stages import Stages

#: A file of no print says that its pixels are so fine.
_PPI = 300


def write_rescued(
    work: Worked,
    bench: Stages,
    output: OutputSpec,
    out: Path,
    progress: Progress | None = None,
    rights: Rights = NOBODYS_WORD,
) -> Written:
    """Write the result to `out`, which must not exist; `rights` are those of the picture that it is made of.

    Raises what `write` raises, and `Cancelled`.
    """
    enlarging, writing = stages(progress, 3, 2)
    image = made(work, bench.ground, bench.source, enlarging)
    ppi = Fraction(work.ppi if work.ppi is not None else _PPI).limit_denominator(1000)
    wide, high = (Fraction(side) * Fraction(127, 5) / ppi for side in (image.width, image.height))
    whole = Box(Fraction(0), Fraction(0), wide, high)
    sheet = Sheet("Rescued", wide, high, ppi, whole, whole, (), raster=(image.width, image.height))
    return write([Page(image, sheet, rights=rights)], output, out, writing)
