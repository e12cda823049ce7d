"""Render a layout: its sheets as the pages of a PDF, or as a folder of raster files.

The file of each plan is made first, once, as it would be alone; its sheets are cut from that. So what lies on two
sheets is the same pixel for pixel, and memory does not grow with the layout: the file waits on the disk, unpacked.
"""

from __future__ import annotations

import errno
import shutil
import tempfile
from collections.abc import Callable, Iterator, Sequence
from contextlib import contextmanager
from pathlib import Path

from zollstock.core.layouts import against_making, lay
from zollstock.core.layouts.files import LayoutFile, layout_files
from zollstock.core.layouts.kind import Laid
from zollstock.core.layouts.wish import Wish
from zollstock.core.outputs import OUTPUTS
from zollstock.core.work import Work

from .choose import way_for
from .compose import compose_excerpts
from .errors import Cancelled, RenderError
from .measures import measured
from .page import Page
from .progress import Progress, never_back, part_of
from .render import composed
from .upload import write_upload
from .vips import pyvips
from .write import Written, write

#: Of the way to the sheets so much is making the plans' own files, per cent; the rest writing.
_MAKING = 50
#: px of a side of the tiles that an unpacked file is read by.
_TILE = 512


def render_layout(
    wish: Wish, pictures: Sequence[Path], out: Path, progress: Progress | None = None
) -> int:
    """Make the sheets of `wish`: one PDF where `out` ends in .pdf, else a folder of raster files; returns how many.

    `pictures` has the picture of each plan. Nothing of that name may exist; it appears whole or not at all. The
    single photo for an upload lies in the folder; a PDF holds the sheets alone. Raises `RenderError`,
    `FileExistsError`, `FileNotFoundError` where there is no such folder, `Cancelled`.
    """
    laid = sound(wish, len(pictures))
    if out.exists():
        raise FileExistsError(f"{out} exists already; it was left as it is")
    if not out.parent.is_dir():
        raise FileNotFoundError(errno.ENOENT, "there is no such folder", str(out.parent))
    output = wish.plans[0].output
    if out.suffix.lower() == ".pdf":
        output = output.model_copy(update={"format": "pdf"})
        files = layout_files(wish, laid, output)[:1]
        make_files(wish, laid, pictures, files, [out], progress)
        return len(laid.sheets)
    if not laid.used:
        raise RenderError("This layout is lines and letters: name one file that ends in .pdf.")
    if OUTPUTS[output.format].vectors:
        raise RenderError("The plan asks for a PDF: name one file that ends in .pdf.")
    partial = Path(tempfile.mkdtemp(prefix=f".{out.name}.", suffix=".partial", dir=out.parent))
    try:
        files = layout_files(wish, laid)
        make_files(wish, laid, pictures, files, [partial / file.name for file in files], progress)
        partial.chmod(0o755)
        partial.rename(out)
    finally:
        shutil.rmtree(partial, ignore_errors=True)
    return len(laid.sheets)


def sound(wish: Wish, pictures: int) -> Laid:
    """The wish laid out; raises `RenderError` where it has a `stop`, or other than a picture for each plan."""
    if pictures != len(wish.plans):
        raise RenderError(f"This layout has {len(wish.plans)} plans and wants a picture for each.")
    laid = lay(wish)
    against = against_making(laid)
    if against:
        raise RenderError(" ".join(against))
    return laid


def make_files(
    wish: Wish,
    laid: Laid,
    pictures: Sequence[Path],
    files: Sequence[LayoutFile],
    places: Sequence[Path],
    progress: Progress | None = None,
) -> list[Written]:
    """Make every file at its place, none of which may exist. Raises what `write` raises."""
    whole = never_back(progress or (lambda percent: True))
    written = []
    with _files(laid, pictures, lambda percent: whole(percent * _MAKING // 100)) as opened:
        for number, (file, place) in enumerate(zip(files, places, strict=True)):
            if not whole(_MAKING + (100 - _MAKING) * number // len(files)):
                raise Cancelled
            if file.upload is not None:
                written.append(write_upload(opened(0), file.upload, place))
                continue
            ink = not OUTPUTS[file.output.format].vectors
            pages = [
                Page(compose_excerpts(sheet, opened, ink), sheet, wish.title)
                for sheet in file.sheets
            ]

            def told(percent: int, number: int = number) -> bool:
                share = (100 * number + percent) // len(files)
                return whole(_MAKING + share * (100 - _MAKING) // 100)

            written.append(write(pages, file.output, place, told))
    return written


Opened = Callable[[int], pyvips.Image]


@contextmanager
def _files(laid: Laid, pictures: Sequence[Path], progress: Progress) -> Iterator[Opened]:
    """The file of every plan, unpacked on the disk for as long as it is needed."""
    with tempfile.TemporaryDirectory(prefix="zollstock-") as folder:
        paths = {}
        for done, number in enumerate(laid.used):
            path = Path(folder) / f"{number}.tif"
            _unpack(
                laid.works[number], pictures[number], path, part_of(progress, done, len(laid.used))
            )
            paths[number] = path
        opened: dict[int, pyvips.Image] = {}

        def file(number: int) -> pyvips.Image:
            if number not in opened:
                opened[number] = pyvips.Image.new_from_file(str(paths[number]))
            return opened[number]

        yield file


def _unpack(work: Work, picture: Path, to: Path, progress: Progress) -> None:
    way = way_for(work, lambda: measured(picture), progress)
    image = composed(work, picture, way=way)
    if not progress(50):
        raise Cancelled
    try:
        # A tile that is much larger than the picture would not be read again.
        tiled = min(image.width, image.height) >= _TILE
        image.tiffsave(
            str(to), tile=tiled, tile_width=_TILE, tile_height=_TILE, bigtiff=True, keep="icc"
        )
    except pyvips.Error:
        raise RenderError(
            "The picture could not be read to its end, so no file was made."
        ) from None
    if not progress(100):
        raise Cancelled
