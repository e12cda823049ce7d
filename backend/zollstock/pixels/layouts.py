"""Render a layout: its sheets as the pages of a PDF, or as a folder of raster files.

The file of each plan is made first, once, as it would be alone; its sheets are cut from that. So what lies on two
sheets is the same pixel for pixel, and memory does not grow with the layout: the file waits on the disk, unpacked.
"""

from __future__ import annotations

import errno
import shutil
import tempfile
from collections.abc import Iterator, Mapping, Sequence
from contextlib import contextmanager
from pathlib import Path

from zollstock.core.ground.rational import Fraction
from zollstock.core.layouts import blocking_reasons, lay
from zollstock.core.layouts.files import LayoutFile, layout_files
from zollstock.core.layouts.kind import PlannedLayout
from zollstock.core.layouts.request import LayoutRequest
from zollstock.core.rules.fileformats import FILE_FORMATS
from zollstock.core.studio.studio import DEFAULT_STUDIO, Studio
from zollstock.core.work.making import costs, is_streamed
from zollstock.core.work.outcome import Work

from . import colour
from .choose import way_for
from .compose import Sources, compose
from .errors import Cancelled, RenderError
from .measures import measured
from .page import Page
from .progress import Progress, stages
from .render import composed
from .rescue.onpaper import Letterings, on_sheet
from .rights import Rights, joined, rights_of
from .upload import write_upload
from .vips import pyvips
from .write import Written, watched, write

#: Seconds a pixel of a sheet takes to be composed and written.
_WRITING = 0.1e-6
_NO_LETTERING: Mapping[int, Letterings] = {}
#: px of a side of the tiles that an unpacked file is read by.
_TILE = 512


def render_layout(
    layout: LayoutRequest,
    pictures: Sequence[Path],
    out: Path,
    progress: Progress | None = None,
    studio: Studio = DEFAULT_STUDIO,
) -> int:
    """Make the sheets of `layout`: one PDF where `out` ends in .pdf, else a folder of raster files; returns how many.

    `pictures` has the picture of each plan. Nothing of that name may exist; it appears whole or not at all. The
    single photo for an upload lies in the folder; a PDF holds the sheets alone. Raises `RenderError`,
    `FileExistsError`, `FileNotFoundError` where there is no such folder, `Cancelled`.
    """
    laid = sound(layout, len(pictures), studio)
    if out.exists():
        raise FileExistsError(f"{out} exists already; it was left as it is")
    if not out.parent.is_dir():
        raise FileNotFoundError(errno.ENOENT, "there is no such folder", str(out.parent))
    output = layout.plans[0].output
    if out.suffix.lower() == ".pdf":
        output = output.model_copy(update={"format": "pdf"})
        files = [file for file in layout_files(layout, laid, output) if file.upload is None]
        # What is a file of its own, a cover, lies beside it.
        places = [out, *(out.with_stem(f"{out.stem}-{_word(file)}") for file in files[1:])]
        for place in places[1:]:
            if place.exists():
                raise FileExistsError(f"{place} exists already; it was left as it is")
        _together(layout, laid, pictures, files, places, progress)
        return len(laid.sheets)
    if not laid.used:
        raise RenderError("This layout is lines and letters: name one file that ends in .pdf.")
    if FILE_FORMATS[output.format].vectors:
        raise RenderError("The plan asks for a PDF: name one file that ends in .pdf.")
    partial = Path(tempfile.mkdtemp(prefix=f".{out.name}.", suffix=".partial", dir=out.parent))
    try:
        files = layout_files(layout, laid)
        make_files(layout, laid, pictures, files, [partial / file.name for file in files], progress)
        partial.chmod(0o755)
        partial.rename(out)
    finally:
        shutil.rmtree(partial, ignore_errors=True)
    return len(laid.sheets)


def _word(file: LayoutFile) -> str:
    return file.sheets[0].name.lower()


def _together(
    layout: LayoutRequest,
    laid: PlannedLayout,
    pictures: Sequence[Path],
    files: Sequence[LayoutFile],
    places: Sequence[Path],
    progress: Progress | None,
) -> None:
    """All files, or none of them."""
    if len(files) == 1:
        make_files(layout, laid, pictures, files, places, progress)
        return
    with tempfile.TemporaryDirectory(prefix=f".{places[0].name}.", dir=places[0].parent) as folder:
        made = [Path(folder) / place.name for place in places]
        make_files(layout, laid, pictures, files, made, progress)
        for one, place in zip(made, places, strict=True):
            one.rename(place)


def sound(layout: LayoutRequest, pictures: int, studio: Studio = DEFAULT_STUDIO) -> PlannedLayout:
    """The request laid out; raises `RenderError` where it has a `stop`, or other than a picture for each plan."""
    if pictures != len(layout.plans):
        raise RenderError(
            f"This layout has {len(layout.plans)} plans and wants a picture for each."
        )
    laid = lay(layout, studio=studio)
    against = blocking_reasons(laid)
    if against:
        raise RenderError(" ".join(against))
    return laid


def make_files(
    layout: LayoutRequest,
    laid: PlannedLayout,
    pictures: Sequence[Path],
    files: Sequence[LayoutFile],
    places: Sequence[Path],
    progress: Progress | None = None,
    lettering: Mapping[int, Letterings] = _NO_LETTERING,
) -> list[Written]:
    """Make every file at its place, none of which may exist; `lettering` are the outlines of pictures that were rescued,
    by their plan. Raises what `write` raises."""
    unpacking, writing = stages(progress, *_shares(laid, files))
    of_works = {
        number: lettering[plan]
        for number in laid.used
        if (plan := laid.plan_of(number)) in lettering
    }
    written = []
    with _files(laid, pictures, unpacking, lettering) as opened:
        sizes = [_pixels(file) for file in files]

        def like() -> pyvips.Image | None:
            return opened.whole(laid.used[0]) if laid.used else None

        for file, place, told in zip(files, places, stages(writing, *sizes), strict=True):
            if not told(0):
                raise Cancelled
            if file.upload is not None:
                written.append(write_upload(opened.whole(0), file.upload, place))
                continue
            ink = not FILE_FORMATS[file.output.format].vectors
            rights = _rights(file, layout, laid, pictures)
            pages = [
                Page(
                    compose(
                        side, Sources(files=opened.whole, limited=opened.limited, like=like), ink
                    ),
                    side,
                    layout.title,
                    () if ink else on_sheet(side, laid.works, of_works),
                    side.scale,
                    rights,
                )
                for sheet in file.sheets
                for side in sheet.sides
            ]
            written.append(write(pages, file.output, place, told))
    return written


def _rights(
    file: LayoutFile, layout: LayoutRequest, laid: PlannedLayout, pictures: Sequence[Path]
) -> Rights:
    """What the pictures on its sheets say of whose they are, of those prints that want it to go along."""
    shown = {
        laid.plan_of(part.plan)
        for sheet in file.sheets
        for side in sheet.sides
        for part in side.file_parts
    }
    return joined(
        rights_of(pictures[plan]) for plan in sorted(shown) if layout.plans[plan].output.rights
    )


def _shares(laid: PlannedLayout, files: Sequence[LayoutFile]) -> tuple[float, float]:
    """What making the plans' own files takes, and what writing the sheets does, s."""
    unpacking = sum(sum(costs(laid.works[number])) for number in laid.used)
    return unpacking, _WRITING * sum(_pixels(file) for file in files)


def _pixels(file: LayoutFile) -> int:
    """Pixels of all that a file holds."""
    if file.upload is not None:
        return file.upload.width_px * file.upload.height_px
    return sum(sheet.grid.width * sheet.grid.height for sheet in file.sheets)


class Files:
    """The files of the plans, unpacked in `folder`, each opened once; and what was made of them with less detail."""

    def __init__(self, folder: Path, laid: PlannedLayout) -> None:
        self._folder, self._works = folder, laid.works
        self._opened: dict[Path, pyvips.Image] = {}

    def place(self, number: int, detail: Fraction | None = None) -> Path:
        return self._folder / (f"{number}.tif" if detail is None else f"{number} at {float(detail)}.tif")  # fmt: skip

    def whole(self, number: int) -> pyvips.Image:
        return self._open(self.place(number), number)

    def limited(self, number: int, detail: Fraction) -> pyvips.Image:
        return self._open(self.place(number, detail), number)

    def _open(self, path: Path, number: int) -> pyvips.Image:
        if path not in self._opened:
            opened = pyvips.Image.new_from_file(str(path))
            self._opened[path] = colour.remembered(opened, self._works[number].plan.output)
        return self._opened[path]


@contextmanager
def _files(
    laid: PlannedLayout,
    pictures: Sequence[Path],
    progress: Progress,
    lettering: Mapping[int, Letterings],
) -> Iterator[Files]:
    """The file of every plan, unpacked on the disk for as long as it is needed."""
    with tempfile.TemporaryDirectory(prefix="zollstock-") as folder:
        files = Files(Path(folder), laid)
        costs_of = [sum(costs(laid.works[number])) for number in laid.used]
        for number, told in zip(laid.used, stages(progress, *costs_of), strict=True):
            plan, path = laid.plan_of(number), files.place(number)
            _unpack(laid.works[number], pictures[plan], path, told, lettering.get(plan, ()))
            _limit(laid, number, files, told)
        yield files


def _limit(laid: PlannedLayout, number: int, files: Files, progress: Progress) -> None:
    """The same file at every detail that the sheets ask for."""
    parts = [part for sheet in laid.all_sheets for part in sheet.file_parts if part.plan == number]
    details = sorted({part.detail for part in parts if part.detail is not None})
    if not details:
        return
    from .patches import Limited

    grid = float(laid.works[number].output_ppi)
    piece = pyvips.Image.new_from_file(str(files.place(number)))
    held = Limited.of(piece, grid, [float(detail) for detail in details])
    for detail in details:
        if not progress(100):
            raise Cancelled
        made = held.at(grid, float(detail))
        _with_profile(made, piece).tiffsave(str(files.place(number, detail)), bigtiff=True, keep="icc")  # fmt: skip


def _with_profile(made: pyvips.Image, of: pyvips.Image) -> pyvips.Image:
    made = made.copy(xres=of.xres, yres=of.yres)
    if of.get_typeof("icc-profile-data"):
        made.set_type(pyvips.GValue.blob_type, "icc-profile-data", of.get("icc-profile-data"))
    return made


def _unpack(work: Work, picture: Path, to: Path, progress: Progress, lettering: Letterings) -> None:
    parts = costs(work)
    unstreamed = 0.0 if is_streamed(work) else parts.measuring + parts.denoising + parts.making
    making, writing = stages(progress, unstreamed, max(parts.writing, 0.01))
    way = way_for(work, lambda: measured(picture), making)
    image = composed(work, picture, way=way, lettering=lettering).copy()
    called_off = watched(image, writing)
    try:
        # A tile that is much larger than the picture would not be read again.
        tiled = min(image.width, image.height) >= _TILE
        image.tiffsave(
            str(to), tile=tiled, tile_width=_TILE, tile_height=_TILE, bigtiff=True, keep="icc"
        )
    except pyvips.Error:
        if called_off():
            raise Cancelled from None
        raise RenderError(
            "The picture could not be read to its end, so no file was made."
        ) from None
