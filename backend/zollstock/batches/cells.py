"""Cells: what one picture becomes in one size of a batch, in the few figures a matrix shows."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass
from typing import Any

from pydantic import BaseModel

from zollstock.core.colour.renderings import Intent
from zollstock.core.documents.plan import Plan, PlanError, parse_plan
from zollstock.core.edges import EdgeKind, NoEdge
from zollstock.core.ground import show
from zollstock.core.ground.show import style_for
from zollstock.core.parts.device import DeviceChoice
from zollstock.core.parts.file import PrintProfile
from zollstock.core.parts.medium import Medium
from zollstock.core.questions.survey import plan_for, troubled, zones_text
from zollstock.core.seeing.enlarging import MethodName
from zollstock.core.shapes.drawing import Drawing
from zollstock.core.sheet.drawings import small_drawing
from zollstock.core.sizes.library import Size, frames_of
from zollstock.core.sizes.pairs import parse_size
from zollstock.core.studio.studio import Studio
from zollstock.core.telling.devicefindings import device_findings
from zollstock.core.telling.profilefindings import profile_findings
from zollstock.core.work.outcome import Work, work_out
from zollstock.core.work.zones import ZoneState, zone_state
from zollstock.pictures.measured import counted_detail
from zollstock.pictures.models import Picture

from .models import Batch, CellEdit

#: What a batch is printed on until somebody says.
USUAL_MEDIUM = "satin photo paper"


class Cell(BaseModel):
    """A cell; `drawing` is null where picture and size do not go together, and `problem` says why."""

    size: str
    drawing: Drawing | None
    mode: str
    angle: float
    zoom: float
    anchor: tuple[float, float]
    grade: str
    loss: float
    loss_text: str
    ppi_text: str
    zones: ZoneState
    zones_text: str
    troubled: bool
    edited: bool
    problem: str = ""
    #: What is left around a whole picture, and whether this cell says so itself.
    padding: str = "#ffffff"
    own_padding: bool = False


def sizes_of_batch(batch: Batch) -> list[Size]:
    """The batch's sizes as the library had them when it was made."""
    found = []
    for entry in batch.sizes:
        sides = parse_size(f"{entry['width']} x {entry['height']}")
        frames = frames_of(entry["frames"])
        found.append(Size(entry["key"], entry["name"], entry["group"], sides.width, sides.height,
                          frames, entry["note"]))  # fmt: skip
    return found


def size_entry(size: Size) -> dict[str, Any]:
    return {"key": size.key, "name": size.name, "group": size.group, "width": size.width.typed,
            "height": size.height.typed, "frames": size.frames, "note": size.note}  # fmt: skip


@dataclass(frozen=True, slots=True)
class Colours:
    """How all files of a batch come to their colours."""

    profile: PrintProfile | None = None
    intent: Intent = "perceptual"
    black_point: bool = True

    def as_output(self) -> dict[str, Any]:
        """As a plan has it."""
        profile = "srgb" if self.profile is None else self.profile.model_dump(mode="json")
        return {"profile": profile, "intent": self.intent, "black_point": self.black_point}


IN_SRGB = Colours()


def shared_part(
    format: str,
    ppi: float | None = None,
    medium: Medium | None = None,
    edge: EdgeKind | None = None,
    padding: str | None = None,
    method: MethodName = "careful",
    denoise: float = 0.0,
    cmyk: str = "ask",
    colours: Colours = IN_SRGB,
    device: DeviceChoice | None = None,
) -> dict[str, Any]:
    """The part of a plan that all cells share; without a `ppi` every pixel is kept."""
    pixels: dict[str, Any] = {"mode": "keep"} if ppi is None else {"mode": "fixed", "ppi": ppi}
    pixels |= {"method": method, "denoise": denoise}
    return {
        "medium": (medium or Medium(name=USUAL_MEDIUM)).model_dump(mode="json"),
        "pixels": pixels,
        "output": {"format": format, "bits": 8, "cmyk": cmyk} | colours.as_output(),
        "edge": (edge or NoEdge()).model_dump(mode="json"),
        "fit": {"colour": padding},
        "device": None if device is None else device.model_dump(mode="json"),
    }


def whole_edge(document: dict[str, Any]) -> EdgeKind:
    """An edge for prints of any size, with every default. Raises `PlanError`."""
    # On a sheet so large that nothing but the edge itself can be wrong.
    roomy = {"width": "100 m", "height": "100 m"}
    picture = {"width_px": 1000, "height_px": 1000}
    return parse_plan({"picture": picture, "target": roomy, "edge": document}).edge


def edits_of(batch: Batch, pictures: Iterable[Picture]) -> dict[tuple[Any, str], dict[str, Any]]:
    rows = CellEdit.objects.filter(batch=batch, picture__in=list(pictures))
    return {(row.picture_id, row.size): row.fit for row in rows}


def cell_document(
    batch: Batch, picture: Picture, size: Size, fit: dict[str, Any] | None
) -> dict[str, Any]:
    """The plan of a cell: the batch's shared part, the picture with its zones, the size."""
    own = batch.shared.get("fit", {}) | {"keep": picture.keep}
    base = batch.shared | {"picture": picture.plan_part(), "fit": own}
    base["viewing"] = base.get("viewing", {}) | counted_detail(picture)
    if base["output"]["format"] != "jpeg":
        # What the picture has is not lost unasked; a JPEG holds no more than 8 bits.
        base["output"] = base["output"] | {"bits": base["picture"]["bits"]}
    # What a crop by hand leaves open, the batch decides.
    said = (
        None if fit is None else {name: value for name, value in fit.items() if value is not None}
    )
    document = plan_for(base, size, picture.upright, said)
    return document | {"title": picture.name.rsplit(".", 1)[0][:200]}


def cell_plan(batch: Batch, picture: Picture, size: Size, fit: dict[str, Any] | None) -> Plan:
    """Raises `PlanError` where picture and size do not go together."""
    return parse_plan(cell_document(batch, picture, size, fit))


def cell(
    batch: Batch, picture: Picture, size: Size, fit: dict[str, Any] | None, studio: Studio
) -> Cell:
    try:
        work = work_out(cell_plan(batch, picture, size, fit), studio)
    except PlanError as error:
        return Cell(
            size=size.key, drawing=None, mode="fill", angle=0, zoom=1, anchor=(0.5, 0.5), grade="", loss=0,
            loss_text="", ppi_text="", zones="none", zones_text="", troubled=True,
            edited=fit is not None, problem=error.problems[0][1],
        )  # fmt: skip
    told = _told(work, size, fit)
    found = [*profile_findings(work), *device_findings(work, style_for([size.width, size.height]))]
    stopped = next((one.text for one in found if one.level == "stop"), None)
    if any(one.level == "warn" for one in found):
        told = told.model_copy(update={"troubled": True})
    if stopped is not None:
        return told.model_copy(update={"problem": stopped, "troubled": True})
    if work.plan.picture.tagged or work.plan.output.cmyk != "ask":
        return told
    return told.model_copy(update={"problem": _ASK_CMYK, "troubled": True})


_ASK_CMYK = "CMYK without a profile: say under Sizes and files what it is taken for"


def _told(work: Work, size: Size, by_hand: dict[str, Any] | None) -> Cell:
    placed, fit = work.placement, work.plan.fit
    style = style_for([size.width, size.height])
    zones = zone_state(work)
    return Cell(
        size=size.key, drawing=small_drawing(work), mode=fit.mode, angle=fit.angle,
        zoom=fit.zoom, anchor=(float(placed.anchor[0]), float(placed.anchor[1])),
        grade=work.grade or "", loss=float(placed.loss), loss_text=show.percent(placed.loss),
        ppi_text=show.ppi(work.effective) if not size.in_pixels else show.times(work.scale),
        zones=zones, zones_text=zones_text(work, style), troubled=troubled(work, zones),
        edited=by_hand is not None, padding=work.padding_colour,
        own_padding=bool(by_hand and by_hand.get("colour")),
    )  # fmt: skip
