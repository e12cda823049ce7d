"""A page that is left sends its newest word along: an older one that is dealt with after it changes nothing."""

from __future__ import annotations

import json

import pytest

from tests.api.batches import batch_of
from tests.api.caller import Caller, ready_print
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
