"""The lettering's report: how near outlines lie to the true edges, and which letters can be trusted."""

from __future__ import annotations

from ..answer.reckoning import Figure
from ..figures.figure import figure
from ..ground import show
from ..ground.lengths import MM_PER_INCH
from .lettered import RescueFound
from .stepreport import RescueNote, StepReport, step_report
from .steps import Lettering
from .worked import Worked

#: 95 of 100 places of an edge are this near to the true one for letters that can be trusted; for smaller ones (docs/pixels.md).
EDGE_PX, EDGE_SMALL_PX = 0.4, 0.6
#: The smallest capitals that can be trusted, px: without JPEG, cleaned of its blocks, and as the JPEG has them.
TRUSTED_PLAIN, TRUSTED_CLEANED, TRUSTED_JPEG = 30, 40, 60
_JPEG_SEEN = 88
#: Less than this share of what the print needs is told as coarse.
_COARSE_PPI = 100


def lettering_report(work: Worked, found: RescueFound) -> StepReport:
    """What was picked and traced; figures once somebody looked at the pixels.

    >>> from .chain import parse_rescue
    >>> from .lettered import NOT_LOOKED
    >>> from .worked import work_out_rescue
    >>> sign = {"kind": "lettering", "picks": [{"colour": "#3a2a22"}]}
    >>> rescue = {"format": "zollstock.rescue/1", "picture": {"width_px": 600, "height_px": 400}, "steps": [sign]}
    >>> lettering_report(work_out_rescue(parse_rescue(rescue)), NOT_LOOKED).value
    '1 picked'
    """
    step = work.rescue.step(Lettering)
    good = [one for one in found.lettering if not one.problem]
    pieces = sum(one.pieces for one in good)
    figures: list[Figure] = []
    notes = [
        RescueNote(id="rescue-pick", level="warn", text=one.problem)
        for one in found.lettering
        if one.problem
    ]
    if good:
        figures, more = _edges(work, min(one.smallest_px for one in good))
        notes += more
    picks = len(step.picks) if step is not None else 0
    if not picks:
        value, corner = "none picked", ""
    elif not found.width:
        value, corner = f"{picks} picked", ""
    else:
        value, corner = f"{pieces} letter{'' if pieces == 1 else 's'}", "traced"
    return step_report("lettering", work, value, corner, figures, notes)


def trusted_px(work: Worked) -> int:
    """The smallest capitals whose outlines can be trusted, px of the picture.

    >>> from .worked import work_out_rescue
    >>> from .chain import parse_rescue
    >>> trusted_px(work_out_rescue(parse_rescue({"format": "zollstock.rescue/1", "picture": {"width_px": 600, "height_px": 400}})))
    30
    """
    quality = work.measures.jpeg_quality
    if quality is None or quality >= _JPEG_SEEN:
        return TRUSTED_PLAIN
    return TRUSTED_CLEANED if work.blocks > 0 else TRUSTED_JPEG


def _edges(work: Worked, smallest: float) -> tuple[list[Figure], list[RescueNote]]:
    trusted = trusted_px(work)
    off = EDGE_PX if smallest >= trusted else EDGE_SMALL_PX
    figures = [
        figure(
            "rescue_edge_px",
            "Edge of a letter, source",
            off,
            "px",
            f"± {show.decimal(off, 1)} px",
            "95 of 100 places of an edge, by the letters' height",
            f"{show.decimal(smallest, 0)} px high, to be trusted from {trusted} px",
            "rescue-lettering",
        )
    ]
    if work.mm_per_px is not None:
        ppi = float(MM_PER_INCH / work.mm_per_px)
        mm = off * 25.4 / ppi
        figures.append(
            figure(
                "rescue_edge_mm",
                "on the print",
                mm,
                "mm",
                f"± {show.decimal(mm, 2)} mm",
                "px × 25.4 ÷ ppi",
                f"{show.decimal(off, 2)} × 25.4 ÷ {show.decimal(ppi, 1)}",
                "rescue-lettering",
            )
        )
        least = trusted * float(work.mm_per_px)
        figures.append(
            figure(
                "rescue_letter_mm",
                "Smallest letter to trust",
                least,
                "mm",
                f"{show.decimal(least, 0)} mm high",
                "px × how large a px is printed",
                f"{trusted} px × {show.decimal(float(work.mm_per_px), 3)} mm",
                "rescue-lettering",
            )
        )
    notes = [
        RescueNote(
            id="rescue-vectors",
            level="note",
            text=(
                "In a PDF these letters are outlines: sharp at any size. In a TIFF they are drawn at the file's own grid."
            ),
        )
    ]
    if smallest < trusted:
        notes.append(
            RescueNote(
                id="rescue-small-letters",
                level="warn",
                text=(
                    f"The smallest letters are {show.decimal(smallest, 0)} px high: under {trusted} px corners and thin serifs go "
                    "first. Compare them with the picture, and move nodes where they are wrong."
                ),
            )
        )
    if work.mm_per_px is not None and work.detail is not None:
        ppi = work.detail[0] / (work.width * float(work.mm_per_px) / 25.4)
        if ppi < _COARSE_PPI:
            metres = 3438 * 25.4 / ppi / 1000
            notes.append(
                RescueNote(
                    id="rescue-behind",
                    level="warn",
                    text=(
                        f"The picture behind them stays as coarse as it was: detail of about {show.decimal(ppi, 0)} ppi on this "
                        f"print. Clean from {show.decimal(metres, 1)} m."
                    ),
                )
            )
    return figures, notes
