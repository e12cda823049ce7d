"""The sides of the print, of its image box and of its file."""

from __future__ import annotations

from collections.abc import Iterator
from functools import lru_cache

from ..answer.reckoning import Figure
from ..documents.plan import Plan
from ..edges import Edge, edge_boxes
from ..edges.kind import Axis, EdgeKind, Side
from ..ground.rational import Fraction
from ..ground.ratios import ratio_text
from ..ground.show import LengthStyle
from ..ground.workings import length, length_shown, number, written
from ..parts.medium import Marks
from ..parts.target import Target
from .figure import figure

AXES: tuple[Axis, Axis] = ("width", "height")


def sides(plan: Plan, style: LengthStyle) -> tuple[Figure, ...]:
    """The figures that size, edge and marks alone decide.

    >>> [(one.id, one.text) for one in sides(plan(edge=border("2 in")), LengthStyle("cm"))][:2]
    [('target_width', '60.96 cm'), ('target_height', '40.64 cm')]
    """
    return _sides(plan.edge, plan.target, plan.marks, style)


@lru_cache(maxsize=1024)
def _sides(edge: Edge, target: Target, marks: Marks, style: LengthStyle) -> tuple[Figure, ...]:
    # The same in every reckoning while a crop is moved.
    return tuple(_worded(edge, target, marks, style))


def _worded(edge: Edge, target: Target, marks: Marks, style: LengthStyle) -> Iterator[Figure]:
    boxes = edge_boxes(edge, target, marks)
    image, document = boxes.image, boxes.document
    word = edge.target_word
    for axis in AXES:
        typed = getattr(target, axis)
        yield figure(f"target_{axis}", f"{word.capitalize()} {axis}", typed.mm, "mm",
                      style.length(typed.mm), "as typed", typed.typed, "target")  # fmt: skip
    for axis in AXES if edge.target_word == "face" else ():
        typed = getattr(target, axis)
        yield figure(f"face_{axis}", f"Face {axis}, stretched", typed.mm, "mm",
                      style.length(typed.mm), "as typed", typed.typed, "target")  # fmt: skip
    for axis, value in (("width", image.w), ("height", image.h)):
        formula, put_in = _image_side(edge, target, style, axis)
        yield figure(f"image_{axis}", f"Image {axis}", value, "mm", style.length(value),
                      formula, put_in, edge.kind)  # fmt: skip
    ratio = image.w / image.h
    yield figure("box_ratio", "Image box ratio", ratio, "–", ratio_text(ratio),
                  "image width ÷ image height",
                  written("{} ÷ {}", (length(image.w, style), length(image.h, style)),
                          lambda w, h: w / h, ratio_text, ratio_text(ratio)), "ratio")  # fmt: skip
    for axis, value in (("width", document.w), ("height", document.h)):
        formula, put_in = _document_side(edge, target, marks, style, axis)
        yield figure(f"document_{axis}", f"File {axis}", value, "mm", style.length(value),
                      formula, put_in, edge.kind)  # fmt: skip


def _image_side(edge: EdgeKind, target: Target, style: LengthStyle, axis: Axis) -> tuple[str, str]:
    """(formula, values) of a side of the image box."""
    full = getattr(target, axis).mm
    side = edge.image_side(axis, full)
    return (
        _as_it_is(edge, style, axis, full) if side is None else (side.formula, _summed(side, style))
    )


def _document_side(
    edge: EdgeKind, target: Target, marks: Marks, style: LengthStyle, axis: Axis
) -> tuple[str, str]:
    """(formula, values) of a side of the delivered file; marks take their margin twice."""
    margin = marks.margin.mm
    full = getattr(target, axis).mm
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
    return Side(
        f"{side.formula} + 2 × marks margin",
        f"{side.form} + 2 × {{}}",
        (*side.put_in, margin),
        lambda *given: side.result(*given[:-1]) + 2 * given[-1],
        side.plain,
    )


def _summed(side: Side, style: LengthStyle) -> str:
    """A sum of lengths (mm) in the style's unit."""
    return written(
        side.form,
        tuple(
            number(value, 2) if at in side.plain else length(value, style)
            for at, value in enumerate(side.put_in)
        ),
        side.result,
        *length_shown(side.result(*side.put_in), style),
    )
