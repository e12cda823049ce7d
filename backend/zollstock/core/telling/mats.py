"""Mats and frames of the size library that a print fits into, and what each shows of it."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from functools import partial
from typing import Any

from ..edges.mat import Mat
from ..ground import show
from ..ground.rational import Fraction
from ..ground.show import LengthStyle
from ..sizes.library import Size
from ..sizes.near import Shelf, easily_bought
from ..work.outcome import Work
from .offers import Offer, lost_in_short

#: So many mats, and so many frames, are offered.
_MOST = 3
#: A card narrower than this beside the opening, mm, is not cut: its corners break.
LEAST_CARD = Fraction(15)


def mats(work: Work, style: LengthStyle, shelf: Shelf) -> Iterator[Offer]:
    """Usual mats that this sheet lies under: the opening of one for 20 × 30 is that without its overlap.

    >>> from ..sizes.near import library_shelf
    >>> list(mats(fog(), LengthStyle("cm"), library_shelf()))
    []
    """
    edge = work.plan.edge
    if not isinstance(edge, Mat):
        return
    trim, covered = work.boxes.trim, edge.overlap.mm

    def suits(size: Size) -> bool:
        wide, high = size.width.mm, size.height.mm
        within = wide <= trim.w and high <= trim.h
        return within and min(wide, high) > 2 * max(covered, LEAST_CARD)

    image = work.boxes.image
    for size in _nearest(shelf, trim.w >= trim.h, image.w * image.h, suits):
        opening = size.width.mm - 2 * covered, size.height.mm - 2 * covered
        fix = {
            "edge.opening_width": style.typed(opening[0]),
            "edge.opening_height": style.typed(opening[1]),
        }
        wording = partial(_shown, size=size)
        yield Offer(f"mat-{size.key}", f"Mat for {size.label}", fix, wording, "mat")


def frames(work: Work, style: LengthStyle, shelf: Shelf) -> Iterator[Offer]:
    """Usual frames that the sheet goes into: the card is cut as large as they are.

    >>> from ..sizes.near import library_shelf
    >>> list(frames(fog(), LengthStyle("cm"), library_shelf()))
    []
    """
    edge, opening = work.plan.edge, work.boxes.get("opening")
    if not isinstance(edge, Mat) or opening is None:
        return
    trim = work.boxes.trim
    least = (max(trim.w, opening.w + 2 * LEAST_CARD), max(trim.h, opening.h + 2 * LEAST_CARD))

    def suits(size: Size) -> bool:
        return size.width.mm >= least[0] and size.height.mm >= least[1]

    for size in _nearest(shelf, trim.w >= trim.h, trim.w * trim.h, suits):
        fix: dict[str, Any] = {
            "edge.card_width": size.width.typed,
            "edge.card_height": size.height.typed,
        }
        beside = (size.width.mm - opening.w) / 2, (size.height.mm - opening.h) / 2
        yield Offer(
            f"frame-{size.key}",
            f"Frame {size.label}",
            fix,
            partial(_bordered, size=size, beside=beside, style=style),
            "frame",
        )


def _nearest(shelf: Shelf, wide: bool, area: Fraction, suits: Callable[[Size], bool]) -> list[Size]:
    """The sizes nearest in area that are to be had; those bought easily come first."""
    rated = [
        (easily_bought(size, area), size.key, size)
        for size in shelf.laid(wide)
        if not size.in_pixels and size.frames != "order" and suits(size)
    ]
    return [size for *_, size in sorted(rated, key=lambda item: item[:2])[:_MOST]]


def shown_share(work: Work) -> Fraction:
    """How much of the whole picture is seen, 0 to 1: what is neither cropped nor covered.

    >>> from ..documents.plan import parse_plan
    >>> from ..work.outcome import work_out
    >>> opening = {"opening_width": "20 cm", "opening_height": "30 cm", "overlap": "5 cm"}
    >>> plan = {"picture": {"width_px": 3000, "height_px": 4000}, "edge": {"kind": "mat", **opening},
    ...         "target": {"width": "40 cm", "height": "50 cm"}}
    >>> round(float(shown_share(work_out(parse_plan(plan)))), 2)  # 30 × 40 cm printed, 20 × 30 seen
    0.5
    """
    placed, seen = work.placement, work.visible
    printed = placed.printed
    wide = min(seen.right, printed.right) - max(seen.x, printed.x)
    high = min(seen.bottom, printed.bottom) - max(seen.y, printed.y)
    if wide <= 0 or high <= 0:
        return Fraction(0)
    return (1 - placed.loss) * (wide * high) / (printed.w * printed.h)


def _shown(outcome: Work, size: Size) -> str:
    """`shows 91 % of the picture, lose 4 %, 240 ppi, frames common`."""
    shown = f"shows {show.percent(shown_share(outcome))} of the picture"
    return f"{shown}, {lost_in_short(outcome)}, {size.bought}"


def _bordered(
    outcome: Work, size: Size, beside: tuple[Fraction, Fraction], style: LengthStyle
) -> str:
    """`card 8 cm left and right, 6 cm top and bottom, shows 91 % of the picture, frames common`."""
    across, down = (style.length(mm) for mm in beside)
    card = (
        f"board {across} all round"
        if beside[0] == beside[1]
        else f"board {across} left and right, {down} top and bottom"
    )
    return f"{card}, shows {show.percent(shown_share(outcome))} of the picture, {size.bought}"
