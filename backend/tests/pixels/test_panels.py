"""The files of panels, joined by NumPy: no column lost, none doubled, and round each face what its wrap says."""

from __future__ import annotations

import json
from pathlib import Path

import numpy
import pikepdf
import pytest

from tests.layouts import frames_of, panels, panels_document
from tests.lengthy import spread
from tests.pictures import noise, save
from tests.pixels.test_layouts import pixels
from zollstock.core.documents.plan import Plan
from zollstock.core.layouts.panels.request import PanelsRequest
from zollstock.pixels.cli import main
from zollstock.pixels.errors import RenderError
from zollstock.pixels.layouts import render_layout
from zollstock.pixels.render import render

PPI = 117
FRAMES = frames_of(
    (0, 90, 101.3, 151), (112.7, 60, 99.6, 150.2), (225, 30, 100.9, 151.1), (336.4, 0, 100.2, 150)
)
WRAP = {"depth": "9.3 mm", "turn": "4.2 mm"}


@pytest.fixture(scope="module")
def source(tmp_path_factory: pytest.TempPathFactory) -> Path:
    return save(noise(1500, 900), tmp_path_factory.mktemp("panels") / "noise.png")


def layout(mode: str = "window", fill: str | None = None, **fit: object) -> PanelsRequest:
    plan = {
        "picture": {"width_px": 1500, "height_px": 900},
        "fit": fit,
        "pixels": {"mode": "fixed", "ppi": PPI, "method": "cubic"},
    }
    wrap = None if fill is None else WRAP | {"fill": fill, "colour": "#2e6e62"}
    made = panels(plan, frames=FRAMES, mode=mode, wrap=wrap)
    assert isinstance(made, PanelsRequest)
    return made


def files(made: PanelsRequest, source: Path, folder: Path) -> list[numpy.ndarray]:
    out = folder / "panels"
    assert render_layout(made, [source], out) == 4
    made_of = sorted(out.iterdir())
    # Each is called by its frame, and by what is in it.
    faced = made.wrap is not None
    assert [path.name.split("_")[0] for path in made_of] == [f"long-wall-{n}" for n in (1, 2, 3, 4)]
    assert all(("_face-" in path.name) == ("_file-" in path.name) == faced for path in made_of)
    return [pixels(path) for path in made_of]


def spread_file(made: PanelsRequest, source: Path, folder: Path) -> numpy.ndarray:
    """The plan's own file, as a print of the size of the spread."""
    plan: Plan = made.plans[0]
    out = folder / "spread.tif"
    render(plan, source, out)
    return pixels(out)


def at(mm: float) -> int:
    """The one rounding, written again: mm of the spread in px."""
    return int(mm * PPI / 25.4 + 0.5)


@pytest.mark.parametrize(
    ("mode", "fill"), spread(2, ("window", "butted"), (None, "mirror", "colour", "stretch"))
)
def test_joined_faces_are_the_spreads_own_file(
    mode: str, fill: str | None, source: Path, tmp_path: Path
) -> None:
    made = layout(mode, fill)
    whole = spread_file(made, source, tmp_path)
    rim = at(13.5) if fill else 0
    end = 0
    for face, file in zip(made.on_spread, files(made, source, tmp_path), strict=True):
        x, y, right, bottom = (
            at(float(side)) for side in (face.x, face.y, face.right, face.bottom)
        )
        assert file.shape[:2] == (bottom - y + 2 * rim, right - x + 2 * rim)
        inner = file[rim : file.shape[0] - rim, rim : file.shape[1] - rim]
        assert (inner == whole[y:bottom, x:right]).all()
        if mode == "butted":
            assert x == end  # the next face begins at the very px at which the last one ends
        end = right
    assert mode == "window" or end == whole.shape[1]


def test_the_sides_are_made_of_the_face_alone(source: Path, tmp_path: Path) -> None:
    rim = at(13.5)
    (tmp_path / "m").mkdir(), (tmp_path / "c").mkdir(), (tmp_path / "s").mkdir()
    first = files(layout(fill="mirror"), source, tmp_path / "m")[0]
    face = first[rim:-rim, rim:-rim]
    assert (first[rim:-rim, :rim] == face[:, :rim][:, ::-1]).all()
    assert (first[-rim:, rim:-rim] == face[-rim:][::-1]).all()
    coloured = files(layout(fill="colour"), source, tmp_path / "c")[1]
    assert (coloured[:rim] == (0x2E, 0x6E, 0x62)).all() and (
        coloured[:, -rim:] == (0x2E, 0x6E, 0x62)
    ).all()
    drawn = files(layout(fill="stretch"), source, tmp_path / "s")[2]
    assert (drawn[rim:-rim, :rim] == drawn[rim:-rim, rim : rim + 1]).all()


def test_with_picture_all_round_each_file_is_cut_from_one_larger_file(
    source: Path, tmp_path: Path
) -> None:
    """Neighbours 11 mm apart go 13.5 mm round: what both show is the same, px for px."""
    made = layout(fill="picture", zoom=1.2)
    rim = at(13.5)
    found = files(made, source, tmp_path)
    whole = spread_file(made, source, tmp_path)
    for face, file in zip(made.on_spread, found, strict=True):
        x, y, right, bottom = (
            at(float(side)) for side in (face.x, face.y, face.right, face.bottom)
        )
        assert file.shape[:2] == (bottom - y + 2 * rim, right - x + 2 * rim)
        inner = file[rim:-rim, rim:-rim].astype(int)
        # The larger file samples the same places of the picture, apart from the last bit of a float.
        assert abs(inner - whole[y:bottom, x:right]).max() <= 1
    one, other = made.on_spread[:2]
    offset = at(float(other.x)) - at(float(one.x))
    down = at(float(one.y)) - at(float(other.y))
    left, right_file = found[0][: found[0].shape[0] - down], found[1][down:]
    both = min(left.shape[0], right_file.shape[0])
    shared = found[0].shape[1] - offset
    assert shared > 0
    assert (left[:both, offset:] == right_file[:both, :shared]).all()


def test_a_picture_that_ends_makes_nothing(source: Path, tmp_path: Path) -> None:
    with pytest.raises(
        RenderError, match=r"The picture ends .* before the sides of frame 1 are covered"
    ):
        render_layout(layout(fill="picture"), [source], tmp_path / "none")
    assert not list(tmp_path.iterdir())


def test_the_command_line_makes_one_page_a_panel(source: Path, tmp_path: Path) -> None:
    document = panels_document(layout().plans[0].model_dump(mode="json"), frames=FRAMES, wrap=WRAP)
    asked = tmp_path / "wish.json"
    asked.write_text(json.dumps(document))
    assert main([str(asked), str(source), "-o", str(tmp_path / "panels.pdf")]) == 0
    with pikepdf.open(tmp_path / "panels.pdf") as pdf:
        boxes = [
            [round(float(side) * 25.4 / 72, 2) for side in page.MediaBox] for page in pdf.pages
        ]
    assert boxes == [
        [0, 0, round(w + 27, 2), round(h + 27, 2)]
        for w, h in ((101.3, 151), (99.6, 150.2), (100.9, 151.1), (100.2, 150))
    ]
