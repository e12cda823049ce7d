"""When pixels are short: the four ways out side by side, each with all that follows from it."""

from __future__ import annotations

from collections.abc import Iterator
from functools import partial

from ..answer.fixes import pixels_part, target_part
from ..documents.plan import PlanError, changed_plan
from ..ground import show
from ..ground.rational import Fraction
from ..ground.show import LengthStyle
from ..rules.viewing import grade_word, reach_text
from ..seeing.enlarging import CAREFUL_FROM, METHODS, method_used
from ..studio.pace import MEASURED_PACE, Pace
from ..work.making import cost_text
from ..work.outcome import Work
from .offers import Offer

#: Grades of which nobody has to do anything.
ENOUGH = ("surplus", "clean")
#: A smaller print is looked for so often: with a distance that follows the size the need grows meanwhile.
_TRIES = 12
#: A print whose sides are less than this share of the wanted one is another print.
_LEAST_SHARE = Fraction(1, 5)


def is_short(work: Work) -> bool:
    """Whether the picture's own pixels are fewer than the chosen criterion needs, on paper.

    >>> is_short(fog()), is_short(fog(target={"width": "3 m", "height": "2 m"}, viewing={"distance": "30 cm"}))
    (False, True)
    """
    return not work.plan.target.in_pixels and work.grade not in (None, *ENOUGH)


def short_ways(work: Work, style: LengthStyle, pace: Pace = MEASURED_PACE) -> Iterator[Offer]:
    """Smaller; as it is; resampled here; left to driver or lab. None where pixels suffice.

    >>> list(short_ways(fog(), LengthStyle("cm")))
    []
    """
    if not is_short(work):
        return
    smaller = _smaller(work, style)
    if smaller is not None:
        yield Offer(
            "short-smaller",
            f"Print it smaller, {style.size(*_sides(work, smaller))}",
            smaller,
            lambda outcome: _told(outcome, style, pace),
            "short",
        )
    clean = reach_text(work.clean_from, style)
    yield Offer(
        "short-as-it-is",
        f"Print it as it is, clean from {clean}"
        if work.clean_from is not None
        else "Print it as it is",
        pixels_part("keep"),
        lambda outcome: _told(outcome, style, pace),
        "short",
    )
    yield Offer(
        "short-resample",
        "Resample it here",
        pixels_part("need") | {"pixels.method": work.plan.pixels.method},
        lambda outcome: f"{_told(outcome, style, pace)}; no detail is invented",
        "short",
    )
    yield Offer(
        "short-leave",
        "Leave it to the driver or the lab",
        pixels_part("keep"),
        lambda outcome: (
            f"{_told(outcome, style, pace)}; they resample to a grid of their own (often 300 ppi) in a way that "
            "nobody tells"
        ),
        "short",
    )


def _smaller(work: Work, style: LengthStyle) -> dict[str, object] | None:
    """The change to the largest print of this shape that is clean; None where no size is.

    Looked at as a whole, a smaller print is seen from nearer by as much: then its size changes nothing,
    down to where nobody comes nearer.
    """
    share, outcome = Fraction(1), work
    for _ in range(_TRIES):
        if outcome.quality is None:
            return None
        if outcome.quality >= 1:
            return _resized(work, share, style)
        share *= min(outcome.quality, Fraction(99, 100))
        if share < _LEAST_SHARE:
            return None
        try:
            outcome = work.anew(changed_plan(work.plan, _resized(work, share, style)))
        except PlanError:
            return None  # the edge takes more than such a print has
    return None


def _resized(work: Work, share: Fraction, style: LengthStyle) -> dict[str, object]:
    sides = (side.mm * share for side in (work.plan.target.width, work.plan.target.height))
    width, height = (style.typed(_in_steps(mm)) for mm in sides)
    return {"target": target_part(width, height)} | pixels_part("keep")


def _in_steps(mm: Fraction) -> Fraction:
    """Down to the whole millimetre: nobody cuts finer."""
    return max(Fraction(1), Fraction(mm // 1))


def _sides(work: Work, fix: dict[str, object]) -> tuple[Fraction, Fraction]:
    target = changed_plan(work.plan, dict(fix)).target
    return target.width.mm, target.height.mm


def _told(outcome: Work, style: LengthStyle, pace: Pace) -> str:
    """`60 × 40 cm, 150 ppi, soft; 3543 × 2362 px, 25.1 MB; about 2 s, 100 MB of memory`."""
    trim = outcome.boxes.trim
    print_ = f"{style.size(trim.w, trim.h)}, {show.ppi(outcome.effective)}, {grade_word(outcome.grade or 'no verdict')}"
    file = f"{show.whole(outcome.output_w)} × {show.whole(outcome.output_h)} px, {show.size_of_file(outcome.output_bytes)}"
    return f"{print_}; {file}; {cost_text(outcome, pace)}"


def method_ways(work: Work, pace: Pace = MEASURED_PACE) -> Iterator[Offer]:
    """The methods of enlarging, where something is enlarged.

    >>> [one.title for one in method_ways(fog(pixels={"mode": "fixed", "ppi": 720}))]
    ['Careful', 'Lanczos', 'Smooth']
    """
    if work.scale <= 1:
        return
    for name, method in METHODS.items():
        note = method.note
        if method_used(name, work.scale) != name:
            note = f"by Lanczos: up to {show.times(CAREFUL_FROM)} learned filters give nothing more"
        wording = partial(_noted, note=note, pace=pace)
        yield Offer(f"method-{name}", method.label, {"pixels.method": name}, wording, "method")


def _noted(outcome: Work, note: str, pace: Pace) -> str:
    return f"{note}; {cost_text(outcome, pace)}"
