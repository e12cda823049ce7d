"""A print or a layout that was removed can be brought back, and holds nothing that is to go."""

from __future__ import annotations

from datetime import timedelta

import pytest
from django.utils import timezone

from tests.api.caller import ready_print
from tests.api.removing import a_day_after_removing
from zollstock.jobs.models import Design, Job
from zollstock.jobs.removed import KEPT_FOR, clear_removed
from zollstock.pictures.models import Picture
from zollstock.pictures.tasks import read

pytestmark = [pytest.mark.django_db(transaction=True), pytest.mark.usefixtures("empty_broker")]


@pytest.fixture
def held(caller, photo) -> dict:
    return ready_print(caller, photo(), title="Fog")


def test_a_print_comes_back_as_it_was_with_its_undo(caller, other, held) -> None:
    path = f"prints/{held['id']}"
    for title in ("one", "two"):
        plan = held["plan"] | {"title": title}
        held = caller("PUT", f"{path}/plan", {"plan": plan, "version": held["version"]})
    caller("DELETE", path, expect=204)
    caller("GET", path, expect=404)
    job = caller("GET", f"jobs/{held['job']}")
    assert job["prints"] == 0
    assert job["removed"] == [{"id": held["id"], "kind": "print", "title": "two"}]
    assert caller.listed("jobs")[0]["first"] == []
    other("POST", f"{path}/back", expect=404)
    caller("POST", f"{path}/back", expect=204)
    caller("POST", f"{path}/back", expect=204)  # pressed twice
    assert caller("GET", path)["plan"]["title"] == "two"
    assert caller("POST", f"{path}/undo", {"version": held["version"]})["plan"]["title"] == "one"
    assert caller("GET", f"jobs/{held['job']}")["removed"] == []


def test_a_print_begun_while_its_picture_was_read_goes_for_good_with_a_damaged_one(
    caller, photo
) -> None:
    path = photo()
    path.write_bytes(path.read_bytes()[:9000])
    picture = caller.upload(path)["picture"]["id"]
    job = caller("POST", "jobs", {"title": "Hall"})["id"]
    begun = caller("POST", f"jobs/{job}/prints", {"picture": picture})
    read(picture)
    assert caller("GET", f"pictures/{picture}")["state"] == "refused"
    caller("DELETE", f"prints/{begun['id']}?for_good=true", expect=204)
    assert caller("GET", f"jobs/{job}")["removed"] == []
    assert not Design.every.exists()


def test_a_print_that_was_worked_on_never_goes_for_good_at_once(caller, photo, held) -> None:
    caller("DELETE", f"prints/{held['id']}?for_good=true", expect=204)
    caller("POST", f"prints/{held['id']}/back", expect=204)
    plan = held["plan"] | {"title": "by hand"}
    caller("PUT", f"prints/{held['id']}/plan", {"plan": plan, "version": held["version"]})
    Picture.objects.update(state=Picture.State.REFUSED)
    caller("DELETE", f"prints/{held['id']}?for_good=true", expect=204)
    caller("POST", f"prints/{held['id']}/back", expect=204)
    assert caller("GET", f"prints/{held['id']}")["plan"]["title"] == "by hand"


def test_a_layout_comes_back_too(caller, held) -> None:
    layout = caller("POST", f"jobs/{held['job']}/layouts", {"kind": "tiles", "print": held["id"]})
    caller("DELETE", f"layouts/{layout['id']}", expect=204)
    caller("GET", f"layouts/{layout['id']}", expect=404)
    caller("POST", f"layouts/{layout['id']}/back", expect=204)
    assert caller("GET", f"layouts/{layout['id']}")["document"] == layout["document"]


def test_after_a_day_it_goes_for_good(caller, held) -> None:
    caller("DELETE", f"prints/{held['id']}", expect=204)
    clear_removed()
    assert Design.every.count() == 1
    a_day_after_removing()
    assert not Design.every.exists()
    caller("POST", f"prints/{held['id']}/back", expect=404)


def test_what_was_removed_holds_no_picture_and_no_job(caller, held) -> None:
    caller("DELETE", f"prints/{held['id']}", expect=204)
    caller("DELETE", f"pictures/{held['picture']['id']}", expect=204)
    assert not Picture.objects.exists() and not Design.every.exists()


def test_a_job_goes_with_what_was_removed_from_it_and_a_picture_is_forgotten_whole(
    caller, held, photo
) -> None:
    caller("DELETE", f"prints/{held['id']}", expect=204)
    caller("DELETE", f"jobs/{held['job']}", expect=204)
    Job.every.update(removed=timezone.now() - KEPT_FOR - timedelta(days=1))
    clear_removed()
    assert not Design.every.exists()
    again = ready_print(caller, photo("other.jpg", 300, 200))
    caller("DELETE", f"prints/{again['id']}", expect=204)
    caller("POST", f"pictures/{again['picture']['id']}/forget")
    assert not Design.every.exists()
