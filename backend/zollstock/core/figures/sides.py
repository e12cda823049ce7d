"""The sides of the print, of its image box and of its file."""

from __future__ import annotations

from collections.abc import Callable, Iterator

from ..plan import Wrap
from ..rational import Fraction
from ..ratios import ratio_text
from ..reckoning import Figure
from ..show import LengthStyle
from ..work import Work
from ..workings import length, length_shown, written
from .figure import figure


def sides(work: Work, style: LengthStyle) -> Iterator[Figure]:
    image, document = work.boxes.image, work.boxes.document
    word = target_word(work.plan.edge.kind)
    for axis in ("width", "height"):
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


def target_word(kind: str) -> str:
    """What the target is called under an edge: sheet, face or trim."""
    return {"border": "sheet", "mat": "sheet", "wrap": "face", "bleed": "trim"}.get(kind, "print")


def _image_side(work: Work, style: LengthStyle, axis: str) -> tuple[str, str]:
    """(formula, values) of a side of the image box."""
    edge = work.plan.edge
    full = getattr(work.plan.target, axis).mm
    if edge.kind == "border":
        names = ("left", "right") if axis == "width" else ("top", "bottom")
        first, second = (getattr(edge, name).mm for name in names)
        formula = f"sheet {axis} − {names[0]} − {names[1]}"
        if first == second:
            return formula, _lengths(style, "{} − 2 × {}", (full, first), lambda a, b: a - 2 * b)
        return formula, _lengths(
            style, "{} − {} − {}", (full, first, second), lambda a, b, c: a - b - c
        )
    if edge.kind == "bleed":
        return f"trim {axis} + 2 × bleed", _lengths(style, *_around(full, edge.bleed.mm))
    if edge.kind == "mat":
        opening = getattr(edge, f"opening_{axis}").mm
        return (f"opening {axis} + 2 × overlap",
                _lengths(style, *_around(opening, edge.overlap.mm)))  # fmt: skip
    if edge.kind == "wrap" and edge.fill == "picture":
        return f"face {axis} + 2 × (depth + turn)", _lengths(style, *_wrapped(edge, full))
    word = target_word(edge.kind)
    return f"{word} {axis}", f"{word} {style.length(full)}"


#: A form, the lengths put in (mm), and what they come to.
Sum = tuple[str, tuple[Fraction, ...], Callable[..., Fraction]]


def _lengths(
    style: LengthStyle, form: str, put_in: tuple[Fraction, ...], result: Callable[..., Fraction]
) -> str:
    """A sum of lengths (mm) in the style's unit."""
    return written(form, tuple(length(mm, style) for mm in put_in), result,
                   *length_shown(result(*put_in), style))  # fmt: skip


def _around(inner: Fraction, more: Fraction) -> Sum:
    return "{} + 2 × {}", (inner, more), lambda a, b: a + 2 * b


def _wrapped(edge: Wrap, face: Fraction) -> Sum:
    return ("{} + 2 × ({} + {})", (face, edge.depth.mm, edge.turn.mm),
            lambda a, b, c: a + 2 * (b + c))  # fmt: skip


def _document_side(work: Work, style: LengthStyle, axis: str) -> tuple[str, str]:
    """(formula, values) of a side of the delivered file; marks take their margin twice."""
    edge, margin = work.plan.edge, work.plan.marks.margin.mm
    full = getattr(work.plan.target, axis).mm
    if edge.kind == "bleed":
        formula, total = f"trim {axis} + 2 × bleed", _around(full, edge.bleed.mm)
    elif edge.kind == "wrap":
        formula, total = f"face {axis} + 2 × (depth + turn)", _wrapped(edge, full)
    else:
        word = target_word(edge.kind)
        if not margin:
            return f"{word} {axis}", f"{word} {style.length(full)}"
        formula, total = f"{word} {axis}", ("{}", (full,), lambda a: a)
    if margin:
        form, put_in, result = total
        formula = f"{formula} + 2 × marks margin"
        total = (f"{form} + 2 × {{}}", (*put_in, margin),
                 lambda *given: result(*given[:-1]) + 2 * given[-1])  # fmt: skip
    return formula, _lengths(style, *total)
