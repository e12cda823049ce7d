"""TIFFs that are sound, but of a kind that is not read here: told apart from damaged ones."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from pathlib import Path
from typing import Any

from PIL import TiffImagePlugin

# Tags of TIFF 6.0 and its supplements.
_WIDTH, _BITS, _COMPRESSION, _COLOURS, _PLANES, _TILE_WIDTH = 256, 258, 259, 262, 284, 322
#: Read here: none, fax (2 to 4), LZW, JPEG, deflate, packbits, WebP.
_READ = {1, 2, 3, 4, 5, 7, 8, 32773, 32946, 50001}
_NAMES = {6: "old-style JPEG", 34925: "LZMA", 50000: "Zstandard", 34712: "JPEG 2000"}
_LAB = (8, 9, 10)


def foreign(path: Path) -> str:
    """What is said of a sound TIFF that cannot be read here; empty for every other file."""
    try:
        kind = _kind(_directory(path))
    except Exception:  # whatever the parser met: its directory cannot be read either
        return ""
    if not kind:
        return ""
    return (
        f"This TIFF is {kind}, which is not read here; the file itself may be sound. Save it as an "
        "ordinary TIFF with 8 or 16 bits and add it again."
    )


def _directory(path: Path) -> Mapping[int, Any]:
    """The tags of a TIFF's first directory, whatever is in its pixels."""
    with path.open("rb") as file:
        head = file.read(8)
        if head[2:4] in (b"+\0", b"\0+"):  # BigTIFF
            head += file.read(8)
        tags = TiffImagePlugin.ImageFileDirectory_v2(head)
        file.seek(tags.next)
        tags.load(file)
    return tags


def _kind(tags: Mapping[int, Any]) -> str:
    asked: tuple[tuple[Callable[[], bool], str], ...] = (
        (lambda: tags.get(_PLANES) == 2 and _TILE_WIDTH in tags, "in tiles with separate colour planes"),
        (lambda: tags.get(_COMPRESSION, 1) not in _READ,
         f"compressed by {_NAMES.get(tags.get(_COMPRESSION, 1), 'an unusual method')}"),
        (lambda: tags.get(_COLOURS) in _LAB, "in Lab colours"),
        (lambda: bool(set(tags.get(_BITS, (1,))) - {1, 2, 4, 8, 16}),
         f"stored with {max(tags.get(_BITS, (1,)))} bits a channel"),
    )  # fmt: skip
    return next((words for applies, words in asked if applies()), "")
