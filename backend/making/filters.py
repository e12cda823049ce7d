"""Learn the filters of *careful*: `python -m making.filters` writes `filters_2.npz` to `filters_4.npz`.

For every class of surroundings and every place in an enlarged pixel the 7 × 7 filter that brings a
reduced photograph nearest to the photograph itself, in least squares. Seeded: the same photographs
make the same files. Some minutes for all.
"""

from __future__ import annotations

import sys
import time
from collections.abc import Callable, Iterator
from pathlib import Path

import numpy as np

from making.degrade import as_jpeg, averaged, blurred, levels, noisy, sharpened
from making.photographs import PHOTOGRAPHS, fetched, luma_of, pixels_of
from zollstock.pixels.enlarge.classes import classes
from zollstock.pixels.enlarge.filters import cubic, file_of, folded
from zollstock.pixels.enlarge.shape import (
    ANGLES,
    COHERENCES,
    COUNT,
    FACTORS,
    REACH,
    SETS,
    SIDE,
    STRENGTHS,
    FilterSet,
    Floats,
)

_RADIUS = SIDE // 2
#: How much a filter is held to the cubic one, by px seen and at least.
_HOLD, _HOLD_LEAST = 0.1, 100.0
#: Of one class no more than so many px of one picture are looked at.
_MOST = 40_000
_RNG = np.random.default_rng(1884)

#: What is done to a photograph before it is enlarged again: lens blur in px of the small one, then a fault.
Lesser = Callable[[Floats, int], Floats]


def _reduced(blur: float, fault: Callable[[Floats], Floats] = lambda small: small) -> Lesser:
    return lambda large, factor: levels(fault(averaged(blurred(large, blur * factor), factor)))


_LESSER: dict[FilterSet, list[Lesser]] = {
    "plain": [_reduced(blur) for blur in (0.0, 0.3, 0.45, 0.55)],
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


def learned(large: list[Floats], factor: int, lesser: list[Lesser]) -> Floats:
    """The filters of a set: class × factor² × 49."""
    taps = SIDE * SIDE
    own = np.zeros((COUNT, taps, taps))
    towards = np.zeros((COUNT, taps, factor * factor))
    seen = np.zeros(COUNT)
    for picture in large:
        for way in lesser:
            for number, around, places in _by_class(way(picture, factor), picture, factor):
                own[number] += around.T @ around
                towards[number] += around.T @ places
                seen[number] += len(around)
    own, towards, seen = _however_it_lies(own, towards, seen, factor)
    base = cubic(factor).T
    found = np.empty((COUNT, factor * factor, taps), np.float32)
    for number in range(COUNT):
        hold = np.eye(taps) * max(_HOLD * seen[number], _HOLD_LEAST)
        best = np.linalg.solve(own[number] + hold, towards[number] + hold @ base)
        found[number] = _even(best, own[number] + hold, factor).T
    return found


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


def _however_it_lies(
    own: np.ndarray, towards: np.ndarray, seen: np.ndarray, factor: int
) -> tuple[np.ndarray, np.ndarray, np.ndarray]:
    """The sums as if every picture had been looked at in the eight ways it can be turned and mirrored."""
    sums = np.zeros_like(own), np.zeros_like(towards), np.zeros_like(seen)
    rest = STRENGTHS * COHERENCES
    number = np.arange(COUNT)
    direction, other = number // rest, number % rest
    for turns in range(4):
        for mirrored in (False, True):
            taps, places = (_lying(side, turns, mirrored) for side in (SIDE, factor))
            turned = (direction + turns * ANGLES // 2) % ANGLES
            turned = (ANGLES - turned) % ANGLES if mirrored else turned
            to = turned * rest + other
            sums[0][to] += own[:, taps][:, :, taps]
            sums[1][to] += towards[:, taps][:, :, places]
            sums[2][to] += seen
    return sums


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
            made[name] = folded(learned(large, factor, _LESSER[name]), factor).astype(np.float16)
            sys.stdout.write(f"{factor} × {name}: {time.monotonic() - begin:.0f} s\n")
            sys.stdout.flush()
        np.savez_compressed(file_of(factor), **made)
        sys.stdout.write(f"{file_of(factor).name}: {file_of(factor).stat().st_size} bytes\n")


if __name__ == "__main__":
    main()
