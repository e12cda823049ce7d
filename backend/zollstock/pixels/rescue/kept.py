"""What a chain comes to at the picture's own size, kept in files, so that every part of it is looked at at once."""

from __future__ import annotations

import json
import os
from collections.abc import Callable
from pathlib import Path
from typing import Any

import numpy as np
from numpy.typing import NDArray

from zollstock.core.rescue.lettered import RescueFound

from .stages import Ground
from .toning import ToneCurve
from .wire import lettering_document, letterings_of

#: Parts of what is kept, each a file: its ending.
PLANES, INVENTED, WORDS = ".planes.npy", ".invented.npy", ".json"


def keep(begin: Path, ground: Ground, found: RescueFound) -> None:
    """Write a ground beside each other to `begin` and three endings; half levels are enough for a screen."""
    _put(Path(f"{begin}{PLANES}"), lambda path: _save(path, ground.planes.astype(np.float16)))
    _put(Path(f"{begin}{INVENTED}"), lambda path: _save(path, ground.invented))
    said = {
        "letterings": lettering_document(ground.letterings),
        "traced": lettering_document(ground.traced),
        "curve": list(ground.curve) if ground.curve else None,
        "found": found.model_dump(mode="json"),
    }
    _put(Path(f"{begin}{WORDS}"), lambda path: path.write_text(json.dumps(said), "utf-8"))


def _put(path: Path, write: Callable[[Path], object]) -> None:
    """Whole or not at all: what another process looks at is never cut short under its eyes."""
    half = path.with_name(f"{path.name}.{os.getpid()}.half")
    try:
        write(half)
        half.rename(path)
    finally:
        half.unlink(missing_ok=True)


def _save(path: Path, values: NDArray[Any]) -> None:
    with path.open("wb") as file:
        np.save(file, values)


def read_kept(begin: Path) -> tuple[Ground, RescueFound]:
    """What was kept; its pixels stay in their file until they are looked at. Raises `FileNotFoundError`."""
    said = json.loads(Path(f"{begin}{WORDS}").read_text("utf-8"))
    curve = said["curve"]
    ground = Ground(
        np.load(f"{begin}{PLANES}", mmap_mode="r"),
        letterings_of(said["letterings"]),
        np.load(f"{begin}{INVENTED}", mmap_mode="r"),
        ToneCurve(*curve) if curve else None,
        letterings_of(said["traced"]),
    )
    return ground, RescueFound.model_validate(said["found"])
