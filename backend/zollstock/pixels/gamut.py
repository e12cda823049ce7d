"""What a print profile shows of a picture, and what the profile itself is: measured through the engine that prints.

A picture's colours are counted first, on a grid of 64 steps a channel, and each that it has goes through the profile once.
What does not come back is beyond the paper: the way there and back, relative, without black point compensation.
"""

from __future__ import annotations

import struct
from collections.abc import Iterator
from dataclasses import dataclass
from pathlib import Path

import numpy as np
from numpy.typing import NDArray

from zollstock.core.colour.icc import IccFacts, ProfileError, read_profile
from zollstock.core.questions.gamut import BEYOND, GamutNumbers
from zollstock.core.work.outcome import Work

from . import colour, profiles
from .channels import CHANNELS
from .cielab import lab_of, on_white
from .compose import ROTATIONS
from .deltae import ciede2000
from .errors import RenderError
from .vips import pyvips

Floats = NDArray[np.float64]
#: Steps of a channel when colours are counted; half a step is 2 levels of 8 bits.
_STEPS = 64
_D50 = np.array([0.9642, 1.0, 0.8249])
_LAB_GRID = 17
#: Names of colours by hue, degrees of CIELAB from which on, and of what has little colour.
_HUES = ((20, "reds"), (55, "oranges"), (80, "yellows"), (115, "greens"), (175, "blue-greens"), (230, "blues"),
         (305, "violets"), (335, "magentas"), (361, "reds"))  # fmt: skip
_GREY, _DARK, _LIGHT = 10.0, 32.0, 72.0


@dataclass(frozen=True, slots=True)
class ProfileTones:
    """CIELAB of the bare paper and of the blackest black, absolute (D50), and the most ink, per cent, that its tables give."""

    white: tuple[float, float, float]
    black: tuple[float, float, float]
    most_ink: float


class PrintColours:
    """A print profile as a way between colours and numbers. Raises `ProfileError`."""

    def __init__(self, path: Path) -> None:
        self.content = path.read_bytes()
        self.facts: IccFacts = read_profile(self.content)
        #: XYZ of the bare paper in shares of the connection space's white.
        self.white = _white_of(self.content)
        try:
            self.tones = self._tones()
        except pyvips.Error:
            raise ProfileError(
                "This profile cannot be used: the colour engine refuses it."
            ) from None

    def numbers(self, lab: Floats, intent: str = "relative", black_point: bool = False) -> Floats:
        """Numbers of the device, 0 to 1, a row each, for colours relative to the paper."""
        image = profiles.tagged(_lab_image(lab), self.content)
        made = image.icc_export(
            depth=16, pcs="lab", intent=intent, black_point_compensation=black_point
        )
        return np.asarray(made.numpy().reshape(len(lab), -1) / 65535.0)

    def colours(self, numbers: Floats) -> Floats:
        """CIELAB relative to the paper."""
        count = numbers.shape[1]
        words = np.rint(numbers * 65535).astype(np.uint16)[None]
        image = pyvips.Image.new_from_array(words[..., 0] if count == 1 else words)
        image = profiles.tagged(CHANNELS[count].named(image), self.content)
        found = image.icc_import(embedded=True, pcs="lab", intent="relative").numpy()
        return np.asarray(found.reshape(-1, 3).astype(float))

    def _tones(self) -> ProfileTones:
        white = self.white
        black = self.colours(self.numbers(np.zeros((1, 3))))[0]
        axis = np.linspace(0, 1, _LAB_GRID)
        light, a, b = (
            one.ravel() for one in np.meshgrid(axis * 100, axis * 200 - 100, axis * 200 - 100)
        )
        lab = np.column_stack([light, a, b])
        ink = 0.0
        if self.facts.space == "cmyk":
            ink = max(
                float(self.numbers(lab, intent).sum(axis=1).max())
                for intent in ("relative", "perceptual")
            )
        return ProfileTones(
            _triple(lab_of(white[None])[0]),
            _triple(on_white(black[None], white)[0]),
            round(100 * ink, 1),
        )


def printed_part(image: pyvips.Image, work: Work) -> pyvips.Image:
    """What a print shows of its picture, in the picture's own colours; what leans is taken as if it stood straight."""
    upright = image.autorot()
    if work.plan.fit.turn:
        upright = upright.rot(ROTATIONS[work.plan.fit.turn])
    x, y, width, height = work.crop_px
    return upright.crop(x, y, min(width, upright.width - x), min(height, upright.height - y))


def counted(image: pyvips.Image) -> tuple[Floats, NDArray[np.int64], pyvips.Image]:
    """The colours of a picture (1 or 3 channels, in its own profile): their numbers, 0 to 1, how many px each has, and the
    image that they are of."""
    colours, _ = colour.split(image)
    if colours.bands == 4 or profiles.bands_of(profiles.embedded(colours) or b"") not in (
        0,
        colours.bands,
    ):
        colours = colour.to_srgb(colours, 8)
    if colours.bands == 1:
        held = colours.hist_find().numpy().reshape(-1)
        at = np.flatnonzero(held)
        return (at / (len(held) - 1))[:, None], held[at].astype(np.int64), colours
    bins = colours.hist_find_ndim(bins=_STEPS).numpy()
    green, red, blue = np.nonzero(bins)
    middle = (np.column_stack([red, green, blue]) + 0.5) / _STEPS
    # The ends of the range are full colours, not the middle of a step.
    middle[middle < 1 / _STEPS] = 0
    middle[middle > 1 - 1 / _STEPS] = 1
    return middle, bins[green, red, blue].astype(np.int64), colours


def gamut_numbers(
    image: pyvips.Image,
    printing: PrintColours,
    intent: str,
    black_point: bool,
    ink_limit: float | None = None,
) -> GamutNumbers:
    """What the paper shows of a picture (its printed part). Raises `RenderError` where its own profile is of no use."""
    return numbers_of(colours_of(image), printing, intent, black_point, ink_limit)


@dataclass(frozen=True, slots=True)
class PictureColours:
    """The colours of a picture (CIELAB), and how many px each has."""

    lab: Floats
    px: NDArray[np.int64]


def colours_of(image: pyvips.Image) -> PictureColours:
    """Counted once, for any number of papers. Raises `RenderError` where its own profile is of no use."""
    numbers, px, like = counted(image)
    return PictureColours(_seen(numbers, like), px)


def share_beyond(of: PictureColours, printing: PrintColours) -> float:
    """The share of a picture that a paper cannot show."""
    apart = ciede2000(of.lab, printing.colours(printing.numbers(of.lab)))
    return float(of.px[apart > BEYOND].sum() / of.px.sum())


def median_change(
    of: PictureColours, printing: PrintColours, intent: str, black_point: bool
) -> float:
    """The median ΔE00 of a picture by an intent, relative to the paper."""
    changed = ciede2000(of.lab, printing.colours(printing.numbers(of.lab, intent, black_point)))
    return _median(changed, of.px)


def numbers_of(
    of: PictureColours,
    printing: PrintColours,
    intent: str,
    black_point: bool,
    ink_limit: float | None = None,
) -> GamutNumbers:
    """What the paper shows of a picture whose colours are counted."""
    source, px = of.lab, of.px
    back = printing.colours(printing.numbers(source))
    apart = ciede2000(source, back)
    lost = apart > BEYOND
    meant = printing.numbers(source, intent, black_point)
    changed = ciede2000(source, printing.colours(meant))
    total = int(px.sum())
    ink = 100 * meant.sum(axis=1) if printing.facts.space == "cmyk" else np.zeros(len(px))
    limit = printing.tones.most_ink if ink_limit is None else ink_limit
    return GamutNumbers(
        px=total, beyond=int(px[lost].sum()), families=dict(_families(source[lost], px[lost] / total)),
        worst=float(apart.max()), median=_median(changed, px), white=printing.tones.white[0],
        black=printing.tones.black[0], ink_most=float(ink.max()), ink_limit=limit,
        ink_over=float(px[ink > limit + 0.5].sum() / total),
    )  # fmt: skip


def _seen(numbers: Floats, like: pyvips.Image) -> Floats:
    """CIELAB of numbers of a picture by its own profile; sRGB where it has none."""
    words = np.rint(numbers * 65535).astype(np.uint16)[None]
    image = pyvips.Image.new_from_array(words[..., 0] if numbers.shape[1] == 1 else words)
    own = profiles.own(like) or (profiles.grey() if numbers.shape[1] == 1 else profiles.srgb())
    image = profiles.tagged(CHANNELS[numbers.shape[1]].named(image), own)
    try:
        found = image.icc_import(embedded=True, pcs="lab", intent="relative").numpy()
    except pyvips.Error:
        raise RenderError("The picture's own colour profile cannot be used.") from None
    return np.asarray(found.reshape(-1, 3).astype(float))


def _families(lab: Floats, shares: Floats) -> Iterator[tuple[str, float]]:
    """Colours by what people call them, with their share of the picture."""
    hue = np.degrees(np.arctan2(lab[:, 2], lab[:, 1])) % 360
    chroma = np.hypot(lab[:, 1], lab[:, 2])
    names = np.array([name for _, name in _HUES])
    name = names[np.searchsorted([end for end, _ in _HUES], hue, side="right")]
    dark, light = lab[:, 0] < _DARK, lab[:, 0] > _LIGHT
    named = np.char.add(np.where(dark, "dark ", np.where(light, "light ", "")), name)
    named = np.where(
        chroma < _GREY, np.where(dark, "blacks", np.where(light, "whites", "greys")), named
    )
    for one in np.unique(named):
        yield str(one), float(shares[named == one].sum())


def _median(values: Floats, weights: NDArray[np.int64]) -> float:
    order = np.argsort(values)
    heaped = np.cumsum(weights[order])
    return float(values[order][np.searchsorted(heaped, heaped[-1] / 2)])


def _white_of(content: bytes) -> Floats:
    """The bare paper's XYZ by the profile's `wtpt`; that of the connection space where it says nothing."""
    for number in range(struct.unpack(">I", content[128:132])[0]):
        signature, offset = struct.unpack_from(">4sI", content, 132 + 12 * number)
        if signature == b"wtpt":
            return np.array(struct.unpack_from(">3i", content, offset + 8)) / 65536 / _D50
    return np.ones(3)


def _lab_image(lab: Floats) -> pyvips.Image:
    return pyvips.Image.new_from_array(lab[None].astype(np.float32)).copy(interpretation="lab")


def _triple(lab: Floats) -> tuple[float, float, float]:
    return round(float(lab[0]), 2), round(float(lab[1]), 2), round(float(lab[2]), 2)
