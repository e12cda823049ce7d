"""Text that flows into a box: broken between words, never hyphenated, and what does not fit is told.

Lines stand where their letters' own measures put them, so that screen, raster, PDF and SVG break at the same words.
"""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass, replace
from typing import Literal, NamedTuple

from ..ground.rational import Fraction
from ..letters import FontName, composed, reach
from ..shapes.box import Box
from ..shapes.ink import BLACK, Label

Align = Literal["left", "centre", "right"]
#: From base line to base line, as a share of the height of the capitals, unless a block says otherwise.
LEADING = Fraction(9, 5)


@dataclass(frozen=True, slots=True)
class TextBlock:
    """A text in `box` (mm), from its top; `height` is that of the capitals, and a new line in it begins a new one."""

    text: str
    box: Box
    height: Fraction
    font: FontName = "text"
    colour: str = BLACK
    align: Align = "left"
    leading: Fraction = LEADING

    def times(self, by: Fraction) -> TextBlock:
        return replace(self, box=self.box.times(by), height=self.height * by)


class Flowed(NamedTuple):
    """The lines that fit, and the text that does not, from its first word on; empty where all of it is there."""

    labels: tuple[Label, ...]
    left_over: str


def flowed(block: TextBlock) -> Flowed:
    """The text in its lines. A word that is longer than a line is broken where the line ends.

    >>> block = TextBlock("Fog over the pans", Box(*map(Fraction, (0, 0, 20, 9))), Fraction(3))
    >>> [(label.text, float(label.at[1])) for label in flowed(block).labels]
    [('Fog over', 3.0), ('the pans', 8.4)]
    >>> flowed(replace(block, box=Box(*map(Fraction, (0, 0, 20, 4))))).left_over
    'the pans'
    """
    lines = list(_lines(block))
    fit = _fitting(block)
    labels = tuple(
        Label(
            line, (block.box.x + _indent(block, line), base), block.height, block.font, block.colour
        )
        for line, base in zip(lines[:fit], _base_lines(block), strict=False)
        if line
    )
    return Flowed(labels, "\n".join(lines[fit:]).strip())


def _fitting(block: TextBlock) -> int:
    """How many lines have their capitals within the box."""
    if block.height > block.box.h:
        return 0
    return 1 + int((block.box.h - block.height) / (block.height * block.leading))


def _base_lines(block: TextBlock) -> Iterator[Fraction]:
    at = block.box.y + block.height
    while True:
        yield at
        at += block.height * block.leading


def _indent(block: TextBlock, line: str) -> Fraction:
    room = block.box.w - _wide(block, line)
    shares = {"left": Fraction(0), "centre": Fraction(1, 2), "right": Fraction(1)}
    return room * shares[block.align]


def _wide(block: TextBlock, text: str) -> Fraction:
    return Fraction(reach(text, block.font, block.height).width)


def _lines(block: TextBlock) -> Iterator[str]:
    for paragraph in composed(block.text).split("\n"):
        line = ""
        for word in paragraph.split():
            longer = f"{line} {word}" if line else word
            if _wide(block, longer) <= block.box.w:
                line = longer
                continue
            if line:
                yield line
            *full, line = _broken(block, word)
            yield from full
        yield line


def _broken(block: TextBlock, word: str) -> list[str]:
    """A word in parts that fit a line, each of one sign at least; in one part where it fits as it is."""
    parts, part = [], ""
    for sign in word:
        if part and _wide(block, part + sign) > block.box.w:
            parts.append(part)
            part = ""
        part += sign
    return [*parts, part]
