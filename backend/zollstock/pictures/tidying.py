"""What killed workers leave behind: scratch folders, and files that no row knows."""

from __future__ import annotations

import fcntl
import logging
import os
import shutil
import time
from collections.abc import Callable, Iterator
from pathlib import Path

from django.conf import settings

from .storage import LOCK, discard_dead

log = logging.getLogger(__name__)

#: A file that is younger than this, seconds, may be about to get its row.
SETTLED = 60 * 60.0
#: A scratch folder that is younger than this, seconds, may be about to be locked.
FRESH = 10.0

#: Each tells the names of the stored files that its rows know, under its top folder.
_known: dict[str, Callable[[], Iterator[str]]] = {}


def know(folder: str, names: Callable[[], Iterator[str]]) -> None:
    """Register the app that keeps a top folder of the storage: the names its rows know."""
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


def clear_orphans(settled: float = SETTLED) -> int:
    """Remove stored files that no row knows, of storage on this machine; returns how many."""
    root, gone = Path(settings.MEDIA_ROOT), 0
    for folder, names in _known.items():
        # Files first, rows after: a file that gets its row in between is known by then.
        found = [
            path for path in _files(root / folder) if time.time() - path.stat().st_mtime > settled
        ]
        known = set(names()) if found else set()
        for path in found:
            name = str(path.relative_to(root))
            if name not in known:
                log.warning("%s belongs to nothing and was removed", name)
                discard_dead(name)
                gone += 1
    return gone


def _files(folder: Path) -> Iterator[Path]:
    for place, _, names in os.walk(folder):
        for name in names:
            yield Path(place) / name
