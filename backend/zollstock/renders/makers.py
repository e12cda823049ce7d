"""The files of an order, by the kind of its design: which they are, and how they are made."""

from __future__ import annotations

from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass
from pathlib import Path
from typing import Any, NamedTuple

from zollstock.core.documents.naming import safe_name
from zollstock.core.documents.plan import Plan, lengths_of, parse_plan
from zollstock.core.ground.lengths import UNITS
from zollstock.core.ground.refusal import Refusal
from zollstock.core.ground.show import style_for, typed_length
from zollstock.core.handouts.sizednames import size_in_name
from zollstock.core.layouts import blocking_reasons, lay, parse_layout
from zollstock.core.layouts.files import LayoutFile, layout_files
from zollstock.core.layouts.kind import PlannedLayout
from zollstock.core.rules.fileformats import FILE_FORMATS
from zollstock.core.studio.studio import Studio
from zollstock.core.telling.filefacts import FileFacts, facts_of
from zollstock.core.telling.findings import stops
from zollstock.core.work.outcome import Work, work_out
from zollstock.jobs.kinds import LAYOUT, PICTURE, PRINT, plan_key
from zollstock.pictures.models import Picture
from zollstock.pixels.layouts import make_files, sound
from zollstock.pixels.progress import Progress
from zollstock.pixels.render import render
from zollstock.pixels.rescue.onpaper import Letterings
from zollstock.pixels.rescue.wire import letterings_of
from zollstock.pixels.write import Written

Document = dict[str, Any]


class Stopped(Refusal):
    """The document has a `stop`; the message says which."""


@dataclass(frozen=True)
class FileWanted:
    """A file before it is made: its name, its kind (`core.outputs`) and what is known of it."""

    name: str
    type: str
    facts: FileFacts


class Master(NamedTuple):
    """A picture's own file, and the outlines of its lettering where it was rescued."""

    path: Path
    lettering: Letterings = ()


def master_of(picture: Picture, path: Path) -> Master:
    return Master(path, letterings_of((picture.recipe or {}).get("lettering", [])))


@dataclass(frozen=True)
class Maker:
    """A kind's files.

    `wanted` names them, and raises `Stopped` where they cannot be made. `make` makes them, each at its
    place, from the masters under their keys.
    """

    wanted: Callable[[Document, Mapping[str, Picture], Studio], list[FileWanted]]
    make: Callable[
        [Document, Mapping[str, Master], Sequence[Path], Progress, Studio], list[Written]
    ]


def _print_wanted(
    document: Document, pictures: Mapping[str, Picture], studio: Studio
) -> list[FileWanted]:
    plan = parse_plan(document)
    work = work_out(plan, studio)
    for finding in stops(work, style_for(lengths_of(plan))):
        raise Stopped(finding.text)
    facts = facts_of(work, pictures[PICTURE].name)
    return [FileWanted(file_name(plan, work), plan.output.format, facts)]


def _print_made(
    document: Document,
    masters: Mapping[str, Master],
    places: Sequence[Path],
    progress: Progress,
    studio: Studio,
) -> list[Written]:
    (place,) = places
    path, lettering = masters[PICTURE]
    return [render(parse_plan(document), path, place, progress, studio, lettering)]


def _layout_wanted(
    document: Document, pictures: Mapping[str, Picture], studio: Studio
) -> list[FileWanted]:
    layout = parse_layout(document)
    laid = lay(layout, studio=studio)
    for text in blocking_reasons(laid):
        raise Stopped(text)
    return [
        FileWanted(file.name, file.output.format, _layout_facts(file, laid, pictures))
        for file in layout_files(layout, laid)
    ]


def _layout_facts(
    file: LayoutFile, laid: PlannedLayout, pictures: Mapping[str, Picture]
) -> FileFacts:
    """Of a file of sheets: its first sheet's pixels and sides, mm."""
    known = FileFacts(
        picture=pictures[plan_key(0)].name, format=file.output.format, bits=file.output.bits
    )
    if file.upload is not None:
        px = {"width_px": file.upload.width_px, "height_px": file.upload.height_px}
        return known.model_copy(update=px)
    sheet = file.sheets[0]
    return known.model_copy(
        update={
            "size": sheet.name if len(file.sheets) == 1 else f"{len(file.sheets)} sheets",
            "width": typed_length(sheet.width, "mm"),
            "height": typed_length(sheet.height, "mm"),
            "width_px": sheet.grid.width,
            "height_px": sheet.grid.height,
            "ppi": round(float(sheet.ppi), 4),
            "effective_ppi": round(float(laid.works[0].effective), 3),
        }
    )


def _layout_made(
    document: Document,
    masters: Mapping[str, Master],
    places: Sequence[Path],
    progress: Progress,
    studio: Studio,
) -> list[Written]:
    layout = parse_layout(document)
    held = [masters[plan_key(number)] for number in range(len(layout.plans))]
    laid = sound(layout, len(held), studio)
    paths = [master.path for master in held]
    lettering = {number: one.lettering for number, one in enumerate(held) if one.lettering}
    return make_files(layout, laid, paths, layout_files(layout, laid), places, progress, lettering)


MAKERS: dict[str, Maker] = {
    PRINT: Maker(_print_wanted, _print_made),
    LAYOUT: Maker(_layout_wanted, _layout_made),
}


def file_name(plan: Plan, work: Work) -> str:
    """A telling name, safe on every system: `fog-over-the-pans_24x16in_250ppi.tif`."""
    title = safe_name(plan.title)[:60]
    return f"{title}_{size_in_name(plan, work)}_{float(work.output_ppi):.0f}ppi.{FILE_FORMATS[plan.output.format].ending}"


def side_fields(plan: Plan) -> dict[str, str]:
    """Finished width, height and unit as plain numbers for a file name."""
    style = style_for(lengths_of(plan))
    per_unit = style.pixel if style.unit == "px" else UNITS[style.unit]
    sides = {
        name: f"{float(getattr(plan.target, name).mm / per_unit):.6g}"
        for name in ("width", "height")
    }
    return sides | {"unit": style.unit}
