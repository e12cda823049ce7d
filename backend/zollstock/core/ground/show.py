"""Numbers as people read them: rounded only here, in the unit they work in.

Values arrive exact and leave as text. Spaces are plain; the interface sets them thin.
"""

from __future__ import annotations

from dataclasses import dataclass
from functools import lru_cache
from math import ceil

from .lengths import UNITS, Length
from .rational import Fraction

Number = Fraction | float | int

#: Fractions of an inch that rulers and cutting tables show, and thirds, which mats often need.
_INCH_PARTS = (1, 2, 3, 4, 8, 16, 32, 64)
_SIGNS = {
    (1, 2): "½", (1, 3): "⅓", (2, 3): "⅔", (1, 4): "¼", (3, 4): "¾",
    (1, 8): "⅛", (3, 8): "⅜", (5, 8): "⅝", (7, 8): "⅞",
}  # fmt: skip
_POWERS = tuple(10**places for places in range(16))
#: What follows the whole number, by places and the rest in the last of them: "", ".05", ".5".
_TAILS = tuple(
    tuple(f".{rest:0{places}}".rstrip("0") if rest else "" for rest in range(10**places))
    for places in range(4)
)
#: No length that is written in full has more parts to a unit: places go to ten thousandths, rulers to 64ths.
_MOST_PARTS = 10_000
_PLACES = {"mm": 1, "cm": 2, "m": 3, "in": 2, "ft": 2, "pt": 1}


def decimal(value: Number, places: int) -> str:
    """Round half up to `places` and drop trailing noughts: 250.00 → 250, 97.96 → 97.96.

    A float is taken at its exact binary value; a minus is −.

    >>> decimal(Fraction(250), 2), decimal(Fraction(9796, 100), 2), decimal(Fraction(-1, 8), 2)
    ('250', '97.96', '−0.13')
    """
    top, bottom = value.as_integer_ratio()
    if bottom == 1:
        return str(top) if top >= 0 else f"−{-top}"
    # In one piece and in whole numbers throughout: it runs some hundred times in every reckoning.
    power = _POWERS[places]
    if top < 0:
        positive = decimal(-value, places)
        return positive if positive == "0" else f"−{positive}"
    full, rest = divmod((2 * top * power + bottom) // (2 * bottom), power)
    if places < len(_TAILS):
        return f"{full}{_TAILS[places][rest]}"
    return f"{full}.{str(power + rest)[1:].rstrip('0')}" if rest else str(full)


def rounded(value: Fraction, places: int) -> Fraction:
    """What `decimal` writes, as a number: half away from nought.

    >>> rounded(Fraction(5, 8), 2), rounded(Fraction(-5, 8), 2)
    (Fraction(63, 100), Fraction(-63, 100))
    """
    top, bottom = value.as_integer_ratio()
    power = _POWERS[places]
    steps = (2 * abs(top) * power + bottom) // (2 * bottom)
    return Fraction(-steps if top < 0 else steps, power)


def whole(value: Number) -> str:
    """A count with thin groups from five digits up: 5000, 18 000.

    >>> whole(5000), whole(Fraction(35999, 2)).replace("\\u202f", "_")
    ('5000', '18_000')
    """
    top, bottom = value.as_integer_ratio()
    number = (2 * top + bottom) // (2 * bottom)
    return f"{number:,}".replace(",", "\u202f") if number >= 10_000 else str(number)


def percent(share: Number) -> str:
    """A share of one as per cent with at most one digit: 0.1 → 10 %, 0.0004 → 0.1 % at least.

    >>> percent(Fraction(1, 10)), percent(0.0004)
    ('10 %', 'under 0.1 %')
    """
    if 0 < share < Fraction(1, 1000):
        return "under 0.1 %"
    return f"{decimal(Fraction(share) * 100, 1)} %"


def px(value: Number) -> str:
    """Pixels; exact counts stay whole, others keep one digit: 3333 px, 2000.4 px.

    >>> px(3333), px(Fraction(20004, 10))
    ('3333 px', '2000.4 px')
    """
    return f"{pixel_number(value)} px"


def pixel_number(value: Number) -> str:
    """A count of pixels, without its unit: whole ones as they are, others with a digit.

    >>> pixel_number(3333), pixel_number(Fraction(6667, 2))
    ('3333', '3333.5')
    """
    return whole(value) if value.as_integer_ratio()[1] == 1 else decimal(value, 1)


def ppi(value: Number) -> str:
    """A resolution with at most one digit.

    >>> ppi(Fraction(2083, 10)), ppi(300)
    ('208.3 ppi', '300 ppi')
    """
    return f"{decimal(value, 1)} ppi"


def times(value: Number) -> str:
    """A factor, two digits: 1.62×.

    >>> times(Fraction(13, 8))
    '1.63 ×'
    """
    return f"{decimal(value, 2)} ×"


def size_of_file(count: int) -> str:
    """Bytes in decimal units, as shops and file lists count: 72 MB.

    >>> size_of_file(72_400_000), size_of_file(1_250)
    ('72 MB', '1.3 kB')
    """
    for limit, unit in ((10**9, "GB"), (10**6, "MB"), (10**3, "kB")):
        if count >= limit:
            return f"{decimal(Fraction(count, limit), 0 if count >= 20 * limit else 1)} {unit}"
    return f"{count} B"


_NO_PIXEL = Fraction(1)


@dataclass(frozen=True, slots=True)
class LengthStyle:
    """How lengths are shown: the unit, and whether inches are shown as true fractions."""

    unit: str = "mm"
    fractions: bool = True
    #: With the unit px: millimetres in one pixel of the target.
    pixel: Fraction = _NO_PIXEL

    def number(self, mm: Number) -> str:
        """The number alone, in this unit. `mm` is in millimetres."""
        if self.unit == "px":
            return decimal(Fraction(mm) / self.pixel, 1)
        top, bottom = mm.as_integer_ratio()
        return _number(top, bottom, self.unit, self.fractions)

    @property
    def mm(self) -> Fraction:
        """Millimetres in one of this unit."""
        return self.pixel if self.unit == "px" else UNITS[self.unit]

    @property
    def places(self) -> int:
        """Places that lengths are shown with where they are not exact."""
        return 1 if self.unit == "px" else _PLACES[self.unit]

    def is_exact(self, mm: Number) -> bool:
        """Whether `number` shows all of the length, as a true fraction or within its places."""
        value = Fraction(mm) / self.mm
        if value.denominator > _MOST_PARTS:
            return False
        if self.unit == "px":
            return bool(10 % value.denominator == 0)
        if self.unit == "in" and self.fractions and value >= 0 and _mixed(value) is not None:
            return True
        return bool(_POWERS[_places_for(value, self.unit)] % value.denominator == 0)

    def length(self, mm: Number) -> str:
        return f"{self.number(mm)} {self.unit}"

    def size(self, width_mm: Number, height_mm: Number) -> str:
        return f"{self.number(width_mm)} × {self.number(height_mm)} {self.unit}"

    def typed(self, mm: Fraction) -> str:
        """An exact length as somebody would type it for a plan; whole pixels for a target in px."""
        if self.unit == "px":
            return f"{max(1, round(mm / self.pixel))} px"
        return typed_length(mm, self.unit)

    def typed_at_least(self, mm: Fraction) -> str:
        """The same, rounded up: what must hold something is never a hair too small."""
        return typed_length(mm, self.unit, up=True)

    def spoken(self, mm: Number) -> Fraction:
        """A size as people speak of it, mm: down to whole units, small ones to a tenth."""
        value = Fraction(mm) / self.mm
        steps = 1 if value >= 10 else 10
        return Fraction(int(value * steps), steps) * self.mm

    def far(self, mm: Number) -> str:
        """A viewing distance, to a sensible step: 35 cm, 1.2 m; inches and feet where inches rule."""
        value, places, unit = self._step(mm)
        return f"{decimal(value, places)} {unit}"

    def distance(self, mm: Number, set_: bool) -> str:
        """A viewing distance: exactly as it was set, or reckoned, to a sensible step."""
        value, places, unit = self._step(mm)
        if set_ and _POWERS[places] % value.denominator:
            return self.length(mm)
        return f"{decimal(value, places)} {unit}"

    def _step(self, mm: Number) -> tuple[Fraction, int, str]:
        """(value, places, unit) of a distance."""
        value = Fraction(mm)
        if self.unit in ("in", "ft"):
            inches = value / UNITS["in"]
            if inches < 100:
                return inches, 0 if inches >= 10 else 1, "in"
            return inches / 12, 1, "ft"
        if value < 1000:
            return value / 10, 0 if value >= 100 else 1, "cm"
        return value / 1000, 2 if value < 10_000 else 0, "m"


def style_for(lengths: list[Length], unit: str | None = None) -> LengthStyle:
    """The style of the person who typed `lengths`: their first unit, decimals if they type them.

    `unit` overrides the unit, as the switch in the interface does; a target in pixels stays in px.

    >>> from .lengths import parse_length
    >>> style_for([parse_length("16 1/2 in")]).unit, style_for([parse_length("16 1/2 in")], "cm").unit
    ('in', 'cm')
    """
    first = lengths[0]
    if first.unit == "px":
        return LengthStyle("px", pixel=first.mm / int(first.typed.split()[0]))
    decimals = any(
        item.unit == "in" and ("." in item.typed or "," in item.typed) for item in lengths
    )
    return LengthStyle(unit or first.unit, not decimals)


def typed_length(mm: Fraction, unit: str, up: bool = False) -> str:
    """An exact length as somebody would type it in `unit`, for a plan document.

    Short where the short form is exact (17 1/3 in), else to a ten-thousandth of the unit: the nearest,
    or with `up` the next one that is no less.

    >>> typed_length(Fraction(127, 10) * 35, "in"), typed_length(Fraction(100, 3), "cm"), typed_length(Fraction(100, 3), "cm", up=True)
    ('17 1/2 in', '3.3333 cm', '3.3334 cm')
    """
    value = mm / UNITS[unit]
    if value.denominator in _INCH_PARTS and unit == "in" and value.denominator > 1:
        full, rest = divmod(value, 1)
        lead = f"{full} " if full else ""
        return f"{lead}{rest.numerator}/{rest.denominator} in"
    if up:
        value = Fraction(ceil(value * 10_000), 10_000)
    return f"{decimal(value, 4).replace('−', '-')} {unit}"


@lru_cache(maxsize=8192)
def _number(top: int, bottom: int, unit: str, fractions: bool) -> str:
    value = Fraction(top, bottom) / UNITS[unit]
    mixed = _mixed(value) if unit == "in" and fractions and top >= 0 else None
    if mixed:
        return mixed
    return decimal(value, _places_for(value, unit))


def _places_for(value: Fraction, unit: str) -> int:
    """One place more than usual where that is all of it and less would mislead.

    999.96 mm is not 1000, and .125 in, which somebody typed beside ⅛, not 0.13.
    """
    places = _PLACES[unit]
    if _POWERS[places + 1] % value.denominator or not _POWERS[places] % value.denominator:
        return places
    return places + 1 if unit == "in" or rounded(value, places).denominator == 1 else places


def _mixed(value: Fraction) -> str | None:
    """17⅓, 3/16 or None when no ruler has that fraction."""
    if value.denominator not in _INCH_PARTS:
        return None
    full, rest = divmod(value, 1)
    if not rest:
        return str(full)
    sign = _SIGNS.get((rest.numerator, rest.denominator))
    lead = str(full) if full else ""
    return f"{lead}{sign}" if sign else f"{lead} {rest.numerator}/{rest.denominator}".strip()
