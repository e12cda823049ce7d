"""New canvases as files: size, ppi, profile, transparency, guides to the pixel."""

from __future__ import annotations

import json
import subprocess
from pathlib import Path
from typing import Any

import numpy as np
import pytest
from PIL import Image

from zollstock.core.questions.canvas.request import parse_canvas
from zollstock.pixels.cli import main
from zollstock.pixels.errors import RenderError
from zollstock.pixels.newcanvas import write_canvas

CARD: dict[str, Any] = {"finished": {"width": "100 mm", "height": "50 mm"}, "bleed": "5 mm", "safe": "5 mm",
                        "ppi": 254, "channels": 3}  # fmt: skip


def written(out: Path, guides: bool = False, **changes: Any) -> Path:
    write_canvas(parse_canvas(CARD | changes), out, guides)
    return out


def told(path: Path, *tags: str) -> dict[str, Any]:
    read = subprocess.run(
        ["exiftool", "-j", "-n", *tags, str(path)], check=True, capture_output=True
    )
    return dict(json.loads(read.stdout)[0])


@pytest.mark.parametrize(("name", "bits"), [("c.png", 8), ("c.tif", 16)])
def test_an_empty_canvas_has_its_size_ppi_and_profile(tmp_path: Path, name: str, bits: int) -> None:
    path = written(tmp_path / name, bits=bits)
    facts = told(path, "-ImageWidth", "-ImageHeight", "-XResolution", "-PixelsPerUnitX", "-ProfileDescription", "-BitDepth", "-BitsPerSample")  # fmt: skip
    assert (facts["ImageWidth"], facts["ImageHeight"]) == (1100, 600)
    ppi = facts["XResolution"] if "XResolution" in facts else facts["PixelsPerUnitX"] * 0.0254
    assert ppi == pytest.approx(254, abs=0.1)
    assert "sRGB" in facts["ProfileDescription"]
    assert str(bits) in str(facts.get("BitDepth", facts.get("BitsPerSample")))
    with Image.open(path) as image:
        assert set(image.convert("L").getextrema()) == {255}


def test_four_channels_are_a_tiff_without_ink(tmp_path: Path) -> None:
    path = written(tmp_path / "c.tif", channels=4)
    with Image.open(path) as image:
        assert image.mode == "CMYK" and np.asarray(image).max() == 0
    with pytest.raises(RenderError, match="PNG holds no CMYK"):
        written(tmp_path / "c.png", channels=4)


def test_guides_are_lines_on_nothing_where_the_trim_is(tmp_path: Path) -> None:
    path = written(tmp_path / "g.png", guides=True, channels=4, folds=["30 mm"])
    with Image.open(path) as image:
        alpha = np.asarray(image)[:, :, 3]
    assert image.mode == "RGBA" and alpha[300, 20] == 0
    # Trim 5 mm in, safe edge 10 mm in, fold at 35 mm: ten pixels a mm.
    inked = np.flatnonzero(alpha[300] == 255)
    assert {round(float(at), -1) for at in inked} == {50, 100, 350, 1000, 1050}


def test_guides_as_svg_are_true_to_size_and_lie_on_nothing(tmp_path: Path) -> None:
    said = written(tmp_path / "g.svg").read_text()
    assert 'width="110mm" height="60mm"' in said
    assert 'id="trim" x="5" y="5" width="100" height="50"' in said
    assert 'fill="#ffffff"' not in said


def test_the_command_line_makes_them_and_refuses_in_words(
    tmp_path: Path, capsys: pytest.CaptureFixture[str]
) -> None:
    document = tmp_path / "canvas.json"
    document.write_text(json.dumps(CARD | {"format": "zollstock.canvas/1"}))
    out = tmp_path / "out.png"
    assert main([str(document), "-o", str(out)]) == 0 and out.exists()
    assert main([str(document), "-o", str(out)]) == 2
    assert "left as it is" in capsys.readouterr().err
    assert main([str(document), "-o", str(tmp_path / "out.jpg")]) == 2
    assert ".png or .tif" in capsys.readouterr().err
    document.write_text(json.dumps(CARD | {"format": "zollstock.canvas/1", "ppi": 2400, "finished": {"width": "9 m", "height": "9 m"}}))  # fmt: skip
    assert main([str(document), "-o", str(tmp_path / "big.tif")]) == 2
    assert (
        "longer than any file" in capsys.readouterr().err or "megapixels" in capsys.readouterr().err
    )
