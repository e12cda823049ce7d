"""How a print lies on the paper that goes into a device, and what of it comes into what cannot be printed."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from typing import Literal, NamedTuple

from ..edges.kind import WHITE
from ..ground.rational import Fraction, exact
from ..parts.device import DeviceUsed, Feed
from ..shapes.box import ZERO, Box
from ..sheet.printsheet import print_sheet
from ..work.outcome import Work

SideName = Literal["left", "top", "right", "bottom"]
SIDES: tuple[SideName, ...] = ("left", "top", "right", "bottom")
#: What is cut by less than this, mm, is cut by rounding.
SLACK = Fraction(1, 100)


class Sides(NamedTuple):
    """Lengths, mm, one for each side of the print as it stands on the screen."""

    left: Fraction
    top: Fraction
    right: Fraction
    bottom: Fraction

    def quarter(self) -> Sides:
        """The same sides after the print was turned by a quarter clockwise: what was at its left is at the top."""
        return Sides(self.bottom, self.left, self.top, self.right)

    def quarter_back(self) -> Sides:
        return Sides(self.top, self.right, self.bottom, self.left)


@dataclass(frozen=True, slots=True)
class Lying:
    """A print on its paper, mm, seen as it goes in: `sheet` is the paper (of a roll what the print takes of it), `document`
    where the file lies on it. `turned`: by a quarter clockwise, which it takes to fit. `borderless`: printed beyond the paper."""

    feed: Feed
    sheet: Box
    document: Box
    turned: bool
    borderless: bool


def lying(work: Work) -> Lying | None:
    """How a print lies in the feed that was chosen; None without a device, or where the feed does not hold it.

    It lies in the middle. A sheet is turned only where it does not fit as it stands; on a roll it lies the way that
    takes less.

    >>> laid = lying(fog(target={"width": "27 cm", "height": "18 cm"}, device=chosen("desk/a4")))
    >>> laid.turned, [float(side) for side in laid.document.as_floats()]
    (True, [15.0, 13.5, 180.0, 270.0])
    >>> lying(fog()) is None
    True
    """
    used = work.device
    if used is None or work.plan.target.in_pixels:
        return None
    return lies_on(work, used.feed, prints_borderless(work, used))


def lies_on(work: Work, feed: Feed, borderless: bool) -> Lying | None:
    """The same for any feed.

    >>> work = fog(target={"width": "30 cm", "height": "20 cm"}, device=chosen("desk/a4"))
    >>> lies_on(work, work.device.feed, borderless=False) is None
    True
    """
    # What is printed beyond the paper is bleed: the trim is what has to fit.
    return fed(work.boxes.document, feed, work.boxes.trim if borderless else None)


def fed(document: Box, feed: Feed, trim: Box | None = None) -> Lying | None:
    """How a file of that size lies in a feed; printed borderless where a `trim` is given, which is then what has to fit.

    >>> feed = fog(device=chosen("desk/a4")).device.feed
    >>> fed(box(0, 0, 200, 280), feed).turned, fed(box(0, 0, 280, 200), feed).turned, fed(box(0, 0, 300, 300), feed)
    (False, True, None)
    """
    held = trim or document
    ways = []
    for turned in (False, True):
        w, h = (held.h, held.w) if turned else (held.w, held.h)
        full = (document.h, document.w) if turned else (document.w, document.h)
        if feed.height is None:
            if w <= feed.width.mm + SLACK and (
                feed.most_length is None or h <= feed.most_length.mm + SLACK
            ):
                ways.append((h, turned, Box(ZERO, ZERO, feed.width.mm, h), full))
        elif w <= feed.width.mm + SLACK and h <= feed.height.mm + SLACK:
            ways.append((ZERO, turned, Box(ZERO, ZERO, feed.width.mm, feed.height.mm), full))
    if not ways:
        return None
    _, turned, sheet, (w, h) = min(ways, key=lambda way: (way[0], way[1]))
    lies = Box((sheet.w - w) / 2, (sheet.h - h) / 2, w, h)
    return Lying(feed, sheet, lies, turned, trim is not None)


def prints_borderless(work: Work, used: DeviceUsed) -> bool:
    """Whether the dialog is set to print without a border: as the plan says, else where the feed can and the print
    has the size of its paper and ink within the margins.

    >>> work = fog(target={"width": "29.7 cm", "height": "21 cm"}, device=chosen("desk/a4"))
    >>> prints_borderless(work, work.device)
    True
    """
    choice = work.plan.device
    if not used.feed.borderless:
        return False
    if choice is not None and choice.borderless is not None:
        return choice.borderless
    laid = lies_on(work, used.feed, True)
    return (
        laid is not None
        and covers(work, laid)
        and any(short > SLACK for short in short_of_margins(work, laid))
    )


def covers(work: Work, laid: Lying) -> bool:
    """Whether the print is as wide as the paper; only such a one is printed beyond it.

    >>> work = fog(target={"width": "29.7 cm", "height": "21 cm"}, device=chosen("desk/a4"))
    >>> covers(work, lying(work))
    True
    """
    trim = work.boxes.trim
    w, h = (trim.h, trim.w) if laid.turned else (trim.w, trim.h)
    return w >= laid.sheet.w - SLACK and (laid.feed.is_roll or h >= laid.sheet.h - SLACK)


def ink_box(work: Work) -> Box:
    """All that is printed, mm of the document: a white border is paper, marks and coloured borders are ink.

    >>> [round(float(side), 1) for side in ink_box(fog(edge=border("2 in"))).as_floats()]
    [50.8, 50.8, 508.0, 304.8]
    """
    boxes, edge = work.boxes, work.plan.edge
    sheet = print_sheet(work)
    rim = edge.rim()
    bare = rim.fill == "colour" and rim.colour.lower() == WHITE
    inked = work.placement.printed if bare and work.padding_colour.lower() == WHITE else boxes.image
    if not bare:
        inked = boxes.document.grown(-work.plan.marks.margin.mm)
    found = [inked, *(stroke.box for stroke in sheet.strokes)]
    for label in sheet.labels:
        x, y = label.at
        found.append(Box(x, y - label.height, ZERO, label.height))
    left, top = min(box.x for box in found), min(box.y for box in found)
    return Box(
        left, top, max(box.right for box in found) - left, max(box.bottom for box in found) - top
    )


def short_of_margins(work: Work, laid: Lying) -> Sides:
    """By how much ink comes into the margins of the feed, mm, on each side of the print as it stands on the screen.

    On a roll the paper is cut behind the print: its ends are as long as they have to be.

    >>> work = fog(target={"width": "29.7 cm", "height": "21 cm"}, device=chosen("desk/a4", borderless=False))
    >>> [float(side) for side in short_of_margins(work, lying(work))]
    [3.0, 3.0, 3.0, 3.0]
    """
    return short_of(ink_box(work), work.boxes.document, laid)


def short_of(ink: Box, document: Box, laid: Lying) -> Sides:
    """The same for any file that lies in a feed: `ink` is what of the `document` is printed, mm.

    >>> from .lying import fed
    >>> feed = fog(device=chosen("desk/a4")).device.feed
    >>> page = box(0, 0, 210, 297)
    >>> [float(side) for side in short_of(page, page, fed(page, feed))]
    [3.0, 3.0, 3.0, 3.0]
    """
    around = Sides(ink.x, ink.y, document.w - ink.right, document.h - ink.bottom)
    if laid.turned:
        around = around.quarter()
    place, sheet = laid.document, laid.sheet
    # Where it was measured that a device prints beside the place, that counts too.
    x, y = exact(laid.feed.offset_x), exact(laid.feed.offset_y)
    to_paper = Sides(
        place.x + around.left + x, place.y + around.top + y,
        sheet.w - place.right + around.right - x, sheet.h - place.bottom + around.bottom - y,
    )  # fmt: skip
    margins = laid.feed.margins.mm
    short = Sides(*(margin - room for margin, room in zip(margins, to_paper, strict=True)))
    if laid.feed.is_roll:
        short = short._replace(top=ZERO, bottom=ZERO)
    return short.quarter_back() if laid.turned else short


def eaten_by_overspray(work: Work, laid: Lying) -> Sides:
    """What is lost of each side when it is printed borderless, mm: the overspray, where no bleed was made for it.

    >>> work = fog(target={"width": "29.7 cm", "height": "21 cm"}, device=chosen("desk/a4"))
    >>> [float(side) for side in eaten_by_overspray(work, lying(work))]
    [2.5, 2.5, 2.5, 2.5]
    """
    document, trim, over = work.boxes.document, work.boxes.trim, laid.feed.overspray.mm
    bleed = Sides(
        trim.x - document.x, trim.y - document.y,
        document.right - trim.right, document.bottom - trim.bottom,
    )  # fmt: skip
    eaten = Sides(*(max(ZERO, over - side) for side in bleed))
    if laid.feed.is_roll:
        ends = {"left": ZERO, "right": ZERO} if laid.turned else {"top": ZERO, "bottom": ZERO}
        eaten = eaten._replace(**ends)
    return eaten


def sides_of(lengths: Sides) -> Iterator[tuple[SideName, Fraction]]:
    """The sides where there is something to tell.

    >>> [(side, float(mm)) for side, mm in sides_of(Sides(Fraction(3), Fraction(0), Fraction(0), Fraction(1)))]
    [('left', 3.0), ('bottom', 1.0)]
    """
    for name, mm in zip(SIDES, lengths, strict=True):
        if mm > SLACK:
            yield name, mm
