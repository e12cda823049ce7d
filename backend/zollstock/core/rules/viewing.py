"""Viewing: from where a print is looked at, and how good it then is."""

from __future__ import annotations

from dataclasses import dataclass
from math import inf

from ..criteria import Conditions, Criterion
from ..ground.rational import Fraction
from ..ground.show import LengthStyle, decimal

#: Nobody looks at a whole print from nearer than this, mm.
NEAREST_WHOLE_PRINT = 300
#: A print in the hand is held so far off, mm.
HAND = (300, 400)
#: A whole print is taken in from so many of its diagonals.
WHOLE_PRINT = (1.5, 2.0)
#: A visitor with the nose on the print, mm.
NOSE = 150

#: Lower bound of the quality ratio for each grade, best first; exact, as ratios are compared exactly.
GRADES: tuple[tuple[str, Fraction], ...] = (
    ("surplus", Fraction(2)),
    ("clean", Fraction(1)),
    ("near", Fraction(4, 5)),
    ("soft", Fraction(1, 2)),
    ("coarse", Fraction(0)),
)

#: Grades whose id says little to a stranger, as people read them.
_WORDS = {"surplus": "ample", "near": "nearly clean"}


def grade_word(name: str) -> str:
    """A grade as people read it; its id stays in documents.

    >>> grade_word("surplus"), grade_word("near"), grade_word("soft")
    ('ample', 'nearly clean', 'soft')
    """
    return _WORDS.get(name, name)


@dataclass(frozen=True, slots=True)
class Band:
    """A stretch of the distance rail: from `start` to `end` mm (None: without end), one grade."""

    start: float
    end: float | None
    grade: str


def grades_in_words(sign: str, last: str) -> str:
    """The grades with the ratio that each begins at: ample ≥ 2, clean ≥ 1, …, else coarse.

    >>> grades_in_words("≥", "else {}")
    'ample ≥ 2, clean ≥ 1, nearly clean ≥ 0.8, soft ≥ 0.5, else coarse'
    """
    bounds = [f"{grade_word(name)} {sign} {decimal(least, 1)}" for name, least in GRADES if least]
    return f"{', '.join(bounds)}, {last.format(GRADES[-1][0])}"


def grade(ratio: Fraction | float) -> str:
    """The word for a quality ratio (effective ÷ needed), compared exactly.

    Source: the grades of the trade, `grades_in_words`.

    >>> grade(295 / 300), grade(150 / 300), grade(2)
    ('near', 'soft', 'surplus')
    """
    for name, least in GRADES:
        if ratio >= least:
            return name
    raise ValueError(f"no grade for a ratio of {ratio}")


def bands(school: Criterion, judged_ppi: float, viewing_conditions: Conditions) -> list[Band]:
    """The grades along the distance rail, nearest first; together they cover 0 to without end.

    >>> from ..criteria import ACUITY, Conditions
    >>> found = bands(ACUITY, 291.0, Conditions())  # 291 ppi is what 30 cm need
    >>> [(band.grade, round(band.start)) for band in found]
    [('coarse', 0), ('soft', 150), ('near', 240), ('clean', 300), ('surplus', 600)]
    """
    starts = []
    for name, least in reversed(GRADES):
        begin = 0.0 if least == 0 else school.reach(judged_ppi / float(least), viewing_conditions)
        starts.append((inf if begin is None else begin, name))
    found = []
    for index, (begin, name) in enumerate(starts):
        end = min((later for later, _ in starts[index + 1 :]), default=inf)
        if end > begin:
            found.append(Band(begin, None if end == inf else end, name))
    return found


def reach_text(reach: float | None, style: LengthStyle) -> str:
    """From where something is clean, in words: a distance, anywhere, or from no distance at all.

    >>> reach_text(0.0, LengthStyle("cm")), reach_text(None, LengthStyle("cm")), reach_text(600, LengthStyle("cm"))
    ('anywhere', 'never', '60 cm')
    """
    return "never" if reach is None else style.far(reach) if reach else "anywhere"


def whole_print_distance(diagonal_mm: float, diagonals: float) -> float:
    """From where a whole print is taken in, mm: so many visible diagonals, never under 300 mm.

    A print of 24 × 16 in has a diagonal of 28.84 in; at 1.5 diagonals it is looked at from 1.1 m.

    >>> round(whole_print_distance(28.84 * 25.4, 1.5)), whole_print_distance(100, 1.5)
    (1099, 300.0)
    """
    return max(float(NEAREST_WHOLE_PRINT), diagonals * diagonal_mm)
