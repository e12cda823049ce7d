"""Gangs and hanging plans as files, read by other programs: every print lies whole where the sheets say."""

from __future__ import annotations

import json
import subprocess
from pathlib import Path
from xml.etree import ElementTree

import numpy
import pytest

from tests.layouts import ROLL, gang, hang_document, panels_document, tiles_document
from tests.pictures import noise, save
from tests.pixels.test_layouts import pixels
from zollstock.core.layouts import reckon_layout
from zollstock.pixels.cli import main
from zollstock.pixels.layouts import render_layout
from zollstock.pixels.render import render

SVG = "{http://www.w3.org/2000/svg}"


def layout(**changes):
    def plan(w: int, h: int, title: str) -> dict:
        return {
            "title": title,
            "picture": {"width_px": 600, "height_px": 400},
            "target": {"width": f"{w} mm", "height": f"{h} mm"},
            "pixels": {"mode": "fixed", "ppi": 101, "method": "cubic"},
        }

    plans = [plan(120, 80, "Fog"), plan(61, 90, "Gear")]
    roll = ROLL | {"width": "250 mm", "gap": "7 mm"}
    return gang(**({"plans": plans, "copies": [2, 3], "roll": roll} | changes))


@pytest.fixture(scope="module")
def sources(tmp_path_factory) -> list[Path]:
    folder = tmp_path_factory.mktemp("gang")
    return [save(noise(600, 400, seed), folder / f"{seed}.png") for seed in (1, 2)]


def test_every_print_lies_whole_on_the_roll_and_white_lies_between(sources, tmp_path) -> None:
    """Without marks there is nothing but prints: each is its own file, turned where its piece is."""
    asked = layout(marks=False)
    assert render_layout(asked, sources, tmp_path / "roll") == 1
    laid = pixels(next((tmp_path / "roll").glob("for-the-hall-length-1_*.tif")))
    (sheet,) = reckon_layout(asked).sheets
    assert laid.shape[:2] == (round(sheet.height / 25.4 * 101), round(250 / 25.4 * 101))
    own = []
    for number, source in enumerate(sources):
        out = tmp_path / f"own-{number}.tif"
        render(asked.plans[number], source, out)
        own.append(pixels(out))
    covered = numpy.zeros(laid.shape[:2], bool)
    for piece in sheet.pieces:
        x, y, w, h = piece.pixels
        wanted = numpy.rot90(own[piece.plan], -1) if piece.turn else own[piece.plan]
        assert (laid[y : y + h, x : x + w] == wanted).all()
        assert not covered[y : y + h, x : x + w].any()
        covered[y : y + h, x : x + w] = True
    assert (laid[~covered] == 255).all()
    assert sorted(piece.plan for piece in sheet.pieces) == [0, 0, 1, 1, 1]


def test_as_a_pdf_it_has_numbers_and_titles_between_the_prints(sources, tmp_path) -> None:
    out = tmp_path / "roll.pdf"
    assert render_layout(layout(), sources, out) == 1
    said = subprocess.run(
        ["pdftotext", "-layout", out, "-"], capture_output=True, text=True, check=True
    ).stdout
    for title in ("Fog, 1 of 2", "Fog, 2 of 2", "Gear, 3 of 3"):
        assert title in said
    told = subprocess.run(["pdfinfo", out], capture_output=True, text=True, check=True).stdout
    (sheet,) = reckon_layout(layout()).sheets
    width, height = (float(part) for part in told.split("Page size:")[1].split("pts")[0].split("x"))
    assert (width, height) == pytest.approx((250 * 72 / 25.4, sheet.height * 72 / 25.4), abs=0.01)


def test_a_hanging_plan_needs_no_picture(tmp_path, capsys) -> None:
    asked = tmp_path / "hang.json"
    asked.write_text(json.dumps(hang_document()))
    assert main([str(asked), "--hanging", "-o", str(tmp_path / "plan.pdf")]) == 0
    assert main([str(asked), "--hanging", "-o", str(tmp_path / "plan.svg")]) == 0
    said = subprocess.run(
        ["pdftotext", "-layout", tmp_path / "plan.pdf", "-"],
        capture_output=True,
        text=True,
        check=True,
    ).stdout
    assert "North wall" in said and "295.75 and 324.25" in said and "Hanging plan 1 : 30" in said
    fonts = subprocess.run(
        ["pdffonts", tmp_path / "plan.pdf"], capture_output=True, text=True, check=True
    ).stdout
    assert "Barlow" in fonts and " no " not in fonts.split("Barlow")[1][:40]
    assert main([str(asked), "--hanging", "-o", str(tmp_path / "plan.svg")]) == 2
    assert "exists already" in capsys.readouterr().err


def test_the_svg_is_to_scale_and_brings_its_letters_along(tmp_path) -> None:
    """Nail crosses as other programs read them: 1 : 30, the floor at the longest outline."""
    asked = tmp_path / "hang.json"
    asked.write_text(json.dumps(hang_document()))
    main([str(asked), "--hanging", "-o", str(tmp_path / "plan.svg")])
    drawn = ElementTree.parse(tmp_path / "plan.svg").getroot()
    assert (drawn.get("width"), drawn.get("viewBox")) == ("297mm", "0 0 297 210")
    lines = [
        {key: float(line.get(key)) for key in ("x1", "y1", "x2", "y2")}
        | {"kind": line.get("class")}
        for line in drawn.iter(f"{SVG}line")
    ]
    floor = max(
        (line for line in lines if line["kind"] == "outline" and line["y1"] < 140),
        key=lambda line: line["x2"] - line["x1"],
    )["y1"]
    heights = sorted(
        {
            round((floor - line["y1"]) * 30)
            for line in lines
            if line["kind"] == "nail" and line["y1"] == line["y2"]
        }
    )
    assert heights == [1720, 1770, 1898]
    assert "data:font/ttf;base64," in (tmp_path / "plan.svg").read_text()


def test_what_does_not_hang_has_no_plan(tmp_path, capsys) -> None:
    asked = tmp_path / "tiles.json"
    asked.write_text(json.dumps(tiles_document()))
    assert main([str(asked), "--hanging", "-o", str(tmp_path / "plan.pdf")]) == 2
    assert "Only panels and rows of prints" in capsys.readouterr().err
    asked.write_text(json.dumps(panels_document()))
    assert main([str(asked), "--hanging", "-o", str(tmp_path / "plan.png")]) == 2
    assert main([str(asked), "-o", str(tmp_path / "x.pdf")]) == 2
    assert "name the picture" in capsys.readouterr().err
