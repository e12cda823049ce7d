"""The pieces of a gang as a table, in the order in which they are cut."""

from __future__ import annotations

from ...ground.csvtable import write_table
from .figures import display_name
from .places import Gang

COLUMNS = (
    "number",
    "piece",
    "sheet",
    "width_mm",
    "height_mm",
    "from_left_mm",
    "from_top_mm",
    "turned",
    "cut",
)


def gang_list(gang: Gang) -> str:
    """CSV with a line for every piece; `cut` says which cut right through frees it, where such cuts were asked for.

    >>> from ...studio.studio import DEFAULT_STUDIO
    >>> from .places import gang_of
    >>> gang_list(gang_of(gang(), DEFAULT_STUDIO)).splitlines()[1].split(",")[:3]
    ['1', 'Fog', '1']
    """
    freed = {
        number: f"{cut.way} at {float(cut.at):g} mm" for cut in gang.cuts for number in cut.frees
    }
    return write_table(
        COLUMNS,
        (
            [
                piece.number,
                display_name(gang, piece.plan, piece.copy),
                piece.sheet + 1,
                *(f"{float(mm):g}" for mm in (piece.box.w, piece.box.h, piece.box.x, piece.box.y)),
                "yes" if piece.turn else "no",
                freed.get(piece.number, ""),
            ]
            for piece in gang.pieces
        ),
    )
