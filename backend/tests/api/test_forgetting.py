"""What is forgotten is on no disk any more: the picture, what was made of it, and every copy of it."""

from __future__ import annotations

import fcntl
import shutil
import subprocess
import sys
from pathlib import Path

import pytest
from celery.worker.control import Panel
from django.conf import settings as django_settings

from tests.api.caller import Caller, ready_print
from tests.api.test_layouts import begun
from tests.api.test_renders import leftovers
from tests.pictures import noise, save
from zollstock.jobs.models import Design
from zollstock.pictures.elsewhere import forget_unpacked
from zollstock.pictures.models import Picture
from zollstock.pictures.storage import BACKUP_LOCK
from zollstock.pictures.tidying import clear_orphans
from zollstock.pictures.unpacked import unpacked
from zollstock.pixels.errors import PictureError
from zollstock.renders.tasks import make

pytestmark = [pytest.mark.django_db(transaction=True), pytest.mark.usefixtures("empty_broker")]


@pytest.fixture
def held(caller: Caller, tmp_path: Path) -> dict:
    pixels = {"mode": "fixed", "ppi": 72, "method": "cubic"}
    picture = save(noise(600, 450), tmp_path / "noise.jpg")
    return ready_print(caller, picture, pixels=pixels, output={"format": "pdf"})


def test_a_picture_is_forgotten_at_once_with_all_that_was_made_of_it(caller, held) -> None:
    layout = begun(caller, held)
    made = caller("POST", f"layouts/{layout['id']}/orders", {"version": 1})
    make(made["id"])
    picture = held["picture"]["id"]
    kept = caller("GET", f"pictures/{picture}/keeping")
    assert kept == {"forget_at": None, "pictures": 0, "prints": 1, "layouts": 1, "files": 1}
    # It was looked at, too: then it lies unpacked beside the storage.
    with unpacked(Picture.objects.get(id=picture)) as copy:
        assert copy.exists()
    assert caller("POST", f"pictures/{picture}/forget") == {"held_back": ""}
    assert not Picture.objects.exists() and not Design.objects.exists()
    assert leftovers() == []
    root = Path(django_settings.MEDIA_ROOT)
    assert [path for path in (root / "pictures").rglob("*") if path.is_file()] == []
    assert list(Path(django_settings.UNPACKED_ROOT).glob("*")) == []
    assert caller("GET", f"jobs/{held['job']}")["prints"] == 0  # the job itself stays


def test_every_worker_can_be_told_to_forget_a_copy() -> None:
    """A worker that has deleted no picture itself must know the word, too."""
    begun_anew = (
        "from zollstock.site.celery import app\n"
        "from celery.worker.control import Panel\n"
        "app.loader.init_worker()\n"
        "print('forget_copy' in Panel.data)"
    )
    told = subprocess.run([sys.executable, "-c", begun_anew], capture_output=True, text=True)
    assert told.stdout.strip() == "True", told.stderr


def test_what_is_unpacked_of_a_picture_that_goes_meanwhile_goes_too(
    caller, held, monkeypatch
) -> None:
    """Deleted while a worker unpacks it: the copy would be there with nobody who knows of it."""
    picture = Picture.objects.get(id=held["picture"]["id"])

    def unpack_slowly(master: Path, copy: Path) -> None:
        shutil.copyfile(master, copy)
        caller("POST", f"pictures/{picture.id}/forget")

    monkeypatch.setattr("zollstock.pictures.unpacked.unpack", unpack_slowly)
    with pytest.raises(PictureError, match="deleted meanwhile"), unpacked(picture):
        pass
    assert list(Path(django_settings.UNPACKED_ROOT).glob("*")) == []


def test_every_worker_is_told_to_let_go_of_its_copy(held, monkeypatch) -> None:
    told: list[tuple[str, dict[str, str]]] = []
    monkeypatch.setattr(
        "zollstock.pictures.elsewhere.current_app.control.broadcast",
        lambda name, arguments: told.append((name, arguments)),
    )
    picture = Picture.objects.get(id=held["picture"]["id"])
    with unpacked(picture) as copy:
        pass
    forget_unpacked(picture.id)
    assert told == [("forget_copy", {"picture": str(picture.id)})]
    copy.write_bytes(b"on another machine")
    Panel.data["forget_copy"](None, picture=str(picture.id))
    assert not copy.exists()


def test_what_a_backup_holds_back_is_said(caller, held) -> None:
    lock = Path(django_settings.MEDIA_ROOT) / BACKUP_LOCK
    with lock.open("wb") as opened:
        fcntl.flock(opened, fcntl.LOCK_EX)
        told = caller("POST", f"pictures/{held['picture']['id']}/forget")
    assert "A backup is being made" in told["held_back"]
    clear_orphans(settled=0)
    assert leftovers() == []
