"""What the application does when something around it is away, or somebody tries its doors."""

from __future__ import annotations

import json
import time
from datetime import timedelta
from pathlib import Path

import pytest
from django.contrib.auth.models import User
from django.contrib.auth.password_validation import validate_password
from django.contrib.sessions.backends.db import SessionStore
from django.core.exceptions import ValidationError
from django.db import OperationalError
from django.db.backends.utils import CursorWrapper

from tests.api.caller import Caller, ready_print
from tests.conftest import PASSWORD
from zollstock.longwork import heartbeat
from zollstock.longwork.heartbeat import Heartbeat, persistently
from zollstock.pictures import storage, tidying
from zollstock.pictures.models import Picture
from zollstock.renders.models import OrderLine
from zollstock.renders.tasks import make


@pytest.fixture
def database_away(monkeypatch):
    def away(*_, **__):
        raise OperationalError(2006, "Server has gone away")

    return lambda: monkeypatch.setattr(CursorWrapper, "execute", away)


def test_a_database_that_is_away_is_told_in_words(caller: Caller, database_away) -> None:
    database_away()
    for path in ("jobs", "session", "sizes"):
        answer = caller("GET", path, expect=503)
        assert "What was saved before is safe" in answer["message"]
    response = caller.client.get("/api/health")
    assert response.status_code == 503 and response.headers["Retry-After"]


def test_a_session_that_cannot_be_written_is_told_too(caller, account, monkeypatch) -> None:
    """Outside the API's own handlers: the session is saved when the answer is already there."""

    def away(*_, **__):
        raise OperationalError(2013, "Lost connection")

    client = Caller().client
    client.raise_request_exception = False
    monkeypatch.setattr(SessionStore, "save", away)
    response = client.post(
        "/api/session",
        {"name": "keeper", "password": PASSWORD},
        "application/json",
        headers={"X-CSRFToken": client.cookies["csrftoken"].value},
    )
    assert response.status_code == 503 and "is safe" in response.json()["message"]


def test_sessions_and_orders_need_no_redis(caller: Caller, photo, monkeypatch) -> None:
    held = ready_print(caller, photo())
    from redis.exceptions import ConnectionError as Gone

    from zollstock.renders import tasks

    def gone(*_, **__):
        raise Gone("Connection refused")

    monkeypatch.setattr(tasks.make, "apply_async", gone)
    at = {"version": held["version"]}
    assert caller("POST", f"prints/{held['id']}/orders", at)["state"] == "queued"
    assert caller("GET", "session")["name"] == "keeper"


@pytest.mark.django_db(transaction=True)
def test_a_result_waits_for_a_database_that_is_away(monkeypatch) -> None:
    monkeypatch.setattr(heartbeat.time, "sleep", lambda _: None)
    answers = [OperationalError(2006, "gone"), OperationalError(2002, "no socket"), 1]

    def write() -> int:
        answer = answers.pop(0)
        if isinstance(answer, Exception):
            raise answer
        return answer

    assert persistently(write) == 1
    with pytest.raises(OperationalError):
        persistently(lambda: (_ for _ in ()).throw(OperationalError(2006, "gone")), patience=0)


def test_a_heartbeat_goes_on_while_the_database_is_away(monkeypatch) -> None:
    monkeypatch.setattr(heartbeat, "INTERVAL", 0.01)
    beats: list[int] = []

    def beat() -> bool:
        beats.append(1)
        if len(beats) < 3:
            raise OperationalError(2006, "gone")
        return len(beats) < 6

    with Heartbeat(beat) as pulse:
        end = time.monotonic() + 5
        while pulse.wanted and time.monotonic() < end:
            time.sleep(0.01)
    assert len(beats) >= 6 and not pulse.wanted


@pytest.mark.django_db(transaction=True)
def test_a_result_whose_row_could_not_be_written_is_removed(caller, photo, monkeypatch) -> None:
    held = ready_print(caller, photo())
    line = caller("POST", f"prints/{held['id']}/orders", {"version": held["version"]})

    def away(*_, **__):
        raise OperationalError(2006, "gone")

    monkeypatch.setattr("zollstock.longwork.queue.Queue.finish", away)
    with pytest.raises(OperationalError):
        make(line["id"])
    root = Path(storage.settings.MEDIA_ROOT)
    assert not [path for path in (root / "renders").rglob("*") if path.is_file()]


@pytest.mark.django_db(transaction=True)
def test_what_a_killed_worker_left_gives_way_to_the_next_result(caller, photo) -> None:
    held = ready_print(caller, photo())
    line = caller("POST", f"prints/{held['id']}/orders", {"version": held["version"]})
    row = OrderLine.objects.get(id=line["id"])
    file = row.files.get()
    left = Path(storage.settings.MEDIA_ROOT) / f"renders/{row.id.hex[:2]}/{row.id}/{file.name}"
    left.parent.mkdir(parents=True)
    left.write_bytes(b"stored, and then killed before the row was written")
    make(line["id"])
    file.refresh_from_db()
    assert Path(file.file.path) == left and left.stat().st_size == file.bytes
    assert len(list(left.parent.iterdir())) == 1


@pytest.mark.django_db
def test_scratch_folders_of_the_dead_go_and_those_of_the_living_stay(monkeypatch) -> None:
    monkeypatch.setattr(tidying, "FRESH", -1.0)
    root = Path(storage.settings.MEDIA_ROOT) / "scratch"
    with storage.work_folder() as alive:
        dead = root / "dead"
        dead.mkdir()
        (dead / storage.LOCK).touch()
        (dead / "half.tif").write_bytes(b"x")
        assert tidying.clear_scratch() == 1
        assert alive.is_dir() and not dead.exists()
    assert list(root.iterdir()) == []


@pytest.mark.django_db(transaction=True)
def test_files_without_a_row_go_when_they_have_settled(caller, photo) -> None:
    held = ready_print(caller, photo())
    picture = Picture.objects.get()
    make(caller("POST", f"prints/{held['id']}/orders", {"version": held["version"]})["id"])
    root = Path(storage.settings.MEDIA_ROOT)
    orphan = root / "renders" / "ab" / "cd" / "orphan.tif"
    orphan.parent.mkdir(parents=True)
    orphan.write_bytes(b"x")
    assert tidying.clear_orphans() == 0, "it may be about to get its row"
    assert tidying.clear_orphans(settled=-1) == 1
    assert not orphan.exists() and not orphan.parent.exists()
    kept = [picture.file, picture.preview, picture.small, OrderLine.objects.get().files.get().file]
    assert all(Path(file.path).is_file() for file in kept)


@pytest.mark.django_db(transaction=True)
def test_nothing_is_removed_while_a_backup_is_made(caller, photo) -> None:
    import fcntl

    held = ready_print(caller, photo())
    picture = Picture.objects.get()
    with (Path(storage.settings.MEDIA_ROOT) / storage.BACKUP_LOCK).open("w") as lock:
        # A lock of another process; two openings in one process exclude each other as well.
        fcntl.flock(lock, fcntl.LOCK_EX)
        caller("DELETE", f"prints/{held['id']}", expect=204)
        caller("DELETE", f"pictures/{picture.id}", expect=204)
        assert Path(picture.file.path).is_file()
    tidying.clear_orphans(settled=-1)
    assert not Path(picture.file.path).exists()


@pytest.mark.django_db
def test_names_compare_exactly(caller) -> None:
    User.objects.create_user("löad", password=PASSWORD)
    stranger = Caller()
    for name in ("load", "LÖAD", "löad "):
        stranger("POST", "session", {"name": name, "password": PASSWORD}, expect=401)
    assert stranger("POST", "session", {"name": "löad", "password": PASSWORD})["name"] == "löad"


def test_wrong_tries_count_by_address_over_names(db, settings) -> None:
    settings.ADDRESS_FAILURE_LIMIT, settings.CLIENT_HEADER = 5, "X-Forwarded-For"
    caller = Caller()
    for number in range(5):
        caller("POST", "session", {"name": f"n{number}", "password": "x"}, expect=401)
    User.objects.create_user("innocent", password=PASSWORD)
    right = {"name": "innocent", "password": PASSWORD}
    assert "Too many" in caller("POST", "session", right, expect=429)["message"]


def test_behind_a_proxy_that_names_nobody_wrong_tries_close_no_door_for_all(db, settings) -> None:
    """Everybody then comes from the proxy's address; names are still counted."""
    settings.ADDRESS_FAILURE_LIMIT = 5
    caller = Caller()
    for number in range(7):
        caller("POST", "session", {"name": f"n{number}", "password": "x"}, expect=401)
    User.objects.create_user("innocent", password=PASSWORD)
    caller("POST", "session", {"name": "innocent", "password": PASSWORD})
    wrong = {"name": "n0", "password": "x"}
    tried = [
        caller.send("POST", "session", json.dumps(wrong), "application/json").status_code
        for _ in range(9)
    ]
    assert tried[-1] == 429


@pytest.mark.parametrize(
    ("name", "password", "refused"),
    [
        ("load", "load-load-load", True),
        ("load", "Load.12345 load", True),
        ("Löad Mill", "löadmill--LÖADMILL", True),
        ("load", "load-and-six-more", False),
        ("load", "pans-and-fog-1884", False),
        ("-", "pans-and-fog-1884", False),
    ],
)
def test_a_password_that_is_the_name_over_and_over_is_refused(
    name: str, password: str, refused: bool
) -> None:
    user = User(username=name)
    if not refused:
        validate_password(password, user)
        return
    with pytest.raises(ValidationError):
        validate_password(password, user)


def test_the_old_password_is_throttled_too(caller, settings) -> None:
    settings.AXES_FAILURE_LIMIT = 4
    for _ in range(3):
        caller(
            "POST", "account/password", {"old": "wrong", "new": "another-good-one-5"}, expect=422
        )
    caller("POST", "account/password", {"old": "wrong", "new": "another-good-one-5"}, expect=429)
    caller("POST", "account/password", {"old": PASSWORD, "new": "another-good-one-5"}, expect=429)
    assert User.objects.get(username="keeper").check_password(PASSWORD)


def test_who_may_reckon_is_remembered_and_signing_out_forgets_it(caller, photo) -> None:
    held = ready_print(caller, photo())
    wanted = {"plan": held["plan"], "unit": "cm", "step": "fit"}
    caller("POST", "reckon", wanted)
    caller("DELETE", "session", expect=204)
    caller("POST", "reckon", wanted, expect=401)
    Caller()("POST", "reckon", wanted, expect=401)


def test_an_own_size_is_among_the_near_ones_at_once(caller, photo) -> None:
    held = ready_print(caller, photo(), target={"width": "31 cm", "height": "20 cm"})
    wanted = {"plan": held["plan"], "unit": "cm", "step": "fit"}
    before = [choice["id"] for choice in caller("POST", "reckon", wanted)["choices"]]
    size = {
        "name": "Ours",
        "group": "",
        "width": "30.3 cm",
        "height": "20.2 cm",
        "frames": "common",
        "note": "",
    }
    made = caller("POST", "sizes", size)
    after = [choice["id"] for choice in caller("POST", "reckon", wanted)["choices"]]
    assert f"size-{made['key']}" in after and f"size-{made['key']}" not in before


@pytest.mark.parametrize(
    "kind",
    ["multipart/form-data", "multipart/form-data; boundary=x", "application/x-www-form-urlencoded"],
)
def test_forms_are_refused_before_the_token_is_looked_for(db, kind: str) -> None:
    client = Caller().client
    body = "&".join(f"field{number}=1" for number in range(3000))
    response = client.generic("POST", "/api/session", body, content_type=kind)
    assert response.status_code == 415 and "not taken in this way" in response.json()["message"]


@pytest.mark.parametrize(
    ("method", "path", "status"),
    [
        ("GET", "prints/1/sizes?set=set:²", 404),
        ("GET", "prints/1/sizes?set=set:99999999999999999999", 404),
        ("DELETE", "sizes/own-²", 204),
        ("DELETE", "sizes/own-99999999999999999999", 204),
        ("GET", "prints/99999999999999999999", 404),
        ("GET", "batches/1/cells?start=99999999999999999999", 422),
        ("GET", "nothing", 404),
        ("PUT", "health", 405),
    ],
)
def test_odd_numbers_and_addresses_are_refused_in_one_shape(caller, method, path, status) -> None:
    answer = caller(method, path, expect=status)
    if status >= 400:
        assert answer["message"] and (answer["problems"] == [] or status == 422)


def test_a_hundred_thousand_unknown_fields_are_counted_not_told(caller) -> None:
    plan = {f"field{number}": 0 for number in range(100_000)}
    # Of this process: a machine that others use may stand still meanwhile.
    begin = time.process_time()
    answer = caller("POST", "reckon", {"plan": plan}, expect=422)
    assert time.process_time() - begin < 3
    assert len(answer["problems"]) == 26 and "more like these" in answer["problems"][-1]["message"]


def test_odd_numbers_in_a_plan_are_refused(caller, photo) -> None:
    held = ready_print(caller, photo())
    for part in (
        {"medium": {"factor": 5e-324}},
        {"target": {"width": "²px", "height": "4 px"}},
        {"title": "a\ud800b"},
        {"a\nb": 1},
    ):
        answer = caller("POST", "reckon", {"plan": held["plan"] | part}, expect=422)
        assert "\n" not in answer["message"]


def test_what_is_left_of_a_row_that_waits_is_not_forgotten(caller, photo) -> None:
    """A picture whose message was lost is read when the clock comes to it."""
    from django.utils import timezone

    from zollstock.pictures.tasks import take_up

    picture = caller.upload(photo())["picture"]
    rows = Picture.objects.filter(id=picture["id"])
    rows.update(pulse=timezone.now() - timedelta(minutes=1), worker="gone", tries=1)
    take_up()
    row = rows.get()
    assert (row.worker, row.state) == ("", "reading")
    assert Path(row.file.path).exists()
