"""What goes over the wire: no two shapes of one name, and nothing large in the way of a moving hand."""

from __future__ import annotations

import re
from collections import defaultdict

import pytest
from launcher.front import LANES
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


ID = "5b81063c-2014-40d5-87cc-ccdaa3c84bed"


def addresses() -> list[str]:
    """Every address of the API with something in its places."""
    routes = (str(one.pattern) for one in whole.urls[0])
    filled = (re.sub(r"<uuid\w*:\w+>", ID, re.sub(r"<int:\w+>", "7", route)) for route in routes)
    return sorted({"/api/" + re.sub(r"<[\w:]+>", "some", route) for route in filled})


@pytest.mark.parametrize("address", [one for one in addresses() if re.search(r"\.(pdf|zip)$|/7/archive$", one)])  # fmt: skip
def test_what_is_drawn_or_packed_has_a_lane_of_its_own(address: str) -> None:
    """A handout takes seconds, and a ZIP as long as its reader: neither holds a thread that a moving hand waits for."""
    assert any(re.search(lane, address) for lane in LANES.values())


def test_every_lane_is_still_somebodys() -> None:
    """An address that was given another name would leave its lane without a word."""
    for lane in LANES.values():
        ways = [one for one in re.split(r"\|", lane) if re.search(r"[a-z]{4}", one)]
        words = {word for way in ways for word in re.findall(r"[a-z]{4}[a-z-]*", way)} - {"0-9a-f"}
        for word in words:
            assert any(word in one for one in addresses()), word
