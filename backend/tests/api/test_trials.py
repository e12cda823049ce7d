"""Trials over the wire: from a strip to people, their answers, the result, and prints that are judged by it."""

from __future__ import annotations

import csv
import io
import json
import subprocess
import sys
from pathlib import Path
from typing import Any

import numpy as np
import pytest
from django.test import Client

from tests.api.caller import Caller, ready_print
from tests.judges import SimulatedJudge
from tests.pictures import noise, save
from zollstock.trials.models import Given, Judge, ScreenSet, Trial
from zollstock.trials.tasks import make_screen

pytestmark = [pytest.mark.django_db(transaction=True), pytest.mark.usefixtures("empty_broker")]

#: Nothing of this may stand in what a judge is sent.
TELLTALE = ("ppi", "reference", "ladder", "step", "seed", "key", "keeper", "title", "medium")


@pytest.fixture
def strip(caller: Caller, tmp_path: Path) -> dict[str, Any]:
    """A strip of a print of 3000 px over 30 cm: 254 ppi."""
    made = ready_print(caller, save(noise(3000, 2000, 1), tmp_path / "a.jpg"), title="Gears",
                       target={"width": "30 cm", "height": "20 cm"})  # fmt: skip
    return caller("POST", f"jobs/{made['job']}/layouts", {"kind": "strip", "print": made["id"]})


@pytest.fixture
def trial(caller: Caller, strip: dict[str, Any]) -> dict[str, Any]:
    return caller("POST", f"layouts/{strip['id']}/trial")


def judged(code: str, way: str, body: dict[str, Any] | None = None, expect: int = 200) -> Any:
    """As somebody without an account, with CSRF looked after."""
    client = Client(enforce_csrf_checks=True)
    at = f"/api/judging/{code}{way}"
    answer = client.get(at) if body is None else client.post(at, json.dumps(body), "application/json")  # fmt: skip
    assert answer.status_code == expect, answer.content
    return answer.json()


def asked(caller: Caller, trial: dict[str, Any], name: str = "") -> dict[str, Any]:
    return caller("POST", f"trials/{trial['id']}/judges", {"name": name})["people"][-1]


def answer_as(code: str, judge: SimulatedJudge, count: int, seed: int) -> None:
    """So many answers of somebody whose truth is known, by letters alone."""
    random = np.random.default_rng(seed)
    row = Judge.objects.select_related("trial").get(code=code)
    state = judged(code, "/begin", {"of_copy": row.copy})
    for number in range(count):
        pair = state["pair"]
        steps = {letter: step for letter, _, step in row.trial.key[str(pair["of_copy"])]}
        a, b = steps[pair["left"]], steps[pair["right"]]
        felt = judge.says(None if a == b else min(a, b), number, random)
        finer = "a" if a > b else "b"
        said = "none" if felt == 2 else finer if felt == 0 else "ab".replace(finer, "")
        state = judged(code, "/answers", {"position": pair["position"], "said": said})


def test_a_trial_begins_with_what_the_strip_shows(trial: dict[str, Any]) -> None:
    assert (
        trial["steps"] == ["72 ppi", "100 ppi", "150 ppi", "200 ppi"]
        and trial["reference"] == "240 ppi"
    )
    assert (trial["number"], trial["distance"], trial["copies"]) == (1, "60 cm", 4)
    assert trial["key"] is None and trial["answers"] == 0
    assert "say nothing yet" in trial["result"]["says"]


def test_a_judge_sees_two_letters_and_nothing_else(caller: Caller, trial: dict[str, Any]) -> None:
    somebody = asked(caller, trial, "Ida")
    before = judged(somebody["code"], "")
    assert before["pair"] is None and not before["begun"] and before["boxes"] >= 4
    judged(somebody["code"], "/answers", {"position": 0, "said": "a"}, expect=409)
    state = judged(
        somebody["code"], "/begin", {"of_copy": 2, "sides": ["left"], "dried": 24, "light": "noon"}
    )
    assert (
        set(state["pair"]) == {"position", "of_copy", "left", "right"}
        and state["pair"]["of_copy"] == 2
    )
    assert not any(word in json.dumps(state) for word in TELLTALE)
    key = {letter for letter, _, _ in Trial.objects.get().key["2"]}
    assert {state["pair"]["left"], state["pair"]["right"]} <= key
    judged(somebody["code"], "/begin", {"of_copy": 9}, expect=422)


def test_a_pair_is_answered_once_and_stays_until_then(
    caller: Caller, trial: dict[str, Any]
) -> None:
    code = asked(caller, trial)["code"]
    first = judged(code, "/begin", {"of_copy": 1})["pair"]
    assert judged(code, "")["pair"] == first, "left and taken up"
    judged(code, "/answers", {"position": 0, "said": "a"})
    judged(code, "/answers", {"position": 0, "said": "a"})
    assert (
        "answered already"
        in judged(code, "/answers", {"position": 0, "said": "b"}, expect=409)["message"]
    )
    assert [one.said for one in Given.objects.all()] == ["a"]
    judged("nothing-here", "", expect=404)


def test_nobody_tries_codes_for_long(caller: Caller, trial: dict[str, Any]) -> None:
    for number in range(30):
        judged(f"wrong{number}", "", expect=404)
    assert "Too many codes" in judged("wrong", "", expect=429)["message"]


def test_two_judges_give_a_figure_that_prints_are_judged_by(
    caller: Caller, strip: dict[str, Any], trial: dict[str, Any]
) -> None:
    """Their truth is 110 ppi; from 80 answers a figure is said, and the criterion goes by it."""
    at = f"trials/{trial['id']}"
    caller("PATCH", at, {"rests_on": True}, expect=422)
    for seed, name in enumerate(("Ida", "Jon")):
        answer_as(asked(caller, trial, name)["code"], SimulatedJudge(110), 60, seed)
    held = caller("GET", at)
    result = held["result"]
    assert held["answers"] == 120 and result["plot"]["points"]
    assert held["low_ppi"] <= 110 <= held["high_ppi"]
    assert [one["who"] for one in result["judges"]] == ["Ida", "Jon"]
    assert [one["need"] is None for one in result["in_prints"]] == [True, False, False, False, True]

    caller("PATCH", at, {"rests_on": True})
    plan = strip["document"]["plans"][0]
    plan = plan | {"viewing": plan["viewing"] | {"school": "trials", "distance": "60 cm"}}
    plan["medium"] = plan["medium"] | {
        "name": Trial.objects.get().medium_name,
        "key": Trial.objects.get().medium or None,
    }
    told = caller("POST", "reckon", {"plan": plan})
    need = next(one for one in told["reckoning"]["figures"] if one["id"] == "need_ppi")
    assert need["value"] == pytest.approx(held["need_ppi"], abs=0.1)


def test_the_key_and_the_answers_come_when_the_judging_is_over(
    caller: Caller, trial: dict[str, Any]
) -> None:
    at = f"trials/{trial['id']}"
    code = asked(caller, trial, "=Ida")["code"]
    answer_as(code, SimulatedJudge(110), 5, 1)
    assert caller.client.get(f"/api/{at}/answers.csv").status_code == 409
    over = caller("PATCH", at, {"over": True})
    assert {one["text"] for one in over["key"]["1"]} == {*over["steps"], over["reference"]}
    judged(code, "/answers", {"position": 5, "said": "a"}, expect=422)
    assert judged(code, "")["over"]
    table = caller.client.get(f"/api/{at}/answers.csv").content.decode()
    rows = list(csv.DictReader(io.StringIO(table.removeprefix("\ufeff"))))
    assert len(rows) == 5 and rows[0]["who"] == "'=Ida"
    document = caller.client.get(f"/api/{at}/answers.json").content
    run = subprocess.run([sys.executable, "-m", "zollstock.core.trials.cli", "-"], input=document, capture_output=True, check=True)  # fmt: skip
    assert b"5 answers say nothing yet" in run.stdout
    caller("PATCH", at, {"over": False})
    assert judged(code, "")["pair"]["position"] == 5, "a trial can be gone on with"


def test_a_trial_is_its_owners_alone(caller: Caller, other: Caller, trial: dict[str, Any]) -> None:
    for way, at in (("GET", ""), ("DELETE", ""), ("POST", "/judges")):
        other(way, f"trials/{trial['id']}{at}", {} if way == "POST" else None, expect=404)
    assert other("GET", "trials")["items"] == []
    caller("DELETE", f"trials/{trial['id']}", expect=204)
    assert not Judge.objects.exists()


def test_of_what_is_no_strip_no_trial_is_made(caller: Caller, strip: dict[str, Any]) -> None:
    document = strip["document"] | {"distance": None}
    caller(
        "PUT",
        f"layouts/{strip['id']}/document",
        {"document": document, "version": strip["version"]},
    )
    assert (
        "from which distance"
        in caller("POST", f"layouts/{strip['id']}/trial", expect=422)["message"]
    )


def picture_of(code: str, position: int, side: str, expect: int = 200) -> bytes:
    answer = Client().get(f"/api/judging/{code}/pairs/{position}/{side}.png")
    assert answer.status_code == expect, answer.content
    return answer.content


def test_on_a_screen_patches_are_seen_from_so_many_times_as_far(
    caller: Caller, trial: dict[str, Any]
) -> None:
    code = asked(caller, trial, "Ida")["code"]
    assert judged(code, "")["on_screen"]
    state = judged(code, "/screen", {"dots": 110.04})
    assert state["distance"] == "180 cm"
    assert state["screen"] == {"dots": 110.0, "times": 3, "ready": False, "problem": ""}
    assert "still being made" in judged(code, "/begin", {"of_copy": 1}, expect=422)["message"]
    row = ScreenSet.objects.get()
    make_screen(str(row.id))
    assert Client().get(f"/api/judging/{code}/eyes.png").content.startswith(b"\x89PNG")
    state = judged(code, "/begin", {"of_copy": 1, "sides": []})
    assert state["screen"]["ready"] and state["boxes"] > 2
    seen: dict[str, set[Any]] = {}
    for _ in range(12):
        position = state["pair"]["position"]
        left, right = (picture_of(code, position, side) for side in ("left", "right"))
        assert len(left) == len(right), "how long a file is says nothing"
        state = judged(code, "/answers", {"position": position, "said": "none"})
        answer = Given.objects.get(position=position)
        seen.setdefault(str(answer.a), set()).add(left)
        seen.setdefault(str(answer.b), set()).add(right)
        picture_of(code, position, "left", expect=409)
        for word in TELLTALE:
            assert word not in json.dumps(state)
    assert all(len(pictures) == 1 for pictures in seen.values()), "a step looks the same each time"
    assert len({one for pictures in seen.values() for one in pictures}) == len(seen)
    # Back to paper: the beginning is asked again, and no picture is handed out.
    assert judged(code, "/screen", {"dots": None})["distance"] == "60 cm"
    picture_of(code, 12, "left", expect=409)


def test_a_screen_that_is_too_coarse_and_a_picture_that_is_gone_are_told(
    caller: Caller, trial: dict[str, Any]
) -> None:
    code = asked(caller, trial, "Ida")["code"]
    judged(code, "/screen", {"dots": 5}, expect=422)
    held = Trial.objects.get()
    held.pictures = ["00000000-0000-0000-0000-000000000000"]
    held.save()
    judged(code, "/screen", {"dots": 100})
    make_screen(str(ScreenSet.objects.get().id))
    state = judged(code, "")
    assert not state["screen"]["ready"] and "was deleted" in state["screen"]["problem"]
    for dots in range(100, 111):
        judged(code, "/screen", {"dots": dots + 0.5})
    assert "12 screens" in judged(code, "/screen", {"dots": 99}, expect=422)["message"]


def test_the_patches_for_a_screen_go_from_the_disk_with_the_trial(
    caller: Caller, trial: dict[str, Any], settings: Any
) -> None:
    code = asked(caller, trial, "Ida")["code"]
    judged(code, "/screen", {"dots": 254})
    make_screen(str(ScreenSet.objects.get().id))
    kept = Path(settings.MEDIA_ROOT) / "screens"
    assert len(list(kept.rglob("*.zip"))) == 1
    caller("PATCH", f"trials/{trial['id']}", {"over": True})
    assert list(kept.rglob("*.zip")) == [], "nobody looks at them any more"
    caller("PATCH", f"trials/{trial['id']}", {"over": False})
    assert judged(code, "")["screen"] is None, "the screen is chosen anew"
    judged(code, "/screen", {"dots": 254})
    make_screen(str(ScreenSet.objects.get().id))
    assert len(list(kept.rglob("*.zip"))) == 1
    caller("DELETE", f"trials/{trial['id']}", expect=204)
    assert list(kept.rglob("*.zip")) == []
