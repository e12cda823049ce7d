"""The profiles that ship with the app, made by `python -m making.profiles`."""

from __future__ import annotations

import hashlib
import json
from functools import lru_cache
from pathlib import Path

from zollstock.core.colour.icc import read_profile
from zollstock.core.studio.profiles import StudioProfile

from .gamut import ProfileTones

_FOLDER = Path(__file__).resolve().parent / "shipped"
#: By the parts of a file's name: the device, and the paper.
_DEVICES = {"desk": "desk printer", "wide": "wide printer", "press": "press", "grey": ""}
_MEDIA = {"glossy": "glossy photo paper", "satin": "satin photo paper", "cotton": "fine-art cotton paper", "canvas": "canvas",
          "coated": "coated paper", "uncoated": "uncoated paper"}  # fmt: skip


@lru_cache(maxsize=1)
def shipped() -> tuple[StudioProfile, ...]:
    """All of them, read once."""
    return tuple(_row(path) for path in sorted(_FOLDER.glob("*.icc")))


@lru_cache(maxsize=1)
def shipped_tones() -> dict[str, ProfileTones]:
    """White, black and most ink of each by its key: measured when they were made, which takes a second for all of them."""
    held = json.loads((_FOLDER / "tones.json").read_text())
    return {
        key: ProfileTones(tuple(one["white"]), tuple(one["black"]), one["most_ink"])
        for key, one in held.items()
    }


def _row(path: Path) -> StudioProfile:
    content = path.read_bytes()
    facts = read_profile(content)
    device, paper = path.stem.split("-")
    return StudioProfile(path.stem, facts.name, hashlib.sha256(content).hexdigest(), facts.space, str(path),
                         _DEVICES[device], _MEDIA[paper], facts.made)  # fmt: skip


def chosen(key: str) -> dict[str, str]:
    """A shipped one as a plan keeps it."""
    row = next(one for one in shipped() if one.key == key)
    return {"key": row.key, "name": row.name, "hash": row.hash, "space": row.space}
