"""Proofs: small true copies of a picture for the screen, upright and in sRGB."""

from __future__ import annotations

from pathlib import Path

from .colour import to_srgb
from .errors import PictureError
from .vips import pyvips

#: Longest side, px, of the proof on the bench and of the one in lists.
BENCH_PX = 2400
LIST_PX = 480


def make_proofs(picture: Path, bench: Path, small: Path) -> None:
    """Write both proofs as JPEG.

    The whole file is read for it, so a picture that ends too soon is found here: raises
    `PictureError` and leaves nothing behind.
    """
    try:
        proof = pyvips.Image.thumbnail(
            str(picture), BENCH_PX, height=BENCH_PX, size="down", fail_on="truncated"
        )
        proof = to_srgb(proof, 8)
        if proof.bands < 3 or proof.format == "ushort":
            proof = proof.colourspace("srgb")
        if proof.hasalpha():
            proof = proof.flatten(background=[255, 255, 255])
        proof = proof.copy_memory()
        _save(proof, bench)
        _save(proof.thumbnail_image(LIST_PX, height=LIST_PX, size="down"), small)
    except pyvips.Error:
        for path in (bench, small):
            path.unlink(missing_ok=True)
        raise PictureError(
            "This file ends too soon or is damaged inside: not all of the picture can be read. "
            "Copy it again from where it came and bring the whole file."
        ) from None


def _save(image: pyvips.Image, path: Path) -> None:
    image.jpegsave(str(path), Q=88, keep="none", optimize_coding=True)
