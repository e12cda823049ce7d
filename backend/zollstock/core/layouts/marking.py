"""What a person has to mark on a picture before anything true can be said of its size."""

from __future__ import annotations

from collections.abc import Sequence

from ..answer.reckoning import Finding
from ..ground.plaintext import listed


def not_marked(names: Sequence[str], cure: str) -> Finding:
    """Nothing is made from places that were only guessed.

    >>> not_marked(["crown", "chin"], "put the rings in place").text
    'Not marked yet: crown and chin. Nothing is made until they are; put the rings in place.'
    """
    return Finding(
        id="not-marked",
        level="stop",
        step="fit",
        text=f"Not marked yet: {listed(names)}. Nothing is made until they are; {cure}.",
    )
