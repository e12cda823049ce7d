"""Measure the fonts that ship with the app: `python -m making.letters` writes `measures.json`."""

from __future__ import annotations

import json
from typing import Any

from PIL import Image, ImageFont
from reportlab.pdfbase.ttfonts import TTFontFace

from zollstock.core.letters import FILES

#: One of the font's units is one pixel.
_UNITS = 1000


def measured() -> dict[str, Any]:
    """Capitals and signs of every font, in its units."""
    return {name: _font(str(file)) for name, file in FILES.items()}


def _font(file: str) -> dict[str, Any]:
    face = TTFontFace(file)
    drawn = ImageFont.truetype(file, _UNITS, layout_engine=ImageFont.Layout.BASIC)
    signs = {}
    for point in sorted(face.charWidths):
        if point < ord(" ") or chr(point) == "\x7f":
            continue
        _, top, _, bottom = drawn.getbbox(chr(point), anchor="ls")
        signs[point] = [
            round(face.charWidths[point]),
            round(-bottom),
            round(-top),
            *_ends(drawn, chr(point)),
        ]
    return {"units": _UNITS, "capitals": round(face.capHeight), "signs": signs}


def _ends(drawn: ImageFont.FreeTypeFont, sign: str) -> tuple[int, int]:
    """Where a sign's ink begins and ends along the base line: a font's own box holds the room around it, too."""
    ink, (left, _) = drawn.getmask2(sign, mode="L", anchor="ls")
    # Half covered is where a pixel's edge is rounded to.
    box = (
        Image.frombytes("L", ink.size, bytes(ink))
        .point(lambda value: 255 if value > 127 else 0)
        .getbbox()
    )
    return (box[0] + left, box[2] + left) if box else (0, 0)


if __name__ == "__main__":
    place = FILES["text"].parent / "measures.json"
    place.write_text(json.dumps(measured(), separators=(",", ":")) + "\n", encoding="ascii")
