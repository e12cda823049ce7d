"""One figure, its text and its working."""

from __future__ import annotations

from ..answer.reckoning import Figure
from ..ground.rational import Fraction


def figure(
    name: str,
    label: str,
    value: Fraction | float | int | str,
    unit: str,
    text: str,
    formula: str,
    put_in: str,
    source: str,
) -> Figure:
    """A figure; `put_in` is the formula with its values, without the result.

    >>> figure("crop_x", "Crop, left", 120, "px", "120 px", "anchor × spare", "0.5 × 240", "fill").working
    '0.5 × 240 = 120 px'
    """
    plain = float(value) if isinstance(value, Fraction) else value
    return Figure(
        id=name, label=label, value=plain, unit=unit, text=text, formula=formula,
        working=f"{put_in} = {text}", source=source,
    )  # fmt: skip
