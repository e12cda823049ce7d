"""The figures of life size, each with its arithmetic."""

from __future__ import annotations

from collections.abc import Iterator

from ...answer.reckoning import Figure
from ...criteria import acuity_need
from ...figures.figure import figure
from ...ground import show
from ...ground.lengths import MM_PER_INCH
from ...ground.rational import Fraction, exact
from ...ground.show import LengthStyle
from ...ground.workings import length, length_shown, number, pixels, written
from ...rules.fit import turned_size
from ...rules.viewing import grade, grade_word
from ...work.outcome import Work
from .request import LifeRequest

#: How far off a print in the hand, at arm's length, is held, mm.
ARMS_LENGTH = 600


def life_figures(layout: LifeRequest, work: Work, style: LengthStyle) -> Iterator[Figure]:
    measure, ppi = layout.measured, layout.ppi
    apart = ppi * measure.length.mm / MM_PER_INCH * exact(layout.scale)
    yield figure(
        "effective_ppi", "Effective resolution", ppi, "ppi", show.ppi(ppi),
        "px between the points ÷ (their distance in inches × scale)",
        written("{} px ÷ ({} mm × {}) × 25.4 mm/in",
                (pixels(apart), number(measure.length.mm, 2), number(exact(layout.scale), 3)),
                lambda px, mm, by: px / (mm * by) * MM_PER_INCH, show.ppi, show.ppi(ppi)), "life",
    )  # fmt: skip
    sides = turned_size(work.plan.picture, work.plan.fit.turn)
    for name, label, px in (
        ("whole_width", "Whole picture, width", sides[0]),
        ("whole_height", "Whole picture, height", sides[1]),
    ):
        mm = px / ppi * MM_PER_INCH
        shown, said = length_shown(mm, style)
        put_in = written(
            "{} px ÷ {} px of the measure × {} × {}",
            (
                pixels(px),
                pixels(apart),
                length(measure.length.mm, style),
                number(exact(layout.scale), 3),
            ),
            lambda whole, part, real, by: whole / part * real * by,
            shown,
            said,
        )
        formula = "px ÷ px between the points × their distance × scale"
        yield figure(name, label, mm, "mm", style.length(mm), formula, put_in, "life")
    need = Fraction(acuity_need(ARMS_LENGTH, work.plan.viewing.arcmin) * work.factor)
    word = grade(ppi / need)
    put_in = f"{show.ppi(ppi)} where {show.ppi(need)} are needed from {style.far(ARMS_LENGTH)}"
    yield figure(
        "grade",
        "At arm's length",
        word,
        "word",
        grade_word(word),
        "effective ÷ needed",
        put_in,
        "life",
    )
