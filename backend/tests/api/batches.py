"""Batches and runs as the tests begin with them."""

from __future__ import annotations

from pathlib import Path

from django.contrib.auth.models import User

from tests.api.caller import Caller
from tests.pictures import noise, save
from zollstock.batches.tasks import lay_out
from zollstock.pictures.intake import take_in
from zollstock.pictures.models import Picture
from zollstock.renders.models import OrderLine
from zollstock.renders.tasks import work_off

SET = "keys:cm-10x15,cm-20x20,in-8x10,px-320"


def brought(
    account: User,
    folder: Path,
    count: int,
    sides: tuple = ((240, 160), (200, 150), (180, 180), (160, 200)),
) -> list[Picture]:
    """So many different small pictures, in four ratios."""
    made = []
    for number in range(count):
        width, height = sides[number % len(sides)]
        path = save(noise(width, height, seed=number + 1), folder / f"plate {number:03d}.png")
        picture, _ = take_in(account, path.name, [path.read_bytes()])
        picture.state = Picture.State.READY
        picture.save()
        made.append(picture)
    return made


def batch_of(
    caller: Caller, pictures: list[Picture], which: str = "keys:cm-10x15,cm-20x20", **more
) -> dict:
    wanted = {"title": "Plates", "set": which, "pictures": [str(p.id) for p in pictures]} | more
    return caller("POST", "batches", wanted)


def run_of(caller: Caller, batch: dict, **more) -> dict:
    """A run that has its orders."""
    order = caller("POST", f"batches/{batch['id']}/orders", more)
    lay_out(order["id"])
    return caller("GET", f"orders/{order['id']}")


def over(order: dict) -> bool:
    return not OrderLine.objects.filter(
        order_id=order["id"], state__in=("queued", "running")
    ).exists()


def worked_off(order: dict) -> None:
    """Made to its end; each spell of work ends after a while, on a slow machine before the run does."""
    while not over(order):
        work_off(order["id"])
