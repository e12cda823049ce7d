"""`zollstock rescue`: what it writes, what it refuses, and that the master is not touched."""

from __future__ import annotations

import hashlib
import json
import re
import subprocess
from pathlib import Path
from typing import Any

import pytest

from tests.pixels.test_rescue import LETTERS, saved
from zollstock.pixels.rescue.cli import main
from zollstock.pixels.vips import pyvips

SIZE = {"width_px": 240, "height_px": 160}


def chain(folder: Path, *steps: dict[str, Any], **more: Any) -> str:
    path = folder / "chain.json"
    path.write_text(
        json.dumps({"picture": SIZE, "print": {"width": "24 cm"}, "steps": list(steps)} | more)
    )
    return str(path)


def run(
    folder: Path, out: str, *steps: dict[str, Any], picture: Path | None = None, **more: Any
) -> int:
    master = picture or saved(folder / "s.jpg", 50)
    return main([chain(folder, *steps, **more), str(master), "-o", str(folder / out)])


def test_a_tiff_of_the_wanted_pixels_tagged_with_the_print(
    tmp_path: Path, capsys: pytest.CaptureFixture[str]
) -> None:
    master = saved(tmp_path / "s.jpg", 50)
    before = hashlib.sha256(master.read_bytes()).hexdigest()
    assert (
        run(tmp_path, "out.tif", {"kind": "clean"}, LETTERS, {"kind": "enlarge", "factor": 4}) == 0
    )
    said = capsys.readouterr().out
    assert "240 × 160 px → 960 × 640 px" in said and "4 letters" in said
    facts = subprocess.run(
        ["tiffinfo", str(tmp_path / "out.tif")], capture_output=True, text=True
    ).stdout
    assert "Image Width: 960 Image Length: 640" in facts
    found = re.search(r"Resolution: ([\d.]+)", facts)
    assert found and float(found[1]) == pytest.approx(960 / (240 / 25.4), abs=0.1)
    assert hashlib.sha256(master.read_bytes()).hexdigest() == before


def test_the_lettering_alone_true_to_size(tmp_path: Path) -> None:
    assert run(tmp_path, "out.svg", LETTERS) == 0
    svg = (tmp_path / "out.svg").read_text()
    assert 'width="240.000mm" height="160.000mm"' in svg and svg.count("M") == 4


def test_sixteen_bits_and_the_profile_stay(tmp_path: Path) -> None:
    image = pyvips.Image.new_from_file(str(saved(tmp_path / "s.png", None)))
    wide = (image * 257).cast("ushort").copy(interpretation="rgb16")
    wide.tiffsave(str(tmp_path / "w.tif"), profile="p3")
    picture = SIZE | {"bits": 16}
    steps = [{"kind": "clean", "noise": 0.5}, {"kind": "enlarge", "factor": 2}, {"kind": "tone"}]
    (tmp_path / "chain.json").write_text(json.dumps({"picture": picture, "steps": steps}))
    assert (
        main(
            [str(tmp_path / "chain.json"), str(tmp_path / "w.tif"), "-o", str(tmp_path / "out.tif")]
        )
        == 0
    )
    made = pyvips.Image.new_from_file(str(tmp_path / "out.tif"))
    assert (made.format, made.width) == ("ushort", 480)
    own = pyvips.Image.new_from_file(str(tmp_path / "w.tif")).get("icc-profile-data")
    assert bytes(made.get("icc-profile-data")) == bytes(own)


@pytest.mark.parametrize(
    ("out", "steps", "words"),
    [
        ("out.gif", [], "name the file .tif"),
        ("there.tif", [], "exists already"),
        ("out.svg", [], "nothing to outline"),
        (
            "out.svg",
            [{"kind": "lettering", "picks": [{"colour": "#00ff00", "near": 2}]}],
            "Nothing there is within",
        ),
        ("out.tif", [{"kind": "tone"}, {"kind": "clean"}], "the order is fixed"),
        ("out.tif", [{"kind": "smooth", "length": "11 1/ in"}], "11 1/"),
    ],
)
def test_what_is_refused_leaves_nothing(
    tmp_path: Path,
    capsys: pytest.CaptureFixture[str],
    out: str,
    steps: list[dict[str, Any]],
    words: str,
) -> None:
    (tmp_path / "there.tif").write_bytes(b"mine")
    saved(tmp_path / "s.jpg", 50)
    before = {path.name for path in tmp_path.iterdir()} | {"chain.json"}
    assert run(tmp_path, out, *steps) == 2
    assert words in capsys.readouterr().err
    assert {path.name for path in tmp_path.iterdir()} == before
    assert (tmp_path / "there.tif").read_bytes() == b"mine"


@pytest.mark.parametrize(
    ("content", "words"),
    [(b"a text", "not a picture"), (b"\xff\xd8\xff\xe0 cut off", "")],
)
def test_no_picture_is_no_picture(
    tmp_path: Path, capsys: pytest.CaptureFixture[str], content: bytes, words: str
) -> None:
    (tmp_path / "s.tif").write_bytes(content)
    assert run(tmp_path, "out.tif", picture=tmp_path / "s.tif") == 2
    said = capsys.readouterr().err
    assert said.startswith("zollstock: ") and words in said and "Traceback" not in said


def test_another_picture_than_the_chains_is_told(
    tmp_path: Path, capsys: pytest.CaptureFixture[str]
) -> None:
    other = {"width_px": 100, "height_px": 100}
    assert run(tmp_path, "out.tif") == 0
    (tmp_path / "chain.json").write_text(json.dumps({"picture": other, "steps": []}))
    assert (
        main(
            [str(tmp_path / "chain.json"), str(tmp_path / "s.jpg"), "-o", str(tmp_path / "no.tif")]
        )
        == 2
    )
    assert "for another picture" in capsys.readouterr().err
