"""What is wrong with a strip, or left out of it."""

from __future__ import annotations

from collections.abc import Iterator

from ...answer.reckoning import Finding
from ...ground import show
from ...ground.plaintext import listed
from ...ground.rational import Fraction
from ...ground.show import LengthStyle
from ...rules.fileformats import FILE_FORMATS
from .ladder import step_text
from .patches import PatchGrid, PictureOnStrip
from .request import StripRequest
from .sheets import Room


def strip_findings(
    layout: StripRequest,
    grid: PatchGrid,
    pictures: list[PictureOnStrip],
    room: Room,
    style: LengthStyle,
) -> Iterator[Finding]:
    for on in pictures:
        yield from _of_picture(layout, on, grid, style)
    if not room.most:
        yield Finding(id="strip-no-room", level="stop", step="handover",
                      text=f"A patch of {style.size(layout.patch.width.mm, layout.patch.height.mm)} with its letter does not fit the sheet. Take a smaller patch, or a larger sheet.")  # fmt: skip
    output = layout.plans[0].output
    lossy = output.format == "jpeg" or (FILE_FORMATS[output.format].vectors and output.picture == "jpeg")  # fmt: skip
    if lossy:
        yield Finding(id="strip-lossy", level="warn", step="handover",
                      text="JPEG leaves its own traces in the patches, and other ones in fine than in coarse.",
                      fix={"plans.0.output.format": "pdf", "plans.0.output.picture": "lossless"},
                      fix_label="Make a PDF without loss")  # fmt: skip
    if layout.distance is None:
        yield Finding(id="strip-no-distance", level="note", step="handover",
                      text="No distance is set: the row that tests the judge's eyes is left out.")  # fmt: skip


def _of_picture(
    layout: StripRequest, on: PictureOnStrip, grid: PatchGrid, style: LengthStyle
) -> Iterator[Finding]:
    name = f"“{on.plan.title}”" if on.plan.title else "The picture"
    by, rungs = layout.ladder.by, on.rungs
    if not on.fits:
        wide, high = grid.whole_mm
        yield Finding(id="strip-small-picture", level="stop", step="fit",
                      text=f"{name} is smaller than a patch at this size: a patch takes {style.size(wide, high)} of it, with what is filtered and cut off. Take a smaller patch, or a larger print.")  # fmt: skip
    if len(rungs.standing) < 2:
        yield Finding(id="strip-no-steps", level="stop", step="pixels",
                      text=f"{name} holds {show.ppi(on.alone.effective)} at this size, and fewer than two steps of the ladder are as coarse. Take a smaller print, or coarser steps.")  # fmt: skip
    elif rungs.left_out:
        left = listed([step_text(by, one.step) for one in rungs.left_out])
        most = min(on.alone.effective, Fraction(layout.device_ppi))
        whose = "the device's grid has" if most < on.alone.effective else f"{name} holds"
        yield Finding(id="strip-left-out", level="note", step="pixels",
                      text=f"Left out: {left}; {whose} {show.ppi(most)}. The others are held against {step_text(by, rungs.reference.step)}.")  # fmt: skip
