"""What goes over the wire: no two shapes of one name, of which one would silently stand for the other."""

from __future__ import annotations

from collections import defaultdict

from ninja import Schema

from zollstock.site import api  # noqa: F401 - every shape is known once every router is
from zollstock.site.api import api as whole


def of(kind: type) -> set[type]:
    return {kind, *(one for sub in kind.__subclasses__() for one in of(sub))}


def test_no_two_shapes_on_the_wire_share_a_name() -> None:
    named = defaultdict(set)
    for shape in of(Schema) - {Schema}:
        if shape.__module__.startswith("zollstock"):
            named[shape.__name__].add(shape.__module__)
    on_wire = set(whole.get_openapi_schema()["components"]["schemas"])
    assert {
        name: places for name, places in named.items() if len(places) > 1 and name in on_wire
    } == {}
