"""Render a plan: the delivered file, at exactly the pixels of its reckoning.

The pipeline is lazy: crop, colour, resampling, edge and marks are set up first, then libvips
pulls strips through it into the file, so that memory stays small whatever the size.
"""

from __future__ import annotations

from pathlib import Path

from zollstock.core.devices.entered import corrected_scale
from zollstock.core.documents.plan import Plan, lengths_of
from zollstock.core.ground.show import style_for
from zollstock.core.rules.fileformats import FILE_FORMATS
from zollstock.core.sheet.printsheet import print_sheet
from zollstock.core.studio.studio import DEFAULT_STUDIO, Studio
from zollstock.core.telling.findings import stops
from zollstock.core.work.making import costs, is_streamed
from zollstock.core.work.outcome import Work, work_out

from . import colour
from .choose import way_for
from .compose import ROTATIONS, Sources, compose
from .errors import RenderError
from .inspect import channels_of, open_picture, orientation_of, unsupported
from .measures import measured
from .methods import Way, method_of
from .page import Page
from .progress import Progress, stages
from .rescue.onpaper import Letterings, on_print, straightened, with_letters
from .rights import NOBODYS_WORD, rights_of
from .rim import LOOKS_AHEAD
from .vips import pyvips
from .write import Written, write

#: Orientations that only flip left and right keep the order of the rows.
_STREAMS = (1, 2)


def render(
    plan: Plan,
    picture: Path,
    out: Path,
    progress: Progress | None = None,
    studio: Studio = DEFAULT_STUDIO,
    lettering: Letterings = (),
) -> Written:
    """Write the file of `plan` from `picture` to `out`, which must not exist; `lettering` are the outlines of a picture
    that was rescued, in its px.

    Raises `RenderError` where the plan has a `stop` or belongs to another picture, and what `write`
    raises.
    """
    work = work_out(plan, studio)
    against = stops(work, style_for(lengths_of(plan)))
    if against:
        raise RenderError(" ".join(item.text for item in against))
    parts = costs(work)
    unstreamed = 0.0 if is_streamed(work) else parts.measuring + parts.denoising + parts.making
    making, writing = stages(progress, unstreamed, parts.writing + parts.hashing)
    way = way_for(work, lambda: measured(picture), making)
    vectors = FILE_FORMATS[plan.output.format].vectors
    image = composed(work, picture, ink=not vectors, way=way, lettering=lettering)
    return write(
        [
            Page(
                image,
                print_sheet(work),
                lettering=on_print(work, lettering) if vectors else (),
                scale=corrected_scale(work),
                rights=rights_of(picture) if plan.output.rights else NOBODYS_WORD,
            )
        ],
        plan.output,
        out,
        writing,
    )


def composed(
    work: Work,
    picture: Path,
    ink: bool = True,
    way: Way | None = None,
    lettering: Letterings = (),
) -> pyvips.Image:
    """The delivered picture as a libvips image, output width × height px; lazy where the way streams.

    Without `ink`, marks, keyline and caption are left to who draws them as lines and letters; without a
    `way` it is the plan's own. Raises `Cancelled` when the way's progress says so.
    """
    plan = work.plan
    way = way or way_for(work, lambda: measured(picture))

    def open_it(_: int) -> pyvips.Image:
        streams = way.streams and _streams(plan) and not lettering
        image = open_picture(picture, access="sequential" if streams else "random")
        return opened(work, image)

    method = with_letters(method_of(way), straightened(lettering, work))
    return compose(
        print_sheet(work),
        Sources(open_it, method, into=lambda made: colour.printed(made, work)),
        ink,
    )


def opened(work: Work, image: pyvips.Image) -> pyvips.Image:
    """A picture as its file has it, upright and in the colours and the depth of the print's file.

    Raises `RenderError` where it is another picture than the plan's.
    """
    _check_same(image, work.plan)
    return colour.converted(_upright(image, work.plan), work)


def _streams(plan: Plan) -> bool:
    """Whether the file's rows need the picture's rows in their order, each once."""
    return (
        plan.picture.orientation in _STREAMS
        and plan.fit.turn == 0
        and plan.fit.angle == 0
        and plan.edge.rim().fill not in LOOKS_AHEAD
    )


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
        image = image.rot(ROTATIONS[plan.fit.turn])
    return image
