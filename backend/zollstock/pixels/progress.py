"""How far long work is, told in per cent by parts of it that do not know of each other."""

from __future__ import annotations

from collections.abc import Callable

#: Called with per cent done; returns False to call the work off.
Progress = Callable[[int], bool]


def never_back(progress: Progress) -> Progress:
    """Progress told by several who do not know of each other, as one that only grows."""
    farthest = 0

    def told(percent: int) -> bool:
        nonlocal farthest
        farthest = max(farthest, percent)
        return progress(farthest)

    return told


def part_of(progress: Progress, number: int, count: int) -> Progress:
    """The progress of one of several things that are done one after the other, as that of the whole."""
    return lambda percent: progress((100 * number + percent) // count)
