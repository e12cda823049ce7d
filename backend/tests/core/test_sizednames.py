"""File names say what is in the file, so that nobody scales it to the size in its name."""

from __future__ import annotations

import pytest

from tests.plans import border, plan
from zollstock.core.handouts.sizednames import size_in_name
from zollstock.core.work.outcome import work_out

WRAP = {"kind": "wrap", "depth": "3.8 cm", "turn": "1.2 cm", "fill": "mirror"}
BLEED = {"kind": "bleed", "bleed": "3 mm"}
MARKED = {"margin": "10 mm", "crop": True}


@pytest.mark.parametrize(
    ("changes", "name"),
    [
        ({}, "24x16in"),
        ({"edge": border("2 in")}, "24x16in"),
        (
            {"target": {"width": "50 cm", "height": "40 cm"}, "edge": WRAP},
            "face-50x40cm_file-60x50cm",
        ),
        (
            {"target": {"width": "50 cm", "height": "40 cm"}, "edge": WRAP, "marks": MARKED},
            "face-50x40cm_file-62x52cm",
        ),
        (
            {"target": {"width": "210 mm", "height": "148 mm"}, "edge": BLEED},
            "trim-210x148mm_file-216x154mm",
        ),
        (
            {"target": {"width": "30 cm", "height": "20 cm"}, "marks": MARKED},
            "trim-30x20cm_file-32x22cm",
        ),
        ({"target": {"width": "1920 px", "height": "1080 px"}}, "1920x1080px"),
    ],
)
def test_a_name_says_the_whole_file_and_the_finished_print_in_it(
    changes: dict[str, object], name: str
) -> None:
    made = plan(**changes)
    assert size_in_name(made, work_out(made)) == name
