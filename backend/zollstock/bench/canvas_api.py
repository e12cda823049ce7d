"""A new canvas over the wire: its figures, what to choose from, the files. Nothing is stored here."""

from __future__ import annotations

import json
import tempfile
from pathlib import Path
from typing import Annotated, Any, Literal

from django.http import HttpResponse
from ninja import Query, Router, Schema
from ninja.errors import HttpError

from zollstock.accounts.signed import SignedRequest
from zollstock.core.documents.naming import safe_name
from zollstock.core.ground.lengths import ShownUnit
from zollstock.core.questions.canvas.example import POSTER
from zollstock.core.questions.canvas.report import CanvasReport, reckon_canvas
from zollstock.core.questions.canvas.request import (
    LIMITS,
    PRESSES,
    Canvas,
    CanvasLimit,
    PressName,
    parse_canvas,
)
from zollstock.core.questions.canvas.worked import work_out_canvas
from zollstock.pixels.errors import RenderError
from zollstock.pixels.newcanvas import write_canvas

router = Router(tags=["planning"])
#: The largest canvas that is made here, px; the shell makes larger ones.
MOST_PIXELS = 400_000_000
_TYPES = {"png": "image/png", "tif": "image/tiff", "svg": "image/svg+xml"}


class CanvasQuestion(Schema):
    canvas: dict[str, Any]
    unit: ShownUnit | None = None


class CanvasAnswer(Schema):
    """The request as it was understood, and what follows from it."""

    canvas: Canvas
    report: CanvasReport


class PressRow(Schema):
    id: PressName
    label: str
    least: float
    wanted: float


class CanvasChoices(Schema):
    """Ways of printing, limits to begin with, and an example."""

    presses: list[PressRow]
    limits: list[CanvasLimit]
    example: Canvas


@router.get("/canvas/choices", response=CanvasChoices)
def choices(request: SignedRequest) -> CanvasChoices:
    return CanvasChoices(
        presses=[
            PressRow(id=name, label=one.label, least=float(one.least), wanted=float(one.wanted))
            for name, one in PRESSES.items()
        ],
        limits=list(LIMITS),
        example=POSTER,
    )


@router.post("/canvas/reckon", response=CanvasAnswer)
def reckon(request: SignedRequest, asked: CanvasQuestion) -> CanvasAnswer:
    """Figures and findings of a new canvas."""
    canvas = parse_canvas(asked.canvas)
    return CanvasAnswer(canvas=canvas, report=reckon_canvas(canvas, asked.unit))


@router.get("/canvas.{ending}", include_in_schema=False)
def canvas_file(
    request: SignedRequest,
    ending: Literal["png", "tif", "svg"],
    canvas: Annotated[str, Query(max_length=8000)],
    guides: bool = False,
) -> HttpResponse:
    """The empty canvas, or its guides, as a file."""
    try:
        wanted = parse_canvas(json.loads(canvas))
    except (ValueError, RecursionError):
        raise HttpError(422, "This is no new canvas.") from None
    work = work_out_canvas(wanted)
    if ending != "svg" and work.width_px * work.height_px > MOST_PIXELS:
        raise HttpError(422, f"Canvases are made here up to {MOST_PIXELS // 10**6} megapixels; larger ones in the shell.")  # fmt: skip
    title = safe_name(wanted.title, "canvas")[:60]
    name = f"{title}{'-guides' if guides or ending == 'svg' else ''}_{work.width_px}x{work.height_px}.{ending}"
    with tempfile.TemporaryDirectory() as folder:
        path = Path(folder) / f"canvas.{ending}"
        try:
            write_canvas(wanted, path, guides)
        except RenderError as error:
            raise HttpError(422, str(error)) from None
        made = HttpResponse(path.read_bytes(), content_type=_TYPES[ending])
    made["Content-Disposition"] = f'attachment; filename="{name}"'
    return made
