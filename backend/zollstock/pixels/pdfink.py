"""Lines and letters on a page of a PDF, as such: what a sheet's ink becomes there.

Lengths are mm of the sheet, `scale` units of the page each; a page is counted from below, `high` units.
"""

from __future__ import annotations

from reportlab.pdfbase import pdfmetrics
from reportlab.pdfbase.ttfonts import TTFont
from reportlab.pdfgen.canvas import Canvas

from zollstock.core.letters import FILES, fonts, places
from zollstock.core.shapes.ink import Label, Outline, Stroke

from .colour import Paint


def register_fonts() -> None:
    """Make the fonts that ship with the app known to what draws."""
    for name, file in FILES.items():
        pdfmetrics.registerFont(TTFont(font_name(name), str(file)))


def font_name(name: str) -> str:
    """What a font is called in a PDF."""
    return f"Zollstock-{name}"


def fill(canvas: Canvas, colour: list[float], full: int) -> None:
    """Fill from now on with a colour of one, three or four channels, each of `full` at most."""
    if len(colour) == 4:
        # Black ink alone lies over what is below it, so that no paper shows where a press is a hair off.
        over = colour[:3] == [0, 0, 0] and colour[3] == full
        canvas.setFillOverprint(over)
        canvas.setOverprintMask(over)
    fills = {1: canvas.setFillGray, 3: canvas.setFillColorRGB, 4: canvas.setFillColorCMYK}
    fills[len(colour)](*(part / full for part in colour))


def draw_stroke(canvas: Canvas, stroke: Stroke, high: float, scale: float) -> None:
    """A line, filled; in the colour that fills already."""
    if stroke.slanted:
        path = canvas.beginPath()
        for number, (x, y) in enumerate(stroke.corners):
            (path.lineTo if number else path.moveTo)(x * scale, high - y * scale)
        path.close()
        canvas.drawPath(path, stroke=0, fill=1)
        return
    x, y, w, h = stroke.box.as_floats()
    canvas.rect(x * scale, high - (y + h) * scale, w * scale, h * scale, stroke=0, fill=1)


def draw_outline(
    canvas: Canvas, outline: Outline, inks: tuple[Paint, int], high: float, scale: float
) -> None:
    """A closed rectangle, its line upon its sides."""
    paint, full = inks
    strokes = {1: canvas.setStrokeGray, 3: canvas.setStrokeColorRGB, 4: canvas.setStrokeColorCMYK}
    line = paint(outline.colour)
    strokes[len(line)](*(part / full for part in line))
    canvas.setLineWidth(float(outline.width) * scale)
    if outline.fill is not None:
        fill(canvas, paint(outline.fill), full)
    x, y, w, h = outline.box.as_floats()
    canvas.rect(
        x * scale,
        high - (y + h) * scale,
        w * scale,
        h * scale,
        stroke=1,
        fill=int(outline.fill is not None),
    )


def draw_label(canvas: Canvas, label: Label, high: float, scale: float) -> None:
    """Words, every sign at its own place, as in pixels and on the screen."""
    held = fonts()[label.font]
    size = float(label.height) * scale * held.units / held.capitals
    text = canvas.beginText()
    text.setFont(font_name(label.font), size)
    x, y = label.at
    for sign, at in places(label.text, label.font, label.height):
        if label.turn:
            place = float(x) * scale, high - float(y + at) * scale
            text.setTextTransform(0, -1, 1, 0, *place)
        else:
            text.setTextOrigin(float(x + at) * scale, high - float(y) * scale)
        text.textOut(sign)
    canvas.drawText(text)
