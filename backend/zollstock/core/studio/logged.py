"""Faults that were logged, as the next print is told of them."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from dataclasses import dataclass

from ..ground.plaintext import listed


@dataclass(frozen=True, slots=True)
class LoggedFault:
    """A print that failed: on which device and medium (by key and by name), what was wrong, and when, as 2026-11-30;
    whether a later print with both was kept. `lab` is who made it, where a lab did; `note` what was written down."""

    device: str
    medium: str
    name: str
    faults: tuple[str, ...]
    day: str
    kept_since: bool = False
    lab: str = ""
    note: str = ""


def faults_on(logged: Iterable[LoggedFault], key: str | None, name: str) -> list[LoggedFault]:
    """Those on a medium, the newest first.

    >>> faults_on([], None, "satin")
    []
    """
    found = [
        one
        for one in logged
        if (key and one.medium == key) or (name and one.name.casefold() == name.casefold())
    ]
    return sorted(found, key=lambda one: one.day, reverse=True)


def fault_words(found: Sequence[LoggedFault]) -> str:
    """What went wrong on a device, in a sentence: which faults, how often, when last.

    >>> fault_words([LoggedFault("wide printer", "", "satin", ("banding",), "2026-11-02")])
    'With the wide printer: banding, on 2026-11-02.'
    """
    device = found[0].device
    kinds = list(dict.fromkeys(fault for one in found for fault in one.faults))
    what = listed(kinds) if kinds else "it had to be made again"
    day = f", on {found[0].day}" if found[0].day else ""
    often = f", {len(found)} times, last" if len(found) > 1 and day else ","
    when = f"{often}{day.removeprefix(',')}" if day else ""
    whom = (
        f"With the {device}"
        if device
        else f"From {found[0].lab}"
        if found[0].lab
        else "With a device that was not named"
    )
    since = " A later print was kept." if all(one.kept_since for one in found) else ""
    return f"{whom}: {what}{when}.{since}"


def by_device(found: Iterable[LoggedFault]) -> list[list[LoggedFault]]:
    """The faults of each device, that of the newest first.

    >>> by_device([])
    []
    """
    groups: dict[str, list[LoggedFault]] = {}
    for one in found:
        groups.setdefault((one.device or one.lab).casefold(), []).append(one)
    return list(groups.values())
