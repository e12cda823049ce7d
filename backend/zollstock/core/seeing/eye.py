"""The eye: how faint a pattern it still sees, by how fine the pattern is.

Barten's function (P. G. J. Barten, Contrast Sensitivity of the Human Eye and Its Effects on Image
Quality, SPIE 1999) for a standard observer, 100 cd/m² (white paper in some 350 lx) and a field of 20°.
A test reckons these numbers again with a well-kept library.
"""

from __future__ import annotations

from math import exp, log, log2

#: Cycles a degree, half an octave apart.
BANDS = tuple(2 ** (step / 2) for step in range(11))
#: 1 ÷ the contrast (modulation) that is just seen, for each of `BANDS`.
SENSITIVITY = (512.47, 620.0, 696.01, 719.5, 681.35, 585.88, 451.43, 305.63, 175.46, 78.62, 22.2)
#: Nobody sees finer patterns, cycles a degree.
FINEST = 60.0


def sensitivity(cycles: float) -> float:
    """1 ÷ the contrast just seen at so many cycles a degree; between the bands, and past the last, by their
    logarithms.

    >>> round(sensitivity(1.0), 2), sensitivity(4.0) > sensitivity(30.0)
    (512.47, True)
    """
    at = max(2 * log2(cycles), 0.0)
    low = min(int(at), len(BANDS) - 2)
    share = at - low
    return exp((1 - share) * log(SENSITIVITY[low]) + share * log(SENSITIVITY[low + 1]))
