"""A print as a client sees it: what will be on the paper and nothing beyond it, small, without a word of where it comes from."""

from __future__ import annotations

from pathlib import Path

from zollstock.core.shapes.drawing import BoxMm, Drawing

from .vips import pyvips

#: The longer side of what is shown, px.
LARGEST = 1600
_WHITE = 255


def client_view(preview: Path, drawing: Drawing) -> bytes:
    """A JPEG of a finished print, drawn from the small preview of its picture, sRGB, without metadata."""
    sheet, piece = drawing.boxes["document"], drawing.pieces[0]
    scale = LARGEST / max(sheet[2], sheet[3])
    image = pyvips.Image.new_from_file(str(preview), access="random")
    image = image.flatten(background=[_WHITE] * 3) if image.hasalpha() else image
    image = image.colourspace("srgb").cast("uchar")
    for _ in range(piece.turn // 90):
        image = image.rot90()
    # Never larger than there is something to be seen.
    scale = min(scale, image.width / piece.picture[2], image.height / piece.picture[3])
    placed = image.resize(
        piece.picture[2] * scale / image.width, vscale=piece.picture[3] * scale / image.height
    )
    left, top = (piece.picture[0] - sheet[0]) * scale, (piece.picture[1] - sheet[1]) * scale
    if piece.angle:
        turned = placed.rotate(piece.angle, background=[_WHITE] * 3)
        left -= (turned.width - placed.width) / 2
        top -= (turned.height - placed.height) / 2
        placed = turned
    paper = (
        pyvips.Image.black(
            max(1, round(sheet[2] * scale)), max(1, round(sheet[3] * scale)), bands=3
        )
        + _WHITE
    ).cast("uchar")
    seen = _window(piece.printed, sheet, scale, paper)
    whole = paper.insert(placed, round(left), round(top))
    shown = (
        paper.insert(whole.crop(*seen), seen[0], seen[1]) if seen[2] > 0 and seen[3] > 0 else paper
    )
    return bytes(shown.copy(interpretation="srgb").jpegsave_buffer(Q=86, keep="none"))


def _window(
    printed: BoxMm, sheet: BoxMm, scale: float, paper: pyvips.Image
) -> tuple[int, int, int, int]:
    """The printed part in px of the paper."""
    left, top = (
        max(0, round((printed[0] - sheet[0]) * scale)),
        max(0, round((printed[1] - sheet[1]) * scale)),
    )
    right = min(paper.width, round((printed[0] - sheet[0] + printed[2]) * scale))
    bottom = min(paper.height, round((printed[1] - sheet[1] + printed[3]) * scale))
    return left, top, right - left, bottom - top
