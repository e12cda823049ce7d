"""Letters: how wide and how high text is in the fonts that ship with the app, and what they lack.

Every sign stands where the advances of those before it put it, without kerning: so screen, raster and
PDF agree to the last hundredth, each with its own engine. The measures are the fonts' own, made by
`making/letters.py`.
"""

from __future__ import annotations

import json
import unicodedata
from dataclasses import dataclass
from functools import lru_cache
from itertools import accumulate
from pathlib import Path
from typing import Literal, NamedTuple

from ..ground.rational import Fraction

FontName = Literal["text", "bold", "condensed"]
#: Those that a plan may name for its words.
PrintedFont = Literal["text", "condensed"]
_HERE = Path(__file__).parent
#: The files of the fonts, and what people call them.
FILES: dict[FontName, Path] = {
    "text": _HERE / "Barlow-500.ttf",
    "bold": _HERE / "Barlow-600.ttf",
    "condensed": _HERE / "BarlowCondensed-600.ttf",
}


class Sign(NamedTuple):
    """A sign's advance, the lowest and the highest point of its ink above the base line, and where that begins
    and ends along it, in the font's units; a space has no ink."""

    advance: int
    low: int
    high: int
    left: int
    right: int


@dataclass(frozen=True, slots=True)
class Font:
    """The measures of a font; its capitals are `capitals` of its `units` high."""

    units: int
    capitals: int
    signs: dict[str, Sign]


@lru_cache(maxsize=1)
def fonts() -> dict[FontName, Font]:
    """The fonts by their names.

    >>> [(name, font.capitals, font.units) for name, font in fonts().items()]
    [('text', 700, 1000), ('bold', 700, 1000), ('condensed', 700, 1000)]
    """
    read = json.loads((_HERE / "measures.json").read_text(encoding="ascii"))
    return {
        name: Font(
            font["units"],
            font["capitals"],
            {chr(int(point)): Sign(*sign) for point, sign in font["signs"].items()},
        )
        for name, font in read.items()
    }


#: Signs that the fonts have not; what people write without them.
_PLAIN = {"√2": "1.414", "⅓": " 1/3", "⅔": " 2/3", "⅛": " 1/8", "⅜": " 3/8", "⅝": " 5/8", "⅞": " 7/8",
          "\u202f": " "}  # fmt: skip


def in_plain_signs(text: str) -> str:
    """A text in signs that the fonts have.

    >>> in_plain_signs("12⅜ in")
    '12 3/8 in'
    """
    for sign, plain in _PLAIN.items():
        text = text.replace(sign, plain)
    return text


def composed(text: str) -> str:
    """The text in as few signs as it has: a letter and its accent are one where that exists.

    >>> len("Möwe"), len(composed("Mo\\u0308we"))
    (4, 4)
    """
    return unicodedata.normalize("NFC", text)


def lacking(text: str, font: FontName) -> str:
    """The signs of a text that the font has not, each once.

    >>> lacking("Салт Pans", "text")
    'Салт'
    """
    known = fonts()[font].signs
    return "".join(dict.fromkeys(sign for sign in composed(text) if sign not in known))


class Reach(NamedTuple):
    """How far a line of text reaches, mm: to the right, above and below its base line.

    Its ink begins at `left` and ends at `right`: signs keep some room of their own on both sides.
    """

    width: Fraction
    above: Fraction
    below: Fraction
    left: Fraction
    right: Fraction


def reach(text: str, font: FontName, height: Fraction) -> Reach:
    """The room of a text whose capitals are `height` mm high; signs that the font lacks take none.

    >>> round(float(reach("Fog", "text", Fraction(3)).width), 2)
    7.13
    """
    held = fonts()[font]
    signs = [held.signs[sign] for sign in composed(text) if sign in held.signs]
    per_unit = height / held.capitals
    ends = accumulate((sign.advance for sign in signs), initial=0)
    inked = [(at, sign) for at, sign in zip(ends, signs, strict=False) if sign.right > sign.left]
    return Reach(
        sum((sign.advance for sign in signs), 0) * per_unit,
        max((sign.high for sign in signs), default=0) * per_unit,
        max((-sign.low for sign in signs), default=0) * per_unit,
        min((at + sign.left for at, sign in inked), default=0) * per_unit,
        max((at + sign.right for at, sign in inked), default=0) * per_unit,
    )


def places(text: str, font: FontName, height: Fraction) -> list[tuple[str, Fraction]]:
    """Every sign with the place of its left end on the base line, mm from the text's own.

    >>> [(sign, round(float(at), 2)) for sign, at in places("Fog", "text", Fraction(3))]
    [('F', 0.0), ('o', 2.42), ('g', 4.8)]
    """
    held = fonts()[font]
    at, found = Fraction(0), []
    for sign in composed(text):
        if sign in held.signs:
            found.append((sign, at))
            at += held.signs[sign].advance * height / held.capitals
    return found
