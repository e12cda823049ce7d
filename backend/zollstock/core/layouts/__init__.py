"""Layouts: pieces of plans on sheets. One mechanism, one file a kind.

A layout request goes in (`zollstock.layout/1`), sheets come out (`zollstock.sheets/1`); both are in docs/formats.md.
"""

from __future__ import annotations

from typing import Annotated, Any, Literal, get_args

from pydantic import Field, ValidationError

from ..documents.faults import DocumentError, problem_list
from ..documents.formats import LAYOUT_FORMAT, upgrade
from ..documents.plan import lengths_of
from ..ground.show import style_for
from ..sheet.sheets import Sheet
from ..studio.studio import DEFAULT_STUDIO, Studio
from ..telling.findings import stops_on_sheets
from .beginning import Beginning
from .book.books import BookKind
from .book.request import BookRequest
from .document import LaidSheet, SheetLabel, SheetLine, SheetPiece, Sheets
from .gang.gangs import GangKind
from .gang.request import GangRequest
from .hanging.hangs import HangKind
from .hanging.request import HangRequest
from .idphotos.idphotos import IdPhotos
from .idphotos.photo import IdRequest
from .kind import WHOLE_PAGE, Kind, PageQuery, PlannedLayout
from .life.life import Life
from .life.request import LifeRequest
from .ondevice import by_device, on_its_device, with_device
from .page import LayoutPage
from .panels.panels import PanelsKind
from .panels.request import PanelsRequest
from .region import Regions
from .request import LayoutRequest
from .sheetlimits import with_limits
from .strip.request import StripRequest
from .strip.strips import StripKind
from .tiles.tiles import Tiles, TilesRequest
from .wall.scene import Scene

__all__ = [
    "KINDS",
    "LAYOUT_FORMAT",
    "AnyLayoutRequest",
    "Beginning",
    "LayoutError",
    "LayoutKind",
    "PageQuery",
    "begin_layout",
    "blocking_reasons",
    "hanging_sheets",
    "in_short",
    "kind_of",
    "lay",
    "layout_document",
    "layout_page",
    "parse_layout",
    "reckon_layout",
    "scene_of",
]

LayoutKind = Literal["tiles", "id", "life", "panels", "hang", "gang", "book", "strip"]
KINDS: dict[LayoutKind, Kind] = {
    "tiles": Tiles(),
    "id": IdPhotos(),
    "life": Life(),
    "panels": PanelsKind(),
    "hang": HangKind(),
    "gang": GangKind(),
    "book": BookKind(),
    "strip": StripKind(),
}
AnyLayoutRequest = Annotated[
    TilesRequest
    | IdRequest
    | LifeRequest
    | PanelsRequest
    | HangRequest
    | GangRequest
    | BookRequest
    | StripRequest,
    Field(discriminator="kind"),
]
assert tuple(KINDS) == get_args(LayoutKind)


def kind_of(layout: LayoutRequest) -> Kind:
    """The kind whose request it is.

    >>> kind_of(tiles()).name
    'tiles'
    """
    return next(kind for kind in KINDS.values() if isinstance(layout, kind.request))


def begin_layout(kind: LayoutKind, plans: list[dict[str, Any]], at: Beginning) -> dict[str, Any]:
    """The request that a new layout of that kind begins with, of prints as they are planned."""
    begun = {"format": LAYOUT_FORMAT, "kind": kind} | KINDS[kind].first(plans, at)
    return on_its_device(begun, plans)


class LayoutError(DocumentError):
    """A document is no request for a layout."""


def parse_layout(document: Any) -> LayoutRequest:
    """Validate a decoded JSON document. Raises `LayoutError` with one problem for every fault."""
    if not isinstance(document, dict):
        raise LayoutError([("layout", "a layout is a JSON object")])
    kind = next((kind for name, kind in KINDS.items() if name == document.get("kind")), None)
    if kind is None:
        raise LayoutError([("kind", f"must be one of {', '.join(KINDS)}")])
    plans = document.get("plans")
    if isinstance(plans, list):
        newest = [upgrade(plan) if isinstance(plan, dict) else plan for plan in plans]
        document = document | {"plans": newest}
    try:
        return kind.request.model_validate(kind.completed(document))
    except ValidationError as error:
        raise LayoutError(problem_list(error, kind.request, "layout")) from None


def layout_document(layout: LayoutRequest) -> dict[str, Any]:
    """The request as JSON values, whole, with every default.

    >>> parse_layout(layout_document(tiles())) == tiles()
    True
    """
    return layout.model_dump(mode="json", by_alias=True)


def lay(
    layout: LayoutRequest, unit: str | None = None, studio: Studio = DEFAULT_STUDIO
) -> PlannedLayout:
    """The sheets of a layout request, exact, by what a studio knows; texts use `unit`, else the first plan's.

    >>> [sheet.name for sheet in lay(tiles()).sheets][:3]
    ['A1', 'A2', 'A3']
    """
    style, on = style_for(layout.lengths, unit), by_device(layout, studio)
    laid = with_limits(kind_of(on).lay(on, style, studio), on.plans[0].output, style)
    return with_device(laid, on, studio, style)


def in_short(layout: LayoutRequest, laid: PlannedLayout) -> str:
    """A layout in a line, as lists show it; in the unit of its first plan.

    >>> in_short(tiles(), lay(tiles()))
    '57 × 85.5 cm, 12 sheets'
    """
    return kind_of(layout).in_short(layout, laid, style_for(layout.lengths))


def reckon_layout(
    layout: LayoutRequest, unit: str | None = None, studio: Studio = DEFAULT_STUDIO
) -> Sheets:
    """Everything that follows from a layout request, as a document.

    >>> reckon_layout(tiles()).figure("sheets_count").value
    12
    """
    laid = lay(layout, unit, studio)
    return Sheets(
        kind=kind_of(layout).name,
        figures=laid.figures,
        findings=laid.findings,
        sheets=_told(laid),
    )


def layout_page(
    layout: LayoutRequest, unit: str | None = None, seen: PageQuery = WHOLE_PAGE
) -> LayoutPage:
    """What the page of a sound request shows.

    >>> [(step.title, step.key) for step in layout_page(tiles()).steps][:2]
    [('What', '57 × 85.5 cm'), ('Sheets', 'A4, 12')]
    """
    style = style_for(layout.lengths, unit)
    laid, on = lay(layout, unit, seen.studio), by_device(layout, seen.studio)
    return kind_of(on).page(on, laid, style, seen)


def scene_of(
    layout: LayoutRequest, unit: str | None = None, studio: Studio = DEFAULT_STUDIO
) -> Scene | None:
    """What a look at the wall of a sound request shows; None for one of which nothing hangs.

    >>> scene_of(tiles()) is None, scene_of(panels()) is None
    (True, False)
    """
    return kind_of(layout).scene(layout, style_for(layout.lengths, unit), studio)


def hanging_sheets(layout: LayoutRequest, unit: str | None = None) -> list[Sheet]:
    """The hanging plan of a sound request; empty for one of which nothing hangs.

    >>> [sheet.name for sheet in hanging_sheets(panels())], hanging_sheets(tiles())
    (['Hanging plan'], [])
    """
    return kind_of(layout).hanging_plan(layout, style_for(layout.lengths, unit))


def blocking_reasons(laid: PlannedLayout) -> list[str]:
    """What keeps the files of a layout from being made, in words: every `stop` of it and of its plans, once.

    Plans that hang without being printed here may be as they are.

    >>> blocking_reasons(lay(tiles()))
    []
    """
    found = [one.text for one in laid.findings if one.level == "stop"]
    for work in (laid.works[number] for number in laid.used):
        found += [one.text for one in stops_on_sheets(work, style_for(lengths_of(work.plan)))]
    return list(dict.fromkeys(found))


def _told(laid: PlannedLayout) -> list[LaidSheet]:
    """The sheets as they are sent; strokes and labels that sheets share are worded once."""
    lines: dict[int, list[SheetLine]] = {}
    labels: dict[int, SheetLabel] = {}
    # Held here, so that what is told apart by its place in memory stays at that place.
    sides = [(side, side.strokes, side.labels) for sheet in laid.all_sheets for side in sheet.sides]
    for _, strokes, words in sides:
        if id(strokes) not in lines:
            lines[id(strokes)] = [
                SheetLine(
                    kind=stroke.kind,
                    start=(float(stroke.start[0]), float(stroke.start[1])),
                    end=(float(stroke.end[0]), float(stroke.end[1])),
                )
                for stroke in strokes
            ]
        for label in words:
            if id(label) not in labels:
                at = float(label.at[0]), float(label.at[1])
                turn: Literal[90] | None = 90 if label.turn else None
                labels[id(label)] = SheetLabel(label.text, at, float(label.height), turn)
    regions = [Regions(work) for work in laid.works]
    return [
        _sheet(side, regions, lines[id(strokes)], [labels[id(label)] for label in words], laid)
        for side, strokes, words in sides
    ]


def _sheet(
    sheet: Sheet,
    regions: list[Regions],
    lines: list[SheetLine],
    labels: list[SheetLabel],
    laid: PlannedLayout,
) -> LaidSheet:
    pieces = []
    for piece in sheet.file_parts:
        lies, shown = sheet.pixels(piece), piece.shown
        pieces.append(
            SheetPiece(
                name=piece.name,
                plan=laid.plan_of(piece.plan),
                box=piece.box.as_floats(),
                turn=piece.turn,
                region=regions[piece.plan].of(piece),
                pixels=(lies.x, lies.y, lies.w, lies.h),
                file=(shown.x, shown.y, shown.w, shown.h),
            )
        )
    return LaidSheet(
        name=sheet.name,
        width=float(sheet.width),
        height=float(sheet.height),
        ppi=float(sheet.ppi),
        pieces=pieces,
        lines=lines,
        labels=labels,
    )
