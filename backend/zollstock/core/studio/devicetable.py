"""Devices as a table for other programs: a line for every feed, and one for every medium that goes through."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Any

from ..ground.csvtable import (
    Cell,
    TableError,
    headed,
    is_yes,
    number_in,
    records,
    whole_in,
    write_table,
    yes_or_no,
)
from ..parts.device import DeviceMedium, Feed
from .devices import MOST_DEVICES, MOST_FEEDS, Devices, DevicesError, read_devices

_SIDES = ("left", "top", "right", "bottom")
_OF_DEVICE = ("device", "kind", "native_ppi", "quirks", "checks", "corrects", "notes")
_OF_FEED = ("name", "width", "height", "most_length", *_SIDES, "face", "borderless", "overspray", "scale_x", "scale_y", "offset_x",
            "offset_y", "measured")  # fmt: skip
_OF_MEDIUM = ("stock", "profile", "setting", "ink_limit")
COLUMNS = (*_OF_DEVICE, "line", *_OF_FEED, *_OF_MEDIUM, "key", "device_key")
#: What people read over a column; its own name is read as well.
HEADS = {
    "native_ppi": "native ppi",
    "corrects": "scale corrected in the file",
    "most_length": "longest print",
    **{side: f"unprintable {side}" for side in _SIDES},
    "face": "printed side",
    "scale_x": "scale across (%)",
    "scale_y": "scale along (%)",
    "offset_x": "offset across (mm)",
    "offset_y": "offset along (mm)",
    "stock": "medium key",
    "setting": "setting in the dialog",
    "ink_limit": "most ink (%)",
    "device_key": "device key",
}
_MOST_LINES = MOST_DEVICES * MOST_FEEDS


def write_devices(table: Devices) -> str:
    """The devices as CSV; `devices_from` reads it back."""
    return write_table(headed(COLUMNS, HEADS), _rows(table))


def _rows(table: Devices) -> Iterator[list[Any]]:
    none_of_feed, none_of_medium = [""] * len(_OF_FEED), [""] * len(_OF_MEDIUM)
    for one in table.devices:
        head = [one.name, one.kind, " ".join(map(str, one.native_ppi)), " ".join(one.quirks),
                " ".join(one.checks), yes_or_no(one.corrects), one.notes]  # fmt: skip
        for feed in one.feeds:
            yield [*head, "feed", *_feed_cells(feed), *none_of_medium, feed.key, one.key]
        for medium in one.media:
            yield [*head, "medium", *none_of_feed, *_medium_cells(medium), "", one.key]  # fmt: skip
        if not one.feeds and not one.media:
            yield [*head, "", *none_of_feed, *none_of_medium, "", one.key]


def _medium_cells(medium: DeviceMedium) -> list[Any]:
    most = "" if medium.ink_limit is None else f"{medium.ink_limit:.10g}"
    return [medium.stock, medium.profile, medium.setting, most]


def _feed_cells(feed: Feed) -> list[Any]:
    margins = [getattr(feed.margins, side).typed for side in _SIDES]
    return [feed.name, feed.width.typed, feed.height.typed if feed.height else "",
            feed.most_length.typed if feed.most_length else "", *margins, feed.face, yes_or_no(feed.borderless), feed.overspray.typed,
            f"{feed.scale_x * 100:.10g}", f"{feed.scale_y * 100:.10g}", f"{feed.offset_x:.10g}", f"{feed.offset_y:.10g}", feed.measured]  # fmt: skip


def devices_from(text: str, before: Devices) -> Devices:
    """Devices from CSV; the standard for new prints stays where it is still there. Raises `TableError` with the line.

    Needed is `device`; a line with a `width` is a feed, one with a medium key a medium. Lines of one device need not
    follow each other; the first says what it is.
    """
    found: dict[str, dict[str, Any]] = {}
    for count, (cell, line) in enumerate(
        records(text, "devices", COLUMNS, (("device",),), HEADS), 1
    ):
        if count > _MOST_LINES:
            raise TableError(f"line {line}: more than {_MOST_LINES} lines")
        name = cell("device")
        if not name:
            raise TableError(f"line {line}: a device has a name")
        held = found.setdefault(name.casefold(), _device(cell, line))
        if cell("width"):
            held["feeds"].append(_feed(cell, line))
        elif cell("stock"):
            held["media"].append(_medium(cell, line))
        _checked(held, line)
    try:
        table = read_devices({"devices": list(found.values())})
    except DevicesError as error:
        raise TableError(error.problems[0][1]) from None
    standard = before.standard
    device = table.device(standard.key) if standard else None
    kept = standard if standard and device and device.feed(standard.feed) else None
    return table.model_copy(update={"standard": kept})


def _device(cell: Cell, line: int) -> dict[str, Any]:
    found: dict[str, Any] = {
        "name": cell("device"),
        "notes": cell("notes"),
        "native_ppi": [
            whole_in(grid, "native ppi", line)
            for grid in cell("native_ppi").replace("/", " ").replace(",", " ").split()
        ],
        "quirks": cell("quirks").split(),
        "checks": cell("checks").split(),
        "corrects": is_yes(cell("corrects")),
        "feeds": [],
        "media": [],
    }
    if cell("kind"):
        found["kind"] = cell("kind").lower()
    if cell("device_key"):
        found["key"] = cell("device_key")
    return found


def _feed(cell: Cell, line: int) -> dict[str, Any]:
    lengths = ("width", "height", "most_length", "overspray")
    found: dict[str, Any] = {name: cell(name) for name in lengths if cell(name)}
    found["name"] = cell("name") or cell("width")
    found["margins"] = {side: cell(side) for side in _SIDES if cell(side)}
    found["borderless"] = is_yes(cell("borderless"))
    for name in ("scale_x", "scale_y"):
        if cell(name):
            found[name] = number_in(cell(name).removesuffix("%"), HEADS[name], line) / 100
    for name in ("offset_x", "offset_y"):
        if cell(name):
            found[name] = number_in(cell(name), HEADS[name], line)
    for name in ("measured", "face", "key"):
        if cell(name):
            found[name] = cell(name)
    return found


def _medium(cell: Cell, line: int) -> dict[str, Any]:
    found: dict[str, Any] = {name: cell(name) for name in ("stock", "profile", "setting")}
    if cell("ink_limit"):
        found["ink_limit"] = number_in(
            cell("ink_limit").removesuffix("%"), HEADS["ink_limit"], line
        )
    return found


def _checked(device: dict[str, Any], line: int) -> None:
    try:
        read_devices({"devices": [device]})
    except DevicesError as error:
        path, message = error.problems[0]
        raise TableError(f"line {line}: {path.removeprefix('devices[0].')}: {message}") from None
