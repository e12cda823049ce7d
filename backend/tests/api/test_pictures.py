"""Bringing pictures: facts, limits, refusals, proofs."""

from __future__ import annotations

from pathlib import Path

import pytest
from django.conf import settings as django_settings

from tests.heifs import heic
from tests.pictures import bomb, noise, save
from zollstock.pictures.intake import clean_name
from zollstock.pictures.models import Picture
from zollstock.pictures.tasks import read


def stored_files() -> list[str]:
    root = Path(django_settings.MEDIA_ROOT)
    return sorted(str(path.relative_to(root)) for path in root.rglob("*") if path.is_file())


def test_a_picture_comes_in_with_its_facts(caller, photo) -> None:
    file = photo(orientation=6)
    arrival = caller.upload(file)
    facts = arrival["picture"]
    assert not arrival["known"] and facts["state"] == "reading"
    assert (facts["width_px"], facts["height_px"], facts["orientation"]) == (400, 600, 6)
    assert len(facts["sha256"]) == 64
    read(facts["id"])
    assert caller("GET", f"pictures/{facts['id']}")["state"] == "ready"
    assert caller("GET", f"pictures/{facts['id']}/bench.jpg").startswith(b"\xff\xd8")
    assert caller("GET", f"pictures/{facts['id']}/small.jpg").startswith(b"\xff\xd8")
    caller("GET", f"pictures/{facts['id']}/master.jpg", expect=404)


def test_the_master_is_stored_byte_for_byte(caller, photo) -> None:
    file = photo()
    picture = caller.upload(file)["picture"]
    read(picture["id"])
    stored = Picture.objects.get(id=picture["id"])
    assert Path(stored.file.path).read_bytes() == file.read_bytes()


def test_a_heic_is_decoded_once_and_goes_on_as_a_tiff_of_the_same_pixels(
    caller, tmp_path: Path
) -> None:
    file = heic(tmp_path / "IMG_4711.heic", bits=10, wide=600, high=400)
    facts = caller.upload(file, "IMG_4711.heic")["picture"]
    assert (facts["format"], facts["bits"], facts["width_px"]) == ("HEIC", 16, 600)
    read(facts["id"])
    assert caller("GET", f"pictures/{facts['id']}")["state"] == "ready"
    stored = Picture.objects.get(id=facts["id"])
    assert Path(stored.file.path).read_bytes()[:2] == b"II", "a TIFF by now"
    assert stored.bytes == Path(stored.file.path).stat().st_size, "and counted as that"
    assert not [name for name in stored_files() if name.endswith(".heic")], (
        "nothing is left of the other"
    )
    again = caller.upload(file, "again.heic")
    assert again["known"] and again["picture"]["id"] == facts["id"]
    job = caller("POST", "jobs", {"title": "Telephone"})
    made = caller("POST", f"jobs/{job['id']}/prints", {"picture": facts["id"]})
    assert made["plan"]["output"]["bits"] == 16


def test_a_heic_that_is_cut_off_is_refused_when_read_and_leaves_nothing(
    caller, tmp_path: Path
) -> None:
    whole = heic(tmp_path / "whole.heic", wide=640, high=480).read_bytes()
    cut = tmp_path / "cut.heic"
    cut.write_bytes(whole[: len(whole) * 6 // 10])
    picture = caller.upload(cut)["picture"]
    read(picture["id"])
    told = caller("GET", f"pictures/{picture['id']}")
    assert told["state"] == "refused" and "damaged inside" in told["problem"]
    assert stored_files() == []


def test_a_heic_that_does_not_go_in_unpacked_is_told(caller, tmp_path: Path, settings) -> None:
    picture = caller.upload(heic(tmp_path / "a.heic", wide=600, high=400, quality=5))["picture"]
    settings.ACCOUNT_MOST_BYTES = Picture.objects.get(id=picture["id"]).bytes + 10
    read(picture["id"])
    told = caller("GET", f"pictures/{picture['id']}")
    assert told["state"] == "refused" and "no room" in told["problem"]


def test_the_same_file_twice_is_one_picture(caller, photo) -> None:
    first = caller.upload(photo(), "first.jpg")
    again = caller.upload(photo(), "another name.jpg")
    assert again["known"] and again["picture"]["id"] == first["picture"]["id"]
    assert len([name for name in stored_files() if "master" in name]) == 1


@pytest.mark.parametrize(
    ("content", "words"),
    [
        (b"fog over the salt pans", "not a picture"),
        (b"", "empty"),
        (b"\xff\xd8\xff\xe0 cut", "damaged"),
        (b"II*\0\x10\0\0\0CR\x02\0", "raw file"),
    ],
)
def test_what_is_no_picture_is_refused_and_not_stored(caller, content: bytes, words: str) -> None:
    answer = caller.upload(content, "picture.tif", expect=422)
    assert words in answer["message"]
    assert stored_files() == [] and not Picture.objects.exists()


def test_a_bomb_is_refused_before_it_is_opened(caller, tmp_path) -> None:
    answer = caller.upload(bomb(tmp_path / "bomb.png"), expect=422)
    assert "60\u202f000 × 60\u202f000" in answer["message"]
    assert stored_files() == []


def test_limits_hold_for_what_is_announced_and_for_what_comes(
    caller, account, photo, settings
) -> None:
    settings.UPLOAD_MOST_BYTES = 1000
    answer = caller.upload(photo(), expect=413)
    assert "larger than the limit" in answer["message"] and stored_files() == []
    from zollstock.pictures.intake import take_in
    from zollstock.pixels.errors import PictureError

    with pytest.raises(PictureError, match="larger than the limit"):
        take_in(account, "x", iter([b"x" * 600, b"x" * 600]))
    assert stored_files() == []


def test_pixel_limit_is_a_setting(caller, photo, settings) -> None:
    settings.UPLOAD_MOST_PIXELS = 1000
    assert "limit" in caller.upload(photo(), expect=422)["message"]


def test_a_cut_off_picture_is_refused_when_read(caller, tmp_path) -> None:
    whole = save(noise(900, 700), tmp_path / "cut.jpg").read_bytes()
    picture = caller.upload(whole[: len(whole) // 2], "cut.jpg")["picture"]
    read(picture["id"])
    now = caller("GET", f"pictures/{picture['id']}")
    assert now["state"] == "refused" and "ends too soon" in now["problem"]
    assert stored_files() == []
    job = caller("POST", "jobs", {"title": "Hall"})
    refused = {"picture": picture["id"]}
    assert (
        "ends too soon"
        in caller("POST", f"jobs/{job['id']}/prints", refused, expect=422)["message"]
    )
    # The whole file is another one, and the cut one may be tried again.
    assert caller.upload(whole, "whole.jpg")["picture"]["state"] == "reading"
    assert not caller.upload(whole[: len(whole) // 2], "cut.jpg")["known"]


def test_a_picture_goes_with_its_files_unless_prints_need_it(caller, photo) -> None:
    from tests.api.caller import ready_print

    held = ready_print(caller, photo())
    answer = caller("DELETE", f"pictures/{held['picture']['id']}", expect=409)
    assert "Remove them first" in answer["message"]
    caller("DELETE", f"prints/{held['id']}", expect=204)


@pytest.mark.django_db(transaction=True)
def test_files_go_with_their_row(caller, photo) -> None:
    picture = caller.upload(photo())["picture"]
    read(picture["id"])
    assert stored_files()
    caller("DELETE", f"pictures/{picture['id']}", expect=204)
    assert stored_files() == []


@pytest.mark.parametrize(
    ("given", "kept"),
    [("../../etc/passwd", "passwd"), ("C:\\fog\\pans.jpg", "pans.jpg"), ("a\nb.jpg", "ab.jpg"),
     ('<"x">.tif', "x.tif"), ("...", "picture"), ("", "picture"), ("Nebel über.tif", "Nebel über.tif")],
)  # fmt: skip
def test_names_are_cleaned(given: str, kept: str) -> None:
    assert clean_name(given) == kept
