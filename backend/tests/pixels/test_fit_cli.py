"""`zollstock fit`: the same figures as text, CSV and JSON; clear words for bad input."""

from __future__ import annotations

import csv
import io
import json
import subprocess
from functools import partial
from pathlib import Path

import pytest

from tests.commandline import Command
from tests.pictures import bomb, chart, save
from zollstock.pixels.fit_cli import main

ROOT = Path(__file__).resolve().parents[3]
SET = "name,width,height,unit,frames\nHall,10,8,in,common\n,12,18,in,seldom\nScreen,1920,1080,px,\n"


@pytest.fixture
def folder(tmp_path: Path) -> Path:
    save(chart(600, 400), tmp_path / "picture.jpg", Q=90)
    (tmp_path / "set.csv").write_text(SET)
    return tmp_path


@pytest.fixture
def fit(command: Command, folder: Path) -> Command:
    return partial(command, main, folder=folder)


def test_from_outside_it_says_the_same(fit: Command, folder: Path) -> None:
    asked = ("picture.jpg", "--sizes", "-", "--format", "csv")
    done = subprocess.run([ROOT / "zollstock", "fit", *asked], cwd=folder, input=SET,
                          capture_output=True, text=True, timeout=60)  # fmt: skip
    within = fit(*asked, given=SET).stdout.replace("\r\n", "\n")
    assert (done.returncode, done.stdout, done.stderr) == (0, within, "")


def test_three_forms_of_one_table(fit: Command) -> None:
    asked = ("picture.jpg", "--sizes", "set.csv", "--keep", "hand=0.8,0.4,0.2,0.2")
    text, table, document = (fit(*asked, "--format", form) for form in ("text", "csv", "json"))
    assert [done.returncode for done in (text, table, document)] == [0, 0, 0]
    rows = list(csv.DictReader(io.StringIO(table.stdout)))
    items = json.loads(document.stdout)
    assert [row["name"] for row in rows] == [item["name"] for item in items]
    assert {row["name"]: float(row["loss"]) for row in rows} == pytest.approx(
        {"12 × 18 in": 0, "Hall": 1 / 6, "Screen": 1 - 337.5 / 400}, abs=1e-5
    )
    hall = next(item for item in items if item["name"] == "Hall")
    assert hall["loss"] == pytest.approx(1 / 6) and hall["zones"] == "near"
    # The zone reaches the picture's right end, so the crop was moved there: all is lost at the left.
    assert [(side["side"], side["px"]) for side in hall["sides"]] == [("left", 100.0)]
    assert "16.7 %" in text.stdout and len(text.stdout.splitlines()) == 4


def test_sizes_from_standard_input_and_from_the_library(fit: Command) -> None:
    assert "Hall" in fit("picture.jpg", "--sizes", "-", given=SET).stdout
    found = fit("picture.jpg", "--find", "A3", "--sort", "area")
    assert found.returncode == 0 and "A3" in found.stdout


@pytest.mark.parametrize(
    ("arguments", "said"),
    [
        (("nothing.jpg",), "nothing.jpg: no such file"),
        (("set.csv",), "not a picture"),
        (("picture.jpg", "--sizes", "none.csv"), "none.csv: no such file"),
        (("picture.jpg", "--sizes", "picture.jpg"), "not a text file"),
        (("picture.jpg", "--sizes", "bad.csv"), "bad.csv: line 2: “11 1/”"),
        (("picture.jpg", "--keep", "hand=1,2"), "NAME=X,Y,W,H"),
        (("picture.jpg", "--keep", "hand=0.8,0.4,0.9,0.2"), "beyond the picture"),
        (("picture.jpg", "--keep", "hand=0.8,0.4,0,0.2"), "greater than 0"),
        (("picture.jpg", "--find", "zzz"), "no size has"),
        (("bomb.png",), "megapixels"),
    ],
)
def test_bad_input_is_one_clear_line(
    fit: Command, folder: Path, arguments: tuple, said: str
) -> None:
    (folder / "bad.csv").write_text("width,height,unit\n11 1/,2,in\n")
    bomb(folder / "bomb.png")
    done = fit(*arguments)
    assert done.returncode == 2 and done.stdout == ""
    assert said in done.stderr and len(done.stderr.strip().splitlines()) == 1
