"""Pictures are measured in the background, and what was measured goes into the reckoning."""

from __future__ import annotations

from datetime import timedelta
from pathlib import Path

import pytest
from django.contrib.auth.models import User
from django.utils import timezone

from tests.api.caller import Caller
from tests.pictures import chart, save
from zollstock.pictures.intake import take_in
from zollstock.pictures.models import Inspection, Picture
from zollstock.pictures.tasks import inspect, read, take_up

pytestmark = pytest.mark.django_db(transaction=True)


@pytest.fixture
def picture(account: User, tmp_path: Path) -> Picture:
    """A picture that has been read, and waits to be measured."""
    path = save(chart(600, 400), tmp_path / "chart.jpg", Q=85)
    made, _ = take_in(account, path.name, [path.read_bytes()])
    read(str(made.id))
    return Picture.objects.get(id=made.id)


def wrapped(picture: Picture) -> dict:
    edge = {"kind": "wrap", "depth": "3 cm", "turn": "1 cm", "fill": "stretch"}
    size = {"width": "30 cm", "height": "20 cm"}
    plan = {"picture": picture.plan_part(), "target": size, "edge": edge}
    return {"plan": plan, "step": "edge", "unit": "cm", "picture": str(picture.id)}


def test_a_picture_is_measured_after_it_was_read(caller: Caller, picture: Picture) -> None:
    waiting = caller("GET", f"pictures/{picture.id}/measures")
    assert (waiting["state"], waiting["measures"]) == ("waiting", [])
    inspect(str(picture.inspection.pk))
    done = caller("GET", f"pictures/{picture.id}/measures")
    assert done["state"] == "done"
    words = {measure["id"]: measure["text"] for measure in done["measures"]}
    assert words["jpeg_quality"] == "85 of 100" and "noise_sigma" in words


def test_what_was_measured_goes_into_the_worksheet(caller: Caller, picture: Picture) -> None:
    assert "advice" not in caller("POST", "reckon", wrapped(picture))
    inspect(str(picture.inspection.pk))
    advice = caller("POST", "reckon", wrapped(picture))["advice"]
    assert advice["fix"]["edge.fill"] in ("mirror", "soft-mirror", "colour")
    assert advice["reasons"][0].startswith("The picture's edge is ")


def test_measures_are_none_of_a_strangers(other: Caller, picture: Picture) -> None:
    inspect(str(picture.inspection.pk))
    other("GET", f"pictures/{picture.id}/measures", expect=404)
    assert "advice" not in other("POST", "reckon", wrapped(picture))


def test_a_measuring_that_lost_its_worker_is_taken_up_again(picture: Picture) -> None:
    Inspection.objects.update(
        state="running", worker="killed", tries=1, pulse=timezone.now() - timedelta(minutes=1)
    )
    take_up()
    inspection = Inspection.objects.get()
    assert (inspection.state, inspection.tries) == ("waiting", 1)
    inspect(str(inspection.pk))
    assert Inspection.objects.get().state == "done"


def test_one_that_ends_three_workers_is_given_up_in_words(caller: Caller, picture: Picture) -> None:
    Inspection.objects.update(
        state="running", worker="killed", tries=3, pulse=timezone.now() - timedelta(minutes=1)
    )
    take_up()
    told = caller("GET", f"pictures/{picture.id}/measures")
    assert told["state"] == "failed" and "could not be measured" in told["problem"]
    # And it can be printed all the same.
    assert Picture.objects.get().state == "ready"


def test_measures_go_with_their_picture(caller: Caller, picture: Picture) -> None:
    caller("DELETE", f"pictures/{picture.id}", expect=204)
    assert not Inspection.objects.exists()


def test_what_was_measured_in_an_older_way_is_measured_again(
    caller: Caller, picture: Picture
) -> None:
    inspect(str(picture.inspection.pk))
    Inspection.objects.update(edition=1, measures={"noise_sigma": 7.5})
    take_up()
    # Until then the old measures are what is known.
    told = caller("GET", f"pictures/{picture.id}/measures")
    assert told["measures"][0]["text"] == "σ 7.5 of 255 levels"
    inspect(str(picture.inspection.pk))
    told = caller("GET", f"pictures/{picture.id}/measures")
    assert "σ 7.5 of 255 levels" not in [one["text"] for one in told["measures"]]
    assert "lightness" in {one["id"] for one in told["measures"]}
