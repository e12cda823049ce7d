"""The ways out, side by side."""

from fractions import Fraction

from hypothesis import given
from hypothesis import strategies as st

from tests.plans import border, plan
from zollstock.core.documents.plan import parse_plan, patched, plan_document
from zollstock.core.reckon import reckon
from zollstock.core.telling.choices import Choice
from zollstock.core.worksheet import Worksheet, worksheet


def ways(sheet: Worksheet) -> list[Choice]:
    return [choice for choice in sheet.choices if choice.kind == "way"]


def test_three_answers_to_an_even_border() -> None:
    made = plan(edge=border("2 in"))
    recrop, whole, sheet, cut = ways(worksheet(made, "in", "edge"))
    assert (recrop.title, recrop.text) == ("Crop to 5:3", "lose 10 % of the height, 250 ppi")
    assert recrop.taken and not whole.taken and not sheet.taken
    assert whole.text.startswith("3 in left and right, 2 in top and bottom")
    # Larger than the sheet in hand: nobody cuts that out of it.
    assert sheet.title == "Use another sheet, 24 × 17⅓ in"
    assert (cut.title, cut.text) == (
        "Use another sheet, 22 × 16 in",
        "nothing is lost, cut to order",
    )
    assert sheet.fix["target"] == {"width": "24 in", "height": "17 1/3 in", "ppi": None}
    after = parse_plan(patched(plan_document(made), sheet.fix))
    assert reckon(after).figure("loss").value < 0.001


def test_under_a_moving_hand_everything_is_reckoned_but_the_ways_out() -> None:
    made = plan(edge=border("2 in"))
    whole, quick = worksheet(made, "in", "edge"), worksheet(made, "in", None)
    assert whole.choices and quick.choices == []
    assert quick == whole.model_copy(update={"choices": []})


def test_a_tall_sheet_keeps_its_height() -> None:
    made = plan(
        picture={"width_px": 4000, "height_px": 6000},
        target={"width": "30 cm", "height": "40 cm"},
        edge=border("2 cm"),
    )
    sheet = ways(worksheet(made, "cm", "edge"))[2]
    assert sheet.fix["target"] == {"width": "28 cm", "height": "40 cm", "ppi": None}


def test_a_sheet_that_lies_across_is_turned_first_where_nothing_is_lost_by_it() -> None:
    made = plan(target={"width": "20 cm", "height": "30 cm"})
    turn, recrop, *_ = ways(worksheet(made, "cm", "fit"))
    assert (turn.id, turn.title) == ("turn-sheet", "Turn the sheet, 30 × 20 cm")
    assert turn.text.startswith("lose under 0.1 % of the width")
    assert recrop.id == "recrop" and recrop.taken
    after = parse_plan(patched(plan_document(made), turn.fix))
    assert (after.target.width.typed, after.target.height.typed) == ("30 cm", "20 cm")


def test_turning_stands_among_the_ways_where_it_loses_less_and_not_where_it_loses_more() -> None:
    less = plan(target={"width": "20 cm", "height": "25 cm"})
    assert [way.id for way in ways(worksheet(less, "cm", "fit"))][:3] == [
        "recrop",
        "whole",
        "turn-sheet",
    ]
    more = plan(target={"width": "25 cm", "height": "20 cm"})
    assert "turn-sheet" not in {way.id for way in ways(worksheet(more, "cm", "fit"))}


@given(st.integers(5, 60), st.integers(5, 60), st.integers(400, 9000), st.integers(400, 9000))
def test_what_is_cut_out_of_a_sheet_is_no_larger_than_it(w: int, h: int, px: int, py: int) -> None:
    made = plan(
        picture={"width_px": px, "height_px": py},
        target={"width": f"{w} cm", "height": f"{h} cm"},
        edge=border("2 cm"),
    )
    for way in ways(worksheet(made, "cm", "fit")):
        if way.title.startswith("Cut the sheet"):
            after = parse_plan(patched(plan_document(made), way.fix))
            assert after.target.width.mm <= w * 10 and after.target.height.mm <= h * 10


def test_pixel_ways_name_their_consequences() -> None:
    texts = {c.id: c.text for c in worksheet(plan(edge=border("2 in")), "in", "pixels").choices}
    assert texts["keep"] == "6000 × 4000 px, 72 MB, nothing resampled"
    assert texts["fixed"] == "7200 × 4800 px, 104 MB, enlarged 1.2 ×"
    assert "reduced to 39.3 % a side" in texts["need"]


def test_units_change_texts_and_no_value() -> None:
    made = plan(edge=border("2 in"))
    inches, metric = reckon(made, "in"), reckon(made, "cm")
    assert inches.figure("image_width").text == "20 in"
    assert metric.figure("image_width").text == "50.8 cm"
    assert [f.value for f in inches.figures] == [f.value for f in metric.figures]


def test_decimals_stay_decimals_for_who_types_them() -> None:
    made = plan(target={"width": "24.5 in", "height": "16 in"})
    assert reckon(made).figure("image_width").text == "24.5 in"
    fractions = plan(target={"width": "24 1/2 in", "height": "16 in"})
    assert reckon(fractions).figure("image_width").text == "24½ in"
    assert fractions.target.width.mm == Fraction(49, 2) * Fraction(127, 5)


def test_where_nothing_has_to_go_one_card_says_so() -> None:
    made = plan(
        picture={"width_px": 6000, "height_px": 4000}, target={"width": "30 cm", "height": "20 cm"}
    )
    ways = [way for way in worksheet(made, "cm", "fit").choices if not way.id.startswith("size-")]
    assert [(way.title, way.taken) for way in ways] == [("The ratio fits as it is", True)]
    [follows] = worksheet(made, "cm", "size").choices
    assert follows.title == "The ratio fits as it is" and follows.taken
