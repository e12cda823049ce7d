"""The distance rail: where the grades fall for this print, and who stands where."""

from __future__ import annotations

from . import show, viewing
from .reckoning import Record
from .schools import SCHOOLS
from .show import LengthStyle
from .work import Work


class RailBand(Record):
    """One grade from `start_mm` to `end_mm` (without end where null)."""

    grade: str
    label: str
    start_mm: float
    end_mm: float | None


class RailMark(Record):
    """A place on the rail with its name."""

    at_mm: float
    text: str


class Rail(Record):
    """`distance` is where the viewer stands, alone; `viewer` says how that came about, too."""

    bands: list[RailBand]
    distance: str
    viewer: RailMark
    verdict: str
    clean: RailMark | None
    nose: RailMark
    whole_print_mm: float


#: What the bands are called where they lie: the last one says what surplus means.
_LABELS = {"surplus": "more than the eye can use"}


def rail(work: Work, style: LengthStyle) -> Rail:
    """The rail of a print; bands by the chosen school, by acuity while that has no answer."""
    view = work.plan.viewing
    effective = float(work.effective)
    if work.plan.target.in_pixels:
        return _screen(work, style)
    school = SCHOOLS[view.school if work.need is not None else "acuity"]
    whole_print = viewing.whole_print_distance(work.visible.diagonal(), view.diagonals)
    reach = school.reach(effective, work.factor, view.arcmin)
    clean = None
    if reach:
        clean = RailMark(at_mm=reach, text=f"clean from {style.far(reach)}")
    who = "set" if view.distance is not None else "whole print"
    distance = style.distance(work.distance, view.distance is not None)
    return Rail(
        bands=[
            RailBand(
                grade=band.grade,
                label=_LABELS.get(band.grade, band.grade),
                start_mm=band.start,
                end_mm=band.end,
            )
            for band in viewing.bands(school, effective, work.factor, view.arcmin)
        ],
        distance=distance,
        viewer=RailMark(
            at_mm=work.distance,
            text=f"{who}, {distance}",
        ),
        verdict=_verdict(work),
        clean=clean,
        nose=RailMark(at_mm=viewing.NOSE, text=f"nose on it, {style.far(viewing.NOSE)}"),
        whole_print_mm=whole_print,
    )


def _screen(work: Work, style: LengthStyle) -> Rail:
    """The rail of a target in pixels: one grade all along, since distance plays no part."""
    grade = work.grade or "coarse"
    return Rail(
        bands=[RailBand(grade=grade, label=grade, start_mm=0, end_mm=None)],
        distance=style.distance(work.distance, False),
        viewer=RailMark(at_mm=work.distance, text="on a screen"),
        verdict=f"{show.decimal(work.quality or 0, 2)} picture pixels for each of the screen's",
        clean=None,
        nose=RailMark(at_mm=viewing.NOSE, text=""),
        whole_print_mm=work.distance,
    )


def _verdict(work: Work) -> str:
    if work.quality is None or work.need is None:
        return "no trials yet for this medium and distance"
    ratio = show.decimal(work.quality, 2)
    what = SCHOOLS[work.plan.viewing.school].measure
    return f"{ratio} × {what} (needs {show.ppi(work.need)})"
