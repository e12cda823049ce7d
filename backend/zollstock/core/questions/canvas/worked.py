"""A new canvas worked out: pixels, what a layer weighs, how many fit, and which ppi would."""

from __future__ import annotations

from dataclasses import dataclass
from math import ceil, floor, isqrt

from ...criteria import CRITERIA, Conditions
from ...ground.lengths import MM_PER_INCH
from ...ground.rational import Fraction, exact
from ...rules.pixelcount import length_px, round_px
from ...rules.viewing import WHOLE_PRINT, whole_print_distance
from ...shapes.box import ZERO, Box
from .request import PRESSES, Canvas, Sides


@dataclass(frozen=True, slots=True)
class Kept:
    """A product of the canvas: its size with bleed in px, and the crop that it keeps of the canvas."""

    sides: Sides
    width_px: int
    height_px: int
    share: Fraction


@dataclass(frozen=True, slots=True)
class CanvasWork:
    """`least` is the ppi that still does, `by` why; `possible` the largest that the limit allows, None without one.

    `with_bleed` is what the canvas shows, mm: of several products as wide as the widest and as high as the highest.
    """

    canvas: Canvas
    distance: float
    least: Fraction
    by: str
    wanted: Fraction
    ppi: Fraction
    with_bleed: Box
    width_px: int
    height_px: int
    layer_bytes: int
    layers_most: int | None
    possible: Fraction | None
    kept: tuple[Kept, ...]


def work_out_canvas(canvas: Canvas) -> CanvasWork:
    """Work out a sound request; never fails for one.

    >>> from .request import parse_canvas
    >>> work = work_out_canvas(parse_canvas({"finished": {"width": "841 mm", "height": "1189 mm"}, "bleed": "10 mm", "ppi": 150}))
    >>> work.width_px, work.height_px  # A0 and 10 mm round it, at 150
    (5085, 7140)
    """
    sides = [canvas.finished, *canvas.also]
    bleed = 2 * canvas.bleed.mm
    whole = Box(
        ZERO,
        ZERO,
        max(one.width.mm for one in sides) + bleed,
        max(one.height.mm for one in sides) + bleed,
    )
    distance, least, by, wanted = _asked(canvas)
    possible = _possible(canvas, whole)
    ppi = exact(canvas.ppi) if canvas.ppi is not None else _taken(wanted, least, possible)
    width, height = (round_px(length_px(mm, ppi)) for mm in (whole.w, whole.h))
    layer = width * height * canvas.channels * canvas.bits // 8
    most = None if canvas.limit is None else floor(_memory(canvas) / layer)
    kept = tuple(_kept(one, canvas, whole, ppi) for one in sides) if canvas.also else ()
    return CanvasWork(
        canvas, distance, least, by, wanted, ppi, whole, width, height, layer, most, possible, kept
    )


def _asked(canvas: Canvas) -> tuple[float, Fraction, str, Fraction]:
    """From where it is seen, mm; the least ppi, what asks for it, and the wanted one."""
    finished = canvas.finished
    if canvas.distance is not None:
        distance = float(canvas.distance.mm)
    else:
        diagonal = Box(ZERO, ZERO, finished.width.mm, finished.height.mm).diagonal()
        distance = whole_print_distance(diagonal, WHOLE_PRINT[0])
    need = CRITERIA["acuity"].need(distance, Conditions()) or Fraction(1)
    if canvas.press is None:
        return distance, need, "distance", Fraction(ceil(need))
    press = PRESSES[canvas.press]
    if canvas.distance is not None and need > press.least:
        return distance, need, "distance", max(press.wanted, Fraction(ceil(need)))
    return distance, press.least, "press", press.wanted


def _taken(wanted: Fraction, least: Fraction, possible: Fraction | None) -> Fraction:
    """The wanted ppi; where a limit allows less, the largest whole one that it does, if that still does."""
    if possible is None or wanted <= possible:
        return wanted
    return Fraction(floor(possible)) if floor(possible) >= least else wanted


def _memory(canvas: Canvas) -> Fraction:
    assert canvas.limit is not None
    return canvas.limit.memory_bytes * (1 - exact(canvas.limit.overhead))


def _possible(canvas: Canvas, whole: Box) -> Fraction | None:
    """The largest ppi that the limit allows with so many layers, to a thousandth: by its side, and by its memory."""
    if canvas.limit is None:
        return None
    by_side = canvas.limit.most_px * MM_PER_INCH / max(whole.w, whole.h)
    pixels = _memory(canvas) / canvas.layers / (Fraction(canvas.channels * canvas.bits, 8))
    squared = pixels * MM_PER_INCH * MM_PER_INCH / whole.area
    by_memory = Fraction(isqrt(floor(squared * 10**6)), 1000)
    return min(by_side, by_memory)


def _kept(one: Sides, canvas: Canvas, whole: Box, ppi: Fraction) -> Kept:
    w, h = one.width.mm + 2 * canvas.bleed.mm, one.height.mm + 2 * canvas.bleed.mm
    return Kept(one, round_px(length_px(w, ppi)), round_px(length_px(h, ppi)), w * h / whole.area)
