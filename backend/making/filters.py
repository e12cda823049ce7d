"""Learn the filters of *careful*: `python -m making.filters` writes `filters_2.npz` to `filters_4.npz`.

For every class of surroundings and every place in an enlarged pixel the 7 × 7 filter that brings a
reduced photograph nearest to the photograph itself, in least squares; then a share of the contrast that least
squares take. Seeded: the same photographs make the same files. Some minutes for all.
"""

from __future__ import annotations

import sys
import time
from collections.abc import Callable, Iterator
from dataclasses import dataclass
from pathlib import Path

import numpy as np

from making.degrade import as_jpeg, averaged, blurred, levels, noisy, sharpened
from making.photographs import PHOTOGRAPHS, fetched, luma_of, pixels_of
from zollstock.core.seeing.enlarging import FACTORS
from zollstock.pixels.enlarge.classes import classes
from zollstock.pixels.enlarge.filters import cubic, file_of, folded
from zollstock.pixels.enlarge.shape import (
    ANGLES,
    COUNT,
    OF_A_DIRECTION,
    REACH,
    SETS,
    SIDE,
    FilterSet,
    Floats,
)

_RADIUS = SIDE // 2
#: How much a filter is held to the cubic one, by px seen and at least.
_HOLD, _HOLD_LEAST = 0.1, 100.0
#: What least squares cannot know they answer with the mean, so that texture comes out flat. So much of the
#: contrast that it lacks it is given back (0: nearest in dB), by set: noise must not be raised.
_GIVEN_BACK: dict[FilterSet, float] = {"plain": 0.05}
#: Contrast is that against the mean around a place: a Gaussian of so many px of the small picture. SSIM's own
#: window, 1.5 px, at twice its size.
_AROUND = 0.75
#: A class that was seen less often says nothing of contrast.
_SEEN_ENOUGH = 500
#: Of one class no more than so many px of one picture are looked at.
_MOST = 40_000
_RNG = np.random.default_rng(1884)

#: What is done to a photograph before it is enlarged again: lens blur in px of the small one, then a fault.
Lesser = Callable[[Floats, int], Floats]


def _reduced(blur: float, fault: Callable[[Floats], Floats] = lambda small: small) -> Lesser:
    return lambda large, factor: levels(fault(averaged(blurred(large, blur * factor), factor)))


_LESSER: dict[FilterSet, list[Lesser]] = {
    "plain": [_reduced(blur) for blur in (0.0, 0.3, 0.4, 0.5)],
    "soft": [_reduced(blur) for blur in (0.5, 0.65, 0.8)],
    "sharpened": [_reduced(blur, lambda small: sharpened(small, 0.7, 0.8)) for blur in (0.0, 0.3)],
    "noisy": [
        _reduced(0.3, lambda small: noisy(small, 2.5, _RNG)),
        _reduced(0.4, lambda small: noisy(small, 4, _RNG)),
    ],
    "noisier": [
        _reduced(0.3, lambda small: noisy(small, 6, _RNG)),
        _reduced(0.4, lambda small: noisy(small, 9, _RNG)),
    ],
    "jpeg": [
        _reduced(0.3, lambda small: as_jpeg(small, 65)),
        _reduced(0.4, lambda small: as_jpeg(small, 80)),
    ],
}


@dataclass(frozen=True, slots=True)
class Sums:
    """What was seen of a class, summed: of the 49 px around (`own`), of these with the factor² wanted places
    (`towards`), of the squares of the places (`wanted`), and how often (`seen`). The first axis is the class."""

    own: np.ndarray
    towards: np.ndarray
    wanted: np.ndarray
    seen: np.ndarray

    @classmethod
    def none(cls, factor: int) -> Sums:
        taps, places = SIDE * SIDE, factor * factor
        shapes = (COUNT, taps, taps), (COUNT, taps, places), (COUNT, places), (COUNT,)
        return cls(*(np.zeros(shape) for shape in shapes))


def learned(
    large: list[Floats], factor: int, lesser: list[Lesser], given_back: float = 0.0
) -> Floats:
    """The filters of a set: class × factor² × 49."""
    sums = Sums.none(factor)
    for picture in large:
        for way in lesser:
            for number, around, places in _by_class(way(picture, factor), picture, factor):
                sums.own[number] += around.T @ around
                sums.towards[number] += around.T @ places
                sums.wanted[number] += (places * places).sum(axis=0)
                sums.seen[number] += len(around)
    sums = _however_it_lies(sums, factor)
    base = cubic(factor).T
    found = np.empty((COUNT, factor * factor, SIDE * SIDE), np.float32)
    for number in range(COUNT):
        hold = np.eye(SIDE * SIDE) * max(_HOLD * sums.seen[number], _HOLD_LEAST)
        weights = sums.own[number] + hold
        best = np.linalg.solve(weights, sums.towards[number] + hold @ base)
        best = _even(best, weights, factor)
        if given_back and sums.seen[number] >= _SEEN_ENOUGH:
            best = _with_contrast(best, sums, number, factor, given_back)
        found[number] = best.T
    return found


def _with_contrast(
    best: np.ndarray, sums: Sums, number: int, factor: int, share: float
) -> np.ndarray:
    """Filters whose results lie so much further from the mean around each place as a share of what they lack."""
    mean = _means(factor)
    apart, own, towards = best - mean, sums.own[number], sums.towards[number]
    made = np.sum(apart * (own @ apart))
    wanted = sums.wanted[number].sum() - 2 * np.sum(mean * towards) + np.sum(mean * (own @ mean))
    more = (max(wanted, 1e-9) / max(made, 1e-9)) ** (share / 2)
    return np.asarray(mean + max(1.0, more) * apart)


def _means(factor: int) -> np.ndarray:
    """49 × factor²: the mean around each place, which keeps an even grey and every even slope as they are."""
    side = np.arange(SIDE) - _RADIUS
    along = []
    for at in (np.arange(factor) + 0.5) / factor - 0.5:
        weights = np.exp(-((side - at) ** 2) / (2 * _AROUND**2))
        weights /= weights.sum()
        middle = np.sum(weights * side)
        spread = np.sum(weights * (side - middle) ** 2)
        along.append(weights * (1 + (at - middle) * (side - middle) / spread))
    return np.array([np.outer(down, across).ravel() for down in along for across in along]).T


def _even(best: np.ndarray, weights: np.ndarray, factor: int) -> np.ndarray:
    """The nearest filters that keep an even grey and every even slope as they are."""
    side = np.arange(SIDE) - _RADIUS
    down, across = (axis.ravel() for axis in np.meshgrid(side, side, indexing="ij"))
    bounds = np.array([np.ones(SIDE * SIDE), down, across])
    at = (np.arange(factor) + 0.5) / factor - 0.5
    rows, columns = (axis.ravel() for axis in np.meshgrid(at, at, indexing="ij"))
    wanted = np.array([np.ones(factor * factor), rows, columns])
    lever = np.linalg.solve(weights, bounds.T)
    return best + lever @ np.linalg.solve(bounds @ lever, wanted - bounds @ best)


def _however_it_lies(sums: Sums, factor: int) -> Sums:
    """The sums as if every picture had been looked at in the eight ways it can be turned and mirrored."""
    turned_too = Sums.none(factor)
    number = np.arange(COUNT)
    direction, other = number // OF_A_DIRECTION, number % OF_A_DIRECTION
    for turns in range(4):
        for mirrored in (False, True):
            taps, places = (_lying(side, turns, mirrored) for side in (SIDE, factor))
            turned = (direction + turns * ANGLES // 2) % ANGLES
            turned = (ANGLES - turned) % ANGLES if mirrored else turned
            to = turned * OF_A_DIRECTION + other
            turned_too.own[to] += sums.own[:, taps][:, :, taps]
            turned_too.towards[to] += sums.towards[:, taps][:, :, places]
            turned_too.wanted[to] += sums.wanted[:, places]
            turned_too.seen[to] += sums.seen
    return turned_too


def _lying(side: int, turns: int, mirrored: bool) -> np.ndarray:
    """Where the px of a square lie after it was turned and mirrored."""
    turned = np.rot90(np.arange(side * side).reshape(side, side), turns)
    return (turned[:, ::-1] if mirrored else turned).ravel()


def _by_class(small: Floats, wanted: Floats, factor: int) -> Iterator[tuple[int, Floats, Floats]]:
    """For each class the surroundings and the wanted pixels, both as seen from the middle."""
    rim = max(REACH, _RADIUS)
    numbers = classes(small).ravel()
    around = np.lib.stride_tricks.sliding_window_view(small, (SIDE, SIDE)).reshape(-1, SIDE * SIDE)
    high, wide = small.shape
    places = wanted.reshape(high, factor, wide, factor).transpose(0, 2, 1, 3)
    places = places[rim:-rim, rim:-rim].reshape(-1, factor * factor)
    middle = small[rim:-rim, rim:-rim].reshape(-1, 1)
    order = np.argsort(numbers, kind="stable")
    begins = np.searchsorted(numbers[order], np.arange(COUNT + 1))
    for number in range(COUNT):
        at = order[begins[number] : begins[number + 1]]
        at = at[:: len(at) // _MOST + 1]
        if len(at):
            yield number, around[at] - middle[at], places[at] - middle[at]


def main() -> None:
    files = fetched(Path(__file__).resolve().parents[2] / "var" / "photographs")
    large = [
        luma_of(pixels_of(files[photo.name])) for photo in PHOTOGRAPHS if photo.half == "train"
    ]
    for factor in FACTORS:
        made = {}
        for name in SETS:
            begin = time.monotonic()
            found = learned(large, factor, _LESSER[name], _GIVEN_BACK.get(name, 0.0))
            made[name] = folded(found, factor).astype(np.float16)
            sys.stdout.write(f"{factor} × {name}: {time.monotonic() - begin:.0f} s\n")
            sys.stdout.flush()
        np.savez_compressed(file_of(factor), **made)
        sys.stdout.write(f"{file_of(factor).name}: {file_of(factor).stat().st_size} bytes\n")


if __name__ == "__main__":
    main()
