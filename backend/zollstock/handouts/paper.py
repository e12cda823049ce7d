"""A handout as it is made: its pages, the pictures that go along, and at the end its PDF."""

from __future__ import annotations

from pathlib import Path

from PIL import Image

from zollstock.core.handouts.insmall import SmallPicture
from zollstock.core.handouts.pages import HandoutPages
from zollstock.pixels.handoutpdf import handout_pdf

#: What is kept free round a page, mm.
MARGIN = 16.0


class Handout(HandoutPages):
    """Pages with a title, and pictures named by their files: JPEGs, upright."""

    def __init__(self, title: str, landscape: bool = False) -> None:
        super().__init__(landscape)
        self._title = title
        self._pictures: dict[Path, SmallPicture] = {}

    def picture(self, file: Path) -> SmallPicture:
        """A picture that goes along; each once, however often it is shown."""
        if file not in self._pictures:
            with Image.open(file) as opened:
                self._pictures[file] = SmallPicture(len(self._pictures), opened.size)
        return self._pictures[file]

    def room_for(self, y: float, tall: float) -> float:
        """`y`, or the first base line of a new page where so much does not fit above the margin any more."""
        if y + tall <= self.height - MARGIN:
            return y
        self.new_page()
        return MARGIN + 6

    def done(self) -> bytes:
        """The PDF."""
        files = {picture.number: file for file, picture in self._pictures.items()}
        return handout_pdf(self.sheets(self._title), self._title, files)
