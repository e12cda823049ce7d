"""The sides of the print, of its image box and of its file."""

from __future__ import annotations

from collections.abc import Iterator

from ..edges.kind import Axis, EdgeKind, Side
from ..rational import Fraction
from ..ratios import ratio_text
from ..reckoning import Figure
from ..show import LengthStyle
from ..work import Work
from ..workings import length, length_shown, written
from .figure import figure

AXES: tuple[Axis, Axis] = ("width", "height")


def sides(work: Work, style: LengthStyle) -> Iterator[Figure]:
    image, document = work.boxes.image, work.boxes.document
    word = work.plan.edge.target_word
    for axis in AXES:
        typed = getattr(work.plan.target, axis)
        yield figure(f"target_{axis}", f"{word.capitalize()} {axis}", typed.mm, "mm",
                      style.length(typed.mm), "as typed", typed.typed, "target")  # fmt: skip
    for axis, value in (("width", image.w), ("height", image.h)):
        formula, put_in = _image_side(work, style, axis)
        yield figure(f"image_{axis}", f"Image {axis}", value, "mm", style.length(value),
                      formula, put_in, work.plan.edge.kind)  # fmt: skip
    ratio = image.w / image.h
    yield figure("box_ratio", "Image box ratio", ratio, "–", ratio_text(ratio),
                  "image width ÷ image height",
                  written("{} ÷ {}", (length(image.w, style), length(image.h, style)),
                          lambda w, h: w / h, ratio_text, ratio_text(ratio)), "ratio")  # fmt: skip
    for axis, value in (("width", document.w), ("height", document.h)):
        formula, put_in = _document_side(work, style, axis)
        yield figure(f"document_{axis}", f"File {axis}", value, "mm", style.length(value),
                      formula, put_in, work.plan.edge.kind)  # fmt: skip


def _image_side(work: Work, style: LengthStyle, axis: Axis) -> tuple[str, str]:
    """(formula, values) of a side of the image box."""
    edge, full = work.plan.edge, getattr(work.plan.target, axis).mm
    side = edge.image_side(axis, full)
    return (
        _as_it_is(edge, style, axis, full) if side is None else (side.formula, _summed(side, style))
    )


def _document_side(work: Work, style: LengthStyle, axis: Axis) -> tuple[str, str]:
    """(formula, values) of a side of the delivered file; marks take their margin twice."""
    edge, margin = work.plan.edge, work.plan.marks.margin.mm
    full = getattr(work.plan.target, axis).mm
    side = edge.document_side(axis, full)
    if margin:
        side = _with_margin(
            side or Side(f"{edge.target_word} {axis}", "{}", (full,), lambda a: a), margin
        )
    return (
        _as_it_is(edge, style, axis, full) if side is None else (side.formula, _summed(side, style))
    )


def _as_it_is(edge: EdgeKind, style: LengthStyle, axis: Axis, full: Fraction) -> tuple[str, str]:
    return f"{edge.target_word} {axis}", f"{edge.target_word} {style.length(full)}"


def _with_margin(side: Side, margin: Fraction) -> Side:
    return Side(f"{side.formula} + 2 × marks margin", f"{side.form} + 2 × {{}}", (*side.put_in, margin),
                lambda *given: side.result(*given[:-1]) + 2 * given[-1])  # fmt: skip


def _summed(side: Side, style: LengthStyle) -> str:
    """A sum of lengths (mm) in the style's unit."""
    return written(side.form, tuple(length(mm, style) for mm in side.put_in), side.result,
                   *length_shown(side.result(*side.put_in), style))  # fmt: skip
