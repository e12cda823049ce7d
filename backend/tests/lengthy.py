"""How much the tests try: a short round for every change, a long one by `./zollstock test --long`."""

from __future__ import annotations

import os

import hypothesis

LONG = os.environ.get("ZOLLSTOCK_LONG") == "1"
#: A short round tries a third of the named examples, always the same; a long one ten times as many, fresh.
_TIMES = 10 if LONG else 1 / 3


def tried(examples: int) -> hypothesis.settings:
    """Settings of a property that is worth so many examples."""
    return hypothesis.settings(max_examples=max(10, round(examples * _TIMES)), deadline=None)
