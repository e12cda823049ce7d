"""The wall as a picture, measured: prints as large as they are, where the photograph's perspective has them."""

from __future__ import annotations

import json
import subprocess
import sys
from pathlib import Path

import numpy
import pytest
from PIL import Image

from tests.layouts import STARS, hang_document, hanging, panels_document, tiles_document
from tests.pictures import save
from zollstock.core.layouts import scene_of
from zollstock.core.layouts.wall.homography import mapped
from zollstock.pixels.cli import main
from zollstock.pixels.vips import pyvips
from zollstock.pixels.wallpicture import LONG, STRIP, proof_of, wall_picture

ALONE = {"plans": [STARS], "pieces": [], "wall": None}


@pytest.fixture(scope="module")
def red(tmp_path_factory) -> Path:
    """A picture that is red at its left and blue at its right."""
    black = pyvips.Image.black(300, 400, bands=3)
    left, right = black.linear(1, [200, 30, 30]), black.linear(1, [30, 30, 200])
    both = left.join(right, "horizontal").cast("uchar").copy(interpretation="srgb")
    return save(both.resize(10, kernel="nearest"), tmp_path_factory.mktemp("wall") / "red.png")


def spread(pixels: numpy.ndarray, colour: tuple[int, int, int]) -> tuple[int, int, int, int]:
    """Where a colour begins and ends, px: left, top, right, bottom."""
    near = (abs(pixels.astype(int) - colour).max(axis=2) < 40).nonzero()
    return near[1].min(), near[0].min(), near[1].max() + 1, near[0].max() + 1


def test_a_print_is_as_large_on_the_wall_as_it_is(red, tmp_path) -> None:
    layout = hanging(**ALONE, view={"distance": "2 m", "light": 0, "things": []})
    wall_picture(layout, lambda _: proof_of(red), tmp_path / "wall.png")
    found = scene_of(layout)
    made = numpy.asarray(Image.open(tmp_path / "wall.png"))
    per_mm = LONG / found.width
    assert made.shape == (round(found.height * per_mm) + STRIP, LONG, 3)
    left, top, right, bottom = spread(made, (200, 30, 30))
    assert right - left == pytest.approx(450 * per_mm, abs=3)
    assert bottom - top == pytest.approx(600 * per_mm, abs=3)
    assert left == pytest.approx((found.width - 900) / 2 * per_mm, abs=3)
    said = subprocess.run(
        ["exiftool", "-j", tmp_path / "wall.png"], capture_output=True, check=True
    ).stdout
    assert "sRGB" in json.loads(said)[0]["ProfileDescription"]


def test_in_a_photograph_it_lies_in_its_perspective(red, tmp_path) -> None:
    corners = [[0.25, 0.2], [0.75, 0.3], [0.72, 0.65], [0.27, 0.8]]
    rectangle = {"corners": corners, "width": "1.2 m", "height": "0.8 m"}
    photo = {
        "picture": {"width_px": 1500, "height_px": 1000},
        "rectangle": rectangle,
        "at": [0.48, 0.48],
    }
    layout = hanging(**ALONE, view={"light": 0, "photo": photo})
    grey = pyvips.Image.black(1500, 1000, bands=3).linear(1, [120, 130, 120])
    wall = save(grey.cast("uchar").copy(interpretation="srgb"), tmp_path / "wall.jpg")
    wall_picture(layout, lambda _: proof_of(red), tmp_path / "seen.png", photo=wall.read_bytes())
    made = numpy.asarray(Image.open(tmp_path / "seen.png"))
    found = scene_of(layout)
    assert made.shape == (1000 + STRIP, 1500, 3)
    for x, y, colour in (
        (30, 30, (200, 30, 30)),
        (870, 30, (30, 30, 200)),
        (870, 570, (30, 30, 200)),
        (30, 570, (200, 30, 30)),
    ):
        across, down = mapped(found.photo.matrix, x, y)
        assert abs(made[round(down * 1000), round(across * 1500)].astype(int) - colour).max() < 25
    for x, y in ((-30, 300), (930, 300), (450, -30), (450, 630)):
        across, down = mapped(found.photo.matrix, x, y)
        assert (
            abs(made[round(down * 1000), round(across * 1500)].astype(int) - (120, 130, 120)).max()
            < 12
        )
    # No dark seam where the print ends: along a line over its edge nothing is darker than both sides.
    line = [mapped(found.photo.matrix, x, 200) for x in range(-20, 21)]
    seam = numpy.array([made[round(y * 1000), round(x * 1500)] for x, y in line]).astype(int)
    assert seam[:, 0].min() >= 110


def test_the_command_line_makes_it_too(red, tmp_path, capsys) -> None:
    asked = tmp_path / "wish.json"
    asked.write_text(
        json.dumps(panels_document({"picture": {"width_px": 6000, "height_px": 4000}}))
    )
    out = tmp_path / "wall.jpg"
    assert main([str(asked), str(red), "--wall", "-o", str(out)]) == 0
    assert Image.open(out).size[0] == LONG
    assert main([str(asked), str(red), "--wall", "-o", str(out)]) == 2
    assert "exists already" in capsys.readouterr().err
    assert main([str(asked), "--wall", "-o", str(tmp_path / "other.jpg")]) == 2
    assert "name 1 pictures" in capsys.readouterr().err
    assert main([str(asked), str(red), "--wall", "-o", str(tmp_path / "wall.gif")]) == 2
    assert ".png or a .jpg" in capsys.readouterr().err
    asked.write_text(json.dumps(tiles_document()))
    assert main([str(asked), str(red), "--wall", "-o", str(tmp_path / "none.png")]) == 2
    assert "Only panels and rows of prints" in capsys.readouterr().err
    asked.write_text(json.dumps(hang_document()))
    assert (
        main(
            [
                str(asked),
                str(red),
                str(red),
                str(tmp_path / "gone.png"),
                "--wall",
                "-o",
                str(tmp_path / "none.png"),
            ]
        )
        == 2
    )


TINY = {
    "corners": [[0.5, 0.5], [0.501, 0.5], [0.501, 0.501], [0.5, 0.501]],
    "width": "3 mm",
    "height": "3 mm",
}
HOSTILE = {
    "10 cm off": {"distance": "10 cm"},
    "a km off": {"distance": "1000 m"},
    "a photograph whose smallest part is said to be 3 mm": {
        "photo": {
            "picture": {"width_px": 1500, "height_px": 1000},
            "rectangle": TINY,
            "at": [0.5, 0.5],
        }
    },
    "a photograph whose smallest part is said to be 90 m": {
        "photo": {
            "picture": {"width_px": 1500, "height_px": 1000},
            "rectangle": TINY | {"width": "90 m", "height": "90 m"},
            "at": [0.5, 0.5],
        }
    },
}
#: What a process may take beyond what reading the application in has taken, bytes; five times as much was seen.
_MORE = 700 * 2**20
_ALONE_IN_A_PROCESS = """
import json, resource, sys
sys.path.insert(0, sys.argv[5])
from pathlib import Path
from zollstock.core.layouts import parse_layout
from zollstock.pixels.wallpicture import wall_picture
here = int(Path("/proc/self/statm").read_text().split()[0]) * 4096
resource.setrlimit(resource.RLIMIT_AS, (here + int(sys.argv[4]),) * 2)
request = parse_layout(json.loads(Path(sys.argv[1]).read_text()))
proof = Path(sys.argv[2]).read_bytes()
wall_picture(request, lambda _: proof, Path(sys.argv[3]), photo=proof)
"""


@pytest.mark.parametrize("view", HOSTILE.values(), ids=HOSTILE)
def test_no_pixel_is_made_that_is_not_seen(red, tmp_path, view) -> None:
    """A frame of 3 m from 10 cm was painted at full size outside of the picture: over 5 GB."""
    large = STARS | {"target": {"width": "3 m", "height": "4 m"}}
    layout = hang_document(plans=[large], pieces=[], wall=None, view=view)
    (tmp_path / "wish.json").write_text(json.dumps(layout))
    (tmp_path / "proof.jpg").write_bytes(proof_of(red))
    subprocess.run(
        [
            sys.executable,
            "-c",
            _ALONE_IN_A_PROCESS,
            "wish.json",
            "proof.jpg",
            "wall.png",
            str(_MORE),
            str(Path(__file__).parents[2]),
        ],
        cwd=tmp_path,
        check=True,
        timeout=60,
    )
    assert max(Image.open(tmp_path / "wall.png").size) <= LONG + STRIP


def test_close_to_it_the_middle_of_a_print_is_where_it_was_before_it_was_clipped(
    red, tmp_path
) -> None:
    """Red ends and blue begins in the middle of the print, which hangs in the middle of the picture."""
    for distance in ("30 cm", "10 cm"):
        view = {"distance": distance, "light": 0, "things": []}
        wall_picture(hanging(**ALONE, view=view), lambda _: proof_of(red), tmp_path / "w.png")
        made = numpy.asarray(Image.open(tmp_path / "w.png")).astype(int)
        line = made[(made.shape[0] - STRIP) // 2]
        border = int((line[:, 0] < line[:, 2]).argmax())
        assert border == pytest.approx(LONG / 2, abs=LONG / 100)
        (tmp_path / "w.png").unlink()
