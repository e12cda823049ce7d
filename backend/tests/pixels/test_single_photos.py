"""Single photos for an upload, as they go with a sheet of ID photos: their px, and how heavy they may be."""

from __future__ import annotations

import json
import subprocess
from pathlib import Path

import pytest

from tests.layouts import passes
from tests.pictures import noise, save
from zollstock.pixels.errors import RenderError
from zollstock.pixels.layouts import render_layout
from zollstock.pixels.vips import pyvips


@pytest.fixture(scope="module")
def noisy(tmp_path_factory: pytest.TempPathFactory) -> Path:
    folder = tmp_path_factory.mktemp("faces")
    return save(noise(900, 1200), folder / "face.png")


def upload_of(folder: Path, picture: Path, most_kb: int) -> Path:
    wanted = passes(
        {"picture": {"width_px": 900, "height_px": 1200}, "output": {"format": "png"}},
        upload={"width_px": 350, "height_px": 450, "most_kb": most_kb},
    )
    render_layout(wanted, [picture], folder / "out")
    (found,) = (folder / "out").glob("*.jpg")
    return found


def test_the_single_photo_has_its_px_and_is_light_enough(tmp_path: Path, noisy: Path) -> None:
    light, heavy = (tmp_path / name for name in ("light", "heavy"))
    light.mkdir()
    heavy.mkdir()
    small, large = upload_of(light, noisy, 60), upload_of(heavy, noisy, 500)
    assert small.name == "keeper-s-pass-upload.jpg"
    for made in (small, large):
        image = pyvips.Image.new_from_file(str(made))
        assert (image.width, image.height, image.bands) == (350, 450, 3)
    assert 54_000 < small.stat().st_size <= 60_000 and large.stat().st_size <= 500_000
    assert small.stat().st_size < large.stat().st_size
    said = subprocess.run(
        ["exiftool", "-j", "-ICC_Profile:ProfileDescription", large],
        check=True,
        capture_output=True,
    ).stdout
    assert "sRGB" in json.loads(said)[0]["ProfileDescription"]


def test_a_photo_that_cannot_be_light_enough_is_refused_in_words(
    tmp_path: Path, noisy: Path
) -> None:
    with pytest.raises(RenderError, match="heavier than 5 kB"):
        upload_of(tmp_path, noisy, 5)
    assert list(tmp_path.iterdir()) == []


def test_a_photo_of_few_pixels_is_made_too(tmp_path: Path, noisy: Path) -> None:
    """99 × 128 px: less than a tile of the file that it is cut from."""
    wanted = passes(
        {"picture": {"width_px": 900, "height_px": 1200}, "pixels": {"mode": "fixed", "ppi": 72}}
    )
    assert render_layout(wanted, [noisy], tmp_path / "passes.pdf") == 1
