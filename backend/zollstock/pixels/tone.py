"""Linear light: averaging pixels as an eye or a lens does, not as they happen to be encoded."""

from __future__ import annotations

from bisect import bisect_left
from collections.abc import Callable, Sequence
from functools import lru_cache

from . import profiles
from .channels import CHANNELS, channels_of
from .srgb import srgb_light
from .vips import pyvips

_FULL = 65535
_SAMPLES = 1024


def in_linear_light(
    image: pyvips.Image, work: Callable[[pyvips.Image], pyvips.Image]
) -> pyvips.Image:
    """`work` done on values proportional to light; the result is encoded as the image was.

    In floating point, since libvips' whole-number filters lose up to a level on large reductions. The
    curve is that of the image's own profile, else sRGB's.
    """
    if channels_of(image).ink:
        # Ink is laid on in areas, and these average as they are.
        return (
            work(image.cast("float"))
            .rint()
            .cast(image.format)
            .copy(interpretation=image.interpretation)
        )
    profile = profiles.own(image)
    curve = _SRGB if profile is None or profiles.is_srgb(profile) else _curve_of(profile)
    wide = image.format == "ushort"
    done = work(image.maplut(_decoding(curve, wide)))
    if curve is _SRGB and not wide:
        # The straight foot of sRGB's curve gives the darkest of 256 levels twenty entries of the table.
        at, table = done.linear(_FULL, 0.5).cast("ushort"), _encoding(curve, wide, root=False)
    else:
        # The square root gives dark tones as many entries of the table as they need.
        at = ((done > 0).ifthenelse(done, 0) ** 0.5 * _FULL).rint().cast("ushort")
        table = _encoding(curve, wide, root=True)
    return at.maplut(table).copy(interpretation=image.interpretation)


@lru_cache(maxsize=16)
def _decoding(curve: tuple[float, ...], wide: bool) -> pyvips.Image:
    """Encoded value → light 0 to 1: a table of 256 or 65 536 entries."""
    count = _FULL + 1 if wide else 256
    return _table([_between(curve, value / (count - 1)) for value in range(count)], "float")


@lru_cache(maxsize=16)
def _encoding(curve: tuple[float, ...], wide: bool, root: bool) -> pyvips.Image:
    """Light, or its square root, → encoded value, 65 536 entries."""
    most, power = _FULL if wide else 255, 2 if root else 1
    values = [round(_where(curve, (at / _FULL) ** power) * most) for at in range(_FULL + 1)]
    return _table(values, "ushort" if wide else "uchar")


def _table(values: Sequence[float], kind: str) -> pyvips.Image:
    return pyvips.Image.new_from_array([list(values)]).cast(kind).copy_memory()


def _between(curve: Sequence[float], share: float) -> float:
    """The curve's value at a share 0..1 of its way, between its samples in a straight line."""
    at = share * (len(curve) - 1)
    low = min(int(at), len(curve) - 2)
    return curve[low] + (curve[low + 1] - curve[low]) * (at - low)


def _where(curve: Sequence[float], light: float) -> float:
    """The share 0..1 at which a rising curve reaches `light`."""
    high = min(max(1, bisect_left(curve, light)), len(curve) - 1)
    low, rise = curve[high - 1], curve[high] - curve[high - 1]
    part = (light - low) / rise if rise > 0 else 0.0
    return min(1.0, max(0.0, (high - 1 + part) / (len(curve) - 1)))


#: Enough samples for straight lines between them to be far finer than a 16-bit step.
_SRGB = tuple(srgb_light(at / (_SAMPLES * 8)) for at in range(_SAMPLES * 8 + 1))


@lru_cache(maxsize=16)
def _curve_of(profile: bytes) -> tuple[float, ...]:
    """Light of a neutral ramp through a profile, made to rise; sRGB's where it says nothing usable."""
    ramp = pyvips.Image.identity(ushort=True, size=_FULL + 1)
    space = CHANNELS[profiles.bands_of(profile)]
    grey = space.named(ramp.bandjoin([ramp] * (space.count - 1)) if space.count > 1 else ramp)
    try:
        light = profiles.tagged(grey, profile).icc_import(embedded=True, pcs="xyz")[1]
        values = light.write_to_memory()
    except pyvips.Error:
        return _SRGB
    parts = memoryview(values).cast("f")
    samples = [float(part) for part in [*parts[:: (_FULL + 1) // (_SAMPLES * 4)], parts[-1]]]
    white = samples[-1]
    if white <= 0:
        return _SRGB
    rising: list[float] = []
    highest = 0.0
    for sample in samples:
        highest = max(highest, sample / white)
        rising.append(highest)
    return tuple(rising)
