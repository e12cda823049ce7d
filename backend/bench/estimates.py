"""How near the told time of making a file comes to the time it takes: alone, and beside another that is made.

The baseline is what is told (core/work/making.py), corrected by what the files before have taught, as a studio's is.
"""

from __future__ import annotations

import multiprocessing
import tempfile
import time
from pathlib import Path
from typing import Any

from bench.enlarging import photo_of
from zollstock.core.documents.plan import parse_plan
from zollstock.core.work.making import together, used
from zollstock.core.work.outcome import Work, work_out
from zollstock.pixels.enlarge.ready import compile_all
from zollstock.pixels.render import render

PLANS: dict[str, dict[str, Any]] = {
    "kept": {"pixels": {"mode": "keep"}},
    "reduced to a third": {"pixels": {"mode": "fixed", "ppi": 85}},
    "careful 1.8 ×": {"pixels": {"mode": "fixed", "ppi": 457}},
    "careful 3 ×": {"pixels": {"mode": "fixed", "ppi": 762}},
    "lanczos 2 ×": {"pixels": {"mode": "fixed", "ppi": 508, "method": "lanczos"}},
    "cubic 2 ×": {"pixels": {"mode": "fixed", "ppi": 508, "method": "cubic"}},
    "careful 2 ×, JPEG": {"pixels": {"mode": "fixed", "ppi": 508}, "output": {"format": "jpeg"}},
    "noise out, 1.5 ×": {"pixels": {"mode": "fixed", "ppi": 381, "denoise": 0.5}},
}
NEWEST = 0.4


def planned(changes: dict[str, Any]) -> Work:
    base = {
        "picture": {"width_px": 4500, "height_px": 3000},
        "target": {"width": "45 cm", "height": "30 cm"},
    }
    return work_out(parse_plan(base | changes))


def made(work: Work, picture: Path) -> float:
    """Seconds that its file takes."""
    with tempfile.TemporaryDirectory() as folder:
        begin = time.perf_counter()
        render(work.plan, picture, Path(folder) / "out")
        return time.perf_counter() - begin


def busy(picture: Path, going: Any, stop: Any) -> None:
    """A neighbour that makes one file after the other."""
    compile_all()
    going.set()
    while not stop.is_set():
        made(planned(PLANS["careful 3 ×"]), picture)


def compared(picture: Path, others: int, slower: dict[str, float]) -> None:
    """What is told and what it takes, after a round that teaches; what was learned before is known."""
    for turn in range(2):
        for name, changes in PLANS.items():
            work = planned(changes)
            reckoned = together(work) * (1 + others)
            told = reckoned * slower.get(used(work), 1.0)
            took = made(work, picture)
            before = slower.get(used(work), 1.0)
            slower[used(work)] = before * (took / reckoned / before) ** NEWEST
            if turn:
                print(
                    f"  {'beside one' if others else 'alone':<11} {name:<20} told {told:5.1f} s (baseline), took "
                    f"{took:5.1f} s  {took / told:4.2f} ×",
                    flush=True,
                )


def main() -> None:
    compile_all()
    with tempfile.TemporaryDirectory() as folder:
        picture = Path(folder) / "photo.jpg"
        photo_of(picture, 4500, 3000)
        slower: dict[str, float] = {}
        compared(picture, 0, slower)
        # Of its own from the start: a fork of a process in which libvips has worked stands still at its first picture.
        fresh = multiprocessing.get_context("spawn")
        going, stop = fresh.Event(), fresh.Event()
        neighbour = fresh.Process(target=busy, args=(picture, going, stop))
        neighbour.start()
        going.wait()
        try:
            compared(picture, 1, slower)
        finally:
            stop.set()
            neighbour.join()


if __name__ == "__main__":
    main()
