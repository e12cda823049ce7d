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

from zollstock.core.findings import stops
from zollstock.core.layouts import lay
from zollstock.core.layouts.kind import Laid
from zollstock.core.layouts.wish import Wish
from zollstock.core.naming import Names, safe_name
from zollstock.core.outputs import OUTPUTS
from zollstock.core.parts.file import Output
from zollstock.core.plan import lengths_of
from zollstock.core.show import style_for
from zollstock.core.work import Work

from .choose import way_for
from .compose import compose_excerpts
from .errors import Cancelled, RenderError
from .measures import measured
from .page import Page
from .render import composed
from .vips import pyvips
from .write import Progress, never_back, part_of, write

#: Of the way to the sheets so much is making the plans' own files, per cent; the rest writing.
_MAKING = 50


def render_layout(
    wish: Wish, pictures: Sequence[Path], out: Path, progress: Progress | None = None
) -> int:
    """Make the sheets of `wish`: one PDF where `out` ends in .pdf, else a folder of raster files; returns how many.

    `pictures` has the picture of each plan. Nothing of that name may exist; it appears whole or not at all. Raises
    `RenderError`, `FileExistsError`, `FileNotFoundError` where there is no such folder, `Cancelled`.
    """
    if len(pictures) != len(wish.plans):
        raise RenderError(f"This layout has {len(wish.plans)} plans and wants a picture for each.")
    laid = lay(wish)
    against = [one.text for one in laid.findings if one.level == "stop"]
    for work in laid.works:
        against += [one.text for one in stops(work, style_for(lengths_of(work.plan)))]
    if against:
        raise RenderError(" ".join(dict.fromkeys(against)))
    if out.exists():
        raise FileExistsError(f"{out} exists already; it was left as it is")
    if not out.parent.is_dir():
        raise FileNotFoundError(errno.ENOENT, "there is no such folder", str(out.parent))
    whole = never_back(progress or (lambda percent: True))
    with _files(laid, pictures, lambda percent: whole(percent * _MAKING // 100)) as files:
        _write(wish, laid, files, out, lambda p: whole(_MAKING + p * (100 - _MAKING) // 100))
    return len(laid.sheets)


def _write(wish: Wish, laid: Laid, files: Opened, out: Path, progress: Progress) -> None:
    output = wish.plans[0].output
    if out.suffix.lower() == ".pdf":
        output = output.model_copy(update={"format": "pdf"})
        pages = [
            Page(compose_excerpts(sheet, files, ink=False), sheet, wish.title)
            for sheet in laid.sheets
        ]
        write(pages, output, out, progress)
    elif OUTPUTS[output.format].vectors:
        raise RenderError("The plan asks for a PDF: name one file that ends in .pdf.")
    else:
        _write_folder(wish, laid, files, output, out, progress)


def _write_folder(
    wish: Wish, laid: Laid, files: Opened, output: Output, out: Path, progress: Progress
) -> None:
    """A raster file a sheet, named by title and sheet; the folder appears when all are there."""
    partial = Path(tempfile.mkdtemp(prefix=f".{out.name}.", suffix=".partial", dir=out.parent))
    try:
        names = Names()
        for number, sheet in enumerate(laid.sheets):
            stem = safe_name(f"{wish.title or 'sheet'}-{sheet.name}", "sheet")
            name = names.free("", stem, OUTPUTS[output.format].endings[0])
            if not progress(100 * number // len(laid.sheets)):
                raise Cancelled
            page = Page(compose_excerpts(sheet, files), sheet)
            write([page], output, partial / name, part_of(progress, number, len(laid.sheets)))
        partial.chmod(0o755)
        partial.rename(out)
    finally:
        shutil.rmtree(partial, ignore_errors=True)


Opened = Callable[[int], pyvips.Image]


@contextmanager
def _files(laid: Laid, pictures: Sequence[Path], progress: Progress) -> Iterator[Opened]:
    """The file of every plan, unpacked on the disk for as long as it is needed."""
    with tempfile.TemporaryDirectory(prefix="zollstock-") as folder:
        paths = []
        for number, (work, picture) in enumerate(zip(laid.works, pictures, strict=True)):
            path = Path(folder) / f"{number}.tif"
            _unpack(work, picture, path, part_of(progress, number, len(pictures)))
            paths.append(path)
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
        image.tiffsave(
            str(to), tile=True, tile_width=512, tile_height=512, bigtiff=True, keep="icc"
        )
    except pyvips.Error:
        raise RenderError(
            "The picture could not be read to its end, so no file was made."
        ) from None
    if not progress(100):
        raise Cancelled
