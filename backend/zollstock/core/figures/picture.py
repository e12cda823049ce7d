"""What the picture has."""

from __future__ import annotations

from collections.abc import Iterator
from functools import lru_cache

from ..answer.reckoning import Figure
from ..documents.plan import Plan
from ..ground import show
from ..ground.rational import Fraction
from ..ground.ratios import ratio_text
from ..parts.picture import Picture
from ..rules.fit import turned_size
from .figure import figure


def picture(plan: Plan) -> tuple[Figure, ...]:
    """Its pixels as they come to lie.

    >>> [(one.id, one.text) for one in picture(plan())]
    [('picture_width_px', '5000 px'), ('picture_height_px', '3333 px'), ('picture_ratio', '3:2 (1.5)')]
    """
    return _picture(plan.picture, plan.fit.turn)


@lru_cache(maxsize=1024)
def _picture(source: Picture, turn: int) -> tuple[Figure, ...]:
    # The same in every reckoning while a crop is moved.
    return tuple(_worded(source, turn))


def _worded(source: Picture, turn: int) -> Iterator[Figure]:
    width, height = turned_size(source, turn)
    stored = f"{source.width_px} × {source.height_px} px"
    how = f"{stored}, orientation {source.orientation}, turned {turn}°"
    for name, label, value in (
        ("picture_width_px", "Picture width", width),
        ("picture_height_px", "Picture height", height),
    ):
        yield figure(name, label, value, "px", show.px(value),
                      "pixels after orientation and turn", how, "orientation")  # fmt: skip
    ratio = Fraction(width, height)
    yield figure("picture_ratio", "Picture ratio", ratio, "–", ratio_text(ratio),
                  "picture width ÷ picture height",
                  f"{width} ÷ {height}", "ratio")  # fmt: skip
