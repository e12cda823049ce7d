"""Every working is evaluated as it stands on the pad, and must come to what is shown behind it."""

from __future__ import annotations

import re
from math import radians, tan

import pytest
from hypothesis import given
from hypothesis import strategies as st

from tests.lengthy import tried
from tests.plans import document, documents, plan
from zollstock.core.answer.reckoning import Figure
from zollstock.core.documents.plan import parse_plan
from zollstock.core.ground.show import LengthStyle
from zollstock.core.worksheet import worksheet

#: What says where a value comes from instead of reckoning it.
SAID = {"picture_width_px", "picture_height_px", "anchor_x", "anchor_y", "angle", "grade", "output_ppi",
        "target_width", "target_height"}  # fmt: skip
MM = {"mm": 1.0, "cm": 10.0, "in": 25.4, "ft": 304.8, "m": 1000.0, "pt": 25.4 / 72}
VULGAR = {"½": 1 / 2, "⅓": 1 / 3, "⅔": 2 / 3, "¼": 1 / 4, "¾": 3 / 4, "⅛": 1 / 8, "⅜": 3 / 8,
          "⅝": 5 / 8, "⅞": 7 / 8}  # fmt: skip
NUMBER = r"\d[\d\u202f]*(?:\.\d+)?(?: \d+/\d+)?[½⅓⅔¼¾⅛⅜⅝⅞]?|\d+/\d+|[½⅓⅔¼¾⅛⅜⅝⅞]"


def value_of(number: str) -> float:
    """`17⅓`, `3 5/8`, `18 000.5` as a number."""
    number = number.replace("\u202f", "")
    if number[-1] in VULGAR:
        return (float(number[:-1]) if number[:-1] else 0.0) + VULGAR[number[-1]]
    full, _, rest = number.rpartition(" ") if " " in number else ("0", "", number)
    if "/" in rest:
        top, bottom = rest.split("/")
        return float(full) + int(top) / int(bottom)
    return float(number)


def evaluate(text: str) -> float:
    """A working without its result; lengths with a unit are mm, ppi are pixels per mm."""
    text = text.replace(" × 25.4 mm/in", "").replace(" of print at ", " × ").replace(" at ", " × ")
    text = re.sub(r" px of the (?:target|picture)| px as wanted$", "", text)
    text = re.sub(r" \([\d. /½⅓⅔¼¾⅛⅜⅝⅞]+ (?:cm|mm|in)\)", "", text)
    text = re.sub(r"^(?:sheet|face|trim|print|opening|all) ", "", text)
    text = re.sub(r" px, all of it$| set$", "", text)
    text = re.sub(
        rf"tan\(({NUMBER})′\)", lambda match: repr(tan(radians(value_of(match[1]) / 60))), text
    )

    def number(match: re.Match[str]) -> str:
        factor = MM.get(match[2], 1.0) if match[2] != "ppi" else 1 / 25.4
        return repr(value_of(match[1]) * factor)

    text = re.sub(rf"({NUMBER})(?: (mm|cm|in|ft|m|pt|px|ppi)\b)?", number, text)
    text = text.replace("÷", "/").replace("×", "*").replace("−", "-").replace("²", "**2")
    assert re.fullmatch(r"[\d.e+\-*/() ,min]*", text), text
    return float(eval(text, {"__builtins__": {}, "min": min}))


def shown(figure: Figure, put_in: str) -> tuple[float, float]:
    """The result as it stands there, in what `evaluate` gives, and half of its last place."""
    text = re.sub(r"^.* \((.*)\)$", r"\1", figure.text)
    sign = -1 if text.startswith("−") else 1
    text = text.removeprefix("−")
    match = re.fullmatch(rf"(?:under )?({NUMBER})(?: ?(.*))?", text)
    assert match, figure.text
    number, unit = match[1], match[2] or ""
    places = len(number.partition(".")[2]) if number[-1].isdigit() and "/" not in number else 3
    # Trailing noughts are not written: a result is as exact as its kind is shown.
    places = max(places, {"px": 1, "ppi": 1, "%": 1}.get(unit, places))
    factor = {"%": 0.01, "MB": 1e6, "GB": 1e9, "kB": 1e3}.get(unit, 1.0)
    has_units = bool(re.search(r" (?:mm|cm|in|m|ft|ppi)\b", put_in))
    if unit in MM and has_units:
        factor = MM[unit]
    if unit == "ppi" and has_units:
        factor = 1 / 25.4
    return sign * value_of(number) * factor, 0.5 * 10.0**-places * factor


def holds(figure: Figure) -> None:
    put_in, equals, result = figure.working.rpartition(" = ")
    assert equals and result == figure.text, figure.working
    if (
        figure.id in SAID
        or put_in.startswith("at least")
        or put_in == "tag"
        or result.startswith("under")
    ):
        return
    compared = re.fullmatch(r"(\S+) ppi ([<≥]) (\S+) ppi needed beyond it", put_in)
    if figure.id == "clean_from_chosen" and compared:
        has, needs = value_of(compared[1]), value_of(compared[3])
        assert has <= needs if compared[2] == "<" else has >= needs, figure.working
        return
    if figure.id.startswith("clean_from"):
        inches = evaluate(put_in.removesuffix(" in")) * 25.4
        value, half = shown(figure, put_in)
        assert inches == pytest.approx(value, abs=half * 1.001), figure.working
        return
    exact, colon, rounded = put_in.partition(": ")
    if colon:
        # A length times a resolution, its pixels, and those rounded half up.
        half = 0.5 * 10.0 ** -max(2, len(rounded.partition(".")[2]))
        assert evaluate(exact) == pytest.approx(float(rounded), abs=half * 1.001), figure.working
        assert int(float(rounded) + 0.5) == value_of(result.removesuffix(" px")), figure.working
        return
    value, half = shown(figure, put_in)
    assert evaluate(put_in) == pytest.approx(value, abs=half * 1.001 + 1e-9), figure.working


units = st.sampled_from(["mm", "cm", "in", None])


@tried(150)
@given(documents(), units, st.sampled_from([None, "1.3 m", "88 in", "35 cm"]))
def test_every_working_comes_to_what_it_says(
    given: dict, unit: str | None, distance: str | None
) -> None:
    given["viewing"] |= {"distance": distance}
    for figure in worksheet(parse_plan(given), unit).reckoning.figures:
        holds(figure)


@pytest.mark.parametrize("unit", ["mm", "cm", "in"])
@pytest.mark.parametrize(
    "changes",
    [
        {"target": {"width": "20 in", "height": "16 in"}, "edge": {"kind": "bleed", "bleed": "5 mm"}},
        {"target": {"width": "1 1/64 in", "height": "2 in"}},
        {"target": {"width": "999.96 mm", "height": "70 cm"}},
        {"edge": {"kind": "wrap", "depth": "3.8 cm", "turn": "0.5 in"}, "marks": {"margin": "7 mm"}},
        {"fit": {"zoom": 1.337, "angle": 2.5, "anchor": [0.31, 0.77]}},
        {"viewing": {"arcmin": 0.625, "diagonals": 1.333}, "medium": {"factor": 0.333}},
        {"viewing": {"school": "table"}, "medium": {"factor": 0.777}, "pixels": {"mode": "need"}},
        {"target": {"width": "1920 px", "height": "1080 px"}},
    ],
)  # fmt: skip
def test_workings_in_mixed_units_add_up(changes: dict, unit: str) -> None:
    for figure in worksheet(plan(**changes), unit).reckoning.figures:
        holds(figure)


def test_as_many_places_as_the_sum_needs_and_no_more() -> None:
    mixed = document(
        target={"width": "20 in", "height": "16 in"}, edge={"kind": "bleed", "bleed": "5 mm"}
    )
    figures = {figure.id: figure for figure in worksheet(parse_plan(mixed), "in").reckoning.figures}
    assert figures["image_width"].working == "20 + 2 × 0.197 = 20.39 in"
    assert figures["target_width"].working == "20 in = 20 in"


@pytest.mark.parametrize(
    ("mm", "unit", "fractions", "text"),
    [
        ("0.396875", "in", True, "1/64"),
        ("3.175", "in", False, "0.125"),
        ("3.175", "in", True, "⅛"),
        ("999.96", "mm", True, "999.96"),
        ("999.964", "mm", True, "1000"),
        ("4.2", "in", True, "0.17"),
    ],
)
def test_lengths_are_shown_as_what_they_are(mm: str, unit: str, fractions: bool, text: str) -> None:
    from zollstock.core.ground.rational import fraction_of

    assert LengthStyle(unit, fractions).number(fraction_of(mm)) == text


def test_rail_and_sheet_say_the_same() -> None:
    for unit in ("cm", "in"):
        for distance in (None, "88.5 cm", "1.25 m"):
            made = worksheet(plan(viewing={"distance": distance}), unit)
            figures = {figure.id: figure.text for figure in made.reckoning.figures}
            assert made.rail.viewer.text.endswith(f", {figures['view_distance']}")
            assert f"(needs {figures['need_ppi']})" in made.rail.verdict
            assert made.rail.verdict.startswith(f"{figures['quality_ratio']} × ")
            assert made.rail.clean and made.rail.clean.text == f"clean from {figures['clean_from']}"
            row = next(row for row in made.schools if row.id == "acuity")
            assert (row.need, row.ratio, row.clean_from) == (
                figures["need_ppi"],
                figures["quality_ratio"],
                figures["clean_from"],
            )


@pytest.mark.parametrize(
    "changes",
    [
        {"target": {"width": "0.005 mm", "height": "0.005 mm"}},
        {"target": {"width": "0.0001 mm", "height": "20 cm"}},
        {"target": {"width": "20 cm", "height": "0.00001 mm"}},
        {
            "target": {"width": "100 m", "height": "100 m"},
            "picture": {"width_px": 64, "height_px": 64},
        },
        {"viewing": {"distance": "0.1 mm"}},
        {"viewing": {"distance": "0.0000001 mm", "school": "model"}},
        {
            "viewing": {"distance": "0.01 mm", "school": "table"},
            "target": {"width": "1000 m", "height": "1000 m"},
        },
    ],
)
@pytest.mark.parametrize("unit", ["mm", "cm", "in"])
@pytest.mark.parametrize(
    "step", ["picture", "size", "fit", "edge", "pixels", "distance", "handover"]
)
def test_no_plan_that_is_accepted_breaks_its_page(changes: dict, unit: str, step: str) -> None:
    for figure in worksheet(plan(**changes), unit, step).reckoning.figures:
        assert figure.working.endswith(figure.text)


def test_whoever_reckons_a_pixel_count_from_its_working_comes_to_the_same_pixel() -> None:
    """3000.5 px to the hair: with two places less the product falls on the other side of the half."""
    for hundredths in range(2900, 3100):
        made = plan(
            target={"width": f"{hundredths / 100} cm", "height": "20 cm"},
            pixels={"mode": "fixed", "ppi": 254.04233700254},
        )
        for unit in ("mm", "cm", "in"):
            for figure in worksheet(made, unit).reckoning.figures:
                if figure.id in ("output_width_px", "output_height_px"):
                    product = figure.working.partition(": ")[0]
                    assert int(evaluate(product) + 0.5) == figure.value, figure.working


def test_what_straightening_gains_is_no_loss_below_nothing() -> None:
    """A tall picture leaning by 15° holds a broader strip than it does upright."""
    made = plan(
        picture={"width_px": 5853, "height_px": 8795},
        target={"width": "345 mm", "height": "16 mm"},
        fit={"angle": 15},
    )
    figure = next(one for one in worksheet(made, "mm").reckoning.figures if one.id == "angle_loss")
    assert (figure.value, figure.text) == (0, "0 %")
    assert "holds more" in figure.formula
    holds(figure)
