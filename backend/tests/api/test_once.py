"""What makes, books or sends something happens once, however often it is asked for under its key."""

from __future__ import annotations

import json
from concurrent.futures import ThreadPoolExecutor
from datetime import timedelta

import pytest
from django.db import connection
from django.utils import timezone

from tests.api.caller import Caller, ready_print
from zollstock.accounts.models import Done
from zollstock.accounts.once import forget_old
from zollstock.jobs.models import Design, Job
from zollstock.renders.models import OrderLine

pytestmark = [pytest.mark.django_db(transaction=True), pytest.mark.usefixtures("empty_broker")]


def post(caller: Caller, path: str, body: object, key: str) -> tuple[int, object]:
    answer = caller.client.post(
        f"/api/{path}",
        json.dumps(body),
        content_type="application/json",
        headers={"Idempotency-Key": key, "X-CSRFToken": caller.client.cookies["csrftoken"].value},
    )
    return answer.status_code, json.loads(answer.content or b"null")


def test_an_order_whose_answer_was_lost_is_one_order(caller, photo) -> None:
    held = ready_print(caller, photo())
    path, body = f"prints/{held['id']}/orders", {"version": held["version"]}
    first = post(caller, path, body, "lost-line-1")
    again = post(caller, path, body, "lost-line-1")
    assert first == again and first[0] == 200
    assert OrderLine.objects.count() == 1


def test_a_size_and_a_print_are_made_once(caller, photo) -> None:
    held = ready_print(caller, photo())
    for _ in range(3):
        post(caller, f"prints/{held['id']}/variants", {"set": "keys:cm-20x30"}, "variants-1")
        post(caller, f"jobs/{held['job']}/prints", {"picture": held["picture"]["id"]}, "prints-1")
    assert Design.objects.count() == 3


def test_what_was_refused_was_not_done_and_may_be_asked_again(caller, photo) -> None:
    held = ready_print(caller, photo())
    path = f"prints/{held['id']}/variants"
    assert post(caller, path, {"set": "keys:no-such"}, "refused-1")[0] >= 400
    assert not Done.objects.exists()
    assert post(caller, path, {"set": "keys:cm-20x30"}, "refused-1")[0] == 200


def test_a_key_is_an_accounts_own_and_of_one_address(caller, other) -> None:
    assert post(caller, "jobs", {"title": "Mine"}, "the-same-key")[0] == 200
    assert post(other, "jobs", {"title": "Theirs"}, "the-same-key")[1]["title"] == "Theirs"
    assert post(caller, "batches", {"title": "x", "set": "all"}, "the-same-key")[0] == 409


def test_pressed_twice_at_once_it_is_done_once(caller) -> None:
    def press(_: int) -> int:
        try:
            return post(caller, "jobs", {"title": "Hall"}, "pressed-twice")[0]
        finally:
            connection.close()

    with ThreadPoolExecutor(4) as hands:
        assert set(hands.map(press, range(4))) == {200}
    assert Job.objects.filter(title="Hall").count() == 1


def test_old_answers_go(caller) -> None:
    post(caller, "jobs", {"title": "Hall"}, "an-old-key")
    Done.objects.update(created=timezone.now() - timedelta(days=3))
    forget_old()
    assert not Done.objects.exists()
