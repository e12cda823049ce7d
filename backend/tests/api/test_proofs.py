"""Proofs: asked for, made by a worker, seen by their owner alone; and what was found of them."""

from __future__ import annotations

import os
from datetime import timedelta
from pathlib import Path
from typing import Any

import pytest
from django.conf import settings
from django.utils import timezone

from tests.api.caller import Caller, ready_print
from tests.pictures import chart, noise, save
from zollstock.pictures.intake import take_in
from zollstock.pictures.models import Picture
from zollstock.pictures.tasks import read
from zollstock.pictures.unpacked import UNUSED, clear_unpacked, unpacked
from zollstock.pixels.vips import pyvips
from zollstock.proofs.asking import AGAIN_FOR, KEPT_FOR, MOST_AT_ONCE, MOST_KEPT
from zollstock.proofs.models import Judgement, Proof
from zollstock.proofs.tasks import clear, make, take_up, unpack_picture

pytestmark = pytest.mark.django_db(transaction=True)
PART = {"x": 0.5, "y": 0.5, "width": 120, "height": 80}
ENLARGED = {"mode": "fixed", "ppi": 300}


@pytest.fixture
def held(caller: Caller, tmp_path: Path) -> dict:
    print_ = ready_print(caller, save(noise(300, 200), tmp_path / "grain.jpg"))
    return print_ | {"plan": print_["plan"] | {"pixels": ENLARGED}}


def asked(caller: Caller, held: dict, expect: int = 200, part: Any = PART, **plan: Any) -> dict:
    asked = {"plan": held["plan"] | plan, "part": part}
    return caller("POST", f"prints/{held['id']}/proofs", asked, expect=expect)


def looked_at(caller: Caller, held: dict, **more: Any) -> dict:
    proof = asked(caller, held, **more)
    make(proof["id"])
    return caller("GET", f"proofs/{proof['id']}")


def pictures_of(proof: dict, caller: Caller) -> pyvips.Image:
    return pyvips.Image.new_from_buffer(caller("GET", f"proofs/{proof['id']}.png"), "")


def files() -> list[Path]:
    return [path for path in (Path(settings.MEDIA_ROOT) / "proofs").rglob("*") if path.is_file()]


def test_a_proof_holds_all_methods_and_what_they_invent(caller: Caller, held: dict) -> None:
    proof = asked(caller, held)
    assert (proof["state"], proof["found"]) == ("waiting", None)
    make(proof["id"])
    proof = caller("GET", f"proofs/{proof['id']}")
    found = proof["found"]
    assert [take["id"] for take in found["takes"]][:3] == ["careful", "lanczos", "cubic"]
    assert [take["planned"] for take in found["takes"]][:3] == [True, False, False]
    image = pictures_of(proof, caller)
    numbers = [take["image"] for take in found["takes"]]
    numbers += [take["difference"]["image"] for take in found["takes"] if take["difference"]]
    assert sorted(numbers) == list(range(len(numbers)))
    assert (image.width, image.height) == (120, 80 * len(numbers))
    assert "enlarged" in found["note"] and "levels" in found["takes"][0]["difference"]["text"]


def test_a_proof_is_of_the_plan_in_hand_saved_or_not(caller: Caller, held: dict) -> None:
    proof = looked_at(caller, held, pixels=ENLARGED | {"sharpen": {"amount": 0.8}})
    takes = {take["id"]: take for take in proof["found"]["takes"]}
    assert takes["unsharpened"]["fix"] == {"pixels.sharpen": None}
    assert takes["unsharpened"]["difference"]["against"] == "Careful"


def test_a_part_at_the_rim_and_one_larger_than_the_picture(caller: Caller, held: dict) -> None:
    corner = looked_at(caller, held, part=PART | {"x": 1.0, "y": 0.0})["found"]
    assert (corner["x"] + corner["width"], corner["y"]) == (corner["printed_width"], 0)
    small = looked_at(caller, held, pixels={"mode": "fixed", "ppi": 8}, part=PART)["found"]
    assert (small["width"], small["height"]) == (small["printed_width"], small["printed_height"])


@pytest.mark.parametrize(
    ("part", "says"),
    [
        (PART | {"x": 1.2}, "x: "),
        (PART | {"width": 5}, "width: "),
        (PART | {"width": 2600, "height": 2600}, "at most 1,300,000 pixels"),
        ({"x": 0.5}, "y is missing"),
        (PART | {"x": "nan"}, "x: "),
    ],
)
def test_a_part_that_cannot_be_is_refused_in_words(
    caller: Caller, held: dict, part: Any, says: str
) -> None:
    assert says in asked(caller, held, expect=422, part=part)["message"]
    assert not Proof.objects.exists()


def test_a_plan_that_cannot_be_printed_has_no_proof(caller: Caller, held: dict) -> None:
    wide = {"kind": "border", "left": "40 cm", "top": "1 cm", "right": "40 cm", "bottom": "1 cm"}
    assert asked(caller, held, expect=422, edge=wide)["message"]


def test_a_plan_for_another_picture_ends_in_words(caller: Caller, held: dict) -> None:
    other = looked_at(caller, held, picture={"width_px": 301, "height_px": 200})
    assert other["state"] == "failed" and "for another picture" in other["problem"]
    assert files() == []


def test_nothing_of_it_is_a_strangers(caller: Caller, other: Caller, held: dict) -> None:
    proof = looked_at(caller, held)
    asked(other, held, expect=404)
    for path in (f"proofs/{proof['id']}", f"proofs/{proof['id']}.png"):
        other("GET", path, expect=404)
    other("GET", f"prints/{held['id']}/judgements", expect=404)
    other("POST", f"prints/{held['id']}/proofs/ahead", expect=404)
    answer = {"proof": proof["id"], "first": "careful", "second": "cubic", "finer": "first"}
    other("POST", f"prints/{held['id']}/judgements", answer, expect=404)
    other("DELETE", f"prints/{held['id']}/judgements", expect=404)


def test_few_are_kept_and_few_are_made_at_once(caller: Caller, held: dict) -> None:
    for number in range(MOST_KEPT + 3):
        looked_at(caller, held, part=PART | {"x": number / 50})
    assert Proof.objects.count() == MOST_KEPT == len(files())
    for number in range(MOST_AT_ONCE):
        asked(caller, held, part=PART | {"y": number / 50})
    assert "still being made" in asked(caller, held, expect=429, part=PART | {"y": 1})["message"]
    # One that is on its way already is no further one.
    asked(caller, held, part=PART | {"y": 0})


def test_what_was_made_a_moment_ago_is_not_made_again(caller: Caller, held: dict) -> None:
    proof = asked(caller, held)
    assert asked(caller, held)["id"] == proof["id"]
    make(proof["id"])
    again = asked(caller, held)
    assert (again["id"], again["state"]) == (proof["id"], "done")
    assert asked(caller, held, part=PART | {"x": 0.51})["id"] != proof["id"]
    assert asked(caller, held, pixels=ENLARGED | {"ppi": 301})["id"] != proof["id"]
    second = caller("POST", f"jobs/{held['job']}/prints", {"picture": held["picture"]["id"]})
    assert asked(caller, second | {"plan": held["plan"]})["id"] != proof["id"]
    Proof.objects.filter(id=proof["id"]).update(created=timezone.now() - AGAIN_FOR)
    assert asked(caller, held)["id"] != proof["id"]


def test_what_could_not_be_made_is_tried_again(caller: Caller, held: dict) -> None:
    proof = asked(caller, held)
    Proof.objects.update(state="failed", problem="The disk was full.")
    assert asked(caller, held)["id"] != proof["id"]


def test_old_ones_go_with_their_files(caller: Caller, held: dict) -> None:
    looked_at(caller, held)
    clear()
    assert Proof.objects.count() == 1
    Proof.objects.update(created=timezone.now() - KEPT_FOR - timedelta(seconds=1))
    clear()
    assert not Proof.objects.exists() and files() == []


def test_one_that_lost_its_worker_is_taken_up_again(caller: Caller, held: dict) -> None:
    proof = asked(caller, held)
    Proof.objects.update(
        state="running", worker="killed", tries=1, pulse=timezone.now() - timedelta(minutes=1)
    )
    take_up()
    make(proof["id"])
    assert caller("GET", f"proofs/{proof['id']}")["state"] == "done"
    Proof.objects.update(
        state="running", worker="killed", tries=3, pulse=timezone.now() - timedelta(minutes=1)
    )
    take_up()
    told = caller("GET", f"proofs/{proof['id']}")
    assert told["state"] == "failed" and "could not be made" in told["problem"]


def test_answers_are_kept_with_the_print_and_added_up(caller: Caller, held: dict) -> None:
    proof = looked_at(caller, held)
    path = f"prints/{held['id']}/judgements"
    answer = {"proof": proof["id"], "first": "cubic", "second": "careful", "finer": "second"}
    told = caller("POST", path, answer)
    assert told == {"count": 1, "lines": ["Careful finer than Smooth the one time"]}
    told = caller("POST", path, answer | {"finer": "same"})
    assert told["lines"] == ["Careful finer than Smooth 1 of 2 times, no difference once"]
    # The proof is looked at and forgotten, the answer is not.
    Proof.objects.all().delete()
    assert caller("GET", path)["count"] == 2
    assert Judgement.objects.first().ppi == 300
    assert caller("DELETE", path) == {"count": 0, "lines": []}


@pytest.mark.parametrize(("first", "second"), [("careful", "careful"), ("careful", "magic")])
def test_an_answer_about_nothing_is_refused(
    caller: Caller, held: dict, first: str, second: str
) -> None:
    proof = looked_at(caller, held)
    answer = {"proof": proof["id"], "first": first, "second": second, "finer": "first"}
    caller("POST", f"prints/{held['id']}/judgements", answer, expect=422)
    assert not Judgement.objects.exists()


def test_a_picture_is_unpacked_once_and_goes_when_nobody_looks(caller: Caller, held: dict) -> None:
    caller("POST", f"prints/{held['id']}/proofs/ahead", expect=204)
    picture = Picture.objects.get()
    unpack_picture(str(picture.id))
    with unpacked(picture) as copy:
        made = copy.stat().st_ino
    looked_at(caller, held)
    assert copy.stat().st_ino == made
    assert clear_unpacked() == 0
    old = timezone.now().timestamp() - UNUSED - 1
    os.utime(copy, (old, old))
    assert clear_unpacked() == 1 and not copy.exists()


def test_the_longest_unused_copies_make_room_for_others(settings, account, tmp_path: Path) -> None:
    copies = []
    for number in range(3):
        file = save(noise(300, 200, seed=number), tmp_path / f"{number}.jpg")
        picture, _ = take_in(account, file.name, [file.read_bytes()])
        read(str(picture.id))
        picture.refresh_from_db()
        with unpacked(picture) as copy:
            copies.append(copy)
            settings.UNPACKED_MOST_BYTES = int(copy.stat().st_size * 2.5)
        os.utime(copy, (0, timezone.now().timestamp() - 100 + number))
    assert [copy.exists() for copy in copies] == [False, True, True]


def test_a_picture_too_large_to_be_unpacked_is_looked_at_all_the_same(
    settings, caller: Caller, held: dict
) -> None:
    settings.UNPACKED_MOST_BYTES = 1000
    assert looked_at(caller, held)["state"] == "done"
    assert not list(Path(settings.UNPACKED_ROOT).glob("*"))


def test_an_unpacked_copy_goes_with_its_picture(caller: Caller, account, tmp_path: Path) -> None:
    arrival = caller.upload(save(chart(60, 40), tmp_path / "chart.png"))
    read(arrival["picture"]["id"])
    with unpacked(Picture.objects.get()) as copy:
        assert copy.exists()
    caller("DELETE", f"pictures/{arrival['picture']['id']}", expect=204)
    assert not copy.exists()


def test_blind_comparisons_are_a_trial_of_their_own_kind(
    caller: Caller, other: Caller, held: dict
) -> None:
    """Old answers are in it as they were given; from thirty on it says which ways were told apart."""
    at = f"prints/{held['id']}/judgements/trial"
    for number in range(36):
        first, second = ("Careful", "Smooth") if number % 2 else ("Smooth", "Careful")
        finer = "same" if number % 6 == 5 else "first" if first == "Careful" else "second"
        Judgement.objects.create(
            design_id=held["id"], first=first, second=second, finer=finer, ppi=300
        )
    Judgement.objects.create(
        design_id=held["id"], first="Sharp", second="Smooth", finer="same", ppi=300
    )
    result = caller("GET", at)["result"]
    pairs = {
        (one["against"], one["step"]): (one["right"], one["wrong"], one["none"])
        for one in result["pairs"]
    }
    assert pairs == {("Smooth", "Careful"): (0, 30, 6), ("Sharp", "Smooth"): (0, 0, 1)}
    assert result["says"].startswith("Careful was called finer than Smooth 30 times of 30")
    assert "Sharp and Smooth were not told apart" in result["says"]
    document = caller.client.get(f"/api/{at}.json").json()
    assert document["by"] == "method" and len(document["answers"]) == 37
    assert [one["answers"] for one in caller("GET", "proof-trials")] == [37]
    other("GET", at, expect=404)
    assert other("GET", "proof-trials") == []
