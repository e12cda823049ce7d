"""The worked examples of the domain, figure by figure."""

from fractions import Fraction

import pytest

from tests.plans import border, plan, wrap
from zollstock.core.criteria import acuity_need
from zollstock.core.criteria.table import table_need
from zollstock.core.ground.ratios import ratio_name
from zollstock.core.reckon import reckon
from zollstock.core.rules import viewing


def value(made, name: str):
    return reckon(made).figure(name).value


def test_border_of_two_inches() -> None:
    made = plan(edge=border("2 in"))
    assert value(made, "image_width") == pytest.approx(508)
    assert value(made, "image_height") == pytest.approx(304.8)
    assert value(made, "box_ratio") == pytest.approx(5 / 3)
    assert value(made, "crop_width") == 5000
    assert value(made, "crop_height") == 3000
    assert value(made, "effective_ppi") == 250
    assert value(made, "output_width_px") == 6000
    assert value(made, "output_height_px") == 4000
    assert value(made, "output_bytes") == 72_000_000
    figure = reckon(made).figure("effective_ppi")
    assert figure.text == "250 ppi"
    assert figure.formula == "crop width ÷ image box width"
    assert figure.working == "5000 px ÷ 20 in = 250 ppi"
    assert reckon(made).boxes.image == (50.8, 50.8, 508.0, 304.8)


def test_canvas_of_fifty_by_forty() -> None:
    target = {"width": "50 cm", "height": "40 cm"}
    made = plan(target=target, edge=wrap("mirror"))
    assert value(made, "document_width") == 600
    assert value(made, "document_height") == 500
    assert value(made, "image_width") == 500
    assert value(plan(target=target, edge=wrap("picture")), "image_width") == 600
    assert reckon(made).boxes.fold == (50.0, 50.0, 500.0, 400.0)
    assert reckon(made).boxes.fold_back == (12.0, 12.0, 576.0, 476.0)


def test_needs_of_the_eye() -> None:
    assert acuity_need(500) == pytest.approx(174.6, abs=0.05)
    assert acuity_need(2000) == pytest.approx(43.7, abs=0.05)
    assert acuity_need(25.4) == pytest.approx(3437.75, abs=0.01)


def test_twice_the_size_from_twice_the_distance_needs_the_same_pixels() -> None:
    once = plan(viewing={"distance": "1 m"}, pixels={"mode": "need"})
    twice = plan(
        target={"width": "48 in", "height": "32 in"},
        viewing={"distance": "2 m"},
        pixels={"mode": "need"},
    )
    assert value(once, "output_width_px") == value(twice, "output_width_px")
    assert value(once, "quality_ratio") == pytest.approx(value(twice, "quality_ratio"))


def test_a_three_to_two_picture_loses_a_sixth_on_four_to_five() -> None:
    made = plan(
        picture={"width_px": 6000, "height_px": 4000}, target={"width": "10 in", "height": "8 in"}
    )
    assert value(made, "loss") == pytest.approx(1 / 6)
    assert value(made, "cut_left") == value(made, "cut_right") == 500


@pytest.mark.parametrize(
    ("distance", "need"),
    [(400, 300), (401, 240), (800, 240), (1500, 200), (2500, 150), (5000, 100), (10_000, 50),
     (10_001, 15)],
)  # fmt: skip
def test_house_table(distance: int, need: int) -> None:
    assert table_need(distance) == need


@pytest.mark.parametrize(
    ("ratio", "word"),
    [(2, "surplus"), (1.999, "clean"), (1, "clean"), (0.999, "near"), (0.8, "near"),
     (0.799, "soft"), (0.5, "soft"), (0.499, "coarse"), (0, "coarse")],
)  # fmt: skip
def test_grades(ratio: float, word: str) -> None:
    assert viewing.grade(ratio) == word


def test_whole_print_distance_is_never_under_thirty_centimetres() -> None:
    small = plan(target={"width": "6 cm", "height": "9 cm"})
    assert value(small, "view_distance") == 300
    assert value(plan(edge=border("2 in")), "view_distance") == pytest.approx(888.637, abs=1e-3)


@pytest.mark.parametrize(
    ("edge", "visible"),
    [
        ({"kind": "bleed", "bleed": "3 mm"}, (609.6, 406.4)),
        (border("2 in"), (508.0, 304.8)),
        (wrap("picture"), (609.6, 406.4)),
        (
            {"kind": "mat", "opening_width": "12 in", "opening_height": "8 in", "overlap": "5 mm"},
            (304.8, 203.2),
        ),
    ],
)
def test_what_is_visible_under_each_edge(edge: dict, visible: tuple) -> None:
    assert reckon(plan(edge=edge)).boxes.visible[2:] == pytest.approx(visible)


def test_contain_in_a_border_is_seen_as_the_printed_picture() -> None:
    made = plan(edge=border("2 in"), fit={"mode": "contain"})
    width, height = reckon(made).boxes.visible[2:]
    assert height == pytest.approx(304.8)
    assert width == pytest.approx(304.8 * 5000 / 3333)
    assert value(made, "pad_left") == pytest.approx((508 - width) / 2)
    assert value(made, "pad_top") == 0


def test_bleed_enlarges_file_and_image_alike() -> None:
    made = plan(
        target={"width": "210 mm", "height": "297 mm"},
        edge={"kind": "bleed", "bleed": "3 mm", "safe": "5 mm"},
    )
    assert value(made, "document_width") == value(made, "image_width") == 216
    assert reckon(made).boxes.safe == (8.0, 8.0, 200.0, 287.0)


def test_marks_margin_enlarges_the_file_on_every_side_whichever_marks_are_on() -> None:
    made = plan(marks={"margin": "10 mm"})
    assert value(made, "document_width") == pytest.approx(609.6 + 20)
    assert reckon(made).boxes.trim[:2] == (10.0, 10.0)
    assert value(made, "image_width") == pytest.approx(609.6)


def test_device_mode_steps_by_sixty_between_300_and_480() -> None:
    def ppi(inches: int, **more) -> float:
        size = {"width": f"{inches} in", "height": f"{inches} in"}
        return value(plan(picture={"width_px": 6000, "height_px": 6000}, target=size,
                          pixels={"mode": "device", **more}), "output_ppi")  # fmt: skip

    assert ppi(40) == 300  # 150 effective
    assert ppi(15) == 420  # 400 effective: nearer to 420 than to 360
    assert ppi(10) == 480  # 600 effective
    half = plan(
        picture={"width_px": 3900, "height_px": 3900},
        pixels={"mode": "device"},
        target={"width": "10 in", "height": "10 in"},
    )
    assert value(half, "output_ppi") == 420  # 390 is half way, and rounds up
    a3 = plan(
        picture={"width_px": 6240, "height_px": 4160},
        pixels={"mode": "device"},
        target={"width": "420 mm", "height": "297 mm"},
    )
    assert value(a3, "output_ppi") == 360  # 356
    assert ppi(15, native_ppi=720) == 720


def test_grey_output_has_one_channel_only_with_the_pictures_own_profile() -> None:
    grey = {"width_px": 1000, "height_px": 1000, "channels": 1}
    size = {"width": "10 in", "height": "10 in"}
    own = plan(picture=grey, target=size, output={"profile": "picture", "bits": 16})
    assert value(own, "output_bytes") == 2_000_000
    assert value(plan(picture=grey, target=size), "output_bytes") == 3_000_000


def test_orientation_comes_before_turn() -> None:
    on_side = {"width_px": 4000, "height_px": 3000, "orientation": 6}
    assert value(plan(picture=on_side), "picture_width_px") == 3000
    assert value(plan(picture=on_side, fit={"turn": 90}), "picture_width_px") == 4000


@pytest.mark.parametrize(
    ("ratio", "name"),
    [(Fraction(5000, 3333), "3:2"), (Fraction(8, 10), "4:5"), (Fraction(297, 420), "1:√2"),
     (Fraction(420, 297), "√2:1"), (Fraction(16, 9), "16:9"), (Fraction(1732, 1000), None)],
)  # fmt: skip
def test_ratio_names(ratio: Fraction, name: str | None) -> None:
    assert ratio_name(ratio) == name
