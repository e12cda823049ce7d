"""Reading pictures by the worker: what is lost is taken up, what happens twice does no harm."""

from __future__ import annotations

import time
from datetime import timedelta
from pathlib import Path

import pytest
from django.utils import timezone

from tests.api.workers import until
from tests.pictures import noise, save
from zollstock.pictures import tasks
from zollstock.pictures.models import Picture
from zollstock.pictures.storage import store
from zollstock.pictures.tasks import inspect, make_bench_preview, read, take_up
from zollstock.pixels.previews import BENCH_PX, LIST_PX, LONG_PX, make_preview
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


@pytest.fixture
def long(caller, tmp_path: Path) -> Picture:
    """A JPEG long enough to be shown in lists before the bench has it."""
    path = save(noise(LONG_PX, 40), tmp_path / "long.jpg")
    return Picture.objects.get(id=caller.upload(path)["picture"]["id"])


@pytest.fixture
def in_lists(long: Picture) -> Picture:
    """It was read for the lists, and the bench has it not yet."""
    with pytest.MonkeyPatch.context() as ended:
        ended.setattr(tasks, "make_bench_preview", lambda *_: None)
        read(str(long.id))
    long.refresh_from_db()
    return long


def previews(picture: Picture) -> list[str]:
    return sorted(path.name for path in Path(picture.file.path).parent.glob("*.jpg"))


def test_a_long_jpeg_is_ready_for_lists_before_the_bench_has_it(
    long: Picture, monkeypatch: pytest.MonkeyPatch
) -> None:
    seen = []

    def watched(picture: Path, longest: int, to: Path) -> None:
        now = Picture.objects.get(id=long.id)
        seen.append((longest, now.state, bool(now.small), bool(now.preview)))
        make_preview(picture, longest, to)

    monkeypatch.setattr(tasks, "make_preview", watched)
    read(str(long.id))
    assert seen == [(LIST_PX, "reading", False, False), (BENCH_PX, "ready", True, False)]
    long.refresh_from_db()
    assert Path(long.small.path).exists() and Path(long.preview.path).exists()


def test_while_others_wait_a_long_one_is_read_once(
    long: Picture, picture: Picture, monkeypatch: pytest.MonkeyPatch
) -> None:
    monkeypatch.setattr(tasks, "make_preview", lambda *_: pytest.fail("read twice"))
    read(str(long.id))
    long.refresh_from_db()
    assert long.state == "ready" and long.preview and long.small


def test_a_cut_off_long_jpeg_is_refused_before_anything_of_it_is_shown(
    caller, tmp_path: Path
) -> None:
    whole = save(noise(LONG_PX, 400), tmp_path / "long.jpg")
    whole.write_bytes(whole.read_bytes()[: whole.stat().st_size * 2 // 3])
    held = Picture.objects.get(id=caller.upload(whole)["picture"]["id"])
    read(str(held.id))
    held.refresh_from_db()
    assert held.state == "refused" and not held.small and not held.preview


@pytest.mark.django_db(transaction=True)
@pytest.mark.parametrize("change", ["deleted", "made already"])
def test_a_bench_preview_nobody_needs_any_more_leaves_no_file(long: Picture, change: str, tmp_path: Path) -> None:  # fmt: skip
    read(str(long.id))
    long.refresh_from_db()
    folder = Path(long.file.path).parent
    before = previews(long)
    source = tmp_path / "again.jpg"
    source.write_bytes(Path(long.file.path).read_bytes())
    if change == "deleted":
        long.delete()
        before = []
    make_bench_preview(long, source, tmp_path)
    assert sorted(path.name for path in folder.glob("*.jpg")) == before


def test_a_reader_that_was_ended_between_both_is_made_up_for_by_the_measuring(caller, in_lists: Picture) -> None:  # fmt: skip
    assert caller.client.get(f"/api/pictures/{in_lists.id}/small.jpg").status_code == 200
    # It is waited for, and then there is none.
    begun = time.monotonic()
    assert caller.client.get(f"/api/pictures/{in_lists.id}/bench.jpg").status_code == 404
    assert time.monotonic() - begun < 4
    inspect(in_lists.inspection.id)
    assert caller.client.get(f"/api/pictures/{in_lists.id}/bench.jpg").status_code == 200


@pytest.mark.django_db(transaction=True)
def test_who_asks_for_the_bench_a_moment_too_soon_gets_it(caller, in_lists: Picture, monkeypatch: pytest.MonkeyPatch) -> None:  # fmt: skip
    name = f"{Path(in_lists.small.name).parent}/bench.jpg"

    def comes(*_: object) -> None:
        Picture.objects.filter(id=in_lists.id).update(
            preview=store(Path(in_lists.small.path), name)
        )

    monkeypatch.setattr("zollstock.pictures.serving.time.sleep", comes)
    assert caller.client.get(f"/api/pictures/{in_lists.id}/bench.jpg").status_code == 200


@pytest.mark.django_db(transaction=True)
def test_a_picture_deleted_while_its_preview_is_waited_for_is_simply_gone(caller, in_lists: Picture, monkeypatch: pytest.MonkeyPatch) -> None:  # fmt: skip
    monkeypatch.setattr(
        "zollstock.pictures.serving.time.sleep",
        lambda _: Picture.objects.filter(id=in_lists.id).delete(),
    )
    assert caller.client.get(f"/api/pictures/{in_lists.id}/bench.jpg").status_code == 404


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
