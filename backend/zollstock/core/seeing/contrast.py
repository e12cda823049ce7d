"""A model of what is seen of a print: how much of the picture's detail arrives in the eye, and from where.

Detail of the picture × lens × kernel × pixels × sharpening × ink × the eye's contrast sensitivity, in half-octave
bands; a band that shows a contrast x times as high as is just seen answers 2 x^2.4 ÷ (1 + x²) just-noticeable steps,
and bands are pooled with exponent 3.5. A model: nobody was measured for it. Source: docs/seeing.md.
"""

from __future__ import annotations

import json
from bisect import bisect_left
from collections.abc import Sequence
from dataclasses import dataclass
from functools import lru_cache
from math import exp, inf, log, log2, pi, radians, sin, tan
from pathlib import Path

from ..ground.lengths import MM_PER_INCH
from .enlarging import MethodName
from .eye import BANDS, FINEST, SENSITIVITY, sensitivity
from .kernels import kernel_transfer

#: Contrast (modulation) of a photograph in a half octave, much the same at every fineness.
CONTRAST = 0.08
#: What a lens blurs, px of the picture (σ).
LENS = 0.45
#: Fewer steps between two prints: nobody sees a difference. Up to `SLIGHT` it is slight, then clear.
UNSEEN, SLIGHT = 1.0, 3.0
_POOLED = 3.5
#: Ink that spreads by so small a share of the distance takes nothing away.
START = 1e-5
#: What is needed everywhere, found beforehand.
NEEDS = Path(__file__).parent / "needs.json"
_INCH = float(MM_PER_INCH)
DEGREE = tan(radians(1))


@dataclass(frozen=True, slots=True)
class Chain:
    """What detail goes through on its way to the paper.

    `detail` and `source` are ppi: of what the picture holds in detail, and of its pixels as printed; `output` those
    of the file, `kernel` how it was enlarged (None: it was not). `spread` of ink is σ in mm; sharpening raises by
    `amount` what a mask of σ `radius` mm takes away. The best that a surface can show has no end of pixels.
    """

    spread: float
    detail: float = inf
    source: float = inf
    output: float = inf
    kernel: MethodName | None = None
    amount: float = 0.0
    radius: float = 0.0

    def passes(self, frequency: float) -> float:
        """The share of contrast left at so many cycles a mm, 0 to 1 (more where sharpening overdoes it).

        What lies past half a cycle a px counts as far as a pixel's box lets it through: the edges of pixels stand in
        for those of things, which is what makes coarse prints bearable from afar.
        """
        lens = exp(-2 * (pi * LENS * frequency / self.detail * _INCH) ** 2)
        box = _box(frequency / self.output * _INCH)
        kernel = (
            1.0 if self.kernel is None else _kernel(self.kernel, frequency / self.source * _INCH)
        )
        raised = 1 + self.amount * (1 - exp(-2 * (pi * self.radius * frequency) ** 2))
        ink = exp(-2 * (pi * self.spread * frequency) ** 2)
        return lens * box * kernel * raised * ink


def printed(ppi: float, spread: float) -> Chain:
    """A picture as sharp as a lens makes it, printed pixel for pixel.

    >>> 0 < printed(100, 0.04).passes(2.0) < printed(300, 0.04).passes(2.0) < best(0.04).passes(2.0)
    True
    """
    return Chain(spread=spread, detail=ppi, source=ppi, output=ppi)


def best(spread: float) -> Chain:
    """All that a surface can show.

    >>> best(0.03).passes(0.0)  # what is even comes through whole
    1.0
    """
    return Chain(spread=spread)


def steps_between(one: Chain, other: Chain, distance: float) -> float:
    """Just-noticeable steps between two prints of the same thing, both seen from `distance` mm.

    >>> far, near = 3000.0, 150.0
    >>> steps_between(printed(100, 0.04), printed(300, 0.04), far) < 1 < 3 < steps_between(
    ...     printed(100, 0.04), printed(300, 0.04), near)
    True
    """
    return pooled(answers(one, distance), answers(other, distance))


def pooled(one: Sequence[float], other: Sequence[float]) -> float:
    """How far two rows of answers are apart, all bands together.

    >>> round(pooled([1.0, 2.0], [0.0, 2.0]), 6)  # one band a just-noticeable step apart
    1.0
    """
    pairs = zip(one, other, strict=True)
    return float(sum(abs(ours - theirs) ** _POOLED for ours, theirs in pairs) ** (1 / _POOLED))


def answers(chain: Chain, distance: float) -> list[float]:
    """The eye's answer to a print from `distance` mm, in just-noticeable steps, band by band.

    >>> near, far = answers(Chain(spread=0.03), 300), answers(Chain(spread=0.03), 3000)
    >>> far[-1] > near[-1]  # what is as fine to the eye is coarser on the print from farther away
    True
    """
    found = []
    for cycles, seen in zip(BANDS, SENSITIVITY, strict=True):
        x = CONTRAST * seen * chain.passes(cycles / (distance * DEGREE))
        found.append(2 * x**2.4 / (1 + x * x))
    return found


def in_words(steps: float) -> str:
    """Steps as people say them.

    >>> in_words(0.4), in_words(1.0), in_words(5)
    ('no difference to be seen', 'a slight difference', 'a clear difference')
    """
    if steps < UNSEEN:
        return "no difference to be seen"
    return "a slight difference" if steps <= SLIGHT else "a clear difference"


def finest(chain: Chain, distance: float) -> float | None:
    """The finest line, mm wide, that is still seen in a print from `distance` mm; None where there is none.

    Half a cycle of the finest pattern whose contrast is not under the least that is seen.

    >>> round(finest(best(0.0), 1000), 2), finest(printed(2, 0.04), 300) is None
    (0.23, True)
    """
    low, high = log2(BANDS[0]), log2(FINEST)

    def seen(at: float) -> bool:
        cycles = 2**at
        return CONTRAST * sensitivity(cycles) * chain.passes(cycles / (distance * DEGREE)) >= 1

    if not seen(low):
        return None
    for _ in range(30):
        middle = (low + high) / 2
        low, high = (middle, high) if seen(middle) else (low, middle)
    return distance * DEGREE / 2**low / 2


def need(distance: float, spread: float) -> float:
    """ppi from which a print cannot be told from the best its surface can show, seen from `distance` mm or farther.

    >>> 300 < need(300, 0.04) < 400 and need(3000, 0.04) < 60 and need(300, 0.15) < need(300, 0.04)
    True
    """
    if spread < distance * START:
        return _curve().at_first / distance * _INCH
    return _curve().at(log(spread / distance)) / spread * _INCH


def reach(ppi: float, spread: float) -> float:
    """The nearest distance, mm, from which `ppi` cannot be told from the best; 0 where it never can.

    >>> round(need(reach(150, 0.04), 0.04), 6), reach(5000, 0.15)
    (150.0, 0.0)
    """
    curve = _curve()
    wanted = ppi * spread / _INCH
    if wanted < curve.values[0]:
        return curve.at_first / ppi * _INCH
    if wanted >= curve.values[-1]:
        return 0.0
    return spread / exp(curve.where(wanted))


def read_in() -> None:
    """Read what all needs are read from, before somebody waits for the first."""
    _curve()


@dataclass(frozen=True, slots=True)
class _Curve:
    """Needs of all distances and spreads at once: they hang on spread ÷ distance alone.

    `values` are need (px a mm) × spread at e^`places` = spread ÷ distance, never falling: who comes nearer never
    needs less. `at_first` is need × distance, px, where ink takes nothing away.
    """

    places: tuple[float, ...]
    values: tuple[float, ...]
    at_first: float

    def at(self, place: float) -> float:
        return _between(self.places, self.values, place)

    def where(self, value: float) -> float:
        return _between(self.values, self.places, value)


def _between(known: Sequence[float], wanted: Sequence[float], at: float) -> float:
    """Along straight lines from one known place to the next; the last value holds on past either end."""
    index = bisect_left(known, at)
    if index == 0:
        return wanted[0]
    if index == len(known):
        return wanted[-1]
    share = (at - known[index - 1]) / (known[index] - known[index - 1])
    return wanted[index - 1] + share * (wanted[index] - wanted[index - 1])


@lru_cache(maxsize=1)
def _curve() -> _Curve:
    """As `making/needs.py` has found it: to look for it takes a tenth of a second or two, which nobody has to wait."""
    known = json.loads(NEEDS.read_text(encoding="ascii"))
    return _Curve(tuple(known["places"]), tuple(known["values"]), known["at_first"])


def _box(frequency: float) -> float:
    """What square pixels leave of so many cycles a px, up to their first zero."""
    if frequency >= 1:
        return 0.0
    return sin(pi * frequency) / (pi * frequency) if frequency > 0 else 1.0


@lru_cache(maxsize=8)
def _left(method: MethodName) -> tuple[float, ...]:
    """What a kernel leaves, a value each 0.02 cycles a px of the picture."""
    return tuple(kernel_transfer(method, at * _STEP) for at in range(_KNOWN))


_STEP, _KNOWN = 0.02, 101


def _kernel(method: MethodName, frequency: float) -> float:
    at, left = frequency / _STEP, _left(method)
    if at >= _KNOWN - 1:
        return left[-1]
    low = int(at)
    return left[low] + (at - low) * (left[low + 1] - left[low])
