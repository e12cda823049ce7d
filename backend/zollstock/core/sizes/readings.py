"""Readings: what people type in a field, how it was read, and how else it could be meant.

A document says exactly what it means (`lengths`, `sizes`). A person at a field types `1,000 x 700
mm`, `8 x 10`, `4R` or `60 cm`: the plausible reading is taken, told, and the other offered. A paper's
name says nothing of how it lies, and neither do two bare numbers: it lies as its picture does.
"""

from __future__ import annotations

import re
from collections.abc import Iterable
from dataclasses import dataclass, replace
from difflib import get_close_matches
from functools import lru_cache

from ..ground.lengths import MM_PER_INCH, LengthError, parse_length
from ..ground.oneline import one_line
from ..ground.plaintext import plain
from ..ground.rational import Fraction
from ..ground.show import LengthStyle
from .lengthreadings import (
    BARE,
    SPOKEN_UNITS,
    Other,
    length_or_none,
    length_shown,
    read_length,
    typed_plainly,
)
from .library import Size, library
from .pairs import BETWEEN, ISO_A, ISO_B, ISO_C, Sides, implausible, in_two_units, parse_size
from .papers import NAMES, direction, paper
from .spelling import plain_spelling, with_thousands
from .spoken import nearest_pair, written

#: Beyond this, mm, bare numbers may have been millimetres: 1000 × 700 in centimetres is a house's side.
_MAYBE_MM_FROM = 3000
#: Papers that people name by their numbers as well as by their names.
_BY_NUMBERS = ("Office papers",)
#: A stroke between two numbers is a fraction only with the divisions of a ruler below it.
_RULER = (2, 3, 4, 8, 16, 32, 64)
_PAIR = re.compile(r"(\d{1,4})\s*/\s*(\d{1,4})\s*([A-Za-z\"]*)")
_SQUARE = re.compile(
    r"(?:(?:square|quadratisch|quadrat)\s+(.+)|(.+?)[\s,]+(?:square|sq\.?|quadratisch|quadrat))",
    re.I,
)
#: `16:9 60 cm`, `60 cm 2:3`, `2:3`, `panorama 90 cm`: a ratio, and the long side of it.
_RATIO = re.compile(
    r"(?:(\d{1,3})\s*:\s*(\d{1,3})|(square|quadratisch|quadrat|panorama|pano))", re.I
)
_WITH_RATIO = re.compile(rf"{_RATIO.pattern}(?:[\s,]+(.+))?|(.+?)[\s,]+{_RATIO.pattern}", re.I)
#: The long side where a ratio is all that is said, by the unit; of a panorama, which is hung large.
_LONG_SIDE = {
    "in": ("12 in", "36 in"),
    "cm": ("30 cm", "90 cm"),
    "mm": ("300 mm", "900 mm"),
    "px": ("1920 px", "3840 px"),
}
_PANORAMA = (3, 1)
#: A size as typed; names of one's own are shorter.
LONGEST_SIZE = 200
#: So much of what was typed is said again.
_MOST_SAID = 40
#: What a postcard is, where inches rule and elsewhere, and the other one.
_POSTCARD = {"in": ("4 x 6 in", "105 x 148 mm")}
_POSTCARD_ELSEWHERE = ("105 x 148 mm", "10 x 15 cm")
_POSTCARDS = ("postcard", "post card", "postkarte")
_ONE_SIDE = re.compile(r"(.+?)(?:\s*(wide|broad|breit|high|tall|hoch|long|lang|short|kurz))?", re.I)
_ALONE = re.compile(
    r"\d[\d.,/½⅓⅔¼¾⅛⅜⅝⅞ ]*\s*(?:mm|cm|m|in|ft|px|zoll|\")?\s*(?:breit|hoch|lang|kurz)", re.I
)
_PX = re.compile(r"\s*px\s*$", re.I)


@dataclass(frozen=True, slots=True)
class ReadSize:
    """A typed size. `open`: it may be the beginning of a longer one, as `8` is of `8 x 10`."""

    sides: Sides
    said: str = ""
    others: tuple[Other, ...] = ()
    open: bool = False


class SizeNotRead(LengthError):
    """A size that was not understood; `nearest` is what was probably meant."""

    def __init__(self, message: str, nearest: Other | None = None) -> None:
        super().__init__(message)
        self.nearest = nearest


def read_size(
    text: str, unit: str, picture: tuple[int, int] | None = None, own: Iterable[Size] = ()
) -> ReadSize:
    """Read a size as people type it: `8x10`, `13/18`, `4R`, `A2 quer`, `30 cm square`, `4K`, `60 cm`.

    So are `50 auf 70`, `DIN A4`, `A3 plus`, `half A3`, `longest side 60 cm`, `16:9 60 cm`, `postcard`. Bare numbers take `unit` (mm, cm, in, px). A single side takes the ratio of `picture` (width and
    height in px, as turned); `own` are sizes whose names count too. Raises `LengthError`.

    >>> found = read_size("8x10", "in", (3, 2))
    >>> found.said, found.others[0].label
    ('read as 10 × 8 in, lying as the picture does', '8 × 10 in?')
    """
    if len(text) > LONGEST_SIZE:
        raise LengthError("this is too long to be a size")
    try:
        named = _is_own(text, own) or _is_own(direction(text)[0], own)
        return _read_size(text if named else written(text), unit, picture, own)
    except LengthError as error:
        raise _with_nearest(text, unit, own, error) from None


def _read_size(
    text: str, unit: str, picture: tuple[int, int] | None, own: Iterable[Size]
) -> ReadSize:
    # `60 cm hoch` is a side of 60 cm; `A3 hoch` stands; what is one's own is called as it is called.
    whole = _ALONE.fullmatch(text) or _is_own(text, own)
    words, lies = (text, None) if whole else direction(text)
    named = _named(words, unit, own)
    read = named or _by_ratio(words, unit, picture) or _square(words, unit)
    if read is None:
        # Thousands before a pair: `12 000 x 9 000 mm`.
        spelled = plain_spelling(words)
        pair = _PAIR.fullmatch(spelled)
        if pair and _is_pair(int(pair[1]), int(pair[2])):
            spelled = f"{pair[1]} x {pair[2]} {pair[3]}".strip()
        alone = len(BETWEEN.split(_PX.sub("", spelled))) == 1
        if alone and picture and re.search(r"\d", spelled):
            read = _one_side(spelled, unit, picture)
        else:
            read = _two_sides(spelled, unit)
    if lies is not None:
        return replace(read, sides=_turned(read.sides, lies))
    # One side alone has the picture's ratio already, and a unit behind two sides says that they are meant so.
    says_nothing = named is not None or (read.open and read.sides.width.unit != "px")
    return _as_the_picture_lies(read, picture) if picture and says_nothing else read


def _as_the_picture_lies(read: ReadSize, picture: tuple[int, int]) -> ReadSize:
    """The reading turned the picture's way where it lies across, with the other way offered first.

    A screen is not turned for a picture.
    """
    sides, (wide, high) = read.sides, picture
    if sides.width.unit == "px" or wide == high or sides.width.mm == sides.height.mm:
        return read
    if (sides.width.mm > sides.height.mm) == (wide > high):
        return read
    turned, word = Sides(sides.height, sides.width), "lying" if wide > high else "standing"
    said = f"read as {size_shown(turned)}, {word} as the picture does"
    # Spelled with its units, it is not read as the picture lies again.
    others = (_size_other(sides), *(_turned_other(other, wide > high) for other in read.others))
    return replace(read, sides=turned, said=said, others=others[:3])


def _turned_other(other: Other, lies: bool) -> Other:
    return Other(other.label, _size_other(_turned(parse_size(other.text), lies)).text)


def _is_pair(first: int, second: int) -> bool:
    return second not in _RULER or first >= second


def _turned(sides: Sides, lies: bool) -> Sides:
    return sides if lies == (sides.width.mm > sides.height.mm) else Sides(sides.height, sides.width)


def _is_own(text: str, own: Iterable[Size]) -> bool:
    sought = plain(text)
    return bool(sought) and any(plain(size.name) == sought for size in own)


def _named(words: str, unit: str, own: Iterable[Size]) -> ReadSize | None:
    sought = plain(words)
    for size in own:
        if sought and plain(size.name) == sought:
            return ReadSize(Sides(size.width, size.height), f"read as {size.label}")
    if words.lower() in _POSTCARDS:
        first, second = _POSTCARD.get(unit, _POSTCARD_ELSEWHERE)
        sides = parse_size(first)
        return ReadSize(sides, f"read as {size_shown(sides)}", (_size_other(parse_size(second)),))
    named = paper(words)
    if named:
        sides = parse_size(named)
        return ReadSize(sides, f"read as {size_shown(sides)}")
    for size in library():
        # Sizes that are called by their numbers are read as numbers below.
        if plain(size.name) == sought and not size.name[0].isdigit():
            return ReadSize(Sides(size.width, size.height))
    return None


def _square(words: str, unit: str) -> ReadSize | None:
    match = _SQUARE.fullmatch(words)
    if match is None:
        return None
    side = parse_length(plain_spelling(match[1] or match[2]), unit)
    return ReadSize(parse_size(f"{side.typed} x {side.typed}"))


def _by_ratio(words: str, unit: str, picture: tuple[int, int] | None) -> ReadSize | None:
    """A ratio with its long side, or alone: then of the long side that a new print begins with."""
    match = _WITH_RATIO.fullmatch(words)
    if match is None:
        return None
    first, second, word, side, side_before, *behind = match.groups()
    if side_before is not None:
        side, (first, second, word) = side_before, behind
    panorama = word is not None and word.lower().startswith("pano")
    wide, high = (int(first), int(second)) if first else _PANORAMA if panorama else (1, 1)
    if not wide or not high:
        raise LengthError(f"“{words}” has no ratio: a side of it is 0")
    alone = side is None
    said = (
        _LONG_SIDE.get(unit, _LONG_SIDE["cm"])[panorama] if side is None else plain_spelling(side)
    )
    if unit == "px" or _PX.search(said):
        count = _PX.sub("", said)
        if not count.isdecimal() or not int(count):
            return None
        long, short = (
            int(count),
            max(1, round(Fraction(int(count) * min(wide, high), max(wide, high)))),
        )
        pair = (long, short) if wide >= high else (short, long)
        return ReadSize(parse_size(f"{pair[0]} x {pair[1]} px"))
    long_side = read_length(said, unit, "side").length
    if long_side.mm <= 0:
        raise LengthError(f"“{words}” is 0")
    other = long_side.mm * min(wide, high) / max(wide, high)
    short_side = parse_length(LengthStyle(long_side.unit).typed(other))
    sides = Sides(long_side, short_side) if wide >= high else Sides(short_side, long_side)
    hint = "; type a side with it for another size" if alone else ""
    # Which way it lies was said by the order of the ratio, but nobody says 3:2 and means the picture cropped upright.
    told = ReadSize(sides, f"read as {size_shown(sides)}{hint}", open=alone)
    return _as_the_picture_lies(told, picture) if picture else told


def _one_side(spelled: str, unit: str, picture: tuple[int, int]) -> ReadSize:
    """One side as typed, the other by the picture's ratio."""
    match = _ONE_SIDE.fullmatch(spelled)
    text, way = (match[1], (match[2] or "").lower()) if match else (spelled, "")
    ratio = Fraction(picture[0], picture[1])
    high = _is_the_height(way, ratio)
    if unit == "px" or _PX.search(text):
        count = _PX.sub("", text)
        if not count.isdecimal() or not int(count):
            raise LengthError(f"“{spelled}” is not a side in pixels; type one like 1920 px")
        side = Fraction(int(count))
        other = max(1, round(side * ratio if high else side / ratio))
        pair = (other, int(count)) if high else (int(count), other)
        sides = parse_size(f"{pair[0]} x {pair[1]} px")
    else:
        read = read_length(text, unit, "side").length
        if read.mm <= 0:
            raise LengthError(f"“{spelled}” is 0")
        style = LengthStyle(read.unit)
        if high:
            sides = Sides(parse_length(style.typed(read.mm * ratio)), read)
        else:
            sides = Sides(read, parse_length(style.typed(read.mm / ratio)))
    typed = sides.height.typed if high else sides.width.typed
    wanted = "wide" if high else "high"
    said = f"read as {size_shown(sides)}, the picture's own ratio"
    return ReadSize(sides, said, (Other(f"{typed} {wanted}?", f"{typed} {wanted}"),), open=not way)


def _is_the_height(way: str, ratio: Fraction) -> bool:
    """Whether the one side that was said is the height, for a picture of `ratio`."""
    if way in ("long", "lang"):
        return ratio < 1
    if way in ("short", "kurz"):
        return ratio > 1
    return way in ("high", "tall", "hoch")


def _with_nearest(text: str, unit: str, own: Iterable[Size], error: LengthError) -> SizeNotRead:
    """The error in words about the size, with the nearest reading that there is."""
    said = str(error)
    if "negative" not in said and " is 0" not in said and "half a fraction" not in said:
        typed = one_line(text.strip())
        said = f"“{typed if len(typed) <= _MOST_SAID else f'{typed[:_MOST_SAID]}…'}” was not understood as a size"
    half = re.search(r"\d+/(?!\s*\d)", text)
    if half:
        return SizeNotRead(
            f"“{one_line(text.strip())[:_MOST_SAID]}”: “{half[0]}” is half a fraction; the number below the stroke is missing"
        )
    near = nearest_pair(text)
    names = [*NAMES, *(size.name for size in own)]
    close = get_close_matches(text.strip().lower(), [name.lower() for name in names], 1, 0.75)
    for candidate in (*([near] if near else []), *close):
        try:
            read = _read_size(candidate, unit, None, own)
        except LengthError:
            continue
        return SizeNotRead(said, Other(f"{size_shown(read.sides)}?", candidate))
    return SizeNotRead(f"{said}; type two sides like 20 × 30 cm, or a name like A3")


def _two_sides(spelled: str, unit: str) -> ReadSize:
    thousands = with_thousands(spelled)
    if thousands is not None and unit != "px" and not _PX.search(spelled):
        small = parse_size(spelled, unit)
        large = _size(thousands, unit)
        if large is None or (implausible(large) and not implausible(small)):
            return ReadSize(small)
        first, second = (
            (large, small) if implausible(small) and not implausible(large) else (small, large)
        )
        return ReadSize(first, f"read as {size_shown(first)}", (_size_other(second),))
    sides = parse_size(spelled, unit)
    apart = in_two_units(spelled, unit, sides)
    if apart is not None:
        return ReadSize(apart, f"read as {size_shown(apart)}", (_size_other(sides),))
    parts = BETWEEN.split(spelled)
    if unit == "px" or not all(BARE.fullmatch(part) for part in parts):
        return ReadSize(sides)
    inches = _size(f"{parts[0]} x {parts[1]}", "in")
    if unit != "in" and inches is not None and _sold_in_inches_alone(inches):
        back = _size_other(sides)
        return ReadSize(inches, f"read as {size_shown(inches)}", (back,), open=True)
    others = _usual_elsewhere(parts, unit, sides)
    return ReadSize(sides, f"read as {size_shown(sides)}", others, open=True)


def _sold_in_inches_alone(inches: Sides) -> bool:
    """Whether a pair of numbers is a size in inches that nobody sells in centimetres: 8 × 10, not 20 × 30."""
    pair = sorted((inches.width.mm, inches.height.mm))
    in_cm = tuple(side / MM_PER_INCH * 10 for side in pair)
    return tuple(pair) in _usual()["in"] and in_cm not in _usual()["cm"]


def _size(text: str, unit: str) -> Sides | None:
    try:
        return parse_size(text, unit)
    except LengthError:
        return None


def thousands_meant(sides: Sides) -> Sides | None:
    """A size that is believed when its `1,000` are thousands and not otherwise; else None.

    >>> size_shown(thousands_meant(parse_size("1,000 x 700 mm")))
    '1000 × 700 mm'
    >>> thousands_meant(parse_size("100 x 70 mm")) is None
    True
    """
    if implausible(sides) is None:
        return None
    meant = [with_thousands(side.typed) or side.typed for side in (sides.width, sides.height)]
    if meant == [sides.width.typed, sides.height.typed]:
        return None
    read = [length_or_none(text, "") for text in meant]
    if read[0] is None or read[1] is None:
        return None
    found = Sides(read[0], read[1])
    return found if implausible(found) is None else None


def _size_other(sides: Sides) -> Other:
    text = f"{typed_plainly(sides.width)} x {typed_plainly(sides.height)}"
    return Other(f"{size_shown(sides)}?", text)


def _usual_elsewhere(parts: list[str], unit: str, sides: Sides) -> tuple[Other, ...]:
    """Units in which bare sides are a size that is in use, or the only ones that are believed."""
    found = []
    for other in ("in", "cm", "mm"):
        meant = _size(f"{parts[0]} x {parts[1]}", other)
        if other == unit or meant is None or implausible(meant):
            continue
        pair = tuple(sorted((meant.width.mm, meant.height.mm)))
        millimetres = other == "mm" and max(sides.width.mm, sides.height.mm) > _MAYBE_MM_FROM
        if pair in _usual()[other] or implausible(sides) or millimetres:
            found.append(Other(SPOKEN_UNITS[other], f"{meant.width.typed} x {meant.height.typed}"))
    return tuple(found[:2])


@lru_cache(maxsize=1)
def _usual() -> dict[str, set[tuple[Fraction, ...]]]:
    """By unit the sizes, mm, that people name by bare numbers in it."""
    usual: dict[str, set[tuple[Fraction, ...]]] = {"in": set(), "cm": set(), "mm": set()}
    for size in library():
        numbers = size.name[:1].isdigit() or size.group in _BY_NUMBERS
        if numbers and size.width.unit in usual:
            usual[size.width.unit].add(tuple(sorted((size.width.mm, size.height.mm))))
    for short, long in (*ISO_A, *ISO_B, *ISO_C):
        usual["mm"].add((Fraction(short), Fraction(long)))
        usual["cm"].add((Fraction(short), Fraction(long)))
    return usual


def size_shown(sides: Sides) -> str:
    """Both sides in the unit they were typed in: `1000 × 700 mm`.

    >>> size_shown(parse_size("1000 x 700 mm"))
    '1000 × 700 mm'
    """
    width, height = sides.width, sides.height
    if width.unit == "px":
        return f"{width.typed.removesuffix(' px')} × {height.typed}"
    if width.unit == height.unit:
        return LengthStyle(width.unit, fractions=False).size(width.mm, height.mm)
    return f"{length_shown(width)} × {length_shown(height)}"


#: What the field's hint offers, with what it is read as (`tests/core/test_readings.py` holds them).
EXAMPLES = ("8 x 10 in", "20 × 30 cm", '11 1/2" x 8"', "A3 landscape", "4R", "60 cm", "4K")
