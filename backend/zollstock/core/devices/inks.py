"""How much ink a print may carry: what its lab and its device say of that."""

from __future__ import annotations

from typing import NamedTuple

from ..work.outcome import Work
from .media import medium_of


class MostInk(NamedTuple):
    """Most total ink, per cent, and who says so."""

    percent: float
    who: str


def most_ink(work: Work) -> MostInk | None:
    """The least that the lab or the device with its medium takes of inks; None where neither says, or no inks are printed.

    >>> most_ink(fog()) is None
    True
    """
    wanted = work.plan.output.print_profile
    if wanted is None or wanted.space != "cmyk":
        return None
    said: list[MostInk] = []
    if work.lab is not None and work.lab.ink_limit is not None:
        said.append(MostInk(work.lab.ink_limit, work.lab.name))
    row = medium_of(work)
    if work.device is not None and row is not None and row.ink_limit is not None:
        said.append(MostInk(row.ink_limit, f"{work.device.name} on {work.plan.medium.name}"))
    return min(said, default=None)
