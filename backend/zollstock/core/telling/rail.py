"""The distance rail: where the grades fall for this print, and who stands where."""

from __future__ import annotations

from ..answer.reckoning import Record
from ..criteria import CRITERIA
from ..ground import show
from ..ground.lengths import Length
from ..ground.show import LengthStyle
from ..rules import viewing
from ..work.outcome import Work


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


class RailStretch(Record):
    """Where people of one kind stand, from `start_mm` to `end_mm`."""

    start_mm: float
    end_mm: float
    text: str


class SchoolLine(Record):
    """From where a criterion is content (`at_mm`; 0 anywhere, null never), with what it is called."""

    id: str
    label: str
    at_mm: float | None
    text: str


class Rail(Record):
    """`distance` is where the viewer stands, alone; `viewer` says how that came about, too."""

    bands: list[RailBand]
    distance: str
    viewer: RailMark
    verdict: str
    clean: RailMark | None
    nose: RailMark
    hand: RailStretch
    whole: RailStretch | None
    room: RailMark | None
    schools: list[SchoolLine]
    whole_print_mm: float


_HAND = RailStretch(start_mm=viewing.HAND[0], end_mm=viewing.HAND[1], text="in the hand")


def rail(work: Work, style: LengthStyle) -> Rail:
    """The rail of a print; bands by the chosen criterion, by acuity while that has no answer.

    >>> [band.grade for band in rail(fog(), LengthStyle("cm")).bands][:3]
    ['coarse', 'soft', 'near']
    """
    view = work.plan.viewing
    judged = float(work.judged)
    if work.plan.target.in_pixels:
        return _screen(work, style)
    school = work.judge
    whole_print = viewing.whole_print_distance(work.visible.diagonal(), view.diagonals)
    reach = work.clean_from
    clean = None
    if reach:
        clean = RailMark(at_mm=reach, text=f"clean from {style.far(reach)}")
    who = "set" if view.distance is not None else "whole print"
    distance = work.distance_text(style)
    return Rail(
        bands=[
            RailBand(
                grade=band.grade,
                label=viewing.grade_word(band.grade),
                start_mm=band.start,
                end_mm=band.end,
            )
            for band in viewing.bands(school, judged, work.viewing_conditions)
        ],
        distance=distance,
        viewer=RailMark(
            at_mm=work.distance,
            text=f"{who}, {distance}",
        ),
        verdict=_verdict(work),
        clean=clean,
        nose=RailMark(at_mm=viewing.NOSE, text=f"closest look, {style.far(viewing.NOSE)}"),
        hand=_HAND,
        whole=_whole(work, style),
        room=_room(view.room, style),
        schools=_lines(work, style),
        whole_print_mm=whole_print,
    )


def _screen(work: Work, style: LengthStyle) -> Rail:
    """The rail of a target in pixels: one grade all along, since distance plays no part."""
    grade = work.grade or "coarse"
    return Rail(
        bands=[RailBand(grade=grade, label=viewing.grade_word(grade), start_mm=0, end_mm=None)],
        distance=style.distance(work.distance, False),
        viewer=RailMark(at_mm=work.distance, text="on a screen"),
        verdict=f"{show.decimal(work.quality or 0, 2)} picture pixels for each of the screen's",
        clean=None,
        nose=RailMark(at_mm=viewing.NOSE, text=""),
        hand=_HAND,
        whole=None,
        room=None,
        schools=[],
        whole_print_mm=work.distance,
    )


def _whole(work: Work, style: LengthStyle) -> RailStretch:
    """Whole prints are taken in from 1.5 to 2 diagonals, from the plan's own number on if that is another."""
    diagonal, own = work.visible.diagonal(), work.plan.viewing.diagonals
    nearest, farthest = min(own, viewing.WHOLE_PRINT[0]), max(own, viewing.WHOLE_PRINT[1])
    start, end = (viewing.whole_print_distance(diagonal, times) for times in (nearest, farthest))
    return RailStretch(
        start_mm=start, end_mm=end, text=f"whole print, {style.far(start)} to {style.far(end)}"
    )


def _room(room: Length | None, style: LengthStyle) -> RailMark | None:
    if room is None:
        return None
    return RailMark(at_mm=float(room.mm), text=f"the room ends, {style.far(room.mm)}")


def _lines(work: Work, style: LengthStyle) -> list[SchoolLine]:
    """Every criterion that has an answer, with the nearest distance from which it is content."""
    found = []
    for school in CRITERIA.values():
        if school.need(work.distance, work.viewing_conditions) is None:
            continue
        at = school.reach(float(work.judged), work.viewing_conditions)
        text = viewing.reach_text(at, style)
        found.append(SchoolLine(id=school.id, label=school.label, at_mm=at, text=text))
    return found


def _verdict(work: Work) -> str:
    if work.quality is None or work.need is None:
        return "no trials yet for this medium and distance"
    ratio = show.decimal(work.quality, 2)
    what = CRITERIA[work.plan.viewing.school].measure
    return f"{ratio} × {what} (needs {show.ppi(work.need)})"
