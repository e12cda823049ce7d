"""A sheet of lines and letters as SVG, in mm, with the fonts in it: it looks the same wherever it is opened."""

from __future__ import annotations

from base64 import b64encode
from collections.abc import Iterator
from xml.sax.saxutils import escape, quoteattr

from zollstock.core.ground.rational import Fraction
from zollstock.core.letters import FILES, FontName, fonts, places
from zollstock.core.shapes.ink import Label, Outline, Stroke
from zollstock.core.sheet.sheets import Sheet


def sheet_svg(sheet: Sheet, title: str, paper: bool = True) -> str:
    """The strokes and labels of a sheet, on white `paper` or on nothing; what it has of pictures is not drawn."""
    width, height = _mm(sheet.width), _mm(sheet.height)
    return "\n".join(
        [
            f'<svg xmlns="http://www.w3.org/2000/svg" width="{width}mm" height="{height}mm" viewBox="0 0 {width} {height}">',
            f"<title>{escape(title)}</title>",
            *_fonts(sheet),
            *([f'<rect width="{width}" height="{height}" fill="#ffffff"/>'] if paper else []),
            *(_outline(outline) for outline in sheet.outlines),
            *(_line(stroke) for stroke in sheet.strokes),
            *(_letters(label) for label in sheet.labels),
            "</svg>\n",
        ]
    )


def _fonts(sheet: Sheet) -> Iterator[str]:
    used: list[FontName] = sorted({label.font for label in sheet.labels})
    if not used:
        return
    yield "<style>"
    for name in used:
        data = b64encode(FILES[name].read_bytes()).decode("ascii")
        yield f'@font-face{{font-family:"zollstock-{name}";src:url("data:font/ttf;base64,{data}")}}'
    yield "</style>"


def _line(stroke: Stroke) -> str:
    (x, y), (to_x, to_y) = stroke.start, stroke.end
    return (
        f'<line class="{stroke.kind}" x1="{_mm(x)}" y1="{_mm(y)}" x2="{_mm(to_x)}" y2="{_mm(to_y)}" '
        f'stroke="{stroke.colour}" stroke-width="{_mm(stroke.width)}"/>'
    )


def _outline(outline: Outline) -> str:
    box = outline.box
    return (
        f'<rect class="{outline.kind}" id={quoteattr(outline.name)} x="{_mm(box.x)}" y="{_mm(box.y)}" '
        f'width="{_mm(box.w)}" height="{_mm(box.h)}" fill="{outline.fill or "none"}" stroke="{outline.colour}" '
        f'stroke-width="{_mm(outline.width)}"/>'
    )


def _letters(label: Label) -> str:
    """Every sign at its own place, as on screen, paper and in pixels."""
    font = fonts()[label.font]
    size = float(label.height) * font.units / font.capitals
    signs = list(places(label.text, label.font, label.height))
    across = " ".join(_mm(label.at[0] + at) for _, at in signs)
    text = "".join(sign for sign, _ in signs)
    x, y = label.at
    turned = f'transform="rotate({label.turn} {_mm(x)} {_mm(y)})" ' if label.turn else ""
    return (
        f'<text {turned}x={quoteattr(across)} y="{_mm(y)}" font-family="zollstock-{label.font}" '
        f'font-size="{size:.4f}" fill="{label.colour}">{escape(text)}</text>'
    )


def _mm(value: Fraction) -> str:
    return f"{float(value):.4f}".rstrip("0").rstrip(".")
