"""The same by rectpack, a known packing package: several of its ways, each in several orders.

It turns all pieces or none, so pieces are laid as they shall lie before it sees them.
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from typing import Any

import rectpack
from rectpack import GuillotineBssfSas, MaxRectsBl, PackingBin, PackingMode, SkylineBl

from .piece import Item, Packing, Paper, Placed, ways
from .shelves import Lie, as_given, lying, standing

_WAYS: tuple[Any, ...] = (MaxRectsBl, SkylineBl)
_CUT_WAYS: tuple[Any, ...] = (GuillotineBssfSas,)
_ORDERS: tuple[Any, ...] = (rectpack.SORT_AREA, rectpack.SORT_LSIDE, rectpack.SORT_SSIDE)
_LIES: tuple[Lie, ...] = (as_given, lying, standing)


def packings(items: Sequence[Item], paper: Paper, guillotine: bool) -> Iterator[Packing]:
    """What the package makes of it, in the same order every time."""
    turnable = any(item.may_turn for item in items)
    for lie in _LIES if turnable else _LIES[:1]:
        for way in _CUT_WAYS if guillotine else _WAYS:
            for order in _ORDERS:
                yield _packed(items, paper, lie, way, order)
    if turnable and all(item.may_turn for item in items) and not guillotine:
        for order in _ORDERS:
            yield _packed(items, paper, as_given, MaxRectsBl, order, rotation=True)


def _packed(
    items: Sequence[Item], paper: Paper, lie: Lie, way: Any, order: Any, rotation: bool = False
) -> Packing:
    packer = rectpack.newPacker(
        mode=PackingMode.Offline, bin_algo=PackingBin.BFF, pack_algo=way, sort_algo=order, rotation=rotation,
    )  # fmt: skip
    laid = {}
    for item in items:
        w, h, turned = lie(ways(item, paper))
        laid[item.key] = (w, h, turned)
        packer.add_rect(w, h, rid=item.key)
    packer.add_bin(paper.width, paper.length, count=len(items))
    packer.pack()
    found = []
    for number, x, y, w, h, key in packer.rect_list():
        wide, high, turned = laid[key]
        found.append(Placed(key, number, x, y, w, h, turned != ((w, h) != (wide, high))))
    return found
