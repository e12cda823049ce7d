"""The figures and findings of a new canvas, each with its arithmetic: `zollstock.canvas-reckoning/1`."""

from __future__ import annotations

from collections.abc import Iterator
from math import floor
from typing import Literal

from ...answer.reckoning import Figure, Finding, Record
from ...criteria import CRITERIA, Conditions
from ...figures.figure import figure
from ...ground import show
from ...ground.lengths import MM_PER_INCH
from ...ground.rational import Fraction, exact
from ...ground.show import LengthStyle, style_for
from ...ground.workings import number, written
from ...shapes.drawing import BoxMm
from .request import PRESSES, Canvas
from .worked import CanvasWork, work_out_canvas

FORMAT: Literal["zollstock.canvas-reckoning/1"] = "zollstock.canvas-reckoning/1"


class CanvasProduct(Record):
    """A product cut from the canvas, in its middle: mm from the canvas's upper left, px, the share of it that is kept."""

    name: str
    size: str
    box: BoxMm
    width_px: int
    height_px: int
    keeps: str


class CanvasReport(Record):
    """What follows from a new canvas; boxes in mm from its upper left."""

    format: Literal["zollstock.canvas-reckoning/1"] = FORMAT
    figures: list[Figure]
    findings: list[Finding]
    whole: BoxMm
    trim: BoxMm
    safe: BoxMm
    folds: list[float]
    products: list[CanvasProduct]

    def figure(self, name: str) -> Figure:
        """The figure of that id. Raises KeyError where there is none."""
        for one in self.figures:
            if one.id == name:
                return one
        raise KeyError(name)


def reckon_canvas(canvas: Canvas, unit: str | None = None) -> CanvasReport:
    """Everything that follows from a sound request.

    >>> from .request import parse_canvas
    >>> made = reckon_canvas(parse_canvas({"format": "zollstock.canvas/1", "finished": {"width": "60 cm", "height": "40 cm"}}))
    >>> [(one.id, one.text) for one in made.figures][:2]
    [('canvas_width_px', '1933 px'), ('canvas_height_px', '1295 px')]
    """
    work = work_out_canvas(canvas)
    style = style_for([canvas.finished.width, canvas.finished.height], unit)
    whole = work.with_bleed
    w, h = canvas.finished.width.mm, canvas.finished.height.mm
    x, y = (whole.w - w) / 2, (whole.h - h) / 2
    safe = canvas.safe.mm
    return CanvasReport(
        figures=list(_figures(work, style)),
        findings=list(_findings(work, style)),
        whole=whole.as_floats(),
        trim=(float(x), float(y), float(w), float(h)),
        safe=(float(x + safe), float(y + safe), float(w - 2 * safe), float(h - 2 * safe)),
        folds=[float(x + fold.mm) for fold in canvas.folds],
        products=list(_products(work, style)),
    )


def _products(work: CanvasWork, style: LengthStyle) -> Iterator[CanvasProduct]:
    for kept in work.kept:
        w, h = kept.sides.width.mm, kept.sides.height.mm
        x, y = (work.with_bleed.w - w) / 2, (work.with_bleed.h - h) / 2
        yield CanvasProduct(
            name=kept.sides.name or style.size(w, h),
            size=style.size(w, h),
            box=(float(x), float(y), float(w), float(h)),
            width_px=kept.width_px,
            height_px=kept.height_px,
            keeps=show.percent(kept.share),
        )


def _figures(work: CanvasWork, style: LengthStyle) -> Iterator[Figure]:
    canvas = work.canvas
    sides = (("width", "Width", work.width_px), ("height", "Height", work.height_px))
    for name, label, px in sides:
        mm = max(getattr(one, name).mm for one in (canvas.finished, *canvas.also))
        put = written("({} + 2 × {}) mm ÷ 25.4 mm/in × {} ppi",
                      (number(mm, 2), number(canvas.bleed.mm, 2), number(work.ppi, 2)),
                      lambda side, bleed, ppi: (side + 2 * bleed) / MM_PER_INCH * ppi,
                      lambda got: show.px(floor(got + Fraction(1, 2))), show.px(px))  # fmt: skip
        widest = "the widest" if canvas.also else "finished size"
        yield figure(f"canvas_{name}_px", f"Canvas, {label.lower()}", px, "px", show.px(px),
                     f"({widest} + 2 × bleed) × ppi, rounded half up", put, "new-canvas")  # fmt: skip
    yield _ppi_figure(work)
    yield _least(work, style)
    put = f"{show.whole(work.width_px)} × {show.whole(work.height_px)} × {canvas.channels} × {canvas.bits // 8} B"
    yield figure("layer_bytes", "A layer", work.layer_bytes, "B", show.size_of_file(work.layer_bytes),
                 "px × channels × bytes a channel", put, "new-canvas")  # fmt: skip
    limit = canvas.limit
    if limit is not None and work.layers_most is not None and work.possible is not None:
        overhead = exact(limit.overhead)
        put = written("{} B × (1 − {}) ÷ {} B", (number(limit.memory_bytes, 0), number(overhead, 3), number(work.layer_bytes, 0)),
                      lambda memory, over, layer: memory * (1 - over) / layer,
                      lambda got: show.whole(floor(got)), show.whole(work.layers_most))  # fmt: skip
        yield figure("layers_most", "Layers that fit", work.layers_most, "–", show.whole(work.layers_most),
                     "memory × (1 − overhead) ÷ a layer, whole ones", put, "new-canvas")  # fmt: skip
        put = f"the lesser of {show.whole(limit.most_px)} px on the longer side and {canvas.layers} layers in memory"
        yield figure("ppi_possible", "Largest ppi that the limit allows", work.possible, "ppi", show.ppi(work.possible),
                     "least of side and memory", put, "new-canvas")  # fmt: skip
    for at, kept in enumerate(work.kept, 1):
        put = written("{} × {} ÷ ({} × {})", (number(kept.sides.width.mm + 2 * canvas.bleed.mm, 1), number(kept.sides.height.mm + 2 * canvas.bleed.mm, 1),
                      number(work.with_bleed.w, 1), number(work.with_bleed.h, 1)), lambda w, h, a, b: w * h / (a * b), show.percent, show.percent(kept.share))  # fmt: skip
        yield figure(f"keeps_{at}", f"{kept.sides.name or style.size(kept.sides.width.mm, kept.sides.height.mm)} keeps",
                     kept.share, "–", show.percent(kept.share), "its area ÷ the canvas's", put, "new-canvas")  # fmt: skip


def _ppi_figure(work: CanvasWork) -> Figure:
    canvas = work.canvas
    if canvas.ppi is not None:
        formula = "as asked"
    elif work.possible is not None and work.wanted > work.possible and work.ppi < work.wanted:
        formula = "the largest whole one that the limit allows"
    else:
        formula = "what the press wants" if canvas.press else "what is needed there, rounded up"
    return figure("canvas_ppi", "Resolution", work.ppi, "ppi", show.ppi(work.ppi), formula, show.ppi(work.ppi), "new-canvas")  # fmt: skip


def _least(work: CanvasWork, style: LengthStyle) -> Figure:
    if work.by == "press" and work.canvas.press is not None:
        press = PRESSES[work.canvas.press]
        formula, put = "what the press asks for at least", f"{press.label}"
    else:
        formula, put = CRITERIA["acuity"].working(work.distance, Conditions(), work.least)
        put = f"{put} from {style.far(work.distance)}"
    return figure("least_ppi", "Least ppi that still does", work.least, "ppi", show.ppi(work.least), formula, put,
                  "acuity" if work.by == "distance" else "new-canvas")  # fmt: skip


def _findings(work: CanvasWork, style: LengthStyle) -> Iterator[Finding]:
    canvas, limit = work.canvas, work.canvas.limit
    if work.ppi < work.least:
        yield Finding(
            id="canvas-coarse",
            level="warn",
            step="pixels",
            text=f"{show.ppi(work.ppi)} are fewer than still do: {show.ppi(work.least)}.",
            fix={"ppi": None},
            fix_label="Take what is wanted",
        )
    if limit is None or work.possible is None or work.layers_most is None:
        return
    longer = max(work.width_px, work.height_px)
    if longer > limit.most_px:
        yield Finding(
            id="canvas-too-long",
            level="warn",
            step="pixels",
            text=f"The longer side has {show.whole(longer)} px; {_name(limit.name)} holds {show.whole(limit.most_px)}.",
            **_fewer(work),
        )
    elif work.layers_most < canvas.layers:
        fits = "none fits" if not work.layers_most else f"{show.whole(work.layers_most)} fit"
        yield Finding(
            id="canvas-memory",
            level="warn",
            step="pixels",
            text=f"Of {canvas.layers} layers {fits} in {_name(limit.name)}.",
            **_fewer(work),
        )


def _name(name: str) -> str:
    return name or "this limit"


def _fewer(work: CanvasWork) -> dict[str, object]:
    """The ppi that the limit allows as a fix, where that still does."""
    assert work.possible is not None
    whole = floor(work.possible)
    if whole < work.least or whole >= work.ppi:
        return {}
    return {"fix": {"ppi": float(whole)}, "fix_label": f"Take {whole} ppi"}
