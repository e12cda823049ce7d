"""Patches measured in the made files: nothing finer than their step, the rest as it was, in its place, as light."""

from __future__ import annotations

import subprocess
from pathlib import Path
from typing import Any

import numpy as np
import pytest
import pyvips
from hypothesis import given
from hypothesis import strategies as st
from numpy.typing import NDArray

from tests.pictures import noise, save
from zollstock.core.ground.rational import Fraction
from zollstock.core.ground.refusal import Refusal
from zollstock.core.layouts import parse_layout, reckon_layout
from zollstock.core.layouts.strip.eyes import on_grid, open_boxes
from zollstock.core.layouts.strip.onscreen import on_screen
from zollstock.core.layouts.strip.request import StripRequest
from zollstock.core.rules.pixelcount import length_px
from zollstock.pixels.layouts import render_layout
from zollstock.pixels.onscreen import eyes_picture, screen_patches

Floats = NDArray[np.float64]
GRID = 360
STEPS = [60, 90, 120, 180]


def strip(picture: tuple[int, int], **changes: Any) -> dict[str, Any]:
    """A picture at 240 ppi, its patches on a grid of 360."""
    width, height = picture
    plan = {"format": "zollstock.plan/1", "title": "Noise", "picture": {"width_px": width, "height_px": height},
            "target": {"width": f"{width / 240} in", "height": f"{height / 240} in"},
            "output": {"format": "tiff"}}  # fmt: skip
    return {"format": "zollstock.layout/1", "kind": "strip", "title": "Strip", "plans": [plan], "device_ppi": GRID,
            "patch": {"width": "50 mm", "height": "50 mm"}, "copies": 1, "distance": "60 cm",
            "ladder": {"by": "ppi", "steps": STEPS}} | changes  # fmt: skip


def light(values: NDArray[Any]) -> Floats:
    """sRGB to linear light."""
    encoded = values.astype(float) / 255
    return np.where(encoded <= 0.04045, encoded / 12.92, ((encoded + 0.055) / 1.055) ** 2.4)


def patches(document: dict[str, Any], picture: Path, out: Path) -> dict[str, list[NDArray[Any]]]:
    """The patches of the first copy by what the key says they are, cut from the raster that was made."""
    layout = parse_layout(document)
    made = reckon_layout(layout)
    render_layout(layout, [picture], out)
    raster = pyvips.Image.new_from_file(str(next(iter(sorted(out.iterdir()))))).numpy()
    key = {one.id.split("_")[2]: one.text for one in made.figures if one.id.startswith("key_1_")}
    found: dict[str, list[NDArray[Any]]] = {}
    for piece in made.sheets[0].pieces:
        x, y, w, h = piece.pixels
        found.setdefault(key[piece.name], []).append(raster[y : y + h, x : x + w])
    return found


def as_in_nature(width: int, height: int) -> pyvips.Image:
    """Detail of every size, the finer the fainter, as photographs have it."""
    random = np.random.default_rng(5)
    down, across = np.fft.fftfreq(height)[:, None], np.fft.rfftfreq(width)[None, :]
    far = np.hypot(down, across)
    far[0, 0] = 1
    waves = (random.normal(size=far.shape) + 1j * random.normal(size=far.shape)) / far
    plane = np.fft.irfft2(waves, (height, width))
    plane = np.clip(128 + 45 * plane / plane.std(), 20, 235).astype(np.uint8)
    return pyvips.Image.new_from_array(np.dstack([plane] * 3)).copy(interpretation="srgb")


@pytest.fixture(scope="module")
def made(tmp_path_factory: pytest.TempPathFactory) -> dict[str, list[NDArray[Any]]]:
    folder = tmp_path_factory.mktemp("strip")
    picture = save(as_in_nature(1200, 900), folder / "picture.png")
    return patches(strip((1200, 900)), picture, folder / "out")


def spectrum(patch: NDArray[Any]) -> tuple[Floats, Floats]:
    """Power by the frequency along a row, in cycles a pixel, of what changes slowly down the columns; windowed, so that
    the rim of the cut adds nothing."""
    values = light(patch[..., 1])
    window = np.hanning(values.shape[0])[:, None] * np.hanning(values.shape[1])[None, :]
    power = np.abs(np.fft.rfft2((values - values.mean()) * window)) ** 2
    slow = np.abs(np.fft.fftfreq(values.shape[0])) < 0.02
    return np.fft.rfftfreq(values.shape[1]), power[slow].mean(axis=0)


def test_nothing_finer_than_its_step_is_left(made: dict[str, list[NDArray[Any]]]) -> None:
    """Under −40 dB of all there is beyond 1.1 of its Nyquist frequency, after rounding to 8 bits."""
    for step in STEPS[:-1]:
        at, power = spectrum(made[f"{step} ppi"][0])
        beyond = power[at > 1.1 * step / GRID / 2].sum()
        assert 10 * np.log10(beyond / power.sum()) < -40, step
        _, finest = spectrum(made["180 ppi"][0])
        was = finest[at > 1.1 * step / GRID / 2].sum() / finest.sum()
        assert beyond / power.sum() < was / 30, "there was something to be taken out"


def test_what_it_can_show_is_as_it_was(made: dict[str, list[NDArray[Any]]]) -> None:
    """Within half a decibel of the finest patch at 0.3 to 0.4 of its sampling rate."""
    _, finest = spectrum(made["180 ppi"][0])
    for step in STEPS[:-1]:
        at, power = spectrum(made[f"{step} ppi"][0])
        here = (at > 0.3 * step / GRID) & (at < 0.4 * step / GRID)
        assert abs(10 * np.log10(power[here].sum() / finest[here].sum())) < 0.5, step


def test_nothing_is_moved_and_the_light_is_the_same(made: dict[str, list[NDArray[Any]]]) -> None:
    """By less than 0.02 px; the mean within a thousandth of the range."""
    finest = light(made["180 ppi"][0][..., 1])
    for step in STEPS[:-1]:
        patch = light(made[f"{step} ppi"][0][..., 1])
        assert abs(patch.mean() - finest.mean()) < 0.001, step
        crossed = np.fft.rfft(patch - patch.mean(), axis=1) * np.conj(np.fft.rfft(finest - finest.mean(), axis=1))  # fmt: skip
        summed = crossed.sum(axis=0)
        low = slice(3, int(0.35 * step / GRID * patch.shape[1]))
        at = np.fft.rfftfreq(patch.shape[1])[low]
        slope = np.sum(np.angle(summed[low]) * at * np.abs(summed[low])) / np.sum(
            at**2 * np.abs(summed[low])
        )
        assert abs(slope / (2 * np.pi)) < 0.02, step


def test_patches_that_are_alike_are_alike_to_the_last_pixel(
    made: dict[str, list[NDArray[Any]]],
) -> None:
    twice = [found for found in made.values() if len(found) == 2]
    assert len(twice) == 2 and all(np.array_equal(one, other) for one, other in twice)
    assert not np.array_equal(made["60 ppi"][0], made["90 ppi"][0])


def test_nothing_is_cut_at_black_or_white(tmp_path: Path) -> None:
    """An edge from black to white overshoots: its contrast is made less, for all steps alike."""
    bars = np.zeros((900, 1200, 3), np.uint8)
    bars[:, (np.arange(1200) // 97) % 2 == 0] = 255
    picture = save(
        pyvips.Image.new_from_array(bars).copy(interpretation="srgb"), tmp_path / "bars.png"
    )
    found = patches(strip((1200, 900)), picture, tmp_path / "out")
    for step in STEPS:
        patch = found[f"{step} ppi"][0]
        assert patch.min() > 0 and patch.max() < 255
    bright = [light(found[f"{step} ppi"][0]) for step in STEPS]
    plain = [float(np.median(one[one > 0.5])) for one in bright]
    assert max(plain) - min(plain) < 0.02, "all steps have the same contrast"


def test_a_pdf_has_the_same_patches_and_nothing_that_tells_them_apart(tmp_path: Path) -> None:
    picture = save(noise(1200, 900, 5), tmp_path / "noise.png")
    document = strip((1200, 900))
    document["plans"][0]["output"] = {"format": "pdf"}
    layout, out = parse_layout(document), tmp_path / "strip.pdf"
    render_layout(layout, [picture], out)
    images = subprocess.run(
        ["pdfimages", "-list", str(out)], capture_output=True, text=True, check=True
    ).stdout
    rows = images.splitlines()[2:]
    assert len(rows) == 1, "one picture a page: no patch has a size of its own"
    words = subprocess.run(
        ["pdftotext", str(out), "-"], capture_output=True, text=True, check=True
    ).stdout
    assert "ppi" not in words and "Copy 1" in words and "100 mm" in words
    info = subprocess.run(["pdfinfo", str(out)], capture_output=True, text=True, check=True).stdout
    assert not any(
        str(step) in info.split("Page size")[0].split("CreationDate")[0] for step in STEPS
    )


def test_exposures_double_the_light_with_every_stop(tmp_path: Path) -> None:
    picture = save(
        (noise(1200, 900, 5) * 0 + 100).cast("uchar").copy(interpretation="srgb"),
        tmp_path / "grey.png",
    )
    ladder = {"by": "exposure", "steps": [-3, 0, 1]}
    found = patches(strip((1200, 900), ladder=ladder), picture, tmp_path / "out")
    base = light(found["0 stops"][0]).mean()
    assert light(found["−1 stop"][0]).mean() == pytest.approx(base / 2, rel=0.02)
    assert light(found["+1/3 stop"][0]).mean() == pytest.approx(base * 2 ** (1 / 3), rel=0.02)


def test_ways_of_enlarging_go_the_way_of_a_print(tmp_path: Path) -> None:
    picture = save(noise(1200, 900, 5), tmp_path / "noise.png")
    ladder = {"by": "method", "steps": ["careful", "lanczos", "cubic"]}
    found = patches(strip((1200, 900), ladder=ladder), picture, tmp_path / "out")
    assert {name for name, twice in found.items() if len(twice) == 2} == {"Careful", "Smooth"}
    assert not np.array_equal(found["Careful"][0], found["Smooth"][0])


def test_patches_for_a_screen_hold_what_those_on_paper_hold(tmp_path: Path) -> None:
    picture = save(noise(2400, 1200, 5), tmp_path / "a.png")
    strip_on_paper = parse_layout(strip((2400, 1200)))
    assert isinstance(strip_on_paper, StripRequest)
    on = on_screen(strip_on_paper, 180, 110.0)
    assert (on.times, on.distance, on.strip.device_ppi) == (2, "120 cm", 220)
    made = {step: patch.numpy() for step, patch in screen_patches(on.strip, 0, picture, [60, 120, 180])}  # fmt: skip
    sizes = {values.shape for values in made.values()}
    assert sizes == {(433, 433, 3)}, "5 cm at 220 px an inch, all alike"
    for step, values in made.items():
        seen = light(values).mean(axis=2)
        power = np.abs(np.fft.fft2((seen - seen.mean()) * np.outer(*[np.hanning(433)] * 2))) ** 2
        across = np.abs(np.fft.fftfreq(433)) * 220
        finer = np.maximum(across[:, None], across[None, :]) > 1.15 * step / 2
        below = 10 * np.log10(power[finer].mean() / power[~finer].mean()) if finer.any() else -99.0
        assert below < -30, f"nothing finer than {step} ppi: {below:.1f} dB"
    assert len({pngs(values) for values in made.values()}) == 1, "no file is longer than another"


def pngs(values: NDArray[Any]) -> int:
    return len(pyvips.Image.new_from_array(values).copy(interpretation="srgb").pngsave_buffer(compression=0))  # fmt: skip


def test_the_row_of_boxes_on_a_screen_is_open_where_it_says() -> None:
    row = on_grid(open_boxes(Fraction(600), 770, Fraction(8), 1884, 3), 770)
    values = eyes_picture(row, 770).numpy()
    dark = values < 128
    columns = np.flatnonzero(dark.any(axis=0))
    groups = np.split(columns, np.flatnonzero(np.diff(columns) > 1) + 1)
    found = []
    for group in groups:
        box = dark[:, group[0] : group[-1] + 1]
        box = box[np.flatnonzero(box.any(axis=1))]
        middle = {"left": box[box.shape[0] // 2, 0], "right": box[box.shape[0] // 2, -1],
                  "up": box[0, box.shape[1] // 2], "down": box[-1, box.shape[1] // 2]}  # fmt: skip
        found.append([side for side, ink in middle.items() if not ink])
    # A box that is open at the side of a gap of its own is one group all the same: its corners are whole.
    assert found == [[one.open] for one in row]
    assert len(row) >= 4


@given(dots=st.floats(20, 1200), reference=st.integers(60, 1440))
def test_a_screen_shows_the_finest_patch_or_says_why_not(dots: float, reference: int) -> None:
    held = parse_layout(strip((2400, 1200), ladder={"by": "ppi", "steps": [50, reference]}))
    assert isinstance(held, StripRequest)
    try:
        on = on_screen(held, reference, dots)
    except Refusal as told:
        assert "from" in str(told) and reference / dots > 12
        return
    assert on.strip.device_ppi >= reference * 0.99
    assert on.times == 1 or dots * (on.times - 1) < reference, "no farther off than is needed"
    assert length_px(on.strip.patch.width.mm, Fraction(on.strip.device_ppi)) <= 640.01
