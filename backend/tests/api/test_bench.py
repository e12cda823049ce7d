"""Reckoning over the wire, typed lengths, schemas, and the types the interface is built on."""

from __future__ import annotations

import json
import subprocess
from pathlib import Path

import pytest

from tests.plans import border, document
from zollstock.core.answer.reckoning import reckoning_document
from zollstock.core.documents.plan import parse_plan
from zollstock.core.reckon import reckon

FRONTEND = Path(__file__).resolve().parents[3] / "frontend"


@pytest.mark.parametrize(
    ("wanted", "path"),
    [
        ({"edge": {"kind": "frame"}}, "edge"),
        ({"edge": {"kind": ["border"]}}, "edge"),
        ({"edge": {"kind": None}}, "edge"),
        ({"edge": "border"}, "edge"),
        ({"edge": {}}, "edge"),
    ],
)
def test_an_unknown_edge_is_refused_in_words(caller, wanted: dict, path: str) -> None:
    told = caller("POST", "reckon", {"plan": document() | wanted, "step": "edge"}, expect=422)
    assert told["problems"][0]["path"].startswith(path)


@pytest.mark.parametrize(
    "edges",
    [{"frame": {"kind": "frame"}}, {"border": {"kind": "frame"}}, {"mat": {}}, {"": {"kind": []}}],
)
def test_edges_from_before_that_are_none_are_passed_over(caller, edges: dict) -> None:
    caller("POST", "reckon", {"plan": document(), "step": "edge", "edges": edges})


def test_the_api_reckons_what_the_core_reckons(caller) -> None:
    plan = document(edge=border("2 in"))
    answer = caller("POST", "reckon", {"plan": plan, "step": "edge"})
    assert answer["reckoning"] == json.loads(
        json.dumps(reckoning_document(reckon(parse_plan(plan))))
    )
    assert [step["step"] for step in answer["steps"]][3] == "edge"
    kinds = [choice["kind"] for choice in answer["choices"]]
    assert kinds == ["edge"] * 5 + ["way"] * 4
    assert answer["schools"][3] == {
        "id": "trials", "label": "Own trials", "note": "what this studio saw", "answers": False,
        "need": "no trials yet", "ratio": "", "grade": "", "clean_from": "", "fix": {"viewing.school": "trials"},
    }  # fmt: skip


def test_an_edge_that_was_left_is_offered_as_it_was(caller) -> None:
    left = {"bleed": {"kind": "bleed", "bleed": "7 mm"}, "mat": {"kind": "mat"}, "wrap": {"a": []}}
    answer = caller(
        "POST", "reckon", {"plan": document(), "step": "edge", "edges": left, "unit": "mm"}
    )
    texts = {choice["id"]: choice["text"] for choice in answer["choices"]}
    assert texts["edge-bleed"] == "Bleed 7 mm"
    assert texts["edge-wrap"] == "Wrap 38 mm" and texts["edge-mat"].startswith("Mat ")


def test_without_a_step_there_are_figures_and_no_ways_out(caller) -> None:
    plan = document(edge=border("2 in"))
    asked = caller("POST", "reckon", {"plan": plan, "step": "edge"})
    assert caller("POST", "reckon", {"plan": plan, "step": None}) == asked | {"choices": []}


def test_units_follow_the_switch(caller) -> None:
    answer = caller("POST", "reckon", {"plan": document(), "unit": "mm"})
    assert answer["steps"][1]["key"] == "609.6 × 406.4 mm"
    caller("POST", "reckon", {"plan": document(), "unit": "ell"}, expect=422)


def test_errors_carry_the_path(caller) -> None:
    answer = caller("POST", "reckon", {"plan": document(edge=border("12 in"))}, expect=422)
    assert answer["problems"] == [{"path": "edge.left", "message": answer["message"]}]


def test_typed_lengths_and_sizes_are_read(caller) -> None:
    read = caller("POST", "lengths/read", {"text": "2", "unit": "in"})
    assert (read["typed"], read["mm"]) == ("2 in", 50.8)
    size = caller("POST", "sizes/read", {"text": "A3 landscape", "unit": "cm"})
    assert (size["width"], size["height"], size["shown"]) == ("420 mm", "297 mm", "42 × 29.7 cm")
    assert read["said"] == "read as 2 in"
    one = {"text": "60", "unit": "cm", "picture": [6000, 4000]}
    size = caller("POST", "sizes/read", one)
    assert (size["width"], size["height"], size["open"]) == ("60 cm", "40 cm", True)
    assert size["others"] == [{"label": "60 cm high?", "text": "60 cm high"}]
    caller("POST", "sizes", {"name": "Hall panel", "width": "33", "height": "88", "unit": "cm"})
    assert caller("POST", "sizes/read", {"text": "hall panel"})["height"] == "88 cm"
    refused = caller("POST", "lengths/read", {"text": "11 1/ in", "unit": "in"})
    assert "half a fraction" in refused["unread"]
    near = caller("POST", "sizes/read", {"text": "50 bei 70", "unit": "cm"})
    assert "was not understood as a size" in near["unread"]
    assert near["others"] == [{"label": "50 × 70 cm?", "text": "50 x 70"}]


def test_bodies_that_are_no_json_or_far_too_long_are_refused(caller) -> None:
    assert caller.send("POST", "reckon", "{", "application/json").status_code in (400, 422)
    long = caller.send(
        "POST", "reckon", json.dumps({"plan": {"title": "x" * 3_000_000}}), "application/json"
    )
    assert long.status_code in (400, 413)
    assert "Traceback" not in long.content.decode()


def test_schemas_are_served_to_everybody(client, db) -> None:
    for name in ("plan", "reckoning"):
        schema = client.get(f"/api/schema/{name}.json").json()
        assert schema["$id"] == f"zollstock.{name}/1"


def test_unknown_addresses_are_told_so(caller) -> None:
    assert caller("GET", "nothing/here", expect=404)["message"]


def test_the_interfaces_types_are_those_of_the_api(tmp_path: Path) -> None:
    from zollstock.site.api import api

    document_path = tmp_path / "openapi.json"
    document_path.write_text(json.dumps(api.get_openapi_schema(path_prefix="/api/")))
    out = tmp_path / "schema.d.ts"
    subprocess.run(
        ["npx", "--no-install", "openapi-typescript", str(document_path), "-o", str(out)],
        cwd=FRONTEND,
        check=True,
        capture_output=True,
    )
    committed = (FRONTEND / "src" / "api" / "schema.d.ts").read_text()
    assert out.read_text() == committed, "run: npm run api (see docs/development.md)"


def test_a_plan_from_elsewhere_is_read_whole(caller) -> None:
    short = {
        "picture": {"width_px": 600, "height_px": 400},
        "target": {"width": "30 cm", "height": "20 cm"},
    }
    whole = caller("POST", "plans/read", {"plan": short})
    assert whole["fit"]["zoom"] == 1 and whole["edge"] == {"kind": "none"}
    assert caller("POST", "plans/read", {"plan": whole}) == whole
    told = caller("POST", "plans/read", {"plan": short | {"nonsense": 1}}, expect=422)
    assert told["problems"][0]["path"] == "nonsense"
