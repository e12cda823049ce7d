"""One person dragging a crop, alone and beside five who lay out large gangs: a moving hand comes first.

The baseline is the same drag alone. The five have an account each, since an account has a share of that lane.
"""

from __future__ import annotations

import asyncio
import json
import os
import random
import statistics
import subprocess
import sys
import threading
import urllib.error
import urllib.request
from pathlib import Path
from typing import Any

from bench.crowd import ADDRESS, PASSWORD, crowd, head_of, sign_in, told

HEAVY, PIECES, MOST = 5, 200, 3.0
BACKEND = Path(__file__).resolve().parents[1]


def gang(chance: random.Random) -> dict[str, Any]:
    """Of so many prints on a roll, never the same twice."""
    plans = [
        {
            "picture": {"width_px": 6000, "height_px": 4000},
            "target": {
                "width": f"{chance.randint(60, 400)} mm",
                "height": f"{chance.randint(60, 400)} mm",
            },
        }
        for _ in range(PIECES)
    ]
    return {
        "format": "zollstock.layout/1",
        "kind": "gang",
        "plans": plans,
        "roll": {"width": "914 mm", "margin": "5 mm"},
    }


def laying_out(name: str, seed: int, stop: threading.Event, answers: list[int]) -> None:
    """Ask one large question after the other."""
    cookies, token = sign_in(name)
    chance = random.Random(seed)
    while not stop.is_set():
        request = urllib.request.Request(
            f"{ADDRESS}/api/layouts/reckon",
            json.dumps({"layout": gang(chance)}).encode(),
            {"Content-Type": "application/json", "X-CSRFToken": token, "Cookie": cookies},
        )
        try:
            with urllib.request.urlopen(request, timeout=120) as answer:
                answer.read()
                answers.append(answer.status)
        except urllib.error.HTTPError as error:
            answers.append(error.code)


def main() -> None:
    names = [f"heavy-{number}" for number in range(HEAVY)]
    for name in names:
        subprocess.run(
            [sys.executable, "-W", "ignore", "manage.py", "make_account", name],
            cwd=BACKEND,
            env=os.environ | {"ZOLLSTOCK_PASSWORD": PASSWORD},
            check=True,
            stdout=subprocess.DEVNULL,
        )
    head = head_of(*sign_in())
    asyncio.run(crowd(head, "/api/reckon", 1))  # everybody is awake
    alone = asyncio.run(crowd(head, "/api/reckon", 1))
    stop, answers = threading.Event(), []
    threads = [
        threading.Thread(target=laying_out, args=(name, seed, stop, answers), daemon=True)
        for seed, name in enumerate(names)
    ]
    for thread in threads:
        thread.start()
    beside = asyncio.run(crowd(head, "/api/reckon", 1))
    stop.set()
    for thread in threads:
        thread.join()
    ratio = statistics.median(beside) / statistics.median(alone)
    print(told("one alone, dragging (baseline)", alone))
    print(told(f"beside {HEAVY} large gangs", beside) + f"  {ratio:.1f} × baseline")
    kinds = {status: answers.count(status) for status in sorted(set(answers))}
    print(f"  large questions answered meanwhile, by status: {kinds}")
    if ratio > MOST:
        raise SystemExit(f"{ratio:.1f} × as long; the goal is {MOST:.0f} ×")


if __name__ == "__main__":
    main()
