"""Letters in place of figures: which patch lies where on which copy, and what it is called there. The key."""

from __future__ import annotations

from dataclasses import dataclass
from random import Random

from .ladder import Rung

#: None that is taken for another, or for a figure.
LETTERS = "ABCDEFGHJKMNPRSTUVWXYZ"


@dataclass(frozen=True, slots=True)
class Lettered:
    """A patch on a copy: its letter, and which rung of the ladder it is."""

    letter: str
    rung: Rung


def lettered(rungs: list[Rung], alike: list[Rung], seed: int, copy: int) -> list[Lettered]:
    """The patches of a copy in the order in which they lie. By seed and copy alone, so that the same strip has the same
    key for ever; `alike` are the rungs that stand twice.

    >>> [one.letter for one in lettered([Rung(0, 72), Rung(0, 300)], [], 1884, 1)]
    ['H', 'P']
    """
    random = Random(f"strip {seed} {copy}")
    patches = [*rungs, *alike]
    random.shuffle(patches)
    names = list(LETTERS)
    if len(patches) > len(names):
        names = [first + second for first in LETTERS for second in LETTERS if first != second]
    return [
        Lettered(letter, rung)
        for letter, rung in zip(sorted(random.sample(names, len(patches))), patches, strict=True)
    ]
