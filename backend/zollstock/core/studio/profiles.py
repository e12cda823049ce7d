"""Print profiles that a studio keeps: what each was made for, and where its file lies."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass

from ..colour.icc import Space


@dataclass(frozen=True, slots=True)
class StudioProfile:
    """A profile: `file` is where it lies on this machine; `device` and `medium` are names of what it was made for,
    `made` is the day it was made on (empty where the file does not say), `most_ink` the most that its tables give, per cent."""

    key: str
    name: str
    hash: str
    space: Space
    file: str
    device: str = ""
    medium: str = ""
    made: str = ""
    most_ink: float | None = None


@dataclass(frozen=True, slots=True)
class Profiles:
    """All of a studio's. `whole` is false on the command line, where nobody knows what others a studio has."""

    rows: tuple[StudioProfile, ...] = ()
    whole: bool = True

    def __iter__(self) -> Iterator[StudioProfile]:
        return iter(self.rows)

    def by_hash(self, wanted: str) -> StudioProfile | None:
        return next((row for row in self.rows if row.hash == wanted), None)

    def by_key(self, key: str) -> StudioProfile | None:
        return next((row for row in self.rows if row.key == key), None)


NO_PROFILES = Profiles(whole=False)
