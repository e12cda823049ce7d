"""A page of a file: its pixels, and the sheet that they show."""

from __future__ import annotations

from collections.abc import Sequence
from typing import NamedTuple

from zollstock.core.ground.rational import Fraction
from zollstock.core.sheet.sheets import Sheet

from .rescue.onpaper import OnPaper
from .rights import NOBODYS_WORD, Rights
from .vips import pyvips


class Page(NamedTuple):
    """The lazy `image` of a `sheet`; where the file keeps lines and letters as such, without its ink.

    `title` is that of the whole file, where the sheet's own name is not; `lettering` are outlines of a rescued picture,
    which lie over its pixels where the file keeps them as such. `scale` is what a device makes of its width and height: the file
    says that it is larger by as much, and no pixel changes. `rights` go into the file.
    """

    image: pyvips.Image
    sheet: Sheet
    title: str = ""
    lettering: Sequence[OnPaper] = ()
    scale: tuple[Fraction, Fraction] = (Fraction(1), Fraction(1))
    rights: Rights = NOBODYS_WORD
