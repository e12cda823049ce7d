"""The kinds of design: how a document of each is read, and which pictures it speaks of.

A layout is one kind here; which kind of layout it is, its document says.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import asdict, dataclass
from typing import Any

from zollstock.core.counter.edgewords import edge_in_words
from zollstock.core.documents.plan import PlanError, parse_plan, plan_document
from zollstock.core.ground.show import LengthStyle, style_for
from zollstock.core.layouts import in_short, lay, layout_document, parse_layout
from zollstock.core.parts.fit import KeepZone
from zollstock.core.rules.viewing import grade_word
from zollstock.core.sheet.drawings import trimmed_drawing
from zollstock.core.studio.studio import Studio
from zollstock.core.telling.findings import stops
from zollstock.core.work.outcome import Work, work_out
from zollstock.core.work.zones import turned

Document = dict[str, Any]
#: A print, and the place in its document that speaks of its picture.
PRINT, PICTURE = "print", "picture"
LAYOUT = "layout"


@dataclass(frozen=True)
class Kind:
    """A kind of design.

    `word` is what people call one. `sound` reads a document and gives it whole, with every default; it raises a `DocumentError` with
    the path of each fault. `summary` is what lists show of it, by what the studio of its account knows: a `drawing` in small, and words. `pictures` gives what a sound document says of each picture, and `zones` the
    keep zones it has drawn on each, as on the upright picture; both under the picture's key. With `spare` it may hold
    pictures that its document does not speak of: after an undo they wait for the redo.
    """

    word: str
    sound: Callable[[Document], Document]
    summary: Callable[[Document, Studio], Document]
    pictures: Callable[[Document], dict[str, Document]]
    zones: Callable[[Document], dict[str, list[Document]]]
    spare: bool = False

    def check(self, document: Document, own: dict[str, Document]) -> None:
        """A sound document must be for the design's own pictures. Raises `PlanError`."""
        wanted = self.pictures(document)
        for key, given in wanted.items():
            if key not in own:
                raise PlanError(
                    [(key, "no picture is held for this plan; add the print to the layout")]
                )
            if _which(given) != _which(own[key]):
                told = (
                    "this plan is for another picture: {width_px} × {height_px} px, orientation "
                    "{orientation}"
                )
                raise PlanError([(key, told.format(**given))])
        for key in () if self.spare else own.keys() - wanted.keys():
            raise PlanError([(key, "no picture is spoken of here")])


def _which(picture: Document) -> Document:
    """What tells one picture from another. Plans of before do not say whether theirs has a profile."""
    return {name: value for name, value in picture.items() if name != "tagged"}


def _upright_zones(plan: Document) -> list[Document]:
    """A plan's keep zones in fractions of the upright picture, before the plan's own turn."""
    fit = plan["fit"]
    return [turned(KeepZone(**zone), -fit["turn"]).model_dump(mode="json") for zone in fit["keep"]]


def plan_key(number: int) -> str:
    """The place in a layout's document that speaks of a plan's picture."""
    return f"plans[{number}].picture"


#: The place in a layout's document that speaks of the photograph of a wall.
WALL_PHOTO = "view.photo.picture"


def _of_layout(layout: Document) -> dict[str, Document]:
    """Of each plan its picture; of a wall that was photographed the photograph."""
    found = {plan_key(number): plan["picture"] for number, plan in enumerate(layout["plans"])}
    photo = layout.get("view", {}).get("photo")
    return found if photo is None else found | {WALL_PHOTO: photo["picture"]}


def _print_summary(document: Document, studio: Studio) -> Document:
    """The print as it will be when it is trimmed, its size, and its grade."""
    plan = parse_plan(document)
    work = work_out(plan, studio)
    trim = work.boxes.trim
    style = style_for([plan.target.width, plan.target.height])
    return {
        "drawing": asdict(trimmed_drawing(work)),
        "text": style.size(trim.w, trim.h),
        "grade": work.grade,
        "edge": edge_in_words(plan.edge, style),
        "edge_kind": plan.edge.kind,
        "medium": plan.medium.name,
        **_trouble(work, style),
    }


def _trouble(work: Work, style: LengthStyle) -> Document:
    """Why it wants a second look (no file can be made of it, or it is too coarse), and at which `step`; empty where nothing
    stands against it."""
    found = stops(work, style)
    if found:
        return {"trouble": found[0].text, "step": found[0].step}
    if work.grade in ("soft", "coarse"):
        return {"trouble": grade_word(work.grade), "step": "distance"}
    return {"trouble": "", "step": ""}


def _layout_summary(document: Document, studio: Studio) -> Document:
    """The first print that it is of, and what it comes to, in words."""
    layout = parse_layout(document)
    laid = lay(layout, studio=studio)
    return {
        "drawing": asdict(trimmed_drawing(laid.works[0])),
        "text": in_short(layout, laid),
        "kind": document["kind"],
        "grade": None,
        "edge": "",
        "edge_kind": "",
        "medium": layout.plans[0].medium.name,
        "trouble": next((one.text for one in laid.findings if one.level == "stop"), ""),
    }


KINDS: dict[str, Kind] = {
    PRINT: Kind(
        word="print",
        sound=lambda document: plan_document(parse_plan(document)),
        summary=_print_summary,
        pictures=lambda plan: {PICTURE: plan["picture"]},
        zones=lambda plan: {PICTURE: _upright_zones(plan)},
    ),
    LAYOUT: Kind(
        word="layout",
        sound=lambda document: layout_document(parse_layout(document)),
        summary=_layout_summary,
        pictures=_of_layout,
        zones=lambda layout: {
            plan_key(number): _upright_zones(plan) for number, plan in enumerate(layout["plans"])
        },
        spare=True,
    ),
}
