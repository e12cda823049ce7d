"""Which of two is finer, asked of somebody who does not know which is which: the answers, added up."""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterable
from typing import NamedTuple


class Judged(NamedTuple):
    """One answer: two ways by their names for people; `finer` is "first", "second" or "same"."""

    first: str
    second: str
    finer: str


def tallied(answers: Iterable[Judged]) -> list[str]:
    """A line for each pair, the one most often found finer first.

    >>> tallied([Judged("Careful", "Smooth", "first"), Judged("Smooth", "Careful", "second"),
    ...          Judged("Careful", "Smooth", "same")])
    ['Careful finer than Smooth 2 of 3 times, no difference once']
    """
    pairs: dict[tuple[str, str], Counter[str]] = {}
    for first, second, finer in answers:
        one, other = sorted((first, second))
        won = {"first": first, "second": second, "same": ""}[finer]
        pairs.setdefault((one, other), Counter())[won] += 1
    return [_line(pair, count) for pair, count in pairs.items()]


def _line(pair: tuple[str, str], count: Counter[str]) -> str:
    best, other = sorted(pair, key=lambda name: -count[name])
    total, same = count.total(), count[""]
    if same == total:
        return f"{best} and {other}: no difference, {_times(total)}"
    even = f"; no difference {_times(same)}" if same else ""
    if count[best] == count[other]:
        return f"{best} and {other}: each finer {_times(count[best])} of {total}{even}"
    return f"{best} finer than {other} {_of(count[best], total)}{even.replace('; ', ', ')}"


def _times(count: int) -> str:
    return "once" if count == 1 else f"{count} times"


def _of(won: int, total: int) -> str:
    return "the one time" if total == 1 else f"{won} of {total} times"
