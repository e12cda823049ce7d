"""How frames hang: the height of their middle, where they begin, and where each nail goes."""

from __future__ import annotations

from collections.abc import Callable, Iterator, Sequence
from typing import NamedTuple

from ...answer.reckoning import Figure, Finding
from ...figures.figure import figure
from ...ground.lengths import Length
from ...ground.rational import Fraction
from ...ground.show import LengthStyle
from ...ground.workings import length, length_shown, written
from ...parts.part import Part, length_of
from ...shapes.box import Box
from .faces import bounds

#: With two fixings each sits this share of the width in from its side.
TWO_AT = Fraction(1, 4)
#: A piece as wide as this turns about one nail at every draught, mm.
WIDE = Fraction(700)


class Hang(Part):
    """Where the whole group hangs: its middle above the floor, its left from the wall's end; the nail under the
    upper edge of each piece."""

    centre_height: Length = length_of("1500 mm")
    nail_drop: Length = length_of("30 mm")
    from_left: Length = length_of("0 mm")


class Hung(NamedTuple):
    """A piece on the wall, mm: from the left end, heights above the floor; `nails` as (from the left, height)."""

    name: str
    left: Fraction
    top: Fraction
    width: Fraction
    height: Fraction
    nails: tuple[tuple[Fraction, Fraction], ...]

    @property
    def bottom(self) -> Fraction:
        return self.top - self.height

    @property
    def right(self) -> Fraction:
        return self.left + self.width


class ToHang(NamedTuple):
    """A piece before it hangs: its place among the others (mm, downwards), and how many nails it takes."""

    name: str
    box: Box
    fixings: int


def hung(pieces: Sequence[ToHang], hang: Hang) -> list[Hung]:
    """Every piece on the wall, in their order. A nail is at the middle, or two at a quarter from each side.

    >>> held = hung([ToHang("Fog", Box(Fraction(0), Fraction(0), Fraction(600), Fraction(400)), 1)], Hang())
    >>> float(held[0].top), float(held[0].nails[0][1])  # its middle at 1.5 m, the nail under its upper edge
    (1700.0, 1670.0)
    """
    whole = bounds([piece.box for piece in pieces])
    upper = hang.centre_height.mm + whole.h / 2
    found = []
    for name, box, fixings in pieces:
        left, top = hang.from_left.mm + box.x - whole.x, upper - (box.y - whole.y)
        shares = (TWO_AT, 1 - TWO_AT) if fixings == 2 else (Fraction(1, 2),)
        nails = tuple((left + box.w * share, top - hang.nail_drop.mm) for share in shares)
        found.append(Hung(name, left, top, box.w, box.h, nails))
    return found


def hang_figures(pieces: list[ToHang], hang: Hang, style: LengthStyle) -> Iterator[Figure]:
    """Of every piece, from 1: its left, its upper edge above the floor, its nail; of two nails each, too.

    >>> from ..hanging.request import hang_of, row_to_hang
    >>> layout = hanging()
    >>> [(one.id, one.working) for one in hang_figures(row_to_hang(layout), hang_of(layout), LengthStyle("cm"))][:1]
    [('hang_left_1', '203.5 + 0 = 203.5 cm')]
    """
    whole = bounds([piece.box for piece in pieces])
    for number, (piece, at) in enumerate(zip(pieces, hung(pieces, hang), strict=True), 1):
        name, box = piece.name, piece.box
        yield _sum(f"hang_left_{number}", f"{name} from the left", at.left, "from the left + its place in the group",
                   "{} + {}", (hang.from_left.mm, box.x - whole.x), lambda a, b: a + b, style)  # fmt: skip
        yield _sum(f"hang_top_{number}", f"{name}, upper edge", at.top, "middle + height of all ÷ 2 − how far below the uppermost",
                   "{} + {} ÷ 2 − {}", (hang.centre_height.mm, whole.h, box.y - whole.y),
                   lambda a, b, c: a + b / 2 - c, style)  # fmt: skip
        yield _sum(f"nail_x_{number}", f"{name}, {'middle' if piece.fixings == 2 else 'nail'} from the left", at.left + box.w / 2, "left + width ÷ 2",
                   "{} + {} ÷ 2", (at.left, box.w), lambda a, b: a + b / 2, style)  # fmt: skip
        yield _sum(f"nail_y_{number}", f"{name}, nail above the floor", at.nails[0][1], "upper edge − nail under it",
                   "{} − {}", (at.top, hang.nail_drop.mm), lambda a, b: a - b, style)  # fmt: skip
        if piece.fixings == 2:
            for side, word, share in (("left", "1 ÷ 4", TWO_AT), ("right", "3 ÷ 4", 1 - TWO_AT)):
                yield _sum(f"nail_{side}_{number}", f"{name}, {side} nail", at.left + box.w * share, f"left + width × {word}",
                           f"{{}} + {{}} × {word}", (at.left, box.w), lambda a, b, share=share: a + b * share, style)  # fmt: skip


def _sum(
    name: str,
    label: str,
    mm: Fraction,
    formula: str,
    form: str,
    put_in: tuple[Fraction, ...],
    result: Callable[..., Fraction],
    style: LengthStyle,
) -> Figure:
    shown, said = length_shown(mm, style)
    put = written(form, tuple(length(one, style) for one in put_in), result, shown, said)
    return figure(name, label, mm, "mm", style.length(mm), formula, put, "hanging")


def hang_findings(
    pieces: list[ToHang], hang: Hang, style: LengthStyle, paths: list[str]
) -> Iterator[Finding]:
    """What a hanger would say: pieces in the floor, nails under a piece, wide ones on a single nail.

    `paths` lead to the fixings of each piece in the request.

    >>> from ..hanging.request import hang_of, row_to_hang
    >>> layout = hanging()
    >>> [one.id for one in hang_findings(row_to_hang(layout), hang_of(layout), LengthStyle("cm"), ["", "", ""])]
    ['wide-on-one-nail', 'wide-on-one-nail']
    """
    for number, (piece, at) in enumerate(zip(pieces, hung(pieces, hang), strict=True)):
        if at.bottom < 0:
            yield Finding(id="hangs-in-floor", level="warn", step="handover",
                          text=f"{piece.name} would reach {style.length(-at.bottom)} into the floor.")  # fmt: skip
        if hang.nail_drop.mm > piece.box.h:
            yield Finding(id="nail-below", level="warn", step="handover",
                          text=f"The nail of {piece.name} would sit {style.length(hang.nail_drop.mm - piece.box.h)} under its lower edge.")  # fmt: skip
        if piece.fixings == 1 and piece.box.w >= WIDE:
            yield Finding(id="wide-on-one-nail", level="note", step="handover",
                          text=f"{piece.name} is {style.length(piece.box.w)} wide: two fixings keep it level, and a heavy one up.",
                          fix={paths[number]: 2}, fix_label="Two fixings")  # fmt: skip


CAUTION = (
    "Heavy frames and glass want two fixings that suit the wall, and two people; over a public way a licensed "
    "installer. Look for pipes and cables before anything is drilled."
)
