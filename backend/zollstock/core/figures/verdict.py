"""How fine the print is, and what is needed where it is looked at."""

from __future__ import annotations

from collections.abc import Iterator
from functools import lru_cache

from ..answer.reckoning import Figure
from ..criteria import ACUITY, CRITERIA, Conditions
from ..ground import show
from ..ground.lengths import MM_PER_INCH, Length
from ..ground.rational import Fraction, exact
from ..ground.show import LengthStyle, decimal
from ..ground.workings import length, number, pixels, written
from ..rules.viewing import grade_word, grades_in_words, reach_text, whole_print_distance
from ..work.outcome import Work
from .figure import figure

_GRADES = grades_in_words("≥", "else {}")


def resolution(work: Work, style: LengthStyle) -> Iterator[Figure]:
    """How fine the print is: the picture's own px to an inch of it.

    >>> [one.working for one in resolution(fog(), LengthStyle("in"))]
    ['4999.5 px ÷ 24 in = 208.3 ppi']
    """
    box = "image box width" if work.plan.fit.mode == "fill" else "printed picture width"
    yield figure("effective_ppi", "Effective resolution", work.effective, "ppi",
                  show.ppi(work.effective), f"crop width ÷ {box}", pixels_per_inch(work, style),
                  "resolution")  # fmt: skip


def pixels_per_inch(work: Work, style: LengthStyle) -> str:
    """Pixels over inches; other units say how they become inches.

    >>> pixels_per_inch(fog(), LengthStyle("in"))
    '4999.5 px ÷ 24 in'
    """
    crop, side, text = work.placement.crop.w, work.placement.printed.w, show.ppi(work.effective)
    inches = side / MM_PER_INCH
    if style.unit == "in":
        return written(
            "{} px ÷ {} in", (pixels(crop), length(side, style)), lambda a, b: a / b, show.ppi, text
        )
    if style.unit == "mm":
        return written(
            "{} px ÷ {} mm × 25.4 mm/in",
            (pixels(crop), length(side, style)),
            lambda a, b: a / b * MM_PER_INCH,
            show.ppi,
            text,
        )
    if style.unit == "px":
        return written(
            "{} px ÷ {} px × {} ppi",
            (pixels(crop), length(side, style), number(work.output_ppi, 2)),
            lambda a, b, c: a / b * c,
            show.ppi,
            text,
        )
    return written(
        f"{{}} px ÷ {{}} in ({style.length(side)})",
        (pixels(crop), number(inches, 3)),
        lambda a, b: a / b,
        show.ppi,
        text,
    )


def verdict(work: Work, style: LengthStyle) -> Iterator[Figure]:
    """What is needed from where it is seen, and what the print has of that.

    >>> [(one.id, one.text) for one in verdict(fog(), LengthStyle("cm"))][-2:]
    [('clean_from', '42 cm'), ('clean_from_chosen', '42 cm')]
    """
    view = work.plan.viewing
    if work.plan.target.in_pixels:
        yield from _judged(work, "the target's own pixels", "tag", "pixel-target")
        return
    yield _viewed_from(view.distance, view.diagonals, work.visible.diagonal(), style)
    if work.need is not None:
        formula, put_in = _need_working(
            view.school, work.distance, work.viewing_conditions, work.need
        )
        yield from _judged(work, formula, put_in, view.school)
    yield from clean_from(work, style)


@lru_cache(maxsize=1024)
def _need_working(
    school: str, distance: float, viewing_conditions: Conditions, need: Fraction
) -> tuple[str, str]:
    """(formula, values) of a criterion's need; the same while a crop is moved."""
    return CRITERIA[school].working(distance, viewing_conditions, need)


@lru_cache(maxsize=1024)
def _viewed_from(
    distance: Length | None, diagonals: float, diagonal: float, style: LengthStyle
) -> Figure:
    """From where it is looked at; `diagonal` is the visible one, mm. The same while a crop is moved."""
    if distance is not None:
        mm = float(distance.mm)
        formula, put_in, source = "as set", f"{distance.typed} set", "distance-set"
    else:
        mm = whole_print_distance(diagonal, diagonals)
        formula = f"{decimal(diagonals, 2)} × visible diagonal, at least 300 mm"
        put_in = written(
            f"{{}} × {{}} {style.unit}",
            (number(exact(diagonals), 2), length(Fraction(diagonal), style)),
            lambda times, long: times * long,
            lambda got: style.far(got * style.mm),
            style.far(exact(diagonals) * Fraction(diagonal)),
        )
        source = "whole-print"
        if mm > diagonals * diagonal:
            put_in = f"at least 300 mm, since {put_in} is nearer"
    shown = style.distance(mm if distance is None else distance.mm, distance is not None)
    return figure("view_distance", "Viewing distance", mm, "mm", shown, formula, put_in, source)


def _judged(work: Work, formula: str, put_in: str, source: str) -> Iterator[Figure]:
    """Need, ratio and grade, where the criterion has an answer."""
    what = _counted(work)
    label = "Detail ÷ needed" if work.counts_detail else "Effective ÷ needed"
    if work.need is not None and work.quality is not None and work.grade is not None:
        ratio = decimal(work.quality, 2)
        yield figure("need_ppi", "Needed there", work.need, "ppi", show.ppi(work.need),
                      formula, put_in, source)  # fmt: skip
        yield figure("quality_ratio", label, work.quality, "–",
                      ratio, f"{what} ÷ needed ppi",
                      written("{} ÷ {}", (number(work.judged, 1), number(work.need, 1)),
                              lambda has, needs: has / needs, lambda q: decimal(q, 2),
                              ratio), "grades")  # fmt: skip
        yield figure("grade", "Verdict", work.grade, "word", grade_word(work.grade),
                      _GRADES, ratio, "grades")  # fmt: skip


def _counted(work: Work) -> str:
    return "ppi of detail" if work.counts_detail else "effective ppi"


def clean_from(work: Work, style: LengthStyle) -> Iterator[Figure]:
    """The nearest distance at which the print looks clean: by acuity, and by the chosen criterion.

    >>> [(one.id, one.working) for one in clean_from(fog(), LengthStyle("cm"))][:1]
    [('clean_from', '3437.75 × 1 ÷ 208.3 in = 42 cm')]
    """
    reach = ACUITY.reach(float(work.judged), work.viewing_conditions)
    formula, put_in = ACUITY.reach_working(work.judged, work.viewing_conditions, reach, style)
    yield figure("clean_from", "Looks clean from, by acuity", reach, "mm", style.far(reach),
                 formula.replace("ppi", _counted(work)), put_in, "acuity")  # fmt: skip
    school = work.judge
    chosen: float | None = reach
    if school is not ACUITY:
        chosen = work.clean_from
        formula, put_in = school.reach_working(work.judged, work.viewing_conditions, chosen, style)
    label, text = f"Looks clean from, {school.by}", reach_text(chosen, style)
    if chosen is None:
        yield figure("clean_from_chosen", label, text, "word", text, formula, put_in, school.id)
        return
    yield figure("clean_from_chosen", label, chosen, "mm", text, formula, put_in, school.id)
