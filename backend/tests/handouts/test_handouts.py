"""Leaves, read by other programs: pages, words, pixels, transparency."""

from __future__ import annotations

import subprocess
from collections import Counter
from fractions import Fraction
from itertools import pairwise
from pathlib import Path
from xml.etree.ElementTree import Element, fromstring

import pytest

from tests.pictures import chart
from tests.plans import LAMP, border, plan, wrap
from zollstock.core.documents.plan import lengths_of
from zollstock.core.ground.show import style_for
from zollstock.core.handouts.cutting import Card, cards
from zollstock.core.handouts.cuttingsheet import cutting_drawing
from zollstock.core.handouts.workshop import workshop
from zollstock.core.letters import reach
from zollstock.core.printlog.entry import LogEntry
from zollstock.core.questions.leaveroom import leave_room
from zollstock.core.questions.survey import survey
from zollstock.core.rules.viewing import grade_word
from zollstock.core.sheet.drawings import small_drawing, whole_drawing
from zollstock.core.sizes.library import library
from zollstock.core.work.outcome import work_out
from zollstock.handouts.contact_handout import ContactPrint, contact_handout
from zollstock.handouts.cutting_handout import cutting_pdf, cutting_svg
from zollstock.handouts.room_handout import room_pdf, room_png
from zollstock.handouts.sizes_handout import sizes_handout
from zollstock.handouts.workshop_handout import PrintOnJobSheet, workshop_handout
from zollstock.pixels.vips import pyvips

SIZES = {size.key: size for size in library()}
ROOM = leave_room(Fraction(3, 2), [SIZES["in-8x10"], SIZES["px-1920x1080"], SIZES["iso-a3"]])


def run(*command: str) -> str:
    return subprocess.run(command, check=True, capture_output=True, text=True).stdout


def info(path: Path) -> dict[str, str]:
    return dict(
        line.split(":", 1) for line in run("pdfinfo", str(path)).splitlines() if ":" in line
    )


def test_the_sizes_handout(tmp_path: Path) -> None:
    small, out = tmp_path / "small.jpg", tmp_path / "sizes.pdf"
    chart(480, 320).write_to_file(str(small))
    sizes = [SIZES[key] for key in ("in-8x10", "in-12x18", "cm-30x30", "iso-a3", "px-1920x1080")]
    found = survey(plan(fit={"keep": [LAMP | {"x": 0.0, "w": 0.9}]}), sizes, "cm")
    out.write_bytes(
        sizes_handout("Möwe, fog & √2", "5000 × 3333 px", "least loss first", found, small)
    )
    facts = info(out)
    assert facts["Pages"].strip() == "1" and "595" in facts["Page size"]
    said = run("pdftotext", "-layout", str(out), "-")
    assert "Möwe, fog & 1.414" in said and "lamp cut by" in said and "30 × 30 cm" in said
    for item in found:
        assert grade_word(item.grade) in said
    assert "how the print looks from where it is seen" in said and "coarse below." in said
    assert run("pdffonts", str(out)).count("Barlow") == 3  # embedded; the header lists no other
    many = survey(plan(), library(), "in")
    out.write_bytes(sizes_handout("All", "", "", many, small))
    assert int(info(out)["Pages"]) >= 15


def test_pictures_of_the_leaf_are_true(tmp_path: Path) -> None:
    """The chart's red grows to the right: in the drawing it does so too, and white paper is around."""
    small, out = tmp_path / "small.jpg", tmp_path / "sizes.pdf"
    chart(480, 320).write_to_file(str(small))
    out.write_bytes(sizes_handout("Fog", "", "", survey(plan(), [SIZES["cm-40x60"]]), small))
    run("pdftoppm", "-r", "100", "-png", "-singlefile", str(out), str(tmp_path / "page"))
    page = pyvips.Image.new_from_file(str(tmp_path / "page.png"))
    # 16 mm margin, rows begin 46 mm from the top, the drawing fills 21 mm of height.
    at = [
        page(int((16 + 26 + off) / 25.4 * 100), int((46 + 10) / 25.4 * 100))[:2]
        for off in (-13, 0, 13)
    ]
    assert at[0][0] < at[1][0] < at[2][0]
    assert page(3, 3)[:3] == [255, 255, 255]


def test_the_leave_room_handout(tmp_path: Path) -> None:
    out = tmp_path / "room.pdf"
    out.write_bytes(room_pdf(ROOM, False))
    assert info(out)["Pages"].strip() == "1" and "841.89 x 595" in info(out)["Page size"]
    said = run("pdftotext", "-layout", str(out), "-")
    for words in (ROOM.width_text, ROOM.height_text, "8 × 10 in", "1920 × 1080 px", "A3"):
        assert words in said


@pytest.mark.parametrize(("width", "height"), [(6000, 4000), (300, 200)])
def test_the_leave_room_png_is_clear_inside_and_veiled_outside(
    tmp_path: Path, width: int, height: int
) -> None:
    out = tmp_path / "room.png"
    room_png(ROOM, width, height, out)
    image = pyvips.Image.new_from_file(str(out))
    assert (image.width, image.height, image.bands) == (width, height, 4)
    x, y, w, h = (
        ROOM.safe[0] * width,
        ROOM.safe[1] * height,
        ROOM.safe[2] * width,
        ROOM.safe[3] * height,
    )
    assert image(width // 2, height // 2)[3] == 0
    assert image(x + w / 2 + w / 12, y + h * 0.9)[3] == 0
    assert image(x / 2, height / 2)[3] == 150 and image(width / 2, y / 2)[3] == 150
    # The rim of what survives is solid on all four sides, to the pixel.
    for at in (
        (round(x), height // 2),
        (round(x) + round(w) - 1, height // 2),
        (width // 2, round(y)),
        (width // 2, round(y) + round(h) - 1),
    ):
        assert image(*at)[3] == 255
    assert image(round(x) - 1, height // 2)[3] == 150


def test_a_frame_that_no_camera_has_is_refused(tmp_path: Path) -> None:
    with pytest.raises(ValueError, match="larger than 400 megapixels"):
        room_png(ROOM, 60_000, 40_000, tmp_path / "never.png")
    assert not (tmp_path / "never.png").exists()


def test_the_workshop_leaf_has_a_page_for_each_print_and_one_for_the_job(tmp_path: Path) -> None:
    small, out = tmp_path / "small.jpg", tmp_path / "workshop.pdf"
    chart(480, 320).write_to_file(str(small))
    marks = {"margin": "1 cm", "fold": True, "crop": True}
    sheets = []
    for made in (plan(edge=border("2 in")), plan(edge=wrap("mirror"), marks=marks)):
        work, style = work_out(made), style_for(lengths_of(made), "cm")
        document = work.boxes.document
        sheets.append(
            PrintOnJobSheet(workshop(work, style), whole_drawing(work), style.length(document.w),
                  style.length(document.h), small, ["Job: Hall · Client: Tide Mill", "File: fog.tif"])
        )  # fmt: skip
    out.write_bytes(workshop_handout(sheets, "Tide Mill, hall"))
    assert info(out)["Pages"].strip() == "3"
    pages = run("pdftotext", "-layout", str(out), "-").split("\f")
    assert "2 prints, job sheet" in pages[0] and "Wrap 3.8 cm" in pages[0]
    assert "Client: Tide Mill" in pages[1] and "File: fog.tif" in pages[2]
    assert "60.96 × 40.64 cm" in pages[1] and "Order of work" in pages[1]
    assert (
        "72.96 cm" in pages[2] and "drawn 1 :" in pages[2] and "Tape over the staples" in pages[2]
    )
    out.write_bytes(workshop_handout(sheets[:1]))
    assert info(out)["Pages"].strip() == "1"


def test_a_job_sheet_that_is_longer_than_its_page_goes_on_on_the_next(tmp_path: Path) -> None:
    small, out = tmp_path / "small.jpg", tmp_path / "workshop.pdf"
    chart(480, 320).write_to_file(str(small))
    work = work_out(plan(edge=border("2 in")))
    style = style_for(lengths_of(work.plan), "cm")
    paper = workshop(work, style)
    paper.steps.extend(f"Step {number} of many, which says what is done next. " * 3 for number in range(40))  # fmt: skip
    sheet = PrintOnJobSheet(paper, whole_drawing(work), "60.96 cm", "40.64 cm", small)
    out.write_bytes(workshop_handout([sheet]))
    assert int(info(out)["Pages"]) == 3
    page = fromstring(run("pdftotext", "-bbox", str(out), "-"))
    ends = [
        float(word.get("yMax") or 0) for word in page.iter("{http://www.w3.org/1999/xhtml}word")
    ]
    assert max(ends) < 842 - 40
    assert "Local rules" in run("pdftotext", str(out), "-").split("\f")[2]


MAT = {"kind": "mat", "opening_width": "30 cm", "opening_height": "20 cm", "overlap": "3 mm",
       "card_width": "50 cm", "card_height": "40 cm", "inner": {"step": "6 mm"}}  # fmt: skip


def mat_cards() -> list[Card]:
    made = plan(target={"width": "42 cm", "height": "30 cm"}, edge=MAT)
    return cards(work_out(made), style_for(lengths_of(made), "cm"))


def test_the_cutting_leaf_is_true_to_the_scale_it_names(tmp_path: Path) -> None:
    out = tmp_path / "cutting.pdf"
    out.write_bytes(cutting_pdf("Fog", mat_cards()))
    assert info(out)["Pages"].strip() == "2"
    upper, inner, _ = run("pdftotext", "-layout", str(out), "-").split("\f")
    assert (
        "scale 1 : 4" in upper and "Bevel of 45°" in upper and "0.6 cm of the lower board" in upper
    )
    for measure in ("50 cm", "40 cm", "31.2 cm", "21.2 cm", "9.4 cm"):
        assert measure in upper
    assert "30 cm" in inner and "10 cm" in inner
    run("pdftoppm", "-r", "254", "-gray", "-png", "-singlefile", str(out), str(tmp_path / "page"))
    page = pyvips.Image.new_from_file(str(tmp_path / "page.png"))
    # The card's upper and lower side are dark rows: 40 cm at 1 : 4, 1000 px apart.
    rows = [page.crop(0, y, page.width, 1).avg() for y in range(page.height)]
    dark = [y for y, level in enumerate(rows) if level < 170]
    assert any(abs(below - above - 1000) <= 2 for above in dark for below in dark)


def rects(drawing: Element) -> dict[str, list[float]]:
    """The rectangles that are cut, by their names: x, y, width, height."""
    found = drawing.iter("{http://www.w3.org/2000/svg}rect")
    return {
        rect.get("id", ""): [float(rect.get(side, "")) for side in ("x", "y", "width", "height")]
        for rect in found
        if rect.get("class") == "cut"
    }


def test_a_cards_drawing_is_in_millimetres(tmp_path: Path) -> None:
    upper, inner = (fromstring(cutting_svg("Fog & more", card)) for card in mat_cards())
    _, _, wide, high = map(float, (upper.get("viewBox") or "").split())
    assert upper.get("width") == f"{wide:g}mm" and upper.get("height") == f"{high:g}mm"
    outside, opening = rects(upper)["outside"], rects(upper)["opening"]
    assert outside[2:] == [500, 400] and opening[2:] == [312, 212]
    assert [opening[at] - outside[at] for at in (0, 1)] == [94, 94]
    assert outside[0] == wide - 500 - outside[0] >= 20  # as much room at the right as at the left
    assert rects(inner)["opening"][2] == 300
    texts = ["".join(text.itertext()) for text in upper.iter("{http://www.w3.org/2000/svg}text")]
    assert texts.count("9.4 cm") == 4
    # Nothing that is drawn lies outside the drawing.
    for line in upper.iter("{http://www.w3.org/2000/svg}line"):
        assert all(0 <= float(line.get(x, "")) <= wide for x in ("x1", "x2"))
        assert all(0 <= float(line.get(y, "")) <= high for y in ("y1", "y2"))


NARROW = {"kind": "mat", "opening_width": "26.5 cm", "opening_height": "16.5 cm", "overlap": "3 mm",
          "card_width": "30 cm", "card_height": "20 cm"}  # fmt: skip


@pytest.mark.parametrize("side", ["26.5 cm", "27.5 cm", "29 cm"])
def test_a_measure_stands_over_no_outline_at_one_to_one(side: str) -> None:
    made = plan(
        target={"width": "29.5 cm", "height": "18 cm"}, edge=NARROW | {"opening_width": side}
    )
    (card,) = cards(work_out(made), style_for(lengths_of(made), "cm"))
    drawn = cutting_drawing(card)
    (outside, opening) = (outline.box for outline in drawn.outlines)
    upright = {outside.x, opening.x, opening.right, outside.right}
    for label in drawn.labels[:8]:
        begin = label.at[0]
        end = begin + reach(label.text, label.font, label.height).width
        assert not any(begin < line < end for line in upright), label.text


def test_a_narrow_cards_length_stands_beside_it_not_over_its_outlines(tmp_path: Path) -> None:
    made = plan(target={"width": "28 cm", "height": "18 cm"}, edge=NARROW)
    (card,) = cards(work_out(made), style_for(lengths_of(made), "cm"))
    out = tmp_path / "cutting.pdf"
    out.write_bytes(cutting_pdf("Fog", [card]))
    page = fromstring(run("pdftotext", "-bbox", str(out), "-"))
    words = [
        (word.text, *(float(word.get(side) or 0) for side in ("xMin", "xMax", "yMin")))
        for word in page.iter("{http://www.w3.org/1999/xhtml}word")
    ]
    (scale,) = {float(after[0]) for (colon, *_), after in pairwise(words) if colon == ":"}
    rows = Counter(round(low) for text, _, _, low in words if text == "1.75")
    # Two on one height, left and right: both end within the opening's sides.
    (height,) = (low for low, times in rows.items() if times == 2)
    beside = [
        (one[1], unit[2])
        for one, unit in pairwise(words)
        if one[0] == "1.75" and round(one[3]) == height
    ]
    long = max(right for _, right in beside) - min(left for left, _ in beside)
    assert long < 265 / scale * 72 / 25.4


def test_a_long_title_does_not_hide_which_board_is_cut(tmp_path: Path) -> None:
    out = tmp_path / "cutting.pdf"
    out.write_bytes(cutting_pdf("long " * 40, mat_cards()))
    upper, lower, _ = run("pdftotext", "-layout", str(out), "-").split("\f")
    assert "upper board, scale" in upper and "lower board, scale" in lower


def test_a_contact_sheet_holds_its_pictures_as_they_are(tmp_path: Path) -> None:
    """Two hundred pictures unpacked would fill a web process: each goes in as the JPEG that it is."""
    small = tmp_path / "small.jpg"
    chart(480, 320).jpegsave(str(small))
    drawing = small_drawing(work_out(plan()))
    prints = [
        ContactPrint(LogEntry(title="x" * 200), drawing, small),
        ContactPrint(LogEntry(), None, None),
    ]
    made = tmp_path / "log.pdf"
    made.write_bytes(contact_handout(prints, "2 prints"))
    kinds = run("pdfimages", "-list", str(made)).splitlines()[2:]
    assert len(kinds) == 1 and " jpeg " in kinds[0]
    assert "no picture here" in run("pdftotext", str(made), "-")
