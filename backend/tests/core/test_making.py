"""What making a file takes, by what has to be done on the way, and by what was learned."""

from __future__ import annotations

from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from zollstock.core.documents.plan import parse_plan
from zollstock.core.studio.pace import Pace
from zollstock.core.work.making import cost_text, costs, is_streamed, seconds, together
from zollstock.core.work.outcome import Work, work_out


def worked(width: float = 60, **plan: Any) -> Work:
    """24 megapixels on 60 × 40 cm and more, 254 ppi."""
    return work_out(
        parse_plan(
            {
                "picture": {"width_px": 6000, "height_px": 4000},
                "target": {"width": f"{width} cm", "height": f"{width / 1.5} cm"},
            }
            | plan
        )
    )


def at(ppi: float, **more: Any) -> dict[str, Any]:
    return {"pixels": {"mode": "fixed", "ppi": ppi} | more}


def test_kept_pixels_are_only_written() -> None:
    work = worked()
    parts = costs(work)
    assert (parts.measuring, parts.denoising) == (0, 0)
    # 24 megapixels read at 0.02 s each; written with LZW at 0.08 s.
    assert parts.making == pytest.approx(0.48)
    assert parts.writing == pytest.approx(1.92)
    assert is_streamed(work)
    assert together(work) == pytest.approx(0.5 + 1.92 + parts.hashing)


def test_careful_goes_by_whole_factors_and_the_rest_is_interpolated() -> None:
    """2.36 × goes over 3 ×: 216 megapixels by the filters at 0.044 s, then 134 interpolated at 0.037 s."""
    parts = costs(worked(**at(600)))
    scale = 600 / 254
    assert parts.making == pytest.approx(0.48 + 216 * 0.044 + 24 * scale**2 * 0.037)
    assert parts.measuring > 0


@pytest.mark.parametrize(
    ("cheaper", "dearer"),
    [
        (at(508, method="lanczos"), at(508, method="careful")),
        (at(508), at(508, denoise=0.5)),
        (at(300), at(400)),
        (at(120), at(508)),
        (at(508) | {"output": {"format": "jpeg"}}, at(508) | {"output": {"format": "png"}}),
        (at(508), at(508) | {"output": {"bits": 16}}),
    ],
)
def test_what_is_more_work_takes_longer(cheaper: dict[str, Any], dearer: dict[str, Any]) -> None:
    assert together(worked(**cheaper)) < together(worked(**dearer))


def test_the_text_says_what_it_is_shared_with() -> None:
    work = worked(**at(508))
    assert cost_text(work, Pace()).endswith(" s, 220 MB of memory")
    assert " s beside 2 more, 220 MB" in cost_text(work, Pace(others=2))


@given(
    ppi=st.floats(20, 1500),
    method=st.sampled_from(["careful", "lanczos", "cubic"]),
    slower=st.floats(0.2, 8),
    others=st.integers(0, 5),
)
def test_the_pace_scales_what_was_measured(
    ppi: float, method: str, slower: float, others: int
) -> None:
    work = worked(**at(ppi, method=method))
    everywhere = dict.fromkeys(("careful", "lanczos", "cubic"), slower)
    wanted = together(work) * slower * (1 + others)
    assert seconds(work, Pace(everywhere, others)) == pytest.approx(wanted)
    assert seconds(work, Pace(others=others)) == pytest.approx(together(work) * (1 + others))
