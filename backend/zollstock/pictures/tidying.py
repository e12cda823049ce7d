"""What killed workers leave behind: scratch folders, and files that no row knows."""

from __future__ import annotations

import fcntl
import logging
import os
import shutil
import time
from collections.abc import Callable, Iterator
from pathlib import Path
from zlib import crc32

from django.conf import settings

from .storage import LOCK, discard_dead

log = logging.getLogger(__name__)

#: A file that is younger than this, seconds, may be about to get its row.
SETTLED = 60 * 60.0
#: A scratch folder that is younger than this, seconds, may be about to be locked.
FRESH = 10.0

#: In so many parts the storage is looked through, one after the other: never all of it at once.
PARTS = 60

#: Each tells which stored files its rows know that begin so, under its top folder.
_known: dict[str, Callable[[str], Iterator[str]]] = {}


def register_known_files(folder: str, names: Callable[[str], Iterator[str]]) -> None:
    """Register the app that keeps a top folder of the storage: the names that its rows know, by how they begin."""
    _known[folder] = names


def clear_scratch() -> int:
    """Remove scratch folders whose process is gone; returns how many."""
    scratch = Path(settings.MEDIA_ROOT) / "scratch"
    gone = 0
    for folder in scratch.glob("*/"):
        if _left(folder):
            shutil.rmtree(folder, ignore_errors=True)
            gone += 1
    if gone:
        log.warning("%s scratch folders of ended processes were removed", gone)
    return gone


def _left(folder: Path) -> bool:
    """Whether nobody holds the folder: its lock goes with the process, however that ends."""
    try:
        if time.time() - folder.stat().st_mtime < FRESH:
            return False
        with (folder / LOCK).open("rb") as lock:
            fcntl.flock(lock, fcntl.LOCK_EX | fcntl.LOCK_NB)
    except FileNotFoundError:
        return folder.is_dir()
    except OSError:
        return False
    return True


def clear_orphans(part: int | None = None, settled: float = SETTLED) -> int:
    """Remove stored files that no row knows, of storage on this machine; returns how many.

    Of one `part` of the storage of `PARTS`, or of all of it.
    """
    root, gone = Path(settings.MEDIA_ROOT), 0
    for folder, names in _known.items():
        for place in sorted((root / folder).glob("*")):
            if part is not None and crc32(place.name.encode()) % PARTS != part:
                continue
            # Files first, rows after: a file that gets its row in between is known by then.
            found = [path for path in _files(place) if time.time() - path.stat().st_mtime > settled]
            known = set(names(f"{folder}/{place.name}")) if found else set()
            for path in found:
                name = str(path.relative_to(root))
                if name not in known:
                    log.warning("%s belongs to nothing and was removed", name)
                    discard_dead(name)
                    gone += 1
    return gone


def part_of_this_minute() -> int:
    """Whose turn it is: so the whole storage is looked through in an hour."""
    return int(time.time() // 60) % PARTS


def _files(folder: Path) -> Iterator[Path]:
    if folder.is_file():
        yield folder
    for place, _, names in os.walk(folder):
        for name in names:
            yield Path(place) / name
