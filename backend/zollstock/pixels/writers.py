"""Writers: one for every kind of output, from a lazy image to a whole file."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from pathlib import Path

from zollstock.core.ground.show import size_of_file
from zollstock.core.parts.file import FormatName, OutputSpec
from zollstock.core.rules.fileformats import FILE_FORMATS

from .errors import RenderError
from .page import Page
from .pdf import write_pdf
from .quality import JPEG_QUALITY, LEAST_QUALITY
from .rights import with_rights
from .vips import pyvips


def _tiff(page: Page, path: Path, output: OutputSpec) -> None:
    image = with_rights(page.image, page.rights) if page.rights.said else page.image
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
        keep="icc:xmp" if page.rights.said else "icc",
    )


def _jpeg(page: Page, path: Path, output: OutputSpec) -> None:
    image = page.image
    # A JPEG's ppi tag lies in its EXIF; what the camera wrote there stays behind.
    for name in image.get_fields():
        if name.startswith("exif-") or name == "xmp-data":
            image.remove(name)
    if page.rights.said:
        image = with_rights(image, page.rights)
    best = output.quality or JPEG_QUALITY
    if output.most_kb is None:
        _save_jpeg(image, path, best)
        return
    # Made once and weighed several times: the way to the pixels is long, that into a JPEG short.
    plain = path.with_name(f"{path.name}.plain")
    try:
        image.tiffsave(str(plain), bigtiff=True, keep="icc:exif:xmp")
        again = pyvips.Image.tiffload(str(plain)).copy(xres=image.xres, yres=image.yres)
        if page.rights.said:
            again = with_rights(again, page.rights)
        _within(again, path, best, output.most_kb * 1000)
    finally:
        plain.unlink(missing_ok=True)


def _within(image: pyvips.Image, path: Path, best: int, most_bytes: int) -> None:
    """A JPEG of the best quality that keeps to so many bytes. Raises `RenderError` where none does."""

    def fits(quality: int) -> bool:
        _save_jpeg(image, path, quality)
        return path.stat().st_size <= most_bytes

    if fits(best):
        return
    low, high = LEAST_QUALITY - 1, best  # does not fit at `high`; nobody knows of `low`
    while high - low > 1:
        middle = (low + high) // 2
        low, high = (middle, high) if fits(middle) else (low, middle)
    if low < LEAST_QUALITY:
        least = size_of_file(path.stat().st_size)
        path.unlink(missing_ok=True)
        raise RenderError(
            f"Even at the lowest quality this JPEG has {least}; {size_of_file(most_bytes)} were asked for. Take fewer "
            "pixels, or allow more. Nothing was left behind."
        )
    fits(low)


def _save_jpeg(image: pyvips.Image, path: Path, quality: int) -> None:
    # Tables made for the picture would save a twentieth and hold all of it in memory.
    image.jpegsave(
        str(path), Q=quality, subsample_mode="off", optimize_coding=False, keep="icc:exif:xmp"
    )


def _png(page: Page, path: Path, output: OutputSpec) -> None:
    image = with_rights(page.image, page.rights) if page.rights.said else page.image
    keep = "icc:xmp" if page.rights.said else "icc"
    image.pngsave(str(path), bitdepth=output.bits, keep=keep)


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
