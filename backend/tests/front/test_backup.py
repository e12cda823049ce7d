"""A backup of the running whole, and the way back."""

from __future__ import annotations

import errno
import io
import json
import os
import shutil
import subprocess
import tarfile
import threading
from pathlib import Path

import MySQLdb
import pytest
from django.conf import settings
from launcher import restore as restoring
from launcher.backup import backup
from launcher.restore import mend, restore
from launcher.say import Trouble
from launcher.stack import COLLATION, Stack

from tests.lengthy import in_a_long_round
from tests.pictures import chart, save
from tests.running import DATABASE

#: Runs inside the application: a picture that is ready, and a file made of it.
FILL = """
import pathlib
from django.contrib.auth.models import User
from zollstock.jobs.firstplan import first_plan
from zollstock.jobs.models import Job
from zollstock.jobs.revisions import begin_print
from zollstock.pictures.intake import take_in
from zollstock.renders.orders import give_order
from zollstock.renders.tasks import make
import time
user, _ = User.objects.get_or_create(username="backed-up")
picture, _ = take_in(user, "chart.png", iter([pathlib.Path({source!r}).read_bytes()]))
while picture.state == "reading":
    time.sleep(0.1)
    picture.refresh_from_db()
job = Job.objects.create(account=user, title="Nebel über den Pfannen")
render = give_order(begin_print(job, picture, first_plan(picture, "cm"), 1))
while render.state in ("queued", "running"):
    time.sleep(0.1)
    render.refresh_from_db()
assert render.state == "done", render.problem
"""
CHECK = """
import hashlib
from zollstock.jobs.models import Job
from zollstock.renders.models import OrderLine
from zollstock.pictures.models import Picture
assert Job.objects.filter(title="Nebel über den Pfannen").count() == 1
picture = Picture.objects.get(account__username="backed-up")
assert hashlib.sha256(picture.file.read()).hexdigest() == picture.sha256
assert picture.preview.size and picture.small.size
made = OrderLine.objects.get(account__username="backed-up").files.get()
assert hashlib.sha256(made.file.read()).hexdigest() == made.sha256
"""


def run(stack: Stack, code: str) -> None:
    stack.manage("shell", "-v", "0", "-c", code)


@pytest.fixture(scope="module")
def filled(stack: Stack, tmp_path_factory) -> Stack:
    source = save(chart(300, 200), tmp_path_factory.mktemp("chart") / "chart.png")
    run(stack, FILL.format(source=str(source)))
    return stack


@pytest.fixture(scope="module")
def other_database(stack: Stack) -> str:
    """A second database with our tables as they are in the first, and nothing in them; its name."""
    database = settings.DATABASES["default"]
    line = MySQLdb.connect(
        unix_socket=database["HOST"], user=database["USER"], password=database["PASSWORD"]
    )
    other = "zollstock_restored"
    cursor = line.cursor()
    cursor.execute(f"DROP DATABASE IF EXISTS {other}")
    cursor.execute(f"CREATE DATABASE {other} CHARACTER SET utf8mb4 COLLATE {COLLATION}")
    cursor.execute(f"SHOW TABLES FROM {DATABASE}")
    for (table,) in cursor.fetchall():
        cursor.execute(f"CREATE TABLE {other}.{table} LIKE {DATABASE}.{table}")
    # Which migrations were made: those are as far as the tables.
    known = "django_migrations"
    cursor.execute(f"INSERT INTO {other}.{known} SELECT * FROM {DATABASE}.{known}")
    line.commit()
    line.close()
    return other


@pytest.fixture
def elsewhere(other_database: str, tmp_path: Path) -> Stack:
    """Another place, with a picture of its own."""
    other = Stack(tmp_path / "elsewhere", port=0)
    other.environment |= {"ZOLLSTOCK_DB_NAME": other_database, "ZOLLSTOCK_HTTPS": "0"}
    (other.media / "pictures").mkdir(parents=True)
    (other.media / "pictures" / "mine.jpg").write_bytes(b"what was there before")
    return other


def test_a_backup_made_while_everything_runs_comes_back_elsewhere(
    filled: Stack, elsewhere: Stack, tmp_path: Path
) -> None:
    out = tmp_path / "backup.tar"
    backup(filled, out)
    assert out.stat().st_mode & 0o077 == 0
    with tarfile.open(out) as bag:
        names = bag.getnames()
    assert names[:2] == ["backup.json", "database.sql"]
    assert not any("secret" in name or "scratch" in name for name in names)
    assert sorted(path.name for path in tmp_path.iterdir()) == ["backup.tar", "elsewhere"]
    with pytest.raises(Trouble, match="exists already"):
        backup(filled, out)
    restore(elsewhere, out)
    run(elsewhere, CHECK)
    (aside,) = elsewhere.var.glob("before-restore-*")
    assert (aside / "media" / "pictures" / "mine.jpg").read_bytes() == b"what was there before"
    assert (aside / "database.sql").stat().st_size > 1000


@in_a_long_round
def test_files_removed_while_a_backup_is_made_are_in_it(
    filled: Stack, elsewhere: Stack, tmp_path: Path, monkeypatch
) -> None:
    """The order and its file go between the dump and the packing."""
    from launcher import backup as module

    dumped = module.dump

    def dump_then_remove(stack: Stack, out: Path) -> None:
        dumped(stack, out)
        if out.name.startswith("dump-"):
            removing = threading.Thread(target=run, args=(filled, (
                "from zollstock.renders.models import OrderLine;"
                "OrderLine.objects.filter(account__username='backed-up').delete()"
            )))  # fmt: skip
            removing.start()
            removing.join()

    monkeypatch.setattr(module, "dump", dump_then_remove)
    backup(filled, tmp_path / "backup.tar")
    monkeypatch.setattr(module, "dump", dumped)
    restore(elsewhere, tmp_path / "backup.tar")
    run(elsewhere, CHECK)


@pytest.mark.parametrize("damage", ["cut", "other", "missing"])
def test_what_is_no_whole_backup_changes_nothing(
    filled: Stack, elsewhere: Stack, tmp_path: Path, damage: str
) -> None:
    source = tmp_path / "backup.tar"
    if damage == "cut":
        backup(filled, source)
        source.write_bytes(source.read_bytes()[:20_000])
    elif damage == "other":
        subprocess.run(["tar", "cf", source, "-C", "/etc", "hostname"], check=True)
    with pytest.raises(Trouble, match=r"not a whole backup|no such file"):
        restore(elsewhere, source)
    assert (elsewhere.media / "pictures" / "mine.jpg").exists()
    assert not list(elsewhere.var.glob("*restore*"))


def untouched(stack: Stack) -> None:
    """The other place is as it was: its one file, an empty database, and nothing half-made."""
    assert (stack.media / "pictures" / "mine.jpg").read_bytes() == b"what was there before"
    assert [path.name for path in stack.media.iterdir()] == ["pictures"]
    assert not list(stack.var.glob("*restore*"))
    assert jobs(stack) == "0"
    names = restoring.query(stack, "SHOW DATABASES").splitlines()
    assert not [name for name in names if name.endswith(("_comes", "_before"))]


def jobs(stack: Stack) -> str:
    return restoring.query(stack, "SELECT COUNT(*) FROM jobs_job", restoring.name_of(stack)).strip()


@pytest.fixture
def quickly(monkeypatch) -> None:
    """The tables of the backup are those of this code: bringing them up to date would do nothing but take long."""
    monkeypatch.setattr(restoring, "_bring_up_to_date", lambda _: None)


@pytest.fixture(scope="module")
def made(filled: Stack, tmp_path_factory) -> Path:
    out = tmp_path_factory.mktemp("made") / "backup.tar"
    backup(filled, out)
    return out


@pytest.fixture
def emptied(elsewhere: Stack) -> Stack:
    """The other place, as no restore has touched it."""
    empty = "SET foreign_key_checks = 0; DELETE FROM jobs_job; DELETE FROM pictures_picture"
    restoring.query(elsewhere, empty, restoring.name_of(elsewhere))
    return elsewhere


@pytest.fixture
def mounted(emptied: Stack, request: pytest.FixtureRequest):
    """The media folder as a disk of its own, of so many MiB."""
    size = request.param
    shutil.rmtree(emptied.media)
    emptied.media.mkdir()
    done = subprocess.run(
        ["mount", "-t", "tmpfs", "-o", f"size={size}m", "none", emptied.media], capture_output=True
    )
    if done.returncode:
        pytest.skip("no disk can be mounted here")
    (emptied.media / "pictures").mkdir()
    (emptied.media / "pictures" / "mine.jpg").write_bytes(b"what was there before")
    yield emptied
    subprocess.run(["umount", emptied.media], check=True)


@pytest.mark.usefixtures("quickly")
@pytest.mark.parametrize("mounted", [200], indirect=True)
def test_a_media_folder_that_is_a_mount_point_is_restored_into(mounted: Stack, made: Path) -> None:
    restore(mounted, made)
    assert jobs(mounted) != "0"
    assert os.path.ismount(mounted.media)
    (aside,) = mounted.media.glob(".before-restore-*")
    assert (aside / "pictures" / "mine.jpg").read_bytes() == b"what was there before"


@pytest.mark.parametrize("mounted", [8], indirect=True)
def test_too_little_room_is_told_before_anything_is_changed(mounted: Stack, made: Path) -> None:
    with pytest.raises(Trouble, match=r"too little room .* Nothing was changed"):
        restore(mounted, made)
    untouched(mounted)


def test_a_disk_that_fills_up_on_the_way_changes_nothing(
    emptied: Stack, made: Path, monkeypatch
) -> None:
    def full(*_: object, **__: object) -> None:
        raise OSError(errno.ENOSPC, os.strerror(errno.ENOSPC))

    monkeypatch.setattr(tarfile.TarFile, "extract", full)
    with pytest.raises(Trouble, match=r"No space left on device. Nothing was changed"):
        restore(emptied, made)
    untouched(emptied)


@pytest.mark.usefixtures("quickly")
@pytest.mark.parametrize("step", ["_unpack", "_load", "dump", "_swap_databases"])
def test_what_fails_on_the_way_is_put_back(
    emptied: Stack, made: Path, monkeypatch, step: str
) -> None:
    def fails(*_: object) -> None:
        raise Trouble("it did not work")

    monkeypatch.setattr(restoring, step, fails)
    with pytest.raises(Trouble, match=r"it did not work. Nothing was changed"):
        restore(emptied, made)
    untouched(emptied)


@pytest.mark.usefixtures("quickly")
@pytest.mark.parametrize("step", ["_load", "_swap_databases", "_finish"])
def test_killed_in_the_middle_it_is_put_back_or_finished_at_the_next_start(
    emptied: Stack, made: Path, monkeypatch, step: str
) -> None:
    child = os.fork()
    if not child:
        try:
            monkeypatch.setattr(restoring, step, lambda *_: os._exit(9))
            restore(emptied, made)
        finally:
            os._exit(1)
    assert os.waitstatus_to_exitcode(os.waitpid(child, 0)[1]) == 9
    mend(emptied)
    if step == "_finish":
        assert jobs(emptied) != "0"
        assert not (emptied.media / "pictures" / "mine.jpg").exists()
        assert list(emptied.media.glob(".before-restore-*/pictures/mine.jpg"))
        return
    # What was staged and never moved is cleared away by the next restore, or here.
    for path in [*emptied.var.glob("*restore*"), *emptied.media.glob(".restored-*")]:
        shutil.rmtree(path)
    restoring._drop(emptied, restoring._beside(emptied))
    untouched(emptied)
    restore(emptied, made)
    assert jobs(emptied) != "0"


def test_a_backup_of_a_newer_version_is_told(emptied: Stack, made: Path, tmp_path: Path) -> None:
    newer = tmp_path / "newer.tar"
    with tarfile.open(made) as old, tarfile.open(newer, "w") as new:
        for member in old:
            data = old.extractfile(member).read()  # type: ignore[union-attr]
            if member.name == "backup.json":
                about = json.loads(data)
                about["migrations"].append("jobs.9999_from_the_future")
                data = json.dumps(about).encode()
                member.size = len(data)
            new.addfile(member, io.BytesIO(data))
    with pytest.raises(Trouble, match=r"newer Zollstock \(jobs.9999_from_the_future"):
        restore(emptied, newer)
    untouched(emptied)


def test_only_one_backup_at_a_time(filled: Stack, tmp_path: Path) -> None:
    from launcher.backup import _nothing_removed

    with _nothing_removed(filled.media), pytest.raises(Trouble, match="another backup"):
        backup(filled, tmp_path / "backup.tar")
    assert list(tmp_path.iterdir()) == []
