"""Proofs: small true copies of a picture for the screen, upright and in sRGB."""

from __future__ import annotations

from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path

from . import colour, profiles
from .errors import PictureError, RenderError
from .foreign import foreign
from .inspect import sniff
from .vips import pyvips
from .whole import FAIL_ON, LEFT, in_memory, jpeg_in_small

#: Longest side, px, of the proof on the bench and of the one in lists.
BENCH_PX = 2400
LIST_PX = 480
#: A JPEG at least so long, px, is decoded for lists at a quarter of its size or less, in half the time the bench's takes.
LONG_PX = 8 * LIST_PX
#: A decoder leaves so many times as long a side for them. From hardly more than their own px they are no worse (rms
#: 0.2 to 0.3 L* against all pixels of a photograph, as from twice as many), and there sooner.
_LEFT_FOR_LISTS = 1.2

_WHITE = [255.0, 255.0, 255.0]
_DAMAGED = (
    "This file ends too soon or is damaged inside: not all of the picture can be read. "
    "Copy it again from where it came and add the whole file."
)


def make_previews(picture: Path, bench: Path, small: Path) -> None:
    """Write both proofs as JPEG.

    The whole file is read for it, so a picture that ends too soon is found here: raises
    `PictureError` and leaves nothing behind.
    """
    with _damage_told(picture, bench, small):
        proof = as_seen(read_through(picture, BENCH_PX)).copy_memory()
        _save(proof, bench)
        _save(proof.thumbnail_image(LIST_PX, height=LIST_PX, size="down"), small)


def make_preview(picture: Path, longest: int, to: Path) -> None:
    """Write one proof of a side no longer than `longest` px as JPEG; raises as `make_previews` does."""
    with _damage_told(picture, to):
        _save(as_seen(read_through(picture, longest)), to)


def check_whole(picture: Path) -> None:
    """Read a picture to its end. Raises `PictureError` where that cannot be done."""
    with _damage_told(picture):
        read_through(picture, LIST_PX)


@contextmanager
def _damage_told(picture: Path, *made: Path) -> Iterator[None]:
    """What cannot be read is told in words, and nothing of it is left."""
    try:
        yield
    except pyvips.Error:
        for path in made:
            path.unlink(missing_ok=True)
        raise PictureError(foreign(picture) or _DAMAGED) from None


def read_through(picture: Path, longest: int) -> pyvips.Image:
    """The picture upright and small, in memory, after every byte of it was decoded.

    Raises `pyvips.Error` or `PictureError` for what is damaged.
    """
    with picture.open("rb") as file:
        is_jpeg = sniff(file.read(16)) == "JPEG"
    if is_jpeg:
        left = _LEFT_FOR_LISTS if longest == LIST_PX else LEFT
        small = jpeg_in_small(picture, longest, left)
        if small is None:
            raise PictureError(_DAMAGED)
        return small
    proof = pyvips.Image.thumbnail(
        str(picture), longest, height=longest, size="down", fail_on=FAIL_ON
    )
    return in_memory(proof)


def as_seen(proof: pyvips.Image) -> pyvips.Image:
    """8 bits of sRGB on white; a profile that cannot be used is left out of account."""
    colours, alpha = colour.split(proof)
    try:
        colours = colour.to_srgb(colours, 8)
    except RenderError:
        if colours.bands == 4:
            raise PictureError(
                "This picture is CMYK and its profile cannot be used. Save it with a sound "
                "profile, or in RGB, and add it again."
            ) from None
        colours = colour.to_srgb(profiles.untagged(colours), 8)
    if alpha is not None:
        colours = colour.filled(colours, alpha, _WHITE)
    return colours


def _save(image: pyvips.Image, path: Path) -> None:
    image.jpegsave(str(path), Q=88, keep="none", optimize_coding=True)
