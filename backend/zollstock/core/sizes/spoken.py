"""Sizes as people say them, brought into a spelling that `readings` knows: `50 auf 70`, `half A3`, `60 x auto`.

Only words are changed for others here; what a size then is, `readings` and `sizes` say.
"""

from __future__ import annotations

import re

from ..ground.rational import fraction_of

_NUMBER = r"\d[\d.,/½⅓⅔¼¾⅛⅜⅝⅞ ]*"
#: `50 auf 70`, `50 mal 70 cm`, `24 in times 16 in`.
_WORDS_BETWEEN = re.compile(r"(?<=[\w\"'”″′])\s+(?:auf|mal|times|per|zu)\s+(?=\d)", re.I)
#: `24-16`: no fraction behind it, as in `8-1/2`. `24, 16`: a decimal comma has no space behind it.
_DASHED = re.compile(r"(\d+)\s*[-‐–]\s*(\d+)(\s*[a-z\"]*)", re.I)
_PARTED = re.compile(r"(\d+(?:\.\d+)?)\s*,\s+(\d+(?:[.,]\d+)?\s*[a-z\"]*)", re.I)
#: `60 x auto`, `auto × 40 cm`: the other side follows the picture.
_FREE = r"(?:auto|free|frei|any|\?|…|\.\.\.)"
_OTHER_FREE = re.compile(rf"(.*\d.*?)\s*[x×*]\s*{_FREE}", re.I)
_FIRST_FREE = re.compile(rf"{_FREE}\s*[x×*]\s*(.*\d.*)", re.I)
#: `longest side 60 cm`, `60 cm lange Kante`.
_SIDE = r"(?:side|edge|seite|kante)"
_LONG = r"(?:long|longer|longest|lange|längere|längste)"
_SHORT = r"(?:short|shorter|shortest|kurze|kürzere|kürzeste)"
_NAMED_SIDES = (
    (re.compile(rf"{_LONG}\s+{_SIDE}[\s:=]+(.*\d.*)|(.*\d.*?)[\s,]+{_LONG}\s+{_SIDE}", re.I), "long"),
    (re.compile(rf"{_SHORT}\s+{_SIDE}[\s:=]+(.*\d.*)|(.*\d.*?)[\s,]+{_SHORT}\s+{_SIDE}", re.I), "short"),
)  # fmt: skip
#: What stands before two sides and says nothing: `panorama 30x90`, `poster 50 x 70`.
_CALLED = re.compile(
    rf"(?:panorama|pano|poster|print|photo|foto|format|size|größe)\s+({_NUMBER}.*[x×*].*)", re.I
)
_ISO_NAME = r"([abc])\s?(\d{1,2})"
_HALF = re.compile(rf"(?:half|halbe[sr]?|halb|½|1/2)\s*(?:an?\s+)?{_ISO_NAME}", re.I)
_DOUBLE = re.compile(
    rf"(?:double|doppelte[sr]?|doppelt|twice|2\s*[x×])\s*(?:an?\s+)?{_ISO_NAME}", re.I
)
_DIN = re.compile(r"^(?:din|iso)[\s-]+(?=[abc]\s?\d)", re.I)
#: `A3R`: the sheet fed the other way, so it lies.
_LYING = re.compile(rf"{_ISO_NAME}\s?[-]?r", re.I)
_PLUS = re.compile(r"\s*\bplus\b", re.I)
#: `about 60 cm wide`, `an 8 by 10`, `8x10s`: what says nothing of the size.
_BETWEEN = r"\s*(?:[x×*]|by)\s*"
_ABOUT = re.compile(
    rf"^(?:about|around|roughly|approx(?:\.|imately)?|circa|ca\.?|etwa|ungefähr|an?(?=\s+\d+{_BETWEEN}\d))\s+(?=.*\d)",
    re.I,
)
_PLURAL = re.compile(rf"(\d+{_BETWEEN}\d+)['’]?s", re.I)
#: `6-by-6`, `4-inch by 6-inch`, `A-4`.
_HYPHENS = re.compile(
    r"(?<=\d)-(?=(?:inch(?:es)?|in|cm|mm|foot|ft)\b)|-(?=(?:by|x)-)|(?<=-by)-|(?<=-x)-|(?<=^[abc])-(?=\d)",
    re.I,
)
#: `40w x 30h in`, `height 30, width 40 cm`, `H: 30 cm`: sides that say which they are.
_UNIT = r"(?:\s*(?:(?:mm|cm|m|inch(?:es)?|in|ft|px)(?![a-z])|[\"”″]))?"
_WIDE, _HIGH = r"(?:width|wide|w|breite)", r"(?:height|high|h|höhe)"
_VALUE = rf"(\d[\d.,/½¼¾]*(?:\s\d+/\d+)?{_UNIT})"
_LETTERED = tuple(
    (re.compile(pattern, re.I), turned)
    for first, second, turned in ((_WIDE, _HIGH, False), (_HIGH, _WIDE, True))
    for pattern in (
        rf"{_VALUE}\s*{first}(?:\s*[x×*,]\s*|\s+by\s+){_VALUE}\s*{second}({_UNIT})",
        rf"{first}[\s:=]*{_VALUE}(?:\s*[x×*,]\s*|\s+(?:by|and|und)?\s*){second}[\s:=]*{_VALUE}()",
    )
)
_LETTERED_ALONE = (
    (re.compile(rf"{_WIDE}[\s:=]+{_VALUE}", re.I), "wide"),
    (re.compile(rf"{_HIGH}[\s:=]+{_VALUE}", re.I), "high"),
)
_BARE = re.compile(r"\d+(?:[.,]\d+)?")


def written(text: str) -> str:
    """The text with what is only spoken changed for what is written.

    >>> [written(text) for text in ("50 auf 70", "DIN-A3 plus", "half A3", "60 x auto", "24, 16")]
    ['50 x 70', 'A3+', 'A4', '60 wide', '24 x 16']
    >>> [written(text) for text in ("an 8 by 10", "40w x 30h", "H: 40 cm", "4-inch by 6-inch")]
    ['8 by 10', '40 x 30 landscape', '40 cm high', '4 inch by 6 inch']
    """
    text = _HYPHENS.sub(" ", _ABOUT.sub("", " ".join(text.split())))
    if match := _PLURAL.fullmatch(text):
        return match[1]
    if (lettered := _lettered(text)) is not None:
        return lettered
    text = _PLUS.sub("+", _DIN.sub("", text))
    for pattern, by in ((_HALF, 1), (_DOUBLE, -1)):
        if match := pattern.fullmatch(text):
            number = int(match[2]) + by
            return f"{match[1].upper()}{number}" if number >= 0 else text
    if match := _LYING.fullmatch(text):
        return f"{match[1].upper()}{match[2]} landscape"
    if match := _CALLED.fullmatch(text):
        text = match[1]
    if match := _OTHER_FREE.fullmatch(text):
        return f"{match[1]} wide"
    if match := _FIRST_FREE.fullmatch(text):
        return f"{match[1]} high"
    for pattern, word in _NAMED_SIDES:
        if match := pattern.fullmatch(text):
            return f"{match[1] or match[2]} {word}"
    if match := _DASHED.fullmatch(text):
        return f"{match[1]} x {match[2]}{match[3]}"
    if match := _PARTED.fullmatch(text):
        return f"{match[1]} x {match[2]}"
    return _WORDS_BETWEEN.sub(" x ", text)


def _lettered(text: str) -> str | None:
    """Sides that say which they are, the width first; bare ones are told how they lie, so that no picture turns them."""
    for pattern, turned in _LETTERED:
        if match := pattern.fullmatch(text):
            first, second, unit = (part.strip() for part in match.groups())
            wide, high = (second, first) if turned else (first, second)
            if unit or not (_BARE.fullmatch(wide) and _BARE.fullmatch(high)):
                return f"{wide} x {high} {unit}".strip()
            lies = fraction_of(wide.replace(",", ".")) > fraction_of(high.replace(",", "."))
            return f"{wide} x {high} {'landscape' if lies else 'portrait'}"
    for alone, word in _LETTERED_ALONE:
        if match := alone.fullmatch(text):
            return f"{match[1]} {word}"
    return None


_TWO_NUMBERS = re.compile(
    r"^\D*(\d+(?:[.,]\d+)?)\D+?(\d+(?:[.,]\d+)?)\s*(mm|cm|m|in|ft|\"|zoll|inch(?:es)?)?", re.I
)


def nearest_pair(text: str) -> str | None:
    """Two sides, where a text that is no size has two numbers in it: what was probably meant.

    >>> nearest_pair("50 bei 70 cm"), nearest_pair("something")
    ('50 x 70 cm', None)
    """
    match = _TWO_NUMBERS.match(text)
    return f"{match[1]} x {match[2]} {match[3] or ''}".strip() if match else None
