"""Looking at a picture pixel by pixel: its tiles, where to look, and what its owner found."""

from __future__ import annotations

from pathlib import Path
from uuid import UUID

import pytest
from django.conf import settings
from django.contrib.auth.models import User

from tests.api.caller import Caller
from tests.pictures import noise, save
from zollstock.core.picture.measures import Measures
from zollstock.pictures import looking_api
from zollstock.pictures.intake import take_in
from zollstock.pictures.measured import measures_of
from zollstock.pictures.models import Picture
from zollstock.pictures.tasks import inspect, read
from zollstock.pixels.vips import pyvips

pytestmark = pytest.mark.django_db(transaction=True)


@pytest.fixture
def picture(account: User, tmp_path: Path) -> Picture:
    """1100 × 700 px as stored, on its side: 700 × 1100 upright; read, and inspected."""
    path = save(noise(1100, 700), tmp_path / "grain.png", orientation=6)
    made, _ = take_in(account, path.name, [path.read_bytes()])
    read(str(made.id))
    made.refresh_from_db()
    inspect(str(made.inspection.pk))
    made.refresh_from_db()
    return made


def tile(caller: Caller, picture: Picture, level: int, column: int, row: int) -> pyvips.Image:
    found = caller("GET", f"pictures/{picture.id}/tiles/{level}/{column}_{row}.jpg")
    return pyvips.Image.new_from_buffer(found, "")


def test_the_tiles_of_the_top_level_are_the_picture_upright(
    caller: Caller, picture: Picture
) -> None:
    look = caller("GET", f"pictures/{picture.id}/look")
    assert (look["ready"], look["complete"]) == (True, True)
    assert (look["tile"], look["top"]) == (512, 11)
    with picture.file.open("rb") as file:
        master = pyvips.Image.new_from_buffer(file.read(), "").autorot()
    over = look["overlap"]
    for column, row in ((0, 0), (1, 0), (1, 2)):
        found = tile(caller, picture, look["top"], column, row)
        x, y = (max(0, 512 * at - over) for at in (column, row))
        right, down = min(700, 512 * (column + 1) + over), min(1100, 512 * (row + 1) + over)
        assert (found.width, found.height) == (right - x, down - y)
        there = master.crop(x, y, found.width, found.height)
        # A JPEG of noise; in its place and with its colours.
        assert (found - there).abs().avg() < 6
    below = tile(caller, picture, look["top"] - 1, 0, 0)
    assert (below.width, below.height) == (350, 514)


@pytest.mark.parametrize("place", ["11/9_9", "40/0_0", "11/0_00000000000000009"])
def test_a_tile_that_is_none_is_missed_in_words(
    caller: Caller, picture: Picture, place: str
) -> None:
    answer = caller("GET", f"pictures/{picture.id}/tiles/{place}.jpg", expect=404)
    assert "no such tile" in answer["message"]


def test_places_worth_a_look(caller: Caller, picture: Picture) -> None:
    Picture.objects.update(keep=[{"name": "lamp", "x": 0.2, "y": 0.4, "w": 0.2, "h": 0.1}])
    places = caller("GET", f"pictures/{picture.id}/look")["places"]
    by_id = {place["id"]: place for place in places}
    assert places[0]["label"] == "lamp"
    assert (places[0]["x"], places[0]["y"]) == (pytest.approx(0.3), pytest.approx(0.45))
    assert {"sharp-1", "shadow", "light", "upper-left", "lower-right"} <= set(by_id)
    assert all(0 <= place[axis] <= 1 for place in places for axis in "xy")


def test_measured_while_it_is_asked_it_is_not_called_complete_too_early(
    account: User, caller: Caller, tmp_path: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    path = save(noise(300, 200), tmp_path / "grain.png")
    picture, _ = take_in(account, path.name, [path.read_bytes()])
    read(str(picture.id))

    def just_too_early(asking: User, of: UUID) -> Measures:
        found = measures_of(asking, of)
        inspect(str(Picture.objects.get(id=of).inspection.pk))
        return found

    monkeypatch.setattr(looking_api, "measures_of", just_too_early)
    look = caller("GET", f"pictures/{picture.id}/look")
    assert not look["complete"] and not [one for one in look["places"] if "sharp" in one["id"]]
    look = caller("GET", f"pictures/{picture.id}/look")
    assert look["complete"] and [one for one in look["places"] if "sharp" in one["id"]]


def test_before_it_is_cut_up_it_says_so(account: User, caller: Caller, tmp_path: Path) -> None:
    path = save(noise(300, 200), tmp_path / "grain.png")
    made, _ = take_in(account, path.name, [path.read_bytes()])
    assert caller("GET", f"pictures/{made.id}/look")["ready"] is False
    caller("GET", f"pictures/{made.id}/tiles/9/0_0.jpg", expect=404)


def test_nothing_of_it_is_a_strangers(other: Caller, picture: Picture) -> None:
    other("GET", f"pictures/{picture.id}/look", expect=404)
    other("GET", f"pictures/{picture.id}/tiles/11/0_0.jpg", expect=404)
    other("PUT", f"pictures/{picture.id}/verdict", {"verdict": "no"}, expect=404)


def test_what_its_owner_found_is_kept(caller: Caller, picture: Picture) -> None:
    path = f"pictures/{picture.id}"
    found = {"verdict": "bearable", "note": "  soft on the left "}
    assert caller("PUT", f"{path}/verdict", found)["note"] == "soft on the left"
    assert caller("GET", path)["verdict"] == "bearable"
    caller("PUT", f"{path}/verdict", {"verdict": "splendid"}, expect=422)
    caller("PUT", f"{path}/verdict", {"verdict": "no", "note": "x" * 401}, expect=422)
    assert caller("PUT", f"{path}/verdict", {"verdict": ""})["verdict"] == ""


def test_tiles_go_with_their_picture(caller: Caller, picture: Picture) -> None:
    home = (Path(settings.MEDIA_ROOT) / picture.tiles.name).parent
    assert picture.tiles.name.endswith("tiles.zip") and (home / "tiles.zip").exists()
    caller("DELETE", f"pictures/{picture.id}", expect=204)
    assert not home.exists()
