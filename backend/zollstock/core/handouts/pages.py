"""Pages of a handout, on which things are put one after another; they end as sheets.

Places and lengths are plain mm from the top left corner of the page, sizes of letters and widths of lines points, as a typesetter
counts them; on the sheets they are exact.
"""

from __future__ import annotations

from bisect import bisect_left
from dataclasses import dataclass, field

from anyascii import anyascii

from ..ground.lengths import MM_PER_INCH
from ..ground.rational import Fraction
from ..letters import FontName, composed, fonts, in_plain_signs, lacking, reach
from ..shapes.box import ZERO, Box
from ..shapes.drawing import Drawing
from ..shapes.ink import Ink, Label, Outline, Point, Stroke
from ..sheet.codes import code_strokes
from ..sheet.sheets import Item, PicturePart, Sheet
from ..sheet.textblock import TextBlock, flowed
from .insmall import InSmall, SmallPicture

#: A4, standing, mm.
SHORT, LONG = 210.0, 297.0
INK, SOFT, LINE, RUST = "#22302f", "#56635f", "#d9d3c4", "#a8482a"
#: From base line to base line, as a share of the size of the letters: of a title, of what is read.
LEADING, READ = Fraction(6, 5), Fraction(11, 8)
_POINT = MM_PER_INCH / 72
#: Lines and letters alone: nothing is rounded to pixels.
_PPI = Fraction(72)
_DASH = 1.06


@dataclass(slots=True)
class _Page:
    """What was put on a page so far."""

    parts: list[PicturePart] = field(default_factory=list)
    outlines: list[Outline] = field(default_factory=list)
    strokes: list[Stroke] = field(default_factory=list)
    labels: list[Label] = field(default_factory=list)
    blocks: list[TextBlock] = field(default_factory=list)


class HandoutPages:
    """A4, standing or lying; `width` and `height` in mm."""

    def __init__(self, landscape: bool = False) -> None:
        self.width, self.height = (LONG, SHORT) if landscape else (SHORT, LONG)
        self._pages = [_Page()]

    def new_page(self) -> None:
        self._pages.append(_Page())

    def text(
        self, x: float, y: float, text: str, size: float = 9.5, font: FontName = "text", ink: str = INK,
        room: float | None = None, right: bool = False,
    ) -> None:  # fmt: skip
        """A line with its base at y, which ends at x where it stands `right`; cut with … where it is longer than `room` mm.

        >>> pages = HandoutPages()
        >>> pages.text(16, 22, "Fog over the salt pans", 12, room=30)
        >>> [label.text for label in pages.sheets("Fog")[0].labels]
        ['Fog over the s…']
        """
        high, shown = capitals(size, font), readable(text, font)
        if room is not None:
            shown = _cut(shown, font, high, _mm(room))
        at = _mm(x) - (reach(shown, font, high).width if right else 0)
        self._page.labels.append(Label(shown, (at, _mm(y)), high, font, ink))

    def lines(
        self, x: float, y: float, text: str, size: float, font: FontName, room: float, most: int, ink: str = INK,
    ) -> float:  # fmt: skip
        """Text in lines of at most `room` mm, the first base line at y; what the last of `most` lines cannot hold is cut.
        Returns the base line of the line after.
        """
        broken = [label.text for label in _flowed(readable(text, font), size, font, room)]
        shown = [*broken[: most - 1], " ".join(broken[most - 1 :])]
        for one in filter(None, shown):
            self.text(x, y, one, size, font, ink, room)
            y += leading(size)
        return y

    def paragraph(
        self, x: float, y: float, text: str, size: float, room: float, ink: str = INK
    ) -> float:
        """All of a text, flowing in `room` mm; returns the base line of the line after."""
        high, shown = capitals(size), readable(text, "text")
        many = len(_flowed(shown, size, "text", room))
        tall = _mm(leading(size, READ)) * many
        box = Box(_mm(x), _mm(y) - high, _mm(room), tall)
        self._page.blocks.append(
            TextBlock(shown, box, high, colour=ink, leading=_mm(size) * _POINT * READ / high)
        )
        return y + leading(size, READ) * many

    def line(
        self, x1: float, y1: float, x2: float, y2: float, ink: str = INK, wide: float = 0.7, dashed: bool = False,
    ) -> None:  # fmt: skip
        strokes = _dashes((x1, y1), (x2, y2)) if dashed else [((x1, y1), (x2, y2))]
        self._page.strokes += [Stroke("solid", _at(*begin), _at(*end), _mm(wide) * _POINT, ink) for begin, end in strokes]  # fmt: skip

    def box(
        self, x: float, y: float, w: float, h: float, ink: str = INK, fill: str | None = None, wide: float = 0.7,
        dashed: bool = False,
    ) -> None:  # fmt: skip
        if not dashed:
            box = Box(_mm(x), _mm(y), _mm(w), _mm(h))
            self._page.outlines.append(
                Outline("outline", "box", box, _mm(wide) * _POINT, ink, fill)
            )
            return
        for side in ((x, y, x + w, y), (x, y + h, x + w, y + h), (x, y, x, y + h), (x + w, y, x + w, y + h)):  # fmt: skip
            self.line(*side, ink, wide, dashed=True)

    def code(self, x: float, y: float, side: float, text: str) -> None:
        """A code that a reader finds, its quiet zone within the square."""
        self._page.strokes += code_strokes(text, _mm(x), _mm(y), _mm(side))

    def print_in_small(
        self, x: float, y: float, scale: float, drawing: Drawing, picture: SmallPicture, loss: bool = True,
    ) -> None:  # fmt: skip
        """A print, a mm of it `scale` mm long: its picture in its window, and with `loss` what lies beyond it."""
        for item in InSmall(drawing, picture, _at(x, y), _scale(scale)).items(loss):
            if isinstance(item, PicturePart):
                self._page.parts.append(item)
            else:
                self._page.outlines += item.outlines
                self._page.strokes += item.strokes

    def sheets(self, title: str) -> list[Sheet]:
        """All pages so far."""
        media = Box(ZERO, ZERO, _mm(self.width), _mm(self.height))
        return [
            Sheet(f"{title} {number}", media.w, media.h, _PPI, media, media, _items(page))
            for number, page in enumerate(self._pages, 1)
        ]

    @property
    def _page(self) -> _Page:
        return self._pages[-1]


def readable(text: str, font: FontName) -> str:
    """A text in signs that a font has; what it has not is written in Latin letters, or left out where there are none.

    >>> readable("Салт 12⅜", "bold")
    'Salt 12 3/8'
    """
    plain, known = composed(in_plain_signs(text)), fonts()[font].signs
    for sign in lacking(plain.replace("\n", ""), font):
        plain = plain.replace(sign, "".join(one for one in anyascii(sign) if one in known))
    return plain


def capitals(size: float, font: FontName = "text") -> Fraction:
    """How high capitals are, mm, in letters of `size` points.

    >>> round(float(capitals(10)), 3)
    2.469
    """
    held = fonts()[font]
    return _mm(size) * _POINT * held.capitals / held.units


def leading(size: float, share: Fraction = LEADING) -> float:
    """From base line to base line, mm, in letters of `size` points, as a `share` of that.

    >>> round(leading(10), 3)
    4.233
    """
    return size * float(share * _POINT)


def _items(page: _Page) -> tuple[Item, ...]:
    ink = Ink(tuple(page.strokes), tuple(page.labels), tuple(page.outlines))
    return (*page.parts, ink, *page.blocks)


def _flowed(text: str, size: float, font: FontName, room: float) -> tuple[Label, ...]:
    """The lines of a text in a box that is as high as it needs."""
    box = Box(ZERO, ZERO, _mm(room), capitals(size, font) * (len(text) + 2) * 3)
    return flowed(TextBlock(text, box, capitals(size, font), font)).labels


def _cut(text: str, font: FontName, high: Fraction, room: Fraction) -> str:
    if reach(text, font, high).width <= room:
        return text

    def too_long(count: int) -> bool:
        return reach(f"{text[:count]}…", font, high).width > room

    most = bisect_left(range(len(text) + 1), True, key=too_long) - 1
    return f"{text[: max(0, most)].rstrip()}…"


def _dashes(begin: tuple[float, float], end: tuple[float, float]) -> list[tuple[tuple[float, float], tuple[float, float]]]:  # fmt: skip
    """A line along a side of the page in dashes, as long as the gaps between them."""
    (x1, y1), (x2, y2) = begin, end
    long = max(abs(x2 - x1), abs(y2 - y1))
    way = ((x2 - x1) / long, (y2 - y1) / long) if long else (0.0, 0.0)
    ends = [(number * 2 * _DASH, min(long, (number * 2 + 1) * _DASH)) for number in range(int(long / 2 / _DASH) + 1)]  # fmt: skip
    return [
        ((x1 + first * way[0], y1 + first * way[1]), (x1 + last * way[0], y1 + last * way[1]))
        for first, last in ends
        if last > first
    ]


def _at(x: float, y: float) -> Point:
    return _mm(x), _mm(y)


def _mm(value: float) -> Fraction:
    """To a micrometre: nothing on paper is finer."""
    return Fraction(round(value * 1000), 1000)


def _scale(value: float) -> Fraction:
    return Fraction(round(value * 10**6), 10**6)
