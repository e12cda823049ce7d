"""The shapes of a wall, painted: rectangles, shadows, light, and prints as they hang. Pillow, since libvips draws none.

Colours are sRGB; places come in mm and are multiplied by `scale` px a mm.
"""

from __future__ import annotations

from collections.abc import Callable, Mapping
from math import ceil, cos, floor, radians, sin

from PIL import Image, ImageColor, ImageDraw, ImageFilter

from zollstock.core.layouts.wall.scene import Scene, SceneShape
from zollstock.core.shapes.drawing import BoxMm, Drawing

#: The picture of a plan by its number, opened when it is hung.
Proofs = Callable[[int], Image.Image]
Rgba = tuple[int, int, int, int]
#: A shape's rim is drawn this much larger and made smaller again, so that it is smooth.
_FINER = 4
#: A shadow is worked out over so many times its blur beyond the shape.
_REACH = 3
_CLEAR: Rgba = (0, 0, 0, 0)


def painted(
    seen: Scene,
    drawings: Mapping[int, Drawing],
    proofs: Proofs,
    scale: float,
    beyond: float = 0.0,
) -> Image.Image:
    """The scene as RGBA, `beyond` mm more of it on every side; where nothing is drawn it is clear."""
    size = (
        max(1, round((seen.width + 2 * beyond) * scale)),
        max(1, round((seen.height + 2 * beyond) * scale)),
    )
    canvas = Image.new("RGBA", size, _CLEAR)
    for shape in seen.shapes:
        x, y, w, h = shape.box
        box = ((x + beyond) * scale, (y + beyond) * scale, w * scale, h * scale)
        if shape.kind == "picture":
            _hang(canvas, box, shape, drawings[shape.plan], proofs(shape.plan))
        else:
            _paint(canvas, box, shape, scale)
    return canvas


def _paint(canvas: Image.Image, box: BoxMm, shape: SceneShape, scale: float) -> None:
    more = shape.blur * scale * _REACH if shape.kind == "shadow" else 0.0
    x, y, w, h = box
    left, top = max(0, floor(x - more)), max(0, floor(y - more))
    right = min(canvas.width, ceil(x + w + more))
    bottom = min(canvas.height, ceil(y + h + more))
    if right <= left or bottom <= top:
        return
    size = right - left, bottom - top
    inner = (x - left, y - top, w, h)
    mask = _shade(size) if shape.kind == "shade" else _mask(size, inner, shape, scale)
    if shape.opacity < 1:
        mask = mask.point(lambda value: round(value * shape.opacity))
    overlay = Image.new("RGBA", size, (*ImageColor.getrgb(shape.fill)[:3], 0))
    overlay.putalpha(mask)
    canvas.alpha_composite(overlay, (left, top))


def _mask(size: tuple[int, int], box: BoxMm, shape: SceneShape, scale: float) -> Image.Image:
    """How much of each px a shape covers, 0 to 255."""
    if shape.kind == "shadow":
        mask = Image.new("L", size)
        x, y, w, h = box
        ImageDraw.Draw(mask).rectangle((x, y, x + w - 1, y + h - 1), fill=255)
        return mask.filter(ImageFilter.GaussianBlur(shape.blur * scale))
    fine = Image.new("L", (size[0] * _FINER, size[1] * _FINER))
    x, y, w, h = (side * _FINER for side in box)
    corners = (round(x), round(y), max(round(x), round(x + w) - 1), max(round(y), round(y + h) - 1))
    draw = ImageDraw.Draw(fine)
    if shape.kind == "ellipse":
        draw.ellipse(corners, fill=255)
    else:
        draw.rounded_rectangle(corners, radius=shape.radius * scale * _FINER, fill=255)
    return fine.reduce(_FINER)


def _shade(size: tuple[int, int]) -> Image.Image:
    """Nothing above, all of it below."""
    return Image.linear_gradient("L").resize(size, Image.Resampling.BILINEAR)


def _hang(
    canvas: Image.Image, box: BoxMm, shape: SceneShape, drawing: Drawing, proof: Image.Image
) -> None:
    """A part of a print at its place: paper, and the picture in its window, turned and leaning as it does."""
    x, y, w, h = box
    left, top = round(x), round(y)
    whole = max(1, round(x + w) - left), max(1, round(y + h) - top)
    part = shape.part or drawing.boxes["document"]
    per_mm = whole[0] / part[2]
    # Only what is seen is made: close to a wall a piece is a hundred times the picture of it.
    seen_x, seen_y = max(0, -left), max(0, -top)
    size = (
        min(whole[0], canvas.width - left) - seen_x,
        min(whole[1], canvas.height - top) - seen_y,
    )
    if size[0] <= 0 or size[1] <= 0:
        return
    (piece,) = drawing.pieces
    px, py, pw, ph = piece.picture
    across, down = (ph, pw) if piece.turn in (90, 270) else (pw, ph)
    # Made as small as it hangs first, so that nothing of it is passed over.
    fitted = max(1, round(across * per_mm)), max(1, round(down * per_mm))
    if fitted[0] < proof.width:
        proof = proof.resize(fitted, Image.Resampling.LANCZOS, reducing_gap=3)
    turn = radians(piece.turn + piece.angle)
    middle = px + pw / 2, py + ph / 2
    to_x, to_y = proof.width / across, proof.height / down
    mm = 1 / per_mm
    begin = part[0] - middle[0] + seen_x * mm, part[1] - middle[1] + seen_y * mm
    # From a px of the wall to mm of the print, back by the turn about the picture's middle, to a px of the proof.
    affine = (
        cos(turn) * mm * to_x, sin(turn) * mm * to_x,
        (cos(turn) * begin[0] + sin(turn) * begin[1] + across / 2) * to_x,
        -sin(turn) * mm * to_y, cos(turn) * mm * to_y,
        (-sin(turn) * begin[0] + cos(turn) * begin[1] + down / 2) * to_y,
    )  # fmt: skip
    shown = proof.transform(
        size, Image.Transform.AFFINE, affine, Image.Resampling.BICUBIC, fillcolor=(255, 255, 255)
    )
    made = Image.new("RGB", size, (255, 255, 255))

    def corners(of: BoxMm) -> tuple[int, int, int, int]:
        """A box of the document in px of what is made, its last ones included."""
        x0, y0 = (
            round((of[0] - part[0]) * per_mm) - seen_x,
            round((of[1] - part[1]) * per_mm) - seen_y,
        )
        x1, y1 = (
            round((of[0] + of[2] - part[0]) * per_mm) - seen_x - 1,
            round((of[1] + of[3] - part[1]) * per_mm) - seen_y - 1,
        )
        return x0, y0, max(x0, x1), max(y0, y1)

    for ground in drawing.grounds:
        ImageDraw.Draw(made).rectangle(corners(ground.box), fill=ground.colour)
    mask = Image.new("L", size)
    ImageDraw.Draw(mask).rectangle(corners(piece.printed), fill=255)
    made.paste(shown, (0, 0), mask)
    canvas.paste(made, (left + seen_x, top + seen_y))
