"""What lay under something: filled from around, by pull and push for what is thin, by patches of the picture for the rest.

Patches after Wexler, Shechtman, Irani 2007, found as by Barnes et al. 2009, from coarse to fine; the source size is the
finest, so that nothing finer than the picture is invented. Seeded: the same hole is filled alike every time.
"""

from __future__ import annotations

import numba
import numpy as np
from numpy.typing import NDArray
from scipy.ndimage import binary_dilation, distance_transform_edt, find_objects, label, zoom

from ..enlarge.shape import Floats

Mask = NDArray[np.bool_]

#: px a side of a patch; of the picture around a hole so much is looked at for patches.
_PATCH, _AROUND = 7, 96
#: A hole is filled from its surroundings until it is so thin, px; down to it the picture is made smaller.
_THIN, _COARSEST = 3.0, 6.0
_ROUNDS, _LAST_ROUNDS = 6, 3
_SEED = 1884
#: Beside a picture lies what lies at the same height in it: so much, levels² a patch, it counts to be a row away.
_STAYS = 1.0
#: No more px are looked at round a hole than these: larger ones are filled at half their size.
_MOST = 1_500_000


def filled(planes: Floats, hole: Mask, begun: bool = False) -> Floats:
    """The picture (height × width × bands, 0 to 255) with `hole` filled by what is around it; where it is `begun`, what
    lies in it already is a good guess. Where nothing is around it, it stays.
    """
    if not hole.any() or hole.all():
        return planes
    made = planes.copy()
    # Holes near each other are one place: what fills the first is around the second.
    near = binary_dilation(hole, iterations=_AROUND // 4)
    places, _ = label(near)
    for number, box in enumerate(find_objects(places), start=1):
        window = _around(box, hole.shape)
        here = hole[window] & (places[window] == number)
        if not here.any():
            continue
        part = made[window].copy() if begun else diffused(made[window], here)
        if (distance_transform_edt(here) > _THIN / 2).any():
            _patched(part, here, begun)
        made[window][here] = part[here]
    return made


def diffused(planes: Floats, hole: Mask) -> Floats:
    """The hole filled smoothly: means of ever coarser neighbourhoods, the finest that know anything."""
    weight = (~hole).astype(np.float32)
    values = planes * weight[:, :, None]
    levels = [(values, weight)]
    while min(levels[-1][1].shape) > 1 and (levels[-1][1] == 0).any():
        values, weight = (_halved(one) for one in levels[-1])
        known = weight > 0
        values[known] /= weight[known][:, None]
        weight = known.astype(np.float32)
        levels.append((values * weight[:, :, None], weight))
    made = levels[-1][0]
    for values, weight in reversed(levels[:-1]):
        large = zoom(made, (2, 2, 1), order=1, grid_mode=True, mode="nearest")
        large = large[: weight.shape[0], : weight.shape[1]]
        made = np.where(weight[:, :, None] > 0, values, large)
    return np.where(hole[:, :, None], made, planes).astype(np.float32)


def _halved(values: Floats) -> Floats:
    beyond = [(0, -values.shape[0] % 2), (0, -values.shape[1] % 2), *[(0, 0)] * (values.ndim - 2)]
    padded = np.pad(values, beyond)
    shape = (padded.shape[0] // 2, 2, padded.shape[1] // 2, 2, *values.shape[2:])
    return padded.reshape(shape).mean(axis=(1, 3), dtype=np.float32)


def _around(box: tuple[slice, slice], shape: tuple[int, ...]) -> tuple[slice, slice]:
    down, across = box
    return (
        slice(max(0, down.start - _AROUND), min(shape[0], down.stop + _AROUND)),
        slice(max(0, across.start - _AROUND), min(shape[1], across.stop + _AROUND)),
    )


def _patched(part: Floats, inside: Mask, begun: bool) -> None:
    """Fill a hole in `part`, in place, by patches from around it."""
    finer = max(0, int(np.ceil(np.log2(max(1.0, part.shape[0] * part.shape[1] / _MOST)) / 2)))
    levels = [(part, inside)]
    while min(levels[-1][1].shape) > 4 * _PATCH:
        values, there = levels[-1]
        if distance_transform_edt(there).max() < _COARSEST / 2:
            break
        if begun:
            levels.append((_halved(values), _halved(there.astype(np.float32)) > 0))
            continue
        share = _halved((~there).astype(np.float32))
        small = _halved(values * (~there)[:, :, None])
        known = share > 0.25
        small[known] /= share[known][:, None]
        levels.append((diffused(small, ~known), ~known))
    found: NDArray[np.int32] | None = None
    for number in reversed(range(len(levels))):
        values, there = levels[number]
        if number < len(levels) - 1:
            before = levels[number + 1][0]
            large = zoom(before, (2, 2, 1), order=1, grid_mode=True, mode="nearest")
            values[there] = large[: there.shape[0], : there.shape[1]][there]
        if number < finer:
            continue
        stays = _STAYS * values.shape[2] * 4**number if begun else 0.0
        found = _rounds(values, there, found, _ROUNDS if number else _LAST_ROUNDS, stays)


def _rounds(
    values: Floats, hole: Mask, found: NDArray[np.int32] | None, rounds: int, stays: float
) -> NDArray[np.int32]:
    """Fill the hole in `values`, in place; where each patch that touches it was found (row, column), or −1."""
    half = _PATCH // 2
    high, wide = hole.shape
    near = binary_dilation(hole, np.ones((_PATCH, _PATCH), bool))
    inner = np.zeros_like(hole)
    inner[half : high - half, half : wide - half] = True
    targets, sources = near & inner, inner & ~near
    if not sources.any() or not targets.any():
        return np.full((high, wide, 2), -1, np.int32)
    at = np.argwhere(sources).astype(np.int32)
    rng = np.random.default_rng(_SEED)
    places = np.full((high, wide, 2), -1, np.int32)
    where = np.argwhere(targets).astype(np.int32)
    places[targets] = at[rng.integers(0, len(at), len(where))]
    if found is not None:
        # What was found at half the size lies at twice its place.
        half_rows = np.minimum(where[:, 0] // 2, found.shape[0] - 1)
        half_columns = np.minimum(where[:, 1] // 2, found.shape[1] - 1)
        before = found[half_rows, half_columns] * 2 + where % 2
        good = (
            (before[:, 0] >= 0)
            & (before[:, 0] < high)
            & (before[:, 1] >= 0)
            & (before[:, 1] < wide)
        )
        good[good] = sources[before[good, 0], before[good, 1]]
        places[where[good, 0], where[good, 1]] = before[good]
    for turn in range(rounds):
        _searched(values, sources, where, places, turn % 2 == 1, _SEED + turn, stays)
        _voted(values, hole, where, places)
    # A mean of patches has no grain: at the end each pixel is that of its own.
    own = hole & targets
    values[own] = values[places[own][:, 0], places[own][:, 1]]
    return places


@numba.njit(cache=True, fastmath=True, nogil=True)
def _apart(
    values: Floats, row: int, column: int, to_row: int, to_column: int, most: float
) -> float:
    """How far two patches are apart; as soon as it is over `most`, no matter how far."""
    sum_ = np.float32(0)
    for i in range(-3, 4):
        for j in range(-3, 4):
            for band in range(values.shape[2]):
                by = values[row + i, column + j, band] - values[to_row + i, to_column + j, band]
                sum_ += by * by
        if sum_ > most:
            break
    return float(sum_)


@numba.njit(cache=True, nogil=True)
def _home(sources: Mask, row: int) -> int:
    """The nearest row that patches may come from; of rows that are beside the picture their own."""
    high = sources.shape[0]
    for away in range(high):
        for there in (row - away, row + away):
            if 0 <= there < high and sources[there].any():
                return there
    return row


@numba.njit(cache=True, nogil=True)
def _searched(
    values: Floats,
    sources: Mask,
    where: NDArray[np.int32],
    places: NDArray[np.int32],
    backwards: bool,
    seed: int,
    stays: float,
) -> None:
    """For every patch a nearer one: beside what its neighbours found, and by chance."""
    np.random.seed(seed)
    high, wide = sources.shape
    homes = np.empty(high, np.int64)
    for row in range(high):
        homes[row] = _home(sources, row)
    step = -1 if backwards else 1
    for number in range(len(where)):
        row, column = where[len(where) - 1 - number if backwards else number]
        best_row, best_column = places[row, column]
        home = homes[row]
        least = (
            _apart(values, row, column, best_row, best_column, np.inf)
            + stays * (best_row - home) ** 2
        )
        for down, across in ((step, 0), (0, step)):
            there_row, there_column = row - down, column - across
            if not (0 <= there_row < high and 0 <= there_column < wide):
                continue
            if places[there_row, there_column, 0] < 0:
                continue
            try_row = places[there_row, there_column, 0] + down
            try_column = places[there_row, there_column, 1] + across
            if (
                not (0 <= try_row < high and 0 <= try_column < wide)
                or not sources[try_row, try_column]
            ):
                continue
            beside = stays * (try_row - home) ** 2
            if beside >= least:
                continue
            far = beside + _apart(values, row, column, try_row, try_column, least)
            if far < least:
                least, best_row, best_column = far, try_row, try_column
        reach = max(high, wide) // 2
        while reach >= 1:
            try_row = best_row + np.random.randint(-reach, reach + 1)
            try_column = best_column + np.random.randint(-reach, reach + 1)
            if 0 <= try_row < high and 0 <= try_column < wide and sources[try_row, try_column]:
                beside = stays * (try_row - home) ** 2
                far = beside + _apart(values, row, column, try_row, try_column, least)
                if far < least:
                    least, best_row, best_column = far, try_row, try_column
            reach //= 2
        places[row, column, 0], places[row, column, 1] = best_row, best_column


@numba.njit(cache=True, fastmath=True, nogil=True)
def _voted(values: Floats, hole: Mask, where: NDArray[np.int32], places: NDArray[np.int32]) -> None:
    """Every pixel of the hole as the patches over it would have it, those that fit counting more."""
    high, wide, bands = values.shape
    sums = np.zeros((high, wide, bands), np.float32)
    weights = np.zeros((high, wide), np.float32)
    for number in range(len(where)):
        row, column = where[number]
        from_row, from_column = places[row, column]
        far = _apart(values, row, column, from_row, from_column, np.inf)
        weight = np.float32(1) / (np.float32(1) + far / np.float32(49 * bands * 16))
        weight = weight * weight
        for i in range(-3, 4):
            for j in range(-3, 4):
                if hole[row + i, column + j]:
                    weights[row + i, column + j] += weight
                    for band in range(bands):
                        sums[row + i, column + j, band] += (
                            weight * values[from_row + i, from_column + j, band]
                        )
    for row in range(high):
        for column in range(wide):
            if hole[row, column] and weights[row, column] > 0:
                for band in range(bands):
                    values[row, column, band] = sums[row, column, band] / weights[row, column]
