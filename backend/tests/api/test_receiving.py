"""Bodies and archives that are not what they announce, and accounts that are full."""

from __future__ import annotations

import io
import json
import struct
import zipfile
import zlib
from pathlib import Path

import pytest
from django.conf import settings as django_settings
from django.core.handlers.wsgi import WSGIRequest
from ninja.errors import HttpError

from tests.api.caller import Caller, ready_print
from tests.pictures import noise, save
from zollstock.jobs.models import Job
from zollstock.longwork.queue import MOST_TRIES
from zollstock.pictures.models import Picture
from zollstock.pictures.receiving import body
from zollstock.pictures.tasks import read, take_up
from zollstock.renders.models import OrderLine


def stored_files() -> list[str]:
    root = Path(django_settings.MEDIA_ROOT)
    return sorted(str(path.relative_to(root)) for path in root.rglob("*") if path.is_file())


def request(content: bytes, **environ: object) -> WSGIRequest:
    return WSGIRequest({"REQUEST_METHOD": "POST", "wsgi.input": io.BytesIO(content),
                        "PATH_INFO": "/", "SERVER_NAME": "x", "SERVER_PORT": "80"} | environ)  # fmt: skip


def test_a_body_is_all_that_was_announced_or_nothing() -> None:
    assert b"".join(body(request(b"x" * 900, CONTENT_LENGTH="900"))) == b"x" * 900
    with pytest.raises(HttpError, match="broke off: 300 of 900 bytes") as told:
        list(body(request(b"x" * 300, CONTENT_LENGTH="900")))
    assert told.value.status_code == 400


def test_a_body_in_chunks_is_read_where_the_server_decodes_it() -> None:
    chunked = {"HTTP_TRANSFER_ENCODING": "chunked", "wsgi.input_terminated": True}
    assert b"".join(body(request(b"x" * 900, **chunked))) == b"x" * 900
    assert list(body(request(b"x" * 900))) == []


@pytest.mark.parametrize("said", ["²", "-5", "9" * 40, "many", ""])
def test_nonsense_for_a_length_is_no_length(said: str) -> None:
    assert list(body(request(b"", CONTENT_LENGTH=said))) == []


def test_an_account_keeps_so_much_and_no_more(caller: Caller, photo, settings) -> None:
    first = photo("a.jpg", 600, 400)
    settings.ACCOUNT_MOST_BYTES = first.stat().st_size + 1000
    caller.upload(first)
    told = caller("GET", "account/room")
    assert told["kept_share"] > 0.8 and " of " in told["kept_text"]
    answer = caller.upload(photo("b.jpg", 640, 480), expect=413)
    assert "no room" in answer["message"] and "Nothing was stored" in answer["message"]
    assert len([name for name in stored_files() if "master" in name]) == 1


def test_a_full_account_gets_no_files_made(caller: Caller, photo, settings) -> None:
    held = ready_print(caller, photo())
    settings.ACCOUNT_MOST_BYTES = 1000
    at = {"version": held["version"]}
    assert "no room" in caller("POST", f"prints/{held['id']}/orders", at, expect=413)["message"]
    assert not OrderLine.objects.exists()


def archive(held: dict, caller: Caller) -> bytes:
    return caller("GET", f"jobs/{held['job']}/archive")


def refused(other: Caller, packed: bytes) -> str:
    """What is said to a hostile archive; nothing of it stays."""
    response = other.send("POST", "jobs/archive", packed, "application/zip")
    assert response.status_code == 422, (response.status_code, response.content)
    said = response.json()["message"]
    assert Job.objects.filter(account__username="stranger").count() == 0
    assert Picture.objects.filter(account__username="stranger").count() == 0
    return said


@pytest.mark.django_db(transaction=True)
def test_damaged_archives_leave_nothing(caller: Caller, other: Caller, tmp_path: Path) -> None:
    """Overwritten deflate, offsets that lead nowhere, a cut end: each refused in words."""
    held = ready_print(caller, save(noise(400, 300), tmp_path / "noise.tif", compression="none"))
    before = stored_files()
    source = zipfile.ZipFile(io.BytesIO(archive(held, caller)))
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as bag:
        for name in source.namelist():
            bag.writestr(name, source.read(name))
    whole = out.getvalue()
    info = next(i for i in zipfile.ZipFile(out).infolist() if i.filename.startswith("pictures/"))
    middle = info.header_offset + 200
    hurt = {
        "deflate": whole[:middle] + b"\xff" * 400 + whole[middle + 400 :],
        "offset": whole.replace(struct.pack("<L", info.header_offset), struct.pack("<L", 5), 1)
        if whole.count(struct.pack("<L", info.header_offset)) == 1
        else whole[:-22] + whole[-22:-6] + struct.pack("<L", 7) + whole[-2:],
        "cut": whole[: len(whole) // 2],
        "zeroed": whole[:middle] + bytes(3000) + whole[middle + 3000 :],
    }
    for name, packed in hurt.items():
        assert "No job was made" in refused(other, packed), name
    assert stored_files() == before


@pytest.mark.django_db(transaction=True)
def test_the_first_pictures_of_a_refused_archive_go_again(
    caller: Caller, other: Caller, photo
) -> None:
    held = ready_print(caller, photo("a.jpg", 600, 400))
    second = caller.upload(photo("b.jpg", 500, 400))["picture"]
    read(second["id"])
    caller("POST", f"jobs/{held['job']}/prints", {"picture": second["id"]})
    before = stored_files()
    source = zipfile.ZipFile(io.BytesIO(archive(held, caller)))
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w") as bag:
        names = source.namelist()
        last = [name for name in names if name.startswith("pictures/")][-1]
        for name in names:
            bag.writestr(name, b"no picture at all" if name == last else source.read(name))
    assert "not a picture" in refused(other, out.getvalue())
    assert stored_files() == before


def test_a_small_archive_does_not_fill_the_disk(caller: Caller, other: Caller) -> None:
    """300 MB of noughts that pack to a third of a megabyte."""
    plan = {
        "picture": {"width_px": 6, "height_px": 4},
        "target": {"width": "6 in", "height": "4 in"},
    }
    job = {
        "format": "zollstock.job/1",
        "title": "T",
        "prints": [{"plan": "p.json", "picture": "a.tif", "name": "a.tif"}],
    }
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as bag:
        bag.writestr("job.json", json.dumps(job))
        bag.writestr("p.json", json.dumps(plan))
        with bag.open("a.tif", "w") as file:
            for _ in range(300):
                file.write(bytes(2**20))
    assert out.tell() < 600_000
    assert "100 times its size" in refused(other, out.getvalue())
    assert stored_files() == []


def test_an_archive_must_find_room(caller: Caller, other: Caller, photo, settings) -> None:
    packed = archive(ready_print(caller, photo()), caller)
    settings.ACCOUNT_MOST_BYTES = len(packed) // 2
    response = other.send("POST", "jobs/archive", packed, "application/zip")
    assert response.status_code == 413 and "no room" in response.json()["message"]


def test_an_interlaced_bomb_is_not_decoded_on_the_way_in(caller: Caller, tmp_path: Path) -> None:
    """25 000² pixels, interlaced, without tags: reading it for tags would take gigabytes."""
    side = 25_000
    packed = zlib.compressobj(9)
    row, data = b"\0" * (side * 3 + 1), []
    for _ in range(200):  # the header promises all, a hundredth is there
        data.append(packed.compress(row))
    idat = b"".join(data) + packed.flush()

    def chunk(kind: bytes, content: bytes) -> bytes:
        return (
            struct.pack(">I", len(content))
            + kind
            + content
            + struct.pack(">I", zlib.crc32(kind + content))
        )

    header = struct.pack(">IIBBBBB", side, side, 8, 2, 0, 0, 1)
    path = tmp_path / "bomb.png"
    path.write_bytes(
        b"\x89PNG\r\n\x1a\n" + chunk(b"IHDR", header) + chunk(b"IDAT", idat) + chunk(b"IEND", b"")
    )
    from PIL import Image

    decoded = []
    original = Image.Image.load
    Image.Image.load = lambda self: decoded.append(self) or original(self)  # type: ignore[method-assign]
    try:
        facts = caller.upload(path)["picture"]
    finally:
        Image.Image.load = original  # type: ignore[method-assign]
    assert (facts["width_px"], facts["state"]) == (side, "reading") and not decoded


def test_a_picture_that_kills_its_reader_is_given_up_after_three_tries(
    caller: Caller, photo
) -> None:
    picture = caller.upload(photo())["picture"]
    row = Picture.objects.filter(id=picture["id"])
    for tries in range(1, MOST_TRIES + 1):
        # Claimed by a reader that fell silent a minute ago.
        row.update(worker=f"dead-{tries}", tries=tries, pulse="2026-01-01T00:00:00Z")
        take_up()
    told = caller("GET", f"pictures/{picture['id']}")
    assert told["state"] == "refused" and "three times" in told["problem"]
    assert stored_files() == []


def test_one_reader_at_a_time_has_a_picture(caller: Caller, photo) -> None:
    picture = caller.upload(photo())["picture"]
    Picture.objects.filter(id=picture["id"]).update(worker="somebody", tries=1)
    read(picture["id"])
    assert caller("GET", f"pictures/{picture['id']}")["state"] == "reading"
    take_up()  # the reader has been silent for a moment only
    read(picture["id"])
    assert Picture.objects.get(id=picture["id"]).tries == 1


def test_a_refused_file_that_has_a_print_can_be_brought_again(caller: Caller, photo) -> None:
    held = ready_print(caller, photo())
    Picture.objects.update(state="refused", problem="It was damaged.")
    again = caller.upload(photo())
    assert not again["known"] and again["picture"]["id"] == held["picture"]["id"]
    read(again["picture"]["id"])
    assert caller("GET", f"prints/{held['id']}")["picture"]["state"] == "ready"


@pytest.mark.django_db(transaction=True)
def test_an_order_waits_for_its_picture_to_be_read(caller: Caller, photo) -> None:
    from zollstock.renders.tasks import make

    picture = caller.upload(photo())["picture"]
    job = caller("POST", "jobs", {"title": "Hall"})
    held = caller("POST", f"jobs/{job['id']}/prints", {"picture": picture["id"]})
    render = caller("POST", f"prints/{held['id']}/orders", {"version": held["version"]})
    make(render["id"])
    assert caller("GET", f"order-lines/{render['id']}")["state"] == "queued"
    read(picture["id"])
    make(render["id"])
    assert caller("GET", f"order-lines/{render['id']}")["state"] == "done"


@pytest.mark.django_db(transaction=True)
def test_an_order_for_a_picture_that_is_refused_fails_in_its_words(
    caller: Caller, tmp_path
) -> None:
    whole = save(noise(900, 700), tmp_path / "cut.jpg").read_bytes()
    picture = caller.upload(whole[: len(whole) // 2], "cut.jpg")["picture"]
    job = caller("POST", "jobs", {"title": "Hall"})
    held = caller("POST", f"jobs/{job['id']}/prints", {"picture": picture["id"]})
    render = caller("POST", f"prints/{held['id']}/orders", {"version": held["version"]})
    read(picture["id"])
    told = caller("GET", f"order-lines/{render['id']}")
    assert told["state"] == "failed" and "damaged" in told["problem"]
