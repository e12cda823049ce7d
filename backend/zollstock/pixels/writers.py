"""Writers: one for every kind of output, from a lazy image to a whole file."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from pathlib import Path

from zollstock.core.parts.file import FormatName, OutputSpec
from zollstock.core.rules.fileformats import FILE_FORMATS

from .page import Page
from .pdf import write_pdf
from .quality import JPEG_QUALITY


def _tiff(page: Page, path: Path, output: OutputSpec) -> None:
    image = page.image
    lzw = output.compression == "lzw"
    most = FILE_FORMATS["tiff"].classic_bytes
    weight = image.width * image.height * image.bands * output.bits // 8
    image.tiffsave(
        str(path),
        compression="lzw" if lzw else "none",
        predictor="horizontal" if lzw else "none",
        # Compressed or not, what comes near the limit is not left to chance.
        resunit="inch",
        bigtiff=most is not None and weight >= most * 7 // 8,
        keep="icc",
    )


def _jpeg(page: Page, path: Path, output: OutputSpec) -> None:
    image = page.image
    # A JPEG's ppi tag lies in its EXIF; what the camera wrote there stays behind.
    for name in image.get_fields():
        if name.startswith("exif-"):
            image.remove(name)
    # Tables made for the picture would save a twentieth and hold all of it in memory.
    image.jpegsave(
        str(path), Q=JPEG_QUALITY, subsample_mode="off", optimize_coding=False, keep="icc:exif"
    )


def _png(page: Page, path: Path, output: OutputSpec) -> None:
    image = page.image
    image.pngsave(str(path), bitdepth=output.bits, keep="icc")


#: Writes pages to a path, tagged with their images' ppi; only the profile goes along.
Writer = Callable[[Sequence[Page], Path, OutputSpec], None]


def _of_one(write: Callable[[Page, Path, OutputSpec], None]) -> Writer:
    """A writer of files that hold one page."""

    def write_one(pages: Sequence[Page], path: Path, output: OutputSpec) -> None:
        (page,) = pages
        write(page, path, output)

    return write_one


WRITERS: dict[FormatName, Writer] = {
    "tiff": _of_one(_tiff),
    "jpeg": _of_one(_jpeg),
    "png": _of_one(_png),
    "pdf": write_pdf,
}
