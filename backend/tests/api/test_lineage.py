"""A picture that was made of another one: it goes with it, travels with it, and shows no more detail than it."""

from __future__ import annotations

from datetime import timedelta
from pathlib import Path

import pytest
from django.conf import settings
from django.utils import timezone

from tests.api.caller import Caller, ready_print
from tests.pictures import noise, save
from zollstock.jobs.models import Design
from zollstock.pictures.lineage import ancestors, with_derived
from zollstock.pictures.measured import measures_of
from zollstock.pictures.models import Inspection, Picture
from zollstock.pixels.measures import EDITION
from zollstock.renders.forgetting import forget_due

pytestmark = [pytest.mark.django_db(transaction=True), pytest.mark.usefixtures("empty_broker")]
RECIPE = {"format": "zollstock.rescue/1", "steps": [{"kind": "enlarge", "factor": 3}]}


@pytest.fixture
def brought(caller: Caller, tmp_path: Path) -> Picture:
    """An old postcard, brought by its owner."""
    return Picture.objects.get(
        id=caller.upload(save(noise(300, 200), tmp_path / "card.jpg"))["picture"]["id"]
    )


def derived(caller: Caller, parent: Picture, tmp_path: Path) -> dict:
    """A print of a picture that a recipe made of `parent`, three times as large."""
    number = Picture.objects.count()
    path = save(noise(900 + number, 600), tmp_path / f"made{number}.jpg")
    held = ready_print(caller, path)
    Picture.objects.filter(id=held["picture"]["id"]).update(
        parent=parent, recipe=RECIPE, recipe_version=2
    )
    return held


def picture_of(held: dict) -> Picture:
    return Picture.objects.get(id=held["picture"]["id"])


def test_it_is_deleted_with_what_it_was_made_of_and_that_is_said_before(
    caller: Caller, brought: Picture, tmp_path: Path
) -> None:
    second = picture_of(derived(caller, brought, tmp_path))
    derived(caller, second, tmp_path)
    kept = caller("GET", f"pictures/{brought.id}/keeping")
    assert kept == {"forget_at": None, "pictures": 2, "prints": 2, "layouts": 0, "files": 0}
    caller("POST", f"pictures/{brought.id}/forget")
    assert not Picture.objects.exists() and not Design.every.exists()
    root = Path(settings.MEDIA_ROOT) / "pictures"
    assert [path for path in root.rglob("*") if path.is_file()] == []


def test_deleting_it_leaves_what_it_was_made_of(
    caller: Caller, brought: Picture, tmp_path: Path
) -> None:
    made = picture_of(derived(caller, brought, tmp_path))
    caller("POST", f"pictures/{made.id}/forget")
    assert list(Picture.objects.all()) == [brought]


def test_it_is_kept_no_longer_than_what_it_was_made_of(
    caller: Caller, brought: Picture, tmp_path: Path
) -> None:
    made = picture_of(derived(caller, brought, tmp_path))
    soon = timezone.now() + timedelta(days=2)
    sooner = picture_of(derived(caller, brought, tmp_path))
    Picture.objects.filter(id=sooner.id).update(forget_at=soon)
    caller("PUT", f"pictures/{brought.id}/keeping", {"days": 7})
    made.refresh_from_db(), sooner.refresh_from_db(), brought.refresh_from_db()
    assert made.forget_at == brought.forget_at and sooner.forget_at == soon
    Picture.objects.update(forget_at=timezone.now() - timedelta(seconds=1))
    assert forget_due() == 1  # the others went with it
    assert not Picture.objects.exists()


def test_its_room_counts_and_the_generations_are_asked_for_together(
    caller: Caller, brought: Picture, tmp_path: Path, django_assert_num_queries
) -> None:
    before = caller("GET", "account/room")["kept_share"]
    line = [brought]
    for _ in range(3):
        line.append(picture_of(derived(caller, line[-1], tmp_path)))
    assert caller("GET", "account/room")["kept_share"] > before
    with django_assert_num_queries(4):  # one a generation, and one that finds no more
        assert with_derived([brought.id]) == {one.id for one in line}
    assert ancestors(line[-1]) == line[-2::-1]


def test_its_detail_is_that_of_what_it_was_made_of(
    caller: Caller, brought: Picture, tmp_path: Path
) -> None:
    made = picture_of(derived(caller, brought, tmp_path))

    def measured(picture: Picture, low: int, high: int) -> None:
        Inspection.objects.update_or_create(
            picture=picture,
            defaults={"edition": EDITION, "measures": {"true_detail": [low, high]}},
        )

    measured(made, 400_000, 540_000)
    assert measures_of(made.account, made.id).true_detail == (400_000, 540_000)
    # Measured later than what was made of it: the answer of before is not kept.
    measured(brought, 20_000, 60_000)
    assert measures_of(made.account, made.id).true_detail == (20_000, 60_000)


def test_a_job_takes_along_what_its_pictures_were_made_of(
    caller: Caller, other: Caller, brought: Picture, tmp_path: Path
) -> None:
    held = derived(caller, brought, tmp_path)
    packed = caller("GET", f"jobs/{held['job']}/archive")
    assert other.send("POST", "jobs/archive", packed, "application/zip").status_code == 200
    theirs = Picture.objects.exclude(account=brought.account)
    assert theirs.count() == 2
    child = theirs.get(parent__isnull=False)
    assert child.parent is not None and child.parent.sha256 == brought.sha256
    assert (child.recipe, child.recipe_version) == (RECIPE, 2)
