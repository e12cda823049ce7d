"""How long a full reckoning takes, JSON in to JSON out, against validating the plan alone."""

from __future__ import annotations

import json
import statistics
import subprocess
import sys
import time
from collections.abc import Callable
from pathlib import Path

from zollstock.core.answer.reckoning import reckoning_json
from zollstock.core.documents.plan import parse_plan
from zollstock.core.layouts import parse_layout, reckon_layout
from zollstock.core.reckon import reckon
from zollstock.core.worksheet import worksheet

ROOT = Path(__file__).resolve().parents[2]
RUNS, ROUNDS, STARTS = 3000, 6, 15
PLAN = {
    "picture": {"width_px": 5000, "height_px": 3333},
    "target": {"width": "24 in", "height": "16 in"},
    "fit": {"keep": [{"name": "lamp", "x": 0.1, "y": 0.2, "w": 0.15, "h": 0.3}]},
    "edge": {"kind": "border", "left": "2 in", "top": "2 in", "right": "2 in", "bottom": "2 in"},
}


def times(work: Callable[[str], object], runs: range) -> list[float]:
    """Milliseconds of every run, each with another crop, so that nothing is remembered whole."""
    found = []
    for run in runs:
        share, zoom = run % 1000 / 1000, 1 + run % 977 / 1000
        text = json.dumps(PLAN | {"fit": PLAN["fit"] | {"anchor": [0.5, share], "zoom": zoom}})
        begin = time.perf_counter()
        work(text)
        found.append((time.perf_counter() - begin) * 1000)
    return found


def in_turns(*works: Callable[[str], object]) -> list[list[float]]:
    """The times of each, sorted. They take turns, so that a machine that stalls for a while stalls all of them."""
    found: list[list[float]] = [[] for _ in works]
    for first in range(0, RUNS, RUNS // ROUNDS):
        for work, its in zip(works, found, strict=True):
            its += times(work, range(first, first + RUNS // ROUNDS))
    return [sorted(its) for its in found]


def main() -> None:
    baseline, full, bench = in_turns(
        lambda text: parse_plan(json.loads(text)),
        lambda text: reckoning_json(reckon(parse_plan(json.loads(text)))),
        lambda text: worksheet(parse_plan(json.loads(text)), "in", "edge").model_dump_json(),
    )
    for name, found in (
        ("validate the plan (baseline)", baseline),
        ("full reckoning", full),
        ("whole worksheet of the bench", bench),
    ):
        median, p95 = statistics.median(found), found[int(len(found) * 0.95)]
        ratio = median / statistics.median(baseline)
        print(f"  {name:<30} median {median:.3f} ms  p95 {p95:.3f} ms  {ratio:.1f} × baseline")
    tiles(statistics.median(full))
    shell()


def tiles(plan: float) -> None:
    """100 sheets of one print, against the reckoning of the print alone."""
    layout = parse_layout(
        {"kind": "tiles", "plans": [PLAN | {"target": {"width": "1.8 m", "height": "2.7 m"}}]}
    )
    found = []
    for _ in range(RUNS // 20):
        begin = time.perf_counter()
        made = reckon_layout(layout)
        found.append((time.perf_counter() - begin) * 1000)
    median = statistics.median(found)
    print(
        f"  {f'{len(made.sheets)} tiles':<30} median {median:.3f} ms  {median / plan:.1f} × the print alone"
    )


def shell() -> None:
    """`zollstock reckon` as a whole process, against a Python that does nothing."""
    works = ([sys.executable, "-c", "pass"], [str(ROOT / "zollstock"), "reckon", "-"])
    found: tuple[list[float], list[float]] = ([], [])
    for _ in range(STARTS):  # by turns, as above
        for work, its in zip(works, found, strict=True):
            begin = time.perf_counter()
            subprocess.run(
                work, input=json.dumps(PLAN), text=True, check=True, stdout=subprocess.DEVNULL
            )
            its.append((time.perf_counter() - begin) * 1000)
    baseline, command = (statistics.median(its) for its in found)
    print(f"  {'python -c pass (baseline)':<30} median {baseline:.0f} ms")
    print(
        f"  {'zollstock reckon':<30} median {command:.0f} ms  {command / baseline:.1f} × baseline"
    )


if __name__ == "__main__":
    main()
