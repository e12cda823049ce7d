"""Straightened files, measured: every pixel comes from where trigonometry says; screen sizes too."""

from __future__ import annotations

import math
from pathlib import Path

import pytest

from tests.pictures import chart, save
from tests.pixels.measure import exif
from tests.plans import border
from zollstock.core.documents.plan import parse_plan
from zollstock.core.work.outcome import work_out
from zollstock.pixels.render import render
from zollstock.pixels.vips import pyvips

W, H = 900, 600


def source_of(x: float, y: float, work) -> tuple[float, float]:
    """Where in the picture the centre of pixel (x, y) of the printed part comes from."""
    crop, angle = work.placement.crop, math.radians(work.plan.fit.angle)
    fx, fy = float(crop.x) + x + 0.5 - W / 2, float(crop.y) + y + 0.5 - H / 2
    return (
        fx * math.cos(angle) + fy * math.sin(angle) + W / 2,
        fy * math.cos(angle) - fx * math.sin(angle) + H / 2,
    )


@pytest.mark.parametrize("angle", [0.1, -2.5, 7.0, 15.0, -15.0])
@pytest.mark.parametrize("fit", [{}, {"zoom": 1.7, "anchor": [0.0, 1.0]}, {"mode": "contain"}])
@pytest.mark.parametrize("edge", [{"kind": "none"}, border("1/2 in")])
def test_pixels_come_from_where_they_should(
    tmp_path: Path, angle: float, fit: dict, edge: dict
) -> None:
    plan = parse_plan({"picture": {"width_px": W, "height_px": H}, "edge": edge,
                       "target": {"width": "5 in", "height": "4 in"},
                       "fit": {"angle": angle} | fit, "output": {"format": "png"}})  # fmt: skip
    work = work_out(plan)
    out = tmp_path / "out.png"
    render(plan, save(chart(W, H), tmp_path / "source.png"), out)
    image = pyvips.Image.new_from_file(str(out))
    assert (image.width, image.height) == (work.output_w, work.output_h)
    printed, ppi = work.placement.printed, float(work.output_ppi)
    left, top = float(printed.x) / 25.4 * ppi, float(printed.y) / 25.4 * ppi
    w, h = float(work.placement.crop.w), float(work.placement.crop.h)
    for share_x in (0.02, 0.3, 0.5, 0.98):
        for share_y in (0.02, 0.5, 0.98):
            x, y = int(w * share_x), int(h * share_y)
            red, green, blue = image(round(left) + x, round(top) + y)
            from_x, from_y = source_of(x, y, work)
            # One level of red is 3.5 px, one of green 2.3 px: within a pixel and rounding.
            assert red == pytest.approx((from_x - 0.5) * 255 / (W - 1), abs=1.4)
            assert green == pytest.approx((from_y - 0.5) * 255 / (H - 1), abs=1.6)
            assert blue == 90


def test_no_corner_of_a_straightened_file_is_empty(tmp_path: Path) -> None:
    """A white picture on a black border: every pixel of the image box is white."""
    white = (chart(W, H) * 0 + 255).cast("uchar").copy(interpretation="srgb")
    plan = parse_plan({"picture": {"width_px": W, "height_px": H}, "fit": {"angle": 11.0},
                       "target": {"width": "5 in", "height": "4 in"}, "output": {"format": "png"},
                       "edge": border("1/2 in") | {"colour": "#000000"}})  # fmt: skip
    out = tmp_path / "out.png"
    render(plan, save(white, tmp_path / "white.png"), out)
    image, image_box = pyvips.Image.new_from_file(str(out)), work_out(plan)
    ppi = float(image_box.output_ppi)
    edge = round(ppi / 2) + 1
    inner = image.crop(edge, edge, image.width - 2 * edge, image.height - 2 * edge)
    assert inner.min() == 255


@pytest.mark.parametrize("ppi", [None, 72.0, 300.0])
def test_a_screen_size_has_exactly_its_pixels_and_only_the_tag_differs(
    tmp_path: Path, ppi: float | None
) -> None:
    target = {"width": "640 px", "height": "361 px"} | ({"ppi": ppi} if ppi else {})
    plan = parse_plan(
        {"picture": {"width_px": W, "height_px": H}, "target": target, "output": {"format": "jpeg"}}
    )
    out = tmp_path / "out.jpg"
    render(plan, save(chart(W, H), tmp_path / "source.png"), out)
    said = exif(out)
    assert (said["ImageWidth"], said["ImageHeight"]) == (640, 361)
    assert said["XResolution"] == pytest.approx(ppi or 96, abs=0.5)
    tagged = pyvips.Image.new_from_file(str(out))
    plain = tmp_path / "plain.jpg"
    render(plan.model_copy(update={"target": parse_plan(
        {"picture": {"width_px": W, "height_px": H}, "target": {"width": "640 px", "height": "361 px"}}
    ).target}), tmp_path / "source.png", plain)  # fmt: skip
    assert (tagged - pyvips.Image.new_from_file(str(plain))).abs().max() == 0
