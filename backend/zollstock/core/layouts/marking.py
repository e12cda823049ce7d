"""What a person has to mark on a picture before anything true can be said of its size."""

from __future__ import annotations

from collections.abc import Sequence

from ..answer.reckoning import Finding


def listed(names: Sequence[str]) -> str:
    """
    >>> listed(["crown"]), listed(["crown", "chin", "eyes"])
    ('crown', 'crown, chin and eyes')
    """
    return " and ".join([", ".join(names[:-1]), names[-1]]) if len(names) > 1 else names[0]


def not_marked(names: Sequence[str], cure: str) -> Finding:
    """Nothing is made from places that were only guessed."""
    return Finding(
        id="not-marked",
        level="stop",
        step="fit",
        text=f"Not marked yet: {listed(names)}. Nothing is made until they are; {cure}.",
    )
