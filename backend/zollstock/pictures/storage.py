"""Files in Django's storage, and as paths while libvips works on them."""

from __future__ import annotations

import fcntl
import shutil
import tempfile
from collections.abc import Iterator
from contextlib import contextmanager, suppress
from pathlib import Path

from django.conf import settings
from django.core.files import File
from django.core.files.storage import default_storage
from django.db.models.fields.files import FieldFile

#: Held by whoever works in a scratch folder; held by a backup while it is made.
LOCK = ".held"
BACKUP_LOCK = "backup.lock"


@contextmanager
def local_path(name: str) -> Iterator[Path]:
    """A readable path of a stored file; a copy on this machine where the storage is elsewhere."""
    try:
        path = default_storage.path(name)
    except NotImplementedError:
        with tempfile.NamedTemporaryFile(suffix=Path(name).suffix) as copy:
            with default_storage.open(name) as stored:
                shutil.copyfileobj(stored, copy)
            copy.flush()
            yield Path(copy.name)
        return
    yield Path(path)


@contextmanager
def work_folder() -> Iterator[Path]:
    """A folder for half-made files, on the same disk as the storage where it is local."""
    scratch = Path(settings.MEDIA_ROOT) / "scratch"
    scratch.mkdir(parents=True, exist_ok=True)
    with (
        tempfile.TemporaryDirectory(dir=scratch, ignore_cleanup_errors=True) as folder,
        (Path(folder) / LOCK).open("wb") as lock,
    ):
        # The lock goes with the process, however it ends: then the folder is cleared by `tidying`.
        fcntl.flock(lock, fcntl.LOCK_EX)
        yield Path(folder)


class _Finished(File):  # type: ignore[type-arg]  # only the stubs know a parameter
    """A finished file that storage on this machine may move instead of copying."""

    def temporary_file_path(self) -> str:
        return str(self.name)


def name_of(file: FieldFile) -> str:
    """The name of a row's file in the storage; empty where it has none."""
    return file.name or ""


def store(path: Path, name: str) -> str:
    """Put a finished local file into storage, whole; returns the name it got there."""
    with path.open("rb") as opened:
        return default_storage.save(name, _Finished(opened))


def discard(*names: str) -> None:
    """Remove stored files; names that are empty or gone already are fine.

    While a backup is being made nothing goes: the files of the rows it holds must still be there when
    it comes to them. What is left then belongs to no row, and is cleared later by `tidying`.
    """
    if not being_backed_up():
        discard_dead(*names)


def discard_dead(*names: str) -> None:
    """Remove stored files that belong to nothing, with the folder that was theirs alone."""
    for name in names:
        if name:
            default_storage.delete(name)
            with suppress(NotImplementedError, OSError):
                Path(default_storage.path(name)).parent.rmdir()  # only when it is empty


def being_backed_up() -> bool:
    """Whether a backup is at work: it holds a lock that goes with its process."""
    try:
        with (Path(settings.MEDIA_ROOT) / BACKUP_LOCK).open("rb") as lock:
            fcntl.flock(lock, fcntl.LOCK_SH | fcntl.LOCK_NB)
    except FileNotFoundError:
        return False
    except BlockingIOError:
        return True
    return False
