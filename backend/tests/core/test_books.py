"""Books: spine and cover by hand, the gutter, text, booklets, the rules of a lab."""

from __future__ import annotations

from typing import Any

import pytest

from tests.layouts import book, book_box, book_document, plate
from zollstock.core.documents.plan import patched
from zollstock.core.ground.rational import Fraction
from zollstock.core.layouts import (
    LayoutError,
    PageQuery,
    blocking_reasons,
    lay,
    layout_document,
    layout_page,
    parse_layout,
    reckon_layout,
)
from zollstock.core.layouts.book.booklet import pairs
from zollstock.core.layouts.book.labrules import book_labs
from zollstock.core.layouts.book.openings import openings
from zollstock.core.layouts.document import Sheets
from zollstock.core.studio.labs import SHIPPED

LAMP = {"name": "lamp", "x": 0.45, "y": 0.4, "w": 0.1, "h": 0.2}
COVER = {"board": "2.5 mm", "overhang": "3 mm", "hinge": "8 mm", "wrap": "15 mm"}


def value(made: Sheets, name: str) -> Any:
    return made.figure(name).value


def ids(made: Sheets) -> list[str]:
    return [one.id for one in made.findings]


@pytest.mark.parametrize(
    ("changes", "spine", "width", "height"),
    [
        # 24 ÷ 2 × 0.2 = 2.4; with boards + 2 × 2.5.
        ({"pages": 24, "paper": {"thickness": "0.2 mm"}}, 2.4, 428.4, 286),
        (
            {"pages": 24, "paper": {"thickness": "0.2 mm"}, "cover": COVER},
            7.4,
            2 * 213 + 7.4 + 30,
            280 + 6 + 30,
        ),
        (
            {"pages": 200, "paper": {"thickness": "0.2 mm"}, "cover": COVER},
            25,
            2 * 213 + 25 + 30,
            316,
        ),
        # 150 g/m² × 1.2 cm³/g ÷ 1000 = 0.18 mm, a hundred of them.
        ({"pages": 200, "paper": {"grammage": 150, "bulk": 1.2}}, 18, 444, 286),
        ({"pages": 24, "binding": "stapled"}, 0, 426, 286),
    ],
)
def test_spine_and_cover_by_hand(
    changes: dict[str, Any], spine: float, width: float, height: float
) -> None:
    made = reckon_layout(book(**changes))
    assert value(made, "spine_width") == pytest.approx(spine)
    assert value(made, "cover_width") == pytest.approx(width)
    assert value(made, "cover_height") == pytest.approx(height)
    cover = made.sheets[-1]
    assert (cover.name, cover.width, cover.height) == (
        "Cover",
        pytest.approx(width),
        pytest.approx(height),
    )


def test_a_box_has_its_ppi_grade_loss_and_largest() -> None:
    """6000 × 4000 px in 20 × 10 cm: 6000 px over 7.874 in are 762 ppi, 3000 of 4000 rows are kept."""
    boxes = [book_box(0, "2 cm", "3 cm", "16 cm", "8 cm")]
    made = reckon_layout(book(spreads=[{"from": 2, "boxes": boxes}]))
    assert value(made, "box_ppi_1") == pytest.approx(6000 / (160 / 25.4))
    assert value(made, "box_loss_1") == pytest.approx(0.25)
    assert made.figure("box_grade_1").text == "ample"
    need = value(made, "box_ppi_1") * 160 / value(made, "box_largest_1")
    # One minute of arc from 35 cm, on paper that holds 0.85 of it.
    assert need == pytest.approx(25.4 / (350 * 0.000290888) * 0.85, rel=1e-3)
    assert value(made, "worst_box") == 1


def test_pages_that_a_binding_cannot_have_are_a_stop_with_both_neighbours() -> None:
    for binding, pages, fewer, more in (
        ("glued", 25, 24, 26),
        ("stapled", 26, 24, 28),
        ("sewn", 9, 8, 12),
    ):
        made = reckon_layout(book(binding=binding, pages=pages))
        (stop,) = [one for one in made.findings if one.level == "stop"]
        assert stop.id == "book-pages" and stop.ways is not None
        assert [way.fix["pages"] for way in stop.ways] == [fewer, more]
        for way in stop.ways:
            cured = parse_layout(patched(book_document(binding=binding, pages=pages), way.fix))
            assert not blocking_reasons(lay(cured))
    (only,) = [one for one in reckon_layout(book(pages=1)).findings if one.level == "stop"]
    assert only.ways is not None and [way.fix["pages"] for way in only.ways] == [2]


@pytest.mark.parametrize("pages", [1, 2, 3, 24, 200])
def test_every_page_lies_on_just_one_opening(pages: int) -> None:
    held = openings(pages, Fraction(210), Fraction(280))
    assert [page for one in held for page in one.pages] == list(range(1, pages + 1))
    assert held[0].pages == (1,)
    assert all(one.pages[0] % 2 == 0 for one in held[1:])
    # Read the other way, the spine is on the other side of every page.
    other = openings(pages, Fraction(210), Fraction(280), "right")
    for one, turned in zip(held, other, strict=True):
        assert one.from_left == turned.from_left[::-1]
        assert all(one.spine(page) != turned.spine(page) for page in one.pages)


def post_in_gutter(**fit: Any) -> dict[str, Any]:
    """A picture across both pages whose post, in its middle, lies where the pages are bound."""
    boxes = [book_box(0, "1 cm", "6 cm", "40 cm", "12 cm")]
    plans = [
        plate(12000, 2500, "Wall", keep=[LAMP | {"name": "post", "w": 0.02, "x": 0.49}], **fit)
    ]
    return book_document(plans=plans, spreads=[{"from": 2, "boxes": boxes}])


def test_a_zone_in_the_gutter_is_told_with_the_move_that_cures_it() -> None:
    document = post_in_gutter()
    (told,) = [
        one for one in reckon_layout(parse_layout(document)).findings if one.id == "zone-in-gutter"
    ]
    assert told.text == "The post of Wall lies in the gutter, page 2–3." and told.fix
    cured = reckon_layout(parse_layout(patched_deep(document, told.fix)))
    assert "zone-in-gutter" not in ids(cured) and "keep-zone-cut" not in ids(cured)
    # Where no picture is left to move in its box, the box moves.
    whole = post_in_gutter()
    whole["plans"][0]["picture"]["height_px"] = 3600
    whole["spreads"][0]["boxes"][0] |= {"x": "3 cm", "width": "36 cm", "height": "10.8 cm"}
    (told,) = [
        one for one in reckon_layout(parse_layout(whole)).findings if one.id == "zone-in-gutter"
    ]
    assert told.fix_label == "Move the box" and told.fix
    assert "zone-in-gutter" not in ids(reckon_layout(parse_layout(patched_deep(whole, told.fix))))
    # Where the box fills both pages, it goes on one of them.
    whole["spreads"][0]["boxes"][0] |= {"x": "0 cm", "width": "42 cm", "height": "12.6 cm"}
    (told,) = [
        one for one in reckon_layout(parse_layout(whole)).findings if one.id == "zone-in-gutter"
    ]
    assert told.fix_label == "Put it on page 2" and told.fix
    assert (
        ids(reckon_layout(parse_layout(patched_deep(whole, told.fix))))
        == ["book-no-place", "spine-narrow"][1:]
    )


def patched_deep(document: dict[str, Any], fix: dict[str, Any]) -> dict[str, Any]:
    """A fix whose paths lead through lists."""
    import copy

    made = copy.deepcopy(document)
    for path, put in fix.items():
        holder: Any = made
        *names, last = path.split(".")
        for name in names:
            holder = holder[int(name)] if isinstance(holder, list) else holder.setdefault(name, {})
        holder[last] = put
    return made


def test_lay_flat_swallows_nothing_unless_it_is_said() -> None:
    document = post_in_gutter() | {"binding": "lay-flat"}
    assert "zone-in-gutter" not in ids(reckon_layout(parse_layout(document)))
    assert "zone-in-gutter" in ids(reckon_layout(parse_layout(document | {"gutter": "6 mm"})))


def test_places_that_go_wrong_are_told() -> None:
    boxes = [
        book_box(0, "0 mm", "6 cm", "51.4 cm", "18 cm"),
        book_box(1, "1 cm", "5 cm", "10 cm", "10 cm"),
        book_box(2, "2 mm", "25 cm", "3 cm", "2 cm"),
    ]
    made = reckon_layout(book(spreads=[{"from": 2, "boxes": boxes}]))
    assert {"box-beyond", "boxes-overlap", "box-near-trim"} <= set(ids(made))


def test_a_fix_for_a_first_layout_brings_its_spreads_along() -> None:
    plans = [plate(900, 600, "Small")]
    layout = book(plans=plans, pages=2, spreads=None)
    page = layout_page(layout, seen=PageQuery(sheet=0))
    assert page.book is not None and page.book.spreads
    document = layout_document(layout) | {"spreads": None}
    assert document["spreads"] is None


@pytest.mark.parametrize(
    ("changes", "where", "word"),
    [
        ({"page": {"width": "0 mm", "height": "28 cm"}}, "page.width", "10 mm at least"),
        ({"page": {"width": "11 1/ in", "height": "28 cm"}}, "page.width", "11 1/"),
        ({"gutter": "10 cm"}, "gutter", "too much"),
        ({"leave_out": [7]}, "leave_out", "0 to 2"),
        ({"keep_together": [[0, 1], [1, 2]]}, "keep_together", "one group"),
        ({"spreads": [{"from": 3, "boxes": []}]}, "spreads[0].from", "even"),
        ({"spreads": [{"from": 2, "boxes": [book_box(9, "0 mm", "0 mm", "5 cm", "5 cm")]}]}, "spreads[0].boxes[0].plan", "0 to 2"),
        ({"spreads": [{"from": 2, "boxes": [book_box(None, "0 mm", "0 mm", "5 cm", "5 cm")]}]}, "spreads[0].boxes[0]", "a picture or a text"),
        ({"spreads": [{"from": 2, "boxes": [book_box(0, "0 mm", "0 mm", "0 cm", "5 cm")]}]}, "spreads[0].boxes[0].width", "1 mm"),
        ({"paper": {"thickness": "0.2 mm", "grammage": 150}}, "paper.grammage", "not both"),
        ({"pages": 900}, "pages", "400"),
        ({"spreads": [{"from": 2, "boxes": [book_box(None, "0 mm", "0 mm", "5 cm", "5 cm", text="x", capitals="0 mm")]}]}, "spreads[0].boxes[0].capitals", "1 to 200"),
    ],
)  # fmt: skip
def test_wrong_books_are_refused_in_words(changes: dict[str, Any], where: str, word: str) -> None:
    with pytest.raises(LayoutError) as refused:
        book(**changes)
    assert any(where in path and word in text for path, text in refused.value.problems)


def test_a_booklet_folds_into_the_order_of_reading() -> None:
    """Sheets laid into one another and opened one by one show the pages from 1 on."""
    for count in (4, 8, 12, 24):
        sheets = pairs(count)
        left = [front[0] for front, _ in sheets] + [back[0] for _, back in sheets]
        right = [front[1] for front, _ in sheets] + [back[1] for _, back in sheets]
        assert sorted(left + right) == list(range(1, count + 1))
        for front, back in sheets:
            # Both sides of a half: the page after it, or before it.
            assert back[0] == front[1] + 1 and back[1] == front[0] - 1
            assert sum(front) == sum(back) == count + 1


def test_a_booklet_has_two_sides_a_sheet_and_says_how_to_flip() -> None:
    small = {"width": "148 mm", "height": "210 mm"}
    boxes = [{"from": 2, "boxes": [book_box(0, "2 cm", "3 cm", "20 cm", "12 cm")]}]
    made = reckon_layout(
        book(page=small, binding="stapled", files="booklet", spreads=boxes,
             sheet={"width": "297 mm", "height": "420 mm"}, paper={"thickness": "0.2 mm"})
    )  # fmt: skip
    assert [sheet.name.split(",")[0] for sheet in made.sheets] == [
        "Sheet 1",
        "Sheet 1",
        "Sheet 2",
        "Sheet 2",
    ]
    assert {"booklet-flip", "booklet-creep"} <= set(ids(made))
    assert value(made, "creep") == pytest.approx(0.2)
    too_large = reckon_layout(book(binding="stapled", files="booklet"))
    # 42 × 28 cm are not printed on a sheet of 42 × 29.7 cm less its margins.
    assert "booklet-paper" in ids(too_large)


def test_text_that_has_no_room_and_signs_that_no_font_has_are_told() -> None:
    words = book_box(
        None,
        "2 cm",
        "2 cm",
        "3 cm",
        "6 mm",
        text="Fog over the salt pans, seen at dawn from the mill Соль",
    )
    made = reckon_layout(book(spreads=[{"from": 2, "boxes": [words]}]))
    assert {"text-overflow", "text-signs"} <= set(ids(made))


def test_a_narrow_spine_carries_no_text() -> None:
    narrow = reckon_layout(book(pages=8))
    assert "spine-narrow" in ids(narrow)
    assert all(label.turn is None for label in narrow.sheets[-1].labels)
    wide = reckon_layout(book(pages=200, cover=COVER))
    (spine,) = [label for label in wide.sheets[-1].labels if label.turn]
    assert spine.text == "Catalogue"


def test_what_differs_from_a_labs_rules_is_told_and_cured() -> None:
    document = book_document(
        pages=26, lab=book_labs(SHIPPED)[1].model_dump(mode="json") | {"pages": [30, 90], "step": 4}
    )
    told = {
        one.id: one
        for one in reckon_layout(parse_layout(document)).findings
        if one.id.startswith("lab-")
    }
    assert set(told) == {"lab-pages", "lab-bleed", "lab-format", "lab-files"}
    for one in told.values():
        assert one.fix
        document = patched_deep(document, one.fix)
    cured = reckon_layout(parse_layout(document))
    assert not [one for one in ids(cured) if one.startswith("lab-")]
    assert value(cured, "pages_count") == 30


def test_a_booklet_by_twos_is_a_stop_with_both_neighbours() -> None:
    (stop,) = [
        one
        for one in reckon_layout(book(pages=10, files="booklet")).findings
        if one.level == "stop"
    ]
    assert stop.id == "booklet-pages" and stop.ways is not None
    assert [way.fix["pages"] for way in stop.ways] == [8, 12]


def test_a_book_that_no_disk_holds_is_a_stop() -> None:
    boxes = [book_box(0, "0 mm", "0 mm", "4 m", "3 m")] * 40
    made = reckon_layout(book(spreads=[{"from": 2, "boxes": boxes}], ppi=300))
    assert "book-too-large" in ids(made)
