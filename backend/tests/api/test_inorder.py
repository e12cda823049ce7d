"""A page that is left sends its newest word along: an older one that is dealt with after it changes nothing."""

from __future__ import annotations

import json

import pytest

from tests.api.batches import batch_of
from tests.api.caller import Caller, ready_print
from tests.api.test_devices import planned
from zollstock.pictures.models import Picture

pytestmark = pytest.mark.django_db(transaction=True)

LINE = "0123456789abcdef"


def say(caller: Caller, method: str, path: str, body: object, number: int, line: str = LINE):
    token = caller.client.cookies["csrftoken"].value
    answer = caller.client.generic(
        method,
        f"/api/{path}",
        json.dumps(body),
        content_type="application/json",
        headers={"In-Order": f"{line};{number}", "X-CSRFToken": token},
    )
    assert answer.status_code == 200, answer.content
    return json.loads(answer.content)


def zone(name: str) -> dict[str, object]:
    return {"keep": [{"name": name, "x": 0.4, "y": 0.4, "w": 0.2, "h": 0.2}]}


def test_the_later_word_on_keep_zones_stands(caller, photo) -> None:
    path = f"pictures/{ready_print(caller, photo())['picture']['id']}/keep"
    say(caller, "PUT", path, zone("lamp"), 3)
    older = say(caller, "PUT", path, zone("la"), 2)
    assert older["keep"][0]["name"] == "lamp"
    say(caller, "PUT", path, zone("lamp, again"), 3)
    say(caller, "PUT", path, zone("another window's"), 1, line="f" * 32)
    assert Picture.objects.get().keep[0]["name"] == "another window's"
    assert caller("PUT", path, zone("nobody's line"))["keep"][0]["name"] == "nobody's line"


def test_the_later_word_on_a_cell_stands(caller, photo) -> None:
    picture = Picture.objects.get(id=ready_print(caller, photo())["picture"]["id"])
    batch = batch_of(caller, [picture], "keys:cm-20x20")
    path, cell = f"batches/{batch['id']}/cells", {"picture": str(picture.id), "size": "cm-20x20"}
    say(caller, "PUT", path, cell | {"zoom": 2}, 5)
    assert say(caller, "PUT", path, cell | {"zoom": 3}, 4)["zoom"] == 2
    assert say(caller, "POST", f"{path}/auto", cell, 3)["zoom"] == 2
    assert say(caller, "POST", f"{path}/auto", cell, 6)["edited"] is False
    assert say(caller, "PUT", path, cell | {"zoom": 3}, 5)["edited"] is False


def test_the_later_word_on_a_picture_stands(caller, photo) -> None:
    path = f"pictures/{ready_print(caller, photo())['picture']['id']}/verdict"
    say(caller, "PUT", path, {"verdict": "good", "note": "sharp enough"}, 2)
    older = say(caller, "PUT", path, {"verdict": "no", "note": ""}, 1)
    assert (older["verdict"], older["note"]) == ("good", "sharp enough")


def test_the_later_word_on_a_recipe_stands(caller, photo) -> None:
    medium = {"name": "satin photo paper", "key": "satin", "factor": 1.0}
    print_ = planned(caller, ready_print(caller, photo(), medium=medium), target={"width": "15 cm", "height": "10 cm"})  # fmt: skip
    path = f"prints/{print_['id']}/recipe/ticks"
    scale = {"line": "scale", "value": "100 %, nothing fitted to the page", "on": True}
    place = {"line": "place", "value": "centred", "on": True}
    assert set(say(caller, "POST", path, {"ticks": [scale, place]}, 2)["ticked"]) == {
        "scale",
        "place",
    }
    older = say(caller, "POST", path, {"ticks": [scale | {"on": False}]}, 1)
    assert set(older["ticked"]) == {"scale", "place"}


def test_the_later_word_on_unit_and_light_stands(caller) -> None:
    say(caller, "PATCH", "account", {"unit": "in", "light": "booth"}, 2)
    older = say(caller, "PATCH", "account", {"unit": "mm"}, 1)
    assert (older["unit"], older["light"]) == ("in", "booth")


def test_the_later_word_on_how_long_a_picture_is_kept_stands(caller, photo) -> None:
    path = f"pictures/{ready_print(caller, photo())['picture']['id']}/keeping"
    say(caller, "PUT", path, {"days": None}, 2)
    assert say(caller, "PUT", path, {"days": 1}, 1)["forget_at"] is None
