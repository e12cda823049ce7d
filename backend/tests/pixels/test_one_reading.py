"""Pictures that no cache holds are read from the top once; whatever is printed beside them, they come out whole."""

from __future__ import annotations

from pathlib import Path

import pytest

from tests.lengthy import LONG, spread
from tests.pictures import save
from tests.pixels.test_render import ENDING, slope
from zollstock.core.documents.plan import parse_plan
from zollstock.pixels.render import render
from zollstock.pixels.vips import pyvips

#: Over 2000 rows are more than libvips keeps behind itself.
W, H = 3000, 2100
BORDER = {"kind": "border", "left": "30 mm", "top": "25 mm", "right": "30 mm", "bottom": "25 mm"}
TEXT = {"text": "Fog over the salt pans, 1911", "height": "5 mm"}
LINE = {"gap": "2 mm", "width": "0.5 mm"}
MARKS = {"margin": "12 mm", "crop": True, "centre": True}


@pytest.fixture(scope="module")
def sources(tmp_path_factory: pytest.TempPathFactory) -> dict[str, Path]:
    folder = tmp_path_factory.mktemp("sources")
    picture = slope(W, H)
    return {ending: save(picture, folder / f"a.{ending}") for ending in ("jpg", "png", "tif")}


FEW = [
    ("jpg", "top", "fill", "tiff", None, False),
    ("png", "top", "contain", "jpeg", LINE, True),
    ("tif", "top", "fill", "png", LINE, False),
    ("jpg", "bottom", "contain", "tiff", LINE, True),
]
AXES = (("jpg", "png", "tif"), ("top", "bottom"), ("fill", "contain"), ("tiff", "jpeg", "png"), (None, LINE),
        (False, True))  # fmt: skip
CASES = spread(1, *AXES) if LONG else FEW


@pytest.mark.parametrize(("ending", "side", "mode", "format", "keyline", "marks"), CASES)
def test_a_caption_on_any_side_leaves_the_picture_as_it_is(
    tmp_path: Path, sources: dict[str, Path], ending: str, side: str, mode: str, format: str,
    keyline: dict[str, str] | None, marks: bool,
) -> None:  # fmt: skip
    document = {
        "picture": {"width_px": W, "height_px": H},
        "target": {"width": "36 cm", "height": "25 cm"},
        "fit": {"mode": mode},
        "output": {"format": format},
        "marks": MARKS if marks else {},
    }
    edges = {
        "without": BORDER | {"keyline": keyline},
        "with": BORDER | {"keyline": keyline, "caption": TEXT | {"side": side}},
    }
    files = {}
    for name, edge in edges.items():
        out = tmp_path / f"{name}.{ENDING[format]}"
        render(parse_plan(document | {"edge": edge}), sources[ending], out)
        files[name] = pyvips.Image.new_from_file(str(out))
    plain, captioned = files["without"], files["with"]
    differs = (plain.cast("float") - captioned).abs().bandmean() > (24 if format == "jpeg" else 0)
    _left, top, wide, high = differs.find_trim(threshold=0.5, background=[0])
    assert high and wide, "the caption was not printed"
    # All that differs are the letters, in the border on their side, 25 mm of 250 (and 12 mm of marks beside).
    share = (25 + 12 * marks) / (250 + 24 * marks)
    if side == "top":
        assert top + high <= share * plain.height + 8
    else:
        assert top >= (1 - share) * plain.height - 8
