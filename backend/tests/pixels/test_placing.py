"""Where things lie in a delivered file, to a fiftieth of a pixel, at every size."""

from __future__ import annotations

import statistics
from math import floor
from pathlib import Path

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from tests.laid import laid
from tests.lengthy import LONG
from tests.pictures import save
from tests.pixels.dots import dots, found, places
from tests.plans import border
from zollstock.core.documents.plan import Plan, parse_plan
from zollstock.core.ground.rational import Fraction
from zollstock.core.reckon import reckon
from zollstock.core.sheet.grid import PixelBox
from zollstock.core.sheet.sheets import Sampling
from zollstock.core.work.outcome import work_out
from zollstock.pixels.render import composed
from zollstock.pixels.resample import _reduced, window
from zollstock.pixels.vips import pyvips

W, H, PITCH = 960, 640, 80


@pytest.fixture(scope="module")
def field(tmp_path_factory) -> Path:
    return save(dots(W, H, PITCH, 6.0), tmp_path_factory.mktemp("dots") / "dots.png")


def plan(width: str, height: str, **changes) -> Plan:
    return parse_plan({"picture": {"width_px": W, "height_px": H}, "output": {"bits": 16},
                       "target": {"width": width, "height": height}} | changes)  # fmt: skip


def strays(wanted: Plan, source: Path) -> list[tuple[float, float]]:
    """How far each dot lies from where the reckoning puts it, px of the file."""
    figures = {figure.id: figure.value for figure in reckon(wanted).figures}
    work = work_out(wanted)
    printed, ppi = work.placement.printed, figures["output_ppi"]
    values = composed(work, source)[0].numpy().astype(float)
    scale = ppi / figures["effective_ppi"]
    reach = 32 * scale
    away = []
    for x, y in places(W, H, PITCH):
        at = (
            float(printed.x) / 25.4 * ppi + (x - figures["crop_x"]) * scale,
            float(printed.y) / 25.4 * ppi + (y - figures["crop_y"]) * scale,
        )
        box = laid(work).printed
        inside = (
            box.x + reach + 2 < at[0] < box.right - reach - 2
            and box.y + reach + 2 < at[1] < box.bottom - reach - 2
        )
        if inside:
            seen = found(values, at, reach)
            away.append((seen[0] - at[0], seen[1] - at[1]))
    assert away, "no dot lies inside"
    return away


_SHORT = [(720, "cubic"), (333, "careful"), (250, "lanczos"), (161, "cubic"), (151, "careful"),
          (77.3, "cubic"), (30, "cubic")]  # fmt: skip
_REST = [(720, "careful"), (480, "careful"), (480, "lanczos"), (333, "cubic"), (192, "careful"),
         (121, "cubic"), (96, "cubic"), (60, "cubic"), (48, "cubic"), (37.7, "cubic")]  # fmt: skip


@pytest.mark.parametrize(("ppi", "method"), _SHORT + (_REST if LONG else []))
def test_a_grid_comes_back_in_place_at_every_factor(field: Path, ppi: float, method: str) -> None:
    """160 ppi are there: from six times as large to less than a fifth."""
    pixels = {"mode": "fixed", "ppi": ppi, "method": method}
    away = strays(plan("6 in", "4 in", pixels=pixels), field)
    for axis in (0, 1):
        assert abs(statistics.mean(place[axis] for place in away)) < 0.02
        assert max(abs(place[axis]) for place in away) < 0.05


@pytest.mark.parametrize("lean", [0, 5])
@pytest.mark.parametrize("method", ["cubic", "lanczos", "careful"])
@pytest.mark.parametrize("factor", [11, 32])
def test_a_great_enlargement_is_in_place_too(
    tmp_path: Path, factor: int, method: str, lean: float
) -> None:
    """To a tenth of a px of the file. libvips' own bicubic would be off by a quarter of one, and by half."""
    wide, high = 144, 96
    source = save(dots(wide, high, 24, 3.0), tmp_path / "dots.png")
    wanted = parse_plan(
        {
            "picture": {"width_px": wide, "height_px": high},
            "target": {"width": "36 in", "height": "24 in"},
            "fit": {"angle": lean, "zoom": 1.0 if lean else 1.1},
            "pixels": {"mode": "fixed", "ppi": 4 * factor, "method": method},
            "output": {"bits": 16},
        }
    )
    work = work_out(wanted)
    image = composed(work, source)[0].numpy().astype(float)
    scale, by, crop = float(work.scale), work.placement.lean, work.placement.crop
    away = []
    for x, y in places(wide, high, 24):
        dx, dy = x - wide / 2, y - high / 2
        at = (
            (dx * float(by.cos) - dy * float(by.sin) + wide / 2 - float(crop.x)) * scale,
            (dx * float(by.sin) + dy * float(by.cos) + high / 2 - float(crop.y)) * scale,
        )
        reach = 9 * scale
        if reach < at[0] < image.shape[1] - reach and reach < at[1] < image.shape[0] - reach:
            seen = found(image, at, reach)
            away.append((seen[0] - at[0], seen[1] - at[1]))
    assert away
    assert max(abs(along) for place in away for along in place) < 0.1


@given(
    begin=st.fractions(-50, 5000, max_denominator=997),
    count=st.integers(1, 4000),
    step=st.fractions(Fraction(501, 500), 64, max_denominator=997),
)
def test_what_is_reduced_begins_where_it_should(
    begin: Fraction, count: int, step: Fraction
) -> None:
    """libvips makes round(length ÷ step) px about the middle of what it is given."""
    found = window(begin, count, step)
    many = floor(found.length / step + Fraction(1, 2))
    assert many >= count + 6
    first = found.begin + found.shift + (found.length - many * step) / 2
    assert first == begin - 3 * step
    assert abs(found.shift) <= Fraction(1, 2)


@pytest.mark.parametrize("begin", [Fraction(0), Fraction(3, 10), Fraction(11, 16)])
@pytest.mark.parametrize("step", [Fraction(23, 20), Fraction(173, 100), Fraction(61, 8)])
def test_a_reduced_slope_lies_where_it_lay(begin: Fraction, step: Fraction) -> None:
    """In light, where reducing works: every px has the light of its own middle."""
    wide = 400
    across, down = (pyvips.Image.xyz(wide, wide)[axis].cast("float") + 0.5 for axis in (0, 1))
    count = floor((wide - 80) / step) - 4
    at = Sampling(begin + 40, 2 * begin + 40, step, copies=False)
    for slope, start in ((across, at.x), (down, at.y)):
        small = _reduced(slope, at, PixelBox(0, 0, count, count)).numpy()
        middle = small[count // 2] if slope is across else small[:, count // 2]
        wanted = float(start) + (np.arange(count) + 0.5) * float(step)
        assert np.abs(middle - wanted).max() < 0.04


@pytest.mark.parametrize(
    "changes",
    [
        {"fit": {"zoom": 3.37, "anchor": [0.313, 0.771]}},
        {"fit": {"zoom": 1.01, "anchor": [0.9, 0.1]}},
        {"edge": border("7 mm", "11 mm", "13 mm", "17 mm")},
        {"fit": {"mode": "contain"}, "edge": border("7 mm", "11 mm", "13 mm", "17 mm")},
        {"edge": {"kind": "bleed", "bleed": "3 mm"}},
        {"marks": {"margin": "3.3 mm"}, "fit": {"zoom": 2.03, "anchor": [0.2, 0.5]}},
    ],
)
@pytest.mark.parametrize("ppi", [733, 301, 97] if LONG else [301])
def test_the_exact_crop_is_resampled_not_a_rounded_one(
    field: Path, changes: dict, ppi: float
) -> None:
    away = strays(plan("151 mm", "83 mm", pixels={"mode": "fixed", "ppi": ppi}, **changes), field)
    for axis in (0, 1):
        assert max(abs(place[axis]) for place in away) < 0.05


def test_a_narrow_print_is_not_stretched(tmp_path: Path) -> None:
    """A strip of 11.52 px of the picture: rounded to 12 it would be squeezed by 4 %."""
    rows = (pyvips.Image.xyz(W, H)[1] * 100).cast("ushort")
    source = save(rows.bandjoin([rows, rows]).copy(interpretation="rgb16"), tmp_path / "rows.tif")
    wanted = plan("2000 mm", "24 mm", pixels={"mode": "fixed", "ppi": 150})
    figures = {figure.id: figure.value for figure in reckon(wanted).figures}
    assert figures["crop_height"] == pytest.approx(11.52)
    image = composed(work_out(wanted), source).copy_memory()
    values = [image(image.width // 2, row)[1] for row in range(10, image.height - 10)]
    rise = (values[-1] - values[0]) / (len(values) - 1)
    assert rise == pytest.approx(100 * figures["effective_ppi"] / 150, rel=3e-3)
    middle = (values[0] + values[-1]) / 2
    assert middle == pytest.approx(100 * (figures["crop_y"] + 11.52 / 2 - 0.5), abs=2)


@pytest.mark.parametrize("ppi", [413, 161, 52])
def test_a_straightened_picture_is_interpolated_once_and_in_place(field: Path, ppi: float) -> None:
    """The middle of the picture stays the middle of the print, whatever the angle."""
    source = field
    wanted = plan("6 in", "4 in", fit={"angle": 7.0}, pixels={"mode": "fixed", "ppi": ppi})
    work = work_out(wanted)
    values = composed(work, source)[0].numpy().astype(float)
    by, crop, scale = work.placement.lean, work.placement.crop, float(work.scale)
    away = []
    for x, y in places(W, H, PITCH):
        dx, dy = x - W / 2, y - H / 2
        at = (
            (dx * float(by.cos) - dy * float(by.sin) + W / 2 - float(crop.x)) * scale,
            (dx * float(by.sin) + dy * float(by.cos) + H / 2 - float(crop.y)) * scale,
        )
        if all(
            34 * scale < p < most - 34 * scale
            for p, most in zip(at, reversed(values.shape), strict=True)
        ):
            seen = found(values, at, 30 * scale)
            away.append((seen[0] - at[0], seen[1] - at[1]))
    assert len(away) > 20
    for axis in (0, 1):
        assert abs(statistics.mean(place[axis] for place in away)) < 0.02
        assert max(abs(place[axis]) for place in away) < 0.05


def test_a_reduction_hardly_aliases(tmp_path: Path) -> None:
    """Rings finer than the file's pixels become an even grey, not new rings."""
    side = 1200
    at = pyvips.Image.xyz(side, side) - side / 2
    radius2 = at[0] * at[0] + at[1] * at[1]
    # The rings reach the picture's own finest step (half a cycle a px) at the rim.
    rings = (radius2 * (180 / side)).cos() * 20 + 128  # libvips counts angles in degrees
    source = save(
        rings.bandjoin([rings, rings]).rint().cast("uchar").copy(interpretation="srgb"),
        tmp_path / "rings.png",
    )
    wanted = parse_plan(
        {
            "picture": {"width_px": side, "height_px": side},
            "target": {"width": "10 in", "height": "10 in"},
            "pixels": {"mode": "fixed", "ppi": 30},
        }
    )
    small = composed(work_out(wanted), source).copy_memory()
    # At a quarter of the size everything beyond a quarter of the radius is too fine to be shown.
    at = pyvips.Image.xyz(300, 300) - 149.5
    radius = (at[0] * at[0] + at[1] * at[1]) ** 0.5
    fine = ((radius > 60) & (radius < 140)).ifthenelse(1, 0)
    grey = small[1].cast("float")
    mean = (grey * fine).avg() / fine.avg()
    spread = (((grey - mean) ** 2 * fine).avg() / fine.avg()) ** 0.5
    assert spread < 0.45  # rounding to 8 bits alone makes 0.29; two-step reduction made 1.2


def test_fine_patterns_keep_their_lightness(tmp_path: Path) -> None:
    """Black and white rows of a pixel send out half the light: 188 in sRGB, not the 128 of averages."""
    row = (pyvips.Image.xyz(400, 400)[1] % 2) * 255
    source = save(
        row.bandjoin([row, row]).cast("uchar").copy(interpretation="srgb"), tmp_path / "rows.png"
    )
    for bits in (8, 16):
        wanted = parse_plan(
            {
                "picture": {"width_px": 400, "height_px": 400},
                "target": {"width": "4 in", "height": "4 in"},
                "output": {"bits": bits},
                "pixels": {"mode": "fixed", "ppi": 25},
            }
        )
        small = composed(work_out(wanted), source)
        middle = small.crop(20, 20, 60, 60)
        assert middle.avg() / (257 if bits == 16 else 1) == pytest.approx(188, abs=1)
