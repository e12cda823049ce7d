"""What there is to choose from, over the wire: every registry of the core as it stands, and the studio's media.

A page keeps no list of its own: what is added to a registry is offered by it.
"""

from __future__ import annotations

from typing import Any, get_args

from ninja import Router, Schema

from zollstock.accounts.remembered import RememberedSession
from zollstock.accounts.signed import SignedRequest
from zollstock.core.criteria import CRITERIA
from zollstock.core.devices.quirks import CHECKS, QUIRKS
from zollstock.core.edges import EDGES, Edge
from zollstock.core.edges.usual import Usual
from zollstock.core.ground.lengths import ShownUnit
from zollstock.core.ground.show import LengthStyle
from zollstock.core.layouts import KINDS, LayoutKind
from zollstock.core.parts.file import FormatName
from zollstock.core.rules.fileformats import FILE_FORMATS
from zollstock.core.rules.sources import SOURCES
from zollstock.core.seeing.enlarging import METHODS, MethodName
from zollstock.core.sizes.readings import EXAMPLES
from zollstock.stock.kept import STOCK

router = Router(tags=["bench"], auth=RememberedSession())


class MediumItem(Schema):
    """A medium of the stock, by its key: what a print keeps of it. `spread` is how far ink spreads on it, mm."""

    key: str
    name: str
    factor: float
    spread: float | None


class FormatItem(Schema):
    """A kind of file, and what it can hold: bits a channel, every pixel as it is, lines as lines."""

    id: FormatName
    label: str
    bits: list[int]
    lossless: bool
    vectors: bool


class MethodItem(Schema):
    """A way of enlarging; the first is the one of a new print."""

    id: MethodName
    label: str
    note: str


class EdgeItem(Schema):
    """A kind of edge. `of_many` is the one that prints of many sizes begin to share, by the unit; null where each
    size needs its own."""

    id: str
    label: str
    of_many: dict[ShownUnit, Edge] | None


class CriterionItem(Schema):
    id: str
    label: str
    note: str


class LayoutKindItem(Schema):
    """A kind of layout: what the button says that begins one, and what it is for."""

    id: LayoutKind
    label: str
    begins: str
    says: str
    of_several: bool


class OddityItem(Schema):
    """Something that a device does unless it is told otherwise, or that is checked before a print that counts."""

    id: str
    label: str
    says: str


class Reference(Schema):
    """What there is to choose from, each in the order in which it is offered, and where rules come from."""

    media: list[MediumItem]
    formats: list[FormatItem]
    methods: list[MethodItem]
    edges: list[EdgeItem]
    criteria: list[CriterionItem]
    layout_kinds: list[LayoutKindItem]
    quirks: list[OddityItem]
    checks: list[OddityItem]
    sources: dict[str, str]
    size_examples: list[str]


@router.get("/reference", response=Reference)
def reference(request: SignedRequest) -> Reference:
    stock, _ = STOCK.of(request.user)
    return Reference(
        media=[
            MediumItem(key=medium.key, name=medium.name, factor=medium.factor, spread=medium.spread)
            for medium in stock.media
        ],
        sources=SOURCES,
        size_examples=list(EXAMPLES),
        **_REGISTRIES,
    )


def _of_many(kind: str) -> dict[ShownUnit, Any] | None:
    known = EDGES[kind]
    firsts = {unit: known.first_of_many(Usual(LengthStyle(unit))) for unit in get_args(ShownUnit)}
    if None in firsts.values():
        return None
    return {
        unit: known.model_validate(first).model_dump(mode="json") for unit, first in firsts.items()
    }


_REGISTRIES: dict[str, Any] = {
    "formats": [
        FormatItem(id=one.id, label=one.label, bits=list(one.bits), lossless=one.lossless, vectors=one.vectors)
        for one in FILE_FORMATS.values()
    ],
    "methods": [MethodItem(id=id, label=one.label, note=one.note) for id, one in METHODS.items()],
    "edges": [EdgeItem(id=kind, label=one.label, of_many=_of_many(kind)) for kind, one in EDGES.items()],
    "criteria": [CriterionItem(id=id, label=one.label, note=one.note) for id, one in CRITERIA.items()],
    "layout_kinds": [
        LayoutKindItem(id=id, label=one.label, begins=one.begins, says=one.says, of_several=one.of_several)
        for id, one in KINDS.items()
    ],
    "quirks": [OddityItem(id=id, label=one.label, says=one.says) for id, one in QUIRKS.items()],
    "checks": [OddityItem(id=id, label=one.label, says=one.says) for id, one in CHECKS.items()],
}  # fmt: skip
