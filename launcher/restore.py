"""`restore FILE`: a backup in the place of what is there, which is laid aside. Whole, or not at all.

The order is what keeps it safe:

1. Everything is checked: the tar, the version, room, rights. Nothing is changed.
2. The files are staged on the disk on which they will lie, the database under a name of its own, brought up to date there.
3. A journal says what comes; then the files change places by renaming, which takes no room and no time.
4. The database changes places last, all of its tables in one statement that happens or does not.

Whatever fails on the way is put back; what is killed on the way is put back (or, after the last step, finished) by
`mend`, which every start of the application calls. The media folder itself is never moved: it may be a mount point.
"""

from __future__ import annotations

import json
import os
import shutil
import subprocess
import tarfile
import time
from pathlib import Path

from .backup import (
    END,
    FORMAT,
    LAID_ASIDE,
    NOT_KEPT,
    STAGED,
    client,
    dump,
    environment,
    last,
    name_of,
    query,
    sha256,
)
from .places import BACKEND
from .say import Trouble, step, tell
from .stack import COLLATION, Stack

#: Room that stays free beyond what is unpacked, bytes.
_SPARE = 64 * 2**20
_JOURNAL = "restore.journal"
_NOTHING = "Nothing was changed"


def restore(stack: Stack, source: Path) -> None:
    """Put a backup in the place of what is there. The services must run, the rest of the application must not."""
    if not source.is_file():
        raise Trouble(f"{source}: there is no such file")
    mend(stack)
    stamp = time.strftime("%Y%m%d-%H%M%S")
    room, staged = (
        stack.var / f"restore-{os.getpid()}",
        stack.media / f"{STAGED}{stamp}",
    )
    aside = stack.var / f"before-restore-{stamp}"
    try:
        step("Checking")
        _check(stack, source)
        room.mkdir(mode=0o700)
        staged.mkdir(mode=0o700)
        step("Unpacking")
        _unpack(source, room, staged)
        step("Loading the database beside the one that is there")
        _load(stack, room / "database.sql", _beside(stack))
        _bring_up_to_date(stack)
        step("Laying aside what is there")
        aside.mkdir(mode=0o700)
        dump(stack, aside / "database.sql")
        _change_places(stack, staged, aside)
    except (OSError, Trouble) as error:
        mend(stack)
        if aside.is_dir():
            shutil.rmtree(aside, ignore_errors=True)
        reason = f"{error.strerror}" if isinstance(error, OSError) else f"{error}"
        said = reason if _NOTHING in reason else f"{reason}. {_NOTHING}"
        raise Trouble(f"the backup was not restored: {said}") from None
    finally:
        shutil.rmtree(room, ignore_errors=True)
        shutil.rmtree(staged, ignore_errors=True)
        _drop(stack, _beside(stack))
    tell(
        f"Restored. What was there before lies in {_gathered(stack, aside)}; remove it when all is well."
    )


def mend(stack: Stack) -> None:
    """Put back, or finish, what a restore was killed in; nothing where none was."""
    journal = stack.var / _JOURNAL
    if not journal.exists():
        return
    try:
        plan = json.loads(journal.read_text())
        before, came = Path(plan["before"]), plan["came"]
    except (ValueError, KeyError, TypeError):
        # Killed while it was written: nothing had been moved then.
        journal.unlink()
        return
    if _tables(stack, _before(stack)):
        # The database had changed places: that was the last step.
        _finish(stack, Path(plan["aside"]))
        return
    staged = Path(plan["staged"])
    staged.mkdir(mode=0o700, exist_ok=True)
    for name in came:
        # What came in goes back to where it was staged, unless it never came.
        if not (staged / name).exists() and (stack.media / name).exists():
            (stack.media / name).rename(staged / name)
    if before.is_dir():
        for path in list(before.iterdir()):
            path.rename(stack.media / path.name)
        before.rmdir()
    shutil.rmtree(staged, ignore_errors=True)
    _drop(stack, _beside(stack))
    _drop(stack, _before(stack))
    journal.unlink()


def _check(stack: Stack, source: Path) -> None:
    """Everything that can be known beforehand. Raises `Trouble`."""
    about, weighs = _read_through(source)
    unknown = [name for name in about.get("migrations", []) if not _known(name)]
    if unknown:
        raise Trouble(f"it was made by a newer Zollstock ({unknown[0]} is not known here)")
    stack.media.mkdir(mode=0o700, parents=True, exist_ok=True)
    if not os.access(stack.media, os.R_OK | os.W_OK | os.X_OK):
        raise Trouble(f"{stack.media} cannot be written to")
    files, database = weighs
    # The dump, what is laid aside of the one that is there, and the database that is loaded beside it.
    for place, needed in ((stack.media, files), (stack.var, 4 * database)):
        free = shutil.disk_usage(place).free
        if free < needed + _SPARE:
            raise Trouble(
                f"there is too little room on the disk of {place}: {_mb(needed + _SPARE)} are needed, "
                f"{_mb(free)} are free"
            )
    # Whether a database may be made at all.
    query(stack, f"CREATE DATABASE IF NOT EXISTS `{_beside(stack)}`")


def _read_through(source: Path) -> tuple[dict[str, object], tuple[int, int]]:
    """What a backup says of itself, and the bytes of its files and of its dump; read to its end, so that it is whole."""
    about: dict[str, object] = {}
    files = database = count = 0
    end = None
    try:
        with tarfile.open(source) as bag:
            for member in bag:
                if member.name == "backup.json":
                    about = json.loads(_content(bag, member))
                elif member.name == "database.sql":
                    database = member.size
                elif member.name == END:
                    end = json.loads(_content(bag, member))["files"]
                else:
                    files, count = files + member.size, count + 1
        whole = about.get("format") == FORMAT and bool(database)
        if about.get("ends_with"):
            whole = whole and end == count
    except (
        tarfile.TarError,
        EOFError,
        KeyError,
        ValueError,
        TypeError,
        AttributeError,
    ):
        whole = False
    if not whole:
        raise Trouble(f"{source} is not a whole backup of Zollstock")
    return about, (files, database)


def _content(bag: tarfile.TarFile, member: tarfile.TarInfo) -> bytes:
    held = bag.extractfile(member)
    return b"" if held is None else held.read(2**20)


def _known(migration: str) -> bool:
    """Whether a change of our own tables stands in this code; those of packages come with them."""
    app, _, name = migration.partition(".")
    folder = BACKEND / "zollstock" / app / "migrations"
    return not folder.parent.is_dir() or (folder / f"{name}.py").is_file()


def _unpack(source: Path, room: Path, staged: Path) -> None:
    try:
        with tarfile.open(source) as bag:
            for member in bag:
                top, _, rest = member.name.partition("/")
                if member.name in ("backup.json", "database.sql"):
                    bag.extract(member, room, filter="data")
                elif top == "media" and rest:
                    member.name = rest
                    bag.extract(member, staged, filter="data")
        about = json.loads((room / "backup.json").read_text())
        whole = about["database_sha256"] == sha256(room / "database.sql")
    except (
        tarfile.TarError,
        EOFError,
        KeyError,
        ValueError,
        TypeError,
        FileNotFoundError,
    ):
        whole = False
    if not whole:
        raise Trouble(f"{source} is not a whole backup of Zollstock")


def _load(stack: Stack, dumped: Path, database: str) -> None:
    query(
        stack,
        f"DROP DATABASE IF EXISTS `{database}`; CREATE DATABASE `{database}` CHARACTER SET utf8mb4 "
        f"COLLATE {COLLATION};",
    )
    with dumped.open("rb") as file:
        done = subprocess.run(
            [*client(stack, "mariadb"), database],
            stdin=file,
            capture_output=True,
            env=environment(stack),
        )
    if done.returncode:
        raise Trouble(f"the database could not be loaded: {last(done.stderr)}")


def _bring_up_to_date(stack: Stack) -> None:
    """The loaded database's tables, before it is anybody's."""
    own = stack.environment
    try:
        stack.environment = own | {"ZOLLSTOCK_DB_NAME": _beside(stack)}
        stack.manage("migrate", "--verbosity", "0")
        stack.manage("one_collation", COLLATION)
    finally:
        stack.environment = own


def _change_places(stack: Stack, staged: Path, aside: Path) -> None:
    """Files by renaming, the database last; the journal says how to go back from anywhere in between."""
    before = stack.media / f"{LAID_ASIDE}{staged.name.removeprefix(STAGED)}"
    came = sorted(path.name for path in staged.iterdir())
    plan = {
        "before": str(before),
        "staged": str(staged),
        "came": came,
        "aside": str(aside),
    }
    _drop(stack, _before(stack))
    _write(stack.var / _JOURNAL, json.dumps(plan))
    before.mkdir(mode=0o700)
    for path in list(stack.media.iterdir()):
        if path.name not in NOT_KEPT and not path.name.startswith((STAGED, LAID_ASIDE)):
            path.rename(before / path.name)
    for name in came:
        (staged / name).rename(stack.media / name)
    _swap_databases(stack)
    _finish(stack, aside)


def _write(path: Path, text: str) -> None:
    """Whole, and on the disk, before anything is done that it speaks of."""
    half = path.with_suffix(".half")
    with half.open("w") as file:
        file.write(text)
        file.flush()
        os.fsync(file.fileno())
    half.rename(path)


def _swap_databases(stack: Stack) -> None:
    """All tables of both in one statement: it happens as a whole or not at all."""
    here, comes, goes = name_of(stack), _beside(stack), _before(stack)
    query(stack, f"CREATE DATABASE `{goes}` CHARACTER SET utf8mb4 COLLATE {COLLATION}")
    moves = [f"`{here}`.`{table}` TO `{goes}`.`{table}`" for table in _tables(stack, here)]
    moves += [f"`{comes}`.`{table}` TO `{here}`.`{table}`" for table in _tables(stack, comes)]
    query(stack, f"SET foreign_key_checks = 0; RENAME TABLE {', '.join(moves)};")


def _finish(stack: Stack, aside: Path) -> None:
    """What was there lies dumped in `aside` already; the tables themselves can go."""
    _drop(stack, _before(stack))
    (stack.var / _JOURNAL).unlink(missing_ok=True)


def _gathered(stack: Stack, aside: Path) -> str:
    """Files that were laid aside join the dump where they lie on the same disk; else it is said where they are."""
    [before] = sorted(stack.media.glob(f"{LAID_ASIDE}*"))[-1:] or [None]
    if before is None:
        return str(aside)
    try:
        before.rename(aside / "media")
    except OSError:
        return f"{aside} (the database) and {before} (the files)"
    return str(aside)


def _tables(stack: Stack, database: str) -> list[str]:
    said = query(
        stack,
        f"SELECT table_name FROM information_schema.tables WHERE table_schema = '{database}' ORDER BY 1",
    )
    return said.splitlines()


def _drop(stack: Stack, database: str) -> None:
    query(stack, f"SET foreign_key_checks = 0; DROP DATABASE IF EXISTS `{database}`")


def _beside(stack: Stack) -> str:
    return f"{name_of(stack)}_comes"


def _before(stack: Stack) -> str:
    return f"{name_of(stack)}_before"


def _mb(count: int) -> str:
    return f"{count / 1e6:,.0f} MB"
