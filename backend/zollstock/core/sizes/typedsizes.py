"""A set of sizes that is typed, one after the other: `30 x 40; A3; 2:3`."""

from __future__ import annotations

import re
from collections.abc import Sequence

from ..ground.lengths import LengthError
from .library import Size
from .readings import LONGEST_SIZE, read_size, size_shown

#: Between two sizes; a comma alone may be a decimal comma, and `24, 16` is one size.
_PARTS = re.compile(r"[;\n]|,\s+(?=\S[^,;]*[x×:])|\s+(?:and|und|&)\s+", re.I)
#: So many are typed by hand at the most; more are a table.
MOST_TYPED = 40
_GROUP = "Typed"
#: How the key of a size begins that is in no library.
TYPED = "typed-"


def typed_sizes(text: str, own: Sequence[Size], unit: str) -> list[Size]:
    """Each size of the text; one that the library has is that one. Raises `LengthError`.

    >>> [size.name for size in typed_sizes("30 x 40; 13x18, 2:3", (), "cm")]
    ['30 × 40 cm', '13 × 18 cm', '20 × 30 cm']
    """
    if len(text) > MOST_TYPED * LONGEST_SIZE:
        raise LengthError("this is too long to be a list of sizes")
    parts = [part.strip() for part in _PARTS.split(text) if part.strip()]
    if len(parts) > MOST_TYPED:
        raise LengthError(f"At most {MOST_TYPED} sizes are typed at once; take in a table for more")
    found: dict[str, Size] = {}
    for part in parts:
        sides = read_size(part, unit, own=own).sides
        shown = size_shown(sides)
        known = next(
            (
                size
                for size in own
                if (size.width.mm, size.height.mm) == (sides.width.mm, sides.height.mm)
                and (size.width.unit == "px") == (sides.width.unit == "px")
            ),
            None,
        )
        size = known or Size(
            f"typed-{shown}", shown, _GROUP, sides.width, sides.height, "order", ""
        )
        found.setdefault(size.key, size)
    return list(found.values())
