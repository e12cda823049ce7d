"""Render a plan: the delivered file, at exactly the pixels of its reckoning.

The pipeline is lazy: crop, colour, resampling, edge and marks are set up first, then libvips
pulls strips through it into the file, so that memory stays small whatever the size.
"""

from __future__ import annotations

import errno
import os
import shutil
import time
from collections.abc import Callable
from pathlib import Path

from zollstock.core.findings import stops
from zollstock.core.marks import mark_lines
from zollstock.core.pixelboxes import PixelBox, PixelBoxes, pixel_boxes
from zollstock.core.plan import Plan, lengths_of
from zollstock.core.show import style_for
from zollstock.core.work import Work, work_out

from . import colour
from .errors import Cancelled, RenderError
from .inspect import channels_of, open_picture, orientation_of, unsupported
from .resample import resampled
from .rim import LOOKS_AHEAD, rimmed
from .vips import pyvips
from .writers import WRITERS

#: Called with per cent done; returns False to call the render off.
Progress = Callable[[int], bool]

#: So often, seconds, `progress` is asked at least whether to go on.
ASKED_EVERY = 0.2
#: Less free room than this, bytes, after a failed write means that the disk was the reason.
_FULL_DISK = 8 * 2**20
#: Orientations that only flip left and right keep the order of the rows.
_STREAMS = (1, 2)
_ROTATIONS = {90: "d90", 180: "d180", 270: "d270"}


def render(plan: Plan, picture: Path, out: Path, progress: Progress | None = None) -> None:
    """Write the file of `plan` from `picture` to `out`, which must not exist.

    The file appears whole or not at all. Raises `RenderError` where the plan has a `stop` or
    belongs to another picture, `FileExistsError`, `Cancelled` when `progress` returns False.
    """
    work = work_out(plan)
    against = stops(work, style_for(lengths_of(plan)))
    if against:
        raise RenderError(" ".join(item.text for item in against))
    if out.exists():
        raise FileExistsError(f"{out} exists already; it was left as it is")
    document = compose(work, picture)
    if not out.parent.is_dir():
        raise FileNotFoundError(errno.ENOENT, "there is no such folder", str(out.parent))
    partial = out.with_name(f".{out.name}.{os.getpid()}.partial")
    try:
        _save(document, work, partial, progress)
        os.link(partial, out)  # fails where the name was taken meanwhile; replaces nothing
    except pyvips.Error:
        raise RenderError(_reason(out.parent)) from None
    finally:
        partial.unlink(missing_ok=True)


def compose(work: Work, picture: Path) -> pyvips.Image:
    """The delivered picture as a lazy libvips image, output width × height px."""
    plan, boxes = work.plan, pixel_boxes(work)
    streams = (
        plan.picture.orientation in _STREAMS
        and plan.fit.turn == 0
        and plan.fit.angle == 0
        and plan.edge.rim().fill not in LOOKS_AHEAD
    )
    image = open_picture(picture, access="sequential" if streams else "random")
    _check_same(image, plan)
    image = _upright(image, plan)
    image = colour.converted(image, work)
    image = resampled(image, boxes.sampling, work.placement.lean, boxes.printed)
    paint = colour.Paint(image)
    image = _set_into(image, boxes.printed, boxes.image, paint(work.padding_colour))
    image = _edged(image, work, boxes, paint)
    return _marked(image, work, boxes, paint)


def _check_same(image: pyvips.Image, plan: Plan) -> None:
    """The plan is for this very picture. Raises `RenderError` saying in what they differ."""
    fault = unsupported(image)
    if fault:
        raise RenderError(fault)
    wanted = (plan.picture.width_px, plan.picture.height_px, plan.picture.orientation)
    found = (image.width, image.height, orientation_of(image))
    if wanted != found:
        raise RenderError(
            "The plan is for another picture: it expects {} × {} px with orientation {}, this file "
            "has {} × {} px with orientation {}.".format(*wanted, *found)
        )
    grey = channels_of(image) == 1
    if grey != (plan.picture.channels == 1):
        kinds = ("grey", "in colour") if grey else ("in colour", "grey")
        raise RenderError(
            f"The plan is for another picture: this file is {kinds[0]}, the plan's is {kinds[1]} "
            f"(picture.channels {plan.picture.channels})."
        )


def _upright(image: pyvips.Image, plan: Plan) -> pyvips.Image:
    image = image.autorot()
    if plan.fit.turn:
        image = image.rot(_ROTATIONS[plan.fit.turn])
    return image


def _set_into(
    image: pyvips.Image, inner: PixelBox, outer: PixelBox, background: list[float]
) -> pyvips.Image:
    if inner == outer:
        return image
    return image.embed(
        inner.x - outer.x, inner.y - outer.y, outer.w, outer.h,
        extend="background", background=background,
    )  # fmt: skip


def _edged(image: pyvips.Image, work: Work, boxes: PixelBoxes, paint: colour.Paint) -> pyvips.Image:
    """The content of the file: the image box with its edge, without the marks' margin."""
    rim = work.plan.edge.rim()
    return rimmed(image, boxes.image, boxes.content, rim.fill, paint(rim.colour))


def _marked(
    image: pyvips.Image, work: Work, boxes: PixelBoxes, paint: colour.Paint
) -> pyvips.Image:
    document = PixelBox(0, 0, boxes.width, boxes.height)
    image = _set_into(image, boxes.content, document, paint("#ffffff"))
    black = paint("#000000")
    for line in mark_lines(work.plan.marks, work.boxes):
        spot = boxes.spot(line)
        pixel = image.crop(0, 0, 1, 1).new_from_image(black)
        image = image.insert(pixel.embed(0, 0, spot.w, spot.h, extend="copy"), spot.x, spot.y)
    return image


def _save(image: pyvips.Image, work: Work, path: Path, progress: Progress | None) -> None:
    output = work.plan.output
    per_mm = float(work.output_ppi) / 25.4
    image = image.copy(xres=per_mm, yres=per_mm)
    called_off = _watch(image, progress) if progress else None
    try:
        WRITERS[output.format](image, path, output)
    except pyvips.Error:
        if called_off is not None and called_off():
            raise Cancelled from None
        raise


def _watch(image: pyvips.Image, progress: Progress) -> Callable[[], bool]:
    """Report per cent to `progress` and kill the pipeline when it says so."""
    shown, killed, asked = [-1], [False], [0.0]

    def on_eval(source: pyvips.Image, information: pyvips.GObject) -> None:
        percent, now = min(99, information.percent), time.monotonic()
        if killed[0] or (percent == shown[0] and now < asked[0] + ASKED_EVERY):
            return
        shown[0], asked[0] = percent, now
        if not progress(percent):
            killed[0] = True
            source.set_kill(True)

    image.set_progress(True)
    image.signal_connect("eval", on_eval)
    return lambda: killed[0]


def _reason(folder: Path) -> str:
    """Why libvips gave up; its own words differ by format and name paths, so look at the disk."""
    if shutil.disk_usage(folder).free < _FULL_DISK:
        return "There is no room left on the disk for this file. Nothing was left behind."
    return "The picture could not be read to its end, so no file was made."
