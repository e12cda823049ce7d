"""Reading pictures by the worker: what is lost is taken up, what happens twice does no harm."""

from __future__ import annotations

from datetime import timedelta
from pathlib import Path

import pytest
from django.utils import timezone

from tests.api.workers import until
from zollstock.pictures.models import Picture
from zollstock.pictures.tasks import read, take_up
from zollstock.site.celery import app


@pytest.fixture
def picture(caller, photo) -> Picture:
    return Picture.objects.get(id=caller.upload(photo())["picture"]["id"])


def test_reading_twice_does_no_harm(picture: Picture) -> None:
    read(str(picture.id))
    first = Picture.objects.get(id=picture.id)
    read(str(picture.id))
    again = Picture.objects.get(id=picture.id)
    assert (first.state, first.preview.name) == (again.state, again.preview.name)
    assert len(list(Path(first.preview.path).parent.glob("bench*"))) == 1


def test_reading_what_is_gone_is_nothing(db) -> None:
    read("00000000-0000-0000-0000-000000000000")


@pytest.mark.django_db(transaction=True)
def test_a_lost_message_is_sent_again(picture: Picture, workers) -> None:
    app.control.purge()
    workers("reader", "quick")
    Picture.objects.update(pulse=timezone.now() - timedelta(minutes=5))
    take_up()
    until(lambda: Picture.objects.get(id=picture.id).state == "ready")


@pytest.mark.django_db(transaction=True)
def test_a_silent_broker_loses_no_picture(caller, photo, monkeypatch) -> None:
    from kombu.exceptions import OperationalError

    def silent(*args, **options) -> None:
        raise OperationalError("no broker")

    monkeypatch.setattr(read, "apply_async", silent)
    arrival = caller.upload(photo())
    assert arrival["picture"]["state"] == "reading"
    assert Picture.objects.count() == 1


def test_sixteen_bits_and_grey_are_told(caller, tmp_path) -> None:
    from tests.pictures import chart, save

    wide = caller.upload(save(chart(90, 60, 16), tmp_path / "wide.tif"))["picture"]
    grey = caller.upload(save(chart(90, 60)[0].copy(interpretation="b-w"), tmp_path / "grey.png"))
    assert (wide["bits"], wide["format"], wide["channels"]) == (16, "TIFF", 3)
    assert grey["picture"]["channels"] == 1
    job = caller("POST", "jobs", {"title": "Hall"})
    held = caller("POST", f"jobs/{job['id']}/prints", {"picture": grey["picture"]["id"]})
    assert held["plan"]["picture"]["channels"] == 1
