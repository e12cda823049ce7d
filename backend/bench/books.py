"""Books: how long a first layout takes, and what it loses, against pictures placed one after another on whole pages.

`python -m bench.books`, or `./zollstock bench books`. Times stand beside that of validating the request, the baseline.
"""

from __future__ import annotations

import random
import time
from typing import Any

from zollstock.core.layouts import PageQuery, layout_page, parse_layout
from zollstock.core.layouts.book.boxes import laid_boxes
from zollstock.core.layouts.book.firstlayout import ArrangementCosts, first_layout
from zollstock.core.layouts.book.request import BookRequest
from zollstock.core.studio.studio import DEFAULT_STUDIO

SIDES = ((6000, 4000), (4000, 6000), (5000, 5000), (9000, 3000), (5184, 3888))
LAMP = {"name": "lamp", "x": 0.45, "y": 0.3, "w": 0.1, "h": 0.2}


def document(count: int, pages: int, alike: bool) -> dict[str, Any]:
    """So many pictures; of one camera, or each with sides of its own."""
    chance = random.Random(1884)
    plans = []
    for number in range(count):
        width, height = chance.choice(SIDES)
        if not alike:
            width, height = width + chance.randrange(900), height + chance.randrange(900)
        plan: dict[str, Any] = {
            "picture": {"width_px": width, "height_px": height},
            "title": f"Plate {number + 1}",
        }
        if number % 3 == 0:
            plan["fit"] = {"keep": [LAMP], "auto": True}
        plans.append(plan)
    return {"kind": "book", "pages": pages, "plans": plans, "title": "Catalogue", "captions": True}


def timed(what: Any) -> tuple[float, Any]:
    began = time.perf_counter()
    made = what()
    return time.perf_counter() - began, made


def one_by_one(layout: BookRequest) -> float:
    """The cost of as many on each opening, in the first arrangement for so many."""
    costs = ArrangementCosts(layout)
    openings, count, at, cost = layout.openings, len(layout.plans), 0, 0.0
    for number, opening in enumerate(openings):
        taken = (count - at) // (len(openings) - number)
        ways = costs.cheapest(opening, list(range(at, at + taken))) if taken else []
        cost += ways[len(ways) // 2].cost if ways else 0.0
        at += taken
    return cost


def main() -> None:
    for count, pages in ((60, 24), (300, 120)):
        for alike in (True, False):
            wanted = document(count, pages, alike)
            checking, layout = timed(lambda wanted=wanted: parse_layout(wanted))
            assert isinstance(layout, BookRequest)
            first, found = timed(lambda layout=layout: first_layout(layout))
            _, held = timed(lambda layout=layout: laid_boxes(layout, DEFAULT_STUDIO))
            page, _ = timed(lambda layout=layout: layout_page(layout, seen=PageQuery(sheet=1)))
            loss = sum(float(one.work.placement.loss) for one in held.pictures) / len(held.pictures)
            print(
                f"{count} pictures{'' if alike else ', each of its own size'}: first layout {first:.2f} s "
                f"({first / checking:.0f} × validating), its page then {page:.2f} s; mean crop loss {100 * loss:.1f} %, "
                f"cost {found.cost:.0f}, {found.cost / one_by_one(layout):.2f} × the middle arrangement on each opening"
            )


if __name__ == "__main__":
    main()
