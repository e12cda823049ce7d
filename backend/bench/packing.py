"""How much shorter prints lie on a roll than on plain shelves of falling height, and how long that takes to find."""

from __future__ import annotations

import random
import statistics
import time

from zollstock.core.packing import Item, Paper, best, cost_of
from zollstock.core.packing.piece import is_sound
from zollstock.core.packing.shelves import as_given, lying, shelves, standing

SETS, WIDTH = 500, 9044
SEED = 20261126


def main() -> None:
    chance = random.Random(SEED)
    plain, tried, took = [], [], []
    for _ in range(SETS):
        items = tuple(
            Item(
                number, chance.randint(800, 8000), chance.randint(800, 8000), chance.random() < 0.7
            )
            for number in range(chance.randint(2, 20))
        )
        paper = Paper(WIDTH, sum(max(item.w, item.h) for item in items))
        begin = time.perf_counter()
        found = best(items, paper)
        took.append(time.perf_counter() - begin)
        assert is_sound(found, items, paper)
        used = cost_of(found)[1]
        plain.append(used / cost_of(shelves(items, paper, as_given))[1])
        tried.append(
            used
            / min(cost_of(shelves(items, paper, lie))[1] for lie in (as_given, lying, standing))
        )
    for name, ratios in (
        ("shelves of falling height, as given (baseline)", plain),
        ("the best of three kinds of shelves", tried),
    ):
        print(
            f"  length against {name:<48} mean {statistics.mean(ratios):.3f} × worst {max(ratios):.3f} ×"
        )
    print(
        f"  {SETS} sets of 2 to 20 prints: median {statistics.median(took) * 1000:.0f} ms, longest {max(took) * 1000:.0f} ms"
    )
    sixty()


def sixty() -> None:
    """60 pieces on one roll, every way tried."""
    chance = random.Random(SEED)
    items = tuple(
        Item(n, chance.randint(800, 6000), chance.randint(800, 6000), True) for n in range(60)
    )
    paper = Paper(WIDTH, sum(max(item.w, item.h) for item in items))
    begin = time.perf_counter()
    plain = cost_of(shelves(items, paper))[1]
    baseline = time.perf_counter() - begin
    begin = time.perf_counter()
    used = cost_of(best(items, paper))[1]
    took = time.perf_counter() - begin
    print(
        f"  60 pieces: {took:.2f} s, {took / baseline:.0f} × the shelves' time (baseline), {used / plain:.3f} × their length"
    )


if __name__ == "__main__":
    main()
