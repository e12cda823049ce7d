"""How much the tests try: a short round for every change, a long one by `./zollstock test --long`."""

from __future__ import annotations

import os
from collections.abc import Iterable
from itertools import product
from typing import Any

import hypothesis
import pytest

LONG = os.environ.get("ZOLLSTOCK_LONG") == "1"
#: A short round tries a quarter of the named examples, always the same; a long one ten times as many, fresh.
_TIMES = 10 if LONG else 1 / 4

#: A test that a short round leaves out; what it says of that is said by others too, if less thoroughly.
in_a_long_round = pytest.mark.skipif(not LONG, reason="in a long round")


def spread(every: int, *axes: Iterable[Any]) -> list[tuple[Any, ...]]:
    """Every combination in a long round; in a short one every so manieth, laid so that each value comes up.

    >>> spread(1, "ab", "xy")
    [('a', 'x'), ('a', 'y'), ('b', 'x'), ('b', 'y')]
    """
    numbered = product(*(list(enumerate(axis)) for axis in axes))
    return [
        tuple(value for _, value in one)
        for one in numbered
        if LONG or sum(number for number, _ in one) % every == 0
    ]


def tried(examples: int) -> hypothesis.settings:
    """Settings of a property that is worth so many examples."""
    return hypothesis.settings(max_examples=max(10, round(examples * _TIMES)), deadline=None)
