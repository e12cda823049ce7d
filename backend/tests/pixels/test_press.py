"""What lies in the tray of the made-up device, measured in the picture of it and beside another engine."""

from __future__ import annotations

import json
from pathlib import Path
from typing import Any

import numpy as np
import pytest
import pyvips
from numpy.typing import NDArray
from PIL import Image, ImageCms

from tests.pictures import save
from zollstock.core.documents.plan import parse_plan
from zollstock.core.studio.profiles import Profiles
from zollstock.core.studio.studio import Studio
from zollstock.pixels.deltae import ciede2000
from zollstock.pixels.press_cli import press
from zollstock.pixels.render import render
from zollstock.pixels.shipping import chosen, shipped

SATIN = next(row for row in shipped() if row.key == "desk-satin")
#: px of the tray in a mm.
PER_MM = 360 / 25.4
PATCHES = np.array(
    [[200, 40, 40], [40, 160, 70], [50, 70, 190], [128, 128, 128], [235, 225, 210], [60, 45, 40]],
    dtype=np.uint8,
)


def picture(tmp_path: Path) -> Path:
    """Six patches in a black frame of 10 px, 1200 × 800."""
    held = np.zeros((800, 1200, 3), np.uint8)
    for number, patch in enumerate(PATCHES):
        row, column = divmod(number, 3)
        held[10 + row * 390 : 400 + row * 390, 10 + column * 393 : 403 + column * 394] = patch
    return save(pyvips.Image.new_from_array(held).copy(interpretation="srgb"), tmp_path / "p.png")


def made(tmp_path: Path, profile: str | None = "desk-satin", **parts: Any) -> tuple[Path, Path]:
    """A file of 16 × 11 cm, its picture of 12 × 8 cm 2 cm from the left and 1.5 from the top; and its plan."""
    document = {
        "picture": {"width_px": 1200, "height_px": 800},
        "target": {"width": "16 cm", "height": "11 cm"},
        "edge": {"kind": "border", "left": "2 cm", "top": "1.5 cm", "right": "2 cm", "bottom": "1.5 cm"},
        "medium": {"name": "satin photo paper"},
        "pixels": {"mode": "fixed", "ppi": 360},
        "output": {"format": "tiff", "profile": chosen(profile) if profile else "srgb", "intent": "relative"},
        "device": {"key": "desk", "feed": "a4"},
    } | parts  # fmt: skip
    file, plan = tmp_path / "file.tif", tmp_path / "plan.json"
    plan.write_text(json.dumps(document))
    render(
        parse_plan(document), picture(tmp_path), file, studio=Studio(profiles=Profiles(shipped()))
    )
    return file, plan


def pressed(tmp_path: Path, file: Path, *arguments: str) -> tuple[dict[str, Any], NDArray[Any]]:
    """The report, and the tray as 8-bit sRGB."""
    out = tmp_path / f"tray-{len(list(tmp_path.iterdir()))}.png"
    said = []
    with pytest.MonkeyPatch.context() as patch:
        patch.setattr("builtins.print", lambda text, **_: said.append(text))
        assert press([str(file), "--device", "desk", "--feed", "a4", "--json", "-o", str(out), *arguments]) == 0  # fmt: skip
    return json.loads(said[0]), np.asarray(Image.open(out))


def frame(tray: NDArray[Any]) -> tuple[float, float, float, float]:
    """Where the black frame begins and ends: left, top, right, bottom, mm of the paper."""
    dark = tray.astype(int).sum(axis=2) < 200
    columns, rows = np.flatnonzero(dark.any(axis=0)), np.flatnonzero(dark.any(axis=1))
    return tuple(float(at) / PER_MM for at in (columns[0], rows[0], columns[-1] + 1, rows[-1] + 1))  # type: ignore[return-value]


def by_another_engine(path: str) -> NDArray[np.float64]:
    """CIELAB of the patches on the paper, by way of Pillow's engine: file numbers, and back with the paper's white."""
    srgb = ImageCms.createProfile("sRGB")
    there = ImageCms.buildTransform(srgb, path, "RGB", "RGB", ImageCms.Intent.RELATIVE_COLORIMETRIC, ImageCms.Flags.BLACKPOINTCOMPENSATION | ImageCms.Flags.NOOPTIMIZE)  # fmt: skip
    back = ImageCms.buildTransform(path, srgb, "RGB", "RGB", ImageCms.Intent.ABSOLUTE_COLORIMETRIC, ImageCms.Flags.NOOPTIMIZE)  # fmt: skip
    numbers = ImageCms.applyTransform(Image.fromarray(PATCHES[None]), there)
    return lab(np.asarray(ImageCms.applyTransform(numbers, back))[0])


def lab(srgb: NDArray[Any]) -> NDArray[np.float64]:
    image = pyvips.Image.new_from_array(srgb.reshape(1, -1, 3).astype(np.uint8)).copy(interpretation="srgb")  # fmt: skip
    return np.asarray(image.colourspace("lab").numpy().reshape(-1, 3).astype(float))


def patches(tray: NDArray[Any]) -> NDArray[np.float64]:
    """The middle of each patch, of a tray in which the print is turned as it lies on A4: not at all."""
    left, top, right, bottom = frame(tray)
    found = []
    for number in range(6):
        row, column = divmod(number, 3)
        x, y = left + (right - left) * (column + 0.5) / 3, top + (bottom - top) * (row + 0.5) / 2
        at_y, at_x = int(y * PER_MM), int(x * PER_MM)
        found.append(tray[at_y - 20 : at_y + 20, at_x - 20 : at_x + 20].reshape(-1, 3).mean(axis=0))
    return lab(np.rint(np.array(found)))


def test_a_print_by_the_recipe_lies_within_two_tenths_of_a_millimetre(tmp_path: Path) -> None:
    file, plan = made(tmp_path)
    report, tray = pressed(tmp_path, file, "--plan", str(plan))
    assert report["differences"] == []
    assert tray.shape[:2] == (round(297 * PER_MM), round(210 * PER_MM))
    # 21 × 29.7 cm of paper, 16 × 11 of file in the middle of it, its picture 2 and 1.5 cm from there.
    assert frame(tray) == pytest.approx((45, 108.5, 165, 188.5), abs=0.2)


def test_its_colours_are_those_that_another_engine_finds_on_that_paper(tmp_path: Path) -> None:
    file, plan = made(tmp_path)
    _, tray = pressed(tmp_path, file, "--plan", str(plan))
    assert ciede2000(patches(tray), by_another_engine(SATIN.file)).max() <= 1


def test_a_file_in_srgb_comes_out_alike_through_the_driver(tmp_path: Path) -> None:
    file, plan = made(tmp_path, profile=None)
    report, tray = pressed(tmp_path, file, "--plan", str(plan))
    assert report["differences"] == [] and report["settings"]["driver_colour"]
    assert ciede2000(patches(tray), by_another_engine(SATIN.file)).max() <= 1


@pytest.mark.parametrize("share", [96, 80])
def test_a_page_that_shrank_lies_in_the_tray_as_small_as_is_told(tmp_path: Path, share: int) -> None:  # fmt: skip
    file, plan = made(tmp_path)
    report, tray = pressed(tmp_path, file, "--plan", str(plan), "--set", f"scaling={share}")
    (told,) = report["differences"]
    left, _, right, _ = frame(tray)
    assert told["id"] == "scaled" and told["percent"] == share
    assert right - left == pytest.approx(120 * share / 100, abs=0.2)


def test_managed_twice_the_colours_are_off_by_what_is_told(tmp_path: Path) -> None:
    file, plan = made(tmp_path)
    report, tray = pressed(tmp_path, file, "--plan", str(plan), "--set", "driver-colour=yes")
    (told,) = report["differences"]
    _, right = pressed(tmp_path, file, "--plan", str(plan))
    seen = ciede2000(patches(tray), patches(right))
    assert told["id"] == "twice-managed" and told["fix"] == "driver-colour=no"
    assert seen.mean() > 1.5 and told["delta_e"] > 1


def test_managed_by_nobody(tmp_path: Path) -> None:
    file, plan = made(tmp_path, profile=None)
    report, _ = pressed(tmp_path, file, "--plan", str(plan), "--set", "driver-colour=no")
    (told,) = report["differences"]
    assert told["id"] == "unmanaged" and told["delta_e"] > 1


def test_the_wrong_paper_has_another_white(tmp_path: Path) -> None:
    file, plan = made(tmp_path)
    report, tray = pressed(tmp_path, file, "--plan", str(plan), "--set", "medium=cotton")
    _, right = pressed(tmp_path, file, "--plan", str(plan))
    assert [one["id"] for one in report["differences"]] == ["wrong-paper"]
    assert tuple(tray[5, 5]) != tuple(right[5, 5])


def test_what_lies_in_the_margins_is_bare_paper_in_the_tray(tmp_path: Path) -> None:
    edge = {"kind": "none"}
    file, plan = made(tmp_path, edge=edge, target={"width": "21 cm", "height": "29.7 cm"}, fit={"turn": 90})  # fmt: skip
    report, tray = pressed(tmp_path, file, "--plan", str(plan), "--set", "borderless=no")
    assert [one["id"] for one in report["differences"]] == ["clipped"]
    white = tray[0, 0]
    edge_px = int(2.8 * PER_MM)
    assert (tray[:edge_px] == white).all() and (tray[:, :edge_px] == white).all()
    inside = tray[int(3.2 * PER_MM), int(100 * PER_MM)]
    assert not (inside == white).all()


def test_draft_leaves_steps_where_best_is_smooth(tmp_path: Path) -> None:
    """A slanting line at 300 ppi on a grid of 360."""
    rows, columns = np.mgrid[0:600, 0:600]
    held = np.where((columns - rows * 0.31).astype(int) % 40 < 20, 0, 255).astype(np.uint8)
    held = np.repeat(held[..., None], 3, axis=2)
    image = pyvips.Image.new_from_array(held).copy(interpretation="srgb", xres=300 / 25.4, yres=300 / 25.4)  # fmt: skip
    path = tmp_path / "lines.tif"
    image.tiffsave(str(path))
    report, rough = pressed(tmp_path, path, "--set", "quality=draft")
    assert [one["id"] for one in report["differences"]] == ["regridded"] and report["grid_ppi"] == 360  # fmt: skip
    _, smooth = pressed(tmp_path, path)
    there = np.abs(rough.astype(int) - smooth.astype(int))[1800:2400, 1200:1800]
    assert there.mean() > 1
    assert report["differences"][0]["delta_e"] > 0.5, "and it says how far off that is"


def test_draft_of_a_plain_colour_is_no_other_colour(tmp_path: Path) -> None:
    path = tmp_path / "plain.tif"
    plain = np.full((600, 600, 3), (120, 80, 40), np.uint8)
    pyvips.Image.new_from_array(plain).copy(
        interpretation="srgb", xres=300 / 25.4, yres=300 / 25.4
    ).tiffsave(str(path))
    report, _ = pressed(tmp_path, path, "--set", "quality=draft")
    assert report["differences"][0]["delta_e"] == pytest.approx(0, abs=0.01)


def test_a_plan_that_is_a_list_is_told_in_words(
    tmp_path: Path, capsys: pytest.CaptureFixture[str]
) -> None:
    file, plan = made(tmp_path)
    plan.write_text("[1, 2]")
    assert press([str(file), "--device", "desk", "--feed", "a4", "--plan", str(plan)]) == 2
    assert "zollstock: " in capsys.readouterr().err


def test_ink_spread_changes_no_tone(tmp_path: Path) -> None:
    """A fine grid of black and white keeps its mean light on cotton, where ink spreads 0.07 mm."""
    file, plan = made(tmp_path)
    _, tray = pressed(tmp_path, file, "--plan", str(plan))
    tones = patches(tray)[:, 0]
    assert tones == pytest.approx(by_another_engine(SATIN.file)[:, 0], abs=1)


@pytest.mark.parametrize(
    ("arguments", "said"),
    [
        (["--device", "cellar", "--feed", "a4"], "desk, wide, office"),
        (["--device", "desk", "--feed", "b5"], "a4, a3, 13x18"),
        (["--device", "desk", "--feed", "a4", "--set", "scaling=lots"], "10 to 400"),
        (["--device", "desk", "--feed", "a4", "--set", "medium=glass"], "glossy, satin"),
        (["--device", "desk", "--feed", "a4", "--plan", "nowhere.json"], "no such file"),
    ],
)
def test_what_cannot_be_done_is_said_in_a_line(
    tmp_path: Path, capsys: pytest.CaptureFixture[str], arguments: list[str], said: str
) -> None:
    assert press([str(picture(tmp_path)), *arguments]) == 2
    error = capsys.readouterr().err
    assert said in error and "Traceback" not in error and error.count("\n") == 1


def test_a_text_file_is_no_file_for_a_device(tmp_path: Path, capsys: pytest.CaptureFixture[str]) -> None:  # fmt: skip
    path = tmp_path / "notes.tif"
    path.write_text("no picture")
    assert press([str(path), "--device", "desk", "--feed", "a4"]) == 2
    assert "not a picture" in capsys.readouterr().err


def test_a_picture_in_the_tray_is_never_written_over(tmp_path: Path, capsys: pytest.CaptureFixture[str]) -> None:  # fmt: skip
    file, out = picture(tmp_path), tmp_path / "out.png"
    out.write_bytes(b"mine")
    assert press([str(file), "--device", "desk", "--feed", "a4", "-o", str(out)]) == 2
    assert out.read_bytes() == b"mine" and "there already" in capsys.readouterr().err


def test_a_file_of_the_papers_size_by_its_tag_is_turned_though_a_pixel_too_large(tmp_path: Path) -> None:  # fmt: skip
    """A3 across at 720 ppi has 11 906 px, a hundredth of a millimetre more than the paper."""
    image = pyvips.Image.black(11906, 8419, bands=3).cast("uchar") + 255
    image = image.cast("uchar").draw_rect([0, 0, 0], 400, 400, 11106, 7619, fill=True)
    path = tmp_path / "a3.tif"
    image.copy(interpretation="srgb", xres=720 / 25.4, yres=720 / 25.4).tiffsave(str(path), compression="lzw")  # fmt: skip
    said: list[str] = []
    with pytest.MonkeyPatch.context() as patch:
        patch.setattr("builtins.print", lambda text, **_: said.append(text))
        assert press([str(path), "--device", "desk", "--feed", "a3", "--json"]) == 0
        assert press([str(path), "--device", "desk", "--feed", "a3", "--json", "--set", "scaling=fit"]) == 0  # fmt: skip
    as_it_is, fitted = (json.loads(text) for text in said)
    assert as_it_is["differences"] == [] and as_it_is["settings"]["turn"] == 90
    assert fitted["differences"][0]["percent"] == pytest.approx(291 / 297 * 100, abs=0.1)
