"""Labs: what they will do to a file, and the change that makes it unnecessary."""

from __future__ import annotations

from typing import Any

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from zollstock.core.answer.reckoning import Finding
from zollstock.core.devices.atlab import at_lab
from zollstock.core.documents.plan import parse_plan, patched
from zollstock.core.ground.csvtable import TableError
from zollstock.core.reckon import reckon
from zollstock.core.studio.labs import SHIPPED, Labs, LabsError, read_labs
from zollstock.core.studio.labtable import labs_from, write_labs
from zollstock.core.studio.logged import LoggedFault
from zollstock.core.studio.profiles import Profiles, StudioProfile
from zollstock.core.studio.studio import Studio
from zollstock.core.work.outcome import work_out

OF_LAB = ("lab-refuses", "lab-crops", "lab-pads", "lab-scales", "lab-format-refused", "lab-too-many-px", "lab-too-many-bytes",
          "lab-resamples", "lab-wants-srgb", "lab-wants-profile", "lab-sharpens", "lab-borders", "lab-unknown", "lab-gone",
          "lab-changed")  # fmt: skip
COATED = StudioProfile("press-coated", "Press, coated", "c" * 64, "cmyk", "")
STUDIO = Studio(profiles=Profiles((COATED,)))


def plan_of(size: tuple[str, str], lab: str, **parts: Any) -> dict[str, Any]:
    key, paper = lab.split("/")
    return {
        "picture": {"width_px": 6000, "height_px": 4000},
        "target": {"width": size[0], "height": size[1]},
        "lab": {"key": key, "size": paper},
        "output": {"format": "jpeg"},
        **parts,
    }


def told(document: dict[str, Any], labs: Labs = SHIPPED) -> dict[str, Finding]:
    studio = Studio(profiles=STUDIO.profiles, labs=labs)
    found = reckon(parse_plan(document), studio=studio).findings
    return {one.id: one for one in found if one.id in OF_LAB}


def cured(document: dict[str, Any], labs: Labs = SHIPPED) -> dict[str, Any]:
    """The plan after every cure was taken, one after the other."""
    for _ in range(8):
        found = [one for one in told(document, labs).values() if one.fix]
        if not found:
            return document
        document = patched(document, found[0].fix or {})
    raise AssertionError(f"the cures come to no end: {told(document, labs)}")


def test_a_plan_without_a_lab_is_as_it_was() -> None:
    document = plan_of(("30 cm", "20 cm"), "harbour/20x30") | {"lab": None}
    assert told(document) == {}
    assert not any(one.id == "expected_cost" for one in reckon(parse_plan(document)).figures)


def test_another_ratio_is_cropped_from_the_centre() -> None:
    found = told(plan_of(("30 cm", "21 cm"), "harbour/20x30"))["lab-crops"]
    assert "0.5 cm at the top and 0.5 cm at the bottom" in found.text
    assert found.drawing is not None and found.drawing.boxes["opening"] == (0, 5, 300, 200)
    cure = parse_plan(patched(plan_of(("30 cm", "21 cm"), "harbour/20x30"), found.fix or {}))
    assert (cure.target.width.typed, cure.target.height.typed) == ("30 cm", "20 cm")


def test_a_keep_zone_then_decides_on_the_crop_and_not_the_centre() -> None:
    keep = [{"name": "lamp", "x": 0.0, "y": 0.0, "w": 0.2, "h": 0.2}]
    found = told(plan_of(("30 cm", "24 cm"), "harbour/20x30", fit={"keep": keep}))
    assert (found["lab-crops"].fix or {})["fit.auto"] is True


def test_a_lab_that_pads_leaves_white() -> None:
    document = plan_of(("30 cm", "20 cm"), "lantern/30x30")
    found = told(document)["lab-pads"]
    assert "at the top" in found.text and "white" in found.text


def test_a_lab_that_refuses_stops_the_file_with_the_cure_that_it_takes() -> None:
    found = told(plan_of(("30 cm", "20 cm"), "saltworks/29.7x42"))["lab-refuses"]
    assert (
        found.level == "stop" and found.fix_label == "Plan it as 42 × 29.7 cm with 0.3 cm of bleed"
    )


def test_the_same_ratio_comes_back_in_the_labs_own_size() -> None:
    found = told(plan_of(("45 cm", "30 cm"), "harbour/20x30"))
    assert "66.7 %" in found["lab-scales"].text
    assert "lab-crops" not in found


def test_bleed_that_is_lacking_is_cut_from_the_print() -> None:
    """A file of 30 × 40 for a paper with 3 mm of bleed: enlarged to 30.6 × 40.6, and cut."""
    work = work_out(parse_plan(plan_of(("30 cm", "40 cm"), "lantern/30x40")))
    table = SHIPPED.model_dump(mode="json")
    table["labs"][1]["fits"] = "crops-centre"
    lab = read_labs(table).by_now(work.plan.lab)  # type: ignore[arg-type]
    assert lab is not None
    found = at_lab(work, lab)
    assert [round(float(side), 2) for side in found.lost] == [3, 4, 3, 4]
    assert float(found.scale) == pytest.approx(306 / 300)


@pytest.mark.parametrize(
    ("parts", "lab", "name", "fix"),
    [
        ({"output": {"format": "tiff"}}, "harbour/20x30", "lab-format-refused", {"output.format": "jpeg"}),
        ({"output": {"format": "tiff", "bits": 16}}, "harbour/20x30", "lab-format-refused", {"output.format": "jpeg", "output.bits": 8}),
        ({"output": {"format": "jpeg", "profile": "picture"}}, "harbour/20x30", "lab-wants-srgb", {"output.profile": "srgb"}),
        ({"pixels": {"mode": "fixed", "ppi": 300, "sharpen": {"amount": 1}}}, "harbour/20x30", "lab-sharpens", {"pixels.sharpen": None}),
        ({"pixels": {"mode": "fixed", "ppi": 240}}, "harbour/20x30", "lab-resamples", {"pixels.mode": "fixed", "pixels.ppi": 300.0, "pixels.native_ppi": None}),
        ({"pixels": {"mode": "fixed", "ppi": 1200}}, "harbour/20x30", "lab-too-many-px", {"pixels.mode": "fixed", "pixels.ppi": 1016.0, "pixels.native_ppi": None}),
    ],
)  # fmt: skip
def test_what_a_lab_does_is_named_with_the_change_that_makes_it_unnecessary(
    parts: dict[str, Any], lab: str, name: str, fix: dict[str, Any]
) -> None:
    assert told(plan_of(("30 cm", "20 cm"), lab, **parts))[name].fix == fix


def test_a_lab_that_wants_its_own_profile() -> None:
    bleed = {"kind": "bleed", "bleed": "3 mm", "safe": "3 mm"}
    document = plan_of(("42 cm", "29.7 cm"), "saltworks/29.7x42", edge=bleed, output={"format": "pdf"})  # fmt: skip
    found = told(document)
    assert set(found) == {"lab-wants-profile"} and found["lab-wants-profile"].fix_label == "Take Press, coated"  # fmt: skip


def test_a_border_of_the_labs_own_is_said() -> None:
    table = SHIPPED.model_dump(mode="json")
    table["labs"][0]["borders"] = True
    assert "lab-borders" in told(plan_of(("30 cm", "20 cm"), "harbour/20x30"), read_labs(table))


def test_a_file_that_is_too_heavy() -> None:
    table = SHIPPED.model_dump(mode="json")
    table["labs"][1] |= {"most_bytes": 1_000_000, "profile": "srgb"}
    document = plan_of(("30 cm", "40 cm"), "lantern/30x40", output={"format": "tiff"})
    found = told(document, read_labs(table))["lab-too-many-bytes"]
    assert found.fix == {"output.format": "jpeg", "output.bits": 8, "output.most_kb": 1000}


def test_the_price_of_its_row_is_told_to_the_cent() -> None:
    figures = {one.id: one for one in reckon(parse_plan(plan_of(("30 cm", "20 cm"), "harbour/20x30"))).figures}  # fmt: skip
    assert figures["expected_cost"].text == "2.40 €" and figures["expected_cost"].value == 2.4


def test_the_print_goes_by_what_stood_in_the_row_and_says_what_stands_there_now() -> None:
    chosen = SHIPPED.chosen("harbour", "20x30")
    assert chosen is not None
    document = plan_of(("30 cm", "20 cm"), "harbour/20x30") | {
        "lab": chosen.model_dump(mode="json")
    }
    table = SHIPPED.model_dump(mode="json")
    table["labs"][0]["sizes"][2]["price"] = 3
    changed = read_labs(table)
    found = told(document, changed)["lab-changed"]
    assert "its price" in found.text
    assert "lab-changed" not in told(patched(document, found.fix or {}), changed)
    assert "lab-gone" in told(document, Labs(labs=SHIPPED.labs[1:]))
    assert "lab-unknown" in told(plan_of(("30 cm", "20 cm"), "nobody/20x30"))


@given(
    w=st.integers(80, 900), h=st.integers(80, 900), ppi=st.sampled_from([150, 240, 300, 600]),
    lab=st.sampled_from([f"{lab.key}/{size.key}" for lab in SHIPPED.labs for size in lab.sizes]),
    kind=st.sampled_from(["jpeg", "tiff", "png", "pdf"]),
)  # fmt: skip
@settings(max_examples=80, deadline=None)
def test_after_all_cures_a_lab_has_nothing_left_to_do(w: int, h: int, ppi: int, lab: str, kind: str) -> None:  # fmt: skip
    document = plan_of(
        (f"{w} mm", f"{h} mm"), lab, pixels={"mode": "fixed", "ppi": ppi}, output={"format": kind}
    )
    done = cured(document)
    work = work_out(parse_plan(done), STUDIO)
    assert work.lab is not None and at_lab(work, work.lab).as_planned
    assert told(done) == {}


def test_labs_come_back_from_their_table() -> None:
    assert labs_from(write_labs(SHIPPED), SHIPPED) == SHIPPED


@pytest.mark.parametrize(
    ("text", "said"),
    [
        ("lab,width,height\nCellar,20 cm,\n", "line 2"),
        ("lab,fits\nCellar,folds\n", "line 2"),
        ("lab,formats\nCellar,bmp\n", "line 2"),
        ("lab,days\nCellar,soon\n", "line 2"),
        ("lab,book_pages\nCellar,40-20\n", "least is more"),
        ("width\n3 cm\n", "lab"),
    ],
)
def test_a_table_that_is_none_says_where(text: str, said: str) -> None:
    with pytest.raises(TableError, match=said):
        labs_from(text, SHIPPED)


def test_two_labs_of_one_name_are_refused() -> None:
    with pytest.raises(LabsError, match="is there already"):
        read_labs({"labs": [{"name": "Harbour"}, {"name": "harbour"}]})


def test_what_came_back_from_this_lab_before_is_offered_the_next_time() -> None:
    bad = LoggedFault("", "", "canvas", ("cut off",), "2026-08-24", lab="harbour lab", note="The post is cut.")  # fmt: skip
    other = LoggedFault("", "", "canvas", ("too dark",), "2026-08-25", lab="Lantern Prints")
    studio = Studio(faults=(bad, other))
    found = {one.id: one for one in reckon(parse_plan(plan_of(("30 cm", "20 cm"), "harbour/20x30")), studio=studio).findings}  # fmt: skip
    assert found["lab-before"].text == "From harbour lab: cut off, on 2026-08-24. It says: “The post is cut.”"  # fmt: skip
