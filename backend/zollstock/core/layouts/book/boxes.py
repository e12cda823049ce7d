"""What lies on the openings of a book: every picture worked out at its size there, and the texts."""

from __future__ import annotations

import json
from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from functools import lru_cache
from typing import Any

from ...documents.plan import Plan
from ...edges import NoEdge
from ...ground.lengths import Length
from ...ground.rational import Fraction
from ...ground.show import typed_length
from ...parts.file import OutputSpec
from ...parts.medium import Marks, Medium
from ...parts.target import Target
from ...shapes.box import Box
from ...studio.studio import Studio
from ...work.outcome import Work, work_out
from ..sharedoutput import shared_output
from .firstlayout import READING, FirstLayout, first_layout, zone_at
from .openings import Opening
from .request import BookRequest
from .spreads import BookBox, BookSpread

_MOST_KEPT = 8

#: What a book's pictures are judged on.
BOOK_PAPER = "Book paper"


@dataclass(frozen=True, slots=True)
class PictureBox:
    """A picture on an opening. `number` counts all boxes of the document from 1; `path` leads to it there.

    `box` is what was asked for, `printed` the same with what goes on into the bleed, mm from the opening's trim.
    """

    number: int
    path: str
    opening: Opening
    plan: int
    box: Box
    printed: Box
    work: Work

    @property
    def title(self) -> str:
        return self.work.plan.title or f"Picture {self.plan + 1}"

    @property
    def pages(self) -> str:
        """10–11"""
        return self.opening.pages_of(self.box)

    @property
    def crosses(self) -> bool:
        return self.opening.crosses(self.box)

    @property
    def shown(self) -> Box:
        """The box within its picture's own document, mm."""
        return Box(self.box.x - self.printed.x, self.box.y - self.printed.y, self.box.w, self.box.h)

    def in_picture(self, box: Box) -> Box:
        """A box of the opening (mm) in px of the straightened picture."""
        placed = self.work.placement
        at = Box(box.x - self.printed.x, box.y - self.printed.y, box.w, box.h)
        return placed.to_px(at)


@dataclass(frozen=True, slots=True)
class TextOn:
    """A text box of the document."""

    number: int
    path: str
    opening: Opening
    of: BookBox


@dataclass(frozen=True, slots=True)
class LaidBook:
    """A book's boxes, and which of its pictures have none."""

    pictures: tuple[PictureBox, ...]
    texts: tuple[TextOn, ...]
    without_place: tuple[int, ...]
    spreads: tuple[BookSpread, ...]
    #: Spreads of the document whose pages the book has not.
    beyond: tuple[int, ...]


def laid_boxes(layout: BookRequest, studio: Studio) -> LaidBook:
    """Everything on the openings; by the first layout where the request has no spreads.

    >>> from ...studio.studio import DEFAULT_STUDIO
    >>> held = laid_boxes(book(spreads=None), DEFAULT_STUDIO)
    >>> [(one.pages, round(float(one.box.w))) for one in held.pictures][:2]
    [('5', 196), ('7', 179)]
    """
    spreads = tuple(layout.spreads) if layout.spreads is not None else first_spreads(layout)
    held = {one.first: one for one in layout.openings}
    pictures, texts, beyond = [], [], []
    number, seen = 0, set()
    for at, spread in enumerate(spreads):
        opening = held.get(spread.start)
        if opening is None and spread.boxes:
            beyond.append(spread.start)
        for which, box in enumerate(spread.boxes):
            number += 1
            if opening is None:
                continue
            path = f"spreads.{at}.boxes.{which}"
            if box.plan is None:
                texts.append(TextOn(number, path, opening, box))
                continue
            seen.add(box.plan)
            pictures.append(picture_box(layout, studio, number, path, opening, box.plan, box.box))
    out = set(layout.leave_out)
    lacking = [one for one in range(len(layout.plans)) if one not in seen and one not in out]
    return LaidBook(tuple(pictures), tuple(texts), tuple(lacking), spreads, tuple(beyond))


def picture_box(
    layout: BookRequest,
    studio: Studio,
    number: int,
    path: str,
    opening: Opening,
    plan: int,
    box: Box,
) -> PictureBox:
    printed = opening.with_bleed(box, layout.bleed.mm)
    work = work_out(sized(layout, layout.plans[plan], printed, studio), studio)
    return PictureBox(number, path, opening, plan, box, printed, work)


def sized(layout: BookRequest, plan: Plan, printed: Box, studio: Studio) -> Plan:
    """The plan of a picture at its size in the book: on its paper, as fine as its pages, seen from the hand.

    >>> from ...studio.studio import DEFAULT_STUDIO
    >>> sized(book(), book().plans[0], box(0, 0, 150, 100), DEFAULT_STUDIO).target.width.typed
    '150.0000 mm'
    """
    pixels = plan.pixels.model_copy(update={"mode": "fixed", "ppi": float(layout.file_ppi)})
    viewing = plan.viewing.model_copy(
        update={
            "distance": Length(Fraction(READING), "mm", f"{READING} mm"),
            "room": None,
            # What a trial said of another medium says nothing of this paper.
            "trials": None,
            "school": _school(plan, studio),
        }
    )
    return plan.model_copy(
        update={
            "target": Target.model_construct(
                width=_length(printed.w), height=_length(printed.h), ppi=None
            ),
            "edge": NoEdge(),
            "marks": Marks(),
            "medium": Medium(name=BOOK_PAPER, factor=layout.paper.factor),
            "pixels": pixels,
            "viewing": viewing,
            # All pages are one file: they share its depth and its colours.
            "output": _of_pages(layout.plans),
        }
    )


def _of_pages(plans: Sequence[Plan]) -> OutputSpec:
    output = shared_output(plans)
    # A book of one picture, too, is more than its picture.
    return (
        output
        if output.print_profile is not None
        else output.model_copy(update={"profile": "srgb"})
    )


def _school(plan: Plan, studio: Studio) -> str:
    """The plan's own criterion; acuity where it is own trials and none was on book paper."""
    tried = any(trial.medium == BOOK_PAPER for trial in studio.known.trials)
    return "acuity" if plan.viewing.school == "trials" and not tried else plan.viewing.school


def _length(mm: Fraction) -> Length:
    return Length(mm, "mm", f"{float(mm):.4f} mm")


def first_spreads(layout: BookRequest) -> tuple[BookSpread, ...]:
    """The first layout as a document has it.

    >>> [one.start for one in first_spreads(book())][:3]
    [4, 6, 8]
    """
    unit = layout.page.width.unit
    placed = _first(_wish(layout), _Held(layout)).placed
    return tuple(
        BookSpread.model_validate(
            {
                "from": one.opening.first,
                "boxes": [
                    {"plan": plan} | typed_box(box, unit)
                    for plan, box in zip(one.plans, one.arrangement.boxes, strict=True)
                ],
            }
        )
        for one in placed
    )


def typed_box(box: Box, unit: str) -> dict[str, str]:
    """A box as somebody would type it.

    >>> typed_box(box(10, 20, 100, 50), "cm")
    {'x': '1 cm', 'y': '2 cm', 'width': '10 cm', 'height': '5 cm'}
    """
    sides = {"x": box.x, "y": box.y, "width": box.w, "height": box.h}
    return {name: typed_length(mm, unit) for name, mm in sides.items()}


def spreads_document(spreads: tuple[BookSpread, ...]) -> list[dict[str, Any]]:
    """Spreads as JSON values.

    >>> [one["from"] for one in spreads_document(first_spreads(book()))][:2]
    [4, 6]
    """
    return [one.model_dump(mode="json", by_alias=True) for one in spreads]


def in_whole(layout: BookRequest, laid: LaidBook, fix: dict[str, Any]) -> dict[str, Any]:
    """A change to a box as one to the document: where that has no spreads of its own, they come along whole.

    >>> in_whole(book(), None, {"spreads.0.x": "1 cm"})
    {'spreads.0.x': '1 cm'}
    """
    if layout.spreads is not None or not any(path.startswith("spreads.") for path in fix):
        return fix
    spreads = spreads_document(laid.spreads)
    changed = {path: value for path, value in fix.items() if not path.startswith("spreads.")}
    for path, value in fix.items():
        if path.startswith("spreads."):
            _, at, _, box, name = path.split(".")
            spreads[int(at)]["boxes"][int(box)][name] = value
    return changed | {"spreads": spreads}


class _Held:
    """A request as a key of what is kept: told apart by the wish beside it."""

    def __init__(self, layout: BookRequest) -> None:
        self.layout = layout

    def __eq__(self, other: object) -> bool:
        return isinstance(other, _Held)

    def __hash__(self) -> int:
        return 0


@lru_cache(maxsize=_MOST_KEPT)
def _first(wish: str, held: _Held) -> FirstLayout:
    return first_layout(held.layout)


def _wish(layout: BookRequest) -> str:
    """All that a first layout goes by."""
    of_book = layout.model_dump(
        mode="json",
        include={"pages", "page", "bleed", "safe", "gutter", "binding", "opens", "paper", "captions", "title_page",
                 "keep_together", "leave_out"},
    )  # fmt: skip
    of_plans = [
        plan.model_dump(mode="json", include={"picture", "fit", "viewing"}) for plan in layout.plans
    ]
    return json.dumps([of_book, of_plans])


def zones_in_gutter(layout: BookRequest, held: PictureBox) -> Iterator[int]:
    """The numbers of the picture's keep zones of which the binding swallows a part.

    >>> from ...studio.studio import DEFAULT_STUDIO
    >>> [list(zones_in_gutter(book(), one)) for one in laid_boxes(book(spreads=None), DEFAULT_STUDIO).pictures][:1]
    [[]]
    """
    gutter = held.opening.gutter(layout.swallowed) if held.crosses else None
    if gutter is None:
        return
    hidden = held.in_picture(gutter)
    placed = held.work.placement
    for number, zone in enumerate(held.work.plan.fit.keep):
        at = zone_at(zone, held.work.plan, (placed.picture_w, placed.picture_h))
        if at.x < hidden.right and at.right > hidden.x:
            yield number
