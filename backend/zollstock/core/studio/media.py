"""Surfaces: how much of the detail they hold, and how far ink spreads on them."""

from __future__ import annotations

from dataclasses import dataclass


@dataclass(frozen=True, slots=True)
class Medium:
    """A kind of surface by the key of its row in the stock that ships, the share of the detail it holds, and how far ink spreads, mm (σ of a Gaussian).

    The spread is an assumption until a studio's own trials say better.
    """

    key: str
    name: str
    factor: float
    spread: float


#: Usual surfaces; a studio edits its own in the plan.
MEDIA: tuple[Medium, ...] = (
    Medium("glossy", "glossy photo paper", 1.0, 0.03),
    Medium("satin", "satin photo paper", 1.0, 0.04),
    Medium("matte", "coated matte paper", 0.85, 0.055),
    Medium("cotton", "fine-art cotton paper", 0.7, 0.07),
    Medium("canvas", "canvas", 0.6, 0.11),
    Medium("textile", "textile", 0.5, 0.15),
)
_USUAL_SPREAD = 0.04
_SPREADS = {medium.name: medium.spread for medium in MEDIA}


def spread_of(name: str, known: float | None = None) -> float:
    """How far ink spreads on a medium of that name, mm: as `known`, or as assumed.

    >>> spread_of("canvas"), spread_of("glass"), spread_of("canvas", 0.2)
    (0.11, 0.04, 0.2)
    """
    return _SPREADS.get(name, _USUAL_SPREAD) if known is None else known
