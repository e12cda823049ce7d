"""What was measured of the picture at hand through print profiles."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from typing import NamedTuple


class OnPaper(NamedTuple):
    """How much of the picture lies beyond another paper of the same device."""

    key: str
    name: str
    hash: str
    space: str
    medium: str
    share: float


@dataclass(frozen=True, slots=True)
class KnownInk:
    """Most ink anywhere in a file, per cent, and the share of it that lies over `limit`."""

    most: float
    limit: float
    over: float


@dataclass(frozen=True, slots=True)
class KnownGamut:
    """What lies beyond the paper of a profile (by its file's `hash`): of the `crop` (px of the turned picture) that was measured
    the `share`, by `families` of colours; the median change by both intents; the same on `others`; where
    inks are printed, how much."""

    hash: str
    crop: tuple[int, int, int, int]
    share: float
    families: Mapping[str, float]
    medians: Mapping[str, float]
    others: tuple[OnPaper, ...]
    ink: KnownInk | None = None
