"""Trials: the model by hand, simulated judges whose truth is known, doubtful ones, the table and the shell."""

from __future__ import annotations

import json
from math import erf, sqrt
from pathlib import Path
from typing import Any

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from tests.judges import REFERENCE, SimulatedJudge, answered, asked, trial_of
from zollstock.core.trials.cli import main
from zollstock.core.trials.document import Answer, Trial, TrialError, parse_trial, read_answers
from zollstock.core.trials.fit import fit_p, half_width
from zollstock.core.trials.model import (
    SIX_IN_TEN,
    SLIPS,
    B,
    C,
    Count,
    T,
    chances,
    counted,
    judge,
    phi,
    posterior,
    quantile,
)
from zollstock.core.trials.pairs import next_pair
from zollstock.core.trials.result import result_of
from zollstock.core.trials.tiring import tiring


def normal(x: float) -> float:
    return (1 + erf(x / sqrt(2))) / 2


def test_the_model_is_right_three_times_of_four_at_its_threshold() -> None:
    """Where c = 0 and λ = 0; six of ten at t × 2.66 ^ (1 ÷ b)."""
    for at in (5, 30, 55):
        right, wrong, none = chances(float(T[at]))[:, at, 3, 0, 0]
        assert (right, wrong, none) == pytest.approx((0.75, 0.25, 0), abs=1e-4)
        fine = float(T[at]) * SIX_IN_TEN ** (1 / float(B[3]))
        assert chances(fine)[0, at, 3, 0, 0] == pytest.approx(0.6, abs=1e-4)
    assert pytest.approx(2.66, abs=0.005) == SIX_IN_TEN


def test_chances_by_hand() -> None:
    """150 ppi, t of the grid, slope, criterion and slips: each from the normal distribution."""
    t, b, c, slip = 20, 4, 3, 2
    advantage = 0.6744898 * (150 / T[t]) ** -B[b]
    right = 1 - normal(C[c] - advantage)
    wrong = normal(-C[c] - advantage)
    told = chances(150.0)[:, t, b, c, slip]
    assert told[0] == pytest.approx((1 - SLIPS[slip]) * right + SLIPS[slip] / 2, abs=1e-5)
    assert told[1] == pytest.approx((1 - SLIPS[slip]) * wrong + SLIPS[slip] / 2, abs=1e-5)
    assert told.sum() == pytest.approx(1)
    assert np.allclose(chances(None)[0], chances(None)[1])


@given(st.floats(-12, 12))
def test_the_normal_distribution_to_a_millionth(x: float) -> None:
    assert float(phi(np.array([x]))[0]) == pytest.approx(normal(x), abs=2e-6)


def test_answers_are_counted_by_patch_whichever_side_they_stand() -> None:
    rows = [(150, 720, "b"), (720, 150, "a"), (150, 720, "a"), (720, 150, "none"), (720, 720, "a")]
    trial = parse_trial({"answers": [{"a": a, "b": b, "said": said} for a, b, said in rows]})
    assert trial.finest == 720
    assert counted(trial.answers, 720) == [Count(150, 2, 1, 1), Count(None, 1, 0, 0)]


def test_simulated_judges_are_understood() -> None:
    """Of 48 judges of 60 answers nearly all have their truth in the interval, and the middle is not biased."""
    random = np.random.default_rng(1884)
    held, off = 0, []
    for _ in range(48):
        truth = float(np.exp(random.uniform(np.log(90), np.log(350))))
        one = SimulatedJudge(truth, criterion=float(random.uniform(0, 1)))
        known = posterior({"": asked(one, 60, random, adaptive=False)})
        low, middle, high = (quantile(known.t, share) for share in (0.025, 0.5, 0.975))
        held += low <= truth <= high
        off.append(np.log(middle / truth))
    assert held >= 43
    assert abs(float(np.mean(off))) < 0.08


def test_chosen_pairs_tell_more_than_pairs_in_turn() -> None:
    random = np.random.default_rng(7)
    one = SimulatedJudge(180)
    chosen, in_turn = (
        np.mean([half_width(judge("", asked(one, 40, random, adaptive))) for _ in range(8)])
        for adaptive in (True, False)
    )
    assert chosen < 0.9 * in_turn


def test_several_judges_are_not_pooled_as_one() -> None:
    random = np.random.default_rng(3)
    keen, dull = SimulatedJudge(280), SimulatedJudge(110)
    by_judge = {"keen": asked(keen, 80, random, False), "dull": asked(dull, 80, random, False)}
    known = posterior(by_judge)
    width = quantile(known.t, 0.975) / quantile(known.t, 0.025)
    alone = posterior({"keen": by_judge["keen"]})
    assert width > 1.3 * quantile(alone.t, 0.975) / quantile(alone.t, 0.025)
    made = result_of(trial_of(by_judge, random))
    own = {one.who: one.threshold for one in made.judges}
    assert own["keen"] == pytest.approx(280, rel=0.3) and own["dull"] == pytest.approx(110, rel=0.3)


def test_little_is_said_of_few_answers() -> None:
    random = np.random.default_rng(5)
    one = SimulatedJudge(182)
    few, some, many = (
        result_of(trial_of({"A": asked(one, count, random, False)}, random))
        for count in (20, 60, 120)
    )
    assert "say nothing yet" in few.says
    assert {figure.id for figure in few.figures} == {"answers_count", "none_share"}
    assert "somewhere between" in some.says
    assert not any(figure.id == "threshold_ppi" for figure in some.figures)
    assert "three times in four" in many.says and "60 cm" in many.says
    assert many.figure("threshold_ppi").value == pytest.approx(182, rel=0.25)
    assert many.figure("threshold_low").value < many.figure("threshold_ppi").value


def pressed(said: list[str], reference_left: list[bool]) -> Trial:
    patches = [72, 100, 150, 200, 300]
    answers: list[dict[str, Any]] = []
    for number, (word, left) in enumerate(zip(said, reference_left, strict=True)):
        patch = patches[number % 5] if number % 8 else REFERENCE
        a, b = (REFERENCE, patch) if left else (patch, REFERENCE)
        answers.append({"who": "Anke", "a": a, "b": b, "said": word})
    return parse_trial({"reference": REFERENCE, "answers": answers})


def test_judges_who_do_not_judge_are_found_and_named() -> None:
    random = np.random.default_rng(11)
    sides = [bool(side) for side in random.integers(0, 2, 60)]
    always = result_of(pressed(["a"] * 60, sides))
    assert "one-side" in {one.id for one in always.doubts} and "Anke" in always.doubts[0].text
    by_chance = result_of(pressed([("a", "b")[side] for side in random.integers(0, 2, 60)], sides))
    assert "at-random" in {one.id for one in by_chance.doubts}
    assert "never-none" in {one.id for one in by_chance.doubts}


def test_honest_judges_are_not_named() -> None:
    random = np.random.default_rng(13)
    for threshold in (90, 180, 350):
        counts = asked(SimulatedJudge(threshold), 80, random, False)
        found = {one.id for one in result_of(trial_of({"A": counts}, random)).doubts}
        assert not found & {"one-side", "at-random", "never-none"}, threshold


def test_answers_that_no_curve_explains_are_doubted() -> None:
    """Right at the fine end and wrong at the coarse one."""
    counts = [Count(72.0, 4, 26, 0), Count(150.0, 15, 15, 0), Count(360.0, 28, 2, 0)]
    assert fit_p([judge("", counts)]) < 0.05


@settings(deadline=None, max_examples=20)
@given(
    st.lists(
        st.tuples(
            st.sampled_from([72.0, 150.0, 300.0, REFERENCE]), st.sampled_from(["a", "b", "none"])
        ),
        min_size=1,
        max_size=40,
    )
)
def test_any_answers_give_a_result(rows: list[tuple[float, str]]) -> None:
    trial = parse_trial(
        {
            "reference": REFERENCE,
            "answers": [{"a": a, "b": REFERENCE, "said": said} for a, said in rows],
        }
    )
    made = result_of(trial)
    assert sum(one.right + one.wrong + one.none for one in made.pairs) == len(rows)
    assert all(0 <= one.p <= 1 for one in made.pairs)


@pytest.mark.parametrize(
    ("document", "where", "word"),
    [
        (
            {"answers": [{"a": 100, "b": 200, "said": "a"}], "reference": 720},
            "answers[0]",
            "reference",
        ),
        ({"answers": [{"a": 100, "b": 720, "said": "left"}]}, "answers[0].said", "a"),
        ({"answers": [{"a": 1, "b": 720, "said": "a"}]}, "answers[0].a", "10"),
        ({"distance": "60"}, "distance", "60"),
        ({"format": "zollstock.plan/1"}, "format", "trial"),
        ([], "trial", "object"),
    ],
)
def test_wrong_trials_are_refused_in_words(document: Any, where: str, word: str) -> None:
    with pytest.raises(TrialError) as refused:
        parse_trial(document)
    assert any(where in path and word in text for path, text in refused.value.problems)


def test_a_table_is_read_however_a_spreadsheet_wrote_it() -> None:
    trial = read_answers(
        "who;a;b;said\r\nAnke;150 ppi;720;B\r\nTomo;720;720;none\r\n", distance="60 cm"
    )
    assert [(one.who, one.a, one.said) for one in trial.answers] == [
        ("Anke", 150, "b"),
        ("Tomo", 720, "none"),
    ]
    with pytest.raises(TrialError, match="no ppi"):
        read_answers("who,a,b,said\nAnke,fine,720,a\n")


def test_the_shell_says_the_sentence_first(
    tmp_path: Path, capsys: pytest.CaptureFixture[str]
) -> None:
    random = np.random.default_rng(17)
    trial = trial_of({"Anke": asked(SimulatedJudge(182), 90, random, False)}, random)
    path = tmp_path / "answers.json"
    path.write_text(trial.model_dump_json(by_alias=True))
    assert main([str(path)]) == 0
    assert capsys.readouterr().out.startswith("At ")
    assert main([str(path), "--json"]) == 0
    made = json.loads(capsys.readouterr().out)
    assert made["format"] == "zollstock.trialresult/1"
    assert {"threshold_ppi", "threshold_low", "threshold_high", "slope", "criterion", "lapse", "answers_count",
            "none_share", "fit_p", "more_answers"} <= {one["id"] for one in made["figures"]}  # fmt: skip
    path.write_text("{")
    assert main([str(path)]) == 2 and "not JSON" in capsys.readouterr().err
    assert main([str(tmp_path / "none.csv")]) == 2
    path.write_text("a,b\n1,2\n")
    assert main([str(path)]) == 2 and capsys.readouterr().err


def test_of_ways_of_enlarging_pairs_are_told_apart_and_no_threshold_follows() -> None:
    answers = [
        {"who": "A", "a": "careful", "b": "cubic", "said": "a" if number % 4 else "none"}
        for number in range(24)
    ] + [{"who": "A", "a": "cubic", "b": "careful", "said": "b"} for _ in range(8)]
    made = result_of(parse_trial({"by": "method", "reference": "careful", "answers": answers}))
    (pair,) = made.pairs
    assert (pair.against, pair.step, pair.right, pair.wrong, pair.none) == (
        "careful",
        "cubic",
        26,
        0,
        6,
    )
    assert made.says.startswith("careful was called finer than cubic 26 times of 26")
    assert [one.id for one in made.figures] == ["answers_count", "none_share"] and made.plot is None


def test_a_patch_in_words_is_no_ppi() -> None:
    with pytest.raises(TrialError, match="a patch has 10 to 5000 ppi"):
        parse_trial({"answers": [{"who": "A", "a": "careful", "b": 720, "said": "a"}]})


def test_the_plot_and_what_prints_need_follow_from_the_answers() -> None:
    random = np.random.default_rng(9)
    trial = trial_of({"A": asked(SimulatedJudge(180), 100, random)}, random)
    made = result_of(trial)
    assert made.plot is not None and [one.ppi for one in made.plot.points] == sorted(
        one.ppi for one in made.plot.points
    )
    low, middle, high = made.plot.threshold
    assert low < middle < high and middle == pytest.approx(made.figure("threshold_ppi").value)
    at = min(made.plot.curve, key=lambda one: abs(one.ppi - middle))
    assert at.middle == pytest.approx(0.75, abs=0.03) and at.low <= at.middle <= at.high
    needs = [one.need for one in made.in_prints]
    assert needs == [
        None,
        pytest.approx(2 * middle),
        pytest.approx(middle),
        pytest.approx(middle / 2),
        None,
    ]


def test_pairs_are_the_same_again_until_they_are_answered() -> None:
    """By the same answers and seed; some alike, some far apart, the reference on either side."""
    answers: list[Answer] = []
    shown = []
    for _ in range(60):
        pair = next_pair("ppi", answers, [72.0, 150.0, 240.0], 480.0, [480.0, 150.0], "seed")
        assert pair == next_pair(
            "ppi", answers, [72.0, 150.0, 240.0], 480.0, [480.0, 150.0], "seed"
        )
        shown.append(pair)
        said = "none" if pair.alike else "a" if float(pair.a) > float(pair.b) else "b"
        answers.append(Answer(a=pair.a, b=pair.b, said=said))  # type: ignore[arg-type]
    assert 4 <= sum(pair.alike for pair in shown) <= 9
    assert sum(72.0 in (pair.a, pair.b) for pair in shown) >= 4
    left = sum(pair.a == 480.0 for pair in shown if not pair.alike)
    assert 15 <= left <= 40
    assert all(pair.alike or 480.0 in (pair.a, pair.b) for pair in shown)


def test_whoever_tires_is_named_and_whoever_stays_is_not() -> None:
    random = np.random.default_rng(11)
    stays = SimulatedJudge(250, slope=4, criterion=0.3)
    tires = SimulatedJudge(250, slope=4, criterion=0.3, tired=0.5)
    assert tiring("Ida", answered(stays, 120, random), REFERENCE) is None
    told = tiring("Ida", answered(tires, 120, random), REFERENCE)
    assert told is not None and "Ida saw up to" in told[1] and "tired eyes" in told[1]
    assert tiring("Ida", answered(tires, 58, random), REFERENCE) is None, "too few to say"


def test_the_result_names_who_tired() -> None:
    random = np.random.default_rng(11)
    judge = SimulatedJudge(250, slope=4, criterion=0.3, tired=0.5)
    answers = [one.model_dump(by_alias=True) for one in answered(judge, 120, random)]
    made = result_of(parse_trial({"reference": REFERENCE, "distance": "60 cm", "answers": answers}))
    assert "changed-on-the-way" in [one.id for one in made.doubts]
