"""A print as a client sees it: as it hangs and nothing beyond it, small, without a word of where it comes from."""

from __future__ import annotations

import io

from PIL import Image

from zollstock.core.documents.plan import Plan
from zollstock.core.layouts.hanging.onwall import print_alone
from zollstock.core.sheet.drawings import whole_drawing
from zollstock.core.studio.studio import Studio
from zollstock.core.work.outcome import work_out

from .wallshapes import painted

#: The longer side of what is shown, px.
LARGEST = 1600
#: The same where many are shown at once.
SMALL = 900
_QUALITY = 86


def sides_of(plan: Plan, studio: Studio) -> tuple[float, float]:
    """How large it hangs, mm: width and height."""
    alone = print_alone(plan, studio)
    return alone.width, alone.height


def client_view(preview: bytes, plan: Plan, studio: Studio, longest_px: int = LARGEST) -> bytes:
    """A JPEG of a finished print, its longer side at most `longest_px`, drawn from the small preview of its picture, sRGB, without metadata.

    Of a canvas its face is seen, of a print in a mat the mat; it is never larger than the preview has something to show.
    """
    with Image.open(io.BytesIO(preview)) as opened:
        proof = opened.convert("RGB")
    shows = print_alone(plan, studio)
    drawing = whole_drawing(work_out(plan, studio))
    (piece,) = drawing.pieces
    longest = max(piece.picture[2:])
    scale = min(longest_px / max(shows.width, shows.height), max(proof.size) / longest)
    seen = painted(shows, {0: drawing}, lambda _: proof, scale).convert("RGB")
    made = io.BytesIO()
    seen.save(made, "JPEG", quality=_QUALITY)
    return made.getvalue()
