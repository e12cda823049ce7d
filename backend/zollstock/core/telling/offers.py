"""An offer: a way out of a step before it is tried, and how it is told."""

from __future__ import annotations

from collections.abc import Callable
from typing import Any, Literal, NamedTuple

from ..ground import show
from ..ground.rational import Fraction
from ..work.outcome import Work

ChoiceKind = Literal["way", "size", "edge", "fill", "mat", "frame", "short", "method"]


class Offer(NamedTuple):
    """A way out before it is tried: how it is told once it is known where it leads."""

    id: str
    title: str
    fix: dict[str, Any]
    wording: Callable[[Work], str]
    kind: ChoiceKind = "way"


def lost_in_short(outcome: Work) -> str:
    """`lose 10 %, 250 ppi`.

    >>> lost_in_short(fog(target={"width": "40 cm", "height": "40 cm"})), lost_in_short(fog())
    ('lose 33.3 %, 211.6 ppi', 'nothing lost, 208.3 ppi')
    """
    loss = outcome.placement.loss
    lost = "nothing lost" if loss < Fraction(1, 1000) else f"lose {show.percent(loss)}"
    return f"{lost}, {show.ppi(outcome.effective)}"
