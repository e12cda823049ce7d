"""What every leaf is made of: the fonts that ship with the app, inks, and drawings true to scale."""

from __future__ import annotations

from bisect import bisect_left
from functools import lru_cache
from io import BytesIO
from pathlib import Path
from typing import Any

from reportlab import rl_config
from reportlab.lib.pagesizes import A4
from reportlab.lib.units import mm
from reportlab.lib.utils import ImageReader, simpleSplit
from reportlab.pdfbase import pdfmetrics
from reportlab.pdfbase.ttfonts import TTFont
from reportlab.pdfgen.canvas import Canvas

from zollstock.core import letters
from zollstock.core.letters import in_plain_signs
from zollstock.core.shapes.drawing import BoxMm, Drawing, DrawnPiece

# Pictures as bytes: written out as text they take seconds, and a quarter more room.
rl_config.useA85 = 0

FONTS = letters.FILES["text"].parent
TEXT, BOLD, FIGURE = "Barlow", "Barlow-Bold", "Barlow-Figure"
_FILES = {TEXT: "Barlow-500.ttf", BOLD: "Barlow-600.ttf", FIGURE: "BarlowCondensed-600.ttf"}
INK, SOFT, LINE, RUST = "#22302f", "#56635f", "#d9d3c4", "#a8482a"
MARGIN = 16 * mm
_LEADING = 1.2


@lru_cache(maxsize=1)
def fonts() -> None:
    for name, file in _FILES.items():
        pdfmetrics.registerFont(TTFont(name, str(FONTS / file)))


class Leaf:
    """A PDF of A4 pages, measured in points from the top left corner like a screen."""

    def __init__(self, title: str, landscape: bool = False) -> None:
        fonts()
        self._bytes = BytesIO()
        self.width, self.height = (A4[1], A4[0]) if landscape else A4
        # Without a date inside, the same leaf is the same bytes.
        self.canvas = Canvas(self._bytes, pagesize=(self.width, self.height), invariant=1)
        self.canvas.setTitle(title)
        self.canvas.setCreator("Zollstock")

    def text(
        self, x: float, y: float, text: str, size: float = 9.5, font: str = TEXT, ink: str = INK,
        room: float | None = None, right: bool = False,
    ) -> None:  # fmt: skip
        """Text with its baseline at y; cut with … where it is longer than `room` points."""
        text = in_plain_signs(text)
        if room is not None and pdfmetrics.stringWidth(text, font, size) > room:
            held: str = text

            def too_long(count: int) -> bool:
                return bool(pdfmetrics.stringWidth(f"{held[:count]}…", font, size) > room)

            most = bisect_left(range(len(held) + 1), True, key=too_long) - 1
            text = f"{held[: max(0, most)].rstrip()}…"
        self.canvas.setFont(font, size)
        self.canvas.setFillColor(ink)
        draw = self.canvas.drawRightString if right else self.canvas.drawString
        draw(x, self.height - y, text)

    def lines(
        self, x: float, y: float, text: str, size: float, font: str, room: float, most: int, ink: str = INK,
    ) -> float:  # fmt: skip
        """Text in lines of at most `room` points, the first baseline at y; what the last of `most` lines cannot hold is
        cut. Returns the baseline of the line after.
        """
        broken = simpleSplit(in_plain_signs(text), font, size, room)
        shown = [*broken[: most - 1], " ".join(broken[most - 1 :])] if broken else []
        for one in filter(None, shown):
            self.text(x, y, one, size, font, ink, room)
            y += size * _LEADING
        return y

    def line(self, x1: float, y1: float, x2: float, y2: float, ink: str = INK, wide: float = 0.7,
             dashed: bool = False) -> None:  # fmt: skip
        self.canvas.setStrokeColor(ink)
        self.canvas.setLineWidth(wide)
        self.canvas.setDash([3, 3] if dashed else [])
        self.canvas.line(x1, self.height - y1, x2, self.height - y2)

    def box(self, x: float, y: float, w: float, h: float, ink: str | None = INK,
            fill: str | None = None, wide: float = 0.7, dashed: bool = False) -> None:  # fmt: skip
        self.canvas.setLineWidth(wide)
        self.canvas.setDash([3, 3] if dashed else [])
        if ink:
            self.canvas.setStrokeColor(ink)
        if fill:
            self.canvas.setFillColor(fill)
        self.canvas.rect(x, self.height - y - h, w, h, stroke=bool(ink), fill=bool(fill))

    def print_in_small(
        self,
        x: float,
        y: float,
        scale: float,
        drawing: Drawing,
        proof: ImageReader | str,
        loss: bool = True,
    ) -> None:
        """A print to scale (points a mm): its picture in its window, the loss beyond it hatched."""
        canvas, sheet, piece = self.canvas, drawing.boxes["document"], drawing.pieces[0]
        off = (sheet[0], sheet[1])

        def at(box: BoxMm) -> tuple[float, float, float, float]:
            return (
                x + (box[0] - off[0]) * scale,
                self.height - y - (box[1] - off[1] + box[3]) * scale,
                box[2] * scale,
                box[3] * scale,
            )

        def picture() -> None:
            px, py, pw, ph = at(piece.picture)
            canvas.translate(px + pw / 2, py + ph / 2)
            canvas.rotate(-(piece.turn + piece.angle))
            w, h = (ph, pw) if piece.turn in (90, 270) else (pw, ph)
            canvas.drawImage(proof, -w / 2, -h / 2, w, h)

        if loss:
            canvas.saveState()
            canvas.setFillAlpha(0.28)
            picture()
            canvas.restoreState()
            self._hatched(at(piece.picture), piece)
        canvas.setFillColor("#ffffff")
        canvas.rect(*at(sheet), stroke=0, fill=1)
        canvas.saveState()
        window = canvas.beginPath()
        window.rect(*at(piece.printed))
        canvas.clipPath(window, stroke=0, fill=0)
        picture()
        canvas.restoreState()
        canvas.setStrokeColor(INK)
        canvas.setDash([])
        canvas.setLineWidth(0.8)
        canvas.rect(*at(sheet), stroke=1, fill=0)

    def _hatched(self, box: BoxMm, piece: DrawnPiece) -> None:
        """Strokes over the whole picture; the sheet is laid over them afterwards."""
        canvas, (x, y, w, h) = self.canvas, box
        canvas.saveState()
        canvas.translate(x + w / 2, y + h / 2)
        canvas.rotate(-piece.angle)
        path = canvas.beginPath()
        path.rect(-w / 2, -h / 2, w, h)
        canvas.clipPath(path, stroke=0, fill=0)
        canvas.setStrokeColor(INK)
        canvas.setStrokeAlpha(0.5)
        canvas.setLineWidth(0.4)
        reach, step = w + h, 3.2
        for number in range(int(2 * reach / step) + 1):
            start = -reach + number * step
            canvas.line(start, -h / 2, start + h, h / 2)
        canvas.restoreState()

    def done(self) -> bytes:
        self.canvas.save()
        return self._bytes.getvalue()


def image(path: Path) -> Any:
    """A proof as the leaf draws it."""
    return ImageReader(str(path))
