"""What can be checked of an ID photo before it is handed in, and what only an eye can check.

Nothing is retouched: a check that fails says so, and the photo is taken again.
"""

from __future__ import annotations

import math
from collections.abc import Iterator
from typing import NamedTuple

from ...ground import show
from ...ground.plaintext import listed
from ...ground.rational import Fraction, exact
from ...ground.show import LengthStyle
from ...picture.measures import LightnessMap, Measures
from ...rules.fit import turned_back
from ...shapes.box import Box
from ...work.outcome import Work
from ..page import Check
from .headroom import HeadRoom, middle
from .photo import IdRequest, Marked

#: Fewer ppi than this look coarse at reading distance; offices scan with 300.
ENOUGH_PPI = 300
#: L*: a background that counts as light, how far its parts may be apart, how much darker a shadow makes it.
LIGHT, UNEVEN, SHADOW = 70, 10, 6
#: L* of a face whose tones are not lost at either end.
FACE_DARKEST, FACE_LIGHTEST = 20, 92
#: A face's sharpest part has at least this share of the picture's sharpest.
SHARP = 0.4
#: Degrees; a head that leans more is seen to.
MOST_LEAN = 3
#: The strips beside the head: so far in from the photo's sides, so wide, and so far down the head; shares.
_STRIP_IN, _STRIP_WIDE, _STRIP_DOWN = Fraction(2, 100), Fraction(6, 100), Fraction(1, 2)
#: A face is about so wide as a share of its height.
_FACE_WIDE = Fraction(3, 5)

YOURSELF = (
    ("glasses", "Glasses", "Allowed? No glare, no frame over the eyes, no tint."),
    ("expression", "Expression", "Mouth closed, eyes open, looking into the camera."),
    (
        "hat",
        "Hat and hair",
        "No hat; nothing over the eyes. Many rules allow what faith asks for.",
    ),
    ("recency", "Recency", "Taken within the time that the authority names; often six months."),
)


#: What is checked from the marks.
_OF_MARKS = (
    ("head", "Head"),
    ("ppi", "Resolution"),
    ("upright", "Head upright"),
    ("background", "Background light"),
    ("brightness", "Brightness"),
    ("sharpness", "Sharpness"),
)


class Strips(NamedTuple):
    """The background beside the head, in shares of the upright picture: left and right, each above and below."""

    left_above: Box
    left_below: Box
    right_above: Box
    right_below: Box


def face_checks(
    layout: IdRequest, work: Work, room: HeadRoom, measures: Measures, style: LengthStyle
) -> Iterator[Check]:
    """All checks, in the order in which a clerk looks."""
    yield _size(layout, work, style)
    if layout.unmarked:
        # Of a place that nobody has marked nothing can be said, least of all that it is right.
        for name, label in _OF_MARKS:
            yield Check(
                id=name,
                label=label,
                state="look",
                text=f"Not marked yet: {listed(layout.unmarked)}",
            )
        yield from _yourself()
        return
    yield _head(layout, style)
    yield _enough(work)
    yield _upright(layout.where, room)
    yield from _background(layout, room, measures.lightness)
    yield from _face(layout, room, measures)
    yield from _yourself()


def _yourself() -> Iterator[Check]:
    for name, label, text in YOURSELF:
        yield Check(id=name, label=label, state="yourself", text=text)


def leaning(face: Marked, width: int, height: int) -> float:
    """How far the line from chin to crown leans from upright, degrees clockwise.

    >>> round(leaning(passes().where, 3000, 4000), 1)
    0.0
    """
    across = (face.crown[0] - face.chin[0]) * width
    up = (face.chin[1] - face.crown[1]) * height
    return math.degrees(math.atan2(across, up))


def _judged(name: str, label: str, right: bool, text: str) -> Check:
    return Check(id=name, label=label, state="pass" if right else "look", text=text)


def _size(layout: IdRequest, work: Work, style: LengthStyle) -> Check:
    size = style.size(layout.rule.width.mm, layout.rule.height.mm)
    text = f"{size}; as a file {work.output_w} × {work.output_h} px"
    return _judged("size", "Size", True, text)


def _head(layout: IdRequest, style: LengthStyle) -> Check:
    low, high = layout.rule.head
    text = (
        f"{style.length(middle(layout.rule.head))} from chin to crown as marked; asked are "
        f"{style.number(low.mm)} to {style.length(high.mm)}"
    )
    return _judged("head", "Head", True, text)


def _enough(work: Work) -> Check:
    right = work.effective >= ENOUGH_PPI
    text = f"{show.ppi(work.effective)}; {ENOUGH_PPI} are enough for every office"
    return _judged("ppi", "Resolution", right, text)


def _upright(face: Marked, room: HeadRoom) -> Check:
    lean = leaning(face, room.width, room.height)
    said = show.decimal(abs(lean), 1)
    text = (
        f"The line from chin to crown leans {said}°"
        if said != "0"
        else "Chin and crown stand upright"
    )
    return _judged("upright", "Head upright", abs(lean) <= MOST_LEAN, text)


def _background(layout: IdRequest, room: HeadRoom, light: LightnessMap | None) -> Iterator[Check]:
    if light is None:
        yield _unmeasured("background", "Background")
        return
    strips = _strips(layout, room)
    means = [light.within(area)[0] for area in strips]
    whole = sum(means) / len(means)
    yield _judged("background", "Background light", whole >= LIGHT,
                  f"L* {whole:.0f} beside the head; {LIGHT} and more count as light")  # fmt: skip
    # Beside the head a strand of hair may lie in a cell: a pattern is looked for above it.
    pattern = min(light.within(strips.left_above)[1], light.within(strips.right_above)[1])
    apart = max(max(means) - min(means), pattern)
    yield _judged("even", "Background even", apart <= UNEVEN,
                  f"Its parts are up to {apart:.0f} L* apart; {UNEVEN} are hardly seen")  # fmt: skip
    fall = max(means[0] - means[1], means[2] - means[3])
    told = (
        f"{fall:.0f} L* darker beside the head than above" if fall >= 1 else "None beside the head"
    )
    yield _judged("shadow", "Shadows on it", fall <= SHADOW, told)


def _strips(layout: IdRequest, room: HeadRoom) -> Strips:
    region, face = room.region, layout.where
    crown = exact(face.crown[1]) * room.height
    down = crown + room.head * _STRIP_DOWN
    top = max(region.y, Fraction(0))
    half = (crown + top) / 2 if crown > top else top
    wide = region.w * _STRIP_WIDE
    lefts = region.x + region.w * _STRIP_IN, region.right - region.w * _STRIP_IN - wide

    def box(x: Fraction, begin: Fraction, end: Fraction) -> Box:
        inside = Box(
            x / room.width,
            begin / room.height,
            wide / room.width,
            max(Fraction(0), end - begin) / room.height,
        )
        return turned_back(inside, layout.plans[0].fit.turn)

    middle_of = half + (down - half) / 2
    return Strips(*(box(x, *span) for x in lefts for span in ((top, half), (middle_of, down))))


def _face(layout: IdRequest, room: HeadRoom, measures: Measures) -> Iterator[Check]:
    face = layout.where
    high = exact(face.chin[1]) - exact(face.crown[1])
    plan = layout.plans[0]
    wide = high * _FACE_WIDE * room.height / room.width
    middle_x = (exact(face.crown[0]) + exact(face.chin[0])) / 2
    # From the brow to the chin: hair says nothing of the light on a face.
    area = Box(middle_x - wide / 2, exact(face.crown[1]) + high / 4, wide, high * 3 / 4)
    area = turned_back(area, plan.fit.turn)
    if measures.lightness is None:
        yield _unmeasured("brightness", "Brightness")
    else:
        mean = measures.lightness.within(area)[0]
        right = FACE_DARKEST <= mean <= FACE_LIGHTEST
        told = "neither dark nor burnt out" if right else "too dark, or burnt out"
        yield _judged("brightness", "Brightness", right, f"L* {mean:.0f} in the face: {told}")
    if measures.sharpness is None:
        yield _unmeasured("sharpness", "Sharpness")
    else:
        share = measures.sharpness.within(area)
        yield _judged("sharpness", "Sharpness", share >= SHARP,
                      f"The face has {show.percent(share)} of the picture's sharpest part; look at it at 100 %")  # fmt: skip


def _unmeasured(name: str, label: str) -> Check:
    return Check(
        id=name, label=label, state="yourself", text="Not measured yet; look at it yourself."
    )
