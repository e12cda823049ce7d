"""The cover: one sheet round the book, its back, spine and front, and what is turned in or cut off."""

from __future__ import annotations

from dataclasses import dataclass

from ...ground.rational import Fraction
from ...letters import reach
from ...shapes.box import ZERO, Box
from ...shapes.ink import Ink, Label, Stroke
from ...sheet.marks import WIDTH
from ...sheet.sheets import Item, Sheet
from ...sheet.textblock import TextBlock
from ...studio.studio import Studio
from ...work.outcome import work_out
from .binding import LEAST_SPINE_FOR_TEXT
from .boxes import PictureBox, sized
from .openings import Opening
from .pages import part_on
from .request import BookRequest

#: Capitals on the spine take so much of its width, and are no higher than this, mm.
_OF_SPINE, _MOST_ON_SPINE = Fraction(2, 5), Fraction(7)
#: Capitals of the title on the front by its width.
_TITLE_SHARE = Fraction(1, 18)


@dataclass(frozen=True, slots=True)
class CoverPlan:
    """Where everything of a cover lies, mm from its sheet's upper left: what is cut or folded off, spine, both sides."""

    width: Fraction
    height: Fraction
    edge: Fraction
    spine: Box
    front: Box
    back: Box

    @property
    def trim(self) -> Box:
        return Box(self.edge, self.edge, self.width - 2 * self.edge, self.height - 2 * self.edge)


def cover_plan(layout: BookRequest) -> CoverPlan:
    """A cover of boards: 2 × (page + overhang) + spine + 2 × wrap; of paper: 2 × page + spine + 2 × bleed.

    >>> made = cover_plan(book())
    >>> float(made.width), float(made.height)
    (426.72, 286.0)
    """
    cover = layout.cover
    out = ZERO if cover is None else cover.overhang.mm
    edge = layout.bleed.mm if cover is None else cover.wrap.mm
    side, spine = layout.page.width.mm + out, layout.spine
    width = 2 * side + spine + 2 * edge
    height = layout.page.height.mm + 2 * out + 2 * edge
    high = height - 2 * edge
    left, right = Box(edge, edge, side, high), Box(edge + side + spine, edge, side, high)
    front, back = (right, left) if layout.opens == "left" else (left, right)
    return CoverPlan(width, height, edge, Box(edge + side, edge, spine, high), front, back)


def spine_label(layout: BookRequest, plan: CoverPlan) -> Label | None:
    """The words on the spine, reading downwards in its middle; None where it has none or cannot carry any.

    >>> layout = book(pages=200)
    >>> spine_label(layout, cover_plan(layout)) is None, spine_label(book(), cover_plan(book())) is None
    (False, True)
    """
    words = layout.spine_words
    if not words or plan.spine.w < LEAST_SPINE_FOR_TEXT:
        return None
    capitals = min(plan.spine.w * _OF_SPINE, _MOST_ON_SPINE)
    long = reach(words, "condensed", capitals).width
    room = plan.spine.h - 2 * layout.safe.mm
    if long > room:
        capitals, long = capitals * room / long, room
    # Read downwards, capitals stand towards the right of the spine.
    x = plan.spine.x + (plan.spine.w - capitals) / 2
    y = plan.spine.y + (plan.spine.h - long) / 2
    return Label(words, (x, y), capitals, "condensed", turn=90)


def cover_picture(layout: BookRequest, studio: Studio) -> PictureBox | None:
    """The picture on the front, over all of it and what is turned in or cut off beside it.

    >>> from ...studio.studio import DEFAULT_STUDIO
    >>> cover_picture(book(), DEFAULT_STUDIO) is None
    True
    """
    number = layout.outside.plan
    if number is None:
        return None
    plan = cover_plan(layout)
    front = plan.front
    x = front.x - (plan.edge if layout.opens == "right" else 0)
    printed = Box(x, front.y - plan.edge, front.w + plan.edge, front.h + 2 * plan.edge)
    whole = Opening((1,), plan.width, plan.height)
    work = work_out(sized(layout, layout.plans[number], printed, studio), studio)
    return PictureBox(0, "outside.plan", whole, number, printed, printed, work)


def cover_sheet(
    layout: BookRequest, picture: PictureBox | None, number: int, ppi: Fraction
) -> Sheet:
    """The cover; `number` is that of the work of its `picture`.

    >>> made = cover_sheet(book(), None, 0, Fraction(300))
    >>> float(made.width), float(made.height)
    (426.72, 286.0)
    """
    plan = cover_plan(layout)
    media = Box(ZERO, ZERO, plan.width, plan.height)
    items: list[Item] = []
    if picture is not None:
        part = part_on(number, picture, media, None, ppi)
        items += [part] if part is not None else []
    title = cover_title(layout, plan)
    if title is not None:
        items.append(title)
    label = spine_label(layout, plan)
    items.append(Ink(tuple(_folds(layout, plan)), (label,) if label is not None else ()))
    return Sheet("Cover", plan.width, plan.height, ppi, plan.trim, media, tuple(items))


def cover_title(layout: BookRequest, plan: CoverPlan) -> TextBlock | None:
    """The title on the front, within its safe edge and clear of the hinge.

    >>> cover_title(book(), cover_plan(book())).text
    'Catalogue'
    """
    words = layout.cover_words
    if not words:
        return None
    safe = layout.safe.mm
    hinge = ZERO if layout.cover is None else layout.cover.hinge.mm
    bound_left = layout.opens == "left"
    left, right = (safe + hinge, safe) if bound_left else (safe, safe + hinge)
    box = plan.front.inset(left, plan.front.h / 6, right, safe)
    return TextBlock(words, box, plan.front.w * _TITLE_SHARE, "condensed", align="centre")


def _folds(layout: BookRequest, plan: CoverPlan) -> list[Stroke]:
    """Where the spine begins and ends, and the hinges beside it: ticks in what is cut or turned in."""
    long = min(plan.edge * Fraction(2, 3), Fraction(6))
    if not layout.marks or long <= 0:
        return []
    at = [plan.spine.x, plan.spine.right] if plan.spine.w else [plan.spine.x]
    if layout.cover is not None and layout.cover.hinge.mm:
        at += [plan.spine.x - layout.cover.hinge.mm, plan.spine.right + layout.cover.hinge.mm]
    found = []
    for x in at:
        found.append(Stroke("fold", (x, ZERO), (x, long), WIDTH))
        found.append(Stroke("fold", (x, plan.height - long), (x, plan.height), WIDTH))
    return found
