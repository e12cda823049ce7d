"""Find the needs of all distances on all surfaces: `python -m making.needs` writes `seeing/needs.json`."""

from __future__ import annotations

import json
from itertools import accumulate
from math import exp, log
from typing import Any

from zollstock.core.ground.lengths import MM_PER_INCH
from zollstock.core.seeing.contrast import NEEDS, START, UNSEEN, answers, best, pooled, printed

#: Ink of so large a share of the distance takes all away; one of `START` takes nothing.
_END, _PLACES = 1e-2, 121
_INCH = float(MM_PER_INCH)


def found() -> dict[str, Any]:
    """Needs (px a mm) × spread at e^`places` = spread ÷ distance, and the need × distance (px) where ink takes nothing away."""
    width = log(_END / START) / (_PLACES - 1)
    places = [log(START) + at * width for at in range(_PLACES)]
    shares = [exp(place) for place in places]
    needs = [_needed(share) for share in shares]
    # Who comes nearer never needs less.
    values = accumulate((need * share for need, share in zip(needs, shares, strict=True)), max)
    return {"places": places, "values": list(values), "at_first": needs[0]}


def _needed(share: float) -> float:
    """px along the distance from which a print is a step from the best; `share` is spread ÷ distance."""
    there = answers(best(share), 1.0)

    def apart(px: float) -> float:
        return pooled(answers(printed(px * _INCH, share), 1.0), there)

    low, high = 0.0, log(1e6)
    if apart(1.0) < UNSEEN:
        return 0.0
    for _ in range(24):
        middle = (low + high) / 2
        low, high = (middle, high) if apart(exp(middle)) > UNSEEN else (low, middle)
    return exp(low)


if __name__ == "__main__":
    NEEDS.write_text(json.dumps(found(), indent=1) + "\n", encoding="ascii")
    print(NEEDS)
