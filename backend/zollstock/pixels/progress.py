"""How far long work is, told in per cent of the whole by parts of it that do not know of each other."""

from __future__ import annotations

from collections.abc import Callable
from itertools import accumulate

#: Called with per cent done; returns False to call the work off.
Progress = Callable[[int], bool]


def unheard(percent: int) -> bool:
    """The progress of work that nobody waits for."""
    return True


def stages(progress: Progress | None, *costs: float) -> list[Progress]:
    """A progress for each of several things that are done one after the other, by what each of them takes.

    Told together they never go back, whoever speaks out of turn.

    >>> told = []
    >>> making, writing = stages(lambda percent: not told.append(percent), 3, 1)
    >>> making(50), making(100), writing(20), told
    (True, True, True, [38, 75, 80])

    Nothing to do is no stage.

    >>> stages(lambda percent: True)
    []
    """
    if progress is None:
        return [unheard] * len(costs)
    told, whole = _never_back(progress), sum(costs) or 1.0
    ends = [100 * end / whole for end in accumulate(costs)]
    begins = [0.0, *ends][: len(costs)]

    def stage(begin: float, end: float) -> Progress:
        return lambda percent: told(round(begin + (end - begin) * percent / 100))

    return [stage(begin, end) for begin, end in zip(begins, ends, strict=True)]


def _never_back(progress: Progress) -> Progress:
    farthest = 0

    def told(percent: int) -> bool:
        nonlocal farthest
        farthest = max(farthest, percent)
        return progress(farthest)

    return told
