"""What cameras and careless hands do to a picture, in floats 0 to 255."""

from __future__ import annotations

import io

import numpy as np
from PIL import Image

from zollstock.pixels.enlarge.shape import Floats
from zollstock.pixels.vips import pyvips


def blurred(picture: Floats, sigma: float) -> Floats:
    """A Gaussian blur, σ in px; of none the picture itself."""
    if sigma <= 0:
        return picture
    image = pyvips.Image.new_from_array(picture).cast("float")
    return image.gaussblur(sigma, precision="float", min_ampl=0.01).numpy().reshape(picture.shape)


def averaged(picture: Floats, factor: int) -> Floats:
    """Reduced as a sensor does it: each px the mean of factor × factor."""
    high, wide = picture.shape[0] // factor, picture.shape[1] // factor
    return picture.reshape(high, factor, wide, factor, *picture.shape[2:]).mean(axis=(1, 3))


def levels(picture: Floats) -> Floats:
    """Rounded to the 256 levels of a file."""
    return np.clip(np.rint(picture), 0, 255).astype(np.float32)


def noisy(picture: Floats, sigma: float, rng: np.random.Generator) -> Floats:
    return picture + rng.normal(0, sigma, picture.shape).astype(np.float32)


def sharpened(picture: Floats, radius: float, amount: float) -> Floats:
    """An unsharp mask, as a camera or a hand applies it."""
    return picture + amount * (picture - blurred(picture, radius))


def as_jpeg(picture: Floats, quality: int) -> Floats:
    """Saved as a JPEG and read again: grey, or in colour with its chroma halved."""
    file = io.BytesIO()
    Image.fromarray(levels(picture).astype(np.uint8)).save(file, "JPEG", quality=quality)
    return np.asarray(Image.open(file), np.float32)
