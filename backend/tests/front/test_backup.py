"""A backup of the running whole, and the way back."""

from __future__ import annotations

import subprocess
import tarfile
import threading
from pathlib import Path

import MySQLdb
import pytest
from django.conf import settings
from launcher.backup import backup, restore
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
from zollstock.renders.orders import order
from zollstock.renders.models import Order
from zollstock.renders.tasks import make
import time
user, _ = User.objects.get_or_create(username="backed-up")
picture, _ = take_in(user, "chart.png", iter([pathlib.Path({source!r}).read_bytes()]))
while picture.state == "reading":
    time.sleep(0.1)
    picture.refresh_from_db()
job = Job.objects.create(account=user, title="Nebel über den Pfannen")
render = order(begin_print(job, picture, first_plan(picture, "cm"), 1))
while render.state in ("queued", "running"):
    time.sleep(0.1)
    render.refresh_from_db()
assert render.state == "done", render.problem
"""
CHECK = """
import hashlib
from zollstock.jobs.models import Job
from zollstock.renders.models import Order
from zollstock.pictures.models import Picture
assert Job.objects.filter(title="Nebel über den Pfannen").count() == 1
picture = Picture.objects.get(account__username="backed-up")
assert hashlib.sha256(picture.file.read()).hexdigest() == picture.sha256
assert picture.proof.size and picture.small.size
made = Order.objects.get(account__username="backed-up").files.get()
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

    dumped = module._dump

    def dump_then_remove(stack: Stack, out: Path) -> None:
        dumped(stack, out)
        if out.name.startswith("dump-"):
            removing = threading.Thread(target=run, args=(filled, (
                "from zollstock.renders.models import Order;"
                "Order.objects.filter(account__username='backed-up').delete()"
            )))  # fmt: skip
            removing.start()
            removing.join()

    monkeypatch.setattr(module, "_dump", dump_then_remove)
    backup(filled, tmp_path / "backup.tar")
    monkeypatch.setattr(module, "_dump", dumped)
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
    assert not list(elsewhere.var.glob("restore-*"))


def test_only_one_backup_at_a_time(filled: Stack, tmp_path: Path) -> None:
    from launcher.backup import _nothing_removed

    with _nothing_removed(filled.media), pytest.raises(Trouble, match="another backup"):
        backup(filled, tmp_path / "backup.tar")
    assert list(tmp_path.iterdir()) == []
