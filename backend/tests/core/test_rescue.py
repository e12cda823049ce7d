"""The rescue's document and arithmetic: read, refused, worked out, worded."""

from __future__ import annotations

from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from zollstock.core.picture.measures import Measures
from zollstock.core.rescue.chain import RescueError, parse_rescue, rescue_document
from zollstock.core.rescue.lengths import parse_span
from zollstock.core.rescue.lettered import Lettered, RescueFound
from zollstock.core.rescue.letteringreport import trusted_px
from zollstock.core.rescue.report import report, text_report
from zollstock.core.rescue.steps import ORDER
from zollstock.core.rescue.worked import MOST_RESULT_PX, work_out_rescue

PICTURE = {"width_px": 1200, "height_px": 800}
JPEG = Measures(jpeg_quality=34, blocking=0.2, noise_sigma=3.0, true_detail=(400_000, 680_000))


def chain(*steps: dict[str, Any], wide: str | None = "120 cm", **picture: Any) -> Any:
    held = {"picture": PICTURE | picture, "steps": list(steps)}
    return parse_rescue(held | ({"print": {"width": wide}} if wide else {}))


def problems(*steps: dict[str, Any], **more: Any) -> str:
    with pytest.raises(RescueError) as refused:
        parse_rescue({"picture": PICTURE, "steps": list(steps)} | more)
    return "; ".join(f"{path}: {words}" for path, words in refused.value.problems)


def test_what_is_written_is_read_back() -> None:
    document = rescue_document(
        chain({"kind": "smooth", "length": "1/8 in"}, {"kind": "lettering", "thicker": "-0.3 mm"})
    )
    assert document["steps"][0]["length"] == "1/8 in"
    assert rescue_document(parse_rescue(document)) == document


def test_the_order_is_fixed_and_why_is_said() -> None:
    told = problems({"kind": "enlarge"}, {"kind": "clean"})
    assert "clean comes before enlarge" in told and "leave steps out" in told
    assert "twice" in problems({"kind": "tone"}, {"kind": "tone"})


@given(st.sets(st.sampled_from(ORDER)))
def test_any_steps_in_their_order_are_a_chain(kinds: set[str]) -> None:
    made = chain(*({"kind": kind} for kind in ORDER if kind in kinds))
    assert [step.kind for step in made.steps] == [kind for kind in ORDER if kind in kinds]
    told = report(work_out_rescue(made, JPEG))
    assert [step.kind for step in told.steps] == list(ORDER)
    assert [step.on for step in told.steps] == [kind in kinds for kind in ORDER]


@pytest.mark.parametrize(
    ("step", "words"),
    [
        ({"kind": "smooth", "length": "11 1/ in"}, "11 1/"),
        ({"kind": "smooth", "length": "4 mm"}, "there is none; type px, or give print.width"),
        ({"kind": "enlarge", "factor": 2, "width_px": 2400}, "not both"),
        ({"kind": "enlarge", "factor": 400}, "less than or equal to 40"),
        ({"kind": "lettering", "picks": [{"colour": "brown"}]}, "#ffffff"),
        ({"kind": "lettering", "picks": [{"colour": "#000000", "area": [[0, 0]]}]}, "area"),
        ({"kind": "clean", "nois": 1}, "did you mean noise?"),
        ({"kind": "polish"}, "kind must be one of clean, smooth"),
    ],
)
def test_what_cannot_be_is_told(step: dict[str, Any], words: str) -> None:
    assert words in problems(step)


def test_spans_are_lengths_or_px() -> None:
    assert parse_span("-2 px").in_px(None) == -2
    by = work_out_rescue(chain(), JPEG).mm_per_px
    assert by == 1
    assert parse_span("0.3 mm").in_px(by) == pytest.approx(0.3)
    assert parse_span("1 in").in_px(by) == pytest.approx(25.4)


def test_what_is_left_out_is_chosen_by_what_was_measured() -> None:
    work = work_out_rescue(chain({"kind": "clean"}, {"kind": "enlarge"}), JPEG)
    assert (work.blocks, work.quality, work.has_grid) == (1.0, 34, True)
    assert work.noise == 0.75
    # 25.4 ppi on the print: six times as many, and no more.
    assert (work.factor, work.made_width, work.made_height) == (6.0, 7200, 4800)
    clean = work_out_rescue(chain({"kind": "clean"}), Measures(jpeg_quality=95, noise_sigma=0.5))
    assert (clean.blocks, clean.noise) == (0.0, 0.0)


def test_a_file_that_was_saved_again_has_lost_its_grid_and_says_so() -> None:
    again = Measures(jpeg_quality=95, blocking=0.3)
    work = work_out_rescue(chain({"kind": "clean"}), again)
    assert (work.blocks, work.has_grid, work.quality) == (1.0, False, 50)
    notes = report(work).steps[0].notes
    assert any("assumption" in note.text for note in notes)


def test_a_rim_counts_in_px_of_the_picture_and_in_the_result() -> None:
    work = work_out_rescue(
        chain({"kind": "enlarge", "factor": 2}, {"kind": "rim", "left": 0.1, "top": 0.05}), JPEG
    )
    assert work.rim == (120, 40, 0, 0)
    assert (work.made_width, work.made_height) == (2640, 1680)
    rim = report(work).steps[4]
    assert rim.value == "+ 10 % left, + 5 % top"
    assert any("invented" in note.text for note in rim.notes)


def test_true_detail_stays_what_it_was() -> None:
    told = report(work_out_rescue(chain({"kind": "enlarge", "factor": 6}), JPEG))
    assert told.after == "7200 × 4800 px; true detail of about 900 × 600"


@pytest.mark.parametrize(
    ("measures", "blocks", "smallest"),
    [
        (Measures(), None, 30),
        (JPEG, None, 40),
        (JPEG, 0.0, 60),
        (Measures(jpeg_quality=95), None, 30),
    ],
)
def test_the_smallest_letter_to_trust_hangs_on_what_the_file_went_through(
    measures: Measures, blocks: float | None, smallest: int
) -> None:
    work = work_out_rescue(chain({"kind": "clean", "blocks": blocks}), measures)
    assert trusted_px(work) == smallest


def test_letters_say_how_near_their_edges_are() -> None:
    work = work_out_rescue(
        chain({"kind": "clean"}, {"kind": "lettering", "picks": [{"colour": "#000000"}]}), JPEG
    )
    found = RescueFound(
        width=1200,
        height=800,
        lettering=[Lettered(pieces=8, nodes=90, tallest_px=52, smallest_px=44)],
    )
    step = report(work, found).steps[2]
    assert (step.value, step.corner) == ("8 letters", "traced")
    assert step.figures[0].text == "± 0.4 px"
    assert step.figures[1].working == "0.4 × 25.4 ÷ 25.4 = ± 0.4 mm"
    small = found.model_copy(
        update={"lettering": [Lettered(pieces=2, smallest_px=14, tallest_px=14)]}
    )
    told = report(work, small).steps[2]
    assert told.figures[0].text == "± 0.6 px"
    assert any("under 40 px" in note.text for note in told.notes)


def test_too_large_a_picture_or_result_is_stopped_in_words() -> None:
    assert report(
        work_out_rescue(chain({"kind": "clean"}, width_px=6000, height_px=4000), JPEG)
    ).stopped
    huge = work_out_rescue(chain({"kind": "enlarge", "factor": 40}), JPEG)
    assert huge.made_width * huge.made_height > MOST_RESULT_PX
    assert report(huge).stopped


def test_every_figure_ends_in_its_text_and_the_shell_sees_all_of_them() -> None:
    steps = [{"kind": kind} for kind in ORDER if kind != "rim"]
    steps.insert(4, {"kind": "rim", "right": 0.1})
    work = work_out_rescue(chain(*steps), JPEG)
    told = report(work)
    figures = [one for step in told.steps for one in step.figures]
    assert len(figures) >= 7
    for one in figures:
        assert one.working.endswith(f"= {one.text}")
    shell = "\n".join(text_report(work, RescueFound()))
    assert all(one.working in shell for one in figures)
