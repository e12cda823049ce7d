"""The device that a layout's sheets are printed on: what its plans go by, and what it does to every sheet."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import replace
from typing import NamedTuple

from ..answer.reckoning import Finding, Way
from ..devices.lying import Lying, Sides, fed, short_of, sides_of
from ..edges.kind import WHITE
from ..ground.lengths import parse_length
from ..ground.plaintext import listed
from ..ground.rational import Fraction
from ..ground.show import LengthStyle
from ..parts.device import DeviceUsed, Feed
from ..shapes.box import Box
from ..sheet.sheets import PicturePart, Sheet
from ..studio.studio import Studio
from ..telling.devicefindings import (
    changed_since,
    does_not_fit,
    margins_text,
    medium_findings,
    not_held,
    other_scale,
    unknown_device,
)
from ..telling.findings import beyond_the_grid
from .beginning import Document
from .kind import PlannedLayout
from .request import LayoutRequest, sheet_of

#: So many feeds are offered where one is too small.
_MOST_OFFERED = 3
#: So much more white than a device leaves holds the marks, mm.
_MARKS_ROOM = Fraction(5)


class SheetFile(NamedTuple):
    """A sheet as its file says it itself: by its `scale` larger than it comes out."""

    sheet: Sheet
    scale: tuple[Fraction, Fraction]

    def entered(self, box: Box) -> Box:
        x, y = self.scale
        return Box(box.x / x, box.y / y, box.w / x, box.h / y)

    @property
    def document(self) -> Box:
        return self.entered(self.sheet.media)

    def short(self, box: Box, lying: Lying) -> Sides:
        """By how much a box of the sheet comes into the margins of the feed."""
        return short_of(self.entered(box), self.document, lying)


def by_device(layout: LayoutRequest, studio: Studio) -> LayoutRequest:
    """The request with what is known of its device, and its plans going by that one; without a device as it is.

    >>> from ..studio.studio import DEFAULT_STUDIO
    >>> by_device(tiles(), DEFAULT_STUDIO) == tiles()
    True
    """
    choice = layout.device
    if choice is None:
        return layout
    device = choice.model_copy(update={"used": studio.devices.used(choice)})
    plans = [plan.model_copy(update={"device": device}) for plan in layout.plans]
    return layout.model_copy(update={"device": device, "plans": plans})


def file_scale(layout: LayoutRequest, sheet: Sheet) -> tuple[Fraction, Fraction]:
    """What the device makes of a file's width and of its height, where that is put right in the file; else 1 and 1.

    A sheet is laid out as it comes out of the device: its file says that it is larger by as much, and is as large as
    the paper.

    >>> [float(one) for one in file_scale(tiles(), lay(tiles()).sheets[0])]
    [1.0, 1.0]
    """
    across, along = layout.device_scale
    used = layout.device.used if layout.device else None
    if used is None or across == along:
        return across, along
    lying = fed(SheetFile(sheet, (along, across)).document, used.feed)
    return (along, across) if lying is not None and lying.turned else (across, along)


def with_device(
    laid: PlannedLayout, layout: LayoutRequest, studio: Studio, style: LengthStyle
) -> PlannedLayout:
    """The layout with everything about its device; as it is while none is chosen. `layout` is `by_device`.

    >>> from ..studio.studio import DEFAULT_STUDIO
    >>> laid = lay(tiles())
    >>> with_device(laid, tiles(), DEFAULT_STUDIO, LengthStyle("cm")) is laid
    True
    """
    if layout.device is None or not laid.used:
        return laid  # lines and letters alone go anywhere
    found = list(_findings(laid, layout, studio, style))
    sheets, apart = (
        tuple(replace(sheet, scale=file_scale(layout, sheet)) for sheet in some)
        for some in (laid.sheets, laid.apart)
    )
    return replace(laid, sheets=sheets, apart=apart, findings=[*laid.findings, *found])


def on_its_device(begun: Document, plans: Sequence[Document]) -> Document:
    """A new layout on the device that all its prints were planned for, by the sheets of its feed; else as it is.

    A roll is taken for what is laid on a roll of that width alone: what lies on sheets would have none.

    >>> on_its_device({"kind": "tiles"}, [{}])
    {'kind': 'tiles'}
    """
    first = plans[0].get("device") if plans else None
    if not first or not first.get("used") or any(plan.get("device") != first for plan in plans):
        return begun
    feed, roll = Feed.model_validate(first["used"]["feed"]), begun.get("roll")
    if "sheet" in begun and not feed.is_roll:
        return begun | {"device": first, "sheet": sheet_of(feed)}
    if roll and feed.is_roll and parse_length(roll["width"]).mm == feed.width.mm:
        return begun | {"device": first}
    return begun


def _findings(
    laid: PlannedLayout, layout: LayoutRequest, studio: Studio, style: LengthStyle
) -> Iterator[Finding]:
    assert layout.device is not None
    used = layout.device.used
    if used is None:
        yield unknown_device()
        return
    yield from changed_since(layout.device, used, studio)
    sheets = [SheetFile(sheet, file_scale(layout, sheet)) for sheet in laid.all_sheets]
    outside = [one for one in sheets if fed(one.document, used.feed) is None]
    if outside:
        yield _too_small(outside, layout, used, studio, style)
    if not (used.feed.borderless and layout.device.borderless):
        yield from _cut(sheets, layout, used, style)
    yield from other_scale(used)
    yield from _of_plans(laid, used)
    yield from _grid(laid, layout, used)


def _of_plans(laid: PlannedLayout, used: DeviceUsed) -> Iterator[Finding]:
    """The medium of the first plan, whose profile is that of all files."""
    for found in medium_findings(laid.works[0], used):
        fix = {f"plans.0.{path}": value for path, value in found.fix.items()} if found.fix else None
        yield found.model_copy(update={"fix": fix})


def _grid(laid: PlannedLayout, layout: LayoutRequest, used: DeviceUsed) -> Iterator[Finding]:
    grid = max(used.native_ppi, default=None)
    finest = max(laid.works[number].output_ppi for number in laid.used)
    if grid is not None and finest > grid:
        yield beyond_the_grid(finest, grid, "the printer's grid", layout.on_grid(grid))


def _too_small(
    outside: list[SheetFile],
    layout: LayoutRequest,
    used: DeviceUsed,
    studio: Studio,
    style: LengthStyle,
) -> Finding:
    """The largest of the sheets that the feed does not hold; its own paper first, then feeds that do."""
    largest = max(outside, key=lambda one: one.document.w * one.document.h)
    box, name = largest.document, largest.sheet.name
    more = f"{len(outside)} files do not fit: {name}"
    what = f"The file of {name}" if len(outside) == 1 else more
    found, text = does_not_fit(what, box, used, style)
    return not_held(found, text, list(_holding(box, layout, used, studio)))


def _holding(box: Box, layout: LayoutRequest, used: DeviceUsed, studio: Studio) -> Iterator[Way]:
    own = layout.fed_by(used.feed)
    if own is not None:
        yield Way(label=f"Use the paper of {used.feed.name}", text="of this feed", fix=own)
    feeds = sorted(
        ((device, feed) for device in studio.devices.devices for feed in device.feeds),
        key=lambda pair: (pair[1].is_roll, pair[1].width.mm),
    )
    holding = [(device, feed) for device, feed in feeds if fed(box, feed) is not None]
    for device, feed in holding[:_MOST_OFFERED]:
        chosen = studio.devices.chosen(device.key, feed.key)
        if chosen is not None:
            fix = {"device": chosen.model_dump(mode="json")}
            yield Way(label=f"{device.name}, {feed.name}", text="the sheets as they are", fix=fix)


def _cut(
    sheets: list[SheetFile], layout: LayoutRequest, used: DeviceUsed, style: LengthStyle
) -> Iterator[Finding]:
    """What of the pictures lies in the margins that stay white, the most on each side; and marks that lie there whole."""
    short: list[Sides] = []
    lost = False
    for one in sheets:
        lying = fed(one.document, used.feed)
        if lying is not None:
            short += [one.short(picture, lying) for picture in _pictures(one.sheet)]
            marks = [stroke.box for stroke in one.sheet.strokes]
            lost = lost or any(_gone(mark, one.short(mark, lying)) for mark in marks)
    most = Sides(*(max(side) for side in zip(*short, strict=True))) if short else None
    worst = list(sides_of(most)) if most else []
    device = f"The unprintable margins of the {used.name}, {used.feed.name},"
    margins = f"{device} are {margins_text(used.feed, style)}"
    if worst:
        sides = listed([f"{style.length(mm)} at the {side}" for side, mm in worst])
        fix = layout.within(used.feed)
        yield Finding(
            id="border-under-margin",
            level="warn",
            step="handover",
            text=f"{margins}: {sides} of what is to be printed is cut off.",
            fix=fix,
            fix_label="Keep clear of them" if fix else None,
        )
    elif lost:
        # The bar lies a quarter of the white above the end of the sheet.
        room = max(_MARKS_ROOM, 3 * max(used.feed.margins.mm))
        fix = layout.within(used.feed, room)
        yield Finding(
            id="marks-in-margin",
            level="note",
            step="handover",
            text=f"{margins}: marks that lie there are not printed.",
            fix=fix,
            fix_label="Make room for the marks" if fix else None,
        )


def _gone(mark: Box, short: Sides) -> bool:
    """Whether nothing of a mark is left; a line has no width of its own."""
    across, down = max(short.left, short.right), max(short.top, short.bottom)
    return (across > 0 and across >= mark.w) or (down > 0 and down >= mark.h)


def _pictures(sheet: Sheet) -> Iterator[Box]:
    """Where pictures are printed on the front of a sheet, mm; a white border is paper."""
    for part in sheet.parts:
        white = (
            isinstance(part, PicturePart)
            and part.rim.fill == "colour"
            and part.rim.colour.lower() == WHITE
        )
        yield part.image if white and isinstance(part, PicturePart) else part.box
