"""What was read off the trial sheet of a device, and what follows for the row of its feed."""

from __future__ import annotations

from datetime import date
from math import ceil
from typing import Annotated, Any, NamedTuple

from pydantic import Field, ValidationError

from ..documents.faults import DocumentError, problem_list
from ..ground import show
from ..ground.lengths import Length
from ..ground.rational import Fraction, exact
from ..parts.device import Feed
from ..parts.part import Part
from .trialsheet import RULER, bar_of, paper_of

#: A bar that is off by less than this share was measured with a ruler: the device prints true.
TRUE = Fraction(2, 1000)
#: What is more than this off the middle, mm, is told; less is how paper is cut.
_MIDDLE = Fraction(1, 5)
_LEAST, _MOST = Fraction(1, 2), Fraction(2)
Number = Annotated[float, Field(ge=0, le=RULER)]


class Numbers(Part):
    """Which number of the ruler is the first that is there, at each side as the sheet went in."""

    left: Number
    top: Number
    right: Number
    bottom: Number


class Readings(Part):
    """What was read off. `bar_across`, `bar_along`: how long the bars are; `cross_left`, `cross_top`: from the sides of the
    paper to the cross; what was not measured stays as it is in the row."""

    bar_across: Length | None = None
    bar_along: Length | None = None
    cross_left: Length | None = None
    cross_top: Length | None = None
    margins: Numbers | None = None
    borderless: Numbers | None = None


class ReadingsError(DocumentError):
    """What was read off cannot be; the message says what is to be measured again."""


class Told(NamedTuple):
    """One thing that follows, in words: what it is, and its arithmetic."""

    label: str
    working: str


def parse_readings(document: Any) -> Readings:
    """Validate decoded JSON. Raises `ReadingsError`."""
    try:
        return Readings.model_validate(document)
    except ValidationError as error:
        raise ReadingsError(problem_list(error, Readings, "readings")) from None


def measured(feed: Feed, read: Readings, day: date) -> tuple[Feed, list[Told]]:
    """The row of a feed as it is from then on, and how it comes about. Raises `ReadingsError`.

    A device that fits to the page shows by its bar:

    >>> feed = Feed.model_validate({"name": "A4", "width": "210 mm", "height": "297 mm"})
    >>> found, _ = measured(feed, parse_readings({"bar_across": "96.4 mm", "bar_along": "96.4 mm"}), date(2026, 11, 20))
    >>> found.scale_x, found.scale_y, found.measured
    (0.964, 0.964, '2026-11-20')
    """
    told: list[Told] = []
    bar = bar_of(feed)
    x = _scale("bar_across", "across", read.bar_across, bar, feed.scale_x, told)
    y = _scale("bar_along", "along", read.bar_along, bar, feed.scale_y, told)
    w, h = paper_of(feed)
    right = _offset("cross_left", "to the right", read.cross_left, w, feed.offset_x, told)
    down = _offset("cross_top", "down", read.cross_top, h, feed.offset_y, told)
    changed: dict[str, Any] = {
        "scale_x": x, "scale_y": y, "offset_x": right, "offset_y": down, "measured": day.isoformat(),
    }  # fmt: skip
    if read.margins is not None:
        changed["margins"] = _margins(read.margins, feed, (x, y), (right, down), told)
    if read.borderless is not None:
        changed["overspray"] = _overspray(read.borderless, (w, h), told)
        changed["borderless"] = True
    document = feed.model_dump(mode="json") | changed
    try:
        return Feed.model_validate(document), told
    except ValidationError as error:
        raise ReadingsError(problem_list(error, Feed, "readings")) from None


def _scale(
    field: str, way: str, read: Length | None, bar: Fraction, before: float, told: list[Told]
) -> float:
    if read is None:
        return before
    share = read.mm / bar
    if not _LEAST <= share <= _MOST:
        raise ReadingsError([(field, f"a bar of {bar} mm is printed between {bar * _LEAST} and {bar * _MOST} mm; measure it again")])  # fmt: skip
    working = f"{read.typed} ÷ {bar} mm = {show.percent(share)}"
    if abs(share - 1) < TRUE:
        told.append(Told(f"True to size {way}", f"{working}, as good as 100 %"))
        return 1.0
    told.append(Told(f"Scale {way}", working))
    return round(float(share), 6)


def _offset(
    field: str, way: str, read: Length | None, side: Fraction, before: float, told: list[Told]
) -> float:
    if read is None:
        return before
    off = read.mm - side / 2
    if abs(off) > 50:
        raise ReadingsError([(field, f"the cross lies at about {show.decimal(side / 2, 1)} mm; measure it again")])  # fmt: skip
    if abs(off) < _MIDDLE:
        told.append(Told(f"In the middle, {way}", f"{read.typed} − {show.decimal(side / 2, 2)} mm = {show.decimal(off, 2)} mm"))  # fmt: skip
        return 0.0
    told.append(Told(f"Off the middle, {way}", f"{read.typed} − {show.decimal(side / 2, 2)} mm = {show.decimal(off, 2)} mm"))  # fmt: skip
    return round(float(off), 3)


def _margins(
    read: Numbers, feed: Feed, scales: tuple[float, float], offsets: tuple[float, float], told: list[Told]
) -> dict[str, str]:  # fmt: skip
    """What stays white: where on the paper the first tick lies, by the scale and the offset of the same sheet.

    Where the ruler is there from its very beginning nothing is cut, and what the row says stands, unless that is more.
    """
    found, sides = {}, paper_of(feed)
    for name, axis, sign in (("left", 0, 1), ("top", 1, 1), ("right", 0, -1), ("bottom", 1, -1)):
        number, half = exact(getattr(read, name)), sides[axis] / 2
        place = half + sign * exact(offsets[axis]) - (half - number) * exact(scales[axis])
        before: Length = getattr(feed.margins, name)
        if number == 0 and before.mm <= place:
            told.append(Told(f"Unprintable, {name}", f"nothing is cut; {before.typed} as before"))
            found[name] = before.typed
            continue
        # Half a millimetre is what can be read; rather a little more white than a cut.
        tenths = max(0, ceil(place * 10))
        found[name] = f"{tenths / 10:g} mm"
        told.append(Told(f"Unprintable, {name}", f"first tick {getattr(read, name):g}, on the paper {show.decimal(max(Fraction(0), place), 1)} mm"))  # fmt: skip
    return found


def _overspray(read: Numbers, sides: tuple[Fraction, Fraction], told: list[Told]) -> str:
    """How far beyond the paper it prints: what of the file lies at its edge tells, n W ÷ (W − 2 n); the largest counts."""
    most = Fraction(0)
    for name, side in (("left", sides[0]), ("top", sides[1]), ("right", sides[0]), ("bottom", sides[1])):  # fmt: skip
        number = exact(getattr(read, name))
        most = max(most, number * side / (side - 2 * number))
    told.append(Told("Overspray", f"largest of n × W ÷ (W − 2 n) = {show.decimal(most, 1)} mm"))
    return f"{float(round(most * 10)) / 10:g} mm"
