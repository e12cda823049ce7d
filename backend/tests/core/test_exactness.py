"""Grades at their boundary, fixes that cure, words that hold, and faults told in one line each."""

from __future__ import annotations

import ast
import json
from fractions import Fraction
from pathlib import Path

import pytest
from hypothesis import given
from hypothesis import strategies as st

from tests.lengthy import tried
from tests.plans import border, documents, plan, wrap
from zollstock.core.documents.faults import MOST_PROBLEMS
from zollstock.core.documents.plan import PlanError, lengths_of, parse_plan, patched, plan_document
from zollstock.core.ground.oneline import one_line
from zollstock.core.ground.show import style_for, typed_length
from zollstock.core.reckon import reckon
from zollstock.core.rules import viewing
from zollstock.core.telling.findings import findings
from zollstock.core.work.outcome import work_out
from zollstock.core.work.zones import rooms, seen_box


def value(made, name: str):
    return next(figure.value for figure in reckon(made).figures if figure.id == name)


@pytest.mark.parametrize(
    ("ppi", "factor"), [(204, 0.85), (168, 0.7), (144, 0.6), (120, 0.5), (240, 1.0)]
)
def test_a_ratio_that_is_just_eight_tenths_is_near(ppi: int, factor: float) -> None:
    """300 × 0.85 is 255.00000000000003 to a computer: 204 ÷ 255 came out a hair below 0.8."""
    made = plan(
        picture={"width_px": 10 * ppi, "height_px": 10 * ppi},
        target={"width": "10 in", "height": "10 in"},
        medium={"factor": factor},
        viewing={"school": "device"},
    )
    assert value(made, "grade") == "near"
    assert value(made, "quality_ratio") == 0.8
    assert {school.id: school.grade for school in reckon(made).schools}["device"] == "near"


@given(st.sampled_from(viewing.GRADES), st.integers(1, 10**9))
def test_every_boundary_belongs_to_the_better_grade(boundary, small: int) -> None:
    name, least = boundary
    assert viewing.grade(Fraction(least.numerator, least.denominator)) == name
    if least:
        assert (
            viewing.grade(Fraction(least.numerator, least.denominator) - Fraction(1, small * 10))
            != name
        )


@tried(60)
@given(
    st.integers(1, 4000),
    st.sampled_from(["in", "mm", "cm"]),
    st.sampled_from(["3/8 in", "4 mm", "0.3 cm"]),
    st.sampled_from(["12 in", "30 cm", "290 mm"]),
)
def test_the_fix_of_an_image_beyond_its_sheet_cures(tenths, unit, overlap, side) -> None:
    made = plan(target={"width": side, "height": side},
                edge={"kind": "mat", "opening_width": f"{tenths / 10} {unit}", "opening_height": "10 cm",
                      "overlap": overlap})  # fmt: skip
    found = [
        f
        for f in findings(work_out(made), style_for(lengths_of(made)))
        if f.id == "image-beyond-sheet"
    ]
    for finding in found:
        assert finding.fix
        cured = parse_plan(patched(plan_document(made), finding.fix))
        assert "image-beyond-sheet" not in {
            f.id for f in findings(work_out(cured), style_for(lengths_of(cured)))
        }


@given(
    st.fractions(min_value=Fraction(1, 1000), max_value=5000),
    st.sampled_from(["in", "mm", "cm", "m"]),
)
def test_rounded_up_is_never_less_and_hardly_more(mm: Fraction, unit: str) -> None:
    made = plan(target={"width": typed_length(mm, unit, up=True), "height": "1 in"})
    assert 0 <= made.target.width.mm - mm <= Fraction(1, 5000) * 1000


@tried(150)
@given(documents())
def test_what_is_offered_as_nothing_cut_cuts_nothing(document: dict) -> None:
    made = parse_plan(document)
    for finding in reckon(made).findings:
        for way in finding.ways or []:
            if way.label != "Keep the picture whole":
                continue
            kept = work_out(parse_plan(patched(plan_document(made), way.fix)))
            assert not any(room.cuts for room in rooms(kept, seen_box(kept)))
            if way.text.endswith("nothing cut"):
                assert kept.placement.loss == 0
                seen = kept.visible
                printed = kept.placement.printed
                assert seen.x <= printed.x and printed.right <= seen.right
                assert seen.y <= printed.y and printed.bottom <= seen.bottom


@pytest.mark.parametrize(
    "edge", [{"kind": "bleed", "bleed": "3 mm"}, wrap("picture"), border("1 in")]
)
def test_the_words_for_a_whole_picture_name_what_the_edge_still_takes(edge: dict) -> None:
    zones = [{"name": "z", "x": 0.1, "y": 0.02, "w": 0.8, "h": 0.96}]
    made = plan(edge=edge, target={"width": "40 in", "height": "10 in"}, fit={"keep": zones})
    texts = [
        way.text for f in reckon(made).findings for way in f.ways or [] if "whole" in way.label
    ]
    expected = {
        "bleed": "trim takes its edge",
        "wrap": "goes round the side",
        "border": "nothing cut",
    }
    assert all(expected[edge["kind"]] in text for text in texts)


def test_many_faults_are_counted_not_told() -> None:
    with pytest.raises(PlanError) as told:
        parse_plan({f"field{n}": n for n in range(5000)})
    assert len(told.value.problems) == MOST_PROBLEMS + 1
    assert told.value.problems[-1] == ("plan", f"and {5000 + 2 - MOST_PROBLEMS} more like these")


@pytest.mark.parametrize(
    "part",
    [{"a\nb": 1}, {"target": {"width": "\ud800 in", "height": "4 in"}}, {"x" * 5000: 1},
     {"target": {"width": "²px", "height": "4 px"}}, {"medium": {"factor": 1e-320}},
     {"target": {"width": "9" * 5000 + " px", "height": "4 px"}}, {"title": "\ud800"}],
)  # fmt: skip
def test_odd_documents_are_refused_in_short_lines_that_can_be_printed(part: dict) -> None:
    with pytest.raises(PlanError) as told:
        plan(**part)
    for path, message in told.value.problems:
        for text in (path, message):
            assert text.isprintable() and len(text) < 700
            text.encode()
            json.dumps(text)


@given(st.text())
def test_one_line_is_one_line(text: str) -> None:
    shown = one_line(text)
    assert shown.isprintable() and "\n" not in shown
    assert shown == text or not text.isprintable() or len(text) > 300


def test_no_fraction_is_made_of_a_text_but_by_the_one_function_for_it() -> None:
    """quicktions writes a text of one digit into the interpreter's own zero byte; then gzip reads nothing any more."""
    here = Path(__file__).parents[2]
    wrong = [
        f"{file.relative_to(here)}:{call.lineno}"
        for folder in ("zollstock", "tests", "bench", "making")
        for file in (here / folder).rglob("*.py")
        # The standard library's own takes texts as well as any.
        if "from fractions import Fraction" not in (code := file.read_text(encoding="utf-8"))
        for call in ast.walk(ast.parse(code))
        if isinstance(call, ast.Call) and any(map(_of_text, _made_fractions_of(call)))
    ]
    assert not wrong


def _made_fractions_of(call: ast.Call) -> list[ast.expr]:
    """What `Fraction(…)` or `map(Fraction, …)` is made of."""
    if isinstance(call.func, ast.Name) and call.func.id == "Fraction":
        return call.args[:1]
    if isinstance(call.func, ast.Name) and call.func.id == "map" and len(call.args) > 1:
        first, many = call.args[:2]
        if isinstance(first, ast.Name) and first.id == "Fraction":
            return many.elts if isinstance(many, ast.Tuple | ast.List) else []
    return []


def _of_text(made: ast.expr) -> bool:
    if isinstance(made, ast.Call):
        return isinstance(made.func, ast.Name) and made.func.id in ("str", "repr")
    return isinstance(made, ast.JoinedStr) or (
        isinstance(made, ast.Constant) and isinstance(made.value, str)
    )
