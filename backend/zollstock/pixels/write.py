"""Writing sheets: the file appears whole or not at all."""

from __future__ import annotations

import errno
import hashlib
import os
import shutil
import time
from collections.abc import Callable, Sequence
from dataclasses import dataclass
from pathlib import Path

from zollstock.core.ground.lengths import MM_PER_INCH
from zollstock.core.parts.file import OutputSpec
from zollstock.core.rules.fileformats import FILE_FORMATS

from .errors import Cancelled, RenderError
from .page import Page
from .progress import Progress, stages
from .vips import pyvips
from .writers import WRITERS

#: So often, seconds, `progress` is asked at least whether to go on.
ASKED_EVERY = 0.2
#: What writing takes and what reading it once more for its hash does; so many bytes of it at once.
_SHARES, _AT_ONCE = (92, 8), 2**22
#: Less free room than this, bytes, after a failed write means that the disk was the reason.
_FULL_DISK = 8 * 2**20


@dataclass(frozen=True, slots=True)
class Written:
    """A file that was made: its bytes, their hash, and its pages."""

    size: int
    sha256: str
    pages: int


def write(
    pages: Sequence[Page], output: OutputSpec, out: Path, progress: Progress | None = None
) -> Written:
    """Write the pages of a file to `out`, which must not exist, tagged with their ppi.

    Raises `RenderError`, `FileExistsError`, `FileNotFoundError` where there is no such folder, and
    `Cancelled` when `progress` returns False; then nothing is left behind.
    """
    if len(pages) != 1 and not FILE_FORMATS[output.format].vectors:
        raise RenderError(f"One file of this kind holds one sheet, not {len(pages)}.")
    if out.exists():
        raise FileExistsError(f"{out} exists already; it was left as it is")
    if not out.parent.is_dir():
        raise FileNotFoundError(errno.ENOENT, "there is no such folder", str(out.parent))
    partial = out.with_name(f".{out.name}.{os.getpid()}.partial")
    try:
        saving, reading = stages(progress, *_SHARES)
        _save(pages, output, partial, saving)
        digest = _digest(partial, reading)
        os.link(partial, out)  # fails where the name was taken meanwhile; replaces nothing
    except pyvips.Error:
        raise RenderError(_reason(out.parent)) from None
    finally:
        partial.unlink(missing_ok=True)
    return Written(out.stat().st_size, digest, len(pages))


def _digest(path: Path, progress: Progress) -> str:
    """The hash of the whole file. Raises `Cancelled`."""
    digest, whole, done = hashlib.sha256(), path.stat().st_size, 0
    with path.open("rb") as file:
        while part := file.read(_AT_ONCE):
            digest.update(part)
            done += len(part)
            if not progress(100 * done // whole):
                raise Cancelled
    return digest.hexdigest()


def _save(pages: Sequence[Page], output: OutputSpec, path: Path, progress: Progress) -> None:
    tagged, called_off = [], []
    sizes = [page.image.width * page.image.height for page in pages]
    for page, told in zip(pages, stages(progress, *sizes), strict=True):
        per_mm = float(page.sheet.ppi) / float(MM_PER_INCH)
        across, along = (float(share) for share in page.scale)
        image = page.image.copy(xres=per_mm * across, yres=per_mm * along)
        called_off.append(watched(image, told))
        tagged.append(page._replace(image=image))
    try:
        WRITERS[output.format](tagged, path, output)
    except pyvips.Error:
        if any(off() for off in called_off):
            raise Cancelled from None
        raise


def watched(image: pyvips.Image, progress: Progress) -> Callable[[], bool]:
    """Report per cent to `progress` and kill the pipeline when it says so."""
    shown, killed, asked = [-1], [False], [0.0]

    def on_eval(source: pyvips.Image, information: pyvips.GObject) -> None:
        percent, now = min(100, information.percent), time.monotonic()
        if killed[0] or (percent == shown[0] and now < asked[0] + ASKED_EVERY):
            return
        shown[0], asked[0] = percent, now
        if not progress(percent):
            killed[0] = True
            source.set_kill(True)

    image.set_progress(True)
    image.signal_connect("eval", on_eval)
    return lambda: killed[0]


def _reason(folder: Path) -> str:
    """Why libvips gave up; its own words differ by format and name paths, so look at the disk."""
    if shutil.disk_usage(folder).free < _FULL_DISK:
        return "There is no room left on the disk for this file. Nothing was left behind."
    return "The picture could not be read to its end, so no file was made."
