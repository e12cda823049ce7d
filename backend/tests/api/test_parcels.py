"""Files that come in pieces: a broken line costs a piece, and never the file."""

from __future__ import annotations

from datetime import timedelta
from pathlib import Path

import pytest
from django.conf import settings as django_settings
from django.utils import timezone

from tests.pictures import noise, save
from zollstock.pictures import parcels
from zollstock.pictures.models import Parcel, Picture

pytestmark = pytest.mark.django_db(transaction=True)
PIECE = 100_000


@pytest.fixture
def data(tmp_path: Path) -> bytes:
    return save(noise(900, 600, seed=12), tmp_path / "fog.jpg").read_bytes()


def begin(caller, data: bytes, name: str = "fog.jpg") -> str:
    return caller("POST", "parcels", {"name": name, "size": len(data)})["id"]


def put(caller, parcel: str, at: int, piece: bytes):
    return caller.send("PUT", f"parcels/{parcel}?at={at}", piece, "application/octet-stream")


def pieces_kept() -> list[Path]:
    return [
        path for path in (Path(django_settings.MEDIA_ROOT) / "parcels").rglob("*") if path.is_file()
    ]


def test_a_file_in_pieces_is_the_file(caller, data) -> None:
    parcel = begin(caller, data)
    for at in range(0, len(data), PIECE):
        answer = put(caller, parcel, at, data[at : at + PIECE])
        assert answer.json()["received"] == min(len(data), at + PIECE)
    assert len(pieces_kept()) > 2
    arrival = caller("POST", f"parcels/{parcel}/picture")
    picture = Picture.objects.get(id=arrival["picture"]["id"])
    assert Path(picture.file.path).read_bytes() == data
    assert picture.name == "fog.jpg" and not arrival["known"]
    # Nothing of the parcel is left, and the same file by the other way is known.
    assert pieces_kept() == [] and not Parcel.objects.exists()
    assert caller.upload(data, "again.jpg")["known"]


def test_the_last_answer_lost_is_given_again(caller, other, data) -> None:
    """The file was taken in, and its sender was not told: it asks how far it is, and closes it again."""
    parcel = begin(caller, data)
    for at in range(0, len(data), PIECE):
        put(caller, parcel, at, data[at : at + PIECE])
    first = caller("POST", f"parcels/{parcel}/picture")
    told = caller("GET", f"parcels/{parcel}")
    assert told["received"] == told["size"] == len(data)
    again = caller("POST", f"parcels/{parcel}/picture")
    assert again["picture"]["id"] == first["picture"]["id"] and not again["known"]
    assert Picture.objects.count() == 1
    other("GET", f"parcels/{parcel}", expect=404)
    other("POST", f"parcels/{parcel}/picture", expect=404)
    caller("DELETE", f"pictures/{first['picture']['id']}", expect=204)
    caller("POST", f"parcels/{parcel}/picture", expect=404)


def test_after_a_break_the_sender_asks_and_goes_on(caller, data) -> None:
    parcel = begin(caller, data)
    put(caller, parcel, 0, data[:PIECE])
    # The answer was lost: the piece comes again, and another one too far on.
    for at in (0, 2 * PIECE):
        refused = put(caller, parcel, at, data[at : at + PIECE])
        assert refused.status_code == 409
    assert caller("GET", f"parcels/{parcel}")["received"] == PIECE
    caller("POST", f"parcels/{parcel}/picture", expect=409)
    put(caller, parcel, PIECE, data[PIECE:])
    assert caller("POST", f"parcels/{parcel}/picture")["picture"]["state"] == "reading"


def test_what_is_no_picture_is_refused_and_nothing_is_kept(caller) -> None:
    data = b"fog over the salt pans " * 1000
    parcel = begin(caller, data, "text.tif")
    put(caller, parcel, 0, data)
    refused = caller("POST", f"parcels/{parcel}/picture", expect=422)
    assert "text.tif" not in str(django_settings.MEDIA_ROOT) and refused["message"]
    assert pieces_kept() == [] and not Parcel.objects.exists() and not Picture.objects.exists()


def test_limits_are_told_at_once(caller, data, settings) -> None:
    settings.UPLOAD_MOST_BYTES = len(data) - 1
    refused = caller("POST", "parcels", {"name": "a.jpg", "size": len(data)}, expect=422)
    assert "larger than the limit" in refused["message"]
    parcel = begin(caller, data[:100])
    assert put(caller, parcel, 0, data[:101]).status_code == 422
    assert put(caller, parcel, 0, b"x" * (parcels.PIECE_MOST_BYTES + 1)).status_code == 413
    caller("POST", "parcels", {"name": "a.jpg", "size": 0}, expect=422)
    settings.ACCOUNT_MOST_BYTES = 50
    assert (
        caller.send(
            "POST", "parcels", '{"name": "a.jpg", "size": 100}', "application/json"
        ).status_code
        == 413
    )


def test_a_parcel_is_its_owners_alone(caller, other, data) -> None:
    parcel = begin(caller, data)
    other("GET", f"parcels/{parcel}", expect=404)
    assert put(other, parcel, 0, data[:10]).status_code == 404
    other("POST", f"parcels/{parcel}/picture", expect=404)
    other("DELETE", f"parcels/{parcel}", expect=404)
    caller("DELETE", f"parcels/{parcel}", expect=204)


def test_parcels_that_nobody_adds_to_are_given_up_with_their_pieces(caller, data) -> None:
    old, fresh = begin(caller, data), begin(caller, data)
    put(caller, old, 0, data[:PIECE])
    put(caller, fresh, 0, data[:PIECE])
    Parcel.objects.filter(id=old).update(touched=timezone.now() - timedelta(days=2))
    assert parcels.give_up_old() == 1
    assert [path.parent.name for path in pieces_kept()] == [fresh]


def test_open_parcels_of_an_account_are_limited(caller, data) -> None:
    first = begin(caller, data)
    for _ in range(parcels.MOST_OPEN):
        begin(caller, data)
    assert Parcel.objects.count() == parcels.MOST_OPEN
    caller("GET", f"parcels/{first}", expect=404)


def test_open_parcels_take_no_more_room_than_there_is(caller, data, settings) -> None:
    settings.ACCOUNT_MOST_BYTES = 2 * len(data) + 10
    first, second, third = (begin(caller, data) for _ in range(3))
    caller("GET", f"parcels/{first}", expect=404)
    assert {str(parcel.id) for parcel in Parcel.objects.all()} == {second, third}
