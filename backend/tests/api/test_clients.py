"""Pages for clients: what they show and what they never do, answers that arrive on the job, links that end."""

from __future__ import annotations

import io
from collections.abc import Callable
from datetime import date, timedelta
from pathlib import Path
from threading import BoundedSemaphore
from typing import Any

import pytest
from django.core.cache import cache
from PIL import Image

from tests.api.caller import Caller, ready_print
from zollstock.jobs import clients_api, walls
from zollstock.jobs.models import ClientLink, JobEvent
from zollstock.pictures.tasks import read

pytestmark = [pytest.mark.django_db(transaction=True), pytest.mark.usefixtures("empty_broker")]


@pytest.fixture
def held(caller: Caller, photo: Callable[[], Path]) -> dict[str, Any]:
    cache.clear()
    return ready_print(caller, photo(), title="Fog", target={"width": "30 cm", "height": "20 cm"})


@pytest.fixture
def link(caller: Caller, held: dict[str, Any]) -> dict[str, Any]:
    made: dict[str, Any] = caller("POST", f"jobs/{held['job']}/client-links", {"ids": [held["id"]], "until": in_days(7), "words": "Which?"})  # fmt: skip
    return made


def in_days(days: int) -> str:
    return (date.today() + timedelta(days=days)).isoformat()


def test_a_stranger_sees_the_prints_and_nothing_else(
    caller: Caller, held: dict[str, Any], link: dict[str, Any]
) -> None:
    other = caller(
        "POST",
        f"jobs/{held['job']}/prints",
        {"picture": held["picture"]["id"], "plan": held["plan"] | {"title": "Secret"}},
    )
    caller("PUT", f"jobs/{held['job']}", {"title": "Hall", "client": "Tide Mill Museum"})
    stranger = Caller()
    page = stranger("GET", f"shown/{link['code']}")
    assert [(one["title"], one["size_text"]) for one in page["prints"]] == [("Fog", "30 × 20 cm")]
    assert page["words"] == "Which?" and set(page) == {"words", "until", "prints", "wall"}
    said = str(page)
    for secret in (
        "Secret",
        "Hall",
        "Museum",
        held["picture"]["name"],
        str(held["picture"]["id"]),
        f"'id': {other['id']}",
    ):
        assert secret not in said
    picture = stranger.client.get(f"/api/shown/{link['code']}/0.jpg")
    image = Image.open(io.BytesIO(picture.content))
    assert picture["Content-Type"] == "image/jpeg" and image.width / image.height == pytest.approx(
        1.5, abs=0.02
    )
    assert max(image.size) <= 1600 and not image.getexif() and "icc_profile" not in image.info
    assert "Content-Disposition" not in picture
    assert stranger.client.get(f"/api/shown/{link['code']}/1.jpg").status_code == 404
    assert stranger.client.get(f"/api/prints/{held['id']}").status_code == 401


def test_what_the_client_says_arrives_on_the_job_and_the_last_word_counts(caller: Caller, held: dict[str, Any], link: dict[str, Any]) -> None:  # fmt: skip
    stranger = Caller()
    path = f"shown/{link['code']}/answers"
    stranger("POST", path, {"place": 0, "said": "no", "comment": "a little more white below?"})
    stranger("POST", path, {"place": 0, "said": "no", "comment": "a little more white below?"})
    page = stranger("POST", path, {"place": 0, "said": "yes", "comment": "good"})
    assert (page["prints"][0]["said"], page["prints"][0]["comment"]) == ("yes", "good")
    (state,) = caller("GET", f"jobs/{held['job']}/client-links")
    assert [(one["title"], one["said"], one["comment"]) for one in state["answers"]] == [
        ("Fog", "yes", "good")
    ]
    told = list(
        JobEvent.objects.filter(what="client").order_by("id").values_list("words", flat=True)
    )
    assert told == ["no: a little more white below?", "yes: good"], (
        "each change is an event, a lost answer sent again is none"
    )
    stranger("POST", path, {"place": 3, "said": "yes"}, expect=404)
    stranger("POST", path, {"place": 0, "said": "maybe"}, expect=422)


def test_a_link_ends_on_its_day_when_it_is_taken_back_and_with_its_job(caller: Caller, other: Caller, held: dict[str, Any], link: dict[str, Any]) -> None:  # fmt: skip
    stranger, path = Caller(), f"shown/{link['code']}"
    ClientLink.objects.update(until=date.today() - timedelta(days=1))
    gone = stranger("GET", path, expect=404)
    unknown = stranger("GET", "shown/nothing-like-that", expect=404)
    assert gone == unknown, "nobody learns that there was one"
    ClientLink.objects.update(until=date.today())
    stranger("GET", path)
    caller("DELETE", f"jobs/{held['job']}", expect=204)
    stranger("GET", path, expect=404)
    caller("POST", f"jobs/{held['job']}/back", {})
    stranger("GET", path)
    caller("DELETE", f"prints/{held['id']}", expect=204)
    assert stranger("GET", path)["prints"] == []
    other("POST", f"client-links/{link['id']}/back", {}, expect=404)
    assert caller("POST", f"client-links/{link['id']}/back", {})["open"] is False
    stranger("GET", path, expect=404)
    assert stranger.client.get(f"/api/{path}/0.jpg").status_code == 404


def test_guessing_links_is_hopeless_and_limited(link: dict[str, Any]) -> None:
    assert len(link["code"]) >= 24
    stranger = Caller()
    stranger("GET", f"shown/{link['code'].swapcase()}", expect=404)
    for number in range(29):
        stranger("GET", f"shown/guess-{number}", expect=404)
    told = stranger("GET", "shown/one-more", expect=429)
    assert "Wait ten minutes" in told["message"]
    stranger("GET", f"shown/{link['code']}", expect=429)


def test_a_page_that_cannot_be_is_refused_in_words(
    caller: Caller, other: Caller, held: dict[str, Any]
) -> None:
    path = f"jobs/{held['job']}/client-links"
    for body, words in (
        ({"ids": [held["id"]], "until": in_days(-1)}, "today at the earliest"),
        ({"ids": [held["id"]], "until": in_days(800)}, "in a year"),
        ({"ids": [999_999], "until": in_days(1)}, "Choose the prints"),
    ):
        assert words in caller("POST", path, body, expect=422)["message"]
    other("POST", path, {"ids": [held["id"]], "until": in_days(1)}, expect=404)
    theirs = other("POST", "jobs", {"title": "Theirs"})
    refused = other(
        "POST",
        f"jobs/{theirs['id']}/client-links",
        {"ids": [held["id"]], "until": in_days(1)},
        expect=422,
    )
    assert "Choose the prints" in refused["message"], "no print of another account"


def test_the_wall_is_shown_that_the_owner_chose_and_no_other(
    caller: Caller, other: Caller, held: dict[str, Any], monkeypatch: pytest.MonkeyPatch
) -> None:
    monkeypatch.setattr(clients_api, "_WALLS", 2)
    tiles = caller("POST", f"jobs/{held['job']}/layouts", {"kind": "tiles", "print": held["id"]})
    row = caller("POST", f"jobs/{held['job']}/layouts", {"kind": "hang", "prints": [held["id"]]})
    assert [wall["id"] for wall in caller("GET", f"jobs/{held['job']}/walls")] == [row["id"]]
    other("GET", f"jobs/{held['job']}/walls", expect=404)
    asked = {"ids": [held["id"]], "until": in_days(7)}
    told = caller(
        "POST", f"jobs/{held['job']}/client-links", asked | {"wall": tiles["id"]}, expect=422
    )
    assert "hangs on no wall" in told["message"]
    without = caller("POST", f"jobs/{held['job']}/client-links", asked)
    shown = caller("POST", f"jobs/{held['job']}/client-links", asked | {"wall": row["id"]})
    stranger = Caller()
    assert stranger("GET", f"shown/{without['code']}")["wall"] is False
    assert stranger.client.get(f"/api/shown/{without['code']}/wall.jpg").status_code == 404
    assert stranger("GET", f"shown/{shown['code']}")["wall"] is True
    picture = stranger.client.get(f"/api/shown/{shown['code']}/wall.jpg")
    image = Image.open(io.BytesIO(picture.content))
    assert image.width > 1000 and not image.getexif()
    assert "Content-Disposition" not in picture and "no-store" in picture["Cache-Control"]
    again = [
        stranger.client.get(f"/api/shown/{shown['code']}/wall.jpg").status_code for _ in range(2)
    ]
    assert again == [200, 429], "a wall is drawn so often and no more"
    cache.clear()
    caller("DELETE", f"layouts/{row['id']}", expect=204)
    assert stranger("GET", f"shown/{shown['code']}")["wall"] is False


def test_a_wall_in_a_photograph_shows_the_room_and_nothing_of_its_tags(
    caller: Caller, held: dict[str, Any], tmp_path: Path
) -> None:
    room = Image.new("RGB", (1500, 1000), (150, 40, 40))
    tags = room.getexif()
    tags[0x013B] = "Ida Marsh"  # Artist
    room.save(tmp_path / "room.jpg", exif=tags, quality=95)
    picture = caller.upload(tmp_path / "room.jpg")["picture"]["id"]
    read(picture)
    row = caller("POST", f"jobs/{held['job']}/layouts", {"kind": "hang", "prints": [held["id"]]})
    caller(
        "POST", f"layouts/{row['id']}/wall-photo", {"picture": picture, "version": row["version"]}
    )
    asked = {"ids": [held["id"]], "until": in_days(7), "wall": row["id"]}
    shown = caller("POST", f"jobs/{held['job']}/client-links", asked)
    answer = Caller().client.get(f"/api/shown/{shown['code']}/wall.jpg")
    image = Image.open(io.BytesIO(answer.content))
    assert not image.getexif() and b"Ida Marsh" not in answer.content
    corner = image.convert("RGB").getpixel((5, 5))
    assert corner == pytest.approx((150, 40, 40), abs=12)


def test_only_a_few_pictures_are_drawn_at_a_time_and_who_waits_too_long_is_told(
    held: dict[str, Any], link: dict[str, Any], monkeypatch: pytest.MonkeyPatch
) -> None:
    monkeypatch.setattr(walls, "_DRAWING", BoundedSemaphore(1))
    monkeypatch.setattr(walls, "_LONGEST_WAIT_S", 0.05)
    path = f"/api/shown/{link['code']}/0.jpg"
    with walls.in_turn():
        told = Caller().client.get(path)
    assert told.status_code == 503 and "Try again" in told.json()["message"]
    assert Caller().client.get(path).status_code == 200, "then it is free again"
