"""A proof shows the very pixels that the file will have, in every way, and what each invents."""

from __future__ import annotations

from pathlib import Path
from typing import Any

import numpy as np
import pytest

from tests.pictures import save
from tests.pixels.test_enlarging import image_of, scene
from zollstock.core.documents.plan import changed_plan, parse_plan
from zollstock.core.picture.measures import Measures
from zollstock.core.questions.proofing import GAIN, part_of, printed_px, takes
from zollstock.core.seeing.enlarging import METHODS
from zollstock.core.work.outcome import Work, work_out
from zollstock.pixels.inspect import open_picture
from zollstock.pixels.proof import proof
from zollstock.pixels.render import opened, render
from zollstock.pixels.unpack import unpack
from zollstock.pixels.vips import pyvips

#: As `measured` finds them of a drawn scene, near enough: the noise is told, not measured.
KNOWN = Measures(noise_sigma=2.0)


@pytest.fixture(scope="module")
def picture(tmp_path_factory: pytest.TempPathFactory) -> Path:
    return save(image_of(scene(150, 100)), tmp_path_factory.mktemp("proof") / "scene.png")


def worked(width_mm: float = 150, **more: Any) -> Work:
    """150 × 100 px on 150 × 100 mm and more: 25.4 ppi, to be made at 100."""
    return work_out(
        parse_plan(
            {
                "picture": {"width_px": 150, "height_px": 100},
                "target": {"width": f"{width_mm} mm", "height": f"{width_mm / 1.5} mm"},
                "viewing": {"distance": "1 m"},
                "pixels": {"mode": "fixed", "ppi": 100},
            }
            | more
        )
    )


def tiles_of(
    work: Work, picture: Path, x: float, y: float, side: int = 96
) -> dict[str, np.ndarray]:
    """Each way's pixels by its id."""
    ways, part = takes(work, KNOWN), part_of(printed_px(work), x, y, side, side)
    made = proof(work, ways, part, lambda one: opened(one, open_picture(picture)), KNOWN)
    pixels = made.image.numpy().astype(int)
    return {way.id: pixels[at * part.h : (at + 1) * part.h] for at, way in enumerate(ways)}


PLANS: dict[str, dict[str, Any]] = {
    "enlarged": {},
    "leaning": {"fit": {"angle": 4.5, "zoom": 1.3, "anchor": [0.2, 0.9]}},
    "turned": {"fit": {"turn": 90}},
    "sharpened": {"pixels": {"mode": "fixed", "ppi": 100, "sharpen": {"amount": 1.2, "radius": 0.6}}},
    "with a border": {"edge": {"kind": "border", "left": "1 cm", "top": "2 cm", "right": "1 cm", "bottom": "1 cm"}},
    "kept": {"pixels": {"mode": "keep"}},
    "reduced": {"pixels": {"mode": "fixed", "ppi": 17}},
    "much reduced": {"pixels": {"mode": "fixed", "ppi": 10, "denoise": 0.5}},
}  # fmt: skip


@pytest.mark.parametrize("name", PLANS)
@pytest.mark.parametrize("place", [(0.5, 0.5), (0.9, 0.1)])
def test_the_proof_is_the_files_own_pixels(
    name: str, place: tuple[float, float], picture: Path, tmp_path: Path, monkeypatch
) -> None:
    monkeypatch.setattr("zollstock.pixels.render.measured", lambda path: KNOWN)
    work = worked(**PLANS[name])
    side = min(96, printed_px(work).h)
    shown = tiles_of(work, picture, *place, side=side)
    printed = printed_px(work)
    part = part_of(printed, *place, side, side)
    for way in takes(work, KNOWN):
        out = tmp_path / f"{way.id}.tif"
        render(changed_plan(work.plan, way.changes), picture, out)
        file = pyvips.Image.new_from_file(str(out))
        there = file.crop(printed.x + part.x, printed.y + part.y, part.w, part.h).numpy()
        apart = np.abs(shown[way.id] - there.astype(int))
        # The same arithmetic, begun at another pixel: the last bit of a float may round otherwise. Where noise is
        # taken out of a part alone its reducing begins at another share of a pixel, too.
        alike = 0.25 if name == "much reduced" else 0.002
        assert apart.max() <= 1 and np.mean(apart > 0) < alike, way.id


def test_all_methods_stand_side_by_side_where_something_is_enlarged() -> None:
    ways = takes(worked(), KNOWN)
    assert [way.id for way in ways[:3]] == list(METHODS)
    assert {way.id: way.against for way in ways} == {
        "careful": "cubic", "lanczos": "cubic", "cubic": None, "sharpened": "careful",
    }  # fmt: skip


def test_where_nothing_is_enlarged_there_is_the_plan_and_what_it_could_be_without() -> None:
    pixels = {"mode": "keep", "sharpen": {"amount": 0.5}, "denoise": 0.5}
    ways = takes(worked(pixels=pixels), KNOWN)
    assert [way.label for way in ways] == [
        "As planned", "As planned, not sharpened", "As planned, noise left in",
    ]  # fmt: skip


def test_for_a_screen_no_sharpening_is_proposed() -> None:
    target = {"width": "600 px", "height": "400 px"}
    ways = takes(worked(target=target, pixels={"mode": "keep"}), KNOWN)
    assert [way.id for way in ways] == list(METHODS)


def test_what_a_method_invents_is_its_difference_from_the_smooth_one(picture: Path) -> None:
    work = worked()
    ways, part = takes(work, KNOWN), part_of(printed_px(work), 0.4, 0.5, 120, 80)
    made = proof(work, ways, part, lambda one: opened(one, open_picture(picture)), KNOWN)
    pixels = made.image.numpy().astype(int).reshape(-1, 80, 120, 3)
    number = {way.id: at for at, way in enumerate(ways)}
    for at, (name, told) in enumerate(made.differences.items()):
        against = next(way.against for way in ways if way.id == name)
        apart = pixels[number[name]] - pixels[number[against]]
        assert told.most == np.abs(apart).max() > 0
        assert told.mean == pytest.approx(np.abs(apart).mean(), abs=0.01)
        shown = pixels[len(ways) + at]
        assert np.array_equal(shown, np.clip(apart * GAIN + 128, 0, 255))


def test_sixteen_bits_and_grey_are_shown_in_eight_bits_of_colour(tmp_path: Path) -> None:
    for image in (image_of(scene(150, 100), 16), image_of(scene(150, 100)[:, :, :1])):
        file = save(image, tmp_path / f"{image.bands}.tif")
        work = worked(
            picture={"width_px": 150, "height_px": 100, "channels": image.bands},
            output={"bits": 16, "profile": "picture"},
        )
        assert tiles_of(work, file, 0.5, 0.5)["careful"].shape == (96, 96, 3)


@pytest.mark.parametrize("kind", ["jpg", "png", "tif", "webp"])
def test_an_unpacked_copy_is_the_picture(kind: str, tmp_path: Path) -> None:
    options = {"Q": 90} if kind in ("jpg", "webp") else {}
    master = save(image_of(scene(700, 600)), tmp_path / f"a.{kind}", orientation=6, **options)
    copy = tmp_path / "copy.tif"
    unpack(master, copy)
    before, after = open_picture(master), open_picture(copy)
    assert (before - after).abs().max() == 0
    assert (after.get("orientation"), after.interpretation) == (6, before.interpretation)
