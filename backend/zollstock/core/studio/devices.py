"""The devices that a studio prints with: their feeds, their pixel grids, the media that go through them."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Annotated, Any, Literal, Self

from pydantic import Field, ValidationError, model_validator
from pydantic_core import PydanticCustomError

from ..documents.faults import DocumentError, problem_list
from ..ground.plaintext import Line, Text
from ..ground.refusal import ChangedElsewhere
from ..ground.rowkeys import Key, keyed, twice
from ..parts.device import (
    MOST_DEVICE_MEDIA,
    DeviceChoice,
    DeviceKind,
    DeviceMedium,
    DeviceUsed,
    Feed,
    Grid,
)
from ..parts.part import Part

MOST_DEVICES, MOST_FEEDS = 50, 30

#: What the driver of a device does when nobody says otherwise, or oddly; each has its words in `devices/quirks.py`.
Quirk = Literal["fits-to-page", "enlarges", "driver-colour"]
#: What a device wants checked before a print that counts.
Check = Literal["nozzles", "feed"]


class DevicesChanged(ChangedElsewhere):
    """The devices were changed in another window, or by a measurement."""

    def __init__(self) -> None:
        super().__init__(
            "The devices were changed in another window. Your change was not saved, the other one is safe."
        )


class Device(Part):
    """A device. `corrects` says what becomes of a scale that was measured: put right in the file, or such prints are refused."""

    key: Key = ""
    name: Line = Field(min_length=1, max_length=120)
    kind: DeviceKind = "sheet"
    native_ppi: Annotated[list[Grid], Field(max_length=8)] = []
    feeds: Annotated[list[Feed], Field(max_length=MOST_FEEDS)] = []
    media: Annotated[list[DeviceMedium], Field(max_length=MOST_DEVICE_MEDIA)] = []
    quirks: Annotated[list[Quirk], Field(max_length=8)] = []
    checks: Annotated[list[Check], Field(max_length=4)] = []
    corrects: bool = False
    notes: Text = Field(default="", max_length=1000)

    def feed(self, key: str) -> Feed | None:
        return next((feed for feed in self.feeds if key and feed.key == key), None)

    def used(self, feed: Feed) -> DeviceUsed:
        """What of it a print by that feed goes by."""
        return DeviceUsed(
            name=self.name, kind=self.kind, native_ppi=self.native_ppi, feed=feed, media=self.media,
            corrects=self.corrects,
        )  # fmt: skip


class StandardDevice(Part):
    """What new prints go to."""

    key: Key
    feed: Key


class Devices(Part):
    """All devices of a studio, in the order in which they are kept; names and keys each once."""

    devices: Annotated[list[Device], Field(max_length=MOST_DEVICES)] = []
    standard: StandardDevice | None = None

    def device(self, key: str) -> Device | None:
        return next((device for device in self.devices if key and device.key == key), None)

    def named(self, name: str) -> Device | None:
        """The device of that name, as people say it: rows of the log from before devices had keys."""
        return next(
            (one for one in self.devices if one.name.casefold() == name.strip().casefold()), None
        )

    def used(self, choice: DeviceChoice | None) -> DeviceUsed | None:
        """What a print goes by: what its plan kept, or what stands in the rows; None where neither is there."""
        if choice is None:
            return None
        return choice.used or self.by_now(choice)

    def by_now(self, choice: DeviceChoice) -> DeviceUsed | None:
        """What stands in the rows of a plan's device by now."""
        device = self.device(choice.key)
        feed = device.feed(choice.feed) if device else None
        return device.used(feed) if device and feed else None

    def chosen(self, key: str, feed: str) -> DeviceChoice | None:
        """A device and its feed as a plan keeps them; None where there is no such."""
        choice = DeviceChoice(key=key, feed=feed)
        used = self.by_now(choice)
        return choice.model_copy(update={"used": used}) if used else None

    @model_validator(mode="after")
    def _each_once(self) -> Self:
        found = list(self._problems())
        if found:
            raise PydanticCustomError("plan", "{text}", {"problems": found, "text": found[0][1]})
        return self

    def _problems(self) -> Iterator[tuple[str, str]]:
        names: set[str] = set()
        yield from twice(self.devices, "devices")
        for number, device in enumerate(self.devices):
            if device.name.casefold() in names:
                yield f"devices[{number}].name", f"“{device.name}” is there already"
            names.add(device.name.casefold())
            for path, problem in twice(device.feeds, "feeds"):
                yield f"devices[{number}].{path}", problem


class DevicesError(DocumentError):
    """A document is no table of devices."""


def read_devices(document: Any) -> Devices:
    """Validate decoded JSON; devices and feeds without a key get one that is free. Raises `DevicesError`."""
    try:
        return _keyed(Devices.model_validate(document))
    except ValidationError as error:
        raise DevicesError(problem_list(error, Devices, "devices")) from None


def _keyed(table: Devices) -> Devices:
    devices = [
        one.model_copy(update={"feeds": keyed(one.feeds, "f")}) for one in keyed(table.devices, "d")
    ]
    return table.model_copy(update={"devices": devices})


def _feed(
    key: str, name: str, width: str, height: str | None, margin: str, **more: Any
) -> dict[str, Any]:
    sides = dict.fromkeys(("left", "top", "right", "bottom"), margin)
    return {"key": key, "name": name, "width": width, "height": height, "margins": sides, **more}


def _media(device: str, settings: dict[str, tuple[str, str]]) -> list[dict[str, str]]:
    """What goes through a shipped device: by the key of a medium, its profile and what the dialog calls it."""
    return [
        {"stock": stock, "profile": profile and f"{device}-{profile}", "setting": setting}
        for stock, (profile, setting) in settings.items()
    ]


_PHOTO = {
    "glossy": ("glossy", "Photo, glossy"),
    "satin": ("satin", "Photo, satin"),
    "matte": ("", "Matte, coated"),
    "cotton": ("cotton", "Fine art, heavy"),
    "canvas": ("canvas", "Canvas"),
}
_ALL_ROUND = {"borderless": True, "overspray": "2.5 mm"}
#: What a studio begins with: three made-up devices, as their makers would describe them.
SHIPPED = read_devices(
    {
        "devices": [
            {
                "key": "desk", "name": "Desk printer", "kind": "sheet", "native_ppi": [360, 720],
                "feeds": [
                    _feed("a4", "A4", "210 mm", "297 mm", "3 mm", **_ALL_ROUND),
                    _feed("a3", "A3", "297 mm", "420 mm", "3 mm", **_ALL_ROUND),
                    _feed("13x18", "13 × 18 cm", "13 cm", "18 cm", "3 mm", **_ALL_ROUND),
                ],
                "media": _media("desk", _PHOTO),
                "quirks": ["fits-to-page", "driver-colour"],
                "checks": ["nozzles"],
            },
            {
                "key": "wide", "name": "Wide printer", "kind": "roll", "native_ppi": [300, 600],
                "feeds": [
                    _feed("roll-61", "roll 61 cm", "610 mm", None, "5 mm", most_length="15 m", **_ALL_ROUND),
                    _feed("roll-91", "roll 91.4 cm", "914 mm", None, "5 mm", most_length="15 m"),
                ],
                "media": _media("wide", _PHOTO),
                "quirks": ["driver-colour"],
                "checks": ["nozzles", "feed"],
            },
            {
                "key": "office", "name": "Office laser", "kind": "office", "native_ppi": [600],
                "feeds": [
                    _feed("a4", "A4", "210 mm", "297 mm", "8 mm"),
                    _feed("a3", "A3", "297 mm", "420 mm", "8 mm"),
                ],
                "quirks": ["fits-to-page", "enlarges"],
            },
        ]
    }
)  # fmt: skip
