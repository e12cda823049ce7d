"""The workshop's paper: what is cut to which size, in which order the work is done, what to mind."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from math import hypot

from ..edges import Bleed, Border, EdgeKind, Mat, NoEdge, Wrap
from ..ground.rational import Fraction
from ..ground.show import LengthStyle
from ..rules.fileformats import FILE_FORMATS
from ..work.outcome import Work

#: Frames and boards with a side longer than this, mm, hang from two fixings.
TWO_FIXINGS_MM = 700

_BLADE = "Cut with a steel rule and a fresh blade, away from the hand that holds."
_STAPLES = "Wear eye protection at stapler and stretcher pliers; count the staples that fall."
_CANVAS = (
    "Solvent inks and varnish: air the room, and keep to the maker's safety sheet; let the print dry "
    "before it is stretched."
)
_HEAVY = "Heavy frames and glass hang from two fixings that suit the wall."
_RULES = "Local rules and licensed practice come first."


@dataclass(frozen=True, slots=True)
class Cut:
    """A piece: what it is, its size, and what is to be known of it."""

    what: str
    size: str
    note: str = ""


@dataclass(frozen=True, slots=True)
class Workshop:
    """A print as the workshop needs it: pieces, the order of work, material, cautions."""

    title: str
    edge: str
    cuts: list[Cut]
    steps: list[str]
    material: list[str]
    cautions: list[str]


def workshop(work: Work, style: LengthStyle) -> Workshop:
    """The workshop's paper of a print, every measure as reckoned."""
    plan, edge = work.plan, work.plan.edge
    cuts, steps, cautions = _KINDS[type(edge)](work, style)
    key, state = edge.blade(style)
    document, kind = work.boxes.document, FILE_FORMATS[plan.output.format]
    printed = Cut(
        "Print, at 100 %",
        style.size(document.w, document.h),
        f"{kind.label}, {work.output_w} × {work.output_h} px",
    )
    factor = f"holds {float(plan.medium.factor):.0%} of the detail".replace("%", " %")
    return Workshop(
        title=plan.title or "Print",
        edge=f"{key}, {state}",
        cuts=[printed, *cuts],
        steps=[
            "Print at 100 %, nothing fitted to the page, and measure one side of the print.",
            *steps,
        ],
        material=[f"{plan.medium.name or 'No medium named'}: {factor}."],
        cautions=[*cautions, _RULES],
    )


_Told = tuple[list[Cut], list[str], list[str]]


def _heavy(width: Fraction, height: Fraction) -> list[str]:
    return [_HEAVY] if max(width, height) > TWO_FIXINGS_MM else []


def _plain(work: Work, style: LengthStyle) -> _Told:
    trim = work.boxes.trim
    cuts = [Cut("Cut to", style.size(trim.w, trim.h))]
    return cuts, ["Cut the print to size."], [_BLADE, *_heavy(trim.w, trim.h)]


def _border(work: Work, style: LengthStyle) -> _Told:
    trim, printed = work.boxes.trim, work.placement.printed
    sides = (
        ("left", printed.x - trim.x), ("top", printed.y - trim.y),
        ("right", trim.right - printed.right), ("bottom", trim.bottom - printed.bottom),
    )  # fmt: skip
    white = ", ".join(f"{style.length(mm)} {name}" for name, mm in sides)
    cuts = [Cut("Sheet, cut to", style.size(trim.w, trim.h), f"white: {white}")]
    steps = [
        "Mark the sheet from the picture outwards, not from the paper's edge.",
        "Cut the sheet.",
    ]
    return cuts, steps, [_BLADE, *_heavy(trim.w, trim.h)]


def _bleed(work: Work, style: LengthStyle) -> _Told:
    edge, trim = work.plan.edge, work.boxes.trim
    assert isinstance(edge, Bleed)
    left, top, right, bottom = edge.sides()
    off = ", ".join(
        f"{style.length(mm)} {name}"
        for name, mm in (("left", left), ("top", top), ("right", right), ("bottom", bottom))
    )
    cuts = [Cut("Trim to", style.size(trim.w, trim.h), f"off: {off}")]
    where = (
        "along the crop marks" if work.plan.marks.crop else "by measure; the file has no crop marks"
    )
    return cuts, [f"Trim {where}, the long sides first."], [_BLADE, *_heavy(trim.w, trim.h)]


def _mat(work: Work, style: LengthStyle) -> _Told:
    edge, trim, opening = work.plan.edge, work.boxes.trim, work.boxes.opening
    assert isinstance(edge, Mat) and opening is not None
    card = edge.over(work.boxes)["card"]
    side, above = (card.w - opening.w) / 2, (card.h - opening.h) / 2
    cuts = [
        Cut("Sheet, cut to", style.size(trim.w, trim.h)),
        Cut("Mat board, outside", style.size(card.w, card.h)),
        Cut("Opening", style.size(opening.w, opening.h),
            f"{style.length(side)} of board at the sides, {style.length(above)} above and below"),
    ]  # fmt: skip
    if edge.inner is not None:
        step = edge.inner.step.mm
        outer = (opening.w + 2 * step, opening.h + 2 * step)
        cuts += [
            Cut(
                "Upper board, opening",
                style.size(*outer),
                f"{style.length(step)} of the lower board shows",
            ),
            Cut("Lower board, opening", style.size(opening.w, opening.h)),
        ]
    floats = edge.reveal is not None
    steps = [
        "Cut the cards to their outside, mark the openings on their backs.",
        "Cut the openings with a bevel of 45°, the face of the bevel to the front.",
        "Float the print on its backing, the same white all round."
        if floats
        else "Hinge the print at its upper edge with paper tape, so that it can move.",
        "Close the frame from behind and seal it with tape.",
    ]
    return cuts, steps, [_BLADE, *_heavy(card.w, card.h)]


def _wrap(work: Work, style: LengthStyle) -> _Told:
    edge, target, back = work.plan.edge, work.plan.target, work.boxes.fold_back
    assert isinstance(edge, Wrap) and back is not None
    face = (target.width.mm, target.height.mm)
    inner = work.boxes.document.grown(-work.plan.marks.margin.mm)
    diagonal = style.length(Fraction(hypot(*map(float, face))))
    cuts = [
        Cut("Canvas, cut to", style.size(inner.w, inner.h),
            f"face {style.size(*face)} and {style.length(edge.depth.mm + edge.turn.mm)} all round"),
        Cut("Bars", f"2 × {style.length(face[0])}, 2 × {style.length(face[1])}",
            f"{style.length(edge.depth.mm)} deep, mitred"),
    ]  # fmt: skip
    if edge.give.x or edge.give.y:
        cuts.append(Cut("Printed smaller", f"{edge.give.x:.1%} across, {edge.give.y:.1%} down".replace("%", " %"),
                        "so that the stretched face is true"))  # fmt: skip
    steps = [
        f"Put the bars together and check them for square: both diagonals {diagonal}.",
        "Lay the print face down on something soft and clean, and protect its face.",
        "Lay the frame on the folds"
        + ("; the marks show them." if work.plan.marks.fold else ", by measure."),
        f"Staple the middle of one side, {style.length(edge.turn.mm / 2)} in on the back; then the opposite "
        "side, then the other pair.",
        "Go on outwards in turns, a staple on each side, always against the one opposite.",
        "The corners last: fold them flat, the fold to the side that is seen least.",
        "Check it for square and even tension before anything is trimmed.",
        "Tape over the staples.",
    ]
    return cuts, steps, [_STAPLES, _BLADE, _CANVAS, *_heavy(*face)]


_KINDS: dict[type[EdgeKind], Callable[[Work, LengthStyle], _Told]] = {
    NoEdge: _plain,
    Border: _border,
    Bleed: _bleed,
    Mat: _mat,
    Wrap: _wrap,
}
