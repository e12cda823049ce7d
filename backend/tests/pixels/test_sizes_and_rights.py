"""A JPEG of so many kB, and whose a picture is: measured in the files, by another program too."""

from __future__ import annotations

import json
import subprocess
from pathlib import Path
from typing import Any

import numpy as np
import pytest
from PIL import Image

from tests.layouts import gang
from tests.pictures import noise, save
from zollstock.core.documents.plan import parse_plan
from zollstock.pixels.errors import RenderError
from zollstock.pixels.layouts import render_layout
from zollstock.pixels.render import render
from zollstock.pixels.rights import Rights, rights_of, with_rights, xmp_of
from zollstock.pixels.vips import pyvips


def made(
    tmp_path: Path, picture: Path, kind: str = "jpeg", name: str = "out", **output: Any
) -> Path:
    plan = {
        "picture": {"width_px": 600, "height_px": 400},
        "target": {"width": "15 cm", "height": "10 cm"},
        "output": {"format": kind} | output,
    }
    out = tmp_path / f"{name}.{kind}"
    render(parse_plan(plan), picture, out)
    return out


@pytest.fixture
def grainy(tmp_path: Path) -> Path:
    return save(noise(600, 400), tmp_path / "p.png")


def test_a_jpeg_is_as_good_as_its_largest_size_allows(tmp_path: Path, grainy: Path) -> None:
    whole = made(tmp_path, grainy, name="whole").stat().st_size
    most = whole // 2000
    half = made(tmp_path, grainy, name="half", most_kb=most).stat().st_size
    assert most * 1000 * 0.9 < half <= most * 1000, "the best that keeps to it"
    ample = made(tmp_path, grainy, name="ample", most_kb=whole // 1000 + 50)
    assert ample.read_bytes() == (tmp_path / "whole.jpeg").read_bytes(), "no better than without"
    assert sorted(path.name for path in tmp_path.iterdir()) == [
        "ample.jpeg",
        "half.jpeg",
        "p.png",
        "whole.jpeg",
    ]


def test_a_size_that_none_keeps_to_is_told_and_leaves_nothing(tmp_path: Path, grainy: Path) -> None:
    with pytest.raises(RenderError, match="Even at the lowest quality"):
        made(tmp_path, grainy, most_kb=10)
    assert [path.name for path in tmp_path.iterdir()] == ["p.png"]


def test_a_quality_that_is_asked_for_is_what_another_program_reads(
    tmp_path: Path, grainy: Path
) -> None:
    fine, coarse = (made(tmp_path, grainy, name=f"q{q}", quality=q) for q in (95, 60))
    tables = [np.array(Image.open(path).quantization[0]).sum() for path in (fine, coarse)]
    assert tables[1] > tables[0] and coarse.stat().st_size < fine.stat().st_size


def told(path: Path) -> dict[str, Any]:
    said = subprocess.run(
        ["exiftool", "-j", "-G1", str(path)], capture_output=True, text=True, check=True
    ).stdout
    found: dict[str, Any] = json.loads(said)[0]
    return found


@pytest.fixture
def signed(tmp_path: Path) -> Path:
    """A JPEG as a camera writes it: whose it is, which one it was, where it was."""
    path = tmp_path / "signed.jpg"
    Image.fromarray(noise(600, 400).numpy()).save(path, quality=95)
    words = ["-EXIF:Copyright=© Ilse Varn 2026", "-EXIF:Artist=Ilse Varn", "-EXIF:Make=Brinemark",
             "-EXIF:SerialNumber=SN-4711", "-EXIF:GPSLatitude=54.5"]  # fmt: skip
    subprocess.run(["exiftool", "-q", "-overwrite_original", *words, str(path)], check=True)
    return path


@pytest.mark.parametrize("kind", ["jpeg", "tiff", "png", "pdf"])
def test_copyright_and_creator_go_along_and_nothing_else_does(
    tmp_path: Path, signed: Path, kind: str
) -> None:
    found = told(made(tmp_path, signed, kind, rights=True))
    words = json.dumps(found, ensure_ascii=False)
    assert found["XMP-dc:Rights"] == "© Ilse Varn 2026"
    assert found["XMP-dc:Creator"] in ("Ilse Varn", ["Ilse Varn"])
    assert "4711" not in words and "Brinemark" not in words and "GPS" not in words
    if kind == "jpeg":
        assert found["IFD0:Artist"] == "Ilse Varn"


@pytest.mark.parametrize("kind", ["jpeg", "tiff", "png", "pdf"])
def test_unasked_nothing_of_whose_it_is_goes_along(tmp_path: Path, signed: Path, kind: str) -> None:
    assert "Varn" not in json.dumps(told(made(tmp_path, signed, kind)))


def test_what_is_hostile_in_foreign_words_stays_behind(tmp_path: Path) -> None:
    image = noise(60, 40).copy()
    bomb = b'<!DOCTYPE a [<!ENTITY b "bbbbbbbb">]><x xmlns:dc="http://purl.org/dc/elements/1.1/"><dc:rights>&b;</dc:rights></x>'
    image.set_type(pyvips.GValue.blob_type, "xmp-data", bomb)
    path = tmp_path / "bomb.png"
    image.pngsave(str(path), keep="xmp")
    assert rights_of(path) == Rights()
    said = Rights('a <b> & "c"', "x\ny")
    signed = with_rights(noise(60, 40), said)
    signed.pngsave(str(tmp_path / "signed.png"), keep="xmp")
    assert rights_of(tmp_path / "signed.png") == Rights('a <b> & "c"', "xy")
    assert b"<b>" not in xmp_of(said)


@pytest.mark.parametrize("ending", ["pdf", "tiff"])
def test_in_a_layout_they_go_along_of_the_prints_that_want_it(
    tmp_path: Path, signed: Path, ending: str
) -> None:
    other = tmp_path / "other.jpg"
    other.write_bytes(signed.read_bytes())
    words = ["-Copyright=© B. Orrin", "-Artist="]
    subprocess.run(["exiftool", "-q", "-overwrite_original", *words, str(other)], check=True)
    whole: list[dict[str, Any]] = [
        {"picture": {"width_px": 600, "height_px": 400}, "target": {"width": "15 cm", "height": "10 cm"},
         "output": {"format": "tiff", "rights": rights}}
        for rights in (True, True, False)
    ]  # fmt: skip
    for asked, wanted in (
        ((0, 1), "© Ilse Varn 2026; © B. Orrin"),
        ((0, 2), "© Ilse Varn 2026"),
        ((2, 2), None),
    ):
        roll = gang(plans=[whole[at] for at in asked], copies=[1, 1])
        out = tmp_path / f"{asked}.{ending}" if ending == "pdf" else tmp_path / str(asked)
        render_layout(roll, [signed, other], out)
        (file,) = [out] if ending == "pdf" else out.iterdir()
        found = told(file)
        assert found.get("XMP-dc:Rights") == wanted
        assert "4711" not in json.dumps(found) and "GPS" not in json.dumps(found)
