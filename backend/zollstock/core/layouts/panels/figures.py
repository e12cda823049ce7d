"""The figures of panels: the spread, what the print's own figures say of it, and what no face shows."""

from __future__ import annotations

from collections.abc import Iterator
from itertools import pairwise

from ...answer.reckoning import Figure
from ...figures import figures
from ...figures.figure import figure
from ...ground import show
from ...ground.rational import Fraction
from ...ground.show import LengthStyle
from ...ground.workings import length, length_shown, number, written
from ...shapes.box import ZERO, Box
from ...work.outcome import Work
from ..wall.faces import Span, bounds
from ..wall.hanging import hang_figures
from .onwall import frames_to_hang
from .request import PanelsRequest

#: What a plan says of its print that holds for panels too.
_OF_PLAN = ("effective_ppi", "loss", "grade")


def panel_figures(layout: PanelsRequest, work: Work, style: LengthStyle) -> Iterator[Figure]:
    """Everything that a layout request comes to, in the order of the work.

    >>> [(one.id, one.text) for one in panel_figures(panels(), lay(panels()).works[0], LengthStyle("cm"))][:2]
    [('spread_width', '132.7 cm'), ('spread_height', '63 cm')]
    """
    faces = layout.on_spread
    yield _side("spread_width", "Spread, width", [(one.x, one.right) for one in faces], style)
    yield _side("spread_height", "Spread, height", [(one.y, one.bottom) for one in faces], style)
    of_plan = {one.id: one for one in figures(work, style)}
    yield from (of_plan[name] for name in _OF_PLAN if name in of_plan)
    yield _unseen(faces, style)
    yield from hang_figures(frames_to_hang(layout), layout.hang, style)


def _side(name: str, label: str, spans: list[Span], style: LengthStyle) -> Figure:
    """As people add it up: faces and gaps where the faces follow one another, else the last end less the first."""
    ordered = sorted(spans)
    first, last = ordered[0][0], max(end for _, end in spans)
    mm = last - first
    shown, said = length_shown(mm, style)
    if len(set(spans)) > 1 and all(one[1] <= other[0] for one, other in pairwise(ordered)):
        form, put_in, formula, times = _followed(ordered)

        def added(*numbers: Fraction) -> Fraction:
            return sum(numbers[:-1], ZERO) + times * numbers[-1]

        put = written(form, tuple(length(one, style) for one in put_in), added, shown, said)
    else:
        formula = "the last end − the first begin"
        put = written("{} − {}", (length(last, style), length(first, style)), lambda a, b: a - b, shown, said)  # fmt: skip
    return figure(name, label, mm, "mm", style.length(mm), formula, put, "panels")


def _followed(ordered: list[Span]) -> tuple[str, list[Fraction], str, int]:
    """Faces and gaps as a sum: its form, its numbers, its words, and by how much the last number is taken."""
    sizes = [end - begin for begin, end in ordered]
    between = [other[0] - one[1] for one, other in pairwise(ordered)]
    if not any(between):
        return " + ".join(["{}"] * len(sizes)), sizes, "faces", 1
    alike = len(between) > 1 and len(set(between)) == 1
    gaps = between[:1] if alike else between
    form = " + ".join(["{}"] * (len(sizes) + len(gaps)))
    if alike:
        form = form.removesuffix("{}") + f"{len(between)} × {{}}"
    return form, [*sizes, *gaps], "faces + gaps", len(between) if alike else 1


def _unseen(faces: list[Box], style: LengthStyle) -> Figure:
    """How much of the spread lies behind gaps, or beside the faces."""
    spread = bounds(faces)
    seen = sum((face.area for face in faces), ZERO)
    share = 1 - seen / spread.area
    put = written(
        "1 − {} ÷ ({} × {})",
        (number(seen / style.mm**2, 2), length(spread.w, style), length(spread.h, style)),
        lambda faces, w, h: 1 - faces / (w * h),
        show.percent,
        show.percent(share),
    )
    return figure("unseen", "Unseen between the frames", share, "–", show.percent(share),
                  "1 − area of all faces ÷ area of the spread", put, "panels")  # fmt: skip
