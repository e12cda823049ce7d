"""What a threshold means for prints that hang nearer or farther."""

from __future__ import annotations

from ..answer.reckoning import Record
from ..ground.lengths import Length
from ..ground.rational import exact
from ..ground.show import style_for

#: A trial speaks from this share of its own distance to that one.
NEAREST, FARTHEST = 0.5, 2.0
_SHARES = (0.25, 0.5, 1.0, 2.0, 4.0)


class InPrints(Record):
    """A distance, and what is needed from there with its working; no need where nothing was tried so near or far."""

    distance: str
    need: float | None
    working: str


def in_prints(threshold: float | None, distance: Length | None) -> list[InPrints]:
    """The need at shares of a trial's distance: threshold × its distance ÷ theirs.

    >>> from ..ground.lengths import parse_length
    >>> [(one.distance, one.need) for one in in_prints(200.0, parse_length("60 cm"))][2:4]
    [('60 cm', 200.0), ('1.2 m', 100.0)]
    """
    if threshold is None or distance is None:
        return []
    style, found = style_for([distance]), []
    for share in _SHARES:
        far = style.far(exact(share) * distance.mm)
        if not NEAREST <= share <= FARTHEST:
            side = "too near for this trial" if share < 1 else "too far for this trial"
            found.append(InPrints(distance=far, need=None, working=side))
            continue
        need = threshold / share
        working = f"{threshold:.0f} × {style.far(distance.mm)} ÷ {far} = {need:.0f} ppi"
        found.append(InPrints(distance=far, need=need, working=f"{need:.0f} ppi" if share == 1 else working))  # fmt: skip
    return found
