"""What is added is added in one place: the registries hang together with the format and its words."""

from typing import get_args

import pytest
from hypothesis import given

from tests.lengthy import tried
from tests.plans import border, document, documents, plan
from zollstock.core.criteria import CRITERIA, table
from zollstock.core.documents.formats import upgrade
from zollstock.core.documents.plan import PlanError, lengths_of, parse_plan
from zollstock.core.edges import EDGES, Edge
from zollstock.core.edges.kind import EdgeKind
from zollstock.core.ground.show import LengthStyle, style_for
from zollstock.core.parts.file import OutputSpec
from zollstock.core.parts.viewing import SchoolName
from zollstock.core.reckon import reckon
from zollstock.core.rules.fileformats import FILE_FORMATS
from zollstock.core.rules.sources import SOURCES
from zollstock.core.rules.viewing import GRADES, grade_word, grades_in_words
from zollstock.core.sizes.library import Size
from zollstock.core.sizes.near import Shelf, library_shelf
from zollstock.core.sizes.pairs import parse_size
from zollstock.core.studio.studio import Studio
from zollstock.core.telling.findings import findings, stops
from zollstock.core.work.outcome import work_out
from zollstock.core.worksheet import worksheet


def test_every_edge_that_a_plan_may_have_is_registered_under_its_own_word() -> None:
    union = get_args(get_args(Edge)[0])
    assert set(EDGES.values()) == set(union)
    for word, edge in EDGES.items():
        assert issubclass(edge, EdgeKind)
        assert get_args(edge.model_fields["kind"].annotation) == (word,)
        assert SOURCES[word] == edge.source


def test_every_school_that_a_plan_may_name_answers() -> None:
    assert tuple(CRITERIA) == get_args(SchoolName)
    rows, work = worksheet(plan(), "cm", None).schools, work_out(plan())
    assert [(row.id, row.label, row.note) for row in rows] == [
        (
            name,
            school.label,
            school.note_at(work.distance, work.viewing_conditions, LengthStyle("cm")),
        )
        for name, school in CRITERIA.items()
    ]
    assert all(SOURCES[name] == school.source for name, school in CRITERIA.items())


def test_every_kind_of_file_that_a_plan_may_want_is_described() -> None:
    assert tuple(FILE_FORMATS) == get_args(OutputSpec.model_fields["format"].annotation)
    for kind in FILE_FORMATS.values():
        assert kind.ending == kind.endings[0] and 8 in kind.bits


def test_prose_says_what_the_constants_say() -> None:
    for limit, ppi in table.TABLE:
        assert f"{limit / 1000:g} m {ppi}" in SOURCES["table"]
    assert f"beyond {table.BEYOND} ppi" in SOURCES["table"]
    assert (
        grades_in_words("≥", "else {}")
        == "ample ≥ 2, clean ≥ 1, nearly clean ≥ 0.8, soft ≥ 0.5, else coarse"
    )
    for name, _ in GRADES:
        assert grade_word(name) in SOURCES["grades"]


@given(documents())
@tried(60)
def test_what_stops_a_print_is_what_the_findings_call_a_stop(given_document) -> None:
    made = parse_plan(given_document)
    work, style = work_out(made), style_for(lengths_of(made))
    wanted = [finding for finding in findings(work, style) if finding.level == "stop"]
    assert stops(work, style) == wanted


def test_stops_are_found_in_edge_school_and_file() -> None:
    for change, name in (
        (
            {"edge": {"kind": "wrap", "depth": "9 in", "turn": "9 in", "fill": "mirror"}},
            "mirror-too-shallow",
        ),
        ({"viewing": {"school": "trials"}}, "no-trials"),
        ({"output": {"format": "jpeg", "bits": 16}}, "jpeg-16-bit"),
    ):
        made = plan(**change)
        assert [stop.id for stop in stops(work_out(made), style_for(lengths_of(made)))] == [name]


def test_documents_of_earlier_formats_are_brought_up_step_by_step() -> None:
    steps = {
        "box/1": lambda old: {"format": "box/2", "wide": old["w"]},
        "box/2": lambda old: {"format": "box/3", "sides": [old["wide"], old["wide"]]},
    }
    old = {"format": "box/1", "w": 3}
    assert upgrade(old, steps) == {"format": "box/3", "sides": [3, 3]}
    assert old == {"format": "box/1", "w": 3}
    assert upgrade({"format": "box/9"}, steps) == {"format": "box/9"}


def test_a_step_that_leads_nowhere_ends() -> None:
    assert upgrade({"format": "box/1"}, {"box/1": dict}) == {"format": "box/1"}


def test_plans_of_formats_nobody_knows_are_refused_in_words() -> None:
    with pytest.raises(PlanError, match=r"must be 'zollstock\.plan/1'"):
        parse_plan(document(format="zollstock.plan/9"))


def test_a_studios_own_size_is_offered_where_no_crop_holds_the_zones() -> None:
    wide = document(
        picture={"width_px": 6000, "height_px": 4000},
        target={"width": "40 cm", "height": "40 cm"},
        fit={"keep": [{"name": "pier", "x": 0.01, "y": 0.4, "w": 0.97, "h": 0.2}]},
        edge=border("1 cm"),
    )
    sides = parse_size("61.7 x 41.3 cm")
    own = Size("own-1", "Harbour office", "Own", sides.width, sides.height, "common", "")
    studio = Studio(sizes=Shelf([own]))

    def ways(*known: Studio) -> list[str]:
        found = reckon(parse_plan(wide), "cm", *known).findings
        return [way.label for finding in found for way in finding.ways or []]

    assert any("Harbour office" in label for label in ways(studio))
    assert not any("Harbour office" in label for label in ways())
    assert Studio().sizes is library_shelf()
