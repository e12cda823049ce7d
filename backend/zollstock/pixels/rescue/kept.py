"""What a chain comes to at the picture's own size, kept in files, so that every part of it is looked at at once."""

from __future__ import annotations

import json
from pathlib import Path

import numpy as np

from zollstock.core.rescue.lettered import RescueFound

from .outlines import Contour, Lettering, Segment
from .stages import Ground
from .toning import ToneCurve

#: Parts of what is kept, each a file: its ending.
PLANES, INVENTED, WORDS = ".planes.npy", ".invented.npy", ".json"


def keep(begin: Path, ground: Ground, found: RescueFound) -> None:
    """Write a ground beside each other to `begin` and three endings; half levels are enough for a screen."""
    np.save(f"{begin}{PLANES}", ground.planes.astype(np.float16))
    np.save(f"{begin}{INVENTED}", ground.invented)
    said = {
        "letterings": lettering_document(ground.letterings),
        "curve": list(ground.curve) if ground.curve else None,
        "found": found.model_dump(mode="json"),
    }
    Path(f"{begin}{WORDS}").write_text(json.dumps(said), "utf-8")


def read_kept(begin: Path) -> tuple[Ground, RescueFound]:
    """What was kept; its pixels stay in their file until they are looked at. Raises `FileNotFoundError`."""
    said = json.loads(Path(f"{begin}{WORDS}").read_text("utf-8"))
    curve = said["curve"]
    ground = Ground(
        np.load(f"{begin}{PLANES}", mmap_mode="r"),
        letterings_of(said["letterings"]),
        np.load(f"{begin}{INVENTED}", mmap_mode="r"),
        ToneCurve(*curve) if curve else None,
    )
    return ground, RescueFound.model_validate(said["found"])


def lettering_document(letterings: tuple[Lettering, ...]) -> list[dict[str, object]]:
    """Lettering as JSON values: of each contour its start, then every segment as two or six numbers."""
    return [
        {"colour": one.colour, "contours": [_numbers(each) for each in one.contours]}
        for one in letterings
    ]


def letterings_of(document: list[dict[str, object]]) -> tuple[Lettering, ...]:
    """What `lettering_document` wrote."""
    return tuple(
        Lettering(str(one["colour"]), tuple(_contour(each) for each in one["contours"]))  # type: ignore[attr-defined]
        for one in document
    )


def _numbers(contour: Contour) -> list[list[float]]:
    def near(*values: float) -> list[float]:
        return [round(value, 3) for value in values]

    return [
        near(*contour.start),
        *(
            near(*one.end)
            if one.handles is None
            else near(*one.handles[0], *one.handles[1], *one.end)
            for one in contour.segments
        ),
    ]


def _contour(numbers: list[list[float]]) -> Contour:
    start, *rest = numbers
    return Contour(
        (start[0], start[1]),
        tuple(
            Segment((one[0], one[1]))
            if len(one) == 2
            else Segment((one[4], one[5]), ((one[0], one[1]), (one[2], one[3])))
            for one in rest
        ),
    )
