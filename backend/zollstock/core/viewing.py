"""Viewing: what a pair of eyes can use from a distance, by four schools.

Practitioners disagree on how many pixels a print needs. The schools stand side by side; one is
chosen for the verdict. Distances are in mm, needs in ppi.
"""

from __future__ import annotations

from dataclasses import dataclass
from math import inf, radians, tan

from .lengths import MM_PER_INCH
from .rational import Fraction, exact

#: The house table: up to this distance (mm), this many ppi; beyond the last line, 15.
HOUSE_TABLE: tuple[tuple[int, int], ...] = (
    (400, 300), (800, 240), (1500, 200), (2500, 150), (5000, 100), (10_000, 50),
)  # fmt: skip
HOUSE_BEYOND = 15
#: The device school never goes below this, whatever the distance.
DEVICE_NEED = 300
#: Nobody looks at a whole print from nearer than this, mm.
NEAREST_WHOLE_PRINT = 300
#: A visitor with the nose on the print, mm.
NOSE = 150

#: Lower bound of the quality ratio for each grade, best first; exact, as ratios are compared exactly.
GRADES: tuple[tuple[str, Fraction], ...] = (
    ("surplus", Fraction(2)), ("clean", Fraction(1)), ("near", Fraction(4, 5)),
    ("soft", Fraction(1, 2)), ("coarse", Fraction(0)),
)  # fmt: skip


@dataclass(frozen=True, slots=True)
class Medium:
    """A kind of surface and the share of the detail it holds."""

    name: str
    factor: float


#: Usual factors by surface; a studio edits its own in the plan.
MEDIA: tuple[Medium, ...] = (
    Medium("glossy photo paper", 1.0), Medium("satin photo paper", 1.0),
    Medium("coated matte paper", 0.85), Medium("fine-art cotton paper", 0.7),
    Medium("canvas", 0.6), Medium("textile", 0.5),
)  # fmt: skip


@dataclass(frozen=True, slots=True)
class Band:
    """A stretch of the distance rail: from `start` to `end` mm (None: without end), one grade."""

    start: float
    end: float | None
    grade: str


def acuity_need(distance_mm: float, arcmin: float = 1.0) -> float:
    """ppi that an eye resolving `arcmin` minutes of arc needs at a distance.

    ppi = 1 / (D · tan a), D in inches; 3437.75 / D for 1'.
    >>> round(acuity_need(500), 1)
    174.6
    """
    return 1 / (distance_mm / float(MM_PER_INCH) * tan(radians(arcmin / 60)))


def acuity_reach(effective_ppi: float, factor: float, arcmin: float = 1.0) -> float:
    """The nearest distance, mm, at which `effective_ppi` looks clean on a medium of `factor`."""
    return factor * float(MM_PER_INCH) / (effective_ppi * tan(radians(arcmin / 60)))


def table_need(distance_mm: float) -> int:
    """ppi by the house table; the boundary itself still counts to the nearer line."""
    for limit, need in HOUSE_TABLE:
        if distance_mm <= limit:
            return need
    return HOUSE_BEYOND


def need(school: str, distance_mm: float, factor: float, arcmin: float) -> Fraction | None:
    """The school's need in ppi, medium factor included; None where it has no answer (trials).

    Exact for table and device: 204 ppi on a medium of 0.85 are just 0.8 of the 300 asked for.
    """
    if school == "acuity":
        return Fraction(acuity_need(distance_mm, arcmin) * factor)
    if school == "table":
        return table_need(distance_mm) * exact(factor)
    if school == "device":
        return DEVICE_NEED * exact(factor)
    return None


def grade(ratio: Fraction | float) -> str:
    """The word for a quality ratio (effective ÷ needed), compared exactly."""
    return next(name for name, least in GRADES if ratio >= least)


def reach(
    school: str, effective_ppi: float, factor: float, arcmin: float, wanted: float = 1.0
) -> float | None:
    """The nearest distance, mm, at which the school's ratio is at least `wanted`.

    0 where any distance will do; None where no distance helps.
    """
    usable = effective_ppi / wanted
    if school == "acuity":
        return acuity_reach(usable, factor, arcmin)
    if school == "table":
        return _table_reach(usable, factor)
    if school == "device":
        return 0.0 if usable >= DEVICE_NEED * factor else None
    return None


def _table_reach(usable: float, factor: float) -> float | None:
    start = 0.0
    for limit, ppi in HOUSE_TABLE:
        if usable >= ppi * factor:
            return start
        start = float(limit)
    return start if usable >= HOUSE_BEYOND * factor else None


def bands(school: str, effective_ppi: float, factor: float, arcmin: float) -> list[Band]:
    """The grades along the distance rail, nearest first; together they cover 0 to without end."""
    starts = []
    for name, least in reversed(GRADES):
        begin = 0.0 if least == 0 else reach(school, effective_ppi, factor, arcmin, float(least))
        starts.append((inf if begin is None else begin, name))
    found = []
    for index, (begin, name) in enumerate(starts):
        end = min((later for later, _ in starts[index + 1 :]), default=inf)
        if end > begin:
            found.append(Band(begin, None if end == inf else end, name))
    return found


def whole_print_distance(diagonal_mm: float, diagonals: float) -> float:
    """From where a whole print is taken in: so many visible diagonals, never under 300 mm."""
    return max(float(NEAREST_WHOLE_PRINT), diagonals * diagonal_mm)
