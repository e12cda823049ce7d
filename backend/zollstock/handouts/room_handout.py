"""Leave room, to take along: a PDF for the bag, and a PNG to lay over the camera's frame."""

from __future__ import annotations

from pathlib import Path

from PIL import Image, ImageDraw, ImageFont

from zollstock.core.handouts.pages import RUST, SOFT
from zollstock.core.letters import FILES, in_plain_signs
from zollstock.core.questions.leaveroom import LeaveRoom
from zollstock.pixels.vips import pyvips

from .paper import MARGIN, Handout

#: The largest frame that is drawn, px: more than any camera has.
MOST_PIXELS = 400_000_000
_INK = [34, 48, 47]
_RUST = [168, 72, 42]


def room_pdf(room: LeaveRoom, both_ways: bool) -> bytes:
    """A PDF, A4 landscape: the frame, what survives in it, thirds, percentages, the sizes."""
    handout = Handout("Leave room", landscape=True)
    handout.text(MARGIN, MARGIN + 5, f"Leave room in a frame of {room.ratio}", 17, "bold")
    ways = ", lying and standing" if both_ways else ""
    handout.text(
        MARGIN,
        MARGIN + 11.5,
        f"{room.area_text} survives all {len(room.sizes)} sizes{ways}: {room.width_text}, "
        f"{room.height_text}.",
        10.5,
        room=handout.width - 2 * MARGIN,
    )
    most_w, most_h = handout.width - 2 * MARGIN - 62, handout.height - 2 * MARGIN - 24
    scale = min(most_w / room.frame[0], most_h / room.frame[1])
    w, h = room.frame[0] * scale, room.frame[1] * scale
    x, y = MARGIN + 4, MARGIN + 19
    sx, sy, sw, sh = (
        x + room.safe[0] * w,
        y + room.safe[1] * h,
        room.safe[2] * w,
        room.safe[3] * h,
    )
    handout.box(x, y, w, h, fill="#d9d3c4", wide=1.2)
    handout.box(sx, sy, sw, sh, fill="#fffdf8", wide=1.6)
    for third in (1, 2):
        handout.line(sx + sw * third / 3, sy, sx + sw * third / 3, sy + sh, SOFT, 0.5, dashed=True)
        handout.line(sx, sy + sh * third / 3, sx + sw, sy + sh * third / 3, SOFT, 0.5, dashed=True)
    handout.text(sx + 3, sy + 6, f"{room.width_text} × {room.height_text}", 11, "condensed")
    handout.text(x, y + h + 6, f"clear at each side {room.side_text} of the width, above and below "
              f"{room.end_text} of the height", 10, ink=RUST)  # fmt: skip
    left = x + w + 8
    handout.text(left, y + 4, "Sizes", 11, "bold")
    lines = int((handout.height - MARGIN - y - 12) / (5))
    for number, size in enumerate(room.sizes[:lines]):
        handout.text(
            left,
            y + 10 + number * 5,
            f"{size.name}  {size.ratio}  {size.kept}",
            9,
            room=handout.width - MARGIN - left,
        )
    if len(room.sizes) > lines:
        handout.text(left, y + 10 + lines * 5, f"and {len(room.sizes) - lines} more", 9, ink=SOFT)
    return handout.done()


def room_png(room: LeaveRoom, width: int, height: int, out: Path) -> None:
    """Write a PNG with transparency of `width` × `height` px: clear inside, veiled outside.

    The area that survives is framed, its thirds are thin lines, and it says how much it is. Raises
    `ValueError` for frames larger than `MOST_PIXELS`.
    """
    if width * height > MOST_PIXELS:
        raise ValueError(
            f"a frame of {width} × {height} px is larger than {MOST_PIXELS // 10**6} megapixels"
        )
    x, y = round(room.safe[0] * width), round(room.safe[1] * height)
    w, h = max(1, round(room.safe[2] * width)), max(1, round(room.safe[3] * height))
    thick, thin = max(1, min(width, height) // 500), max(1, min(width, height) // 1500)
    veil = _flat(width, height, [*_INK, 150])
    veil = veil.insert(_flat(w, h, [*_RUST, 255]), x, y)
    inner = (x + thick, y + thick, max(1, w - 2 * thick), max(1, h - 2 * thick))
    veil = veil.insert(_flat(inner[2], inner[3], [0, 0, 0, 0]), inner[0], inner[1])
    for third in (1, 2):
        veil = veil.insert(_flat(thin, inner[3], [*_RUST, 170]), x + w * third // 3, inner[1])
        veil = veil.insert(_flat(inner[2], thin, [*_RUST, 170]), inner[0], y + h * third // 3)
    words = _words(f"{room.width_text} × {room.height_text}", max(9, h // 28))
    if words.width < inner[2] - thick and words.height < inner[3] - thick:
        veil = veil.insert(words, inner[0] + 2 * thick, inner[1] + 2 * thick)
    veil.copy(interpretation="srgb").pngsave(str(out), compression=6, filter="none")


def _flat(width: int, height: int, pixel: list[int]) -> pyvips.Image:
    return pyvips.Image.black(width, height, bands=4).linear([1] * 4, pixel).cast("uchar")


def _words(text: str, letter: int) -> pyvips.Image:
    """A line of text on nothing, letters of about `letter` px."""
    font = ImageFont.truetype(str(FILES["bold"]), letter)
    text = in_plain_signs(text)
    left, top, right, bottom = font.getbbox(text)
    patch = Image.new("RGBA", (int(right - left) + 2, int(bottom - top) + 2))
    ImageDraw.Draw(patch).text((1 - left, 1 - top), text, font=font, fill=(*_RUST, 255))
    return pyvips.Image.new_from_memory(patch.tobytes(), patch.width, patch.height, 4, "uchar")
