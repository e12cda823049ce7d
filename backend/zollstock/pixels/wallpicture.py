"""What hangs, as a picture for a client: on a drawn wall, or laid in perspective into a photograph of the real one."""

from __future__ import annotations

import io
from collections.abc import Callable, Mapping
from functools import lru_cache
from pathlib import Path

from PIL import Image, ImageCms, ImageDraw, ImageFont

from zollstock.core.layouts import kind_of, scene_of
from zollstock.core.layouts.request import LayoutRequest
from zollstock.core.layouts.wall.homography import Matrix, inverse, mapped
from zollstock.core.layouts.wall.scene import Scene, ScenePhoto
from zollstock.core.letters import FILES
from zollstock.core.shapes.drawing import Drawing
from zollstock.core.sheet.drawings import whole_drawing
from zollstock.core.studio.studio import DEFAULT_STUDIO, Studio

from .errors import RenderError
from .previews import as_seen, read_through
from .wallshapes import Proofs, painted

#: px of the picture's longer side, of the strip with its words below, and of their letters.
LONG, STRIP, LETTERS = 2400, 92, 34
#: mm that shadows reach beyond the pieces at most.
_BEYOND = 160.0
_QUALITY = 92
#: px of a picture's longer side as it is laid on the wall.
PROOF = 2000
#: The flat pieces are so much finer than they are in a photograph, and within these limits, px a mm.
_FINER, _LEAST, _MOST = 1.5, 0.05, 6.0
#: And the flat picture has at most so many px in all.
MOST_FLAT = 16_000_000
_PAPER, _INK = "#fffdf8", "#22302f"


def wall_picture(
    layout: LayoutRequest,
    proof: Callable[[int], bytes],
    out: Path,
    unit: str | None = None,
    photo: bytes | None = None,
    studio: Studio = DEFAULT_STUDIO,
) -> None:
    """Write what hangs of `layout` to `out`, which ends in .png, .jpg or .jpeg.

    `proof` gives the upright JPEG of the picture of a plan that hangs, one after the other, so that a long row takes no
    more memory than a short one; `photo` is that of the wall where the request has one. Raises `RenderError` for a layout request of
    which nothing hangs, and where a picture is not there.
    """
    if out.suffix.lower() not in (".png", ".jpg", ".jpeg"):
        raise RenderError("A picture of the wall is a .png or a .jpg.")
    seen = scene_of(layout, unit, studio)
    if seen is None:
        raise RenderError("Only panels and rows of prints hang on a wall.")
    used = {shape.plan for shape in seen.shapes if shape.kind == "picture"}
    works = kind_of(layout).works(layout, studio)
    drawings = {number: whole_drawing(works[number]) for number in used}

    @lru_cache(maxsize=2)
    def opened(number: int) -> Image.Image:
        return _opened(proof(number))

    if seen.photo is None:
        made = painted(seen, drawings, opened, LONG / max(seen.width, seen.height))
    elif photo is None:
        raise RenderError("The photograph of the wall is not there.")
    else:
        made = _in_photo(seen, seen.photo, drawings, opened, photo)
    _write(_captioned(made.convert("RGB"), seen.caption), out)


def proof_of(picture: Path) -> bytes:
    """The upright JPEG of a picture, as large as a wall needs it. Raises `PictureError` where it is damaged."""
    seen: bytes = as_seen(read_through(picture, PROOF)).jpegsave_buffer(Q=_QUALITY)
    return seen


def _opened(proof: bytes) -> Image.Image:
    try:
        return Image.open(io.BytesIO(proof)).convert("RGB")
    except OSError:
        raise RenderError("A picture could not be read to its end.") from None


def _in_photo(
    seen: Scene,
    lies: ScenePhoto,
    drawings: Mapping[int, Drawing],
    proofs: Proofs,
    photo: bytes,
) -> Image.Image:
    """The pieces laid into the photograph, every px of which looks up where in the flat picture it falls."""
    wall = _opened(photo)
    wall.thumbnail((LONG, LONG), Image.Resampling.LANCZOS)
    to_px = _times(lies.matrix, wall.width, wall.height)
    left, right = (mapped(to_px, x, seen.height / 2) for x in (0.0, seen.width))
    apart = ((right[0] - left[0]) ** 2 + (right[1] - left[1]) ** 2) ** 0.5
    scale = max(_LEAST, min(_MOST, apart / seen.width * _FINER))
    # However large somebody says that a small rectangle of the photograph is.
    broad, high = seen.width + 2 * _BEYOND, seen.height + 2 * _BEYOND
    scale = min(scale, (MOST_FLAT / (broad * high)) ** 0.5)
    flat = painted(seen, drawings, proofs, scale, _BEYOND)
    a, b, c, d, e, f, g, h, i = inverse(to_px)
    # What comes out of the way back is mm; counted from the flat picture's corner, in its px.
    rows = (
        (a + _BEYOND * g) * scale, (b + _BEYOND * h) * scale, (c + _BEYOND * i) * scale,
        (d + _BEYOND * g) * scale, (e + _BEYOND * h) * scale, (f + _BEYOND * i) * scale, g, h,
    )  # fmt: skip
    # With its colours weighed by what is covered, so that no dark seam comes along.
    laid = flat.convert("RGBa").transform(
        wall.size, Image.Transform.PERSPECTIVE, tuple(row / i for row in rows), Image.Resampling.BICUBIC,
    ).convert("RGBA")  # fmt: skip
    made = wall.convert("RGBA")
    made.alpha_composite(laid)
    return made


def _times(matrix: Matrix, width: float, height: float) -> Matrix:
    """Shares of a picture as its px."""
    a, b, c, d, e, f, g, h, i = matrix
    return (a * width, b * width, c * width, d * height, e * height, f * height, g, h, i)


def _captioned(image: Image.Image, caption: str) -> Image.Image:
    """The picture with its words in a strip below."""
    made = Image.new("RGB", (image.width, image.height + STRIP), _PAPER)
    made.paste(image)
    font = ImageFont.truetype(str(FILES["text"]), LETTERS)
    room, text = image.width - 2 * LETTERS, caption
    while text and font.getlength(text) > room:
        text = text[:-1]
    ImageDraw.Draw(made).text(
        (LETTERS, image.height + STRIP / 2), text.rstrip(), fill=_INK, font=font, anchor="lm"
    )
    return made


def _write(image: Image.Image, out: Path) -> None:
    profile = ImageCms.ImageCmsProfile(ImageCms.createProfile("sRGB")).tobytes()
    if out.suffix.lower() == ".png":
        image.save(out, "PNG", icc_profile=profile)
    else:
        image.save(out, "JPEG", quality=_QUALITY, icc_profile=profile)
