"""The figures of a gang: how long, how much is left over, what it costs, what better laying saved."""

from __future__ import annotations

from collections.abc import Iterator
from decimal import Decimal
from typing import NamedTuple

from ...answer.reckoning import Figure, Finding
from ...figures.figure import figure
from ...ground import show
from ...ground.lengths import MM_PER_INCH
from ...ground.money import to_the_cent
from ...ground.rational import Fraction
from ...ground.show import LengthStyle
from ...ground.workings import length, length_shown, number, written
from ...sheet.grid import Grid
from ..sharedoutput import shared_output
from .places import Gang
from .ppi import MOST_UNASKED, keeps_verdict

METRE = Fraction(1000)
#: So many prints are named in a working.
_MOST_NAMED = 6


class Bill(NamedTuple):
    """What a gang costs: the price of one (a metre, a sheet), how `many` of it, and whether the least was taken."""

    price: Decimal
    many: Fraction
    least: bool

    @property
    def cost(self) -> Fraction:
        """Exact; it is charged `to_the_cent`."""
        return Fraction(self.price) * self.many


def bill(gang: Gang) -> Bill | None:
    """None where no price is known.

    >>> from .places import gang_of
    >>> from ...studio.studio import DEFAULT_STUDIO
    >>> bill(gang_of(gang(), DEFAULT_STUDIO)) is None
    True
    """
    layout = gang.layout
    if layout.roll is None:
        return None if layout.price is None else Bill(layout.price, Fraction(len(gang.lengths)), False)  # fmt: skip
    if layout.roll.price_per_m is None:
        return None
    least = layout.roll.least_length
    short = least is not None and gang.length < least.mm
    mm = least.mm if short and least is not None else gang.length
    return Bill(layout.roll.price_per_m, mm / METRE, short)


def gang_figures(gang: Gang, style: LengthStyle) -> Iterator[Figure]:
    count = len(gang.lengths)
    yield _length_used(gang, style)
    yield figure("sheets_count", "Sheets" if gang.layout.roll is None else "Lengths", count, "–", str(count),
                 "as few as were found", f"{len(gang.pieces)} pieces on {count}", "gang")  # fmt: skip
    yield _waste(gang, style)
    yield from _file(gang, style)
    billed = bill(gang)
    if billed is not None:
        shown = str(to_the_cent(billed.cost))
        what = "sheets" if gang.layout.roll is None else "m"
        put = written(
            f"{{}} × {{}} {what}",
            (number(Fraction(billed.price), 2), number(billed.many, 3)),
            lambda price, many: price * many,
            lambda value: str(to_the_cent(Fraction(value))),
            shown,
        )
        formula = "price × least length" if billed.least else f"price × {what}"
        yield figure("cost", "Cost", billed.cost, "–", shown, formula, put, "gang")
    if gang.by_shelves is not None:
        yield _saved(gang, gang.by_shelves, style)


def _length_used(gang: Gang, style: LengthStyle) -> Figure:
    mm = gang.length
    shown, said = length_shown(mm, style)
    roll = gang.layout.roll
    if roll is None:
        height = gang.layout.as_printed.height.mm
        put = written("{} × {}", (number(len(gang.lengths), 0), length(height, style)), lambda n, h: n * h, shown, said)  # fmt: skip
        formula = "sheets × their height"
    else:
        lead, tail = gang.layout.area.top, gang.layout.area.tail
        inner = mm - len(gang.lengths) * (lead + tail)
        by = f"{len(gang.lengths)} × " if len(gang.lengths) > 1 else ""
        count = len(gang.lengths)
        put = written(
            f"{{}} + {by}({{}} + {{}})" if by else "{} + {} + {}",
            tuple(length(one, style) for one in (inner, lead, tail)),
            lambda laid, lead, tail: laid + count * (lead + tail),
            shown,
            said,
        )
        formula = "prints and gaps + lead + tail"
    return figure("length_used", "Length", mm, "mm", style.length(mm), formula, put, "gang")


def _file(gang: Gang, style: LengthStyle) -> Iterator[Figure]:
    """What is made, before it is made: the ppi that all share, the largest sheet's pixels, and the bytes of all."""
    ppi = gang.ppi
    if gang.layout.ppi is not None:
        formula, put = "as asked", show.ppi(ppi)
    else:
        formula = f"the least at which every print keeps its verdict, at most the device's grid or {MOST_UNASKED}"
        wants = [show.ppi(keeps_verdict(work)) for work in gang.works][:_MOST_NAMED]
        put = f"largest of {', '.join(wants)}" if len(wants) > 1 else wants[0]
    yield figure(
        "file_ppi", "Resolution of the file", ppi, "ppi", show.ppi(ppi), formula, put, "gang"
    )
    longest = max(gang.lengths, default=Fraction(0))
    grids = [Grid.over(gang.layout.area.media, mm, ppi) for mm in gang.lengths]
    for name, label, mm, px in (
        ("file_width_px", "File, width", gang.layout.area.media, max((grid.width for grid in grids), default=0)),
        ("file_height_px", "File, height", longest, max((grid.height for grid in grids), default=0)),
    ):  # fmt: skip
        put = written(
            "{} mm ÷ 25.4 mm/in × {} ppi",
            (number(mm, 2), number(ppi, 1)),
            lambda side, by: side / MM_PER_INCH * by,
            lambda exact_px: show.whole(exact_px),
            show.whole(px),
        )
        yield figure(name, label, px, "px", show.px(px), "side × ppi, rounded half up", put, "gang")
    output = gang.works[0].plan.output
    channels = max(work.channels for work in gang.works)
    count = sum(grid.width * grid.height for grid in grids)
    total = count * channels * output.bits // 8
    put = f"{show.whole(count)} px × {channels} × {output.bits // 8} B"
    yield figure("file_bytes", "Uncompressed", total, "B", show.size_of_file(total), "px × channels × bytes a channel",
                 put, "gang")  # fmt: skip


def _waste(gang: Gang, style: LengthStyle) -> Figure:
    width = gang.layout.area.media
    printed = sum((piece.box.area for piece in gang.pieces), Fraction(0))
    whole = width * gang.length
    share = 1 - printed / whole if whole else Fraction(0)
    put = written(
        "1 − {} ÷ ({} × {})",
        (number(printed / style.mm**2, 2), length(width, style), length(gang.length, style)),
        lambda prints, wide, long: 1 - prints / (wide * long) if wide * long else Fraction(0),
        show.percent,
        show.percent(share),
    )
    return figure("waste", "Waste", share, "–", show.percent(share), "1 − area of the prints ÷ (width × length)",
                  put, "gang")  # fmt: skip


def _saved(gang: Gang, shelves: tuple[int, Fraction], style: LengthStyle) -> Figure:
    count, mm = shelves
    if gang.layout.roll is None:
        off = count - len(gang.lengths)
        return figure("saved", "Saved against simple rows", off, "–", f"{off} sheets",
                      "sheets in simple rows − sheets", f"{count} − {len(gang.lengths)}", "gang")  # fmt: skip
    off_mm = mm - gang.length
    shown, said = length_shown(off_mm, style)
    put = written(
        "{} − {}", (length(mm, style), length(gang.length, style)), lambda a, b: a - b, shown, said
    )
    return figure("saved", "Saved against simple rows", off_mm, "mm", style.length(off_mm),
                  "length in simple rows − length", put, "gang")  # fmt: skip


def gang_findings(gang: Gang, style: LengthStyle) -> Iterator[Finding]:
    """What lies over another, beyond the paper or fits it in no way; what sharing a sheet changes.

    >>> from ...studio.studio import DEFAULT_STUDIO
    >>> from .places import gang_of
    >>> [one.id for one in gang_findings(gang_of(gang(), DEFAULT_STUDIO), LengthStyle("cm"))]
    []
    """
    layout = gang.layout
    for key in gang.outside:
        plan, copy = layout.keys[key]
        document = gang.works[plan].boxes.document
        may = layout.turns(plan)
        turned = document.h <= layout.area.width and not may
        yield Finding(
            id="piece-too-large",
            level="stop",
            step="size",
            text=f"{display_name(gang, plan, copy)} is {style.size(document.w, document.h)}: too large for the "
            f"{style.length(layout.area.width)} that can be printed{' unless it is turned' if turned else ''}.",
            fix={f"may_turn.{plan}": True} if turned and plan < len(layout.may_turn) else None,
            fix_label="Let it be turned" if turned and plan < len(layout.may_turn) else None,
        )
    yield from _over(gang)
    yield from _beyond(gang, style)
    if layout.guillotine and not gang.cuts and any(len(gang.on(n)) > 1 for n in range(len(gang.lengths))):  # fmt: skip
        yield Finding(id="no-straight-cuts", level="warn", step="handover",
                      text="As pieces are pinned they cannot be cut apart by cuts right through.")  # fmt: skip
    shared = shared_output(layout.plans)
    if any(plan.output.profile != shared.profile for plan in layout.plans):
        chosen = shared.print_profile
        told = "all are sRGB" if chosen is None else f"all go by “{chosen.name}”"
        yield Finding(id="one-profile", level="note", step="handover",
                      text=f"Prints that share a file share one profile: here {told}.")  # fmt: skip
    coarser = [work for work in gang.works if work.effective < gang.ppi / 2]
    if coarser and len(gang.works) > 1:
        yield Finding(id="one-grid", level="note", step="pixels",
                      text=f"All share one grid, {show.ppi(gang.ppi)}; coarser pictures are enlarged to it, which "
                      "adds no detail.")  # fmt: skip


def display_name(gang: Gang, plan: int, copy: int) -> str:
    """What a piece is called: its title, and which copy where there are several.

    >>> from .places import gang_of
    >>> from ...studio.studio import DEFAULT_STUDIO
    >>> display_name(gang_of(gang(), DEFAULT_STUDIO), 0, 0)
    'Fog'
    """
    title = gang.layout.plans[plan].title or f"Print {plan + 1}"
    many = gang.layout.copies_of(plan)
    return f"{title}, {copy + 1} of {many}" if many > 1 else title


def _over(gang: Gang) -> Iterator[Finding]:
    """Pinned pieces that lie over each other, or nearer than the gap."""
    gap = gang.layout.between
    for at, one in enumerate(gang.pieces):
        for other in gang.pieces[at + 1 :]:
            if not (one.pinned and other.pinned) or one.sheet != other.sheet:
                continue
            a, b = one.box, other.box
            apart = max(b.x - a.right, a.x - b.right, b.y - a.bottom, a.y - b.bottom)
            if apart < 0:
                yield Finding(id="pieces-overlap", level="stop", step="handover",
                              text=f"{display_name(gang, one.plan, one.copy)} and {display_name(gang, other.plan, other.copy)} lie over each other.")  # fmt: skip
            elif apart < gap:
                yield Finding(id="pieces-near", level="warn", step="handover",
                              text=f"{display_name(gang, one.plan, one.copy)} and {display_name(gang, other.plan, other.copy)} lie nearer than the gap.")  # fmt: skip


def _beyond(gang: Gang, style: LengthStyle) -> Iterator[Finding]:
    area = gang.layout.area
    for piece in gang.pieces:
        if not piece.pinned:
            continue
        box = piece.box
        over = max(
            area.left - box.x,
            area.top - box.y,
            box.right - area.left - area.width,
            box.bottom - area.top - area.length if area.length is not None else Fraction(-1),
        )
        if over > 0:
            yield Finding(id="piece-beyond", level="stop", step="handover",
                          text=f"{display_name(gang, piece.plan, piece.copy)} reaches {style.length(over)} beyond what can be printed.")  # fmt: skip
