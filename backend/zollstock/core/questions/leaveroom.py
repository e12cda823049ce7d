"""Leave room: before the shot, the part of the frame that survives every wanted size."""

from __future__ import annotations

from collections.abc import Iterable

from ..answer.reckoning import Record
from ..ground import show
from ..ground.lengths import LengthError
from ..ground.rational import Fraction, fraction_of
from ..ground.ratios import ratio_text, short_ratio
from ..sizes.library import Size, directed

ONE = Fraction(1)
#: A camera's frame is no ribbon.
_WIDEST = 20
Share4 = tuple[float, float, float, float]


class SizeRoom(Record):
    """What a size keeps of the frame, in shares of its width and height, from the top left."""

    key: str
    name: str
    ratio: str
    box: Share4
    kept: str


class LeaveRoom(Record):
    """The frame, the area that survives all sizes, and what stays clear at each side."""

    ratio: str
    frame: tuple[float, float]
    safe: Share4
    width_text: str
    height_text: str
    side_text: str
    end_text: str
    area_text: str
    sizes: list[SizeRoom]


def read_ratio(text: str) -> Fraction:
    """A camera's ratio: `3:2`, `16:9`, `1.5` or its pixels, `6000 x 4000`. Raises `LengthError`.

    >>> read_ratio("16:9"), read_ratio("6000 x 4000")
    (Fraction(16, 9), Fraction(3, 2))
    """
    plain = text.strip().lower().replace("×", "x").replace(",", ".").replace(" ", "")
    parts = plain.replace("x", ":").split(":")
    try:
        sides = [fraction_of(part) for part in parts]
    except (ValueError, ZeroDivisionError):
        sides = []
    if len(sides) == 1:
        sides.append(ONE)
    if len(sides) != 2 or min(sides) <= 0 or not ONE / _WIDEST <= sides[0] / sides[1] <= _WIDEST:
        raise LengthError(
            f"“{text.strip()[:40]}” is not a camera's ratio; type one like 3:2, 1.5 or 6000 × 4000"
        )
    return sides[0] / sides[1]


def kept_shares(frame: Fraction, box: Fraction) -> tuple[Fraction, Fraction]:
    """The shares of a frame's width and height that a centred crop of ratio `box` keeps.

    >>> kept_shares(Fraction(3, 2), Fraction(5, 4))
    (Fraction(5, 6), Fraction(1, 1))
    """
    return (box / frame, ONE) if box < frame else (ONE, frame / box)


def leave_room(frame: Fraction, sizes: Iterable[Size], both_ways: bool = False) -> LeaveRoom:
    """The centred area of a frame (width ÷ height) that every size keeps.

    Sizes lie or stand as the frame does; `both_ways` asks each of them in both directions, for a
    shot that may become either. Without sizes the whole frame survives.

    >>> from ..sizes.library import library
    >>> square = next(one for one in library() if one.key == "cm-30x30")
    >>> leave_room(Fraction(3, 2), [square]).area_text
    '66.7 % of the frame'
    """
    rooms, least_w, least_h = [], ONE, ONE
    for size in sizes:
        first = directed(size, frame >= 1)
        laid = [first]
        if both_ways and size.width.mm != size.height.mm:
            laid.append(directed(size, frame < 1))
        for one in laid:
            ratio = one.width.mm / one.height.mm
            w, h = kept_shares(frame, ratio)
            least_w, least_h = min(least_w, w), min(least_h, h)
            kept = "all of it" if w == h == 1 else f"{show.percent(w * h)} of the frame"
            rooms.append(SizeRoom(key=one.key, name=one.name, ratio=short_ratio(ratio),
                                  box=_centred(w, h), kept=kept))  # fmt: skip
    return LeaveRoom(
        ratio=ratio_text(frame),
        frame=(float(frame), 1.0),
        safe=_centred(least_w, least_h),
        width_text=f"{show.percent(least_w)} of the width",
        height_text=f"{show.percent(least_h)} of the height",
        side_text=show.percent((1 - least_w) / 2) if least_w < 1 else "nothing",
        end_text=show.percent((1 - least_h) / 2) if least_h < 1 else "nothing",
        area_text=f"{show.percent(least_w * least_h)} of the frame",
        sizes=rooms,
    )


def _centred(w: Fraction, h: Fraction) -> Share4:
    return (float((1 - w) / 2), float((1 - h) / 2), float(w), float(h))
