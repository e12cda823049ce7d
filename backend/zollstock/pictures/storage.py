"""Files in Django's storage, and as paths while libvips works on them."""

from __future__ import annotations

import shutil
import tempfile
from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path

from django.conf import settings
from django.core.files import File
from django.core.files.storage import default_storage


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
    with tempfile.TemporaryDirectory(dir=scratch) as folder:
        yield Path(folder)


class _Finished(File):
    """A finished file that storage on this machine may move instead of copying."""

    def temporary_file_path(self) -> str:
        return str(self.file.name)


def store(path: Path, name: str) -> str:
    """Put a finished local file into storage, whole; returns the name it got there."""
    with path.open("rb") as opened:
        return default_storage.save(name, _Finished(opened))


def discard(*names: str) -> None:
    """Remove stored files; names that are empty or gone already are fine."""
    for name in names:
        if name:
            default_storage.delete(name)
