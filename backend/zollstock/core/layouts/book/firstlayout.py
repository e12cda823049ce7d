"""The first layout: pictures in their order over the openings, at the least cost.

Cost of an opening = 10 · loss + 100 · keep zones cut or in the gutter + 5 · grades under *nearly clean* + 1 where it is
arranged like the one before + ½ · |boxes − mean|. Found exactly, by dynamic programming over the order: of the ways to
arrange so many pictures only the three best can ever be wanted, since a neighbour on either side can spoil one each.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from functools import lru_cache
from itertools import pairwise
from typing import NamedTuple

from ...criteria import CRITERIA, Conditions
from ...documents.plan import Plan
from ...ground.lengths import MM_PER_INCH
from ...ground.rational import Fraction
from ...parts.fit import KeepZone
from ...rules.fit import place, turned_size, zone_px
from ...rules.straighten import lean, leaning_bounds
from ...rules.viewing import GRADES
from ...shapes.box import Box
from ...work.outcome import judged_ppi
from .arrangements import EMPTY, Arrangement, Ways, beside, ways_of
from .openings import Opening
from .request import BookRequest

LOSS, ZONE, GRADE, ALIKE, UNEVEN = 10.0, 100.0, 5.0, 1.0, 0.5
#: A book is held so far off, mm.
READING = 350
_KEPT = 3
_NEAR = [name for name, _ in GRADES].index("near")
_FOREVER = float("inf")


class Placed(NamedTuple):
    """An opening with the pictures that lie on it, by their numbers, in the boxes of an arrangement."""

    opening: Opening
    arrangement: Arrangement
    plans: tuple[int, ...]


@dataclass(frozen=True, slots=True)
class FirstLayout:
    """What was placed, what it costs, and which pictures found no place."""

    placed: tuple[Placed, ...]
    cost: float
    left_over: tuple[int, ...]


def order_of(layout: BookRequest) -> list[int]:
    """The pictures in their order without those left out; the others of a group come directly behind its first.

    >>> from types import SimpleNamespace as Of
    >>> order_of(Of(plans=[0] * 5, leave_out=[1], keep_together=[[0, 4]]))
    [0, 4, 2, 3]
    """
    out = set(layout.leave_out)
    group_of = {one: group for group in layout.keep_together for one in group}
    found: list[int] = []
    for number in range(len(layout.plans)):
        if number in out or number in found:
            continue
        found += [one for one in dict.fromkeys([number, *sorted(group_of.get(number, ()))])
                  if one not in out and one not in found]  # fmt: skip
    return found


def first_layout(layout: BookRequest) -> FirstLayout:
    """The cheapest layout of a request; the same for the same request.

    >>> [one.opening.first for one in first_layout(book(spreads=None)).placed]
    [4, 6, 8]
    """
    order = order_of(layout)
    costs = ArrangementCosts(layout)
    held = [one for one in layout.openings if not (layout.title_page and one.first == 1)]
    most = sum(costs.ways(one).most for one in held)
    together = _together(layout, order)
    for count in range(min(len(order), most), -1, -1):
        if count and count in together:
            continue
        found = _cheapest(held, order[:count], costs, together)
        if found is not None:
            return FirstLayout(*found, tuple(order[count:]))
    return FirstLayout((), 0.0, tuple(order))


def _together(layout: BookRequest, order: Sequence[int]) -> frozenset[int]:
    """Where in the order no opening may end: between two pictures that belong together."""
    found = set()
    for group in layout.keep_together:
        at = sorted(order.index(one) for one in group if one in order)
        found |= {place + 1 for place, after in pairwise(at) if after == place + 1}
    return frozenset(found)


class _Way(NamedTuple):
    cost: float
    arrangement: Arrangement


def _by_cost(way: _Way) -> float:
    return way.cost


class _Spot(NamedTuple):
    """A box, what is printed for it, where, and what it costs the pictures that were asked about."""

    box: Box
    printed: Box
    opening: Opening
    costs: dict[int, float]


class ArrangementCosts:
    """What boxes and arrangements cost pictures, each worked out once."""

    def __init__(self, layout: BookRequest) -> None:
        self.layout = layout
        self._spots: dict[object, list[tuple[Arrangement, list[_Spot]]]] = {}
        self._known: dict[tuple[int, ...], dict[object, _Spot]] = {}
        self._pages: dict[object, dict[int, list[_Way]]] = {}
        self._best: dict[tuple[object, int], dict[int, list[_Way]]] = {}
        self._needs = [_need(plan, layout.paper.factor) for plan in layout.plans]
        # Pictures of one camera cost the same in the same box.
        alike: dict[object, int] = {}
        self._like = [
            alike.setdefault((plan.picture, plan.fit, plan.viewing), number)
            for number, plan in enumerate(layout.plans)
        ]

    def ways(self, opening: Opening) -> Ways:
        layout = self.layout
        captions = CAPTION_CAPITALS if layout.captions else Fraction(0)
        return ways_of(_alike(opening), layout.safe.mm, layout.swallowed, captions)

    def best(self, opening: Opening, order: Sequence[int], at: int) -> dict[int, list[_Way]]:
        """By the number of pictures that it takes: the three cheapest arrangements of an opening, from a place on."""
        alike = _alike(opening)
        key = (alike.pages, at)
        if key not in self._best:
            found = self._ways_from(alike, order, at, _KEPT)
            self._best[key] = {count: ways[:_KEPT] for count, ways in found.items() if count}
        return self._best[key]

    def cheapest(self, opening: Opening, plans: Sequence[int]) -> list[_Way]:
        """All arrangements of just those pictures on an opening, the cheapest first."""
        return self._ways_from(_alike(opening), plans, 0, None).get(len(plans), [])

    def _ways_from(
        self, opening: Opening, order: Sequence[int], at: int, most: int | None
    ) -> dict[int, list[_Way]]:
        """By their number of pictures, the cheapest first. Of a spread the `most` cheapest are pairs of the `most` cheapest
        of each page, or go across."""
        first = self._of_page(opening, 0, order, at, most)
        if not opening.is_spread:
            return first
        found: dict[int, list[_Way]] = {}
        for count, lefts in ({0: [_Way(0.0, EMPTY)]} | first).items():
            second = self._of_page(opening, 1, order, at + count, most)
            for more, rights in ({0: [_Way(0.0, EMPTY)]} | second).items():
                if count + more:
                    found.setdefault(count + more, []).extend(
                        _Way(one.cost + other.cost, beside(one.arrangement, other.arrangement))
                        for one in lefts
                        for other in rights
                    )
        for way, spots in self._spots_of(opening, None):
            if at + len(spots) <= len(order):
                found.setdefault(len(spots), []).append(_Way(self._sum(order, at, spots), way))
        return {count: sorted(ways, key=_by_cost) for count, ways in found.items()}

    def _of_page(
        self, opening: Opening, page: int, order: Sequence[int], at: int, most: int | None
    ) -> dict[int, list[_Way]]:
        """The same of one of its pages."""
        key = (opening.pages, page, at)
        if most is None or key not in self._pages:
            found: dict[int, list[_Way]] = {}
            for way, spots in self._spots_of(opening, page):
                if at + len(spots) <= len(order):
                    found.setdefault(len(spots), []).append(_Way(self._sum(order, at, spots), way))
            made = {count: sorted(ways, key=_by_cost)[:most] for count, ways in found.items()}
            if most is None:
                return made
            self._pages[key] = made
        return self._pages[key]

    def _sum(self, order: Sequence[int], at: int, spots: Sequence[_Spot]) -> float:
        return sum(self._of(order[number], spot) for number, spot in enumerate(spots, at))

    def _spots_of(
        self, opening: Opening, page: int | None
    ) -> list[tuple[Arrangement, list[_Spot]]]:
        """The arrangements of a page, None: across; boxes that cost the same are one and the same spot."""
        key = (opening.pages, page)
        if key not in self._spots:
            ways = self.ways(opening)
            known = self._known.setdefault(opening.pages, {})
            self._spots[key] = [
                (way, [self._spot(opening, box, known) for box in way.boxes])
                for way in (ways.across if page is None else ways.pages[page])
            ]
        return self._spots[key]

    def _spot(self, opening: Opening, box: Box, known: dict[object, _Spot]) -> _Spot:
        printed = opening.with_bleed(box, self.layout.bleed.mm)
        across = opening.width - printed.x if opening.crosses(box) else None
        key = (printed.w, printed.h, across, box.x - printed.x, box.y - printed.y)
        return known.setdefault(key, _Spot(box, printed, opening, {}))

    def _of(self, number: int, spot: _Spot) -> float:
        like = self._like[number]
        if like not in spot.costs:
            plan, need = self.layout.plans[number], self._needs[number]
            spot.costs[like] = box_cost(
                plan, need, spot.box, spot.printed, spot.opening, self.layout.swallowed
            )
        return spot.costs[like]


#: Height of the capitals of captions and page numbers, mm.
CAPTION_CAPITALS = Fraction(2)


@lru_cache(maxsize=256)
def _alike(opening: Opening) -> Opening:
    """Openings of one kind are arranged alike: their first of that kind stands for all."""
    if opening.is_spread:
        pages: tuple[int, ...] = (2, 3)
    else:
        pages = (1,) if opening.first % 2 else (2,)
    return Opening(pages, opening.width, opening.height, opening.opens)


def _need(plan: Plan, factor: float) -> Fraction:
    """ppi that a book in the hand needs on its paper, by the plan's own criterion, else by acuity."""
    seen = Conditions(factor=factor, arcmin=plan.viewing.arcmin)
    need = CRITERIA[plan.viewing.school].need(READING, seen)
    return need if need is not None else CRITERIA["acuity"].need(READING, seen) or Fraction(1)


def box_cost(
    plan: Plan, need: Fraction, box: Box, printed: Box, opening: Opening, swallowed: Fraction
) -> float:
    """What it costs to show a picture in a box: its loss, zones cut or in the gutter, grades under *nearly clean*."""
    width, height = turned_size(plan.picture, plan.fit.turn)
    if not plan.fit.keep and not plan.fit.angle and plan.fit.mode == "fill":
        return _plain_cost(plan, float(need), (width, height), printed)
    placed = place(width, height, printed, plan.fit)
    ppi = judged_ppi(plan, MM_PER_INCH / placed.mm_per_px)
    under = next(at for at, (_, least) in enumerate(GRADES) if ppi / need >= least) - _NEAR
    cut = 0
    if plan.fit.keep:
        window = placed.to_px(box)
        gutter = opening.gutter(swallowed) if opening.crosses(box) else None
        hidden = None if gutter is None else placed.to_px(gutter)
        for zone in plan.fit.keep:
            at = zone_at(zone, plan, (width, height))
            cut += not _inside(at, window) or (hidden is not None and _over(at, hidden))
    loss = float(placed.loss) if plan.fit.mode == "fill" else 0.0
    return LOSS * loss + ZONE * cut + GRADE * max(0, under)


def _plain_cost(plan: Plan, need: float, sides: tuple[int, int], printed: Box) -> float:
    """The same of an upright picture without keep zones: the ratios say it, without a crop."""
    wide, high = float(printed.w) / sides[0], float(printed.h) / sides[1]
    mm_per_px = max(wide, high) * plan.fit.zoom
    loss = 1 - min(wide, high) / max(wide, high) / plan.fit.zoom**2
    share = 1.0 if plan.viewing.detail is None else plan.viewing.detail
    quality = 25.4 / mm_per_px * share / need
    under = next(at for at, (_, least) in enumerate(GRADES) if quality >= least) - _NEAR
    return LOSS * loss + GRADE * max(0, under)


def zone_at(zone: KeepZone, plan: Plan, sides: tuple[int, int]) -> Box:
    """A keep zone in px of the straightened picture.

    >>> from ...parts.fit import KeepZone
    >>> zone_at(KeepZone(name="lamp", x=0.5, y=0.5, w=0.1, h=0.1), book().plans[0], (6000, 4000)).as_floats()
    (3000.0, 2000.0, 600.0, 400.0)
    """
    by = lean(plan.fit.angle)
    return leaning_bounds(zone_px(zone, *sides), Fraction(sides[0]), Fraction(sides[1]), by)


def _inside(at: Box, window: Box) -> bool:
    return (
        at.x >= window.x - 1
        and at.y >= window.y - 1
        and at.right <= window.right + 1
        and at.bottom <= window.bottom + 1
    )


def _over(at: Box, hidden: Box) -> bool:
    return at.x < hidden.right and at.right > hidden.x


class _Cell(NamedTuple):
    """The cheapest way to come to a place of the order with one arrangement last."""

    cost: float
    way: Arrangement
    before: int
    came: int


def _cheapest(
    held: Sequence[Opening], order: Sequence[int], costs: ArrangementCosts, together: frozenset[int]
) -> tuple[tuple[Placed, ...], float] | None:
    """None where these pictures cannot all be placed."""
    count = len(order)
    mean = count / len(held) if held else 0.0
    may_be_empty = count < len(held)
    rows: list[list[list[_Cell]]] = [[[] for _ in range(count + 1)]]
    rows[0][0] = [_Cell(0.0, EMPTY, -1, -1)]
    for opening in held:
        last, row = rows[-1], [[] for _ in range(count + 1)]  # type: list[list[_Cell]], list[list[_Cell]]
        for at in range(count + 1):
            if not last[at]:
                continue
            ways = costs.best(opening, order, at)
            options = ways | {0: [_Way(0.0, EMPTY)]} if may_be_empty else ways
            for taken, best in options.items():
                to = at + taken
                if to in together and to < count:
                    continue
                uneven = UNEVEN * abs(taken - mean)
                for way in best:
                    came, cost = _from(last[at], way.arrangement)
                    row[to].append(_Cell(cost + way.cost + uneven, way.arrangement, at, came))
        rows.append([_few(cells) for cells in row])
    ends = rows[-1][count]
    if not ends:
        return None
    return _walked(rows, held, order, min(range(len(ends)), key=lambda at: ends[at].cost))


def _from(cells: Sequence[_Cell], way: Arrangement) -> tuple[int, float]:
    """Which of the ways so far to go on from, and what it has cost with one arrangement like the one before."""
    found, least = -1, _FOREVER
    for at, cell in enumerate(cells):
        alike = ALIKE if cell.way.boxes and cell.way.id == way.id else 0.0
        if cell.cost + alike < least:
            found, least = at, cell.cost + alike
    return found, least


def _few(cells: list[_Cell]) -> list[_Cell]:
    """Of each arrangement the cheapest, and of those the two cheapest: a next one can be like one of them only."""
    best: dict[str, _Cell] = {}
    for cell in cells:
        if cell.way.id not in best or cell.cost < best[cell.way.id].cost:
            best[cell.way.id] = cell
    return sorted(best.values(), key=lambda one: one.cost)[:2]


def _walked(
    rows: list[list[list[_Cell]]], held: Sequence[Opening], order: Sequence[int], end: int
) -> tuple[tuple[Placed, ...], float]:
    """Back along the cheapest way."""
    at, which = len(order), end
    cost = rows[-1][at][which].cost
    found = []
    for step in range(len(held), 0, -1):
        cell = rows[step][at][which]
        plans = tuple(order[cell.before : at])
        if plans:
            found.append(Placed(held[step - 1], cell.way, plans))
        at, which = cell.before, cell.came
    return tuple(reversed(found)), cost
