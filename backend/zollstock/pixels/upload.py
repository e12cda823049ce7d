"""The single photo as a JPEG for an office's form: its px exactly, and no heavier than is taken."""

from __future__ import annotations

import errno
import hashlib
import os
from pathlib import Path

from zollstock.core.layouts.idphotos.photo import Upload

from . import colour
from .errors import RenderError
from .vips import pyvips
from .write import Written

#: The best quality that is tried, and the least that still looks like a photo.
_BEST, _LEAST = 95, 30
_KB = 1000


def write_upload(image: pyvips.Image, upload: Upload, out: Path) -> Written:
    """Write the photo `image`, resized to the upload's px, in sRGB; the highest quality that is light enough is found
    by halving. Raises `RenderError` where none is, and `FileExistsError`."""
    if out.exists():
        raise FileExistsError(errno.EEXIST, "exists already; it was left as it is", str(out))
    small = _resized(image, upload).copy_memory()
    found: bytes | None = None
    low, high = _LEAST, _BEST
    while low <= high:
        quality = (low + high) // 2
        made = small.jpegsave_buffer(Q=quality, optimize_coding=True, keep="icc")
        if len(made) <= upload.most_kb * _KB:
            found, low = made, quality + 1
        else:
            high = quality - 1
    if found is None:
        raise RenderError(
            f"At {upload.width_px} × {upload.height_px} px the photo is heavier than {upload.most_kb} kB even at the "
            f"lowest quality that still looks like one ({_LEAST}). Ask for fewer pixels or more kB."
        )
    partial = out.with_name(f".{out.name}.{os.getpid()}.partial")
    try:
        partial.write_bytes(found)
        os.link(partial, out)
    finally:
        partial.unlink(missing_ok=True)
    return Written(len(found), hashlib.sha256(found).hexdigest(), 1)


def _resized(image: pyvips.Image, upload: Upload) -> pyvips.Image:
    """Exactly so many px; smaller by area, larger smoothly."""
    srgb = colour.to_srgb(image, 8)
    made = srgb.resize(
        upload.width_px / srgb.width, vscale=upload.height_px / srgb.height, kernel="lanczos3"
    )
    if (made.width, made.height) != (upload.width_px, upload.height_px):
        made = made.crop(0, 0, upload.width_px, upload.height_px)
    return made
