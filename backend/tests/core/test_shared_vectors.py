"""Numbers that two languages must agree on: written by Python, read by both suites.

Placing a crop under a finger and patching a plan are done in the browser before the server has
answered. What each must come to stands in `vectors/`; `ZOLLSTOCK_WRITE_VECTORS=1` writes it anew.
"""

from __future__ import annotations

import itertools
import json
import os
from collections.abc import Callable
from dataclasses import asdict
from pathlib import Path
from typing import Any

import pytest

from tests.plans import LAMP, border, document
from zollstock.core.answer.reckoning import Step
from zollstock.core.documents.plan import parse_plan, patched, plan_document
from zollstock.core.sheet.drawings import whole_drawing
from zollstock.core.work.outcome import work_out
from zollstock.core.worksheet import Worksheet, worksheet

VECTORS = Path(__file__).resolve().parents[3] / "vectors"
PICTURES = ({"width_px": 6000, "height_px": 4000}, {"width_px": 3000, "height_px": 4000})
EDGES = ({"kind": "none"}, border("2 cm"), {"kind": "wrap", "depth": "3 cm", "turn": "1 cm"})
BEFORE = {"mode": "fill", "anchor": [0.5, 0.5], "zoom": 1.25}
AFTER = (
    {"mode": "fill", "anchor": [0.0, 1.0], "zoom": 1.25},
    {"mode": "fill", "anchor": [0.8, 0.3], "zoom": 1.25},
    {"mode": "fill", "anchor": [0.25, 0.6], "zoom": 2.0},
)
TURNS = (
    {"turn": 0, "angle": 0.0},
    {"turn": 90, "angle": 0.0},
    {"turn": 0, "angle": 4.0},
    {"turn": 270, "angle": -7.5},
)


def placements() -> list[dict[str, Any]]:
    """A plan as it was reckoned, the fit that a hand has led to, and where the picture then lies, mm."""
    found = []
    for picture, edge, after, turn in itertools.product(PICTURES, EDGES, AFTER, TURNS):
        made = document(
            picture=picture,
            target={"width": "40 cm", "height": "30 cm"},
            edge=edge,
            fit=BEFORE | turn,
        )
        plan, later = parse_plan(made), parse_plan(made | {"fit": after | turn})
        then = whole_drawing(work_out(later)).pieces[0]
        found.append(
            {
                "drawing": asdict(whole_drawing(work_out(plan))),
                "fit": plan_document(plan)["fit"],
                "then": plan_document(later)["fit"],
                "picture": list(then.picture),
                "printed": list(then.printed),
            }
        )
    return found


def patches() -> list[dict[str, Any]]:
    """A document, a fix, and the document with it."""
    plain = document(edge=border("2 in"))
    fixes: list[dict[str, Any]] = [
        {"fit.auto": True},
        {"title": "Pans"},
        {"edge": {"kind": "none"}},
        {"viewing.distance": "2 m"},
        {"target": {"width": "30 cm", "height": "20 cm"}, "fit.mode": "fill", "fit.zoom": 1.0},
        {"fit.anchor": [0, 1], "fit.keep": []},
        {"pixels": {"mode": "fixed", "ppi": 300.0}},
        {"viewing.distance": None},
    ]
    return [{"document": plain, "fix": fix, "result": patched(plain, fix)} for fix in fixes]


def benches() -> dict[str, Any]:
    """What the bench is given of a few prints: the whole plan, its worksheet, the ways out of each step."""
    found = {}
    wanted = {
        "border": document(edge=border("2 in"), fit={"keep": [LAMP], "anchor": [0.5, 0.2]}),
        "wrap": document(
            edge={"kind": "wrap", "depth": "3.8 cm", "turn": "1.2 cm", "fill": "mirror"},
            target={"width": "50 cm", "height": "40 cm"},
            marks={"margin": "1 cm", "crop": True, "fold": True, "centre": True},
        ),
        "screen": document(target={"width": "1920 px", "height": "1080 px"}),
    }
    for name, made in wanted.items():
        plan = parse_plan(made)
        sheet = worksheet(plan, "in" if name == "border" else "cm", None)
        steps: tuple[Step, ...] = ("size", "fit", "edge", "pixels")
        found[name] = {
            "plan": plan_document(plan),
            "worksheet": json.loads(sheet.model_dump_json(exclude_none=True)),
            "choices": {
                step: [
                    json.loads(choice.model_dump_json(exclude_none=True))
                    for choice in worksheet(plan, "cm", step).choices
                ]
                for step in steps
            },
            "seen": _seen(worksheet(plan, "cm", "distance")),
        }
    return found


def _seen(sheet: Worksheet) -> Any:
    return json.loads(sheet.seen.model_dump_json()) if sheet.seen else None


@pytest.mark.parametrize(
    ("name", "made"), [("placement", placements), ("patching", patches), ("bench", benches)]
)
def test_the_shared_vectors_are_what_the_core_says(name: str, made: Callable[[], Any]) -> None:
    path, wanted = VECTORS / f"{name}.json", made()
    if os.environ.get("ZOLLSTOCK_WRITE_VECTORS"):
        path.write_text(
            json.dumps(wanted, indent=None, separators=(",", ":")).replace("},{", "},\n{") + "\n"
        )
    assert json.loads(path.read_text()) == json.loads(json.dumps(wanted))
