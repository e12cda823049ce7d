"""Canvas edge: mirrored columns are their originals, nothing is doubled, nothing jumps at the fold."""

from __future__ import annotations

from pathlib import Path
from typing import Any

import numpy
import pytest

from tests.laid import laid
from tests.pictures import chart, noise, save
from tests.plans import wrap
from zollstock.core.documents.plan import Plan, parse_plan
from zollstock.core.work.outcome import work_out
from zollstock.pixels.render import composed

W, H = 480, 320
FILLS = ("mirror", "soft-mirror", "stretch", "colour")


def plan(edge: dict[str, Any], orientation: int = 1, **changes: Any) -> Plan:
    size = (H, W) if orientation > 4 else (W, H)
    picture = {"width_px": size[0], "height_px": size[1], "orientation": orientation}
    return parse_plan({"picture": picture, "edge": edge,
                       "target": {"width": "240 mm", "height": "160 mm"}} | changes)  # fmt: skip


def parts(wanted: Plan, source: Path) -> tuple[numpy.ndarray, Any]:
    """The file's pixels, and where its image box lies in them."""
    work = work_out(wanted)
    return composed(work, source).numpy().astype(int), laid(work).image


@pytest.mark.parametrize("edge", ["wrap", "bleed"])
def test_a_mirrored_side_is_the_picture_from_the_fold_outwards(tmp_path: Path, edge: str) -> None:
    source = save(noise(W, H), tmp_path / "noise.png")
    bleed = {"kind": "bleed", "bleed": "30 mm", "left": "20 mm", "bottom": "0 mm", "fill": "mirror"}
    file, image = parts(plan(wrap("mirror") if edge == "wrap" else bleed), source)
    inside = file[image.y : image.bottom, image.x : image.right]
    for deep in range(image.x):
        assert (file[image.y : image.bottom, image.x - 1 - deep] == inside[:, deep]).all()
    for deep in range(image.y):
        assert (file[image.y - 1 - deep, image.x : image.right] == inside[deep]).all()
    beyond = file.shape[1] - image.right
    for deep in range(beyond):
        assert (file[image.y : image.bottom, image.right + deep] == inside[:, -1 - deep]).all()
    # The corner is mirrored both ways, as if the paper were folded over twice.
    assert (file[image.y - 1, image.x - 1] == inside[0, 0]).all()


@pytest.mark.parametrize("fill", FILLS)
def test_the_face_is_untouched_and_nothing_jumps_at_the_fold(tmp_path: Path, fill: str) -> None:
    source = save(chart(W, H), tmp_path / "chart.png")
    file, image = parts(plan(wrap(fill)), source)
    plain, _ = parts(plan({"kind": "none"}), source)
    assert (file[image.y : image.bottom, image.x : image.right] == plain).all()
    if fill == "colour":
        return
    # A chart changes by less than a level a pixel: so it does across the fold.
    for across in (
        file[:, image.x] - file[:, image.x - 1],
        file[:, image.right] - file[:, image.right - 1],
        file[image.y] - file[image.y - 1],
        file[image.bottom] - file[image.bottom - 1],
    ):
        inner = (
            across[image.y : image.bottom]
            if len(across) == file.shape[0]
            else across[image.x : image.right]
        )
        assert abs(inner).max() <= 1


def test_how_soft_a_mirror_is_can_be_chosen(tmp_path: Path) -> None:
    source = save(noise(W, H), tmp_path / "noise.png")
    spread = {}
    for softness in (0.0, 0.2, 0.5, 1.0):
        file, image = parts(plan(wrap("soft-mirror") | {"softness": softness}), source)
        spread[softness] = file[image.y : image.bottom, : image.x // 2, 0].std()
    assert spread[0.0] > spread[0.2] > spread[0.5] > spread[1.0]
    mirrored, image = parts(plan(wrap("mirror")), source)
    file, _ = parts(plan(wrap("soft-mirror") | {"softness": 0.0}), source)
    assert (file == mirrored).all()


@pytest.mark.parametrize("fill", FILLS)
def test_sixteen_bits_go_round(tmp_path: Path, fill: str) -> None:
    source = save(chart(W, H, 16), tmp_path / "chart.png")
    output = {"format": "tiff", "bits": 16}
    file, image = parts(plan(wrap(fill), output=output), source)
    side = file[image.y : image.bottom, : image.x]
    assert file.max() > 60_000
    assert fill == "colour" or len(numpy.unique(side[..., 1])) > 256


@pytest.mark.parametrize("fill", ["picture", *FILLS])
def test_a_picture_that_was_held_upright_goes_round_the_same(tmp_path: Path, fill: str) -> None:
    upright = chart(W, H)
    plain = save(upright, tmp_path / "plain.png")
    turned = save(upright.rot("d270"), tmp_path / "turned.png", orientation=6)
    one, _ = parts(plan(wrap(fill)), plain)
    other, _ = parts(plan(wrap(fill), orientation=6), turned)
    assert (one == other).all()


def test_what_a_canvas_gives_is_missing_from_the_file(tmp_path: Path) -> None:
    source = save(chart(W, H), tmp_path / "chart.png")
    edge = wrap("mirror") | {"give": {"x": 0.1, "y": 0.0}}
    file, image = parts(plan(edge, pixels={"mode": "fixed", "ppi": 101.6}), source)
    assert image.w == round(240 / 1.1 * 4) and image.h == 640
    assert file.shape[:2] == (640 + 2 * 200, round(340 / 1.1 * 4))
