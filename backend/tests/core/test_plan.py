"""The plan document: defaults, errors with paths, patches."""

import json

import pytest

from tests.plans import LAMP, border, document, plan
from zollstock.core.documents.plan import PlanError, parse_plan, patched, plan_document


def problems(doc) -> list[tuple[str, str]]:
    with pytest.raises(PlanError) as refused:
        parse_plan(doc)
    return refused.value.problems


def test_an_empty_plan_has_the_defaults() -> None:
    written = plan_document(plan())
    assert written["fit"]["mode"] == "fill"
    assert written["fit"]["anchor"] == [0.5, 0.5]
    assert written["edge"] == {"kind": "none"}
    assert written["medium"]["factor"] == 1.0
    assert written["viewing"]["school"] == "acuity"
    assert written["pixels"]["mode"] == "keep"


def test_lengths_stay_as_typed() -> None:
    typed = {"width": "29,7 cm", "height": '11 1/2"'}
    assert plan_document(plan(target=typed))["target"] == typed | {"ppi": None}


@pytest.mark.parametrize(
    ("changes", "path", "words"),
    [
        ({"zoom": 2}, "zoom", "unknown field"),
        ({"edge": {"kind": "border", "lef": "1 in"}}, "edge.lef", "did you mean left?"),
        ({"edge": {"kind": "frame"}}, "edge", "kind must be one of"),
        ({"target": {"width": "11 1/ in", "height": "8 in"}}, "target.width", "half a fraction"),
        ({"target": {"width": 24, "height": "8 in"}}, "target.width", "a text with its unit"),
        ({"target": {"width": "24", "height": "8 in"}}, "target.width", "no unit"),
        ({"target": {"width": "0 in", "height": "8 in"}}, "target.width", "is 0"),
        ({"picture": {"width_px": 0, "height_px": 10}}, "picture.width_px", "greater than"),
        ({"picture": {"width_px": 10.5, "height_px": 10}}, "picture.width_px", "integer"),
        (
            {"picture": {"width_px": 10, "height_px": 10, "orientation": 9}},
            "picture.orientation",
            "less than",
        ),
        ({"fit": {"mode": "contain", "zoom": 2.0}}, "fit.zoom", "goes with fill"),
        ({"fit": {"zoom": 0.5}}, "fit.zoom", "greater than"),
        ({"fit": {"anchor": [0.5, 1.5]}}, "fit.anchor[1]", "less than"),
        ({"fit": {"keep": [LAMP | {"x": 0.9}]}}, "fit.keep[0]", "beyond the picture"),
        ({"fit": {"keep": [LAMP | {"w": 0.0}]}}, "fit.keep[0].w", "greater than 0"),
        ({"edge": border("12 in")}, "edge.left", "leave no picture"),
        ({"edge": {"kind": "wrap", "depth": "2 cm"}}, "edge.turn", "required"),
        ({"pixels": {"mode": "fixed"}}, "pixels.ppi", "needs a ppi"),
        ({"viewing": {"distance": "0 m"}}, "viewing.distance", "is 0"),
        ({"format": "zollstock.plan/2"}, "format", "must be"),
        ({"fit": {"colour": "white"}}, "fit.colour", "#ffffff"),
    ],
)
def test_every_error_has_its_path(changes: dict, path: str, words: str) -> None:
    found = problems(document(**changes))
    assert any(at == path and words in message for at, message in found), found


def test_several_faults_are_told_at_once() -> None:
    found = problems({"picture": {"width_px": 10, "height_px": 10}, "fitt": {}})
    assert {path for path, _ in found} == {"target", "fitt"}


@pytest.mark.parametrize("doc", [None, [], "plan", 7])
def test_what_is_no_object_is_refused(doc) -> None:
    assert problems(doc)[0][0] == "plan"


def test_nan_and_infinity_are_no_numbers_here() -> None:
    text = json.dumps(document(fit={"zoom": float("nan")}))
    assert problems(json.loads(text))[0][0] == "fit.zoom"


def test_a_patch_changes_a_copy() -> None:
    doc = document(fit={"mode": "fill"})
    changed = patched(doc, {"fit.auto": True, "edge": {"kind": "none"}})
    assert changed["fit"] == {"mode": "fill", "auto": True}
    assert doc["fit"] == {"mode": "fill"} and "edge" not in doc
