"""`backup FILE` and `restore FILE`: the database and the media folder as one tar.

A backup is made while everything runs. The database is dumped in one transaction; from before that
until the last file is packed no stored file is removed (zollstock.pictures.storage looks at the lock
held here), so every file that the dumped rows know is in it.
"""

from __future__ import annotations

import fcntl
import hashlib
import json
import os
import shutil
import subprocess
import tarfile
import time
from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path

from .say import Trouble, step, tell
from .stack import COLLATION, Stack, _user

FORMAT = "zollstock.backup/1"
_LOCK = "backup.lock"
_NOT_KEPT = ("scratch", _LOCK)


def backup(stack: Stack, out: Path) -> None:
    """Write `out`, which must not exist; whole or not at all, readable by its owner alone."""
    if out.exists():
        raise Trouble(f"{out} exists already; it was left as it is")
    if not out.parent.is_dir():
        raise Trouble(f"{out.parent} is no folder")
    partial = out.with_name(f".{out.name}.{os.getpid()}.partial")
    dump = stack.var / f"dump-{os.getpid()}.sql"
    media = stack.media
    media.mkdir(parents=True, exist_ok=True)
    try:
        with _nothing_removed(media):
            step("Dumping the database")
            _dump(stack, dump)
            step("Packing pictures and files")
            count = _pack(dump, media, partial)
        os.link(partial, out)
    except OSError as error:
        raise Trouble(
            f"the backup was not made: {error.strerror}. Nothing was left behind"
        ) from None
    finally:
        partial.unlink(missing_ok=True)
        dump.unlink(missing_ok=True)
    tell(f"{out} holds the database and {count} files, {out.stat().st_size / 1e6:,.1f} MB.")
    tell(
        f"Not in it: the secrets in {stack.var / 'secrets'} (session key, database password). Keep"
    )
    tell("them apart; without them everything can be restored, and everybody signs in anew.")


@contextmanager
def _nothing_removed(media: Path) -> Iterator[None]:
    with (media / _LOCK).open("w") as lock:
        try:
            fcntl.flock(lock, fcntl.LOCK_EX | fcntl.LOCK_NB)
        except BlockingIOError:
            raise Trouble("another backup is being made; wait for it") from None
        yield


def _dump(stack: Stack, out: Path) -> None:
    with out.open("wb") as file:
        out.chmod(0o600)
        done = subprocess.run(
            [*_client(stack, "mariadb-dump"), "--single-transaction", "--quick", "--hex-blob",
             "--default-character-set=utf8mb4", _name(stack)],
            stdout=file, stderr=subprocess.PIPE, env=_environment(stack),
        )  # fmt: skip
    if done.returncode:
        raise Trouble(f"the database could not be dumped: {_last(done.stderr)}")


def _pack(dump: Path, media: Path, out: Path) -> int:
    """The tar: what it is first, then the dump, then the files. Returns how many files."""
    count = 0
    with tarfile.open(out, "w") as bag:
        out.chmod(0o600)
        about = {
            "format": FORMAT,
            "made": time.strftime("%Y-%m-%dT%H:%M:%SZ", time.gmtime()),
            "database_sha256": _sha256(dump),
        }
        text = out.with_suffix(".about")
        text.write_text(json.dumps(about, indent=1))
        try:
            bag.add(text, "backup.json")
        finally:
            text.unlink()
        bag.add(dump, "database.sql")
        for folder, _, names in os.walk(media):
            top = Path(folder).relative_to(media).parts[:1]
            if top and top[0] in _NOT_KEPT:
                continue
            for name in names:
                path = Path(folder) / name
                if path.name == _LOCK:
                    continue
                try:
                    bag.add(path, f"media/{path.relative_to(media)}")
                    count += 1
                except FileNotFoundError:  # a proof that was made anew: no row of the dump knows it
                    continue
    return count


def restore(stack: Stack, source: Path) -> None:
    """Put a backup in the place of what is there; that is laid aside, not lost.

    Everything is unpacked and looked at before anything is changed. The services must run, the rest of
    the application must not.
    """
    if not source.is_file():
        raise Trouble(f"{source}: there is no such file")
    room = stack.var / f"restore-{os.getpid()}"
    aside = stack.var / f"before-restore-{time.strftime('%Y%m%d-%H%M%S')}"
    shutil.rmtree(room, ignore_errors=True)
    room.mkdir(mode=0o700)
    try:
        step("Unpacking")
        _unpack(source, room)
        step("Laying aside what is there")
        aside.mkdir(mode=0o700)
        _dump(stack, aside / "database.sql")
        step("Loading the database")
        try:
            _load(stack, room / "database.sql")
        except Trouble:
            _load(stack, aside / "database.sql")
            raise
        if stack.media.exists():
            shutil.move(stack.media, aside / "media")
        (room / "media").mkdir(exist_ok=True)
        stack.media.parent.mkdir(parents=True, exist_ok=True)
        shutil.move(room / "media", stack.media)
    finally:
        shutil.rmtree(room, ignore_errors=True)
    stack.manage("migrate", "--verbosity", "0")
    stack.manage("one_collation", COLLATION)
    tell(f"Restored. What was there before lies in {aside}; remove it when all is well.")


def _unpack(source: Path, room: Path) -> None:
    try:
        with tarfile.open(source) as bag:
            bag.extractall(room, filter="data")
        about = json.loads((room / "backup.json").read_text())
        whole = about["format"] == FORMAT and about["database_sha256"] == _sha256(
            room / "database.sql"
        )
    except (tarfile.TarError, EOFError, KeyError, ValueError, TypeError, FileNotFoundError):
        whole = False
    if not whole:
        raise Trouble(f"{source} is not a whole backup of Zollstock. Nothing was changed")


def _load(stack: Stack, dump: Path) -> None:
    name = _name(stack)
    fresh = (
        f"DROP DATABASE IF EXISTS `{name}`; CREATE DATABASE `{name}` CHARACTER SET utf8mb4 "
        f"COLLATE {COLLATION};"
    )
    for command, given in (
        ([*_client(stack, "mariadb")], fresh.encode()),
        ([*_client(stack, "mariadb"), name], None),
    ):
        with dump.open("rb") as file:
            source = {"input": given} if given is not None else {"stdin": file}
            done = subprocess.run(command, capture_output=True, env=_environment(stack), **source)
        if done.returncode:
            raise Trouble(f"the database could not be loaded: {_last(done.stderr)}")


def _client(stack: Stack, program: str) -> list[str]:
    """A client of the database: its owner on the own socket, else as the settings say."""
    told = stack.environment
    host = told["ZOLLSTOCK_DB_HOST"]
    where = [f"--socket={host}"] if host.startswith("/") else [f"--host={host}"]
    if port := told.get("ZOLLSTOCK_DB_PORT"):
        where.append(f"--port={port}")
    user = told.get("ZOLLSTOCK_DB_USER", "zollstock") if _elsewhere(stack) else _user()
    return [program, "--no-defaults", *where, f"--user={user}"]


def _environment(stack: Stack) -> dict[str, str]:
    """The password by the environment, where other people's lists of processes do not show it."""
    password = (
        {"MYSQL_PWD": stack.environment["ZOLLSTOCK_DB_PASSWORD"]} if _elsewhere(stack) else {}
    )
    return stack.environment | password


def _elsewhere(stack: Stack) -> bool:
    return bool(stack.environment.get("ZOLLSTOCK_DB_ELSEWHERE"))


def _name(stack: Stack) -> str:
    return stack.environment.get("ZOLLSTOCK_DB_NAME", "zollstock")


def _sha256(path: Path) -> str:
    with path.open("rb") as file:
        return hashlib.file_digest(file, "sha256").hexdigest()


def _last(said: bytes) -> str:
    return (said.decode(errors="replace").strip() or "no reason given").splitlines()[-1]
