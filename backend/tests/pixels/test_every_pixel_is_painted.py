"""No pixel of the image box is left in the ground's colour: all everyday sizes, edges, orientations."""

from __future__ import annotations

from functools import lru_cache
from pathlib import Path
from tempfile import mkdtemp

import pytest
from hypothesis import given
from hypothesis import strategies as st

from tests.laid import laid
from tests.lengthy import tried
from tests.pictures import save
from tests.plans import border, wrap
from zollstock.core.documents.plan import parse_plan
from zollstock.core.sizes.library import library
from zollstock.core.work.outcome import work_out
from zollstock.pixels.render import composed
from zollstock.pixels.vips import pyvips

#: Sizes that are large enough for the widest of the borders below.
SIZES = [
    size for size in library() if not size.in_pixels and min(size.width.mm, size.height.mm) > 60
]
PICTURES = [(500, 333), (600, 400), (333, 500), (411, 411), (640, 427), (367, 275)]
FILLS = ("picture", "mirror", "soft-mirror", "stretch", "colour")
ANYTHING = [30, 160, 90]  # the picture, all over
GROUND = "#ffffff"

_edges = st.one_of(
    st.just({"kind": "none"}),
    st.sampled_from(["3 mm", "1/8 in", "5 mm", "10 mm"]).map(
        lambda b: {"kind": "bleed", "bleed": b}
    ),
    st.sampled_from(["1 in", "7 mm", "2 cm"]).map(lambda b: border(b) | {"colour": GROUND}),
    st.builds(
        lambda fill, depth, turn: wrap(fill, depth, turn) | {"colour": GROUND},
        st.sampled_from(FILLS),
        st.sampled_from(["2 cm", "3.8 cm", "1 1/2 in"]),
        st.sampled_from(["2 cm", "1.2 cm"]),
    ),
)


@lru_cache
def source(size: tuple[int, int], orientation: int) -> Path:
    plain = pyvips.Image.black(*size, bands=3) + ANYTHING
    image = plain.cast("uchar").copy(interpretation="srgb")
    name = f"{size[0]}x{size[1]}-{orientation}.tif"
    return save(image, Path(mkdtemp()) / name, orientation)


@tried(90)
@given(
    st.sampled_from(SIZES),
    st.sampled_from(PICTURES),
    st.integers(1, 8),
    _edges,
    st.sampled_from([0, 90]),
    st.sampled_from(["0 mm", "3 mm", "10 mm"]),
    st.sampled_from([{"mode": "keep"}, {"mode": "fixed", "ppi": 9.7}]),
)
def test_every_pixel_of_the_image_box_is_painted(
    size, picture, orientation, edge, turn, margin, pixels
) -> None:
    plan = parse_plan({
        "picture": {"width_px": picture[0], "height_px": picture[1], "orientation": orientation},
        "target": {"width": size.width.typed, "height": size.height.typed},
        "fit": {"turn": turn}, "edge": edge, "marks": {"margin": margin}, "pixels": pixels,
    })  # fmt: skip
    work = work_out(plan)
    if min(work.output_w, work.output_h) < 4 or work.output_w * work.output_h > 4_000_000:
        return
    boxes = laid(work)
    image = composed(work, source(picture, orientation)).copy_memory()
    painted = boxes.image if edge.get("fill") in ("picture", "colour", None) else boxes.content
    inside = image.crop(painted.x, painted.y, painted.w, painted.h)
    assert inside.min() == min(ANYTHING) and inside.max() == max(ANYTHING)


@pytest.mark.parametrize("fill", ["stretch", "mirror"])
@pytest.mark.parametrize(
    ("picture", "face", "depth"),
    [
        ((5000, 3333), ("50 cm", "40 cm"), ("2 cm", "2 cm")),
        ((6000, 4000), ("80 cm", "60 cm"), ("3.8 cm", "1.2 cm")),
    ],
)
def test_the_measured_canvases_have_no_white_side(fill, picture, face, depth) -> None:
    plan = parse_plan(
        {
            "picture": {"width_px": picture[0], "height_px": picture[1]},
            "target": {"width": face[0], "height": face[1]},
            "edge": wrap(fill, *depth) | {"colour": GROUND},
        }
    )
    image = composed(work_out(plan), source(picture, 1)).copy_memory()
    assert image.min() == min(ANYTHING) and image.max() == max(ANYTHING)


@pytest.mark.parametrize("edge", [{"kind": "none"}, {"kind": "bleed", "bleed": "3 mm"}])
@pytest.mark.parametrize("margin", ["3 mm", "10 mm"])
def test_a_margin_for_marks_leaves_no_line_inside_the_trim(edge, margin) -> None:
    for width, height in (
        ("50 cm", "40 cm"),
        ("24 in", "16 in"),
        ("13 cm", "18 cm"),
        ("31.3 cm", "20.9 cm"),
    ):
        plan = parse_plan(
            {
                "picture": {"width_px": 500, "height_px": 333},
                "edge": edge,
                "target": {"width": width, "height": height},
                "marks": {"margin": margin},
            }
        )
        work = work_out(plan)
        box = laid(work).content
        image = composed(work, source((500, 333), 1)).copy_memory().crop(box.x, box.y, box.w, box.h)
        assert image.min() == min(ANYTHING) and image.max() == max(ANYTHING)
