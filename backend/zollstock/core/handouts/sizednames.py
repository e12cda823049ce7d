"""Sizes in file names: what a file holds, so that nobody scales it to what it is called."""

from __future__ import annotations

from ..documents.plan import Plan, lengths_of
from ..ground.rational import Fraction
from ..ground.show import LengthStyle, style_for
from ..sheet.sheets import Sheet
from ..work.outcome import Work


def size_in_name(plan: Plan, work: Work) -> str:
    """`24x16in`; where the file is larger than the print, both: `face-50x40cm_file-60x50cm`."""
    style = style_for(lengths_of(plan))
    finished = _sides(plan.target.width.mm, plan.target.height.mm, style)
    if not is_larger(work):
        return finished
    word = plan.edge.target_word
    word = "trim" if word == "print" else word
    return f"{word}-{finished}_{whole_in_name(work, style)}"


def whole_in_name(work: Work, style: LengthStyle) -> str:
    """`file-60x50cm`: the whole file with bleed, wrap and marks."""
    return f"file-{_sides(work.boxes.document.w, work.boxes.document.h, style)}"


def sheet_in_name(sheet: Sheet, style: LengthStyle) -> str:
    """`21x29.7cm`: the sheet as it is printed; one that goes round a frame names its face too."""
    whole = _sides(sheet.width, sheet.height, style)
    if sheet.face is None:
        return whole
    return f"face-{_sides(sheet.face.w, sheet.face.h, style)}_file-{whole}"


def _sides(width: Fraction, height: Fraction, style: LengthStyle) -> str:
    one, other = (f"{float(mm / style.mm):.6g}" for mm in (width, height))
    return f"{one}x{other}{style.unit}"


def is_larger(work: Work) -> bool:
    """Whether the file holds more than the finished print."""
    trim, document = work.boxes.trim, work.boxes.document
    return (trim.w, trim.h) != (document.w, document.h)
