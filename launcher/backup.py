"""`backup FILE`: the database and the media folder as one tar (`restore.py` brings it back).

A backup is made while everything runs. The database is dumped in one transaction; from before that
until the last file is packed no stored file is removed (zollstock.pictures.storage looks at the lock
held here), so every file that the dumped rows know is in it.
"""

from __future__ import annotations

import fcntl
import hashlib
import io
import json
import os
import subprocess
import tarfile
import time
from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path

from .say import Trouble, step, tell
from .stack import Stack, _user

FORMAT = "zollstock.backup/1"
_LOCK = "backup.lock"
#: Beside the lock: what is half-made, and what a restore has staged or laid aside.
NOT_KEPT = ("scratch", _LOCK)
STAGED, LAID_ASIDE = ".restored-", ".before-restore-"
#: The last member of the tar: without it the tar was cut off.
END = "end.json"


def backup(stack: Stack, out: Path) -> None:
    """Write `out`, which must not exist; whole or not at all, readable by its owner alone."""
    if out.exists():
        raise Trouble(f"{out} exists already; it was left as it is")
    if not out.parent.is_dir():
        raise Trouble(f"{out.parent} is no folder")
    partial = out.with_name(f".{out.name}.{os.getpid()}.partial")
    dumped = stack.var / f"dump-{os.getpid()}.sql"
    media = stack.media
    media.mkdir(parents=True, exist_ok=True)
    try:
        with _nothing_removed(media):
            step("Dumping the database")
            dump(stack, dumped)
            step("Packing pictures and files")
            count = _pack(dumped, media, partial, migrations(stack))
        os.link(partial, out)
    except OSError as error:
        raise Trouble(
            f"the backup was not made: {error.strerror}. Nothing was left behind"
        ) from None
    finally:
        partial.unlink(missing_ok=True)
        dumped.unlink(missing_ok=True)
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


def dump(stack: Stack, out: Path) -> None:
    with out.open("wb") as file:
        out.chmod(0o600)
        done = subprocess.run(
            [*client(stack, "mariadb-dump"), "--single-transaction", "--quick", "--hex-blob",
             "--default-character-set=utf8mb4", name_of(stack)],
            stdout=file, stderr=subprocess.PIPE, env=environment(stack),
        )  # fmt: skip
    if done.returncode:
        raise Trouble(f"the database could not be dumped: {last(done.stderr)}")


def migrations(stack: Stack) -> list[str]:
    """Which changes of the tables were made, as `app.name`: what a backup needs to be read again."""
    said = query(
        stack,
        "SELECT CONCAT(app, '.', name) FROM django_migrations ORDER BY id",
        name_of(stack),
    )
    return said.splitlines()


def _pack(dump: Path, media: Path, out: Path, migrations: list[str]) -> int:
    """The tar: what it is first, then the dump, then the files. Returns how many files."""
    count = 0
    with tarfile.open(out, "w") as bag:
        out.chmod(0o600)
        about = {
            "format": FORMAT,
            "made": time.strftime("%Y-%m-%dT%H:%M:%SZ", time.gmtime()),
            "database_sha256": sha256(dump),
            "migrations": migrations,
            "ends_with": END,
        }
        _note(bag, "backup.json", about)
        bag.add(dump, "database.sql")
        for folder, _, names in os.walk(media):
            top = Path(folder).relative_to(media).parts[:1]
            if top and (top[0] in NOT_KEPT or top[0].startswith((STAGED, LAID_ASIDE))):
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
        _note(bag, END, {"files": count})
    return count


def _note(bag: tarfile.TarFile, name: str, content: dict[str, object]) -> None:
    data = json.dumps(content, indent=1).encode()
    member = tarfile.TarInfo(name)
    member.size, member.mode, member.mtime = len(data), 0o600, int(time.time())
    bag.addfile(member, io.BytesIO(data))


def client(stack: Stack, program: str) -> list[str]:
    """A client of the database: its owner on the own socket, else as the settings say."""
    told = stack.environment
    host = told["ZOLLSTOCK_DB_HOST"]
    where = [f"--socket={host}"] if host.startswith("/") else [f"--host={host}"]
    if port := told.get("ZOLLSTOCK_DB_PORT"):
        where.append(f"--port={port}")
    user = told.get("ZOLLSTOCK_DB_USER", "zollstock") if _elsewhere(stack) else _user()
    return [program, "--no-defaults", *where, f"--user={user}"]


def environment(stack: Stack) -> dict[str, str]:
    """The password by the environment, where other people's lists of processes do not show it."""
    password = (
        {"MYSQL_PWD": stack.environment["ZOLLSTOCK_DB_PASSWORD"]} if _elsewhere(stack) else {}
    )
    return stack.environment | password


def query(stack: Stack, text: str, database: str = "") -> str:
    """What the database answers to a statement, a line a row. Raises `Trouble` with its reason."""
    command = [*client(stack, "mariadb"), "--batch", "--skip-column-names"]
    done = subprocess.run(
        [*command, *([database] if database else [])],
        input=text.encode(),
        capture_output=True,
        env=environment(stack),
    )
    if done.returncode:
        raise Trouble(f"the database says: {last(done.stderr)}")
    return done.stdout.decode()


def _elsewhere(stack: Stack) -> bool:
    return bool(stack.environment.get("ZOLLSTOCK_DB_ELSEWHERE"))


def name_of(stack: Stack) -> str:
    return stack.environment.get("ZOLLSTOCK_DB_NAME", "zollstock")


def sha256(path: Path) -> str:
    with path.open("rb") as file:
        return hashlib.file_digest(file, "sha256").hexdigest()


def last(said: bytes) -> str:
    return (said.decode(errors="replace").strip() or "no reason given").splitlines()[-1]
