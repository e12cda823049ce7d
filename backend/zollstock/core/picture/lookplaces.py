"""Where to look first in a picture: the places where it shows whether it will do."""

from __future__ import annotations

from collections.abc import Callable, Iterable, Iterator

from ..answer.reckoning import Record
from ..parts.fit import KeepZone
from .measures import LightnessMap, Measures

#: So many of the sharpest parts are worth a look.
_SHARPEST = 3
#: A corner is looked at so far from the rim, as a share of the side.
_IN = 0.04
_CORNERS = {
    "upper left": (_IN, _IN),
    "upper right": (1 - _IN, _IN),
    "lower left": (_IN, 1 - _IN),
    "lower right": (1 - _IN, 1 - _IN),
}


class LookPlace(Record):
    """A place, its middle in shares of the upright picture."""

    id: str
    label: str
    x: float
    y: float


def look_places(
    measures: Measures, keep: Iterable[KeepZone], width: int, height: int
) -> Iterator[LookPlace]:
    """What must be kept, the sharpest parts, the deepest shadow, the brightest light, the corners.

    >>> from .measures import Measures
    >>> [place.id for place in look_places(Measures(), [], 6000, 4000)][:3]
    ['upper-left', 'upper-right', 'lower-left']
    """
    for number, zone in enumerate(keep, 1):
        yield LookPlace(
            id=f"zone-{number}",
            label=zone.name or "keep zone",
            x=zone.x + zone.w / 2,
            y=zone.y + zone.h / 2,
        )
    for number, (x, y, w, h) in enumerate(measures.sharpest[:_SHARPEST], 1):
        label = "sharpest part" if number == 1 else f"sharp part {number}"
        yield LookPlace(
            id=f"sharp-{number}",
            label=label,
            x=min(1.0, (x + w / 2) / width),
            y=min(1.0, (y + h / 2) / height),
        )
    if measures.lightness is not None:
        yield _cell(measures.lightness, "shadow", "deepest shadow", min)
        yield _cell(measures.lightness, "light", "brightest light", max)
    for label, (across, down) in _CORNERS.items():
        yield LookPlace(id=label.replace(" ", "-"), label=f"{label} corner", x=across, y=down)


def _cell(
    cells: LightnessMap, id: str, label: str, best: Callable[[list[float]], float]
) -> LookPlace:
    at = cells.means.index(best(cells.means))
    row, column = divmod(at, cells.columns)
    return LookPlace(
        id=id, label=label, x=(column + 0.5) / cells.columns, y=(row + 0.5) / cells.rows
    )
