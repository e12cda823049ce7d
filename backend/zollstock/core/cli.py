"""`zollstock reckon`: a plan in, its reckoning out; a layout in, its sheets out. Needs no database and no server."""

from __future__ import annotations

import argparse
import json
import sys
from pathlib import Path
from typing import TYPE_CHECKING, Any

from .documents.faults import DocumentError
from .documents.formats import CANVAS_FORMAT, LAYOUT_FORMAT
from .documents.plan import Plan, parse_plan
from .ground.pipes import reader_may_leave

if TYPE_CHECKING:
    from .layouts.request import LayoutRequest
    from .questions.canvas.request import Canvas

INVALID = 2


def main(arguments: list[str] | None = None) -> int:
    parser = argparse.ArgumentParser(
        prog="zollstock reckon",
        description="Reckon a print plan (zollstock.plan/1), a layout (zollstock.layout/1) or a new canvas "
        "(zollstock.canvas/1).",
    )
    parser.add_argument("plan", help="the document, or - for standard input")
    parser.add_argument("--text", action="store_true", help="print the worksheet for people")
    options = parser.parse_args(arguments)
    document = read_document(options.plan)
    if document is None:
        return INVALID
    answer = _answer(document, options.text)
    with reader_may_leave():
        print(answer)
    return 0


def _answer(document: Plan | LayoutRequest | Canvas, text: bool) -> str:
    if isinstance(document, Plan):
        return _of_plan(document, text)
    from .questions.canvas.request import Canvas

    if isinstance(document, Canvas):
        return _of_canvas(document, text)
    return _of_layout(document, text)


def _of_canvas(canvas: Canvas, text: bool) -> str:
    from .questions.canvas.report import reckon_canvas

    made = reckon_canvas(canvas)
    if not text:
        return made.model_dump_json(exclude_none=True, indent=1)
    return "\n".join(
        [
            *(f"{one.label}: {one.working}" for one in made.figures),
            *(f"{one.word}. {one.text}" for one in made.findings),
        ]
    )


def _of_plan(plan: Plan, text: bool) -> str:
    if text:
        from .worksheet import text_worksheet

        return text_worksheet(plan)
    from .answer.reckoning import reckoning_json
    from .reckon import reckon

    return reckoning_json(reckon(plan), indent=1)


def _of_layout(layout: LayoutRequest, text: bool) -> str:
    from .layouts import reckon_layout
    from .layouts.document import sheets_json
    from .layouts.text import text_sheets

    made = reckon_layout(layout)
    return text_sheets(layout, made) if text else sheets_json(made, indent=1)


def read_document(name: str) -> Plan | LayoutRequest | Canvas | None:
    """The plan, layout or new canvas in a file or on standard input; None after telling every fault on standard error."""
    document = decoded(name)
    if document is _NOTHING:
        return None
    kind = document.get("format") if isinstance(document, dict) else None
    try:
        if kind == CANVAS_FORMAT:
            from .questions.canvas.request import parse_canvas

            return parse_canvas(document)
        if kind == LAYOUT_FORMAT:
            from .layouts import parse_layout

            return parse_layout(document)
        return parse_plan(document)
    except DocumentError as error:
        for path, message in error.problems:
            print(f"{path}: {message}", file=sys.stderr)
        return None


_NOTHING = object()


def decoded(name: str) -> Any:
    """The JSON in a file or on standard input; `_NOTHING` after telling why there is none."""
    try:
        given = sys.stdin.buffer.read() if name == "-" else Path(name).read_bytes()
        text = given.decode("utf-8-sig")
    except UnicodeDecodeError:
        _refuse(f"{name}: this is not a text file")
        return _NOTHING
    except (OSError, ValueError) as error:  # ValueError: a name that no file can have
        reason = getattr(error, "strerror", None) or "cannot be read"
        _refuse(f"{name}: {reason.lower()}")
        return _NOTHING
    try:
        return json.loads(text)
    except (ValueError, RecursionError) as error:
        where = f"line {error.lineno}: " if isinstance(error, json.JSONDecodeError) else ""
        _refuse(f"{name}: {where}this is not JSON")
        return _NOTHING


def is_nothing(document: Any) -> bool:
    """Whether there was nothing to be decoded, and that was told."""
    return document is _NOTHING


def _refuse(message: str) -> None:
    print(message, file=sys.stderr)


if __name__ == "__main__":
    sys.exit(main())
