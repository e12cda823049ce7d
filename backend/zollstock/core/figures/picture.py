"""What the picture has."""

from __future__ import annotations

from collections.abc import Iterator

from .. import show
from ..rational import Fraction
from ..ratios import ratio_text
from ..reckoning import Figure
from ..work import Work
from .figure import figure


def picture(work: Work) -> Iterator[Figure]:
    plan, placed = work.plan, work.placement
    stored = f"{plan.picture.width_px} × {plan.picture.height_px} px"
    how = f"{stored}, orientation {plan.picture.orientation}, turned {plan.fit.turn}°"
    for name, label, value in (
        ("picture_width_px", "Picture width", placed.picture_w),
        ("picture_height_px", "Picture height", placed.picture_h),
    ):
        yield figure(name, label, value, "px", show.px(value),
                      "pixels after orientation and turn", how, "orientation")  # fmt: skip
    ratio = Fraction(placed.picture_w, placed.picture_h)
    yield figure("picture_ratio", "Picture ratio", ratio, "–", ratio_text(ratio),
                  "picture width ÷ picture height",
                  f"{placed.picture_w} ÷ {placed.picture_h}", "ratio")  # fmt: skip
